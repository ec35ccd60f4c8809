import { fixed, GUIDE_CURRENCY } from '../../units/index.ts';
import { Swapped } from '../candidate.ts';
import { swapOf } from '../swaps.ts';
import { defineAccepted, withKind } from './kind.ts';
import { put, take, withField } from './fields.ts';

export const swapSchema = withKind('swap', Swapped);
const keyOf = ({ joint }: Swapped) => joint;

/** A joint closed by what moves over from another engine. */
export const swap = defineAccepted<typeof swapSchema>({
  of: (c) => (c.swapped ?? []).map((x) => ({ kind: 'swap' as const, ...x })),
  key: ({ joint }) => `swap-${joint}`,
  apply: (c, { kind: _kind, ...moved }) => withField(c, 'swapped', put(c.swapped, moved, keyOf)),
  undo: (c, { joint }, before) => withField(c, 'swapped', take(c.swapped, joint, keyOf, before?.swapped)),
  words: ({ library }, { joint, engineId }) =>
    `Swap over: ${swapOf(joint)?.what ?? joint} of the ${library.engines.find((e) => e.id === engineId)?.name ?? engineId}`,
  billLine({ originalEngine }, { joint, engineId, price, hours }) {
    const guide = swapOf(joint);
    // What comes off the engine that leaves is there already.
    const own = engineId === originalEngine?.id;
    return {
      class: 'fit',
      why: 'moved over from another engine',
      price: price ?? (own ? fixed(0) : guide?.price),
      hours: hours ?? guide?.hours,
      evidence: price?.evidence ?? 'estimated',
      ...(price || own || !guide ? {} : { guideCurrency: GUIDE_CURRENCY }),
    };
  },
});
