import Type from 'typebox';
import { hullOf } from '../../geometry/index.ts';
import { defineSum, Placement, Vec3 } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';
import { Evaluator } from './evaluate.ts';
import { checkProblem, pointOf, type Body, type PlacementProblem } from './problem.ts';
import { foundRecipes, type RecipeStep } from '../recipe/index.ts';
import { describe, foundPlacement, type FoundPlace } from './search.ts';

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
const bay = {
  parts: Type.Array(GivenBody, { maxItems: 100 }),
  obstacles: Type.Array(GivenBody, { maxItems: 200 }),
  requiredGapsMm: Type.Array(
    Type.Object({ part: Type.String(), obstacle: Type.String(), gapMm: Type.Number() }, closed),
  ),
  search: Type.Object({ xMm: Span, yMm: Span, zMm: Span, pitchDeg: Span, cantDeg: Type.Optional(Span) }, closed),
  yawDeg: Type.Optional(Type.Unsafe<0 | 90 | -90 | 180>({ type: 'number', enum: [0, 90, -90, 180] })),
  cantDeg: Type.Optional(Type.Number({ minimum: -90, maximum: 90 })),
};
const Bay = Type.Object(bay, closed);
type Bay = Type.Static<typeof Bay>;

const bodiesOf = (list: Bay['parts'], field: string): Body[] =>
  list.map((b, i) => ({ id: b.id, name: b.id, convex: hullOf(b.verticesMm, `/${field}/${i}/verticesMm`) }));

function problemOf(
  input: Bay,
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

const Found = Type.Object(
  {
    feasible: Type.Boolean({ description: 'every pair has the gap it needs' }),
    bestMinMarginMm: Type.Number(),
    placement: Placement,
    tightestPart: Type.String(),
    tightestObstacle: Type.String(),
    nothingAboveMm: Type.Number({ description: 'no place in the range can have more margin' }),
  },
  closed,
);

const answerOf = (place: FoundPlace) => ({
  feasible: place.minMarginMm >= 0,
  bestMinMarginMm: place.minMarginMm,
  placement: place.placement,
  tightestPart: place.tightestPart,
  tightestObstacle: place.tightestObstacle,
  nothingAboveMm: place.nothingAboveMm,
});

export const placementSums = [
  defineSum({
    name: 'placement.evaluate',
    title: 'Least margin of an assembly at one place in a bay',
    input: Type.Object(
      {
        ...bay,
        placement: Type.Object(
          {
            xMm: Type.Number(),
            yMm: Type.Number(),
            zMm: Type.Number(),
            pitchDeg: Type.Number(),
            cantDeg: Type.Optional(Type.Number()),
          },
          closed,
        ),
      },
      closed,
    ),
    output: Type.Object(
      { minMarginMm: Type.Number(), tightestPart: Type.String(), tightestObstacle: Type.String() },
      closed,
    ),
    run: ({ placement, ...input }) => {
      const problem = problemOf(input);
      checkProblem(problem);
      const evaluator = new Evaluator(problem);
      const point = pointOf({ cantDeg: input.cantDeg ?? 0, yawDeg: problem.yawDeg, ...placement });
      const found = describe(evaluator, evaluator.at(point), Infinity);
      return {
        minMarginMm: found.minMarginMm,
        tightestPart: found.tightestPart,
        tightestObstacle: found.tightestObstacle,
      };
    },
  }),
  defineSum({
    name: 'placement.search',
    title: 'The place in a bay with the most margin',
    input: Bay,
    output: Found,
    run: (input) => answerOf(foundPlacement(problemOf(input))),
  }),
  defineSum({
    name: 'placement.recipe',
    title: 'The cheapest set of changes with which an assembly clears its bay',
    input: Type.Object(
      {
        ...bay,
        changes: Type.Array(
          Type.Object(
            {
              target: Type.String(),
              option: Type.String(),
              cost: Type.Number({ minimum: 0 }),
              verticesMm: Type.Array(Vec3, { maxItems: 256 }),
              neverCut: Type.Boolean(),
            },
            closed,
          ),
          { maxItems: 60 },
        ),
        maxOptionsPerTarget: Type.Optional(Type.Literal(1)),
      },
      closed,
    ),
    output: Type.Object(
      {
        feasible: Type.Boolean(),
        recipeCost: Type.Optional(Type.Number()),
        recipe: Type.Array(Type.String()),
        bestMinMarginMm: Type.Number(),
        placement: Placement,
        neverCutUsed: Type.Boolean(),
        others: Type.Array(Type.Object({ recipe: Type.Array(Type.String()), recipeCost: Type.Number() }, closed)),
      },
      closed,
    ),
    run: ({ changes, maxOptionsPerTarget: _one, ...input }) => {
      const parts = bodiesOf(input.parts, 'parts');
      const obstacles = bodiesOf(input.obstacles, 'obstacles');
      type Step = RecipeStep & { readonly body: Body; readonly never: boolean };
      const all = changes.map((c, i): Step => {
        if (![...parts, ...obstacles].some((b) => b.id === c.target))
          throw new InputError(`/changes/${i}/target`, `There is neither a part nor an obstacle “${c.target}”.`);
        return {
          id: `${c.target}:${c.option}`,
          target: c.target,
          bodies: [c.target],
          cost: c.cost,
          never: c.neverCut,
          body: { id: c.target, name: c.target, convex: hullOf(c.verticesMm, `/changes/${i}/verticesMm`) },
        };
      });
      const steps = all.filter((s) => !s.never);
      const answer = foundRecipes(steps, (chosen) => {
        const swap = (b: Body) => chosen.find((c) => c.step.target === b.id)?.step.body ?? b;
        return problemOf(input, parts.map(swap), obstacles.map(swap));
      });
      const [first, ...others] = answer.recipes.map((r) => ({
        recipe: r.steps.map((s) => s.step.id),
        recipeCost: r.cost,
        place: r.place,
        neverCutUsed: r.steps.some((s) => s.step.never),
      }));
      return {
        feasible: first !== undefined,
        ...(first ? { recipeCost: first.recipeCost } : {}),
        recipe: first?.recipe ?? [],
        bestMinMarginMm: (first?.place ?? answer.asItIs).minMarginMm,
        placement: (first?.place ?? answer.asItIs).placement,
        neverCutUsed: first?.neverCutUsed ?? false,
        others: others.map(({ recipe, recipeCost }) => ({ recipe, recipeCost })),
      };
    },
  }),
];
