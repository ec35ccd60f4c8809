import { Type, type TObject, type TProperties, type TSchema } from 'typebox';
import { type Distribution, type Evidence } from '../../units/index.ts';
import type { BillClass } from '../billClass.ts';
import type { Candidate } from '../candidate.ts';
import type { Subject } from '../subject.ts';

/** What a piece of accepted work puts on the bill; name, currency and way back are added by the bill. */
export interface AcceptedCost {
  readonly class: BillClass;
  readonly why: string;
  /** Undefined where nobody has entered one: the line stands there without. */
  readonly price: Distribution | undefined;
  /** Undefined where nobody has entered them. */
  readonly hours: Distribution | undefined;
  readonly evidence: Evidence;
  readonly leadDays?: number;
  readonly discontinued?: boolean;
  /** The currency of a price that ships with the program. */
  readonly guideCurrency?: string;
  /** What it is made up of: a line for each stands on the bill in place of the one. */
  readonly pieces?: readonly { readonly what: string; readonly price: Distribution; readonly hours: Distribution }[];
}

/**
 * One kind of work that a person can accept into a candidate: the one way in, and out again, for remedies, recipes, the
 * bill and whatever else proposes. A new kind is a new file in this folder: it exports this, and beside it the schema, an
 * object with `kind`, by which the union is told apart. Apart, because the page takes work in and out and checks none.
 */
export interface AcceptedKind<S extends TSchema> {
  /** All of this kind that stands in a candidate, in its order. */
  readonly of: (candidate: Candidate) => readonly Type.Static<S>[];
  /** Names the place it takes: work of the same key stands in for it. The id of its line on the bill. */
  readonly key: (work: Type.Static<S>) => string;
  /** The candidate with it; what has the same key gives way, where it stood. */
  readonly apply: (candidate: Candidate, work: Type.Static<S>) => Candidate;
  /** The candidate without it; what it took the place of is put back where `before`, the candidate it came into, is handed in. */
  readonly undo: (candidate: Candidate, work: Type.Static<S>, before?: Candidate) => Candidate;
  /** What it is called on the bill, figures as tokens. */
  readonly words: (subject: Subject, work: Type.Static<S>) => string;
  /** Undefined where it costs nothing, or can't be carried out. */
  readonly billLine: (subject: Subject, work: Type.Static<S>) => AcceptedCost | undefined;
}

export function defineAccepted<S extends TSchema>(kind: AcceptedKind<S>): AcceptedKind<S> {
  return kind;
}

/**
 * The schema of work by that of what it puts into the candidate, with what else it is told apart by. A call, that a bundle which checks
 * nothing may leave out whole: a spread of another schema’s fields could not be.
 */
export const withKind = <K extends string, P extends TProperties, M extends TProperties = Record<never, never>>(
  kind: K,
  of: TObject<P>,
  more?: M,
) =>
  Type.Object(
    { kind: Type.Literal(kind), ...more, ...of.properties } as { kind: ReturnType<typeof Type.Literal<K>> } & M & P,
    { additionalProperties: false },
  );
