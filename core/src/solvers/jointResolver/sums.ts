import { Type } from 'typebox';
import { defineSum, type Work } from '../../model/index.ts';
import { loadHighs } from './highs.ts';
import { OBJECTIVES, resolveJoints, type Objective } from './resolve.ts';

const closed = { additionalProperties: false };
const O = Type.Optional;
const N = Type.Number();
const S = Type.String({ minLength: 1, maxLength: 80 });
const ids = (maxItems: number) => Type.Array(S, { maxItems });

const Way = Type.Object({ chosen: Type.Array(Type.String()), total: N }, closed);
interface Told {
  readonly feasible: boolean;
  readonly total?: number;
  readonly chosen?: string[];
  readonly alternatives: { chosen: string[]; total: number }[];
  readonly smallestConflict?: string[];
  readonly conflictIsSmallest?: boolean;
  readonly unclosable: string[];
}

export const resolverSums = [
  defineSum({
    name: 'joints.resolve',
    title: 'The parts that close every joint and count least, or the fewest joints that can’t be closed together',
    input: Type.Object(
      {
        joints: Type.Array(S, { minItems: 1, maxItems: 60, uniqueItems: true }),
        parts: Type.Array(
          Type.Object(
            {
              id: S,
              closes: ids(60),
              cost: N,
              hours: N,
              massKg: N,
              requires: ids(60),
              excludes: ids(200),
              oneOff: O(Type.Boolean()),
              leadDays: O(Type.Number({ minimum: 0 })),
            },
            closed,
          ),
          { maxItems: 300 },
        ),
        objective: Type.Unsafe<Objective>({ type: 'string', enum: [...OBJECTIVES] }),
        pinned: O(ids(60)),
        refused: O(ids(300)),
        alternatives: O(Type.Integer({ minimum: 0, maximum: 5 })),
      },
      closed,
    ),
    output: Type.Unsafe<Told>(
      Type.Object(
        {
          feasible: Type.Boolean(),
          total: O(N),
          chosen: O(Type.Array(Type.String())),
          alternatives: Type.Array(Way),
          smallestConflict: O(Type.Array(Type.String())),
          conflictIsSmallest: O(Type.Boolean()),
          unclosable: Type.Array(Type.String()),
        },
        closed,
      ),
    ),
    prepare: loadHighs,
    run: function* ({ objective, ...problem }): Work<Told> {
      const found = yield* resolveJoints({ ...problem, weights: { [objective]: 1 } });
      return {
        feasible: found.feasible,
        ...(found.best ? { total: found.best.total, chosen: [...found.best.chosen].sort() } : {}),
        alternatives: found.alternatives.map((a) => ({ total: a.total, chosen: [...a.chosen].sort() })),
        ...(found.conflict
          ? { smallestConflict: [...found.conflict.joints].sort(), conflictIsSmallest: found.conflict.smallest }
          : {}),
        unclosable: [...found.unclosable],
      };
    },
  }),
];
