import type { Belt, Solid } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';

/** A pulley that a belt runs over, in the plane of the drive: the belt wraps it with its ribbed or with its plain side. */
export interface BeltPulley {
  readonly name: string;
  readonly atMm: readonly [number, number];
  readonly radiusMm: number;
  readonly side: 'ribbed' | 'plain';
}

/**
 * Length of a belt over pulleys in the order of its run, mm, with the wrap on each, degrees: straight spans along common
 * tangents (outer ones between pulleys on the same side of the belt, crossed ones where the side changes) and arcs between.
 * @throws InputError for fewer than two pulleys, or two that overlap.
 */
export function beltRun(pulleys: readonly BeltPulley[]): { lengthMm: number; wrapsDeg: number[]; spansMm: number[] } {
  const n = pulleys.length;
  if (n < 2) throw new InputError('/pulleys', 'A belt needs two pulleys or more.');
  // Signed radius: ribbed side turns one way, plain side the other. The run is taken counter-clockwise.
  const area = pulleys.reduce((s, p, i) => {
    const q = pulleys[(i + 1) % n]!;
    return s + p.atMm[0] * q.atMm[1] - q.atMm[0] * p.atMm[1];
  }, 0);
  const run = area < 0 ? [...pulleys].reverse() : [...pulleys];
  const signed = run.map((p) => (p.side === 'ribbed' ? p.radiusMm : -p.radiusMm));
  const spansMm: number[] = [];
  const headings: number[] = [];
  for (let i = 0; i < n; i++) {
    const a = run[i]!;
    const b = run[(i + 1) % n]!;
    const dx = b.atMm[0] - a.atMm[0];
    const dy = b.atMm[1] - a.atMm[1];
    const d = Math.hypot(dx, dy);
    const across = signed[i]! - signed[(i + 1) % n]!;
    if (d <= Math.abs(across) + 1e-9 || d < a.radiusMm + b.radiusMm - 1e-9)
      throw new InputError('/pulleys', `The pulleys “${a.name}” and “${b.name}” overlap.`);
    spansMm.push(Math.sqrt(d * d - across * across));
    headings.push(Math.atan2(dy, dx) + Math.asin(across / d));
  }
  const wraps = run.map((_, i) => {
    const sign = signed[i]! < 0 ? -1 : 1;
    let turn = (headings[i]! - headings[(i + n - 1) % n]!) * sign;
    while (turn < -1e-9) turn += 2 * Math.PI;
    while (turn >= 2 * Math.PI - 1e-9) turn -= 2 * Math.PI;
    return Math.max(0, turn);
  });
  const arcs = wraps.reduce((s, w, i) => s + w * run[i]!.radiusMm, 0);
  const inOrder = area < 0 ? [...wraps].reverse() : wraps;
  return {
    lengthMm: spansMm.reduce((s, x) => s + x, 0) + arcs,
    wrapsDeg: inOrder.map((w) => (w * 180) / Math.PI),
    spansMm,
  };
}

/** A driven pulley with less of the belt around it than this slips when it is loaded: usual figure, degrees. */
export const LEAST_WRAP_DEG = 90;

/** Pulleys that a belt most likely runs over, from an engine's solids: crank and alternator, each as a circle. */
export function usualPulleys(solids: readonly Solid[]): Belt['pulleys'] {
  return solids.flatMap((s): Belt['pulleys'] => {
    if (s.shape.kind !== 'cylinder' || (s.role !== 'pulley' && s.role !== 'alternator')) return [];
    const [, y, z] = s.shape.fromMm;
    // An alternator's pulley is about half as wide as its body.
    const radiusMm = s.role === 'alternator' ? s.shape.radiusMm / 2 : s.shape.radiusMm;
    return [{ name: s.name, atMm: [y, z], radiusMm, side: 'ribbed' }];
  });
}
