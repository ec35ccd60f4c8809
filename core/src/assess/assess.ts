import { assessDonor, type DonorFigures } from '../questions/donor/index.ts';
import { assessEngine, type EngineFigures } from '../questions/engine/index.ts';
import { assessMass, assessRide, type MassFigures, massPlaces, type RideFigures } from '../questions/mass/index.ts';
import { assessFit, type FitFigures } from '../questions/fit/index.ts';
import {
  assessControl,
  assessGearing,
  assessRoad,
  cruiseLoad,
  readTyreCode,
  type ControlFigures,
  type GearingFigures,
  type RoadFigures,
} from '../questions/gearing/index.ts';
import { assessJoints, type JointFigures } from '../questions/joints/index.ts';
import {
  makeFinding,
  resolveSubject,
  STATES,
  STEPS,
  worstState,
  type Build,
  type Candidate,
  type Finding,
  type Library,
  type State,
  type Step,
  type Subject,
  type Verdictable,
} from '../model/index.ts';
import { assessMoney, type Bill } from '../questions/money/index.ts';
import { assessNoise } from '../questions/noise/index.ts';
import { assessAcceleration, type AccelerationFigures } from '../questions/acceleration/index.ts';
import {
  assessComponents,
  assessStrength,
  type ComponentLimits,
  type StrengthFigures,
} from '../questions/strength/index.ts';
import { surveyFindings } from '../questions/survey/index.ts';
import { InputError, type Derived } from '../units/index.ts';
import { wheelSizeLimit } from '../questions/lineup/index.ts';

/** Everything that Sable can say about one candidate. Figures are absent where a needed input is. */
export interface Assessment extends Verdictable {
  readonly figures?: {
    readonly buying: DonorFigures;
    readonly engineSums: EngineFigures;
    readonly noiseDb: Derived | undefined;
    readonly fit: FitFigures;
    readonly mass: MassFigures;
    readonly ride: RideFigures;
    readonly gearing: GearingFigures;
    readonly road: RoadFigures;
    readonly control: ControlFigures;
    readonly run: AccelerationFigures;
    readonly stress: StrengthFigures;
    readonly links: ComponentLimits;
    readonly joints: JointFigures;
    readonly bill: Bill | undefined;
  };
}

/**
 * Judges one candidate from stored data alone, once forward: fit → mass → gearing → stress → noise → joints → money. It
 * changes nothing and proposes nothing.
 */
export function assess(build: Build, candidate: Candidate, library: Library): Assessment {
  const { subject, findings } = resolveSubject(build, candidate, library);
  if (!subject) return verdictOf(candidate, [], findings);
  try {
    return assessSubject(subject, findings);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const broken = makeFinding({
      id: 'bad-input',
      state: 'unknown',
      step: 'survey',
      title: 'A figure it rests on can’t be used',
      because: error.message,
      about: [candidate.id],
      missing: [error.pointer],
    });
    return verdictOf(candidate, [], [...findings, broken]);
  }
}

function assessSubject(subject: Subject, missing: readonly Finding[]): Assessment {
  const { candidate } = subject;
  const buying = assessDonor(subject);
  const engineSums = assessEngine(subject);
  const fit = assessFit(subject);
  const mass = assessMass(subject, massPlaces(subject));
  const ride = assessRide(subject, mass.figures);
  const gearing = assessGearing(subject, mass.figures);
  const road = assessRoad(subject, mass.figures, gearing.figures);
  const control = assessControl(subject, gearing.figures.curve, cruiseLoad(subject, gearing.figures));
  const run = assessAcceleration(subject, mass.figures, gearing.figures);
  const stress = assessStrength(subject, gearing.figures, { propshaftMm: fit.figures.seat?.propshaft?.lengthMm });
  const links = assessComponents(subject, gearing.figures, road.figures, stress.figures);
  const noise = assessNoise(subject, gearing.figures.peakPowerKw?.value);
  const joints = assessJoints(subject);
  const money = assessMoney(subject);
  const wheels = wheelSizeLimit(subject, rimOf(candidate.tyreCode));
  const powerToWeight = gearing.checks.filter((c) => c.step === 'weight');
  const checks = [
    ...noise.checks,
    ...wheels.checks,
    ...engineSums.checks,
    ...fit.checks,
    ...gearing.checks.filter((c) => c.step !== 'weight'),
    ...road.checks,
    ...control.checks,
    ...run.checks,
    ...stress.checks,
    ...mass.checks,
    ...ride.checks,
    ...powerToWeight,
    ...joints.checks,
    ...money.checks,
  ];
  const findings = [
    ...missing,
    ...(subject.chassis ? surveyFindings(subject.chassis) : []),
    ...noise.findings,
    ...wheels.findings,
    ...buying.findings,
    ...engineSums.findings,
    ...fit.findings,
    // An unknown mass is the cause of what follows from it, so it stands first.
    ...mass.findings,
    ...ride.findings,
    ...gearing.findings,
    ...control.findings,
    ...stress.findings,
    ...road.findings,
    ...run.findings,
    ...links.findings,
    ...joints.findings,
    ...money.findings,
  ];
  return {
    ...verdictOf(candidate, checks, findings),
    figures: {
      buying: buying.figures,
      engineSums: engineSums.figures,
      noiseDb: noise.figures.levelDb,
      fit: fit.figures,
      mass: mass.figures,
      ride: ride.figures,
      gearing: gearing.figures,
      road: road.figures,
      control: control.figures,
      run: run.figures,
      stress: stress.figures,
      links: links.order,
      joints: joints.figures,
      bill: money.figures.bill,
    },
  };
}

function rimOf(code: string): number | undefined {
  try {
    return readTyreCode(code).rimIn;
  } catch (error) {
    if (error instanceof InputError) return undefined;
    throw error;
  }
}

/** Findings worst first, in working order within a state; states of the candidate and of each step. */
function verdictOf(candidate: Candidate, checks: Verdictable['checks'], findings: readonly Finding[]): Verdictable {
  const sorted = [...findings].sort((a, b) => STATES.indexOf(b.state) - STATES.indexOf(a.state));
  const steps: Partial<Record<Step, State>> = {};
  for (const step of STEPS) {
    const of = findings.filter((f) => f.step === step);
    const rows = checks.filter((c) => c.step === step);
    if (of.length + rows.length > 0) steps[step] = worstState([...of.map((f) => f.state), ...rows.map((c) => c.state)]);
  }
  return {
    candidateId: candidate.id,
    state: worstState([...findings.map((f) => f.state), ...checks.map((c) => c.state)]),
    steps,
    checks,
    findings: sorted,
  };
}

/** The whole line-up. */
export function assessAll(build: Build, library: Library): Assessment[] {
  return build.candidates.map((candidate) => assess(build, candidate, library));
}
