import { Type } from 'typebox';
import { AnyFigure, Id, Name, Note, ThreePoint } from './figure.ts';

const closed = { additionalProperties: false };

/** A sum of the bench that was landed in a candidate: its inputs with their evidence; the result is worked out anew each time. */
export const SavedCalculation = Type.Object(
  {
    id: Id,
    sum: Id,
    inputs: Type.Record(Type.String({ pattern: '^[a-zA-Z][a-zA-Z0-9]*$' }), AnyFigure),
    choices: Type.Record(Type.String({ pattern: '^[a-zA-Z][a-zA-Z0-9]*$' }), Type.String({ maxLength: 40 })),
    buys: Type.Optional(Type.Object({ name: Name, price: ThreePoint, hours: ThreePoint }, closed)),
    note: Type.Optional(Note),
  },
  closed,
);
export type SavedCalculation = Type.Static<typeof SavedCalculation>;
