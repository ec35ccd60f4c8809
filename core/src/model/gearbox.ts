import { Type } from 'typebox';
import { AnyFigure, Id, Name, Note, PositiveFigure, ThreePoint, Vec3 } from './figure.ts';
import { BossMaterialSchema } from './mount.ts';
import { BellPattern } from './adapterPlate.ts';
import { Port } from './port.ts';
import { Solid } from './solid.ts';
import { Supply } from './supply.ts';
import { GearCutSchema } from './wish.ts';
import { WeakParts } from './weakPart.ts';
import { Plugs } from './wiring.ts';

const closed = { additionalProperties: false };

/** Where a rating was told: at the input shaft, at an engine's crank, or at the driven wheels. */
export const RATED_AT = ['input shaft', 'engine', 'wheels'] as const;
export const RATED_BY = ['maker', 'several builders', 'one builder'] as const;

/**
 * What a box is said to stand, as it was told: a torque, or a power at an engine speed; in the unit as it left the works
 * or in a built one; by whom. A rating may hold for one gear only. `stress/ratingBridge` brings all to input torque.
 */
export const Rating = Type.Object(
  {
    id: Id,
    torqueNm: Type.Optional(PositiveFigure),
    powerKw: Type.Optional(PositiveFigure),
    atRpm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 20000, description: 'of the stated power' })),
    at: Type.Optional(Type.Unsafe<(typeof RATED_AT)[number]>({ type: 'string', enum: [...RATED_AT] })),
    unit: Type.Optional(Type.Unsafe<'stock' | 'built'>({ type: 'string', enum: ['stock', 'built'] })),
    by: Type.Optional(Type.Unsafe<(typeof RATED_BY)[number]>({ type: 'string', enum: [...RATED_BY] })),
    ran: Type.Optional(
      Type.Object(
        {
          boxes: Type.Integer({ minimum: 1, maximum: 10_000 }),
          forKm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 2_000_000 })),
          inWhat: Type.Optional(Type.String({ maxLength: 120 })),
        },
        { ...closed, description: 'basis of a builder’s rating: number run, duration and vehicle' },
      ),
    ),
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

/** A torque converter: K in rpm/√(N·m), torque ratio at stall. */
const Converter = Type.Object(
  {
    kRpmPerSqrtNm: PositiveFigure,
    stallTorqueRatio: PositiveFigure,
    couplingSpeedRatio: Type.Optional(Type.Number({ exclusiveMinimum: 0.5, exclusiveMaximum: 1 })),
    locksUp: Type.Optional(Type.Boolean({ description: 'a lock-up clutch closes it at cruise' })),
  },
  closed,
);
type Converter = Type.Static<typeof Converter>;

/** Another pair of wheels on offer for one gear of a box. */
const GearPair = Type.Object(
  {
    id: Id,
    gear: Type.Integer({ minimum: 1, maximum: 12 }),
    ratio: Type.Number({ exclusiveMinimum: 0, maximum: 20 }),
    ratingNm: Type.Optional(PositiveFigure),
    price: ThreePoint,
    hours: ThreePoint,
    note: Type.Optional(Note),
  },
  closed,
);
type GearPair = Type.Static<typeof GearPair>;

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
    reverseRatio: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 20 })),
    gearCut: Type.Optional(GearCutSchema),
    noReverse: Type.Optional(Type.Boolean({ description: 'it has no reverse' })),
    finalDriveInside: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
    ratings: Type.Array(Rating),
    solids: Type.Array(Solid),
    lengthMm: Type.Optional(PositiveFigure),
    shifterMm: Type.Optional(Vec3),
    shiftedBy: Type.Optional(
      Type.Unsafe<'lever on the box' | 'cable or rod'>({ type: 'string', enum: ['lever on the box', 'cable or rod'] }),
    ),
    halfShaftsMm: Type.Optional(
      Type.Object({ leftMm: Vec3, rightMm: Vec3 }, { ...closed, description: 'inner joints of a transaxle' }),
    ),
    outputMm: Type.Optional(Vec3),
    frontOutputMm: Type.Optional({
      ...Vec3,
      description: 'of all-wheel drive: joint to the front axle',
    } as typeof Vec3),
    sprocketMm: Type.Optional({
      ...Vec3,
      description: 'middle of its sprocket, where it drives a chain',
    } as typeof Vec3),
    mountMm: Type.Optional(Vec3),
    mountBoss: Type.Optional(
      Type.Object(
        {
          thread: Type.String({ minLength: 1, maxLength: 20 }),
          direction: Type.Optional(
            Type.Unsafe<readonly [number, number, number]>({ ...Vec3, description: 'where its face looks' }),
          ),
          threadDepthMm: Type.Optional(PositiveFigure),
          material: Type.Optional(BossMaterialSchema),
        },
        { ...closed, description: 'what its mount bolts into' },
      ),
    ),
    bellPattern: Type.Optional(BellPattern),
    ports: Type.Array(Port),
    plugs: Type.Optional(Plugs),
    clutch: Type.Optional(Clutch),
    converter: Type.Optional(Converter),
    pairs: Type.Optional(Type.Array(GearPair, { maxItems: 24, description: 'single gear pairs on offer for it' })),
    shiftTimeS: Type.Optional(
      Type.Unsafe<Type.Static<typeof PositiveFigure>>({ ...PositiveFigure, description: 's without drive at a shift' }),
    ),
    newPrice: Type.Optional(ThreePoint),
    wants: Type.Array(Type.String({ maxLength: 60 }), { description: 'messages it must be sent' }),
    efficiencyDirect: Type.Optional(AnyFigure),
    efficiencyOther: Type.Optional(AnyFigure),
    massKg: Type.Optional(PositiveFigure),
    comMm: Type.Optional(Vec3),
    oilL: Type.Optional(PositiveFigure),
    price: Type.Optional(ThreePoint),
    donorKerbKg: Type.Optional(PositiveFigure),
    weakParts: Type.Optional(WeakParts),
    supply: Type.Optional(Supply),
    note: Type.Optional(Note),
    retired: Type.Optional(Type.Boolean()),
  },
  closed,
);
export type Gearbox = Type.Static<typeof Gearbox>;
