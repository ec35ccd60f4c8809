import { Type } from 'typebox';
import { torqueFrom } from '../curve/index.ts';
import { defineSum } from '../../model/index.ts';
import { InputError, KG_PER_LB } from '../../units/index.ts';
import { airKgPerS, correctedFlow, volumetricEfficiency } from './air.ts';
import { bobWeight } from './balance.ts';
import { afterCoolerC, blowerPressureRatio, compressorOutC, sprayed } from './chargeCooling.ts';
import {
  clearanceCc,
  displacementCc,
  dynamicCompression,
  effectiveCompression,
  effectiveStrokeMm,
  knockLimit,
  staticCompression,
} from './compression.ts';
import { fuelEnergyKw } from './cooling.ts';
import { boreForPower, boreForSpeed, exhaustM3PerS, pipeSpeed } from './exhaust.ts';
import { fuelGramPerS, injectorFlowAt, injectorNeededCcPerMin, pumpLph } from './fuelling.ts';
import { BREATHING_KINDS, curveFromSister, type BreathingKind } from './referenceEngine.ts';

const closed = { additionalProperties: false };
const O = Type.Optional;
const N = Type.Number();
const positive = Type.Number({ exclusiveMinimum: 0 });
const zeroUp = Type.Number({ minimum: 0 });
const share = Type.Number({ exclusiveMinimum: 0, maximum: 1 });
const shareOrNone = Type.Number({ minimum: 0, maximum: 1 });
const celsius = Type.Number({ minimum: -80, maximum: 1400 });
const numbers = Type.Array(N, { maxItems: 200 });

export const engineSums = [
  defineSum({
    name: 'engine.compression',
    title: 'Displacement, static and dynamic compression',
    input: Type.Object(
      {
        boreMm: positive,
        strokeMm: positive,
        cylinders: Type.Integer({ minimum: 1, maximum: 16 }),
        chamberCc: positive,
        gasketBoreMm: positive,
        gasketThicknessMm: zeroUp,
        deckClearanceMm: N,
        pistonDishCc: N,
        rodLengthMm: O(positive),
        intakeClosingDegAbdc: O(Type.Number({ minimum: 0, maximum: 150 })),
      },
      closed,
    ),
    output: Type.Object(
      {
        displacementCc: N,
        clearanceCc: N,
        staticCompression: N,
        effectiveStrokeMm: O(N),
        dynamicCompression: O(N),
      },
      closed,
    ),
    run: (i) => {
      const whole = {
        displacementCc: displacementCc(i.boreMm, i.strokeMm, i.cylinders),
        clearanceCc: clearanceCc(i),
        staticCompression: staticCompression(i),
      };
      if (i.rodLengthMm === undefined && i.intakeClosingDegAbdc === undefined) return whole;
      if (i.rodLengthMm === undefined)
        throw new InputError('/rodLengthMm', 'Dynamic compression needs the rod length between centres as well.');
      if (i.intakeClosingDegAbdc === undefined)
        throw new InputError('/intakeClosingDegAbdc', 'Dynamic compression needs the intake closing angle as well.');
      return {
        ...whole,
        effectiveStrokeMm: effectiveStrokeMm(i.strokeMm, i.rodLengthMm, i.intakeClosingDegAbdc),
        dynamicCompression: dynamicCompression(i, i.rodLengthMm, i.intakeClosingDegAbdc),
      };
    },
  }),
  defineSum({
    name: 'engine.knock',
    title: 'Knock limit estimate: effective compression ratio compared with the limit for the fuel. Rule of thumb',
    input: Type.Object(
      {
        staticCompression: Type.Number({ minimum: 4, maximum: 25 }),
        pressureRatio: Type.Number({ minimum: 1, maximum: 6 }),
        octaneRon: Type.Number({ minimum: 80, maximum: 120 }),
        directInjection: O(Type.Boolean()),
      },
      closed,
    ),
    output: Type.Object({ effectiveCompression: N, limit: N, margin: N }, closed),
    run: (i) => {
      const effective = effectiveCompression(i.staticCompression, i.pressureRatio);
      const limit = knockLimit(i.octaneRon, i.directInjection ?? false);
      return { effectiveCompression: effective, limit, margin: limit - effective };
    },
  }),
  defineSum({
    name: 'engine.injectors',
    title: 'Injector flow and duty at a target power, pump delivery',
    input: Type.Object(
      {
        powerKw: positive,
        bsfcGPerKwh: positive,
        injectors: Type.Integer({ minimum: 1, maximum: 24 }),
        targetDuty: share,
        fuelDensityKgPerL: positive,
        railPressureDifferenceBar: positive,
        referencePressureBar: positive,
        ratedFlowCcPerMin: positive,
        reservePct: O(zeroUp),
      },
      closed,
    ),
    output: Type.Object(
      {
        neededPerInjectorCcPerMin: N,
        flowAtPressureCcPerMin: N,
        dutyAtTarget: N,
        largeEnough: Type.Boolean(),
        pumpLph: N,
        fuelMassFlowGPerS: N,
      },
      closed,
    ),
    run: (i) => {
      const needed = injectorNeededCcPerMin(i.powerKw, i.bsfcGPerKwh, i.injectors, i.targetDuty, i.fuelDensityKgPerL);
      const flow = injectorFlowAt(i.ratedFlowCcPerMin, i.railPressureDifferenceBar, i.referencePressureBar);
      return {
        neededPerInjectorCcPerMin: needed,
        flowAtPressureCcPerMin: flow,
        dutyAtTarget: (needed * i.targetDuty) / flow,
        largeEnough: flow >= needed,
        pumpLph: pumpLph(i.powerKw, i.bsfcGPerKwh, i.fuelDensityKgPerL, i.reservePct ?? 20),
        fuelMassFlowGPerS: fuelGramPerS(i.powerKw, i.bsfcGPerKwh),
      };
    },
  }),
  defineSum({
    name: 'engine.charge',
    title: 'Compressor outlet and intercooler outlet temperature',
    input: Type.Object(
      {
        inletTemperatureC: celsius,
        pressureRatio: Type.Number({ minimum: 1, maximum: 10 }),
        compressorEfficiency: share,
        intercoolerEffectiveness: shareOrNone,
        coolingAirTemperatureC: celsius,
      },
      closed,
    ),
    output: Type.Object({ compressorOutC: N, chargeC: N }, closed),
    run: (i) => {
      const out = compressorOutC(i.inletTemperatureC, i.pressureRatio, i.compressorEfficiency);
      return {
        compressorOutC: out,
        chargeC: afterCoolerC(out, i.intercoolerEffectiveness, i.coolingAirTemperatureC),
      };
    },
  }),
  defineSum({
    name: 'engine.blower',
    title: 'Boost of a belt-driven supercharger from pulley ratio',
    input: Type.Object(
      {
        blowerCcPerRev: positive,
        driveRatio: positive,
        blowerVolumetricEfficiency: share,
        displacementCc: positive,
        engineVolumetricEfficiency: Type.Number({ exclusiveMinimum: 0, maximum: 1.3 }),
        inletC: celsius,
        blowerEfficiency: share,
        coolerEffectiveness: shareOrNone,
        coolingAirC: celsius,
      },
      closed,
    ),
    output: Type.Object({ pressureRatio: N, boostBar: N }, closed),
    run: (i) => {
      const pressureRatio = blowerPressureRatio(i);
      return { pressureRatio, boostBar: (pressureRatio - 1) * 1.01325 };
    },
  }),
  defineSum({
    name: 'engine.spray',
    title: 'Water and methanol: flow, cooling, how long the tank lasts',
    input: Type.Object(
      {
        fuelGramPerS: positive,
        airFuelRatio: positive,
        shareOfFuel: shareOrNone,
        methanolShare: shareOrNone,
        by: Type.Unsafe<'volume' | 'mass'>({ type: 'string', enum: ['volume', 'mass'] }),
        evaporated: shareOrNone,
        tankL: zeroUp,
      },
      closed,
    ),
    output: Type.Object(
      { massShareMethanol: N, mixDensityKgPerL: N, flowCcPerMin: N, coolingK: N, enduranceMin: N },
      closed,
    ),
    run: sprayed,
  }),
  defineSum({
    name: 'engine.airFlow',
    title: 'Air mass flow for power',
    input: Type.Object(
      {
        powerKw: positive,
        bsfcGPerKwh: positive,
        airFuelRatio: positive,
        compressorInletC: O(celsius),
        compressorInletKpa: O(positive),
        correctedToC: O(celsius),
        correctedToKpa: O(positive),
      },
      closed,
    ),
    output: Type.Object({ airKgPerS: N, airKgPerMin: N, airLbPerMin: N, correctedKgPerS: O(N) }, closed),
    run: (i) => {
      const kgPerS = airKgPerS(i.powerKw, i.bsfcGPerKwh, i.airFuelRatio);
      const flow = { airKgPerS: kgPerS, airKgPerMin: kgPerS * 60, airLbPerMin: (kgPerS * 60) / KG_PER_LB };
      if (i.compressorInletC === undefined && i.compressorInletKpa === undefined) return flow;
      if (i.compressorInletC === undefined)
        throw new InputError('/compressorInletC', 'A corrected flow needs the inlet temperature as well.');
      if (i.compressorInletKpa === undefined)
        throw new InputError('/compressorInletKpa', 'A corrected flow needs the inlet pressure as well.');
      return {
        ...flow,
        correctedKgPerS: correctedFlow(
          kgPerS,
          i.compressorInletC,
          i.compressorInletKpa,
          i.correctedToC ?? 15,
          i.correctedToKpa ?? 101.325,
        ),
      };
    },
  }),
  defineSum({
    name: 'engine.volumetricEfficiency',
    title: 'Volumetric efficiency from torque',
    input: Type.Object(
      {
        torqueNm: positive,
        engineRpm: positive,
        bsfcGPerKwh: positive,
        airFuelRatio: positive,
        displacementCc: positive,
        airTemperatureC: celsius,
        airPressureKpa: positive,
      },
      closed,
    ),
    output: Type.Object({ airKgPerS: N, volumetricEfficiency: N }, closed),
    run: volumetricEfficiency,
  }),
  defineSum({
    name: 'engine.exhaust',
    title: 'Exhaust gas velocity and pipe diameter by two methods',
    input: Type.Object(
      {
        gasMassFlowKgPerS: positive,
        gasTemperatureC: celsius,
        gasPressureKpa: positive,
        pipeInnerDiameterMm: positive,
        gasConstantJPerKgK: O(positive),
        pipes: O(Type.Integer({ minimum: 1, maximum: 8 })),
        targetSpeedMPerS: O(positive),
        powerKw: O(positive),
        kwPerCm2: O(positive),
      },
      closed,
    ),
    output: Type.Object({ volumeFlowM3PerS: N, velocityMPerS: N, boreForSpeedMm: N, boreForPowerMm: O(N) }, closed),
    run: (i) => {
      const flow = exhaustM3PerS(i.gasMassFlowKgPerS, i.gasTemperatureC, i.gasPressureKpa, i.gasConstantJPerKgK);
      const pipes = i.pipes ?? 1;
      return {
        volumeFlowM3PerS: flow,
        velocityMPerS: pipeSpeed(flow, i.pipeInnerDiameterMm, pipes),
        boreForSpeedMm: boreForSpeed(flow, i.targetSpeedMPerS ?? 75, pipes),
        ...(i.powerKw === undefined ? {} : { boreForPowerMm: boreForPower(i.powerKw, i.kwPerCm2 ?? 2.2, pipes) }),
      };
    },
  }),
  defineSum({
    name: 'engine.bobWeight',
    title: 'Bob weight of a crank pin',
    input: Type.Object(
      {
        rodsPerPin: Type.Integer({ minimum: 1, maximum: 4 }),
        rodBigEndG: positive,
        rodBearingG: zeroUp,
        rodSmallEndG: positive,
        pistonG: positive,
        pinG: zeroUp,
        ringsG: zeroUp,
        locksG: zeroUp,
        oilG: zeroUp,
        reciprocatingPct: Type.Number({ minimum: 0, maximum: 100 }),
      },
      closed,
    ),
    output: Type.Object({ rotatingG: N, reciprocatingG: N, bobWeightG: N }, closed),
    run: bobWeight,
  }),
  defineSum({
    name: 'engine.coolantHeat',
    title: 'Coolant heat load at continuous duty',
    input: Type.Object(
      {
        fullPowerKw: positive,
        bsfcGPerKwh: positive,
        lowerHeatingValueMjPerKg: positive,
        useDuty: share,
        coolantShare: share,
      },
      closed,
    ),
    output: Type.Object({ fuelEnergyKw: N, fuelEnergyAtDutyKw: N, heatToCoolantKw: N }, closed),
    run: (i) => {
      const energy = fuelEnergyKw(i.fullPowerKw, i.bsfcGPerKwh, i.lowerHeatingValueMjPerKg);
      return {
        fuelEnergyKw: energy,
        fuelEnergyAtDutyKw: energy * i.useDuty,
        heatToCoolantKw: energy * i.useDuty * i.coolantShare,
      };
    },
  }),
  defineSum({
    name: 'engine.sisterCurve',
    title: 'Estimated torque curve from a reference engine',
    input: Type.Object(
      {
        sisterRpm: numbers,
        sisterTorqueNm: numbers,
        sisterDisplacementCc: positive,
        displacementCc: positive,
        sisterCompression: Type.Number({ minimum: 4, maximum: 25 }),
        compression: Type.Number({ minimum: 4, maximum: 25 }),
        speedFactor: Type.Number({ minimum: 0.5, maximum: 2 }),
        fillingFactor: Type.Number({ minimum: 0.5, maximum: 1.5 }),
        chargeDensity: Type.Number({ minimum: 0.5, maximum: 4 }),
        kind: Type.Unsafe<BreathingKind>({ type: 'string', enum: [...BREATHING_KINDS] }),
      },
      closed,
    ),
    output: Type.Object(
      { rpm: numbers, torqueNm: numbers, heldBack: Type.Array(Type.Boolean()), boundBar: N, peakBmepBar: N },
      closed,
    ),
    run: ({ sisterRpm, sisterTorqueNm, ...rest }) => {
      const sister = torqueFrom(sisterRpm, sisterTorqueNm, { rpm: '/sisterRpm', torque: '/sisterTorqueNm' });
      const { rpm, torqueNm, heldBack, ...bounds } = curveFromSister({ ...rest, sister });
      return { rpm: [...rpm], torqueNm: [...torqueNm], heldBack: [...heldBack], ...bounds };
    },
  }),
];
