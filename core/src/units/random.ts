/** Random numbers from 0 to 1 that come the same for the same seed (mulberry32). */
export function seeded(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Standard normals by the polar method, from uniform ones, two at a time. */
export function fillNormals(into: Float64Array, uniform: () => number): void {
  for (let k = 0; k < into.length; k += 2) {
    let [u, v, s] = [0, 0, 0];
    do {
      u = 2 * uniform() - 1;
      v = 2 * uniform() - 1;
      s = u * u + v * v;
    } while (s >= 1 || s === 0);
    const f = Math.sqrt((-2 * Math.log(s)) / s);
    into[k] = u * f;
    if (k + 1 < into.length) into[k + 1] = v * f;
  }
}
