import { Type } from 'typebox';
import { Id } from '../figure.ts';
import { defineAccepted } from './kind.ts';
import { itself, put, take, withField } from './fields.ts';

export const cureSchema = Type.Object({ kind: Type.Literal('cure'), weakId: Id }, { additionalProperties: false });

/** A known weak part put right before it fails. */
export const cure = defineAccepted<typeof cureSchema>({
  of: (c) => (c.cures ?? []).map((weakId) => ({ kind: 'cure' as const, weakId })),
  key: ({ weakId }) => `cure-${weakId}`,
  apply: (c, { weakId }) => withField(c, 'cures', put(c.cures, weakId, itself)),
  undo: (c, { weakId }, before) => withField(c, 'cures', take(c.cures, weakId, itself, before?.cures)),
  words({ engine, gearbox }, { weakId }) {
    const weak = [...(engine.weakParts ?? []), ...(gearbox.weakParts ?? [])].find((w) => w.id === weakId);
    return `Repair: ${weak?.name ?? weakId}`;
  },
  billLine({ engine, gearbox }, { weakId }) {
    const weak = [...(engine.weakParts ?? []), ...(gearbox.weakParts ?? [])].find((w) => w.id === weakId);
    return (
      weak && {
        class: 'donor',
        why: 'known to fail',
        price: weak.price,
        hours: weak.hours,
        evidence: weak.price.evidence,
      }
    );
  },
});
