/** @jest-environment jsdom */
/** Things whose figures are only of use together: kept once whole, waiting until then, never lost by emptying one. */
import type { Chassis } from '@sable/core';
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { tug } from '../../../core/test/demo.ts';
import { actions, draw, open } from '../testing/inBuild.tsx';
import { typeAndLeave } from '../testing/everyText.ts';

const { ChangesEditor } = await import('../screens/survey/ChangesEditor.tsx');
const { SpringsDetail } = await import('../screens/survey/SpringsDetail.tsx');
const { SeatsDetail } = await import('../screens/survey/SeatsDetail.tsx');
const { DrivelineDetail } = await import('../screens/survey/DrivelineDetail.tsx');

const { springs: _springs, pads: _pads, propshaft: _shaft, ...rest } = tug.chassis!;
const bare: Chassis = { ...rest, pads: [] };

beforeEach(() => {
  localStorage.clear();
  open.build = tug;
  for (const a of Object.values(actions)) a.mockClear();
});
afterEach(cleanup);

const type = (label: string, text: string) => typeAndLeave(screen.getByLabelText(label), text);
const savedChassis = () => actions.save.mock.calls.at(-1)![2] as Chassis;

const SIX = [
  ['Front spring rate', '22,5', 'springRateNPerMm', 22.5],
  ['Front motion ratio', '0.94', 'motionRatio', 0.94],
  ['Front unsprung mass, both wheels', '70', 'unsprungKg', 70],
  ['Rear spring rate', '24', 'springRateNPerMm', 24],
  ['Rear motion ratio', '1', 'motionRatio', 1],
  ['Rear unsprung mass, both wheels', '82', 'unsprungKg', 82],
] as const;

test('nothing goes into the survey before all six are there; then all do, as typed', () => {
  draw(<SpringsDetail chassis={bare} />);
  for (const [label, text] of SIX.slice(0, 5)) type(label, text);
  expect(actions.save).not.toHaveBeenCalled();
  expect(screen.getByText(/Missing: rear unsprung mass/)).toBeTruthy();
  type(SIX[5][0], SIX[5][1]);
  expect(actions.save).toHaveBeenCalledTimes(1);
  const { front, rear } = savedChassis().springs!;
  for (const [n, [, , key, value]] of SIX.entries())
    expect((n < 3 ? front : rear)[key]).toEqual({ value, evidence: 'measured' });
});

test('what is begun waits: left and come back to, it stands there, and goes with the press that removes it', () => {
  draw(<SpringsDetail chassis={bare} />);
  type('Front spring rate', '22.5');
  cleanup();
  draw(<SpringsDetail chassis={bare} />);
  expect(screen.getByLabelText<HTMLInputElement>('Front spring rate').value).toBe('22.5');
  fireEvent.click(screen.getByText('Remove'));
  expect(screen.getByLabelText<HTMLInputElement>('Front spring rate').value).toBe('');
  cleanup();
  draw(<SpringsDetail chassis={bare} />);
  expect(screen.getByLabelText<HTMLInputElement>('Front spring rate').value).toBe('');
});

test('what is begun for one build is not seen in another', () => {
  draw(<SpringsDetail chassis={bare} />);
  type('Front spring rate', '22.5');
  cleanup();
  open.build = { ...tug, id: 'other' };
  draw(<SpringsDetail chassis={bare} />);
  expect(screen.getByLabelText<HTMLInputElement>('Front spring rate').value).toBe('');
});

test('of what is whole no figure is emptied alone: it says so, keeps the others, and Escape puts it back', () => {
  draw(<SpringsDetail chassis={tug.chassis!} />);
  const field = screen.getByLabelText<HTMLInputElement>('Front spring rate');
  const was = field.value;
  typeAndLeave(field, '');
  expect(screen.getByText('It is needed with the others: correct it, or remove them all.')).toBeTruthy();
  expect(actions.save).not.toHaveBeenCalled();
  fireEvent.keyDown(field, { key: 'Escape' });
  expect(field.value).toBe(was);
  fireEvent.click(screen.getByText('Remove'));
  expect(savedChassis().springs).toBeUndefined();
});

test('a typical figure is an estimate with its source, and only once it is taken', () => {
  draw(<SpringsDetail chassis={bare} />);
  for (const use of screen.getAllByText('Use')) fireEvent.click(use);
  expect(savedChassis().springs!.front.motionRatio).toEqual({
    value: 0.95,
    plusMinus: 0.05,
    evidence: 'estimated',
    source: 'typical of a light car',
  });
});

test('a mount begun waits with its place in the list; whole, it stands in the survey', () => {
  draw(<SeatsDetail chassis={bare} />);
  fireEvent.click(screen.getByText('Add a chassis mount'));
  typeAndLeave(screen.getByLabelText('Name'), 'left mount');
  typeAndLeave(screen.getAllByLabelText<HTMLInputElement>('Ahead of the front axle')[0]!, '-120');
  cleanup();
  draw(<SeatsDetail chassis={bare} />);
  expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('left mount');
  for (const [n, text] of [
    ['Left of centreline', '0,24 m'],
    ['Height above floor', '260+15'],
  ] as const)
    typeAndLeave(screen.getAllByLabelText<HTMLInputElement>(n)[0]!, text);
  expect(savedChassis().pads).toEqual([{ id: 'pad-1', name: 'left mount', atMm: [-120, 240, 275] }]);
});

test('a mount’s name can’t be emptied: what is wrong stands at it', () => {
  draw(<SeatsDetail chassis={tug.chassis!} />);
  const field = screen.getAllByLabelText<HTMLInputElement>('Name')[0]!;
  typeAndLeave(field, '');
  expect(actions.save).not.toHaveBeenCalled();
  expect(field.getAttribute('aria-invalid')).toBe('true');
  fireEvent.keyDown(field, { key: 'Escape' });
  expect(field.value).toBe(tug.chassis!.pads[0]!.name);
});

test('a propshaft of two figures is not kept; the sections make it whole', () => {
  draw(<DrivelineDetail chassis={bare} />);
  type('Propshaft tube, outer diameter', '3 in');
  type('Propshaft tube, inner diameter', '73');
  expect(actions.save).not.toHaveBeenCalled();
  type('Propshaft sections', '2.5');
  expect(screen.getByLabelText('Propshaft sections').getAttribute('aria-invalid')).toBe('true');
  expect(screen.getByText(/^Enter .*whole/)).toBeTruthy();
  type('Propshaft sections', '2');
  expect(savedChassis().propshaft).toEqual({ outerDiameterMm: 76.2, innerDiameterMm: 73, pieces: 2 });
});

test('a change that is being allowed forgets what was emptied: nothing is allowed for a cost that no longer stands there', () => {
  const given: unknown[] = [];
  draw(<ChangesEditor body={{ name: 'Tray', role: 'battery tray', may: [] }} onChange={(more) => given.push(more)} />);
  fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Allow' }));
  fireEvent.click(screen.getByRole('option', { name: 'relocate' }));
  const group = within(screen.getByRole('group', { name: 'relocate' }));
  const put = (label: string, text: string) => typeAndLeave(group.getByLabelText(label), text);
  put('Maximum amount', '35');
  put('Fixed cost', '60');
  put('Fixed cost', '');
  put('Fixed labour hours', '2');
  expect(given).toEqual([]);
  put('Fixed cost', '0');
  expect(given).toEqual([{ may: [{ do: 'relocate', allowanceMm: 35, cost: 0, hours: 2 }] }]);
});
