/** Starting on the brief's hill: by clutch, by converter, in low range, and what nobody has entered. */
import {
  assess,
  finished,
  highestRpm,
  lowestRpm,
  sumNamed,
  torqueAt,
  type Build,
  type Candidate,
  type Gearbox,
  type Library,
} from '../src/index.ts';
import { library, tug } from './demo.ts';

const C = tug.candidates.find((c) => c.id === 'c')!;
const BOX = library.gearboxes.find((g) => g.id === C.gearboxId)!;
const CONVERTER = {
  kRpmPerSqrtNm: { value: 150, plusMinus: 6, evidence: 'published' },
  stallTorqueRatio: { value: 2, plusMinus: 0.05, evidence: 'published' },
} as const;
const withBox = (box: Partial<Gearbox>): Library => ({
  ...library,
  gearboxes: library.gearboxes.map((g) => (g.id === BOX.id ? { ...g, ...box } : g)),
});
const AUTOMATIC = withBox({ kind: 'automatic', converter: CONVERTER });
const judged = (build: Build, lib: Library, candidate: Candidate = C) => {
  const { checks, findings, figures } = assess(build, candidate, lib);
  return {
    hill: checks.find((c) => c.id === 'hill')!,
    findings: findings.filter((f) => f.id === 'hill' || f.id === 'launch-heat'),
    figures,
  };
};
const onHill = (
  hill: Partial<NonNullable<Build['brief']['hill']>>,
  chassis: Partial<NonNullable<Build['chassis']>> = {},
): Build => ({
  ...tug,
  brief: { ...tug.brief, hill: { ...tug.brief.hill!, ...hill } },
  chassis: { ...tug.chassis!, ...chassis },
});

/** Geared so tall that the engine sets the limit. */
const TALL = { kind: 'automatic', ratios: BOX.ratios.map((r) => r / 3) } as const;

const NOTHING = { low: 0, likely: 0, high: 0, evidence: 'measured' } as const;
/** All wheels driven, on tyres that hold: the engine sets the limit. */
const HOLDS: Partial<NonNullable<Build['chassis']>> = {
  drive: 'all',
  differentials: [{ kind: 'locked', fitted: true, price: NOTHING, hours: NOTHING }],
  tyres: tug.chassis!.tyres.map((t) => ({ ...t, dryGrip: { value: 1.4, plusMinus: 0.05, evidence: 'measured' } })),
};

test('a converter starts on what its stall gives: by the sum of the same figures', () => {
  const { hill, figures } = judged(onHill({}, HOLDS), AUTOMATIC);
  const gearing = figures!.gearing!;
  const mass = figures!.mass!;
  const { hill: asked } = tug.brief;
  const curve = gearing.curve!.torque;
  const [from, to] = [lowestRpm(curve), highestRpm(curve)];
  const rpm = Array.from({ length: 101 }, (_, i) => from + ((to - from) * i) / 100);
  const answer = finished(
    sumNamed('gearing.hillStart')!.run({
      massKg: mass.drivenKg!.value,
      trailerMassKg: asked!.trailerKg,
      noseLoadN: asked!.noseLoadKg * 9.80665,
      hitchBehindRearAxleMm: asked!.hitchOverhangMm,
      hitchHeightMm: asked!.hitchHeightMm,
      wheelbaseMm: tug.chassis!.wheelbaseMm!.value,
      frontAxleToComMm: -mass.comMm![0],
      comHeightMm: mass.comMm![2],
      drive: 'all',
      frictionCoefficient: 1.4,
      frictionPlusMinus: 0,
      thrustPlusMinusPct: 0,
      rollingCoefficient: tug.chassis!.rollingCoefficient!.value,
      launch: {
        kind: 'converter',
        converterKRpmPerSqrtNm: 150,
        stallTorqueRatio: 2,
        curveRpm: rpm,
        curveTorqueNm: rpm.map((n) => torqueAt(curve, n)! * gearing.hotShare),
      },
      firstGearRatio: BOX.ratios[0]!,
      lowRangeRatio: 1,
      finalDrive: gearing.finalDrive,
      rollingRadiusMm: gearing.rollingRadius!.value,
      drivelineEfficiency: gearing.gears[0]!.efficiency,
      accelerationMPerS2: 0.5,
      gradePct: asked!.gradePct,
    }),
  ) as { steepestGradePct: number; governedBy: string };
  expect(hill.value).toBeCloseTo(answer.steepestGradePct, 2);
  expect(hill.because).toContain('converter stall speed');
});

test('a looser converter holds the engine higher and starts on more, until the tyres give up', () => {
  const gradeWith = (k: number) => {
    const box = { ...CONVERTER, kRpmPerSqrtNm: { ...CONVERTER.kRpmPerSqrtNm, value: k } };
    return judged(onHill({ trailerKg: 2000 }, HOLDS), withBox({ ...TALL, converter: box })).hill.value!;
  };
  expect(gradeWith(160)).toBeGreaterThan(gradeWith(110));
});

test('the doubt of a converter is in the doubt of the start where the engine sets it', () => {
  const doubt = (plusMinus: number) => {
    const box = { ...CONVERTER, stallTorqueRatio: { ...CONVERTER.stallTorqueRatio, plusMinus } };
    return judged(onHill({ trailerKg: 2000 }, HOLDS), withBox({ ...TALL, converter: box })).hill;
  };
  expect(doubt(0.2).plusMinus!).toBeGreaterThan(doubt(0.05).plusMinus!);
  expect(doubt(0.2).from.map((c) => c.name)).toContain(`${BOX.shortName}: stall torque ratio`);
});

test('an automatic whose converter nobody has entered is unknown, and leads to it', () => {
  const { converter: _gone, ...box } = { ...BOX, kind: 'automatic' as const };
  const lib = { ...library, gearboxes: library.gearboxes.map((g) => (g.id === BOX.id ? box : g)) };
  const { hill, findings } = judged(tug, lib);
  expect(hill.state).toBe('unknown');
  expect(findings.find((f) => f.id === 'hill')!.missing).toEqual([`/gearboxes/${BOX.id}/converter`]);
});

test('low range multiplies what the engine gives, and is said', () => {
  const heavy = { trailerKg: 3500, gradePct: 18 };
  const high = judged(onHill(heavy, HOLDS), library).hill;
  const low = judged(onHill(heavy, { ...HOLDS, transferLow: 2.4 }), library).hill;
  expect(low.value!).toBeGreaterThan(high.value! + 2);
  expect(low.because).toContain('First gear in low range');
  expect(high.because).not.toContain('low range');
});

test('a load greater than what the engine gives never locks the clutch: blocked, with what to change', () => {
  const stuck = judged(onHill({ trailerKg: 9000, gradePct: 40 }), library);
  expect(stuck.hill.state).toBe('blocked');
  const heat = stuck.findings.find((f) => f.id === 'launch-heat')!;
  expect(heat.state).toBe('blocked');
  expect(heat.title).toContain('The clutch never locks on your');
  expect(stuck.figures!.driveline!.launchJ).toBeUndefined();
});

test('a start on the hill heats the clutch more than one on the level, and the longer the steeper', () => {
  const heat = (gradePct: number) => judged(onHill({ gradePct, trailerKg: 500 }), library).figures!.driveline!.launchJ!;
  expect(heat(12)).toBeGreaterThan(heat(2) * 1.05);
  expect(heat(16)).toBeGreaterThan(heat(12));
});

test('a converter that holds the engine where its curve does not reach leaves the hill unknown, and nothing else', () => {
  const firm = { ...CONVERTER, kRpmPerSqrtNm: { value: 40, plusMinus: 2, evidence: 'published' } } as const;
  const { hill, findings, figures } = judged(tug, withBox({ kind: 'automatic', converter: firm }));
  expect(hill.state).toBe('unknown');
  expect(hill.because).toContain('stalls below');
  expect(findings[0]!.missing).toEqual([`/gearboxes/${BOX.id}/converter`]);
  expect(figures!.gearing!.topSpeed).toBeDefined();
});
