import { Type } from 'typebox';
import { about } from '../../units/index.ts';
import { Id } from '../figure.ts';
import { obstaclesWith, SHIELD } from '../obstacleChange.ts';
import { defineAccepted } from './kind.ts';
import { itself, put, take, withField } from './fields.ts';

export const shieldSchema = Type.Object({ kind: Type.Literal('shield'), on: Id }, { additionalProperties: false });

/** A heat shield or sleeve on an obstacle or a route. */
export const shield = defineAccepted<typeof shieldSchema>({
  of: (c) => (c.shields ?? []).map((on) => ({ kind: 'shield' as const, on })),
  key: ({ on }) => `shield-${on}`,
  apply: (c, { on }) => withField(c, 'shields', put(c.shields, on, itself)),
  undo: (c, { on }, before) => withField(c, 'shields', take(c.shields, on, itself, before?.shields)),
  words({ chassis, parts, candidate }, { on }) {
    const bodies = [...obstaclesWith(chassis ?? { obstacles: [] }, parts), ...(candidate.routes ?? [])];
    return `Shield the ${bodies.find((o) => o.id === on)?.name ?? on}`;
  },
  billLine: () => ({
    class: 'fit',
    why: 'heat',
    price: about(SHIELD.cost, 'price'),
    hours: about(SHIELD.hours, 'hours'),
    evidence: 'estimated',
    guideCurrency: SHIELD.currency,
  }),
});
