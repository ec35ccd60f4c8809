import {
  idealBrakeFrontPct,
  loadOfIndex,
  rideDropMm,
  rideFrequencyHz,
  springToRestore,
  wheelRate,
  yawInertia,
} from './ride.ts';

test('with the same springs an axle sinks by ΔF/(2·k)', () => {
  const k = wheelRate(25, 0.9);
  expect(k).toBeCloseTo(20.25, 9);
  expect(rideDropMm(400, 450, k)).toBeCloseTo((50 * 9.80665) / (2 * k), 9);
  expect(rideDropMm(400, 400, k)).toBe(0);
  expect(rideDropMm(400, 350, k)).toBeLessThan(0);
});

test('the spring that restores height restores frequency as well', () => {
  const rate = springToRestore(25, 400, 460);
  const before = wheelRate(25, 0.9);
  const after = wheelRate(rate, 0.9);
  expect(rideDropMm(400, 460, before, after)).toBeCloseTo(0, 9);
  expect(rideFrequencyHz(after, 230)).toBeCloseTo(rideFrequencyHz(before, 200), 9);
});

test('a corner of 250 kg on 25 N/mm rides at 1.59 Hz', () => {
  expect(rideFrequencyHz(25, 250)).toBeCloseTo(10 / (2 * Math.PI), 9);
});

test('at rest the ideal bias is the front share of the weight; braking moves it forward by a·h/L', () => {
  expect(idealBrakeFrontPct(500, 1000, 550, 2500, 0)).toBe(50);
  expect(idealBrakeFrontPct(500, 1000, 550, 2500, 1)).toBeCloseTo(72, 9);
});

test('load indices within 1 % of the table', () => {
  for (const [index, kg] of [
    [70, 335],
    [80, 450],
    [86, 530],
    [91, 615],
    [104, 900],
  ] as const)
    expect(Math.abs(loadOfIndex(index) / kg - 1)).toBeLessThan(0.011);
});

test('yaw inertia of a car with its mass at both axles', () => {
  expect(yawInertia(1000, 1250, 1250)).toBeCloseTo(0.95 * 1000 * 1.25 ** 2, 9);
});
