import type { Type } from 'typebox';
import type { Chassis, Gearbox, PortSpec } from '../../model/index.ts';
import { quadrature, say, sayDerived, worstEvidence, type Evidence, type Quantity } from '../../units/index.ts';
import { readSpec, type SpecSchema } from './faceSpec.ts';

/** By what two faces miss each other: figures where there are some, and the words made from them. */
export interface JointMiss {
  readonly words: string;
  readonly quantity?: Quantity;
  readonly value?: number;
  /** One standard deviation, where both sides say how they are known. */
  readonly plusMinus?: number;
  readonly limit?: number;
  readonly evidence?: Evidence;
}

/** What a comparison of two faces says: they mate, they miss by something, or one of them is not known well enough. */
export type Match =
  | { readonly result: 'fits' }
  | { readonly result: 'misses'; readonly by: JointMiss }
  | { readonly result: 'unknown'; readonly missing: readonly { side: 'a' | 'b'; label: string }[] };

/** One face of a joint as far as a match looks at it. */
export interface FaceData {
  readonly spec: PortSpec;
  readonly evidence?: Evidence | undefined;
}

/** How the two faces are known: what the ± of a difference is made of. */
export interface Known {
  readonly a: Evidence | undefined;
  readonly b: Evidence | undefined;
}

type Home = 'engine' | 'gearbox' | 'car';

interface JointSpec<A extends SpecSchema, B extends SpecSchema> {
  /** The id that ports and parts name it by. */
  readonly kind: string;
  /** Place in the order in which a powertrain goes together. */
  readonly order: number;
  readonly title: string;
  /** What its two sides are, in words. */
  readonly sides: { readonly a: string; readonly b: string };
  /** Where each side is looked for first: what is missing is entered there. */
  readonly home: { readonly a: Home; readonly b: Home };
  /** It closes only where the powertrain sits: mounts. */
  readonly byPlace?: boolean;
  /** What decides the match, side by side; labels as titles, keys that need not be stated optional. */
  readonly spec: { readonly a: A; readonly b: B };
  /** Which layouts need it closed. */
  readonly neededFor: (chassis: Chassis | null, gearbox: Gearbox) => boolean;
  /** A side that asks for nothing mates with anything. */
  readonly asksNothing?: (a: Partial<Type.Static<A>>, b: Partial<Type.Static<B>>) => boolean;
  /** By what two fully stated faces miss each other; undefined where they mate. */
  readonly miss: (a: Type.Static<A>, b: Type.Static<B>, known: Known) => JointMiss | undefined;
  /** What an open joint means for the car: it will not go together or run (blocked), or it will run wrong (tight). */
  readonly whenOpen: 'blocked' | 'tight';
  /** The sentence for a miss. */
  readonly openTitle: (by: string) => string;
}

/** One kind of joint. A new kind is a new file in `kinds/` with one of these. */
export interface JointKind extends Omit<JointSpec<SpecSchema, SpecSchema>, 'miss' | 'asksNothing'> {
  readonly match: (a: FaceData, b: FaceData) => Match;
}

export function defineJoint<A extends SpecSchema, B extends SpecSchema>(spec: JointSpec<A, B>): JointKind {
  const { miss, asksNothing, ...rest } = spec;
  return {
    ...rest,
    match(a, b) {
      const readA = readSpec(spec.spec.a, a.spec);
      const readB = readSpec(spec.spec.b, b.spec);
      if (asksNothing?.(readA.values, readB.values)) return { result: 'fits' };
      const missing = [
        ...readA.missing.map((label) => ({ side: 'a' as const, label })),
        ...readB.missing.map((label) => ({ side: 'b' as const, label })),
      ];
      if (missing.length > 0) return { result: 'unknown', missing };
      const by = miss(readA.values as Type.Static<A>, readB.values as Type.Static<B>, { a: a.evidence, b: b.evidence });
      return by ? { result: 'misses', by } : { result: 'fits' };
    },
  };
}

/** How surely a machined dimension is known, mm, one standard deviation: caliper, drawing, hearsay, guess. */
const DIMENSION_MM: Readonly<Record<Evidence, number>> = { measured: 0.15, published: 0.1, claimed: 0.5, estimated: 1 };

/** A miss where two dimensions differ by more than play allows, mm; `what` ends the words: "on the bolt circle". */
export function lengthMiss(a: number, b: number, playMm: number, what: string, known: Known): JointMiss | undefined {
  const value = Math.abs(a - b);
  if (value <= playMm) return undefined;
  const evidence = known.a && known.b && worstEvidence([known.a, known.b]);
  const plusMinus = known.a && known.b && quadrature([DIMENSION_MM[known.a], DIMENSION_MM[known.b]]);
  const figure =
    plusMinus === undefined
      ? say(value, 'lengthMm', { digits: 1 })
      : sayDerived({ value, plusMinus }, 'lengthMm', { digits: 1 });
  return {
    words: `${figure} ${what}`,
    quantity: 'lengthMm',
    value,
    limit: playMm,
    ...(plusMinus === undefined ? {} : { plusMinus }),
    ...(evidence === undefined ? {} : { evidence }),
  };
}

/** A miss where two counts or names are not the same; there is nothing between them to measure. */
export function otherMiss<T>(a: T, b: T, words: string): JointMiss | undefined {
  return a === b ? undefined : { words };
}
