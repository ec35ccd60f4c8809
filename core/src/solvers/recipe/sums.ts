import { Type } from 'typebox';
import { hullOf } from '../../geometry/index.ts';
import { defineSum, Placement, Vec3 } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';
import { bodiesOf, givenBay, problemOf, type Body } from '../placement/index.ts';
import { foundRecipes, type RecipeStep } from './modificationSearch.ts';

const closed = { additionalProperties: false };

export const recipeSums = [
  defineSum({
    name: 'placement.recipe',
    title: 'Lowest-cost modification set that fits',
    input: Type.Object(
      {
        ...givenBay,
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
