import { capital, lowered } from '../../units/index.ts';
import { blockYears, yearsOf, bossNamed, firstYear, hasBoss, lastYear } from '../donor/index.ts';
import {
  costOfPart,
  deletionOf,
  dressedAsFound,
  engineStaysPut,
  fabricationOf,
  keepsEngine,
  keepsGearbox,
  staysPut,
  swapOf,
  broughtIn,
  indexOf,
  makeCheck,
  makeFinding,
  wholeOf,
  worstState,
  type Condition,
  type Finding,
  type CheckResult,
  type Part,
  type Remedy,
  type State,
  type Subject,
} from '../../model/index.ts';
import { plateFindings } from '../plates/index.ts';
import { closeJoint, type Closure } from './chain.ts';
import { conflictsOf } from './conditions.ts';
import { placeWords, type JointMiss } from './kind.ts';
import { instancesOf, jointsOf, portsOf, type JointInstance } from './ports.ts';
import { swappedClosure, swapRemedies } from './swaps.ts';
import { wiredClosure } from './wired.ts';

interface JointFigure {
  readonly key: string;
  readonly kind: string;
  readonly title: string;
  readonly closure: Closure;
  readonly state: State;
}

export interface JointFigures {
  readonly joints: readonly JointFigure[];
}

const titleOf = ({ kind, place }: JointInstance) =>
  place === undefined ? kind.title : `${kind.title}, ${placeWords(place)}`;

export function assessJoints(subject: Subject): CheckResult & { figures: JointFigures } {
  const findings: Finding[] = [];
  const joints = jointsOf(subject).map((joint) => {
    const closure = closureOf(subject, joint);
    const finding = jointFinding(subject, joint, closure);
    findings.push(finding);
    return { key: joint.key, kind: joint.kind.kind, title: titleOf(joint), closure, state: finding.state };
  });
  findings.push(...stackFindings(subject), ...bossFindings(subject), ...plateFindings(subject));
  const open = joints.filter((j) => j.state !== 'clear');
  const check = makeCheck({
    id: 'open-joints',
    step: 'joints',
    group: 'Joints',
    title: 'Open joints',
    quantity: 'count',
    figure: { value: open.length, plusMinus: 0, evidence: 'published', from: [] },
    limitKind: 'at most',
    limit: 0,
    span: 4,
    state: worstState(findings.map((f) => f.state)),
    because:
      open.length === 0
        ? `All ${joints.length} joints match.`
        : `${open.length} of ${joints.length}: ${open.map((j) => lowered(j.title)).join(', ')}.`,
  });
  return { checks: [check], findings, figures: { joints } };
}

/** How a joint closes: as found, by parts, or by what the shop makes where they leave it open. */
function closureOf(subject: Subject, joint: JointInstance): Closure {
  if (foundMated(subject, joint)) return { how: 'found' };
  const work = subject.candidate.fabricated?.find((f) => f.joint === joint.key);
  // What is left out asks for no computer, whether this one would drive it or not.
  if (work && deletionOf(joint.key)) return { how: 'made', work };
  const closure = closeJoint(joint, subject.parts);
  const moved = closure.how === 'open' && subject.candidate.swapped?.find((x) => x.joint === joint.key);
  const swapped = moved && swappedClosure(subject, joint, moved);
  if (swapped) return swapped;
  if (closure.how === 'open' && work) return { how: 'made', work };
  const wired = wiredClosure(subject, joint, closure);
  if (wired) return wired;
  // What the faces say goes before what somebody saw.
  const check = closure.how === 'unknown' && subject.candidate.jointChecks?.find((c) => c.joint === joint.key);
  return check ? { how: 'seen', note: check.note } : closure;
}

/** Both faces were in the car and mated, and nothing of them is changed. */
function foundMated(subject: Subject, { kind, a, b }: JointInstance): boolean {
  const stays = { engine: keepsEngine(subject) && dressedAsFound(subject), gearbox: keepsGearbox(subject), car: true };
  if (!stays[kind.home.a] || !stays[kind.home.b]) return false;
  const changed = (p: Part) => p.closes.some((c) => c.joint === kind.kind) || kind.changedBy?.includes(p.class);
  if (a?.part || b?.part || subject.parts.some(changed)) return false;
  if (!kind.byPlace) return true;
  return kind.home.a === 'engine' ? engineStaysPut(subject) : staysPut(subject);
}

function jointFinding(subject: Subject, joint: JointInstance, closure: Closure): Finding {
  const base = { id: `joint-${joint.key}`, step: 'joints' as const, about: [subject.engine.id, subject.gearbox.id] };
  const title = titleOf(joint);
  switch (closure.how) {
    case 'direct':
      return makeFinding({
        ...base,
        state: 'clear',
        title: closure.nothing ? `${title}: nothing to close` : `${title}: direct fit`,
        because: closure.nothing
          ? `${(joint.a ?? joint.b)!.from}: no counterpart required.`
          : `${closure.a} and ${closure.b} have the same interface.`,
        ...shortOf(title, closure.but),
      });
    case 'seen':
      return makeFinding({
        ...base,
        state: 'clear',
        title: `${title}: direct fit (inspected)`,
        because: `${closure.note === undefined ? '' : `${closure.note} `}Its interface data is missing: not calculated.`,
      });
    case 'wired':
      return makeFinding({
        ...base,
        state: closure.billed ? 'clear' : 'tight',
        title: `${title}: wired`,
        because: `By the splice schedule, ${closure.through === undefined ? 'pin to pin' : `through ${closure.through}`}.${closure.billed ? '' : ' Not on the bill: price missing.'}`,
      });
    case 'found':
      return makeFinding({
        ...base,
        state: 'clear',
        title: `${title}: mated as found`,
        because: 'Both sides stay in the car as they were.',
      });
    case 'parts':
      return makeFinding({
        ...base,
        ...closedBy(title, closure.parts),
        ...shortOf(title, closure.but),
        about: [...base.about, ...closure.parts.map((p) => p.id)],
      });
    case 'swapped':
      return makeFinding({
        ...base,
        // Its face mates; that it bolts to this block, as build ranges go, nobody has judged.
        state: swapOf(joint.key)?.within === 'family' ? 'tight' : 'clear',
        title: `${title}: closed by the ${closure.what} of the ${closure.from}`,
        because: 'It moves over: its side of the joint mates. That it bolts on is seen before the old engine is sold.',
        about: [...base.about, closure.work.engineId],
      });
    case 'made': {
      const left = deletionOf(joint.key);
      if (left)
        return makeFinding({
          ...base,
          state: 'tight',
          title: `${capital(placeWords(joint.place!))} is left out: ${closure.work.what ?? left.what}`,
          because: `ECU setting required: ${lowered(left.tell)}. ${left.rules}`,
        });
      return makeFinding({
        ...base,
        state: 'tight',
        title: `${title}: closed by own work, ${closure.work.what ?? fabricationOf(joint.key)?.what ?? 'made for it'}`,
        because:
          'Custom part: measured, drawn, made and verified at mock-up. Load-bearing and rotating parts require a licensed shop.',
      });
    }
    case 'unknown':
      return makeFinding({
        ...base,
        state: 'unknown',
        title: `${title}: data missing`,
        because: `Missing: ${closure.missing.map((m) => m.words).join('; ')}. To look at: ${lowered(joint.kind.look)}`,
        missing: [
          ...new Set(
            closure.missing.map(
              (m) => m.at ?? (m.side ? portsPointer(subject, joint, m.side) : `/parts/${m.partId}/closes`),
            ),
          ),
        ],
      });
    case 'open':
      return openFinding(subject, joint, closure.by, base);
  }
}

/** Faces that mate with something short about them are tight, and say by what. */
const shortOf = (title: string, but: JointMiss | undefined): Partial<Finding> =>
  but
    ? {
        state: 'tight',
        title: `${title}: it mates, but ${but.words}`,
        ...(but.value === undefined ? {} : { figure: but.value }),
        ...(but.limit === undefined ? {} : { limit: but.limit }),
        ...(but.quantity === undefined ? {} : { quantity: but.quantity }),
      }
    : {};

function closedBy(title: string, parts: readonly Part[]): Pick<Finding, 'state' | 'title' | 'because'> {
  const names = parts.map((p) => p.name).join(' and ');
  const gone = parts.filter((p) => p.discontinued);
  if (gone.length > 0)
    return {
      state: 'tight',
      title: `${title}: solved with ${names}, discontinued`,
      because: 'Buy used or have it made.',
    };
  const [first] = parts;
  return {
    state: 'clear',
    title: `${title}: solved with ${names}`,
    because: first?.note ?? `${first?.made === 'one-off' ? 'One-off' : 'Series'} part.`,
  };
}

/** Where the ports of a side are entered. */
function portsPointer({ engine, gearbox }: Subject, { kind }: JointInstance, side: 'a' | 'b'): string {
  const at = kind.at?.[side];
  if (at !== undefined) return at;
  switch (kind.home[side]) {
    case 'engine':
      return `/engines/${engine.id}/ports`;
    case 'gearbox':
      return `/gearboxes/${gearbox.id}/ports`;
    case 'car':
      return '/chassis/ports';
  }
}

function openFinding(
  subject: Subject,
  joint: JointInstance,
  by: JointMiss,
  base: Pick<Finding, 'id' | 'step' | 'about'>,
): Finding {
  const { kind } = joint;
  const { remedies: parts, refused } = remediesFor(subject, joint);
  const remedies = [...parts, ...swapRemedies(subject, joint)].sort((x, y) => x.cost - y.cost).slice(0, REMEDIES_SHOWN);
  const help = remedies.length > 0 ? '' : refused.length > 0 ? ' ' : ' No part in the library; custom part needed.';
  return makeFinding({
    ...base,
    state: kind.whenOpen,
    title: `${kind.openTitle(by.words)}${joint.place === undefined ? '' : ` (${placeWords(joint.place)})`}`,
    because: `${capital(kind.sides.a)} against ${kind.sides.b}.${help}${refused.map((r) => `${r.part.name} fits, but ${r.why}.`).join(' ')}`,
    ...(by.value === undefined ? {} : { figure: by.value }),
    ...(by.plusMinus === undefined ? {} : { plusMinus: by.plusMinus }),
    ...(by.limit === undefined ? {} : { limit: by.limit }),
    ...(by.quantity === undefined ? {} : { quantity: by.quantity }),
    ...(by.evidence === undefined ? {} : { evidence: by.evidence }),
    remedies,
  });
}

const REMEDIES_SHOWN = 3;

const fitPart = (part: Part): Remedy => ({
  ...costOfPart(part, `Fit ${part.name}`),
  accept: { kind: 'part', partId: part.id },
});

/** A part that came in a kit goes with the whole of it. */
function leaveOut(part: Part, { candidate, library }: Subject): Remedy {
  const { id, name, price, hours } = broughtIn(part, candidate.partIds, indexOf(library).parts);
  return {
    title: `Remove ${name}`,
    cost: -(price?.likely ?? 0),
    hours: -(hours?.likely ?? 0),
    accept: { kind: 'withoutPart', partId: id },
  };
}

/** Single library parts, or kits, that would close the joint, cheapest first; and those that would if something else were not in the way. */
function remediesFor(
  subject: Subject,
  joint: JointInstance,
): { remedies: Remedy[]; refused: { part: Part; why: string }[] } {
  const { kind } = joint.kind;
  const remedies: Remedy[] = [];
  const refused: { part: Part; why: string }[] = [];
  const own = portsOf(subject, joint.kind);
  const known = indexOf(subject.library).parts;
  for (const part of subject.library.parts) {
    if (part.discontinued || part.retired || subject.parts.includes(part)) continue;
    const whole = wholeOf(part, known);
    if (!whole.some((p) => p.closes.some((c) => c.joint === kind) || p.provides.some((x) => x.kind === kind))) continue;
    const parts = [...subject.parts, ...whole];
    const joined = instancesOf(joint.kind, subject, own, whole).find((j) => j.key === joint.key);
    if (!joined || closeJoint(joined, parts).how !== 'parts') continue;
    const conflicts = whole.map((p) => conflictsOf(p, subject, parts));
    const [unmet, clashes] = [conflicts.flatMap((c) => c.unmet), conflicts.flatMap((c) => c.clashes)];
    const blame = [
      ...unmet.map((c) => `needs ${conditionWords(c, subject)}`),
      ...clashes.map((c) => `is not compatible with ${conditionWords(c, subject)}`),
    ];
    if (blame.length > 0) refused.push({ part, why: blame.join(' and ') });
    else remedies.push(fitPart(part));
  }
  return { remedies, refused: refused.slice(0, 1) };
}

/** Accepted parts that can't be stacked: each need not met and each clash is a finding. */
function stackFindings(subject: Subject): Finding[] {
  return subject.parts.flatMap((part) => {
    const { unmet, clashes } = conflictsOf(part, subject, subject.parts);
    return [
      ...unmet.map((c) => {
        const needed = c.what === 'part' ? indexOf(subject.library).parts.get(c.is) : undefined;
        return makeFinding({
          id: `needs-${part.id}-${c.is}`,
          state: 'blocked',
          step: 'joints',
          title: `${part.name} expects ${conditionWords(c, subject)}`,
          because:
            c.what === 'boss'
              ? `This block is of ${yearsOf(blockYears(subject))}. What would have worked: ${withBoss(subject, c.is) || 'no engine of the family'}.`
              : (c.because ?? 'Designed only for that application.'),
          about: [part.id, c.is],
          remedies: [...(needed ? [fitPart(needed)] : []), leaveOut(part, subject)],
        });
      }),
      ...clashes.map((c) =>
        makeFinding({
          id: `clash-${part.id}-${c.is}`,
          state: 'blocked',
          step: 'joints',
          title: `${part.name} cannot be combined with ${conditionWords(c, subject)}`,
          because: c.because ?? 'Each part changes a joint that the other part uses.',
          about: [part.id, c.is],
          remedies: [leaveOut(part, subject)],
        }),
      ),
    ];
  });
}

/** Parts that bolt to bosses which only some of the blocks have: unknown until the block is read. */
function bossFindings(subject: Subject): Finding[] {
  const years = blockYears(subject);
  return subject.parts.flatMap((part) =>
    part.requires.flatMap((c) => {
      if (c.what !== 'boss' || hasBoss(subject.engine, c.is, years) !== 'some') return [];
      const boss = bossNamed(subject.engine, c.is)!;
      return [
        makeFinding({
          id: `boss-${part.id}-${c.is}`,
          state: 'unknown',
          step: 'joints',
          title: `${part.name} bolts to the mount boss ${boss.name}: does this block have it?`,
          because: `It is in blocks cast from ${boss.fromYear} on; this one is of ${yearsOf(years)}. Read its casting mark, or look.`,
          about: [part.id, subject.engine.id],
          missing: ['/inspection/marksRead'],
        }),
      ];
    }),
  );
}

/** Engines of the family whose block surely has the boss: what would have worked. */
function withBoss(subject: Subject, bossId: string): string {
  const others = subject.library.engines.filter(
    (e) =>
      e.family === subject.engine.family &&
      e.bosses.some(
        (b) =>
          (b.id === bossId || b.name === bossId) &&
          firstYear(b) <= (e.builtFrom ?? -Infinity) &&
          lastYear(b) >= (e.builtTo ?? Infinity),
      ),
  );
  const boss = bossNamed(subject.engine, bossId);
  const own =
    boss?.fromYear !== undefined && boss.fromYear <= (subject.engine.builtTo ?? Infinity)
      ? [`blocks cast from ${boss.fromYear} on`]
      : [];
  return [...own, ...others.map((e) => e.name)].join(', ');
}

/** A condition in words: names, not ids. */
export function conditionWords(c: Condition, subject: Subject): string {
  const index = indexOf(subject.library);
  switch (c.what) {
    case 'engine':
      return `the ${index.engines.get(c.is)?.name ?? c.is}`;
    case 'family':
      return `a ${c.is} engine`;
    case 'gearbox':
      return `the ${index.gearboxes.get(c.is)?.name ?? c.is}`;
    case 'part':
      return index.parts.get(c.is)?.name ?? c.is;
    case 'class':
      return subject.parts.find((p) => p.class === c.is)?.name ?? `a part of type “${c.is}”`;
    case 'boss': {
      const boss = bossNamed(subject.engine, c.is);
      return boss
        ? `the mount boss ${boss.name}${boss.fromYear === undefined ? '' : `, cast from ${boss.fromYear} on`}`
        : `a boss that the ${subject.engine.shortName} does not have`;
    }
    case 'dressing':
      return `the dressing ${subject.engine.slots.flatMap((s) => s.options).find((o) => o.id === c.is)?.name ?? c.is}`;
  }
}
