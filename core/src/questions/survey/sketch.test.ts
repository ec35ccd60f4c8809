import fc from 'fast-check';
import { TEMPLATES } from './obstacleTemplates.ts';
import { sketchOf } from './sketch.ts';

const taken = (key: string, mm: number) => ({ key, method: 'tape' as const, takes: [{ typed: `${mm}`, mm }] });

describe('what a reading means, drawn', () => {
  test.each(TEMPLATES.map((t) => [t.key, t] as const))('%s: every length ends on the body', (_, template) => {
    const sketch = sketchOf({ readings: [] }, template);
    expect(sketch.whole).toBe(false);
    for (const r of sketch.readings) {
      expect(r.taken).toBe(false);
      const others = [0, 1, 2].filter((i) => i !== r.axis);
      for (const i of others) expect(r.fromMm[i]).toBe(r.toMm[i]);
      expect(Math.abs(r.toMm[r.axis] - r.fromMm[r.axis])).toBeGreaterThan(5);
    }
    // Two lengths of a body drawn on each other could not be told apart.
    const ends = sketch.readings.map((r) => `${r.axis} ${r.toMm.map(Math.round).join(' ')}`);
    expect(new Set(ends).size).toBe(ends.length);
  });

  test('a reading that was taken is drawn as long as it was read', () => {
    const bonnet = TEMPLATES.find((t) => t.key === 'bonnet')!;
    fc.assert(
      fc.property(fc.integer({ min: 500, max: 1200 }), fc.integer({ min: 100, max: 900 }), (high, ahead) => {
        const { readings } = sketchOf({ readings: [taken('frontHeight', high), taken('front', ahead)] }, bonnet);
        const of = (key: string) => readings.find((r) => r.key === key)!;
        expect(of('frontHeight').taken).toBe(true);
        expect(of('rearHeight').taken).toBe(false);
        expect(of('frontHeight').toMm[2]).toBeCloseTo(high, 6);
        expect(of('frontHeight').toMm[0]).toBeCloseTo(ahead, 6);
        expect(of('front').toMm[0] - of('front').fromMm[0]).toBeCloseTo(ahead, 6);
      }),
    );
  });

  test('one that can’t be drawn with the readings so far is drawn as on some car', () => {
    const rail = TEMPLATES.find((t) => t.key === 'rail-left')!;
    const { shape } = sketchOf({ readings: [taken('inner', 9000)] }, rail);
    expect(shape.kind).toBe('box');
  });
});
