import { Type, type TSchema } from 'typebox';
import type { Candidate } from '../candidate.ts';
import type { Subject } from '../subject.ts';
import type { AcceptedCost, AcceptedKind } from './kind.ts';
import { ACCEPTED, ACCEPTED_SCHEMAS } from './table.ts';

/** What a person accepted into a candidate, or can: told apart by `kind`. */
export const Accepted = Type.Union(ACCEPTED_SCHEMAS as unknown as TSchema[]) as unknown as Type.TUnsafe<Accepted>;
export type Accepted = Type.Static<(typeof ACCEPTED_SCHEMAS)[number]>;

const KINDS = Object.values(ACCEPTED);
export const ACCEPTED_KINDS = Object.keys(ACCEPTED) as readonly Accepted['kind'][];

const kindOf = (work: Accepted) => ACCEPTED[work.kind] as unknown as AcceptedKind<Type.TUnsafe<Accepted>>;

/** The candidate with some work accepted into it; work of the same key gives way. */
export const accept = (candidate: Candidate, work: Accepted): Candidate => kindOf(work).apply(candidate, work);

/** The candidate without it; handed what it came into, what it took the place of stands there again. */
export const takeOut = (candidate: Candidate, work: Accepted, before?: Candidate): Candidate =>
  kindOf(work).undo(candidate, work, before);

/** Everything that was accepted into a candidate, kind by kind. */
export const acceptedIn = (candidate: Candidate): Accepted[] =>
  KINDS.flatMap((k) => k.of(candidate) as readonly Accepted[]);

/** What a piece of accepted work is called, and what it puts on the bill. */
export const acceptedKey = (work: Accepted): string => kindOf(work).key(work);
export const acceptedWords = (subject: Subject, work: Accepted): string => kindOf(work).words(subject, work);
export const acceptedCost = (subject: Subject, work: Accepted): AcceptedCost | undefined =>
  kindOf(work).billLine(subject, work);

export { BRACKET } from './bracket.ts';
export { PICK_UP_CHECK_HOURS } from './pickUpCheck.ts';
export { SPRINGS } from './springs.ts';
export type { AcceptedCost } from './kind.ts';
