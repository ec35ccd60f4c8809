import { Type } from 'typebox';
import { EvidenceSchema, Id, Name, Note, PositiveFigure, ThreePoint } from './figure.ts';

const closed = { additionalProperties: false };
const year = Type.Integer({ minimum: 1900, maximum: 2100 });

export const MARKED_PARTS = ['block', 'head', 'crank', 'sump', 'computer', 'gearbox case'] as const;

/** A number or sign cast or stamped somewhere, and what it tells. What it does not tell is left out and stays unknown. */
export const CastingMark = Type.Object(
  {
    id: Id,
    on: Type.Unsafe<(typeof MARKED_PARTS)[number]>({ type: 'string', enum: [...MARKED_PARTS] }),
    where: Name,
    reads: Type.String({ minLength: 1, maxLength: 40 }),
    engineIds: Type.Array(Id, { maxItems: 40, description: 'engines of the family that it is found on' }),
    builtFrom: Type.Optional(year),
    builtTo: Type.Optional(year),
    bosses: Type.Optional(Type.Unsafe<'there' | 'missing'>({ type: 'string', enum: ['there', 'missing'] })),
    chamberCc: Type.Optional(PositiveFigure),
    crankWheel: Type.Optional(Type.String({ maxLength: 40 })),
    evidence: EvidenceSchema,
    source: Type.Optional(Type.String({ maxLength: 300 })),
  },
  closed,
);
export type CastingMark = Type.Static<typeof CastingMark>;

export const SWAPPED = ['head', 'crank', 'sump', 'cover', 'intake', 'flywheel', 'computer'] as const;

/** A piece that goes from one engine of the family onto another, from which castings on, and what else must change with it. */
export const Interchange = Type.Object(
  {
    id: Id,
    what: Type.Unsafe<(typeof SWAPPED)[number]>({ type: 'string', enum: [...SWAPPED] }),
    fromEngineId: Id,
    ontoEngineId: Id,
    goes: Type.Unsafe<'as it is' | 'with changes' | 'not'>({
      type: 'string',
      enum: ['as it is', 'with changes', 'not'],
    }),
    castFrom: Type.Optional(year),
    castTo: Type.Optional(year),
    also: Type.Array(Type.String({ maxLength: 160 }), { maxItems: 12, description: 'what else must change' }),
    gives: Type.Optional(
      Type.Object(
        {
          boreMm: Type.Optional(PositiveFigure),
          strokeMm: Type.Optional(PositiveFigure),
          compressionRatio: Type.Optional(PositiveFigure),
        },
        closed,
      ),
    ),
    price: ThreePoint,
    hours: ThreePoint,
    evidence: EvidenceSchema,
    source: Type.Optional(Type.String({ maxLength: 300 })),
  },
  closed,
);
export type Interchange = Type.Static<typeof Interchange>;

/** Engines that share a block: their marks, and what swaps within them. */
export const Family = Type.Object(
  {
    id: Id,
    name: Name,
    marks: Type.Array(CastingMark, { maxItems: 100 }),
    interchange: Type.Array(Interchange, { maxItems: 200 }),
    rebuild: Type.Optional(ThreePoint),
    note: Type.Optional(Note),
    retired: Type.Optional(Type.Boolean()),
  },
  closed,
);
export type Family = Type.Static<typeof Family>;
