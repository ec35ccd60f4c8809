import { Type } from 'typebox';
import { compareMountTypes, type MountTypeFigures } from '../assess/index.ts';
import { defineSum, FittedMount, type Work } from '../model/index.ts';
import { LOAD_CASES } from '../questions/mounts/index.ts';
import { searchMountLayouts, type MountLayouts } from '../solvers/mountLayout/index.ts';
import { asked, subjectOf } from './candidateSums.ts';

const closed = { additionalProperties: false };
const O = Type.Optional;
const N = Type.Number();
const S = Type.String();
const list = Type.Array;

const MountType = Type.Object(
  {
    type: S,
    chosen: Type.Boolean(),
    gap: O(
      Type.Object(
        {
          part: S,
          obstacle: S,
          movementMm: N,
          roomMm: N,
          load: O(Type.Unsafe<(typeof LOAD_CASES)[number]>({ type: 'string', enum: [...LOAD_CASES] })),
        },
        closed,
      ),
    ),
    sagMm: N,
    loadPct: O(N),
    idlePct: O(N),
    cruisePct: O(N),
    preloadN: O(N),
  },
  closed,
);

/** What is worked out about the mounts of one candidate beyond its judgement. */
export const candidateMountSums = [
  defineSum({
    name: 'candidate.mountLayouts',
    title: 'The best layouts of three and four mounts from the bosses and chassis mounts in reach of each other',
    input: Type.Object(asked, closed),
    output: Type.Unsafe<MountLayouts>(
      Type.Object(
        {
          proposals: list(
            Type.Object({ mounts: list(FittedMount), score: N, loadPct: N, movesMm: N, price: N, title: S }, closed),
          ),
          none: O(S),
          tried: N,
          allTried: Type.Boolean(),
        },
        closed,
      ),
    ),
    run: (input): Work<MountLayouts> => searchMountLayouts(subjectOf(input)),
  }),
  defineSum({
    name: 'candidate.mountTypes',
    title: 'Each mount type in place of those of a candidate; null if not calculable',
    input: Type.Object(asked, closed),
    output: Type.Unsafe<readonly MountTypeFigures[] | null>(Type.Union([list(MountType), Type.Null()])),
    run: ({ build, candidate, library }) => compareMountTypes(build, candidate, library) ?? null,
  }),
] as const;
