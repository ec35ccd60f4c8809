/** @jest-environment jsdom */
import { cleanup, fireEvent, screen } from '@testing-library/react';
import type { Brief } from '@sable/core';
import { second, tug } from '../../../../core/test/demo.ts';
import { actions, draw, open, openJudged, openUnjudged } from '../../testing/inBuild.tsx';

const { BriefScreen } = await import('./BriefScreen.tsx');

afterEach(() => {
  cleanup();
  actions.save.mockClear();
  actions.select.mockClear();
});
beforeEach(() => openJudged(tug, 'b'));

const box = (label: string) => screen.getByLabelText<HTMLInputElement>(label);
function type(label: string, text: string): void {
  fireEvent.change(box(label), { target: { value: text } });
  fireEvent.blur(box(label));
}
/** What the newest change was sent as: from which brief, to which. */
const saved = () => {
  const [target, from, to] = actions.save.mock.calls.at(-1) as [string, Brief, Brief];
  expect(target).toBe('brief');
  expect(from).toBe(open.build.brief);
  return to;
};

test('a figure is saved as a change of the brief that was shown, and of nothing else', () => {
  draw(<BriefScreen />);
  type('Budget', '8000');
  expect(saved()).toEqual({ ...tug.brief, budget: 8000 });
});

test('in the reader’s units, kept in its own', () => {
  draw(<BriefScreen />, 'us');
  type('Driver mass', '200');
  expect(saved().driverKg.value).toBeCloseTo(90.72, 2);
  expect(saved().driverKg.evidence).toBe(tug.brief.driverKg.evidence);
});

test('a band upside down is named at its top and not saved', () => {
  draw(<BriefScreen />);
  type('Engine speed range, to', String(tug.brief.band.lowRpm));
  expect(actions.save).not.toHaveBeenCalled();
  expect(
    screen.getByText(`The upper rpm limit must be higher than the lower one, ${tug.brief.band.lowRpm} rpm.`),
  ).toBeTruthy();
  type('Engine speed range, to', String(tug.brief.band.lowRpm + 1));
  expect(saved().band.highRpm).toBe(tug.brief.band.lowRpm + 1);
  expect(screen.queryByText(/must lie above/)).toBeNull();
});

test('what no car has is refused by the schema, at its field', () => {
  draw(<BriefScreen />);
  type('Humidity', '140');
  expect(actions.save).not.toHaveBeenCalled();
  expect(box('Humidity').getAttribute('aria-invalid')).toBe('true');
  expect(box('Altitude').getAttribute('aria-invalid')).toBe('false');
});

test('a gate that is emptied is gone with all that stands beside it, and comes back with it', () => {
  draw(<BriefScreen />);
  expect(box('Microphone distance')).toBeTruthy();
  type('Maximum noise level', '');
  expect(saved()).not.toHaveProperty('noise');
  cleanup();
  openJudged({ ...tug, brief: saved() });
  draw(<BriefScreen />);
  expect(screen.queryByLabelText('Microphone distance')).toBeNull();
  type('Maximum noise level', '88');
  expect(saved().noise).toEqual({ limitDb: 88, distanceM: 7.5 });
});

test('a required figure can’t be emptied', () => {
  draw(<BriefScreen />);
  type('Labour rate per hour', '');
  expect(screen.getByText('Enter a value: it is required.')).toBeTruthy();
  expect(actions.save).not.toHaveBeenCalled();
});

test('a brief that asks for nothing shows empty fields, not noughts', () => {
  openJudged(second);
  draw(<BriefScreen />);
  for (const label of [
    'Maximum noise level',
    'Maximum wheel diameter',
    'Cruise speed',
    'Maximum grade',
    'Maximum labour hours',
  ])
    expect(box(label).value).toBe('');
  for (const label of ['Target cruise rpm', 'Trailer mass', 'Microphone distance'])
    expect(screen.queryByLabelText(label)).toBeNull();
});

test('beside it stands where every candidate stands, and each can be picked', () => {
  draw(<BriefScreen />);
  const side = screen.getByRole('complementary', { name: 'Status of candidates' });
  expect(side.textContent).toContain('C leads; A, B and E rejected');
  fireEvent.click(screen.getByRole('button', { name: /Quillon 1.8/ }));
  expect(actions.select.mock.calls).toEqual([['a']]);
});

test('while it is judged it says that, and of nobody how he stands', () => {
  openUnjudged(tug);
  draw(<BriefScreen />);
  const side = screen.getByRole('complementary', { name: 'Status of candidates' });
  expect(side.textContent).toContain('Calculating…');
  expect(side.querySelector('[role="img"]')).toBeNull();
});

test('a band turned round is told at the field that was typed in, what was typed stays, and nothing is saved', () => {
  draw(<BriefScreen />);
  type('Engine speed range, from', '9000');
  expect(box('Engine speed range, from').value).toBe('9000');
  expect(box('Engine speed range, from').getAttribute('aria-invalid')).toBe('true');
  expect(box('Engine speed range, to').getAttribute('aria-invalid')).toBe('false');
  expect(actions.save).not.toHaveBeenCalled();
});

test('tuners near: one is added, told what they map with commas between, and taken off again', () => {
  openJudged(second);
  draw(<BriefScreen />);
  fireEvent.click(screen.getByRole('button', { name: 'Add a tuner' }));
  expect(saved().tuners).toEqual([{ name: 'Tuner 1', computers: [] }]);
  cleanup();
  const tuners = [{ name: 'Reed', distanceKm: 30, computers: ['Bosk'] }];
  Object.assign(open, { build: { ...second, brief: { ...second.brief, tuners } } });
  draw(<BriefScreen />);
  type('Computers they map', 'Bosk 4, Marl ; ');
  expect(saved().tuners).toEqual([{ ...tuners[0], computers: ['Bosk 4', 'Marl'] }]);
  type('Tuner', ' ');
  expect(screen.getByText('Enter names, or remove them.')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Remove' }));
  expect(saved()).not.toHaveProperty('tuners');
});
