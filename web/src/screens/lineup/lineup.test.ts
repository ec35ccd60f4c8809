import { assessAll, type Build, type Candidate, type Check } from '@sable/core';
import { library, tug, second } from '../../../../core/test/demo.ts';
import { newCandidate } from '../../pieces/newCandidate.ts';
import { rowGroups } from './rows.ts';
import { LINE_AT, trackPlace } from './track.ts';
import { niceTicks, spread } from '../../pieces/chart.ts';
import { withRemedy } from '../../pieces/remedy.ts';

describe('labels on a chart', () => {
  test('are moved apart by no less than the gap, in their order', () => {
    const places = spread([100, 100, 101, 40], 15);
    expect(places[3]).toBe(40);
    const sorted = [...places].sort((a, b) => a - b);
    for (let i = 1; i < sorted.length; i++) expect(sorted[i]! - sorted[i - 1]!).toBeGreaterThanOrEqual(15);
  });
  test('that are apart stay where they are', () => {
    expect(spread([10, 50, 90], 15)).toEqual([10, 50, 90]);
    expect(spread([], 15)).toEqual([]);
  });
});

test.each([
  [0, 270, 4, [0, 100, 200]],
  [0, 7360, 7, [0, 2000, 4000, 6000]],
  [118, 185, 5, [120, 140, 160, 180]],
  [0, 1, 5, [0, 0.2, 0.4, 0.6, 0.8, 1]],
])('round steps from %d to %d', (low, top, count, ticks) => {
  expect(niceTicks(low, top, count)).toEqual(ticks);
});

describe('the limit line', () => {
  const check = (part: Partial<Check>): Check => ({
    id: 'cruise',
    step: 'gearing',
    group: 'g',
    title: 't',
    quantity: 'number',
    value: 10,
    plusMinus: 1,
    limitKind: 'at most',
    limit: 12,
    span: 10,
    state: 'clear',
    because: '',
    from: [],
    ...part,
  });
  test('right of it is inside, whichever way the limit runs', () => {
    expect(trackPlace(check({}))!.at).toBeGreaterThan(LINE_AT);
    expect(trackPlace(check({ value: 13 }))!.at).toBeLessThan(LINE_AT);
    expect(trackPlace(check({ limitKind: 'at least', value: 13 }))!.at).toBeGreaterThan(LINE_AT);
    expect(trackPlace(check({ limitKind: 'at least' }))!.at).toBeLessThan(LINE_AT);
  });
  test('on it is on it', () => {
    expect(trackPlace(check({ value: 12 }))!.at).toBeCloseTo(LINE_AT, 9);
  });
  test('between two limits the nearer one counts', () => {
    const between = (value: number) =>
      trackPlace(check({ limitKind: 'between', limit: 10, upperLimit: 20, value }))!.at;
    expect(between(15)).toBeGreaterThan(between(19));
    expect(between(21)).toBeLessThan(LINE_AT);
    expect(between(9)).toBeLessThan(LINE_AT);
  });
  test('far off stays on the track, and the doubt is to the same scale', () => {
    expect(trackPlace(check({ value: -1e6 }))!.at).toBeLessThan(1);
    expect(trackPlace(check({ value: 1e6 }))!.at).toBeGreaterThan(0);
    expect(trackPlace(check({ plusMinus: 2 }))!.half).toBeCloseTo(2 * trackPlace(check({}))!.half, 9);
  });
  test('nothing judged has no place', () => {
    expect(trackPlace(check({ limitKind: 'info' }))).toBeUndefined();
    const { value: _gone, ...unknown } = check({});
    expect(trackPlace(unknown)).toBeUndefined();
  });
});

test('the rows are every check of any candidate, once, in working order', () => {
  const groups = rowGroups(assessAll(tug, library));
  expect(groups.map((g) => g.name)).toEqual([
    'Hard limits',
    'Engine',
    'Fit',
    'Mounts',
    'Performance',
    'Weight',
    'Ride, brakes, tyres',
    'Joints',
    'Wiring',
    'Cost and labour',
  ]);
  const ids = groups.flatMap((g) => g.rows.map((r) => r.id));
  expect(new Set(ids).size).toBe(ids.length);
});

describe('remedies', () => {
  const c = tug.candidates[0]!;
  const remedy = (accept: NonNullable<Parameters<typeof withRemedy>[1]['accept']>) =>
    withRemedy(c, { title: '', cost: 0, hours: 0, accept });
  test('a part is added, taken out, a dressing changed', () => {
    expect(remedy({ kind: 'part', partId: 'fw-q-75' }).partIds).toEqual([...c.partIds, 'fw-q-75']);
    expect(remedy({ kind: 'withoutPart', partId: c.partIds[0]! }).partIds).toEqual(c.partIds.slice(1));
    expect(remedy({ kind: 'dressing', slot: 'sump', optionId: 'x' }).dressing).toEqual({ ...c.dressing, sump: 'x' });
  });
  test('one that nobody can accept changes nothing', () => {
    expect(withRemedy(c, { title: '', cost: 0, hours: 0 })).toBe(c);
  });
});

describe('a new candidate', () => {
  const of = { engineId: 'hesper-v6-27', gearboxId: 'corran-g6', finalDrive: 3.64, tyreCode: '185/65R14' };
  test('is made of what was chosen, with the next letter and its engine’s name', () => {
    const next = newCandidate(tug, library, of);
    expect(next).toMatchObject({ ...of, letter: 'G', id: 'g', partIds: [], whyNot: '' });
    expect(next.name).toBe(library.engines.find((e) => e.id === of.engineId)!.name);
  });
  test('fills the gap that one taken out left, without using its id twice', () => {
    const gap: Build = { ...tug, candidates: tug.candidates.filter((c) => c.letter !== 'B') };
    expect(newCandidate(gap, library, of).letter).toBe('B');
    const sameId: Build = {
      ...gap,
      candidates: gap.candidates.map((c): Candidate => (c.letter === 'A' ? { ...c, id: 'b' } : c)),
    };
    expect(newCandidate(sameId, library, of).id).toBe('b2');
  });
  test('works without a survey', () => {
    expect(newCandidate(second, library, of)).toMatchObject({ ...of, letter: 'A' });
  });
});
