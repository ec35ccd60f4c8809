import { clutchCapacity, clutchLaunch } from './clutch.ts';
import { gripTorqueNm, loadInGear, SERVICE_FACTOR } from './load.ts';

test('the box sees the lesser of engine and grip, with no factor on grip', () => {
  expect(loadInGear(200, 1.5, 250)).toEqual({ loadNm: 250, governs: 'grip' });
  expect(loadInGear(200, 1.5, 301)).toEqual({ loadNm: 300, governs: 'engine' });
  expect(loadInGear(200, SERVICE_FACTOR.street, Infinity)).toEqual({ loadNm: 200, governs: 'engine' });
});

test('grip torque falls with the ratio', () => {
  expect(gripTorqueNm(6000, 300, 2, 4, 0.9)).toBeCloseTo(2 * gripTorqueNm(6000, 300, 4, 4, 0.9), 9);
  expect(() => gripTorqueNm(6000, 300, 0, 4, 0.9)).toThrow(/First gear ratio must/);
});

test('uniform pressure never says less than uniform wear, and a thin ring says the same', () => {
  const clutch = {
    outerRadiusMm: 115,
    innerRadiusMm: 75,
    frictionFaces: 2,
    frictionCoefficient: 0.32,
    clampLoadN: 6200,
  };
  const wide = clutchCapacity(clutch);
  expect(wide.capacityUniformPressureNm).toBeGreaterThan(wide.capacityUniformWearNm);
  const thin = clutchCapacity({ ...clutch, innerRadiusMm: 114.9 });
  expect(thin.capacityUniformPressureNm).toBeCloseTo(thin.capacityUniformWearNm, 3);
  expect(() => clutchCapacity({ ...clutch, innerRadiusMm: 120 })).toThrow(/Inner radius must/);
});

test('a launch against a load heats more, and a clutch weaker than the load never locks', () => {
  const launch = { massKg: 1180, launchRpm: 3500, rollingRadiusMm: 301.4, firstGearRatio: 3.62, finalDrive: 3.94 };
  const free = clutchLaunch(launch).launchEnergyJ;
  expect(clutchLaunch({ ...launch, clutchTorqueNm: 200, loadTorqueNm: 50 }).launchEnergyJ).toBeCloseTo(
    (free * 200) / 150,
    6,
  );
  expect(() => clutchLaunch({ ...launch, clutchTorqueNm: 40, loadTorqueNm: 50 })).toThrow(/never engages fully/);
  expect(() => clutchLaunch({ ...launch, loadTorqueNm: 50 })).toThrow(/also needs the clutch torque/);
});
