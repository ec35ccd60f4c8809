import { readCurveTable } from './curveTable.ts';

const metric = { system: 'metric' } as const;
const us = { system: 'us' } as const;
const NM_PER_LBFT = 1.3558179483;

const read = (text: string, units: typeof metric | typeof us = metric) => {
  const { rpm, torqueNm } = readCurveTable(text, units);
  return rpm.map((n, i) => [n, Number(torqueNm[i]!.toFixed(2))]);
};
const POINTS = [
  [1000, 120],
  [2000, 150.5],
  [3000, 160],
];

test.each([
  ['blanks', '1000 120\n2000 150.5\n3000 160'],
  ['tabs, as pasted', '1000\t120\n2000\t150.5\n3000\t160\n'],
  ['commas', 'rpm,torque\n1000,120\n2000,150.5\n3000,160'],
  ['semicolons and decimal commas', 'rpm;Nm\n1000;120\n2000;150,5\n3000;160'],
  ['quoted', '"rpm","torque, N·m"\n"1000","120"\n"2000","150.5"\n"3000","160"'],
  ['quoted with thousands', '"rpm","torque"\n"1,000","120"\n"2,000","150.5"\n"3,000","160"'],
  ['the columns the other way round', 'torque (Nm);speed (1/min)\n120;1000\n150,5;2000\n160;3000'],
  ['three columns with headings', 'rpm,power kW,torque Nm\n1000,12.6,120\n2000,31.5,150.5\n3000,50.3,160'],
  ['a title above the headings', 'Run 12, third gear\nrpm\tNm\n1000\t120\n2000\t150.5\n3000\t160'],
  ['a mark in front and blank lines', '\uFEFF1000 120\n\n2000 150.5\n3000 160\n\n'],
])('%s', (_, text) => {
  expect(read(text)).toEqual(POINTS);
});

test('torque is taken in the unit of its heading, whatever the reader uses', () => {
  const text = 'rpm,"torque, lb-ft"\n1000,100\n2000,120';
  const want = [
    [1000, Number((100 * NM_PER_LBFT).toFixed(2))],
    [2000, Number((120 * NM_PER_LBFT).toFixed(2))],
  ];
  expect(read(text)).toEqual(want);
  expect(read(text, us)).toEqual(want);
  expect(readCurveTable(text, metric).said).toBe('2 points: rpm and torque in lb-ft');
});

test('without a unit it is the reader’s', () => {
  expect(read('1000 100\n2000 120', us)[0]).toEqual([1000, Number((100 * NM_PER_LBFT).toFixed(2))]);
});

test('power alone gives the torque', () => {
  // P = M·2πn: 10.47 kW at 1000 rpm are 100 N·m.
  expect(read('rpm;power (kW)\n1000;10,471976\n3000;50,265')).toEqual([
    [1000, 100],
    [3000, 160],
  ]);
  expect(read('rpm,hp\n5252.11,100\n2626.06,50')[0]![1]).toBeCloseTo(100 * NM_PER_LBFT, 1);
});

test.each([
  ['1000 120\nabout 2000\n3000 150', /Line 2 can’t be read/],
  ['rpm Nm', /Two columns of figures/],
  ['1000,12,120\n2000,30,150', /3 columns without headings/],
  ['rpm,boost,lambda\n1000,0.1,0.9\n2000,0.5,0.85', /No column for torque or power/],
  ['time,torque,power\n1,120,20\n2,130,30', /No column for engine speed/],
  ['"rpm","torque"\n"1000","1,234"\n"2000","150"', /Line 2 can’t be read/],
])('what can’t be read says why: %s', (text, why) => {
  expect(() => readCurveTable(text, metric)).toThrow(why);
});
