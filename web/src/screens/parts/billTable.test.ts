import type { BillLine } from '@sable/core';
import { billCsv } from '@sable/core';
import { candidate, judged } from '../../../../core/test/demo.ts';
import { fromTable, rowsOfText } from './billTable.ts';

const metric = { system: 'metric' } as const;
const line = (id: string, name: string, more: Partial<BillLine> = {}): BillLine => ({
  id,
  name,
  class: 'part',
  why: '',
  price: { low: 90, likely: 100, high: 150 },
  hours: { low: 1, likely: 2, high: 3 },
  hourly: 0,
  currency: 'EUR',
  evidence: 'published',
  leadDays: 7,
  discontinued: false,
  ...more,
});
const LINES = [line('a', 'Plate'), line('b', 'Shell sold again', { price: { low: -300, likely: -200, high: -100 } })];
const HEAD = [
  'Id',
  'Item',
  'Kind',
  'Low',
  'Likely',
  'High',
  'Hours, low',
  'Hours, likely',
  'Hours, high',
  'Result',
  'Paid',
  'Supplier',
  'Days',
];

test('what went out and comes in unchanged changes nothing', () => {
  const rows = [
    HEAD,
    ['a', 'Plate', 'part', 90, 100, 150, 1, 2, 3, null, null, null, 7],
    ['b', 'Shell sold again', 'donor', -300, -200, -100],
    ['labour', 'Labour', 'work', 1, 2, 3],
    ['', 'Total', '', 90, 100, 150],
  ];
  expect(fromTable({}, LINES, rows, metric)).toEqual({ bill: {}, changed: 0, added: 0, faults: [] });
});

test('a price, hours, a state, what was paid and from whom are taken where they differ; a new row is a line of one’s own', () => {
  const rows = [
    HEAD,
    ['a', 'Plate', 'part', 95, 120, 180, 1, 2.5, 3, 'ordered', 118.5, 'Ferrier', 14],
    ['', '=1+1', '', 10, 12, 20],
    ['', 'Unpriced', ''],
  ];
  const { bill, changed, added, faults } = fromTable({}, LINES, rows, metric);
  expect([changed, added, faults]).toEqual([1, 2, []]);
  expect(bill.edits).toEqual([
    expect.objectContaining({
      id: 'a',
      price: { low: 95, likely: 120, high: 180, evidence: 'claimed' },
      status: 'ordered',
      paid: 118.5,
      supplier: 'Ferrier',
      leadDays: 14,
      was: { price: LINES[0]!.price, hours: LINES[0]!.hours },
    }),
  ]);
  expect(bill.edits![0]!.hours!.likely).toBe(2.5);
  expect(bill.own!.map((o) => [o.name, o.price?.low, o.price?.likely, o.price?.high])).toEqual([
    ['=1+1', 10, 12, 20],
    ['Unpriced', undefined, undefined, undefined],
  ]);
});

test('a table of one’s own with few columns is read by name; headings that say nothing are told, and what can’t be read by its row', () => {
  const few = fromTable(
    {},
    LINES,
    [
      ['Name', 'Price'],
      ['Plate', '130'],
      ['Bore', 'dear'],
    ],
    metric,
  );
  expect(few.bill.edits![0]!.price!.likely).toBe(130);
  expect(few.faults).toEqual(['Row 3, “Bore”: “dear” is no price: enter a figure from 0.']);
  const none = fromTable(
    {},
    LINES,
    [
      ['x', 'y'],
      [1, 2],
    ],
    metric,
  );
  expect(none.faults[0]).toContain('The first row has to name the columns');
  expect(none.bill).toEqual({});
});

describe('the CSV that went out', () => {
  const { lines } = judged('C').figures.money.bill;
  const bill = candidate('C').bill ?? {};
  const comma = billCsv(lines, 'EUR');
  /** As a spreadsheet with decimal commas saves it: semicolons between, names with their commas in them. */
  const semicolons = rowsOfText(comma)
    .map((row) => row.map((c) => (/^-?\d+\.\d+$/.test(c) ? c.replace('.', ',') : c)).join(';'))
    .join('\r\n');
  test.each([
    ['commas', comma],
    ['semicolons and decimal commas', semicolons],
  ])('with %s comes in again and changes nothing, names with commas and lengths in them too', (_, text) => {
    expect(lines.some((l) => l.name.includes(','))).toBe(true);
    expect(fromTable(bill, lines, rowsOfText(text), metric)).toEqual({ bill, changed: 0, added: 0, faults: [] });
  });
  test('a line without a price goes out without one, and comes in so', () => {
    const open = line('own-x', 'Paint', {
      unpriced: true,
      price: { low: 0, likely: 0, high: 0 },
      hours: { low: 0, likely: 0, high: 0 },
      kept: { id: 'x', name: 'Paint', class: 'looks' },
    });
    const text = billCsv([open], 'EUR');
    expect(rowsOfText(text)[1]!.slice(3, 6)).toEqual(['', '', '']);
    const was = { own: [{ id: 'x', name: 'Paint', class: 'looks' as const }] };
    expect(fromTable(was, [open], rowsOfText(text), metric).bill).toEqual(was);
  });
});
