import { PickUpCheck } from '../candidate.ts';
import { defineAccepted, withKind } from './kind.ts';
import { put, take, withField } from './fields.ts';

/** Place, camber, caster and toe over the travel, before and after: a guide. */
export const PICK_UP_CHECK_HOURS = { low: 2, likely: 3, high: 5 } as const;

export const pickUpCheckSchema = withKind('pickUpCheck', PickUpCheck);
const keyOf = ({ of }: PickUpCheck) => of;

/** Suspension or steering points that something moves, measured before and after. */
export const pickUpCheck = defineAccepted<typeof pickUpCheckSchema>({
  of: (c) => (c.pickUpChecks ?? []).map((x) => ({ kind: 'pickUpCheck' as const, ...x })),
  key: ({ of }) => `pick-ups-${of}`,
  apply: (c, { kind: _kind, ...check }) => withField(c, 'pickUpChecks', put(c.pickUpChecks, check, keyOf)),
  undo: (c, { of }, before) => withField(c, 'pickUpChecks', take(c.pickUpChecks, of, keyOf, before?.pickUpChecks)),
  words({ library, chassis }, { of }) {
    const what =
      library.parts.find((p) => p.id === of)?.name ?? chassis?.obstacles.find((o) => o.id === of)?.name ?? of;
    return `Measure suspension and steering points before and after: ${what}`;
  },
  billLine: () => ({
    class: 'work',
    why: 'it moves points that steer the wheels',
    price: { low: 0, likely: 0, high: 0 },
    hours: PICK_UP_CHECK_HOURS,
    evidence: 'estimated',
  }),
});
