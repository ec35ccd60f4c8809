import type { Shape } from './solid.ts';

export type Triple = readonly [number, number, number];

/** Corners of a shape, or points that its box is drawn around; a turn is left out. */
function cornersOf(shape: Shape): Triple[] {
  switch (shape.kind) {
    case 'box': {
      const [x, y, z] = shape.centreMm;
      const [a, b, c] = shape.sizeMm;
      return [
        [x - a / 2, y - b / 2, z - c / 2],
        [x + a / 2, y + b / 2, z + c / 2],
      ];
    }
    case 'cylinder':
      return [shape.fromMm, shape.toMm].flatMap((p): Triple[] =>
        [-shape.radiusMm, shape.radiusMm].map((r): Triple => [p[0] + r, p[1] + r, p[2] + r]),
      );
    case 'prism':
      return [shape.fromMm, shape.toMm].flatMap((at) =>
        shape.outlineMm.map(([u, v]): Triple => {
          if (shape.along === 'x') return [at, u, v];
          return shape.along === 'y' ? [u, at, v] : [u, v, at];
        }),
      );
    case 'hull':
      return shape.verticesMm.map((v): Triple => [v[0], v[1], v[2]]);
  }
}

interface Box {
  readonly sizeMm: Triple;
  readonly middleMm: Triple;
}

/** The box around some points, along the axes. */
export function boxAround(points: readonly Triple[]): Box {
  const of = (axis: 0 | 1 | 2) => {
    const all = points.map((p) => p[axis]);
    return [Math.min(...all), Math.max(...all)] as const;
  };
  const [x, y, z] = [of(0), of(1), of(2)];
  return {
    sizeMm: [x[1] - x[0], y[1] - y[0], z[1] - z[0]],
    middleMm: [(x[0] + x[1]) / 2, (y[0] + y[1]) / 2, (z[0] + z[1]) / 2],
  };
}

/** The box around a shape as entered, along the axes. */
export const boxOfShape = (shape: Shape): Box => boxAround(cornersOf(shape));
