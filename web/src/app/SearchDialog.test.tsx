/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { wordSentence } from '@sable/core/units';
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { useLocation } from 'react-router';
import { tug } from '../../../core/test/demo.ts';
import { draw, open, openJudged, openUnjudged } from '../testing/inBuild.tsx';

const { SearchDialog } = await import('./SearchDialog.tsx');

afterEach(cleanup);
beforeEach(() => openJudged(tug, 'a'));

/** Where the page has come to, written on it. */
function Where() {
  const { pathname, search } = useLocation();
  return <output data-testid="where">{pathname + search}</output>;
}
const where = () => screen.getByTestId('where').textContent;
const search = (system: 'metric' | 'us' = 'metric') => {
  const onClose = jest.fn();
  draw(
    <>
      <SearchDialog open onClose={onClose} />
      <Where />
    </>,
    system,
  );
  const box = screen.getByRole('combobox', { name: /Search steps, candidates/ });
  fireEvent.change(box, { target: { value: '' } });
  fireEvent.keyDown(box, { key: 'ArrowDown' });
  return { box, onClose };
};
const offered = () =>
  within(screen.getByRole('listbox'))
    .getAllByRole('option')
    .map((o) => o.textContent);

test('every step, candidate, engine, gearbox and part is there, and every finding that is not clear', () => {
  search();
  const names = offered();
  for (const { letter, name } of tug.candidates) expect(names).toContain(`${letter} ${name}`);
  for (const list of [open.library.engines, open.library.gearboxes, open.library.parts])
    for (const { name } of list) expect(names).toContain(name);
  for (const a of open.judged!.assessments) {
    const letter = tug.candidates.find((c) => c.id === a.candidateId)!.letter;
    for (const f of a.findings) {
      const title = `${letter}: ${wordSentence(f.title, { system: 'metric' })}`;
      if (f.state !== 'clear') expect(names).toContain(title);
    }
  }
});

test('findings are worded in the reader’s units, never as a token', () => {
  search('us');
  const findings = offered().filter((n) => /^[A-F]: /.test(n));
  expect(findings.length).toBeGreaterThan(10);
  expect(findings.filter((n) => n.includes('{{') || / kg\b| km\/h\b/.test(n))).toEqual([]);
});

test('Enter goes to the first that is left and closes', () => {
  const { box, onClose } = search();
  fireEvent.change(box, { target: { value: 'weight' } });
  fireEvent.keyDown(box, { key: 'Enter' });
  expect(onClose).toHaveBeenCalled();
  expect(where()).toBe('/builds/glider-tug/weight');
});

test('a candidate leads to itself, a finding to the line-up of its candidate, an engine to the library', () => {
  for (const [word, to] of [
    [`B ${tug.candidates[1]!.name}`, '/builds/glider-tug/candidate?c=b'],
    [open.library.engines[0]!.name, `/library/engines/${open.library.engines[0]!.id}`],
  ] as const) {
    const { box } = search();
    fireEvent.change(box, { target: { value: word } });
    fireEvent.click(within(screen.getByRole('listbox')).getByRole('option', { name: word }));
    expect(where()).toBe(to);
    cleanup();
  }
});

test('before the build is judged all but the findings is there', () => {
  openUnjudged(tug);
  search();
  expect(offered().length).toBeGreaterThan(20);
  expect(screen.queryByText('Findings')).toBeNull();
});

test('one Escape closes it, though its list is open', () => {
  const { box, onClose } = search();
  fireEvent.change(box, { target: { value: 'w' } });
  expect(screen.getByRole('listbox')).toBeTruthy();
  fireEvent.keyDown(box, { key: 'Escape' });
  expect(onClose).toHaveBeenCalled();
});
