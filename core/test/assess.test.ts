import {
  baselineCandidate,
  assess,
  assessAll,
  lineup,
  STATES,
  whatChanged,
  type Build,
  type State,
} from '../src/index.ts';
import { candidate, finding, judged, library, second, tug, words } from './demo.ts';

const state = (letter: string) => judged(letter).state;

describe('the line-up of the demo', () => {
  test('shows a clear, a tight, a blocked and an unknown candidate, each with its sentence', () => {
    const all = assessAll(tug, library);
    expect(new Set(all.map((a) => a.state))).toEqual(new Set<State>(['clear', 'tight', 'blocked', 'unknown']));
    const verdict = lineup(tug, all);
    for (const v of verdict.candidates) expect(words(v.why)).toMatch(/^[A-Z0-9].* .*[.?]$/);
    expect(verdict.headline).toBe('C leads; A, B and E rejected');
    expect(words(verdict.sentence)).toMatch(/^Hesper V6, six-speed meets all requirements\./);
  });

  test('a candidate’s state is its worst finding or check', () => {
    for (const a of assessAll(tug, library)) {
      const worst = Math.max(
        ...a.findings.map((f) => STATES.indexOf(f.state)),
        ...a.checks.map((c) => STATES.indexOf(c.state)),
      );
      expect(a.state).toBe(STATES[worst]);
    }
  });

  test('figures in core sentences are tokens, so that either unit system reads them', () => {
    const f = finding(judged('B'), 'fit-bonnet');
    expect(f.title).toContain('{{');
    expect(words(f.title)).not.toContain('{{');
  });
});

describe('what is not known', () => {
  test('a mass without a basis leaves everything that rests on it unknown, never clear', () => {
    const a = judged('F');
    for (const id of ['mass-change', 'mass-front', 'power-to-weight', 'hill'])
      expect(a.checks.find((c) => c.id === id)?.state).toBe('unknown');
    expect(finding(a, 'mass-basis').missing).toEqual(['/engines/tansy-14s/massRecords/basis']);
  });

  test('the empty build judges what it can and names what is missing', () => {
    const build: Build = { ...second, candidates: [candidate('C')] };
    const a = assess(build, build.candidates[0]!, library);
    expect(a.state).not.toBe('clear');
    expect(finding(a, 'fit-margin').missing).toEqual(['/chassis/obstacles']);
    expect(a.figures?.gearing?.peakPowerKw?.value).toBeGreaterThan(100);
    expect(baselineCandidate(build)).toBeUndefined();
  });

  test('no candidate at all is a line-up too', () => {
    expect(lineup(second, []).headline).toBe('No candidate yet');
  });

  test('an engine, part or dressing that is not in the library is named', () => {
    const without = { ...candidate('C'), engineId: 'gone' };
    expect(finding(assess(tug, without, library), 'missing-gone').missing).toEqual(['/engineId']);
    expect(finding(judged('C', { partIds: ['gone'] }), 'missing-gone').missing).toEqual(['/partIds/0']);
    expect(finding(judged('C', { dressing: { sump: 'gone' } }), 'missing-gone').missing).toEqual(['/dressing/sump']);
  });

  test('a curve that does not reach the band is unknown there, with no extrapolated figure', () => {
    const build = { ...tug, brief: { ...tug.brief, band: { lowRpm: 300, highRpm: 4600 } } };
    const a = assess(build, candidate('C'), library);
    expect(a.checks.find((c) => c.id === 'band-torque')).toMatchObject({ state: 'unknown' });
    expect(a.checks.find((c) => c.id === 'band-torque')?.value).toBeUndefined();
    expect(finding(a, 'band-reach').state).toBe('unknown');
  });

  test('an unreadable tyre leaves gearing unknown and does not throw', () => {
    const a = judged('C', { tyreCode: '18S/65R15' });
    expect(finding(a, 'bad-input-tyre')).toMatchObject({ state: 'unknown', step: 'gearing', missing: ['/tyreCode'] });
    expect(a.checks.find((c) => c.id === 'cruise')?.state).toBe('unknown');
  });
});

describe('evidence moves the judgement', () => {
  const withLump = (evidence: 'measured' | 'claimed') => {
    const chassis = structuredClone(tug.chassis!);
    const lump = chassis.lumps.find((l) => l.id === 'old-engine')!;
    lump.massKg = evidence === 'measured' ? { value: 117, plusMinus: 1.5, evidence } : { value: 117, evidence };
    const build: Build = { ...tug, chassis, brief: { ...tug.brief, maxAddedKg: 146 } };
    return assess(build, candidate('C'), library).checks.find((c) => c.id === 'mass-change')!;
  };
  test('from measured to claimed: the ±, the mark and, where it crosses, the state', () => {
    const measured = withLump('measured');
    const claimed = withLump('claimed');
    expect(measured.value).toBeCloseTo(claimed.value!, 9);
    expect(claimed.plusMinus).toBeGreaterThan(2.5 * measured.plusMinus!);
    expect(claimed.evidence).toBe('claimed');
    expect(measured.state).toBe('clear');
    expect(claimed.state).toBe('tight');
  });
});

describe('what changed', () => {
  test('nothing where nothing did; a gearbox moves cruise, margins and money', () => {
    expect(whatChanged(judged('C'), judged('C'))).toEqual([]);
    const ids = whatChanged(judged('C'), judged('C', { gearboxId: 'marten-e5' })).map((r) => r.id);
    expect(ids).toEqual(expect.arrayContaining(['cruise', 'gearbox-margin', 'budget', 'open-joints']));
  });
  test('changed states come first', () => {
    const rows = whatChanged(judged('C'), judged('C', { tyreCode: '195/50R15' }));
    expect(rows[0]).toMatchObject({ id: 'gate-wheel', after: { state: 'blocked' } });
  });
});

test('core knows no demo: the same judgement under other ids', () => {
  const rename = (text: string) => text.replaceAll('hesper-v6-27', 'x1').replaceAll('corran-g6"', 'x2"');
  const build = JSON.parse(rename(JSON.stringify(tug))) as Build;
  const lib = JSON.parse(rename(JSON.stringify(library))) as typeof library;
  expect(assess(build, candidate('C', build), lib).checks.map((c) => [c.id, c.value, c.state])).toEqual(
    judged('C').checks.map((c) => [c.id, c.value, c.state]),
  );
});

test('states of candidates are as the data means them', () => {
  expect(['A', 'B', 'C', 'D', 'E', 'F'].map(state)).toEqual([
    'blocked',
    'blocked',
    'clear',
    'tight',
    'blocked',
    'unknown',
  ]);
});
