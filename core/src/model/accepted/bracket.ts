import { GUIDE_CURRENCY, say } from '../../units/index.ts';
import type { Candidate } from '../candidate.ts';
import { Id } from '../figure.ts';
import { MadeBracket, type FittedMount } from '../mount.ts';
import { defineAccepted, withKind } from './kind.ts';

/** A bracket made by hand: metal and hours, guides. */
export const BRACKET = {
  currency: GUIDE_CURRENCY,
  price: { low: 20, likely: 30, high: 45 },
  hours: { low: 2, likely: 4, high: 7 },
} as const;

export const bracketSchema = withKind('bracket', MadeBracket, { mountId: Id });

function withBracket(c: Candidate, mountId: string, bracket: FittedMount['bracket']): Candidate {
  if (!c.mounts?.some((m) => m.id === mountId)) return c;
  return {
    ...c,
    mounts: c.mounts.map((m) => {
      if (m.id !== mountId) return m;
      const { bracket: _was, ...rest } = m;
      return bracket ? { ...rest, bracket } : rest;
    }),
  };
}

/** A bracket from boss to mount, made for this car. */
export const bracket = defineAccepted<typeof bracketSchema>({
  of: (c) =>
    (c.mounts ?? []).flatMap((m) =>
      m.bracket?.from === 'made' ? [{ kind: 'bracket' as const, mountId: m.id, ...m.bracket }] : [],
    ),
  key: ({ mountId }) => `bracket-${mountId}`,
  apply: (c, { kind: _kind, mountId, ...made }) => withBracket(c, mountId, made),
  undo: (c, { mountId }, before) => withBracket(c, mountId, before?.mounts?.find((m) => m.id === mountId)?.bracket),
  words: ({ candidate }, { mountId, metal, thicknessMm, tube }) =>
    `Bracket: ${candidate.mounts?.find((m) => m.id === mountId)?.name ?? mountId}, ${metal}, ${
      tube
        ? `tube ${say(tube.outerDiameterMm, 'lengthMm', { digits: 1 })} × ${say(tube.wallMm, 'lengthMm', { digits: 1 })}`
        : `plate ${say(thicknessMm, 'lengthMm', { digits: 1 })}`
    }`,
  billLine: (_, { price, hours }) => ({
    class: 'fit',
    why: 'mounts',
    price: price ?? BRACKET.price,
    hours: hours ?? BRACKET.hours,
    evidence: price?.evidence ?? 'estimated',
    ...(price ? {} : { guideCurrency: BRACKET.currency }),
  }),
});
