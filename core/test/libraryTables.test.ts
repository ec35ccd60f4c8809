import {
  libraryCsv,
  readEnginesCsv,
  readGearboxesCsv,
  readLibraryTable,
  checkEngine,
  checkGearbox,
} from '../src/index.ts';
import { library } from './demo.ts';

const ENGINE =
  'Name,Cylinders,Arrangement,Bore (mm),Stroke (mm),Compression (ratio),Redline (rpm),Price likely,Mass basis,Mass (kg),Mass evidence,Curve (rpm:N·m)';

describe('the library as tables', () => {
  test.each(
    (['engines', 'gearboxes', 'parts'] as const).flatMap((kind) => [[kind, '.'] as const, [kind, ','] as const]),
  )('%s with “%s”: out and in again are the same rows, whole', (kind, decimal) => {
    const text = libraryCsv(kind, library, decimal);
    expect(text.split('\n', 1)[0]).toContain(decimal === ',' ? ';' : ',');
    const back = readLibraryTable(text, library);
    expect(back[kind]).toEqual(library[kind]);
    for (const other of (['engines', 'gearboxes', 'parts'] as const).filter((k) => k !== kind))
      expect(back[other]).toEqual([]);
  });

  test('a figure changed in the table changes that figure alone, and its evidence with it', () => {
    const was = library.engines.find((e) => e.id === 'hesper-v6-27')!;
    const mass = was.massRecords.find((m) => m.inUse)!;
    const cell = `${mass.massKg.value},`;
    const line = libraryCsv('engines', { ...library, engines: [was] });
    const [now] = readEnginesCsv(line.replace(`${mass.basis},${cell}`, `${mass.basis},140,`), [was]);
    expect(now!.massRecords.find((m) => m.inUse)!.massKg).toMatchObject({ value: 140 });
    expect({ ...now, massRecords: [] }).toEqual({ ...was, massRecords: [] });
    // The same evidence word stands in the table; a source that spoke of the old figure does not go with the new one.
    expect(now!.massRecords.find((m) => m.inUse)!.massKg.source).toBeUndefined();
  });

  test('an engine from a bare table: sound, and what the table does not tell is absent', () => {
    const [e] = readEnginesCsv(
      `${ENGINE}\n"Six, new",6,vee,"89,5",79.5,9.8,6200,700,bare,131,measured,1000:150 3000:220 5500:190\n`,
    );
    checkEngine(e!);
    expect(e).toMatchObject({
      id: 'six-new',
      boreMm: { value: 89.5, evidence: 'claimed' },
      price: { low: 595, likely: 700, high: 910, evidence: 'claimed' },
      curves: [{ rpm: [1000, 3000, 5500], torqueNm: [150, 220, 190], inUse: true, evidence: 'claimed' }],
      massRecords: [{ basis: 'bare', massKg: { value: 131, evidence: 'measured' } }],
      solids: [],
    });
    for (const key of ['oilL', 'coolantL', 'idleRpm', 'comMm', 'builtFrom', 'fuel', 'induction', 'supply', 'needs'])
      expect(Object.keys(e!)).not.toContain(key);
    const [noMass] = readEnginesCsv(`${ENGINE}\nX,4,,86,86,10,6500,300,,,,\n`);
    expect(noMass).toMatchObject({ massRecords: [], curves: [] });
    expect(noMass).not.toHaveProperty('arrangement');
    const [nameOnly] = readEnginesCsv('Name\nX\n');
    checkEngine(nameOnly!);
    expect(nameOnly).not.toHaveProperty('boreMm');
    expect(nameOnly).not.toHaveProperty('price');
  });

  test('a row without an Id is a new one, though one of that name is here', () => {
    const was = library.engines[0]!;
    const [e] = readEnginesCsv(`${ENGINE}\n${was.id},4,,86,86,10,6500,300,,,,\n`, library.engines);
    expect(e!.id).toBe(was.id);
    expect(e!.solids).toEqual([]);
  });

  test('a gearbox from a bare table', () => {
    const [g] = readGearboxesCsv('Name,Ratios,Reverse,Price likely,Rated (N·m)\nFive,3.5 2.1 1.4 1 0.8,3.4,250,260\n');
    checkGearbox(g!);
    expect(g).toMatchObject({
      ratios: [3.5, 2.1, 1.4, 1, 0.8],
      reverseRatio: 3.4,
      ratings: [{ torqueNm: { value: 260, evidence: 'claimed' }, inUse: true }],
    });
    for (const key of ['massKg', 'lengthMm', 'shifterMm', 'outputMm', 'mountMm', 'comMm', 'oilL', 'efficiencyOther'])
      expect(Object.keys(g!)).not.toContain(key);
  });

  test.each([
    ['Cylinders', `${ENGINE}\nX,4.5,,86,86,10,6500,300,,,,\n`, /Line 2, Cylinders: 4.5 is no whole number/],
    ['arrangement', `${ENGINE}\nX,4,star,86,86,10,6500,300,,,,\n`, /“star” is invalid\. Use one of: inline, vee, flat/],
    ['bore', `${ENGINE}\n\nX,4,,wide,86,10,6500,300,,,,\n`, /Line 3, Bore \(mm\): “wide” is not a number/],
    ['bore of 0', `${ENGINE}\nX,4,,0,86,10,6500,300,,,,\n`, /Line 2, Bore \(mm\): a figure above 0/],
    ['curve', `${ENGINE}\nX,4,,86,86,10,6500,300,,,,1000-120\n`, /points are written rpm:torque/],
    ['ratios', 'Name,Ratios,Reverse,Price likely\nF,3.5 two,3.4,250\n', /Line 2, Ratios: enter positive numbers/],
    ['headings', 'Colour,Shape\nred,round\n', /“Bore \(mm\)” for engines/],
  ])('what is wrong is named: %s', (_, text, message) => {
    expect(() => readLibraryTable(text, library)).toThrow(message);
  });
});

test('of ten thousand lines with one name each gets an id of its own', () => {
  const text = `Name,Class\n${'Bracket,hose\n'.repeat(10_000)}`;
  const ids = readLibraryTable(text, library).parts.map((p) => p.id);
  expect(new Set(ids).size).toBe(10_000);
  expect(ids.slice(0, 3)).toEqual(['bracket', 'bracket-2', 'bracket-3']);
});
