import { Type } from 'typebox';
import { QUANTITIES, type Quantity } from '../units/index.ts';
import { Accepted } from './accepted/index.ts';
import { EvidenceSchema } from './figure.ts';

export const STATES = ['clear', 'tight', 'unknown', 'blocked'] as const;
export type State = (typeof STATES)[number];
export const StateSchema = Type.Unsafe<State>({ type: 'string', enum: [...STATES] });

/** The worst of some states: blocked, then unknown, then tight. Nothing judged is clear. */
export function worstState(states: readonly State[]): State {
  let worst: State = 'clear';
  for (const s of states) if (STATES.indexOf(s) > STATES.indexOf(worst)) worst = s;
  return worst;
}

export const STEPS = [
  'brief',
  'survey',
  'donors',
  'fit',
  'mounts',
  'gearing',
  'weight',
  'joints',
  'wiring',
  'money',
] as const;
export type Step = (typeof STEPS)[number];

const QuantitySchema = Type.Unsafe<Quantity>({ type: 'string', enum: [...QUANTITIES] });
const closed = { additionalProperties: false };

/** What would put a finding right. `accept` is the work that a person can accept into the candidate. */
export const Remedy = Type.Object(
  {
    title: Type.String(),
    cost: Type.Number(),
    hours: Type.Number(),
    accept: Type.Optional(Accepted),
  },
  closed,
);
export type Remedy = Type.Static<typeof Remedy>;

/** One judged fact: the one currency of judgement. */
export const Finding = Type.Object(
  {
    id: Type.String(),
    state: StateSchema,
    step: Type.Unsafe<Step>({ type: 'string', enum: [...STEPS] }),
    title: Type.String({ description: 'a sentence: "Sump hits the crossmember by 18 mm"' }),
    because: Type.String(),
    figure: Type.Optional(Type.Number()),
    plusMinus: Type.Optional(Type.Number()),
    limit: Type.Optional(Type.Number()),
    quantity: Type.Optional(QuantitySchema),
    evidence: Type.Optional(EvidenceSchema),
    about: Type.Array(Type.String()),
    missing: Type.Array(Type.String({ description: 'pointer to an absent input' })),
    remedies: Type.Array(Remedy),
  },
  closed,
);
export type Finding = Type.Static<typeof Finding>;

/** Which side of the limit is inside. `info` has no limit: it is shown, not judged. */
export type LimitKind = 'at most' | 'at least' | 'between' | 'info';

const ContributionSchema = Type.Object(
  {
    name: Type.String(),
    value: Type.Number(),
    plusMinus: Type.Number(),
    evidence: EvidenceSchema,
    share: Type.Number(),
    pointer: Type.Optional(Type.String({ description: 'where the input is entered' })),
  },
  closed,
);

/** Every check there is: a row of the line-up each. What ranks, links or looks one up by its id is held to these. */
const CHECK_IDS = [
  'gate-noise',
  'gate-noise-later',
  'gate-circuit-noise',
  'gate-circuit-noise-later',
  'gate-wheel',
  'gate-displacement',
  'gate-power',
  'gate-mass',
  'gate-wheel-power',
  'injector-duty-now',
  'injector-duty-later',
  'bottom-end',
  'knock',
  'fit-margin',
  'fit-touched',
  'fit-shifter',
  'fit-shaft',
  'fit-ground',
  'fit-joint',
  'fit-plunge',
  'fit-reach',
  'mounts-held',
  'mounts-load',
  'mounts-moves',
  'mounts-idle',
  'mounts-cruise',
  'mounts-bolts',
  'mounts-brackets',
  'power-now',
  'band-torque',
  'band-power',
  'cruise',
  'hill',
  'wheel-room',
  'low-range',
  'stall',
  'zero-to-100',
  'gearbox-margin',
  'clutch-margin',
  'axle-margin',
  'shaft-margin',
  'propshaft-speed',
  'propshaft-margin',
  'mass-change',
  'mass-front',
  'ride-front',
  'ride-rear',
  'travel-front',
  'travel-rear',
  'brake-bias',
  'brakes-stops',
  'brakes-descent',
  'brake-pedal',
  'brake-stroke',
  'tyre-load',
  'cooling-now',
  'cooling-later',
  'power-to-weight',
  'open-joints',
  'open-pins',
  'current-idle',
  'current-cruise',
  'budget',
  'hours',
] as const;
export type CheckId = (typeof CHECK_IDS)[number];

/** One row of the line-up for one candidate: a figure on its track beside the limit line. */
export const Check = Type.Object(
  {
    id: Type.Unsafe<CheckId>({ type: 'string', enum: [...CHECK_IDS] }),
    step: Type.Unsafe<Step>({ type: 'string', enum: [...STEPS] }),
    group: Type.String(),
    title: Type.String(),
    quantity: QuantitySchema,
    value: Type.Optional(Type.Number()),
    plusMinus: Type.Optional(Type.Number()),
    evidence: Type.Optional(EvidenceSchema),
    limitKind: Type.Unsafe<LimitKind>({ type: 'string', enum: ['at most', 'at least', 'between', 'info'] }),
    limit: Type.Optional(Type.Number()),
    upperLimit: Type.Optional(Type.Number()),
    /** Distance from the limit that fills half the track. */
    span: Type.Optional(Type.Number()),
    state: StateSchema,
    because: Type.String(),
    from: Type.Array(ContributionSchema),
    signed: Type.Optional(Type.Boolean()),
    digits: Type.Optional(Type.Integer()),
  },
  closed,
);
export type Check = Type.Static<typeof Check>;

/** What every question folder hands back. */
export interface CheckResult {
  readonly checks: readonly Check[];
  readonly findings: readonly Finding[];
}

/**
 * The state of a figure against its limit: blocked when the limit is missed, tight when it is met by less than the
 * figure's own ±, clear when by more, unknown without a figure.
 */
export function checkState(
  value: number | undefined,
  plusMinus: number,
  kind: LimitKind,
  limit?: number,
  upperLimit?: number,
): State {
  if (value === undefined || !Number.isFinite(value)) return 'unknown';
  if (kind === 'info' || limit === undefined) return 'clear';
  const inside =
    kind === 'at most'
      ? limit - value
      : kind === 'at least'
        ? value - limit
        : Math.min(value - limit, (upperLimit ?? Infinity) - value);
  if (inside < 0) return 'blocked';
  return inside < plusMinus ? 'tight' : 'clear';
}
