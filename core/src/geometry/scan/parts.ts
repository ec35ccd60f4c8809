import type { ScanMesh } from './mesh.ts';
import type { Triangles } from './cut.ts';

/** Corners nearer than this are one when bodies are told apart, mm. */
const WELD_MM = 0.05;
/** More bodies than this are crumbs of a scan: it is then cut as a whole. */
const MOST_BODIES = 24;
/** A body shorter than this share of the whole belongs to what is next to it. */
const CRUMB = 0.04;

interface Body {
  readonly triangles: number[];
  readonly low: [number, number, number];
  readonly high: [number, number, number];
}

/**
 * The bodies that a scan holds apart: triangles that share a side belong together. Crumbs go with the body that they are nearest to, so that
 * nothing is lost. One body where there are none, or too many to be meant.
 */
export function bodiesOf(mesh: ScanMesh): Triangles[] {
  const v = mesh.positions;
  const ids = new Map<string, number>();
  const corner = new Int32Array(3 * mesh.triangles);
  for (let i = 0; i < corner.length; i++) {
    const key = `${Math.round(v[3 * i]! / WELD_MM)} ${Math.round(v[3 * i + 1]! / WELD_MM)} ${Math.round(v[3 * i + 2]! / WELD_MM)}`;
    let id = ids.get(key);
    if (id === undefined) ids.set(key, (id = ids.size));
    corner[i] = id;
  }
  const parent = Int32Array.from({ length: mesh.triangles }, (_, t) => t);
  const root = (t: number): number => {
    let r = t;
    while (parent[r]! !== r) r = parent[r] = parent[parent[r]!]!;
    return r;
  };
  // A side of just two triangles joins them; where more meet, two bodies touch along it.
  const sides = new Map<number, number[]>();
  for (let t = 0; t < mesh.triangles; t++)
    for (let k = 0; k < 3; k++) {
      const [a, b] = [corner[3 * t + k]!, corner[3 * t + ((k + 1) % 3)]!];
      const key = Math.min(a, b) * ids.size + Math.max(a, b);
      const at = sides.get(key);
      if (at) at.push(t);
      else sides.set(key, [t]);
    }
  for (const at of sides.values()) if (at.length === 2) parent[root(at[0]!)] = root(at[1]!);
  const bodies = new Map<number, Body>();
  for (let t = 0; t < mesh.triangles; t++) {
    const r = root(t);
    let body = bodies.get(r);
    if (!body)
      bodies.set(
        r,
        (body = { triangles: [], low: [Infinity, Infinity, Infinity], high: [-Infinity, -Infinity, -Infinity] }),
      );
    body.triangles.push(t);
    for (let i = 9 * t; i < 9 * t + 9; i++) {
      const k = (i % 3) as 0 | 1 | 2;
      body.low[k] = Math.min(body.low[k], v[i]!);
      body.high[k] = Math.max(body.high[k], v[i]!);
    }
  }
  const long = Math.max(...mesh.lowMm.map((low, k) => mesh.highMm[k]! - low));
  const size = (b: Body) => Math.max(...b.low.map((low, k) => b.high[k]! - low));
  const all = [...bodies.values()].sort((a, b) => size(b) - size(a));
  const large = all.filter((b) => size(b) >= CRUMB * long);
  if (large.length === 0 || large.length > MOST_BODIES) return [v];
  for (const crumb of all.slice(large.length)) {
    const near = large.reduce((a, b) => (gap(crumb, b) < gap(crumb, a) ? b : a));
    for (const t of crumb.triangles) near.triangles.push(t);
  }
  return large.map(({ triangles }) => {
    const own = new Float32Array(9 * triangles.length);
    triangles.forEach((t, n) => own.set(v.subarray(9 * t, 9 * t + 9), 9 * n));
    return own;
  });
}

/** How far the boxes around two bodies are apart, mm. */
function gap(a: Body, b: Body): number {
  return Math.hypot(...a.low.map((low, k) => Math.max(0, low - b.high[k]!, b.low[k]! - a.high[k]!)));
}
