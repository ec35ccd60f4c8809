import { torqueFrom } from '../curve/index.ts';
import { imbalance } from './runResult.ts';
import { simulate } from './simulate.ts';
import { type Plant } from './plant.ts';

const RPM = [800, 1200, 1800, 2500, 3200, 4000, 4800, 5500, 6200];
const NM = [120, 150, 185, 205, 212, 208, 196, 176, 148];

function plant(over: Partial<Plant> = {}): Plant {
  return {
    curve: torqueFrom(RPM, NM),
    gearRatios: [3.5, 2, 1.35, 1, 0.8],
    finalDrive: 3.9,
    rollingRadiusMm: 290,
    efficiency: [0.92, 0.92, 0.92, 0.94, 0.92],
    massKg: 1050,
    wheelInertiaKgM2: 3.4,
    engineInertiaKgM2: 0.17,
    launchRpm: 2600,
    clutchTorqueNm: 300,
    shiftRpm: [6000, 6000, 6000, 6000, 6000],
    shiftTimeS: 0.4,
    frictionCoefficient: 0.9,
    drive: 'rear',
    frontAxleToComMm: 1160,
    wheelbaseMm: 2430,
    comHeightMm: 540,
    rollingCoefficient: 0.013,
    dragAreaM2: 0.76,
    airDensityKgPerM3: 1.2,
    ...over,
  };
}
const CONVERTER = { kRpmPerSqrtNm: 150, stallTorqueRatio: 2.1, couplingSpeedRatio: 0.88 };
const BOOST = { thresholdRpm: 2200, timeConstantS: 0.5, offBoostShare: 0.6, keptAtShifts: false };
const TRAILER = { massKg: 780, noseLoadKg: 50, hitchHeightMm: 420, hitchOverhangMm: 780, dragAreaM2: 0.5 };
const quarter = { speedsKph: [100, 60], distanceM: 402.336 };
const seeded = (seed: number) => () => (seed = (seed * 16807) % 2147483647) / 2147483647;

describe('the energy of every run is accounted for', () => {
  const kinds: [string, Partial<Plant>][] = [
    ['rear drive', {}],
    ['front drive on ice', { drive: 'front', frictionCoefficient: 0.25 }],
    ['all-wheel drive with a fixed share', { drive: 'all', rearTorqueShare: 0.6 }],
    ['a trailer uphill', { trailer: TRAILER, slope: 0.05 }],
    ['boost that lags', { boost: BOOST }],
    ['a converter', { converter: CONVERTER }],
    ['a converter that locks up', { converter: { ...CONVERTER, locksUp: true } }],
    ['a converter that spins the tyres', { converter: CONVERTER, frictionCoefficient: 0.35 }],
    ['a converter with boost and a trailer', { converter: CONVERTER, boost: BOOST, trailer: TRAILER }],
    ['no limit of grip', { frictionCoefficient: undefined }],
  ];
  test.each(kinds)('%s', (_, over) => {
    const run = simulate(plant(over), quarter);
    expect(run.distance).toBeDefined();
    expect(imbalance(run.energy)).toBeLessThan(0.002);
    for (const [name, joules] of Object.entries(run.energy)) expect([name, joules >= -1e-6]).toEqual([name, true]);
  });

  test('two hundred cars made up at random', () => {
    const random = seeded(7);
    const between = (a: number, b: number) => a + (b - a) * random();
    for (let i = 0; i < 200; i++) {
      const run = simulate(
        plant({
          massKg: between(500, 2600),
          finalDrive: between(2.8, 5.2),
          frictionCoefficient: between(0.2, 1.4),
          drive: (['rear', 'front', 'all'] as const)[i % 3]!,
          shiftTimeS: between(0, 0.8),
          launchRpm: between(1000, 4500),
          clutchTorqueNm: between(150, 500),
          wheelInertiaKgM2: between(0, 6),
          ...(i % 4 === 0 ? { converter: CONVERTER } : {}),
          ...(i % 5 === 0 ? { boost: BOOST } : {}),
        }),
        quarter,
      );
      expect(imbalance(run.energy)).toBeLessThan(0.005);
      expect(run.steps).toBeLessThan(4000);
    }
  });
});

describe('what a run says', () => {
  const time = (over: Partial<Plant> = {}) => simulate(plant(over), quarter).speeds[0]!.timeS;

  test('constant thrust without losses is v = a·t', () => {
    const run = simulate(
      plant({
        curve: torqueFrom([500, 60000], [100, 100]),
        gearRatios: [3],
        finalDrive: 4,
        rollingRadiusMm: 300,
        efficiency: [1],
        massKg: 1000,
        wheelInertiaKgM2: 0,
        engineInertiaKgM2: 0,
        launchRpm: 1000,
        clutchTorqueNm: 100,
        shiftRpm: [60000],
        frictionCoefficient: undefined,
        rollingCoefficient: 0,
        dragAreaM2: 0,
      }),
      quarter,
    );
    expect(run.speeds[0]!.timeS).toBeCloseTo(100 / 3.6 / 4, 6);
    expect(run.distance!.timeS).toBeCloseTo(Math.sqrt((2 * 402.336) / 4), 6);
  });

  test('more mass, a longer shift, less grip, thinner air under load, a hill, a trailer: slower', () => {
    const base = time();
    for (const over of [
      { massKg: 1300 },
      { shiftTimeS: 0.9 },
      { frictionCoefficient: 0.45 },
      { slope: 0.06 },
      { trailer: TRAILER },
      { boost: BOOST },
      { engineInertiaKgM2: 0.4 },
    ])
      expect(time(over)).toBeGreaterThan(base);
  });

  test('a launch set by the tyres takes the same from any clutch that could pass more', () => {
    const slick = { frictionCoefficient: 0.3 };
    expect(time({ ...slick, clutchTorqueNm: 500 })).toBeCloseTo(time({ ...slick, clutchTorqueNm: 300 }), 6);
    expect(simulate(plant(slick), quarter).gripLimitedS).toBeGreaterThan(3);
    expect(simulate(plant({ frictionCoefficient: undefined }), quarter).gripLimitedS).toBe(0);
  });

  test('boost kept at the shifts wins back what a lift loses', () => {
    const lifted = time({ boost: BOOST });
    const kept = time({ boost: { ...BOOST, keptAtShifts: true } });
    expect(kept).toBeLessThan(lifted);
    expect(kept).toBeGreaterThan(time());
  });

  test('boost begins at its threshold, however long the engine was pulled up to it with an open throttle', () => {
    const pull = (timeConstantS: number) =>
      simulate(plant({ boost: { ...BOOST, thresholdRpm: 1500, timeConstantS } }), {
        speedsKph: [70],
        // In fourth 1,500 rpm are 42 km/h: seconds below, the rest above, where the curve rises steeply.
        from: { speedKph: 25, gear: 4 },
      }).speeds[0]!.timeS;
    expect(pull(1.5) - pull(0.01)).toBeGreaterThan(0.1);
  });

  test('a converter that lets a blown engine up to its boost leaves quicker and burns more in slip', () => {
    const blown = { boost: BOOST, frictionCoefficient: undefined };
    const loose = simulate(plant({ ...blown, converter: { ...CONVERTER, kRpmPerSqrtNm: 190 } }), quarter);
    const firm = simulate(plant({ ...blown, converter: { ...CONVERTER, kRpmPerSqrtNm: 120 } }), quarter);
    expect(loose.energy.clutchSlipJ).toBeGreaterThan(firm.energy.clutchSlipJ);
    expect(loose.speeds[1]!.timeS).toBeLessThan(firm.speeds[1]!.timeS);
  });

  describe('loaded against the brake', () => {
    const blown = { boost: BOOST, converter: { ...CONVERTER, kRpmPerSqrtNm: 190 } };
    const run = (standstill?: { brakeN: number; holdS: number }) =>
      simulate(plant({ ...blown, ...(standstill ? { standstill } : {}) }), quarter);
    test('it leaves with boost and is the quicker for it, and its energy is still accounted for', () => {
      const held = run({ brakeN: 20_000, holdS: 4 });
      expect(held.loaded).toMatchObject({ heldBy: 'stall' });
      expect(held.loaded!.boostShare).toBeGreaterThan(0.9);
      expect(held.distance!.timeS).toBeLessThan(run().distance!.timeS);
      expect(imbalance(held.energy)).toBeLessThan(0.002);
    });
    test('weak brakes hold it below its threshold: no boost, less heat', () => {
      const weak = run({ brakeN: 1200, holdS: 4 });
      expect(weak.loaded).toMatchObject({ heldBy: 'brakes', boostShare: 0 });
      expect(weak.loaded!.heatJ).toBeLessThan(run({ brakeN: 20_000, holdS: 4 }).loaded!.heatJ);
    });
    test('held twice as long it takes more heat, and as much boost or more', () => {
      const [short, long] = [run({ brakeN: 20_000, holdS: 1 }), run({ brakeN: 20_000, holdS: 2 })];
      expect(long.loaded!.heatJ).toBeGreaterThan(1.5 * short.loaded!.heatJ);
      expect(long.loaded!.boostShare).toBeGreaterThanOrEqual(short.loaded!.boostShare);
    });
    test('all that goes in while it stands at its stall is heat: torque of the pump times speed times time', () => {
      const [short, long] = [run({ brakeN: 20_000, holdS: 9 }).loaded!, run({ brakeN: 20_000, holdS: 10 }).loaded!];
      const pump = (long.rpm / 190) ** 2;
      expect((long.heatJ - short.heatJ) / ((pump * long.rpm * Math.PI) / 30)).toBeCloseTo(1, 2);
    });
  });
  test('a converter that locks up slips less and is the quicker for it', () => {
    const open = simulate(plant({ converter: CONVERTER }), quarter);
    const locks = simulate(plant({ converter: { ...CONVERTER, locksUp: true } }), quarter);
    expect(locks.energy.clutchSlipJ).toBeLessThan(open.energy.clutchSlipJ);
    expect(locks.distance!.timeS).toBeLessThan(open.distance!.timeS);
  });
  test('what can’t pull away says so, and what never gets there has no time', () => {
    expect(simulate(plant({ slope: 0.6, clutchTorqueNm: 80 }), quarter).starts).toBe(false);
    const slow = simulate(plant({ massKg: 9000, slope: 0.03 }), { speedsKph: [100] });
    expect(slow.starts).toBe(true);
    expect(slow.speeds[0]).toBeUndefined();
  });

  test('the trace runs on without jumping back, and thrust never passes grip', () => {
    const { trace, shifts } = simulate(plant({ frictionCoefficient: 0.5 }), { ...quarter, trace: true });
    expect(shifts.map((s) => s.fromGear)).toEqual([1, 2, 3]);
    for (let i = 1; i < trace.length; i++) {
      expect(trace[i]!.timeS).toBeGreaterThanOrEqual(trace[i - 1]!.timeS);
      expect(trace[i]!.distanceM).toBeGreaterThanOrEqual(trace[i - 1]!.distanceM);
      expect(trace[i]!.thrustN).toBeLessThanOrEqual(trace[i]!.gripN! + 1);
    }
  });

  test('in gear, from a speed: the slower gear takes longer', () => {
    const inGear = (gear: number) =>
      simulate(plant(), { speedsKph: [120], from: { speedKph: 80, gear } }).speeds[0]!.timeS;
    expect(inGear(5)).toBeGreaterThan(inGear(4));
    expect(inGear(4)).toBeGreaterThan(inGear(3));
  });

  test.each([
    ['/shiftRpm', { shiftRpm: [9000, 9000, 9000, 9000, 9000] }],
    ['/launchRpm', { launchRpm: 400 }],
    ['/rollingRadiusMm', { rollingRadiusMm: -1 }],
    ['/frontAxleToComMm', { frontAxleToComMm: 3000 }],
    ['/frictionCoefficient', { frictionCoefficient: 0 }],
  ] as const)('bad input names %s', (pointer, over) => {
    expect(() => simulate(plant(over as Partial<Plant>), quarter)).toThrow(expect.objectContaining({ pointer }));
  });
});
