import { Type } from 'typebox';
import { Id, Name } from './figure.ts';
import { ObstacleChange, ObstacleRole } from './solid.ts';

const closed = { additionalProperties: false };

/** What a person reads with. */
export const METHODS = ['tape', 'calliper', 'laser', 'drawing'] as const;
/** Or taken over from the other side of the car, and read there. */
export type Method = (typeof METHODS)[number] | 'other side';

/** One reading: as it was written down and as it was read, mm, once for each time it was taken. */
export const Reading = Type.Object(
  {
    key: Id,
    method: Type.Unsafe<Method>({ type: 'string', enum: [...METHODS, 'other side'] }),
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
