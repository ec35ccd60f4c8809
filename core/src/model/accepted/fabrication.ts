import { GUIDE_CURRENCY } from '../../units/index.ts';
import { Fabricated } from '../candidate.ts';
import { deletionOf } from '../deletable.ts';
import { fabricationOf } from '../fabrication.ts';
import { defineAccepted, withKind } from './kind.ts';
import { put, take, withField } from './fields.ts';

export const fabricationSchema = withKind('fabrication', Fabricated);
const keyOf = ({ joint }: Fabricated) => joint;

/** A joint closed by what the shop makes itself. */
export const fabrication = defineAccepted<typeof fabricationSchema>({
  of: (c) => (c.fabricated ?? []).map((f) => ({ kind: 'fabrication' as const, ...f })),
  key: ({ joint }) => `made-${joint}`,
  apply: (c, { kind: _kind, ...made }) => withField(c, 'fabricated', put(c.fabricated, made, keyOf)),
  undo: (c, { joint }, before) => withField(c, 'fabricated', take(c.fabricated, joint, keyOf, before?.fabricated)),
  words: (_, { joint, what }) =>
    `${deletionOf(joint) ? 'Leave out' : 'Make'}: ${what ?? fabricationOf(joint)?.what ?? joint}`,
  billLine(_, { joint, price, hours }) {
    const guide = fabricationOf(joint);
    return {
      class: 'fit',
      why: 'closes a joint',
      price: price ?? guide?.price,
      hours: hours ?? guide?.hours,
      evidence: price?.evidence ?? 'estimated',
      ...(price || !guide ? {} : { guideCurrency: GUIDE_CURRENCY }),
      // Whoever typed what it costs typed it for all of it.
      ...(price || hours || !guide?.pieces ? {} : { pieces: guide.pieces }),
    };
  },
});
