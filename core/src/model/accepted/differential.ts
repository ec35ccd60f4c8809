import { Type } from 'typebox';
import { DIFFERENTIALS, type DifferentialKind } from '../chassis.ts';
import { defineAccepted } from './kind.ts';
import { withField } from './fields.ts';

export const differentialSchema = Type.Object(
  {
    kind: Type.Literal('differential'),
    differential: Type.Unsafe<DifferentialKind>({ type: 'string', enum: [...DIFFERENTIALS] }),
  },
  { additionalProperties: false },
);

/** Another differential in the driven axle. */
export const differential = defineAccepted<typeof differentialSchema>({
  of: (c) => (c.differential === undefined ? [] : [{ kind: 'differential' as const, differential: c.differential }]),
  key: () => 'differential',
  apply: (c, work) => withField(c, 'differential', work.differential),
  undo: (c, _, before) => withField(c, 'differential', before?.differential),
  words: (_, work) => `Differential, ${work.differential}`,
  billLine({ chassis }, work) {
    const offer = chassis?.differentials?.find((d) => d.kind === work.differential);
    // One that nobody offers is not free; an open one is taken for the car’s own where nobody has said what is in it.
    if (offer ? offer.fitted : !chassis?.differentials?.length && work.differential === 'open') return undefined;
    return {
      class: 'axle',
      why: offer ? 'differential chosen' : 'a differential that is not among those of the survey',
      price: offer?.price,
      hours: offer?.hours,
      evidence: offer?.price.evidence ?? 'estimated',
    };
  },
});
