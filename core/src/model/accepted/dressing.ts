import { Type } from 'typebox';
import { about } from '../../units/index.ts';
import { SLOTS, type Slot } from '../engine.ts';
import { Id } from '../figure.ts';
import type { Subject } from '../subject.ts';
import { defineAccepted } from './kind.ts';

const optionOf = ({ engine }: Subject, slot: string, optionId: string) =>
  engine.slots.find((s) => s.slot === slot)?.options.find((o) => o.id === optionId);

export const dressingSchema = Type.Object(
  {
    kind: Type.Literal('dressing'),
    slot: Type.Unsafe<Slot>({ type: 'string', enum: [...SLOTS] }),
    optionId: Id,
  },
  { additionalProperties: false },
);

/** Another option in a dressing slot of the engine; taken out, the stock one stands there again. */
export const dressing = defineAccepted<typeof dressingSchema>({
  of: (c) =>
    SLOTS.flatMap((slot) => {
      const optionId = c.dressing[slot];
      return optionId === undefined ? [] : [{ kind: 'dressing' as const, slot, optionId }];
    }),
  key: ({ slot }) => `dressing-${slot}`,
  apply: (c, { slot, optionId }) => ({ ...c, dressing: { ...c.dressing, [slot]: optionId } }),
  undo(c, { slot }, before) {
    const { [slot]: _gone, ...rest } = c.dressing;
    const was = before?.dressing[slot];
    return { ...c, dressing: was === undefined ? rest : { ...rest, [slot]: was } };
  },
  words: (subject, { slot, optionId }) => optionOf(subject, slot, optionId)?.name ?? optionId,
  billLine(subject, { slot, optionId }) {
    const option = optionOf(subject, slot, optionId);
    if (!option || option.stock) return undefined;
    return {
      class: 'dressing',
      why: 'selected dressing',
      price: option.price,
      hours: about(option.hours, 'hours'),
      evidence: option.price.evidence,
    };
  },
});
