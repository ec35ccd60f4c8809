import { round } from './measure.ts';

/** A figure of the bench against what it should reach. */
export interface Reach {
  readonly name: string;
  readonly figure: number;
  readonly limit: number;
  readonly atLeast?: boolean;
}

/** Each reach as met or missed, with its ratio: above 1 it is missed by so much. */
export function reaches(list: readonly Reach[]) {
  return list.map(({ name, figure, limit, atLeast }) => {
    // A limit of nought is met by nought alone.
    const ratio = limit === 0 ? (figure === 0 ? 0 : Infinity) : atLeast ? limit / figure : figure / limit;
    return { reach: name, figure, limit: `${atLeast ? '≥' : '≤'} ${limit}`, ratio: round(ratio, 2), met: ratio <= 1 };
  });
}
