import {
  correctionFactor,
  factorIso1585Ci,
  hotDayShare,
  isOutsideCi,
  isOutsideSi,
  peaksOf,
  worstAir,
  type CurveInUse,
} from '../curve/index.ts';
import { FUEL, knownDisplacement } from '../engine/index.ts';
import type { Brief, Engine } from '../../model/index.ts';

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
export function hotDayOf(engine: Engine, curve: CurveInUse, brief: Pick<Brief, 'worstAir' | 'hotDaySchool'>): HotDay {
  const own = ofItsStandard(engine, curve, brief);
  // By the factor of its own standard, of the record as it was told: the curve in use was brought to other air.
  return { ...own, share: own.share / curve.basis.airFactor };
}

function ofItsStandard(engine: Engine, curve: CurveInUse, brief: Pick<Brief, 'worstAir' | 'hotDaySchool'>): HotDay {
  const air = worstAir(brief.worstAir);
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
