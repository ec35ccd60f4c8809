import type { Brief } from '@sable/core';
import fc from 'fast-check';
import { bandFault, figureAt, withFigure } from './briefEdit.ts';

const BRIEF: Brief = {
  use: 'street',
  purpose: 'to work',
  band: { lowRpm: 1500, highRpm: 5000 },
  now: { powerKw: 90 },
  later: {},
  worstAir: { temperatureC: 30, altitudeM: 200, humidityPct: 50 },
  hotDaySchool: 'standard',
  driverKg: { value: 75, plusMinus: 8, evidence: 'estimated' },
  hourlyRate: 48,
  ownLabour: true,
  fuelOctaneRon: 95,
  mountSchool: 'rubber',
  budget: 4000,
};

test('a figure is read where it stands, and is not there where its group is not', () => {
  expect(figureAt(BRIEF, '/budget')).toBe(4000);
  expect(figureAt(BRIEF, '/band/lowRpm')).toBe(1500);
  expect(figureAt(BRIEF, '/driverKg/value')).toBe(75);
  expect(figureAt(BRIEF, '/maxHours')).toBeUndefined();
  expect(figureAt(BRIEF, '/hill/gradePct')).toBeUndefined();
});

test('what is written is read again, and nothing else has changed', () => {
  const pointers = ['/budget', '/maxHours', '/band/lowRpm', '/now/powerKw', '/later/powerKw', '/worstAir/altitudeM'];
  fc.assert(
    fc.property(fc.constantFrom(...pointers), fc.integer({ min: 1, max: 9000 }), (pointer, value) => {
      const next = withFigure(BRIEF, pointer, value);
      expect(figureAt(next, pointer)).toBe(value);
      for (const other of pointers) if (other !== pointer) expect(figureAt(next, other)).toBe(figureAt(BRIEF, other));
      expect(next.driverKg).toEqual(BRIEF.driverKg);
      // Taken back to what it was, the whole brief is as it was.
      expect(withFigure(next, pointer, figureAt(BRIEF, pointer))).toEqual(BRIEF);
    }),
  );
});

test('a figure that is emptied is taken out, its group stays', () => {
  expect(withFigure(BRIEF, '/budget', undefined)).not.toHaveProperty('budget');
  expect(withFigure(BRIEF, '/now/powerKw', undefined).now).toEqual({});
});

test('evidence and doubt beside a figure stay when its value changes', () => {
  expect(withFigure(BRIEF, '/driverKg/value', 90).driverKg).toEqual({ ...BRIEF.driverKg, value: 90 });
});

test('the figure that begins a group brings what stands beside it, keeps what is there, and takes all away', () => {
  const begins = { rpm: 2600, toleranceRpm: 250 };
  const begun = withFigure(BRIEF, '/cruise/speedKph', 110, begins);
  expect(begun.cruise).toEqual({ speedKph: 110, rpm: 2600, toleranceRpm: 250 });
  const tuned = withFigure(begun, '/cruise/rpm', 3000);
  expect(withFigure(tuned, '/cruise/speedKph', 100, begins).cruise).toEqual({
    speedKph: 100,
    rpm: 3000,
    toleranceRpm: 250,
  });
  expect(withFigure(tuned, '/cruise/speedKph', undefined, begins)).toEqual(BRIEF);
});

test('a band that ends where it begins, or below, is named at its top', () => {
  expect(bandFault(BRIEF)).toBeUndefined();
  expect(bandFault({ ...BRIEF, band: { lowRpm: 3000, highRpm: 3001 } })).toBeUndefined();
  for (const highRpm of [3000, 2999])
    expect(bandFault({ ...BRIEF, band: { lowRpm: 3000, highRpm } })).toEqual({
      pointer: '/band/highRpm',
      message: 'The upper rpm limit must be higher than the lower one, 3000 rpm.',
    });
});
