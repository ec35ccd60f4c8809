import { DEFAULT_SCATTER, worstEvidence, type Evidence } from './evidence.ts';

/**
 * The thing of the data that a figure was made from, where it is not itself one: by it the figure's address is found. A
 * symbol, so that it stays out of JSON, of messages between threads and of what is stored.
 */
export const ORIGIN: unique symbol = Symbol('origin');

/** A quantity that someone measured, read or believed. `plusMinus` is one standard deviation in the figure's own unit. */
export interface Figure {
  readonly [ORIGIN]?: object;
  readonly value: number;
  readonly plusMinus?: number;
  readonly evidence: Evidence;
  readonly source?: string;
  readonly note?: string;
}

/** A computed figure: always with its scatter, and with what it rests on. */
export interface Derived {
  readonly [ORIGIN]?: object;
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
  /** What it goes back to, and whether it is that itself. */
  readonly [ORIGIN]?: { readonly thing: object; readonly direct: boolean };
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

/** The figure made from a thing of the data that is no figure: a share of a curve, a level read at a distance. */
export function madeFrom(figure: Figure, origin: object): Figure {
  return { ...figure, [ORIGIN]: origin };
}

/** What a figure goes back to: what it was made from, or of a derived one what decides most of its doubt, or itself. */
function originOf(figure: Figure | Derived): object {
  if (figure[ORIGIN]) return figure[ORIGIN];
  if (!('from' in figure)) return figure;
  const main = figure.from.reduce<Contribution | undefined>((m, c) => (!m || c.share > m.share ? c : m), undefined);
  return main?.[ORIGIN]?.thing ?? figure;
}

/** An input below this share of the variance does not decide the result's evidence. */
const IMPORTANT_SHARE = 0.1;

/**
 * Half of what a result moves between both ends of an input's scatter. Where it has no value at one end it is taken to move as
 * much there as at the other; where it has none at either, it may be anything up to itself.
 */
function halfSpan(up: number, at: number, down: number): number {
  if (Number.isFinite(up) && Number.isFinite(down)) return (up - down) / 2;
  if (Number.isFinite(up)) return up - at;
  return Number.isFinite(down) ? at - down : at;
}

/**
 * First-order propagation of scatter (GUM, JCGM 100:2008, 5.1.2, by central differences one standard deviation to
 * either side) through a computation of several results at once. A result is no better than its worst important input:
 * one that brings a tenth or more of the variance. `nameOf` says what an input is called among the contributions, where
 * that is not its key.
 */
export function propagateAll<K extends string, R extends string>(
  inputs: Readonly<Record<K, Figure>>,
  compute: (values: Readonly<Record<K, number>>) => Readonly<Record<R, number>>,
  nameOf: (input: K) => string = (input) => input,
): Record<R, Derived> {
  const names = Object.keys(inputs) as K[];
  const values = {} as Record<K, number>;
  for (const name of names) values[name] = inputs[name].value;
  const at = compute(values);
  const results = Object.keys(at) as R[];
  const scatters = names.map((name) => scatterOf(inputs[name]));
  const parts = names.map((name, i) => {
    const s = scatters[i]!;
    if (s === 0) return undefined;
    const middle = values[name];
    values[name] = middle + s;
    const up = compute(values);
    values[name] = middle - s;
    const down = compute(values);
    values[name] = middle;
    return { up, down };
  });
  const shown = names.map((name) => nameOf(name));
  const origins = names.map((name) => {
    const thing = originOf(inputs[name]);
    return { thing, direct: thing === inputs[name] };
  });
  const derived = {} as Record<R, Derived>;
  for (const result of results) {
    let variance = 0;
    const squares = parts.map((p) => {
      const half = p === undefined ? 0 : halfSpan(p.up[result], at[result], p.down[result]);
      variance += half * half;
      return half * half;
    });
    const from = names.map((name, i) => {
      const c: { -readonly [K in keyof Contribution]: Contribution[K] } = {
        name: shown[i]!,
        value: inputs[name].value,
        plusMinus: scatters[i]!,
        evidence: inputs[name].evidence,
        share: variance > 0 ? squares[i]! / variance : 0,
      };
      c[ORIGIN] = origins[i]!;
      return c;
    });
    const important = variance > 0 ? from.filter((c) => c.share >= IMPORTANT_SHARE) : from;
    derived[result] = {
      value: at[result],
      plusMinus: Math.sqrt(variance),
      evidence: worstEvidence(important.map((c) => c.evidence)),
      from,
    };
  }
  return derived;
}

/** The same for a computation of one result. `compute` must not keep the object it is handed. */
export function propagate<K extends string>(
  inputs: Readonly<Record<K, Figure>>,
  compute: (values: Readonly<Record<K, number>>) => number,
  nameOf?: (input: K) => string,
): Derived {
  return propagateAll(inputs, (values) => ({ result: compute(values) }), nameOf).result;
}

/** The figure in a sum's own words, for a fixed input with no doubt (a definition, a choice). */
export function exactly(value: number): Figure {
  return { value, plusMinus: 0, evidence: 'measured' };
}
