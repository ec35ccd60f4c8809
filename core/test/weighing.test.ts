import {
  baselineCandidate,
  assess,
  installedMass,
  TYPICAL_MASS,
  type Build,
  type Engine,
  type MassRecord,
} from '../src/index.ts';
import { candidate, finding, judged, library, tug, withEngine, words, whole } from './demo.ts';

const engine = (id: string): Engine => library.engines.find((e) => e.id === id)!;
const v6 = engine('hesper-v6-27');
const bare = v6.massRecords.find((r) => r.basis === 'bare')!;
const record = (basis: MassRecord['basis'], massKg: number, includes: MassRecord['includes'] = []): MassRecord => ({
  id: 'r',
  basis,
  includes,
  massKg: { value: massKg, plusMinus: 0, evidence: 'measured' },
  inUse: true,
});

describe('the bridge', () => {
  test('adds what must be bolted on, with the engine’s own records before typical ones', () => {
    const bridge = installedMass(v6, bare, [], undefined)!;
    const step = (name: string) => bridge.steps.find((s) => s.name === name);
    expect(step('alternator')!.mass).toEqual(TYPICAL_MASS.alternator);
    expect(step('intake')!.mass.value).toBe(7.2);
    expect(step('oil')!.mass.value).toBeCloseTo(4.8 * 0.86, 9);
    expect(step('coolant')!.mass.value).toBeCloseTo(7.4 * 1.05, 9);
    expect(bridge.steps.every((s) => s.sign === 1)).toBe(true);
  });
  test('a fuller basis leaves fewer steps, and what is on it is not added twice', () => {
    const steps = (r: MassRecord) => installedMass(v6, r, [], undefined)!.steps.map((s) => s.name);
    expect(steps(record('dressed', 160))).toEqual(['oil', 'coolant', 'loom and computer']);
    expect(steps(record('complete with shafts', 180))).toEqual([
      'its own gearbox left off',
      'its own propshaft left off',
    ]);
    expect(steps(record('bare', 126, ['alternator', 'starter']))).not.toContain('alternator');
  });
  test('what is on it and will not run is taken off', () => {
    const bridge = installedMass(v6, record('dressed', 160, ['steering pump', 'A/C compressor']), [], undefined)!;
    const off = bridge.steps.filter((s) => s.sign === -1);
    expect(off.map((s) => s.name)).toEqual(['without steering pump', 'without A/C compressor']);
    expect(bridge.installedMassKg).toBeCloseTo(160 - 3.6 - 6 + 4.8 * 0.86 + 7.4 * 1.05 + 5.5, 6);
  });
  test('quoted with its gearbox, that gearbox comes off, not the one it is to have here', () => {
    const [box, other] = library.gearboxes.filter((g) => g.massKg);
    const last = (own: typeof box) =>
      installedMass(v6, record('dressed+gearbox', 200), [], other, [], own)!.steps.at(-1);
    expect(last(box)).toMatchObject({ sign: -1, mass: { value: box!.massKg!.value } });
    expect(last(undefined)).toMatchObject({ sign: -1, mass: { value: 32, plusMinus: 6 } });
  });
  test('without a basis there is none', () => {
    expect(installedMass(v6, record('unknown', 126), [], undefined)).toBeUndefined();
  });
  test('a flywheel and clutch that a part brings are counted there', () => {
    const names = judged('C').figures.mass.bridge!.steps.map((s) => s.name);
    expect(names).not.toContain('flywheel');
    expect(names).not.toContain('clutch');
    expect(judged('C').figures.mass.in.map((m) => m.name)).toContain('Flywheel for the Hesper, 240 mm clutch');
  });
  test('a heavier dressing weighs what it says, a lighter one less', () => {
    const mass = (dressing: object) => judged('A', { dressing }).figures.mass.bridge!.installedMassKg;
    expect(mass({ sump: 'q18c-sump-front' }) - mass({})).toBeCloseTo(0.6, 9);
    expect(mass({ intake: 'q18c-intake-moulded' }) - mass({})).toBeCloseTo(-3.1, 9);
  });
  test('is no better than its worst important step', () => {
    const whole = record('dressed', 180, ['oil', 'coolant', 'loom and computer']);
    expect(installedMass(v6, whole, [], undefined)!.evidence).toBe('measured');
    expect(installedMass(v6, bare, [], undefined)!.evidence).toBe('estimated');
  });
});

describe('the car', () => {
  test('changes by what goes in less what comes out', () => {
    for (const letter of ['A', 'B', 'C', 'D', 'E']) {
      const m = judged(letter).figures.mass;
      const sum = (list: typeof m.in) => list.reduce((s, x) => s + x.mass.value, 0);
      expect(m.changeKg!.value).toBeCloseTo(sum(m.in) - sum(m.out), 6);
      expect(m.totalKg!.value).toBeCloseTo(912 + m.changeKg!.value, 6);
      expect(m.frontKg!.value + m.rearKg!.value).toBeCloseTo(m.totalKg!.value, 6);
    }
  });
  test('heavier tyres are on the scales, the fitted ones are not', () => {
    const names = (tyreCode: string) =>
      judged('C', { tyreCode })
        .figures.mass.in.map((m) => m.name)
        .filter((n) => n.startsWith('four '));
    expect(names('185/65R14')).toEqual(['four 185/65R14 tyres instead of current ones']);
    expect(names('165/80R13')).toEqual([]);
  });
  test('is driven with its driver and half a tank, unless they were aboard already', () => {
    const m = judged('C').figures.mass;
    expect(m.drivenKg!.value - m.totalKg!.value).toBeCloseTo(75 + 2.5 * 0.745, 6);
    const chassis = structuredClone(tug.chassis!);
    chassis.weighing.driverAboard = true;
    chassis.weighing.fuelL!.value = 40;
    const full = whole(assess({ ...tug, chassis }, candidate('C'), library)).figures.mass;
    // Weighed full: half of it is gone on the road.
    const half = chassis.tankL!.value / 2;
    expect(full.drivenKg!.value).toBeCloseTo(full.totalKg!.value + (half - 40) * 0.745, 6);
  });
  test('an engine moved forward puts load on the front axle and takes none from the whole', () => {
    const at = (xMm: number) => judged('C', { placement: { ...candidate('C').placement, xMm } }).figures.mass;
    expect(at(-100).frontKg!.value).toBeGreaterThan(at(-174).frontKg!.value);
    expect(at(-100).totalKg!.value).toBeCloseTo(at(-174).totalKg!.value, 9);
  });
  test('the brief’s limit on added mass flips at the change itself', () => {
    const { value, plusMinus } = judged('C').figures.mass.changeKg!;
    const state = (maxAddedKg: number) => {
      const build: Build = { ...tug, brief: { ...tug.brief, maxAddedKg } };
      return finding(assess(build, candidate('C'), library), 'mass-change').state;
    };
    expect(state(value - 0.1)).toBe('blocked');
    expect(state(value + 0.1)).toBe('tight');
    expect(state(value + plusMinus + 0.1)).toBe('clear');
  });
  test('an engine that nobody weighed is named', () => {
    const a = judged(
      'C',
      {},
      tug,
      withEngine('hesper-v6-27', (e) => ({ ...e, massRecords: [] })),
    );
    expect(words(finding(a, 'mass-basis').title)).toBe('V6 2.7: no mass data');
  });
});

describe('records that disagree', () => {
  test('two that agree on one basis are left in peace', () => {
    expect(judged('C').findings.filter((f) => f.id.startsWith('mass-twin'))).toEqual([]);
  });
  test('engines on one basis are not turned over', () => {
    const lib = withEngine('hesper-v6-27', (e) => ({ ...e, massRecords: [record('dressed', 126)] }));
    expect(judged('B', {}, tug, lib).findings.some((f) => f.id === 'mass-order-hesper-v6-27')).toBe(false);
  });
});

describe('what stays in the car stays on the scales', () => {
  test('the car as found weighs what was weighed, axle by axle', () => {
    const car = baselineCandidate(tug)!;
    const m = whole(assess({ ...tug, candidates: [car] }, car, library)).figures.mass;
    expect([m.frontKg!.value, m.rearKg!.value, m.changeKg!.value]).toEqual([481, 431, 0]);
    expect(m.frontKg!.plusMinus).toBeCloseTo(1, 9);
    expect([m.in, m.out]).toEqual([[], []]);
  });
  test('keeping the gearbox, only the engine’s lumps leave', () => {
    const m = judged('C', { gearboxId: 'whimbrel-4', partIds: [] }).figures.mass;
    expect(m.out.map((x) => x.name)).toEqual(['Sidecam 1.2, dressed', 'its oil and coolant', 'exhaust']);
    expect(m.in.some((x) => x.name.includes('four-speed') || x.name === 'gearbox oil')).toBe(false);
  });
});
