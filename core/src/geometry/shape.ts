import type { Shape } from '../model/index.ts';
import { boxOf, cylinderOf, hullOf, type Convex } from './convex.ts';
import { aboutX, aboutY, aboutZ, multiply, type M3, type V3 } from './vec.ts';

const built = new WeakMap<Shape, Convex>();

/** The convex solid of a shape, in the frame of its owner; built once for each shape object. */
export function convexOf(shape: Shape, pointer = '/shape'): Convex {
  let solid = built.get(shape);
  if (!solid) {
    solid = build(shape, pointer);
    built.set(shape, solid);
  }
  return solid;
}

function build(shape: Shape, pointer: string): Convex {
  switch (shape.kind) {
    case 'box': {
      const [roll, pitch, yaw] = shape.turnDeg ?? [0, 0, 0];
      const m: M3 = multiply(multiply(aboutZ(yaw), aboutY(-pitch)), aboutX(roll));
      const axis = (k: 0 | 1 | 2): V3 => [m[0][k], m[1][k], m[2][k]];
      const [sx, sy, sz] = shape.sizeMm;
      return boxOf(shape.centreMm, [sx / 2, sy / 2, sz / 2], [axis(0), axis(1), axis(2)]);
    }
    case 'cylinder':
      return cylinderOf(shape.fromMm, shape.toMm, shape.radiusMm);
    case 'prism': {
      const place = ([u, v]: readonly [number, number], w: number): V3 =>
        shape.along === 'x' ? [w, u, v] : shape.along === 'y' ? [u, w, v] : [u, v, w];
      return hullOf(
        shape.outlineMm.flatMap((p) => [place(p, shape.fromMm), place(p, shape.toMm)]),
        `${pointer}/outlineMm`,
      );
    }
    case 'hull':
      return hullOf(shape.verticesMm, `${pointer}/verticesMm`);
  }
}
