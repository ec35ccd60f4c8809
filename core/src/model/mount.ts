import { Type } from 'typebox';
import { MountSchoolSchema } from './brief.ts';
import { Id, Name, NonNegativeFigure, PositiveFigure, ThreePoint, Vec3 } from './figure.ts';

const closed = { additionalProperties: false };

/** What gives in a mount: its stiffness as measured or told, or the size and hardness of its rubber, and what it stands. */
export const MountElement = Type.Object(
  {
    school: MountSchoolSchema,
    stiffness: Type.Optional(
      Type.Object(
        { xNPerMm: NonNegativeFigure, yNPerMm: NonNegativeFigure, zNPerMm: NonNegativeFigure },
        { ...closed, description: 'static, along its own three directions: those of the car where it is not turned' },
      ),
    ),
    bush: Type.Optional(
      Type.Object(
        {
          shoreA: PositiveFigure,
          innerDiameterMm: PositiveFigure,
          outerDiameterMm: PositiveFigure,
          bushLengthMm: PositiveFigure,
        },
        { ...closed, description: 'a round bush, its axis along its own x' },
      ),
    ),
    block: Type.Optional(
      Type.Object(
        {
          shoreA: PositiveFigure,
          blockLengthMm: PositiveFigure,
          blockWidthMm: PositiveFigure,
          blockThicknessMm: PositiveFigure,
        },
        { ...closed, description: 'a block between plates, pressed along its own z' },
      ),
    ),
    ratingN: Type.Optional(PositiveFigure),
    freeTravelMm: Type.Optional(PositiveFigure),
  },
  closed,
);
export type MountElement = Type.Static<typeof MountElement>;

export const BOSS_MATERIALS = ['aluminium', 'cast iron', 'steel'] as const;
export type BossMaterial = (typeof BOSS_MATERIALS)[number];
export const BossMaterialSchema = Type.Unsafe<BossMaterial>({ type: 'string', enum: [...BOSS_MATERIALS] });

export const BOLT_CLASSES = ['8.8', '10.9', '12.9'] as const;
export type BoltClass = (typeof BOLT_CLASSES)[number];

/** The boss of the gearbox goes by this name where a mount says what it bolts to. */
export const GEARBOX_BOSS = 'gearbox';

/** One mount of a candidate: what it bolts to, what it stands on, and what gives between them. */
export const FittedMount = Type.Object(
  {
    id: Id,
    name: Name,
    bossId: Type.Optional({ ...Id, description: 'a boss of the engine, or “gearbox”' } as typeof Id),
    padId: Type.Optional({ ...Id, description: 'a mount of the chassis or of a carrier' } as typeof Id),
    atMm: Type.Optional(
      Type.Unsafe<readonly [number, number, number]>({
        ...Vec3,
        description: 'where it gives, vehicle axes; at the chassis mount where nothing is said',
      }),
    ),
    turnDeg: Type.Optional(
      Type.Unsafe<readonly [number, number, number]>({ ...Vec3, description: 'turned about x, then y, then z' }),
    ),
    link: Type.Optional(
      Type.Unsafe<true>({
        type: 'boolean',
        const: true,
        description: 'a link or torque bar: it pushes and pulls along the line from boss to chassis mount, no more',
      }),
    ),
    partId: Type.Optional({ ...Id, description: 'the part of the library that it is' } as typeof Id),
    element: Type.Optional(MountElement),
    bolt: Type.Optional(
      Type.Object(
        {
          lengthMm: Type.Number({ exclusiveMinimum: 0, maximum: 400 }),
          stackMm: Type.Number({ minimum: 0, maximum: 380 }),
          boltClass: Type.Optional(Type.Unsafe<BoltClass>({ type: 'string', enum: [...BOLT_CLASSES] })),
        },
        { ...closed, description: 'into the boss: its length under the head, and what it clamps' },
      ),
    ),
    price: Type.Optional(ThreePoint),
    hours: Type.Optional(ThreePoint),
  },
  closed,
);
export type FittedMount = Type.Static<typeof FittedMount>;
