import { readFileSync } from 'node:fs';
import path from 'node:path';
import { resolveSubject, settingOf, type Build, type Engine, type Gearbox, type Library, type Part } from '@sable/core';
import { convexOf, type Convex } from '@sable/core/geometry';
import {
  AXES,
  Evaluator,
  foundPlacement,
  problemFor,
  rangeAround,
  type Body,
  type PlacementProblem,
  type Point,
} from '@sable/core/solvers/placement';
import { searchFitRecipes } from '@sable/core/solvers/recipe';
import { round, summary, timed } from './measure.ts';
import { seeded } from '@sable/core/units';

const STEP: readonly number[] = [5, 5, 5, 0.5, 0.5];

/**
 * The best place on a grid of 5 mm and 0.5°: every point of it is either asked or lies in a block whose middle shows that
 * no point of the block beats the best so far, because a solid that moves by d changes no gap by more than d.
 */
function bestOnGrid(problem: PlacementProblem): { bestMm: number; asked: number; points: number } {
  const evaluator = new Evaluator(problem);
  const count = AXES.map(
    (axis, k) => Math.floor((problem.range[axis][1] - problem.range[axis][0]) / STEP[k]! + 1e-9) + 1,
  );
  const point = (at: readonly number[]) =>
    AXES.map((axis, k) => problem.range[axis][0] + at[k]! * STEP[k]!) as unknown as Point;
  let best = -Infinity;
  const visit = (low: readonly number[], high: readonly number[]): void => {
    const middle = low.map((v, k) => (v + high[k]!) >> 1);
    const e = evaluator.at(point(middle));
    if (e.breachMm <= 1e-9 && e.leastMm > best) best = e.leastMm;
    if (low.every((v, k) => v === high[k]!)) return;
    const half = low.map((v, k) => Math.max(high[k]! - middle[k]!, middle[k]! - v) * STEP[k]!);
    const mm = Math.hypot(half[0]!, half[1]!, half[2]!);
    const deg = half[3]! + half[4]!;
    let above = Infinity;
    for (let i = 0; i < evaluator.margins.count; i++) {
      const part = evaluator.partOf(evaluator.margins.pair[i]!);
      above = Math.min(
        above,
        evaluator.margins.marginMm[i]! + evaluator.reach(part, mm, deg) + (evaluator.margins.exact[i] ? 0 : Infinity),
      );
    }
    if (above <= best) return;
    if (problem.limits.some((l, i) => e.slacks[i]! + l.change(mm, deg) < 0)) return;
    const k = half.reduce((a, h, i) => (h * (i < 3 ? 1 : 6) > half[a]! * (a < 3 ? 1 : 6) ? i : a), 0);
    const cut = (low[k]! + high[k]!) >> 1;
    const lower = [low, high.map((v, i) => (i === k ? cut : v))] as const;
    const upper = [low.map((v, i) => (i === k ? cut + 1 : v)), high] as const;
    visit(...lower);
    visit(...upper);
  };
  visit(
    count.map(() => 0),
    count.map((n) => n - 1),
  );
  return { bestMm: best, asked: evaluator.evaluations, points: count.reduce((a, b) => a * b, 1) };
}

/** A made-up powertrain in a made-up bay: boxes, bars and turned boxes inside, walls and lumps around. */
export function generated(seed: number, parts: number, obstacles: number): PlacementProblem {
  const next = seeded(seed);
  const about = (middle: number, spread: number) => middle + (next() - 0.5) * 2 * spread;
  const body = (id: string, convex: Convex): Body => ({ id, name: id, convex });
  const inside = Array.from({ length: parts }, (_, i) => {
    const centre: [number, number, number] = [about(60, 380), about(0, 130), about(60, 170)];
    if (i % 4 === 3) {
      const to: [number, number, number] = [centre[0] + about(0, 160), centre[1] + about(0, 40), centre[2] + 30];
      return body(`part-${i}`, convexOf({ kind: 'cylinder', fromMm: centre, toMm: to, radiusMm: about(45, 20) }));
    }
    const turnDeg: [number, number, number] = i % 3 === 0 ? [0, 0, 0] : [about(0, 15), about(0, 15), about(0, 15)];
    return body(
      `part-${i}`,
      convexOf({ kind: 'box', centreMm: centre, sizeMm: [about(170, 90), about(130, 60), about(130, 60)], turnDeg }),
    );
  });
  const around = Array.from({ length: obstacles }, (_, i) => {
    const side = i % 6;
    const away = about(i < 6 ? -10 : 40, 35);
    const at: [number, number, number] =
      side === 0
        ? [-560 - away, about(0, 160), about(300, 150)]
        : side === 1
          ? [580 + away, about(0, 160), about(300, 150)]
          : side < 4
            ? [about(60, 420), (side === 2 ? 1 : -1) * (270 + away), about(300, 170)]
            : [about(60, 420), about(0, 160), side === 4 ? 620 + away : 60 - away];
    const turnDeg: [number, number, number] = i % 2 === 0 ? [0, 0, 0] : [about(0, 20), about(0, 20), about(0, 20)];
    const size: [number, number, number] = [about(140, 90), about(110, 70), about(110, 70)];
    return body(`obstacle-${i}`, convexOf({ kind: 'box', centreMm: at, sizeMm: size, turnDeg }));
  });
  return {
    parts: inside,
    obstacles: around,
    requiredMm: Float64Array.from({ length: parts * obstacles }, () => about(28, 8)),
    range: { xMm: [-60, 60], yMm: [-30, 30], zMm: [240, 320], pitchDeg: [-2, 2], cantDeg: [0, 0] },
    yawDeg: 0,
    limits: [],
  };
}

const demo = path.resolve(import.meta.dirname, '../server/src/demo');
const read = <T>(name: string): T => JSON.parse(readFileSync(path.join(demo, `${name}.json`), 'utf8')) as T;

const demoLibrary = (): Library => ({
  engines: read<Engine[]>('engines'),
  gearboxes: read<Gearbox[]>('gearboxes'),
  parts: read<Part[]>('parts'),
});

/** How long the recipes of the blocked candidates of the first demo bay take, s. */
function recipeTimes() {
  const library = demoLibrary();
  const build = read<Build>(DEMO_BAYS[0]!);
  return ['a', 'b', 'e'].map((id) => {
    const { subject } = resolveSubject(
      settingOf(build),
      build.candidates.find((c) => c.id === id)!,
      library,
    );
    const began = performance.now();
    const run = searchFitRecipes(subject!, rangeAround(subject!.candidate.placement));
    let next = run.next();
    while (!next.done) next = run.next();
    return {
      candidate: id,
      found: next.value.recipes.map((r) => r.cost),
      seconds: round((performance.now() - began) / 1000, 1),
    };
  });
}

function demoProblems(): { name: string; problem: PlacementProblem }[] {
  const library = demoLibrary();
  return DEMO_BAYS.flatMap((file) => {
    const build = read<Build>(file);
    return build.candidates.slice(0, file === DEMO_BAYS[0] ? 4 : 1).flatMap((candidate) => {
      const { subject } = resolveSubject(settingOf(build), candidate, library);
      if (!subject) return [];
      return [
        { name: `${build.name}, ${candidate.letter}`, problem: problemFor(subject, rangeAround(candidate.placement)) },
      ];
    });
  });
}
const DEMO_BAYS = ['build-glider-tug', 'build-ice-racer', 'build-forestry-pickup'];

/** The search against the whole grid, and how long it takes on a full-sized powertrain. */
export function placementBench() {
  const cases = [
    ...demoProblems(),
    ...Array.from({ length: 20 }, (_, i) => ({ name: `generated ${i + 1}`, problem: generated(7000 + i, 8, 12) })),
  ];
  const against = cases.map(({ name, problem }) => {
    const began = performance.now();
    const found = foundPlacement(problem);
    const searched = performance.now();
    const grid = bestOnGrid(problem);
    const done = performance.now();
    return {
      name,
      searchMm: round(found.minMarginMm),
      gridMm: round(grid.bestMm),
      worseByMm: round(Math.max(0, grid.bestMm - found.minMarginMm)),
      limitsMet: found.limitsMet,
      searchMs: round(searched - began, 0),
      gridMs: round(done - searched, 0),
      gridAsked: grid.asked,
      gridPoints: grid.points,
    };
  });
  const recipes = recipeTimes();
  const full = generated(4711, 24, 30);
  const runs = timed(7, 2, () => void foundPlacement(full));
  return {
    worstBehindGridMm: Math.max(...against.map((a) => a.worseByMm)),
    longestGridS: round(Math.max(...against.map((a) => a.gridMs)) / 1000, 1),
    recipes,
    full24x30: { ...summary(runs), fastestMs: round(Math.min(...runs), 0) },
    cases: against,
  };
}
