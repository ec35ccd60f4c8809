import { Type } from 'typebox';
import { GUIDE_CURRENCY, say } from '../../units/index.ts';
import type { Candidate } from '../candidate.ts';
import { defineAccepted } from './kind.ts';
import { withField } from './fields.ts';

/** A pair of springs wound to a rate, and fitting them. */
export const SPRINGS = {
  currency: GUIDE_CURRENCY,
  price: { low: 130, likely: 180, high: 270 },
  hours: { low: 2, likely: 3, high: 5 },
} as const;
const RATE = { front: 'frontNPerMm', rear: 'rearNPerMm' } as const;
type End = keyof typeof RATE;

function withRate(c: Candidate, end: End, rate: number | undefined): Candidate {
  const { [RATE[end]]: _was, ...rest } = c.springs ?? {};
  const springs = rate === undefined ? rest : { ...rest, [RATE[end]]: rate };
  return withField(c, 'springs', Object.keys(springs).length === 0 ? undefined : springs);
}

export const springsSchema = Type.Object(
  {
    kind: Type.Literal('springs'),
    end: Type.Unsafe<End>({ type: 'string', enum: ['front', 'rear'] }),
    rateNPerMm: Type.Number({ exclusiveMinimum: 0, maximum: 1000 }),
  },
  { additionalProperties: false },
);

/** A pair of springs of another rate on one axle. */
export const springs = defineAccepted<typeof springsSchema>({
  of: (c) =>
    (['front', 'rear'] as const).flatMap((end) => {
      const rateNPerMm = c.springs?.[RATE[end]];
      return rateNPerMm === undefined ? [] : [{ kind: 'springs' as const, end, rateNPerMm }];
    }),
  key: ({ end }) => `springs-${end}`,
  apply: (c, { end, rateNPerMm }) => withRate(c, end, rateNPerMm),
  undo: (c, { end }, before) => withRate(c, end, before?.springs?.[RATE[end]]),
  words: (_, { end, rateNPerMm }) => `Pair of ${end} springs, ${say(rateNPerMm, 'stiffnessNPerMm', { digits: 0 })}`,
  billLine: () => ({
    class: 'fit',
    why: 'restores ride height and frequency',
    price: SPRINGS.price,
    hours: SPRINGS.hours,
    evidence: 'estimated',
    guideCurrency: SPRINGS.currency,
  }),
});
