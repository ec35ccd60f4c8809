import { assess, type Candidate, type Library, type Part } from '../src/index.ts';
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
