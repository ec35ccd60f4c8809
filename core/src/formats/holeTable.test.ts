import fc from 'fast-check';
import { readHoles, writeHoles } from './holeTable.ts';

const hole = fc.record({
  uMm: fc.double({ min: -400, max: 400, noNaN: true }),
  vMm: fc.double({ min: -400, max: 400, noNaN: true }),
  diameterMm: fc.double({ min: 4, max: 40, noNaN: true }),
});

test('written and read again the holes lie where they lay, either way, in mm and in inches', () => {
  fc.assert(
    fc.property(
      fc.array(hole, { maxLength: 12 }),
      fc.constantFrom('across and up' as const, 'radius and angle' as const),
      fc.constantFrom(1, 25.4),
      (list, form, toMm) => {
        const holes = list.map((h, i) => ({ id: `A${i}`, ...h }));
        const read = readHoles(writeHoles(holes, form, toMm), form, toMm);
        expect(read.problems).toEqual([]);
        read.holes.forEach((h, i) => {
          expect(Math.hypot(h.uMm - holes[i]!.uMm, h.vMm - holes[i]!.vMm)).toBeLessThan(0.02);
          expect(Math.abs(h.diameterMm - holes[i]!.diameterMm)).toBeLessThan(0.01);
        });
        expect(read.holes).toHaveLength(holes.length);
      },
    ),
  );
});

test('by three distances: written and read again the holes lie where they lay, whichever side the second is on', () => {
  /** Two holes that are seen well apart from the axis: each hole is then where the tape says. */
  const marks = fc.record({
    radiusMm: fc.integer({ min: 60, max: 300 }),
    angleDeg: fc.integer({ min: -180, max: 180 }),
    ratio: fc.integer({ min: 60, max: 160 }),
    apartDeg: fc.integer({ min: 40, max: 140 }),
    withClock: fc.boolean(),
  });
  const at = (radiusMm: number, angleDeg: number) => ({
    uMm: radiusMm * Math.cos((angleDeg * Math.PI) / 180),
    vMm: radiusMm * Math.sin((angleDeg * Math.PI) / 180),
    diameterMm: 10,
  });
  fc.assert(
    fc.property(marks, fc.array(hole, { maxLength: 10 }), fc.constantFrom(1, 25.4), (m, list, toMm) => {
      const second = at((m.radiusMm * m.ratio) / 100, m.angleDeg + (m.withClock ? -1 : 1) * m.apartDeg);
      const holes = [at(m.radiusMm, m.angleDeg), second, ...list].map((h, i) => ({ id: `A${i}`, ...h }));
      const read = readHoles(writeHoles(holes, 'three distances', toMm), 'three distances', toMm);
      expect(read.problems).toEqual([]);
      expect(read.worstMm).toBeLessThan(0.05);
      read.holes.forEach((h, i) => expect(Math.hypot(h.uMm - holes[i]!.uMm, h.vMm - holes[i]!.vMm)).toBeLessThan(0.3));
    }),
  );
});

test('by three distances: a square of 100 by hand, the misses told, and what can’t be so named', () => {
  // Axis at a corner, first hole 100 to the right, second 100 up: 141.4 apart; the fourth corner.
  const read = readHoles('A1 100 0 10\nA2 100 141,42 10\nA3 141,42 100 100 12 dowel', 'three distances', 1);
  expect(read.problems).toEqual([]);
  expect([read.holes[1]!.uMm, read.holes[1]!.vMm].map((x) => Math.round(x))).toEqual([0, 100]);
  expect([read.holes[2]!.uMm, read.holes[2]!.vMm].map((x) => Math.round(x))).toEqual([100, 100]);
  expect(read.holes[2]!.dowel).toBe(true);
  // With the clock from the first it lies below.
  expect(readHoles('A1 100 0 10\nA2 100 -141.42 10', 'three distances', 1).holes[1]!.vMm).toBeCloseTo(-100, 1);
  // One of three distances 1 mm long: no place misses none.
  const off = readHoles('A1 100 0 10\nA2 100 141.42 10\nA3 142.42 100 100 12', 'three distances', 1);
  expect(off.worstMm).toBeGreaterThan(0.3);
  expect(off.worstMm).toBeLessThan(1);
  const far = readHoles('A1 100 0 10\nA2 100 141.42 10\nA3 160 100 100 12', 'three distances', 1);
  expect(far.problems[0]).toMatch(/^Line 3: the distances of A3 disagree by \d/);
  expect(readHoles('A1 100 0 10\nA2 100 200 10', 'three distances', 1).problems[0]).toMatch(/lie on one line/);
  expect(readHoles('A1 100 0 10\nA2 100 141.42 10\nA3 141 100 12', 'three distances', 1).problems[0]).toMatch(
    /its distances \(3 of them\)/,
  );
});

test('pasted from a spreadsheet, with decimal commas, tabs or semicolons, and dowels told', () => {
  const read = readHoles('A1\t155,05\t56,43\t10,5\nA2; -44.5; 166; 12; dowel\n\n', 'across and up', 1);
  expect(read).toEqual({
    holes: [
      { id: 'A1', uMm: 155.05, vMm: 56.43, diameterMm: 10.5 },
      { id: 'A2', uMm: -44.5, vMm: 166, diameterMm: 12, dowel: true },
    ],
    problems: [],
  });
});

test('by radius and angle: 100 at 90 degrees lies straight up', () => {
  const [h] = readHoles('A1 100 90 10', 'radius and angle', 1).holes;
  expect(h!.uMm).toBeCloseTo(0, 9);
  expect(h!.vMm).toBeCloseTo(100, 9);
});

test.each([
  ['A1 12', 'wants a name'],
  ['A1 x 3 10', 'wants a name'],
  ['A1 1 2 0', 'above 0'],
  ['A1 1 2 99', 'up to 60 mm'],
  ['A1 1 2 8\nA1 3 4 8', 'already'],
  ['A1 900 2 8', 'more than 600'],
])('%j is refused by its line: %s', (text, words) => {
  const read = readHoles(text, 'across and up', 1);
  expect(read.problems).toHaveLength(1);
  expect(read.problems[0]).toContain(words);
});
