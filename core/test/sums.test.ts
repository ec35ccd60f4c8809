import { finished, SUMS, sumNamed } from '../src/index.ts';
import { library, tug } from './demo.ts';

test('every sum has its own name, a title and closed inputs', () => {
  expect(new Set(SUMS.map((s) => s.name)).size).toBe(SUMS.length);
  for (const s of SUMS) {
    expect(s.title).toMatch(/^[A-Z0-9].*\S$/);
    expect((s.input as unknown as { additionalProperties?: boolean }).additionalProperties).toBe(false);
  }
});

test('the whole assessment is a sum too', () => {
  const result = finished(sumNamed('assess')!.run({ build: tug, candidateId: 'b', library })) as { state: string };
  expect(result.state).toBe('blocked');
  expect(() => finished(sumNamed('assess')!.run({ build: tug, candidateId: 'zz', library }))).toThrow(
    /no candidate “zz”/,
  );
});
