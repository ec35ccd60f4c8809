/** An engine by family, years and code; and what a new one of a family has as all others have. */
import { codedEngines, familiesOf, sharedByFamily, yearsOfFamily } from '../src/questions/donor/index.ts';
import { library } from './demo.ts';

const { engines } = library;

test('every engine on offer that has a family is reached in three choices, and only by its own', () => {
  const reached = familiesOf(engines).flatMap((family) =>
    yearsOfFamily(engines, family).flatMap((years) => codedEngines(engines, family, years).map((c) => c.engineId)),
  );
  expect(reached.sort()).toEqual(
    engines
      .filter((e) => e.family)
      .map((e) => e.id)
      .sort(),
  );
  const retired = engines.map((e) => ({ ...e, retired: true }));
  expect(familiesOf(retired)).toEqual([]);
});

test('a code that nobody entered is said so; what is stamped on it is shown with its name', () => {
  const [first] = engines.filter((e) => e.family);
  const of = (codes: string[]) =>
    codedEngines([{ ...first!, codes, builtFrom: 1990, builtTo: 1994 }], first!.family!, '1990 to 1994')[0]!.words;
  expect(of([])).toBe(`no code entered: ${first!.name}`);
  expect(of(['Q18', 'Q18B'])).toBe(`Q18, Q18B: ${first!.name}`);
});

describe('what a family shares', () => {
  const family = engines.find((e) => e.family && engines.filter((x) => x.family === e.family).length > 1)!.family!;
  const sisters = engines.filter((e) => e.family === family);
  test('is only what all of them say alike, as an estimate', () => {
    const { fields, of } = sharedByFamily(engines, family, undefined);
    expect(of).toEqual(sisters.map((e) => e.name));
    expect(fields.cylinders).toBe(sisters[0]!.cylinders);
    expect(JSON.stringify(fields)).not.toMatch(/"evidence":"(measured|published|claimed)"/);
    // One that differs takes a field out.
    const odd = engines.map((e) => (e.id === sisters[0]!.id ? { ...e, cylinders: 5 } : e));
    expect(sharedByFamily(odd, family, undefined).fields).not.toHaveProperty('cylinders');
    // What one of them was measured to is nobody else's.
    for (const key of ['massRecords', 'curves', 'price', 'solids', 'comMm']) expect(fields).not.toHaveProperty(key);
  });
  test('of a year before any of them there is nothing', () => {
    expect(sharedByFamily(engines, family, 1900)).toEqual({ fields: {}, of: [] });
  });
});
