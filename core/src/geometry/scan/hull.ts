import { Vector3 } from 'three';
import { ConvexHull } from 'three/examples/jsm/math/ConvexHull.js';

/** Distance of a point in front of the face of a hull that it lies farthest before: 0 or less inside. */
export function outOf(hull: ConvexHull, p: Vector3): number {
  let most = -Infinity;
  for (const face of hull.faces) most = Math.max(most, face.normal.dot(p) - face.constant);
  return most;
}

export const hullOfPoints = (points: readonly Vector3[]): ConvexHull => new ConvexHull().setFromPoints([...points]);

export const cornersOf = (hull: ConvexHull): Vector3[] => {
  const seen = new Set<Vector3>();
  for (const face of hull.faces) {
    let edge = face.edge;
    do {
      seen.add(edge.head().point);
      edge = edge.next;
    } while (edge !== face.edge);
  }
  return [...seen];
};

/**
 * A hull with few corners: those are taken one after another that stand out farthest, until nothing stands out by more
 * than is good enough or there are as many as may be. What still stands out is told.
 */
export function thinned(
  corners: readonly Vector3[],
  most: number,
  goodMm: number,
): { corners: Vector3[]; standsOutMm: number } {
  if (corners.length <= most) return { corners: [...corners], standsOutMm: 0 };
  const chosen: Vector3[] = [];
  for (const axis of ['x', 'y', 'z'] as const) {
    for (const sign of [1, -1]) {
      const far = corners.reduce((a, b) => (b[axis] * sign > a[axis] * sign ? b : a));
      if (!chosen.includes(far)) chosen.push(far);
    }
  }
  // Four that enclose a volume are needed to begin with.
  for (const c of corners) {
    if (chosen.length >= 4 && hullOfPoints(chosen).faces.length >= 4) break;
    if (!chosen.includes(c)) chosen.push(c);
  }
  for (;;) {
    const hull = hullOfPoints(chosen);
    let worst = 0;
    let next: Vector3 | undefined;
    for (const c of corners) {
      const out = outOf(hull, c);
      if (out > worst) {
        worst = out;
        next = c;
      }
    }
    if (!next || worst <= goodMm || chosen.length >= most)
      return { corners: cornersOf(hull), standsOutMm: Math.max(0, worst) };
    chosen.push(next);
  }
}

/** What a hull encloses, mm³. */
export function volumeOf(hull: ConvexHull): number {
  let six = 0;
  const o = hull.faces[0]!.edge.head().point;
  for (const face of hull.faces) {
    const [a, b, c] = [face.edge.tail().point, face.edge.head().point, face.edge.next.head().point];
    six += new Vector3().subVectors(a, o).dot(new Vector3().subVectors(b, o).cross(new Vector3().subVectors(c, o)));
  }
  return Math.abs(six) / 6;
}
