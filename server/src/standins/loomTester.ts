import type { LoomReading, Splice } from '@sable/core';

/** The interface that a real tester would stand behind: both ends clipped on, every wire measured. */
export interface LoomTester {
  test(wires: readonly Splice[]): Promise<readonly LoomReading[]>;
}

/** Of so many wires one has something. */
const ONE_IN = 9;

/** A simulated tester that finds a few made-up faults, the same ones each time for the same loom. */
export function simulatedLoomTester(seed: string): LoomTester {
  return {
    test(wires) {
      let state = [...seed].reduce((s, c) => (Math.imul(s, 31) + c.charCodeAt(0)) >>> 0, 7);
      const random = () => {
        state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
        return state / 4294967296;
      };
      const sound = (): number => Math.round((0.05 + 0.25 * random()) * 100) / 100;
      const readings = wires.map(({ a, b }): LoomReading => ({ a, b, result: 'sound', ohm: sound() }));
      const faults = wires.length === 0 ? 0 : Math.max(1, Math.floor(wires.length / ONE_IN));
      for (let n = 0; n < faults; n++) {
        const at = Math.floor(random() * wires.length);
        const { a, b } = wires[at]!;
        const kind = random();
        if (kind < 0.4) readings[at] = { a, b, result: 'open' };
        else if (kind < 0.7 || wires.length < 2) readings[at] = { a, b, result: 'short to ground', ohm: sound() };
        else {
          // Two wires that went into each other’s place.
          const other = (at + 1) % wires.length;
          const there = wires[other]!;
          readings[at] = { a, b, result: 'crossed', ohm: sound(), found: there.b };
          readings[other] = { a: there.a, b: there.b, result: 'crossed', ohm: sound(), found: b };
        }
      }
      return Promise.resolve(readings);
    },
  };
}
