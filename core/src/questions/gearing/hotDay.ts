import {
  correctionFactor,
  factorIso1585Ci,
  hotDayShare,
  isOutsideCi,
  isOutsideSi,
  peaksOf,
  vapourPressureKpa,
  worstAir,
  type Air,
  type CurveInUse,
} from '../curve/index.ts';
import { FUEL, knownDisplacement } from '../engine/index.ts';
import type { AIR_FROM, Brief, Candidate, Engine } from '../../model/index.ts';
import { madeFrom, ORIGIN, scatterOf, type Figure } from '../../units/index.ts';

/** How much warmer than outside the air is where it is drawn from, °C: on the road, behind a warm radiator. */
const RISE_C: Readonly<Record<(typeof AIR_FROM)[number], Figure>> = {
  outside: { value: 3, plusMinus: 2, evidence: 'estimated', source: 'typical of a duct from outside' },
  'behind the grille': { value: 8, plusMinus: 4, evidence: 'estimated', source: 'typical behind the grille' },
  'under the bonnet': { value: 25, plusMinus: 10, evidence: 'estimated', source: 'typical under a bonnet' },
};
/** Where nobody has said. */
const UNTOLD_RISE: Figure = {
  value: 15,
  plusMinus: 10,
  evidence: 'estimated',
  source: 'intake position not entered',
};

/** How much warmer than outside a candidate’s engine breathes: as measured, else by where the air is drawn from. */
export function intakeRise(candidate: Pick<Candidate, 'intakeAir'>): Figure {
  const { intakeAir } = candidate;
  if (intakeAir?.riseC) return intakeAir.riseC;
  return madeFrom(intakeAir?.from ? RISE_C[intakeAir.from] : UNTOLD_RISE, intakeAir ?? candidate);
}

/** The same air, warmed: its vapour stays, and so does the barometer. */
function warmed(air: Air, byC: number): Air {
  const temperatureC = air.temperatureC + byC;
  const vapour = vapourPressureKpa(air.temperatureC, air.relativeHumidityPct);
  return { ...air, temperatureC, relativeHumidityPct: (100 * vapour) / vapourPressureKpa(temperatureC, 100) };
}

/** So small that every cycle is as full as the standard knows: the greatest loss. */
const FILLED_L = 0.001;

export interface HotDay {
  /** What the worst day leaves of its torque. */
  readonly share: number;
  /** The factor, where it lies beyond what its standard is made for; else undefined. */
  readonly beyond:
    | { readonly factor: number; readonly standard: string; readonly from: number; readonly to: number }
    | undefined;
}

/**
 * What the owner's worst day leaves of an engine. A spark engine by the factor of the standard that its curve was taken to, or by density,
 * as the brief says; a diesel by its own, which rests on the fuel of each cycle at peak power (ISO 1585): with little of it heat takes little
 * away. One whose displacement nobody has entered is taken as filled to the most, which loses most.
 */
export function hotDayOf(
  engine: Engine,
  curve: CurveInUse,
  brief: Pick<Brief, 'worstAir' | 'hotDaySchool'>,
  riseC = 0,
): HotDay {
  const own = ofItsStandard(engine, curve, brief, riseC);
  // By the factor of its own standard, of the record as it was told: the curve in use was brought to other air.
  return { ...own, share: own.share / curve.basis.airFactor };
}

/** A factor of 1 that carries into a sum what the intake air’s own ± makes of the worst day. */
export function riseDoubt(
  engine: Engine,
  curve: CurveInUse,
  brief: Pick<Brief, 'worstAir' | 'hotDaySchool'>,
  rise: Figure,
): Figure {
  const at = (riseC: number) => hotDayOf(engine, curve, brief, Math.max(0, riseC)).share;
  const spread = scatterOf(rise);
  const plusMinus = Math.abs(at(rise.value - spread) - at(rise.value + spread)) / 2 / at(rise.value);
  return madeFrom({ value: 1, plusMinus, evidence: rise.evidence }, rise[ORIGIN] ?? rise);
}

function ofItsStandard(
  engine: Engine,
  curve: CurveInUse,
  brief: Pick<Brief, 'worstAir' | 'hotDaySchool'>,
  riseC: number,
): HotDay {
  // What it breathes is the air outside, warmed on its way: the barometer is that of the place.
  const outside = worstAir(brief.worstAir);
  const air = riseC > 0 ? warmed(outside, riseC) : outside;
  if (brief.hotDaySchool === 'density')
    // Against the air of the basis, whatever its own standard.
    return { share: hotDayShare(air, curve.standard, 'density') * curve.basis.airFactor, beyond: undefined };
  const cc = knownDisplacement(engine);
  if (engine.fuel === 'diesel') {
    const { peakPowerKw, peakPowerRpm } = peaksOf(curve.torque);
    const blown = engine.induction !== undefined && engine.induction !== 'naturally aspirated';
    const use = blown ? FUEL.diesel.bsfcBoostedGPerKwh : FUEL.diesel.bsfcGPerKwh;
    const { factor } = factorIso1585Ci(air, {
      fuelFlowGramPerS: (peakPowerKw * use.value) / 3600,
      displacementL: cc === undefined ? FILLED_L : cc / 1000,
      engineRpm: peakPowerRpm,
      strokes: 4,
      chargePressureRatio: engine.boost?.pressureRatio.value ?? 1,
      turbocharged: blown,
    });
    const standard = 'ISO 1585 for diesels';
    return { share: 1 / factor, beyond: isOutsideCi(factor) ? { factor, standard, from: 0.9, to: 1.1 } : undefined };
  }
  const standard = curve.standard === 'none' ? 'ISO 1585' : curve.standard;
  const factor = correctionFactor(standard, air);
  return { share: 1 / factor, beyond: isOutsideSi(factor) ? { factor, standard, from: 0.93, to: 1.07 } : undefined };
}
