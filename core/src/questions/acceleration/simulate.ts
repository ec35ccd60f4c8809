import { pumpTorqueNm, torqueRatio } from '../gearing/index.ts';
import { checkPlant, gripAcceleration, roadLoads, tableOf, tableTorque, type Plant } from './plant.ts';

/** Where the engine's work went, J. `tyreSlip` is nought while the driver feathers a clutch; see `simulate`. */
export interface EnergyLedger {
  readonly engineWorkJ: number;
  /** Gain of body, wheels and engine rotation; the engine starts at launch rpm. */
  readonly kineticJ: number;
  readonly dragJ: number;
  readonly rollingJ: number;
  readonly gradeJ: number;
  readonly drivelineLossJ: number;
  readonly clutchSlipJ: number;
  readonly tyreSlipJ: number;
  readonly engineRevDropJ: number;
}

/** What is left unaccounted for, as a share of the engine's work. */
export function imbalance(e: EnergyLedger): number {
  const sinks =
    e.kineticJ + e.dragJ + e.rollingJ + e.gradeJ + e.drivelineLossJ + e.clutchSlipJ + e.tyreSlipJ + e.engineRevDropJ;
  return e.engineWorkJ === 0 ? 0 : Math.abs(sinks - e.engineWorkJ) / e.engineWorkJ;
}

/** One moment of a run, for drawing. */
export interface TracePoint {
  readonly timeS: number;
  readonly speedKph: number;
  readonly distanceM: number;
  readonly rpm: number;
  /** First is 1; nought while nothing drives. */
  readonly gear: number;
  readonly thrustN: number;
  readonly gripN: number | undefined;
  readonly resistanceN: number;
  /** Speed of the engine over that of the input shaft, above it, rpm. */
  readonly slipRpm: number;
}

export interface Milestone {
  readonly timeS: number;
  readonly speedKph: number;
  readonly distanceM: number;
}

export interface RunResult {
  /** Time to each speed asked for, in the same order; undefined where it is never reached. */
  readonly speeds: readonly (Milestone | undefined)[];
  readonly distance: Milestone | undefined;
  /** At the end of the distance where one is asked for, else at the end of the run. */
  readonly energy: EnergyLedger;
  readonly trace: readonly TracePoint[];
  readonly shifts: readonly { readonly timeS: number; readonly fromGear: number; readonly speedKph: number }[];
  /** Seconds in which the tyres set the pace. */
  readonly gripLimitedS: number;
  readonly launchedAtS: number | undefined;
  readonly starts: boolean;
  /** Heat in the clutch until it locks, J. */
  readonly launchHeatJ: number;
  readonly steps: number;
}

export interface RunQuestion {
  readonly speedsKph: readonly number[];
  readonly distanceM?: number | undefined;
  /** Starts in gear, clutch locked, instead of from rest. */
  readonly from?: { readonly speedKph: number; readonly gear: number } | undefined;
  /** Whether points for drawing are kept. */
  readonly trace?: boolean | undefined;
}

const LONGEST_S = 180;
/** Error asked of one step: m/s and m, relative to 1 m/s and to the figure. */
const TOLERANCE = 2e-5;
const TRACE_EVERY_S = 0.05;
/** Span over which the limiter cuts in with a converter, rpm. */
const LIMITER_RPM = 60;
/** Speed ratio at which a lock-up clutch closes. */
const LOCKED_AT = 0.94;
const PER_RPM = Math.PI / 30;

// The state: speed, distance, boost, engine speed (rad/s, converter only), then the energies.
const V = 0;
const X = 1;
const B = 2;
const W = 3;
const ENGINE = 4;
const DRAG = 5;
const ROLL = 6;
const GRADE = 7;
const LOSS = 8;
const SLIP = 9;
const TYRE = 10;
const GRIP_TIME = 11;
const SIZE = 12;

type Mode = 'slipping' | 'locked' | 'converter' | 'shifting' | 'limiter';

/**
 * A run on a straight road: state speed and distance, adaptive steps with error control (Bogacki and Shampine
 * 3(2), Appl. Math. Lett. 2 (1989) 321–325), ended exactly where the clutch locks, a gear is left or the distance is done.
 *
 * From rest the engine is held at launch rpm while the clutch slips, torque min(clutch, curve), until the input shaft has
 * caught up: a = (T·i·η/r − R)/(m + I_w/r²). Locked, I_e·i²/r² joins the mass. Where thrust would pass grip (load transfer
 * by the acceleration itself) the driver feathers the torque: a is what grip allows. With a converter the engine has a
 * speed of its own, pump and turbine by its laws, and what the tyres can't pass is counted as tyre slip. At a shift the
 * drive is off for the shift time, then the engine is at once at the matched speed; what it gives up is counted. In the
 * last gear the limiter holds the speed.
 * @throws InputError naming the input that can't be run with.
 */
export function simulate(p: Plant, question: RunQuestion): RunResult {
  checkPlant(p);
  const table = tableOf(p.curve);
  const loads = roadLoads(p);
  const r = p.rollingRadiusMm / 1000;
  const wheels = p.wheelInertiaKgM2 / r ** 2;
  const gears = p.gearRatios.map((g) => g * p.finalDrive);
  const last = gears.length - 1;
  const { boost, converter } = p;
  const launchW = p.launchRpm * PER_RPM;
  const coupling = converter?.couplingSpeedRatio ?? 1;

  let gear = question.from ? question.from.gear - 1 : 0;
  let mode = (converter ? 'converter' : question.from ? 'locked' : 'slipping') as Mode;
  const y = new Float64Array(SIZE);
  y[V] = (question.from?.speedKph ?? 0) / 3.6;
  y[B] = boost ? 0 : 1;
  y[W] = converter ? Math.max(launchW, (y[V] * gears[gear]!) / r) : 0;
  const startV = y[V];
  const startEngineW = converter ? y[W] : question.from ? (y[V] * gears[gear]!) / r : launchW;

  const scale = p.torqueScale ?? 1;
  const limits = p.torqueLimitNm;
  const atThreshold = boost ? scale * tableTorque(table, boost.thresholdRpm) : 0;
  const torque = (rpm: number, b: number): number => {
    const t = Math.min(scale * tableTorque(table, rpm), limits?.[gear] ?? Infinity);
    if (!boost || rpm < boost.thresholdRpm) return t;
    // Unblown it makes at least what it made at the threshold, where there was no boost either.
    const unblown = Math.min(t, Math.max(atThreshold, t * boost.offBoostShare));
    return unblown + (t - unblown) * b;
  };
  const boostRate = (rpm: number, b: number, throttle: boolean): number =>
    boost ? ((throttle && rpm >= boost.thresholdRpm ? 1 : 0) - b) / boost.timeConstantS : 0;
  const resistance = (v: number) => loads.rollingN + loads.gradeN + loads.airNPerV2 * v * v;

  // Filled by `rates`, for drawing: thrust, engine speed, slip. An array, since a number kept in a closure is boxed at each write.
  const shown = new Float64Array(3);

  const rates = (s: Float64Array, d: Float64Array): void => {
    const v = Math.max(0, s[V]!);
    const R = resistance(v);
    const ratio = gears[gear]!;
    const eta = p.efficiency[gear]!;
    const inputW = (v * ratio) / r;
    let a: number;
    let engine = 0;
    let loss = 0;
    let slip = 0;
    let tyre = 0;
    let gripped = 0;
    let engineRpm: number;
    let slipRpm = 0;
    d[W] = 0;
    if (mode === 'shifting') {
      a = -R / (loads.massKg + wheels);
      engineRpm = inputW / PER_RPM;
      d[B] = boostRate(engineRpm, s[B]!, boost?.keptAtShifts ?? false);
    } else if (mode === 'converter') {
      const w = s[W]!;
      engineRpm = w / PER_RPM;
      const nu = w > 0 ? Math.min(1, inputW / w) : 1;
      const pump = pumpTorqueNm(engineRpm, converter!.kRpmPerSqrtNm, nu, coupling);
      const gain = torqueRatio(converter!.stallTorqueRatio, nu, coupling);
      const turbine = pump * gain;
      const T = torque(engineRpm, s[B]!);
      // In the last gear the limiter takes the torque away over its last few turns.
      const held = gear < last ? T : T * Math.min(1, Math.max(0, (p.shiftRpm[gear]! - engineRpm) / LIMITER_RPM));
      d[W] = (held - pump) / p.engineInertiaKgM2;
      d[B] = boostRate(engineRpm, s[B]!, true);
      const free = ((turbine * ratio * eta) / r - R) / (loads.massKg + wheels);
      const most = gripAcceleration(loads, R);
      a = Math.min(free, most);
      gripped = free > most ? 1 : 0;
      engine = held * w;
      slip = pump * w - turbine * inputW;
      loss = (1 - eta) * turbine * inputW;
      tyre = (free - a) * (loads.massKg + wheels) * v;
      slipRpm = (w - inputW) / PER_RPM;
    } else {
      const slipping = mode === 'slipping';
      const rpm = slipping ? p.launchRpm : inputW / PER_RPM;
      engineRpm = rpm;
      d[B] = boostRate(rpm, s[B]!, true);
      const inertia = loads.massKg + wheels + (slipping ? 0 : (p.engineInertiaKgM2 * ratio ** 2) / r ** 2);
      if (mode === 'limiter') a = 0;
      else {
        const available = torque(rpm, s[B]!);
        const T = slipping ? Math.min(p.clutchTorqueNm, available) : available;
        const free = ((T * ratio * eta) / r - R) / inertia;
        const most = gripAcceleration(loads, R);
        a = Math.min(free, most);
        gripped = free > most ? 1 : 0;
      }
      // The torque that this acceleration takes, whoever set it.
      const used = Math.max(0, ((a * inertia + R) * r) / (ratio * eta));
      const engineW = slipping ? launchW : inputW;
      engine = used * engineW;
      slip = used * (engineW - inputW);
      loss = (1 - eta) * used * inputW;
      slipRpm = (engineW - inputW) / PER_RPM;
    }
    // Standing on a hill with too little thrust it stays where it is: the brake holds it.
    if (v <= 0 && a < 0) a = 0;
    shown[0] = mode === 'shifting' ? 0 : loads.massKg * a + R;
    shown[1] = engineRpm;
    shown[2] = slipRpm;
    d[V] = a;
    d[X] = v;
    d[ENGINE] = engine;
    d[DRAG] = loads.airNPerV2 * v ** 3;
    d[ROLL] = loads.rollingN * v;
    d[GRADE] = loads.gradeN * v;
    d[LOSS] = loss;
    d[SLIP] = slip;
    d[TYRE] = tyre;
    d[GRIP_TIME] = gripped;
  };

  const k1 = new Float64Array(SIZE);
  const k2 = new Float64Array(SIZE);
  const k3 = new Float64Array(SIZE);
  const k4 = new Float64Array(SIZE);
  const next = new Float64Array(SIZE);
  const mid = new Float64Array(SIZE);
  /** One step of size h from y; `next` and `k4` afterwards hold the new state and its rates. Error of the step. */
  const step = (h: number): number => {
    for (let i = V; i <= W; i++) mid[i] = y[i]! + (h / 2) * k1[i]!;
    rates(mid, k2);
    for (let i = V; i <= W; i++) mid[i] = y[i]! + ((3 * h) / 4) * k2[i]!;
    rates(mid, k3);
    for (let i = 0; i < SIZE; i++) next[i] = y[i]! + h * ((2 / 9) * k1[i]! + k2[i]! / 3 + (4 / 9) * k3[i]!);
    rates(next, k4);
    // The energies follow from the first four and do not lead the step.
    let error = 0;
    for (let i = V; i <= W; i++) {
      const e = h * ((-5 / 72) * k1[i]! + k2[i]! / 12 + k3[i]! / 9 - k4[i]! / 8);
      error = Math.max(error, Math.abs(e) / (1 + Math.abs(y[i]!)));
    }
    return error;
  };

  let t = 0;
  let steps = 0;
  let shiftEnd = 0;
  let launchedAtS: number | undefined;
  let launchHeatJ = 0;
  let revDrop = 0;
  /** Engine speed at which the gear was left, rad/s. */
  let pending = 0;
  let distance: Milestone | undefined;
  let ledger: EnergyLedger | undefined;
  const speeds: (Milestone | undefined)[] = question.speedsKph.map((s) =>
    s / 3.6 <= startV + 1e-12 ? { timeS: 0, speedKph: startV * 3.6, distanceM: 0 } : undefined,
  );
  const shifts: { timeS: number; fromGear: number; speedKph: number }[] = [];
  const trace: TracePoint[] = [];
  let traced = -Infinity;
  const keep = (at: Float64Array, time: number, force = false): void => {
    if (!question.trace || (!force && time < traced + TRACE_EVERY_S)) return;
    traced = time;
    const R = resistance(at[V]!);
    const gripA = gripAcceleration(loads, R);
    trace.push({
      timeS: time,
      speedKph: at[V]! * 3.6,
      distanceM: at[X]!,
      rpm: shown[1]!,
      gear: mode === 'shifting' ? 0 : gear + 1,
      thrustN: shown[0]!,
      gripN: Number.isFinite(gripA) ? loads.massKg * gripA + R : undefined,
      resistanceN: R,
      slipRpm: shown[2]!,
    });
  };
  const engineW = () =>
    mode === 'converter'
      ? y[W]!
      : mode === 'shifting'
        ? pending
        : mode === 'slipping'
          ? launchW
          : (Math.max(0, y[V]!) * gears[gear]!) / r;
  const account = (): EnergyLedger => ({
    engineWorkJ: y[ENGINE]!,
    kineticJ:
      0.5 * (loads.massKg + wheels) * (y[V]! ** 2 - startV ** 2) +
      0.5 * p.engineInertiaKgM2 * (engineW() ** 2 - startEngineW ** 2),
    dragJ: y[DRAG]!,
    rollingJ: y[ROLL]!,
    gradeJ: y[GRADE]!,
    drivelineLossJ: y[LOSS]!,
    clutchSlipJ: y[SLIP]!,
    tyreSlipJ: y[TYRE]!,
    engineRevDropJ: revDrop,
  });

  /** Speed of the car at which the mode ends; the converter's end is the engine's speed. */
  const endSpeed = () =>
    mode === 'slipping'
      ? (launchW * r) / gears[gear]!
      : mode === 'locked'
        ? (p.shiftRpm[gear]! * PER_RPM * r) / gears[gear]!
        : Infinity;
  const shiftW = () => p.shiftRpm[gear]! * PER_RPM;

  const beginShift = (): void => {
    if (gear === last) {
      if (mode === 'locked') mode = 'limiter';
      return;
    }
    shifts.push({ timeS: t, fromGear: gear + 1, speedKph: y[V]! * 3.6 });
    pending = engineW();
    mode = 'shifting';
    shiftEnd = t + p.shiftTimeS;
  };
  const endShift = (): void => {
    gear++;
    const matched = (y[V]! * gears[gear]!) / r;
    if (converter) {
      // The converter takes the shaft up where it is: the engine keeps its share of the slip.
      const to = Math.max(matched, Math.min(pending, pending * (gears[gear]! / gears[gear - 1]!)));
      y[W] = to;
      revDrop += 0.5 * p.engineInertiaKgM2 * (pending ** 2 - to ** 2);
      mode = 'converter';
    } else {
      revDrop += 0.5 * p.engineInertiaKgM2 * (pending ** 2 - matched ** 2);
      mode = 'locked';
    }
  };

  let h = 0.01;
  rates(y, k1);
  keep(y, 0, true);
  const starts = k1[V]! > 0 || startV > 0 || (converter !== undefined && thrustAtStall() > resistance(0));
  function thrustAtStall(): number {
    // With a converter the engine first runs up to its stall; ask it there.
    const k = converter!.kRpmPerSqrtNm;
    let low = 0;
    let high = table.high;
    for (let i = 0; i < 40; i++) {
      const n = (low + high) / 2;
      if (tableTorque(table, n) * (boost ? boost.offBoostShare : 1) > (n / k) ** 2) low = n;
      else high = n;
    }
    return ((low / k) ** 2 * converter!.stallTorqueRatio * gears[0]! * p.efficiency[0]!) / r;
  }
  const finished = () =>
    (question.distanceM === undefined || distance !== undefined) && speeds.every((s) => s !== undefined);

  while (starts && !finished() && t < LONGEST_S) {
    if (mode === 'shifting' && t >= shiftEnd - 1e-12) {
      endShift();
      rates(y, k1);
      keep(y, t, true);
      continue;
    }
    const ceiling = mode === 'shifting' ? shiftEnd - t : Infinity;
    let size = Math.min(h, ceiling);
    let error = step(size);
    while (error > TOLERANCE && size > 1e-6) {
      size *= Math.max(0.2, 0.9 * (TOLERANCE / error) ** (1 / 3));
      error = step(size);
    }
    const grown = size * Math.min(4, 0.9 * (TOLERANCE / Math.max(error, 1e-14)) ** (1 / 3));
    // Where the mode or the distance ends inside the step, the step ends there.
    let ends: 'mode' | 'distance' | undefined;
    const cut = (share: number, why: 'mode' | 'distance') => {
      if (share < 1) {
        size *= share;
        step(size);
        ends = why;
      } else ends = why;
    };
    const vEnd = endSpeed();
    if (next[V]! >= vEnd) cut(rootOf(y[V], next[V]!, k1[V]!, k4[V]!, size, vEnd), 'mode');
    else if (mode === 'converter' && gear < last && next[W]! >= shiftW())
      cut(rootOf(y[W], next[W]!, k1[W]!, k4[W]!, size, shiftW()), 'mode');
    if (question.distanceM !== undefined && distance === undefined && next[X]! >= question.distanceM)
      cut(rootOf(y[X]!, next[X]!, k1[X]!, k4[X]!, size, question.distanceM), 'distance');
    for (let i = 0; i < speeds.length; i++) {
      const want = question.speedsKph[i]! / 3.6;
      if (speeds[i] || next[V]! < want) continue;
      const share = rootOf(y[V], next[V]!, k1[V]!, k4[V]!, size, want);
      speeds[i] = {
        timeS: t + share * size,
        speedKph: want * 3.6,
        distanceM: y[X]! + share * size * (y[V] + want) * 0.5,
      };
    }
    t += size;
    steps++;
    y.set(next);
    if (ends === 'distance') {
      y[X] = question.distanceM!;
      distance = { timeS: t, speedKph: y[V] * 3.6, distanceM: y[X] };
      ledger = account();
    }
    const slippingBefore = mode === 'slipping';
    if (ends === 'mode') {
      if (mode !== 'converter') y[V] = vEnd;
      if (slippingBefore) {
        mode = 'locked';
        launchedAtS = t;
        launchHeatJ = y[SLIP]!;
        keep(y, t, true);
      } else {
        keep(y, t, true);
        beginShift();
      }
      rates(y, k1);
    } else {
      k1.set(k4);
      if (ends === 'distance') rates(y, k1);
    }
    if (mode === 'converter' && converter!.locksUp && gear > 0 && (y[V] * gears[gear]!) / r > LOCKED_AT * y[W]) {
      // What the engine gives up in being pulled down to the shaft is slip of the lock-up clutch.
      const shaft = (y[V] * gears[gear]!) / r;
      y[SLIP]! += 0.5 * p.engineInertiaKgM2 * (y[W] ** 2 - shaft ** 2);
      mode = 'locked';
      rates(y, k1);
    }
    keep(y, t);
    h = Math.min(0.5, Math.max(1e-5, grown));
    // A speed that is never reached: the thrust is spent, or the limiter holds it.
    if ((mode === 'limiter' || (gear === last && k1[V]! < 1e-4 && mode !== 'slipping')) && !wantsDistance()) break;
    if (mode === 'slipping' && k1[V]! < 1e-6) break;
  }
  function wantsDistance(): boolean {
    return question.distanceM !== undefined && distance === undefined && y[V]! > 0.1;
  }
  keep(y, t, true);
  return {
    speeds,
    distance,
    energy: ledger ?? account(),
    trace,
    shifts,
    gripLimitedS: y[GRIP_TIME]!,
    launchedAtS,
    starts,
    launchHeatJ: converter ? y[SLIP]! : launchHeatJ,
    steps,
  };
}

/** Share of a step at which a figure reaches a value, by its cubic Hermite interpolant over the step and bisection. */
function rootOf(from: number, to: number, rateFrom: number, rateTo: number, h: number, want: number): number {
  let low = 0;
  let high = 1;
  for (let i = 0; i < 40; i++) {
    const s = (low + high) / 2;
    const s2 = s * s;
    const s3 = s2 * s;
    const at =
      (2 * s3 - 3 * s2 + 1) * from + (s3 - 2 * s2 + s) * h * rateFrom + (3 * s2 - 2 * s3) * to + (s3 - s2) * h * rateTo;
    if (at < want) low = s;
    else high = s;
  }
  return (low + high) / 2;
}
