import { Type } from 'typebox';
import { Id } from '../figure.ts';
import { defineAccepted } from './kind.ts';
import { itself, put, take, withField } from './fields.ts';

export const partSchema = Type.Object({ kind: Type.Literal('part'), partId: Id }, { additionalProperties: false });

/** A part of the library put into the candidate. */
export const part = defineAccepted<typeof partSchema>({
  of: (c) => c.partIds.map((partId) => ({ kind: 'part' as const, partId })),
  key: ({ partId }) => partId,
  apply: (c, { partId }) => withField(c, 'partIds', put(c.partIds, partId, itself)),
  undo: (c, { partId }, before) => withField(c, 'partIds', take(c.partIds, partId, itself, before?.partIds)),
  words: ({ parts }, { partId }) => parts.find((p) => p.id === partId)?.name ?? partId,
  billLine({ parts }, { partId }) {
    const found = parts.find((p) => p.id === partId);
    return (
      found && {
        class: 'part',
        why: found.class,
        price: found.price,
        hours: found.hours,
        evidence: found.price?.evidence ?? 'estimated',
        leadDays: found.leadDays ?? 0,
        discontinued: found.discontinued ?? false,
      }
    );
  },
});
