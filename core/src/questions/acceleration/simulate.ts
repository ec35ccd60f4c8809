import { checkPlant, type Plant } from './plant.ts';
import type { EnergyLedger, Milestone, RunQuestion, RunResult, TracePoint } from './runResult.ts';
import { Stepper } from './steps.ts';
import { GRIP_TIME, LEADING, SIZE, SLIP, UnderWay, V, W, X } from './underWay.ts';

const LONGEST_S = 180;
const TOLERANCE = 2e-5;
const TRACE_EVERY_S = 0.05;

/** What is noted on the way: times at speeds and distance, shifts, points for drawing. */
class Notes {
  readonly speeds: (Milestone | undefined)[];
  distance: Milestone | undefined;
  /** The account at the end of the distance. */
  ledger: EnergyLedger | undefined;
  readonly shifts: { timeS: number; fromGear: number; speedKph: number }[] = [];
  readonly trace: TracePoint[] = [];
  launchedAtS: number | undefined;
  launchHeatJ = 0;
  private traced = -Infinity;
  private readonly question: RunQuestion;
  private readonly car: UnderWay;

  constructor(question: RunQuestion, car: UnderWay) {
    this.question = question;
    this.car = car;
    const { startV } = car;
    this.speeds = question.speedsKph.map((s) =>
      s / 3.6 <= startV + 1e-12 ? { timeS: 0, speedKph: startV * 3.6, distanceM: 0 } : undefined,
    );
  }

  get wantsDistance(): boolean {
    return this.question.distanceM !== undefined && this.distance === undefined;
  }

  get finished(): boolean {
    return !this.wantsDistance && this.speeds.every((s) => s !== undefined);
  }

  /** Speeds that are reached within a step of some size that begins at t. */
  passed(stepper: Stepper, t: number, size: number): void {
    const { y } = this.car;
    for (let i = 0; i < this.speeds.length; i++) {
      const want = this.question.speedsKph[i]! / 3.6;
      if (this.speeds[i] || stepper.next[V]! < want) continue;
      const share = stepper.reaches(V, y, size, want);
      this.speeds[i] = {
        timeS: t + share * size,
        speedKph: want * 3.6,
        distanceM: y[X]! + share * size * (y[V]! + want) * 0.5,
      };
    }
  }

  atDistance(t: number): void {
    const { y } = this.car;
    y[X] = this.question.distanceM!;
    this.distance = { timeS: t, speedKph: y[V]! * 3.6, distanceM: y[X] };
    this.ledger = this.car.account();
  }

  point(t: number, force = false): void {
    if (!this.question.trace || (!force && t < this.traced + TRACE_EVERY_S)) return;
    this.traced = t;
    const { y, shown, mode, gear } = this.car;
    this.trace.push({
      timeS: t,
      speedKph: y[V]! * 3.6,
      distanceM: y[X]!,
      rpm: shown[1]!,
      gear: mode === 'shifting' ? 0 : gear + 1,
      thrustN: shown[0]!,
      gripN: this.car.gripN(y[V]!),
      resistanceN: this.car.resistance(y[V]!),
      slipRpm: shown[2]!,
    });
  }
}

/**
 * A run on a straight road: state speed and distance, adaptive steps with error control, ended exactly where the clutch
 * locks, a gear is left or the distance is done.
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
  const car = new UnderWay(p, question.from);
  const notes = new Notes(question, car);
  const stepper = new Stepper(SIZE, LEADING);
  const { tolerance = TOLERANCE } = question;
  const { y } = car;
  const { k1, k4, next } = stepper;
  let t = 0;
  let steps = 0;
  let shiftEnd = 0;
  let h = 0.01;
  car.rates(y, k1);
  notes.point(0, true);
  const starts = k1[V]! > 0 || car.startV > 0 || car.leavesFromStall();

  while (starts && !notes.finished && t < LONGEST_S) {
    if (car.mode === 'shifting' && t >= shiftEnd - 1e-12) {
      car.endShift();
      car.rates(y, k1);
      notes.point(t, true);
      continue;
    }
    const { size: most, grown } = stepWithin(
      stepper,
      car,
      car.mode === 'shifting' ? Math.min(h, shiftEnd - t) : h,
      tolerance,
    );
    const { size, ends } = cutShort(stepper, car, most, notes.wantsDistance ? question.distanceM : undefined);
    notes.passed(stepper, t, size);
    const vEnd = car.endSpeed();
    t += size;
    steps++;
    y.set(next);
    if (ends === 'distance') notes.atDistance(t);
    if (ends === 'mode') {
      if (car.mode !== 'converter') y[V] = vEnd;
      if (car.mode === 'slipping') {
        car.mode = 'locked';
        notes.launchedAtS = t;
        notes.launchHeatJ = y[SLIP]!;
        notes.point(t, true);
      } else {
        notes.point(t, true);
        const left = { timeS: t, fromGear: car.gear + 1, speedKph: y[V]! * 3.6 };
        if (car.beginShift()) {
          notes.shifts.push(left);
          shiftEnd = t + p.shiftTimeS;
        }
      }
      car.rates(y, k1);
    } else {
      k1.set(k4);
      if (ends === 'distance') car.rates(y, k1);
    }
    if (car.locksUp()) car.rates(y, k1);
    notes.point(t);
    h = Math.min(0.5, Math.max(1e-5, grown));
    if (isSpent(car, k1[V]!, notes.wantsDistance)) break;
  }
  notes.point(t, true);
  return {
    speeds: notes.speeds,
    distance: notes.distance,
    energy: notes.ledger ?? car.account(),
    trace: notes.trace,
    shifts: notes.shifts,
    gripLimitedS: y[GRIP_TIME]!,
    launchedAtS: notes.launchedAtS,
    starts,
    loaded: car.loaded,
    launchHeatJ: p.converter ? y[SLIP]! : notes.launchHeatJ,
    steps,
  };
}

/** A step no longer than `most` that keeps the error, and how long the next may be. s */
function stepWithin(stepper: Stepper, car: UnderWay, most: number, tolerance: number): { size: number; grown: number } {
  let size = most;
  let error = stepper.step(car.y, size, car);
  while (error > tolerance && size > 1e-6) {
    size *= Math.max(0.2, 0.9 * (tolerance / error) ** (1 / 3));
    error = stepper.step(car.y, size, car);
  }
  return { size, grown: size * Math.min(4, 0.9 * (tolerance / Math.max(error, 1e-14)) ** (1 / 3)) };
}

/** Where the mode or the distance ends inside the step, the step ends there. */
function cutShort(stepper: Stepper, car: UnderWay, whole: number, distanceM: number | undefined) {
  const { next } = stepper;
  const { y } = car;
  let size = whole;
  let ends: 'mode' | 'distance' | undefined;
  const vEnd = car.endSpeed();
  let share = 1;
  if (next[V]! >= vEnd) {
    ends = 'mode';
    share = stepper.reaches(V, y, size, vEnd);
  } else if (car.mode === 'converter' && car.gear < car.last && next[W]! >= car.shiftW()) {
    ends = 'mode';
    share = stepper.reaches(W, y, size, car.shiftW());
  }
  if (share < 1) {
    size *= share;
    stepper.step(y, size, car);
  }
  if (distanceM !== undefined && next[X]! >= distanceM) {
    ends = 'distance';
    share = stepper.reaches(X, y, size, distanceM);
    if (share < 1) {
      size *= share;
      stepper.step(y, size, car);
    }
  }
  return { size, ends };
}

/** A speed that is never reached: the thrust is spent, or the limiter holds it. */
function isSpent(car: UnderWay, acceleration: number, wantsDistance: boolean): boolean {
  const { mode, gear, last, y } = car;
  if (mode === 'slipping') return acceleration < 1e-6;
  const held = mode === 'limiter' || (gear === last && acceleration < 1e-4);
  return held && !(wantsDistance && y[V]! > 0.1);
}
