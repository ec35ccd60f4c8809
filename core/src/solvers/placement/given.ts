import { Type } from 'typebox';
import { hullOf } from '../../geometry/index.ts';
import { Vec3 } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';
import type { Body, PlacementProblem } from './problem.ts';

/** A bay as it is handed to the sums by points: bodies, the gap each pair needs, the range to look in. */
const closed = { additionalProperties: false };
const Span = Type.Tuple([Type.Number(), Type.Number()]);
const GivenBody = Type.Object(
  {
    id: Type.String({ minLength: 1 }),
    role: Type.Optional(Type.String()),
    verticesMm: Type.Array(Vec3, { maxItems: 256 }),
  },
  closed,
);
export const givenBay = {
  parts: Type.Array(GivenBody, { maxItems: 100 }),
  obstacles: Type.Array(GivenBody, { maxItems: 200 }),
  requiredGapsMm: Type.Array(
    Type.Object({ part: Type.String(), obstacle: Type.String(), gapMm: Type.Number() }, closed),
  ),
  search: Type.Object({ xMm: Span, yMm: Span, zMm: Span, pitchDeg: Span, cantDeg: Type.Optional(Span) }, closed),
  yawDeg: Type.Optional(Type.Unsafe<0 | 90 | -90 | 180>({ type: 'number', enum: [0, 90, -90, 180] })),
  cantDeg: Type.Optional(Type.Number({ minimum: -90, maximum: 90 })),
};
export const GivenBay = Type.Object(givenBay, closed);
export type GivenBay = Type.Static<typeof GivenBay>;

export const bodiesOf = (list: GivenBay['parts'], field: string): Body[] =>
  list.map((b, i) => ({ id: b.id, name: b.id, convex: hullOf(b.verticesMm, `/${field}/${i}/verticesMm`) }));

export function problemOf(
  input: GivenBay,
  parts = bodiesOf(input.parts, 'parts'),
  obstacles = bodiesOf(input.obstacles, 'obstacles'),
): PlacementProblem {
  const required = new Float64Array(parts.length * obstacles.length);
  input.requiredGapsMm.forEach(({ part, obstacle, gapMm }, i) => {
    const p = parts.findIndex((b) => b.id === part);
    const o = obstacles.findIndex((b) => b.id === obstacle);
    if (parts.length > 0 && (p < 0 || o < 0))
      throw new InputError(`/requiredGapsMm/${i}`, `There is no pair of “${part}” and “${obstacle}”.`);
    if (p >= 0 && o >= 0) required[p * obstacles.length + o] = gapMm;
  });
  const cant = input.cantDeg ?? 0;
  return {
    parts,
    obstacles,
    requiredMm: required,
    range: { ...input.search, cantDeg: input.search.cantDeg ?? [cant, cant] },
    yawDeg: input.yawDeg ?? 0,
    limits: [],
  };
}
