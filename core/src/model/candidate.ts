import { Type } from 'typebox';
import { FuelSchema } from './fuel.ts';
import { AdapterPlate } from './adapterPlate.ts';
import { Belt } from './belt.ts';
import { MountSchoolSchema } from './brief.ts';
import { DIFFERENTIALS, type DifferentialKind } from './chassis.ts';
import { AncillarySchema, SLOTS } from './engine.ts';
import { Id, Name, NonNegativeFigure, Note, ThreePoint, Vec3 } from './figure.ts';
import { Bought, Inspection } from './listing.ts';
import { FittedMount } from './mount.ts';
import { Placement } from './placement.ts';
import { Route } from './route.ts';
import { CHANGE_KINDS, Solid, type ChangeKind } from './solid.ts';
import { SavedCalculation } from './savedCalculation.ts';
import { BillEdits } from './billEdits.ts';
import { Wiring } from './wiring.ts';

const closed = { additionalProperties: false };

/** Where an engine draws its air. */
export const AIR_FROM = ['outside', 'behind the grille', 'under the bonnet'] as const;

/** An obstacle change that was accepted: which of the ways its obstacle allows, and how far. */
export const AcceptedChange = Type.Object(
  {
    obstacleId: Id,
    do: Type.Unsafe<ChangeKind>({ type: 'string', enum: [...CHANGE_KINDS] }),
    amountMm: Type.Number({ minimum: 0, maximum: 5000 }),
  },
  closed,
);
export type AcceptedChange = Type.Static<typeof AcceptedChange>;

/** Something of the car put in another place: tank, battery, spare wheel, ballast. */
export const MovedLump = Type.Object(
  { lumpId: Id, toMm: Vec3, price: Type.Optional(ThreePoint), hours: Type.Optional(ThreePoint) },
  { ...closed, description: 'its new place, vehicle axes' },
);
export type MovedLump = Type.Static<typeof MovedLump>;

const JointKey = Type.String({
  minLength: 1,
  maxLength: 130,
  description: 'kind and place, as the list of joints names it',
});

/** A joint that the shop closes by what it makes itself. */
export const Fabricated = Type.Object(
  {
    joint: JointKey,
    what: Type.Optional(Name),
    price: Type.Optional(ThreePoint),
    hours: Type.Optional(ThreePoint),
  },
  closed,
);
export type Fabricated = Type.Static<typeof Fabricated>;

/** What moves over from another engine, the car's old one or a sister of its family, to close a joint. */
export const Swapped = Type.Object(
  { joint: JointKey, engineId: Id, price: Type.Optional(ThreePoint), hours: Type.Optional(ThreePoint) },
  closed,
);
export type Swapped = Type.Static<typeof Swapped>;

/** A joint that somebody looked at, where its faces are not entered: it mates. */
export const JointCheck = Type.Object({ joint: JointKey, note: Type.Optional(Note) }, closed);
export type JointCheck = Type.Static<typeof JointCheck>;

/** Points of suspension or steering that a carrier or a change moves: put on the list of work, and what measuring them found. */
export const PickUpCheck = Type.Object(
  {
    of: Id,
    found: Type.Optional(Type.Unsafe<'as before' | 'changed'>({ type: 'string', enum: ['as before', 'changed'] })),
  },
  { ...closed, description: 'by the carrier or obstacle that moves them' },
);
export type PickUpCheck = Type.Static<typeof PickUpCheck>;

/** Pieces from scans that a powertrain may have. */
export const MOST_SCANNED = 60;

/** Everything that a solver proposed and a person accepted, and nothing else. */
export const Candidate = Type.Object(
  {
    id: Id,
    letter: Type.String({ pattern: '^[A-Z]$' }),
    name: Name,
    engineId: Id,
    dressing: Type.Object(
      Object.fromEntries(SLOTS.map((slot) => [slot, Type.Optional(Id)])) as Record<
        (typeof SLOTS)[number],
        Type.TOptional<typeof Id>
      >,
      closed,
    ),
    gearboxId: Id,
    finalDrive: Type.Number({ exclusiveMinimum: 0, maximum: 20 }),
    tyreCode: Type.String({ minLength: 3, maxLength: 30 }),
    placement: Placement,
    gearboxPlacement: Type.Optional({
      ...Placement,
      description: 'gearbox location, if at the driven axle',
    } as typeof Placement),
    unplaced: Type.Optional(Type.Unsafe<true>({ type: 'boolean', const: true, description: 'position not entered' })),
    mountSchool: MountSchoolSchema,
    mounts: Type.Optional(Type.Array(FittedMount, { maxItems: 12, description: 'what carries engine and gearbox' })),
    fuel: Type.Optional({ ...FuelSchema, description: 'in place of the brief’s' } as typeof FuelSchema),
    partIds: Type.Array(Id, { uniqueItems: true, maxItems: 200 }),
    obstacleChanges: Type.Optional(Type.Array(AcceptedChange, { maxItems: 60 })),
    shields: Type.Optional(
      Type.Array(Id, {
        uniqueItems: true,
        maxItems: 60,
        description: 'obstacles and routes that get a shield or sleeve',
      }),
    ),
    heldBackKw: Type.Optional(
      Type.Number({ exclusiveMinimum: 0, maximum: 3000, description: 'power that it is promised not to pass' }),
    ),
    cures: Type.Optional(
      Type.Array(Id, { uniqueItems: true, maxItems: 24, description: 'known weak parts that are repaired' }),
    ),
    jointWishes: Type.Optional(
      Type.Object(
        {
          keep: Type.Array(Id, { uniqueItems: true, maxItems: 60 }),
          refuse: Type.Array(Id, { uniqueItems: true, maxItems: 300 }),
        },
        { ...closed, description: 'parts that must, or must not, be among those that close its joints' },
      ),
    ),
    wiring: Type.Optional(Wiring),
    bill: Type.Optional(BillEdits),
    plate: Type.Optional(AdapterPlate),
    fabricated: Type.Optional(Type.Array(Fabricated, { maxItems: 60, description: 'joints closed by own work' })),
    swapped: Type.Optional(Type.Array(Swapped, { maxItems: 60, description: 'parts moved over from another engine' })),
    jointChecks: Type.Optional(Type.Array(JointCheck, { maxItems: 80, description: 'joints inspected: direct fit' })),
    pickUpChecks: Type.Optional(Type.Array(PickUpCheck, { maxItems: 24 })),
    trims: Type.Optional(
      Type.Array(Id, { uniqueItems: true, maxItems: 60, description: 'solids with a lug taken off' }),
    ),
    belts: Type.Optional(Type.Array(Belt, { maxItems: 6 })),
    routes: Type.Optional(Type.Array(Route, { maxItems: 40 })),
    scanned: Type.Optional(
      Type.Array(Solid, { maxItems: MOST_SCANNED, description: 'measured shapes in the engine frame' }),
    ),
    bought: Type.Optional(Bought),
    inspection: Type.Optional(Inspection),
    refresh: Type.Optional(
      Type.Unsafe<'leave sealed' | 'refresh'>({ type: 'string', enum: ['leave sealed', 'refresh'] }),
    ),
    workings: Type.Optional(Type.Array(SavedCalculation, { maxItems: 60 })),
    pairIds: Type.Optional(
      Type.Array(Id, { uniqueItems: true, maxItems: 12, description: 'gear pairs installed in the gearbox' }),
    ),
    intakeAir: Type.Optional(
      Type.Object(
        {
          from: Type.Optional(
            Type.Unsafe<(typeof AIR_FROM)[number]>({
              type: 'string',
              enum: [...AIR_FROM],
              description: 'where the engine draws its air',
            }),
          ),
          riseC: Type.Optional({
            ...NonNegativeFigure,
            description: 'how much warmer it is there than outside, on the road',
          } as typeof NonNegativeFigure),
        },
        closed,
      ),
    ),
    differential: Type.Optional(Type.Unsafe<DifferentialKind>({ type: 'string', enum: [...DIFFERENTIALS] })),
    torqueLimits: Type.Optional(
      Type.Array(
        Type.Object(
          {
            gear: Type.Integer({ minimum: 1, maximum: 12 }),
            torqueNm: Type.Number({ exclusiveMinimum: 0, maximum: 5000 }),
          },
          closed,
        ),
        { maxItems: 12, description: 'torque that the map allows in a gear, at the crank' },
      ),
    ),
    springs: Type.Optional(
      Type.Object(
        {
          frontNPerMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1000 })),
          rearNPerMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1000 })),
        },
        { ...closed, description: 'springs of another rate, free length as now' },
      ),
    ),
    leftOff: Type.Optional(
      Type.Object(
        {
          ancillaries: Type.Array(AncillarySchema, { uniqueItems: true }),
          lumps: Type.Array(Id, { uniqueItems: true }),
        },
        { ...closed, description: 'steering pump, A/C, heater … that are deleted' },
      ),
    ),
    moved: Type.Optional(Type.Array(MovedLump, { maxItems: 40, description: 'parts relocated' })),
    whyNot: Note,
  },
  closed,
);
export type Candidate = Type.Static<typeof Candidate>;
