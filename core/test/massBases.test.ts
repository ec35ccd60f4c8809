import { installedMass, type MassRecord } from '../src/index.ts';
import { library } from './demo.ts';

describe('a record brought down from its own basis', () => {
  const engine = library.engines.find((e) => e.massRecords.some((r) => r.basis === 'dressed'))!;
  const manual = library.gearboxes.find((g) => g.kind === 'manual' && !g.halfShaftsMm && g.massKg)!;
  const automatic = library.gearboxes.find((g) => g.kind === 'automatic')!;
  const record = (basis: MassRecord['basis'], more: Partial<MassRecord> = {}): MassRecord => ({
    id: 'r',
    basis,
    includes: [],
    massKg: { value: 250, plusMinus: 4, evidence: 'published' },
    inUse: true,
    ...more,
  });
  const steps = (r: MassRecord, box = manual, own = undefined as typeof manual | undefined) =>
    installedMass(engine, r, [], box, [], own)!.steps;
  const off = (list: ReturnType<typeof steps>, name: string) =>
    list.find((s) => s.name === name && s.sign === -1)?.mass;

  test('its own gearbox goes off, not the candidate’s; without a name a typical one, with its doubt', () => {
    expect(off(steps(record('dressed+gearbox')), 'its own gearbox left off')).toMatchObject({
      value: 32,
      plusMinus: 6,
    });
    expect(off(steps(record('dressed+gearbox'), manual, automatic), 'its own gearbox left off')).toEqual(
      automatic.massKg,
    );
    const same = off(steps(record('dressed+gearbox'), manual, manual), 'its own gearbox left off')!;
    expect([same.value, same.plusMinus]).toEqual([manual.massKg!.value, 0]);
  });
  test('complete with shafts gives up its gearbox and its shafts', () => {
    const complete = steps(record('complete with shafts'));
    expect(off(complete, 'its own gearbox left off')).toBeDefined();
    expect(off(complete, 'its own propshaft left off')).toMatchObject({ value: 9, plusMinus: 2 });
    expect(off(steps(record('dressed')), 'its own gearbox left off')).toBeUndefined();
  });
  test('the coupling follows the gearbox: an automatic has a converter and neither flywheel nor clutch', () => {
    const names = (box: typeof manual) =>
      steps(record('bare'), box)
        .filter((s) => s.sign === 1)
        .map((s) => s.name);
    expect(names(automatic)).toContain('flexplate and converter');
    expect(names(automatic)).not.toContain('flywheel');
    expect(names(manual)).toEqual(expect.arrayContaining(['flywheel', 'clutch']));
    // A record of an automatic’s engine gives up its converter before a manual box.
    const from = steps(record('dressed', { includes: ['flexplate and converter'] }));
    expect(off(from, 'without flexplate and converter')).toBeDefined();
    expect(from.some((s) => s.name === 'flywheel' && s.sign === 1)).toBe(true);
  });
});
