import TinyQueue from 'tinyqueue';
import { bayOf, solidsWithEngine } from '../../questions/fit/index.ts';
import type { Placement, Subject } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';
import { Evaluator } from './evaluate.ts';
import { placementAt, pointOf, type PlacementProblem, type Point } from './problem.ts';
import type { Progress } from './search.ts';

export type Side = 'above' | 'below';

export interface InstallationPath {
  readonly from: Side;
  /** False where no way was found on which nothing touches. */
  readonly clear: boolean;
  /** From outside to the seat. */
  readonly path: readonly Placement[];
  /** Least gap at each place of the path, mm, nothing added for movement. */
  readonly gapsMm: readonly number[];
  readonly tightest: { readonly at: number; readonly gapMm: number; readonly part: string; readonly obstacle: string };
  /** Names of what has to be off the car meanwhile. */
  readonly takenOff: readonly string[];
  readonly steepestDeg: number;
  readonly asked: number;
}

export interface InstallOptions {
  /** The hoist can tilt the assembly so far nose up from where it sits, degrees. */
  readonly mostTiltDeg?: number;
  /** Nose down so far. */
  readonly mostNoseDownDeg?: number;
  readonly foreMm?: number;
  readonly aftMm?: number;
}

const STEP_X_MM = 20;
const STEP_Z_MM = 15;
const STEP_DEG = 1.5;
/** Between two places of the net the assembly is looked at so often more. */
const BETWEEN = 6;
const MOST_NODES = 30_000;
const AT_ORIGIN: Placement = { xMm: 0, yMm: 0, zMm: 0, yawDeg: 0, pitchDeg: 0, cantDeg: 0 };

/**
 * The widest way from outside to the seat: on a net of fore-and-aft, height and tilt the way whose tightest place is the
 * least tight (a bottleneck path: Dijkstra's order with the minimum in place of the sum), looked at again between the
 * places of the net. What comes off the car for the lift is left out. Gaps are bare: nothing is added for movement.
 * @throws InputError when the bay has not been measured.
 */
export function* searchInstall(
  subject: Subject,
  from: Side,
  { mostTiltDeg = 36, mostNoseDownDeg = 6, foreMm = 400, aftMm = 200 }: InstallOptions = {},
): Generator<Progress, InstallationPath> {
  const { chassis, candidate } = subject;
  if (!chassis || chassis.obstacles.length === 0)
    throw new InputError('/chassis/obstacles', 'Engine bay not measured.');
  const skip = (role: string) => role === 'reach zone' || role === 'ground line';
  const bodies = bayOf(chassis.obstacles, candidate, subject.parts).filter((b) => !skip(b.obstacle.role));
  const staying = bodies.filter((b) => !b.obstacle.comesOut);
  const solids = solidsWithEngine(subject, AT_ORIGIN);
  const problem: PlacementProblem = {
    parts: solids.map(({ solid, convex }) => ({ id: solid.id, name: solid.name, convex })),
    obstacles: staying.map(({ obstacle, convex }) => ({ id: obstacle.id, name: obstacle.name, convex })),
    requiredMm: new Float64Array(solids.length * staying.length),
    range: { xMm: [0, 0], yMm: [0, 0], zMm: [0, 0], pitchDeg: [0, 0], cantDeg: [0, 0] },
    yawDeg: candidate.placement.yawDeg,
    limits: [],
  };
  const evaluator = new Evaluator(problem);
  const seat = pointOf(candidate.placement);
  const up = from === 'above' ? 1 : -1;
  const point = (x: number, z: number, t: number): Point => [
    seat[0] + x * STEP_X_MM,
    seat[1],
    seat[2] + up * z * STEP_Z_MM,
    seat[3] + t * STEP_DEG,
    seat[4],
  ];
  const edge = staying.reduce(
    (most, { convex }) => (up > 0 ? Math.max(most, convex.bounds[5]!) : Math.min(most, convex.bounds[2]!)),
    up > 0 ? -Infinity : Infinity,
  );
  const clearOf = new Float64Array(2);
  /** Outside: the whole assembly past everything that stays in the bay. */
  const outside = (p: Point): boolean => {
    extent(evaluator, p, clearOf);
    return up > 0 ? clearOf[0]! > edge : clearOf[1]! < edge;
  };
  interface Node {
    readonly x: number;
    readonly z: number;
    readonly t: number;
    readonly widest: number;
    readonly back: Node | undefined;
  }
  const key = (x: number, z: number, t: number) => ((z + 4) * 400 + (x + 200)) * 400 + (t + 200);
  const gaps = new Map<number, number>();
  const gapAt = (x: number, z: number, t: number): number => {
    const k = key(x, z, t);
    let gap = gaps.get(k);
    if (gap === undefined) {
      gap = evaluator.at(point(x, z, t)).leastMm;
      gaps.set(k, gap);
    }
    return gap;
  };
  const done = new Set<number>();
  // Widest first; of equally wide ones the one farther out, so that open air is crossed straight.
  const queue = new TinyQueue<Node>([], (a, b) => b.widest - a.widest || b.z - a.z);
  queue.push({ x: 0, z: 0, t: 0, widest: Math.min(OPEN_MM, gapAt(0, 0, 0)), back: undefined });
  let last: Node | undefined;
  let highest = 0;
  while (queue.length > 0 && done.size < MOST_NODES) {
    const node = queue.pop()!;
    const k = key(node.x, node.z, node.t);
    if (done.has(k)) continue;
    done.add(k);
    highest = Math.max(highest, node.z);
    if (outside(point(node.x, node.z, node.t))) {
      last = node;
      break;
    }
    for (const [dx, dz, dt] of WAYS) {
      const x = node.x + dx;
      const z = node.z + dz;
      const t = node.t + dt;
      const along = x * STEP_X_MM;
      const tilt = t * STEP_DEG;
      if (
        z < 0 ||
        z * STEP_Z_MM > 2500 ||
        along > foreMm ||
        along < -aftMm ||
        tilt > mostTiltDeg ||
        tilt < -mostNoseDownDeg
      )
        continue;
      if (done.has(key(x, z, t))) continue;
      queue.push({ x, z, t, widest: Math.min(node.widest, gapAt(x, z, t)), back: node });
    }
    if (done.size % 40 === 0) yield { share: Math.min(0.95, done.size / 8000), bestMm: node.widest };
  }
  const nodes: Node[] = [];
  for (let node = last; node; node = node.back) nodes.push(node);
  const path: Point[] = [];
  nodes.forEach((node, i) => {
    const next = nodes[i + 1];
    const a = point(node.x, node.z, node.t);
    const b = next && point(next.x, next.z, next.t);
    for (let s = 0; s < (b ? BETWEEN : 1); s++)
      path.push((b ? a.map((v, j) => v + ((b[j]! - v) * s) / BETWEEN) : a) as unknown as Point);
  });
  if (path.length === 0) path.push(seat);
  let tightest = { at: 0, gapMm: Infinity, part: '', obstacle: '' };
  const gapsMm = path.map((p, at) => {
    const e = evaluator.at(p);
    if (e.leastMm < tightest.gapMm && e.tightest >= 0)
      tightest = {
        at,
        gapMm: e.leastMm,
        part: problem.parts[evaluator.partOf(e.tightest)]!.name,
        obstacle: problem.obstacles[evaluator.obstacleOf(e.tightest)]!.name,
      };
    return e.leastMm;
  });
  return {
    from,
    clear: last !== undefined && tightest.gapMm > 0,
    path: path.map((p) => placementAt(problem, p)),
    gapsMm,
    tightest,
    takenOff: bodies.filter((b) => b.obstacle.comesOut).map((b) => b.obstacle.name),
    steepestDeg: path.reduce((most, p) => Math.max(most, p[3]), -Infinity),
    asked: evaluator.evaluations,
  };
}

/** More air than this is all the same, mm: then the shortest way out is taken, not the widest. */
const OPEN_MM = 40;
const WAYS = [
  [0, 1, 0],
  [1, 0, 0],
  [-1, 0, 0],
  [0, 0, 1],
  [0, 0, -1],
  [1, 1, 0],
  [-1, 1, 0],
  [0, 1, 1],
  [0, 1, -1],
  [0, -1, 0],
  [1, 0, 1],
  [-1, 0, 1],
  [1, 0, -1],
  [-1, 0, -1],
] as const;

/** Lowest and highest point of the assembly at a place, mm. */
function extent(evaluator: Evaluator, p: Point, out: Float64Array): void {
  const { problem } = evaluator;
  out[0] = Infinity;
  out[1] = -Infinity;
  const pitch = (p[3] * Math.PI) / 180;
  const cant = (p[4] * Math.PI) / 180;
  for (const { convex } of problem.parts) {
    const v = convex.vertices;
    for (let i = 0; i < v.length; i += 3) {
      // Height of a point turned by cant, then nose up; yaw changes none.
      const z =
        p[2] + Math.sin(pitch) * v[i]! + Math.cos(pitch) * (Math.sin(cant) * v[i + 1]! + Math.cos(cant) * v[i + 2]!);
      if (z < out[0]) out[0] = z;
      if (z > out[1]) out[1] = z;
    }
  }
}
