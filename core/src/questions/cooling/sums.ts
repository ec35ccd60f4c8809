import { Type } from 'typebox';
import { COOLANTS, defineSum, type Coolant } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';
import { airAtCoreC, chargeHeat, coreAir, faceM2, faceSpeedMPerS, fuelEnergyKw, topHoseC } from '../engine/index.ts';
import { balance, COOLANT_SHARE, CRAWL, heldBy, OIL_COOLER_SHARE, USE_KPH } from './balance.ts';

const closed = { additionalProperties: false };
const O = Type.Optional;
const N = Type.Number();
const positive = Type.Number({ exclusiveMinimum: 0 });
const zeroUp = Type.Number({ minimum: 0 });
const share = Type.Number({ minimum: 0, maximum: 1 });
const orNull = <T extends ReturnType<typeof Type.Number>>(t: T) => O(Type.Union([t, Type.Null()]));
const CoolantSchema = Type.Unsafe<Coolant>({ type: 'string', enum: [...COOLANTS] });
const core = { coreWidthMm: zeroUp, coreHeightMm: zeroUp };

export const coolingSums = [
  defineSum({
    name: 'cooling.core',
    title: 'Heat rejection of a radiator core behind others',
    input: Type.Object(
      {
        ambientC: N,
        airDensityKgPerM3: positive,
        roadKph: zeroUp,
        faceSpeedShare: share,
        fanFlowM3PerS: zeroUp,
        ...core,
        coreThicknessMm: positive,
        topHoseLimitC: N,
        topHoseMarginK: zeroUp,
        capGaugeKpa: orNull(zeroUp),
        coolant: CoolantSchema,
        ambientPressureKpa: positive,
        coresBefore: Type.Array(Type.Object({ name: O(Type.String()), heatKw: zeroUp }, closed), { maxItems: 12 }),
      },
      closed,
    ),
    output: Type.Object(
      {
        faceSpeedMPerS: N,
        airCapacityRateWPerK: N,
        ntu: N,
        effectiveness: N,
        airAtCoreC: N,
        topHoseC: N,
        itdK: N,
        heatRejectedKw: N,
      },
      closed,
    ),
    run: (i) => {
      const areaM2 = faceM2(i);
      const face = faceSpeedMPerS(i.faceSpeedShare, i.roadKph, i.fanFlowM3PerS, areaM2);
      if (face <= 0) throw new InputError('/roadKph', 'No air through the core: neither vehicle speed nor fan.');
      const air = coreAir(areaM2, i.coreThicknessMm, face, i.airDensityKgPerM3);
      const before = i.coresBefore.reduce((sum, c) => sum + c.heatKw, 0);
      const at = airAtCoreC(i.ambientC, before, air.capacityWPerK);
      const top = topHoseC({ ...i, limitC: i.topHoseLimitC, marginK: i.topHoseMarginK });
      return {
        faceSpeedMPerS: face,
        airCapacityRateWPerK: air.capacityWPerK,
        ntu: air.ntu,
        effectiveness: air.effectiveness,
        airAtCoreC: at,
        topHoseC: top,
        itdK: top - at,
        heatRejectedKw: Math.max(0, (air.effectiveness * air.capacityWPerK * (top - at)) / 1000),
      };
    },
  }),
  defineSum({
    name: 'cooling.charge',
    title: 'Heat of charge cooler and oil cooler, and the air behind them',
    input: Type.Object(
      {
        powerKw: positive,
        bsfcGPerKwh: positive,
        airFuelRatio: positive,
        lowerHeatingValueMjPerKg: positive,
        compressorInletC: N,
        pressureRatio: Type.Number({ minimum: 1 }),
        compressorEfficiency: Type.Number({ exclusiveMinimum: 0, maximum: 1 }),
        chargeCoolerEffectiveness: share,
        ambientC: N,
        airDensityKgPerM3: positive,
        faceSpeedMPerS: positive,
        ...core,
      },
      closed,
    ),
    output: Type.Object(
      {
        airFlowKgPerS: N,
        compressorOutletC: N,
        chargeC: N,
        chargeCoolerHeatKw: N,
        oilCoolerHeatKw: N,
        airAfterChargeCoolerC: N,
        airAtRadiatorC: N,
      },
      closed,
    ),
    run: (i) => {
      const airKgPerS = (i.powerKw * i.bsfcGPerKwh * i.airFuelRatio) / 3.6e6;
      const charge = chargeHeat({
        airKgPerS,
        inletC: i.compressorInletC,
        pressureRatio: i.pressureRatio,
        compressorEfficiency: i.compressorEfficiency,
        coolerEffectiveness: i.chargeCoolerEffectiveness,
        ambientC: i.ambientC,
      });
      const oilKw = OIL_COOLER_SHARE * fuelEnergyKw(i.powerKw, i.bsfcGPerKwh, i.lowerHeatingValueMjPerKg);
      const { capacityWPerK } = coreAir(faceM2(i), 1, i.faceSpeedMPerS, i.airDensityKgPerM3);
      return {
        airFlowKgPerS: airKgPerS,
        compressorOutletC: charge.outC,
        chargeC: charge.chargeC,
        chargeCoolerHeatKw: charge.kw,
        oilCoolerHeatKw: oilKw,
        airAfterChargeCoolerC: airAtCoreC(i.ambientC, charge.kw, capacityWPerK),
        airAtRadiatorC: airAtCoreC(i.ambientC, charge.kw + oilKw, capacityWPerK),
      };
    },
  }),
  defineSum({
    name: 'cooling.duties',
    title: 'Climb, crawl and use against the radiator',
    input: Type.Object(
      {
        fuel: Type.Unsafe<'petrol' | 'diesel'>({ type: 'string', enum: ['petrol', 'diesel'] }),
        massKg: positive,
        trailerMassKg: zeroUp,
        gradePct: orNull(Type.Number()),
        haulingKph: positive,
        rollingCoefficient: zeroUp,
        dragAreaM2: zeroUp,
        airDensityKgPerM3: positive,
        drivelineEfficiency: Type.Number({ exclusiveMinimum: 0, maximum: 1 }),
        fullPowerKw: positive,
        bsfcGPerKwh: positive,
        lowerHeatingValueMjPerKg: positive,
        waterToOilExchanger: Type.Boolean(),
        oilCoolerInFront: Type.Boolean(),
        condenserKw: zeroUp,
        useSharePct: Type.Number({ minimum: 0, maximum: 100 }),
        ambientC: N,
        topHoseC: N,
        faceSpeedShare: share,
        fanFlowM3PerS: zeroUp,
        ...core,
        coreThicknessMm: positive,
      },
      closed,
    ),
    output: Type.Object(
      {
        climbPowerAskedKw: N,
        climbPowerKw: N,
        climbHeatKw: N,
        climbCapacityKw: N,
        crawlHeatKw: N,
        crawlCapacityKw: N,
        useHeatKw: N,
        useCapacityKw: N,
        governingDuty: Type.String(),
        governingCapacityOverHeat: N,
        holds: Type.Boolean(),
        sustainedPowerKw: N,
        coolantShare: N,
      },
      closed,
    ),
    run: (i) => {
      if (i.gradePct == null) throw new InputError('/gradePct', 'Climb: grade missing. Enter it in the brief.');
      const energy = fuelEnergyKw(1, i.bsfcGPerKwh, i.lowerHeatingValueMjPerKg);
      const coolantShare = COOLANT_SHARE[i.fuel] + (i.waterToOilExchanger ? COOLANT_SHARE.exchanger : 0);
      const system = {
        ambientC: i.ambientC,
        topHoseC: i.topHoseC,
        airDensityKgPerM3: i.airDensityKgPerM3,
        areaM2: faceM2(i),
        thicknessMm: i.coreThicknessMm,
        airShare: i.faceSpeedShare,
        fanM3PerS: i.fanFlowM3PerS,
        condenserKw: i.condenserKw,
        toCoolant: coolantShare * energy,
        toOilCooler: i.oilCoolerInFront ? OIL_COOLER_SHARE * energy : 0,
        toChargeCooler: 0,
        toBay: 0,
      };
      const asked = heldBy({ ...i, slope: Math.atan(i.gradePct / 100) }, i.haulingKph, i.drivelineEfficiency);
      const climb = balance(system, Math.min(asked, i.fullPowerKw), i.haulingKph);
      const crawl = balance(system, CRAWL.share * i.fullPowerKw, CRAWL.speedKph);
      const use = balance(system, (i.useSharePct / 100) * i.fullPowerKw, USE_KPH);
      const over = (b: { readonly capacityKw: number; readonly heatKw: number }) => b.capacityKw / b.heatKw;
      const [governingDuty, worst] = Object.entries({ climb, crawl, use }).reduce((w, d) =>
        over(d[1]) < over(w[1]) ? d : w,
      );
      return {
        climbPowerAskedKw: asked,
        climbPowerKw: climb.powerKw,
        climbHeatKw: climb.heatKw,
        climbCapacityKw: climb.capacityKw,
        crawlHeatKw: crawl.heatKw,
        crawlCapacityKw: crawl.capacityKw,
        useHeatKw: use.heatKw,
        useCapacityKw: use.capacityKw,
        governingDuty,
        governingCapacityOverHeat: over(worst),
        holds: over(worst) >= 1,
        sustainedPowerKw: climb.sustainedKw,
        coolantShare,
      };
    },
  }),
];
