import type { Flat } from '@sable/core/formats/drawing';
import fc from 'fast-check';
import { overlap, placeNames, spanOf } from './labels.ts';

test('names never lie on each other or out of the frame', () => {
  const frame = { x: 0, y: 0, w: 900, h: 400 };
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(900), fc.nat(400), fc.integer({ min: 20, max: 300 })), { maxLength: 20 }),
      (list) => {
        const shapes = list.map(([x, y, s], i) => ({
          id: `${i}`,
          name: `solid number ${i}`,
          points: [
            [x, y],
            [x + s, y],
            [x + s, y + s],
            [x, y + s],
          ] as Flat[],
        }));
        const spans = placeNames(shapes, frame, 1).map((n) => spanOf(n.name, n.x, n.y, 1));
        spans.forEach((a, i) => {
          expect(a.x0 >= 0 && a.x1 <= 900).toBe(true);
          spans.slice(i + 1).forEach((b) => expect(overlap(a, b)).toBe(false));
        });
      },
    ),
  );
});
