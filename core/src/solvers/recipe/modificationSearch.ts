import TinyQueue from 'tinyqueue';
import type { Placement } from '../../model/index.ts';
import { type FoundPlace, foundPlacement, type PlacementProblem, type Progress } from '../placement/index.ts';

/** One thing that could be changed: at most one step of each target goes into a recipe. */
export interface RecipeStep {
  readonly id: string;
  readonly target: string;
  /** Ids of the bodies that it changes, takes away or brings. */
  readonly bodies: readonly string[];
  /** What it costs at the least amount, everything counted, in money. */
  readonly cost: number;
  /** Where it can go by more or less: from `leastMm` in steps of `stepMm` to `mostMm`, and what each mm costs on top. */
  readonly amount?: {
    readonly leastMm: number;
    readonly mostMm: number;
    readonly stepMm: number;
    readonly costPerMm: number;
  };
}

export interface Chosen<S extends RecipeStep = RecipeStep> {
  readonly step: S;
  /** mm; 0 for steps without an amount. */
  readonly amountMm: number;
}

interface Recipe<S extends RecipeStep = RecipeStep> {
  readonly steps: readonly Chosen<S>[];
  readonly cost: number;
  readonly place: FoundPlace;
}

export interface RecipeAnswer<S extends RecipeStep = RecipeStep> {
  /** Cheapest first; none is another with more added. */
  readonly recipes: readonly Recipe<S>[];
  /** The best that moving alone can do. */
  readonly asItIs: FoundPlace;
  readonly tried: number;
  /** False when some cheaper set was neither tried nor proven not to work. */
  readonly allCheaperTried: boolean;
}

export interface RecipeOptions {
  /** Margin to reach, mm. */
  readonly wantMm?: number;
  readonly most?: number;
  /** How many sets are tried at most. */
  readonly tries?: number;
  readonly largestSet?: number;
  readonly starts?: readonly Placement[];
}

/** A set that can't work should be proven so, for then all that share its reason need not be tried. */
const QUICK = 1500;
/** Nought within what the arithmetic can tell. */
const NOUGHT_MM = 1e-6;

const costOf = (chosen: readonly Chosen[]): number =>
  chosen.reduce(
    (s, { step, amountMm }) =>
      s + step.cost + (step.amount ? step.amount.costPerMm * (amountMm - step.amount.leastMm) : 0),
    0,
  );

/**
 * The cheapest sets of changes with which the assembly clears everything by `wantMm`: sets are tried in the order of
 * their cost, each with its own search for a place, so the first that works is the cheapest; a set that holds a working
 * one is passed over, and so is one that changes nothing of what kept an earlier one out. Amounts are then
 * taken back to the least that still works.
 */
export function* searchRecipes<S extends RecipeStep>(
  steps: readonly S[],
  problemFor: (chosen: readonly Chosen<S>[]) => PlacementProblem,
  { wantMm = 0, most = 3, tries = 240, largestSet = 4, starts = [] }: RecipeOptions = {},
): Generator<Progress, RecipeAnswer<S>> {
  const sorted = [...steps].sort((a, b) => a.cost - b.cost);
  const want = wantMm + NOUGHT_MM;
  const works = (place: FoundPlace) => place.limitsMet && place.minMarginMm >= want - NOUGHT_MM * 2;
  const full = (step: S): Chosen<S> => ({ step, amountMm: step.amount?.mostMm ?? 0 });
  const changeable = new Set(steps.flatMap((s) => s.bodies));
  const targetsOf = (body: string) => steps.filter((s) => s.bodies.includes(body)).map((s) => s.target);
  // Whatever else is changed, with these choices it can't fit, or hardly.
  let sure = true;
  const hopeless: ReadonlyMap<string, string | undefined>[] = [];
  const learn = (place: FoundPlace, set: readonly S[]) => {
    if (!place.against) return;
    if (!place.against.proven) sure = false;
    const chosen = new Map(set.map((s) => [s.target, s.id]));
    hopeless.push(new Map(place.against.bodies.flatMap(targetsOf).map((target) => [target, chosen.get(target)])));
  };
  const ruledOut = (set: readonly S[]) => {
    const chosen = new Map(set.map((s) => [s.target, s.id]));
    return hopeless.some((reason) => [...reason].every(([target, id]) => chosen.get(target) === id));
  };
  const asItIs = foundPlacement(problemFor([]), { starts });
  yield { share: 0.03, bestMm: asItIs.minMarginMm };
  if (works(asItIs)) {
    return { recipes: [{ steps: [], cost: 0, place: asItIs }], asItIs, tried: 1, allCheaperTried: true };
  }
  learn(foundPlacement(problemFor([]), { enoughMm: want, starts: [asItIs.placement], changeable }), []);
  interface Node {
    readonly cost: number;
    readonly set: readonly number[];
    /** Set once it is known to work: with its amounts and its true cost. */
    readonly solved?: Recipe<S>;
  }
  const queue = new TinyQueue<Node>([], (a, b) => a.cost - b.cost);
  if (sorted.length > 0) queue.push({ cost: sorted[0]!.cost, set: [0] });
  const recipes: Recipe<S>[] = [];
  const working: Set<string>[] = [];
  let tried = 1;
  let bestMm = asItIs.minMarginMm;
  while (queue.length > 0 && recipes.length < most && tried < tries) {
    const node = queue.pop()!;
    if (node.solved) {
      recipes.push(node.solved);
      continue;
    }
    const last = node.set[node.set.length - 1]!;
    if (last + 1 < sorted.length) {
      const next = sorted[last + 1]!.cost;
      if (node.set.length < largestSet) queue.push({ cost: node.cost + next, set: [...node.set, last + 1] });
      queue.push({ cost: node.cost + next - sorted[last]!.cost, set: [...node.set.slice(0, -1), last + 1] });
    }
    const set = node.set.map((i) => sorted[i]!);
    if (new Set(set.map((s) => s.target)).size < set.length) continue;
    if (working.some((w) => [...w].every((id) => set.some((s) => s.id === id)))) continue;
    if (ruledOut(set)) continue;
    tried++;
    const near = [asItIs.placement, ...starts];
    const place = foundPlacement(problemFor(set.map(full)), {
      evaluations: QUICK,
      enoughMm: want,
      starts: near,
      changeable,
    });
    learn(place, set);
    bestMm = Math.max(bestMm, place.minMarginMm);
    if (works(place)) {
      working.push(new Set(set.map((s) => s.id)));
      const recipe = tookBack(set.map(full), place, problemFor, want, works);
      queue.push({ cost: recipe.cost, set: node.set, solved: recipe });
    }
    yield { share: Math.min(0.98, Math.max(tried / tries, recipes.length / most)), bestMm };
  }
  return { recipes, asItIs, tried, allCheaperTried: sure && (recipes.length >= most || queue.length === 0) };
}

/** The same steps with their amounts taken back as far as they go, the dearest mm first. */
function tookBack<S extends RecipeStep>(
  chosen: readonly Chosen<S>[],
  place: FoundPlace,
  problemFor: (chosen: readonly Chosen<S>[]) => PlacementProblem,
  want: number,
  works: (place: FoundPlace) => boolean,
): Recipe<S> {
  let now = [...chosen];
  let at = place;
  const order = chosen
    .map((_, i) => i)
    .filter((i) => chosen[i]!.step.amount)
    .sort((a, b) => chosen[b]!.step.amount!.costPerMm - chosen[a]!.step.amount!.costPerMm);
  for (const i of order) {
    const { leastMm, stepMm, mostMm } = now[i]!.step.amount!;
    const amount = (steps: number) => Math.min(mostMm, leastMm + steps * stepMm);
    let low = -1; // does not work, or is not worth trying
    let high = Math.ceil((mostMm - leastMm) / stepMm - 1e-9);
    while (high - low > 1) {
      const middle = Math.floor((low + high) / 2);
      const trial = now.map((c, k) => (k === i ? { ...c, amountMm: amount(middle) } : c));
      const found = foundPlacement(problemFor(trial), { evaluations: QUICK, enoughMm: want, starts: [at.placement] });
      if (works(found)) {
        high = middle;
        at = found;
        now = trial;
      } else low = middle;
    }
    now = now.map((c, k) => (k === i ? { ...c, amountMm: amount(high) } : c));
  }
  const best = foundPlacement(problemFor(now), { starts: [at.placement] });
  return { steps: now, cost: costOf(now), place: best };
}

/** A recipe search run to its end. */
export function foundRecipes<S extends RecipeStep>(
  steps: readonly S[],
  problemFor: (chosen: readonly Chosen<S>[]) => PlacementProblem,
  options?: RecipeOptions,
): RecipeAnswer<S> {
  const run = searchRecipes(steps, problemFor, options);
  for (;;) {
    const next = run.next();
    if (next.done) return next.value;
  }
}
