import {
  accept,
  costOfPart,
  deletionOf,
  fabricationOf,
  indexOf,
  swapOf,
  takeOut,
  weighing,
  wholeOf,
  type Candidate,
  type Condition,
  type Part,
  type Setting,
  type State,
  type Subject,
  type Library,
  type Work,
} from '../../model/index.ts';
import { resolveSubject } from '../../model/index.ts';
import { judging } from '../../pipeline/index.ts';
import { capital } from '../../units/index.ts';
import {
  closeJoint,
  conditionWords,
  conflictsOf,
  jointsOf,
  swapSources,
  type JointInstance,
} from '../../questions/joints/index.ts';
import {
  mattering,
  resolveJoints,
  type Chain,
  type Choosable,
  type ResolveProblem,
  type Resolution,
  type ResolveWeights,
} from './resolve.ts';

/** What a person holds to: parts that must be in it, parts that must not, and whether the shop makes things itself. */
export interface Wishes {
  readonly weights: ResolveWeights;
  readonly pinned: readonly string[];
  readonly refused: readonly string[];
  readonly fabricate: boolean;
}

/** One way to close every joint. */
export interface JointWay {
  readonly partIds: readonly string[];
  /** Joints that the shop closes itself, by their keys. */
  readonly made: readonly string[];
  /** Joints closed by what moves over from another engine. */
  readonly swapped: readonly { readonly joint: string; readonly engineId: string }[];
  readonly price: number;
  readonly hours: number;
  readonly massKg: number;
  readonly oneOffs: number;
  /** Longest wait among its parts, days. */
  readonly leadDays: number;
  /** Parts without a price or hours: counted as nought, and said. */
  readonly unpriced: readonly string[];
  /** How the candidate is judged with it, beside how it is judged now. */
  readonly joints: State;
  readonly fit: State;
  readonly fitNow: State;
}

/** A cheaper set to begin with, of used parts and own work, beside the one that lasts; and what beginning with it costs. */
export interface HalfStep {
  /** The cheapest set without own work, pieces of a sister engine and parts that are no longer made. */
  readonly right: JointWay;
  /** What of the cheaper one the right one has no use for: bought and made twice. */
  readonly twice: Pick<JointWay, 'partIds' | 'made' | 'swapped'> & { readonly price: number; readonly hours: number };
  /** What both come to, one after the other. */
  readonly inTurn: { readonly price: number; readonly hours: number };
}

export interface JointWays {
  readonly ways: readonly JointWay[];
  readonly halfStep: HalfStep | undefined;
  readonly conflict: { readonly joints: readonly string[]; readonly smallest: boolean } | undefined;
  /** Joints that nothing in the library closes, with what kept out the parts that could. */
  readonly unclosable: readonly { readonly joint: string; readonly refused: readonly string[] }[];
  /** Parts that were to be kept and can’t be, each with the reason. */
  readonly unkept: readonly { readonly partId: string; readonly why: string }[];
  /** Faces that nobody has entered: no part can close what is not known. */
  readonly unknown: readonly string[];
  /** Sets that were right by themselves and did not hold when judged. */
  readonly dropped: number;
}

const MADE = 'make:';
const MOVED = 'swap:';
/** Sets that the judgement turned down before it is given up. */
const MOST_DROPPED = 12;
const ALTERNATIVES = 2;

/** What moves from where, by its id among what can be chosen. */
function splitMoved(id: string): JointWay['swapped'][number] {
  const [engineId, joint] = id.slice(MOVED.length).split('|') as [string, string];
  return { joint, engineId };
}
/** All of a way by the ids that it is chosen by. */
const idsOf = ({ partIds, made, swapped }: Pick<JointWay, 'partIds' | 'made' | 'swapped'>): string[] => [
  ...partIds,
  ...made.map((j) => `${MADE}${j}`),
  ...swapped.map((s) => `${MOVED}${s.engineId}|${s.joint}`),
];

/** What is bought as one with a part. */
type Whole = (part: Part) => readonly Part[];

const touches = (whole: readonly Part[], kind: string) =>
  whole.some((part) => part.closes.some((c) => c.joint === kind) || part.provides.some((p) => p.kind === kind));
/** What is in a car for more than the joint that it brings a face of: it stays whatever closes the joints. */
const FOR_MORE: ReadonlySet<Part['class']> = new Set(['brakes', 'radiator', 'silencer', 'pump', 'harness adapter']);
/** Whether what is bought as one, a part or a whole kit, has a face of a joint, and whether it is there for that alone. */
const closesAny = (whole: readonly Part[]) => whole.some((p) => p.closes.length > 0 || p.provides.length > 0);
const onlyJoins = (whole: readonly Part[]) => closesAny(whole) && !whole.some((p) => FOR_MORE.has(p.class));

interface Asked {
  readonly setting: Setting;
  readonly candidate: Candidate;
  readonly library: Library;
  readonly subject: Subject;
}

/** The candidate with other parts for its joints and other work in place of them. */
export function withWay(
  { subject, candidate, library }: Asked,
  { partIds, made, swapped }: Pick<JointWay, 'partIds' | 'made' | 'swapped'>,
): Candidate {
  let next = candidate;
  const { parts } = indexOf(library);
  for (const part of subject.parts)
    if (onlyJoins(wholeOf(part, parts)) && !partIds.includes(part.id))
      next = takeOut(next, { kind: 'part', partId: part.id });
  for (const f of candidate.fabricated ?? [])
    // What somebody left out is a decision of his, no way to close a joint: no set takes it back.
    if (!made.includes(f.joint) && !deletionOf(f.joint)) next = takeOut(next, { kind: 'fabrication', ...f });
  for (const s of candidate.swapped ?? [])
    if (!swapped.some((x) => x.joint === s.joint && x.engineId === s.engineId))
      next = takeOut(next, { kind: 'swap', ...s });
  for (const id of partIds) if (!next.partIds.includes(id)) next = accept(next, { kind: 'part', partId: id });
  for (const joint of made)
    if (!next.fabricated?.some((f) => f.joint === joint)) next = accept(next, { kind: 'fabrication', joint });
  for (const s of swapped)
    if (!next.swapped?.some((x) => x.joint === s.joint && x.engineId === s.engineId))
      next = accept(next, { kind: 'swap', ...s });
  return next;
}

const closed = (joint: JointInstance, parts: readonly Part[]) => {
  const { how } = closeJoint(joint, parts);
  return how === 'parts' || how === 'direct' || how === 'found';
};

/**
 * The parts of the library, and what the shop makes, that close every joint of a candidate and count least; each way is judged whole,
 * and one that does not hold then is barred and another sought.
 */
export function* resolveCandidate(
  setting: Setting,
  candidate: Candidate,
  library: Library,
  wishes: Wishes,
): Work<JointWays> {
  const { subject } = resolveSubject(setting, candidate, library);
  const none: JointWays = {
    ways: [],
    halfStep: undefined,
    conflict: undefined,
    unclosable: [],
    unkept: [],
    unknown: [],
    dropped: 0,
  };
  if (!subject) return none;
  const asked: Asked = { setting, candidate, library, subject };
  const byId = indexOf(library).parts;
  const kept = new Map<Part, readonly Part[]>();
  /** All that is bought with a part: a kit is one choice with all that is in it. */
  const whole: Whole = (p) => {
    let all = kept.get(p);
    if (!all) kept.set(p, (all = wholeOf(p, byId)));
    return all;
  };
  const accepted = subject.parts.filter((p) => candidate.partIds.includes(p.id));
  const context = [...new Set(accepted.filter((p) => !onlyJoins(whole(p))).flatMap(whole))];
  const bare: Subject = { ...subject, parts: context };
  const joints = jointsOf(bare);
  const now = judging(subject);
  const before = now.find('joints')?.figures.joints ?? [];
  // What was found mated or is wired stays so, and asks for nothing.
  const leftOut = (key: string) => deletionOf(key) && candidate.fabricated?.some((f) => f.joint === key);
  const settled = (key: string) => ['found', 'wired'].includes(before.find((b) => b.key === key)?.closure.how ?? '');
  const wanted = joints.filter((j) => !settled(j.key) && !leftOut(j.key));
  const unknown = wanted.filter((j) => closeJoint(j, []).how === 'unknown').map((j) => j.key);
  const open = wanted.filter((j) => !unknown.includes(j.key) && !closed(j, []));
  const usable = library.parts.filter(
    (p) =>
      closesAny(whole(p)) &&
      (candidate.partIds.includes(p.id) || (!p.retired && !p.discontinued)) &&
      suits(whole(p), bare),
  );
  const relevant = usable.filter((p) => open.some((j) => touches(whole(p), j.kind.kind)));
  const { closes, chains } = closings(bare, open, relevant, whole);
  const parts = withRequired(relevant, usable, library, subject, whole);
  /** What can be chosen that brings a named part, or one of a class. */
  const bringing = (c: Condition) =>
    parts.filter((x) => whole(x).some((p) => (c.what === 'part' ? p.id : p.class) === c.is)).map((x) => x.id);
  const choosable: Choosable[] = [
    ...parts.map((p): Choosable => ({
      id: p.id,
      closes: closes.get(p.id) ?? [],
      cost: p.price?.likely ?? 0,
      hours: p.hours?.likely ?? 0,
      massKg: weighing(whole(p)).reduce((s, x) => s + (x.massKg?.value ?? 0), 0),
      requires: [],
      requiresOneOf: whole(p).flatMap((each) => {
        const beside = [...context, ...whole(p)].filter((x) => x !== each);
        return each.requires.flatMap((c) =>
          (c.what === 'part' || c.what === 'class') &&
          !beside.some((x) => (c.what === 'part' ? x.id : x.class) === c.is)
            ? [bringing(c).filter((id) => id !== p.id)]
            : [],
        );
      }),
      excludes: whole(p).flatMap((each) =>
        each.excludes.flatMap((c) =>
          c.what === 'part' || c.what === 'class' ? bringing(c).filter((id) => id !== p.id) : [],
        ),
      ),
      oneOff: p.made === 'one-off',
      leadDays: p.leadDays ?? 0,
    })),
    ...open.flatMap((j) =>
      swapSources(bare, j).map(({ engine, guide, own }): Choosable => ({
        id: `${MOVED}${engine.id}|${j.key}`,
        closes: [j.key],
        cost: own ? 0 : guide.price.likely,
        hours: guide.hours.likely,
        massKg: 0,
        requires: [],
        excludes: [],
        oneOff: false,
      })),
    ),
    ...(wishes.fabricate
      ? open.flatMap((j): Choosable[] => {
          const guide = fabricationOf(j.key);
          return guide && !deletionOf(j.key)?.byRule
            ? [
                {
                  id: `${MADE}${j.key}`,
                  closes: [j.key],
                  cost: guide.price.likely,
                  hours: guide.hours.likely,
                  massKg: 0,
                  requires: [],
                  excludes: [],
                  oneOff: true,
                },
              ]
            : [];
        })
      : []),
  ].filter((p) => p.requiresOneOf?.every((some) => some.length > 0) ?? true);
  const fitNow = now.find('fit')?.checks.find((c) => c.id === 'fit-margin')?.state ?? 'unknown';
  const unkept = wishes.pinned.flatMap((partId) => {
    const part = library.parts.find((p) => p.id === partId);
    if (!part) return [{ partId, why: 'It is not in the library.' }];
    const beside = [...bare.parts, ...whole(part)];
    const conflicts = whole(part).map((p) => conflictsOf(p, bare, beside));
    const needs = conflicts.flatMap((c) => c.unmet.filter(({ what }) => what !== 'part' && what !== 'class'));
    const clashes = conflicts.flatMap((c) => c.clashes);
    const why = [
      ...needs.map((c) => `it needs ${conditionWords(c, bare)}`),
      ...clashes.map((c) => `not compatible with ${conditionWords(c, bare)}`),
    ];
    return why.length > 0 ? [{ partId, why: capital(`${why.join(' and ')}.`) }] : [];
  });
  // A part that is kept though it closes nothing that is open stays in every way.
  const idle = wishes.pinned.filter(
    (id) => !choosable.some((p) => p.id === id) && !unkept.some((u) => u.partId === id),
  );
  const barred: string[][] = [];
  const ways: JointWay[] = [];
  let dropped = 0;
  let first: Resolution | undefined;
  const problem = {
    joints: open.map((j) => j.key),
    parts: choosable,
    chains: chains.filter((c) => c.all.every((id) => choosable.some((p) => p.id === id))),
    weights: wishes.weights,
    pinned: wishes.pinned.filter((id) => choosable.some((p) => p.id === id)),
    refused: wishes.refused,
  } satisfies ResolveProblem;
  const judgeWith = (kept: readonly string[]) => (chosen: readonly string[]) =>
    judgedWay(asked, [...chosen, ...kept], unknown, fitNow);
  const judge = judgeWith(idle);
  for (;;) {
    const found = yield* resolveJoints({ ...problem, barred });
    first ??= found;
    if (!found.best) break;
    const { chosen } = found.best;
    // Nothing chosen where nothing is known closes nothing.
    if (chosen.length === 0 && unknown.length > 0) break;
    const way = judge(chosen);
    // The next one is without a part that matters of a way that holds; of a set that does not, without any one.
    barred.push(way ? mattering(problem, chosen) : [...chosen]);
    if (way) ways.push(way);
    else if (++dropped >= MOST_DROPPED) break;
    yield { share: Math.min(0.95, (ways.length + dropped) / (ALTERNATIVES + 1 + MOST_DROPPED)) };
    if (ways.length > ALTERNATIVES || chosen.length === 0) break;
  }
  // Of what is kept, that which by itself leaves no set.
  if (ways.length === 0)
    for (const id of [...problem.pinned, ...idle]) {
      const others = (ids: readonly string[]) => ids.filter((x) => x !== id);
      const without = yield* holdingWay({ ...problem, pinned: others(problem.pinned) }, [], judgeWith(others(idle)));
      if (without) unkept.push({ partId: id, why: 'With it no set closes every joint; without it one does.' });
    }
  const makeshift = choosable.flatMap((p) => {
    const part = parts.find((x) => x.id === p.id);
    const lasts = part
      ? !part.discontinued
      : p.id.startsWith(MOVED) && swapOf(splitMoved(p.id).joint)?.within === 'any';
    return lasts ? [] : [p.id];
  });
  const [begin] = ways;
  const right =
    begin && idsOf(begin).some((id) => makeshift.includes(id))
      ? yield* holdingWay(problem, makeshift, judge)
      : undefined;
  const halfStep = begin && right && right.price > begin.price ? halfStepOf(begin, right, choosable) : undefined;
  const refusedFor = (key: string) => {
    const { kind } = joints.find((j) => j.key === key)!.kind;
    return library.parts
      .filter((p) => touches(whole(p), kind) && !p.retired && !suits(whole(p), bare))
      .map((p) => p.name);
  };
  return {
    ways,
    halfStep,
    conflict: ways.length === 0 ? first.conflict : undefined,
    unclosable: ways.length === 0 ? first.unclosable.map((joint) => ({ joint, refused: refusedFor(joint) })) : [],
    unkept,
    unknown,
    dropped,
  };
}

/** The set that counts least without some of what could be chosen, as far as one holds when it is judged. */
function* holdingWay(
  problem: ResolveProblem,
  without: readonly string[],
  judge: (chosen: readonly string[]) => JointWay | undefined,
): Work<JointWay | undefined> {
  const refused = [...(problem.refused ?? []), ...without];
  const barred: string[][] = [];
  while (barred.length < MOST_DROPPED) {
    const { best } = yield* resolveJoints({ ...problem, refused, barred, alternatives: 0 }, false);
    if (!best) return undefined;
    const way = judge(best.chosen);
    if (way) return way;
    barred.push([...best.chosen]);
  }
  return undefined;
}

/** What it costs to begin with one set and to go over to another. */
function halfStepOf(begin: JointWay, right: JointWay, choosable: readonly Choosable[]): HalfStep {
  const [first, then] = [idsOf(begin), idsOf(right)];
  const twice = first.filter((id) => !then.includes(id));
  const sum = (ids: readonly string[], of: (p: Choosable) => number) =>
    choosable.reduce((total, p) => total + (ids.includes(p.id) ? of(p) : 0), 0);
  const later = then.filter((id) => !first.includes(id));
  return {
    right,
    twice: {
      ...splitChosen(twice),
      price: sum(twice, (p) => p.cost),
      hours: sum(twice, (p) => p.hours),
    },
    inTurn: {
      price: begin.price + sum(later, (p) => p.cost),
      hours: begin.hours + sum(later, (p) => p.hours),
    },
  };
}

/** What was chosen, told apart. */
const splitChosen = (chosen: readonly string[]): Pick<JointWay, 'partIds' | 'made' | 'swapped'> => ({
  made: chosen.filter((id) => id.startsWith(MADE)).map((id) => id.slice(MADE.length)),
  swapped: chosen.filter((id) => id.startsWith(MOVED)).map(splitMoved),
  partIds: chosen.filter((id) => !id.startsWith(MADE) && !id.startsWith(MOVED)),
});

/** Whether what parts need of engine, gearbox and dressing is so; what they need of other parts is for the choice. */
function suits(whole: readonly Part[], subject: Subject): boolean {
  const beside = [...subject.parts, ...whole];
  return whole.every((part) => {
    const { unmet, clashes } = conflictsOf(part, subject, beside);
    return unmet.every((c) => c.what === 'part' || c.what === 'class') && clashes.length === 0;
  });
}

/** Which joints each part closes by itself, and which pairs close one only together. */
function closings(bare: Subject, open: readonly JointInstance[], parts: readonly Part[], whole: Whole) {
  const closes = new Map<string, string[]>();
  const chains: Chain[] = [];
  for (const { key, kind } of open) {
    const near = parts.filter((p) => touches(whole(p), kind.kind));
    const does = (list: readonly Part[]) => {
      const among = [...new Set([...bare.parts, ...list.flatMap(whole)])];
      const joint = jointsOf({ ...bare, parts: among }).find((j) => j.key === key);
      return joint !== undefined && closed(joint, among);
    };
    const alone = new Set(near.filter((p) => does([p])).map((p) => p.id));
    for (const id of alone) closes.set(id, [...(closes.get(id) ?? []), key]);
    const rest = near.filter((p) => !alone.has(p.id));
    rest.forEach((p, i) => {
      for (const q of rest.slice(i + 1)) if (does([p, q])) chains.push({ joint: key, all: [p.id, q.id] });
    });
  }
  return { closes, chains };
}

/** The parts with those that they require, and those in turn. */
function withRequired(
  parts: readonly Part[],
  usable: readonly Part[],
  library: Library,
  subject: Subject,
  whole: Whole,
): readonly Part[] {
  const all = new Map(parts.map((p) => [p.id, p]));
  const queue = [...parts];
  for (let p = queue.pop(); p; p = queue.pop())
    for (const c of whole(p).flatMap((each) => each.requires)) {
      if (c.what !== 'part' || all.has(c.is)) continue;
      const needed = usable.find((x) => x.id === c.is) ?? library.parts.find((x) => x.id === c.is);
      if (!needed || !suits(whole(needed), subject)) continue;
      all.set(needed.id, needed);
      queue.push(needed);
    }
  return [...all.values()];
}

/** A chosen set as the whole candidate is judged with it; undefined where a joint that it should close stays open. */
function judgedWay(
  asked: Asked,
  chosen: readonly string[],
  unknown: readonly string[],
  fitNow: State,
): JointWay | undefined {
  const { made, swapped, partIds } = splitChosen(chosen);
  const { subject } = resolveSubject(asked.setting, withWay(asked, { partIds, made, swapped }), asked.library);
  if (!subject) return undefined;
  const judged = judging(subject);
  const joints = judged.find('joints');
  const left = joints?.figures.joints.filter((j) => j.closure.how === 'open') ?? [];
  const blocked = joints?.findings.some((f) => f.state === 'blocked') ?? true;
  if (left.length > 0 || blocked) return undefined;
  const byId = indexOf(asked.library).parts;
  const parts = partIds.map((id) => byId.get(id)!);
  const inside = [...new Set(parts.flatMap((p) => wholeOf(p, byId)))];
  const guides = [
    ...made.map((j) => fabricationOf(j)!),
    ...swapped.map(({ joint, engineId }) => {
      const guide = swapOf(joint)!;
      return engineId === asked.subject.originalEngine?.id ? { ...guide, price: { likely: 0 } } : guide;
    }),
  ];
  const sum = (of: (p: Part) => number, more: (g: (typeof guides)[number]) => number) =>
    parts.reduce((s, p) => s + of(p), 0) + guides.reduce((s, g) => s + more(g), 0);
  return {
    partIds,
    made,
    swapped,
    price: sum(
      (p) => p.price?.likely ?? 0,
      (g) => g.price.likely,
    ),
    hours: sum(
      (p) => p.hours?.likely ?? 0,
      (g) => g.hours.likely,
    ),
    massKg: weighing(inside).reduce((s, p) => s + (p.massKg?.value ?? 0), 0),
    oneOffs: parts.filter((p) => p.made === 'one-off').length + made.length,
    leadDays: Math.max(0, ...parts.map((p) => p.leadDays ?? 0)),
    unpriced: parts.filter((p) => !p.price || !p.hours).map((p) => costOfPart(p, p.name).title),
    joints: unknown.length > 0 ? 'unknown' : (joints?.checks[0]?.state ?? 'unknown'),
    fit: judged.find('fit')?.checks.find((c) => c.id === 'fit-margin')?.state ?? 'unknown',
    fitNow,
  };
}
