import { Type } from 'typebox';
import { Id } from '../figure.ts';
import type { Subject } from '../subject.ts';
import { defineAccepted } from './kind.ts';
import { itself, put, take, withField } from './fields.ts';

const pairOf = ({ gearbox }: Subject, pairId: string) => gearbox.pairs?.find((p) => p.id === pairId);

export const gearPairSchema = Type.Object(
  { kind: Type.Literal('gearPair'), pairId: Id },
  { additionalProperties: false },
);

/** A gear pair of another ratio put into the gearbox. */
export const gearPair = defineAccepted<typeof gearPairSchema>({
  of: (c) => (c.pairIds ?? []).map((pairId) => ({ kind: 'gearPair' as const, pairId })),
  key: ({ pairId }) => `pair-${pairId}`,
  apply: (c, { pairId }) => withField(c, 'pairIds', put(c.pairIds, pairId, itself)),
  undo: (c, { pairId }, before) => withField(c, 'pairIds', take(c.pairIds, pairId, itself, before?.pairIds)),
  words(subject, { pairId }) {
    const pair = pairOf(subject, pairId);
    return pair ? `Gear pair ${pair.ratio.toFixed(2)} for the ${subject.gearbox.shortName}` : pairId;
  },
  billLine(subject, { pairId }) {
    const pair = pairOf(subject, pairId);
    return (
      pair && {
        class: 'gearbox',
        why: 'gear pair chosen',
        price: pair.price,
        hours: pair.hours,
        evidence: pair.price.evidence,
      }
    );
  },
});
