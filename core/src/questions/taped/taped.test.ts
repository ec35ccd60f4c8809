import fc from 'fast-check';
import { convexOf } from '../../geometry/index.ts';
import { Solid } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';
import { Check } from 'typebox/schema';
import {
  bossByTape,
  engineByTape,
  gearboxByTape,
  gearboxFields,
  pieceByTape,
  TAPED_PIECES,
  readingsOf,
  TAPED_ARRANGEMENTS,
  type EngineTape,
  type GearboxTape,
} from './index.ts';

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
    const read = {
      ...outer,
      sumpMm: 230,
      blockMm: 500,
      rightMm: 300,
      jointMm: 60,
      blockWidthMm: 280,
      deckMm: 210,
      headMm: 330,
    };
    const mm = (list: ReturnType<typeof engineByTape>) => new Map(list.map((s) => [s.id, s.plusMinusMm]));
    // Block, sump, head and cover are read; intake, manifold and what the belts drive are not.
    expect(mm(engineByTape(read))).toEqual(
      new Map([
        ['taped-block', 5],
        ['taped-sump', 5],
        ['taped-head', 5],
        ['taped-cover', 5],
        ['taped-intake', 25],
        ['taped-manifold', 25],
        ['taped-front-drive', 25],
      ]),
    );
    expect(mm(engineByTape({ ...read, plusMinusMm: 8 })).get('taped-block')).toBe(8);
  });
  test.each(TAPED_ARRANGEMENTS)(
    '%s: ten more readings at most more than halve its ±, and move its faces to where they were read',
    (arrangement) => {
      const outer = { arrangement, lengthMm: 600, widthMm: 620, heightMm: 650 };
      const all = {
        sumpMm: 234,
        blockMm: 510,
        rightMm: 300,
        jointMm: 130,
        blockWidthMm: 330,
        deckMm: 180,
        headMm: 360,
        intakeLowMm: 190,
        manifoldLowMm: -200,
        manifoldTopMm: 100,
      };
      const keys = readingsOf(arrangement);
      expect(keys.length).toBeLessThanOrEqual(10);
      const tape = { ...outer, ...Object.fromEntries(keys.map((k) => [k, all[k as keyof typeof all]])) } as EngineTape;
      const mean = (list: ReturnType<typeof engineByTape>) => list.reduce((s, b) => s + b.plusMinusMm, 0) / list.length;
      expect(mean(engineByTape(tape))).toBeLessThan(mean(engineByTape(outer)) / 2);
      const block = engineByTape(tape).find((s) => s.id === 'taped-block')!.shape;
      if (block.kind !== 'box') throw new Error('a box');
      expect(block.sizeMm).toEqual([510, 330, 310]);
      expect(block.centreMm[2]).toBeCloseTo((180 - 130) / 2, 9);
    },
  );
  test('readings that would turn a body over are refused where they are', () => {
    const tape = { arrangement: 'inline', lengthMm: 600, widthMm: 620, heightMm: 650 } as const;
    const pointerOf = (more: Partial<EngineTape>) => {
      try {
        engineByTape({ ...tape, ...more });
        return undefined;
      } catch (e) {
        return (e as InputError).pointer;
      }
    };
    expect(pointerOf({ deckMm: 300, headMm: 250 })).toBe('/headMm');
    expect(pointerOf({ manifoldLowMm: 200, manifoldTopMm: 150 })).toBe('/manifoldTopMm');
    expect(pointerOf({ jointMm: 300 })).toBe('/jointMm');
    expect(pointerOf({ blockWidthMm: 640 })).toBe('/blockWidthMm');
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
  test('a transaxle has its final drive beside the crank, measuring position', () => {
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

describe('a transfer case by tape', () => {
  const tape: GearboxTape = {
    lies: 'with transfer case',
    lengthMm: 760,
    bellMm: 360,
    caseWidthMm: 200,
    caseHeightMm: 240,
  };
  const transfer = (more: Partial<GearboxTape> = {}) =>
    gearboxByTape({ ...tape, ...more }).find((s) => s.id === 'taped-transfer')!;
  test('ends where the gearbox ends, and reaches to measuring position, on either side', () => {
    const read = { transferMm: 220, transferLeftMm: 290, transferDownMm: 310 };
    const { low, high } = around([transfer(read)]);
    [-760, -100, -310, -540, 290, 120].forEach((v, i) => expect([...low, ...high][i]).toBeCloseTo(v, 9));
    expect(transfer(read).plusMinusMm).toBe(5);
    expect(transfer().plusMinusMm).toBe(25);
    const right = around([transfer({ ...read, transferLeftMm: -290 })]);
    expect([right.low[1], right.high[1]]).toEqual([-290, 100]);
  });
  test('is one body with the case before it, without a gap', () => {
    const solids = gearboxByTape({ ...tape, transferMm: 220 });
    expect(around([solids.find((s) => s.id === 'taped-case')!]).low[0]).toBeCloseTo(
      around([transfer({ transferMm: 220 })]).high[0]!,
      9,
    );
  });
  test.each([
    [{ transferMm: 700 }, '/transferMm'],
    [{ transferLeftMm: 60 }, '/transferLeftMm'],
    [{ transferDownMm: -200 }, '/transferDownMm'],
  ])('%o is refused where it is', (bad, pointer) => {
    expect(() => transfer(bad)).toThrow(expect.objectContaining({ pointer }));
  });
});

describe('places by tape', () => {
  const tape: GearboxTape = { lies: 'lengthways', lengthMm: 700, bellMm: 360, caseWidthMm: 220, caseHeightMm: 260 };
  test('a place of which 1 measurement (missing) missing is left out; with both it lies measuring position', () => {
    expect(gearboxFields(tape, { shifterBackMm: 430 })).toEqual({
      lengthMm: { value: 700, plusMinus: 5, evidence: 'measured' },
    });
    expect(
      gearboxFields(tape, {
        shifterBackMm: 430,
        shifterUpMm: 160,
        outputBackMm: 700,
        outputDownMm: 40,
        mountBackMm: 500,
        mountDownMm: 100,
      }),
    ).toMatchObject({ shifterMm: [-430, 0, 160], outputMm: [-700, 0, -40], mountMm: [-500, 0, -100] });
  });
  test('the joint to the front axle is one of a transfer case only', () => {
    const at = { frontBackMm: 650, frontLeftMm: 240, frontDownMm: 260 };
    expect(gearboxFields({ ...tape, lies: 'with transfer case' }, at).frontOutputMm).toEqual([-650, 240, -260]);
    expect(gearboxFields(tape, at).frontOutputMm).toBeUndefined();
  });
  test('inner joints lie on the axle that was read; which is left goes by where the gearbox stands', () => {
    const axle: GearboxTape = { ...tape, lies: 'transaxle', axleBackMm: -150, axleDownMm: 60 };
    const at = { farJointMm: 180, nearJointMm: 60 };
    expect(gearboxFields(axle, { ...at, gearboxOn: 'left' }).halfShaftsMm).toEqual({
      leftMm: [-180, -150, -60],
      rightMm: [60, -150, -60],
    });
    expect(gearboxFields(axle, { ...at, gearboxOn: 'right' }).halfShaftsMm?.rightMm).toEqual([-180, -150, -60]);
    expect(gearboxFields(axle, at).halfShaftsMm).toBeUndefined();
    expect(() => gearboxFields(axle, { farJointMm: 80, nearJointMm: -90, gearboxOn: 'left' })).toThrow(InputError);
  });
  test('what lies off the case is refused where it is', () => {
    expect(() => gearboxFields(tape, { mountBackMm: 730, mountDownMm: 90 })).toThrow(
      expect.objectContaining({ pointer: '/mountBackMm' }),
    );
  });
  test('an arm’s boss looks outward from its side', () => {
    const arm = { aheadMm: 250, outMm: 170, upMm: -60, thread: ' M10 ' };
    expect(bossByTape({ ...arm, side: 'left' })).toMatchObject({
      atMm: [250, 170, -60],
      direction: [0, 1, 0],
      thread: 'M10',
    });
    expect(bossByTape({ ...arm, side: 'right' })).toMatchObject({ atMm: [250, -170, -60], direction: [0, -1, 0] });
    expect(() => bossByTape({ ...arm, side: 'left', outMm: -4 })).toThrow(InputError);
  });
  test('each piece is a body that the library takes, with an id of its own', () => {
    const taken = new Set<string>();
    for (const role of [...TAPED_PIECES, ...TAPED_PIECES]) {
      const body = pieceByTape(
        { role, aheadMm: 40, leftMm: -220, upMm: 90, lengthMm: 90, widthMm: 80, heightMm: 70 },
        taken,
      );
      expect(Check(Solid, body)).toBe(true);
      expect(taken.has(body.id)).toBe(false);
      taken.add(body.id);
      const { low, high } = around([body]);
      expect([...low, ...high]).toEqual([-5, -260, 55, 85, -180, 125]);
    }
  });
});
