import { highestRpm, lowestRpm, torqueAt, type Torque } from '../curve/index.ts';
import { requirePositive } from '../../units/index.ts';
import { resistanceN, tractiveForceN, type Road } from './resistance.ts';
import { rpmAtSpeed, speedKph } from './speeds.ts';

/** Root of a falling function between two speeds by bisection. */
function bisect(low: number, high: number, surplus: (v: number) => number): number {
  for (let i = 0; i < 80; i++) {
    const mid = (low + high) / 2;
    if (surplus(mid) > 0) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

/** Top speed of a power at the wheels, any gearing: the root of resistance(v)·v = P. km/h. */
export function topSpeedOfPower(powerAtWheelsKw: number, road: Road): number {
  requirePositive('/powerAtWheelsKw', powerAtWheelsKw, 'kW');
  const surplus = (v: number) => powerAtWheelsKw * 1000 - resistanceN(road, v) * v;
  let high = 10;
  while (surplus(high) > 0 && high < 1000) high *= 2;
  return bisect(0, high, surplus) * 3.6;
}

export interface Driveline {
  readonly curve: Torque;
  readonly redlineRpm: number;
  readonly gearRatios: readonly number[];
  readonly finalDrive: number;
  readonly rollingRadiusMm: number;
  /** One efficiency for all gears, or one for each. */
  readonly efficiency: number | readonly number[];
}

const efficiencyIn = (d: Driveline, gear: number): number =>
  typeof d.efficiency === 'number' ? d.efficiency : d.efficiency[gear]!;

/** Thrust at the wheels in a gear (0 is first) at a road speed, N; undefined where the engine can't turn so. */
function thrustAt(d: Driveline, gear: number, kph: number): number | undefined {
  const rpm = rpmAtSpeed(kph, d.rollingRadiusMm, d.gearRatios[gear]!, d.finalDrive);
  if (rpm > d.redlineRpm) return undefined;
  const torque = torqueAt(d.curve, rpm);
  return torque === undefined
    ? undefined
    : tractiveForceN(torque, d.gearRatios[gear]!, d.finalDrive, efficiencyIn(d, gear), d.rollingRadiusMm);
}

export interface TopSpeed {
  readonly topSpeedKph: number;
  /** First is 1. */
  readonly topSpeedGear: number;
  readonly limitedBy: 'drag' | 'redline';
}

/** The best speed over all gears at which thrust still meets resistance; undefined when no gear can hold any speed. */
export function topSpeed(d: Driveline, road: Road): TopSpeed | undefined {
  let best: TopSpeed | undefined;
  const end = Math.min(d.redlineRpm, highestRpm(d.curve));
  d.gearRatios.forEach((ratio, gear) => {
    const low = speedKph(lowestRpm(d.curve), d.rollingRadiusMm, ratio, d.finalDrive);
    const high = speedKph(end, d.rollingRadiusMm, ratio, d.finalDrive) * (1 - 1e-12);
    const surplus = (kph: number) => (thrustAt(d, gear, kph) ?? 0) - resistanceN(road, kph / 3.6);
    let found: TopSpeed | undefined;
    if (surplus(high) >= 0) found = { topSpeedKph: high, topSpeedGear: gear + 1, limitedBy: 'redline' };
    else {
      // From the top downwards: the first speed that still has thrust to spare brackets the root.
      const steps = 200;
      for (let i = steps - 1; i >= 0; i--) {
        const at = low + ((high - low) * i) / steps;
        if (surplus(at) >= 0) {
          found = {
            topSpeedKph: bisect(at, low + ((high - low) * (i + 1)) / steps, surplus),
            topSpeedGear: gear + 1,
            limitedBy: 'drag',
          };
          break;
        }
      }
    }
    if (found && (!best || found.topSpeedKph > best.topSpeedKph)) best = found;
  });
  return best;
}
