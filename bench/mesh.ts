import { signedDistance, type Convex } from '@sable/core/geometry';
import Module from 'manifold-3d';
import { generated } from './placement.ts';
import { round, summary, timed } from './measure.ts';

/** Pairs at least so far apart are compared; where solids touch, a mesh library has no gap to tell. mm */
const APART_MM = 0.2;
const LOOK_MM = 400;

/** Distance queries of core against those of a general mesh library, on the same solids: the same answers, and the ratio of speed. */
export async function meshBench() {
  const wasm = await Module();
  wasm.setup();
  const corners = (c: Convex) => {
    const list: [number, number, number][] = [];
    for (let i = 0; i < c.vertices.length; i += 3) list.push([c.vertices[i]!, c.vertices[i + 1]!, c.vertices[i + 2]!]);
    return list;
  };
  const pairs = [11, 12, 13].flatMap((seed) => {
    const { parts, obstacles } = generated(seed, 12, 16);
    return parts.flatMap((p) => obstacles.map((o) => [p.convex, o.convex] as const));
  });
  const near = pairs.filter(([a, b]) => {
    const d = signedDistance(a, b).signedDistanceMm;
    return d > APART_MM && d < LOOK_MM - 1;
  });
  const solids = new Map<Convex, InstanceType<typeof wasm.Manifold>>();
  for (const convex of new Set(near.flat())) solids.set(convex, wasm.Manifold.hull(corners(convex)));
  let worst = 0;
  for (const [a, b] of near) {
    const theirs = solids.get(a)!.minGap(solids.get(b)!, LOOK_MM);
    worst = Math.max(worst, Math.abs(theirs - signedDistance(a, b).signedDistanceMm));
  }
  let sink = 0;
  const ours = summary(
    timed(12, 3, () => near.forEach(([a, b]) => (sink += signedDistance(a, b).signedDistanceMm))),
  ).p50Ms;
  const theirs = summary(
    timed(5, 1, () => near.forEach(([a, b]) => (sink += solids.get(a)!.minGap(solids.get(b)!, LOOK_MM)))),
  ).p50Ms;
  for (const solid of solids.values()) solid.delete();
  return {
    pairs: near.length,
    worstDifferenceMm: round(worst, 4),
    oursPerSecond: Math.round((near.length * 1000) / ours),
    meshLibraryPerSecond: Math.round((near.length * 1000) / theirs),
    timesFaster: round(theirs / ours, 1),
    checksum: Number.isFinite(sink),
  };
}
