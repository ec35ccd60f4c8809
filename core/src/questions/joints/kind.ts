import { Type } from 'typebox';
import type { Chassis, Engine, Gearbox, Part, PortSpec, Subject } from '../../model/index.ts';
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
  /** `but`: they mate, and something about it is short. */
  | { readonly result: 'fits'; readonly but?: JointMiss }
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

/** A face that needs no entering, since what it says stands in the record of its owner. */
export interface DerivedFace {
  readonly spec: PortSpec;
  readonly evidence?: Evidence | undefined;
  readonly from: string;
}

/** One of a few words. */
export const choice = <const T extends string>(title: string, words: readonly T[]) =>
  Type.Unsafe<T>({ type: 'string', enum: words, title });

/** Where a joint is shown: on the line from crank to road, or with others between engine and body. */
export const JOINT_GROUPS = [
  'crank to road',
  'mounting and drive',
  'controls',
  'air, fuel and water',
  'signals',
] as const;

interface JointSpec<A extends SpecSchema, B extends SpecSchema> {
  /** The id that ports and parts name it by. */
  readonly kind: string;
  /** Place in the order in which a powertrain goes together. */
  readonly order: number;
  readonly group: (typeof JOINT_GROUPS)[number];
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
  readonly neededFor: (chassis: Chassis | null, gearbox: Gearbox, engine: Engine) => boolean;
  /** Where there are always several: left and right, feed and return. */
  readonly places?: readonly string[];
  /** The same where the layout decides: a propshaft to each axle. */
  readonly placesIn?: (chassis: Chassis | null, gearbox: Gearbox) => readonly string[];
  /** Places that there may be, offered where a side is entered; a joint stands for those that are. */
  readonly offers?: readonly string[];
  /** What somebody looks at who has it in front of him. */
  readonly look: string;
  /** Where a side is entered, if not among the ports of its home. */
  readonly at?: { readonly a?: string; readonly b?: string };
  /** Faces that stand in other records already; entered ports come before them. */
  readonly derived?: (subject: Subject) => {
    readonly a?: DerivedFace | undefined;
    readonly b?: DerivedFace | undefined;
  };
  /** Parts of these classes take the place of the car’s own side, whether their faces are entered or not. */
  readonly changedBy?: readonly Part['class'][];
  /** What is asked beside the required fields by what these say: a cable's pull only of a cable. */
  readonly alsoAsks?: (
    a: Type.Static<A>,
    b: Type.Static<B>,
  ) => {
    readonly a?: readonly (keyof Type.Static<A> & string)[];
    readonly b?: readonly (keyof Type.Static<B> & string)[];
  };
  /** A side that asks for nothing mates with anything. */
  readonly asksNothing?: (a: Partial<Type.Static<A>>, b: Partial<Type.Static<B>>) => boolean;
  /** By what two fully stated faces miss each other; undefined where they mate. */
  readonly miss: (a: Type.Static<A>, b: Type.Static<B>, known: Known) => JointMiss | undefined;
  /** What is short about two faces that mate. */
  readonly short?: (a: Type.Static<A>, b: Type.Static<B>, known: Known) => JointMiss | undefined;
  /** What an open joint means for the car: it will not go together or run (blocked), or it will run wrong (tight). */
  readonly whenOpen: 'blocked' | 'tight';
  /** The sentence for a miss. */
  readonly openTitle: (by: string) => string;
}

/** A place in words: "cam-phasing" is cam phasing. */
export const placeWords = (place: string): string => place.replaceAll('-', ' ');

/** One kind of joint. A new kind is a new file in `kinds/` with one of these. */
export interface JointKind extends Omit<
  JointSpec<SpecSchema, SpecSchema>,
  'miss' | 'short' | 'alsoAsks' | 'asksNothing'
> {
  readonly match: (a: FaceData, b: FaceData) => Match;
}

export function defineJoint<A extends SpecSchema, B extends SpecSchema>(spec: JointSpec<A, B>): JointKind {
  const { miss, short, alsoAsks, asksNothing, ...rest } = spec;
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
      const [ofA, ofB] = [readA.values as Type.Static<A>, readB.values as Type.Static<B>];
      const also = alsoAsks?.(ofA, ofB);
      const unsaid = [
        ...unsaidOf('a', spec.spec.a, readA.values, also?.a),
        ...unsaidOf('b', spec.spec.b, readB.values, also?.b),
      ];
      if (unsaid.length > 0) return { result: 'unknown', missing: unsaid };
      const known = { a: a.evidence, b: b.evidence };
      const by = miss(ofA, ofB, known);
      if (by) return { result: 'misses', by };
      const but = short?.(ofA, ofB, known);
      return but ? { result: 'fits', but } : { result: 'fits' };
    },
  };
}

/** What is asked and not said, by its label. */
function unsaidOf(side: 'a' | 'b', schema: SpecSchema, values: object, asked: readonly string[] = []) {
  const fields = schema.properties as Readonly<Record<string, { readonly title?: string }>>;
  return asked.filter((key) => !(key in values)).map((key) => ({ side, label: fields[key]?.title ?? key }));
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
