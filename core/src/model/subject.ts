import type { Brief } from './brief.ts';
import type { Library } from './build.ts';
import type { Candidate } from './candidate.ts';
import type { Chassis, Tyre } from './chassis.ts';
import type { DressingOption, Engine } from './engine.ts';
import type { Gearbox } from './gearbox.ts';
import type { Part } from './part.ts';

/** Another candidate, as far as a judgement compares with it. */
type Peer = Pick<Candidate, 'id' | 'engineId' | 'dressing'>;

/** All of a build that a judgement rests on besides the candidate itself and the library: the same for every candidate. */
export interface Setting {
  readonly currency: string;
  readonly brief: Brief;
  readonly chassis: Chassis | null;
  /** The candidates of the line-up, the judged one among them, in its order. */
  readonly peers: readonly Peer[];
}

/** What a question is asked about: one candidate with everything it refers to looked up. */
export interface Subject extends Setting {
  readonly candidate: Candidate;
  readonly engine: Engine;
  readonly gearbox: Gearbox;
  readonly dressing: readonly DressingOption[];
  readonly parts: readonly Part[];
  readonly tyre: Tyre | undefined;
  readonly library: Library;
  readonly originalEngine: Engine | undefined;
  readonly originalGearbox: Gearbox | undefined;
}
