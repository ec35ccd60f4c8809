import { fieldEntry, usualAt, usualRange } from '@sable/core/model';
import { library, pickup, racer, second, tug } from './demo.ts';

const builds = [tug, racer, pickup, second];
const shop = { engines: library.engines, gearboxes: library.gearboxes, parts: library.parts, builds };

/** Every figure with the pointer to it. */
function* figures(of: unknown, at: string): Generator<readonly [pointer: string, value: number]> {
  if (typeof of === 'number') yield [at, of];
  else if (typeof of === 'object' && of !== null)
    for (const [key, value] of Object.entries(of)) yield* figures(value, `${at}/${key}`);
}

test('what is usual is found by the key, by what holds it, and for nothing else', () => {
  expect(usualRange('boreMm')).toEqual([50, 115]);
  expect(usualAt('/engines/boreMm/value')).toEqual([50, 115]);
  expect(usualAt('/engines/throttle/boreMm')).toEqual([25, 95]);
  expect(usualAt('/engines/massRecords/3/massKg/value')).toEqual([35, 400]);
  expect(usualAt('/parts/massKg')).toBeUndefined();
  expect(usualAt('/chassis/axleRatios/0/ratio')).toEqual([2.2, 6.5]);
  expect(usualAt('/boreMm/plusMinus')).toBeUndefined();
});

test('each range is of a field that has a name, and runs upwards', () => {
  for (const [pointer] of figures(shop, '')) {
    const range = usualAt(pointer);
    if (!range) continue;
    expect([pointer, range[0] < range[1]]).toEqual([pointer, true]);
    const [key, parent] = pointer
      .split('/')
      .filter((k) => k !== 'value' && !/^\d+$/.test(k))
      .reverse();
    expect([pointer, fieldEntry(key!, parent) !== undefined]).toEqual([pointer, true]);
  }
});

test('the figures of the demo are usual ones', () => {
  const strange = [...figures(shop, '')].filter(([pointer, value]) => {
    const range = usualAt(pointer);
    return range && (value < range[0] || value > range[1]);
  });
  expect(strange).toEqual([]);
});
