import Type from 'typebox';
import { AnyFigure, Id, Name, Note, PositiveFigure, ThreePoint, Vec3 } from './figure.ts';
import { Port } from './port.ts';
import { Solid } from './solid.ts';

const closed = { additionalProperties: false };

/** What a box is said to stand at its input shaft. A rating may hold for one gear only. */
export const Rating = Type.Object(
  {
    id: Id,
    torqueNm: PositiveFigure,
    gear: Type.Optional(Type.Integer({ minimum: 1, maximum: 12 })),
    inUse: Type.Boolean(),
  },
  closed,
);
export type Rating = Type.Static<typeof Rating>;

export const Clutch = Type.Object(
  {
    outerRadiusMm: Type.Number({ exclusiveMinimum: 0 }),
    innerRadiusMm: Type.Number({ exclusiveMinimum: 0 }),
    frictionFaces: Type.Integer({ minimum: 1, maximum: 10 }),
    frictionCoefficient: PositiveFigure,
    clampLoadN: PositiveFigure,
  },
  closed,
);
export type Clutch = Type.Static<typeof Clutch>;

export const Gearbox = Type.Object(
  {
    id: Id,
    name: Name,
    shortName: Type.String({ minLength: 1, maxLength: 20 }),
    kind: Type.Unsafe<'manual' | 'automatic' | 'dual clutch' | 'sequential'>({
      type: 'string',
      enum: ['manual', 'automatic', 'dual clutch', 'sequential'],
    }),
    ratios: Type.Array(Type.Number({ exclusiveMinimum: 0, maximum: 20 }), { minItems: 1, maxItems: 12 }),
    reverseRatio: Type.Number({ exclusiveMinimum: 0, maximum: 20 }),
    finalDriveInside: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
    ratings: Type.Array(Rating),
    solids: Type.Array(Solid),
    lengthMm: PositiveFigure,
    shifterMm: Vec3,
    shiftedBy: Type.Optional(
      Type.Unsafe<'lever on the box' | 'cable or rod'>({ type: 'string', enum: ['lever on the box', 'cable or rod'] }),
    ),
    halfShaftsMm: Type.Optional(
      Type.Object({ leftMm: Vec3, rightMm: Vec3 }, { ...closed, description: 'inner joints of a transaxle' }),
    ),
    outputMm: Vec3,
    mountMm: Vec3,
    ports: Type.Array(Port),
    clutch: Type.Optional(Clutch),
    wants: Type.Array(Type.String({ maxLength: 60 }), { description: 'messages it must be sent' }),
    efficiencyDirect: AnyFigure,
    efficiencyOther: AnyFigure,
    massKg: PositiveFigure,
    comMm: Vec3,
    oilL: PositiveFigure,
    price: ThreePoint,
    donorKerbKg: Type.Optional(PositiveFigure),
    note: Type.Optional(Note),
    retired: Type.Optional(Type.Boolean()),
  },
  closed,
);
export type Gearbox = Type.Static<typeof Gearbox>;
