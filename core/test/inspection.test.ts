import type { Inspection } from '../src/index.ts';
import { finding, judged } from './demo.ts';

/** The V6 of candidate D as inspected. */
const seen = (more: Partial<Inspection>) =>
  judged('D', { inspection: { compressionBar: [], leakDownPct: [], marksRead: [], faultsFound: [], ...more } });
const six = (bar: number) => [bar, bar, bar, bar, bar, bar];

test('an engine with four bar on every cylinder does not pass', () => {
  const a = seen({ compressionBar: six(4) });
  expect(finding(a, 'compression').state).toBe('blocked');
  expect(a.state).toBe('blocked');
});
test('one cylinder of six says nothing of the other five, unless it is bad itself', () => {
  const one = finding(seen({ compressionBar: [12] }), 'compression');
  expect(one).toMatchObject({ state: 'unknown', missing: ['/candidates/d/inspection'] });
  expect(one.title).toBe('Compression of cylinder 2, 3, 4, 5, 6 was not measured');
  expect(finding(seen({ compressionBar: [4] }), 'compression').state).toBe('blocked');
  expect(finding(seen({ compressionBar: six(12), leakDownPct: [6] }), 'leak-down').state).toBe('unknown');
});
test('one that was looked at without its compression is not clear', () => {
  expect(finding(seen({ by: 'Ida' }), 'compression').state).toBe('unknown');
  expect(seen({ marksRead: [] }).findings.some((f) => f.id === 'compression')).toBe(false);
});
test.each([
  ['oil-pressure', { oilPressureBar: 1, oilPressureLeastBar: 2 }],
  ['scored-bores', { scoredBores: [3] }],
  ['gearbox-metal', { gearboxMetal: true }],
  ['end-play', { endPlayMm: 0.4, endPlayLimitMm: 0.2 }],
] as const)('%s above limit blocks', (id, more) => {
  expect(finding(seen({ compressionBar: six(12), ...(more as Partial<Inspection>) }), id).state).toBe('blocked');
});
test('a good one is clear in all of it', () => {
  const a = seen({
    compressionBar: six(12),
    leakDownPct: six(6),
    oilPressureBar: 4,
    oilPressureLeastBar: 2,
    scoredBores: [],
  });
  for (const id of ['compression', 'leak-down', 'oil-pressure']) expect(finding(a, id).state).toBe('clear');
});
