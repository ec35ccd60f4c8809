import { MovedLump } from '../candidate.ts';
import { defineAccepted, withKind } from './kind.ts';
import { put, take, withField } from './fields.ts';

const keyOf = ({ lumpId }: MovedLump) => lumpId;

export const movedLumpSchema = withKind('movedLump', MovedLump);

/** The same as work that is accepted: it stands on the bill, unpriced until somebody says what it takes. */
export const movedLump = defineAccepted<typeof movedLumpSchema>({
  of: (c) => (c.moved ?? []).map((m) => ({ kind: 'movedLump' as const, ...m })),
  key: ({ lumpId }) => `moved-${lumpId}`,
  apply: (c, { kind: _kind, ...moved }) => withField(c, 'moved', put(c.moved, moved, keyOf)),
  undo: (c, { lumpId }, before) => withField(c, 'moved', take(c.moved, lumpId, keyOf, before?.moved)),
  words: ({ chassis }, { lumpId }) => `Move the ${chassis?.lumps.find((l) => l.id === lumpId)?.name ?? lumpId}`,
  billLine({ chassis }, { lumpId, price, hours }) {
    if (!chassis?.lumps.some((l) => l.id === lumpId && l.leavesWith === 'stays')) return undefined;
    return { class: 'work', why: 'weight', price, hours, evidence: price?.evidence ?? 'estimated' };
  },
});
