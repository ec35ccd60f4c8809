import { Type } from 'typebox';
import { Id, Name, Vec3 } from './figure.ts';

/** Roles that a powertrain part plays in the fit. */
export const PART_ROLES = [
  'block',
  'head',
  'rocker cover',
  'sump',
  'intake',
  'throttle body',
  'exhaust manifold',
  'turbo',
  'accessory drive',
  'pulley',
  'bellhousing',
  'gearbox case',
  'shifter',
  'starter',
  'alternator',
  'oil filter',
  'distributor',
  'water neck',
  'output flange',
  'mount',
] as const;

/** Roles that a body obstacle plays in the fit. */
export const OBSTACLE_ROLES = [
  'bonnet',
  'firewall',
  'tunnel',
  'crossmember',
  'steering box',
  'steering rack',
  'steering shaft',
  'track rod',
  'chassis rail',
  'strut tower',
  'inner wing',
  'boot wall',
  'radiator pack',
  'fan',
  'brake servo',
  'battery tray',
  'heater box',
  'floor',
  'hose',
  'loom',
  'cable',
  'brake line',
  'fuel line',
  'ground line',
  'reach zone',
] as const;

export const PartRole = Type.Unsafe<(typeof PART_ROLES)[number]>({ type: 'string', enum: [...PART_ROLES] });
export const ObstacleRole = Type.Unsafe<(typeof OBSTACLE_ROLES)[number]>({ type: 'string', enum: [...OBSTACLE_ROLES] });
export type PartRole = Type.Static<typeof PartRole>;
export type ObstacleRole = Type.Static<typeof ObstacleRole>;

const closed = { additionalProperties: false };
const positive = Type.Number({ exclusiveMinimum: 0, maximum: 100000 });

/** A convex body in the frame of its owner, lengths in mm. */
export const Shape = Type.Union([
  Type.Object(
    {
      kind: Type.Literal('box'),
      centreMm: Vec3,
      sizeMm: Type.Tuple([positive, positive, positive]),
      turnDeg: Type.Optional(
        Type.Unsafe<readonly [number, number, number]>({ ...Vec3, description: 'roll, pitch, yaw about the centre' }),
      ),
    },
    closed,
  ),
  Type.Object({ kind: Type.Literal('cylinder'), fromMm: Vec3, toMm: Vec3, radiusMm: positive }, closed),
  Type.Object(
    {
      kind: Type.Literal('prism'),
      along: Type.Unsafe<'x' | 'y' | 'z'>({ type: 'string', enum: ['x', 'y', 'z'] }),
      outlineMm: Type.Array(Type.Tuple([Type.Number(), Type.Number()]), { minItems: 3, maxItems: 64 }),
      fromMm: Type.Number(),
      toMm: Type.Number(),
    },
    closed,
  ),
  Type.Object({ kind: Type.Literal('hull'), verticesMm: Type.Array(Vec3, { minItems: 4, maxItems: 128 }) }, closed),
]);
export type Shape = Type.Static<typeof Shape>;

const solid = {
  id: Id,
  name: Name,
  shape: Shape,
  plusMinusMm: Type.Number({ minimum: 0, maximum: 100, description: 'measuring tolerance of the shape' }),
};

/** A lug or tab that may be taken off: which way the face goes back, how far at most, and what that takes. */
const Trim = Type.Object(
  {
    away: Type.Unsafe<readonly [number, number, number]>({
      ...Vec3,
      description: 'the way the face recedes, in the frame of the owner',
    }),
    allowanceMm: Type.Number({ exclusiveMinimum: 0, maximum: 200 }),
    cost: Type.Number({ minimum: 0 }),
    hours: Type.Number({ minimum: 0 }),
    givesUp: Type.Optional(Type.String({ maxLength: 200 })),
  },
  closed,
);
type Trim = Type.Static<typeof Trim>;

/** One solid of an engine, dressing, gearbox or part. */
export const Solid = Type.Object(
  {
    ...solid,
    role: PartRole,
    temperature: Type.Optional(Type.Literal('hot')),
    mayTrim: Type.Optional(Trim),
  },
  closed,
);
export type Solid = Type.Static<typeof Solid>;

export const CHANGE_KINDS = ['notch', 'recess', 'bulge', 'relocate', 'replace'] as const;
export type ChangeKind = (typeof CHANGE_KINDS)[number];

/**
 * One thing that may be done to an obstacle. A notch cuts the face back and leaves the rest; recess, bulge and relocate
 * shift the body; replace puts another shape there. Money and hours: so much for the step, and so much for each mm.
 */
export const ObstacleChange = Type.Object(
  {
    do: Type.Unsafe<ChangeKind>({ type: 'string', enum: [...CHANGE_KINDS] }),
    allowanceMm: Type.Number({ minimum: 0, maximum: 5000 }),
    away: Type.Optional(
      Type.Unsafe<readonly [number, number, number]>({
        ...Vec3,
        description: 'direction of the face, vehicle axes; by the role if not stated',
      }),
    ),
    replacement: Type.Optional(Shape),
    cost: Type.Number({ minimum: 0 }),
    costPerMm: Type.Optional(Type.Number({ minimum: 0 })),
    hours: Type.Number({ minimum: 0 }),
    hoursPerMm: Type.Optional(Type.Number({ minimum: 0 })),
    massKg: Type.Optional(Type.Number({ minimum: -200, maximum: 200 })),
    givesUp: Type.Optional(Type.String({ maxLength: 200 })),
  },
  closed,
);
export type ObstacleChange = Type.Static<typeof ObstacleChange>;

/** One thing in the bay that the powertrain must stay clear of, in vehicle axes, and what may be done to it. */
export const Obstacle = Type.Object(
  {
    ...solid,
    role: ObstacleRole,
    may: Type.Array(ObstacleChange, { maxItems: 8, description: 'empty means never' }),
    engineersWord: Type.Optional(
      Type.String({ minLength: 1, maxLength: 300, description: 'who allows a change to something structural' }),
    ),
    shielded: Type.Optional(Type.Boolean()),
    comesOut: Type.Optional(Type.Boolean({ description: 'removed during installation' })),
    source: Type.Optional(Type.String({ maxLength: 300 })),
  },
  closed,
);
export type Obstacle = Type.Static<typeof Obstacle>;
