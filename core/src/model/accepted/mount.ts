import { Type } from 'typebox';
import { FittedMount } from '../mount.ts';
import { defineAccepted } from './kind.ts';
import { put, take, withField } from './fields.ts';

const keyOf = ({ id }: FittedMount) => id;

export const mountSchema = Type.Object(
  { kind: Type.Literal('mount'), ...FittedMount.properties },
  { additionalProperties: false },
);

/** A mount that carries engine or gearbox: its own price and hours, or those of the part that it is. */
export const mount = defineAccepted<typeof mountSchema>({
  of: (c) => (c.mounts ?? []).map((m) => ({ kind: 'mount' as const, ...m })),
  key: ({ id }) => `mount-${id}`,
  apply: (c, { kind: _kind, ...fitted }) => withField(c, 'mounts', put(c.mounts, fitted, keyOf)),
  undo: (c, { id }, before) => withField(c, 'mounts', take(c.mounts, id, keyOf, before?.mounts)),
  words: (_subject, { name, link }) => `${link ? 'Link' : 'Mount'}: ${name}`,
  billLine({ library }, { partId, price, hours }) {
    const part = library.parts.find((p) => p.id === partId);
    const kit = part && part.class !== 'mount';
    // One of a kit costs what the kit costs, and that is a line of its own.
    if (kit && price === undefined) return undefined;
    const cost = price ?? part?.price;
    return {
      class: 'part',
      why: 'mounts',
      price: cost,
      hours: hours ?? part?.hours,
      evidence: cost?.evidence ?? 'estimated',
      ...(part?.leadDays === undefined ? {} : { leadDays: part.leadDays }),
      ...(part?.discontinued ? { discontinued: true } : {}),
    };
  },
});
