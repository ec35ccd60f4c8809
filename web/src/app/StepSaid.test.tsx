/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { act, cleanup, render, screen } from '@testing-library/react';

const steps: { undoWords: string | null; redoWords: string | null } = { undoWords: null, redoWords: null };
jest.unstable_mockModule('../hooks/buildState.tsx', () => ({ useBuild: () => ({ ...steps }) }));
const { StepSaid } = await import('./StepSaid.tsx');

afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

/** Draws it again and again as undo and redo stand, and says what it said each time. */
function told(...states: readonly (readonly [undo: string | null, redo: string | null])[]): (string | null)[] {
  const put = ([undo, redo]: (typeof states)[number]) => Object.assign(steps, { undoWords: undo, redoWords: redo });
  put(states[0]!);
  const { rerender } = render(<StepSaid />);
  return states.slice(1).map((s) => {
    put(s);
    rerender(<StepSaid />);
    return screen.getByRole('status').textContent;
  });
}

test('an undo says what it took back, a redo what it did again, a change nothing', () => {
  expect(
    told(['Renamed', null], ['Budget', null], ['Renamed', 'Budget'], [null, 'Renamed'], ['Renamed', 'Budget']),
  ).toEqual(['', 'Undone: Budget', 'Undone: Renamed', 'Redone: Renamed']);
});

test('what it said goes after a while', () => {
  jest.useFakeTimers();
  told(['Renamed', null], [null, 'Renamed']);
  expect(screen.getByRole('status').textContent).toBe('Undone: Renamed');
  act(() => jest.advanceTimersByTime(6000));
  expect(screen.getByRole('status').textContent).toBe('');
});
