import {
  airDensity,
  highestRpm,
  lowestRpm,
  peaksOf,
  scaled,
  torqueAt,
  worstAir,
  type Air,
  type Torque,
} from '../curve/index.ts';
import {
  centreOf,
  COUPLING_SPEED_RATIO,
  passedShare,
  readTyreCode,
  STANDARD_AIR_DENSITY,
  usualLaunchRpm,
  type GearingFigures,
} from '../gearing/index.ts';
import { TYPICAL_MASS, type MassFigures } from '../mass/index.ts';
import { MissingInput, ofCar, ofEngine, ofTyre, type Gearbox, type Subject } from '../../model/index.ts';
import { displacementOf } from '../engine/index.ts';
import type { Figure } from '../../units/index.ts';
import { engineInertiaKgM2, wheelInertiaKgM2 } from './inertia.ts';
import type { Plant } from './plant.ts';

/** How a run is driven. */
export interface RunChoices {
  readonly day: 'standard' | 'worst';
  readonly grip: 'dry' | 'wet';
  readonly trailer: boolean;
  /** Undefined: where the thrust of the next gear passes that of this one, or the redline. */
  readonly shiftRpm?: number | undefined;
  readonly launchRpm?: number | undefined;
  /** Undefined: as its kind shifts. */
  readonly shiftTimeS?: number | undefined;
  readonly gradePct?: number | undefined;
  /** A converter is loaded against the brake before it leaves, for so long; seconds. */
  readonly againstBrakeS?: number | undefined;
}

const AS_TOLD: RunChoices = { day: 'standard', grip: 'dry', trailer: false };

/** Seconds without drive at a shift, by kind of box, where nobody has measured it. */
const SHIFT_TIME_S: Readonly<Record<Gearbox['kind'], number>> = {
  manual: 0.5,
  automatic: 0.25,
  'dual clutch': 0.08,
  sequential: 0.12,
};
/** A rim weighs about as much as its tyre, where nobody has weighed them apart. */
const RIM_OVER_TYRE = 0.9;
/** A clutch lets slip this much over the engine's peak. */
const CLUTCH_OVER_PEAK = 1.25;
/** Time constant of a turbocharger where nobody has measured it, s; a blower driven by belt has none. */
const LAG_S = 0.45;
/** Drag area of a trailer over the car's own: it runs in its wake. */
const TRAILER_DRAG_SHARE = 0.6;

const points = new WeakMap<Torque, Map<string, number[]>>();

/** Where each gear is best left: the thrust of the next one passes it, or the end of curve or redline. rpm. */
function shiftPoints(curve: Torque, ratios: readonly number[], redlineRpm: number): number[] {
  const known = points.get(curve) ?? new Map<string, number[]>();
  points.set(curve, known);
  const key = `${redlineRpm} ${ratios.join(' ')}`;
  let found = known.get(key);
  if (!found) known.set(key, (found = findShiftPoints(curve, ratios, redlineRpm)));
  return found;
}

function findShiftPoints(curve: Torque, ratios: readonly number[], redlineRpm: number): number[] {
  const end = Math.min(redlineRpm, highestRpm(curve));
  return ratios.map((ratio, g) => {
    const next = ratios[g + 1];
    if (next === undefined) return end;
    const step = next / ratio;
    const steps = 120;
    const low = Math.max(lowestRpm(curve) / step, 0.4 * end);
    for (let i = 0; i <= steps; i++) {
      const n = low + ((end - low) * i) / steps;
      const here = (torqueAt(curve, n) ?? 0) * ratio;
      const there = (torqueAt(curve, n * step) ?? 0) * next;
      if (n >= end) break;
      if (there >= here) return n;
    }
    return end;
  });
}

/** Crank with what turns on it, kg·m²: as measured, else by litres and by the masses of what is bolted on. */
function turningOf({ engine, gearbox, parts }: Subject): number {
  if (engine.inertiaKgM2) return engine.inertiaKgM2.value;
  const massOf = (kind: 'flywheel' | 'clutch kit', typical: Figure) =>
    (parts.find((p) => p.class === kind)?.massKg ?? typical).value;
  const automatic = gearbox.kind === 'automatic';
  return engineInertiaKgM2(
    displacementOf(engine) / 1000,
    automatic ? TYPICAL_MASS['flexplate and converter'].value : massOf('flywheel', TYPICAL_MASS.flywheel),
    automatic ? 0 : massOf('clutch kit', TYPICAL_MASS.clutch),
  ).value;
}

/** @throws MissingInput where nobody knows what the brakes hold. */
function heldFor(holdS: number, brakeN: number | undefined) {
  if (brakeN === undefined) throw new MissingInput('/chassis/brakes/pedal');
  return { brakeN, holdS };
}

/** The run of a candidate: everything from its own figures. Undefined where the curve, the car's mass or a tyre is missing. */
export function plantOf(
  subject: Subject,
  mass: MassFigures,
  gearing: GearingFigures,
  choices: RunChoices = AS_TOLD,
  /** What the brakes hold at the road, N. */
  holdsN?: number,
): Plant | undefined {
  const { chassis, engine, gearbox, brief, tyre, candidate } = subject;
  const { curve, rollingRadius } = gearing;
  if (!curve || !rollingRadius || !chassis || !mass.drivenKg || !mass.comMm || !tyre || gearing.gears.length === 0)
    return undefined;
  if (gearbox.kind === 'automatic' && !gearbox.converter) return undefined;
  const worst = choices.day === 'worst';
  const air: Air | undefined = worst ? worstAir(brief.worstAir) : undefined;
  const torque = worst ? scaled(curve.torque, gearing.hotShare) : curve.torque;
  const hill = brief.hill;
  const redlineRpm = ofEngine(engine, 'redlineRpm').value;
  const end = Math.min(redlineRpm, highestRpm(torque));
  const shiftRpm =
    choices.shiftRpm === undefined
      ? shiftPoints(torque, gearbox.ratios, redlineRpm)
      : gearbox.ratios.map(() => Math.min(choices.shiftRpm!, end));
  const tyreKg = ofTyre(chassis, tyre, 'massKgEach').value;
  const [x, , z] = mass.comMm;
  const blown =
    engine.induction === 'turbocharged' && engine.boost?.thresholdRpm !== undefined ? engine.boost : undefined;
  const launch = choices.launchRpm ?? usualLaunchRpm(torque, ofEngine(engine, 'idleRpm').value, redlineRpm);
  // What the map allows in first is what the launch has too; other gears are shaped by it while they drive.
  const first = candidate.torqueLimits?.find((l) => l.gear === 1)?.torqueNm ?? Infinity;
  return {
    curve: torque,
    gearRatios: gearbox.ratios,
    finalDrive: gearing.finalDrive,
    rollingRadiusMm: rollingRadius.value,
    efficiency: gearing.gears.map((g) => g.efficiency),
    massKg: mass.drivenKg.value,
    wheelInertiaKgM2:
      4 * wheelInertiaKgM2(tyreKg, RIM_OVER_TYRE * tyreKg, rollingRadius.value, readTyreCode(tyre.code).rimIn),
    engineInertiaKgM2: turningOf(subject),
    launchRpm: Math.min(Math.max(launch, lowestRpm(torque)), shiftRpm[0]!),
    clutchTorqueNm: Math.min(first, CLUTCH_OVER_PEAK * peaksOf(torque).peakTorqueNm),
    shiftRpm,
    shiftTimeS: choices.shiftTimeS ?? gearbox.shiftTimeS?.value ?? SHIFT_TIME_S[gearbox.kind],
    frictionCoefficient:
      ofTyre(chassis, tyre, choices.grip === 'wet' ? 'wetGrip' : 'dryGrip').value * passedShare(subject, mass),
    drive: chassis.drive,
    ...centreOf(chassis),
    frontAxleToComMm: -x,
    wheelbaseMm: ofCar(chassis, 'wheelbaseMm').value,
    comHeightMm: z,
    rollingCoefficient: ofCar(chassis, 'rollingCoefficient').value,
    dragAreaM2: ofCar(chassis, 'dragAreaM2').value,
    airDensityKgPerM3: air ? airDensity(air) : STANDARD_AIR_DENSITY,
    ...(choices.againstBrakeS && gearbox.converter ? { standstill: heldFor(choices.againstBrakeS, holdsN) } : {}),
    slope: Math.atan((choices.gradePct ?? 0) / 100),
    torqueLimitNm: gearbox.ratios.map(
      (_, g) => candidate.torqueLimits?.find((l) => l.gear === g + 1)?.torqueNm ?? Infinity,
    ),
    ...(choices.trailer && hill
      ? {
          trailer: {
            massKg: hill.trailerKg,
            noseLoadKg: hill.noseLoadKg,
            hitchHeightMm: hill.hitchHeightMm,
            hitchOverhangMm: hill.hitchOverhangMm,
            dragAreaM2: TRAILER_DRAG_SHARE * ofCar(chassis, 'dragAreaM2').value,
          },
        }
      : {}),
    ...(blown
      ? {
          boost: {
            thresholdRpm: blown.thresholdRpm!.value,
            timeConstantS: blown.timeConstantS?.value ?? LAG_S,
            offBoostShare: 1 / blown.pressureRatio.value,
            keptAtShifts: gearbox.kind !== 'manual',
          },
        }
      : {}),
    ...(gearbox.kind === 'automatic' && gearbox.converter
      ? {
          converter: {
            kRpmPerSqrtNm: gearbox.converter.kRpmPerSqrtNm.value,
            stallTorqueRatio: gearbox.converter.stallTorqueRatio.value,
            couplingSpeedRatio: gearbox.converter.couplingSpeedRatio ?? COUPLING_SPEED_RATIO,
            locksUp: gearbox.converter.locksUp ?? false,
          },
        }
      : {}),
  };
}
