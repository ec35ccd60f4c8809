import type { Engine, TorqueCurve } from '../../model/index.ts';
import { quadrature, say, scatterOf, type Figure } from '../../units/index.ts';
import { correctionFactor, type Air, type Standard } from './atmosphere.ts';
import { peaksOf, type Torque } from './torque.ts';

/**
 * What curves are compared on: at the crank, in the air of ISO 1585. A curve that was told otherwise is brought here, step by step, each
 * with what it leaves in doubt.
 */
export interface CurveBasis {
  /** All that the torque is multiplied by. */
  readonly factor: number;
  /** Of that for the air alone: what a hot day's own factor is reckoned against. */
  readonly airFactor: number;
  /** What the steps leave in doubt, as a share of torque. */
  readonly scatterShare: number;
  /** How it was brought there, in words; empty where it stood there. */
  readonly words: string;
}

/** Air to which each standard corrects. */
const AIR_OF: Readonly<Record<Exclude<Standard, 'none'>, Air>> = {
  'ISO 1585': { barometerKpa: 99, temperatureC: 25, relativeHumidityPct: 0 },
  'SAE J1349': { barometerKpa: 99, temperatureC: 25, relativeHumidityPct: 0 },
  'SAE J607': { barometerKpa: 101.325, temperatureC: 15.6, relativeHumidityPct: 0 },
  'DIN 70020': { barometerKpa: 101.3, temperatureC: 20, relativeHumidityPct: 0 },
};
/** A pull of which nobody has told the air: a warm workshop on a hill and a cold one by the sea lie so far to either side. */
const UNTOLD_AIR = 0.03;

const loss = (value: number, plusMinus: number): Figure => ({
  value,
  plusMinus,
  evidence: 'estimated',
  source: 'typical of its kind on a roller dyno',
});
/** What gearbox, axle and tyres take between crank and rollers, by the kind of gearbox it was driven through, %. */
export const TYPICAL_LOSS = {
  manual: loss(15, 3),
  'dual clutch': loss(15, 3),
  sequential: loss(14, 3),
  automatic: loss(20, 4),
} as const;
const UNTOLD_LOSS = loss(16, 5);
/** The other school: so much is lost whatever is made, kW, and so much of the rest, as a share. */
const FIXED_LOSS = { kw: 7, share: 0.08 } as const;

/** Torque at the crank over torque at the wheels, by both schools: a share of it, or so much and a share. */
export function wheelToCrank(
  wheelKw: number,
  lossPct: number,
): { readonly byShare: number; readonly byFixedAndShare: number } {
  return {
    byShare: 1 / (1 - lossPct / 100),
    byFixedAndShare: (wheelKw + FIXED_LOSS.kw) / (1 - FIXED_LOSS.share) / wheelKw,
  };
}

/** Between the least and the most that a diesel's own factor may be raised to (ISO 1585, f_m): its middle, and half the way. */
function dieselAir(air: Air): { factor: number; scatter: number } {
  const fa = (99 / air.barometerKpa) ** 0.7 * ((air.temperatureC + 273) / 298) ** 1.5;
  const [least, most] = [fa ** 0.3, fa ** 1.2];
  return { factor: (least + most) / 2, scatter: Math.abs(most - least) / 2 };
}

function airStep(engine: Pick<Engine, 'fuel' | 'induction'>, standard: Standard) {
  if (standard === 'none') return { factor: 1, scatter: UNTOLD_AIR, words: 'test conditions not stated, ± 3 %' };
  const air = AIR_OF[standard];
  const own = engine.fuel === 'diesel' ? dieselAir(air) : { factor: correctionFactor('ISO 1585', air), scatter: 0 };
  if (Math.abs(own.factor - 1) < 1e-3) return { factor: 1, scatter: 0, words: '' };
  // What holds its boost feels the air less than its factor says.
  const blown = engine.induction !== undefined && engine.induction !== 'naturally aspirated';
  return {
    factor: own.factor,
    scatter: Math.hypot(own.scatter, blown ? Math.abs(1 - own.factor) / 2 : 0),
    words: `stated to ${standard}, converted to ISO 1585 by ${own.factor.toFixed(3)}`,
  };
}

/** The steps that bring a record to the basis on which all are compared. */
export function basisOf(engine: Pick<Engine, 'fuel' | 'induction'>, record: TorqueCurve, torque: Torque): CurveBasis {
  const air = airStep(engine, record.standard);
  if (record.takenAt !== 'wheels')
    return { factor: air.factor, airFactor: air.factor, scatterShare: air.scatter, words: air.words };
  const lost = record.lossPct ?? (record.through ? TYPICAL_LOSS[record.through] : UNTOLD_LOSS);
  const { peakPowerKw } = peaksOf(torque);
  const { byShare, byFixedAndShare } = wheelToCrank(peakPowerKw, lost.value);
  const scatter = (scatterOf(lost) / 100) * byShare;
  return {
    factor: air.factor * byShare,
    airFactor: air.factor,
    scatterShare: quadrature([air.scatter, scatter, Math.abs(byFixedAndShare / byShare - 1) / 2]),
    words: [
      `taken at the wheels, ${say(lost.value, 'percent', { digits: 0 })} added for ${record.through ? `its ${record.through} gearbox` : 'its driveline'} (other method, ${say(FIXED_LOSS.kw, 'powerKw', { digits: 0 })} and ${say(100 * FIXED_LOSS.share, 'percent', { digits: 0 })}, comes to ${say(peakPowerKw * byFixedAndShare * air.factor, 'powerKw')})`,
      air.words,
    ]
      .filter((w) => w !== '')
      .join('; '),
  };
}
