import solver from 'javascript-lp-solver';
import { aboutY, aboutZ, cross, dot, multiply, times, turn, type Convex, type V3 } from '../../geometry/index.ts';
import { worth, type Evaluation, type Evaluator } from './evaluate.ts';
import { AXES, placementAt, poseAt, within, type Axis, type Point } from './problem.ts';

const DEG = Math.PI / 180;
/** A degree of pitch or cant is stepped like so many mm. */
const DEG_AS_MM = 8;
const FIRST_STEP_MM = 12;
const LEAST_STEP_MM = 0.01;
const MOST_ROUNDS = 40;

/** One straight bound on the margin near a place: margin ≤ at + slope·step. */
interface Row {
  readonly pair: number;
  readonly atMm: number;
  readonly slope: readonly number[];
}

/** Rate of margin by x, y, z (mm/mm), pitch and cant (mm/degree) for a contact at `at` whose way out is `out`. */
function slopeOf(evaluator: Evaluator, point: Point, at: V3, out: V3): number[] {
  const { yawDeg } = evaluator.problem;
  const arm: V3 = [at[0] - point[0], at[1] - point[1], at[2] - point[2]];
  const pitchAxis = turn(aboutZ(yawDeg), [0, -1, 0]);
  const cantAxis = turn(multiply(aboutZ(yawDeg), aboutY(-point[3])), [1, 0, 0]);
  return [
    out[0],
    out[1],
    out[2],
    dot(out, times(cross(pitchAxis, arm), DEG)),
    dot(out, times(cross(cantAxis, arm), DEG)),
  ];
}

/** Corners of a solid that lie within `depth` of its support along a direction, with how far behind each lies. */
function nearSupport(solid: Convex, way: V3, depth: number): { at: V3; behind: number }[] {
  const v = solid.vertices;
  let most = -Infinity;
  for (let i = 0; i < v.length; i += 3) most = Math.max(most, v[i]! * way[0] + v[i + 1]! * way[1] + v[i + 2]! * way[2]);
  const found: { at: V3; behind: number }[] = [];
  for (let i = 0; i < v.length; i += 3) {
    const behind = most - (v[i]! * way[0] + v[i + 1]! * way[1] + v[i + 2]! * way[2]);
    if (behind <= depth) found.push({ at: [v[i]!, v[i + 1]!, v[i + 2]!], behind });
  }
  return found;
}

/** The straight bounds of one pair near a place. A face against a solid gives one for each corner that may touch it. */
function rowsOf(evaluator: Evaluator, point: Point, pair: number, depth: number): Row[] {
  const c = evaluator.contact(point, pair);
  const back: V3 = [-c.out[0], -c.out[1], -c.out[2]];
  const flat = 0.05;
  const faceOfBody = nearSupport(c.body, c.out, flat).length >= 3;
  const faceOfPart = nearSupport(c.part, back, flat).length >= 3;
  const touching = faceOfBody
    ? nearSupport(c.part, back, depth)
    : faceOfPart
      ? nearSupport(c.body, c.out, depth)
      : [{ at: c.onPart, behind: 0 }];
  return touching.map(({ at, behind }) => ({
    pair,
    atMm: c.marginMm + behind,
    slope: slopeOf(evaluator, point, at, c.out),
  }));
}

interface Step {
  readonly step: readonly number[];
  readonly promisedMm: number;
}

/** The step inside the trust region that the straight bounds promise most for: a linear programme. */
function bestStep(
  rows: readonly Row[],
  limits: readonly { slackMm: number; slope: readonly number[] }[],
  low: readonly number[],
  high: readonly number[],
): Step | undefined {
  const free = AXES.map((_, k) => k).filter((k) => high[k]! - low[k]! > 1e-12);
  // Everything is kept at nought or above, as the solver has it: steps from the low end, margin and breach from `far`.
  const far = 4000;
  const constraints: Record<string, { max: number }> = {};
  const variables: Record<string, Record<string, number>> = {
    margin: { worth: 1 },
    breach: { worth: -20 },
  };
  for (const k of free) {
    variables[`step${k}`] = { [`span${k}`]: 1 };
    constraints[`span${k}`] = { max: high[k]! - low[k]! };
  }
  const put = (name: string, slope: readonly number[], at: number, of: 'margin' | 'breach') => {
    let bound = at;
    for (const k of free) {
      bound += slope[k]! * low[k]!;
      variables[`step${k}`]![name] = -slope[k]!;
    }
    variables[of]![name] = of === 'margin' ? 1 : -1;
    constraints[name] = { max: of === 'margin' ? bound + far : bound };
  };
  rows.forEach((r, i) => put(`row${i}`, r.slope, r.atMm, 'margin'));
  limits.forEach((l, i) => put(`limit${i}`, l.slope, l.slackMm, 'breach'));
  const solved: unknown = solver.Solve({
    optimize: 'worth',
    opType: 'max',
    constraints,
    variables,
    // It costs more than it saves on rows as few as these.
    options: { presolve: false },
  });
  const answer = solved as Record<string, number | boolean | undefined>;
  if (answer['feasible'] !== true) return undefined;
  const value = (name: string) => (answer[name] as number | undefined) ?? 0;
  const step = AXES.map((_, k) => (free.includes(k) ? low[k]! + value(`step${k}`) : 0));
  return { step, promisedMm: value('margin') - far - 20 * value('breach') };
}

/** Slopes of the limits by differences; they are smooth and cheap. */
function limitSlopes(evaluator: Evaluator, e: Evaluation): { slackMm: number; slope: number[] }[] {
  const { problem } = evaluator;
  return problem.limits.map((limit, i) => {
    const scale = limit.mmPerUnit;
    const slope = AXES.map((axis: Axis, k) => {
      if (problem.range[axis][1] - problem.range[axis][0] < 1e-12) return 0;
      const h = 1e-4;
      const shifted = e.point.map((v, j) => (j === k ? v + h : v)) as unknown as Point;
      return ((limit.slack(placementAt(problem, shifted), poseAt(problem, shifted)) - e.slacks[i]!) / h) * scale;
    });
    return { slackMm: e.slacks[i]! * scale, slope };
  });
}

/**
 * Climbs from a place to the best place near it: margins and limits made straight there, the best step of a linear
 * programme taken inside a trust region that shrinks when the promise is not kept (sequential linear programming:
 * Palacios-Gomez, Lasdon, Engquist, Management Science 28 (1982) 1106–1120, for a max-min aim).
 */
export function refine(evaluator: Evaluator, from: Point, firstStepMm = FIRST_STEP_MM): Evaluation {
  const { problem } = evaluator;
  let trust = firstStepMm;
  let here = evaluator.at(within(problem.range, from), evaluator.allPairs, 4 * trust + 20);
  let margins = evaluator.keptMargins();
  for (let round = 0; round < MOST_ROUNDS && trust > LEAST_STEP_MM; round++) {
    const deg = trust / DEG_AS_MM;
    const rows: Row[] = [];
    for (let i = 0; i < margins.count; i++) {
      const part = evaluator.partOf(margins.pair[i]!);
      if (margins.marginMm[i]! > here.leastMm + 2 * evaluator.reach(part, trust * Math.sqrt(3), deg)) continue;
      rows.push(...rowsOf(evaluator, here.point, margins.pair[i]!, 2 * evaluator.reach(part, 0, deg) + 0.05));
    }
    const low = AXES.map((axis, k) => Math.max(problem.range[axis][0] - here.point[k]!, k < 3 ? -trust : -deg));
    const high = AXES.map((axis, k) => Math.min(problem.range[axis][1] - here.point[k]!, k < 3 ? trust : deg));
    const step = bestStep(rows, limitSlopes(evaluator, here), low, high);
    if (!step) break;
    const promised = step.promisedMm - worth(here);
    if (promised < 1e-4) {
      if (trust < 0.2) break;
      trust /= 4;
      continue;
    }
    const next = within(problem.range, here.point.map((v, k) => v + step.step[k]!) as unknown as Point);
    const there = evaluator.at(next, evaluator.allPairs, 4 * trust + 20);
    const gained = worth(there) - worth(here);
    if (gained > 1e-9) margins = evaluator.keptMargins();
    if (gained > 0.1 * promised) {
      here = there;
      if (gained > 0.7 * promised) trust = Math.min(trust * 1.6, 40);
    } else {
      if (gained > 1e-9) here = there;
      trust /= 3;
    }
  }
  return here;
}

/** Slope of the margin of one pair at a place, for telling from which side it holds the assembly. */
export function pairSlope(evaluator: Evaluator, point: Point, pair: number): number[] {
  const c = evaluator.contact(point, pair);
  return slopeOf(evaluator, point, c.onPart, c.out);
}
