import { rollStiffnessNmPerDeg } from '../src/questions/mass/index.ts';
import type { Build, Candidate, Chassis, Part } from '../src/index.ts';
import { finding, judged, library, tug, whole } from './demo.ts';

const car = tug.chassis!;
const lump = car.lumps.find((l) => l.leavesWith === 'stays')!;
const L = car.wheelbaseMm!.value;
const withCar = (more: Partial<Chassis>): Build => ({ ...tug, chassis: { ...car, ...more } });
const moved = (more: Partial<NonNullable<Candidate['moved']>[number]> = {}): Partial<Candidate> => ({
  moved: [{ lumpId: lump.id, toMm: [lump.comMm[0] - 600, lump.comMm[1], lump.comMm[2] + 100], ...more }],
});

describe('a lump put in another place', () => {
  const before = whole(judged('C')).figures.mass;
  const after = whole(judged('C', moved())).figures.mass;
  test('weighs what it weighed: the car changes by nothing, without new doubt', () => {
    expect(after.totalKg!.value).toBeCloseTo(before.totalKg!.value, 9);
    expect(after.totalKg!.plusMinus).toBeCloseTo(before.totalKg!.plusMinus, 9);
    expect(after.changeKg).toEqual(before.changeKg);
    expect(after.shifted).toEqual([expect.objectContaining({ name: lump.name, fromMm: lump.comMm })]);
  });
  test('600 mm to the rear put its mass times 600 over the wheelbase on the rear axle, and 100 mm up lift the whole', () => {
    const kg = lump.massKg.value;
    expect(after.rearKg!.value - before.rearKg!.value).toBeCloseTo((kg * 600) / L, 9);
    expect(after.comMm![2] - before.comMm![2]).toBeCloseTo((kg * 100) / after.totalKg!.value, 9);
  });
  test('stands on the bill, without a price until somebody has one', () => {
    const line = (c: Partial<Candidate>) =>
      whole(judged('C', c)).figures.money.bill.lines.find((l) => l.name === `Move the ${lump.name}`)!;
    expect(line(moved())).toMatchObject({ unpriced: true, untimed: true });
    const price = { low: 20, likely: 30, high: 45, evidence: 'claimed' as const };
    expect(line(moved({ price, hours: { ...price, low: 1, likely: 2, high: 3 } }))).toMatchObject({
      price: { low: 20, likely: 30, high: 45 },
      hours: { likely: 2 },
    });
  });
  test('what is taken out of the car is not moved besides', () => {
    const leftOff = { ancillaries: [], lumps: [lump.id] };
    expect(whole(judged('C', { ...moved(), leftOff })).figures.mass).toEqual(
      whole(judged('C', { leftOff })).figures.mass,
    );
  });
});

describe('roll stiffness', () => {
  const front = (build: Build, candidate: Partial<Candidate> = {}) =>
    whole(judged('C', candidate, build)).figures.ride.rollFrontPct;
  test('is shared by springs at the wheels and bars, worked by hand', () => {
    // 20 N/mm on 1.4 m: 20·1400²/2 N·mm a radian.
    expect(rollStiffnessNmPerDeg(20, 1400, 50)).toBeCloseTo((20 * 1400 * 1400) / 2 / 1000 / 57.29578 + 50, 3);
    const { springs, antiRoll, trackFrontMm, trackRearMm } = car;
    const of = (end: 'front' | 'rear', track: number, bar: number) =>
      rollStiffnessNmPerDeg(springs![end].springRateNPerMm.value * springs![end].motionRatio.value ** 2, track, bar);
    const f = of('front', trackFrontMm!.value, antiRoll!.frontNmPerDeg!.value);
    const r = of('rear', trackRearMm!.value, 0);
    expect(whole(judged('C')).figures.ride.rollBeforePct!.value).toBeCloseTo((100 * f) / (f + r), 9);
    // C has stiffer springs in front.
    expect(front(tug)!.value).toBeGreaterThan((100 * f) / (f + r) + 1);
  });
  test('is not known while nobody has said which bars there are', () => {
    const { antiRoll: _none, ...rest } = car;
    expect(front({ ...tug, chassis: rest })).toBeUndefined();
  });
  test('a bought bar takes the place of the one that was there', () => {
    const bar: Part = {
      ...library.parts[0]!,
      id: 'bar-rear',
      name: 'Rear bar, 14 mm',
      class: 'anti-roll bar',
      closes: [],
      provides: [],
      requires: [],
      excludes: [],
      solids: [],
      antiRoll: { end: 'rear', rateNmPerDeg: { value: 90, plusMinus: 5, evidence: 'published' } },
    };
    const C = tug.candidates.find((c) => c.letter === 'C')!;
    const with_ = whole(
      judged('C', { partIds: [...C.partIds, bar.id] }, tug, { ...library, parts: [...library.parts, bar] }),
    ).figures.ride;
    expect(with_.rollFrontPct!.value).toBeLessThan(front(tug)!.value - 5);
    expect(with_.rollBeforePct).toEqual(whole(judged('C')).figures.ride.rollBeforePct);
  });
});

describe('a transaxle away from the engine', () => {
  const apart = withCar({ gearboxSits: 'at the driven axle' });
  test('its mass is at the driven axle', () => {
    const box = (build: Build) =>
      whole(judged('C', {}, build)).figures.mass.in.find((m) => m.name === 'Corran six-speed')!.comMm!;
    expect(box(apart)[0]).toBe(-L);
    expect(box(apart)[2]).toBe(car.pinion!.atMm[2]);
    expect(box(tug)[0]).toBeGreaterThan(-L);
  });
  test('the shaft before it turns with the crank', () => {
    const engine = library.engines.find((e) => e.id === tug.candidates.find((c) => c.letter === 'C')!.engineId)!;
    expect(whole(judged('C', {}, apart)).figures.driveline.propshaftRpm).toBe(engine.redlineRpm!.value);
  });
  test('until somebody says where, nothing about its room is judged, and that is said', () => {
    const c = judged('C', {}, apart);
    expect(finding(c, 'fit-undrawn-gearbox-place')).toMatchObject({
      state: 'unknown',
      missing: ['/candidates/c/gearboxPlacement'],
    });
    expect(c.checks.find((k) => k.id === 'fit-shaft')!.state).toBe('unknown');
  });
});
