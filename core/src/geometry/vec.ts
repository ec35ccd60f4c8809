export type V3 = readonly [number, number, number];

export const add = (a: V3, b: V3): V3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const sub = (a: V3, b: V3): V3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const times = (a: V3, s: number): V3 => [a[0] * s, a[1] * s, a[2] * s];
export const dot = (a: V3, b: V3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: V3, b: V3): V3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export const length = (a: V3): number => Math.sqrt(dot(a, a));
export const unit = (a: V3): V3 => times(a, 1 / length(a));

/** A rotation as three rows. */
export type M3 = readonly [V3, V3, V3];

export const turn = (m: M3, v: V3): V3 => [dot(m[0], v), dot(m[1], v), dot(m[2], v)];
export const multiply = (a: M3, b: M3): M3 => {
  const column = (j: 0 | 1 | 2): V3 => [b[0][j], b[1][j], b[2][j]];
  const c = [column(0), column(1), column(2)] as const;
  const row = (r: V3): V3 => [dot(r, c[0]), dot(r, c[1]), dot(r, c[2])];
  return [row(a[0]), row(a[1]), row(a[2])];
};

const radians = (deg: number) => (deg * Math.PI) / 180;
/** Right-handed rotations about the axes. */
export const aboutX = (deg: number): M3 => {
  const [s, c] = [Math.sin(radians(deg)), Math.cos(radians(deg))];
  return [
    [1, 0, 0],
    [0, c, -s],
    [0, s, c],
  ];
};
export const aboutY = (deg: number): M3 => {
  const [s, c] = [Math.sin(radians(deg)), Math.cos(radians(deg))];
  return [
    [c, 0, s],
    [0, 1, 0],
    [-s, 0, c],
  ];
};
export const aboutZ = (deg: number): M3 => {
  const [s, c] = [Math.sin(radians(deg)), Math.cos(radians(deg))];
  return [
    [c, -s, 0],
    [s, c, 0],
    [0, 0, 1],
  ];
};
