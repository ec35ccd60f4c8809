import fc from 'fast-check';
import { exactly, propagate, propagateAll, quadrature, scatterOf, type Figure } from './figure.ts';
import { AWG_MM2 } from './awg.ts';
import { formatEntry, formatNumber, formatQuantity, formatScatter, fromDisplay, toDisplay, unitOf } from './display.ts';
import { readEntry } from './entry.ts';
import { keyWords } from './errors.ts';
import { QUANTITIES } from './scales.ts';
import { lowered, say, sayDerived, wordSentence } from './valueTokens.ts';

const metric = { system: 'metric' } as const;
const us = { system: 'us' } as const;

test('every quantity goes to the screen and back unchanged, in every system', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...QUANTITIES),
      fc.double({ min: -1e5, max: 1e5, noNaN: true }),
      fc.constantFrom(metric, us, {
        system: 'metric',
        chosen: { power: 'PS', pressure: 'kPa', displacement: 'cc', torque: 'kgf·m' },
      } as const),
      (q, v, u) => {
        expect(fromDisplay(toDisplay(v, q, u), q, u)).toBeCloseTo(v, 6);
      },
    ),
  );
});

test('defined conversions', () => {
  expect(toDisplay(25.4, 'lengthMm', us)).toBeCloseTo(1, 12);
  expect(toDisplay(0.45359237, 'massKg', us)).toBeCloseTo(1, 12);
  expect(toDisplay(0.745699872, 'powerKw', us)).toBeCloseTo(1, 12);
  expect(toDisplay(0.73549875, 'powerKw', { system: 'metric', chosen: { power: 'PS' } })).toBeCloseTo(1, 12);
  expect(toDisplay(1.3558179483, 'torqueNm', us)).toBeCloseTo(1, 12);
  expect(toDisplay(100, 'temperatureC', us)).toBe(212);
});

test('numbers read as the trade writes them', () => {
  expect(formatNumber(9060, 'money', metric)).toBe('9,060');
  expect(formatNumber(-14.4, 'lengthMm', metric)).toBe('−14');
  expect(formatNumber(42, 'massKg', metric, { signed: true })).toBe('+42');
  expect(formatNumber(-0.2, 'massKg', metric)).toBe('0');
  expect(formatQuantity(9500, 'money', metric, { currency: 'EUR' })).toBe('9,500 €');
  expect(formatScatter(0.02, 'lengthMm', metric)).toBe('0.02');
});

test('a sentence reads in either system', () => {
  const text = `Sump hits by ${say(18.2, 'lengthMm')}, ${sayDerived({ value: 100, plusMinus: 5 }, 'massKg')}, ${say(2, 'lengthMm', { digits: 1 })}`;
  expect(wordSentence(text, metric)).toBe('Sump hits by 18 mm, 100 ± 5 kg, 2.0 mm');
  expect(wordSentence(text, us)).toBe('Sump hits by 0.72 in, 220 ± 11 lb, 0.08 in');
  expect(wordSentence('no {{figure|nonsense}} here', metric)).toBe('no {{figure|nonsense}} here');
});

describe('propagation of scatter', () => {
  const figure = (value: number, plusMinus: number, evidence: Figure['evidence'] = 'measured'): Figure => ({
    value,
    plusMinus,
    evidence,
  });

  test('a sum adds in quadrature', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.double({ min: -100, max: 100, noNaN: true }), fc.double({ min: 0, max: 10, noNaN: true })),
          { minLength: 1, maxLength: 6 },
        ),
        (list) => {
          const inputs = Object.fromEntries(list.map(([v, s], i) => [`f${i}`, figure(v, s)]));
          const d = propagate(inputs, (v) => Object.values(v).reduce((a, b) => a + b, 0));
          expect(d.plusMinus).toBeCloseTo(quadrature(list.map(([, s]) => s)), 6);
        },
      ),
    );
  });

  test('a product adds shares in quadrature, and shares of variance sum to 1', () => {
    const d = propagate({ a: figure(10, 0.3), b: figure(20, 0.8) }, (v) => v.a * v.b);
    expect(d.plusMinus / d.value).toBeCloseTo(Math.hypot(0.03, 0.04), 9);
    expect(d.from.reduce((s, c) => s + c.share, 0)).toBeCloseTo(1, 9);
  });

  test('the evidence is that of the worst important input, not of one that brings nothing', () => {
    expect(propagate({ a: figure(10, 1), b: figure(20, 0.1, 'claimed') }, (v) => v.a + v.b).evidence).toBe('measured');
    expect(propagate({ a: figure(10, 1), b: figure(20, 1, 'claimed') }, (v) => v.a + v.b).evidence).toBe('claimed');
  });

  test('several results at once are each as alone', () => {
    const inputs = { a: figure(3, 0.1), b: figure(4, 0.2, 'estimated') };
    const both = propagateAll(inputs, (v) => ({ sum: v.a + v.b, product: v.a * v.b }));
    expect(both.sum).toEqual(propagate(inputs, (v) => v.a + v.b));
    expect(both.product).toEqual(propagate(inputs, (v) => v.a * v.b));
  });

  test('default scatter by evidence, none for what is exact', () => {
    expect(scatterOf({ value: 100, evidence: 'claimed' })).toBe(12);
    expect(scatterOf({ value: 100, evidence: 'published' })).toBe(3);
    expect(scatterOf(exactly(100))).toBe(0);
  });
});

test('wire is said by gauge where it is sold so: the gauge itself, or the least that is no thinner', () => {
  expect(AWG_MM2.map((a) => formatQuantity(a, 'wireMm2', us))).toEqual(
    [22, 20, 18, 16, 14, 12, 10, 8, 6, 4, 2, '1/0', '2/0', '3/0', '4/0'].map((n) => `${n} AWG`),
  );
  // 12 AWG is 3.31 mm², 4/0 is 107.2 mm².
  expect(AWG_MM2[5]).toBeCloseTo(3.309, 2);
  expect(AWG_MM2.at(-1)).toBeCloseTo(107.2, 1);
  expect(formatQuantity(2.5, 'wireMm2', us)).toBe('2.5 mm² (12 AWG)');
  expect(formatQuantity(120, 'wireMm2', us)).toBe('120.0 mm²');
  expect(formatQuantity(2.5, 'wireMm2', { system: 'metric' })).toBe('2.5 mm²');
});

describe('units of single kinds, whatever the system is', () => {
  const kwInUs = { system: 'us', chosen: { power: 'kW', pressure: 'bar', mass: 'kg' } } as const;

  test('a chosen kind is shown in its unit, all others in the system’s', () => {
    expect(formatQuantity(110, 'powerKw', kwInUs)).toBe('110 kW');
    expect(formatQuantity(25.4, 'lengthMm', kwInUs)).toBe('1.00 in');
    expect(formatQuantity(100, 'pressureKpa', kwInUs)).toBe('1.00 bar');
    expect(formatQuantity(110, 'powerKw', { system: 'metric', chosen: { power: 'hp' } })).toBe('148 hp');
    expect(formatQuantity(212, 'torqueNm', { system: 'us', chosen: { torque: 'kgf·m' } })).toBe('21.6 kgf·m');
    expect(formatQuantity(0.9, 'pressureBar', { system: 'us', chosen: { pressure: 'kPa' } })).toBe('90 kPa');
  });

  test('what goes with a kind goes with its choice', () => {
    expect(formatQuantity(50, 'powerPerMass', kwInUs)).toBe('50 kW/t');
    expect(unitOf('powerPerMass', { system: 'us' })).toBe('hp/ton');
    // 1 kW for each tonne is 1.341 hp for each 2,204.6 lb, so 1.2166 hp for each 2,000 lb.
    expect(toDisplay(1, 'powerPerMass', { system: 'us' })).toBeCloseTo(1.21656, 4);
    expect(unitOf('areaM2', { system: 'us', chosen: { length: 'mm' } })).toBe('m²');
    expect(unitOf('travelledKm', { system: 'metric', chosen: { speed: 'mph' } })).toBe('miles');
    expect(unitOf('warmerC', { system: 'metric', chosen: { temperature: '°F' } })).toBe('°F');
  });

  test('places that a caller asks for are those of the metric unit', () => {
    expect(
      formatQuantity(101.325, 'pressureKpa', { system: 'metric', chosen: { pressure: 'bar' } }, { digits: 0 }),
    ).toBe('1.01 bar');
    expect(formatQuantity(12, 'lengthMm', { system: 'us' }, { digits: 0 })).toBe('0.47 in');
    expect(
      formatQuantity(2.2, 'displacementL', { system: 'metric', chosen: { displacement: 'cc' } }, { digits: 2 }),
    ).toBe('2,200 cc');
  });

  test.each([
    ['displacementL', 5.7354, '350 cu in'],
    ['flowCcPerMin', 441, '42.0 lb/h'],
    ['flowLph', 255, '67.4 gal/h'],
    ['inertiaKgM2', 0.2, '4.7 lb·ft²'],
    ['portLPerS', 100, '212 cfm'],
    ['accelMPerS2', 3, '9.8 ft/s²'],
    ['forceN', 4448.22, '1,000 lbf'],
  ] as const)('%s in the units of the US trade', (quantity, value, words) => {
    expect(formatQuantity(value, quantity, { system: 'us' })).toBe(words);
  });
});

describe('numbers and money as they are written where the reader lives', () => {
  test.each([
    [{ decimal: '.', group: ',' }, '12,345.68'],
    [{ decimal: ',', group: '.' }, '12.345,68'],
    [{ decimal: ',', group: '\u202F' }, '12\u202F345,68'],
    [{ decimal: '.', group: '’' }, '12’345.68'],
  ] as const)('%j', (style, words) => {
    const reader = { system: 'metric', ...style } as const;
    expect(formatNumber(12_345.678, 'number', reader)).toBe(words);
    // What stands there is read again as it stands there.
    expect(readEntry(words, 'number', reader)).toMatchObject({ kind: 'value', value: 12_345.68 });
    expect(formatEntry(12_345.678, 'number', reader)).toBe(`12345${style.decimal}68`.replace('68', '7'));
  });

  test.each([
    ['EUR', '9,500 €', '−42 €'],
    ['USD', '$9,500', '−$42'],
    ['GBP', '£9,500', '−£42'],
    ['CHF', 'CHF 9,500', '−CHF 42'],
    ['SEK', '9,500 kr', '−42 kr'],
    ['PLN', '9,500 zł', '−42 zł'],
    ['JPY', '¥9,500', '−¥42'],
    ['BRL', 'R$9,500', '−R$42'],
    ['ZAR', 'R 9,500', '−R 42'],
    ['UAH', '9,500 ₴', '−42 ₴'],
    ['XTS', 'XTS 9,500', '−XTS 42'],
  ])('%s', (currency, much, less) => {
    expect(formatQuantity(9500, 'money', metric, { currency })).toBe(much);
    expect(formatQuantity(-42, 'money', metric, { currency })).toBe(less);
    expect(wordSentence(sayDerived({ value: 9500, plusMinus: 300 }, 'money', { currency }), metric)).toBe(
      much.replace('9,500', '9,500 ± 300'),
    );
    // “9,500” alone can be nine and a half: that is asked.
    expect(readEntry(much.replace(',', ''), 'money', metric, { currency })).toMatchObject({
      kind: 'value',
      value: 9500,
    });
  });
});

test.each([
  ['wheelbaseMm', 'Wheelbase'],
  ['coreHeightMm', 'Core height'],
  ['gearRatios', 'Gear ratios'],
  ['rearLeftKg', 'Rear left'],
  ['input', 'Input'],
])('the key %s is said as “%s”', (key, words) => {
  expect(keyWords(key)).toBe(words);
});

test('a title within a sentence loses its capital, what is all capitals does not', () => {
  for (const [title, within] of [
    ['Starter to ring gear', 'starter to ring gear'],
    ['ECU-switched system', 'ECU-switched system'],
    ['A/C compressor', 'A/C compressor'],
    ['V6 2.7', 'V6 2.7'],
    ['Übersetzung', 'übersetzung'],
    ['', ''],
  ] as const)
    expect(lowered(title)).toBe(within);
});
