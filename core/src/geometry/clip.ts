import { hullOf, type Convex } from './convex.ts';
import { add, cross, dot, length, sub, times, type V3 } from './vec.ts';

/** The corners of a solid as points. */
export function cornersOf(solid: Convex): V3[] {
  const points: V3[] = [];
  for (let i = 0; i < solid.vertices.length; i += 3)
    points.push([solid.vertices[i]!, solid.vertices[i + 1]!, solid.vertices[i + 2]!]);
  return points;
}

/**
 * What is left of a solid when its face towards −away is cut back by `depthMm`.
 * @throws InputError when nothing with a volume is left.
 */
export function clipped(solid: Convex, away: V3, depthMm: number): Convex {
  const points = cornersOf(solid);
  const heights = points.map((p) => dot(p, away));
  const cut = Math.min(...heights) + depthMm;
  const kept = points.filter((_, i) => heights[i]! >= cut);
  const directions: V3[] = [];
  for (let i = 0; i < solid.edges.length; i += 3)
    directions.push([solid.edges[i]!, solid.edges[i + 1]!, solid.edges[i + 2]!]);
  const onCut: V3[] = [];
  points.forEach((p, i) => {
    if (heights[i]! >= cut) return;
    points.forEach((q, j) => {
      if (heights[j]! < cut) return;
      const way = sub(q, p);
      // Only true edges are followed; a line through the inside would give points that the hull drops again.
      if (!directions.some((d) => length(cross(d, way)) < 1e-6 * length(way))) return;
      onCut.push(add(p, times(way, (cut - heights[i]!) / (heights[j]! - heights[i]!))));
    });
  });
  return hullOf([...kept, ...onCut]);
}
