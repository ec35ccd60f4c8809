import { boughtLeastRim, readTyreCode, tyreRoom } from '../../questions/gearing/index.ts';
import {
  resolveSubject,
  settingOf,
  type Build,
  type Candidate,
  type Library,
  type Subject,
} from '../../model/index.ts';
import { judging, type Judging, type Results } from '../../pipeline/index.ts';
import { plantOf, simulate, tallestPull } from '../../questions/acceleration/index.ts';
import { gearingPrice } from '../../questions/money/index.ts';
import { attempt } from '../../units/index.ts';
import { withCombo, type Combo } from './combos.ts';

/** What one gearing does, and what of the brief it misses. */
export interface ComboFigures extends Combo {
  readonly cruiseRpm: number | undefined;
  readonly hillPct: number | undefined;
  readonly zeroTo100S: number | undefined;
  /** 80 to 120 km/h in the tallest gear that does it, s, and that gear. */
  readonly pullS: number | undefined;
  readonly pullGear: number | undefined;
  readonly topSpeedKph: number | undefined;
  readonly boxMargin: number | undefined;
  /** Money for it beyond what is fitted: axle, tyres, pairs, another box. */
  readonly price: number;
  readonly misses: readonly Miss[];
}

export type Miss = 'cruise' | 'hill' | 'wheels' | 'room' | 'gearbox';

export interface SweepProgress {
  readonly share: number;
  readonly done: number;
  readonly of: number;
}

function missesOf(subject: Subject, f: Omit<ComboFigures, 'misses'>): Miss[] {
  const { brief, tyre, chassis } = subject;
  const misses: Miss[] = [];
  if (
    brief.cruise &&
    !(f.cruiseRpm !== undefined && Math.abs(f.cruiseRpm - brief.cruise.rpm) <= brief.cruise.toleranceRpm)
  )
    misses.push('cruise');
  if (brief.hill && !(f.hillPct !== undefined && f.hillPct >= brief.hill.gradePct)) misses.push('hill');
  if (tyre && brief.largestWheelIn !== undefined && readTyreCode(tyre.code).rimIn > brief.largestWheelIn)
    misses.push('wheels');
  // A speed index can be held to; an arch can’t.
  const room = tyre ? tyreRoom(tyre, chassis?.wheelRoom, f.topSpeedKph, boughtLeastRim(subject.parts)) : [];
  if (room.some((x) => x.fits === false && x.what !== 'speed index')) misses.push('room');
  if (f.boxMargin !== undefined && f.boxMargin < 1) misses.push('gearbox');
  return misses;
}

/**
 * Works out every gearing of a list, in slices: yields after each. The same sums as behind the screen: gearing, hill,
 * run, gearbox. A gearing that can't be run has no figures and misses what it can't show.
 */
export function* sweepCombos(
  build: Build,
  candidate: Candidate,
  library: Library,
  combos: readonly Combo[],
): Generator<SweepProgress, ComboFigures[]> {
  const setting = settingOf(build);
  const masses = new Map<string, Results['mass']>();
  const found: ComboFigures[] = [];
  for (const [i, combo] of combos.entries()) {
    const { subject } = resolveSubject(setting, withCombo(candidate, combo), library);
    if (subject) {
      // The final drive weighs the same whatever its ratio: box and tyre are weighed once.
      const key = `${combo.gearboxId} ${combo.tyreCode}`;
      const mass = masses.get(key);
      const judged = judging(subject, mass && { mass });
      masses.set(key, judged.get('mass'));
      const figures = figuresOf(judged, combo);
      found.push({ ...figures, misses: missesOf(subject, figures) });
    }
    yield { share: (i + 1) / combos.length, done: i + 1, of: combos.length };
  }
  return found;
}

function figuresOf(judged: Judging, combo: Combo): Omit<ComboFigures, 'misses'> {
  const { subject } = judged;
  const gearing = judged.get('gearing').figures;
  const driven = attempt(() => {
    const plant = plantOf(subject, judged.get('mass').figures, gearing);
    return plant && { zero: simulate(plant, { speedsKph: [100] }).speeds[0]?.timeS, pull: tallestPull(plant) };
  });
  const run = driven.ok ? driven.value : undefined;
  return {
    ...combo,
    cruiseRpm: gearing.cruiseRpm?.value,
    hillPct: gearing.hillGradePct?.value,
    zeroTo100S: run?.zero,
    pullS: run?.pull?.eightyTo120S,
    pullGear: run?.pull?.gear,
    topSpeedKph: gearing.topSpeed?.topSpeedKph,
    boxMargin: judged.get('strength').figures.worst?.margin,
    price: gearingPrice(subject),
  };
}
