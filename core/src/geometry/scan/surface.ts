import { BufferAttribute, BufferGeometry, Vector3 } from 'three';
import { MeshBVH, type HitPointInfo } from 'three-mesh-bvh';
import type { ScanMesh } from './mesh.ts';

/** Points strewn evenly over triangles, each with the share of area that it stands for, as a vector along the normal. */
export interface Strewn {
  readonly count: number;
  readonly at: Float64Array;
  readonly area: Float64Array;
}

/** `corner(i)` gives the i-th coordinate of the triangles, nine to each. */
export function strew(triangles: number, corner: (i: number) => number, wanted: number): Strewn {
  const areaOf = (t: number): [number, number, number] => {
    const c = (k: number) => corner(9 * t + k);
    const [ux, uy, uz] = [c(3) - c(0), c(4) - c(1), c(5) - c(2)];
    const [vx, vy, vz] = [c(6) - c(0), c(7) - c(1), c(8) - c(2)];
    return [(uy * vz - uz * vy) / 2, (uz * vx - ux * vz) / 2, (ux * vy - uy * vx) / 2];
  };
  let total = 0;
  for (let t = 0; t < triangles; t++) total += Math.hypot(...areaOf(t));
  const each = total / wanted;
  const at: number[] = [];
  const area: number[] = [];
  let owed = 0.5 * each;
  let n = 0;
  for (let t = 0; t < triangles; t++) {
    const normal = areaOf(t);
    const size = Math.hypot(...normal);
    if (size === 0) continue;
    for (owed += size; owed >= each; owed -= each) {
      // A sequence that fills a triangle evenly: Roberts’ R2, folded over its diagonal.
      let u = (0.5 + ++n * 0.7548776662466927) % 1;
      let v = (0.5 + n * 0.5698402909980532) % 1;
      if (u + v > 1) [u, v] = [1 - u, 1 - v];
      for (let k = 0; k < 3; k++) {
        const o = corner(9 * t + k);
        at.push(o + u * (corner(9 * t + 3 + k) - o) + v * (corner(9 * t + 6 + k) - o));
        area.push((normal[k as 0] / size) * each);
      }
    }
  }
  return { count: at.length / 3, at: Float64Array.from(at), area: Float64Array.from(area) };
}

/** A scanned surface that can be asked how far off it a point is. */
export interface Surface {
  readonly strewn: Strewn;
  readonly tree: MeshBVH;
}

/** Points on the surface of a scan: enough to tell inside from outside. */
const ON_SURFACE = 4000;

export function surfaceOf(mesh: ScanMesh): Surface {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(mesh.positions, 3));
  return {
    strewn: strew(mesh.triangles, (i) => mesh.positions[i]!, ON_SURFACE),
    tree: new MeshBVH(geometry, { indirect: true }),
  };
}

/**
 * Whether a point lies inside of what was scanned, by the solid angle under which the surface is seen from it: it also tells where a scan
 * has holes (Jacobson, Kavan, Sorkine-Hornung, ACM TOG 32 (2013) 33).
 */
function isInside(s: Strewn, { x, y, z }: Vector3): boolean {
  let angle = 0;
  for (let i = 0; i < 3 * s.count; i += 3) {
    const dx = s.at[i]! - x;
    const dy = s.at[i + 1]! - y;
    const dz = s.at[i + 2]! - z;
    const d2 = dx * dx + dy * dy + dz * dz;
    angle += (dx * s.area[i]! + dy * s.area[i + 1]! + dz * s.area[i + 2]!) / (d2 * Math.sqrt(d2) + 1e-9);
  }
  return Math.abs(angle) > 2 * Math.PI;
}

/** How far points stand off at most, and which one does. */
export interface Off {
  readonly mm: number;
  readonly at: readonly [number, number, number];
}

/** The one of some points, three numbers each, that stands off a surface farthest; those inside don’t. */
export function farthestOff(surface: Surface, points: ArrayLike<number>): Off {
  const p = new Vector3();
  const hit = {} as HitPointInfo;
  const far: { mm: number; i: number }[] = [];
  for (let i = 0; i < points.length; i += 3) {
    surface.tree.closestPointToPoint(p.fromArray(points, i), hit);
    far.push({ mm: hit.distance, i });
  }
  // The farthest first: whether they lie inside is asked of few of them.
  far.sort((a, b) => b.mm - a.mm);
  for (const { mm, i } of far) {
    p.fromArray(points, i);
    if (mm < 0.1 || !isInside(surface.strewn, p)) return { mm, at: [p.x, p.y, p.z] };
  }
  return { mm: 0, at: [points[0] ?? 0, points[1] ?? 0, points[2] ?? 0] };
}
