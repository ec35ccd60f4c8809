/** Tables as people's spreadsheets write them: read right, or refused with the true reason, line by line. */
import fc from 'fast-check';
import { InputErrors } from '../units/index.ts';
import { guessColumns } from './columnMap.ts';
import { TABLE_COLUMNS } from './libraryCsv.ts';
import { kindOfTable, readEnginesCsv, readGearboxesCsv, readLibraryTable, readPartsCsv } from './libraryTables.ts';
import { decimalIn, numberIn, readSheet, sheetText } from './tableSheet.ts';

/** Three engines, plainly: name, bore mm, stroke mm, mass kg, price. */
const ENGINES = [
  ['Marl 1.6', 79.5, 80.25, 108.5, 450],
  ['Marl 2.0, long', 84, 90, 131, 1250.5],
  ['Bask "six"', 76.25, 88, 164.75, 2400],
] as const;
const IN = 25.4;
const LB = 0.45359237;
type Row = (typeof ENGINES)[number];

interface Style {
  readonly separator?: ',' | ';' | '\t';
  readonly decimal?: '.' | ',';
  readonly quoted?: 'all' | 'needed';
  readonly thousands?: string;
  readonly end?: '\n' | '\r\n' | '\r';
  readonly before?: string;
  readonly title?: string;
  readonly sums?: string;
  readonly blanks?: true;
  readonly heads?: readonly string[];
  readonly units?: { readonly bore?: number; readonly mass?: number };
  readonly order?: readonly number[];
}

/** The table as a spreadsheet in some place of the world would write it. */
function written(s: Style): string {
  const { separator = ',', decimal = '.', order = [0, 1, 2, 3, 4] } = s;
  const number = (n: number) => {
    const [whole, part] = String(Number(n.toFixed(6))).split('.');
    const grouped = s.thousands === undefined ? whole! : whole!.replace(/(\d)(?=(\d{3})+$)/g, `$1${s.thousands}`);
    return part === undefined ? grouped : `${grouped}${decimal}${part}`;
  };
  const cell = (text: string) =>
    s.quoted === 'all' || text.includes(separator) || text.includes('"') ? `"${text.replaceAll('"', '""')}"` : text;
  const bore = s.units?.bore ?? 1;
  const mass = s.units?.mass ?? 1;
  const line = ([name, b, st, m, price]: Row) => [
    name,
    number(b / bore),
    number(st / bore),
    number(m / mass),
    number(price),
  ];
  const rows = [
    s.heads ?? ['Name', 'Bore (mm)', 'Stroke (mm)', 'Mass (kg)', 'Price likely'],
    ...ENGINES.map(line),
    ...(s.sums ? [[s.sums, '', '', number(404.25 / mass), number(4100.5)]] : []),
  ].map((cells) => order.map((i) => cell(cells[i]!)).join(separator));
  const end = s.end ?? '\n';
  const body = s.blanks ? rows.flatMap((r, i) => (i === 2 ? [r, separator.repeat(4), ''] : [r])) : rows;
  return (s.before ?? '') + [...(s.title ? [s.title] : []), ...body].join(end) + end;
}

const FILES: readonly (readonly [string, Style])[] = [
  ['commas and points', {}],
  ['semicolons and decimal commas', { separator: ';', decimal: ',' }],
  ['tabs, as pasted from cells', { separator: '\t' }],
  ['tabs with decimal commas', { separator: '\t', decimal: ',' }],
  ['everything quoted', { quoted: 'all' }],
  ['decimal commas, quoted, between commas', { quoted: 'all', decimal: ',' }],
  ['a mark of UTF-8 in front', { before: '\uFEFF' }],
  ['a mark and semicolons', { before: '\uFEFF', separator: ';', decimal: ',' }],
  ['lines of Windows', { end: '\r\n' }],
  ['lines of an old Mac', { end: '\r' }],
  ['empty lines and lines of separators', { blanks: true }],
  ['a title above the headings', { title: 'Engines, shop list' }],
  ['a title with its separators', { title: 'Engines;;;;', separator: ';', decimal: ',' }],
  ['a line of sums', { sums: 'Total' }],
  ['a line of sums in German', { sums: 'Summe', separator: ';', decimal: ',' }],
  ['columns in another order', { order: [3, 0, 4, 2, 1] }],
  ['thousands with commas, quoted', { thousands: ',', quoted: 'all' }],
  ['thousands with points', { thousands: '.', separator: ';', decimal: ',' }],
  ['thousands with thin blanks', { thousands: '\u202F', separator: ';', decimal: ',' }],
  [
    'inches and pounds in the headings',
    {
      heads: ['Name', 'Bore (in)', 'Stroke (in)', 'Mass (lb)', 'Price likely'],
      units: { bore: IN, mass: LB },
    },
  ],
  [
    'units behind a comma, other words, other case',
    {
      separator: ';',
      heads: ['NAME', 'bore, in', 'STROKE in', 'Weight [lb]', 'price'],
      units: { bore: IN, mass: LB },
    },
  ],
  ['centimetres', { heads: ['Name', 'Bore [cm]', 'Stroke [cm]', 'Mass (kg)', 'Price likely'], units: { bore: 10 } }],
];

test.each(FILES)('%s', (_, style) => {
  const text = written(style);
  expect(kindOfTable(readSheet(text))).toBe('engines');
  const engines = readEnginesCsv(text);
  expect(engines.map((e) => e.name)).toEqual(ENGINES.map(([name]) => name));
  engines.forEach((e, i) => {
    const [, bore, stroke, mass, price] = ENGINES[i]!;
    expect(e.boreMm!.value).toBeCloseTo(bore, 4);
    expect(e.strokeMm!.value).toBeCloseTo(stroke, 4);
    expect(e.massRecords[0]!.massKg.value).toBeCloseTo(mass, 4);
    expect(e.price!.likely).toBeCloseTo(price, 4);
  });
});

test('a ± is in the unit of what it is of, a curve in that of its heading', () => {
  const [e] = readEnginesCsv('Name,Bore (in),Bore ±,Curve (rpm:lb-ft)\nX,3.5,0.01,1000:100 3000:120\n');
  expect(e!.boreMm).toMatchObject({ value: 88.9 });
  expect(e!.boreMm!.plusMinus).toBeCloseTo(0.254, 9);
  expect(e!.curves[0]!.torqueNm[0]).toBeCloseTo(135.58, 2);
  const [g] = readGearboxesCsv('Name;Ratios;Rated (lb-ft);Mass (lb)\nFive;3,5 2,1 1,4 1 0,8;200;77,5\n');
  expect(g!.ratios).toEqual([3.5, 2.1, 1.4, 1, 0.8]);
  expect(g!.ratings[0]!.torqueNm!.value).toBeCloseTo(271.16, 2);
  expect(g!.massKg!.value).toBeCloseTo(77.5 * LB, 6);
});

test('every line at fault is told with its line and its reason, and none is taken', () => {
  const text = 'Name;Class;Price likely\nHose;hose;3,5\nPump;gadget;12\n;hose;4\nFan;fan;cheap\n';
  try {
    readPartsCsv(text);
    throw new Error('it was taken');
  } catch (error) {
    if (!(error instanceof InputErrors)) throw error;
    expect(error.all.map((e) => e.message)).toEqual([
      expect.stringMatching(/^Line 3, Class: “gadget” is invalid/),
      'Line 4, Name: empty cell.',
      'Line 5, Price likely: “cheap” is not a number.',
    ]);
    expect(error.message).toBe(error.all[0]!.message);
  }
});

test('a part whose name begins like a line of sums is a part', () => {
  const parts = readPartsCsv('Name,Class\nTotal seal rings,rebuild kit\nSump gasket,hose\nTotal:,\n');
  expect(parts.map((p) => p.name)).toEqual(['Total seal rings', 'Sump gasket']);
});

test('a fault names the column as it is headed in the file', () => {
  expect(() => readEnginesCsv('Name;Bore [in]\nX;three\n')).toThrow('Line 2, Bore [in]: “three” is not a number.');
});

test('what can be two numbers is asked, not guessed; told the mark, it is read', () => {
  const text = 'Name;Class;Price likely\nHose;hose;1,250\n';
  expect(() => readPartsCsv(text)).toThrow(/Line 2, Price likely: “1,250” can be a thousand and more/);
  const { parts } = readLibraryTable(text, { engines: [], gearboxes: [], parts: [] }, { decimal: ',' });
  expect(parts[0]!.price!.likely).toBe(1.25);
  const comma = readLibraryTable(text, { engines: [], gearboxes: [], parts: [] }, { decimal: '.' });
  expect(comma.parts[0]!.price!.likely).toBe(1250);
  // One line beside it that can be only one thing tells it for all.
  expect(readPartsCsv(`${text}Fan;fan;12,5\n`)[0]!.price!.likely).toBe(1.25);
});

test.each([
  ['Colour;Size\nred;3\n', /“Bore \(mm\)” for engines/],
  ['Name;Price likely;Colour\nX;3;red\n', /for engines/],
  ['Name,Class,Colour\nX,hose,red\n', /Column “Colour” is not known/],
  ['', /for engines/],
])('%j is refused with what would tell', (text, why) => {
  expect(() => readLibraryTable(text, { engines: [], gearboxes: [], parts: [] })).toThrow(why);
});

test('told which column is which, headings in any words do, and what is left out is left out', () => {
  const text = 'Bezeichnung;Bohrung;Farbe\nX;3,5;rot\n';
  const columns = [{ to: 'Name' }, { to: 'Bore (mm)', factor: IN }, {}];
  const { engines } = readLibraryTable(
    text,
    { engines: [], gearboxes: [], parts: [] },
    { kind: 'engines', columns, decimal: ',' },
  );
  expect(engines[0]).toMatchObject({ name: 'X', boreMm: { value: 88.9 } });
});

test('no column is taken twice', () => {
  const found = guessColumns(['Name', 'Bore (mm)', 'Bore (in)', 'Weight', 'Mass (kg)'], TABLE_COLUMNS.engines);
  const to = found.flatMap((f) => f.to ?? []);
  expect(new Set(to).size).toBe(to.length);
});

describe('numbers in cells', () => {
  const value = fc.double({ min: -1e6, max: 1e6, noNaN: true }).map((v) => Number(v.toFixed(2)) + 0);
  test('what goes out in either locale comes in again equal', () => {
    fc.assert(
      fc.property(
        fc.array(value, { minLength: 1, maxLength: 20 }),
        fc.constantFrom('.' as const, ',' as const),
        (list, mark) => {
          const sheet = readSheet(sheetText([['a', 'b'], ...list.map((v) => [String(v), 'x; y, z "q"'])], mark));
          expect(sheet.rows.map((r) => numberIn(r.cells[0]!, sheet.decimal ?? mark))).toEqual(list);
          expect(sheet.rows.every((r) => r.cells[1] === 'x; y, z "q"')).toBe(true);
        },
      ),
    );
  });
  test.each([
    ['1 234,5', ',', 1234.5],
    ['1.234,5', undefined, 1234.5],
    ['1,234.5', undefined, 1234.5],
    ['€ 450', undefined, 450],
    ['450,00 €', ',', 450],
    ['−12,5', ',', -12.5],
    ['12.34.5', '.', undefined],
    ['1,2,3', ',', undefined],
    ['', '.', undefined],
    ['about 3', '.', undefined],
  ] as const)('%s with %s is %s', (raw, mark, want) => {
    expect(numberIn(raw, mark ?? decimalIn([raw]))).toBe(want);
  });
  test('marks that speak against each other tell nothing', () => {
    expect(decimalIn(['1,5', '1.5'])).toBeUndefined();
    expect(decimalIn(['1,250'])).toBeUndefined();
    expect(decimalIn(['1,250', '0,5'])).toBe(',');
  });
});

test('a cell with a line break does not move the lines behind it', () => {
  const { rows } = readSheet('Name,Note\n"X","two\nlines"\nY,one\n');
  expect(rows.map((r) => r.line)).toEqual([2, 4]);
});
