/** @jest-environment jsdom */
import type { Engine } from '@sable/core';
import { jest } from '@jest/globals';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { library } from '../../../../../core/test/demo.ts';
import { SettingsProvider } from '../../../hooks/settings.tsx';
import { typeAndLeave } from '../../../testing/everyText.ts';
import { FromFamily } from './FromFamily.tsx';

const take = jest.fn<(fields: Partial<Engine>) => void>();
const draw = (engines: readonly Engine[]) =>
  render(
    <SettingsProvider>
      <FromFamily engines={engines} onTake={take} />
    </SettingsProvider>,
  );
const ofFamily = library.engines.filter((e) => e.family === library.engines[0]!.family);
const family = ofFamily[0]!.family!;
const pickFamily = () => {
  fireEvent.mouseDown(screen.getByLabelText('Family, existing'));
  fireEvent.click(screen.getByRole('option', { name: family }));
};

beforeEach(() => take.mockClear());
afterEach(cleanup);

test('an empty library asks nothing', () => {
  const { container } = draw([]);
  expect(container.innerHTML).toBe('');
});

test('what all of the family have alike is named before it is taken over, with the year and code that were typed', () => {
  draw(library.engines);
  pickFamily();
  expect(screen.getByText(new RegExp(`^Alike in all ${ofFamily.length}: .*cylinders`))).toBeTruthy();
  typeAndLeave(screen.getByLabelText('Engine code'), 'QX7');
  fireEvent.click(screen.getByRole('button', { name: 'Copy' }));
  const [fields] = take.mock.calls[0]!;
  expect(fields).toMatchObject({ family, codes: ['QX7'], cylinders: ofFamily[0]!.cylinders });
  expect(fields).not.toHaveProperty('builtFrom');
  expect(fields).not.toHaveProperty('curves');
});

test('of a year in which none is known it says so, and takes over no more than what was typed', () => {
  draw(library.engines);
  pickFamily();
  typeAndLeave(screen.getByLabelText('Built in'), '1901');
  expect(screen.getByText(`The library has none of the ${family} built then.`)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Copy' }));
  expect(take.mock.calls[0]![0]).toEqual({ family, builtFrom: 1901, builtTo: 1901 });
});
