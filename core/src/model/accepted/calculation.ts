import { Type } from 'typebox';
import { SavedCalculation } from '../savedCalculation.ts';
import { defineAccepted } from './kind.ts';
import { put, take, withField } from './fields.ts';

const keyOf = ({ id }: SavedCalculation) => id;

export const calculationSchema = Type.Object(
  { kind: Type.Literal('calculation'), saved: SavedCalculation },
  { additionalProperties: false },
);

/** A calculation saved to the candidate, with what has to be bought for it. */
export const calculation = defineAccepted<typeof calculationSchema>({
  of: (c) => (c.workings ?? []).map((saved) => ({ kind: 'calculation' as const, saved })),
  key: ({ saved }) => `working-${saved.id}`,
  apply: (c, { saved }) => withField(c, 'workings', put(c.workings, saved, keyOf)),
  undo: (c, { saved }, before) => withField(c, 'workings', take(c.workings, saved.id, keyOf, before?.workings)),
  words: (_, { saved }) => saved.buys?.name ?? saved.sum,
  billLine: (_, { saved }) =>
    saved.buys && {
      class: 'sum',
      why: 'from engine calculators',
      price: saved.buys.price,
      hours: saved.buys.hours,
      evidence: saved.buys.price.evidence,
    },
});
