import { curveInUse, peaksOf } from '../../curve/index.ts';
import type { FuelName, Subject } from '../../../model/index.ts';
import { ORIGIN, type Figure } from '../../../units/index.ts';
import { boughtBySum, USUAL } from '../boughtBySum.ts';
import { knownDisplacement } from '../compression.ts';
import { FUEL, petrolOf } from '../fuels.ts';

export const usual = (value: number, plusMinus?: number): Figure => ({
  value,
  ...(plusMinus === undefined ? {} : { plusMinus }),
  evidence: 'estimated',
  source: USUAL,
});
const asked = (value: number): Figure => ({ value, plusMinus: 0, evidence: 'measured', source: 'brief' });

/** What is filled, whatever the engine burns: the candidate’s own choice, else the brief’s. */
const filled = ({ brief, candidate }: Subject): FuelName =>
  candidate.fuel ?? brief.fuel ?? petrolOf(brief.fuelOctaneRon);

/** What the engine burns: what is filled, where it is of its kind. A petrol for a diesel, or the other way, is no choice. */
export function fuelOf(s: Subject): FuelName {
  const wanted = filled(s);
  if (s.engine.fuel === 'diesel') return 'diesel';
  return wanted === 'diesel' ? petrolOf(s.brief.fuelOctaneRon) : wanted;
}

type Injectors = NonNullable<Subject['engine']['injectors']>;

/** The injectors that feed it: bought ones stand in place of its own. */
export function injectorsOf(s: Pick<Subject, 'engine' | 'parts' | 'candidate'>): Injectors | undefined {
  const part = s.parts.find((p) => p.injectors)?.injectors;
  if (part) return part;
  const bought = boughtBySum(s, 'injectors')?.inputs;
  if (!bought) return s.engine.injectors;
  return {
    count: Math.round(bought['injectors']!.value),
    flowCcPerMin: bought['ratedFlowCcPerMin']!,
    referenceBar: bought['referencePressureBar']!,
    railBar: bought['railBar']!,
  };
}

/** The throttle that it breathes through: a bought one stands in place of its own. */
export function throttleOf(s: Pick<Subject, 'engine' | 'candidate'>): Subject['engine']['throttle'] {
  const bought = boughtBySum(s, 'throttle')?.inputs;
  return bought ? { boreMm: bought['boreMm']!, throats: Math.round(bought['throats']!.value) } : s.engine.throttle;
}

/** Octane of what is filled, RON; a brief without a choice tells its number. */
export const octaneOf = (s: Subject): number =>
  (s.candidate.fuel ?? s.brief.fuel) === undefined ? s.brief.fuelOctaneRon : FUEL[fuelOf(s)].ron;
export const bsfcOf = (s: Subject): Figure =>
  s.engine.induction === 'naturally aspirated' ? FUEL[fuelOf(s)].bsfcGPerKwh : FUEL[fuelOf(s)].bsfcBoostedGPerKwh;

/** The later target of the brief, else the present one, else the engine's own peak. */
export function targetPower(s: Subject): Figure | undefined {
  const later = s.brief.later.powerKw ?? s.brief.now.powerKw;
  return later === undefined ? peakPower(s) : asked(later);
}

export function peakPower(s: Subject): Figure | undefined {
  const curve = curveInUse(s.engine, s.dressing);
  if (!curve) return undefined;
  const { peakPowerKw } = peaksOf(curve.torque);
  return {
    value: peakPowerKw,
    plusMinus: peakPowerKw * curve.scatterShare,
    evidence: curve.evidence,
    source: curve.name,
    [ORIGIN]: curve[ORIGIN],
  };
}

export function peakTorque(s: Subject): (Figure & { rpm: number }) | undefined {
  const curve = curveInUse(s.engine, s.dressing);
  if (!curve) return undefined;
  const p = peaksOf(curve.torque);
  return {
    value: p.peakTorqueNm,
    plusMinus: p.peakTorqueNm * curve.scatterShare,
    evidence: curve.evidence,
    source: curve.name,
    [ORIGIN]: curve[ORIGIN],
    rpm: p.peakTorqueRpm,
  };
}

export function engineCc({ engine }: Subject): Figure | undefined {
  const value = knownDisplacement(engine);
  const { boreMm } = engine;
  return value === undefined || !boreMm
    ? undefined
    : { value, plusMinus: 0, evidence: boreMm.evidence, source: 'bore and stroke', [ORIGIN]: boreMm };
}
export const count = (n: number): Figure => ({ value: n, plusMinus: 0, evidence: 'measured' });
export const counted = (n: number | undefined): Figure | undefined => (n === undefined ? undefined : count(n));
export const worstTemperature = (s: Subject): Figure => ({
  value: s.brief.worstAir.temperatureC,
  plusMinus: 2,
  evidence: 'estimated',
  source: 'hot-day conditions',
  [ORIGIN]: s.brief.worstAir,
});
