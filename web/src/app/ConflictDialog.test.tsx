/** @jest-environment jsdom */
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { tug } from '../../../core/test/demo.ts';
import type { Conflict } from '../hooks/saveQueue.ts';
import { actions, draw, openJudged } from '../testing/inBuild.tsx';

const { ConflictDialog } = await import('./ConflictDialog.tsx');

openJudged(tug);
afterEach(() => {
  cleanup();
  actions.settle.mockClear();
});

const conflict = (target: string, fields: readonly { pointer: string; mine: unknown; theirs: unknown }[]): Conflict =>
  ({ target, fields, currentVersion: 12, theirs: tug }) as unknown as Conflict;
const rows = () => screen.getAllByRole('row').map((r) => [...r.children].map((c) => c.textContent));

test('a field is named with whose it is, and both values stand in their unit', () => {
  draw(<ConflictDialog conflict={conflict('brief', [{ pointer: '/budget', mine: 8000, theirs: 6500 }])} />);
  expect(rows()).toEqual([
    ['Field', 'Yours', 'Saved, version 12'],
    ['budget', '8,000 €', '6,500 €'],
  ]);
  expect(screen.getByText(/You both changed this field\./)).toBeTruthy();
});

test('figures stand in the reader’s units, with their doubt and where they come from', () => {
  const fields = [
    {
      pointer: '/driverKg',
      mine: { value: 100, plusMinus: 5, evidence: 'measured' },
      theirs: { value: 75, evidence: 'estimated' },
    },
  ];
  draw(<ConflictDialog conflict={conflict('brief', fields)} />, 'us');
  expect(rows()[1]!.slice(1)).toEqual(['220 lb ± 11 lb (measured)', '165 lb (estimated)']);
});

test('a candidate goes by its letter; ratios and words stand as they were typed', () => {
  const fields = [
    { pointer: '/finalDrive', mine: 3.9, theirs: 3.7 },
    { pointer: '/name', mine: 'Hesper', theirs: '' },
  ];
  draw(<ConflictDialog conflict={conflict('candidates/d', fields)} />);
  expect(rows().slice(1)).toEqual([
    ['D: final drive', '3.9', '3.7'],
    [expect.stringMatching(/^D: /), 'Hesper', 'not set'],
  ]);
  expect(screen.getByText(/You both changed these fields\./)).toBeTruthy();
});

test('lists are told by what they hold, or by how many; yes and no as that', () => {
  const fields = [
    { pointer: '/partIds', mine: ['rad-2', 'fan-1'], theirs: [] },
    { pointer: '/workings', mine: [{ id: 'a' }], theirs: undefined },
    { pointer: '/fitted', mine: true, theirs: false },
  ];
  draw(<ConflictDialog conflict={conflict('candidates/d', fields)} />);
  expect(
    rows()
      .slice(1)
      .map((r) => r.slice(1)),
  ).toEqual([
    ['rad-2, fan-1', ''],
    ['1 rows', 'not set'],
    ['yes', 'no'],
  ]);
});

test('either choice settles it, and the one that keeps what is saved is at hand', () => {
  draw(<ConflictDialog conflict={conflict('brief', [{ pointer: '/budget', mine: 8000, theirs: 6500 }])} />);
  expect(document.activeElement?.textContent).toBe('Keep saved version');
  fireEvent.click(screen.getByRole('button', { name: 'Keep saved version' }));
  fireEvent.click(screen.getByRole('button', { name: 'Overwrite with my version' }));
  expect(actions.settle.mock.calls).toEqual([['theirs'], ['mine']]);
});
