import { Type } from 'typebox';
import { Id, Name } from './figure.ts';

const closed = { additionalProperties: false };

/** A belt over pulleys in the order of its run, seen from the front in the engine frame: left and up of the crank, mm. */
export const Belt = Type.Object(
  {
    id: Id,
    name: Name,
    pulleys: Type.Array(
      Type.Object(
        {
          name: Name,
          atMm: Type.Tuple([
            Type.Number({ minimum: -2000, maximum: 2000 }),
            Type.Number({ minimum: -2000, maximum: 2000 }),
          ]),
          radiusMm: Type.Number({ exclusiveMinimum: 0, maximum: 400 }),
          side: Type.Unsafe<'ribbed' | 'plain'>({ type: 'string', enum: ['ribbed', 'plain'] }),
        },
        closed,
      ),
      { minItems: 2, maxItems: 12 },
    ),
  },
  closed,
);
export type Belt = Type.Static<typeof Belt>;
