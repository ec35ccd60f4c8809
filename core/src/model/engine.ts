import { Type } from 'typebox';
import { EvidenceSchema, AnyFigure, Id, Name, Note, PositiveFigure, ThreePoint, Vec3 } from './figure.ts';
import { BossMaterialSchema } from './mount.ts';
import { BellPattern } from './adapterPlate.ts';
import { Port } from './port.ts';
import { Solid } from './solid.ts';
import { Supply } from './supply.ts';
import { InductionSchema } from './wish.ts';
import { WeakParts } from './weakPart.ts';
import { Plugs } from './wiring.ts';

const closed = { additionalProperties: false };

/** A torque curve at the crank: points (rpm, N·m), the conditions it was taken under, and its doubt. */
export const TorqueCurve = Type.Object(
  {
    id: Id,
    name: Name,
    rpm: Type.Array(Type.Number({ exclusiveMinimum: 0, maximum: 30000 }), { minItems: 2, maxItems: 200 }),
    torqueNm: Type.Array(Type.Number({ minimum: 0, maximum: 20000 }), { minItems: 2, maxItems: 200 }),
    standard: Type.Unsafe<'ISO 1585' | 'SAE J1349' | 'SAE J607' | 'DIN 70020' | 'none'>({
      type: 'string',
      enum: ['ISO 1585', 'SAE J1349', 'SAE J607', 'DIN 70020', 'none'],
    }),
    takenAt: Type.Optional(
      Type.Unsafe<'crank' | 'wheels'>({
        type: 'string',
        enum: ['crank', 'wheels'],
        description: 'at the crankshaft if not stated',
      }),
    ),
    through: Type.Optional(
      Type.Unsafe<'manual' | 'automatic' | 'dual clutch' | 'sequential'>({
        type: 'string',
        enum: ['manual', 'automatic', 'dual clutch', 'sequential'],
        description: 'of one at the wheels: the gearbox that it was driven through',
      }),
    ),
    lossPct: Type.Optional({
      ...PositiveFigure,
      description: 'of one at the wheels: what was lost up to there, where it was measured',
    } as typeof PositiveFigure),
    plusMinusPct: Type.Optional(Type.Number({ minimum: 0, maximum: 100 })),
    evidence: EvidenceSchema,
    source: Type.Optional(Type.String({ maxLength: 300 })),
    inUse: Type.Boolean(),
  },
  closed,
);
export type TorqueCurve = Type.Static<typeof TorqueCurve>;

export const MASS_BASES = ['bare', 'dressed', 'dressed+gearbox', 'complete with shafts', 'unknown'] as const;
const ANCILLARIES = [
  'alternator',
  'starter',
  'flywheel',
  'clutch',
  'intake',
  'exhaust manifold',
  'turbocharger',
  'charge cooler',
  'supercharger',
  'steering pump',
  'A/C compressor',
  'brackets',
  'oil',
  'coolant',
  'loom and computer',
  'flexplate and converter',
] as const;
export type Ancillary = (typeof ANCILLARIES)[number];
export const AncillarySchema = Type.Unsafe<Ancillary>({ type: 'string', enum: [...ANCILLARIES] });

/** A quoted mass: on which basis, with what on it. Records that disagree are kept side by side. */
export const MassRecord = Type.Object(
  {
    id: Id,
    basis: Type.Unsafe<(typeof MASS_BASES)[number]>({ type: 'string', enum: [...MASS_BASES] }),
    includes: Type.Array(AncillarySchema, { uniqueItems: true }),
    massKg: PositiveFigure,
    inUse: Type.Boolean(),
    withGearboxId: Type.Optional({
      ...Id,
      description: 'the gearbox that was weighed with it, where the basis has one',
    } as typeof Id),
  },
  closed,
);
export type MassRecord = Type.Static<typeof MassRecord>;

export const SLOTS = [
  'sump',
  'intake',
  'exhaust',
  'accessory drive',
  'cover',
  'blower or turbo',
  'throttle side',
] as const;
export type Slot = (typeof SLOTS)[number];
const SlotSchema = Type.Unsafe<Slot>({ type: 'string', enum: [...SLOTS] });

/** One choice of an engine's changeable outside. */
export const DressingOption = Type.Object(
  {
    id: Id,
    name: Name,
    solids: Type.Array(Solid),
    massKg: AnyFigure,
    price: ThreePoint,
    hours: Type.Number({ minimum: 0 }),
    ports: Type.Array(Port),
    noiseDeltaDb: Type.Optional(AnyFigure),
    powerFactor: Type.Optional(PositiveFigure),
    stock: Type.Boolean(),
    note: Type.Optional(Note),
  },
  closed,
);
export type DressingOption = Type.Static<typeof DressingOption>;

const DressingSlot = Type.Object({ slot: SlotSchema, options: Type.Array(DressingOption, { minItems: 1 }) }, closed);
type DressingSlot = Type.Static<typeof DressingSlot>;

/** A threaded boss on the casting, in the engine frame, and the years of castings that have it. */
const Boss = Type.Object(
  {
    id: Id,
    name: Name,
    atMm: Vec3,
    direction: Type.Optional(
      Type.Unsafe<readonly [number, number, number]>({ ...Vec3, description: 'where its face looks, engine frame' }),
    ),
    thread: Type.String({ maxLength: 20 }),
    fromYear: Type.Optional(Type.Integer({ description: 'in blocks cast from then on; in all if not stated' })),
    toYear: Type.Optional(Type.Integer()),
    threadDepthMm: Type.Optional(PositiveFigure),
    material: Type.Optional(BossMaterialSchema),
  },
  closed,
);

/** What every engine needs to run in a car: counted where nobody has said what this one needs. */
export const USUAL_NEEDS = [
  'alternator',
  'starter',
  'flywheel',
  'clutch',
  'intake',
  'exhaust manifold',
  'oil',
  'coolant',
] as const satisfies readonly Ancillary[];

/** A set of injectors. */
export const Injectors = Type.Object(
  {
    count: Type.Integer({ minimum: 1, maximum: 24 }),
    flowCcPerMin: PositiveFigure,
    referenceBar: PositiveFigure,
    railBar: PositiveFigure,
  },
  { ...closed, description: 'flow at the reference pressure; rail pressure over the manifold' },
);

export const Engine = Type.Object(
  {
    id: Id,
    name: Name,
    shortName: Type.String({ minLength: 1, maxLength: 20 }),
    family: Type.Optional(Name),
    codes: Type.Array(Type.String({ maxLength: 40 })),
    madeFrom: Type.Optional({
      ...Id,
      description: 'the engine that it was made from by boring or stroking: outside it is still that one',
    } as typeof Id),
    builtFrom: Type.Optional(Type.Integer({ minimum: 1900, maximum: 2100 })),
    builtTo: Type.Optional(Type.Integer({ minimum: 1900, maximum: 2100 })),
    arrangement: Type.Optional(
      Type.Unsafe<'inline' | 'vee' | 'flat'>({ type: 'string', enum: ['inline', 'vee', 'flat'] }),
    ),
    cylinders: Type.Optional(Type.Integer({ minimum: 1, maximum: 16 })),
    valvesPerCylinder: Type.Optional(Type.Integer({ minimum: 2, maximum: 5 })),
    boreMm: Type.Optional(PositiveFigure),
    strokeMm: Type.Optional(PositiveFigure),
    compressionRatio: Type.Optional(PositiveFigure),
    rodLengthMm: Type.Optional(PositiveFigure),
    chamber: Type.Optional(
      Type.Object(
        {
          chamberCc: PositiveFigure,
          gasketBoreMm: PositiveFigure,
          gasketThicknessMm: PositiveFigure,
          deckClearanceMm: AnyFigure,
          pistonDishCc: AnyFigure,
        },
        closed,
      ),
    ),
    octaneRon: Type.Optional(PositiveFigure),
    directInjection: Type.Optional(Type.Boolean()),
    injectors: Type.Optional(Injectors),
    cam: Type.Optional(
      Type.Object(
        {
          intakeDeg: PositiveFigure,
          exhaustDeg: PositiveFigure,
          intakeCentreDeg: PositiveFigure,
          exhaustCentreDeg: PositiveFigure,
          liftMm: Type.Optional(PositiveFigure),
        },
        { ...closed, description: 'durations at 1.27 mm of lift' },
      ),
    ),
    boost: Type.Optional(
      Type.Object(
        {
          pressureRatio: PositiveFigure,
          thresholdRpm: Type.Optional(PositiveFigure),
          timeConstantS: Type.Optional(PositiveFigure),
        },
        closed,
      ),
    ),
    limits: Type.Optional(
      Type.Array(
        Type.Object(
          {
            id: Id,
            kind: Type.Unsafe<'torqueNm' | 'powerKw'>({ type: 'string', enum: ['torqueNm', 'powerKw'] }),
            figure: PositiveFigure,
            goesFirst: Name,
          },
          closed,
        ),
        { maxItems: 12, description: 'torque rating of the original short block' },
      ),
    ),
    blockMaterial: Type.Optional(Type.String({ maxLength: 40 })),
    headMaterial: Type.Optional(Type.String({ maxLength: 40 })),
    induction: Type.Optional(InductionSchema),
    fuel: Type.Optional(Type.Unsafe<'petrol' | 'diesel'>({ type: 'string', enum: ['petrol', 'diesel'] })),
    curves: Type.Array(TorqueCurve),
    idleRpm: Type.Optional(PositiveFigure),
    redlineRpm: Type.Optional(PositiveFigure),
    solids: Type.Array(Solid),
    slots: Type.Array(DressingSlot),
    bosses: Type.Array(Boss),
    bellPattern: Type.Optional(BellPattern),
    ports: Type.Array(Port),
    plugs: Type.Optional(Plugs),
    alternatorAmps: Type.Optional(
      Type.Number({ exclusiveMinimum: 0, maximum: 500, description: 'what its alternator is rated for' }),
    ),
    needs: Type.Optional(
      Type.Array(AncillarySchema, {
        uniqueItems: true,
        description: 'parts required for it to run; the usual ones if not stated',
      }),
    ),
    massRecords: Type.Array(MassRecord),
    ancillaryMasses: Type.Array(Type.Object({ item: AncillarySchema, massKg: AnyFigure }, closed)),
    comMm: Type.Optional(
      Type.Object(
        { at: Vec3, plusMinusMm: Type.Optional(Type.Number({ minimum: 0 })), evidence: EvidenceSchema },
        closed,
      ),
    ),
    throttle: Type.Optional(
      Type.Object({ boreMm: PositiveFigure, throats: Type.Integer({ minimum: 1, maximum: 16 }) }, closed),
    ),
    inertiaKgM2: Type.Optional(
      Type.Unsafe<Type.Static<typeof PositiveFigure>>({ ...PositiveFigure, description: 'crank, flywheel and clutch' }),
    ),
    oilL: Type.Optional(PositiveFigure),
    coolantL: Type.Optional(PositiveFigure),
    coolantLimitC: Type.Optional(PositiveFigure),
    waterToOil: Type.Optional(Type.Boolean({ description: 'its oil is cooled by its water' })),
    computer: Type.Optional(
      Type.Object({ name: Name, sends: Type.Array(Type.String()), wants: Type.Array(Type.String()) }, closed),
    ),
    noise: Type.Optional(
      Type.Object(
        {
          levelDb: AnyFigure,
          distanceM: Type.Number({ exclusiveMinimum: 0 }),
          powerKw: Type.Number({ exclusiveMinimum: 0 }),
          atRpm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 25000 })),
        },
        closed,
      ),
    ),
    price: Type.Optional(ThreePoint),
    faults: Type.Array(Note),
    weakParts: Type.Optional(WeakParts),
    supply: Type.Optional(Supply),
    retired: Type.Optional(Type.Boolean({ description: 'kept for builds that have it, offered no more' })),
  },
  closed,
);
export type Engine = Type.Static<typeof Engine>;

/** The years in which an engine was built, in words. */
export function yearsBuilt({ builtFrom, builtTo }: Pick<Engine, 'builtFrom' | 'builtTo'>): string {
  if (builtFrom === undefined && builtTo === undefined) return 'unknown';
  return builtTo === undefined
    ? `from ${builtFrom}`
    : builtFrom === undefined
      ? `to ${builtTo}`
      : `${builtFrom} to ${builtTo}`;
}
