import type { Distribution, Evidence } from '../units/index.ts';
import type { Accepted } from './accepted/index.ts';
import type { BillClass } from './billClass.ts';

/** One line of the bill of a candidate: money and hours as distributions, to be drawn from. */
export interface BillLine {
  readonly id: string;
  readonly name: string;
  readonly class: BillClass;
  readonly why: string;
  /** Nought where `unpriced`. */
  readonly price: Distribution;
  /** Nobody has entered what it costs: the total is without it. */
  readonly unpriced?: true;
  readonly hours: Distribution;
  /** Nobody has entered how long it takes: the hours are without it. */
  readonly untimed?: true;
  readonly currency: string;
  readonly evidence: Evidence;
  readonly leadDays: number;
  readonly discontinued: boolean;
  /** The accepted work that brings it, by which it can be taken out again. */
  readonly acceptance?: Accepted;
}
