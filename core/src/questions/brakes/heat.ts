import type { State } from '../../model/index.ts';
import { GRAVITY } from '../../units/index.ts';

/** Cast iron, J/(kg·K). */
export const IRON_J_PER_KG_K = 480;

/** How fast a brake cools when nothing presses it: the time in which it loses all but 1/e of its heat, s. */
export const COOLING_S = { front: 180, rear: 250 } as const;

/** What one stop or slowing turns into heat, J: ½·m·(v₁² − v₂²)·(1 + k), speeds in km/h, k for what turns. */
export const stopEnergyJ = (massKg: number, fromKph: number, toKph: number, rotatingShare = 0.04): number =>
  0.5 * massKg * ((fromKph / 3.6) ** 2 - (toKph / 3.6) ** 2) * (1 + rotatingShare);

/** Front share of braking at which both axles use the same grip, at a deceleration in g; `toRearMm` from the centre of mass to the rear axle. */
export const idealFrontShare = (toRearMm: number, comHeightMm: number, wheelbaseMm: number, g: number): number =>
  (toRearMm + comHeightMm * g) / wheelbaseMm;

/** Temperature of one disc or drum after each of repeated stops, °C; each is an instant, and it cools from stop to stop. */
export function stopsC(p: {
  readonly riseK: number;
  readonly stops: number;
  readonly intervalS: number;
  readonly timeConstantS: number;
  readonly airC: number;
}): number[] {
  const kept = Math.exp(-p.intervalS / p.timeConstantS);
  const after: number[] = [];
  let c = p.airC;
  for (let n = 0; n < p.stops; n++) {
    c = (n === 0 ? p.airC : p.airC + (c - p.airC) * kept) + p.riseK;
    after.push(c);
  }
  return after;
}

/** What the brakes have to take on a steady descent, W: weight down the slope less rolling, air and the engine; never below nought. */
export function descentPowerW(p: {
  readonly massKg: number;
  readonly speedKph: number;
  readonly gradePct: number;
  readonly rollingCoefficient: number;
  readonly dragAreaM2: number;
  readonly airDensityKgPerM3: number;
  readonly engineBrakingKw: number;
}): number {
  const v = p.speedKph / 3.6;
  const slope = Math.atan(p.gradePct / 100);
  const down = p.massKg * GRAVITY * v * (Math.sin(slope) - p.rollingCoefficient * Math.cos(slope));
  return Math.max(0, down - 0.5 * p.airDensityKgPerM3 * p.dragAreaM2 * v ** 3 - 1000 * p.engineBrakingKw);
}

/** Temperature of one disc or drum at the end of a steady descent, °C. */
export function afterDescentC(p: {
  readonly wheelPowerW: number;
  readonly massKg: number;
  readonly heatJPerKgK: number;
  readonly timeConstantS: number;
  readonly lengthM: number;
  readonly speedKph: number;
  readonly airC: number;
}): number {
  const seconds = p.lengthM / (p.speedKph / 3.6);
  const steady = (p.wheelPowerW * p.timeConstantS) / (p.massKg * p.heatJPerKgK);
  return p.airC + steady * (1 - Math.exp(-seconds / p.timeConstantS));
}

/** Blocked above the limit, tight where it stays below by less than its doubt. */
export const heatState = (c: number, limitC: number, plusMinusK: number): State =>
  c > limitC ? 'blocked' : limitC - c < plusMinusK ? 'tight' : 'clear';
