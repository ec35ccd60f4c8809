import {
  accept,
  acceptedCost,
  acceptedKey,
  resolveSubject,
  takeOut,
  type Candidate,
  type Library,
  type Part,
  type Setting,
  type Subject,
  type Work,
} from '../../model/index.ts';
import { judging } from '../../pipeline/index.ts';
import { billOf, expectedOf } from '../../questions/money/index.ts';
import { conflictsOf } from '../../questions/joints/index.ts';
import { raisesLink, type ComponentLimit } from '../../questions/strength/index.ts';
import type { Distribution, Evidence } from '../../units/index.ts';

/** A part that lifts what gives up first above the later target. */
export interface Lift {
  readonly partId: string;
  readonly name: string;
  /** Power that it holds then, kW. */
  readonly kw: number;
  readonly price: Distribution | undefined;
  readonly hours: Distribution | undefined;
  readonly evidence: Evidence;
  /** The line of the bill whose place it takes: bought twice where it comes later. */
  readonly insteadOf: string | undefined;
  /** What the bill is expected to come to with it bought at once, in place of what stands there now. */
  readonly atOnce: number;
}

/** One thing that gives up below the later target. */
export interface StageLink {
  readonly id: string;
  readonly name: string;
  readonly kw: number;
  readonly plusMinusKw: number;
  readonly evidence: Evidence | undefined;
  readonly because: string;
  /** Cheapest first. */
  readonly lifts: readonly Lift[];
  /** Parts that are made for it and do not hold the target. */
  readonly tooWeak: number;
  /** Parts that would hold it and open a joint that is closed now. */
  readonly opening: number;
}

export interface StagePlan {
  /** The later target, kW; undefined where the brief names none. */
  readonly targetKw: number | undefined;
  /** From the first to give up. */
  readonly links: readonly StageLink[];
  /** What nobody knows the limit of: it may give up before the target. */
  readonly unknown: readonly { readonly name: string; readonly missing: string | undefined }[];
  /** What the bill is expected to come to as it stands. */
  readonly now: number;
}

const expected = (subject: Subject): number =>
  billOf(subject, judging(subject).find('joints')?.figures.joints)
    .lines.filter((l) => l.id !== 'labour')
    .reduce((s, l) => s + expectedOf(l), 0);

/** Whether what it needs of engine, gearbox and what stands beside it is so. */
function suits(part: Part, subject: Subject): boolean {
  const { unmet, clashes } = conflictsOf(part, subject, [...subject.parts, part]);
  return unmet.length === 0 && clashes.length === 0;
}

/** A candidate with a part in place of those of its class. */
function inPlace(candidate: Candidate, part: Part, subject: Subject): Candidate {
  const without = subject.parts
    .filter((p) => p.class === part.class && candidate.partIds.includes(p.id))
    .reduce((c, p) => takeOut(c, { kind: 'part', partId: p.id }), candidate);
  return accept(without, { kind: 'part', partId: part.id });
}

/**
 * What gives up before the later target of the brief, from the first on, and the parts of the library that lift each above it: every one
 * judged in the whole candidate.
 */
export function* stagePlanOf(setting: Setting, candidate: Candidate, library: Library): Work<StagePlan> {
  const { subject } = resolveSubject(setting, candidate, library);
  const limits = subject && judging(subject).find('components')?.figures;
  if (!subject || !limits) return { targetKw: undefined, links: [], unknown: [], now: 0 };
  const now = expected(subject);
  const target = limits.targets.find((t) => t.when === 'later');
  if (!target) return { targetKw: undefined, links: [], unknown: [], now };
  // Tyres that slip break nothing.
  const giving = target.giveUp.filter((l) => l.carries || l.id === 'brakes');
  const links: StageLink[] = [];
  for (const [i, link] of giving.entries()) {
    const made = library.parts.filter(
      (p) => !p.retired && !p.discontinued && !subject.parts.includes(p) && raisesLink(p, link) && suits(p, subject),
    );
    const lifts: Lift[] = [];
    let opening = 0;
    for (const [k, part] of made.entries()) {
      yield { share: (i + k / made.length) / giving.length };
      const lift = lifted(subject, inPlace(candidate, part, subject), {
        setting,
        library,
        part,
        link,
        targetKw: target.kw,
      });
      if (lift === 'opens a joint') opening++;
      else if (lift) lifts.push(lift);
    }
    links.push({
      id: link.id,
      name: link.name,
      kw: link.kw!,
      plusMinusKw: link.plusMinusKw,
      evidence: link.evidence,
      because: link.because,
      lifts: lifts.sort((a, b) => a.atOnce - b.atOnce),
      tooWeak: made.length - lifts.length - opening,
      opening,
    });
  }
  return {
    targetKw: target.kw,
    links,
    unknown: limits.unknown.filter((l) => l.carries).map(({ name, missing }) => ({ name, missing })),
    now,
  };
}

const openJoints = (subject: Subject): readonly string[] =>
  (judging(subject).find('joints')?.figures.joints ?? []).filter((j) => j.closure.how === 'open').map((j) => j.key);

interface Asked {
  readonly setting: Setting;
  readonly library: Library;
  readonly part: Part;
  readonly link: ComponentLimit;
  readonly targetKw: number;
}

function lifted(
  now: Subject,
  candidate: Candidate,
  { setting, library, part, link, targetKw }: Asked,
): Lift | 'opens a joint' | undefined {
  const { subject } = resolveSubject(setting, candidate, library);
  if (!subject) return undefined;
  const all = judging(subject).find('components')?.figures;
  const after = all?.known.find((l) => l.id === link.id);
  if (!after || after.kw === undefined || after.kw < targetKw) return undefined;
  const open = openJoints(now);
  if (openJoints(subject).some((key) => !open.includes(key))) return 'opens a joint';
  const replaced = now.parts.find((p) => p.class === part.class && now.candidate.partIds.includes(p.id));
  const cost = acceptedCost(subject, { kind: 'part', partId: part.id });
  return {
    partId: part.id,
    name: part.name,
    kw: after.kw,
    price: cost?.price && { low: cost.price.low, likely: cost.price.likely, high: cost.price.high },
    hours: cost?.hours && { low: cost.hours.low, likely: cost.hours.likely, high: cost.hours.high },
    evidence: cost?.evidence ?? 'estimated',
    insteadOf: replaced && acceptedKey({ kind: 'part', partId: replaced.id }),
    atOnce: expected(subject),
  };
}
