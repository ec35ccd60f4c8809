import { capital, attempt, InputError } from '../units/index.ts';
import type { Chassis, Tyre } from './chassis.ts';
import type { Engine } from './engine.ts';
import { fieldWords } from './fieldWords.ts';
import { makeFinding } from './check.ts';
import type { Finding, Step } from './finding.ts';
import type { Gearbox } from './gearbox.ts';
import type { Part } from './part.ts';

/** Something that nobody has entered yet, and what has to be known for a figure. */
export class MissingInput extends InputError {
  readonly label: string;
  constructor(pointer: string) {
    const words = fieldWords(pointer);
    const label = words?.label ?? pointer.split('/').at(-1)!;
    super(pointer, `${capital(label)} missing.${words ? ` Enter it under ${WHERE[words.screen]}.` : ''}`);
    this.label = label;
  }
}

const WHERE = {
  brief: 'Brief',
  survey: 'Survey',
  library: 'Library',
  candidate: 'Candidate',
  mounts: 'Mounts',
  wiring: 'Wiring',
  parts: 'Parts & budget',
  'line-up': 'Line-up',
} as const;

function needed<T>(value: T | undefined, pointer: string): T {
  if (value === undefined) throw new MissingInput(pointer);
  return value;
}

/** A figure of the car. @throws MissingInput where nobody has entered it; so do the others below. */
export const ofCar = <K extends keyof Chassis>(car: Chassis, key: K) =>
  needed<NonNullable<Chassis[K]>>(car[key] ?? undefined, `/chassis/${key}`);

export const ofBrakes = (car: Chassis, end: 'front' | 'rear') => needed(car.brakes?.[end], `/chassis/brakes/${end}`);

type OwnCooling = NonNullable<Chassis['cooling']>;
export const ofCooling = <K extends keyof OwnCooling>(car: Chassis, key: K) =>
  needed<NonNullable<OwnCooling[K]>>(car.cooling?.[key] ?? undefined, `/chassis/cooling/${key}`);

type Weighing = Chassis['weighing'];
export const ofWeighing = <K extends keyof Weighing>(car: Pick<Chassis, 'weighing'>, key: K) =>
  needed<NonNullable<Weighing[K]>>(car.weighing[key] ?? undefined, `/chassis/weighing/${key}`);

export const ofTyre = <K extends keyof Tyre>(car: Chassis, tyre: Tyre, key: K) =>
  needed<NonNullable<Tyre[K]>>(tyre[key] ?? undefined, `/chassis/tyres/${Math.max(0, car.tyres.indexOf(tyre))}/${key}`);

export const ofEngine = <K extends keyof Engine>(engine: Pick<Engine, 'id' | K>, key: K) =>
  needed<NonNullable<Engine[K]>>(engine[key] ?? undefined, `/engines/${engine.id}/${key}`);

export const ofGearbox = <K extends keyof Gearbox>(gearbox: Pick<Gearbox, 'id' | K>, key: K) =>
  needed<NonNullable<Gearbox[K]>>(gearbox[key] ?? undefined, `/gearboxes/${gearbox.id}/${key}`);

export const ofPart = <K extends keyof Part>(part: Part, key: K) =>
  needed<NonNullable<Part[K]>>(part[key] ?? undefined, `/parts/${part.id}/${key}`);

/**
 * What a question can’t say because something is missing: each figure is calculated by itself, so that one that is missing
 * takes none with it that does not need it, and all that is missing is told in one finding.
 */
export class Gaps {
  readonly #missing = new Map<string, MissingInput>();

  /** The result of some work, undefined where it needs what is missing. Other bad input is thrown on. */
  find<T>(work: () => T): T | undefined {
    const tried = attempt(work);
    if (tried.ok) return tried.value;
    if (!(tried.fault instanceof MissingInput)) throw tried.fault;
    this.#missing.set(tried.fault.pointer, tried.fault);
    return undefined;
  }

  /** Where what is missing so far is entered. */
  get pointers(): readonly string[] {
    return [...this.#missing.keys()];
  }

  /** One finding that names all that is missing and where it is entered; none where nothing is. */
  findings(id: string, step: Step, title: string, about: readonly string[]): Finding[] {
    const missing = [...this.#missing.values()];
    if (missing.length === 0) return [];
    const labels = [...new Set(missing.map((m) => m.label))];
    return [
      makeFinding({
        id: `missing-${id}`,
        state: 'unknown',
        step,
        title: `${title}: ${labels.slice(0, 3).join(', ')}${labels.length > 3 ? ` and ${labels.length - 3} more` : ''} missing`,
        because: [...new Set(missing.map((m) => m.message))].join(' '),
        about: [...about],
        missing: missing.map((m) => m.pointer),
      }),
    ];
  }
}
