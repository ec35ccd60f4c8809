import { Type } from 'typebox';
import { EVIDENCE, type Evidence } from '../units/index.ts';

export const EvidenceSchema = Type.Unsafe<Evidence>({ type: 'string', enum: [...EVIDENCE] });

const common = {
  plusMinus: Type.Optional(
    Type.Number({ minimum: 0, description: 'one standard deviation, in the unit of the value' }),
  ),
  evidence: EvidenceSchema,
  source: Type.Optional(Type.String({ maxLength: 300 })),
  note: Type.Optional(Type.String({ maxLength: 1000 })),
};
const closed = { additionalProperties: false };

/** A quantity that someone measured, read or believed. */
export const AnyFigure = Type.Object({ value: Type.Number(), ...common }, closed);
/** A figure that cannot be negative or nought: a mass, a power, a length. */
export const PositiveFigure = Type.Object({ value: Type.Number({ exclusiveMinimum: 0 }), ...common }, closed);
/** A figure that may be nought but not negative: an allowance, a price. */
export const figureUpTo = (most: number) =>
  Type.Object({ value: Type.Number({ minimum: 0, maximum: most }), ...common }, closed);
export const NonNegativeFigure = Type.Object({ value: Type.Number({ minimum: 0 }), ...common }, closed);

/** Three points of a price or of hours: low ≤ likely ≤ high (checked by the sum that uses it). */
export const ThreePoint = Type.Object(
  {
    low: Type.Number({ minimum: 0 }),
    likely: Type.Number({ minimum: 0 }),
    high: Type.Number({ minimum: 0 }),
    evidence: EvidenceSchema,
    source: Type.Optional(Type.String({ maxLength: 300 })),
  },
  closed,
);
export type ThreePoint = Type.Static<typeof ThreePoint>;

export const Vec3 = Type.Tuple([Type.Number(), Type.Number(), Type.Number()]);
export type Vec3 = readonly [number, number, number];

/** Ids are short and safe in an address: letters, digits, dots and dashes. */
export const Id = Type.String({ pattern: '^[A-Za-z0-9][A-Za-z0-9._-]{0,63}$' });
export const Name = Type.String({ minLength: 1, maxLength: 120 });
export const Note = Type.String({ maxLength: 4000 });
