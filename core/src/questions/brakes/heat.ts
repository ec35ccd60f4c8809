import type { State, WheelBrake } from '../../model/index.ts';
import { GRAVITY, InputError, requirePositive } from '../../units/index.ts';

/** Cast iron: kg/m³ and J/(kg·K). */
export const IRON_KG_PER_M3 = 7200;
export const IRON_J_PER_KG_K = 480;
/** Share of the metal of a disc that its channels leave. */
const VENTED = 0.7;

/** How fast a brake cools when nothing presses it: the time in which it loses all but 1/e of its heat, s. */
export const COOLING_S = { front: 180, rear: 250 } as const;

type Sizes =
  | (Omit<Extract<WheelBrake, { kind: 'disc' }>, 'massKg'> & { readonly massKg?: number | null | undefined })
  | (Omit<Extract<WheelBrake, { kind: 'drum' }>, 'massKg'> & { readonly massKg?: number | null | undefined });

/**
 * What takes the heat at one wheel, kg: the weighed mass, else ρ·π/4·(D² − d²)·t·k of the disc’s ring, k = 0.70 where it is vented, or
 * π·D·w·t·ρ of the drum’s. Lengths in mm.
 *
 * @throws InputError where a length is not above nought or the disc’s hole is as large as the disc.
 */
export function brakeMassKg(b: Sizes, densityKgPerM3 = IRON_KG_PER_M3, at = ''): number {
  if (b.massKg != null) {
    requirePositive(`${at}/massKg`, b.massKg, 'kg');
    return b.massKg;
  }
  requirePositive(`${at}/thicknessMm`, b.thicknessMm, 'mm');
  if (b.kind === 'drum') {
    requirePositive(`${at}/diameterMm`, b.diameterMm, 'mm');
    requirePositive(`${at}/widthMm`, b.widthMm, 'mm');
    return Math.PI * b.diameterMm * b.widthMm * b.thicknessMm * densityKgPerM3 * 1e-9;
  }
  if (!(b.innerDiameterMm >= 0 && b.innerDiameterMm < b.outerDiameterMm))
    throw new InputError(`${at}/innerDiameterMm`, 'The inner diameter of a disc lies below its outer one.');
  const ring = (Math.PI / 4) * (b.outerDiameterMm ** 2 - b.innerDiameterMm ** 2);
  return ring * b.thicknessMm * (b.vented ? VENTED : 1) * densityKgPerM3 * 1e-9;
}

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
