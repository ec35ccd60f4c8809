import { Type } from 'typebox';
import { torqueFrom } from '../curve/index.ts';
import { defineSum } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';
import { stallPoint, torqueRatio } from './converter.ts';
import { gradeability, gripThrustN } from './grip.ts';
import { hillGripN, hillLoads, hillStartGradePct, hillThrustN, type Train } from './hillStart.ts';
import { tractiveForceN } from './resistance.ts';
import { checkGears, speedsInGears } from './speeds.ts';
import { topSpeed, topSpeedOfPower } from './topSpeed.ts';
import { readTyreCode, rollingRadius, ROLLING_FACTOR } from './tyre.ts';

const closed = { additionalProperties: false };
const O = Type.Optional;
const N = Type.Number();
const B = Type.Boolean();
const list = Type.Array(N);
const positive = Type.Number({ exclusiveMinimum: 0 });
const zeroUp = Type.Number({ minimum: 0 });
const share = Type.Number({ exclusiveMinimum: 0, maximum: 1 });
const gears = Type.Array(positive, { minItems: 1 });

export const gearingSums = [
  defineSum({
    name: 'gearing.tyre',
    title: 'A tyre size code read: width, rim, free diameter, rolling radius',
    input: Type.Object(
      {
        tyreCode: Type.String({ maxLength: 40 }),
        rollingFactor: O(share),
        measuredRollingCircumferenceMm: O(positive),
      },
      closed,
    ),
    output: Type.Object(
      {
        sectionWidthMm: N,
        rimIn: N,
        freeDiameterMm: N,
        freeRadiusMm: N,
        rollingRadiusMm: N,
        rollingFactor: N,
        construction: Type.String(),
        plusMinusMm: N,
      },
      closed,
    ),
    run: (input) => {
      const tyre = readTyreCode(input.tyreCode);
      const rolling = rollingRadius(input.tyreCode, input.measuredRollingCircumferenceMm, input.rollingFactor);
      return {
        sectionWidthMm: tyre.sectionWidthMm,
        rimIn: tyre.rimIn,
        freeDiameterMm: tyre.freeDiameterMm,
        freeRadiusMm: tyre.freeDiameterMm / 2,
        rollingRadiusMm: rolling.rollingRadiusMm,
        rollingFactor: input.rollingFactor ?? ROLLING_FACTOR[tyre.construction],
        construction: tyre.construction,
        plusMinusMm: rolling.plusMinusMm,
      };
    },
  }),
  defineSum({
    name: 'gearing.speeds',
    title: 'Speeds in the gears, rpm after each shift, cruise rpm',
    input: Type.Object(
      {
        gearRatios: gears,
        finalDrive: positive,
        rollingRadiusMm: positive,
        engineRpm: positive,
        shiftRpm: O(positive),
        cruiseKph: O(positive),
        reverseRatio: O(positive),
        minCruiseRpm: O(positive),
      },
      closed,
    ),
    output: Type.Object(
      {
        speedKph: list,
        speedPer1000RpmKph: list,
        rpmAfterShift: list,
        rpmDrop: list,
        stepRatio: list,
        cruiseRpm: O(list),
        topGearCruiseRpm: O(N),
        lugging: O(B),
        reverseSpeedKph: O(N),
      },
      closed,
    ),
    run: speedsInGears,
  }),
  defineSum({
    name: 'gearing.topSpeed',
    title: 'Top speed by drag or by redline',
    input: Type.Object(
      {
        powerAtWheelsKw: O(positive),
        curveRpm: O(list),
        curveTorqueNm: O(list),
        redlineRpm: O(positive),
        gearRatios: O(gears),
        finalDrive: O(positive),
        rollingRadiusMm: O(positive),
        drivelineEfficiency: O(share),
        massKg: positive,
        trailerMassKg: O(zeroUp),
        rollingCoefficient: zeroUp,
        dragAreaM2: positive,
        airDensityKgPerM3: O(positive),
        gradePct: O(N),
      },
      closed,
    ),
    output: Type.Object({ topSpeedKph: N, topSpeedGear: O(N), limitedBy: O(Type.String()) }, closed),
    run: (input) => {
      const road = { ...input, slope: Math.atan((input.gradePct ?? 0) / 100) };
      if (input.powerAtWheelsKw !== undefined) return { topSpeedKph: topSpeedOfPower(input.powerAtWheelsKw, road) };
      const { curveRpm, curveTorqueNm, gearRatios, finalDrive, rollingRadiusMm } = input;
      if (!curveRpm || !curveTorqueNm)
        throw new InputError('/curveRpm', 'Enter wheel power, or a curve as engine speeds and torques.');
      if (!gearRatios) throw new InputError('/gearRatios', 'A top speed from a curve needs gear ratios.');
      if (finalDrive === undefined)
        throw new InputError('/finalDrive', 'A top speed from a curve needs final drive ratio.');
      if (rollingRadiusMm === undefined)
        throw new InputError('/rollingRadiusMm', 'A top speed from a curve needs rolling radius.');
      checkGears(gearRatios, finalDrive, rollingRadiusMm);
      const curve = torqueFrom(curveRpm, curveTorqueNm);
      const found = topSpeed(
        {
          curve,
          redlineRpm: input.redlineRpm ?? curveRpm.at(-1)!,
          gearRatios,
          finalDrive,
          rollingRadiusMm,
          efficiency: input.drivelineEfficiency ?? 1,
        },
        road,
      );
      if (!found) throw new InputError('/curveTorqueNm', 'No equilibrium of tractive force and road load in any gear.');
      return { ...found };
    },
  }),
  defineSum({
    name: 'gearing.gradeability',
    title: 'Gradeability at constant speed, with trailer',
    input: Type.Object(
      {
        torqueNm: positive,
        gearRatio: positive,
        finalDrive: positive,
        rollingRadiusMm: positive,
        drivelineEfficiency: share,
        massKg: positive,
        trailerMassKg: O(zeroUp),
        rollingCoefficient: zeroUp,
        airDragN: O(zeroUp),
      },
      closed,
    ),
    output: Type.Object({ tractiveForceN: N, gradePct: N, gradeDeg: N }, closed),
    run: (i) => {
      const thrust = tractiveForceN(i.torqueNm, i.gearRatio, i.finalDrive, i.drivelineEfficiency, i.rollingRadiusMm);
      return {
        tractiveForceN: thrust,
        ...gradeability(thrust, i.massKg + (i.trailerMassKg ?? 0), i.rollingCoefficient, i.airDragN ?? 0),
      };
    },
  }),
  defineSum({
    name: 'gearing.hillStart',
    title: 'Hill start with a trailer: tractive force and grip limit compared with the required force',
    input: Type.Object(
      {
        massKg: positive,
        trailerMassKg: zeroUp,
        noseLoadN: zeroUp,
        hitchBehindRearAxleMm: zeroUp,
        hitchHeightMm: zeroUp,
        wheelbaseMm: positive,
        frontAxleToComMm: positive,
        comHeightMm: positive,
        drive: Type.Unsafe<'front' | 'rear' | 'all'>({ type: 'string', enum: ['front', 'rear', 'all'] }),
        rearTorqueShare: O(Type.Number({ minimum: 0, maximum: 1 })),
        centreBias: O(Type.Number({ minimum: 1 })),
        frictionCoefficient: positive,
        frictionPlusMinus: zeroUp,
        thrustPlusMinusPct: zeroUp,
        rollingCoefficient: zeroUp,
        launch: Type.Union([
          Type.Object({ kind: Type.Literal('clutch'), launchTorqueNm: positive }, closed),
          Type.Object(
            {
              kind: Type.Literal('converter'),
              converterKRpmPerSqrtNm: positive,
              stallTorqueRatio: Type.Number({ minimum: 1 }),
              curveRpm: list,
              curveTorqueNm: list,
            },
            closed,
          ),
        ]),
        firstGearRatio: positive,
        lowRangeRatio: positive,
        finalDrive: positive,
        rollingRadiusMm: positive,
        drivelineEfficiency: share,
        accelerationMPerS2: zeroUp,
        gradePct: zeroUp,
      },
      closed,
    ),
    output: Type.Object(
      {
        thrustN: N,
        thrustGradePct: N,
        gripGradePct: N,
        steepestGradePct: N,
        governedBy: Type.String(),
        drawbarPullN: N,
        frontLoadN: N,
        rearLoadN: N,
        neededForceN: N,
        gripForceN: N,
        surplusN: N,
        surplusPlusMinusN: N,
        state: Type.String(),
      },
      closed,
    ),
    run: (i) => {
      const { launch } = i;
      const atInput =
        launch.kind === 'clutch'
          ? launch.launchTorqueNm
          : launch.stallTorqueRatio *
            stallPoint(torqueFrom(launch.curveRpm, launch.curveTorqueNm), launch.converterKRpmPerSqrtNm)
              .torqueAtStallNm;
      const thrustN = tractiveForceN(
        atInput,
        i.firstGearRatio * i.lowRangeRatio,
        i.finalDrive,
        i.drivelineEfficiency,
        i.rollingRadiusMm,
      );
      const train: Train = {
        ...i,
        carKg: i.massKg,
        trailerKg: i.trailerMassKg,
        hitchOverhangMm: i.hitchBehindRearAxleMm,
      };
      const slope = Math.atan(i.gradePct / 100);
      const { gradePct, limitedBy, ...alone } = hillStartGradePct(thrustN, train);
      const { pullN, frontN, rearN } = hillLoads(train, slope);
      const gripN = hillGripN(train, slope);
      const neededN = hillThrustN(train, slope);
      const byGrip = gripN < thrustN;
      const surplusN = Math.min(gripN, thrustN) - neededN;
      const surplusPlusMinusN = byGrip
        ? (gripN * i.frictionPlusMinus) / i.frictionCoefficient
        : (thrustN * i.thrustPlusMinusPct) / 100;
      return {
        thrustN,
        ...alone,
        steepestGradePct: gradePct,
        governedBy: limitedBy === 'grip' ? 'grip' : 'thrust',
        drawbarPullN: pullN,
        frontLoadN: frontN,
        rearLoadN: rearN,
        neededForceN: neededN,
        gripForceN: gripN,
        surplusN,
        surplusPlusMinusN,
        state: surplusN < 0 ? 'blocked' : surplusN < surplusPlusMinusN ? 'tight' : 'clear',
      };
    },
  }),
  defineSum({
    name: 'gearing.traction',
    title: 'Grip limit with load transfer and gears with wheelspin',
    input: Type.Object(
      {
        massKg: positive,
        wheelbaseMm: positive,
        frontAxleToComMm: positive,
        comHeightMm: positive,
        frictionCoefficient: positive,
        drive: Type.Unsafe<'front' | 'rear' | 'all'>({ type: 'string', enum: ['front', 'rear', 'all'] }),
        rearTorqueShare: O(Type.Number({ minimum: 0, maximum: 1 })),
        centreBias: O(Type.Number({ minimum: 1 })),
        split: O(Type.Literal('ideal')),
        peakTorqueNm: positive,
        gearRatios: gears,
        finalDrive: positive,
        rollingRadiusMm: positive,
        drivelineEfficiency: share,
        resistancesInLoadTransfer: O(
          Type.Unsafe<false>({ type: 'boolean', const: false, description: 'load transfer from tractive force only' }),
        ),
      },
      closed,
    ),
    output: Type.Object(
      { tractionForceN: N, tractiveForceN: list, gearsThatSpin: list, torqueAtLimitNm: list },
      closed,
    ),
    run: (i) => {
      const limit = gripThrustN({ ...i, rearTorqueShare: i.split === 'ideal' ? undefined : i.rearTorqueShare });
      const thrust = i.gearRatios.map((r) =>
        tractiveForceN(i.peakTorqueNm, r, i.finalDrive, i.drivelineEfficiency, i.rollingRadiusMm),
      );
      return {
        tractionForceN: limit,
        tractiveForceN: thrust,
        gearsThatSpin: thrust.flatMap((f, g) => (f > limit ? [g + 1] : [])),
        torqueAtLimitNm: i.gearRatios.map(
          (r) => (limit * (i.rollingRadiusMm / 1000)) / (r * i.finalDrive * i.drivelineEfficiency),
        ),
      };
    },
  }),
  defineSum({
    name: 'gearing.converterStall',
    title: 'Torque converter stall speed',
    input: Type.Object(
      {
        converterKRpmPerSqrtNm: N,
        curveRpm: Type.Array(N, { minItems: 2 }),
        curveTorqueNm: Type.Array(N, { minItems: 2 }),
      },
      closed,
    ),
    output: Type.Object({ stallRpm: N, torqueAtStallNm: N }, closed),
    run: (i) => stallPoint(torqueFrom(i.curveRpm, i.curveTorqueNm), i.converterKRpmPerSqrtNm),
  }),
  defineSum({
    name: 'gearing.converterTorqueRatio',
    title: 'Torque ratio of a converter over its speed ratio',
    input: Type.Object(
      {
        stallTorqueRatio: Type.Number({ minimum: 1 }),
        couplingSpeedRatio: O(Type.Number({ exclusiveMinimum: 0, exclusiveMaximum: 1 })),
        speedRatio: Type.Union([zeroUp, Type.Array(zeroUp)]),
      },
      closed,
    ),
    output: Type.Object({ torqueRatio: Type.Union([N, Type.Array(N)]) }, closed),
    run: (i) => {
      const at = (nu: number) => torqueRatio(i.stallTorqueRatio, nu, i.couplingSpeedRatio);
      return { torqueRatio: Array.isArray(i.speedRatio) ? i.speedRatio.map(at) : at(i.speedRatio) };
    },
  }),
];
