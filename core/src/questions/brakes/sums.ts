import { Type } from 'typebox';
import { defineSum, StateSchema } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';
import { brakeMassKg } from '../mass/index.ts';
import { afterDescentC, stopsC, descentPowerW, heatState, idealFrontShare, stopEnergyJ } from './heat.ts';
import { brakeHydraulics, masterStrokeMm } from './hydraulics.ts';

const closed = { additionalProperties: false };
const O = Type.Optional;
const N = Type.Number();
const positive = Type.Number({ exclusiveMinimum: 0 });
const zeroUp = Type.Number({ minimum: 0 });
const orNull = <T extends ReturnType<typeof Type.Number>>(t: T) => O(Type.Union([t, Type.Null()]));

const Wheel = Type.Union([
  Type.Object(
    {
      kind: Type.Literal('disc'),
      outerDiameterMm: positive,
      innerDiameterMm: zeroUp,
      thicknessMm: positive,
      vented: Type.Boolean(),
      massKg: orNull(positive),
    },
    closed,
  ),
  Type.Object(
    {
      kind: Type.Literal('drum'),
      diameterMm: positive,
      widthMm: positive,
      thicknessMm: positive,
      massKg: orNull(positive),
    },
    closed,
  ),
]);
type Wheel = Type.Static<typeof Wheel>;

/** The front share as fitted, else the ideal one; @throws InputError naming what is missing for that. */
function shareOf(
  i: {
    readonly fittedFrontShare?: number | null;
    readonly wheelbaseMm?: number;
    readonly frontAxleToComMm?: number;
    readonly comHeightMm?: number;
  },
  g: number,
): number {
  if (i.fittedFrontShare != null) return i.fittedFrontShare;
  for (const key of ['wheelbaseMm', 'frontAxleToComMm', 'comHeightMm'] as const)
    if (i[key] === undefined)
      throw new InputError(`/${key}`, 'Without a fitted front share the place of the mass is needed.');
  return idealFrontShare(i.wheelbaseMm! - i.frontAxleToComMm!, i.comHeightMm!, i.wheelbaseMm!, g);
}

const known = (brake: Wheel | null, key: string): Wheel => {
  if (!brake) throw new InputError(`/${key}`, 'Nothing is known of this brake: enter its disc or drum.');
  return brake;
};

const car = {
  fittedFrontShare: orNull(Type.Number({ minimum: 0, maximum: 1 })),
  wheelbaseMm: O(positive),
  frontAxleToComMm: O(zeroUp),
  comHeightMm: O(positive),
  specificHeatJPerKgK: O(positive),
  frontTimeConstantS: O(positive),
  rearTimeConstantS: O(positive),
  airC: N,
  padLimitC: positive,
  temperaturePlusMinusC: O(zeroUp),
};

export const brakeSums = [
  defineSum({
    name: 'brakes.stops',
    title: 'Heat of repeated stops',
    input: Type.Object(
      {
        massKg: positive,
        fromKph: positive,
        toKph: zeroUp,
        decelerationG: positive,
        rotatingShare: O(zeroUp),
        ...car,
        frontBrake: Type.Union([Wheel, Type.Null()]),
        rearBrake: Type.Union([Wheel, Type.Null()]),
        discDensityKgPerM3: O(positive),
        stops: Type.Integer({ minimum: 1, maximum: 1000 }),
        intervalS: positive,
      },
      closed,
    ),
    output: Type.Object(
      {
        energyJ: N,
        frontShare: N,
        frontBrakeMassKg: N,
        frontRiseK: N,
        frontPeakC: N,
        frontState: StateSchema,
        rearBrakeMassKg: N,
        rearRiseK: N,
        rearPeakC: N,
        rearState: StateSchema,
      },
      closed,
    ),
    run: (i) => {
      if (i.toKph >= i.fromKph) throw new InputError('/toKph', 'A slowing ends below the speed from which it begins.');
      const energyJ = stopEnergyJ(i.massKg, i.fromKph, i.toKph, i.rotatingShare ?? undefined);
      const frontShare = shareOf(i, i.decelerationG);
      const one = (brake: Wheel, at: string, share: number, timeConstantS: number) => {
        const massKg = brakeMassKg(brake, i.discDensityKgPerM3, at);
        const riseK = (energyJ * share) / 2 / (massKg * (i.specificHeatJPerKgK ?? 480));
        const peakC = stopsC({ riseK, stops: i.stops, intervalS: i.intervalS, timeConstantS, airC: i.airC }).at(-1)!;
        return { massKg, riseK, peakC, state: heatState(peakC, i.padLimitC, i.temperaturePlusMinusC ?? 0) };
      };
      const front = one(known(i.frontBrake, 'frontBrake'), '/frontBrake', frontShare, i.frontTimeConstantS ?? 180);
      const rear = one(known(i.rearBrake, 'rearBrake'), '/rearBrake', 1 - frontShare, i.rearTimeConstantS ?? 250);
      return {
        energyJ,
        frontShare,
        frontBrakeMassKg: front.massKg,
        frontRiseK: front.riseK,
        frontPeakC: front.peakC,
        frontState: front.state,
        rearBrakeMassKg: rear.massKg,
        rearRiseK: rear.riseK,
        rearPeakC: rear.peakC,
        rearState: rear.state,
      };
    },
  }),
  defineSum({
    name: 'brakes.descent',
    title: 'Heat of a steady descent, with an unbraked trailer',
    input: Type.Object(
      {
        massKg: positive,
        unbrakedTrailerMassKg: O(zeroUp),
        speedKph: positive,
        gradePct: positive,
        lengthM: positive,
        rollingCoefficient: zeroUp,
        dragAreaM2: zeroUp,
        airDensityKgPerM3: positive,
        engineBrakingKw: O(zeroUp),
        ...car,
        frontBrakeMassKg: positive,
        rearBrakeMassKg: positive,
      },
      closed,
    ),
    output: Type.Object(
      { brakePowerW: N, frontShare: N, frontBrakeC: N, frontState: StateSchema, rearBrakeC: N, rearState: StateSchema },
      closed,
    ),
    run: (i) => {
      const massKg = i.massKg + (i.unbrakedTrailerMassKg ?? 0);
      const brakePowerW = descentPowerW({ ...i, massKg, engineBrakingKw: i.engineBrakingKw ?? 0 });
      // On the level the share follows the deceleration; held on a slope it follows the slope.
      const frontShare = shareOf(i, i.gradePct / 100);
      const one = (share: number, brakeKg: number, timeConstantS: number) =>
        afterDescentC({
          wheelPowerW: (brakePowerW * share) / 2,
          massKg: brakeKg,
          heatJPerKgK: i.specificHeatJPerKgK ?? 480,
          timeConstantS,
          lengthM: i.lengthM,
          speedKph: i.speedKph,
          airC: i.airC,
        });
      const frontBrakeC = one(frontShare, i.frontBrakeMassKg, i.frontTimeConstantS ?? 180);
      const rearBrakeC = one(1 - frontShare, i.rearBrakeMassKg, i.rearTimeConstantS ?? 250);
      const state = (c: number) => heatState(c, i.padLimitC, i.temperaturePlusMinusC ?? 0);
      return {
        brakePowerW,
        frontShare,
        frontBrakeC,
        frontState: state(frontBrakeC),
        rearBrakeC,
        rearState: state(rearBrakeC),
      };
    },
  }),
  defineSum({
    name: 'brakes.hydraulics',
    title: 'Pedal force, pressure and front share from pedal, servo, master and callipers',
    input: Type.Object(
      {
        massKg: N,
        pedalForceN: N,
        pedalRatio: N,
        servoRatio: N,
        masterDiameterMm: N,
        padFriction: N,
        frontPistonAreaOneSideMm2: N,
        rearPistonAreaOneSideMm2: N,
        frontEffectiveRadiusMm: N,
        rearEffectiveRadiusMm: N,
        rollingRadiusMm: N,
        targetDecelerationG: N,
        pedalForceLimitN: O(positive),
        frontCircuitVolumeMm3: O(zeroUp),
        rearCircuitVolumeMm3: O(zeroUp),
      },
      closed,
    ),
    output: Type.Object(
      {
        pressureMpa: N,
        frontWheelTorqueNm: N,
        rearWheelTorqueNm: N,
        frontShare: N,
        decelerationG: N,
        pedalForceForTargetN: N,
        pedalForceForTargetServoFailedN: N,
        withinLimit: O(Type.Boolean()),
        volumePerMmPedalMm3: N,
        pedalTravelForVolumeMm: O(N),
      },
      closed,
    ),
    run: ({ pedalForceLimitN, frontCircuitVolumeMm3, rearCircuitVolumeMm3, ...h }) => {
      const found = brakeHydraulics(h);
      const volume =
        frontCircuitVolumeMm3 === undefined && rearCircuitVolumeMm3 === undefined
          ? undefined
          : (frontCircuitVolumeMm3 ?? 0) + (rearCircuitVolumeMm3 ?? 0);
      return {
        ...found,
        ...(pedalForceLimitN === undefined ? {} : { withinLimit: found.pedalForceForTargetN <= pedalForceLimitN }),
        ...(volume === undefined
          ? {}
          : { pedalTravelForVolumeMm: masterStrokeMm(volume, h.masterDiameterMm) * h.pedalRatio }),
      };
    },
  }),
];
