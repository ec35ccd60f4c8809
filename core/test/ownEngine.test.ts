/** The car's own engine rebuilt or bored out: what it is then, that it hangs and mates as it did, its kit, machine work and condition. */
import fc from 'fast-check';
import { Check } from 'typebox/schema';
import {
  assess,
  checkEngine,
  checkPart,
  Engine,
  OwnLine,
  Part,
  type Build,
  type Candidate,
  type Library,
} from '../src/index.ts';
import { boredOut, machineWork, rebuildKit } from '../src/questions/donor/index.ts';
import { displacementCc } from '../src/questions/engine/index.ts';
import { InputError } from '../src/units/index.ts';
import { candidate, finding, library, tug } from './demo.ts';

const own = library.engines.find((e) => e.id === tug.chassis!.originalEngineId)!;
const was = own.boreMm!.value;
const price = (likely: number) => ({ low: likely * 0.8, likely, high: likely * 1.4, evidence: 'claimed' as const });

describe('bored out', () => {
  test('torque and displacement grow alike, compression by the swept volume over the same chamber; the rest stays', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.25, max: 6, noNaN: true }), (over) => {
        const bored = boredOut(own, was + over);
        const cc = (e: Engine) => displacementCc(e.boreMm!.value, e.strokeMm!.value, e.cylinders!);
        const grows = cc(bored) / cc(own);
        for (const [i, c] of bored.curves.entries())
          c.torqueNm.forEach((t, k) => expect(t).toBeCloseTo(own.curves[i]!.torqueNm[k]! * grows, 9));
        const clearance = (e: Engine) => cc(e) / (e.compressionRatio!.value - 1);
        expect(clearance(bored)).toBeCloseTo(clearance(own), 6);
        expect(bored.massRecords).toEqual(own.massRecords);
        expect(bored.solids).toBe(own.solids);
        expect(bored.ports).toBe(own.ports);
        expect(bored.madeFrom).toBe(own.id);
        expect(bored.price).toBeUndefined();
      }),
    );
    const bored = { ...boredOut(own, was + 1), id: 'own-bored' };
    expect(Check(Engine, bored)).toBe(true);
    checkEngine(bored);
    // No better known than estimated, and less surely than what it was scaled from.
    expect(
      bored.curves.every((c, i) => c.evidence === 'estimated' && c.plusMinusPct! > (own.curves[i]!.plusMinusPct ?? 5)),
    ).toBe(true);
    // Bored twice it is still the one that was in the car.
    expect(boredOut(bored, was + 2).madeFrom).toBe(own.id);
  });
  test.each([was, was - 1, was + 6.1, 0])('a bore of %d is refused', (mm) => {
    expect(() => boredOut(own, mm)).toThrow(InputError);
  });
  test('at the flywheel whose bore nobody entered it is refused with what to enter', () => {
    const { boreMm: _bore, ...unknown } = own;
    expect(() => boredOut(unknown, 80)).toThrow(/Enter the bore/);
  });
});

describe('as a candidate', () => {
  const work = { kit: price(420), machining: price(310), hours: price(24), boreMm: was + 1 };
  const bored = { ...boredOut(own, was + 1), id: 'own-bored' };
  const kit: Part = { ...rebuildKit(bored, work), id: 'own-kit' };
  const line = machineWork(bored, work);
  const lib: Library = { ...library, engines: [...library.engines, bored], parts: [...library.parts, kit] };
  const made: Candidate = {
    ...candidate('A'),
    id: 'own',
    letter: 'G',
    engineId: bored.id,
    gearboxId: tug.chassis!.originalGearboxId!,
    placement: tug.chassis!.engineAt!,
    dressing: {},
    mounts: [],
    partIds: [kit.id],
    bill: { own: [line] },
  };
  const { bought: _bought, inspection: _inspection, ...fresh } = made;
  const judge = (more: Partial<Candidate> = {}, build: Build = tug) => assess(build, { ...fresh, ...more }, lib);

  test('the kit and the line are what library and bill take', () => {
    expect(Check(Part, kit)).toBe(true);
    checkPart(kit);
    expect(Check(OwnLine, line)).toBe(true);
    expect(kit.rebuilds!.holds.join()).toContain(`pistons of ${was + 1} mm`);
    expect(line.name).toContain(`to ${was + 1} mm`);
  });
  test('it hangs and mates as the engine in the car did, and weighs what that weighed', () => {
    const a = judge();
    const before = assess(tug, { ...fresh, engineId: own.id, partIds: [], bill: {} }, lib);
    expect(a.figures!.joints!.joints.map((j) => [j.key, j.closure.how])).toEqual(
      before.figures!.joints!.joints.map((j) => [j.key, j.closure.how]),
    );
    expect(a.checks.find((c) => c.id === 'fit-margin')!.state).toBe(
      before.checks.find((c) => c.id === 'fit-margin')!.state,
    );
    for (const key of ['frontKg', 'rearKg', 'totalKg'] as const)
      expect(a.figures!.mass![key]!.value).toBeCloseTo(before.figures!.mass![key]!.value, 9);
    expect(a.figures!.mass!.changeKg!.value).toBeCloseTo(0, 9);
  });
  test('kit, machine work and hours are on the bill, and no engine is bought', () => {
    const { lines } = judge().figures!.money!.bill;
    const names = lines.map((l) => l.name);
    expect(names).toEqual(expect.arrayContaining([kit.name, line.name]));
    expect(names.some((n) => n.startsWith(bored.name))).toBe(false);
    const of = (name: string) => lines.find((l) => l.name === name)!;
    expect(of(line.name).price.likely).toBe(310);
    expect(of(kit.name).price.likely).toBe(420);
    expect(of(kit.name).hours.likely).toBe(24);
  });
  test('its condition is judged, and a rebuild puts right what it found', () => {
    const inspection = {
      compressionBar: own.cylinders === 4 ? [12, 5, 12, 12] : [12, 5],
      leakDownPct: [],
      marksRead: [],
      faultsFound: [],
    };
    const worn = judge({ inspection, engineId: own.id, partIds: [] });
    expect(finding(worn, 'compression').state).toBe('blocked');
    const cured = finding(judge({ inspection }), 'compression');
    expect(cured.state).toBe('clear');
    expect(cured.because).toContain(kit.name);
    expect(cured.title).toContain('it is rebuilt');
  });
});
