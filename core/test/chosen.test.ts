import { assess, assessAll, assessOf, bundleOf, settingOf, type Build, type Library } from '../src/index.ts';
import { libraryInForce } from '../src/model/index.ts';
import { library, tug } from './demo.ts';

const chosen = tug.candidates.find((c) => c.id === 'c')!;
const build: Build = { ...tug, decision: { ...tug.decision, candidateId: chosen.id } };
const frozen = bundleOf({ ...build, candidates: [chosen] }, library, '').library;
/** Today's library with the chosen gearbox's ratios changed by a factor. */
const today = (factor: number): Library => ({
  ...library,
  gearboxes: library.gearboxes.map((g) =>
    g.id === chosen.gearboxId ? { ...g, ratios: g.ratios.map((r) => r * factor) } : g,
  ),
});
const of = (lib: Library, id = chosen.id) =>
  assessOf(
    settingOf(build),
    build.decision,
    build.candidates.find((c) => c.id === id)!,
    lib,
    frozen,
  );

describe('a chosen candidate', () => {
  test('is judged as it was chosen, whatever becomes of the library', () => {
    const before = assess(build, chosen, library);
    const after = of(today(1.4));
    expect(after.checks).toEqual(before.checks);
    expect(after.figures).toEqual(before.figures);
  });

  test('a finding names the rows that differ and what they would change, worse states and all', () => {
    const finding = of(today(1.4)).findings.find((f) => f.id === 'library-changed')!;
    const name = library.gearboxes.find((g) => g.id === chosen.gearboxId)!.name;
    expect(finding.title).toBe(`The library has changed since this was chosen: ${name}`);
    expect(finding.because).toMatch(/With today’s library data: .*clear to (blocked|tight)/);
    expect(finding.state).toBe('tight');
    expect(finding.about).toEqual([chosen.id]);
  });

  test('a change that changes no figure is said to change none, and is clear', () => {
    const noted: Library = {
      ...library,
      engines: library.engines.map((e) => (e.id === chosen.engineId ? { ...e, note: 'Seen again.' } : e)),
    };
    const finding = of(noted).findings.find((f) => f.id === 'library-changed')!;
    expect(finding.state).toBe('clear');
    expect(finding.because).toContain('would change no figure');
  });

  test('a library that stands as it did, in whatever order, brings no finding and is used as it is', () => {
    const turned = { ...library, parts: [...library.parts].reverse() };
    expect(libraryInForce(turned, frozen)).toEqual({ library: turned, moved: [] });
    expect(of(turned).findings.map((f) => f.id)).not.toContain('library-changed');
  });

  test('a row that is gone from the library is still there for the choice', () => {
    const without = { ...library, gearboxes: library.gearboxes.filter((g) => g.id !== chosen.gearboxId) };
    const { library: kept, moved } = libraryInForce(without, frozen);
    expect(kept.gearboxes.map((g) => g.id)).toContain(chosen.gearboxId);
    expect(moved).toHaveLength(1);
    expect(of(without).checks).toEqual(assess(build, chosen, library).checks);
  });

  test('the others are judged from today’s rows', () => {
    const lib = today(1.4);
    const all = assessAll(build, lib, frozen);
    for (const a of all.filter((x) => x.candidateId !== chosen.id))
      expect(a).toEqual(
        assess(
          build,
          build.candidates.find((c) => c.id === a.candidateId)!,
          lib,
        ),
      );
    expect(all.find((a) => a.candidateId === chosen.id)).toEqual(of(lib));
  });
});
