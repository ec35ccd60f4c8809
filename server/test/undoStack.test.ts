import fc from 'fast-check';
import { changedSince, newestStep, stacksOf, wordsOf, type LoggedStep } from '../src/store/undoStack.ts';

/** A log as a person makes one: each press of undo and redo only where there is something to take back. */
function logOf(presses: readonly ('do' | 'undo' | 'redo')[]): LoggedStep[] {
  const log: LoggedStep[] = [];
  for (const press of presses) {
    const seq = log.length + 1;
    if (press === 'do') log.push({ seq, words: `change ${seq}`, step: 'do' });
    else {
      const of = stacksOf(log)[press].at(-1);
      if (of) log.push({ seq, words: of.words, step: press });
    }
  }
  return log;
}

/** The same in the plainest way: a document, its pasts and its futures. */
function documentOf(log: readonly LoggedStep[]) {
  let now: string[] = [];
  const pasts: string[][] = [];
  const futures: string[][] = [];
  for (const { step, words } of log) {
    if (step === 'do') {
      pasts.push(now);
      futures.length = 0;
      now = [...now, words];
    } else if (step === 'undo') {
      futures.push(now);
      now = pasts.pop()!;
    } else {
      pasts.push(now);
      now = futures.pop()!;
    }
  }
  return { now, undoable: pasts.length, redoable: futures.length };
}

const presses = fc.array(fc.constantFrom('do' as const, 'do' as const, 'undo' as const, 'redo' as const), {
  maxLength: 60,
});

test('an empty log has nothing to take back, and says so', () => {
  const stacks = stacksOf([]);
  expect(wordsOf(stacks)).toEqual({ undo: null, redo: null });
  expect(() => newestStep(stacks, 'undo')).toThrow('There is nothing of yours to undo.');
  expect(() => newestStep(stacks, 'redo')).toThrow('There is nothing to redo.');
});

test('what can be taken back is what a document with its pasts and futures could', () => {
  fc.assert(
    fc.property(presses, (pressed) => {
      const log = logOf(pressed);
      const { undo, redo } = stacksOf(log);
      const document = documentOf(log);
      expect([undo.length, redo.length]).toEqual([document.undoable, document.redoable]);
      expect(undo.map((s) => s.words)).toEqual(document.now);
    }),
  );
});

test('undone and done again as often as it goes, everything stands as before', () => {
  fc.assert(
    fc.property(presses, (pressed) => {
      const log = logOf(pressed);
      const { undo } = stacksOf(log);
      const back = undo.map(() => 'undo' as const);
      const forth = undo.map(() => 'redo' as const);
      const after = logOf([...log.map((s) => s.step), ...back, ...forth]);
      expect(stacksOf(after).undo.map((s) => s.words)).toEqual(undo.map((s) => s.words));
    }),
  );
});

test('a new change ends what could be done again', () => {
  const { undo, redo } = stacksOf(logOf(['do', 'do', 'undo', 'do']));
  expect(redo).toEqual([]);
  expect(undo.map((s) => s.words)).toEqual(['change 1', 'change 4']);
});

test('the newest is the one that is named', () => {
  const stacks = stacksOf(logOf(['do', 'do', 'do', 'undo']));
  expect(wordsOf(stacks)).toEqual({ undo: 'change 2', redo: 'change 3' });
  expect(newestStep(stacks, 'undo').seq).toBe(2);
  // Doing it again takes back the undoing: that is the line it points at.
  expect(newestStep(stacks, 'redo').seq).toBe(4);
});

test('where somebody changed the same since, it is a conflict that brings along what stands', () => {
  expect(changedSince('undo', 'row')).toMatchObject({ status: 409, message: expect.stringContaining('be undone') });
  const problem = changedSince('redo', 'thing', { currentVersion: 7 });
  expect(problem.more).toEqual({ currentVersion: 7 });
  expect(problem.message).toBe(
    'It can’t be redone: somebody changed the same thing after you, and that would be lost.',
  );
});
