/** @jest-environment jsdom */
/** The car’s own things in lists: kept when whole, waiting until then, one of them on the car. */
import type { Chassis } from '@sable/core';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { tug } from '../../../../core/test/demo.ts';
import { actions, draw, open } from '../../testing/inBuild.tsx';
import { typeAndLeave } from '../../testing/everyText.ts';

const { CarList } = await import('./CarList.tsx');
const { CarDetail } = await import('./CarDetail.tsx');
const { CarDrawing } = await import('./CarDrawing.tsx');
const { SeatsDrawing } = await import('./SeatsDrawing.tsx');
const { FittedDetail } = await import('./FittedDetail.tsx');

const chassis = tug.chassis!;
beforeEach(() => {
  localStorage.clear();
  open.build = tug;
  for (const a of Object.values(actions)) a.mockClear();
});
afterEach(cleanup);

const saved = () => actions.save.mock.calls.at(-1)![2] as Chassis;
const type = (label: string, text: string) => typeAndLeave(screen.getByLabelText(label), text);

test('a final drive is corrected in its place: 4.1 for 4.11, prices and the others untouched', async () => {
  draw(<CarList name="axleRatios" chassis={chassis} />);
  fireEvent.click(screen.getByText('4.11, on the car'));
  typeAndLeave(await screen.findByLabelText<HTMLInputElement>('Ratio'), '4,1');
  expect(saved().axleRatios[0]).toEqual({ ...chassis.axleRatios[0], ratio: 4.1 });
  expect(saved().axleRatios.slice(1)).toEqual(chassis.axleRatios.slice(1));
});

test('another one on the car takes the first off it', async () => {
  draw(<CarList name="axleRatios" chassis={chassis} />);
  fireEvent.click(screen.getByText('3.90'));
  fireEvent.click(await screen.findByLabelText('Fitted'));
  expect(saved().axleRatios.map((r) => [r.ratio, r.fitted])).toEqual([
    [4.11, false],
    [3.9, true],
    [3.7, false],
    [3.54, false],
  ]);
});

test('one that is added waits until it is whole, says what it lacks, and can be discarded', () => {
  const bare: Chassis = { ...chassis, tyres: [] };
  draw(<CarList name="tyres" chassis={bare} />);
  fireEvent.click(screen.getByText('Add'));
  expect(actions.save).not.toHaveBeenCalled();
  expect(screen.getByRole('status').textContent).toMatch(/^Waits in this browser, not yet in the survey: .+\./);
  cleanup();
  draw(<CarList name="tyres" chassis={bare} />);
  expect(screen.getByRole('status')).toBeTruthy();
  fireEvent.click(screen.getByText('Discard incomplete entry'));
  expect(screen.queryByRole('status')).toBeNull();
  expect(actions.save).not.toHaveBeenCalled();
});

test('a thing that can come out: name, mass, place and with what it leaves; nothing is in them before', () => {
  const bare: Chassis = { ...chassis, lumps: [] };
  draw(<CarList name="lumps" chassis={bare} />);
  fireEvent.click(screen.getByText('Add'));
  for (const input of document.querySelectorAll<HTMLInputElement>('[data-figure] input')) expect(input.value).toBe('');
  type('Name', 'battery');
  type('Mass', '13,4');
  for (const [label, text] of [
    ['forward', '0.42 m'],
    ['left', '-310'],
    ['up', '610'],
  ] as const)
    typeAndLeave(screen.getByLabelText<HTMLInputElement>(new RegExp(`^${label}$`, 'i')), text);
  expect(actions.save).not.toHaveBeenCalled();
  fireEvent.mouseDown(screen.getByLabelText('Leaves with'));
  fireEvent.click(screen.getByText('stays'));
  const [lump] = saved().lumps;
  expect(lump).toMatchObject({
    name: 'battery',
    massKg: { value: 13.4 },
    comMm: [420, -310, 610],
    leavesWith: 'stays',
  });
});

test('what the car is can be corrected; a name can’t be emptied', () => {
  draw(<CarDetail chassis={chassis} />);
  type('Year', '1975');
  expect(saved()).toEqual({ ...chassis, year: 1975 });
  type('Year', '');
  expect('year' in saved()).toBe(false);
  actions.save.mockClear();
  type('Car', ' ');
  expect(actions.save).not.toHaveBeenCalled();
  expect(screen.getByText('Enter a name, such as its model or chassis number.')).toBeTruthy();
});

test('drag of its kind is offered as an estimate, by the body', () => {
  const { dragAreaM2: _drag, ...rest } = chassis;
  draw(<CarDetail chassis={{ ...rest, body: 'van' }} />);
  expect(screen.getByText(/Typical 1.35 ± 0.3/)).toBeTruthy();
  fireEvent.click(screen.getByText('Use'));
  expect(saved().dragAreaM2).toEqual({
    value: 1.35,
    plusMinus: 0.3,
    evidence: 'estimated',
    source: 'typical of its kind: van',
  });
});

test('what is in it is chosen from the library or left unknown, and where it sits is kept once whole', () => {
  const { originalEngineId: _e, originalGearboxId: _g, engineAt: _at, ...rest } = chassis;
  draw(<FittedDetail chassis={rest} />);
  expect(screen.getByText(/^Select the engine and the gearbox to compare/)).toBeTruthy();
  fireEvent.mouseDown(screen.getByLabelText('Engine'));
  fireEvent.click(screen.getByText('Larkspur Sidecam 1.2'));
  expect(saved().originalEngineId).toBe('sidecam-12');
  actions.save.mockClear();
  type('Ahead of the front axle', '-185');
  type('Left of centreline', '0');
  type('Height above floor', '33,5 cm');
  type('Pitch, nose up', '2');
  type('Canted to the left', '0');
  expect(actions.save).not.toHaveBeenCalled();
  fireEvent.mouseDown(screen.getByLabelText('Its front points'));
  fireEvent.click(screen.getByText('forward'));
  expect(saved().engineAt).toEqual({ xMm: -185, yMm: 0, zMm: 335, yawDeg: 0, pitchDeg: 2, cantDeg: 0 });
});

test('the drawing has the car’s figures; of what nobody entered it says that', () => {
  draw(<CarDrawing chassis={chassis} />);
  expect(screen.getByText('2,430 mm')).toBeTruthy();
  expect(screen.getByText('481 kg')).toBeTruthy();
  expect(document.querySelectorAll('circle[class="lump"]')).toHaveLength(chassis.lumps.length);
  cleanup();
  const { wheelbaseMm: _length, ...rest } = chassis;
  draw(<CarDrawing chassis={{ ...rest, weighing: { aboard: '', driverAboard: false }, tyres: [], lumps: [] }} />);
  expect(screen.getByText('wheelbase not entered')).toBeTruthy();
  expect(screen.getByText('Front axle not weighed')).toBeTruthy();
  expect(document.body.innerHTML).not.toMatch(/NaN|undefined/);
});

test('seats are drawn where they were read; what this layout has and nobody has read is named, what it has not is not asked', () => {
  const image = () => screen.getByRole('img').getAttribute('aria-label')!;
  draw(<SeatsDrawing chassis={chassis} />);
  const read = document.querySelectorAll('[data-read="true"]').length;
  expect(read).toBe(2 * (chassis.pads.length + 2));
  cleanup();
  const { pinion: _p, hubs: _h, shifterAperture: _s, ...rest } = chassis;
  draw(<SeatsDrawing chassis={{ ...rest, pads: [] }} />);
  expect(image()).toContain('Not measured: right chassis mount, left chassis mount, shifter opening, pinion flange.');
  expect(document.querySelectorAll('[data-read="true"]')).toHaveLength(0);
  cleanup();
  draw(<SeatsDrawing chassis={{ ...rest, pads: [], controlArms: { rear: 'trailing arms' } }} />);
  expect(image()).toContain('pinion flange, left outer joint, right outer joint.');
  cleanup();
  draw(<SeatsDrawing chassis={{ ...rest, pads: [], drive: 'front', engineLies: 'transverse' }} />);
  expect(image()).toContain(
    'Not measured: right chassis mount, left chassis mount, left outer joint, right outer joint.',
  );
  expect(document.body.innerHTML).not.toMatch(/NaN|undefined/);
});
