import { DEFAULT_SCATTER, worstEvidence, type Evidence } from './evidence.ts';

/** A quantity that someone measured, read or believed. `plusMinus` is one standard deviation in the figure's own unit. */
export interface Figure {
  readonly value: number;
  readonly plusMinus?: number;
  readonly evidence: Evidence;
  readonly source?: string;
  readonly note?: string;
}

/** A computed figure: always with its scatter, and with what it rests on. */
export interface Derived {
  readonly value: number;
  readonly plusMinus: number;
  readonly evidence: Evidence;
  readonly from: readonly Contribution[];
}

/** One input of a derived figure: its value, evidence and its share of the result's variance, 0 to 1. */
export interface Contribution {
  readonly name: string;
  readonly value: number;
  readonly plusMinus: number;
  readonly evidence: Evidence;
  readonly share: number;
}

/** The figure's standard deviation: as stated, else the default share for its evidence. */
export function scatterOf(figure: Figure): number {
  return figure.plusMinus ?? Math.abs(figure.value) * DEFAULT_SCATTER[figure.evidence];
}

export function quadrature(scatters: readonly number[]): number {
  let sum = 0;
  for (const s of scatters) sum += s * s;
  return Math.sqrt(sum);
}

/** An input below this share of the variance does not decide the result's evidence. */
const IMPORTANT_SHARE = 0.1;

/**
 * First-order propagation of scatter (GUM, JCGM 100:2008, 5.1.2, by central differences one standard deviation to
 * either side). A result is no better than its worst important input: one that brings a tenth or more of the variance.
 */
export function propagate<K extends string>(
  inputs: Readonly<Record<K, Figure>>,
  compute: (values: Readonly<Record<K, number>>) => number,
): Derived {
  const names = Object.keys(inputs) as K[];
  const values = {} as Record<K, number>;
  for (const name of names) values[name] = inputs[name].value;
  const value = compute(values);
  const parts = names.map((name) => {
    const figure = inputs[name];
    const s = scatterOf(figure);
    if (s === 0) return { name, figure, s, part: 0 };
    const up = compute({ ...values, [name]: figure.value + s });
    const down = compute({ ...values, [name]: figure.value - s });
    return { name, figure, s, part: ((up - down) / 2) ** 2 };
  });
  const variance = parts.reduce((sum, p) => sum + p.part, 0);
  const from = parts.map((p) => ({
    name: p.name as string,
    value: p.figure.value,
    plusMinus: p.s,
    evidence: p.figure.evidence,
    share: variance > 0 ? p.part / variance : 0,
  }));
  const important = variance > 0 ? from.filter((c) => c.share >= IMPORTANT_SHARE) : from;
  return { value, plusMinus: Math.sqrt(variance), evidence: worstEvidence(important.map((c) => c.evidence)), from };
}

/** The figure in a sum's own words, for a fixed input with no doubt (a definition, a choice). */
export function exactly(value: number): Figure {
  return { value, plusMinus: 0, evidence: 'measured' };
}
