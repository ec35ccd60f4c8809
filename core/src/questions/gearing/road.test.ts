import { torqueFrom } from '../curve/index.ts';
import { axleGripN, shareOfGrip } from './differential.ts';
import { cruiseSlip, pumpTorqueNm, stallBand, stallPoint, torqueRatio } from './converter.ts';
import { fuelLPerH } from './fuelUse.ts';
import { tyreRoom } from './tyreRoom.ts';

describe('the differential', () => {
  test('open twice the lesser, locked the sum, limited between them', () => {
    expect(axleGripN('open', 1000, 3000)).toBe(2000);
    expect(axleGripN('locked', 1000, 3000)).toBe(4000);
    expect(axleGripN('limited', 1000, 3000, 2.5)).toBe(3500);
    expect(axleGripN('limited', 1000, 1200, 2.5)).toBe(2200);
  });
  test('with equal wheels none passes more than another', () => {
    for (const kind of ['open', 'limited', 'locked'] as const) expect(shareOfGrip(kind, 0.5)).toBe(1);
    expect(shareOfGrip('open', 0.4)).toBeCloseTo(0.8, 12);
  });
});

describe('the converter', () => {
  const curve = torqueFrom([1000, 2000, 3500, 6000], [160, 200, 260, 360]);
  test('at its stall the engine makes what the pump takes', () => {
    const { stallRpm, torqueAtStallNm } = stallPoint(curve, 150);
    expect(pumpTorqueNm(stallRpm, 150, 0)).toBeCloseTo(torqueAtStallNm, 6);
  });
  test('a looser one stalls higher; beyond either end of the curve nothing is made up', () => {
    expect(stallPoint(curve, 180).stallRpm).toBeGreaterThan(stallPoint(curve, 150).stallRpm);
    expect(() => stallPoint(curve, 420)).toThrow(/above 6000 rpm/);
    expect(() => stallPoint(curve, 40)).toThrow(/below 1000 rpm/);
    expect(() => stallPoint(curve, -1)).toThrow(expect.objectContaining({ pointer: '/converterKRpmPerSqrtNm' }));
  });
  test('torque ratio falls to one at coupling and stays', () => {
    expect([0, 0.44, 0.88, 1].map((nu) => torqueRatio(2.1, nu))).toEqual([2.1, 1.55, 1, 1]);
  });
  test('schools: at the boost threshold, or under the torque peak', () => {
    expect(stallBand(3600, 2200)).toMatchObject({ lowRpm: 2200, school: 'at the boost threshold' });
    expect(stallBand(3600, undefined)).toEqual({ lowRpm: 2700, highRpm: 3400, school: 'under the torque peak' });
  });
  test('at cruise more torque slips more, and the heat is the slip of the power', () => {
    const light = cruiseSlip(2500, 40, 150);
    const heavy = cruiseSlip(2500, 120, 150);
    expect(heavy.slipShare).toBeGreaterThan(light.slipShare);
    const power = (40 * 2500 * Math.PI) / 30;
    expect(light.heatW).toBeCloseTo(power / (1 - light.slipShare) - power, 6);
  });
});

describe('fuel by a Willans line', () => {
  test('full load comes to its told consumption, idling burns friction alone, a diesel less', () => {
    const litres = 2;
    const rpm = 3000;
    const kw = (9e5 * (litres / 1000) * rpm) / 120 / 1000;
    const lPerH = fuelLPerH('diesel', false, litres, rpm, kw);
    expect((lPerH * 0.835 * 1000) / kw).toBeCloseTo(250, 6);
    expect(fuelLPerH('petrol 95', false, litres, 800, 0)).toBeGreaterThan(0.3);
    expect(fuelLPerH('petrol 95', false, litres, 800, 0)).toBeLessThan(1.5);
    expect(fuelLPerH('diesel', false, 2, 2000, 15)).toBeLessThan(fuelLPerH('petrol 95', false, 2, 2000, 15));
  });
  test('a larger engine burns more at the same load, and more revs too', () => {
    expect(fuelLPerH('petrol 95', false, 4, 2000, 10)).toBeGreaterThan(fuelLPerH('petrol 95', false, 2, 2000, 10));
    expect(fuelLPerH('petrol 95', false, 2, 4000, 10)).toBeGreaterThan(fuelLPerH('petrol 95', false, 2, 2000, 10));
  });
});

describe('room for a tyre', () => {
  const room = {
    bolts: '4x100',
    widestMm: { value: 196, evidence: 'measured' as const },
    largestDiameterMm: { value: 608, evidence: 'measured' as const },
    leastRimIn: 14,
    offsetFromMm: 22,
    offsetToMm: 40,
  };
  const wrong = (code: string, more = {}) =>
    tyreRoom({ code, ...more }, room, 180)
      .filter((f) => f.fits === false)
      .map((f) => f.what);
  test('each thing by itself', () => {
    expect(wrong('185/65R14')).toEqual([]);
    expect(wrong('205/60R14')).toEqual(['arch width']);
    expect(wrong('185/80R15')).toEqual(['travel']);
    expect(wrong('165/80R13')).toEqual(['brakes']);
    expect(wrong('185/65R14', { wheel: { bolts: '5x112', offsetMm: 10 } })).toEqual(['bolts', 'offset']);
    expect(wrong('185/65R14', { speedIndex: 'R' })).toEqual(['speed index']);
  });
  test('without a top speed the index is unknown, not right', () => {
    expect(tyreRoom({ code: '185/65R14', speedIndex: 'R' }, undefined, undefined)).toMatchObject([{ fits: undefined }]);
  });
});
