import type { Build, Chassis, Engine, Library, State } from '../src/index.ts';
import { assess } from '../src/index.ts';
import { finding, judged, library, tug, whole } from './demo.ts';

const car = tug.chassis!;
const withCar = (more: Partial<Chassis>, brief: Partial<Build['brief']> = {}): Build => ({
  ...tug,
  brief: { ...tug.brief, ...brief },
  chassis: { ...car, ...more },
});
const C = tug.candidates.find((c) => c.letter === 'C')!;
const own = C.partIds.filter((id) => id !== 'rad-2');
const on = (build: Build, partIds: readonly string[] = own, letter = 'C') =>
  judged(letter, { partIds: [...partIds] }, build);
const load = (a: ReturnType<typeof on>, id = 'cooling-now') => a.checks.find((k) => k.id === id)!.value!;
const MIN = { value: 0.155, plusMinus: 0.004, evidence: 'measured' } as const;
const BETTER: Record<State, number> = { clear: 0, tight: 1, unknown: 2, blocked: 3 };

describe('cooling is always judged', () => {
  test('with the radiator of the old engine the six overheats; the larger one is offered, and fitted it clears', () => {
    const a = on(tug);
    const hot = finding(a, 'cooling-now');
    expect(hot).toMatchObject({ state: 'blocked', step: 'gearing' });
    expect(hot.title).toMatch(/^Overheats at/);
    expect(hot.remedies.map((r) => (r.accept as { partId: string }).partId)).toContain('rad-2');
    expect(finding(on(tug, C.partIds), 'cooling-now').state).toBe('clear');
  });
  test('without a radiator nothing is told, and its core is asked for', () => {
    const { radiator: _none, ...bare } = car;
    const a = on({ ...tug, chassis: bare });
    expect(a.checks.find((k) => k.id === 'cooling-now')).toMatchObject({ state: 'unknown' });
    expect(finding(a, 'missing-cooling').missing).toEqual(['/chassis/radiator']);
    expect(a.findings.some((f) => f.id.startsWith('cooling') && f.state === 'clear')).toBe(false);
  });
  test('a trailer without a climb leaves it unknown; without a trailer nothing asks for hills', () => {
    const { climb: _none, ...level } = tug.brief;
    const a = on({ ...tug, brief: level }, C.partIds);
    expect(finding(a, 'cooling-now')).toMatchObject({ state: 'unknown', missing: ['/brief/climb'] });
    const { hill: _no, ...free } = level;
    expect(finding(on({ ...tug, brief: free }, C.partIds), 'cooling-now').state).toBe('clear');
  });
  test('fans and ducts that nobody entered never clear it, and are asked for', () => {
    const large = { ...car.radiator!, coreM2: { ...MIN, value: 0.3 }, thicknessMm: { ...MIN, value: 60 } };
    const cooling = car.cooling!;
    const ducted: Chassis['cooling'] = {
      ...cooling,
      seal: 'ducted',
      fanM3PerH: { ...MIN, value: 3000, plusMinus: 100 },
    };
    expect(finding(on(withCar({ radiator: large, cooling: ducted })), 'cooling-now').state).toBe('clear');
    const { fanM3PerH: _fan, ...still } = ducted;
    expect(finding(on(withCar({ radiator: large, cooling: still })), 'cooling-now')).toMatchObject({
      state: 'unknown',
      missing: ['/chassis/cooling/fanM3PerH'],
    });
    const { seal: _seal, ...open } = ducted;
    expect(finding(on(withCar({ radiator: large, cooling: open })), 'cooling-now')).toMatchObject({
      state: 'unknown',
      missing: ['/chassis/cooling/seal'],
    });
    // So large that even air past the core leaves enough: known without.
    const huge = { ...large, coreM2: { ...MIN, value: 0.9, plusMinus: 0.01 } };
    const fans = { ...open, fanM3PerH: { ...MIN, value: 9000, plusMinus: 100 } };
    expect(finding(on(withCar({ radiator: huge, cooling: fans })), 'cooling-now').state).toBe('clear');
    // So small that no duct helps.
    const small = { ...large, coreM2: { ...MIN, value: 0.06 } };
    expect(finding(on(withCar({ radiator: small, cooling: open })), 'cooling-now').state).toBe('blocked');
  });
  test('a car whose engine sits behind asks where its radiator is; in the side less air comes through', () => {
    const behind = withCar({ engineSits: 'rear' });
    expect(finding(on(behind), 'missing-cooling').missing).toEqual(['/chassis/cooling/place']);
    const placed = (place: 'in front' | 'on top' | 'side or rear') =>
      load(on(withCar({ engineSits: 'rear', cooling: { ...car.cooling, place } })));
    expect(placed('side or rear')).toBeGreaterThan(placed('in front'));
    expect(placed('on top')).toBeGreaterThan(placed('side or rear'));
  });
  test('each thing that warms the air or the coolant counts; a larger core, more air and a colder day help', () => {
    const as = load(on(tug));
    const cooling = car.cooling!;
    const oil = {
      ...library.parts.find((p) => p.id === 'rad-2')!,
      id: 'oc',
      radiator: undefined,
      class: 'oil cooler' as const,
    };
    const { radiator: _r, ...oilCooler } = { ...oil, cooling: { oilCooler: { beforeRadiator: true } } };
    const elsewhere = { ...oilCooler, cooling: { oilCooler: { beforeRadiator: false } } };
    const withPart = (part: typeof oilCooler) =>
      assess(tug, { ...C, partIds: [...own, 'oc'] }, { ...library, parts: [...library.parts, part] }).checks.find(
        (k) => k.id === 'cooling-now',
      )!.value!;
    expect(load(on(withCar({ cooling: { ...cooling, condenser: true } })))).toBeGreaterThan(as);
    expect(withPart(oilCooler)).toBeGreaterThan(as);
    expect(withPart(elsewhere)).toBeCloseTo(as, 9);
    expect(load(on(withCar({}, { worstAir: { ...tug.brief.worstAir, temperatureC: 20 } })))).toBeLessThan(as);
    expect(load(on(withCar({ cooling: { ...cooling, seal: 'ducted' } })))).toBeLessThan(as);
    // A cap that opens early lowers the hose; one that opens late never lets it be hotter than the engine stands.
    const cap = (value: number) =>
      load(on(withCar({ cooling: { ...cooling, coolant: 'water', capKpa: { ...MIN, value, plusMinus: 2 } } })));
    expect(cap(10)).toBeGreaterThan(as);
    expect(cap(150)).toBeCloseTo(cap(100), 6);
  });
  test('an engine that stands less heat, or cools its oil by its water, is judged so; boost warms the air before the core', () => {
    const withEngine = (more: Partial<Engine>): Library => ({
      ...library,
      engines: library.engines.map((e) => (e.id === C.engineId ? { ...e, ...more } : e)),
    });
    const of = (lib: Library) =>
      whole(assess(tug, { ...C, partIds: own }, lib)).checks.find((k) => k.id === 'cooling-now')!.value!;
    const as = of(library);
    expect(of(withEngine({ coolantLimitC: { value: 95, evidence: 'published' } }))).toBeGreaterThan(as);
    expect(of(withEngine({ waterToOil: true }))).toBeCloseTo((as * 0.34) / 0.3, 6);
    const needs = library.engines.find((e) => e.id === C.engineId)!.needs!;
    const boost = { pressureRatio: { value: 1.6, plusMinus: 0.05, evidence: 'claimed' as const } };
    const blown = (more: typeof needs) => of(withEngine({ induction: 'supercharged', boost, needs: more }));
    expect(blown([...needs, 'charge cooler'])).toBeGreaterThan(blown(needs));
  });
  test('the later target is judged too, as something that a later stage can put right', () => {
    const a = on(tug, C.partIds);
    expect(load(a, 'cooling-later')).toBeGreaterThan(load(a));
    const hot = on(withCar({}, { later: { powerKw: 190 } }), C.partIds);
    expect(finding(hot, 'cooling-later')).toMatchObject({ state: 'tight' });
    expect(on(withCar({}, { later: {} }), C.partIds).checks.some((k) => k.id === 'cooling-later')).toBe(false);
  });
  test('taking away any input of it makes nothing better', () => {
    const as = finding(on(tug, C.partIds), 'cooling-now').state;
    const { climb: _c, ...level } = tug.brief;
    const { dragAreaM2: _d, ...slippery } = car;
    const { cooling: _k, ...plain } = car;
    for (const build of [
      { ...tug, brief: level },
      { ...tug, chassis: slippery },
      { ...tug, chassis: plain },
    ]) {
      const now = on(build, C.partIds).checks.find((k) => k.id === 'cooling-now')!.state;
      expect(BETTER[now]).toBeGreaterThanOrEqual(BETTER[as]);
    }
  });
});
