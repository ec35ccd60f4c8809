import { Type } from 'typebox';
import { BoughtBrakes } from './brakes.ts';
import { BoughtCooling } from './cooling.ts';
import { ChassisMount, HalfShaft, PropshaftTube, RadiatorCore } from './chassis.ts';
import { AnyFigure, Id, Name, Note, PositiveFigure, ThreePoint, Vec3 } from './figure.ts';
import { Injectors } from './engine.ts';
import { Clutch } from './gearbox.ts';
import { KitMount, MountElement } from './mount.ts';
import { Port, PortSpec } from './port.ts';
import { Obstacle, Solid } from './solid.ts';
import { Plugs } from './wiring.ts';

const closed = { additionalProperties: false };

/** What a part must stand beside, or can't: a named engine, gearbox, family, other part, a whole class of part, or a boss on the block. */
export const Condition = Type.Object(
  {
    what: Type.Unsafe<'engine' | 'family' | 'gearbox' | 'part' | 'class' | 'dressing' | 'boss'>({
      type: 'string',
      enum: ['engine', 'family', 'gearbox', 'part', 'class', 'dressing', 'boss'],
    }),
    is: Name,
    because: Type.Optional(Type.String({ maxLength: 200 })),
  },
  closed,
);
export type Condition = Type.Static<typeof Condition>;

export const PART_CLASSES = [
  'adapter plate',
  'flywheel',
  'clutch kit',
  'mount kit',
  'mount',
  'crossmember',
  'sump',
  'manifold',
  'silencer',
  'trigger kit',
  'computer',
  'harness adapter',
  'signal box',
  'sensor',
  'gauge',
  'propshaft',
  'half shafts',
  'radiator',
  'fan',
  'oil cooler',
  'charge cooler',
  'hose',
  'pump',
  'injectors',
  'brakes',
  'anti-roll bar',
  'control arms',
  'steering',
  'wheels',
  'shifter kit',
  'refresh kit',
  'rebuild kit',
  'swap kit',
  'alternator',
] as const;

/** Links of what gives up first that a part can raise, beside clutch, cooling and brakes, which have figures of their own. */
export const RAISED_LINKS = ['bottom end', 'fuel', 'air', 'gearbox', 'axle', 'half shafts'] as const;

export const Part = Type.Object(
  {
    id: Id,
    name: Name,
    class: Type.Unsafe<(typeof PART_CLASSES)[number]>({ type: 'string', enum: [...PART_CLASSES] }),
    provides: Type.Array(Port, { description: 'ports that replace those of engine, gearbox or car' }),
    closes: Type.Array(
      Type.Object(
        {
          joint: Id,
          place: Type.Optional(Id),
          toA: Type.Optional(PortSpec),
          toB: Type.Optional(PortSpec),
        },
        closed,
      ),
      { description: 'joints that it bridges: the interface to side A and the interface to side B' },
    ),
    requires: Type.Array(Condition),
    excludes: Type.Array(Condition),
    shifts: Type.Optional(Type.Object({ gearboxXMm: Type.Number() }, closed)),
    clutch: Type.Optional(Clutch),
    sends: Type.Optional(
      Type.Array(Type.String({ maxLength: 60 }), { description: 'messages that it makes up or passes on' }),
    ),
    propshaft: Type.Optional(PropshaftTube),
    halfShaft: Type.Optional(HalfShaft),
    radiator: Type.Optional(RadiatorCore),
    cooling: Type.Optional(BoughtCooling),
    brakesForKw: Type.Optional(PositiveFigure),
    brakes: Type.Optional(BoughtBrakes),
    injectors: Type.Optional(Injectors),
    antiRoll: Type.Optional(
      Type.Object(
        {
          end: Type.Unsafe<'front' | 'rear'>({ type: 'string', enum: ['front', 'rear'] }),
          rateNmPerDeg: PositiveFigure,
        },
        { ...closed, description: 'a bar in place of the car’s own' },
      ),
    ),
    raises: Type.Optional(
      Type.Object(
        {
          link: Type.Unsafe<(typeof RAISED_LINKS)[number]>({ type: 'string', enum: [...RAISED_LINKS] }),
          toKw: PositiveFigure,
        },
        { ...closed, description: 'what it makes good for more power, and for how much' },
      ),
    ),
    rebuilds: Type.Optional(
      Type.Object(
        { of: Id, holds: Type.Array(Name, { maxItems: 40 }) },
        { ...closed, description: 'the engine or gearbox that it makes as good as new, and what is in the kit' },
      ),
    ),
    inKit: Type.Optional(
      Type.Array(Id, {
        uniqueItems: true,
        maxItems: 40,
        description: 'other parts included in this kit, at one price',
      }),
    ),
    plugs: Type.Optional(Plugs),
    alternatorAmps: Type.Optional(
      Type.Number({ exclusiveMinimum: 0, maximum: 500, description: 'of an alternator that is bought' }),
    ),
    mount: Type.Optional(MountElement),
    mounts: Type.Optional(
      Type.Array(KitMount, { maxItems: 12, description: 'mounts that the kit brings, with their brackets' }),
    ),
    noiseDeltaDb: Type.Optional(AnyFigure),
    solids: Type.Array(Solid),
    carries: Type.Optional(
      Type.Object(
        {
          pads: Type.Array(ChassisMount, { maxItems: 12 }),
          obstacles: Type.Array(Obstacle, { maxItems: 24 }),
          inPlaceOf: Type.Array(Id, { maxItems: 40, description: 'obstacles and chassis mounts removed with it' }),
          bushNPerMm: Type.Optional({
            ...PositiveFigure,
            description: 'stiffness of its bushes under each mount; rigid if not stated',
          } as typeof PositiveFigure),
          pickUps: Type.Optional(
            Type.Array(Name, {
              maxItems: 24,
              description: 'points of suspension and steering that hang from it; an empty list where none does',
            }),
          ),
          alsoFits: Type.Array(Id, { maxItems: 40, description: 'engines that it can take at a later stage' }),
        },
        { ...closed, description: 'a bolt-in carrier or subframe, vehicle axes' },
      ),
    ),
    massKg: Type.Optional(AnyFigure),
    atMm: Type.Optional(
      Type.Unsafe<readonly [number, number, number]>({ ...Vec3, description: 'centre of mass, vehicle axes' }),
    ),
    price: Type.Optional(ThreePoint),
    hours: Type.Optional(ThreePoint),
    leadDays: Type.Optional(Type.Integer({ minimum: 0, maximum: 1000 })),
    discontinued: Type.Optional(Type.Boolean()),
    made: Type.Unsafe<'by a maker' | 'one-off'>({ type: 'string', enum: ['by a maker', 'one-off'] }),
    note: Type.Optional(Note),
    retired: Type.Optional(Type.Boolean()),
  },
  closed,
);
export type Part = Type.Static<typeof Part>;

/** What a remedy that fits a part says of its price and hours; one that nobody has entered is told, not shown as nought. */
export function costOfPart(part: Part, title: string): { title: string; cost: number; hours: number } {
  const missing = [...(part.price ? [] : ['price']), ...(part.hours ? [] : ['hours'])];
  return {
    title: missing.length > 0 ? `${title} (${missing.join(' and ')} missing)` : title,
    cost: part.price?.likely ?? 0,
    hours: part.hours?.likely ?? 0,
  };
}
