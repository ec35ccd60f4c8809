import { Type } from 'typebox';
import { defineSum, StateSchema, settingOf, type Work } from '../model/index.ts';
import { loadHighs, OBJECTIVES, resolveCandidate, type JointWays } from '../solvers/jointResolver/index.ts';
import { asked } from './candidateSums.ts';

const closed = { additionalProperties: false };
const N = Type.Number();
const strings = Type.Array(Type.String());
const ids = (maxItems: number) => Type.Array(Type.String({ minLength: 1, maxLength: 64 }), { maxItems });

const Pieces = {
  partIds: strings,
  made: strings,
  swapped: Type.Array(Type.Object({ joint: Type.String(), engineId: Type.String() }, closed)),
};
const Way = Type.Object(
  {
    ...Pieces,
    price: N,
    hours: N,
    massKg: N,
    oneOffs: N,
    leadDays: N,
    unpriced: strings,
    joints: StateSchema,
    fit: StateSchema,
    fitNow: StateSchema,
  },
  closed,
);

/** What closes the joints of one candidate. */
export const candidateJointSums = [
  defineSum({
    name: 'candidate.joints',
    title: 'The parts, and what the shop makes itself, that close every joint of a candidate, and the next best ways',
    input: Type.Object(
      {
        ...asked,
        weights: Type.Object(
          Object.fromEntries(
            OBJECTIVES.map((o) => [o, Type.Optional(Type.Number({ minimum: 0, maximum: 1e6 }))]),
          ) as Record<(typeof OBJECTIVES)[number], ReturnType<typeof Type.Optional<ReturnType<typeof Type.Number>>>>,
          closed,
        ),
        pinned: ids(60),
        refused: ids(300),
        fabricate: Type.Boolean(),
      },
      closed,
    ),
    output: Type.Unsafe<JointWays>(
      Type.Object(
        {
          ways: Type.Array(Way),
          halfStep: Type.Optional(
            Type.Object(
              {
                right: Way,
                twice: Type.Object({ ...Pieces, price: N, hours: N }, closed),
                inTurn: Type.Object({ price: N, hours: N }, closed),
              },
              closed,
            ),
          ),
          conflict: Type.Optional(Type.Object({ joints: strings, smallest: Type.Boolean() }, closed)),
          unclosable: Type.Array(Type.Object({ joint: Type.String(), refused: strings }, closed)),
          unkept: Type.Array(Type.Object({ partId: Type.String(), why: Type.String() }, closed)),
          unknown: strings,
          dropped: N,
        },
        closed,
      ),
    ),
    prepare: loadHighs,
    run: function* ({ build, candidate, library, ...wishes }): Work<JointWays> {
      const found = yield* resolveCandidate(settingOf(build), candidate, library, wishes);
      return found;
    },
  }),
] as const;
