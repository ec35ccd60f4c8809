import { gearboxOffers } from '../src/index.ts';
import { library } from './demo.ts';

const engine = library.engines.find((e) => e.massRecords.some((r) => r.withGearboxId));

test('what came as a set stands first, then what bolts to the block, then all others as they were', () => {
  const offers = gearboxOffers(library, 'quillon-22');
  const why = offers.map((o) => o.why);
  expect(why).toEqual([...why].sort((a, b) => rank(a) - rank(b)));
  expect(offers.map((o) => o.gearbox.id).sort()).toEqual(library.gearboxes.map((g) => g.id).sort());
  expect(why).toContain('bolts to it');
});

test('a gearbox weighed with it is known as such', () => {
  const [first] = library.engines;
  const record = { ...first!.massRecords[0]!, withGearboxId: 'pipit-t6' };
  const lib = {
    ...library,
    engines: library.engines.map((e) => (e === first ? { ...e, massRecords: [record] } : e)),
  };
  expect(gearboxOffers(lib, first!.id)[0]).toMatchObject({ gearbox: { id: 'pipit-t6' }, why: 'came with it' });
  expect(engine === undefined || gearboxOffers(library, engine.id)[0]!.why === 'came with it').toBe(true);
});

test('without an engine, or with one that nobody has described, nothing speaks for any; retired ones are not offered', () => {
  expect(gearboxOffers(library, undefined).every((o) => o.why === undefined)).toBe(true);
  const retired = { ...library, gearboxes: library.gearboxes.map((g) => ({ ...g, retired: true })) };
  expect(gearboxOffers(retired, 'hesper-v6-27')).toEqual([]);
});

const rank = (why: string | undefined) => (why === 'came with it' ? 0 : why === 'bolts to it' ? 1 : 2);
