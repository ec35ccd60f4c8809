/** A point, in the unit of the file. */
export type P = [number, number, number];

/** The triangles of a box from corner to corner, each face parted into small ones, as a scanner would hand it over. */
export function boxOf(low: P, high: P, step: number): P[][] {
  const list: P[][] = [];
  const [x, y, z] = [0, 1, 2].map((k) => high[k]! - low[k]!) as P;
  const faces: [P, P, P][] = [
    [
      [0, 0, 0],
      [x, 0, 0],
      [0, y, 0],
    ],
    [
      [0, 0, z],
      [x, 0, 0],
      [0, y, 0],
    ],
    [
      [0, 0, 0],
      [x, 0, 0],
      [0, 0, z],
    ],
    [
      [0, y, 0],
      [x, 0, 0],
      [0, 0, z],
    ],
    [
      [0, 0, 0],
      [0, y, 0],
      [0, 0, z],
    ],
    [
      [x, 0, 0],
      [0, y, 0],
      [0, 0, z],
    ],
  ];
  for (const [o, u, v] of faces) {
    const [n, m] = [u, v].map((w) => Math.max(1, Math.round(Math.hypot(...w) / step))) as [number, number];
    const at = (i: number, j: number): P =>
      [0, 1, 2].map((k) => low[k]! + o[k]! + (u[k]! * i) / n + (v[k]! * j) / m) as P;
    for (let i = 0; i < n; i++)
      for (let j = 0; j < m; j++)
        list.push([at(i, j), at(i + 1, j), at(i + 1, j + 1)], [at(i, j), at(i + 1, j + 1), at(i, j + 1)]);
  }
  return list;
}

/** Binary STL. */
export function stl(list: readonly P[][]): Buffer {
  const buffer = Buffer.alloc(84 + 50 * list.length);
  buffer.writeUInt32LE(list.length, 80);
  list.forEach((t, i) => t.flat().forEach((c, k) => buffer.writeFloatLE(c, 84 + 50 * i + 12 + 4 * k)));
  return buffer;
}
