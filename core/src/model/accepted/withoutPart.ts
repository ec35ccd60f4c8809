import { Type } from 'typebox';
import { Id } from '../figure.ts';
import { defineAccepted } from './kind.ts';
import { withField } from './fields.ts';

export const withoutPartSchema = Type.Object(
  { kind: Type.Literal('withoutPart'), partId: Id },
  { additionalProperties: false },
);

/** A part taken out of the candidate, because another can't stand beside it. */
export const withoutPart = defineAccepted<typeof withoutPartSchema>({
  // Nothing of it is left in the candidate.
  of: () => [],
  key: ({ partId }) => `without-${partId}`,
  apply: (c, { partId }) =>
    withField(
      c,
      'partIds',
      c.partIds.filter((id) => id !== partId),
    ),
  undo(c, { partId }, before) {
    const at = before?.partIds.indexOf(partId) ?? -1;
    return at < 0 ? c : withField(c, 'partIds', [...c.partIds.slice(0, at), partId, ...c.partIds.slice(at)]);
  },
  words: (_, { partId }) => `Without ${partId}`,
  billLine: () => undefined,
});
