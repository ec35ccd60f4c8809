import { inverse, Matrix } from 'ml-matrix';
import type { V3 } from '../../geometry/index.ts';
import type { Work } from '../../model/index.ts';
import {
  axesAlong,
  LINK_WEIGHT,
  LOAD_CASES,
  loadOf,
  springOf,
  type Drive,
  type Spring,
} from '../../questions/mounts/index.ts';
import { GRAVITY, seeded } from '../../units/index.ts';

/** A mount that could be: from a boss to a chassis mount. */
export interface Site {
  readonly bossId: string;
  readonly padId: string;
  readonly atMm: V3;
  /** Static, along the axes of the car, N/mm. */
  readonly stiffnessNPerMm: V3;
  readonly ratingN: number;
  readonly price: number;
  /** A link: it pushes and pulls along this line alone, by the first of its stiffnesses, and may carry next to no weight. */
  readonly link?: V3;
}

/** A gap that little is left of: where the powertrain stands nearest, and the way across. */
export interface TightGap {
  readonly name: string;
  readonly pointMm: V3;
  readonly way: V3;
}

export interface LayoutProblem {
  readonly massKg: number;
  readonly comMm: V3;
  readonly drive: Drive;
  readonly sites: readonly Site[];
  readonly gaps: readonly TightGap[];
  /** So many mounts that carry. */
  readonly counts: readonly number[];
  /** Two mounts and one link too, of the sites that are links. */
  readonly withLink?: boolean;
}

export interface Layout {
  /** Places in the list of sites. */
  readonly sites: readonly number[];
  /** The lower the better: load of rating + movement at a tight gap over 8 mm + price over 500. */
  readonly score: number;
  readonly loadShare: number;
  readonly movesMm: number;
  readonly price: number;
}

export interface LayoutAnswer {
  /** Best first; each differs from the others by a site at least. */
  readonly layouts: readonly Layout[];
  readonly tried: number;
  readonly allTried: boolean;
}

/** What a tight gap is worth against a full rating, mm, and money, in the currency of the build. */
const GAP_MM = 8;
const MONEY = 500;
/** So much softer in some turn than a mount is stiff: nothing holds that. */
const SLACK = 1e9;

/** Scores layouts of one problem: what does not depend on the layout is worked out once. */
export class Scorer {
  readonly problem: LayoutProblem;
  private readonly springs: readonly Spring[];
  private readonly loads: readonly (readonly number[])[];
  private readonly gaps: readonly (readonly number[])[];

  constructor(problem: LayoutProblem) {
    const { sites, comMm, massKg, drive, gaps } = problem;
    this.problem = problem;
    this.springs = sites.map((s) =>
      s.link
        ? springOf(s.atMm, [s.stiffnessNPerMm[0], 0, 0], comMm, axesAlong(s.link))
        : springOf(s.atMm, s.stiffnessNPerMm, comMm),
    );
    this.loads = LOAD_CASES.map((which) => {
      const { forceN, coupleNm } = loadOf(which, massKg, drive);
      return [...forceN, ...coupleNm];
    });
    // How far a gap closes with the body shifted by m and turned by rad: mm.
    this.gaps = gaps.map(({ pointMm: p, way: d }) => {
      const [x, y, z] = [p[0] - comMm[0], p[1] - comMm[1], p[2] - comMm[2]];
      return [1000 * d[0], 1000 * d[1], 1000 * d[2], y * d[2] - z * d[1], z * d[0] - x * d[2], x * d[1] - y * d[0]];
    });
  }

  /** Whether a link carries more of the weight at rest than it may. */
  private leans(s: number, atRest: readonly number[]): boolean {
    const { link } = this.problem.sites[s]!;
    if (!link) return false;
    const upright = Math.abs(link[2]) / Math.hypot(...link);
    return this.springs[s]!.forceN(atRest) * upright > LINK_WEIGHT * this.problem.massKg * GRAVITY;
  }

  /** Undefined where the layout leaves it free to turn or to slide. In the linear range: stops are for the judgement. */
  score(chosen: readonly number[]): Layout | undefined {
    const { sites } = this.problem;
    const k = [0, 1, 2, 3, 4, 5].map(() => [0, 0, 0, 0, 0, 0]);
    for (const s of chosen) {
      const { stiffness } = this.springs[s]!;
      for (let i = 0; i < 6; i++) for (let j = 0; j < 6; j++) k[i]![j]! += stiffness[i]![j]!;
    }
    const compliance = compliant(k);
    if (!compliance) return undefined;
    let loadShare = 0;
    let movesMm = 0;
    let rest: readonly number[] | undefined;
    for (const load of this.loads) {
      const q = compliance.map((row) => row.reduce((sum, c, j) => sum + c * load[j]!, 0));
      if (!rest) {
        rest = q;
        if (chosen.some((s) => this.leans(s, q))) return undefined;
      }
      for (const s of chosen) loadShare = Math.max(loadShare, this.springs[s]!.forceN(q) / sites[s]!.ratingN);
      for (const gap of this.gaps) {
        let mm = 0;
        for (let j = 0; j < 6; j++) mm += gap[j]! * (q[j]! - rest[j]!);
        if (mm > movesMm) movesMm = mm;
      }
    }
    const price = chosen.reduce((sum, s) => sum + sites[s]!.price, 0);
    return { sites: [...chosen], score: loadShare + movesMm / GAP_MM + price / MONEY, loadShare, movesMm, price };
  }
}

/** K⁻¹; undefined where some motion is not held. */
function compliant(k: readonly (readonly number[])[]): number[][] | undefined {
  let c: number[][];
  try {
    c = inverse(new Matrix(k.map((row) => [...row]))).to2DArray();
  } catch {
    return undefined;
  }
  // Of a stiffness well held on all sides these products stay near 1; they grow without bound as one motion comes free.
  for (let i = 0; i < 6; i++) {
    const product = k[i]![i]! * c[i]![i]!;
    if (!(product > 0 && product < SLACK)) return undefined;
  }
  return c;
}

const free = (sites: readonly Site[], chosen: readonly number[], s: number) =>
  chosen.every((c) => sites[c]!.bossId !== sites[s]!.bossId && sites[c]!.padId !== sites[s]!.padId);

/** So many mounts that carry, and so many links. */
interface Kind {
  readonly mounts: number;
  readonly links: number;
}
const kindsOf = ({ counts, withLink }: LayoutProblem): Kind[] => [
  ...counts.map((mounts) => ({ mounts, links: 0 })),
  ...(withLink ? [{ mounts: 2, links: 1 }] : []),
];
/** Whether a place in a layout of a kind is for a link: mounts stand first. */
const wantsLink = ({ mounts }: Kind, place: number) => place >= mounts;

/** Every choice of a kind with no boss and no chassis mount used twice, in the order of the list. */
function* choices(sites: readonly Site[], kind: Kind, from = 0, chosen: readonly number[] = []): Generator<number[]> {
  if (chosen.length === kind.mounts + kind.links) {
    yield [...chosen];
    return;
  }
  const link = wantsLink(kind, chosen.length);
  for (let s = from; s < sites.length; s++) {
    if ((sites[s]!.link !== undefined) !== link || !free(sites, chosen, s)) continue;
    const next = chosen.length + 1 === kind.mounts ? 0 : s + 1;
    yield* choices(sites, kind, next, [...chosen, s]);
  }
}

/** How many choices there are, counted no farther than one more than asked. */
function countOf(sites: readonly Site[], kind: Kind, most: number): number {
  let n = 0;
  for (const _ of choices(sites, kind)) if (++n > most) break;
  return n;
}

const KEPT = 3;
/** More than this are not all tried. */
export const MOST_TRIED = 12_000;
const SLICE = 400;
const STARTS = 40;

/** The best few, no two of the same sites. */
class Best {
  readonly list: Layout[] = [];
  add(layout: Layout | undefined): void {
    if (!layout) return;
    const key = [...layout.sites].sort((a, b) => a - b).join();
    if (this.list.some((l) => [...l.sites].sort((a, b) => a - b).join() === key)) return;
    this.list.push(layout);
    this.list.sort((a, b) => a.score - b.score);
    this.list.length = Math.min(this.list.length, KEPT);
  }
}

/**
 * The layouts with the lowest score: all of them where they can be counted, else from many beginnings each site changed for a better
 * one as long as there is one. Yields its progress.
 */
export function* searchLayouts(problem: LayoutProblem): Work<LayoutAnswer> {
  const scorer = new Scorer(problem);
  const { sites } = problem;
  const kinds = kindsOf(problem);
  const best = new Best();
  let tried = 0;
  const all = kinds.reduce((sum, kind) => sum + countOf(sites, kind, MOST_TRIED), 0);
  if (all <= MOST_TRIED) {
    for (const kind of kinds)
      for (const chosen of choices(sites, kind)) {
        best.add(scorer.score(chosen));
        if (++tried % SLICE === 0) yield { share: tried / all, done: tried, of: all };
      }
    return { layouts: best.list, tried, allTried: true };
  }
  const suits = (kind: Kind, place: number, s: number) => (sites[s]!.link !== undefined) === wantsLink(kind, place);
  const next = seeded(20261130);
  for (let start = 0; start < STARTS && tried < MOST_TRIED; start++) {
    const kind = kinds[start % kinds.length]!;
    const count = kind.mounts + kind.links;
    let now: Layout | undefined;
    let chosen: number[] = [];
    for (let t = 0; t < 200 && !now; t++) {
      chosen = [];
      for (let i = 0; i < 60 && chosen.length < count; i++) {
        const s = Math.floor(next() * sites.length);
        if (suits(kind, chosen.length, s) && free(sites, chosen, s)) chosen.push(s);
      }
      if (chosen.length < count) continue;
      now = scorer.score(chosen);
      tried++;
    }
    if (!now) continue;
    for (let better = true; better && tried < MOST_TRIED;) {
      better = false;
      for (let i = 0; i < count; i++) {
        const others = chosen.filter((_, at) => at !== i);
        for (let s = 0; s < sites.length; s++) {
          if (s === chosen[i] || !suits(kind, i, s) || !free(sites, others, s)) continue;
          const trial = [...others.slice(0, i), s, ...others.slice(i)];
          const found = scorer.score(trial);
          if (++tried % SLICE === 0) yield { share: Math.min(0.99, tried / MOST_TRIED), done: tried };
          if (!found || found.score >= now.score - 1e-12) continue;
          now = found;
          chosen = trial;
          better = true;
        }
      }
      best.add(now);
    }
  }
  return { layouts: best.list, tried, allTried: false };
}
