import type { CostlyEvent, Distribution, Evidence } from '../units/index.ts';
import type { Accepted } from './accepted/index.ts';
import type { BillClass } from './billClass.ts';
import type { BillEdit, OwnLine } from './billEdits.ts';

/** One line of the bill of a candidate: money and hours as distributions, to be drawn from. */
export interface BillLine {
  readonly id: string;
  readonly name: string;
  readonly class: BillClass;
  readonly why: string;
  /** Nought where `unpriced`. */
  readonly price: Distribution;
  /** It costs this where it happens; its price is what is to be expected of it. */
  readonly event?: CostlyEvent;
  /** Nobody has entered what it costs: the total is without it. */
  readonly unpriced?: true;
  readonly hours: Distribution;
  /** What an hour of it costs: the shop’s rate, or what an own one is counted at. */
  readonly hourly: number;
  /** Nobody has entered how long it takes: the hours are without it. */
  readonly untimed?: true;
  readonly currency: string;
  readonly evidence: Evidence;
  readonly leadDays: number;
  /** How much later than said its supplier has come before. */
  readonly lateDays?: number;
  readonly discontinued: boolean;
  /** What a person has said of it: its price and hours are theirs, where they have said any. */
  readonly kept?: BillEdit | OwnLine;
  /** What would stand there without them. */
  readonly reckoned?: { readonly price: Distribution; readonly hours: Distribution };
  /** In other money: what is quoted in it, and what one of it is worth; its price is what that comes to. */
  readonly quoted?: { readonly currency: string; readonly price: Distribution; readonly rate: Distribution };
  /** Bought when it runs, for the power to come. */
  readonly stage?: 'later';
  /** The accepted work that brings it, by which it can be taken out again. */
  readonly acceptance?: Accepted;
}
