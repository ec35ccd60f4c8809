import { GUIDE_CURRENCY } from '../units/index.ts';
import { obstaclesWith } from './obstacleChange.ts';
import type { Route } from './route.ts';
import type { Obstacle, Solid } from './solid.ts';
import { boxAround, boxOfShape, type Triple } from './shapeBox.ts';
import type { Subject } from './subject.ts';

type Owners = 'chassis' | 'parts' | 'candidate' | 'engine' | 'dressing' | 'gearbox';
export type Shieldable = Obstacle | Route | Solid;

/** Aluminium sheet of 1 mm with its stand-offs, or a sleeve of the same weight, kg/m². */
const SHEET_KG_PER_M2 = 3.2;
/** What a sheet is larger than what it covers, on each side, mm. */
const OVERLAP_MM = 20;
/** A line is sleeved where it passes the heat, not from end to end, mm. */
const SLEEVE_MM = 600;
/** Of a piece, and by its area: usual shop figures, estimated. */
const PIECE = { cost: 20, hours: 0.5 } as const;
const PER_M2 = { cost: 180, hours: 4 } as const;

/** A heat shield over something of the bay, fitted. Money in the guide currency. */
export interface Shield {
  readonly areaM2: number;
  readonly massKg: number;
  readonly cost: number;
  readonly hours: number;
  readonly currency: typeof GUIDE_CURRENCY;
  /** Where it sits, mm, in the axes of what it covers. */
  readonly atMm: Triple;
}

function lengthOf(points: readonly Triple[]): number {
  let sum = 0;
  for (let i = 1; i < points.length; i++) sum += Math.hypot(...points[i]!.map((x, axis) => x - points[i - 1]![axis]!));
  return sum;
}

const sleeveM2 = (diameterMm: number, lengthMm: number) => (Math.PI * diameterMm * Math.min(SLEEVE_MM, lengthMm)) / 1e6;

/** What it takes to shield something: a sleeve over a line, else a sheet as large as the largest side of what it covers. */
export function shieldOn(body: Shieldable): Shield {
  let areaM2: number;
  let atMm: Triple;
  if ('pointsMm' in body) {
    const points = body.pointsMm as readonly Triple[];
    areaM2 = sleeveM2(body.diameterMm, lengthOf(points));
    atMm = boxAround(points).middleMm;
  } else {
    const { shape } = body;
    const { sizeMm, middleMm } = boxOfShape(shape);
    const [long, wide] = sizeMm.map((s) => s + 2 * OVERLAP_MM).sort((a, b) => b - a);
    areaM2 =
      shape.kind === 'cylinder'
        ? sleeveM2(2 * shape.radiusMm, lengthOf([shape.fromMm, shape.toMm]))
        : (long! * wide!) / 1e6;
    atMm = middleMm;
  }
  return {
    areaM2,
    massKg: SHEET_KG_PER_M2 * areaM2,
    cost: PIECE.cost + PER_M2.cost * areaM2,
    hours: PIECE.hours + PER_M2.hours * areaM2,
    currency: GUIDE_CURRENCY,
    atMm,
  };
}

/** What a shield of the candidate covers: something of the bay, a route, or a hot piece of the powertrain. */
export function shieldedBy(subject: Pick<Subject, Owners>, on: string): Shieldable | undefined {
  const { chassis, parts, candidate, engine, dressing, gearbox } = subject;
  return (
    obstaclesWith(chassis ?? { obstacles: [] }, parts).find((o) => o.id === on) ??
    candidate.routes?.find((r) => r.id === on) ??
    [engine, ...dressing, gearbox, ...parts].flatMap((owner) => owner.solids).find((solid) => solid.id === on)
  );
}
