import { pumpTorqueNm, torqueRatio } from '../gearing/index.ts';
import { gripAcceleration, roadLoads, tableOf, tableTorque, type Plant, type RoadLoads } from './plant.ts';
import type { EnergyLedger, Loaded, RunQuestion } from './runResult.ts';

// The state: speed, distance, boost, engine speed (rad/s, converter only), then the energies.
export const V = 0;
export const X = 1;
const B = 2;
export const W = 3;
const ENGINE = 4;
const DRAG = 5;
const ROLL = 6;
const GRADE = 7;
const LOSS = 8;
export const SLIP = 9;
const TYRE = 10;
export const GRIP_TIME = 11;
export const SIZE = 12;
/** Speed, distance, boost and engine speed lead; the energies follow from them. */
export const LEADING = 4;

/** Span over which the limiter cuts in with a converter, rpm. */
const LIMITER_RPM = 60;
/** Speed ratio at which a lock-up clutch closes. */
const LOCKED_AT = 0.94;
const PER_RPM = Math.PI / 30;

export type Mode = 'slipping' | 'locked' | 'converter' | 'shifting' | 'limiter';

/** Steps while it is held, s: a spool takes a few hundred of them. */
const HOLD_STEP_S = 0.002;

/**
 * A car on a straight road: where it is, in which gear, how its engine is tied to its wheels; how all that changes at each
 * moment, and what happens where one way of driving ends and the next begins.
 */
export class UnderWay {
  readonly y = new Float64Array(SIZE);
  /** Of the rates last asked for, for drawing: thrust, engine speed, slip. An array: a number in a field is boxed at each write. */
  readonly shown = new Float64Array(3);
  gear: number;
  mode: Mode;
  readonly last: number;
  readonly startV: number;
  /** Engine energy given up at shifts, J. */
  private revDrop = 0;
  /** Engine speed at which the gear was left, rad/s. */
  private pending = 0;
  private readonly p: Plant;
  private readonly loads: RoadLoads;
  private readonly table: ReturnType<typeof tableOf>;
  private readonly r: number;
  /** Mass that the wheels' inertia stands for, kg. */
  private readonly wheels: number;
  private readonly gears: readonly number[];
  private readonly launchW: number;
  private readonly coupling: number;
  private readonly scale: number;
  private readonly atThreshold: number;
  private readonly startEngineW: number;
  /** What was done before it left, if it was held against the brake. */
  readonly loaded: Loaded | undefined;

  constructor(p: Plant, from: RunQuestion['from']) {
    this.p = p;
    this.table = tableOf(p.curve);
    this.loads = roadLoads(p);
    this.r = p.rollingRadiusMm / 1000;
    this.wheels = p.wheelInertiaKgM2 / this.r ** 2;
    this.gears = p.gearRatios.map((g) => g * p.finalDrive);
    this.last = this.gears.length - 1;
    this.launchW = p.launchRpm * PER_RPM;
    this.coupling = p.converter?.couplingSpeedRatio ?? 1;
    this.scale = p.torqueScale ?? 1;
    this.atThreshold = p.boost ? this.scale * tableTorque(this.table, p.boost.thresholdRpm) : 0;
    this.gear = from ? from.gear - 1 : 0;
    this.mode = p.converter ? 'converter' : from ? 'locked' : 'slipping';
    const { y } = this;
    y[V] = (from?.speedKph ?? 0) / 3.6;
    const inputW = (y[V] * this.gears[this.gear]!) / this.r;
    y[B] = p.boost ? 0 : 1;
    y[W] = p.converter ? Math.max(this.launchW, inputW) : 0;
    if (p.standstill && !from) this.loaded = this.loadAgainst(p.standstill);
    this.startV = y[V];
    this.startEngineW = p.converter ? y[W] : from ? inputW : this.launchW;
  }

  resistance(v: number): number {
    return this.loads.rollingN + this.loads.gradeN + this.loads.airNPerV2 * v * v;
  }

  /** What the tyres could pass at a speed, N; undefined where they set no limit. */
  gripN(v: number): number | undefined {
    const R = this.resistance(v);
    const a = gripAcceleration(this.loads, R);
    return Number.isFinite(a) ? this.loads.massKg * a + R : undefined;
  }

  private torque(rpm: number, b: number): number {
    const { boost, torqueLimitNm } = this.p;
    const t = Math.min(this.scale * tableTorque(this.table, rpm), torqueLimitNm?.[this.gear] ?? Infinity);
    if (!boost || rpm < boost.thresholdRpm) return t;
    // Unblown it makes at least what it made at the threshold, where there was no boost either.
    const unblown = Math.min(t, Math.max(this.atThreshold, t * boost.offBoostShare));
    return unblown + (t - unblown) * b;
  }

  private boostRate(rpm: number, b: number, throttle: boolean): number {
    const { boost } = this.p;
    return boost ? ((throttle && rpm >= boost.thresholdRpm ? 1 : 0) - b) / boost.timeConstantS : 0;
  }

  /**
   * Full throttle with the wheels held: the engine runs up to where the pump takes what it gives, boost builds above its threshold.
   * Past what the brakes hold the throttle is closed so far that they hold, and no more boost is built.
   */
  private loadAgainst({ brakeN, holdS }: NonNullable<Plant['standstill']>): Loaded | undefined {
    const { p, y } = this;
    if (!p.converter) return undefined;
    const { kRpmPerSqrtNm: k, stallTorqueRatio } = p.converter;
    const mostPump = (brakeN * this.r) / (stallTorqueRatio * this.gears[0]! * p.efficiency[0]!);
    const mostW = k * Math.sqrt(mostPump) * PER_RPM;
    let heatJ = 0;
    let heldBy: Loaded['heldBy'] = 'stall';
    y[W] = Math.min(y[W]!, mostW);
    for (let t = 0; t < holdS; t += HOLD_STEP_S) {
      const rpm = y[W] / PER_RPM;
      const pump = (rpm / k) ** 2;
      heatJ += pump * y[W] * HOLD_STEP_S;
      const next = y[W] + ((this.torque(rpm, y[B]!) - pump) / p.engineInertiaKgM2) * HOLD_STEP_S;
      heldBy = next >= mostW ? 'brakes' : 'stall';
      if (heldBy === 'stall') y[B]! += this.boostRate(rpm, y[B]!, true) * HOLD_STEP_S;
      y[W] = Math.min(next, mostW);
    }
    return { rpm: y[W] / PER_RPM, boostShare: p.boost ? y[B]! : 0, heatJ, heldBy };
  }

  /** Rates of change of a state, by the way it is driven. */
  rates(s: Float64Array, d: Float64Array): void {
    const { loads, mode, shown } = this;
    const v = Math.max(0, s[V]!);
    const R = this.resistance(v);
    const inputW = (v * this.gears[this.gear]!) / this.r;
    d[W] = 0;
    // Each way puts the acceleration into d[V]: a number handed back would be boxed.
    if (mode === 'shifting') this.coasting(s, d, R, inputW);
    else if (mode === 'converter') this.throughConverter(s, d, v, R, inputW);
    else this.throughClutch(s, d, R, inputW);
    // Standing on a hill with too little thrust it stays where it is: the brake holds it.
    if (v <= 0 && d[V]! < 0) d[V] = 0;
    shown[0] = mode === 'shifting' ? 0 : loads.massKg * d[V]! + R;
    d[X] = v;
    d[DRAG] = loads.airNPerV2 * v * v * v;
    d[ROLL] = loads.rollingN * v;
    d[GRADE] = loads.gradeN * v;
  }

  /** Between two gears nothing drives. */
  private coasting(s: Float64Array, d: Float64Array, R: number, inputW: number): void {
    const engineRpm = inputW / PER_RPM;
    d[B] = this.boostRate(engineRpm, s[B]!, this.p.boost?.keptAtShifts ?? false);
    d[ENGINE] = d[LOSS] = d[SLIP] = d[TYRE] = d[GRIP_TIME] = 0;
    this.shown[1] = engineRpm;
    this.shown[2] = 0;
    d[V] = -R / (this.loads.massKg + this.wheels);
  }

  /** Pump and turbine by their laws, the engine at a speed of its own; what the tyres can't pass is tyre slip. */
  private throughConverter(s: Float64Array, d: Float64Array, v: number, R: number, inputW: number): void {
    const { p, loads, gear, coupling } = this;
    const { kRpmPerSqrtNm, stallTorqueRatio } = p.converter!;
    const ratio = this.gears[gear]!;
    const eta = p.efficiency[gear]!;
    const w = s[W]!;
    const engineRpm = w / PER_RPM;
    const nu = w > 0 ? Math.min(1, inputW / w) : 1;
    const pump = pumpTorqueNm(engineRpm, kRpmPerSqrtNm, nu, coupling);
    const turbine = pump * torqueRatio(stallTorqueRatio, nu, coupling);
    const T = this.torque(engineRpm, s[B]!);
    // In the last gear the limiter takes the torque away over its last few turns.
    const held = gear < this.last ? T : T * Math.min(1, Math.max(0, (p.shiftRpm[gear]! - engineRpm) / LIMITER_RPM));
    d[W] = (held - pump) / p.engineInertiaKgM2;
    d[B] = this.boostRate(engineRpm, s[B]!, true);
    const free = ((turbine * ratio * eta) / this.r - R) / (loads.massKg + this.wheels);
    const most = gripAcceleration(loads, R);
    const a = Math.min(free, most);
    d[GRIP_TIME] = free > most ? 1 : 0;
    d[ENGINE] = held * w;
    d[SLIP] = pump * w - turbine * inputW;
    d[LOSS] = (1 - eta) * turbine * inputW;
    d[TYRE] = (free - a) * (loads.massKg + this.wheels) * v;
    this.shown[1] = engineRpm;
    this.shown[2] = (w - inputW) / PER_RPM;
    d[V] = a;
  }

  /** A clutch that slips at launch speed, or one that is locked; on the limiter nothing is gained. */
  private throughClutch(s: Float64Array, d: Float64Array, R: number, inputW: number): void {
    const { p, loads, mode, gear, r } = this;
    const ratio = this.gears[gear]!;
    const eta = p.efficiency[gear]!;
    const slipping = mode === 'slipping';
    const rpm = slipping ? p.launchRpm : inputW / PER_RPM;
    d[B] = this.boostRate(rpm, s[B]!, true);
    const inertia = loads.massKg + this.wheels + (slipping ? 0 : (p.engineInertiaKgM2 * ratio ** 2) / r ** 2);
    let a = 0;
    d[GRIP_TIME] = 0;
    if (mode !== 'limiter') {
      const available = this.torque(rpm, s[B]!);
      const T = slipping ? Math.min(p.clutchTorqueNm, available) : available;
      const free = ((T * ratio * eta) / r - R) / inertia;
      const most = gripAcceleration(loads, R);
      a = Math.min(free, most);
      d[GRIP_TIME] = free > most ? 1 : 0;
    }
    // The torque that this acceleration takes, whoever set it.
    const used = Math.max(0, ((a * inertia + R) * r) / (ratio * eta));
    const engineW = slipping ? this.launchW : inputW;
    d[ENGINE] = used * engineW;
    d[SLIP] = used * (engineW - inputW);
    d[LOSS] = (1 - eta) * used * inputW;
    d[TYRE] = 0;
    this.shown[1] = rpm;
    this.shown[2] = (engineW - inputW) / PER_RPM;
    d[V] = a;
  }

  /** Engine speed now, rad/s. */
  private engineW(): number {
    const { mode, y } = this;
    if (mode === 'converter') return y[W]!;
    if (mode === 'shifting') return this.pending;
    return mode === 'slipping' ? this.launchW : (Math.max(0, y[V]!) * this.gears[this.gear]!) / this.r;
  }

  account(): EnergyLedger {
    const { y, p } = this;
    return {
      engineWorkJ: y[ENGINE]!,
      kineticJ:
        0.5 * (this.loads.massKg + this.wheels) * (y[V]! ** 2 - this.startV ** 2) +
        0.5 * p.engineInertiaKgM2 * (this.engineW() ** 2 - this.startEngineW ** 2),
      dragJ: y[DRAG]!,
      rollingJ: y[ROLL]!,
      gradeJ: y[GRADE]!,
      drivelineLossJ: y[LOSS]!,
      clutchSlipJ: y[SLIP]!,
      tyreSlipJ: y[TYRE]!,
      engineRevDropJ: this.revDrop,
    };
  }

  /** Speed of the car at which the mode ends; the converter's end is the engine's speed. */
  endSpeed(): number {
    const ratio = this.gears[this.gear]!;
    if (this.mode === 'slipping') return (this.launchW * this.r) / ratio;
    return this.mode === 'locked' ? (this.p.shiftRpm[this.gear]! * PER_RPM * this.r) / ratio : Infinity;
  }

  /** Engine speed at which the gear is left, rad/s. */
  shiftW(): number {
    return this.p.shiftRpm[this.gear]! * PER_RPM;
  }

  /** Leaves the gear; the last one is held by the limiter. True where a shift has begun. */
  beginShift(): boolean {
    if (this.gear === this.last) {
      if (this.mode === 'locked') this.mode = 'limiter';
      return false;
    }
    this.pending = this.engineW();
    this.mode = 'shifting';
    return true;
  }

  endShift(): void {
    const { y, p, pending } = this;
    this.gear++;
    const matched = (y[V]! * this.gears[this.gear]!) / this.r;
    let to = matched;
    if (p.converter) {
      // The converter takes the shaft up where it is: the engine keeps its share of the slip.
      to = Math.max(matched, Math.min(pending, pending * (this.gears[this.gear]! / this.gears[this.gear - 1]!)));
      y[W] = to;
    }
    this.revDrop += 0.5 * p.engineInertiaKgM2 * (pending ** 2 - to ** 2);
    this.mode = p.converter ? 'converter' : 'locked';
  }

  /** Closes a lock-up clutch where the shaft has nearly caught up with the engine. True where it closed. */
  locksUp(): boolean {
    const { y, p } = this;
    if (this.mode !== 'converter' || !p.converter!.locksUp || this.gear === 0) return false;
    const shaft = (y[V]! * this.gears[this.gear]!) / this.r;
    if (shaft <= LOCKED_AT * y[W]!) return false;
    // What the engine gives up in being pulled down to the shaft is slip of the lock-up clutch.
    y[SLIP]! += 0.5 * p.engineInertiaKgM2 * (y[W]! ** 2 - shaft ** 2);
    this.mode = 'locked';
    return true;
  }

  /** Whether a converter can set it off: the engine first runs up to its stall. */
  leavesFromStall(): boolean {
    const { p, table } = this;
    if (!p.converter) return false;
    const k = p.converter.kRpmPerSqrtNm;
    let low = 0;
    let high = table.high;
    for (let i = 0; i < 40; i++) {
      const n = (low + high) / 2;
      if (tableTorque(table, n) * (p.boost ? p.boost.offBoostShare : 1) > (n / k) ** 2) low = n;
      else high = n;
    }
    const thrust = ((low / k) ** 2 * p.converter.stallTorqueRatio * this.gears[0]! * p.efficiency[0]!) / this.r;
    return thrust > this.resistance(0);
  }
}
