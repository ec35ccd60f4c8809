import {
  makeCheck,
  findingOf,
  unanswered,
  staysPut,
  type Chassis,
  type CheckResult,
  type Subject,
} from '../../model/index.ts';
import { capital, say } from '../../units/index.ts';
import type { V3 } from '../../geometry/index.ts';
import type { Movement } from '../mounts/index.ts';
import type { PlacedSolid } from './clearances.ts';

export const GROUND_ROW = {
  id: 'fit-ground',
  step: 'fit',
  group: 'Fit',
  title: 'Clear of the ground at full bump',
  quantity: 'lengthMm',
  limitKind: 'at least',
  limit: 0,
  span: 120,
} as const;

/** Height taped to the ground, and what a tyre gives at the stop, mm. */
const GROUND_DOUBT_MM = 10;
/** What an engine hangs on gives too when the suspension is on its stop. */
const DOWN: V3 = [0, 0, -1];

/** The lowest corner of what is drawn: where it is, mm. */
function lowestOf(solids: readonly PlacedSolid[]): { readonly solid: PlacedSolid; readonly at: V3 } | undefined {
  let found: { solid: PlacedSolid; at: V3 } | undefined;
  for (const solid of solids) {
    const { vertices: v } = solid.convex;
    for (let i = 0; i < v.length; i += 3)
      if (!found || v[i + 2]! < found.at[2]) found = { solid, at: [v[i]!, v[i + 1]!, v[i + 2]!] };
  }
  return found;
}

/** How far the body comes down at a place along the car with both axles on their stops, mm. */
function travelAt(chassis: Chassis, xMm: number): number | undefined {
  const front = chassis.springs?.front.bumpMm?.value;
  const rear = chassis.springs?.rear.bumpMm?.value;
  const wheelbase = chassis.wheelbaseMm?.value;
  if (front === undefined || rear === undefined || wheelbase === undefined) return undefined;
  const back = Math.min(1, Math.max(0, -xMm / wheelbase));
  return front + (rear - front) * back;
}

/** What is left under the lowest part of the powertrain with the suspension on its stops and the engine down on its mounts. */
export function groundAtBump(
  subject: Subject & { readonly chassis: Chassis },
  solids: readonly PlacedSolid[],
  movement: Movement,
): CheckResult {
  if (staysPut(subject)) return { checks: [], findings: [] };
  const { chassis, engine, gearbox } = subject;
  const lowest = lowestOf(solids);
  const travel = lowest && travelAt(chassis, lowest.at[0]);
  // What nobody has drawn may hang lower still; what is drawn and strikes, strikes.
  const undrawn = [
    ...(engine.solids.length > 0 ? [] : [`/engines/${engine.id}/solids`]),
    ...(gearbox.solids.length > 0 ? [] : [`/gearboxes/${gearbox.id}/solids`]),
  ];
  const strikes = lowest && travel !== undefined && lowest.at[2] < travel;
  if (!lowest || travel === undefined || (undrawn.length > 0 && !strikes)) {
    const missing = [
      ...undrawn,
      ...(chassis.springs?.front.bumpMm ? [] : ['/chassis/springs/front/bumpMm']),
      ...(chassis.springs?.rear.bumpMm ? [] : ['/chassis/springs/rear/bumpMm']),
      ...(chassis.wheelbaseMm ? [] : ['/chassis/wheelbaseMm']),
    ];
    const open = unanswered(
      { ...GROUND_ROW, because: 'Needs the shapes of engine and gearbox, and how far each axle rises to its stop.' },
      'Whether it clears the ground at full bump is not known',
      missing,
      [engine.id],
    );
    return { checks: [open.check], findings: [open.finding] };
  }
  const down = movement.at(lowest.at, DOWN);
  const left = lowest.at[2] - travel - down;
  const name = lowest.solid.solid.name;
  const check = makeCheck({
    ...GROUND_ROW,
    figure: { value: left, plusMinus: GROUND_DOUBT_MM, evidence: 'measured', from: [] },
    because: `The ${name} is ${say(lowest.at[2], 'lengthMm')} above the ground; the body moves down ${say(travel, 'lengthMm')} there, and the engine ${say(down, 'lengthMm')} on ${movement.on}. Tyre deflection is additional.`,
  });
  const title =
    check.state === 'blocked'
      ? `The ${name} strikes the ground at full bump, by ${say(-left, 'lengthMm')}`
      : check.state === 'tight'
        ? `${capital(name)}: ground clearance at full bump met, but margin less than uncertainty`
        : `${capital(name)}: ${say(left, 'lengthMm')} ground clearance at full bump`;
  return { checks: [check], findings: [findingOf(check, title, { about: [lowest.solid.solid.id] })] };
}
