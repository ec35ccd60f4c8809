import type { PlateHole } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';

/** Between two holes of unlike patterns: metal left, mm; below nought they break into each other. */
export interface Ligament {
  readonly a: string;
  readonly b: string;
  readonly ligamentMm: number;
  readonly neededMm: number;
  /** The same hole: it serves both. */
  readonly shared: boolean;
}

export interface Overlay {
  readonly clockingDeg: number;
  /** Of the pair that has least to spare of what it needs; undefined where every hole is shared. */
  readonly least: Ligament | undefined;
  readonly clashes: readonly Ligament[];
  readonly shared: readonly Ligament[];
}

/** Metal between two holes, in diameters of the larger. */
const LIGAMENT_D = 1;
/** Holes nearer than this, of the same size, are one hole, mm. */
const SAME_MM = 0.05;

export const turnedBy = ({ uMm, vMm }: Pick<PlateHole, 'uMm' | 'vMm'>, degrees: number): readonly [number, number] => {
  const [s, c] = [Math.sin((degrees * Math.PI) / 180), Math.cos((degrees * Math.PI) / 180)];
  return [uMm * c - vMm * s, uMm * s + vMm * c];
};

function checked(pattern: readonly PlateHole[], at: string): readonly PlateHole[] {
  pattern.forEach((h, i) => {
    if (!(h.diameterMm > 0))
      throw new InputError(`${at}/${i}/diameterMm`, `The hole “${h.id}” needs a diameter above 0.`);
  });
  return pattern;
}

/**
 * Two bolt patterns in one plate, the second turned about the shaft axis, counter-clockwise positive: metal left between every two
 * holes of unlike patterns, centre distance − (d₁ + d₂)/2; a clash below 1.0 of the larger diameter. Coincident equal holes are shared.
 * @throws InputError naming a hole without a diameter.
 */
export function overlay(patternA: readonly PlateHole[], patternB: readonly PlateHole[], clockingDeg: number): Overlay {
  checked(patternA, '/patternA');
  checked(patternB, '/patternB');
  const pairs: Ligament[] = [];
  const turned = patternB.map((b) => turnedBy(b, clockingDeg));
  for (const a of patternA)
    patternB.forEach((b, i) => {
      const [u, v] = turned[i]!;
      const apart = Math.hypot(a.uMm - u, a.vMm - v);
      pairs.push({
        a: a.id,
        b: b.id,
        ligamentMm: apart - (a.diameterMm + b.diameterMm) / 2,
        neededMm: LIGAMENT_D * Math.max(a.diameterMm, b.diameterMm),
        shared: apart <= SAME_MM && Math.abs(a.diameterMm - b.diameterMm) <= SAME_MM,
      });
    });
  const apart = pairs.filter((p) => !p.shared);
  return {
    clockingDeg,
    least: apart.length > 0 ? apart.reduce((x, y) => (y.ligamentMm < x.ligamentMm ? y : x)) : undefined,
    clashes: apart.filter((p) => p.ligamentMm < p.neededMm).sort((x, y) => x.ligamentMm - y.ligamentMm),
    shared: pairs.filter((p) => p.shared),
  };
}

/** How well a clocking does: fewest clashes, then most to spare at the worst pair. */
export interface Clocking extends Overlay {
  readonly spareMm: number;
}

const spareOf = (o: Overlay, pairs: readonly PlateHole[]) =>
  o.least === undefined ? Infinity : o.least.ligamentMm - LIGAMENT_D * Math.max(...pairs.map((h) => h.diameterMm));

/**
 * Clockings within a range that clash least, best first, no two within a degree of one another. Every half degree is tried, and the
 * best refined to a hundredth.
 */
export function bestClockings(
  patternA: readonly PlateHole[],
  patternB: readonly PlateHole[],
  fromDeg: number,
  toDeg: number,
  kept = 3,
): Clocking[] {
  if (!(toDeg >= fromDeg)) throw new InputError('/toDeg', 'The range of clocking ends before it begins.');
  const all = [...patternA, ...patternB];
  const at = (deg: number): Clocking => {
    const o = overlay(patternA, patternB, deg);
    return { ...o, spareMm: spareOf(o, all) };
  };
  const better = (a: Clocking, b: Clocking) =>
    a.clashes.length - b.clashes.length || b.spareMm - a.spareMm || Math.abs(a.clockingDeg) - Math.abs(b.clockingDeg);
  const steps = Math.max(1, Math.round((toDeg - fromDeg) / 0.5));
  const tried = Array.from({ length: steps + 1 }, (_, i) => at(fromDeg + ((toDeg - fromDeg) * i) / steps)).sort(better);
  const best: Clocking[] = [];
  for (const coarse of tried) {
    if (best.length >= kept) break;
    if (best.some((b) => Math.abs(b.clockingDeg - coarse.clockingDeg) < 1.5)) continue;
    let now = coarse;
    for (const step of [0.1, 0.01])
      for (let moved = true; moved;) {
        moved = false;
        for (const way of [step, -step]) {
          const deg = Math.round((now.clockingDeg + way) * 1000) / 1000;
          if (deg < fromDeg || deg > toDeg || Math.abs(deg - coarse.clockingDeg) > 0.5) continue;
          const next = at(deg);
          if (better(next, now) >= 0) continue;
          now = next;
          moved = true;
        }
      }
    best.push(now);
  }
  return best.sort(better);
}
