/** A supplier's kit: several parts of the library under one price. */
import fc from 'fast-check';
import {
  accept,
  assess,
  bundleOf,
  finished,
  settingOf,
  takeOut,
  type Candidate,
  type Library,
  type Part,
} from '../src/index.ts';
import { loadHighs, resolveCandidate } from '../src/solvers/jointResolver/index.ts';
import { candidate, library, tug } from './demo.ts';

const C = candidate('C');
const WISH = { weights: { cost: 1 }, pinned: [], refused: [], fabricate: false } as const;
const find = (lib: Library, c: Candidate, more: Partial<Parameters<typeof resolveCandidate>[3]> = {}) =>
  finished(resolveCandidate(settingOf(tug), c, lib, { ...WISH, ...more }));
const part = (id: string) => library.parts.find((p) => p.id === id)!;
const fixed = (likely: number) => ({ low: likely, likely, high: likely, evidence: 'published' as const });
const kitOf = (inKit: readonly string[], price: number, more: Partial<Part> = {}): Part => ({
  id: 'kit-hesper',
  name: 'Swap kit for the Hesper',
  class: 'swap kit',
  inKit: [...inKit],
  provides: [],
  closes: [],
  requires: [],
  excludes: [],
  solids: [],
  price: fixed(price),
  hours: fixed(0),
  made: 'by a maker',
  ...more,
});
const withKit = (kit: Part, parts = library.parts): Library => ({ ...library, parts: [...parts, kit] });
await loadHighs();
const best = find(library, C).ways[0]!;
/** Two parts of the best set that both close something. */
const PAIR = best.partIds.filter((id) => part(id).closes.length + part(id).provides.length > 0).slice(0, 2);
const apart = PAIR.reduce((s, id) => s + (part(id).price?.likely ?? 0), 0);

test('the kit is taken where it is cheaper than its parts, and is not where it is dearer', () => {
  expect(PAIR).toHaveLength(2);
  fc.assert(
    fc.property(fc.integer({ min: -200, max: 200 }), (off) => {
      fc.pre(Math.abs(off) > 1 && apart + off > 0);
      const [way] = find(withKit(kitOf(PAIR, apart + off)), C).ways;
      const bought = way!.partIds.includes('kit-hesper');
      expect(bought).toBe(off < 0);
      expect(way!.price).toBe(best.price + Math.min(0, off));
      // What is in it is not bought a second time.
      if (bought) for (const id of PAIR) expect(way!.partIds).not.toContain(id);
    }),
    { numRuns: 12 },
  );
});

test('a candidate with the kit is judged as with its parts; its bill has the one price', () => {
  const lib = withKit(kitOf(PAIR, apart - 40));
  const bare = PAIR.reduce((c, partId) => takeOut(c, { kind: 'part', partId }), C);
  const single = PAIR.reduce((c, partId) => accept(c, { kind: 'part', partId }), bare);
  const whole = accept(bare, { kind: 'part', partId: 'kit-hesper' });
  const [a, b] = [assess(tug, single, lib), assess(tug, whole, lib)];
  const without = (id: string) => id !== 'bill-total' && !id.startsWith('price');
  expect(b.figures!.joints!.joints).toEqual(a.figures!.joints!.joints);
  expect(b.checks.filter((c) => c.step === 'weight')).toEqual(a.checks.filter((c) => c.step === 'weight'));
  expect(b.checks.filter((c) => c.step === 'fit')).toEqual(a.checks.filter((c) => c.step === 'fit'));
  expect(b.findings.filter((f) => f.step === 'joints' && without(f.id))).toEqual(
    a.findings.filter((f) => f.step === 'joints' && without(f.id)),
  );
  const lines = (x: typeof a) => x.figures!.money!.bill.lines.map((l) => [l.id, l.price.likely] as const);
  expect(lines(b).filter(([id]) => id === 'kit-hesper')).toEqual([['kit-hesper', apart - 40]]);
  expect(lines(b).filter(([id]) => PAIR.includes(id))).toEqual([]);
  // Taken out again nothing of it is left.
  expect(takeOut(whole, { kind: 'part', partId: 'kit-hesper' })).toEqual(bare);
});

test('weighed whole it counts once; not weighed its parts count', () => {
  const bare = PAIR.reduce((c, partId) => takeOut(c, { kind: 'part', partId }), C);
  const mass = (kit: Part) =>
    assess(tug, accept(bare, { kind: 'part', partId: kit.id }), withKit(kit)).figures!.mass!.totalKg!.value;
  const parts = PAIR.reduce((s, id) => s + part(id).massKg!.value, 0);
  const light = mass(kitOf(PAIR, 100));
  const heavy = mass(kitOf(PAIR, 100, { massKg: { value: parts + 7, plusMinus: 0.2, evidence: 'measured' } }));
  expect(heavy - light).toBeCloseTo(7, 6);
});

test('what the library has not of a kit is named, and nothing passes for it', () => {
  const lib = withKit(kitOf([...PAIR, 'gone-part'], 300));
  const a = assess(tug, accept(C, { kind: 'part', partId: 'kit-hesper' }), lib);
  const finding = a.findings.find((f) => f.id === 'missing-gone-part');
  expect(finding?.state).toBe('unknown');
  expect(finding?.missing).toEqual(['/parts/kit-hesper/inKit/2']);
});

test('what another part needs may come in the kit, and what it can’t stand beside bars the kit', () => {
  const [first, second] = PAIR as [string, string];
  const needs = { ...part(second), requires: [...part(second).requires, { what: 'part' as const, is: first }] };
  const others = library.parts.filter((p) => p.id !== second);
  // The kit brings the first only; the second asks for it.
  const lib: Library = { ...library, parts: [...others, needs, kitOf([first], 1)] };
  expect(find(lib, C, { pinned: [second] }).ways[0]?.partIds).toEqual(expect.arrayContaining([second, 'kit-hesper']));
  const bars = { ...part(second), excludes: [...part(second).excludes, { what: 'part' as const, is: first }] };
  const barred: Library = { ...library, parts: [...others, bars, kitOf([first], 1)] };
  for (const way of find(barred, C, { pinned: [second] }).ways) expect(way.partIds).not.toContain('kit-hesper');
});

test('an exported build carries what is in its kits', () => {
  const lib = withKit(kitOf(PAIR, 300));
  const build = { ...tug, candidates: [{ ...C, partIds: ['kit-hesper'] }] };
  expect(bundleOf(build, lib, '').library.parts.map((p) => p.id)).toEqual([...PAIR, 'kit-hesper'].sort());
});

test('kits in kits, and a kit that names itself, end', () => {
  const inner = { ...kitOf(PAIR, 200), id: 'kit-inner' };
  const outer = kitOf(['kit-inner', 'kit-hesper'], 300);
  const lib: Library = { ...library, parts: [...library.parts, inner, outer] };
  const [way] = find(lib, C, { pinned: ['kit-hesper'] }).ways;
  for (const id of [...PAIR, 'kit-inner']) expect(way!.partIds).not.toContain(id);
});
