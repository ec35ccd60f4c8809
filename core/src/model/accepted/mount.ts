import { FittedMount } from '../mount.ts';
import { defineAccepted, withKind } from './kind.ts';
import { put, take, withField } from './fields.ts';

/** A bracket that is made is work of its own: it stays where its mount changes, and leaves by itself. */
function withoutMade(m: FittedMount): FittedMount {
  if (m.bracket?.from !== 'made') return m;
  const { bracket: _made, ...rest } = m;
  return rest;
}

const keyOf = ({ id }: FittedMount) => id;

export const mountSchema = withKind('mount', FittedMount);

/** A mount that carries engine or gearbox: its own price and hours, or those of the part that it is. */
export const mount = defineAccepted<typeof mountSchema>({
  of: (c) => (c.mounts ?? []).map((m) => ({ kind: 'mount' as const, ...withoutMade(m) })),
  key: ({ id }) => `mount-${id}`,
  apply: (c, { kind: _kind, ...fitted }) => {
    const was = c.mounts?.find((m) => m.id === fitted.id)?.bracket;
    const kept = fitted.bracket ?? (was?.from === 'made' ? was : undefined);
    return withField(c, 'mounts', put(c.mounts, kept ? { ...fitted, bracket: kept } : fitted, keyOf));
  },
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
