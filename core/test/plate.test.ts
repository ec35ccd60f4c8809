import DxfParser from 'dxf-parser';
import {
  assess,
  plateSheet,
  sheetDxf,
  turnedBy,
  type AdapterPlate,
  type Candidate,
  type Library,
  type PlateHole,
} from '../src/index.ts';
import { candidate, finding, judged, library, tug } from './demo.ts';

const ring = (name: string, count: number, radius: number, diameterMm: number, fromDeg = 0): PlateHole[] =>
  Array.from({ length: count }, (_, i) => {
    const [uMm, vMm] = turnedBy({ uMm: radius, vMm: 0 }, fromDeg + (360 * i) / count);
    return { id: `${name}${i + 1}`, uMm, vMm, diameterMm };
  });
const PLATE: AdapterPlate = {
  engineHoles: ring('A', 6, 160, 10.5),
  gearboxHoles: ring('B', 6, 150, 12.5),
  plusMinusMm: 0.2,
  clockingDeg: 30,
  thicknessMm: 12,
  stack: {
    shaftStickOutMm: 22,
    pilotMouthDepthMm: -6,
    pilotBottomDepthMm: 14,
    pilotEngagementMm: 8,
    tipClearanceMm: 2,
    splineDiameterMm: 23,
    splineStartMm: -62,
    splineEndMm: -20,
    hubRearMm: -56,
    hubFrontMm: -24,
  },
};
const withPlate = (plate: Partial<AdapterPlate>, more: object = {}) =>
  judged('C', { plate: { ...PLATE, ...plate }, ...more });

test('apart and of a thickness that suits: clear; as they lie over each other: blocked, with the pair and what it leaves', () => {
  const a = withPlate({});
  expect(finding(a, 'plate-holes').state).toBe('clear');
  expect(finding(a, 'plate-thickness').state).toBe('clear');
  const over = finding(withPlate({ clockingDeg: 0 }), 'plate-holes');
  expect(over.state).toBe('blocked');
  // By hand: 10 mm apart, less half of 10.5 and of 12.5.
  expect(over.figure!).toBeCloseTo(10 - 11.5, 9);
  expect(over.title).toContain('6 pairs of holes');
});

test('by the doubt of the holes it is tight, and without it unknown', () => {
  // Least at a quarter turn between: some 69 mm of metal. A doubt of that size leaves it in the balance.
  const spare = finding(withPlate({}), 'plate-holes');
  const most = (spare.figure! - spare.limit!) / Math.SQRT2;
  expect(finding(withPlate({ plusMinusMm: most + 0.1 }), 'plate-holes').state).toBe('tight');
  const { plusMinusMm: _told, ...untold } = PLATE;
  const f = finding(judged('C', { plate: untold }), 'plate-holes');
  expect(f.state).toBe('unknown');
  expect(f.missing).toEqual(['/candidates/c/plate/plusMinusMm']);
});

test('outside its window it is blocked, without the stack or a thickness unknown', () => {
  expect(finding(withPlate({ thicknessMm: 14 }), 'plate-thickness').state).toBe('blocked');
  const { stack: _stack, ...bare } = PLATE;
  expect(finding(judged('C', { plate: bare }), 'plate-thickness').missing).toEqual(['/candidates/c/plate/stack']);
  const { thicknessMm: _t, ...unsaid } = PLATE;
  const f = finding(judged('C', { plate: unsaid }), 'plate-thickness');
  expect(f.state).toBe('unknown');
  expect(f.title).toContain('{{10|lengthMm|1|}} to {{13|lengthMm|1|}}');
  const bad = finding(withPlate({ stack: { ...PLATE.stack!, pilotBottomDepthMm: -10 } }), 'plate-thickness');
  expect(bad.missing).toEqual(['/candidates/c/plate/stack/pilotBottomDepthMm']);
});

test('an adapter plate that the shop makes is not clear before it is drawn', () => {
  const c = candidate('C');
  const a = judged('C', { ...c, fabricated: [{ joint: 'bell' }] });
  const f = finding(a, 'plate-drawn');
  expect(f.state).toBe('unknown');
  expect(f.missing).toEqual(['/candidates/c/plate']);
  expect(withPlate({}, { fabricated: [{ joint: 'bell' }] }).findings.some((x) => x.id === 'plate-drawn')).toBe(false);
});

describe('patterns of the library', () => {
  const pattern = (holes: PlateHole[], plusMinusMm?: number) => ({
    holes,
    ...(plusMinusMm === undefined ? {} : { plusMinusMm }),
  });
  const { engineId, gearboxId } = candidate('C');
  const known = (engineMm?: number, gearboxMm?: number): Library => ({
    ...library,
    engines: library.engines.map((e) =>
      e.id === engineId ? { ...e, bellPattern: pattern(PLATE.engineHoles, engineMm) } : e,
    ),
    gearboxes: library.gearboxes.map((g) =>
      g.id === gearboxId ? { ...g, bellPattern: pattern(PLATE.gearboxHoles, gearboxMm) } : g,
    ),
  });
  const holesOf = (lib: Library, change: Partial<Candidate>) => {
    const found = assess(tug, { ...candidate('C'), ...change }, lib).findings.find((f) => f.id === 'plate-holes');
    return found!;
  };
  const NONE = { engineHoles: [], gearboxHoles: [] };

  test('stand for holes that the plate does not enter, and are judged the same', () => {
    const own = finding(withPlate({}), 'plate-holes');
    expect(holesOf(known(0.2, 0.2), { plate: { ...PLATE, ...NONE } })).toEqual(own);
    // Each face by its own doubt.
    const mixed = holesOf(known(0.3, 0.4), { plate: { ...PLATE, ...NONE } });
    expect(mixed.plusMinus).toBeCloseTo(0.5, 9);
    // Those that the plate has go first.
    expect(holesOf(known(5, 5), { plate: PLATE })).toEqual(own);
  });

  test('one whose holes nobody says how surely were placed is not judged, and where to say it is named', () => {
    const f = holesOf(known(0.2), { plate: { ...PLATE, ...NONE } });
    expect(f.state).toBe('unknown');
    expect(f.missing).toEqual([`/gearboxes/${gearboxId}/bellPattern/plusMinusMm`]);
  });

  test('a plate that is to be made is judged by them before anything is entered with it', () => {
    const making = { fabricated: [{ joint: 'bell' }] };
    const f = holesOf(known(0.2, 0.2), making);
    expect(f.state).toBe('blocked');
    expect(f.title).toContain('6 pairs of holes');
    // Nobody means to make one: nothing is said.
    expect(assess(tug, candidate('C'), known(0.2, 0.2)).findings.some((x) => x.id === 'plate-holes')).toBe(false);
  });
});

test('the drawing, opened by an independent reader, has every hole where it lies within 0.01 mm', () => {
  const sheet = plateSheet(PLATE, { letter: 'C' }, { system: 'metric' }, { buildName: 'x' });
  const circles = (
    new DxfParser().parseSync(sheetDxf(sheet))!.entities as unknown as {
      type: string;
      layer: string;
      center: { x: number; y: number };
      radius: number;
    }[]
  ).filter((e) => e.type === 'CIRCLE');
  const own = [
    ...PLATE.engineHoles.map((h) => [h.uMm, h.vMm, h.diameterMm, 'CUT'] as const),
    ...PLATE.gearboxHoles.map((h) => [...turnedBy(h, PLATE.clockingDeg), h.diameterMm, 'POWERTRAIN'] as const),
  ];
  expect(circles).toHaveLength(own.length);
  const [first] = circles;
  own.forEach(([u, v, d, layer], i) => {
    const c = circles[i]!;
    expect(Math.abs(c.center.x - first!.center.x - (u - own[0]![0]))).toBeLessThan(0.01);
    expect(Math.abs(c.center.y - first!.center.y - (v - own[0]![1]))).toBeLessThan(0.01);
    expect(2 * c.radius).toBeCloseTo(d, 2);
    expect(c.layer).toBe(layer);
  });
  for (const m of sheet.marks)
    for (const [x, y] of m.kind === 'line' ? m.points : [m.at]) {
      expect(x >= 0 && x <= sheet.widthMm).toBe(true);
      expect(y >= 0 && y <= sheet.heightMm).toBe(true);
    }
});
