import { assess, type Build } from '../src/index.ts';
import { candidate, finding, judged, library, tug, withEngine, whole } from './demo.ts';

const level = (letter: string, build: Build = tug, lib = library) =>
  whole(assess(build, candidate(letter), lib)).figures.noise.levelDb;
const at = (distanceM: number): Build => ({ ...tug, brief: { ...tug.brief, noise: { limitDb: 88, distanceM } } });

test('six decibels for each doubling of the distance', () => {
  expect(level('C', at(15))!.value).toBeCloseTo(level('C')!.value - 6, 9);
  expect(level('C', at(30))!.value).toBeCloseTo(level('C')!.value - 12, 9);
});

test('a second silencer takes four, and brings its own doubt', () => {
  const without = judged('C', { partIds: candidate('C').partIds.filter((id) => id !== 'sil-second') }).figures.noise
    .levelDb!;
  expect(without.value - level('C')!.value).toBeCloseTo(4, 9);
  expect(level('C')!.plusMinus).toBeCloseTo(Math.hypot(without.plusMinus, 2), 9);
});

test('more power than the level was taken at is louder by its decibels', () => {
  const louder = withEngine('hesper-v6-27', (e) => ({ ...e, noise: { ...e.noise!, powerKw: e.noise!.powerKw / 2 } }));
  expect(level('C', tug, louder)!.value - level('C')!.value).toBeCloseTo(10 * Math.log10(2), 9);
});

test('a level without its own ± takes decibels by its evidence, not a share', () => {
  const claimed = withEngine('hesper-v6-27', (e) => ({
    ...e,
    noise: { ...e.noise!, levelDb: { value: 80, evidence: 'claimed' as const } },
  }));
  // Nobody has told what its twin exhaust does: ± 3 either way.
  expect(level('C', tug, claimed)!.plusMinus).toBeCloseTo(Math.hypot(4, 2, 3), 9);
});

test('an engine that nobody heard is unknown, and no rule is no gate', () => {
  const deaf = withEngine('hesper-v6-27', ({ noise: _gone, ...e }) => e);
  expect(finding(judged('C', {}, tug, deaf), 'gate-noise')).toMatchObject({
    state: 'unknown',
    missing: ['/engines/hesper-v6-27/noise'],
  });
  const { noise: _none, ...rest } = tug.brief;
  expect(assess({ ...tug, brief: rest }, candidate('C'), library).checks.some((c) => c.id === 'gate-noise')).toBe(
    false,
  );
});
