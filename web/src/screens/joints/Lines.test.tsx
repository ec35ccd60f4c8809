/** @jest-environment jsdom */
/** The drawn lines: every joint once, drawn as it closes; a press opens its row and no other. */
import { jest } from '@jest/globals';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { candidate, tug } from '../../../../core/test/demo.ts';
import { draw, open, openJudged } from '../../testing/inBuild.tsx';

jest.unstable_mockModule('../../hooks/useSum.ts', () => ({
  useSum: () => ({ ask: () => undefined, stop: () => undefined, running: false, answer: undefined }),
}));
const { JointsScreen } = await import('./JointsScreen.tsx');

// The stand-in for a browser scrolls nothing.
Element.prototype.scrollIntoView = () => undefined;
afterEach(cleanup);
const stations = () => screen.getAllByRole('button', { name: /^Show: / });
const drawnOf = (station: HTMLElement) => station.querySelector('[data-drawn]')!.getAttribute('data-drawn');

test('every joint of the list has its place on a line, drawn as it closes', () => {
  openJudged(tug, candidate('B').id);
  draw(<JointsScreen />);
  const { joints } = open.judged!.assessments.find((a) => a.candidateId === candidate('B').id)!.figures!.joints!;
  const names = stations().map((s) => s.getAttribute('aria-label'));
  expect([...names].sort()).toEqual(joints.map((j) => `Show: ${j.title}, ${j.state}`).sort());
  const how = (title: string) =>
    drawnOf(stations().find((s) => s.getAttribute('aria-label')!.startsWith(`Show: ${title},`))!);
  expect([
    how('Bellhousing bolt pattern'),
    how('Gearbox output to propshaft'),
    how('Crankshaft position sensor to ECU'),
  ]).toEqual(['touch', 'plate', 'gap']);
});

test('a press on the line opens the row of that joint, though it lies in a fold, and no other', () => {
  openJudged(tug, candidate('B').id);
  draw(<JointsScreen />);
  const opened = () =>
    screen
      .getAllByRole('button')
      .filter((b) => b.getAttribute('aria-expanded') === 'true')
      .map((b) => b.getAttribute('aria-label'));
  expect(opened()).toEqual([]);
  fireEvent.click(screen.getByRole('button', { name: 'Show: Vacuum for the brake servo, clear' }));
  expect(opened()).toEqual([expect.stringMatching(/^Vacuum for the brake servo: /)]);
  expect(document.activeElement?.getAttribute('aria-expanded')).toBe('true');
});
