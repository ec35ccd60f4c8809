import { Type } from 'typebox';
import { Note } from './figure.ts';

const closed = { additionalProperties: false };

/** How hard an engine or a gearbox is to come by. */
export const SCARCITY = ['common', 'to be found', 'rare'] as const;
export const Supply = Type.Object(
  {
    scarcity: Type.Unsafe<(typeof SCARCITY)[number]>({ type: 'string', enum: [...SCARCITY] }),
    makerActive: Type.Boolean(),
    sparesNearby: Type.Optional(Type.Boolean()),
  },
  closed,
);
export type Supply = Type.Static<typeof Supply>;

export const TRUST = ['good', 'untried', 'let us down'] as const;

/** Who sells or works, and what has come of it. */
export const Supplier = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 80 }),
    trust: Type.Unsafe<(typeof TRUST)[number]>({ type: 'string', enum: [...TRUST] }),
    lateDays: Type.Optional(
      Type.Integer({ minimum: 0, maximum: 1000, description: 'how much later than said it has come' }),
    ),
    note: Type.Optional(Note),
  },
  closed,
);
export type Supplier = Type.Static<typeof Supplier>;
