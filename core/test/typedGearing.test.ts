/** A final drive, a tyre or a differential that nobody offers is a line of the bill without a price, not a present. */
import { assess, type Build, type Candidate } from '../src/index.ts';
import { library, tug } from './demo.ts';

const C = tug.candidates.find((c) => c.id === 'c')!;
const judged = (change: Partial<Candidate>, build: Build = tug) => {
  const { figures, checks, findings } = assess(build, { ...C, ...change }, library);
  return {
    lines: figures!.money!.bill.lines,
    budget: checks.find((c) => c.id === 'budget')!,
    missing: findings.find((f) => f.id === 'budget')?.missing ?? [],
  };
};
const own = judged({});

test.each([
  ['a final drive', { finalDrive: 4.37 }, 'axle', '/chassis/axleRatios'],
  ['a tyre', { tyreCode: '215/50R15' }, 'tyres', '/chassis/tyres'],
] as const)('%s that is typed stands open, and leads to where its price is entered', (_, change, kind, pointer) => {
  const { lines, budget, missing } = judged(change);
  expect(own.lines.filter((l) => l.unpriced)).toEqual([]);
  const added = lines.filter((l) => l.class === kind && l.unpriced);
  expect(added).toHaveLength(1);
  expect(added[0]!.hours.likely).toBeGreaterThan(0);
  expect(budget.state).toBe('unknown');
  expect(missing).toContain(pointer);
});

test('a differential that the survey does not have stands open; what the car has in it costs nothing', () => {
  const { differentials: _all, ...chassis } = tug.chassis!;
  const bare: Build = { ...tug, chassis };
  const limited = judged({ differential: 'limited' }, bare);
  expect(limited.lines.find((l) => l.acceptance?.kind === 'differential')).toMatchObject({ unpriced: true });
  expect(limited.missing).toContain('/chassis/differentials');
  expect(judged({ differential: 'open' }, bare).lines.some((l) => l.acceptance?.kind === 'differential')).toBe(false);
});

test('a price typed into its line closes it', () => {
  const closed = judged({
    finalDrive: 4.37,
    bill: { edits: [{ id: 'axle', price: { low: 200, likely: 240, high: 300, evidence: 'quoted' } }] },
  } as never);
  expect(closed.lines.find((l) => l.id === 'axle')).toMatchObject({ price: { likely: 240 } });
  expect(closed.budget.state).not.toBe('unknown');
});

test('where the survey names no ratio and no tyre at all, what is typed is the car’s own', () => {
  const bare: Build = { ...tug, chassis: { ...tug.chassis!, axleRatios: [], tyres: [] } };
  expect(
    judged({ finalDrive: 4.37, tyreCode: '215/50R15' }, bare).lines.filter(
      (l) => l.class === 'axle' || l.class === 'tyres',
    ),
  ).toEqual([]);
});
