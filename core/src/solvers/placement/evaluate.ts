import { boundsDistance, moved, signedDistance, type Convex, type V3 } from '../../geometry/index.ts';
import { placementAt, poseAt, swingOf, type PlacementProblem, type Point } from './problem.ts';

const DEG = Math.PI / 180;

/**
 * Margins of the pairs asked about at one place, side by side: `pair` is part × obstacles + obstacle, `marginMm` is exact or,
 * where `exact` is 0, a lower bound.
 */
export interface PairMargins {
  readonly count: number;
  readonly pair: Int32Array;
  readonly marginMm: Float64Array;
  readonly exact: Uint8Array;
}

/** The least margin at a place and how its limits stand. */
export interface Evaluation {
  readonly point: Point;
  readonly leastMm: number;
  readonly tightest: number;
  /** The least slack of each limit, in its unit. */
  readonly slacks: readonly number[];
  /** The worst breach of a limit in mm's worth; 0 where all are met. */
  readonly breachMm: number;
}

/** Asks a problem for margins, many times; keeps what does not change between. */
export class Evaluator {
  readonly problem: PlacementProblem;
  /** How far each part swings per degree of pitch or cant, mm. */
  readonly swingPerDeg: Float64Array;
  /** All pairs that can matter, as a starting list. */
  readonly allPairs: Int32Array;
  evaluations = 0;
  /** Margins of the last place asked about; the next question overwrites them. */
  readonly margins: { count: number; pair: Int32Array; marginMm: Float64Array; exact: Uint8Array };
  private readonly placed: (Convex | undefined)[];

  constructor(problem: PlacementProblem) {
    this.problem = problem;
    this.swingPerDeg = Float64Array.from(problem.parts, (p) => swingOf(p.convex) * DEG);
    const n = problem.parts.length * problem.obstacles.length;
    this.allPairs = Int32Array.from(Array.from({ length: n }, (_, i) => i)).filter(
      (i) => problem.requiredMm[i]! > -Infinity,
    );
    this.placed = problem.parts.map(() => undefined);
    this.margins = { count: 0, pair: new Int32Array(n), marginMm: new Float64Array(n), exact: new Uint8Array(n) };
  }

  /** A copy of the last margins that stays. */
  keptMargins(): PairMargins {
    const { count, pair, marginMm, exact } = this.margins;
    return { count, pair: pair.slice(0, count), marginMm: marginMm.slice(0, count), exact: exact.slice(0, count) };
  }

  partOf(pair: number): number {
    return Math.floor(pair / this.problem.obstacles.length);
  }
  obstacleOf(pair: number): number {
    return pair % this.problem.obstacles.length;
  }

  /** How far the margins of a part can change when the place moves by so many mm and degrees at most. */
  reach(part: number, mm: number, deg: number): number {
    return mm + this.swingPerDeg[part]! * deg;
  }

  /**
   * Margins of some pairs at a place, left in `margins`, and the least of them. A pair whose bounding boxes stand farther apart than the least margin so far by more
   * than `lookMm` is not measured; its bound stands for it.
   */
  at(point: Point, pairs: ArrayLike<number> = this.allPairs, lookMm = 0): Evaluation {
    const { problem, placed } = this;
    this.evaluations++;
    const pose = poseAt(problem, point);
    placed.fill(undefined);
    const { margins } = this;
    margins.count = pairs.length;
    let least = Infinity;
    let tightest = -1;
    for (let i = 0; i < pairs.length; i++) {
      const pair = pairs[i]!;
      const partAt = this.partOf(pair);
      const part = (placed[partAt] ??= moved(problem.parts[partAt]!.convex, pose));
      const body = problem.obstacles[this.obstacleOf(pair)]!.convex;
      const required = problem.requiredMm[pair]!;
      const bound = boundsDistance(part, body) - required;
      if (bound > least + lookMm) {
        margins.pair[i] = pair;
        margins.marginMm[i] = bound;
        margins.exact[i] = 0;
        continue;
      }
      const margin = signedDistance(part, body).signedDistanceMm - required;
      margins.pair[i] = pair;
      margins.marginMm[i] = margin;
      margins.exact[i] = 1;
      if (margin < least) {
        least = margin;
        tightest = pair;
      }
    }
    const place = placementAt(problem, point);
    let breach = 0;
    const slacks = problem.limits.map((limit) => {
      const slack = limit.slack(place, pose);
      breach = Math.max(breach, -slack * limit.mmPerUnit);
      return slack;
    });
    return { point, leastMm: least, tightest, slacks, breachMm: breach };
  }

  /** A pair measured at a place with its contact: where, and the way the part would have to go to gain margin. */
  contact(
    point: Point,
    pair: number,
  ): { marginMm: number; part: Convex; body: Convex; onPart: V3; onBody: V3; out: V3 } {
    const { problem } = this;
    const part = moved(problem.parts[this.partOf(pair)]!.convex, poseAt(problem, point));
    const body = problem.obstacles[this.obstacleOf(pair)]!.convex;
    const c = signedDistance(part, body);
    const d = c.signedDistanceMm;
    const move = c.separatingMoveOfB;
    const size = Math.max(Math.abs(d), 1e-9);
    const out: V3 = move
      ? [-move[0] / size, -move[1] / size, -move[2] / size]
      : [
          (c.witnessA[0] - c.witnessB[0]) / size,
          (c.witnessA[1] - c.witnessB[1]) / size,
          (c.witnessA[2] - c.witnessB[2]) / size,
        ];
    return { marginMm: d - problem.requiredMm[pair]!, part, body, onPart: c.witnessA, onBody: c.witnessB, out };
  }
}

/** The measure by which places are compared: margin, less twenty times what a limit is broken by. */
export const worth = (e: Pick<Evaluation, 'leastMm' | 'breachMm'>): number => e.leastMm - 20 * e.breachMm;
