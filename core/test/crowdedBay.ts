/** A round body of sixty corners. */
const ball = (id: string, x: number, y: number, z: number) => ({
  id,
  verticesMm: Array.from({ length: 60 }, (_, i) => {
    const [u, v] = [i * 2.399963, Math.acos(1 - (2 * (i + 0.5)) / 60)];
    return [x + 40 * Math.cos(u) * Math.sin(v), y + 40 * Math.sin(u) * Math.sin(v), z + 40 * Math.cos(v)];
  }),
});

const spread = (prefix: string, count: number, step: number) =>
  Array.from({ length: count }, (_, i) =>
    ball(`${prefix}${i}`, (i % 6) * step, (Math.floor(i / 6) % 6) * step, Math.floor(i / 36) * step),
  );

/** A place searched for, in a bay so full that it takes many seconds. */
export const CROWDED_BAY = {
  parts: spread('p', 60, 60),
  obstacles: spread('o', 120, 150),
  requiredGapsMm: [],
  search: { xMm: [-400, 400], yMm: [-400, 400], zMm: [-400, 400], pitchDeg: [-10, 10], cantDeg: [-30, 30] },
};
