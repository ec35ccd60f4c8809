import { Type } from 'typebox';
import { Id, Name, PositiveFigure, ThreePoint } from './figure.ts';

/** What an engine or a gearbox is known to fail of: about when, and what puts it right before it does. */
export const WeakPart = Type.Object(
  {
    id: Id,
    name: Name,
    failsAtKm: Type.Unsafe<Type.Static<typeof PositiveFigure>>({
      ...PositiveFigure,
      description: 'distance at which half of them have failed',
    }),
    price: ThreePoint,
    hours: ThreePoint,
    takesWithIt: Type.Optional(Type.Number({ minimum: 0, description: 'money of what it ruins where it fails first' })),
  },
  { additionalProperties: false },
);
export type WeakPart = Type.Static<typeof WeakPart>;

/** Weak parts of an engine or a gearbox. */
export const WeakParts = Type.Array(WeakPart, { maxItems: 12, description: 'known to fail, and about when' });
