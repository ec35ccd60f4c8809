import type { Work } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';
import { solveBinary, type BinaryRow } from './highs.ts';

/** Something that can be chosen: a part, or work in place of one. */
export interface Choosable {
  readonly id: string;
  readonly closes: readonly string[];
  readonly cost: number;
  readonly hours: number;
  readonly massKg: number;
  /** Others that must be chosen with it, and that can’t. */
  readonly requires: readonly string[];
  /** Of each list one at least. */
  readonly requiresOneOf?: readonly (readonly string[])[];
  readonly excludes: readonly string[];
  readonly oneOff?: boolean;
  readonly leadDays?: number;
}

export const OBJECTIVES = ['cost', 'hours', 'mass', 'oneOffs', 'lead'] as const;
export type Objective = (typeof OBJECTIVES)[number];
/** So much of each; a blend adds them, each in its own unit. */
export type ResolveWeights = Readonly<Partial<Record<Objective, number>>>;

/** A joint that several choosables close only together. */
export interface Chain {
  readonly joint: string;
  readonly all: readonly string[];
}

export interface ResolveProblem {
  readonly joints: readonly string[];
  readonly parts: readonly Choosable[];
  readonly chains?: readonly Chain[];
  readonly weights: ResolveWeights;
  readonly pinned?: readonly string[];
  readonly refused?: readonly string[];
  /** Sets that were tried and do not hold: at least one of each has to be left out. */
  readonly barred?: readonly (readonly string[])[];
  /** How many next best ones are wanted. */
  readonly alternatives?: number;
}

export interface Resolved {
  readonly chosen: readonly string[];
  readonly total: number;
}

export interface Resolution {
  readonly feasible: boolean;
  readonly best: Resolved | undefined;
  /** Next best ones, each without a part that matters of every one before it. */
  readonly alternatives: readonly Resolved[];
  /** The fewest joints that can’t be closed together; proven to be the fewest, or only that none of them can be left out. */
  readonly conflict: { readonly joints: readonly string[]; readonly smallest: boolean } | undefined;
  /** Joints that nothing closes, whatever else is chosen. */
  readonly unclosable: readonly string[];
}

const CONFLICT_MS = 5000;
/** A bolt is not what tells two ways apart: of the dearest part so much at least. */
const MATTERS = 0.05;

const OF: Readonly<Record<Objective, (p: Choosable) => number>> = {
  cost: (p) => p.cost,
  hours: (p) => p.hours,
  mass: (p) => p.massKg,
  oneOffs: (p) => (p.oneOff ? 1 : 0),
  lead: (p) => p.leadDays ?? 0,
};

/** What a choice counts, by weights. */
export const worthOf = (p: Choosable, weights: ResolveWeights): number =>
  OBJECTIVES.reduce((sum, o) => sum + (weights[o] ?? 0) * OF[o](p), 0);

class Model {
  readonly problem: ResolveProblem;
  readonly place: ReadonlyMap<string, number>;
  readonly costs: readonly number[];
  private readonly chainColumns: readonly (Chain & { readonly column: number })[];
  private readonly fixed: readonly BinaryRow[];

  constructor(problem: ResolveProblem) {
    this.problem = problem;
    const { parts, chains = [], pinned = [], refused = [], barred = [] } = problem;
    const place = new Map(parts.map((p, i) => [p.id, i]));
    this.place = place;
    parts.forEach((p, i) => {
      for (const [key, ids] of [
        ['requires', p.requires],
        ['excludes', p.excludes],
      ] as const)
        for (const id of ids)
          if (!place.has(id) && key === 'requires')
            throw new InputError(`/parts/${i}/requires`, `“${p.id}” requires “${id}”, which is not in the list.`);
    });
    this.chainColumns = chains.map((c, i) => ({ ...c, column: parts.length + i }));
    const worth = parts.map((p) => worthOf(p, problem.weights));
    // Of sets that count the same the one of fewer parts: nothing is bought for nothing.
    const tie = 1e-6 * Math.max(1, ...worth.map(Math.abs));
    this.costs = [...worth.map((w) => w + tie / Math.max(1, parts.length)), ...chains.map(() => 0)];
    const rows: BinaryRow[] = [];
    const column = (id: string) => place.get(id);
    parts.forEach((p, i) => {
      for (const id of p.requires)
        rows.push({
          terms: [
            [column(id)!, 1],
            [i, -1],
          ],
          atLeast: 0,
        });
      for (const some of p.requiresOneOf ?? [])
        rows.push({
          terms: [...some.flatMap((id) => (place.has(id) ? [[column(id)!, 1] as const] : [])), [i, -1]],
          atLeast: 0,
        });
      for (const id of p.excludes) {
        const other = column(id);
        if (other !== undefined && other !== i)
          rows.push({
            terms: [
              [i, 1],
              [other, 1],
            ],
            atMost: 1,
          });
      }
    });
    for (const c of this.chainColumns)
      for (const id of c.all)
        rows.push({
          terms: [
            [column(id)!, 1],
            [c.column, -1],
          ],
          atLeast: 0,
        });
    for (const id of pinned) if (column(id) !== undefined) rows.push({ terms: [[column(id)!, 1]], atLeast: 1 });
    for (const id of refused) if (column(id) !== undefined) rows.push({ terms: [[column(id)!, 1]], atMost: 0 });
    for (const set of barred) rows.push(this.notAll(set));
    this.fixed = rows;
  }

  /** At least one of a set is left out. */
  notAll(set: readonly string[]): BinaryRow {
    const columns = set.flatMap((id) => this.place.get(id) ?? []);
    return { terms: columns.map((c) => [c, 1] as const), atMost: columns.length - 1 };
  }

  private closing(joint: string): (readonly [number, number])[] {
    return [
      ...this.problem.parts.flatMap((p, i) => (p.closes.includes(joint) ? [[i, 1] as const] : [])),
      ...this.chainColumns.flatMap((c) => (c.joint === joint ? [[c.column, 1] as const] : [])),
    ];
  }

  /** The cheapest set that closes some joints; undefined where none does. */
  solve(joints: readonly string[], more: readonly BinaryRow[] = []): Resolved | undefined {
    const rows = [...this.fixed, ...more, ...joints.map((j): BinaryRow => ({ terms: this.closing(j), atLeast: 1 }))];
    const found = solveBinary({ costs: this.costs, rows });
    if (!found) return undefined;
    const { parts, weights } = this.problem;
    const chosen = parts.filter((_, i) => found.has(i));
    return { chosen: chosen.map((p) => p.id), total: chosen.reduce((sum, p) => sum + worthOf(p, weights), 0) };
  }

  /** Of all joints as many as can be closed with some of them closed for sure; undefined where those alone can’t be. */
  most(sure: readonly string[]): readonly string[] | undefined {
    const { joints } = this.problem;
    const first = this.costs.length;
    const rows: BinaryRow[] = [
      ...this.fixed,
      ...sure.map((j): BinaryRow => ({ terms: this.closing(j), atLeast: 1 })),
      // A joint counts as closed only where something closes it.
      ...joints.map((j, i): BinaryRow => ({ terms: [...this.closing(j), [first + i, -1]], atLeast: 0 })),
    ];
    const found = solveBinary({ costs: [...this.costs.map(() => 0), ...joints.map(() => -1)], rows });
    return found && joints.filter((j, i) => sure.includes(j) || found.has(first + i));
  }
}

/** The fewest of some things that meet every one of some sets. */
function hitting(things: readonly string[], sets: readonly (readonly string[])[]): string[] {
  const found = solveBinary({
    costs: things.map(() => 1),
    rows: sets.map((s) => ({ terms: s.map((x) => [things.indexOf(x), 1] as const), atLeast: 1 })),
  });
  return things.filter((_, i) => found!.has(i));
}

/**
 * The fewest joints that can’t be closed together, by implicit hitting sets: whatever meets every known set of joints that have to
 * be given up is tried; where it can be closed, as many more as can be with it tell another set. Past the time left to it, one of
 * which no joint can be left out.
 */
function* conflictOf(model: Model): Work<NonNullable<Resolution['conflict']>> {
  const { joints } = model.problem;
  const until = Date.now() + CONFLICT_MS;
  const givenUp: (readonly string[])[] = [];
  while (Date.now() < until) {
    const core = hitting(joints, givenUp);
    const closed = model.most(core);
    yield { share: 0.5 };
    if (!closed) return { joints: core, smallest: true };
    givenUp.push(joints.filter((j) => !closed.includes(j)));
  }
  let core = [...joints];
  for (const j of joints) {
    const without = core.filter((x) => x !== j);
    if (!model.solve(without)) core = without;
    yield { share: 0.9 };
  }
  return { joints: core, smallest: false };
}

/**
 * The parts and work that close every joint and count least, with what each requires and excludes, and the next best ways that differ
 * in a part that matters. Where no set does, and it is to be explained, the fewest joints that can’t be closed together. Exact: mixed-integer programs.
 * @throws InputError naming a part that requires one which is not in the list.
 */
export function* resolveJoints(problem: ResolveProblem, explain = true): Work<Resolution> {
  const model = new Model(problem);
  const wanted = (problem.alternatives ?? 0) + 1;
  const ways: Resolved[] = [];
  const cuts: BinaryRow[] = [];
  for (let i = 0; i < wanted; i++) {
    const way = model.solve(problem.joints, cuts);
    if (!way) break;
    ways.push(way);
    cuts.push(model.notAll(mattering(problem, way.chosen)));
    yield { share: (i + 1) / wanted, done: i + 1, of: wanted };
    if (way.chosen.length === 0) break;
  }
  const [best, ...alternatives] = ways;
  if (best) return { feasible: true, best, alternatives, conflict: undefined, unclosable: [] };
  const unclosable = problem.joints.filter(
    (j) => !problem.parts.some((p) => p.closes.includes(j)) && !problem.chains?.some((c) => c.joint === j),
  );
  const conflict = explain ? yield* conflictOf(model) : undefined;
  return { feasible: false, best: undefined, alternatives: [], conflict, unclosable };
}

/** Of a set the parts that tell it from another: not the cheapest bolt; all of them where they count alike. */
export function mattering({ parts, weights }: ResolveProblem, chosen: readonly string[]): string[] {
  const list = parts.filter((p) => chosen.includes(p.id));
  const worth = list.map((p) => worthOf(p, weights));
  const most = Math.max(0, ...worth);
  const kept = list.filter((_, i) => worth[i]! >= MATTERS * most);
  return kept.map((p) => p.id);
}
