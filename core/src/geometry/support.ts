import type { Convex } from './convex.ts';

/** Index (×3) of the vertex farthest along a direction. A box's corners are ordered by the signs of its half edges. */
export function farthest(solid: Convex, x: number, y: number, z: number): number {
  const h = solid.halfEdges;
  if (h.length > 0) {
    return (
      (h[0]! * x + h[1]! * y + h[2]! * z > 0 ? 12 : 0) +
      (h[3]! * x + h[4]! * y + h[5]! * z > 0 ? 6 : 0) +
      (h[6]! * x + h[7]! * y + h[8]! * z > 0 ? 3 : 0)
    );
  }
  const vertices = solid.vertices;
  let best = 0;
  let most = -Infinity;
  for (let i = 0; i < vertices.length; i += 3) {
    const d = vertices[i]! * x + vertices[i + 1]! * y + vertices[i + 2]! * z;
    if (d > most) {
      most = d;
      best = i;
    }
  }
  return best;
}
