import { Type } from 'typebox';
import { Id, Name, Note, PositiveFigure, ThreePoint, Vec3 } from './figure.ts';
import { PictureId } from './picture.ts';
import { SIGNAL_KINDS, type SignalKind } from './pinFunctions.ts';

const closed = { additionalProperties: false };
const PinName = Type.String({ minLength: 1, maxLength: 8 });

export const Pin = Type.Object(
  {
    pin: PinName,
    colour: Type.Optional(Type.String({ maxLength: 20 })),
    function: Type.Optional({
      ...Id,
      description: 'from the dictionary of functions; unknown if not entered',
    } as typeof Id),
    signal: Type.Optional(
      Type.Unsafe<SignalKind>({
        type: 'string',
        enum: [...SIGNAL_KINDS],
        description: 'where it is another than its function usually has',
      }),
    ),
    pulsesPerRev: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1000, description: 'of a crank turn' })),
    currentAmps: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 500 })),
    note: Type.Optional(Type.String({ maxLength: 120 })),
  },
  closed,
);
export type Pin = Type.Static<typeof Pin>;

/** A plug of a loom or a computer, with every pin that it has. */
export const Plug = Type.Object(
  {
    id: Id,
    name: Name,
    pins: Type.Array(Pin, { maxItems: 200 }),
    atMm: Type.Optional(
      Type.Unsafe<readonly [number, number, number]>({
        ...Vec3,
        description: 'position, in the axes of its owner',
      }),
    ),
    onComputer: Type.Optional(
      Type.Boolean({
        description: 'a plug of the ECU: its position follows the ECU position in the wiring of the candidate',
      }),
    ),
    tailMm: Type.Optional(
      Type.Number({
        minimum: 0,
        maximum: 20_000,
        description: 'wire supplied with it, from the plug to the cut end',
      }),
    ),
    photo: Type.Optional(PictureId),
  },
  closed,
);
export type Plug = Type.Static<typeof Plug>;
export const Plugs = Type.Array(Plug, { maxItems: 40 });

/** A pin by whose plug it is in: “engine:c1”, “car:x2”, “part.tcm:main”. */
export const PinRef = Type.Object({ plug: Type.String({ minLength: 1, maxLength: 140 }), pin: PinName }, closed);
export type PinRef = Type.Static<typeof PinRef>;

export const SPLICE_WAYS = ['straight', 'splice', 'relay', 'converter'] as const;
export type SpliceWay = (typeof SPLICE_WAYS)[number];

/** A wire from a pin of the powertrain to one of the car. */
export const Splice = Type.Object(
  {
    a: PinRef,
    b: PinRef,
    how: Type.Unsafe<SpliceWay>({ type: 'string', enum: [...SPLICE_WAYS] }),
    converter: Type.Optional({ ...Name, description: 'what makes one signal of the other' } as typeof Name),
    addMm: Type.Optional(Type.Number({ minimum: 0, maximum: 10_000, description: 'length to add' })),
    sizeMm2: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 120 })),
    place: Type.Optional(Type.String({ maxLength: 80 })),
  },
  closed,
);
export type Splice = Type.Static<typeof Splice>;

export const PinUnused = Type.Object({ at: PinRef, why: Name }, closed);
export type PinUnused = Type.Static<typeof PinUnused>;

export const TERMINALS = ['15', '30', '50', '56a', '56b', '58', '75', '87'] as const;

/** One feed with its fuse and its way back. */
export const Circuit = Type.Object(
  {
    id: Id,
    name: Name,
    consumer: Type.Optional({ ...Id, description: 'by the list of consumers' } as typeof Id),
    currentAmps: Type.Optional(PositiveFigure),
    lengthM: Type.Optional(PositiveFigure),
    backBy: Type.Optional(
      Type.Unsafe<'wire' | 'body'>({
        type: 'string',
        enum: ['wire', 'body'],
        description: 'the way back: the body has no length',
      }),
    ),
    terminal: Type.Optional(Type.Unsafe<(typeof TERMINALS)[number]>({ type: 'string', enum: [...TERMINALS] })),
    idlePct: Type.Optional(Type.Number({ minimum: 0, maximum: 100 })),
    cruisePct: Type.Optional(Type.Number({ minimum: 0, maximum: 100 })),
    loadedWires: Type.Optional(Type.Integer({ minimum: 1, maximum: 60 })),
    aroundC: Type.Optional(Type.Number({ minimum: -40, maximum: 104 })),
    sizeMm2: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 120 })),
    fuseAmps: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 500 })),
    relay: Type.Optional(Type.Boolean()),
    routeId: Type.Optional({
      ...Id,
      description: 'the loom of the bay along which it is led: its length where none is entered',
    } as typeof Id),
    ground: Type.Optional(Type.String({ minLength: 1, maxLength: 60, description: 'ground point' })),
  },
  closed,
);
export type Circuit = Type.Static<typeof Circuit>;

/** On which side of whatever is sprayed into the intake an air sensor sits. */
export const SPRAY_SIDES = ['upstream', 'downstream', 'no spray'] as const;

/** A sensor that is moved, or was not there before. */
export const MovedSensor = Type.Object(
  {
    id: Id,
    name: Name,
    does: Type.Unsafe<'moved' | 'added'>({ type: 'string', enum: ['moved', 'added'] }),
    function: Type.Optional({ ...Id, description: 'by the dictionary of functions' } as typeof Id),
    place: Type.Optional(Type.String({ minLength: 1, maxLength: 80, description: 'in words' })),
    atMm: Type.Optional(
      Type.Unsafe<readonly [number, number, number]>({ ...Vec3, description: 'in the axes of the engine' }),
    ),
    spray: Type.Optional(
      Type.Unsafe<(typeof SPRAY_SIDES)[number]>({
        type: 'string',
        enum: [...SPRAY_SIDES],
        description: 'of water, methanol or fuel that is sprayed into the intake',
      }),
    ),
    wireMm: Type.Optional(Type.Number({ minimum: 0, maximum: 20_000, description: 'length of its new wires' })),
  },
  closed,
);
export type MovedSensor = Type.Static<typeof MovedSensor>;

export const WIRING_PLANS = ['merged looms', 'adapter loom', 'standalone computer', 'loom shop'] as const;
export type WiringPlan = (typeof WIRING_PLANS)[number];

/** How a candidate is wired: its plan, every pin, every circuit. */
export const Wiring = Type.Object(
  {
    plan: Type.Optional(Type.Unsafe<WiringPlan>({ type: 'string', enum: [...WIRING_PLANS] })),
    why: Type.Optional(Note),
    shop: Type.Optional(
      Type.Object(
        { name: Name, price: ThreePoint, days: Type.Integer({ minimum: 0, maximum: 1000 }) },
        { ...closed, description: 'a loom shop that has quoted' },
      ),
    ),
    splices: Type.Optional(Type.Array(Splice, { maxItems: 600 })),
    unused: Type.Optional(Type.Array(PinUnused, { maxItems: 600 })),
    circuits: Type.Optional(Type.Array(Circuit, { maxItems: 120 })),
    sensors: Type.Optional(Type.Array(MovedSensor, { maxItems: 40 })),
    computerAtMm: Type.Optional(
      Type.Unsafe<readonly [number, number, number]>({ ...Vec3, description: 'ECU position, vehicle axes' }),
    ),
    speedoFactor: Type.Optional(
      Type.Number({
        exclusiveMinimum: 0,
        maximum: 20,
        description: 'set on a signal converter, or by another drive gear',
      }),
    ),
    without: Type.Optional(
      Type.Array(Id, { uniqueItems: true, maxItems: 40, description: 'consumers that this car has not' }),
    ),
  },
  closed,
);
export type Wiring = Type.Static<typeof Wiring>;

export const LOOM_RESULTS = ['sound', 'open', 'short to ground', 'crossed'] as const;
export type LoomResult = (typeof LOOM_RESULTS)[number];

/** What a loom tester found on one wire of the schedule. */
export const LoomReading = Type.Object(
  {
    a: PinRef,
    b: PinRef,
    result: Type.Unsafe<LoomResult>({ type: 'string', enum: [...LOOM_RESULTS] }),
    ohm: Type.Optional(Type.Number({ minimum: 0 })),
    found: Type.Optional({ ...PinRef, description: 'far end of a crossed wire' } as typeof PinRef),
  },
  closed,
);
export type LoomReading = Type.Static<typeof LoomReading>;
