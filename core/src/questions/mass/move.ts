import type { Vec3 } from '../../model/index.ts';
import type { Figure } from '../../units/index.ts';

/** One thing that comes out of the car or goes in. */
export interface Move {
  readonly name: string;
  readonly mass: Figure;
  /** Undefined where nobody has entered where it sits: the total is known then, the axles are not. */
  readonly comMm: Vec3 | undefined;
}

/** Something of the car that goes from one place to another: it weighs what it weighed. */
export interface Shift extends Move {
  readonly fromMm: Vec3;
  readonly comMm: Vec3;
}
