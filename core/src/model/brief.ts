import { Type } from 'typebox';
import { Note, NonNegativeFigure } from './figure.ts';
import { FuelSchema } from './fuel.ts';
import { GearCutSchema, InductionSchema, INDUCTIONS } from './wish.ts';
import { Supplier, Tuner } from './supply.ts';

const closed = { additionalProperties: false };

/** Service factors by use, domain section 4. */
export const USES = ['street', 'touring and tow', 'track', 'off-road', 'drift', 'drag with slicks'] as const;
export const SCHOOLS = ['solid', 'polyurethane', 'rubber', 'hydraulic'] as const;
export type MountSchool = (typeof SCHOOLS)[number];
export const MountSchoolSchema = Type.Unsafe<MountSchool>({ type: 'string', enum: [...SCHOOLS] });

const rpm = Type.Number({ minimum: 300, maximum: 20000 });
const Target = Type.Object(
  {
    powerKw: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 2000 })),
    bandTorqueNm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 5000 })),
  },
  closed,
);

/** A day of the calendar: 2027-01-31. */
const DAY = '^\\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\\d|3[01])$';

/** How loud it may be: where it is measured, at what engine speed, and what is to come. */
const NoiseRule = Type.Object(
  {
    limitDb: Type.Number({ minimum: 40, maximum: 140 }),
    distanceM: Type.Number({ exclusiveMinimum: 0, maximum: 100 }),
    rpm: Type.Optional(rpm),
    laterLimitDb: Type.Optional(Type.Number({ minimum: 40, maximum: 140 })),
  },
  closed,
);

/** What the owner wants and will not accept. */
export const Brief = Type.Object(
  {
    use: Type.Unsafe<(typeof USES)[number]>({ type: 'string', enum: [...USES] }),
    purpose: Note,
    band: Type.Object({ lowRpm: rpm, highRpm: rpm }, closed),
    now: Target,
    later: Target,
    worstAir: Type.Object(
      {
        temperatureC: Type.Number({ minimum: -60, maximum: 60 }),
        altitudeM: Type.Number({ minimum: -400, maximum: 5000 }),
        humidityPct: Type.Number({ minimum: 0, maximum: 100 }),
      },
      closed,
    ),
    hotDaySchool: Type.Unsafe<'standard' | 'density'>({ type: 'string', enum: ['standard', 'density'] }),
    noise: Type.Optional(NoiseRule),
    circuitNoise: Type.Optional(NoiseRule),
    caps: Type.Optional(
      Type.Object(
        {
          displacementL: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 30 })),
          powerKw: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 3000 })),
          leastMassKg: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 20000 })),
          cylinders: Type.Optional(Type.Integer({ minimum: 1, maximum: 16 })),
          induction: Type.Optional(
            Type.Array(InductionSchema, {
              uniqueItems: true,
              maxItems: INDUCTIONS.length,
            }),
          ),
        },
        { ...closed, description: 'what a class allows' },
      ),
    ),
    wheelPower: Type.Optional(
      Type.Object(
        {
          kw: Type.Number({ exclusiveMinimum: 0, maximum: 3000 }),
          speedKph: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 500 })),
        },
        { ...closed, description: 'power that must reach the wheels, at a speed or at its most' },
      ),
    ),
    leastGears: Type.Optional(Type.Integer({ minimum: 1, maximum: 12 })),
    gearCut: Type.Optional(GearCutSchema),
    fuelsAtHand: Type.Optional(Type.Array(FuelSchema, { uniqueItems: true, maxItems: 12 })),
    reversible: Type.Optional(Type.Boolean({ description: 'nothing of the car is cut or welded' })),
    originalLook: Type.Optional(Type.Boolean({ description: 'nothing of it is seen from outside' })),
    largestWheelIn: Type.Optional(Type.Number({ minimum: 8, maximum: 30 })),
    cruise: Type.Optional(
      Type.Object(
        {
          speedKph: Type.Number({ exclusiveMinimum: 0, maximum: 400 }),
          rpm,
          toleranceRpm: Type.Number({ exclusiveMinimum: 0, maximum: 3000 }),
        },
        closed,
      ),
    ),
    hill: Type.Optional(
      Type.Object(
        {
          gradePct: Type.Number({ exclusiveMinimum: 0, maximum: 100 }),
          trailerKg: Type.Number({ minimum: 0, maximum: 10000 }),
          noseLoadKg: Type.Number({ minimum: 0, maximum: 500 }),
          hitchHeightMm: Type.Number({ minimum: 0, maximum: 1500 }),
          hitchOverhangMm: Type.Number({ minimum: 0, maximum: 3000 }),
        },
        closed,
      ),
    ),
    climb: Type.Optional(
      Type.Object(
        {
          gradePct: Type.Number({ exclusiveMinimum: 0, maximum: 60 }),
          speedKph: Type.Optional(Type.Number({ minimum: 5, maximum: 200 })),
        },
        { ...closed, description: 'the hardest hill that is climbed for long, with the trailer of the hill' },
      ),
    ),
    fastestKph: Type.Optional(Type.Number({ minimum: 30, maximum: 400, description: 'fastest on the road' })),
    descent: Type.Optional(
      Type.Object(
        {
          gradePct: Type.Number({ exclusiveMinimum: 0, maximum: 60 }),
          lengthM: Type.Number({ minimum: 50, maximum: 60_000 }),
          speedKph: Type.Number({ minimum: 5, maximum: 200 }),
        },
        { ...closed, description: 'the longest hill down, with the trailer of the hill' },
      ),
    ),
    driverKg: NonNegativeFigure,
    distanceKm: Type.Optional(
      Type.Number({ exclusiveMinimum: 0, maximum: 2_000_000, description: 'what it must last' }),
    ),
    needsReverse: Type.Optional(Type.Boolean({ description: 'a gearbox without reverse is out' })),
    lowestCruiseRpm: Type.Optional(rpm),
    budget: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
    hourlyRate: Type.Number({ minimum: 0, maximum: 1000 }),
    ownLabour: Type.Boolean({ description: 'true: the hours are the owner’s own' }),
    ownHourWorth: Type.Optional(
      Type.Number({
        minimum: 0,
        maximum: 1000,
        description: 'value of one hour of own labour; 0 if not entered',
      }),
    ),
    maxHours: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
    pace: Type.Optional(
      Type.Object(
        {
          hoursPerWeek: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 168 })),
          startOn: Type.Optional(Type.String({ pattern: DAY })),
          doneBy: Type.Optional(Type.String({ pattern: DAY })),
          hands: Type.Optional(
            Type.Integer({ minimum: 1, maximum: 8, description: 'people who work on it at one time' }),
          ),
          lift: Type.Optional(Type.Boolean({ description: 'whether the car is on a lift' })),
          monthlyLimit: Type.Optional(
            Type.Number({ exclusiveMinimum: 0, description: 'money that may go out in a month' }),
          ),
        },
        { ...closed, description: 'when it is worked on, and when its money is there' },
      ),
    ),
    suppliers: Type.Optional(Type.Array(Supplier, { maxItems: 200 })),
    tuners: Type.Optional(Type.Array(Tuner, { maxItems: 40 })),
    maxAddedKg: Type.Optional(Type.Number({ minimum: 0, maximum: 2000 })),
    fuel: Type.Optional(FuelSchema),
    fuelOctaneRon: Type.Number({ minimum: 80, maximum: 120 }),
    mountSchool: MountSchoolSchema,
  },
  closed,
);
export type Brief = Type.Static<typeof Brief>;
