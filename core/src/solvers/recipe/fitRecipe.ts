import { awayOf, roomGivenUp, roomWords, shieldable, thicknessAlong } from '../../questions/fit/index.ts';
import { convexOf } from '../../geometry/index.ts';
import {
  allowedChanges,
  changeWords,
  costOfChange,
  dressingOf,
  obstaclesWith,
  shieldOn,
  trimmable,
  accept,
  type Accepted,
  type Candidate,
  placedAt,
  type Obstacle,
  type Subject,
  hourPrice,
} from '../../model/index.ts';
import { say } from '../../units/index.ts';
import {
  AXES,
  Evaluator,
  type FoundPlace,
  limitsOf,
  type PlacementProblem,
  type Point,
  problemFor,
  type Progress,
  type Range,
} from '../placement/index.ts';
import { searchRecipes, type Chosen, type RecipeStep } from './modificationSearch.ts';

/** A step of a recipe with what it takes and what accepting it would write. */
interface FitStep extends RecipeStep {
  readonly told: (amountMm: number) => RecipeLine;
}

interface RecipeLine {
  /** In words, with figures as tokens. */
  readonly title: string;
  readonly cost: number;
  readonly hours: number;
  readonly massKg: number;
  readonly givesUp?: string;
  readonly accept: Accepted;
}

export interface FitRecipe {
  readonly lines: readonly RecipeLine[];
  readonly cost: number;
  readonly hours: number;
  /** Hours at the shop’s rate where the shop does them. */
  readonly labour: number;
  readonly massKg: number;
  readonly givesUp: readonly string[];
  readonly place: FoundPlace;
  /** The candidate with it accepted: changes and place. */
  readonly candidate: Candidate;
}

export interface FitRecipeAnswer {
  /** Cheapest first; one without lines means that moving alone does it. */
  readonly recipes: readonly FitRecipe[];
  readonly asItIs: FoundPlace;
  readonly tried: number;
  readonly allCheaperTried: boolean;
  readonly stepsOffered: number;
}

/** Hours that cost nothing still break ties: so much money each. */
const TIE_PER_HOUR = 0.01;

/**
 * What may be changed so that a candidate goes in: other dressing, the obstacles within what the survey allows, lugs that
 * may come off, shields. Never what is marked never. Only what can come within reach of the powertrain in the range.
 */
export function recipeSteps(subject: Subject, near: (id: string) => boolean = () => true): FitStep[] {
  const { candidate, chassis, engine, gearbox, brief } = subject;
  const rate = hourPrice(brief);
  const worth = (cost: number, hours: number) => Math.max(0, cost + hours * (rate + TIE_PER_HOUR));
  const obstacles = obstaclesWith(chassis ?? { obstacles: [] }, subject.parts);
  const steps: FitStep[] = [];
  const add = (id: string, target: string, bodies: readonly string[], line: RecipeLine) =>
    steps.push({ id, target, bodies, cost: worth(line.cost, line.hours), told: () => line });
  for (const { slot, options } of engine.slots) {
    const now = options.find((o) => subject.dressing.includes(o));
    if (!now || !options.some((o) => o.solids.some((s) => near(s.id)))) continue;
    const bought = (o: typeof now) => (o.stock ? { cost: 0, hours: 0 } : { cost: o.price.likely, hours: o.hours });
    const bodies = options.flatMap((o) => o.solids.map((s) => s.id));
    for (const option of options) {
      if (option === now) continue;
      const gives = [
        option.powerFactor && option.powerFactor.value < (now.powerFactor?.value ?? 1)
          ? `${say((1 - option.powerFactor.value) * 100, 'percent')} of power`
          : '',
        option.noiseDeltaDb && option.noiseDeltaDb.value > (now.noiseDeltaDb?.value ?? 0)
          ? `${say(option.noiseDeltaDb.value - (now.noiseDeltaDb?.value ?? 0), 'soundDb')} louder`
          : '',
      ].filter(Boolean);
      add(`${slot}:${option.id}`, `slot:${slot}`, bodies, {
        title: `Fit ${option.name}`,
        cost: bought(option).cost - bought(now).cost,
        hours: bought(option).hours - bought(now).hours,
        massKg: option.massKg.value - now.massKg.value,
        ...(gives.length > 0 ? { givesUp: gives.join(', ') } : {}),
        accept: { kind: 'dressing', slot, optionId: option.id },
      });
    }
  }
  for (const obstacle of obstacles) if (near(obstacle.id)) steps.push(...obstacleSteps(obstacle, candidate, worth));
  for (const o of [...obstacles, ...(candidate.routes ?? [])]) {
    const line = 'role' in o && shieldable(o.role);
    const isRoute = 'kind' in o && !['exhaust', 'intake pipe', 'charge pipe'].includes(o.kind);
    if (!(line || isRoute) || ('shielded' in o && o.shielded) || candidate.shields?.includes(o.id) || !near(o.id))
      continue;
    const shield = shieldOn(o);
    add(`shield:${o.id}`, `shield:${o.id}`, [o.id], {
      title: `Shield the ${o.name}`,
      cost: shield.cost,
      hours: shield.hours,
      massKg: shield.massKg,
      accept: { kind: 'shield', on: o.id },
    });
  }
  const solids = [...engine.solids, ...subject.dressing.flatMap((d) => d.solids), ...gearbox.solids];
  for (const { id, name, mayTrim } of trimmable(solids)) {
    if (candidate.trims?.includes(id) || !near(id)) continue;
    add(`trim:${id}`, `trim:${id}`, [id], {
      title: `Trim the ${name}, ${say(mayTrim.allowanceMm, 'lengthMm')}`,
      cost: mayTrim.cost,
      hours: mayTrim.hours,
      massKg: 0,
      ...(mayTrim.givesUp ? { givesUp: mayTrim.givesUp } : {}),
      accept: { kind: 'trim', solidId: id },
    });
  }
  return steps;
}

function obstacleSteps(
  obstacle: Obstacle,
  candidate: Candidate,
  worth: (cost: number, hours: number) => number,
): FitStep[] {
  const done = candidate.obstacleChanges?.find((c) => c.obstacleId === obstacle.id);
  return allowedChanges(obstacle).flatMap((change): FitStep[] => {
    // What was begun one way can only be carried on that way.
    if (done && done.do !== change.do) return [];
    if (change.do === 'replace' && (done || !change.replacement)) return [];
    const already = done?.amountMm ?? 0;
    const before = done ? costOfChange(change, already) : { cost: 0, hours: 0, massKg: 0 };
    const told = (amountMm: number): RecipeLine => {
      const { cost, hours, massKg } = costOfChange(change, amountMm);
      const room = roomGivenUp(obstacle, convexOf(obstacle.shape).vertices, change, amountMm);
      const gives = [change.givesUp ?? '', room ? roomWords(room) : ''].filter(Boolean);
      return {
        title: changeWords(obstacle, change.do, say(amountMm, 'lengthMm')),
        cost: cost - before.cost,
        hours: hours - before.hours,
        massKg: massKg - before.massKg,
        ...(gives.length > 0 ? { givesUp: gives.join(', ') } : {}),
        accept: { kind: 'obstacleChange', obstacleId: obstacle.id, do: change.do, amountMm },
      };
    };
    const id = `${obstacle.id}:${change.do}`;
    if (change.do === 'replace') {
      const line = told(0);
      return [{ id, target: obstacle.id, bodies: [obstacle.id], cost: worth(line.cost, line.hours), told }];
    }
    const deepest =
      change.do === 'notch'
        ? Math.floor(thicknessAlong(convexOf(obstacle.shape), awayOf(obstacle, change)) - 1)
        : Infinity;
    const leastMm = already + 1;
    const mostMm = Math.min(change.allowanceMm, deepest);
    if (mostMm < leastMm) return [];
    const least = told(leastMm);
    const perMm = worth(change.costPerMm ?? 0, change.hoursPerMm ?? 0);
    return [
      {
        id,
        target: obstacle.id,
        bodies: [obstacle.id],
        cost: worth(least.cost, least.hours),
        amount: { leastMm, mostMm, stepMm: 1, costPerMm: perMm },
        told,
      },
    ];
  });
}

/** What can come nearer than it needs anywhere in the range: ids of parts and obstacles. */
function reachable(problem: PlacementProblem, wantMm: number): Set<string> {
  const evaluator = new Evaluator(problem);
  const { range } = problem;
  const middle = AXES.map((a) => (range[a][0] + range[a][1]) / 2) as unknown as Point;
  const half = AXES.map((a) => (range[a][1] - range[a][0]) / 2);
  evaluator.at(middle, evaluator.allPairs, Infinity);
  const { margins } = evaluator;
  const ids = new Set<string>();
  for (let i = 0; i < margins.count; i++) {
    const part = evaluator.partOf(margins.pair[i]!);
    const can = evaluator.reach(part, Math.hypot(half[0]!, half[1]!, half[2]!), half[3]! + half[4]!);
    if (margins.marginMm[i]! - can >= wantMm) continue;
    ids.add(problem.parts[part]!.id).add(problem.obstacles[evaluator.obstacleOf(margins.pair[i]!)]!.id);
  }
  return ids;
}

/**
 * The cheapest sets of modifications that make a candidate fit with `wantMm` to spare, up to three, each with the place it
 * then takes. Hours count at the shop’s rate, or break ties where they are the owner’s own.
 * @throws InputError when the bay has not been measured.
 */
export function* searchFitRecipes(
  subject: Subject,
  range: Range,
  { wantMm = 0, tries = 240 }: { wantMm?: number; tries?: number } = {},
): Generator<Progress, FitRecipeAnswer> {
  const limits = limitsOf(subject);
  const near = reachable(problemFor(subject, range, limits), wantMm);
  const steps = recipeSteps(subject, (id) => near.has(id));
  const accepted = (chosen: readonly Chosen<FitStep>[]): Candidate =>
    chosen.reduce((c, { step, amountMm }) => accept(c, step.told(amountMm).accept), subject.candidate);
  const withChoice = (chosen: readonly Chosen<FitStep>[]): PlacementProblem => {
    const candidate = accepted(chosen);
    const dressing = dressingOf(subject.engine, candidate).map((d) => d.option);
    return problemFor({ ...subject, candidate, dressing }, range, limits);
  };
  const answer = yield* searchRecipes(steps, withChoice, { wantMm, tries, starts: [subject.candidate.placement] });
  const rate = hourPrice(subject.brief);
  const recipes = answer.recipes.map((r): FitRecipe => {
    const lines = r.steps.map(({ step, amountMm }) => step.told(amountMm));
    const sum = (of: (l: RecipeLine) => number) => lines.reduce((s, l) => s + of(l), 0);
    const hours = sum((l) => l.hours);
    return {
      lines,
      cost: sum((l) => l.cost),
      hours,
      labour: hours * rate,
      massKg: sum((l) => l.massKg),
      givesUp: lines.flatMap((l) => (l.givesUp ? [l.givesUp] : [])),
      place: r.place,
      candidate: placedAt(accepted(r.steps), r.place.placement),
    };
  });
  return {
    recipes,
    asItIs: answer.asItIs,
    tried: answer.tried,
    allCheaperTried: answer.allCheaperTried,
    stepsOffered: steps.length,
  };
}
