import { Type } from 'typebox';
import { AnyFigure, Id, Name, NonNegativeFigure, Note, PositiveFigure, ThreePoint, Vec3 } from './figure.ts';
import { Brakes } from './brakes.ts';
import { Cooling } from './cooling.ts';
import { BODIES, type BodyKind } from './body.ts';
import { Port } from './port.ts';
import { FitClaim } from './claim.ts';
import { Placement } from './placement.ts';
import { Obstacle } from './solid.ts';
import { Taped } from './measurement.ts';
import { Plugs } from './wiring.ts';

const closed = { additionalProperties: false };

/** Speed symbols and what they allow, km/h (ECE R30). */
export const SPEED_OF_INDEX = {
  A1: 5,
  A2: 10,
  A3: 15,
  A4: 20,
  A5: 25,
  A6: 30,
  A7: 35,
  A8: 40,
  B: 50,
  C: 60,
  D: 65,
  E: 70,
  F: 80,
  G: 90,
  J: 100,
  K: 110,
  L: 120,
  M: 130,
  N: 140,
  P: 150,
  Q: 160,
  R: 170,
  S: 180,
  T: 190,
  U: 200,
  H: 210,
  V: 240,
  W: 270,
  Y: 300,
} as const;
export type SpeedIndex = keyof typeof SPEED_OF_INDEX;

export const DIFFERENTIALS = ['open', 'limited', 'locked'] as const;
export type DifferentialKind = (typeof DIFFERENTIALS)[number];
const DifferentialSchema = Type.Unsafe<DifferentialKind>({ type: 'string', enum: [...DIFFERENTIALS] });

export const Tyre = Type.Object(
  {
    code: Type.String({ minLength: 3, maxLength: 30 }),
    fitted: Type.Boolean(),
    measuredCircumferenceMm: Type.Optional(PositiveFigure),
    dryGrip: Type.Optional(PositiveFigure),
    wetGrip: Type.Optional(PositiveFigure),
    massKgEach: Type.Optional(PositiveFigure),
    loadIndex: Type.Optional(
      Type.Integer({
        minimum: 0,
        maximum: 204,
        description: 'of a single tyre; a code with two gives that of twins second',
      }),
    ),
    twinLoadIndex: Type.Optional(
      Type.Integer({ minimum: 0, maximum: 204, description: 'of one of two tyres side by side' }),
    ),
    speedIndex: Type.Optional(Type.Unsafe<SpeedIndex>({ type: 'string', enum: Object.keys(SPEED_OF_INDEX) })),
    wheel: Type.Optional(
      Type.Object(
        {
          bolts: Type.String({ maxLength: 20, description: 'bolt pattern, such as 4x100' }),
          offsetMm: Type.Number({ minimum: -100, maximum: 100 }),
        },
        closed,
      ),
    ),
    price: Type.Optional(ThreePoint),
  },
  closed,
);
export type Tyre = Type.Static<typeof Tyre>;

/** What carries one axle: the rate at the spring and how far the spring moves for each millimetre of the wheel. */
export const AxleSprings = Type.Object(
  {
    springRateNPerMm: PositiveFigure,
    motionRatio: PositiveFigure,
    unsprungKg: PositiveFigure,
    bumpMm: Type.Optional(PositiveFigure),
  },
  {
    ...closed,
    description: 'unsprung mass of the whole axle; bump travel of the wheel up to the stop, as it was weighed',
  },
);
export type AxleSprings = Type.Static<typeof AxleSprings>;

/** Something now in the car that can come out: its mass, where it sits, and what takes it away. */
const Lump = Type.Object(
  {
    id: Id,
    name: Name,
    massKg: PositiveFigure,
    comMm: Vec3,
    leavesWith: Type.Unsafe<'engine' | 'gearbox' | 'stays'>({ type: 'string', enum: ['engine', 'gearbox', 'stays'] }),
  },
  closed,
);
type Lump = Type.Static<typeof Lump>;

/** The tube of a propshaft; two pieces share the length between gearbox and axle. */
export const PropshaftTube = Type.Object(
  {
    outerDiameterMm: Type.Number({ exclusiveMinimum: 0, maximum: 300 }),
    innerDiameterMm: Type.Number({ minimum: 0, maximum: 300 }),
    pieces: Type.Integer({ minimum: 1, maximum: 3 }),
    ratingNm: Type.Optional(PositiveFigure),
  },
  closed,
);

/** How long a half shaft may be, by what its joints let it plunge. */
export const HalfShaft = Type.Object(
  {
    fullyInMm: Type.Number({ exclusiveMinimum: 0, maximum: 3000 }),
    fullyOutMm: Type.Number({ exclusiveMinimum: 0, maximum: 3000 }),
    rightFullyInMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 3000 })),
    rightFullyOutMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 3000 })),
    jointLimitDeg: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 60 })),
  },
  {
    ...closed,
    description: 'between joint centres, fully compressed and fully extended; both sides unless the right is entered',
  },
);
export type HalfShaft = Type.Static<typeof HalfShaft>;

/** Core face and thickness of a radiator. */
export const RadiatorCore = Type.Object({ coreM2: PositiveFigure, thicknessMm: PositiveFigure }, closed);

const AxleRatio = Type.Object(
  {
    ratio: Type.Number({ exclusiveMinimum: 0, maximum: 20 }),
    fitted: Type.Boolean(),
    price: Type.Optional(ThreePoint),
  },
  closed,
);

/** How the car was weighed: its axles, or four scale pads, and what was aboard. */
const Weighing = Type.Object(
  {
    frontKg: Type.Optional(PositiveFigure),
    rearKg: Type.Optional(PositiveFigure),
    corners: Type.Optional(
      Type.Object(
        {
          frontLeftKg: PositiveFigure,
          frontRightKg: PositiveFigure,
          rearLeftKg: PositiveFigure,
          rearRightKg: PositiveFigure,
        },
        closed,
      ),
    ),
    comYMm: Type.Optional(AnyFigure),
    comZMm: Type.Optional(PositiveFigure),
    lifted: Type.Optional(
      Type.Object(
        { frontKg: PositiveFigure, liftMm: PositiveFigure, hubMm: PositiveFigure },
        { ...closed, description: 'weighed again with the rear hubs lifted; with the height of the front hubs' },
      ),
    ),
    aboard: Type.String({ maxLength: 200 }),
    driverAboard: Type.Boolean(),
    fuelL: Type.Optional(NonNegativeFigure),
  },
  closed,
);

export const SHELL_STATES = ['corroded', 'cut', 'old repair', 'strengthened'] as const;
/** A spot of the shell that is not as its maker left it. */
const ShellSpot = Type.Object(
  {
    id: Id,
    name: Name,
    state: Type.Unsafe<(typeof SHELL_STATES)[number]>({ type: 'string', enum: [...SHELL_STATES] }),
    atMm: Vec3,
    reachMm: Type.Number({ exclusiveMinimum: 0, maximum: 2000, description: 'how far around it the metal is so' }),
    note: Type.Optional(Note),
  },
  closed,
);
export type ShellSpot = Type.Static<typeof ShellSpot>;

export const PAST_KINDS = ['failed swap', 'accident', 'fire', 'flood', 'other'] as const;
export type PastKind = (typeof PAST_KINDS)[number];
/** Something that happened to the car. `settled` once somebody has looked at what it may have left behind. */
const PastEvent = Type.Object(
  {
    id: Id,
    kind: Type.Unsafe<PastKind>({ type: 'string', enum: [...PAST_KINDS] }),
    year: Type.Optional(Type.Integer({ minimum: 1900, maximum: 2100 })),
    note: Type.Optional(Note),
    settled: Type.Boolean(),
  },
  closed,
);

/** What steers the car. */
const Steering = Type.Object(
  {
    kind: Type.Unsafe<'rack' | 'box'>({ type: 'string', enum: ['rack', 'box'] }),
    sits: Type.Unsafe<'ahead of the axle' | 'behind the axle'>({
      type: 'string',
      enum: ['ahead of the axle', 'behind the axle'],
    }),
    help: Type.Unsafe<'none' | 'hydraulic' | 'electric'>({ type: 'string', enum: ['none', 'hydraulic', 'electric'] }),
    turns: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 10, description: 'lock to lock' })),
    note: Type.Optional(Note),
  },
  closed,
);

/** How the wheels of each axle are led. */
const LED_BY = [
  'wishbones',
  'struts',
  'trailing arms',
  'swing axle',
  'live axle on links',
  'live axle on leaves',
  'dead axle',
  'other',
] as const;
const LedBy = Type.Unsafe<(typeof LED_BY)[number]>({ type: 'string', enum: [...LED_BY] });
const ControlArms = Type.Object(
  { front: Type.Optional(LedBy), rear: Type.Optional(LedBy), note: Type.Optional(Note) },
  closed,
);

/** Anti-roll bars, by axle: what turns the body one degree. */
const AntiRoll = Type.Object(
  { frontNmPerDeg: Type.Optional(PositiveFigure), rearNmPerDeg: Type.Optional(PositiveFigure) },
  { ...closed, description: 'N·m for each degree that the body rolls' },
);

const FuelSystem = Type.Object(
  {
    pump: Type.Unsafe<'on the engine' | 'outside the tank' | 'in the tank'>({
      type: 'string',
      enum: ['on the engine', 'outside the tank', 'in the tank'],
    }),
    returnLine: Type.Optional(Type.Boolean()),
    lineMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 40, description: 'bore of the feed' })),
    pressureBar: Type.Optional(PositiveFigure),
    note: Type.Optional(Note),
  },
  closed,
);

const Electrics = Type.Object(
  {
    volts: Type.Unsafe<6 | 12 | 24>({ type: 'number', enum: [6, 12, 24] }),
    earth: Type.Unsafe<'negative' | 'positive'>({ type: 'string', enum: ['negative', 'positive'] }),
    alternatorAmps: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 500 })),
    batteryAh: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 400 })),
    note: Type.Optional(Note),
  },
  closed,
);

const ExhaustSystem = Type.Object(
  {
    pipes: Type.Integer({ minimum: 1, maximum: 4 }),
    pipeMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 200 })),
    leaves: Type.Unsafe<'left' | 'right' | 'middle' | 'at the side'>({
      type: 'string',
      enum: ['left', 'right', 'middle', 'at the side'],
    }),
    silencers: Type.Integer({ minimum: 0, maximum: 6 }),
    note: Type.Optional(Note),
  },
  closed,
);

/** What shares the torque of all-wheel drive between its axles. */
export const CENTRES = ['fixed', 'limited', 'locked'] as const;
/** What turns the driven axle. */
export const DRIVEN_BY = ['shafts', 'chain'] as const;

export const SPARES = ['easy to find', 'scarce', 'gone'] as const;

/** Where something can be hung from the car: its place, and the metal that it is welded or bolted to. */
export const ChassisMount = Type.Object(
  {
    id: Id,
    name: Name,
    atMm: Vec3,
    shellMm: Type.Optional(PositiveFigure),
    reinforced: Type.Optional(Type.Boolean()),
    made: Type.Optional(
      Type.Unsafe<'as found' | 'new'>({ type: 'string', enum: ['as found', 'new'], description: 'what it is' }),
    ),
    outOfPlaneMm: Type.Optional(NonNegativeFigure),
  },
  closed,
);
export type ChassisMount = Type.Static<typeof ChassisMount>;

/** The car as measured: one per build, the build's own copy. Vehicle axes ISO 8855, origin on the ground below the front axle. */
export const Chassis = Type.Object(
  {
    name: Name,
    year: Type.Optional(Type.Integer({ minimum: 1900, maximum: 2100 })),
    body: Type.Unsafe<BodyKind>({ type: 'string', enum: [...BODIES] }),
    drive: Type.Unsafe<'rear' | 'front' | 'all'>({ type: 'string', enum: ['rear', 'front', 'all'] }),
    rearTorqueShare: Type.Optional(Type.Number({ minimum: 0, maximum: 1 })),
    centre: Type.Optional(
      Type.Unsafe<(typeof CENTRES)[number]>({
        type: 'string',
        enum: [...CENTRES],
        description: 'of all-wheel drive: what shares the torque between the axles',
      }),
    ),
    centreBiasRatio: Type.Optional(
      Type.Unsafe<Type.Static<typeof PositiveFigure>>({
        ...PositiveFigure,
        description: 'of a limited one: how far it moves the share, torque of the slower axle over the faster',
      }),
    ),
    engineLies: Type.Unsafe<'longitudinal' | 'transverse'>({ type: 'string', enum: ['longitudinal', 'transverse'] }),
    engineSits: Type.Optional(
      Type.Unsafe<'front' | 'middle' | 'rear'>({
        type: 'string',
        enum: ['front', 'middle', 'rear'],
        description: 'front if not stated',
      }),
    ),
    gearboxSits: Type.Optional(
      Type.Unsafe<'on the engine' | 'at the driven axle'>({
        type: 'string',
        enum: ['on the engine', 'at the driven axle'],
        description: 'on the engine if not stated; a separate transaxle is at the driven axle',
      }),
    ),
    gearboxAt: Type.Optional({
      ...Placement,
      description: 'location of the original gearbox, if not on the engine',
    } as typeof Placement),
    torqueTube: Type.Optional(Type.Boolean({ description: 'the shaft to the axle runs in a tube that carries it' })),
    drivenBy: Type.Optional(
      Type.Unsafe<(typeof DRIVEN_BY)[number]>({
        type: 'string',
        enum: [...DRIVEN_BY],
        description: 'type of final drive; shafts if not stated',
      }),
    ),
    axleSprocketMm: Type.Optional({ ...Vec3, description: 'middle of the sprocket on the axle' } as typeof Vec3),
    wheelbaseMm: Type.Optional(PositiveFigure),
    trackFrontMm: Type.Optional(PositiveFigure),
    trackRearMm: Type.Optional(PositiveFigure),
    weighing: Weighing,
    earlierWeighings: Type.Optional(
      Type.Array(
        Type.Object({ id: Id, when: Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' }), weighing: Weighing }, closed),
        {
          maxItems: 20,
          description: 'how it was weighed before, kept for comparison',
        },
      ),
    ),
    springs: Type.Optional(Type.Object({ front: AxleSprings, rear: AxleSprings }, closed)),
    antiRoll: Type.Optional(AntiRoll),
    controlArms: Type.Optional(ControlArms),
    steering: Type.Optional(Steering),
    fuelSystem: Type.Optional(FuelSystem),
    electrics: Type.Optional(Electrics),
    exhaust: Type.Optional(ExhaustSystem),
    brakeFrontPct: Type.Optional(PositiveFigure),
    brakes: Type.Optional(Brakes),
    tankL: Type.Optional(PositiveFigure),
    dragAreaM2: Type.Optional(PositiveFigure),
    rollingCoefficient: Type.Optional(PositiveFigure),
    axleEfficiency: Type.Optional(PositiveFigure),
    axleRatios: Type.Array(AxleRatio),
    differentials: Type.Optional(
      Type.Array(
        Type.Object(
          {
            kind: DifferentialSchema,
            biasRatio: Type.Optional(
              Type.Unsafe<Type.Static<typeof PositiveFigure>>({
                ...PositiveFigure,
                description: 'torque of the slower wheel over the faster',
              }),
            ),
            fitted: Type.Boolean(),
            price: ThreePoint,
            hours: ThreePoint,
          },
          closed,
        ),
        { maxItems: 6 },
      ),
    ),
    axleRating: Type.Optional(
      Type.Object(
        {
          pinionTorqueNm: Type.Optional(PositiveFigure),
          shaftTorqueNm: Type.Optional(PositiveFigure),
        },
        { ...closed, description: 'torque ratings of the axle pinion and of one half shaft' },
      ),
    ),
    propshaft: Type.Optional(PropshaftTube),
    frontPropshaft: Type.Optional({
      ...PropshaftTube,
      description: 'of all-wheel drive, to the front axle',
    } as typeof PropshaftTube),
    wheelRoom: Type.Optional(
      Type.Object(
        {
          bolts: Type.String({ maxLength: 20 }),
          widestMm: PositiveFigure,
          largestDiameterMm: PositiveFigure,
          leastRimIn: Type.Number({ minimum: 8, maximum: 30, description: 'over the brakes' }),
          offsetFromMm: Type.Number({ minimum: -100, maximum: 100 }),
          offsetToMm: Type.Number({ minimum: -100, maximum: 100 }),
        },
        { ...closed, description: 'what arch, travel, hub and brakes leave room for' },
      ),
    ),
    radiator: Type.Optional(RadiatorCore),
    cooling: Type.Optional(Cooling),
    brakesForKw: Type.Optional(PositiveFigure),
    transferLow: Type.Optional(
      Type.Number({
        exclusiveMinimum: 1,
        maximum: 10,
        description: 'low range of the transfer case; high is one to one',
      }),
    ),
    tyres: Type.Array(Tyre),
    rearTwins: Type.Optional(Type.Boolean({ description: 'the rear axle carries two tyres on each side' })),
    obstacles: Type.Array(Obstacle),
    shifterAperture: Type.Optional(
      Type.Object(
        {
          centreMm: Vec3,
          halfLengthMm: Type.Number({ exclusiveMinimum: 0 }),
          halfWidthMm: Type.Number({ exclusiveMinimum: 0 }),
          plusMinusMm: Type.Optional(Type.Number({ minimum: 0, maximum: 100 })),
        },
        closed,
      ),
    ),
    pads: Type.Array(ChassisMount),
    pinion: Type.Optional(
      Type.Object(
        {
          atMm: Vec3,
          pitchDeg: Type.Number({ minimum: -30, maximum: 30, description: 'nose up positive' }),
          yawDeg: Type.Optional(Type.Number({ minimum: -30, maximum: 30 })),
        },
        { ...closed, description: 'joint at the final drive flange' },
      ),
    ),
    frontPinion: Type.Optional(
      Type.Object(
        {
          atMm: Vec3,
          pitchDeg: Type.Number({ minimum: -30, maximum: 30, description: 'nose up positive' }),
          yawDeg: Type.Optional(Type.Number({ minimum: -30, maximum: 30 })),
        },
        { ...closed, description: 'of all-wheel drive: joint at the flange of the front axle' },
      ),
    ),
    hubs: Type.Optional(
      Type.Object(
        {
          leftMm: Vec3,
          rightMm: Vec3,
          bumpUpMm: Type.Optional(Type.Number({ minimum: 0, maximum: 500 })),
          droopDownMm: Type.Optional(Type.Number({ minimum: 0, maximum: 500 })),
        },
        { ...closed, description: 'outer joints of the driven half shafts, and how far they rise and fall' },
      ),
    ),
    halfShaft: Type.Optional(HalfShaft),
    claims: Type.Optional(Type.Array(FitClaim, { maxItems: 200 })),
    tape: Type.Optional(Type.Array(Taped, { maxItems: 120 })),
    ports: Type.Array(Port),
    plugs: Type.Optional(Plugs),
    lumps: Type.Array(Lump),
    originalEngineId: Type.Optional(Id),
    originalGearboxId: Type.Optional(Id),
    engineAt: Type.Optional({ ...Placement, description: 'location of the original engine' } as typeof Placement),
    installFrom: Type.Optional(
      Type.Array(Type.Unsafe<'above' | 'below'>({ type: 'string', enum: ['above', 'below'] }), { uniqueItems: true }),
    ),
    shell: Type.Optional(Type.Array(ShellSpot, { maxItems: 60 })),
    past: Type.Optional(Type.Array(PastEvent, { maxItems: 30 })),
    spares: Type.Optional(
      Type.Unsafe<(typeof SPARES)[number]>({
        type: 'string',
        enum: [...SPARES],
        description: 'of its own engine, gearbox and axle',
      }),
    ),
    note: Type.Optional(Note),
  },
  closed,
);
export type Chassis = Type.Static<typeof Chassis>;
