import type { GearingFigures } from '../gearing/index.ts';
import {
  findingOf,
  makeCheck,
  makeFinding,
  type Check,
  type Finding,
  type Judged,
  type Rating,
  type Subject,
} from '../model/index.ts';
import { propagate, say, type Derived } from '../units/index.ts';
import { CLUTCH_RESERVE, clutchCapacity } from './clutch.ts';
import { loadInGear, SERVICE_FACTOR } from './load.ts';

export interface GearLoad {
  readonly gear: number;
  readonly ratingNm: number | undefined;
  readonly loadNm: number;
  readonly governs: 'engine' | 'grip';
  readonly margin: number | undefined;
}

export interface StressFigures {
  readonly gears: readonly GearLoad[];
  readonly worst: GearLoad | undefined;
  readonly clutchMargin: Derived | undefined;
}

const ORDINALS = [
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
  'eleventh',
  'twelfth',
];
export const gearWord = (gear: number) => ORDINALS[gear - 1] ?? `gear ${gear}`;

/** The rating that holds in a gear: its own where there is one, else the box's. */
function ratingFor(ratings: readonly Rating[], gear: number): Rating | undefined {
  const inUse = ratings.filter((r) => r.inUse);
  return inUse.find((r) => r.gear === gear) ?? inUse.find((r) => r.gear === undefined);
}

const capital = (s: string) => s.charAt(0).toUpperCase() + s.slice(1);

export function assessStress(subject: Subject, gearing: GearingFigures): Judged & { figures: StressFigures } {
  const { gearbox, engine, brief } = subject;
  const checks: Check[] = [];
  const findings: Finding[] = [];
  const box = capital(gearbox.shortName);
  const peak = gearing.peakTorqueNm;
  const factor = SERVICE_FACTOR[brief.use];
  const gears: GearLoad[] = peak
    ? gearing.gears.map((g) => {
        const rating = ratingFor(gearbox.ratings, g.gear);
        const load = loadInGear(peak.value, factor, g.torqueAtGripNm ?? Infinity);
        return {
          gear: g.gear,
          ratingNm: rating?.torqueNm.value,
          ...load,
          margin: rating && rating.torqueNm.value / load.loadNm,
        };
      })
    : [];
  const rated = gears.filter((g) => g.margin !== undefined);
  const worst = rated.reduce<GearLoad | undefined>(
    (w, g) => (w === undefined || g.margin! < w.margin! ? g : w),
    undefined,
  );
  const worstRating = worst && ratingFor(gearbox.ratings, worst.gear);
  const figure =
    worst && worstRating && peak
      ? propagate(
          { rating: worstRating.torqueNm, 'peak torque': peak },
          (v) => v.rating / (worst.governs === 'grip' ? worst.loadNm : v['peak torque'] * factor),
        )
      : undefined;
  // Without the car's mass nobody knows what the tyres pass: a box too weak for the engine may yet be saved by them.
  const gripUnknown = worst !== undefined && worst.margin! < 1 && gearing.gripN === undefined;
  const check = makeCheck({
    id: 'gearbox-margin',
    step: 'gearing',
    group: 'Driving',
    title: 'Gearbox margin',
    quantity: 'ratio',
    figure,
    limitKind: 'at least',
    limit: 1,
    span: 1,
    ...(gripUnknown ? { state: 'unknown' as const } : {}),
    because:
      worst && worstRating
        ? `Rated ${say(worstRating.torqueNm.value, 'torqueNm')} (${worstRating.torqueNm.evidence}); ${gearWord(worst.gear)} sees ${say(worst.loadNm, 'torqueNm')}, set by the ${worst.governs === 'grip' ? 'tyres' : `engine × ${factor} for ${brief.use}`}. A dumped clutch adds the engine's inertia torque to that.`
        : peak
          ? `Nobody has a rating for the ${gearbox.name}.`
          : 'Needs a torque curve.',
  });
  checks.push(check);
  if (worst) {
    const state = check.state;
    findings.push(
      findingOf(
        check,
        state === 'unknown'
          ? `${box} is too weak for the engine in ${gearWord(worst.gear)} unless the tyres slip first, and nobody can say`
          : state === 'blocked'
            ? `${box} is ${say(worst.loadNm - worst.ratingNm!, 'torqueNm')} short in ${gearWord(worst.gear)}`
            : state === 'tight'
              ? `${box} stands ${gearWord(worst.gear)} by less than the doubt of its rating`
              : `${box} has ${say(worst.margin!, 'ratio')} margin in its worst gear, ${gearWord(worst.gear)}`,
        { about: [gearbox.id, engine.id], missing: gripUnknown ? ['/chassis/weighing'] : [] },
      ),
    );
  } else {
    findings.push(
      findingOf(check, `Nobody knows what the ${gearbox.shortName} stands`, {
        about: [gearbox.id],
        missing: [`/gearboxes/${gearbox.id}/ratings`],
      }),
    );
  }
  if (peak) {
    const saved = gears.filter(
      (g) => g.governs === 'grip' && g.ratingNm !== undefined && g.ratingNm < peak.value * factor && g.margin! >= 1,
    );
    if (saved.length > 0) {
      const g = saved[0]!;
      findings.push(
        makeFinding({
          id: 'gearbox-grip-saved',
          state: 'tight',
          step: 'gearing',
          title: `${box} lasts in ${saved.map((s) => gearWord(s.gear)).join(' and ')} only because the tyres slip first`,
          because: `Rated ${say(g.ratingNm!, 'torqueNm')} there; the engine would put ${say(peak.value * factor, 'torqueNm')} through it, the tyres let go at ${say(g.loadNm, 'torqueNm')}. Stickier tyres or more weight on them take that away.`,
          figure: g.loadNm,
          limit: g.ratingNm!,
          quantity: 'torqueNm',
          evidence: ratingFor(gearbox.ratings, g.gear)!.torqueNm.evidence,
          about: [gearbox.id, subject.candidate.tyreCode],
        }),
      );
    }
  }
  const clutchMargin = clutchFigure(subject, peak, checks, findings);
  return { checks, findings, figures: { gears, worst, clutchMargin } };
}

function clutchFigure(
  subject: Subject,
  peak: Derived | undefined,
  checks: Check[],
  findings: Finding[],
): Derived | undefined {
  const { gearbox, parts } = subject;
  if (gearbox.kind === 'automatic') return undefined;
  const kit = parts.find((p) => p.clutch);
  const clutch = kit?.clutch ?? gearbox.clutch;
  const figure =
    clutch && peak
      ? propagate(
          { friction: clutch.frictionCoefficient, 'clamp load': clutch.clampLoadN, 'peak torque': peak },
          (v) =>
            clutchCapacity({ ...clutch, frictionCoefficient: v.friction, clampLoadN: v['clamp load'] })
              .capacityUniformWearNm / v['peak torque'],
        )
      : undefined;
  const name = kit?.name ?? `clutch that comes with the ${gearbox.shortName}`;
  const check = makeCheck({
    id: 'clutch-margin',
    step: 'gearing',
    group: 'Driving',
    title: 'Clutch margin',
    quantity: 'ratio',
    figure,
    limitKind: 'at least',
    limit: CLUTCH_RESERVE,
    span: 1,
    because:
      figure && peak
        ? `${capital(name)} holds ${say(figure.value * peak.value, 'torqueNm')} by uniform wear; ${CLUTCH_RESERVE} × the peak torque of ${say(peak.value, 'torqueNm')} is asked.`
        : clutch
          ? 'Needs a torque curve.'
          : 'Nobody has measured the clutch.',
  });
  checks.push(check);
  findings.push(
    findingOf(
      check,
      check.state === 'unknown'
        ? 'The clutch can’t be judged yet'
        : check.state === 'blocked'
          ? `The clutch slips: it holds ${say((figure?.value ?? 0) * (peak?.value ?? 0), 'torqueNm')}`
          : check.state === 'tight'
            ? 'The clutch holds by less than the doubt of its clamp load'
            : `The clutch holds ${say(figure?.value ?? 0, 'ratio')} peak torque`,
      { about: [kit?.id ?? gearbox.id], missing: check.state === 'unknown' ? [`/gearboxes/${gearbox.id}/clutch`] : [] },
    ),
  );
  return figure;
}
