import { Type } from 'typebox';
import { PositiveFigure } from './figure.ts';

const closed = { additionalProperties: false };
const mm = Type.Number({ exclusiveMinimum: 0, maximum: 800 });

/** A disc of one wheel; its calliper where the pedal is to be judged. */
const Disc = Type.Object(
  {
    kind: Type.Literal('disc'),
    outerDiameterMm: mm,
    innerDiameterMm: mm,
    thicknessMm: Type.Number({ exclusiveMinimum: 0, maximum: 80 }),
    vented: Type.Boolean(),
    massKg: Type.Optional(PositiveFigure),
    pistonMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 120 })),
    pistonsOneSide: Type.Optional(Type.Integer({ minimum: 1, maximum: 6 })),
    effectiveRadiusMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 400 })),
  },
  closed,
);

const Drum = Type.Object(
  {
    kind: Type.Literal('drum'),
    diameterMm: mm,
    widthMm: Type.Number({ exclusiveMinimum: 0, maximum: 200 }),
    thicknessMm: Type.Number({ exclusiveMinimum: 0, maximum: 80 }),
    massKg: Type.Optional(PositiveFigure),
    cylinderMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 60 })),
  },
  closed,
);

/** What brakes one wheel of an axle. */
export const WheelBrake = Type.Union([Disc, Drum]);
export type WheelBrake = Type.Static<typeof WheelBrake>;

/** What pads and linings stand for a while, °C, by what they are made for. */
export const PAD_LIMIT_C = { ordinary: 450, 'fast road': 550, track: 700 } as const;
export type PadKind = keyof typeof PAD_LIMIT_C;
const PadSchema = Type.Unsafe<PadKind>({ type: 'string', enum: Object.keys(PAD_LIMIT_C) });

/** The brakes of the car: what is at each wheel, and what presses them. */
export const Brakes = Type.Object(
  {
    front: Type.Optional(WheelBrake),
    rear: Type.Optional(WheelBrake),
    linings: Type.Optional(PadSchema),
    pedal: Type.Optional(
      Type.Object(
        {
          ratio: Type.Number({ exclusiveMinimum: 0, maximum: 20 }),
          servoRatio: Type.Number({
            minimum: 1,
            maximum: 10,
            description: 'force after the servo over force before it; 1 without one',
          }),
          masterMm: Type.Number({ exclusiveMinimum: 0, maximum: 60 }),
          masterTravelMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 100 })),
          friction: Type.Optional(PositiveFigure),
        },
        { ...closed, description: 'pedal, servo and master cylinder' },
      ),
    ),
  },
  closed,
);
export type Brakes = Type.Static<typeof Brakes>;

/** Brakes that are bought: they stand in place of the car’s own, and their discs may need a larger rim. */
export const BoughtBrakes = Type.Object(
  {
    front: Type.Optional(WheelBrake),
    rear: Type.Optional(WheelBrake),
    linings: Type.Optional(PadSchema),
    leastRimIn: Type.Optional(Type.Number({ minimum: 8, maximum: 30 })),
  },
  closed,
);
