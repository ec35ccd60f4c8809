import { highestRpm, lowestRpm, torqueAt, type Torque } from '../curve/index.ts';
import { rearShares } from '../gearing/index.ts';
import { GRAVITY, InputError, requirePositive } from '../../units/index.ts';

/** Boost as a first-order lag above its threshold; below it the curve is what the engine breathes by itself. */
interface BoostLag {
  readonly thresholdRpm: number;
  readonly timeConstantS: number;
  /** Torque off boost as a share of the curve, above the threshold. */
  readonly offBoostShare: number;
  /** Whether the throttle stays open at a shift, so that boost is kept. */
  readonly keptAtShifts: boolean;
}

/** A torque converter: see `converter.ts` of gearing for its laws. */
interface ConverterData {
  readonly kRpmPerSqrtNm: number;
  readonly stallTorqueRatio: number;
  readonly couplingSpeedRatio: number;
  /** A lock-up clutch closes it above first, once little slip is left. */
  readonly locksUp?: boolean | undefined;
}

interface RunTrailer {
  readonly massKg: number;
  readonly noseLoadKg: number;
  readonly hitchHeightMm: number;
  readonly hitchOverhangMm: number;
  readonly dragAreaM2: number;
}

/** Everything that a run takes. Lengths mm, masses kg, torque N·m at the crank, one efficiency for each gear (gearbox × axle). */
export interface Plant {
  readonly curve: Torque;
  readonly gearRatios: readonly number[];
  readonly finalDrive: number;
  readonly rollingRadiusMm: number;
  readonly efficiency: readonly number[];
  readonly massKg: number;
  readonly wheelInertiaKgM2: number;
  readonly engineInertiaKgM2: number;
  readonly launchRpm: number;
  readonly clutchTorqueNm: number;
  /** Where each gear is left; the last one is where the limiter holds. */
  readonly shiftRpm: readonly number[];
  readonly shiftTimeS: number;
  /** Undefined: no limit of grip. */
  readonly frictionCoefficient: number | undefined;
  readonly drive: 'rear' | 'front' | 'all';
  readonly rearTorqueShare?: number | undefined;
  readonly centreBias?: number | undefined;
  readonly frontAxleToComMm: number;
  readonly wheelbaseMm: number;
  readonly comHeightMm: number;
  readonly rollingCoefficient: number;
  readonly dragAreaM2: number;
  readonly airDensityKgPerM3: number;
  /** Radians, up positive. */
  readonly slope?: number | undefined;
  readonly trailer?: RunTrailer | undefined;
  readonly boost?: BoostLag | undefined;
  readonly converter?: ConverterData | undefined;
  /** Before it leaves, a converter is loaded against the brake: so much is held at the road, N, for so long. */
  readonly standstill?: { readonly brakeN: number; readonly holdS: number } | undefined;
  /** What the map lets out in each gear, N·m. */
  readonly torqueLimitNm?: readonly number[] | undefined;
  /** The whole curve times this: its doubt. */
  readonly torqueScale?: number | undefined;
}

/** Points in the table that a curve is read from while a run is worked out: straight lines between them. */
const TABLE = 512;

/** Torque over rpm as a table with even steps: a run asks it tens of thousands of times. */
export interface TorqueTable {
  readonly low: number;
  readonly high: number;
  readonly perRpm: number;
  readonly torqueNm: Float64Array;
}

const tables = new WeakMap<Torque, TorqueTable>();

export function tableOf(curve: Torque): TorqueTable {
  let table = tables.get(curve);
  if (!table) {
    const low = lowestRpm(curve);
    const high = highestRpm(curve);
    const torqueNm = new Float64Array(TABLE + 1);
    for (let i = 0; i <= TABLE; i++)
      torqueNm[i] = torqueAt(curve, Math.min(high, low + ((high - low) * i) / TABLE)) ?? 0;
    table = { low, high, perRpm: TABLE / (high - low), torqueNm };
    tables.set(curve, table);
  }
  return table;
}

/** N·m; held at the ends, so that a sliver beyond the last point by rounding asks nothing new. */
export function tableTorque(t: TorqueTable, rpm: number): number {
  const at = (rpm - t.low) * t.perRpm;
  if (at <= 0) return t.torqueNm[0]!;
  if (at >= TABLE) return t.torqueNm[TABLE]!;
  const i = at | 0;
  const a = t.torqueNm[i]!;
  return a + (t.torqueNm[i + 1]! - a) * (at - i);
}

/** Road loads and grip as straight lines in v² and acceleration, worked out once for a run. */
export interface RoadLoads {
  /** Mass that is gained speed, car and trailer, kg. */
  readonly massKg: number;
  readonly rollingN: number;
  readonly gradeN: number;
  /** Air drag over v², N/(m/s)². */
  readonly airNPerV2: number;
  /** Greatest thrust at the road, N: base + perAcceleration·a for each limit; the least of them holds. */
  readonly grip: readonly { readonly baseN: number; readonly perAccelerationKg: number }[];
}

export function roadLoads(p: Plant): RoadLoads {
  const slope = p.slope ?? 0;
  const [sin, cos] = [Math.sin(slope), Math.cos(slope)];
  const t = p.trailer;
  const total = p.massKg + (t?.massKg ?? 0);
  const roll = p.rollingCoefficient * GRAVITY * cos;
  const loads: Omit<RoadLoads, 'grip'> = {
    massKg: total,
    rollingN: total * roll,
    gradeN: total * GRAVITY * sin,
    airNPerV2: 0.5 * p.airDensityKgPerM3 * (p.dragAreaM2 + (t?.dragAreaM2 ?? 0)),
  };
  const mu = p.frictionCoefficient;
  if (mu === undefined) return { ...loads, grip: [] };
  const L = p.wheelbaseMm;
  const h = p.comHeightMm;
  // The hitch: nose load behind the rear axle, and the trailer's pull at its height.
  const nose = (t?.noseLoadKg ?? 0) * GRAVITY * cos;
  const pull = t ? t.massKg * (GRAVITY * sin + roll) : 0;
  const hitch = t?.hitchHeightMm ?? 0;
  const rear = {
    base:
      (p.massKg * GRAVITY * (p.frontAxleToComMm * cos + h * sin) +
        pull * hitch +
        nose * (L + (t?.hitchOverhangMm ?? 0))) /
      L,
    per: (p.massKg * h + (t?.massKg ?? 0) * hitch) / L,
  };
  const weight = p.massKg * GRAVITY * cos + nose;
  const front = { base: weight - rear.base, per: -rear.per };
  const limit = (axle: { base: number; per: number }, share = 1) => ({
    baseN: (mu * axle.base) / share,
    perAccelerationKg: (mu * axle.per) / share,
  });
  // No axle carries more than the whole car: past that the front wheels lift.
  const whole = { baseN: mu * weight, perAccelerationKg: 0 };
  if (p.drive === 'rear') return { ...loads, grip: [limit(rear), whole] };
  if (p.drive === 'front') return { ...loads, grip: [limit(front)] };
  const { least, most } = rearShares(p.rearTorqueShare, p.centreBias);
  return {
    ...loads,
    grip: [...(least > 0 ? [limit(rear, least)] : []), ...(most < 1 ? [limit(front, 1 - most)] : []), whole],
  };
}

/** The greatest acceleration at which thrust still stays within grip, m/s²: M·a + R = base + per·a, least of all limits. */
export function gripAcceleration(loads: RoadLoads, resistance: number): number {
  let least = Infinity;
  const { grip } = loads;
  for (let i = 0; i < grip.length; i++) {
    const limit = grip[i]!;
    const room = loads.massKg - limit.perAccelerationKg;
    if (room > 0) least = Math.min(least, (limit.baseN - resistance) / room);
  }
  return least;
}

/** @throws InputError naming the field that can't be run with. */
export function checkPlant(p: Plant): void {
  const { curve } = p;
  if (p.gearRatios.length === 0) throw new InputError('/gearRatios', 'Gear ratios: at least one required.');
  p.gearRatios.forEach((r, i) => requirePositive(`/gearRatios/${i}`, r));
  for (const key of ['finalDrive', 'massKg', 'launchRpm', 'airDensityKgPerM3'] as const)
    requirePositive(`/${key}`, p[key]);
  requirePositive('/rollingRadiusMm', p.rollingRadiusMm, 'mm');
  requirePositive('/wheelbaseMm', p.wheelbaseMm, 'mm');
  requirePositive('/comHeightMm', p.comHeightMm, 'mm');
  p.efficiency.forEach((e) => requirePositive('/drivelineEfficiency', e));
  if (p.frictionCoefficient !== undefined) requirePositive('/frictionCoefficient', p.frictionCoefficient);
  if (!p.converter) requirePositive('/clutchTorqueNm', p.clutchTorqueNm, 'N·m');
  for (const rpm of p.shiftRpm)
    if (!(rpm > 0 && rpm <= highestRpm(curve) * (1 + 1e-9)))
      throw new InputError('/shiftRpm', `Upshift rpm must be ${highestRpm(curve)} or less (end of torque curve).`);
  if (p.launchRpm < lowestRpm(curve) || p.launchRpm > highestRpm(curve))
    throw new InputError(
      '/launchRpm',
      `Launch rpm must be between ${lowestRpm(curve)} and ${highestRpm(curve)} (torque curve).`,
    );
  if (!p.converter && p.launchRpm > p.shiftRpm[0]! + 1e-9)
    throw new InputError('/launchRpm', `Launch rpm must not be higher than upshift rpm, ${p.shiftRpm[0]}.`);
  if (p.shiftTimeS < 0) throw new InputError('/shiftTimeS', `Shift time must be 0 or more.`);
  if (!(p.frontAxleToComMm > 0 && p.frontAxleToComMm < p.wheelbaseMm))
    throw new InputError(
      '/frontAxleToComMm',
      `Distance from front axle to centre of mass must lie between 0 and the wheelbase, ${p.wheelbaseMm} mm; it is ${p.frontAxleToComMm}.`,
    );
}
