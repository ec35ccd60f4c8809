import { Type } from 'typebox';
import { defineAccepted } from './kind.ts';

export const tyreSchema = Type.Object(
  { kind: Type.Literal('tyre'), tyreCode: Type.String({ minLength: 3, maxLength: 30 }) },
  { additionalProperties: false },
);

/** Tyres and wheels of another size. There is always one, so it is replaced and never only taken out. */
export const tyre = defineAccepted<typeof tyreSchema>({
  of: ({ tyreCode }) => [{ kind: 'tyre' as const, tyreCode }],
  key: () => 'tyres',
  apply: (c, { tyreCode }) => ({ ...c, tyreCode }),
  undo: (c, _, before) => (before ? { ...c, tyreCode: before.tyreCode } : c),
  words: (_, { tyreCode }) => `Four ${tyreCode} with wheels`,
  billLine({ chassis }, { tyreCode }) {
    const offer = chassis?.tyres.find((t) => t.code === tyreCode);
    // A size that is typed is not free: it stands open until somebody says what it costs. Without any in the survey it may be the car’s own.
    if (offer ? offer.fitted : !chassis || chassis.tyres.length === 0) return undefined;
    return {
      class: 'tyres',
      why: offer ? 'tyres chosen' : 'tyres that are not among those of the survey',
      price: offer?.price,
      hours: { low: 1, likely: 1.5, high: 3 },
      evidence: offer?.price?.evidence ?? 'estimated',
    };
  },
});
