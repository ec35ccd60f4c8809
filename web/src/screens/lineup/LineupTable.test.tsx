/** @jest-environment jsdom */
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { assess, baselineCandidate, type Build, type Check } from '@sable/core';
import { wordSentence } from '@sable/core/units';
import { library, second, tug } from '../../../../core/test/demo.ts';
import { actions, draw, open, openJudged, openUnjudged } from '../../testing/inBuild.tsx';

const { LineupTable } = await import('./LineupTable.tsx');

afterEach(() => {
  cleanup();
  for (const action of Object.values(actions)) action.mockClear();
});
beforeEach(() => openJudged(tug, 'b'));

const METRIC = { system: 'metric' } as const;
const cells = () => screen.getAllByRole('button').filter((b) => /^[A-F], /.test(b.getAttribute('aria-label') ?? ''));
const checksOf = (id: string): readonly Check[] => open.judged!.assessments.find((a) => a.candidateId === id)!.checks;

test('every check of every candidate has its cell, and its name says figure and state', () => {
  draw(<LineupTable />);
  const names = cells().map((c) => c.getAttribute('aria-label')!);
  for (const candidate of tug.candidates)
    for (const check of checksOf(candidate.id)) {
      const name = names.find((n) => n.startsWith(`${candidate.letter}, ${wordSentence(check.title, METRIC)}:`));
      expect([candidate.letter, check.title, name]).toEqual([candidate.letter, check.title, expect.any(String)]);
      if (check.limitKind !== 'info') expect(name).toContain(check.state);
      if (check.value === undefined) expect(name).toContain('unknown');
    }
});

test('what is not known is never shown as a figure', () => {
  draw(<LineupTable />);
  const unknown = checksOf('f').filter((c) => c.value === undefined);
  expect(unknown.length).toBeGreaterThan(0);
  for (const check of unknown) {
    const cell = cells().find((c) =>
      c.getAttribute('aria-label')!.startsWith(`F, ${wordSentence(check.title, METRIC)}:`),
    )!;
    expect(cell.textContent).not.toMatch(/\d/);
  }
});

test('limits stand in the reader’s units', () => {
  draw(<LineupTable />);
  expect(screen.getByRole('rowheader', { name: /^Wheel size/ }).textContent).toContain('14 in maximum');
  expect(screen.getByRole('rowheader', { name: /^Smallest clearance margin/ }).textContent).toContain('0 mm minimum');
  cleanup();
  draw(<LineupTable />, 'us');
  expect(screen.getByRole('rowheader', { name: /^Smallest clearance margin/ }).textContent).toContain(
    '0.00 in minimum',
  );
});

test('another final drive is written into its candidate alone', () => {
  draw(<LineupTable />);
  const select = screen.getByLabelText<HTMLSelectElement>('Final drive of D');
  const other = [...select.options].find((o) => o.value !== select.value)!;
  fireEvent.change(select, { target: { value: other.value } });
  const d = tug.candidates.find((c) => c.letter === 'D')!;
  expect(actions.saveCandidate.mock.calls).toEqual([[d, { ...d, finalDrive: Number(other.value) }]]);
});

test('a name picks its candidate; a cell does too', () => {
  draw(<LineupTable />);
  const head = screen.getAllByRole('columnheader').find((h) => /Dotterel/.test(h.textContent ?? ''))!;
  fireEvent.click(within(head).getAllByRole('button')[0]!);
  fireEvent.click(cells().find((c) => c.getAttribute('aria-label')!.startsWith('F, Noise:'))!);
  expect(actions.select.mock.calls).toEqual([['e'], ['f']]);
});

test('before it is judged there is no table, and why is said', () => {
  openUnjudged(tug);
  draw(<LineupTable />);
  expect(screen.queryByRole('table')).toBeNull();
  expect(screen.getByText('Calculating…')).toBeTruthy();
  cleanup();
  openUnjudged(tug, 'a curve of one point');
  draw(<LineupTable />);
  expect(screen.getByText('Not checked.')).toBeTruthy();
});

test('long names of many candidates make it wider, not shorter', () => {
  const [first] = tug.candidates;
  const many: Build = {
    ...second,
    chassis: tug.chassis,
    brief: tug.brief,
    candidates: ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H', 'I'].map((letter) => ({
      ...first!,
      id: letter.toLowerCase(),
      letter,
      name: `${letter} with a name that a patient person typed to its very end`,
    })),
  };
  openJudged(many);
  draw(<LineupTable />);
  expect(screen.getAllByText(/that a patient person typed to its very end/).length).toBe(9);
  expect(screen.getByRole('table').style.minWidth).toBe(`${190 + 58 + 9 * 112}px`);
});

test('beside every row stands the car as found; where nobody entered what is in it, that leads to where it is entered', () => {
  open.judged = { ...open.judged!, found: assess(tug, baselineCandidate(tug)!, library) };
  draw(<LineupTable />);
  const now = () => [...document.querySelectorAll('tbody td.now')].map((td) => td.textContent ?? '');
  expect(now().length).toBeGreaterThan(20);
  expect(now().filter((t) => t.trim() === '')).toEqual([]);
  cleanup();
  open.judged = { ...open.judged, found: undefined };
  draw(<LineupTable />);
  expect(new Set(now())).toEqual(new Set(['?']));
  expect(screen.getByText('Original car: enter data').getAttribute('href')).toMatch(
    /\/survey\?.*field=\/chassis\/originalEngineId$/,
  );
});
