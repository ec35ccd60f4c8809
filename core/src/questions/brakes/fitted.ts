import type { Brakes, PadKind, Part, Subject, WheelBrake } from '../../model/index.ts';
import { madeFrom, ORIGIN, scatterOf, type Derived, type Figure } from '../../units/index.ts';
import { brakeMassKg } from '../mass/index.ts';

export const GROUP = 'Ride, brakes, tyres';
export const RULES = 'Have the brakes tested by a licensed person; local rules apply.';

/** Mass from lengths leaves out hat, ribs and wear: by this share. */
const FROM_LENGTHS = 0.08;
export const SHARE = 'front share of the braking';

export type End = 'front' | 'rear';

/** What is at the wheels of a candidate: its bought brakes before the car’s own. */
export interface Fitted {
  readonly front: WheelBrake | undefined;
  readonly rear: WheelBrake | undefined;
  readonly linings: Readonly<Record<End, PadKind>>;
  /** Where brakes are entered: the car’s own, else the part’s. */
  readonly entered: object;
  /** Neither end is bought: the front share of the car as found holds. */
  readonly own: boolean;
}

export function fittedBrakes(own: Brakes | undefined, bought: readonly Part[]): Fitted {
  const of = (end: End) => bought.find((p) => p.brakes?.[end])?.brakes?.[end];
  // Linings come with the end that they are bought for; pads bought alone go into both.
  const linings = (end: End) =>
    bought.find(({ brakes: b }) => b?.linings && (b[end] ?? !(b.front ?? b.rear)))?.brakes?.linings ??
    own?.linings ??
    'ordinary';
  return {
    front: of('front') ?? own?.front,
    rear: of('rear') ?? own?.rear,
    linings: { front: linings('front'), rear: linings('rear') },
    entered: own ?? bought.find((p) => p.brakes)?.brakes ?? bought,
    own: !bought.some((p) => p.brakes?.front ?? p.brakes?.rear),
  };
}

export const massOf = (b: WheelBrake): Figure => {
  if (b.massKg) return b.massKg;
  const value = brakeMassKg({ ...b, massKg: undefined });
  return {
    value,
    plusMinus: FROM_LENGTHS * value,
    evidence: 'estimated',
    source: 'from its lengths, as cast iron',
    [ORIGIN]: b,
  };
};

/** A front share in percent as a share of one, still the figure that was entered. */
export const asShare = (pct: Figure): Figure =>
  madeFrom({ ...pct, value: pct.value / 100, plusMinus: scatterOf(pct) / 100 }, pct);

export const nameOf = (b: WheelBrake) => (b.kind === 'disc' ? 'discs' : 'drums');

/** What the heat of the brakes rests on. */
export interface Hot {
  readonly subject: Subject;
  readonly brakes: Fitted & { readonly front: WheelBrake; readonly rear: WheelBrake };
  readonly drivenKg: Derived;
  readonly toRearMm: number;
  readonly heightMm: number;
  readonly wheelbaseMm: number;
}
