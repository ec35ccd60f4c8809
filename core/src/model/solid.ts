import Type from 'typebox';
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

/** One solid of an engine, dressing, gearbox or part. */
export const Solid = Type.Object(
  {
    ...solid,
    role: PartRole,
    temperature: Type.Optional(Type.Literal('hot')),
    mayTrim: Type.Optional(Type.Boolean()),
  },
  closed,
);
export type Solid = Type.Static<typeof Solid>;

/** One thing in the bay that the powertrain must stay clear of, in vehicle axes, and what may be done to it. */
export const Obstacle = Type.Object(
  {
    ...solid,
    role: ObstacleRole,
    may: Type.Array(
      Type.Unsafe<'notch' | 'recess' | 'bulge' | 'relocate' | 'replace'>({
        type: 'string',
        enum: ['notch', 'recess', 'bulge', 'relocate', 'replace'],
      }),
      { description: 'empty means never' },
    ),
    allowanceMm: Type.Optional(Type.Number({ minimum: 0 })),
    shielded: Type.Optional(Type.Boolean()),
    cost: Type.Optional(Type.Number({ minimum: 0 })),
    hours: Type.Optional(Type.Number({ minimum: 0 })),
  },
  closed,
);
export type Obstacle = Type.Static<typeof Obstacle>;
