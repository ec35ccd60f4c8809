import type { Chassis } from './chassis.ts';
import type { Gearbox } from './gearbox.ts';

type Car = Pick<Chassis, 'drive' | 'engineLies' | 'engineSits' | 'gearboxSits' | 'torqueTube' | 'drivenBy' | 'pinion'>;
type Box = Pick<Gearbox, 'finalDriveInside' | 'halfShaftsMm'>;

/** What lies between the engine and the wheels of a car, with a gearbox in it. */
export interface CarLayout {
  readonly engineSits: 'front' | 'middle' | 'rear';
  readonly lies: Chassis['engineLies'];
  /** The gearbox sits at the driven axle, away from the engine: the shaft to it turns with the crank. */
  readonly boxApart: boolean;
  /** What turns before a gearbox that sits apart; not told where nobody has said. */
  readonly shaftToBox: 'torque tube' | 'propshaft' | undefined;
  readonly chain: boolean;
  /** Whether the car asks for the final drive inside the gearbox; undefined where it takes either. */
  readonly asksFinalDriveInside: boolean | undefined;
  /** Shafts run from gearbox to hubs. */
  readonly halfShafts: boolean;
  /** Axles that a propshaft behind the gearbox goes to. */
  readonly propshaftsTo: readonly ('front' | 'rear')[];
  /** The gearbox lies behind a front engine, in the mouth of the tunnel. */
  readonly inTunnel: boolean;
  /** The gear lever can stand on the gearbox and come up through the floor. */
  readonly leverOverGearbox: boolean;
}

/** The gearbox sits at the driven axle, away from the engine; the shaft between turns with the crank. */
export const hasTransaxle = (car: Pick<Chassis, 'gearboxSits'>): boolean => car.gearboxSits === 'at the driven axle';

/** A gearbox that says so by a ratio or by where its half shafts leave it. */
export const finalDriveInside = (box: Box): boolean =>
  box.finalDriveInside !== undefined || box.halfShaftsMm !== undefined;

/**
 * Whether the half shafts come out of the gearbox by how the car is laid out. A car that is driven behind with its engine there too
 * may have an axle of its own; then its pinion is in the survey.
 */
function asksInside(car: Car): boolean | undefined {
  if (car.drivenBy === 'chain') return false;
  if (hasTransaxle(car) || car.drive === 'front') return true;
  const behind = (car.engineSits ?? 'front') !== 'front';
  if (car.drive === 'all') return car.engineLies === 'transverse' || behind ? true : undefined;
  return behind ? car.pinion === undefined : false;
}

/** How a car is laid out with a gearbox in it; only what it has is asked about. */
export function layoutOf(car: Car, box: Box): CarLayout {
  const engineSits = car.engineSits ?? 'front';
  const boxApart = hasTransaxle(car);
  const chain = car.drivenBy === 'chain';
  const asks = asksInside(car);
  const halfShafts = asks ?? finalDriveInside(box);
  const inTunnel = engineSits === 'front' && car.engineLies === 'longitudinal' && !boxApart && !chain;
  const other = boxApart || engineSits !== 'front' ? 'front' : 'rear';
  return {
    engineSits,
    lies: car.engineLies,
    boxApart,
    shaftToBox: !boxApart || car.torqueTube === undefined ? undefined : car.torqueTube ? 'torque tube' : 'propshaft',
    chain,
    asksFinalDriveInside: asks,
    halfShafts,
    propshaftsTo: chain
      ? []
      : car.drive === 'all'
        ? halfShafts
          ? [other]
          : ['front', 'rear']
        : halfShafts
          ? []
          : ['rear'],
    inTunnel,
    // What drives the front wheels ends before the lever: it is shifted by a rod.
    leverOverGearbox: inTunnel && car.drive !== 'front',
  };
}
