import { assess, FUEL, FUELS, type Brief, type Candidate, type Engine, type Library } from '../src/index.ts';
import { library, racer, tug } from './demo.ts';

const C = tug.candidates.find((c) => c.letter === 'C')!;
const on = (c: Partial<Candidate>, brief: Partial<Brief> = {}, lib: Library = library) =>
  assess({ ...tug, brief: { ...tug.brief, ...brief } }, { ...C, ...c }, lib);
const check = (a: ReturnType<typeof on>, id: string) => a.checks.find((k) => k.id === id)!;
const has = (a: ReturnType<typeof on>, id: string) => a.findings.find((f) => f.id === id);

test('each fuel has all that sums ask of it, in the order of chemistry', () => {
  for (const f of FUELS)
    for (const key of ['densityKgPerL', 'stoichiometric', 'heatingMjPerKg'] as const)
      expect(FUEL[f][key].value).toBeGreaterThan(0);
  expect(FUEL.E10.heatingMjPerKg.value).toBeLessThan(FUEL['petrol 95'].heatingMjPerKg.value);
  expect(FUEL.E85.stoichiometric.value).toBeLessThan(FUEL.E10.stoichiometric.value);
});

test('the fuel of the brief decides octane, injectors and heat', () => {
  const petrol = on({}, { fuel: 'petrol 95' });
  const ethanol = on({}, { fuel: 'E85' });
  expect(check(ethanol, 'knock').value).toBe(104);
  expect(check(petrol, 'knock').value).toBe(95);
  expect(check(on({}, { fuel: 'petrol 91' }), 'knock').state).toBe('blocked');
  // More of it by mass, for it holds less heat: the injectors feel it, and what pumps and lines it.
  expect(check(ethanol, 'injector-duty-now').value! / check(petrol, 'injector-duty-now').value!).toBeGreaterThan(1.3);
  expect(
    has({ ...on({ partIds: C.partIds.filter((id) => id !== 'pump-310') }, { fuel: 'E85' }) }, 'fuel-ethanol'),
  ).toMatchObject({
    state: 'tight',
  });
  expect(has(ethanol, 'fuel-ethanol')).toBeUndefined();
});

test('a candidate has its own fuel, marked; a fuel that it can’t burn blocks it', () => {
  const own = on({ fuel: 'E85' }, { fuel: 'petrol 95' });
  expect(has(own, 'fuel-own')).toMatchObject({ state: 'clear', title: 'Fuel of this candidate: E85' });
  expect(check(own, 'knock').value).toBe(104);
  expect(has(on({ fuel: 'diesel' }), 'fuel-kind')).toMatchObject({ state: 'blocked' });
  // A brief for petrol says nothing against a diesel in the line-up: it burns what it burns.
  const diesel: Library = {
    ...library,
    engines: library.engines.map((e): Engine => (e.id === C.engineId ? { ...e, fuel: 'diesel' } : e)),
  };
  expect(has(on({}, { fuel: 'petrol 95' }, diesel), 'fuel-kind')).toMatchObject({ state: 'clear' });
});

test('a larger blower is not what its maker asked fuel for: the guardrail judges it at its own boost', () => {
  const [stock, larger] = racer.candidates;
  const judged = (c: Candidate) => assess(racer, c, library).checks.find((k) => k.id === 'knock')!;
  expect(judged(stock!).title).toBe('Fuel octane, manufacturer minimum');
  const own = judged(larger!);
  expect(own.title).toBe('Knock limit: effective compression ratio');
  const engine = library.engines.find((e) => e.id === larger!.engineId)!;
  const option = engine.slots.find((s) => s.slot === 'blower or turbo')!.options.find((o) => !o.stock)!;
  const ratio = engine.boost!.pressureRatio.value * option.powerFactor!.value;
  expect(own.value).toBeCloseTo(engine.compressionRatio!.value * Math.sqrt(ratio), 6);
  // Nobody has told what it does: unknown.
  const { powerFactor: _gone, ...untold } = option;
  const without: Library = {
    ...library,
    engines: library.engines.map((e) =>
      e.id === engine.id
        ? {
            ...e,
            slots: e.slots.map((s) => ({ ...s, options: s.options.map((o) => (o.id === option.id ? untold : o)) })),
          }
        : e,
    ),
  };
  expect(assess(racer, larger!, without).checks.find((k) => k.id === 'knock')).toMatchObject({ state: 'unknown' });
});
