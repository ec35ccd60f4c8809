import { idFrom, partsCsv } from './libraryCsv.ts';
import { readPartsCsv } from './libraryTables.ts';

describe('parts as a table', () => {
  test('out and in again say the same', () => {
    const text =
      '\uFEFFName,Class,Mass (kg),Mass ±,Mass evidence,Price low,Price likely,Price high,Price evidence,Hours low,Hours likely,Hours high,Lead time (days),Discontinued,Note\n"Pump, high",pump,1.2,0.1,measured,80,100,140,published,1,1.5,2,7,yes,"says ""loud"""\n';
    const parts = readPartsCsv(text);
    expect(parts[0]).toMatchObject({
      id: 'pump-high',
      name: 'Pump, high',
      discontinued: true,
      note: 'says "loud"',
      price: { likely: 100, evidence: 'published' },
    });
    expect(readPartsCsv(partsCsv(parts))).toEqual(parts);
  });
  test('two of one name get ids of their own', () => {
    const parts = readPartsCsv('Name,Class,Price likely\nHose,hose,3\nHose,hose,4\n');
    expect(parts.map((p) => p.id)).toEqual(['hose', 'hose-2']);
  });
  test('a name that a sheet would run as a formula stays text, and comes back', () => {
    const parts = readPartsCsv('Name,Class,Price likely\n=1+1,hose,3\n');
    expect(partsCsv(parts)).toContain("'=1+1");
    expect(readPartsCsv(partsCsv(parts))[0]!.name).toBe('=1+1');
  });
  test('what is missing or unknown is named', () => {
    expect(() => readPartsCsv('Name,Price likely\nX,3')).toThrow(/“Class” is missing/);
    expect(() => readPartsCsv('Name,Class,Price likely,Colour\nX,hose,3,red')).toThrow(/“Colour” is not known/);
    expect(() => readPartsCsv('Name,Class,Price likely\nX,hose,cheap')).toThrow(/Line 2, Price likely/);
  });
});

test('an id from any name', () => {
  expect(idFrom('Straße Ω 2.7')).toMatch(/^[a-z0-9-]+$/);
  expect(idFrom('—')).toBe('row');
});
