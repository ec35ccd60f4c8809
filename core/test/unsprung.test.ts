/** What bought wheels and brakes add below the springs, and what twin tyres carry. */
import { assess, brakeMassKg, loadOfIndex, type Build, type Candidate, type Part } from '../src/index.ts';
import { candidate, library, tug } from './demo.ts';

const C = candidate('C');
const CAR = tug.chassis!;
const OWN = CAR.brakes!.front!;
const LARGER = { kind: 'disc', outerDiameterMm: 330, innerDiameterMm: 200, thicknessMm: 32, vented: true } as const;
const BRAKES: Part = {
  ...library.parts.find((p) => p.class === 'brakes')!,
  id: 'made-brakes',
  brakes: { front: LARGER, leastRimIn: 13 },
};
const lib = { ...library, parts: [...library.parts, BRAKES] };
const judged = (partIds: readonly string[], build: Build = tug, own: Candidate = C) =>
  assess(build, { ...own, partIds: [...partIds] }, lib);

test('larger discs raise the unsprung mass by what both discs weigh more, and it is said', () => {
  const [without, with_] = [judged([]), judged([BRAKES.id])];
  const more = 2 * (brakeMassKg(LARGER) - brakeMassKg({ ...OWN, massKg: OWN.massKg?.value }));
  expect(more).toBeGreaterThan(4);
  const rise = (a: typeof with_) => a.figures!.ride!.front!.unsprung;
  expect(rise(with_).kg - rise(without).kg).toBeCloseTo(more, 9);
  expect(rise(without).by).not.toContain('brakes');
  expect(with_.findings.find((f) => f.id === 'unsprung-front')!.because).toContain('brakes');
  expect(without.findings.find((f) => f.id === 'unsprung-front')?.because ?? '').not.toContain('brakes');
  expect(with_.findings.find((f) => f.id === 'unsprung-rear')?.because ?? '').not.toContain('brakes');
});

test('what hangs below the springs does not sag them', () => {
  const part = (massKg: number): Part => ({ ...BRAKES, massKg: { value: massKg, evidence: 'measured' } });
  const drop = (p: Part) =>
    assess(tug, { ...C, partIds: [p.id] }, { ...library, parts: [...library.parts, p] }).figures!.ride!.front!.dropMm
      .value;
  const { unsprung } = judged([BRAKES.id]).figures!.ride!.front!;
  // Parts whose whole mass is the discs’ own difference leave the car where it stood.
  const still = judged([]).figures!.ride!.front!.dropMm.value;
  expect(Math.abs(drop(part(unsprung.kg)) - still)).toBeLessThan(Math.abs(drop(part(unsprung.kg + 20)) - still));
});

describe('twin tyres at the rear', () => {
  const twins = (twinLoadIndex?: number): Build => ({
    ...tug,
    chassis: {
      ...CAR,
      rearTwins: true,
      tyres: CAR.tyres.map((t) => ({ ...t, loadIndex: 60, ...(twinLoadIndex === undefined ? {} : { twinLoadIndex }) })),
    },
  });
  const row = (build: Build) => assess(build, C, library).checks.find((k) => k.id === 'tyre-load')!;
  test('each carries a quarter of the axle, against the index of twins', () => {
    const single: Build = { ...tug, chassis: { ...twins(57).chassis!, rearTwins: false } };
    expect(row(single).because).not.toContain('of twins');
    const [front, rear] = [row(twins(150)), row(twins(1))];
    expect(front.because).toContain('front tyre');
    expect(rear.because).toContain('index 1 of twins');
    expect(rear.limit).toBe(loadOfIndex(1));
    expect(rear.value!).toBeGreaterThan(rear.limit!);
    expect(rear.state).not.toBe('clear');
  });
  test('the index of twins that nobody has entered leaves it unknown', () => {
    const a = assess(twins(), C, library);
    expect(a.checks.find((k) => k.id === 'tyre-load')!.state).toBe('unknown');
    expect(a.findings.find((f) => f.id === 'tyre-load')!.missing[0]).toMatch(/twinLoadIndex$/);
  });
});
