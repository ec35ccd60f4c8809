import { cornerLoadsOf, type Chassis } from '@sable/core';

export const PADS = ['frontLeft', 'frontRight', 'rearLeft', 'rearRight'] as const;
type Pad = (typeof PADS)[number];

/** One reading of the four scale pads: what each shows, and whether it has stood still long enough to be believed. */
interface PadReading {
  readonly atMs: number;
  readonly kg: Readonly<Record<Pad, number>>;
  readonly steady: Readonly<Record<Pad, boolean>>;
}

/** The interface that real pads would stand behind. */
export interface Scales {
  read(signal: AbortSignal): AsyncIterable<PadReading>;
}

/** Pads show tenths; the stand-in's wander is that of suspension that settles after the car has been rolled on. */
const STEP_MS = 120;
const SETTLE_S = 0.9;
const WANDER_KG = 6;
const STEADY_KG = 0.15;
const STEADY_READINGS = 8;

/** Simulated pads under the car of a build: its own corner loads, settling from a bounce. */
export function simulatedScales(chassis: Chassis | null, seed = 1): Scales {
  const truth = (chassis && cornerLoadsOf(chassis)) ?? {
    frontLeft: 251,
    frontRight: 246,
    rearLeft: 214,
    rearRight: 209,
  };
  return {
    async *read(signal) {
      let state = seed >>> 0;
      const random = () => {
        state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
        return state / 4294967296 - 0.5;
      };
      const phase = Object.fromEntries(PADS.map((p) => [p, random() * 6])) as Record<Pad, number>;
      const recent = Object.fromEntries(PADS.map((p) => [p, [] as number[]])) as Record<Pad, number[]>;
      for (let n = 0; !signal.aborted; n++) {
        const t = (n * STEP_MS) / 1000;
        const swing = WANDER_KG * Math.exp(-t / SETTLE_S);
        const kg = {} as Record<Pad, number>;
        const steady = {} as Record<Pad, boolean>;
        for (const pad of PADS) {
          const shown = truth[pad] + swing * Math.cos(2 * Math.PI * 1.4 * t + phase[pad]) + random() * 0.12;
          kg[pad] = Math.round(shown * 10) / 10;
          const list = recent[pad];
          list.push(kg[pad]);
          if (list.length > STEADY_READINGS) list.shift();
          steady[pad] = list.length === STEADY_READINGS && Math.max(...list) - Math.min(...list) <= 2 * STEADY_KG;
        }
        yield { atMs: n * STEP_MS, kg, steady };
        await new Promise((done) => setTimeout(done, STEP_MS));
      }
    },
  };
}
