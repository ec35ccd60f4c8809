import type { DressingOption, Engine, TorqueCurve } from '../../model/index.ts';
import { DEFAULT_SCATTER, madeFrom, ORIGIN, type Evidence, type Figure } from '../../units/index.ts';
import type { Standard } from './atmosphere.ts';
import { scaled, torqueFrom, type Torque } from './torque.ts';

/** The curve that an engine is judged by: as dressed, with its doubt as a share of torque. */
export interface CurveInUse {
  readonly name: string;
  readonly torque: Torque;
  readonly scatterShare: number;
  readonly evidence: Evidence;
  readonly standard: Standard;
  /** The record of the library. */
  readonly [ORIGIN]: TorqueCurve;
}

/** Curves by the record that they were built from: a line-up asks for the same ones again and again. */
const built = new WeakMap<TorqueCurve, Torque>();

/** The engine's curve in use (else its first), times what the dressing does to it; undefined where it has none. */
export function curveInUse(engine: Engine, dressing: readonly DressingOption[]): CurveInUse | undefined {
  const record = engine.curves.find((c) => c.inUse) ?? engine.curves[0];
  if (!record) return undefined;
  const factor = dressing.reduce((f, option) => f * (option.powerFactor?.value ?? 1), 1);
  let torque = built.get(record);
  if (!torque) {
    torque = torqueFrom(record.rpm, record.torqueNm, { rpm: '/rpm', torque: '/torqueNm' });
    built.set(record, torque);
  }
  return {
    name: record.name,
    torque: factor === 1 ? torque : scaled(torque, factor),
    scatterShare: record.plusMinusPct === undefined ? DEFAULT_SCATTER[record.evidence] : record.plusMinusPct / 100,
    evidence: record.evidence,
    standard: record.standard,
    [ORIGIN]: record,
  };
}

/** A factor of 1 that carries the curve's doubt into a sum. */
export function curveDoubt(curve: CurveInUse): Figure {
  return madeFrom({ value: 1, plusMinus: curve.scatterShare, evidence: curve.evidence }, curve[ORIGIN]);
}
