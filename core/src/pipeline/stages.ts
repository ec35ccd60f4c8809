import type { CheckResult, Step, Subject } from '../model/index.ts';
import { assessAcceleration } from '../questions/acceleration/index.ts';
import { assessDonor } from '../questions/donor/index.ts';
import { assessEngine } from '../questions/engine/index.ts';
import { assessFit } from '../questions/fit/index.ts';
import {
  assessControl,
  assessGearing,
  assessLayout,
  assessPowerToWeight,
  assessRoad,
  cruiseLoad,
  tyreOf,
} from '../questions/gearing/index.ts';
import { assessJoints } from '../questions/joints/index.ts';
import { assessWiring } from '../questions/wiring/index.ts';
import { assessWishes, wheelSizeLimit } from '../questions/lineup/index.ts';
import { assessMass, assessRide, massPlaces } from '../questions/mass/index.ts';
import { assessMoney } from '../questions/money/index.ts';
import { assessMounts } from '../questions/mounts/index.ts';
import { assessBrackets } from '../questions/brackets/index.ts';
import { assessNoise } from '../questions/noise/index.ts';
import { assessBrakes } from '../questions/brakes/index.ts';
import { assessPlausible } from '../questions/plausible/index.ts';
import { assessCooling } from '../questions/cooling/index.ts';
import { assessComponents, assessDriveline, assessStrength } from '../questions/strength/index.ts';
import { conditionFindings, laterEngineFindings, pickUpFindings, surveyFindings } from '../questions/survey/index.ts';

/** What each stage of a judgement comes to. */
export interface Results {
  readonly tyre: ReturnType<typeof tyreOf>;
  readonly survey: CheckResult;
  readonly plausible: CheckResult;
  readonly donor: ReturnType<typeof assessDonor>;
  readonly engine: ReturnType<typeof assessEngine>;
  readonly mass: ReturnType<typeof assessMass>;
  readonly ride: ReturnType<typeof assessRide>;
  readonly brakes: ReturnType<typeof assessBrakes>;
  readonly gearing: ReturnType<typeof assessGearing>;
  readonly powerToWeight: CheckResult;
  readonly road: ReturnType<typeof assessRoad>;
  readonly layout: CheckResult;
  readonly control: ReturnType<typeof assessControl>;
  readonly mounts: ReturnType<typeof assessMounts>;
  readonly brackets: ReturnType<typeof assessBrackets>;
  readonly fit: ReturnType<typeof assessFit>;
  readonly acceleration: ReturnType<typeof assessAcceleration>;
  readonly strength: ReturnType<typeof assessStrength>;
  readonly driveline: ReturnType<typeof assessDriveline>;
  readonly cooling: ReturnType<typeof assessCooling>;
  readonly components: ReturnType<typeof assessComponents>;
  readonly noise: ReturnType<typeof assessNoise>;
  readonly wheels: CheckResult;
  readonly wishes: CheckResult;
  readonly joints: ReturnType<typeof assessJoints>;
  readonly wiring: ReturnType<typeof assessWiring>;
  readonly money: ReturnType<typeof assessMoney>;
}
export type StageName = keyof Results;

interface Stage<K extends StageName> {
  /** The step whose state it decides. */
  readonly step: Step;
  /** What it is called where it can't be calculated. */
  readonly title: string;
  readonly needs: readonly StageName[];
  /** Needed too, but it says what it can without: undefined where that stage could not be calculated. */
  readonly uses: readonly StageName[];
  readonly compute: (subject: Subject, from: Results) => Results[K];
}

type From<N extends StageName, U extends StageName> = Pick<Results, N> & {
  readonly [K in U]: Results[K] | undefined;
};

function stage<K extends StageName, const N extends StageName = never, const U extends StageName = never>(spec: {
  step: Step;
  title: string;
  needs?: readonly N[];
  uses?: readonly U[];
  compute: (subject: Subject, from: From<N, U>) => Results[K];
}): Stage<K> {
  const { step, title, needs = [], uses = [], compute } = spec;
  return { step, title, needs, uses, compute: compute };
}

/**
 * How a candidate is judged: each stage, what it rests on, how it is calculated. Whatever asks of a candidate asks here, so
 * nothing is wired or calculated twice. In working order: a stage stands after those that it needs.
 */
export const STAGES: { readonly [K in StageName]: Stage<K> } = {
  tyre: stage({ step: 'gearing', title: 'Tyre', compute: tyreOf }),
  survey: stage({
    step: 'survey',
    title: 'Survey',
    compute: (s) => ({
      checks: [],
      findings: s.chassis
        ? [...surveyFindings(s.chassis), ...conditionFindings(s), ...pickUpFindings(s), ...laterEngineFindings(s)]
        : [],
    }),
  }),
  plausible: stage({ step: 'donors', title: 'Figures', compute: assessPlausible }),
  donor: stage({ step: 'donors', title: 'Donor', compute: assessDonor }),
  engine: stage({ step: 'donors', title: 'Engine', compute: assessEngine }),
  mass: stage({ step: 'weight', title: 'Weight', compute: (s) => assessMass(s, massPlaces(s)) }),
  ride: stage({
    step: 'weight',
    title: 'Ride height and brakes',
    needs: ['mass'],
    compute: (s, { mass }) => assessRide(s, mass.figures),
  }),
  brakes: stage({
    step: 'weight',
    title: 'Brakes',
    needs: ['mass'],
    uses: ['tyre'],
    compute: (s, { mass, tyre }) => assessBrakes(s, mass, tyre?.rollingRadius?.value),
  }),
  gearing: stage({
    step: 'gearing',
    title: 'Gearing',
    needs: ['mass'],
    uses: ['tyre'],
    compute: (s, { mass, tyre }) => assessGearing(s, mass.figures, tyre?.rollingRadius),
  }),
  powerToWeight: stage({
    step: 'weight',
    title: 'Power-to-weight ratio',
    needs: ['gearing'],
    compute: (_, { gearing }) => assessPowerToWeight(gearing.figures),
  }),
  road: stage({
    step: 'gearing',
    title: 'Road load and tyres',
    needs: ['mass', 'gearing'],
    compute: (s, { mass, gearing }) => assessRoad(s, mass.figures, gearing.figures),
  }),
  layout: stage({ step: 'gearing', title: 'Layout', compute: assessLayout }),
  control: stage({
    step: 'gearing',
    title: 'Gearbox control and converter',
    needs: ['gearing'],
    compute: (s, { gearing }) => assessControl(s, gearing.figures.curve, cruiseLoad(s, gearing.figures)),
  }),
  mounts: stage({
    step: 'mounts',
    title: 'Mounts',
    uses: ['mass', 'gearing'],
    compute: (s, { mass, gearing }) => assessMounts(s, mass?.figures, gearing?.figures),
  }),
  brackets: stage({
    step: 'mounts',
    title: 'Brackets',
    uses: ['mounts'],
    compute: (s, { mounts }) => assessBrackets(s, mounts),
  }),
  fit: stage({
    step: 'fit',
    title: 'Fit',
    needs: ['mounts'],
    uses: ['brackets'],
    compute: (s, { mounts, brackets }) => assessFit(s, mounts.movement, mounts.firmer, brackets?.bodies),
  }),
  acceleration: stage({
    step: 'gearing',
    title: 'Acceleration',
    needs: ['mass', 'gearing'],
    uses: ['brakes'],
    compute: (s, { mass, gearing, brakes }) =>
      assessAcceleration(s, mass.figures, gearing.figures, brakes?.figures.holdsN),
  }),
  strength: stage({
    step: 'gearing',
    title: 'Gearbox and clutch strength',
    needs: ['gearing'],
    compute: (s, { gearing }) => assessStrength(s, gearing.figures),
  }),
  driveline: stage({
    step: 'gearing',
    title: 'Driveline strength',
    needs: ['gearing', 'strength'],
    uses: ['fit'],
    compute: (s, { gearing, strength, fit }) =>
      assessDriveline(s, gearing.figures, strength.figures.gears, fit?.figures.seat?.lines),
  }),
  cooling: stage({
    step: 'gearing',
    title: 'Cooling',
    needs: ['mass', 'gearing'],
    compute: (s, { mass, gearing }) => assessCooling(s, mass, gearing.figures),
  }),
  components: stage({
    step: 'gearing',
    title: 'Weakest component',
    needs: ['gearing', 'road', 'strength', 'driveline'],
    uses: ['cooling'],
    compute: (s, { gearing, road, strength, driveline, cooling }) =>
      assessComponents(s, gearing.figures, road.figures, strength.figures, driveline.figures, cooling?.figures),
  }),
  noise: stage({
    step: 'brief',
    title: 'Noise',
    needs: ['gearing'],
    compute: (s, { gearing }) => assessNoise(s, gearing.figures.peakPowerKw?.value),
  }),
  wheels: stage({
    step: 'brief',
    title: 'Wheel size',
    uses: ['tyre'],
    compute: (s, { tyre }) => wheelSizeLimit(s, tyre?.rimIn),
  }),
  wishes: stage({
    step: 'brief',
    title: 'Class and preferences',
    uses: ['mass', 'gearing'],
    compute: (s, { mass, gearing }) => assessWishes(s, gearing?.figures, mass?.figures.totalKg),
  }),
  joints: stage({ step: 'joints', title: 'Joints', compute: assessJoints }),
  wiring: stage({ step: 'wiring', title: 'Wiring', compute: assessWiring }),
  money: stage({
    step: 'money',
    title: 'Bill',
    uses: ['joints'],
    compute: (s, { joints }) => assessMoney(s, joints?.figures),
  }),
};

export const STAGE_NAMES = Object.keys(STAGES) as StageName[];
