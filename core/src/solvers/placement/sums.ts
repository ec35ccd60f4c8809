import { Type } from 'typebox';
import { defineSum, Placement } from '../../model/index.ts';
import { Evaluator } from './evaluate.ts';
import { givenBay, GivenBay, problemOf } from './given.ts';
import { checkProblem, pointOf } from './problem.ts';
import { describe, foundPlacement, type FoundPlace } from './search.ts';

const closed = { additionalProperties: false };

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
        ...givenBay,
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
    title: 'Position with the largest clearance margin',
    input: GivenBay,
    output: Found,
    run: (input) => answerOf(foundPlacement(problemOf(input))),
  }),
];
