/** @jest-environment jsdom */
import { METHODS, type Taped } from '@sable/core';
import { METHOD_MM, TEMPLATES, readOf } from '@sable/core/questions/survey';
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { SettingsProvider } from '../../hooks/settings.tsx';
import { Readings } from './Readings.tsx';

afterEach(cleanup);

const template = TEMPLATES.find((t) => t.role === 'crossmember')!;
const [first, second] = template.readings;
const EMPTY: Taped = {
  id: 'x',
  name: template.name,
  template: template.key,
  role: template.role,
  readings: [],
  may: [],
};

/** Draws the tape list of a body that keeps what is read; `now()` is the body as it stands. */
function tape(from: Taped = EMPTY, system = 'metric') {
  localStorage.setItem('sable-units', JSON.stringify(system));
  let latest = from;
  function Held() {
    const [taped, setTaped] = useState(from);
    latest = taped;
    return <Readings taped={taped} template={template} onTaped={setTaped} />;
  }
  render(
    <SettingsProvider>
      <Held />
    </SettingsProvider>,
  );
  return () => latest;
}
const box = (name: string) => screen.getByLabelText<HTMLInputElement>(`${name}, a reading`);
const read = (name: string, text: string) => {
  fireEvent.change(box(name), { target: { value: text } });
  fireEvent.keyDown(box(name), { key: 'Enter' });
};
const rowOf = (name: string) => within(box(name).closest('li')!);

test('a reading is kept as it was typed, and as millimetres', () => {
  const now = tape();
  read(first!.name, '61 cm');
  expect(now().readings).toEqual([
    { key: first!.key, method: 'tape', takes: [expect.objectContaining({ typed: '61 cm', mm: 610 })] },
  ]);
  expect(box(first!.name).value).toBe('');
  expect(rowOf(first!.name).getByText('61 cm')).toBeTruthy();
});

test.each([
  ['610', 'metric', 610],
  ['610,5', 'metric', 610.5],
  ['24 3/4 in', 'metric', 628.65],
  ['24 3/4', 'us', 628.65],
  ['24.75', 'us', 628.65],
])('“%s” in %s is %d mm', (text, system, mm) => {
  const now = tape(EMPTY, system);
  read(first!.name, text);
  expect(now().readings[0]!.takes[0]!.mm).toBeCloseTo(mm, 6);
});

test.each(['about a foot', '6 1', '-4', '12 kg'])(
  '“%s” is no length: told, kept in the field, nothing taken',
  (text) => {
    const now = tape();
    read(first!.name, text);
    expect(now().readings).toEqual([]);
    expect(box(first!.name).value).toBe(text);
    expect(box(first!.name).getAttribute('aria-invalid')).toBe('true');
    expect(rowOf(first!.name).getByText(/is not a number|Two numbers|unit of a mass|missing|Enter 0/)).toBeTruthy();
    read(first!.name, '610');
    expect(box(first!.name).getAttribute('aria-invalid')).toBe('false');
  },
);

test('read again, all takes stand and the mean is shown with its doubt', () => {
  const now = tape();
  for (const text of ['610', '612', '611']) read(first!.name, text);
  const reading = now().readings[0]!;
  expect(reading.takes.map((t) => t.mm)).toEqual([610, 612, 611]);
  const mean = readOf(reading);
  expect(mean.mm).toBe(611);
  expect(rowOf(first!.name).getByText('611.0')).toBeTruthy();
  expect(box(first!.name).closest('li')!.textContent).toContain(`± ${mean.plusMinusMm.toFixed(1)} mm`);
});

test('struck out, a take is gone; with the last of them the reading is', () => {
  const now = tape();
  read(first!.name, '610');
  read(first!.name, '650');
  fireEvent.click(screen.getByLabelText('Delete measurement 650'));
  expect(now().readings[0]!.takes.map((t) => t.mm)).toEqual([610]);
  fireEvent.click(screen.getByLabelText('Delete measurement 610'));
  expect(now().readings).toEqual([]);
  expect(rowOf(first!.name).getByText('not measured')).toBeTruthy();
});

test('Enter takes a reading and keeps the field for the next take; Enter in the free field goes on', () => {
  const now = tape();
  act(() => box(first!.name).focus());
  read(first!.name, 'nonsense');
  expect(document.activeElement).toBe(box(first!.name));
  // Three takes: on paper three figures and what parts them; here the figures and Enter.
  for (const text of ['610', '612', '611']) {
    read(first!.name, text);
    expect(document.activeElement).toBe(box(first!.name));
    expect(box(first!.name).value).toBe('');
  }
  expect(now().readings[0]!.takes.map((t) => t.mm)).toEqual([610, 612, 611]);
  fireEvent.keyDown(box(first!.name), { key: 'Enter' });
  expect(document.activeElement).toBe(box(second!.name));
});

test('a reading that can be meant in two ways is asked', () => {
  const now = tape();
  read(first!.name, '24-3/4 in');
  expect(now().readings).toEqual([]);
  fireEvent.click(rowOf(first!.name).getByText('628.65 mm'));
  expect(now().readings[0]!.takes).toEqual([{ typed: '24-3/4 in', mm: 628.65 }]);
});

test('left without Enter, what was typed is taken as well; an empty field takes nothing', () => {
  const now = tape();
  fireEvent.blur(box(first!.name));
  expect(now().readings).toEqual([]);
  fireEvent.change(box(first!.name), { target: { value: '300' } });
  fireEvent.blur(box(first!.name));
  expect(now().readings[0]!.takes).toHaveLength(1);
  fireEvent.blur(box(first!.name));
  expect(now().readings[0]!.takes).toHaveLength(1);
});

test('readings stand in the order of the tape list, in whatever order they were made', () => {
  const now = tape();
  for (const spec of [...template.readings].reverse()) read(spec.name, '100');
  expect(now().readings.map((r) => r.key)).toEqual(template.readings.map((s) => s.key));
});

test('what is read upward or outward can’t be minus; what may lie on either side can', () => {
  for (const spec of template.readings) {
    const now = tape();
    read(spec.name, '-40');
    if (spec.signed) expect(now().readings[0]!.takes[0]!.mm).toBe(-40);
    else {
      expect(now().readings).toEqual([]);
      expect(rowOf(spec.name).getByText('Enter 0 to 10,000 mm.')).toBeTruthy();
    }
    cleanup();
  }
});

test('each tool stands with its ±, and a better one leaves less doubt', () => {
  const doubts = METHODS.map((method) => {
    const reading = { key: first!.key, method, takes: [{ typed: '610', mm: 610 }] };
    tape({ ...EMPTY, readings: [reading] });
    const said = box(first!.name).closest('li')!.textContent;
    cleanup();
    return [METHOD_MM[method], Number(/± ([\d.]+) mm/.exec(said)![1])] as const;
  });
  const byTool = [...doubts].sort((a, b) => a[0] - b[0]);
  expect(byTool.map((d) => d[1])).toEqual(byTool.map((d) => d[1]).sort((a, b) => a - b));
});
