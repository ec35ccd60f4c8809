import {
  BRACKET_REACH_MM,
  chassisMountsOf,
  MissingInput,
  type FittedMount,
  type Subject,
  type Work,
} from '../../model/index.ts';
import { judging } from '../../pipeline/index.ts';
import { sub } from '../../geometry/index.ts';
import {
  alongLink,
  bossesAt,
  driveReaction,
  elementOf,
  inReach,
  carriedWithEngine,
  isCarried,
  powertrainOf,
  reachesOf,
  stiffnessOf,
  wayAcross,
  type Reach,
} from '../../questions/mounts/index.ts';
import { InputError, say } from '../../units/index.ts';
import { searchLayouts, type Layout, type LayoutProblem, type Site } from './layouts.ts';

/** A layout as it can be taken: the mounts, and what it comes to. */
export interface ProposedLayout {
  readonly mounts: readonly FittedMount[];
  readonly score: number;
  readonly loadPct: number;
  readonly movesMm: number;
  readonly price: number;
  readonly title: string;
}

export interface MountLayouts {
  readonly proposals: readonly ProposedLayout[];
  /** Why there is none. */
  readonly none?: string;
  readonly tried: number;
  readonly allTried: boolean;
}

/** Gaps with more to spare than this are not tight, mm; so many count. */
const TIGHT_MM = 40;
const MOST_GAPS = 12;
/** A link shorter than this turns too far as the engine moves, a longer one buckles or finds no room, mm; trade. */
const LINK_MM = { least: 60, most: 400 } as const;

/**
 * Layouts of three and four mounts, and across the car of two and a link, for a candidate, from the bosses of engine and gearbox to the mounts of the chassis within reach of
 * a bracket, each like the mount that it has.
 * @throws InputError where it has no mount to make others like, or where its mass, drive or bay is not known.
 */
export function* searchMountLayouts(subject: Subject): Work<MountLayouts> {
  const { candidate, chassis } = subject;
  const at = `/candidates/${candidate.id}/mounts`;
  if (!chassis) throw new MissingInput('/chassis/pads');
  const like = (candidate.mounts ?? []).find((m) => {
    const element = elementOf(subject, m);
    return !m.link && element?.ratingN && stiffnessOf(element);
  });
  const element = like && elementOf(subject, like);
  const stiffness = element && stiffnessOf(element);
  if (!like || !element?.ratingN || !stiffness)
    throw new InputError(at, 'Enter one mount with its stiffness and its rating: the others copy it.');
  const judged = judging(subject);
  const { figures: mass } = judged.get('mass');
  const { figures: gearing } = judged.get('gearing');
  const which = carriedWithEngine(chassis);
  if (!which) throw new MissingInput('/chassis/torqueTube');
  const powertrain = powertrainOf(subject, mass, which);
  const drive = driveReaction(subject, gearing, which);
  const part = subject.library.parts.find((p) => p.id === like.partId && p.class === 'mount');
  const price = like.price?.likely ?? part?.price?.likely ?? 0;
  const reaches = reachesOf({ ...subject, chassis }).filter(({ bossId }) => isCarried(which, subject, bossId));
  const near = reaches.filter(inReach);
  const sites = near.map(({ pad, bossId }): Site => ({
    bossId,
    padId: pad.id,
    atMm: pad.atMm,
    stiffnessNPerMm: stiffness.along,
    ratingN: element.ratingN!.value,
    price,
  }));
  // A torque link is how a transverse engine is held by two mounts.
  const links =
    chassis.engineLies === 'transverse' ? reaches.filter(({ mm }) => mm >= LINK_MM.least && mm <= LINK_MM.most) : [];
  const bosses = bossesAt(subject);
  const linkSites = links.map(({ pad, bossId }): Site => {
    const from = bosses.get(bossId)!.atMm;
    return {
      bossId,
      padId: pad.id,
      atMm: from,
      stiffnessNPerMm: [alongLink(element, stiffness.along), 0, 0],
      ratingN: element.ratingN!.value,
      price,
      link: sub(pad.atMm, from),
    };
  });
  const places = [...near.map((r) => ({ ...r, link: false })), ...links.map((r) => ({ ...r, link: true }))];
  const pairs = (judged.find('fit')?.figures.pairs ?? []).filter((p) => isCarried(which, subject, p.part.id));
  const problem: LayoutProblem = {
    massKg: powertrain.body.massKg,
    comMm: powertrain.body.comMm,
    drive: { forwardNm: drive.forward.value, reverseNm: drive.reverse.value, about: drive.about },
    sites: [...sites, ...linkSites],
    gaps: pairs
      .filter((p) => p.marginMm < TIGHT_MM)
      .slice(0, MOST_GAPS)
      .map((p) => ({
        name: `${p.part.name} to ${p.obstacle.name}`,
        pointMm: p.witnessPart,
        way: wayAcross({ signedDistanceMm: p.gapMm, witnessA: p.witnessPart, witnessB: p.witnessObstacle }),
      })),
    counts: [3, 4],
    withLink: linkSites.length > 0,
  };
  const { layouts, tried, allTried } = yield* searchLayouts(problem);
  const taken = (layout: Layout): FittedMount[] =>
    layout.sites.map((s, i) => {
      const { bossId, pad, link } = places[s]!;
      const { bolt, price: own, hours, partId } = like;
      return {
        id: `mount-${i + 1}`,
        name: link ? `link to ${pad.name}` : pad.name,
        ...(link ? { link: true as const } : {}),
        bossId,
        padId: pad.id,
        element,
        ...(partId && part ? { partId } : {}),
        ...(bolt ? { bolt } : {}),
        ...(own ? { price: own } : {}),
        ...(hours ? { hours } : {}),
      };
    });
  const proposals = layouts.map((l): ProposedLayout => ({
    mounts: taken(l),
    score: l.score,
    loadPct: 100 * l.loadShare,
    movesMm: l.movesMm,
    price: l.price,
    title: l.sites
      .map((s) => `${places[s]!.link ? 'link ' : ''}${places[s]!.boss} to ${places[s]!.pad.name}`)
      .join(', '),
  }));
  return {
    proposals,
    tried,
    allTried,
    ...(proposals.length === 0 ? { none: whyNone(reaches, chassisMountsOf(chassis, subject.parts).length) } : {}),
  };
}

/** What is missing where no layout holds it: the chassis mount that no boss reaches, or one more away from the others. */
function whyNone(reaches: readonly Reach[], pads: number): string {
  if (pads < 3)
    return `A layout needs three chassis mounts, and there ${pads === 1 ? 'is one' : `are ${pads}`}: enter another in Survey.`;
  const byPad = new Map<string, Reach>();
  for (const r of reaches) if (r.mm < (byPad.get(r.pad.id)?.mm ?? Infinity)) byPad.set(r.pad.id, r);
  const far = [...byPad.values()].filter((r) => !inReach(r));
  if (far.length > 0)
    return far
      .map(
        (r) =>
          `No boss reaches the ${r.pad.name}: ${r.boss} is ${say(r.mm, 'lengthMm')} away, a bracket reaches ${say(BRACKET_REACH_MM, 'lengthMm')}.`,
      )
      .join(' ');
  return 'Bosses and chassis mounts are within reach, but two share the same boss: another boss or chassis mount is missing.';
}
