/** @jest-environment jsdom */
/** A spreadsheet's table before it comes in: what each column is and in which unit, and every line that can't be read. */
import { jest } from '@jest/globals';
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { library } from '../../../../core/test/demo.ts';
import type { TableOrder } from '../../hooks/api.ts';
import { SettingsProvider } from '../../hooks/settings.tsx';
import { TableDialog } from './TableDialog.tsx';

const bring = jest.fn<(order: TableOrder) => void>();
const draw = (text: string | undefined) =>
  render(
    <SettingsProvider>
      <TableDialog text={text} library={library} onBring={bring} onClose={() => {}} />
    </SettingsProvider>,
  );
const pick = (label: string, choice: string) => {
  fireEvent.mouseDown(screen.getByLabelText(label));
  const lists = [...document.querySelectorAll<HTMLElement>('[role="listbox"]')];
  fireEvent.click(within(lists.at(-1)!).getByText(choice));
};
const order = () => bring.mock.calls.at(-1)![0];

beforeEach(() => {
  localStorage.clear();
  bring.mockClear();
});
afterEach(cleanup);

test('known headings are told by themselves, with their units', () => {
  draw('Name;Bore, in;Weight [lb];price\nX;3,5;290;450\nY;3,25;300;500\n');
  expect(screen.getByLabelText('Each line is').textContent).toBe('one engine');
  expect(screen.getByLabelText('Decimal mark').textContent).toBe('a comma: 79,5');
  expect(screen.getByLabelText('Bore, in is').textContent).toBe('Bore');
  expect(screen.getByLabelText('Bore, in in').textContent).toBe('in');
  expect(screen.getByLabelText('Weight [lb] in').textContent).toBe('lb');
  fireEvent.click(screen.getByRole('button', { name: 'Import 2 engines' }));
  expect(order()).toMatchObject({ kind: 'engines', decimal: ',' });
  expect(order().columns!.map((c) => c.to)).toEqual(['Name', 'Bore (mm)', 'Mass (kg)', 'Price likely']);
  expect(order().columns![1]!.factor).toBeCloseTo(25.4, 9);
});

test('a column in words of one’s own is told, and remembered for the next table of those headings', () => {
  const text = 'Bezeichnung;Bohrung;Farbe\nX;3,5;rot\n';
  draw(text);
  pick('Each line is', 'one engine');
  expect(screen.getByRole('alert').textContent).toMatch(/“Name” is missing/);
  expect(screen.getByRole<HTMLButtonElement>('button', { name: /^Import/ }).disabled).toBe(true);
  pick('Bezeichnung is', 'Name');
  pick('Bohrung is', 'Bore');
  pick('Bohrung in', 'in');
  fireEvent.click(screen.getByRole('button', { name: 'Import one engine' }));
  expect(order().columns).toEqual([{ to: 'Name' }, { to: 'Bore (mm)', factor: 25.4 }, {}]);
  cleanup();
  draw(text);
  pick('Each line is', 'one engine');
  expect(screen.getByLabelText('Bohrung is').textContent).toBe('Bore');
  expect(screen.queryByRole('alert')).toBeNull();
});

test('one heading is read from one column: the one before gives it up', () => {
  draw('Name,Class,Old name\nHose,hose,Pipe\n');
  pick('Old name is', 'Name');
  expect(screen.getByLabelText('Name is').textContent).toBe('left out');
  fireEvent.click(screen.getByRole('button', { name: 'Import one part' }));
  expect(order().columns).toEqual([{}, { to: 'Class' }, { to: 'Name' }]);
});

test('every line at fault is listed, and what can be two numbers is settled by the decimal mark', () => {
  draw('Name;Class;Price likely\nHose;hose;1,250\nPump;gadget;3\n');
  const words = () => screen.getByRole('alert').textContent;
  expect(words()).toMatch(/^2 lines can’t be read/);
  expect(words()).toContain('Line 2, Price likely: “1,250” can be');
  expect(words()).toContain('Line 3, Class: “gadget” is invalid');
  pick('Decimal mark', 'a comma: 79,5');
  expect(words()).toMatch(/^One thing can’t be read/);
  expect(words()).not.toContain('1,250');
});

test('cells are pasted, and a line of sums is told as passed over', () => {
  draw(undefined);
  expect(screen.queryByLabelText('Each line is')).toBeNull();
  fireEvent.change(screen.getByLabelText('Paste cells or a table here'), {
    target: { value: 'Name\tClass\tPrice likely\nHose\those\t3\nTotal\t\t3\n' },
  });
  expect(screen.getByText('Skipped: line 3, a title or a line of totals.')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Import one part' }));
  expect(order().text).toContain('Hose\those');
});
