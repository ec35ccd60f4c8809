import type { Wrapped } from '@sable/core/geometry/scan';
import { obstaclesOf, placeOf, solidsOf, worthOf, type Three } from './placed.ts';

const piece = (standsOutMm: number): Wrapped['pieces'][number] => ({
  verticesMm: [
    [0, 0, 0],
    [100, 0, 0],
    [0, 50, 0],
    [0, 0, 30],
  ],
  standsOffMm: 3,
  standsOffAtMm: [0, 0, 0],
  standsOutMm,
});
const wrapped: Wrapped = { pieces: [piece(0), piece(1.5)], standsOffMm: 3, standsOutMm: 1.5 };
const words = [
  { name: 'block', role: 'block' },
  { name: 'pan', role: 'sump' },
];
const known: Three = [
  [10, 20, 30],
  [10, 120, 30],
  [-40, 20, 30],
];
const picked: Three = [
  [0, 0, 0],
  [100, 0, 0],
  [0, 50, 0],
];

test('a scan that is already in the axes stays where its file has it', () => {
  const solids = solidsOf(wrapped, placeOf('axes', [], known)!, words, new Set());
  expect(solids.map((s) => [s.id, s.name, s.role, s.plusMinusMm])).toEqual([
    ['scan-1-1', 'block', 'block', 2],
    ['scan-1-2', 'pan', 'sump', 3.5],
  ]);
  expect(solids[0]!.shape).toEqual({ kind: 'hull', verticesMm: wrapped.pieces[0]!.verticesMm });
});

test('by three points it comes to where they were said to be, turned; two are not enough, nor three on a line', () => {
  const at = placeOf('three', picked, known)!;
  const [solid] = solidsOf(wrapped, at, words, new Set());
  // Its x goes left, its y rearward: a quarter of a turn.
  expect(solid!.shape.kind === 'hull' && solid!.shape.verticesMm).toEqual([
    [10, 20, 30],
    [10, 120, 30],
    [-40, 20, 30],
    [10, 20, 60],
  ]);
  expect(placeOf('three', picked.slice(0, 2), known)).toBeUndefined();
  expect(placeOf('three', picked, [known[0], known[0], known[0]])).toBeUndefined();
});

test('by how far its points miss it is less sure', () => {
  const off: Three = [known[0], [10, 132, 30], known[2]];
  const at = placeOf('three', picked, off)!;
  expect(at.missMm).toBeGreaterThan(3);
  expect(solidsOf(wrapped, at, words, new Set())[0]!.plusMinusMm).toBeCloseTo(2 + at.missMm, 1);
});

test('ids that stand anywhere already are not taken again; in a bay it says what it came from', () => {
  const taken = new Set(['scan-1-7', 'scan-2-1']);
  const bodies = obstaclesOf('scan “wing.stl”', wrapped, placeOf('axes', [], known)!, words, taken);
  expect(bodies.map((b) => [b.id, b.source, b.may])).toEqual([
    ['scan-3-1', 'scan “wing.stl”', []],
    ['scan-3-2', 'scan “wing.stl”', []],
  ]);
});

test('what each piece more was worth never gets worse, and ends with what was kept', () => {
  const steps = [
    { pieces: 1, standsOffMm: 33 },
    { pieces: 2, standsOffMm: 35 },
    { pieces: 3, standsOffMm: 20 },
    { pieces: 4, standsOffMm: 12 },
    { pieces: 3, standsOffMm: 11 },
  ];
  expect(worthOf(steps, 3)).toEqual([
    { pieces: 1, standsOffMm: 33 },
    { pieces: 2, standsOffMm: 33 },
    { pieces: 3, standsOffMm: 11 },
  ]);
});
