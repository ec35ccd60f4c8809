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
