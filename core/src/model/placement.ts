import { Type } from 'typebox';

const length = Type.Number({ minimum: -10000, maximum: 10000 });

/** Where the engine origin (crank axis at the block's rear face) sits in the car, and how it is turned. */
export const Placement = Type.Object(
  {
    xMm: length,
    yMm: length,
    zMm: length,
    yawDeg: Type.Unsafe<0 | 90 | -90 | 180>({ type: 'number', enum: [0, 90, -90, 180] }),
    pitchDeg: Type.Number({ minimum: -30, maximum: 30 }),
    cantDeg: Type.Number({ minimum: -90, maximum: 90 }),
  },
  { additionalProperties: false },
);
export type Placement = Type.Static<typeof Placement>;
