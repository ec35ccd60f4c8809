import type { StepsAnswer } from '@sable/core';
import { Problem } from '../http/problem.ts';

export type Direction = 'undo' | 'redo';

/** One line of a log, without the content of the change. */
export interface LoggedStep {
  readonly seq: number;
  readonly words: string;
  readonly step: 'do' | Direction;
}

export interface Stacks {
  readonly undo: readonly LoggedStep[];
  readonly redo: readonly LoggedStep[];
}

/** How many of a client’s changes stay undoable. */
export const UNDO_DEPTH = 500;

/**
 * What a client can take back and do again, newest last, from its own log alone, oldest first. Undo is itself a line of
 * the log, so that nothing is ever rewritten; a new change ends what could be done again.
 */
export function stacksOf(log: readonly LoggedStep[]): Stacks {
  const undo: LoggedStep[] = [];
  const redo: LoggedStep[] = [];
  for (const entry of log) {
    if (entry.step === 'do') {
      undo.push(entry);
      redo.length = 0;
    } else if (entry.step === 'undo') {
      undo.pop();
      redo.push(entry);
    } else {
      redo.pop();
      undo.push(entry);
    }
  }
  return { undo, redo };
}

/** What undo and redo would take back, in words. */
export const wordsOf = ({ undo, redo }: Stacks): StepsAnswer => ({
  undo: undo.at(-1)?.words ?? null,
  redo: redo.at(-1)?.words ?? null,
});

/** @throws Problem 422 where there is nothing to take back. */
export function newestStep(stacks: Stacks, direction: Direction): LoggedStep {
  const step = stacks[direction].at(-1);
  if (!step)
    throw new Problem(422, direction === 'undo' ? 'There is nothing of yours to undo.' : 'There is nothing to redo.');
  return step;
}

/** That it can’t be taken back, for somebody’s later change of the same thing would be lost. */
export const changedSince = (
  direction: Direction,
  what: string,
  more: Readonly<Record<string, unknown>> = {},
): Problem =>
  new Problem(
    409,
    `It can’t be ${direction === 'undo' ? 'undone' : 'redone'}: somebody changed the same ${what} after you, and that would be lost.`,
    [],
    more,
  );
