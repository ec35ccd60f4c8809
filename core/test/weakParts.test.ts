import fc from 'fast-check';
import {
  accept,
  assess,
  chanceWithin,
  type Candidate,
  type Inspection,
  type Library,
  type WeakPart,
} from '../src/index.ts';
import { library, tug } from './demo.ts';

const D = tug.candidates.find((c) => c.letter === 'D')!;
const WEAK: WeakPart = {
  id: 'layshaft',
  name: 'layshaft bearing',
  failsAtKm: { value: 160_000, plusMinus: 40_000, evidence: 'claimed' },
  price: { low: 150, likely: 200, high: 260, evidence: 'claimed' },
  hours: { low: 6, likely: 8, high: 12, evidence: 'estimated' },
  takesWithIt: 300,
};
const lib: Library = {
  ...library,
  gearboxes: library.gearboxes.map((g) => (g.id === D.gearboxId ? { ...g, weakParts: [WEAK] } : g)),
};
const ran = (travelledKm: number): Inspection => ({
  compressionBar: [],
  leakDownPct: [],
  marksRead: [],
  faultsFound: [],
  travelledKm,
});
const weak = (c: Partial<Candidate>) =>
  assess(tug, { ...D, ...c }, lib).findings.find((f) => f.id === `weak-${D.gearboxId}-layshaft`);

test('the farther it has run and the farther it must, the likelier it fails; never below none nor above certain', () => {
  fc.assert(
    fc.property(fc.tuple(fc.integer({ min: 0, max: 600_000 }), fc.integer({ min: 1, max: 300_000 })), ([km, far]) => {
      const p = chanceWithin(WEAK, km, far);
      expect(p >= 0 && p <= 1).toBe(true);
      expect(chanceWithin(WEAK, km, far + 10_000)).toBeGreaterThanOrEqual(p);
      expect(chanceWithin(WEAK, km + 10_000, far)).toBeGreaterThanOrEqual(p - 1e-6);
    }),
  );
  // New, half of them are gone at the distance that is known.
  expect(chanceWithin(WEAK, 0, 160_000)).toBeCloseTo(0.5, 1);
});

test('unknown until somebody reads its distance; then by chance, with what it may cost', () => {
  expect(weak({})).toMatchObject({ state: 'unknown', missing: [`/candidates/${D.id}/inspection/travelledKm`] });
  const { distanceKm: _, ...brief } = tug.brief;
  const far = assess({ ...tug, brief }, { ...D, inspection: ran(20_000) }, lib).findings;
  expect(far.find((f) => f.id === `weak-${D.gearboxId}-layshaft`)).toMatchObject({
    state: 'unknown',
    missing: ['/brief/distanceKm'],
  });
  const fresh = weak({ inspection: ran(20_000) })!;
  expect(fresh.state).toBe('clear');
  const old = weak({ inspection: ran(180_000) })!;
  expect(old).toMatchObject({ state: 'tight', quantity: 'money' });
  expect(old.figure!).toBeGreaterThan(fresh.figure!);
  expect(old.remedies[0]!.accept).toEqual({ kind: 'cure', weakId: 'layshaft' });
});

test('put right it stands on the bill and is clear; a kit that rebuilds the box takes it away', () => {
  const done = accept({ ...D, inspection: ran(180_000) }, { kind: 'cure', weakId: 'layshaft' });
  expect(weak(done)).toMatchObject({ state: 'clear' });
  const bill = assess(tug, done, lib).figures!.money!.bill.lines;
  expect(bill.find((l) => l.id === 'cure-layshaft')).toMatchObject({
    name: 'Repair: layshaft bearing',
    price: { likely: 200 },
  });
  expect(weak({ inspection: ran(180_000), partIds: [...D.partIds, 'gk-marten'] })).toBeUndefined();
});
