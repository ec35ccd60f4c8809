import type { Chassis } from '../../model/index.ts';

/** Something about the car that nobody has entered yet. */
export interface CarGap {
  /** Where it is entered. */
  readonly pointer: string;
  readonly label: string;
  /** What can be said once it is there. */
  readonly buys: string;
}

const GAPS: readonly (CarGap & { readonly known: (c: Chassis) => boolean })[] = [
  {
    pointer: '/chassis/originalEngineId',
    label: 'engine in it',
    buys: 'the original car as a comparison',
    known: (c) => c.originalEngineId !== undefined,
  },
  {
    pointer: '/chassis/originalGearboxId',
    label: 'gearbox in it',
    buys: 'the original car as a comparison',
    known: (c) => c.originalGearboxId !== undefined,
  },
  {
    pointer: '/chassis/axleRatios',
    label: 'final drive',
    buys: 'road speed in each gear',
    known: (c) => c.axleRatios.some((r) => r.fitted),
  },
  {
    pointer: '/chassis/tyres',
    label: 'tyres on it',
    buys: 'road speed in each gear',
    known: (c) => c.tyres.some((t) => t.fitted),
  },
  {
    pointer: '/chassis/weighing/frontKg',
    label: 'front axle load',
    buys: 'mass, acceleration, hill starts',
    known: (c) => c.weighing.frontKg !== undefined,
  },
  {
    pointer: '/chassis/weighing/rearKg',
    label: 'rear axle load',
    buys: 'mass, acceleration, hill starts',
    known: (c) => c.weighing.rearKg !== undefined,
  },
  {
    pointer: '/chassis/wheelbaseMm',
    label: 'wheelbase',
    buys: 'axle loads after the swap',
    known: (c) => c.wheelbaseMm !== undefined,
  },
  {
    pointer: '/chassis/lumps',
    label: 'removed masses',
    buys: 'mass change',
    known: (c) => c.lumps.some((l) => l.leavesWith !== 'stays'),
  },
  {
    pointer: '/chassis/dragAreaM2',
    label: 'drag area',
    buys: 'top speed, acceleration, fuel on the road',
    known: (c) => c.dragAreaM2 !== undefined,
  },
  {
    pointer: '/chassis/rollingCoefficient',
    label: 'rolling resistance',
    buys: 'acceleration, hill starts',
    known: (c) => c.rollingCoefficient !== undefined,
  },
  {
    pointer: '/chassis/weighing/comZMm',
    label: 'height of the centre of mass',
    buys: 'grip when starting',
    known: (c) => c.weighing.comZMm !== undefined,
  },
  { pointer: '/chassis/springs', label: 'springs', buys: 'ride height', known: (c) => c.springs !== undefined },
  {
    pointer: '/chassis/brakes',
    label: 'brakes of both axles',
    buys: 'their heat capacity',
    known: (c) => c.brakes?.front !== undefined && c.brakes.rear !== undefined,
  },
  {
    pointer: '/chassis/brakeFrontPct',
    label: 'brake bias',
    buys: 'which axle locks first',
    known: (c) => c.brakeFrontPct !== undefined,
  },
  {
    pointer: '/chassis/radiator',
    label: 'radiator core',
    buys: 'cooling',
    known: (c) => c.radiator !== undefined,
  },
  {
    pointer: '/chassis/cooling',
    label: 'radiator air path and fans',
    buys: 'cooling, also in traffic',
    known: (c) => (c.cooling?.seal ?? c.cooling?.airSharePct) !== undefined && c.cooling?.fanM3PerH !== undefined,
  },
  {
    pointer: '/chassis/axleRating',
    label: 'axle and half-shaft ratings',
    buys: 'axle strength',
    known: (c) => c.axleRating?.pinionTorqueNm !== undefined && c.axleRating.shaftTorqueNm !== undefined,
  },
];

/** How many things about the car are asked for. */
export const CAR_THINGS = GAPS.length;

/** What nobody has entered about the car, in the order in which it is worth most, each with what it buys. */
export const carGaps = (chassis: Chassis): readonly CarGap[] =>
  GAPS.filter((g) => !g.known(chassis)).map(({ pointer, label, buys }) => ({ pointer, label, buys }));
