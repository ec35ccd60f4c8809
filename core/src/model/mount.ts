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

export const BRACKET_METALS = ['steel', 'aluminium'] as const;
export type BracketMetal = (typeof BRACKET_METALS)[number];

/** What spans from a boss to its mount: part of what was bought or found, or made for it. */
const SuppliedBracket = Type.Object(
  { from: Type.Literal('supplied') },
  { ...closed, description: 'supplied with the mount, or original' },
);
export const MadeBracket = Type.Object(
  {
    from: Type.Literal('made'),
    metal: Type.Unsafe<BracketMetal>({ type: 'string', enum: [...BRACKET_METALS] }),
    widthMm: Type.Number({ minimum: 15, maximum: 300 }),
    thicknessMm: Type.Number({
      minimum: 1.5,
      maximum: 40,
      description: 'of the plate; with a tube, of its end plates',
    }),
    tube: Type.Optional(
      Type.Object(
        {
          outerDiameterMm: Type.Number({ minimum: 15, maximum: 120 }),
          wallMm: Type.Number({ minimum: 1, maximum: 12 }),
        },
        { ...closed, description: 'a tube between two plates; a plate alone where there is none' },
      ),
    ),
    mountHoleMm: Type.Optional(
      Type.Number({ minimum: 5, maximum: 60, description: 'hole for the stud or bolt of the mount' }),
    ),
    slotMm: Type.Optional(
      Type.Number({ minimum: 0, maximum: 60, description: 'how far the mount can be shifted in it' }),
    ),
    standOffMm: Type.Optional(
      Type.Number({
        minimum: -200,
        maximum: 200,
        description: 'from the middle of the mount to the bracket face, along the mount’s own z',
      }),
    ),
    alsoBossIds: Type.Optional(
      Type.Array(Id, { uniqueItems: true, maxItems: 6, description: 'further bosses of the same face' }),
    ),
    price: Type.Optional(ThreePoint),
    hours: Type.Optional(ThreePoint),
  },
  closed,
);
export type MadeBracket = Type.Static<typeof MadeBracket>;
const Bracket = Type.Union([SuppliedBracket, MadeBracket]);

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
        description: 'elastic centre, vehicle axes; at the chassis mount if not stated',
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
    bracket: Type.Optional(Bracket),
    price: Type.Optional(ThreePoint),
    hours: Type.Optional(ThreePoint),
  },
  closed,
);
export type FittedMount = Type.Static<typeof FittedMount>;

/** A mount that a kit brings: boss and chassis mount by their ids or by the names that they have on engine and car. */
export const KitMount = Type.Pick(
  FittedMount,
  ['id', 'name', 'bossId', 'padId', 'atMm', 'turnDeg', 'link', 'element', 'bolt'],
  closed,
);
export type KitMount = Type.Static<typeof KitMount>;
