import { Type } from 'typebox';

const closed = { additionalProperties: false };
const mm = (minimum: number, maximum: number) => Type.Number({ minimum, maximum });

/** One hole of a bolt pattern, from the shaft axis: u to the right, v up, seen from the gearbox towards the engine. */
export const PlateHole = Type.Object(
  {
    id: Type.String({ minLength: 1, maxLength: 12 }),
    uMm: mm(-600, 600),
    vMm: mm(-600, 600),
    diameterMm: Type.Number({ exclusiveMinimum: 0, maximum: 60 }),
    dowel: Type.Optional(Type.Unsafe<true>({ type: 'boolean', const: true })),
  },
  closed,
);
export type PlateHole = Type.Static<typeof PlateHole>;

const Pattern = Type.Array(PlateHole, { maxItems: 40 });

/** The bolt holes of a rear face of a block or of a bellhousing, for every plate that is ever drawn to it. */
export const BellPattern = Type.Object(
  {
    holes: Type.Array(PlateHole, { minItems: 1, maxItems: 40 }),
    plusMinusMm: Type.Optional({ ...mm(0, 5), description: 'how surely each hole was placed' } as ReturnType<
      typeof mm
    >),
  },
  { ...closed, description: 'from the shaft axis, seen from the gearbox towards the engine' },
);
export type BellPattern = Type.Static<typeof BellPattern>;

/**
 * An adapter plate as it is drawn: both patterns, how the gearbox is turned, what the input shaft allows. A pattern without holes is
 * that of the library, where engine or gearbox have one.
 */
export const AdapterPlate = Type.Object(
  {
    engineHoles: Pattern,
    gearboxHoles: Pattern,
    /** How surely each hole was placed, of the holes that are entered here. */
    plusMinusMm: Type.Optional(mm(0, 5)),
    clockingDeg: Type.Number({ minimum: -180, maximum: 180 }),
    thicknessMm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 80 })),
    stack: Type.Optional(
      Type.Object(
        {
          shaftStickOutMm: mm(-200, 400),
          pilotMouthDepthMm: mm(-200, 200),
          pilotBottomDepthMm: mm(-200, 200),
          pilotEngagementMm: mm(0, 60),
          tipClearanceMm: mm(0, 30),
          splineDiameterMm: Type.Number({ exclusiveMinimum: 0, maximum: 80 }),
          splineStartMm: mm(-300, 300),
          splineEndMm: mm(-300, 300),
          hubRearMm: mm(-300, 300),
          hubFrontMm: mm(-300, 300),
        },
        { ...closed, description: 'ahead of the block’s rear face, of the shaft ahead of the gearbox’s front face' },
      ),
    ),
  },
  closed,
);
export type AdapterPlate = Type.Static<typeof AdapterPlate>;
