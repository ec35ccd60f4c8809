import { Type } from 'typebox';
import { Id, Name } from './figure.ts';
import { ObstacleChange, ObstacleRole } from './solid.ts';

const closed = { additionalProperties: false };

export const METHODS = ['tape', 'calliper', 'laser', 'drawing'] as const;
export type Method = (typeof METHODS)[number];

/** One reading: as it was written down and as it was read, mm, once for each time it was taken. */
export const Reading = Type.Object(
  {
    key: Id,
    method: Type.Unsafe<Method>({ type: 'string', enum: [...METHODS] }),
    takes: Type.Array(Type.Object({ typed: Type.String({ minLength: 1, maxLength: 40 }), mm: Type.Number() }, closed), {
      minItems: 1,
      maxItems: 20,
    }),
    note: Type.Optional(Type.String({ maxLength: 300 })),
  },
  closed,
);
export type Reading = Type.Static<typeof Reading>;

/** Something in the bay as it was taped: which kind of body, and the readings that build it so far. */
export const Taped = Type.Object(
  {
    id: Id,
    name: Name,
    template: Id,
    role: ObstacleRole,
    readings: Type.Array(Reading, { maxItems: 8 }),
    may: Type.Array(ObstacleChange, { maxItems: 8 }),
    engineersWord: Type.Optional(Type.String({ minLength: 1, maxLength: 300 })),
    comesOut: Type.Optional(Type.Boolean()),
    shielded: Type.Optional(Type.Boolean()),
  },
  closed,
);
export type Taped = Type.Static<typeof Taped>;
