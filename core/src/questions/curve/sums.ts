import { Type } from 'typebox';
import { defineSum } from '../../model/index.ts';
import { InputError, KW_PER_HP, KW_PER_PS, NM_PER_LBFT, powerKwFrom } from '../../units/index.ts';
import {
  factorDin70020,
  factorIso1585Ci,
  factorIso1585Si,
  factorJ1349,
  factorJ607,
  isOutsideCi,
  isOutsideSi,
  vapourPressureKpa,
} from './atmosphere.ts';
import { bandFigures, peaksOf, powerAt, torqueAt, torqueFrom, highestRpm, lowestRpm } from './torque.ts';

const closed = { additionalProperties: false };
const positive = Type.Number({ exclusiveMinimum: 0 });
const numbers = Type.Array(Type.Number());
const O = Type.Optional;

export const curveSums = [
  defineSum({
    name: 'curve.units',
    title: 'Power of a torque at an engine speed, in the units in use',
    input: Type.Object({ torqueNm: Type.Number(), engineRpm: Type.Number({ minimum: 0 }) }, closed),
    output: Type.Object(
      { powerKw: Type.Number(), powerHp: Type.Number(), powerPs: Type.Number(), torqueLbFt: Type.Number() },
      closed,
    ),
    run: ({ torqueNm, engineRpm }) => {
      const powerKw = powerKwFrom(torqueNm, engineRpm);
      return {
        powerKw,
        powerHp: powerKw / KW_PER_HP,
        powerPs: powerKw / KW_PER_PS,
        torqueLbFt: torqueNm / NM_PER_LBFT,
      };
    },
  }),
  defineSum({
    name: 'curve.evaluate',
    title: 'Torque and power along a curve, its peaks, and its figures over the rpm range',
    input: Type.Object(
      {
        curveRpm: numbers,
        curveTorqueNm: numbers,
        queryRpm: O(numbers),
        bandLowRpm: O(positive),
        bandHighRpm: O(positive),
      },
      closed,
    ),
    output: Type.Object(
      {
        torqueNm: O(numbers),
        powerKw: O(numbers),
        peakPowerKw: Type.Number(),
        peakPowerRpm: Type.Number(),
        peakTorqueNm: Type.Number(),
        peakTorqueRpm: Type.Number(),
        meanTorqueNm: O(Type.Number()),
        meanPowerKw: O(Type.Number()),
        areaNmRpm: O(Type.Number()),
        lowEndTorqueNm: O(Type.Number()),
        peakInBandNm: O(Type.Number()),
      },
      closed,
    ),
    run: (input) => {
      const curve = torqueFrom(input.curveRpm, input.curveTorqueNm);
      const query = input.queryRpm?.map((rpm, i) => {
        const torque = torqueAt(curve, rpm);
        const power = powerAt(curve, rpm);
        if (torque === undefined || power === undefined) {
          throw new InputError(
            `/queryRpm/${i}`,
            `Engine speed must lie on the curve, ${lowestRpm(curve)} to ${highestRpm(curve)} rpm; ${rpm} does not. There is no extrapolation.`,
          );
        }
        return { torque, power };
      });
      if ((input.bandLowRpm === undefined) !== (input.bandHighRpm === undefined)) {
        throw new InputError(
          input.bandLowRpm === undefined ? '/bandLowRpm' : '/bandHighRpm',
          'An rpm range needs both its lower and its upper limit.',
        );
      }
      const band = input.bandLowRpm === undefined ? {} : bandFigures(curve, input.bandLowRpm, input.bandHighRpm!);
      return {
        ...(query ? { torqueNm: query.map((q) => q.torque), powerKw: query.map((q) => q.power) } : {}),
        ...peaksOf(curve),
        ...band,
      };
    },
  }),
  defineSum({
    name: 'atmosphere.correction',
    title: 'Correction factors of the standards for the air of a pull',
    input: Type.Object(
      {
        barometerKpa: Type.Number({ exclusiveMinimum: 0, maximum: 200 }),
        temperatureC: Type.Number({ minimum: -80, maximum: 80 }),
        relativeHumidityPct: Type.Number({ minimum: 0, maximum: 100 }),
        measuredPowerKw: O(Type.Number({ minimum: 0 })),
        din70020PressureBasis: O(Type.Unsafe<'barometric' | 'dry'>({ type: 'string', enum: ['barometric', 'dry'] })),
        fuelFlowGramPerS: O(positive),
        displacementL: O(positive),
        engineRpm: O(positive),
        strokes: O(Type.Unsafe<2 | 4>({ type: 'number', enum: [2, 4] })),
        chargePressureRatio: O(positive),
        turbocharged: O(Type.Boolean()),
      },
      closed,
    ),
    output: Type.Object(
      {
        vapourPressureKpa: Type.Number(),
        dryPressureKpa: Type.Number(),
        factorJ1349: Type.Number(),
        factorJ607: Type.Number(),
        factorDin70020: Type.Number(),
        factorIso1585Si: Type.Number(),
        j1349OutsideRange: Type.Boolean(),
        iso1585SiOutsideRange: Type.Boolean(),
        correctedKwJ1349: O(Type.Number()),
        correctedKwJ607: O(Type.Number()),
        correctedKwDin70020: O(Type.Number()),
        correctedKwIso1585Si: O(Type.Number()),
        fuelPerCycleMgPerL: O(Type.Number()),
        engineFactorFm: O(Type.Number()),
        factorIso1585Ci: O(Type.Number()),
        iso1585CiOutsideRange: O(Type.Boolean()),
        correctedKwIso1585Ci: O(Type.Number()),
      },
      closed,
    ),
    run: (input) => {
      const j1349 = factorJ1349(input);
      const j607 = factorJ607(input);
      const din = factorDin70020(input, input.din70020PressureBasis);
      const iso = factorIso1585Si(input);
      const vapour = vapourPressureKpa(input.temperatureC, input.relativeHumidityPct);
      const kw = input.measuredPowerKw;
      const { fuelFlowGramPerS, displacementL, engineRpm } = input;
      let diesel = {};
      if (fuelFlowGramPerS !== undefined) {
        if (displacementL === undefined)
          throw new InputError('/displacementL', 'A diesel correction needs displacementL in litres.');
        if (engineRpm === undefined) throw new InputError('/engineRpm', 'A diesel correction needs engine speed.');
        const ci = factorIso1585Ci(input, {
          fuelFlowGramPerS,
          displacementL,
          engineRpm,
          strokes: input.strokes ?? 4,
          chargePressureRatio: input.chargePressureRatio ?? 1,
          turbocharged: input.turbocharged ?? false,
        });
        diesel = {
          fuelPerCycleMgPerL: ci.fuelPerCycleMgPerL,
          engineFactorFm: ci.engineFactorFm,
          factorIso1585Ci: ci.factor,
          iso1585CiOutsideRange: isOutsideCi(ci.factor),
          ...(kw === undefined ? {} : { correctedKwIso1585Ci: kw * ci.factor }),
        };
      }
      return {
        vapourPressureKpa: vapour,
        dryPressureKpa: input.barometerKpa - vapour,
        factorJ1349: j1349,
        factorJ607: j607,
        factorDin70020: din,
        factorIso1585Si: iso,
        j1349OutsideRange: isOutsideSi(j1349),
        iso1585SiOutsideRange: isOutsideSi(iso),
        ...(kw === undefined
          ? {}
          : {
              correctedKwJ1349: kw * j1349,
              correctedKwJ607: kw * j607,
              correctedKwDin70020: kw * din,
              correctedKwIso1585Si: kw * iso,
            }),
        ...diesel,
      };
    },
  }),
];
