/** One explicit step with error control of a state kept in an array; the arrays are made once and used again. */
export class Stepper {
  /** Rates at the beginning of the step. */
  readonly k1: Float64Array;
  private readonly k2: Float64Array;
  private readonly k3: Float64Array;
  /** Rates at its end. */
  readonly k4: Float64Array;
  /** The state at its end. */
  readonly next: Float64Array;
  private readonly mid: Float64Array;
  private readonly size: number;
  private readonly leading: number;

  /** The first `leading` entries decide the error of a step; the others follow from them. */
  constructor(size: number, leading: number) {
    this.size = size;
    this.leading = leading;
    this.k1 = new Float64Array(size);
    this.k2 = new Float64Array(size);
    this.k3 = new Float64Array(size);
    this.k4 = new Float64Array(size);
    this.next = new Float64Array(size);
    this.mid = new Float64Array(size);
  }

  /** A step of size h from y (Bogacki and Shampine 3(2), Appl. Math. Lett. 2 (1989) 321–325). Returns its relative error. */
  step(y: Float64Array, h: number, system: { rates(s: Float64Array, d: Float64Array): void }): number {
    const { k1, k2, k3, k4, next, mid, size, leading } = this;
    for (let i = 0; i < leading; i++) mid[i] = y[i]! + (h / 2) * k1[i]!;
    system.rates(mid, k2);
    for (let i = 0; i < leading; i++) mid[i] = y[i]! + ((3 * h) / 4) * k2[i]!;
    system.rates(mid, k3);
    for (let i = 0; i < size; i++) next[i] = y[i]! + h * ((2 / 9) * k1[i]! + k2[i]! / 3 + (4 / 9) * k3[i]!);
    system.rates(next, k4);
    let error = 0;
    for (let i = 0; i < leading; i++) {
      const e = h * ((-5 / 72) * k1[i]! + k2[i]! / 12 + k3[i]! / 9 - k4[i]! / 8);
      error = Math.max(error, Math.abs(e) / (1 + Math.abs(y[i]!)));
    }
    return error;
  }

  /** Share of a step of size h from y at which an entry reaches a value. */
  reaches(entry: number, y: Float64Array, h: number, want: number): number {
    return rootOf(y[entry]!, this.next[entry]!, this.k1[entry]!, this.k4[entry]!, h, want);
  }
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
