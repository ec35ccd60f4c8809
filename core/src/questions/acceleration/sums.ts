import { Type } from 'typebox';
import { torqueFrom } from '../curve/index.ts';
import { STANDARD_AIR_DENSITY, usualLaunchRpm } from '../gearing/index.ts';
import { defineSum } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';
import { engineInertiaKgM2, wheelInertiaKgM2 } from './inertia.ts';
import type { Plant } from './plant.ts';
import { imbalance } from './runResult.ts';
import { simulate } from './simulate.ts';

const closed = { additionalProperties: false };
const O = Type.Optional;
const N = Type.Number();
const positive = Type.Number({ exclusiveMinimum: 0 });
const zeroUp = Type.Number({ minimum: 0 });

/** 60 mph and 80, 100, 120 km/h. */
const SIXTY_MPH = 96.56064;

export const runSums = [
  defineSum({
    name: 'run.simulate',
    title: 'Acceleration from rest or in gear: times, trap speed, energy balance',
    input: Type.Object(
      {
        model: O(Type.String({ description: 'a note on the model; not read' })),
        distanceM: O(positive),
        startSpeedKph: O(zeroUp),
        endSpeedKph: O(positive),
        startGear: O(Type.Integer({ minimum: 1 })),
        massKg: positive,
        wheelInertiaKgM2: zeroUp,
        engineInertiaKgM2: zeroUp,
        curveRpm: Type.Array(N, { minItems: 2 }),
        curveTorqueNm: Type.Array(N, { minItems: 2 }),
        gearRatios: Type.Array(N, { minItems: 1 }),
        finalDrive: N,
        rollingRadiusMm: N,
        drivelineEfficiency: N,
        launchRpm: N,
        clutchTorqueNm: O(N),
        shiftRpm: Type.Union([N, Type.Array(N)]),
        shiftTimeS: N,
        frictionCoefficient: O(Type.Union([N, Type.Null()])),
        drive: Type.Unsafe<'front' | 'rear' | 'all'>({ type: 'string', enum: ['front', 'rear', 'all'] }),
        rearTorqueShare: O(Type.Number({ minimum: 0, maximum: 1 })),
        centreBias: O(Type.Number({ minimum: 1 })),
        frontAxleToComMm: N,
        wheelbaseMm: N,
        comHeightMm: N,
        dragAreaM2: zeroUp,
        airDensityKgPerM3: O(N),
        rollingCoefficient: zeroUp,
        gradePct: O(N),
        trailerMassKg: O(zeroUp),
        boostThresholdRpm: O(positive),
        boostTimeConstantS: O(positive),
        offBoostShare: O(Type.Number({ exclusiveMinimum: 0, maximum: 1 })),
        converterKRpmPerSqrtNm: O(positive),
        stallTorqueRatio: O(Type.Number({ minimum: 1 })),
        couplingSpeedRatio: O(Type.Number({ exclusiveMinimum: 0, exclusiveMaximum: 1 })),
      },
      closed,
    ),
    output: Type.Object(
      {
        zeroTo100KphS: O(N),
        zeroTo60MphS: O(N),
        distanceTimeS: O(N),
        trapSpeedKph: O(N),
        eightyTo120KphS: O(N),
        distanceCoveredM: O(N),
        engineWorkJ: N,
        kineticJ: N,
        dragJ: N,
        rollingJ: N,
        gradeJ: N,
        drivelineLossJ: N,
        clutchSlipJ: N,
        tyreSlipJ: N,
        engineRevDropJ: N,
        imbalance: N,
        gripLimitedS: N,
        launchHeatJ: N,
      },
      closed,
    ),
    run: (i) => {
      const shiftRpm = i.gearRatios.map((_, g) => (Array.isArray(i.shiftRpm) ? (i.shiftRpm[g] ?? NaN) : i.shiftRpm));
      if (i.engineInertiaKgM2 === 0 && i.converterKRpmPerSqrtNm !== undefined)
        throw new InputError('/engineInertiaKgM2', 'With a converter engineInertiaKgM2 must be above 0.');
      const plant: Plant = {
        curve: torqueFrom(i.curveRpm, i.curveTorqueNm),
        gearRatios: i.gearRatios,
        finalDrive: i.finalDrive,
        rollingRadiusMm: i.rollingRadiusMm,
        efficiency: i.gearRatios.map(() => i.drivelineEfficiency),
        massKg: i.massKg,
        wheelInertiaKgM2: i.wheelInertiaKgM2,
        engineInertiaKgM2: i.engineInertiaKgM2,
        launchRpm: i.launchRpm,
        clutchTorqueNm: i.clutchTorqueNm ?? Math.max(...i.curveTorqueNm),
        shiftRpm,
        shiftTimeS: i.shiftTimeS,
        frictionCoefficient: i.frictionCoefficient ?? undefined,
        drive: i.drive,
        rearTorqueShare: i.rearTorqueShare,
        centreBias: i.centreBias,
        frontAxleToComMm: i.frontAxleToComMm,
        wheelbaseMm: i.wheelbaseMm,
        comHeightMm: i.comHeightMm,
        rollingCoefficient: i.rollingCoefficient,
        dragAreaM2: i.dragAreaM2,
        airDensityKgPerM3: i.airDensityKgPerM3 ?? STANDARD_AIR_DENSITY,
        slope: Math.atan((i.gradePct ?? 0) / 100),
        trailer: i.trailerMassKg
          ? { massKg: i.trailerMassKg, noseLoadKg: 0, hitchHeightMm: 0, hitchOverhangMm: 0, dragAreaM2: 0 }
          : undefined,
        boost:
          i.boostThresholdRpm === undefined
            ? undefined
            : {
                thresholdRpm: i.boostThresholdRpm,
                timeConstantS: i.boostTimeConstantS ?? 0.4,
                offBoostShare: i.offBoostShare ?? 0.6,
                keptAtShifts: false,
              },
        converter:
          i.converterKRpmPerSqrtNm === undefined
            ? undefined
            : {
                kRpmPerSqrtNm: i.converterKRpmPerSqrtNm,
                stallTorqueRatio: i.stallTorqueRatio ?? 2,
                couplingSpeedRatio: i.couplingSpeedRatio ?? 0.88,
              },
      };
      const start = i.startSpeedKph ?? 0;
      const end = i.endSpeedKph;
      const inGear = start > 0;
      if (end !== undefined && end <= start)
        throw new InputError('/endSpeedKph', `End speed must lie above the start, ${start} km/h; it is ${end}.`);
      const speedsKph = inGear || end !== undefined ? [end ?? 120] : [100, SIXTY_MPH];
      const run = simulate(plant, {
        speedsKph,
        distanceM: i.distanceM,
        ...(inGear ? { from: { speedKph: start, gear: i.startGear ?? lowestGear(plant, start) } } : {}),
      });
      const reached = run.speeds[0];
      const { distance } = run;
      return {
        ...(inGear || end !== undefined
          ? reached && { eightyTo120KphS: reached.timeS, distanceCoveredM: reached.distanceM }
          : {
              ...(run.speeds[0] && { zeroTo100KphS: run.speeds[0].timeS }),
              ...(run.speeds[1] && { zeroTo60MphS: run.speeds[1].timeS }),
            }),
        ...(distance && { distanceTimeS: distance.timeS, trapSpeedKph: distance.speedKph }),
        ...run.energy,
        imbalance: imbalance(run.energy),
        gripLimitedS: run.gripLimitedS,
        launchHeatJ: run.launchHeatJ,
      };
    },
  }),
  defineSum({
    name: 'run.inertia',
    title: 'What turns with wheels and crank, and where a clutch is let out',
    input: Type.Object(
      {
        tyreMassKg: positive,
        rimMassKg: positive,
        rollingRadiusMm: positive,
        rimDiameterIn: positive,
        wheels: Type.Integer({ minimum: 1, maximum: 12 }),
        displacementL: positive,
        flywheelMassKg: zeroUp,
        clutchMassKg: zeroUp,
        curveRpm: Type.Array(N, { minItems: 2 }),
        curveTorqueNm: Type.Array(N, { minItems: 2 }),
        idleRpm: positive,
        redlineRpm: positive,
      },
      closed,
    ),
    output: Type.Object(
      {
        oneWheelKgM2: N,
        allWheelsKgM2: N,
        equivalentMassKg: N,
        engineKgM2: N,
        enginePlusMinusKgM2: N,
        launchRpm: N,
      },
      closed,
    ),
    run: (i) => {
      const one = wheelInertiaKgM2(i.tyreMassKg, i.rimMassKg, i.rollingRadiusMm, i.rimDiameterIn);
      const engine = engineInertiaKgM2(i.displacementL, i.flywheelMassKg, i.clutchMassKg);
      return {
        oneWheelKgM2: one,
        allWheelsKgM2: i.wheels * one,
        equivalentMassKg: (i.wheels * one) / (i.rollingRadiusMm / 1000) ** 2,
        engineKgM2: engine.value,
        enginePlusMinusKgM2: engine.plusMinus,
        launchRpm: usualLaunchRpm(torqueFrom(i.curveRpm, i.curveTorqueNm), i.idleRpm, i.redlineRpm),
      };
    },
  }),
];

/** The lowest gear that the engine can turn in at a speed, first is 1. */
function lowestGear(p: Plant, speedKph: number): number {
  const rpm = (ratio: number) => ((speedKph / 3.6 / (p.rollingRadiusMm / 1000)) * ratio * p.finalDrive * 30) / Math.PI;
  const found = p.gearRatios.findIndex((ratio, g) => rpm(ratio) <= p.shiftRpm[g]!);
  if (found < 0) throw new InputError('/startSpeedKph', `No gear reaches ${speedKph} km/h below the upshift rpm.`);
  return found + 1;
}
