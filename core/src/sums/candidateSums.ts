import { Type, type TUnsafe } from 'typebox';
import { compareBoxes, runOf, type BoxFigures, type RunAnswer } from '../assess/index.ts';
import {
  Brief,
  Build,
  Candidate,
  defineSum,
  Gearbox,
  Library,
  Placement,
  resolveSubject,
  settingOf,
  ThreePoint,
  type Subject,
  type Work,
} from '../model/index.ts';
import type { RunChoices } from '../questions/acceleration/index.ts';
import {
  problemFor,
  rangeAround,
  searchInstall,
  searchPlacement,
  type FoundPlace,
  type InstallationPath,
  type Side,
} from '../solvers/placement/index.ts';
import { combosOf, sweepCombos, type ComboFigures } from '../solvers/ratioSweep/index.ts';
import { searchFitRecipes, type FitRecipeAnswer } from '../solvers/recipe/index.ts';
import { InputError } from '../units/index.ts';
import { derivedSchema } from './derivedSchema.ts';

const closed = { additionalProperties: false };
const O = Type.Optional;
const N = Type.Number();
const S = Type.String();
const list = Type.Array;
const one = <T extends string>(...words: readonly T[]) => Type.Unsafe<T>({ type: 'string', enum: [...words] });

/** A candidate as it stands or as it is tried, in its build; what it is made of is in the library. */
export const asked = {
  // The very same schemas, by the names of their types: written out in each sum they are more than the compiler writes down.
  build: Build as unknown as TUnsafe<Build>,
  candidate: Candidate as unknown as TUnsafe<Candidate>,
  library: Library as unknown as TUnsafe<Library>,
};
const leant = {
  cantDeg: Type.Number({ minimum: 0, maximum: 60, description: 'how far it may be leant over from where it is' }),
};

export function subjectOf({
  build,
  candidate,
  library,
}: {
  build: Build;
  candidate: Candidate;
  library: Library;
}): Subject {
  const { subject } = resolveSubject(settingOf(build), candidate, library);
  if (!subject)
    throw new InputError('/candidate/engineId', 'The engine or gearbox of this candidate is not in the library.');
  return subject;
}

const Place = Type.Object(
  {
    placement: Placement,
    minMarginMm: N,
    tightestPart: S,
    tightestObstacle: S,
    heldBy: list(Type.Object({ part: S, obstacle: S, marginMm: N }, closed)),
    limits: list(Type.Object({ id: S, name: S, unit: one('mm', 'deg'), slack: N }, closed)),
    atRangeEnd: list(S),
    limitsMet: Type.Boolean(),
    nothingAboveMm: N,
    against: O(Type.Object({ bodies: list(S), proven: Type.Boolean() }, closed)),
    evaluations: N,
  },
  closed,
);

const Recipe = Type.Object(
  {
    lines: list(
      Type.Object(
        {
          title: Type.String({ description: 'figures in it are written as {{value|quantity|digits|currency}}' }),
          cost: N,
          hours: N,
          massKg: N,
          givesUp: O(S),
          accept: Type.Object({ kind: S }, { description: 'what accepting it writes into the candidate' }),
        },
        closed,
      ),
    ),
    cost: N,
    hours: N,
    labour: N,
    massKg: N,
    givesUp: list(S),
    place: Place,
    candidate: Candidate,
  },
  closed,
);

const Milestone = Type.Object({ timeS: N, speedKph: N, distanceM: N }, closed);
const Derived = Type.Object(derivedSchema, closed);

const Run = Type.Object(
  {
    zeroTo100S: O(N),
    zeroTo60MphS: O(N),
    quarterMile: O(Milestone),
    inGears: list(Type.Object({ gear: N, eightyTo120S: O(N) }, closed)),
    energy: Type.Object(
      {
        engineWorkJ: N,
        kineticJ: N,
        dragJ: N,
        rollingJ: N,
        gradeJ: N,
        drivelineLossJ: N,
        clutchSlipJ: N,
        tyreSlipJ: N,
        engineRevDropJ: N,
      },
      closed,
    ),
    imbalance: N,
    trace: list(
      Type.Object(
        {
          timeS: N,
          speedKph: N,
          distanceM: N,
          rpm: N,
          gear: N,
          thrustN: N,
          gripN: O(N),
          resistanceN: N,
          slipRpm: N,
        },
        closed,
      ),
    ),
    shifts: list(Type.Object({ timeS: N, fromGear: N, speedKph: N }, closed)),
    gripLimitedS: N,
    launchRpm: N,
    shiftRpm: list(N),
    shiftTimeS: N,
    launchHeatJ: N,
    loaded: O(Type.Object({ rpm: N, boostShare: N, heatJ: N, heldBy: S, oilRiseC: O(N) }, closed)),
    starts: Type.Boolean(),
    converter: Type.Boolean(),
    boost: O(Type.Object({ withS: N, keptS: N, atShiftsS: N, fromRestS: N }, closed)),
  },
  closed,
);

const use = Brief.properties.use;

const Box = Type.Object(
  {
    gearbox: Gearbox,
    current: Type.Boolean(),
    original: Type.Boolean(),
    rating: O(Derived),
    margin: O(Derived),
    worstGear: O(N),
    governs: O(one('engine', 'grip')),
    priceUsed: ThreePoint,
    priceNew: O(ThreePoint),
    shifterXMm: O(N),
    adapter: one('as it is', 'by parts', 'open', 'unknown'),
    adapterNames: list(S),
    openJoints: list(S),
    unsent: list(S),
    failure: O(N),
    expected: O(Derived),
    oddsUnknown: O(S),
    matrix: list(Type.Object({ powerKw: N, margin: O(N) }, closed)),
    byUse: list(Type.Object({ use, margin: O(N) }, closed)),
  },
  closed,
);

/** What is worked out about one candidate beyond its judgement: where it could sit, how it runs, what could drive it. */
export const candidateSums = [
  defineSum({
    name: 'candidate.place',
    title: 'Position near the present one with the largest clearance margin',
    input: Type.Object({ ...asked, ...leant }, closed),
    output: Type.Unsafe<FoundPlace>(Place),
    run: (input): Work<FoundPlace> =>
      searchPlacement(problemFor(subjectOf(input), rangeAround(input.candidate.placement, input.cantDeg)), {
        starts: [input.candidate.placement],
      }),
  }),
  defineSum({
    name: 'candidate.recipes',
    title: 'The cheapest sets of modifications that make a candidate fit',
    input: Type.Object(
      { ...asked, ...leant, wantMm: Type.Number({ minimum: 0, maximum: 100, description: 'wanted to spare, mm' }) },
      closed,
    ),
    output: Type.Unsafe<FitRecipeAnswer>(
      Type.Object(
        { recipes: list(Recipe), asItIs: Place, tried: N, allCheaperTried: Type.Boolean(), stepsOffered: N },
        closed,
      ),
    ),
    run: (input): Work<FitRecipeAnswer> =>
      searchFitRecipes(subjectOf(input), rangeAround(input.candidate.placement, input.cantDeg), {
        wantMm: input.wantMm,
      }),
  }),
  defineSum({
    name: 'candidate.installPath',
    title: 'A way in for a candidate on which nothing touches',
    input: Type.Object({ ...asked, from: one<Side>('above', 'below') }, closed),
    output: Type.Unsafe<InstallationPath>(
      Type.Object(
        {
          from: one<Side>('above', 'below'),
          clear: Type.Boolean(),
          // On the hoist it may be tilted further than it could ever be mounted.
          path: list(Type.Object({ xMm: N, yMm: N, zMm: N, pitchDeg: N, cantDeg: N, yawDeg: O(N) }, closed)),
          gapsMm: list(N),
          tightest: Type.Object({ at: N, gapMm: N, part: S, obstacle: S }, closed),
          takenOff: list(S),
          steepestDeg: N,
          asked: N,
        },
        closed,
      ),
    ),
    run: (input): Work<InstallationPath> => searchInstall(subjectOf(input), input.from),
  }),
  defineSum({
    name: 'candidate.run',
    title: 'Full acceleration of a candidate from rest; null if data is missing',
    input: Type.Object(
      {
        ...asked,
        choices: Type.Unsafe<RunChoices>(
          Type.Object(
            {
              day: one('standard', 'worst'),
              grip: one('dry', 'wet'),
              trailer: Type.Boolean(),
              shiftRpm: O(N),
              launchRpm: O(N),
              shiftTimeS: O(N),
              gradePct: O(N),
              againstBrakeS: O(Type.Number({ minimum: 0, maximum: 30 })),
            },
            closed,
          ),
        ),
      },
      closed,
    ),
    output: Type.Unsafe<RunAnswer | null>(Type.Union([Run, Type.Null()])),
    run: ({ build, candidate, library, choices }) => runOf(build, candidate, library, choices) ?? null,
  }),
  defineSum({
    name: 'candidate.gearings',
    title: 'Gearboxes, pairs, final drives and tyres of a candidate tried through',
    input: Type.Object({ ...asked, scope: one('this gearbox', 'every gearbox') }, closed),
    output: Type.Unsafe<readonly ComboFigures[]>(
      list(
        Type.Object(
          {
            gearboxId: S,
            pairIds: list(S),
            finalDrive: N,
            tyreCode: S,
            cruiseRpm: O(N),
            hillPct: O(N),
            zeroTo100S: O(N),
            pullS: O(N),
            pullGear: O(N),
            topSpeedKph: O(N),
            boxMargin: O(N),
            price: N,
            misses: list(one('cruise', 'hill', 'wheels', 'room', 'gearbox')),
          },
          closed,
        ),
      ),
    ),
    run: ({ build, candidate, library, scope }): Work<readonly ComboFigures[]> =>
      sweepCombos(build, candidate, library, build.chassis ? combosOf(build.chassis, library, candidate, scope) : []),
  }),
  defineSum({
    name: 'candidate.gearboxes',
    title: 'Every gearbox of the layout compared behind a candidate’s engine',
    input: Type.Object(
      { ...asked, powersKw: list(Type.Number({ exclusiveMinimum: 0, maximum: 2000 }), { maxItems: 12 }) },
      closed,
    ),
    output: Type.Unsafe<readonly BoxFigures[]>(list(Box)),
    run: ({ build, candidate, library, powersKw }) => compareBoxes(build, candidate, library, powersKw),
  }),
] as const;
