import { applyPose, poseOf } from '../geometry/index.ts';
import { gearboxPose } from '../questions/mass/index.ts';
import { judging } from '../pipeline/index.ts';
import {
  resolveSubject,
  settingOf,
  USES,
  type Brief,
  type Build,
  type Candidate,
  type Gearbox,
  type Library,
  type ThreePoint,
  hourPrice,
} from '../model/index.ts';
import {
  ratingAtInputShaft,
  breakEvenExtra,
  chanceOfFailure,
  expectedCost,
  loadInGear,
  SERVICE_FACTOR,
  type BoxCost,
} from '../questions/strength/index.ts';
import { GUIDE_CURRENCY, type Derived, type Figure } from '../units/index.ts';
import { boxesOf, withCombo } from '../solvers/ratioSweep/index.ts';

/** One gearbox as it would stand behind this engine in this car. */
export interface BoxFigures {
  readonly gearbox: Gearbox;
  readonly current: boolean;
  readonly original: boolean;
  readonly rating: Derived | undefined;
  readonly margin: Derived | undefined;
  readonly worstGear: number | undefined;
  readonly governs: 'engine' | 'grip' | undefined;
  readonly priceUsed: ThreePoint | undefined;
  readonly priceNew: ThreePoint | undefined;
  /** Where its lever comes up, vehicle axes, mm; undefined for a remote shift. */
  readonly shifterXMm: number | undefined;
  /** Whether the joints of engine and gearbox close with parts of the library. */
  readonly adapter: 'as it is' | 'by parts' | 'open' | 'unknown';
  readonly adapterNames: readonly string[];
  readonly openJoints: readonly string[];
  readonly unsent: readonly string[];
  readonly failure: number | undefined;
  readonly expected: Derived | undefined;
  /** Why nobody can say what it costs over the distance, in words. */
  readonly oddsUnknown: string | undefined;
  /** Margin in the worst gear at each power level, for the brief's use. */
  readonly matrix: readonly { readonly powerKw: number; readonly margin: number | undefined }[];
  /** Margin at the first power level for every use. */
  readonly byUse: readonly { readonly use: Brief['use']; readonly margin: number | undefined }[];
}

/** What a failed box takes with it: oil, tow, a clutch that was full of swarf. Estimated. */
const TAKES_WITH_IT = { currency: GUIDE_CURRENCY, amount: 220 };
const CHANGE_HOURS = 10;
const JOINTS_OF_A_BOX = new Set(['bell', 'flywheel', 'clutch', 'gearbox-mount', 'output']);

/** Uses for a matrix, with their factors. */
export const USE_FACTORS = USES.map((use) => ({ use, factor: SERVICE_FACTOR[use] }));

/** Every box of the layout compared behind this engine, the original always among them. */
export function compareBoxes(
  build: Build,
  candidate: Candidate,
  library: Library,
  powersKw: readonly number[],
): BoxFigures[] {
  const current = library.gearboxes.find((g) => g.id === candidate.gearboxId);
  if (!current) return [];
  const original = build.chassis?.originalGearboxId;
  const boxes = boxesOf(library, current);
  const kept = original === undefined ? undefined : library.gearboxes.find((g) => g.id === original);
  const list = kept && !boxes.includes(kept) ? [...boxes, kept] : boxes;
  const setting = settingOf(build);
  const compared = list.flatMap((gearbox): BoxFigures[] => {
    const changed =
      gearbox.id === candidate.gearboxId
        ? candidate
        : withCombo(candidate, {
            gearboxId: gearbox.id,
            pairIds: [],
            finalDrive: gearbox.finalDriveInside ?? candidate.finalDrive,
            tyreCode: candidate.tyreCode,
          });
    const { subject } = resolveSubject(setting, changed, library);
    if (!subject) return [];
    const box = gearboxPose(poseOf(changed.placement), subject);
    const judged = judging(subject);
    const gearing = judged.get('gearing').figures;
    const strength = judged.get('strength').figures;
    const told = gearbox.ratings.find((r) => r.inUse && r.gear === undefined) ?? gearbox.ratings[0];
    const rating = told && ratingAtInputShaft(told)?.inputNm;
    const closing = judged.get('joints');
    const joints = closing.figures.joints.filter((j) => JOINTS_OF_A_BOX.has(j.kind));
    const open = joints.filter((j) => j.state === 'blocked');
    const unknown = joints.filter((j) => j.state === 'unknown');
    const offers = open.map((j) => closing.findings.find((f) => f.id === `joint-${j.key}`)?.remedies ?? []);
    const helpers = [...new Set(offers.flatMap((r) => r.slice(0, 1).map((x) => x.title.replace(/^Fit /, ''))))];
    const perKw =
      gearing.peakPowerKw && gearing.peakTorqueNm ? gearing.peakTorqueNm.value / gearing.peakPowerKw.value : undefined;
    const factor = SERVICE_FACTOR[build.brief.use];
    // The same shape of curve at another power, in the worst gear.
    const rated = strength.gears.filter((g) => g.ratingNm !== undefined);
    const marginAt = (powerKw: number, by: number) =>
      perKw === undefined || rated.length === 0
        ? undefined
        : Math.min(
            ...rated.map(
              (g) =>
                g.ratingNm! /
                loadInGear(powerKw * perKw, by, gearing.gears[g.gear - 1]?.torqueAtGripNm ?? Infinity).loadNm,
            ),
          );
    const { distanceKm } = build.brief;
    // A chance of failure is one over a distance: how far it is to last is the brief's to say.
    const failure =
      strength.margin && distanceKm !== undefined ? chanceOfFailure(strength.margin, distanceKm) : undefined;
    return [
      {
        gearbox,
        current: gearbox.id === candidate.gearboxId,
        original: gearbox.id === original,
        rating,
        margin: strength.margin,
        worstGear: strength.worst?.gear,
        governs: strength.worst?.governs,
        priceUsed: gearbox.price,
        priceNew: gearbox.newPrice,
        shifterXMm:
          gearbox.shiftedBy === 'cable or rod' || !gearbox.shifterMm ? undefined : applyPose(box, gearbox.shifterMm)[0],
        adapter:
          open.length === 0 ? (unknown.length > 0 ? 'unknown' : 'as it is') : helpers.length > 0 ? 'by parts' : 'open',
        adapterNames: helpers,
        openJoints: open.map((j) => j.title),
        unsent: judged.get('control').figures.unsent,
        failure,
        expected:
          failure === undefined || !gearbox.price
            ? undefined
            : expectedCost(costOf(gearbox.price, failure, gearbox.id === original), hourPrice(build.brief)),
        oddsUnknown: oddsUnknown(strength.margin !== undefined, distanceKm !== undefined, gearbox.price !== undefined),
        matrix: powersKw.map((powerKw) => ({ powerKw, margin: marginAt(powerKw, factor) })),
        byUse: USE_FACTORS.map(({ use, factor: f }) => ({
          use,
          margin: powersKw[0] === undefined ? undefined : marginAt(powersKw[0], f),
        })),
      },
    ];
  });
  const order = (b: BoxFigures) => (b.current ? 0 : b.original ? 1 : 2);
  // Cheapest over the distance first; those whose odds nobody knows stand after them, by margin.
  return compared.sort(
    (a, b) =>
      order(a) - order(b) || byExpected(a.expected, b.expected) || (b.margin?.value ?? 0) - (a.margin?.value ?? 0),
  );
}

/** Ascending, the unknown last. */
const byExpected = (a: Derived | undefined, b: Derived | undefined): number =>
  a && b ? a.value - b.value : (a ? 0 : 1) - (b ? 0 : 1);

function oddsUnknown(rated: boolean, distance: boolean, priced: boolean): string | undefined {
  const missing = [
    ...(rated ? [] : ['torque rating']),
    ...(distance ? [] : ['how far it is to last (brief)']),
    ...(priced ? [] : ['its price']),
  ];
  return missing.length === 0 ? undefined : `odds unknown without ${missing.join(', ')}`;
}

/** What a box costs over the distance: the one in the car costs nothing to keep. */
function costOf(asked: ThreePoint, chance: number, mine: boolean): BoxCost {
  const price: Figure = mine
    ? { value: 0, plusMinus: 0, evidence: 'measured' }
    : {
        value: asked.likely,
        plusMinus: (asked.high - asked.low) / 4,
        evidence: asked.evidence,
      };
  return {
    price,
    chance,
    replacement: {
      value: asked.likely,
      plusMinus: (asked.high - asked.low) / 4,
      evidence: asked.evidence,
    },
    hours: CHANGE_HOURS,
    takesWithIt: TAKES_WITH_IT.amount,
  };
}

export interface WeakOrStrong {
  readonly weak: BoxFigures;
  readonly strong: BoxFigures;
  /** What the strong one costs more, and what it may cost more before the weak one is the cheaper way. */
  readonly extra: number;
  readonly breakEven: number;
  readonly cheaper: 'weak' | 'strong';
}

/** The box chosen against the cheapest one that stands it: which is cheaper over the distance, and where that flips. */
export function weakOrStrong(boxes: readonly BoxFigures[], brief: Brief): WeakOrStrong | undefined {
  const weak = boxes.find((b) => b.current);
  // Without its price nobody can say what a failure costs.
  if (!weak?.margin || weak.failure === undefined || !weak.priceUsed || !weak.expected) return undefined;
  const strong = boxes
    .filter(
      (b) =>
        !b.current &&
        b.expected !== undefined &&
        b.margin &&
        b.margin.value > Math.max(1, weak.margin!.value) &&
        b.unsent.length === 0,
    )
    .sort((a, b) => a.expected!.value - b.expected!.value)[0];
  if (!strong) return undefined;
  const rate = hourPrice(brief);
  const a = costOf(weak.priceUsed, weak.failure, weak.original);
  const b = costOf(strong.priceUsed!, strong.failure!, strong.original);
  return {
    weak,
    strong,
    extra: b.price.value - a.price.value,
    breakEven: breakEvenExtra(a, b, rate),
    cheaper: weak.expected.value <= strong.expected!.value ? 'weak' : 'strong',
  };
}
