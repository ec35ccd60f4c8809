/** @jest-environment jsdom */
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { wordSentence } from '@sable/core/units';
import { baselineCandidate } from '@sable/core/questions/lineup';
import { second, tug } from '../../../../core/test/demo.ts';
import { actions, draw, open, openJudged } from '../../testing/inBuild.tsx';

const { PartsScreen } = await import('./PartsScreen.tsx');

afterEach(() => {
  cleanup();
  actions.saveCandidate.mockClear();
});
beforeEach(() => openJudged(tug, 'b'));

const bill = () => open.judged!.assessments.find((a) => a.candidateId === open.candidate!.id)!.figures!.money!.bill;
const number = (text: string | null) => Number((text ?? '').replaceAll(',', '').replace('−', '-'));
const METRIC = { system: 'metric', metricHp: false } as const;

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
    const cells = within(r).queryAllByRole('cell');
    return cells.length >= 4 && cells[1]!.textContent !== '' ? [number(cells[1]!.textContent)] : [];
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

test('a line that can be left out leaves its candidate changed by that alone', () => {
  draw(<PartsScreen />);
  const [first] = screen.getAllByRole('button', { name: /^Leave out / });
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
