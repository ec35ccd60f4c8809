/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { wordSentence } from '@sable/core/units';
import { sumNamed, type Candidate, type CandidateSumOutput } from '@sable/core';
import { baselineCandidate } from '@sable/core/questions/lineup';
import { second, tug } from '../../../../core/test/demo.ts';
import { actions, draw, open, openJudged } from '../../testing/inBuild.tsx';

/** What the draw would answer; nothing is drawn where nothing is said. */
let drawn: unknown;
jest.unstable_mockModule('../../hooks/useSum.ts', () => ({
  useSum: (name: string, question?: unknown) => ({
    running: drawn === undefined,
    progress: undefined,
    answer: name !== 'candidate.money' || drawn === undefined ? undefined : { unpriced: [], drawn },
    to: question,
    fault: undefined,
    ask: () => undefined,
    stop: () => undefined,
    clear: () => undefined,
  }),
}));
const { PartsScreen } = await import('./PartsScreen.tsx');

afterEach(() => {
  cleanup();
  actions.saveCandidate.mockClear();
  actions.save.mockClear();
});
beforeEach(() => {
  drawn = undefined;
  openJudged(tug, 'b');
});

const bill = () => open.judged!.assessments.find((a) => a.candidateId === open.candidate!.id)!.figures!.money!.bill;
const number = (text: string | null) => Number((text ?? '').replaceAll(',', '').replace('−', '-'));
const METRIC = { system: 'metric' } as const;

test('every line of the bill stands in the table, once', () => {
  draw(<PartsScreen />);
  const shown = screen.getAllByRole('rowheader').map((h) => h.textContent ?? '');
  for (const line of bill().lines) {
    const name = wordSentence(line.name, METRIC);
    expect([name, shown.filter((s) => s.startsWith(name)).length > 0]).toEqual([name, true]);
  }
});

test('what is shown as likely adds up, line by line, to what the lines say', () => {
  draw(<PartsScreen />);
  const rows = screen.getAllByRole('row').filter((r) => within(r).queryByRole('rowheader'));
  const likely = rows.flatMap((r) => {
    const typed = within(r).queryByRole<HTMLInputElement>('textbox', { name: /^Likely, / })?.value;
    const shown = typed ?? within(r).queryAllByRole('cell')[1]?.textContent ?? '';
    return shown === '' ? [] : [number(shown)];
  });
  const lines = bill().lines.filter((l) => l.price.low !== 0 || l.price.high !== 0);
  expect(likely.slice(0, lines.length).sort((a, b) => a - b)).toEqual(
    lines.map((l) => Math.round(l.price.likely)).sort((a, b) => a - b),
  );
});

test('the answer is the expected sum against the budget, above or below it', () => {
  const total = bill().meanTotal;
  for (const [budget, words] of [
    [Math.ceil(total) + 100, 'inside the budget'],
    [Math.floor(total) - 100, 'over the budget'],
  ] as const) {
    openJudged({ ...tug, brief: { ...tug.brief, budget } }, 'b');
    draw(<PartsScreen />);
    expect(screen.getByText(/expected/, { selector: 'p' }).textContent).toContain(words);
    cleanup();
  }
  const { budget: _none, ...open_ } = tug.brief;
  openJudged({ ...tug, brief: open_ }, 'b');
  draw(<PartsScreen />);
  expect(screen.getByText(/expected/, { selector: 'p' }).textContent).not.toContain('budget');
});

test('what is shown says whether it is reckoned quickly or drawn, and which line to ask about next', () => {
  const { unmount } = draw(<PartsScreen />);
  expect(screen.getByText(/Quick estimate; full calculation running/)).toBeTruthy();
  unmount();
  const question = { build: open.build, candidate: open.candidate!, library: open.library };
  const answer = sumNamed('candidate.money')!.run(question) as CandidateSumOutput<'candidate.money'>;
  const [first] = bill().lines.filter((l) => l.class === 'part');
  drawn = {
    ...answer.drawn!,
    chanceWithinBudget: 0.71,
    quotes: [{ id: first!.id, chanceThen: 0.83 }],
  };
  draw(<PartsScreen />);
  expect(screen.getByText(/^71 % likely to stay inside/)).toBeTruthy();
  expect(screen.getByText(/Drawn 10,000 times/)).toBeTruthy();
  expect(screen.getByText(/^Get a price for “.*” next: known to ± 5 %, the probability is 83 %\.$/)).toBeTruthy();
  // What a line adds to the doubt stands beside it.
  expect(screen.getAllByText(/% of uncertainty$/).length).toBeGreaterThan(3);
});

test('a cell typed changes its line alone, Enter goes a line down, Ctrl and D takes what stands above', () => {
  draw(<PartsScreen />);
  const cells = screen.getAllByRole<HTMLInputElement>('textbox', { name: /^Likely, / });
  cells[0]!.focus();
  fireEvent.input(cells[0]!, { target: { value: '1234' } });
  fireEvent.keyDown(cells[0]!, { key: 'Enter' });
  expect(document.activeElement).toBe(cells[1]);
  const [from, to] = actions.saveCandidate.mock.calls[0] as [Candidate, Candidate];
  expect(from).toBe(open.candidate);
  expect(to.bill!.edits).toHaveLength(1);
  expect(to.bill!.edits![0]).toMatchObject({ id: bill().lines[0]!.id, price: { likely: 1234, evidence: 'claimed' } });
  actions.saveCandidate.mockClear();
  fireEvent.keyDown(cells[1]!, { key: 'd', ctrlKey: true });
  const [, down] = actions.saveCandidate.mock.calls[0] as [Candidate, Candidate];
  expect(down.bill!.edits![0]).toMatchObject({
    id: bill().lines[1]!.id,
    price: { likely: 1234 },
  });
});

test('a block pasted from a spreadsheet goes over lines and columns; what can’t be read is said', () => {
  draw(<PartsScreen />);
  const cells = screen.getAllByRole<HTMLInputElement>('textbox', { name: /^Low, / });
  fireEvent.paste(cells[0]!, { clipboardData: { getData: () => '100\t110\t120\n200\tdear\t220\n' } });
  const [, to] = actions.saveCandidate.mock.calls[0] as [Candidate, Candidate];
  expect(to.bill!.edits!.map((e) => [e.price!.low, e.price!.likely, e.price!.high])).toEqual([
    [100, 110, 120],
    [200, expect.any(Number), 220],
  ]);
  expect(screen.getByRole('alert').textContent).toContain('“dear” is no price');
});

test('a line that can be left out leaves its candidate changed by that alone', () => {
  draw(<PartsScreen />);
  const [first] = screen.getAllByRole('button', { name: /^Remove / });
  fireEvent.click(first!);
  const [from, to] = actions.saveCandidate.mock.calls[0] as [object, object];
  expect(from).toBe(open.candidate);
  const changed = Object.keys({ ...from, ...to }).filter(
    (k) => JSON.stringify((from as never)[k]) !== JSON.stringify((to as never)[k]),
  );
  expect(changed.length).toBeGreaterThan(0);
  expect(changed).not.toContain('id');
  expect(changed).not.toContain('engineId');
});

test('when: asks for the hours a week; told, it says when it is done, what is due in the first month and what comes late', () => {
  const { pace: _pace, ...brief } = tug.brief;
  openJudged({ ...tug, brief }, 'b');
  draw(<PartsScreen />);
  expect(screen.getByText(/^Say how many hours a week are worked/)).toBeTruthy();
  const field = screen.getByLabelText('Hours a week');
  fireEvent.change(field, { target: { value: '12' } });
  fireEvent.keyDown(field, { key: 'Enter' });
  expect(actions.save).toHaveBeenCalledWith('brief', open.build.brief, { ...brief, pace: { hoursPerWeek: 12 } });
  cleanup();
  openJudged(
    { ...tug, brief: { ...brief, pace: { hoursPerWeek: 12, startOn: '2027-01-11', doneBy: '2027-02-01' } } },
    'b',
  );
  draw(<PartsScreen />);
  const weeks = bill().meanHours / 12;
  expect(screen.getByText(/^Done by \d/).textContent).toMatch(
    new RegExp(`: ${Math.ceil(7 * weeks - 21)} days late\\. In the first month \\d+ lines are due`),
  );
  // Every line that is still to be paid stands among the orders, once.
  const orders = screen.getAllByRole('table').at(-1)!;
  const paid = bill().lines.filter((l) => l.price.high !== 0 && l.id !== 'labour');
  expect(within(orders).getAllByRole('rowheader')).toHaveLength(paid.length);
});

test('when: what has no price or no hours is said not to be counted', () => {
  const b = tug.candidates.find((c) => c.letter === 'B')!;
  const open_ = { ...b, bill: { own: [{ id: 'x', name: 'Paint', class: 'looks' as const }] } };
  const brief = { ...tug.brief, pace: { hoursPerWeek: 10 } };
  openJudged({ ...tug, brief, candidates: tug.candidates.map((c) => (c === b ? open_ : c)) }, 'b');
  draw(<PartsScreen />);
  expect(screen.getByText(/^Done by day \d/).textContent).toMatch(/Not counted: 1 line without a price\.$/);
});

test('without a candidate it says so', () => {
  openJudged(second);
  open.candidate = undefined;
  draw(<PartsScreen />);
  expect(document.body.textContent).toBe('There is no candidate yet.');
});

test('a candidate that buys nothing and changes nothing costs nothing, and nothing is drawn of it', () => {
  const { budget: _budget, ...brief } = tug.brief;
  openJudged({ ...tug, brief, candidates: [{ ...baselineCandidate(tug)!, id: 'a', letter: 'A' }] }, 'a');
  draw(<PartsScreen />);
  expect(screen.getByText('It costs nothing: nothing is bought, and nothing is done')).toBeTruthy();
  expect(document.body.innerHTML).not.toContain('NaN');
  expect(screen.queryByRole('columnheader')).toBeNull();
});
