import fc from 'fast-check';
import { convexOf } from '../../geometry/index.ts';
import { Solid } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';
import { Check } from 'typebox/schema';
import { engineByTape, gearboxByTape, TAPED_ARRANGEMENTS, type EngineTape, type GearboxTape } from './index.ts';

/** What some bodies take up together: least and most along each axis. */
function around(solids: readonly Solid[]) {
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (const { shape } of solids) {
    const { bounds } = convexOf(shape, '/solid');
    for (let a = 0; a < 3; a++) {
      low[a] = Math.min(low[a]!, bounds[a]!);
      high[a] = Math.max(high[a]!, bounds[a + 3]!);
    }
  }
  return { low, high };
}

const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const engines = fc
  .record({
    arrangement: fc.constantFrom(...TAPED_ARRANGEMENTS),
    lengthMm: mm(200, 1200),
    widthMm: mm(200, 1000),
    heightMm: mm(200, 1000),
    sump: fc.option(mm(0.1, 0.9), { nil: undefined }),
    block: fc.option(mm(0.3, 0.99), { nil: undefined }),
    right: fc.option(mm(0.1, 0.9), { nil: undefined }),
    intakeOn: fc.constantFrom('left', 'right'),
  })
  .map(({ sump, block, right, ...t }): EngineTape => ({
    ...t,
    sumpMm: sump && sump * t.heightMm,
    blockMm: block && block * t.lengthMm,
    rightMm: right && right * t.widthMm,
  }));

describe('an engine by tape', () => {
  test('its bodies fill just the box that was measured, whatever was read of it', () => {
    fc.assert(
      fc.property(engines, (tape) => {
        const { low, high } = around(engineByTape(tape));
        const sump = tape.sumpMm ?? 0.36 * tape.heightMm;
        const right = tape.rightMm ?? tape.widthMm / 2;
        const wanted = [0, -right, -sump, tape.lengthMm, tape.widthMm - right, tape.heightMm - sump];
        [...low, ...high].forEach((v, i) => expect(v).toBeCloseTo(wanted[i]!, 6));
      }),
      { numRuns: 300 },
    );
  });
  test('each is a body that the library takes, with its own id, and hot where the gas leaves', () => {
    for (const arrangement of TAPED_ARRANGEMENTS) {
      const solids = engineByTape({ arrangement, lengthMm: 600, widthMm: 620, heightMm: 650 });
      for (const s of solids) expect(Check(Solid, s)).toBe(true);
      expect(new Set(solids.map((s) => s.id)).size).toBe(solids.length);
      for (const s of solids) expect(s.temperature === 'hot').toBe(s.role === 'exhaust manifold');
    }
  });
  test('reckoned it is good for 25 mm, read for what the tape is', () => {
    const outer = { arrangement: 'inline', lengthMm: 600, widthMm: 620, heightMm: 650 } as const;
    expect(engineByTape(outer).every((s) => s.plusMinusMm === 25)).toBe(true);
    const read = { ...outer, sumpMm: 230, blockMm: 500, rightMm: 300 };
    expect(engineByTape(read).every((s) => s.plusMinusMm === 5)).toBe(true);
    expect(engineByTape({ ...read, plusMinusMm: 8 }).every((s) => s.plusMinusMm === 8)).toBe(true);
  });
  test('with its intake on the other side it is its own mirror image', () => {
    const tape = { arrangement: 'inline', lengthMm: 600, widthMm: 620, heightMm: 650 } as const;
    const [left, right] = (['left', 'right'] as const).map((intakeOn) => engineByTape({ ...tape, intakeOn }));
    left!.forEach((s, i) => {
      const [a, b] = [s.shape, right![i]!.shape];
      if (a.kind !== 'box' || b.kind !== 'box') throw new Error('boxes');
      expect(b.centreMm[1]).toBeCloseTo(-a.centreMm[1], 9);
      expect(b.sizeMm).toEqual(a.sizeMm);
    });
  });
  test('leaning it keeps its distances to the crank', () => {
    const tape = { arrangement: 'inline', lengthMm: 600, widthMm: 620, heightMm: 650 } as const;
    const [upright, lean] = [engineByTape(tape), engineByTape({ ...tape, leanDeg: 15 })];
    upright.forEach((s, i) => {
      const [a, b] = [s.shape, lean[i]!.shape];
      if (a.kind !== 'box' || b.kind !== 'box') throw new Error('boxes');
      expect(Math.hypot(b.centreMm[1], b.centreMm[2])).toBeCloseTo(Math.hypot(a.centreMm[1], a.centreMm[2]), 9);
    });
    const top = lean.find((s) => s.role === 'rocker cover')!.shape;
    // To its right: the top goes to minus y.
    expect(top.kind === 'box' && top.centreMm[1]).toBeLessThan(0);
  });
  test.each([
    [{ lengthMm: 0 }, '/lengthMm'],
    [{ sumpMm: 650 }, '/sumpMm'],
    [{ blockMm: 900 }, '/blockMm'],
    [{ rightMm: -3 }, '/rightMm'],
  ])('%o is refused where it is', (bad, pointer) => {
    const tape = { arrangement: 'vee', lengthMm: 600, widthMm: 620, heightMm: 650, ...bad } as EngineTape;
    expect(() => engineByTape(tape)).toThrow(InputError);
    try {
      engineByTape(tape);
    } catch (e) {
      expect((e as InputError).pointer).toBe(pointer);
    }
  });
});

describe('a gearbox by tape', () => {
  const tape: GearboxTape = { lies: 'lengthways', lengthMm: 700, bellMm: 360, caseWidthMm: 220, caseHeightMm: 260 };
  test('lies from its mating face rearward, as long and as wide as it was read', () => {
    const { low, high } = around(gearboxByTape(tape));
    expect(high[0]).toBeCloseTo(0, 6);
    expect(low[0]).toBeCloseTo(-700, 6);
    // A round body is drawn by the polygon around it.
    expect(high[2]).toBeGreaterThanOrEqual(180 - 1e-6);
    expect(high[2]).toBeLessThan(186);
  });
  test('a transaxle has its final drive beside the crank, where it was read', () => {
    const final = gearboxByTape({ ...tape, lies: 'transaxle', axleBackMm: 190, axleDownMm: 40 }).find(
      (s) => s.id === 'taped-final',
    )!;
    expect(final.shape).toMatchObject({ kind: 'cylinder' });
    expect(final.shape.kind === 'cylinder' && final.shape.fromMm.slice(1)).toEqual([190, -40]);
    expect(final.plusMinusMm).toBe(5);
  });
  test('a bell deeper than the whole is refused', () => {
    expect(() => gearboxByTape({ ...tape, bellDepthMm: 800 })).toThrow(InputError);
  });
});
