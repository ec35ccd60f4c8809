/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { Engine, Gearbox, type FieldProblem } from '@sable/core';
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { MemoryRouter } from 'react-router';
import { library } from '../../../../core/test/demo.ts';
import { SettingsProvider } from '../../hooks/settings.tsx';
import { Node } from './Node.tsx';
import type { Schema } from '../schemaRange.ts';

afterEach(cleanup);
beforeEach(() => localStorage.clear());

const engine = library.engines.find((e) => e.id === 'quillon-22')!;
const field = (of: unknown, name: string) => (of as Schema).properties![name]!;

/** Draws one field that keeps what is entered, as the editor does; what was entered last is in `seen`. */
function enter(
  name: string,
  schema: Schema,
  value: unknown,
  system = 'metric',
  problems: readonly FieldProblem[] = [],
) {
  const seen = jest.fn<(v: unknown) => void>();
  localStorage.setItem('sable-units', JSON.stringify(system));
  function Held() {
    const [now, setNow] = useState(value);
    return (
      <Node
        name={name}
        schema={schema}
        value={now}
        at={`/${name}`}
        problems={problems}
        onChange={(v) => {
          seen(v);
          setNow(v);
        }}
      />
    );
  }
  render(
    <MemoryRouter>
      <SettingsProvider>
        <Held />
      </SettingsProvider>
    </MemoryRouter>,
  );
  return () => seen.mock.calls.at(-1)?.[0];
}
const type = (label: string | RegExp, text: string, of = screen) => {
  const box = of.getByLabelText<HTMLInputElement>(label);
  fireEvent.change(box, { target: { value: text } });
  fireEvent.blur(box);
};
const pickFrom = (label: string, choice: string) => {
  fireEvent.mouseDown(screen.getByRole('combobox', { name: label }));
  fireEvent.click(within(screen.getByRole('listbox')).getByRole('option', { name: choice }));
};

const FIGURE = { value: 120, plusMinus: 4, evidence: 'published', source: 'service book, page 12', note: 'dry' };
const massSchema = field((Engine as Schema).properties!['ancillaryMasses']!.items, 'massKg');

describe('a figure in the library', () => {
  test('a new value leaves its doubt, its evidence, its source and its note as they are', () => {
    const last = enter('massKg', massSchema, FIGURE);
    type('Mass', '131');
    expect(last()).toEqual({ ...FIGURE, value: 131 });
  });
  test('in the reader’s units it is kept in its own', () => {
    const last = enter('massKg', massSchema, FIGURE, 'us');
    type('Mass', '300');
    const { value, ...rest } = last() as typeof FIGURE;
    expect(value).toBeCloseTo(136.078, 2);
    expect(rest).toEqual({ plusMinus: 4, evidence: 'published', source: FIGURE.source, note: 'dry' });
  });
  test('a doubt that is emptied is gone, not nought', () => {
    const last = enter('massKg', massSchema, FIGURE);
    type('±', '');
    expect(last()).not.toHaveProperty('plusMinus');
    type('±', '2,5');
    expect(last()).toMatchObject({ plusMinus: 2.5 });
  });
  test('other evidence leaves the value, the doubt that was typed, the source and the note', () => {
    const last = enter('massKg', massSchema, FIGURE);
    pickFrom('Evidence', 'measured');
    expect(last()).toEqual({ ...FIGURE, evidence: 'measured' });
  });
  test('a source that is emptied is gone', () => {
    const last = enter('massKg', massSchema, FIGURE);
    type('Source', ' ');
    expect(last()).not.toHaveProperty('source');
    type('Source', 'weighed on the bench');
    expect(last()).toMatchObject({ source: 'weighed on the bench' });
  });
  test('nobody’s value is not entered: an emptied required figure changes nothing', () => {
    const last = enter('massKg', massSchema, FIGURE);
    type('Mass', '');
    expect(last()).toBeUndefined();
  });
  test('what is wrong with it stands at it', () => {
    enter('massKg', massSchema, FIGURE, 'metric', [{ pointer: '/massKg/value', message: 'Must be above 0.' }]);
    expect(screen.getByText('Must be above 0.')).toBeTruthy();
    expect(screen.getByLabelText('Mass').getAttribute('aria-invalid')).toBe('true');
  });
});

describe('a price', () => {
  const price = { low: 100, likely: 150, high: 260, evidence: 'claimed' };
  test.each(['Price, low', 'Price, likely', 'Price, high'])('its %s is entered alone', (label) => {
    const last = enter('price', field(Engine, 'price'), price);
    type(label, '170');
    const key = label.split(' ').at(-1)!;
    expect(last()).toEqual({ ...price, [key]: 170 });
  });
});

describe('ratios', () => {
  const schema = field(Gearbox, 'ratios');
  const [box] = library.gearboxes;
  test('are written as they are read: a point or a comma, separated by spaces', () => {
    const last = enter('ratios', schema, box!.ratios);
    type('Gear ratios', '3,62 2.05 1,36 1.00');
    expect(last()).toEqual([3.62, 2.05, 1.36, 1]);
  });
  test('what is no figure is told and not taken', () => {
    const last = enter('ratios', schema, box!.ratios);
    type('Gear ratios', '3.62 two 1.36');
    expect(last()).toBeUndefined();
    expect(screen.getByText(/Enter numbers separated by spaces/)).toBeTruthy();
  });
});

describe('a list', () => {
  const schema = field(Engine, 'ancillaryMasses');
  const first = engine.ancillaryMasses;
  test('one more is added at its end, one taken out leaves the others as they are', () => {
    const last = enter('ancillaryMasses', schema, first);
    fireEvent.click(screen.getByRole('button', { name: /^Add/ }));
    const more = last() as typeof first;
    expect(more.length).toBe(first.length + 1);
    expect(more.slice(0, -1)).toEqual(first);
    const outs = screen.getAllByRole('button', { name: /^Take .*out|^Remove|out$/ });
    fireEvent.click(outs[0]!);
    expect((last() as typeof first).slice(0, first.length - 1)).toEqual(first.slice(1));
  });
});

describe('a yes or no', () => {
  test('is turned by its box', () => {
    const last = enter('stock', { type: 'boolean' }, true);
    fireEvent.click(screen.getByRole('checkbox'));
    expect(last()).toBe(false);
  });
});

describe('points', () => {
  const schema: Schema = {
    type: 'array',
    items: { type: 'array', items: [{ type: 'number' }, { type: 'number' }, { type: 'number' }] },
  };
  test('one a line, and a line of two is told with its number', () => {
    const last = enter('verticesMm', schema, [[0, 0, 0]]);
    type(/^Corner points/, '0 0 0\n10 20 30\n\n-5 0.5 7');
    expect(last()).toEqual([
      [0, 0, 0],
      [10, 20, 30],
      [-5, 0.5, 7],
    ]);
    type(/^Corner points/, '0 0 0\n10 20');
    expect(screen.getByText(/Line 2 needs 3 figures/)).toBeTruthy();
  });
});
