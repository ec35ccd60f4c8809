import {
  assess,
  CALCULATORS,
  resolveSubject,
  settingOf,
  startingInputs,
  type Candidate,
  type Figure,
  type Library,
  type Part,
} from '../src/index.ts';
import { finding, judged, library, tug, whole } from './demo.ts';

const B = tug.candidates.find((c) => c.letter === 'B')!;
const blank = library.parts.find((p) => p.id === 'inj-280')!;
const with_ = (part: Part): Library => ({ ...library, parts: [...library.parts, part] });
const links = (c: Candidate, lib: Library = library) => whole(assess(tug, c, lib)).figures.components;

test('larger injectors are offered for the later target, feed it once fitted, and raise the fuel in what gives up', () => {
  const tight = finding(judged('B'), 'injector-duty-later');
  expect(tight.state).toBe('tight');
  expect(tight.remedies.map((r) => r.accept)).toContainEqual({ kind: 'part', partId: 'inj-280' });
  const fitted = { ...B, partIds: [...B.partIds, 'inj-280'] };
  expect(assess(tug, fitted, library).checks.find((k) => k.id === 'injector-duty-later')!.state).toBe('clear');
  const fuel = (c: Candidate) => links(c).known.find((l) => l.id === 'fuel')!.kw!;
  expect(fuel(fitted) / fuel(B)).toBeCloseTo(280 / 204, 2);
});

test('four injectors are not offered to a six', () => {
  const hot = judged('C', {}, { ...tug, brief: { ...tug.brief, later: { powerKw: 190 } } });
  expect(finding(hot, 'injector-duty-later').remedies).toEqual([]);
});

test.each([
  ['bottom end', /^inside/],
  ['air', /^air$/],
  ['gearbox', /^gear/],
  ['axle', /^axle$/],
  ['half shafts', /^shafts$/],
] as const)('a part that makes good the %s raises it, never lowers it', (link, id) => {
  const { injectors: _none, ...plain } = blank;
  const part = (kw: number): Part => ({
    ...plain,
    id: 'raiser',
    name: 'made good',
    raises: { link, toKw: { value: kw, plusMinus: 10, evidence: 'claimed' } },
  });
  const c = { ...B, partIds: [...B.partIds, 'raiser'] };
  const of = (lib: Library) => {
    const { known } = links(c, lib);
    return known.filter((l) => id.test(l.id)).map((l) => l.kw!);
  };
  for (const kw of of(with_(part(400)))) expect(kw).toBe(400);
  expect(of(with_(part(1)))).toEqual(
    links(B)
      .known.filter((l) => id.test(l.id))
      .map((l) => l.kw!),
  );
});

/** B with a piece bought at the bench: its sum as it opens, with what is typed. */
function landed(sum: string, typed: Readonly<Record<string, Figure>>, buys = true): Candidate {
  const found = CALCULATORS.find((c) => c.id === sum)!;
  const { subject } = resolveSubject(settingOf(tug), B, library);
  const { inputs, choices } = startingInputs(found, subject);
  const price = { low: 80, likely: 100, high: 130, evidence: 'claimed' as const };
  return {
    ...B,
    workings: [
      {
        id: sum,
        sum,
        inputs: { ...inputs, ...typed },
        choices,
        ...(buys ? { buys: { name: 'the bought one', price, hours: { ...price, low: 1, likely: 2, high: 3 } } } : {}),
      },
    ],
  };
}
const typed = (value: number): Figure => ({ value, evidence: 'published', source: 'entered by user' });
const link = (c: Candidate, id: string) => links(c).known.find((l) => l.id === id)?.kw;

test('injectors bought at the bench feed every other sum as those of the library do', () => {
  const bought = landed('injectors', { ratedFlowCcPerMin: typed(280) });
  expect(link(bought, 'fuel')! / link(B, 'fuel')!).toBeCloseTo(280 / 204, 2);
  expect(assess(tug, bought, library).checks.find((k) => k.id === 'injector-duty-later')!.state).toBe('clear');
  expect(finding(assess(tug, bought, library), 'working-injectors').because).toMatch(
    /the bought one replaces the injectors in all calculations/,
  );
  // Reckoned only, nothing is bought.
  expect(link(landed('injectors', { ratedFlowCcPerMin: typed(280) }, false), 'fuel')).toBe(link(B, 'fuel'));
});

test('a throttle by its area, a pump as a link of its own, a radiator as the core that is judged', () => {
  const { throttle } = library.engines.find((e) => e.id === B.engineId)!;
  const wide = landed('throttle', { boreMm: typed(1.2 * throttle!.boreMm.value) });
  expect(link(wide, 'air')! / link(B, 'air')!).toBeCloseTo(1.44, 6);
  expect(link(B, 'pump')).toBeUndefined();
  const [pump, twice] = [100, 200].map((l) => link(landed('pump', { givesLph: typed(l) }), 'pump')!);
  expect(twice! / pump!).toBeCloseTo(2, 6);
  const plain = (c: Candidate) => ({
    ...c,
    partIds: c.partIds.filter((id) => !library.parts.some((p) => p.id === id && p.radiator)),
  });
  const core = (m2: number) =>
    link(plain(landed('radiator', { faceM2: typed(m2), thicknessMm: typed(40) })), 'cooling')!;
  expect(core(0.3)).toBeGreaterThan(1.1 * core(0.2));
});

test('a usual figure is not what somebody buys: it counts nowhere else, and says which to type', () => {
  const usual = landed('pump', {});
  expect(link(usual, 'pump')).toBeUndefined();
  expect(finding(assess(tug, usual, library), 'working-pump').because).toMatch(
    /is not used in other calculations until this is entered: Pump flow at rail pressure/,
  );
});

test('a bought pump that something weaker keeps from its use says so', () => {
  const c = landed('pump', { givesLph: typed(40) });
  const weakest = Math.min(
    ...links(c)
      .known.filter((l) => l.carries)
      .map((l) => l.kw!),
  );
  const large = landed('pump', { givesLph: typed(400) });
  expect(weakest).toBe(link(c, 'pump'));
  expect(assess(tug, large, library).findings.map((f) => f.id)).toContain('idle-pump');
});
