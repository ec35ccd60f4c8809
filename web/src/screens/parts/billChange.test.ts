import fc from 'fast-check';
import type { BillEdits, BillLine } from '@sable/core';
import { freeId, GRID_COLUMNS, readLines, tidy, withCell, withKept, withPoint } from './billChange.ts';

const metric = { system: 'metric' } as const;
const line = (id: string, more: Partial<BillLine> = {}): BillLine => ({
  id,
  name: `Line ${id}`,
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
const edited = (bill: BillEdits | string): BillEdits => {
  if (typeof bill === 'string') throw new Error(bill);
  return bill;
};
/** The line as the bill would have it after an edit. */
const after = (of: BillLine, bill: BillEdits): BillLine => {
  const kept = bill.edits?.find((e) => e.id === of.id);
  return kept
    ? {
        ...of,
        kept,
        reckoned: { price: of.price, hours: of.hours },
        price: kept.price ?? of.price,
        hours: kept.hours ?? of.hours,
      }
    : of;
};

test('a price typed keeps what was reckoned beside it; emptied, nothing is left of it', () => {
  const one = edited(withCell({}, line('a'), 'likely', '120', metric));
  expect(one.edits).toEqual([
    {
      id: 'a',
      name: 'Line a',
      price: { low: 90, likely: 120, high: 150, evidence: 'claimed' },
      was: { price: { low: 90, likely: 100, high: 150 } },
    },
  ]);
  const none = edited(withCell(one, after(line('a'), one), 'likely', '', metric));
  expect(tidy(none)).toBeUndefined();
});

test('beyond the others a point takes them along: they stay in order whatever is typed', () => {
  const point = fc.integer({ min: 0, max: 5000 });
  fc.assert(
    fc.property(
      fc.constantFrom('low' as const, 'likely' as const, 'high' as const),
      point,
      fc.array(point, { minLength: 3, maxLength: 3 }),
      (key, value, three) => {
        const [low, likely, high] = [...three].sort((a, b) => a - b);
        const next = withPoint({ low: low!, likely: likely!, high: high! }, key, value);
        expect(next[key]).toBe(value);
        expect(next.low).toBeLessThanOrEqual(next.likely);
        expect(next.likely).toBeLessThanOrEqual(next.high);
      },
    ),
  );
  expect(withPoint(undefined, 'likely', 100)).toEqual({ low: 80, likely: 100, high: 150 });
});

test('what can’t be read is said and changes nothing', () => {
  for (const [column, text] of [
    ['likely', 'cheap'],
    ['low', '-4'],
    ['hours', 'long'],
    ['status', 'lost'],
    ['lead', 'soon'],
    ['lead', '4000'],
  ] as const)
    expect([column, text, typeof withCell({}, line('a'), column, text, metric)]).toEqual([column, text, 'string']);
  // A quote in other money is changed with its rate.
  const quoted = { id: 'a', foreign: { currency: 'USD', rate: { low: 1, likely: 1, high: 1 } } };
  expect(typeof withCell({ edits: [quoted] }, line('a', { kept: quoted }), 'likely', '9', metric)).toBe('string');
});

test('edits of many lines, in any order, keep each other', () => {
  const texts: Readonly<Record<(typeof GRID_COLUMNS)[number], string>> = {
    low: '50',
    likely: '110',
    high: '300',
    hours: '2,5',
    status: 'ordered',
    lead: '14',
  };
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.constantFrom('a', 'b', 'c', 'd'), fc.constantFrom(...GRID_COLUMNS)), { maxLength: 40 }),
      (list) => {
        let bill: BillEdits = {};
        for (const [id, column] of list)
          bill = edited(withCell(bill, after(line(id), bill), column, texts[column], metric));
        const touched = new Set(list.map(([id]) => id));
        expect(new Set((bill.edits ?? []).map((e) => e.id))).toEqual(touched);
        for (const [id, column] of list) {
          const e = bill.edits!.find((x) => x.id === id)!;
          if (column === 'status') expect(e.status).toBe('ordered');
          if (column === 'lead') expect(e.leadDays).toBe(14);
          if (column === 'hours') expect(e.hours!.likely).toBe(2.5);
        }
      },
    ),
  );
});

test('lines of one’s own are changed where they stand, and keep all else', () => {
  const own = { id: 'l1', name: 'Paint', class: 'looks' as const };
  const bill = withKept({ own: [own] }, line('own-l1', { kept: own }), { supplier: 'Ferrier' });
  expect(bill).toEqual({ own: [{ ...own, supplier: 'Ferrier' }] });
  expect(freeId([own])).toBe('l2');
});

describe('pasted lines', () => {
  const read = (text: string) => readLines(text, [], metric);
  test('name and three points with hours and state; one figure is the likely one; headings are passed over', () => {
    const { lines, faults } = read(
      'Line\tLow\tLikely\tHigh\tHours\nBore two over\t180\t220\t300\t\tordered\nPaint\t150\nBleed\t10\t12\t20\t1,5\n',
    );
    expect(faults).toEqual([]);
    expect(
      lines.map((l) => [l.id, l.name, l.price?.low, l.price?.likely, l.price?.high, l.hours?.likely, l.status]),
    ).toEqual([
      ['l1', 'Bore two over', 180, 220, 300, undefined, 'ordered'],
      ['l2', 'Paint', 120, 150, 225, undefined, undefined],
      ['l3', 'Bleed', 10, 12, 20, 1.5, undefined],
    ]);
  });
  test('a name alone is a line without a price; what can’t be read is told by its line', () => {
    expect(read('Loom away').lines).toEqual([{ id: 'l1', name: 'Loom away', class: 'own' }]);
    expect(read('a\t1\t2\t3\nb\tdear').faults).toEqual(['Line 2, “b”: “dear” is no figure from 0.']);
    expect(read('a\t1\n\t5').faults).toEqual(['Line 2 has no name.']);
    expect(read('a\t9\t2\t3').faults).toEqual(['Line 1, “a”: low, likely and high are not in order.']);
  });
  test('a formula stays the words it was', () => {
    expect(read('=HYPERLINK("x")\t5').lines[0]!.name).toBe('=HYPERLINK("x")');
  });
});
