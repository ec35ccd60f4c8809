import fc from 'fast-check';
import { formatEntry, formatNumber, toDisplay, unitOf, type Units } from './display.ts';
import { QUANTITIES, type Quantity } from './scales.ts';
import { numbersOf, rangeOf, readEntry, type EntryRange } from './entry.ts';

const metric: Units = { system: 'metric' };
const us: Units = { system: 'us' };
const comma: Units = { system: 'metric', decimal: ',' };
const usComma: Units = { system: 'us', decimal: ',' };

const read = (text: string, quantity: Quantity = 'number', units = metric, range: EntryRange = {}) => {
  const e = readEntry(text, quantity, units, range);
  return e.kind === 'value' ? e.value : e.kind === 'ambiguous' ? e.values : e.kind === 'wrong' ? e.why : undefined;
};

describe('a number as people write it', () => {
  test.each([
    ['4,1', 4.1],
    ['4.1', 4.1],
    ['465,5', 465.5],
    ['0,125', 0.125],
    ['0.125', 0.125],
    [',5', 0.5],
    ['.5', 0.5],
    ['610', 610],
    ['610.', 610],
    ['1,234.5', 1234.5],
    ['1.234,5', 1234.5],
    ['1 234,5', 1234.5],
    ['1 234 567', 1_234_567],
    ["1'234.5", 1234.5],
    ['1’234,5', 1234.5],
    ['1,234,567', 1_234_567],
    ['1.234.567,89', 1_234_567.89],
    ['12345,678', 12345.678],
    ['1e3', 1000],
    ['1.5e-2', 0.015],
    ['-3', -3],
    ['−3', -3],
    ['– 3', -3],
    ['+3', 3],
    ['3 1/2', 3.5],
    ['3½', 3.5],
    ['¾', 0.75],
    ['1,234,000 1/2', 1_234_000.5],
    ['10.5:1', 10.5],
  ])('“%s” is %d whichever decimal mark the reader has', (text, value) => {
    expect(read(text)).toBeCloseTo(value, 9);
    expect(read(text, 'number', comma)).toBeCloseTo(value, 9);
  });

  test('before three figures one mark can be either: the reader’s own is a decimal mark, the other is asked', () => {
    expect(read('4.125')).toBe(4.125);
    expect(read('4,125', 'number', comma)).toBe(4.125);
    expect(read('1,234')).toEqual([1234, 1.234]);
    expect(read('1.234', 'number', comma)).toEqual([1234, 1.234]);
    expect(read('-1,234')).toEqual([-1234, -1.234]);
    expect(read('1,234+1')).toEqual([1235, 2.234]);
  });

  test('where only one of the two can be, nobody is asked', () => {
    const axle = { min: 20, max: 5000 };
    expect(read('1,234', 'massKg', metric, axle)).toBe(1234);
    expect(read('1,234', 'ratio', metric, { min: 1, max: 20 })).toBe(1.234);
    expect(read('1,234', 'ratio', metric, { min: 2, max: 20 })).toBe('Enter 2 to 20.');
  });

  test('a tape’s dash is asked', () => {
    expect(read('24-3/4 in', 'lengthMm')).toEqual([24.75 * 25.4, 23.25 * 25.4]);
    expect(read('24-3/5', 'number')).toBeCloseTo(23.4, 9);
  });

  test.each(['1,23,456', '1,2,3', '1.2.3', '1,234.5.6', '1.2,3,4', '12,34.5', ',', '.', ',,5', '1..5'])(
    '“%s” is none, and says so',
    (text) => {
      expect(read(text)).toMatch(/is not a number/);
      expect(read(text, 'number', comma)).toMatch(/is not a number/);
    },
  );

  test('every way that a text can be meant, and no other', () => {
    expect(numbersOf('1,234', '.')).toEqual([1234, 1.234]);
    expect(numbersOf('1,234', ',')).toEqual([1.234]);
    expect(numbersOf('1234,567', '.')).toEqual([1234.567]);
    expect(numbersOf('0,567', '.')).toEqual([0.567]);
    expect(numbersOf('1,23', '.')).toEqual([1.23]);
  });

  test('nothing typed is nothing, not nought', () => {
    for (const text of ['', '  ', '\u00a0']) expect(readEntry(text, 'massKg', metric)).toEqual({ kind: 'empty' });
  });

  test('only what was typed as it is shown is plain: all else is read back to whoever typed it', () => {
    const plain = (text: string, units = metric) => {
      const e = readEntry(text, 'massKg', units);
      return e.kind === 'value' && e.plain;
    };
    expect(['610', '4.1', '-3'].map((t) => plain(t))).toEqual([true, true, true]);
    expect(['4,1', '1 234', '116+14', '3 lb', '1e3', '5/8'].map((t) => plain(t))).toEqual(Array(6).fill(false));
    expect(plain('4,1', comma)).toBe(true);
    expect(plain('4.1', comma)).toBe(false);
  });

  test('what Sable writes is read as it was meant, in either decimal mark', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -9_999_999, max: 9_999_999 }),
        fc.integer({ min: 0, max: 3 }),
        fc.constantFrom(metric, comma),
        (n, digits, units) => {
          const value = n / 10 ** digits;
          const e = readEntry(formatNumber(value, 'number', units, { digits }), 'number', units);
          if (e.kind === 'ambiguous') expect(e.values.some((v) => Math.abs(v - value) < 1e-9)).toBe(true);
          else expect(e).toMatchObject({ kind: 'value', value: expect.closeTo(value, 9) as number });
        },
      ),
    );
  });
});

describe('a small sum', () => {
  test.each([
    ['116+14', 130],
    ['116,5 + 14', 130.5],
    ['610-12', 598],
    ['3*25.4', 76.2],
    ['3×25,4', 76.2],
    ['(2+3)*4', 20],
    ['2+3*4', 14],
    ['-(2+3)', -5],
    ['5/8', 0.625],
    ['10/4/5', 0.5],
    ['1 234 + 1', 1235],
  ])('%s = %d', (text, value) => {
    expect(read(text)).toBeCloseTo(value, 12);
  });
  test.each([
    ['1/0', /Division by zero/],
    ['116+', /missing at the end/],
    ['(1+2', /not closed/],
    ['*3', /missing before “\*”/],
    ['1+2)', /“\)” has no place/],
    ['12 13', /Two numbers/],
    ['4,1 1/2', /Two numbers/],
  ])('%s is told what is wrong with it', (text, why) => {
    expect(read(text)).toMatch(why);
  });
  test('sums of any figures are what arithmetic says', () => {
    const n = fc.integer({ min: 0, max: 999 });
    fc.assert(
      fc.property(n, n, n, (a, b, c) => {
        expect(read(`${a}+${b}-${c}`)).toBe(a + b - c);
        expect(read(`${a} + ${b} * ${c}`)).toBe(a + b * c);
        expect(read(`(${a}+${b})*${c}`)).toBe((a + b) * c);
      }),
    );
  });
});

describe('a unit behind it', () => {
  test.each([
    ['610', 'lengthMm', metric, 610],
    ['24 3/4 in', 'lengthMm', metric, 628.65],
    ['3/4"', 'lengthMm', metric, 19.05],
    ['5/8 in', 'lengthMm', metric, 15.875],
    ['3.5 in', 'lengthMm', metric, 88.9],
    ['2 ft 1 in', 'lengthMm', metric, 635],
    ['5\' 3 1/2"', 'lengthMm', metric, 63.5 * 25.4],
    ['61 cm', 'lengthMm', us, 610],
    ['116+14 mm', 'lengthMm', us, 130],
    ['1 in + 1 cm', 'lengthMm', metric, 35.4],
    ['4 in / 2', 'lengthMm', metric, 50.8],
    ['10', 'lengthMm', us, 254],
    ['185 lb-ft', 'torqueNm', metric, 250.8263],
    ['185 ft-lb', 'torqueNm', metric, 250.8263],
    ['185 lb ft', 'torqueNm', metric, 250.8263],
    ['20 kg·m', 'torqueNm', us, 196.133],
    ['250 Nm', 'torqueNm', us, 250],
    ['72 hp', 'powerKw', metric, 53.6904],
    ['72 PS', 'powerKw', us, 52.9559],
    ['0,7 bar', 'pressureBar', us, 0.7],
    ['10 psi', 'pressureBar', metric, 0.68948],
    ['0.7 bar', 'pressureKpa', metric, 70],
    ['93.2 F', 'temperatureC', metric, 34],
    ['93.2', 'temperatureC', us, 34],
    ['34 °C', 'temperatureC', us, 34],
    ['1,5 l', 'volumeCc', metric, 1500],
    ['2 t', 'massKg', metric, 2000],
    ['30 lb', 'massKg', metric, 13.6078],
    ['6000 1/min', 'rpm', metric, 6000],
    ['6000 rpm', 'rpm', us, 6000],
    ['3.9:1', 'ratio', metric, 3.9],
    ['90 min', 'hours', metric, 1.5],
    ['1 h 30 min', 'hours', metric, 1.5],
    ['2 weeks', 'days', metric, 14],
    ['330 mm', 'inch', us, 12.992],
    ['450 €', 'money', metric, 450],
    ['€ 450', 'money', metric, 450],
    ['EUR 1 450', 'money', metric, 1450],
    ['60 mph', 'speedKph', metric, 96.56064],
    ['12 l/h', 'flowCcPerMin', metric, 200],
    ['140 lb/in', 'stiffnessNPerMm', metric, 24.518],
  ] as const)('“%s” as %s', (text, quantity, units, value) => {
    expect(read(text, quantity, units)).toBeCloseTo(value, 3);
  });

  test.each([
    ['12 kg', 'lengthMm', /“kg” is the unit of a mass; this is a length: mm, cm, m, in, ft/],
    ['72 hp', 'torqueNm', /“hp” is the unit of a power; this is a torque/],
    ['5 furlongs', 'lengthMm', /“furlongs” is no unit of a length/],
    ['abc', 'lengthMm', /“abc” is not a number/],
    ['about 5', 'lengthMm', /is not a number/],
    ['12 mm kg', 'lengthMm', /unit of a mass/],
    ['2 ft 1', 'lengthMm', /Enter a unit for each figure/],
    ['1 in + 2 cm + 3', 'lengthMm', /Enter a unit for each figure/],
    ['450 $', 'money', /Prices of this build are in €/],
    ['20 C + 5', 'temperatureC', /temperatures are not added/],
    ['mm', 'lengthMm', /is not a number|missing before its unit/],
  ] as const)('“%s” in a field for %s is named', (text, quantity, why) => {
    expect(read(text, quantity)).toMatch(why);
  });

  test('in dollars, dollars are taken', () => {
    expect(read('$450', 'money', us, { currency: 'USD' })).toBe(450);
    expect(read('450 €', 'money', us, { currency: 'USD' })).toMatch(/are in \$/);
  });

  test('the unit that the screen shows can be typed behind the number, in every quantity and system', () => {
    const units = [
      metric,
      us,
      comma,
      usComma,
      { system: 'metric', chosen: { power: 'PS', pressure: 'kPa', displacement: 'cc', torque: 'kgf·m' } } as const,
    ];
    for (const q of QUANTITIES)
      for (const u of units)
        for (const n of [1, 7, 42, 99]) {
          const bare = readEntry(String(n), q, u);
          const named = readEntry(`${n} ${unitOf(q, u)}`, q, u);
          const where = `${n} ${unitOf(q, u)}, ${q}`;
          if (bare.kind !== 'value') expect([where, named]).toEqual([where, bare]);
          else {
            expect([where, named]).toEqual([
              where,
              { kind: 'value', value: expect.any(Number), plain: unitOf(q, u) === '' },
            ]);
            expect([where, (named as { value: number }).value]).toEqual([where, expect.closeTo(bare.value, 6)]);
            expect([where, toDisplay(bare.value, q, u)]).toEqual([where, expect.closeTo(n, 6)]);
          }
        }
  });

  test('a ± is a difference: its unit has no zero of its own', () => {
    expect(read('9', 'temperatureC', us, { difference: true })).toBeCloseTo(5, 9);
    expect(read('9 F', 'temperatureC', metric, { difference: true })).toBeCloseTo(5, 9);
    expect(read('9 F', 'warmerC', metric)).toBeCloseTo(5, 9);
    expect(read('9', 'warmerC', us)).toBeCloseTo(5, 9);
    expect(read('5', 'temperatureC', metric, { difference: true })).toBeCloseTo(5, 9);
  });
});

describe('what a field may hold', () => {
  const axle = { min: 20, max: 5000 };
  test('the range is told in the unit shown', () => {
    expect(read('3', 'massKg', metric, axle)).toBe('Enter 20 to 5000 kg.');
    expect(read('3', 'massKg', comma, axle)).toBe('Enter 20 to 5000 kg.');
    expect(read('3', 'massKg', us, axle)).toMatch(/^Enter 44\.\d+ to 11,02\d(\.\d+)? lb\.$/);
    expect(rangeOf('lengthMm', metric, { min: 0 })).toBe('0 mm or more');
    expect(rangeOf('lengthMm', metric, { min: 0, above: true })).toBe('above 0 mm');
    expect(rangeOf('angleDeg', metric, { min: -30, max: 30 })).toBe('−30 to 30°');
    expect(rangeOf('number', metric, {})).toBe('');
    expect(rangeOf('count', metric, { min: 1, max: 3, whole: true })).toBe('1 to 3, whole');
  });
  test('each limit belongs to it, unless it is one to be above of', () => {
    expect(read('20', 'massKg', metric, axle)).toBe(20);
    expect(read('5000', 'massKg', metric, axle)).toBe(5000);
    expect(read('5000.1', 'massKg', metric, axle)).toMatch(/^Enter/);
    expect(read('19.9', 'massKg', metric, axle)).toMatch(/^Enter/);
    expect(read('0', 'massKg', metric, { min: 0, above: true })).toBe('Enter above 0, up to 20,000 kg.');
    expect(read('0', 'massKg', metric, { min: 0 })).toBe(0);
  });
  test('a part of a thing that is counted is refused', () => {
    expect(read('2.5', 'count', metric, { whole: true, min: 1, max: 3 })).toBe('Enter a whole number.');
    expect(read('7', 'count', metric, { whole: true, min: 1, max: 3 })).toMatch(/^Enter 1 to 3/);
  });
  test('no field without a range of its own takes what nothing on a car can be', () => {
    for (const quantity of QUANTITIES) {
      expect(read('1e9', quantity)).toMatch(/^Enter/);
      expect(read('-1 000 000 000', quantity)).toMatch(/^Enter/);
      expect(read('1e400', quantity)).toMatch(/more than any figure|not a number|^Enter/);
    }
  });
});

test('nothing that anybody can type is more than refused', () => {
  const piece = fc.constantFrom(
    '1',
    '23',
    ',',
    '.',
    ' ',
    '-',
    '+',
    '/',
    '*',
    '(',
    ')',
    'in',
    'kg',
    'ft',
    '"',
    "'",
    'e',
    '½',
    '%',
    '€',
    'x',
    ':1',
  );
  fc.assert(
    fc.property(
      fc.oneof(
        fc.string({ maxLength: 20 }),
        fc.array(piece, { maxLength: 12 }).map((p) => p.join('')),
      ),
      fc.constantFrom(...QUANTITIES),
      fc.constantFrom(metric, us, comma),
      (text, quantity, units) => {
        const e = readEntry(text, quantity, units);
        if (e.kind === 'value') expect(Number.isFinite(e.value)).toBe(true);
        if (e.kind === 'ambiguous') expect(e.values.length).toBeGreaterThan(1);
        if (e.kind === 'wrong') expect(e.why).toMatch(/\.$/);
      },
    ),
    { numRuns: 1000 },
  );
});

test('in a field a figure has as many places as it was typed with, and whole figures are never cut', () => {
  expect(formatEntry(465.5, 'massKg', metric)).toBe('465.5');
  expect(formatEntry(780, 'massKg', us)).toBe('1719.61');
  expect(formatEntry(1_234_567, 'travelledKm', metric)).toBe('1234567');
  expect(formatEntry(1_234_567, 'travelledKm', metric, { grouped: true })).toBe('1,234,567');
  expect(formatEntry(3.9, 'ratio', metric, { least: 2 })).toBe('3.90');
  expect(formatEntry(3.9, 'ratio', comma)).toBe('3,9');
  expect(formatEntry(-1.25, 'lengthMm', metric)).toBe('-1.25');
  expect(formatEntry(5, 'temperatureC', us, { difference: true })).toBe('9');
});

test('what is converted or added is kept as written, without the noise of binary fractions', () => {
  expect(readEntry('3 in', 'lengthMm', { system: 'metric' })).toMatchObject({ value: 76.2 });
  expect(readEntry('0.1+0.2', 'number', { system: 'metric' })).toMatchObject({ value: 0.3 });
  expect(readEntry('1.1', 'lengthMm', { system: 'us' })).toMatchObject({ value: 27.94 });
});
