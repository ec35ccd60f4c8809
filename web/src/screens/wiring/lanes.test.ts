/** Lanes of the combs: every pin once, what is joined or alike in one of them. */
import fc from 'fast-check';
import { PIN_FUNCTIONS, type Pin } from '@sable/core';
import { matchByFunction, scheduleOf, type PlacedPlug } from '@sable/core/questions/wiring';
import { inkOf, lanesOf, onLeft, splicesOf } from './lanes.ts';

const plug = (key: string, owner: PlacedPlug['owner']): fc.Arbitrary<PlacedPlug> =>
  fc
    .uniqueArray(fc.integer({ min: 0, max: PIN_FUNCTIONS.length - 1 }), { minLength: 1, maxLength: 20 })
    .map((functions) => ({
      key,
      owner,
      of: owner,
      plug: {
        id: 'p',
        name: key,
        pins: functions.map((f, i): Pin => ({ pin: `${i + 1}`, function: PIN_FUNCTIONS[f]!.id, pulsesPerRev: 2 })),
      },
    }));

test('each pin stands in one lane on its side; joined or of the same function they share it; by the dictionary from above', () => {
  fc.assert(
    fc.property(plug('engine:p', 'engine'), plug('car:p', 'car'), fc.boolean(), (a, b, joined) => {
      const splices = joined ? matchByFunction(scheduleOf([a, b], undefined)).splices : [];
      const schedule = scheduleOf([a, b], { splices });
      const lanes = lanesOf(schedule);
      const keys = lanes.flatMap((l) => [l.left, l.right]).flatMap((r) => (r ? [r.key] : []));
      expect([...keys].sort()).toEqual(schedule.rows.map((r) => r.key).sort());
      for (const { left, right } of lanes) {
        if (left) expect(onLeft(left)).toBe(true);
        if (right) expect(onLeft(right)).toBe(false);
        if (left && right) expect(left.fn).toBe(right.fn);
        // Facing each other they are joined to each other, or neither is joined.
        if (left && right && splicesOf(left).length > 0) expect(splicesOf(right)).toEqual(splicesOf(left));
      }
      const ranks = lanes.map((l) => PIN_FUNCTIONS.indexOf((l.left ?? l.right)!.fn!));
      expect(ranks).toEqual([...ranks].sort((x, y) => x - y));
    }),
  );
});

test('colours by their letters, with a tracer; what is none is drawn in steel', () => {
  expect(inkOf('BK/WH')).toEqual({ base: '#222222', tracer: '#dcdcd6' });
  expect(inkOf('rd-ye').tracer).toBe('#d9b411');
  expect(inkOf('purple with dots')).toEqual({ base: 'var(--steel-edge)', tracer: undefined });
  expect(inkOf(undefined).base).toBe('var(--steel-edge)');
});
