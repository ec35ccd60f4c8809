import { Type } from 'typebox';
import { about } from '../../units/index.ts';
import { Id } from '../figure.ts';
import { shieldedBy, shieldOn } from '../shield.ts';
import { defineAccepted } from './kind.ts';
import { itself, put, take, withField } from './fields.ts';

export const shieldSchema = Type.Object({ kind: Type.Literal('shield'), on: Id }, { additionalProperties: false });

/** A heat shield or sleeve on an obstacle or a route. */
export const shield = defineAccepted<typeof shieldSchema>({
  of: (c) => (c.shields ?? []).map((on) => ({ kind: 'shield' as const, on })),
  key: ({ on }) => `shield-${on}`,
  apply: (c, { on }) => withField(c, 'shields', put(c.shields, on, itself)),
  undo: (c, { on }, before) => withField(c, 'shields', take(c.shields, on, itself, before?.shields)),
  words: (subject, { on }) => `Shield the ${shieldedBy(subject, on)?.name ?? on}`,
  billLine(subject, { on }) {
    const body = shieldedBy(subject, on);
    if (!body) return undefined;
    const shield = shieldOn(body);
    return {
      class: 'fit',
      why: 'heat',
      price: about(shield.cost, 'price'),
      hours: about(shield.hours, 'hours'),
      evidence: 'estimated',
      guideCurrency: shield.currency,
    };
  },
});
