import TinyQueue from 'tinyqueue';
import type { Placement } from '../../model/index.ts';
import { Evaluator, worth, type Evaluation } from './evaluate.ts';
import { AXES, checkProblem, placementAt, pointOf, within, type PlacementProblem, type Point } from './problem.ts';
import { pairSlope, refine } from './refine.ts';

export interface SearchOptions {
  /** How often the whole bay may be asked at most. */
  readonly evaluations?: number;
  /** Places to climb from first: where it stands now, say. */
  readonly starts?: readonly Placement[];
  /** Stop as soon as a place with this margin (mm) and every limit met is found, or none can be. */
  readonly enoughMm?: number;
  /** Bodies that can be changed: a proof rests on as few of them as it can. */
  readonly changeable?: ReadonlySet<string>;
}

export interface Progress {
  /** 0 to 1. */
  readonly share: number;
  readonly bestMm: number;
}

interface HeldBy {
  readonly part: string;
  readonly obstacle: string;
  readonly marginMm: number;
}

export interface FoundPlace {
  readonly placement: Placement;
  readonly minMarginMm: number;
  readonly tightestPart: string;
  readonly tightestObstacle: string;
  /** The gaps that hold it: two that push it opposite ways where there are such. */
  readonly heldBy: readonly HeldBy[];
  /** Limits that hold it or that are broken there, with their slack. */
  readonly limits: readonly { id: string; name: string; unit: 'mm' | 'deg'; slack: number }[];
  /** Ways in which the range itself holds it. */
  readonly atRangeEnd: readonly (typeof AXES)[number][];
  readonly limitsMet: boolean;
  /** No place in the range can have more margin than this with all limits met, mm. */
  readonly nothingAboveMm: number;
  /**
   * Where no place with `enoughMm` was found: the bodies that this rests on. Where it is proven, nothing else that is
   * changed will make it fit as long as none of them is; otherwise that is likely only.
   */
  readonly against?: { readonly bodies: readonly string[]; readonly proven: boolean };
  readonly evaluations: number;
}

/** A box of places, with the pairs that can still be the tightest in it. */
interface Cell {
  readonly low: Point;
  readonly high: Point;
  readonly centre: Evaluation;
  readonly pairs: Int32Array;
  /** No place inside has more margin than this, mm. */
  readonly aboveMm: number;
  /** The pairs each of which alone keeps every place inside below what is wanted. */
  readonly below: readonly number[];
}

const mid = (low: Point, high: Point): Point => low.map((v, k) => (v + high[k]!) / 2) as unknown as Point;

/** How far places in a box lie from its middle: mm and degrees. */
function halfOf(low: Point, high: Point): { mm: number; deg: number } {
  const h = low.map((v, k) => (high[k]! - v) / 2);
  return { mm: Math.hypot(h[0]!, h[1]!, h[2]!), deg: h[3]! + h[4]! };
}

function cellOf(evaluator: Evaluator, low: Point, high: Point, pairs: ArrayLike<number>, wantMm: number): Cell {
  const { mm, deg } = halfOf(low, high);
  const widest = Math.max(...Array.from(evaluator.swingPerDeg, (s) => mm + s * deg));
  const centre = evaluator.at(mid(low, high), pairs, 2 * widest);
  const { margins } = evaluator;
  let above = Infinity;
  const below: number[] = [];
  for (let i = 0; i < margins.count; i++) {
    if (margins.exact[i] === 0) continue;
    const most = margins.marginMm[i]! + evaluator.reach(evaluator.partOf(margins.pair[i]!), mm, deg);
    if (most < above) above = most;
    if (most < wantMm) below.push(margins.pair[i]!);
  }
  evaluator.problem.limits.forEach((limit, i) => {
    if (centre.slacks[i]! + limit.change(mm, deg) < 0) above = -Infinity;
  });
  // A pair that stays looser than the tightest throughout the box need not be asked inside it again. Tightest first.
  const kept: number[] = [];
  for (let i = 0; i < margins.count; i++) {
    if (margins.marginMm[i]! - evaluator.reach(evaluator.partOf(margins.pair[i]!), mm, deg) <= above) kept.push(i);
  }
  kept.sort((a, b) => margins.marginMm[a]! - margins.marginMm[b]!);
  return { low, high, centre, pairs: Int32Array.from(kept, (i) => margins.pair[i]!), aboveMm: above, below };
}

/** The way to halve a box: the one that swings or shifts the assembly most. */
function longest(evaluator: Evaluator, low: Point, high: Point): number {
  const swing = Math.max(...evaluator.swingPerDeg) * 0.6;
  let at = 0;
  let most = -1;
  for (let k = 0; k < AXES.length; k++) {
    const size = (high[k]! - low[k]!) * (k < 3 ? 1 : swing);
    if (size > most) {
      most = size;
      at = k;
    }
  }
  return at;
}

const far = (a: Point, b: Point) =>
  Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) + 8 * (Math.abs(a[3] - b[3]) + Math.abs(a[4] - b[4]));

/**
 * The place with the most margin in a range, limits met: boxes of places are halved, the most promising first, and
 * dropped when the margin at their middle and how fast margins can change (a solid moved by d changes no gap by more than
 * d) show that nothing better lies inside (Piyavskii, USSR Comp. Math. 12 (1972) 57–67); from the best middles `refine`
 * climbs. Yields now and then so that the caller may show progress or stop; returns the best found.
 * @throws InputError for no parts, no obstacles or a range from high to low.
 */
export function* searchPlacement(
  problem: PlacementProblem,
  { evaluations = 2500, starts = [], enoughMm = Infinity, changeable = new Set() }: SearchOptions = {},
): Generator<Progress, FoundPlace> {
  checkProblem(problem);
  const evaluator = new Evaluator(problem);
  const low = AXES.map((a) => problem.range[a][0]) as unknown as Point;
  const high = AXES.map((a) => problem.range[a][1]) as unknown as Point;
  let best = refine(evaluator, mid(low, high));
  const climbed: Point[] = [mid(low, high)];
  const consider = (e: Evaluation) => {
    if (worth(e) > worth(best)) best = e;
  };
  const enough = () => best.breachMm <= 1e-6 && best.leastMm >= enoughMm;
  for (const start of starts) {
    if (enough()) break;
    const p = within(problem.range, pointOf(start));
    climbed.push(p);
    consider(refine(evaluator, p));
  }
  yield { share: 0.02, bestMm: best.leastMm };
  const queue = new TinyQueue<Cell>([], (a, b) => b.aboveMm - a.aboveMm);
  const wantMm = enoughMm === Infinity ? -Infinity : enoughMm;
  queue.push(cellOf(evaluator, low, high, evaluator.allPairs, wantMm));
  // Middles worth climbing from, best first; only one of those that lie together.
  const hills = new TinyQueue<Evaluation>([], (a, b) => worth(b) - worth(a));
  let untilClimb = 60;
  let ticks = 0;
  // Nothing left can beat what is found, or reach what is wanted.
  const proven = (cell: Cell) =>
    (best.breachMm <= 1e-6 && cell.aboveMm <= best.leastMm + 0.05) || (enoughMm < Infinity && cell.aboveMm < enoughMm);
  while (queue.length > 0 && evaluator.evaluations < evaluations && !enough()) {
    const cell = queue.pop()!;
    if (proven(cell)) {
      queue.push(cell);
      break;
    }
    const k = longest(evaluator, cell.low, cell.high);
    const cut = (cell.low[k]! + cell.high[k]!) / 2;
    for (const upper of [false, true]) {
      const l = cell.low.map((v, j) => (j === k && upper ? cut : v)) as unknown as Point;
      const h = cell.high.map((v, j) => (j === k && !upper ? cut : v)) as unknown as Point;
      const child = cellOf(evaluator, l, h, cell.pairs, wantMm);
      if (child.aboveMm === -Infinity) continue;
      hills.push(child.centre);
      queue.push({ ...child, aboveMm: Math.min(child.aboveMm, cell.aboveMm) });
    }
    if (--untilClimb <= 0) {
      untilClimb = 120;
      // The first hill that no climb began near to.
      for (let tries = 0; tries < 40 && hills.length > 0; tries++) {
        const hill = hills.pop()!;
        if (climbed.some((p) => far(p, hill.point) < 25)) continue;
        climbed.push(hill.point);
        consider(refine(evaluator, hill.point));
        break;
      }
    }
    if (++ticks % 12 === 0) yield { share: Math.min(0.99, evaluator.evaluations / evaluations), bestMm: best.leastMm };
  }
  const left = queue.peek();
  if (!enough()) {
    // A last climb with a small step: the trust region of the first may have closed on a crease.
    consider(refine(evaluator, best.point, 3));
  }
  if (starts[0])
    best = settled(evaluator, best, within(problem.range, pointOf(starts[0])), enough() ? enoughMm : best.leastMm);
  const bound =
    left && !enough() ? Math.max(best.leastMm, left.aboveMm) : Math.max(best.leastMm, left?.aboveMm ?? -Infinity);
  const found = describe(evaluator, best, bound);
  if (enoughMm === Infinity || enough()) return found;
  const certain = left === undefined || left.aboveMm < wantMm;
  return { ...found, against: { bodies: reasons(evaluator, queue, changeable), proven: certain } };
}

/**
 * The place brought back towards where it was asked from, as far as that costs no margin: an assembly that is held only
 * from above and below need not also stand aside.
 */
function settled(evaluator: Evaluator, best: Evaluation, towards: Point, keepMm: number): Evaluation {
  let here = best;
  const keep = Math.min(keepMm, best.leastMm) - 1e-6;
  for (const k of [1, 4, 3, 0, 2]) {
    const there = towards[k]!;
    const at = (share: number) =>
      evaluator.at(here.point.map((v, j) => (j === k ? v + share * (there - v) : v)) as unknown as Point);
    const good = (e: Evaluation) => e.leastMm >= keep && e.breachMm <= here.breachMm + 1e-9;
    let low = 0;
    let high = 1;
    let kept = here;
    const whole = at(1);
    if (good(whole)) {
      here = whole;
      continue;
    }
    for (let round = 0; round < 8; round++) {
      const middle = at((low + high) / 2);
      if (good(middle)) {
        low = (low + high) / 2;
        kept = middle;
      } else high = (low + high) / 2;
    }
    here = kept;
  }
  return here;
}

/**
 * The bodies that keep an assembly out: for each box of places one pair that rules it out, as few changeable bodies as
 * will do; where nothing rules a box out yet, the tightest pair at its middle.
 */
function reasons(evaluator: Evaluator, queue: TinyQueue<Cell>, changeable: ReadonlySet<string>): string[] {
  const { problem } = evaluator;
  const bodies = (pair: number) => [
    problem.parts[evaluator.partOf(pair)]!.id,
    problem.obstacles[evaluator.obstacleOf(pair)]!.id,
  ];
  const rests = new Set<string>();
  const fresh = (pair: number) => bodies(pair).filter((id) => changeable.has(id) && !rests.has(id)).length;
  const cells: Cell[] = [];
  for (let cell = queue.pop(); cell; cell = queue.pop()) cells.push(cell);
  // Boxes with the fewest reasons leave the least choice, so they choose first.
  cells.sort((a, b) => a.below.length - b.below.length);
  for (const { below, centre } of cells) {
    const pair = below.length > 0 ? below.reduce((a, b) => (fresh(b) < fresh(a) ? b : a)) : centre.tightest;
    for (const id of bodies(pair)) rests.add(id);
  }
  return [...rests];
}

/** A place told in full: margin, tightest pair, what holds it. */
export function describe(evaluator: Evaluator, best: Evaluation, nothingAboveMm: number): FoundPlace {
  const { problem } = evaluator;
  const name = (pair: number) => ({
    part: problem.parts[evaluator.partOf(pair)]!.id,
    obstacle: problem.obstacles[evaluator.obstacleOf(pair)]!.id,
  });
  const whole = evaluator.at(best.point, evaluator.allPairs, 2);
  const margins = evaluator.keptMargins();
  const holding: Holding[] = [];
  for (let i = 0; i < margins.count; i++) {
    if (margins.exact[i] === 1 && margins.marginMm[i]! <= whole.leastMm + 1)
      holding.push({ pair: margins.pair[i]!, marginMm: margins.marginMm[i]! });
  }
  return {
    placement: placementAt(problem, best.point),
    minMarginMm: whole.leastMm,
    tightestPart: name(whole.tightest).part,
    tightestObstacle: name(whole.tightest).obstacle,
    heldBy: opposed(evaluator, best.point, holding).map((p) => ({ ...name(p.pair), marginMm: p.marginMm })),
    limits: problem.limits.map((l, i) => ({ id: l.id, name: l.name, unit: l.unit, slack: whole.slacks[i]! })),
    atRangeEnd: AXES.filter((axis, k) => {
      const [a, b] = problem.range[axis];
      return b - a > 1e-9 && (best.point[k]! - a < 1e-3 || b - best.point[k]! < 1e-3);
    }),
    limitsMet: whole.breachMm <= 1e-4,
    nothingAboveMm,
    evaluations: evaluator.evaluations,
  };
}

interface Holding {
  readonly pair: number;
  readonly marginMm: number;
}

/** Of the pairs that hold an assembly, the two that push it most nearly opposite ways; the tightest alone where none do. */
function opposed(evaluator: Evaluator, point: Point, holding: readonly Holding[]): Holding[] {
  const sorted = [...holding].sort((a, b) => a.marginMm - b.marginMm);
  const slopes = sorted.map((p) => {
    const s = pairSlope(evaluator, point, p.pair);
    // A degree counts by how far it shifts something a third of a metre away.
    const scaled = [s[0]!, s[1]!, s[2]!, s[3]! / 6, s[4]! / 6];
    const size = Math.hypot(...scaled) || 1;
    return scaled.map((v) => v / size);
  });
  let pair: Holding[] = sorted.slice(0, 1);
  let least = -0.1;
  for (let i = 0; i < sorted.length; i++) {
    for (let j = i + 1; j < sorted.length; j++) {
      const cosine = slopes[i]!.reduce((s, v, k) => s + v * slopes[j]![k]!, 0);
      if (cosine < least) {
        least = cosine;
        pair = [sorted[i]!, sorted[j]!];
      }
    }
  }
  return pair;
}

/** A search run to its end. */
export function foundPlacement(problem: PlacementProblem, options?: SearchOptions): FoundPlace {
  const run = searchPlacement(problem, options);
  for (;;) {
    const next = run.next();
    if (next.done) return next.value;
  }
}
