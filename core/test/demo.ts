import { readFileSync } from 'node:fs';
import path from 'node:path';
import {
  assess,
  indexOf,
  wordSentence,
  type Assessment,
  type Build,
  type Figures,
  type Candidate,
  type Engine,
  type Family,
  type Finding,
  type Gearbox,
  type Library,
  type Listing,
  type Part,
} from '../src/index.ts';

const folder = path.resolve(import.meta.dirname, '../../server/src/demo');
const read = <T>(name: string): T => JSON.parse(readFileSync(path.join(folder, `${name}.json`), 'utf8')) as T;

/** The demo shop, read anew for each test file: tests may not change each other's data. */
export const library: Library = {
  engines: read<Engine[]>('engines'),
  gearboxes: read<Gearbox[]>('gearboxes'),
  parts: read<Part[]>('parts'),
  families: read<Family[]>('families'),
};
export const tug: Build = read<Build>('build-glider-tug');
export const racer: Build = read<Build>('build-ice-racer');
export const pickup: Build = read<Build>('build-forestry-pickup');
export const second: Build = read<Build>('build-second-car');

export const candidate = (letter: string, build: Build = tug): Candidate =>
  build.candidates.find((c) => c.letter === letter)!;

/** An assessment in which no stage was stopped. */
export type Whole = Assessment & { readonly figures: Required<Figures> };
export function whole(a: Assessment): Whole {
  if (!a.figures || Object.values(a.figures).some((f) => f === undefined)) throw new Error('A stage was stopped.');
  return a as Whole;
}

/** Judges a candidate of the demo with something about it changed. */
export function judged(
  letter: string,
  change: Partial<Candidate> = {},
  build: Build = tug,
  lib: Library = library,
): Whole {
  return whole(assess(build, { ...candidate(letter, build), ...change }, lib));
}

export function finding(a: Assessment, id: string): Finding {
  const found = a.findings.find((f) => f.id === id);
  if (!found) throw new Error(`no finding ${id} among ${a.findings.map((f) => f.id).join(', ')}`);
  return found;
}

export const words = (text: string): string => wordSentence(text, { system: 'metric' });

/** A copy of the library with one row replaced. */
export function withEngine(id: string, change: (e: Engine) => Engine): Library {
  return { ...library, engines: library.engines.map((e) => (e.id === id ? change(structuredClone(e)) : e)) };
}
export function withGearbox(id: string, change: (g: Gearbox) => Gearbox): Library {
  return { ...library, gearboxes: library.gearboxes.map((g) => (g.id === id ? change(structuredClone(g)) : g)) };
}
export const part = (id: string): Part => indexOf(library).parts.get(id)!;
const listings = new Map(read<Listing[]>('listings').map((l) => [l.id, l]));
export const listing = (id: string): Listing => listings.get(id)!;

/** A candidate of the tug whose engine is bought by one offer, chosen over others. */
export const buying = (letter: string, id: string, besides: string[] = [], change: Partial<Candidate> = {}) =>
  judged(letter, {
    ...change,
    bought: { listing: listing(id), besides: besides.map(listing) },
  });
