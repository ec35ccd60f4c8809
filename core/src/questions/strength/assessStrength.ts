import type { GearingFigures } from '../gearing/index.ts';
import {
  choiceWords,
  findingOf,
  makeCheck,
  makeFinding,
  type Check,
  type Finding,
  type CheckResult,
  type Remedy,
  type Subject,
} from '../../model/index.ts';
import { propagate, say, type Derived, capital } from '../../units/index.ts';
import { bandFigures, torqueAt } from '../curve/index.ts';
import { assessClutch } from './assessClutch.ts';
import { gearWord, type GearLoad } from './gearLoad.ts';
import { loadInGear, SERVICE_FACTOR } from './load.ts';
import { ratingIn } from './ratingConversion.ts';

export interface StrengthFigures {
  readonly gears: readonly GearLoad[];
  readonly worst: GearLoad | undefined;
  readonly margin: Derived | undefined;
  readonly clutchMargin: Derived | undefined;
  readonly clutchCapacityNm: Derived | undefined;
}

/** Torque at the crank that the map lets into a gear: the peak, or the limit that was put there. */
function peakIn(subject: Subject, gear: number, peakNm: number): number {
  const limit = subject.candidate.torqueLimits?.find((l) => l.gear === gear);
  return limit ? Math.min(limit.torqueNm, peakNm) : peakNm;
}

/** Best torque in the driving band with a limit on it: what is left of the band figure, N·m. */
function bandUnder(subject: Subject, gearing: GearingFigures, limitNm: number): number | undefined {
  const { curve } = gearing;
  if (!curve || !gearing.bandTorqueNm) return undefined;
  const { lowRpm, highRpm } = subject.brief.band;
  const best = bandFigures(curve.torque, lowRpm, highRpm).peakInBandNm;
  return Math.min(best, limitNm);
}

const gearList = (gears: readonly GearLoad[]) => gears.map((g) => gearWord(g.gear)).join(', ');

/** What the gearbox and the clutch are rated for, against what engine and tyres put through them in each gear. */
export function assessStrength(subject: Subject, gearing: GearingFigures): CheckResult & { figures: StrengthFigures } {
  const { gearbox, engine, brief } = subject;
  const checks: Check[] = [];
  const findings: Finding[] = [];
  const box = capital(gearbox.shortName);
  const peak = gearing.peakTorqueNm;
  const factor = SERVICE_FACTOR[brief.use];
  const gears: GearLoad[] = peak
    ? gearing.gears.map((g) => {
        const bridged = ratingIn(gearbox.ratings, g.gear);
        const shaped = peakIn(subject, g.gear, peak.value);
        const load = loadInGear(shaped, factor, g.torqueAtGripNm ?? Infinity);
        return {
          gear: g.gear,
          ratingNm: bridged?.inputNm.value,
          ...load,
          margin: bridged && bridged.inputNm.value / load.loadNm,
          engineNm: shaped * factor,
          bridged,
        };
      })
    : [];
  const rated = gears.filter((g) => g.margin !== undefined);
  const worst = rated.reduce<GearLoad | undefined>(
    (w, g) => (w === undefined || g.margin! < w.margin! ? g : w),
    undefined,
  );
  const figure =
    worst?.bridged && peak
      ? propagate(
          { rating: worst.bridged.inputNm, 'peak torque': peak },
          (v) =>
            v.rating /
            (worst.governs === 'grip' ? worst.loadNm : peakIn(subject, worst.gear, v['peak torque']) * factor),
        )
      : undefined;
  // Without the car's mass nobody knows what the tyres pass: a box too weak for the engine may yet be saved by them.
  const gripUnknown = worst !== undefined && worst.margin! < 1 && gearing.gripN === undefined;
  // A rating for one gear says nothing of the others.
  const unrated = worst === undefined ? [] : gears.filter((g) => g.margin === undefined);
  const openGears = unrated.length > 0 && worst!.margin! >= 1;
  const check = makeCheck({
    id: 'gearbox-margin',
    step: 'gearing',
    group: 'Performance',
    title: 'Gearbox safety factor',
    quantity: 'ratio',
    figure,
    limitKind: 'at least',
    limit: 1,
    span: 1,
    ...(gripUnknown || openGears ? { state: 'unknown' as const } : {}),
    because: worst?.bridged
      ? `${openGears ? `Rating missing for ${gearList(unrated)}. ` : ''}Rated ${say(worst.ratingNm!, 'torqueNm')} at its input (${worst.bridged.inputNm.evidence}${worst.bridged.steps.length > 0 ? `, converted from the stated rating: ${worst.bridged.steps.map((s) => s.name).join('; ')}` : ''}); ${gearWord(worst.gear)} sees ${say(worst.loadNm, 'torqueNm')}, set by the ${worst.governs === 'grip' ? 'tyres' : `engine × ${factor} for ${choiceWords(brief.use)}`}. Clutch-dump starts add engine inertia torque.`
      : peak
        ? `No torque rating for ${gearbox.name}.`
        : 'Needs a torque curve.',
  });
  checks.push(check);
  if (worst) {
    const state = check.state;
    findings.push(
      findingOf(
        check,
        state === 'unknown' && openGears
          ? `${gearbox.shortName}: rating missing in ${gearList(unrated)}`
          : state === 'unknown'
            ? `${box} overloaded in ${gearWord(worst.gear)} unless the tyres slip first; grip data missing`
            : state === 'blocked'
              ? `${box} overloaded by ${say(worst.loadNm - worst.ratingNm!, 'torqueNm')} in ${gearWord(worst.gear)}`
              : state === 'tight'
                ? `${box}: rating met in ${gearWord(worst.gear)}, but margin less than uncertainty`
                : `${box}: safety factor ${say(worst.margin!, 'ratio')} in ${gearWord(worst.gear)}`,
        {
          about: [gearbox.id, engine.id],
          missing: openGears ? [`/gearboxes/${gearbox.id}/ratings`] : [],
          remedies: state === 'blocked' ? mapRemedies(subject, gearing, gears, factor) : [],
        },
      ),
    );
  } else {
    findings.push(
      findingOf(check, `${gearbox.shortName}: torque rating unknown`, {
        about: [gearbox.id],
        missing: [`/gearboxes/${gearbox.id}/ratings`],
      }),
    );
  }
  if (peak) {
    const saved = gears.filter(
      (g) => g.governs === 'grip' && g.ratingNm !== undefined && g.ratingNm < g.engineNm && g.margin! >= 1,
    );
    if (saved.length > 0) {
      const g = saved[0]!;
      findings.push(
        makeFinding({
          id: 'gearbox-grip-saved',
          state: 'tight',
          step: 'gearing',
          title: `${box}: sufficient in ${saved.map((s) => gearWord(s.gear)).join(' and ')} only because of tyre slip`,
          because: `Rated ${say(g.ratingNm!, 'torqueNm')} there; engine torque ${say(g.engineNm, 'torqueNm')}, wheelspin at ${say(g.loadNm, 'torqueNm')}. More grip or axle load removes this protection.`,
          figure: g.loadNm,
          limit: g.ratingNm!,
          quantity: 'torqueNm',
          evidence: g.bridged!.inputNm.evidence,
          about: [gearbox.id, subject.candidate.tyreCode],
        }),
      );
    }
  }
  for (const limit of subject.candidate.torqueLimits ?? []) {
    const left = bandUnder(subject, gearing, limit.torqueNm);
    findings.push(
      makeFinding({
        id: `torque-limit-${limit.gear}`,
        state: 'clear',
        step: 'gearing',
        title: `ECU torque limit ${say(limit.torqueNm, 'torqueNm')} in ${gearWord(limit.gear)}`,
        because: `${left === undefined ? '' : `Maximum torque in the rpm range in that gear: ${say(left, 'torqueNm')} instead of ${say(gearing.bandTorqueNm!.value, 'torqueNm')}. `}The ECU needs gear recognition and a torque limit per gear.`,
        about: [subject.candidate.id],
      }),
    );
  }
  const clutch = assessClutch(subject, peak, checks, findings);
  return {
    checks,
    findings,
    figures: {
      gears,
      worst,
      margin: figure,
      clutchMargin: clutch.margin,
      clutchCapacityNm: clutch.capacityNm,
    },
  };
}

/** Torque held back in the map where the box is too weak in low gears, with what the band is left with. */
function mapRemedies(subject: Subject, gearing: GearingFigures, gears: readonly GearLoad[], factor: number): Remedy[] {
  const { curve } = gearing;
  // Without a computer that holds torque there is nothing to shape.
  if (!curve || !subject.engine.computer) return [];
  const half = Math.floor(gears.length / 2);
  return gears
    .filter((g) => g.margin !== undefined && g.margin < 1 && g.gear <= half)
    .flatMap((g) => {
      const limit = Math.floor(g.ratingNm! / factor);
      const left = bandUnder(subject, gearing, limit);
      const launch = gearing.launchRpm === undefined ? 0 : (torqueAt(curve.torque, gearing.launchRpm) ?? 0);
      if (left === undefined || limit < 0.4 * launch) return [];
      return [
        {
          title: `Limit torque to ${say(limit, 'torqueNm')} in ${gearWord(g.gear)} (ECU): ${say(left, 'torqueNm')} instead of ${say(gearing.bandTorqueNm!.value, 'torqueNm')} in the rpm range`,
          cost: 0,
          hours: 1,
          accept: { kind: 'torqueLimit', gear: g.gear, torqueNm: limit },
        },
      ];
    });
}
