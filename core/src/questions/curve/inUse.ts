import type { DressingOption, Engine, Slot, TorqueCurve } from '../../model/index.ts';
import {
  DEFAULT_SCATTER,
  madeFrom,
  ORIGIN,
  quadrature,
  scatterOf,
  type Evidence,
  type Figure,
} from '../../units/index.ts';
import type { Standard } from './atmosphere.ts';
import { basisOf, type CurveBasis } from './basis.ts';
import { cutAt } from './monotone.ts';
import { lowestRpm, scaled, torqueFrom, type Torque } from './torque.ts';

/** The curve that an engine is judged by: as dressed, with its doubt as a share of torque. */
export interface CurveInUse {
  readonly name: string;
  readonly torque: Torque;
  readonly scatterShare: number;
  readonly evidence: Evidence;
  readonly standard: Standard;
  /** How the record was brought to the basis on which curves are compared. */
  readonly basis: CurveBasis;
  /** The record of the library. */
  readonly [ORIGIN]: TorqueCurve;
}

/** Curves by the record that they were built from, each as far as a redline: a line-up asks for the same ones again and again. */
interface Built {
  readonly redline: number | undefined;
  readonly engine: Pick<Engine, 'fuel' | 'induction'>;
  readonly torque: Torque;
  readonly basis: CurveBasis;
}
const built = new WeakMap<TorqueCurve, Built>();

/** The curve of a record as far as the engine is driven; undefined where all of it lies beyond. */
function asDriven(engine: Engine, record: TorqueCurve): Built | undefined {
  const redline = engine.redlineRpm?.value;
  const known = built.get(record);
  if (
    known &&
    known.redline === redline &&
    known.engine.fuel === engine.fuel &&
    known.engine.induction === engine.induction
  )
    return known;
  const whole = torqueFrom(record.rpm, record.torqueNm, { rpm: '/rpm', torque: '/torqueNm' });
  if (redline !== undefined && redline <= lowestRpm(whole)) return undefined;
  const told = redline === undefined ? whole : cutAt(whole, redline);
  const basis = basisOf(engine, record, told);
  const made = { redline, engine, basis, torque: basis.factor === 1 ? told : scaled(told, basis.factor) };
  built.set(record, made);
  return made;
}

/** The engine's curve in use (else its first) up to its redline, times what the dressing does to it; undefined where it has none. */
export function curveInUse(engine: Engine, dressing: readonly DressingOption[]): CurveInUse | undefined {
  const record = engine.curves.find((c) => c.inUse) ?? engine.curves[0];
  if (!record) return undefined;
  const factor = dressing.reduce((f, option) => f * (option.powerFactor?.value ?? 1), 1);
  const told = record.plusMinusPct === undefined ? DEFAULT_SCATTER[record.evidence] : record.plusMinusPct / 100;
  const driven = asDriven(engine, record);
  if (!driven) return undefined;
  const { torque, basis } = driven;
  return {
    name: record.name,
    torque: factor === 1 ? torque : scaled(torque, factor),
    scatterShare: quadrature([told, basis.scatterShare, ...dressing.map((option) => dressingDoubt(engine, option))]),
    evidence: record.evidence,
    standard: record.standard,
    basis,
    [ORIGIN]: record,
  };
}

/** Slots whose parts the air or the gas goes through, and how far the power may move with one of which nobody has told. */
const UNTOLD: Partial<Record<Slot, number>> = { intake: 0.05, exhaust: 0.05, 'blower or turbo': 0.25 };

/** Doubt that a chosen piece of dressing brings into the curve, as a share: that of its factor, or that nobody has told one. */
function dressingDoubt(engine: Engine, option: DressingOption): number {
  const { powerFactor, stock } = option;
  if (powerFactor) return scatterOf(powerFactor) / powerFactor.value;
  if (stock) return 0;
  const slot = engine.slots.find((s) => s.options.includes(option))?.slot;
  return (slot && UNTOLD[slot]) ?? 0;
}

/** A factor of 1 that carries the curve's doubt into a sum. */
export function curveDoubt(curve: CurveInUse): Figure {
  return madeFrom({ value: 1, plusMinus: curve.scatterShare, evidence: curve.evidence }, curve[ORIGIN]);
}
