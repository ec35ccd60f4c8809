/** @jest-environment jsdom */
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import type { Finding } from '@sable/core';
import { tug } from '../../../core/test/demo.ts';
import { actions, draw, open, openJudged, openUnjudged } from '../testing/inBuild.tsx';

const { FindingsColumn } = await import('./Findings.tsx');
const { WhenJudged } = await import('./WhenJudged.tsx');

afterEach(() => {
  cleanup();
  for (const action of Object.values(actions)) action.mockClear();
});

const findingsOf = (id: string): readonly Finding[] =>
  open.judged!.assessments.find((a) => a.candidateId === id)!.findings;

test('before there is a judgement none is told, and no empty list passes for a clear one', () => {
  openUnjudged(tug);
  draw(<FindingsColumn title="Weight" findings={[]} />);
  expect(screen.getByText('Calculating…')).toBeTruthy();
  expect(screen.queryByText(/Not (checked|judged)/)).toBeNull();
});

test('a judgement that failed is told as that', () => {
  openUnjudged(tug, 'the curve has one point');
  draw(<FindingsColumn title="Weight" findings={[]} />);
  expect(screen.getByText('Not checked.')).toBeTruthy();
});

test('judged, and nothing found, it says so in the screen’s words', () => {
  openJudged(tug, 'b');
  draw(<FindingsColumn title="The donor" findings={[]} none="No donor results yet." />);
  expect(screen.getByText('No donor results yet.')).toBeTruthy();
});

test('what is not clear stands first, the worst first in the count; the clear ones are folded away', () => {
  openJudged(tug, 'b');
  const findings = findingsOf('b');
  draw(<FindingsColumn title="Quillon" findings={findings} />);
  const count = (state: Finding['state']) => findings.filter((f) => f.state === state).length;
  expect(count('blocked')).toBeGreaterThan(0);
  expect(
    screen.getByText(`${count('blocked')} blocked, ${count('tight')} tight, ${count('clear')} clear`),
  ).toBeTruthy();
  const folded = screen.getByText(`${count('clear')} clear findings`).closest('details')!;
  expect(folded.open).toBe(false);
  expect(within(folded).getAllByRole('img', { name: 'clear', hidden: true }).length).toBe(count('clear'));
  expect(within(folded).queryByRole('img', { name: 'blocked', hidden: true })).toBeNull();
});

test('all clear, they stand open', () => {
  openJudged(tug, 'c');
  const clear = findingsOf('c').filter((f) => f.state === 'clear');
  draw(<FindingsColumn title="Hesper" findings={clear} />);
  expect(screen.getByText(`${clear.length} clear findings`).closest('details')!.open).toBe(true);
});

test('sentences stand in the reader’s units, and never as tokens', () => {
  openJudged(tug, 'b');
  draw(<FindingsColumn title="Quillon" findings={findingsOf('b')} />);
  expect(screen.getByText('Rocker cover hits bonnet by 14 mm')).toBeTruthy();
  expect(document.body.textContent).not.toContain('{{');
  cleanup();
  draw(<FindingsColumn title="Quillon" findings={findingsOf('b')} />, 'us');
  expect(screen.getByText('Rocker cover hits bonnet by 0.55 in')).toBeTruthy();
  expect(document.body.textContent).not.toContain('{{');
});

test('a remedy that is taken is written into the candidate that it was offered for', async () => {
  openJudged(tug, 'b');
  draw(<FindingsColumn title="Quillon" findings={findingsOf('b')} />);
  fireEvent.click(screen.getByRole('button', { name: 'Bulge in the bonnet, 39 mm' }));
  await import('./remedy.ts');
  await new Promise((resolve) => setTimeout(resolve, 0));
  const [from, to] = actions.saveCandidate.mock.calls[0] as [typeof open.candidate, typeof open.candidate];
  expect(from).toBe(open.candidate);
  expect(to!.id).toBe('b');
  expect(to).not.toEqual(from);
});

test('a screen of judgements says nothing before there is one', () => {
  openUnjudged(tug);
  draw(<WhenJudged>Engine mass unknown</WhenJudged>);
  expect(document.body.textContent).toBe('Calculating…');
  cleanup();
  openUnjudged(tug, 'the tyre can’t be read');
  draw(<WhenJudged>Engine mass unknown</WhenJudged>);
  expect(document.body.textContent).toBe('Not checked.');
  cleanup();
  openJudged(tug);
  draw(<WhenJudged>The car changes by 138 kg</WhenJudged>);
  expect(document.body.textContent).toBe('The car changes by 138 kg');
});
