import { applyPose, boxOf, poseOf, signedDistance, type V3 } from '../../geometry/index.ts';
import type { Circuit, MovedSensor, Splice, Subject } from '../../model/index.ts';
import { attempt, type Figure } from '../../units/index.ts';
import { heatClearance, placedSolids, tubeOnce } from '../fit/index.ts';
import { apartUnplaced, gearboxPose } from '../mass/index.ts';
import { pinKey, type PinRow, type PlacedPlug } from './pins.ts';

/** A point as a body, half its edge, mm: nothing that matters beside a gap of heat. */
const POINT_MM = 0.5;
const UPRIGHT = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
] as const;

/** Where a plug lies, vehicle axes, mm; undefined where nobody has said, or where it is not placed yet. */
export function plugAt(subject: Subject, { owner, plug }: PlacedPlug): V3 | undefined {
  const { candidate } = subject;
  if (plug.onComputer) return candidate.wiring?.computerAtMm;
  if (!plug.atMm || owner === 'car') return plug.atMm;
  if (candidate.unplaced || (owner === 'gearbox' && apartUnplaced(subject))) return undefined;
  const engine = poseOf(candidate.placement);
  return applyPose(owner === 'engine' ? engine : gearboxPose(engine, subject), plug.atMm);
}

/** How a wire runs between two plugs of the schedule. */
export interface WireRun {
  /** Along the axes of the car, as looms are led, mm. */
  readonly runMm: number;
  /** What has to be added to the wire that both plugs bring, mm; undefined where nobody has said how much that is. */
  readonly toAddMm: number | undefined;
}

/** The run of a wire; undefined where a plug has no place. */
export function wireRun(
  subject: Subject,
  splice: Pick<Splice, 'a' | 'b'>,
  byKey: ReadonlyMap<string, PinRow>,
): WireRun | undefined {
  const [a, b] = [splice.a, splice.b].map((ref) => byKey.get(pinKey(ref))?.plug);
  const from = a && plugAt(subject, a);
  const to = b && plugAt(subject, b);
  if (!from || !to) return undefined;
  const runMm = Math.abs(from[0] - to[0]) + Math.abs(from[1] - to[1]) + Math.abs(from[2] - to[2]);
  const [x, y] = [a.plug.tailMm, b.plug.tailMm];
  return { runMm, toAddMm: x === undefined || y === undefined ? undefined : Math.max(0, runMm - x - y) };
}

/** Length of a circuit’s path out and back, m: as entered, else of the loom along which it is led, there and back by a wire. */
export function pathOf({ candidate }: Subject, circuit: Circuit): Figure | undefined {
  if (circuit.lengthM) return circuit.lengthM;
  const route = candidate.routes?.find((r) => r.id === circuit.routeId);
  if (!route || circuit.backBy === undefined) return undefined;
  const tube = attempt(() => tubeOnce(route));
  if (!tube.ok) return undefined;
  const ways = circuit.backBy === 'wire' ? 2 : 1;
  return {
    value: (ways * tube.value.lengthMm) / 1000,
    // Each end of each leg lies within its own ±.
    plusMinus: (ways * route.plusMinusMm * route.pointsMm.length) / 1000,
    evidence: 'estimated',
  };
}

/** How near something of the loom lies to what is hot. */
export interface HeatGap {
  readonly name: string;
  readonly gapMm: number;
  readonly needMm: number;
}

/** The nearest hot body to a point in vehicle axes; undefined where nothing hot is known. */
export function heatGap(subject: Subject, at: V3): HeatGap | undefined {
  const point = boxOf(at, [POINT_MM, POINT_MM, POINT_MM], UPRIGHT);
  const needMm = heatClearance({ role: 'loom' })?.mm ?? 0;
  const hot = [
    ...placedSolids(subject, subject.candidate.placement)
      .filter((s) => s.solid.temperature === 'hot')
      .map((s) => ({ name: s.solid.name, convex: s.convex, extraMm: s.solid.plusMinusMm })),
    ...(subject.candidate.routes ?? [])
      .filter((r) => r.kind === 'exhaust')
      .flatMap((r) => {
        const tube = attempt(() => tubeOnce(r));
        return tube.ok ? tube.value.pieces.map((convex) => ({ name: r.name, convex, extraMm: r.plusMinusMm })) : [];
      }),
  ].map(({ name, convex, extraMm }) => ({
    name,
    gapMm: signedDistance(point, convex).signedDistanceMm + POINT_MM,
    needMm: needMm + extraMm,
  }));
  return hot.sort((a, b) => a.gapMm - a.needMm - (b.gapMm - b.needMm))[0];
}

/** Where a moved sensor sits in vehicle axes. */
export const sensorAt = ({ candidate }: Subject, { atMm }: MovedSensor): V3 | undefined =>
  atMm && applyPose(poseOf(candidate.placement), atMm);
