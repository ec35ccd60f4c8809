/** @jest-environment jsdom */
/** Bodies of an engine or gearbox from a few sizes: drawn at once, put in when asked, what was drawn by hand kept. */
import type { Solid } from '@sable/core';
import { jest } from '@jest/globals';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { SettingsProvider } from '../../../hooks/settings.tsx';
import { typeAndLeave } from '../../../testing/everyText.ts';
import { ByTape, type Taped } from './ByTape.tsx';

const put = jest.fn<(solids: readonly Solid[]) => void>();
const taped = jest.fn<(fields: Taped) => void>();
const own: Solid = {
  id: 'own',
  name: 'own bracket',
  role: 'mount',
  shape: { kind: 'box', centreMm: [0, 0, 0], sizeMm: [10, 10, 10] },
  plusMinusMm: 2,
};
const draw = (kind: 'engines' | 'gearboxes', solids: readonly Solid[] = []) =>
  render(
    <SettingsProvider>
      <ByTape
        kind={kind}
        solids={solids}
        onTaped={(fields) => {
          if (fields.solids) put(fields.solids);
          taped(fields);
        }}
      />
    </SettingsProvider>,
  );
const type = (label: string, text: string) => typeAndLeave(screen.getByLabelText(label), text);

beforeEach(() => {
  put.mockClear();
  taped.mockClear();
});
afterEach(cleanup);

test('three outer sizes at the flywheel give its bodies, and one more reading moves them', () => {
  draw('engines', [own]);
  type('Length', '600');
  type('Width', '24 in');
  expect(screen.queryByRole('button', { name: /bodies/ })).toBeNull();
  type('Height', '650');
  fireEvent.click(screen.getByRole('button', { name: 'Insert these 7 bodies' }));
  const [solids] = put.mock.calls[0]!;
  expect(solids[0]).toBe(own);
  expect(solids.slice(1).every((s) => s.plusMinusMm === 25)).toBe(true);
  const lowest = (list: readonly Solid[]) => {
    const sump = list.find((s) => s.role === 'sump')!.shape;
    return sump.kind === 'box' ? sump.centreMm[2] - sump.sizeMm[2] / 2 : NaN;
  };
  expect(lowest(solids)).toBeCloseTo(-0.36 * 650, 6);
  type('Crank to the lowest of the sump', '200');
  fireEvent.click(screen.getByRole('button', { name: 'Insert these 7 bodies' }));
  expect(lowest(put.mock.calls[1]![0])).toBeCloseTo(-200, 6);
});

test('a size that can’t be is told and nothing is put in; those of a tape before are replaced, what was drawn stays', () => {
  draw('engines', [own, { ...own, id: 'taped-block' }]);
  for (const [label, text] of [
    ['Length', '600'],
    ['Width', '600'],
    ['Height', '650'],
    ['Crank to the lowest of the sump', '700'],
  ] as const)
    type(label, text);
  expect(screen.getByRole('alert').textContent).toContain('650');
  expect(screen.queryByRole('button', { name: /bodies/ })).toBeNull();
  type('Crank to the lowest of the sump', '');
  fireEvent.click(screen.getByRole('button', { name: 'Replace with these 7 bodies' }));
  const ids = put.mock.calls[0]![0].map((s) => s.id);
  expect(ids.filter((id) => id === 'taped-block')).toHaveLength(1);
  expect(ids).toContain('own');
});

test('a gearbox by four sizes', () => {
  draw('gearboxes');
  for (const [label, text] of [
    ['Length', '700'],
    ['Bellhousing, width', '360'],
    ['Case, width', '220'],
    ['Case, height', '260'],
  ] as const)
    type(label, text);
  fireEvent.click(screen.getByRole('button', { name: 'Insert these 3 bodies' }));
  expect(put.mock.calls[0]![0].map((s) => s.role)).toEqual(['bellhousing', 'gearbox case', 'gearbox case']);
});

test('a gearbox with its transfer case: what was read says where its joints are, what was not stays out', () => {
  draw('gearboxes');
  fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Lies' }));
  fireEvent.click(screen.getByRole('option', { name: 'with transfer case' }));
  for (const [label, text] of [
    ['Length', '760'],
    ['Bellhousing, width', '360'],
    ['Case, width', '200'],
    ['Case, height', '240'],
    ['Front output, back', '700'],
    ['Front output, out', '-240'],
    ['Front output, down', '260'],
    ['Shifter, back', '430'],
  ] as const)
    type(label, text);
  fireEvent.click(screen.getByRole('button', { name: 'Insert these 3 bodies' }));
  const [fields] = taped.mock.calls[0]!;
  expect(fields.solids!.map((s) => s.name)).toEqual(['bellhousing', 'gearbox case', 'transfer case']);
  expect(fields.frontOutputMm).toEqual([-700, -240, -260]);
  expect(fields.lengthMm).toEqual({ value: 760, plusMinus: 5, evidence: 'measured' });
  expect(fields).not.toHaveProperty('shifterMm');
  expect(fields).not.toHaveProperty('outputMm');
});

test('a piece that stands out and a mount arm go in only when all of them was read', () => {
  draw('engines', [own]);
  const flange = () =>
    screen.getByRole<HTMLButtonElement>('button', { name: 'Put the exhaust flange in', hidden: true });
  const arm = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Insert the left arm', hidden: true });
  for (const [label, text] of [
    ['Its middle, ahead', '120'],
    ['Its middle, left', '-260'],
    ['Its middle, up', '-40'],
    ['Part length', '80'],
    ['Its width', '70'],
    ['Arm, ahead', '250'],
    ['Arm, out', '170'],
    ['Arm, up', '-60'],
  ] as const)
    type(label, text);
  expect([flange().disabled, arm().disabled]).toEqual([true, true]);
  type('Its height', '60');
  type('Its thread', 'M10');
  fireEvent.click(flange());
  expect(put.mock.calls[0]![0].map((s) => s.id)).toEqual(['own', 'piece-output-flange']);
  fireEvent.click(arm());
  expect(taped.mock.calls.at(-1)![0].bosses).toEqual([
    { id: 'taped-left-arm', name: 'left arm', atMm: [250, 170, -60], direction: [0, 1, 0], thread: 'M10' },
  ]);
});
