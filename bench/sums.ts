import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Build, Engine, Gearbox, Library, Part } from '@sable/core';
import { boundsGapSquared, convexOf, signedDistance, type Convex } from '@sable/core/geometry';
import { bundledCore } from './bundled.ts';
import { round, summary, timed } from './measure.ts';
import { drawTotals } from '@sable/core/solvers/moneyDraws';
import { seeded } from '@sable/core/units';

const demo = path.resolve(import.meta.dirname, '../server/src/demo');
const read = <T>(name: string): T => JSON.parse(readFileSync(path.join(demo, `${name}.json`), 'utf8')) as T;

/** assess() of one candidate and of the line-up, in core as it ships. */
export async function assessBench() {
  const { assess, assessAll } = await bundledCore(path.resolve(import.meta.dirname, '..'));
  const library: Library = {
    engines: read<Engine[]>('engines'),
    gearboxes: read<Gearbox[]>('gearboxes'),
    parts: read<Part[]>('parts'),
  };
  const build = read<Build>('build-glider-tug');
  const one = build.candidates[2]!;
  const single = summary(timed(300, 200, () => void assess(build, one, library)));
  const all = summary(timed(100, 20, () => void assessAll(build, library)));
  return {
    oneCandidate: single,
    lineup: { ...all, candidates: build.candidates.length },
  };
}

/** Exact pair queries on turned 8-vertex boxes: those whose bounding boxes overlap, and those that boxes tell apart. */
export function clearanceBench() {
  const next = seeded(20260101);
  const box = (reach: number): Convex =>
    convexOf({
      kind: 'box',
      centreMm: [next() * reach, next() * reach, next() * reach],
      sizeMm: [40 + next() * 160, 40 + next() * 160, 40 + next() * 160],
      turnDeg: [next() * 360, next() * 360, next() * 360],
    });
  const overlapping: [Convex, Convex][] = [];
  const apart: [Convex, Convex][] = [];
  while (overlapping.length < 4000 || apart.length < 4000) {
    const pair: [Convex, Convex] = [box(260), box(260)];
    const list = boundsGapSquared(...pair) === 0 ? overlapping : apart;
    if (list.length < 4000) list.push(pair);
  }
  let sunk = 0;
  for (const [a, b] of overlapping) if (signedDistance(a, b).signedDistanceMm < 0) sunk++;
  let sink = 0;
  const rate = (pairs: [Convex, Convex][], query: (a: Convex, b: Convex) => number) => {
    const run = () => {
      for (const [a, b] of pairs) sink += query(a, b);
    };
    const samples = timed(40, 10, run);
    return Math.round((pairs.length * 1000) / summary(samples).p50Ms);
  };
  const exact = rate(overlapping, (a, b) => signedDistance(a, b).signedDistanceMm);
  const rejected = rate(apart, (a, b) => boundsGapSquared(a, b));
  return {
    exactPerSecond: exact,
    shareSunk: round(sunk / overlapping.length, 2),
    rejectedByBoundsPerSecond: rejected,
    boundsToExactRatio: round(rejected / exact, 1),
    checksum: Number.isFinite(sink),
  };
}

/** 10,000 draws of a bill of 150 lines in eight classes, a third of them with hours. */
export function moneyBench() {
  const lines = Array.from({ length: 150 }, (_, i) => ({
    id: `l${i}`,
    price: { low: 50 + i, likely: 100 + 1.3 * i, high: 300 + 2 * i },
    class: `c${i % 8}`,
    ...(i % 3 === 0 ? { hours: { low: 1, likely: 2, high: 4 + i / 50 } } : {}),
  }));
  return summary(timed(20, 3, () => void drawTotals({ lines, hourlyRate: 50, budget: 45_000 })));
}
