import { Ajv } from 'ajv';
import { csvParseRows } from 'd3-dsv';
import {
  assessAll,
  billCsv,
  Build,
  Bundle,
  bundleOf,
  checkBundleHead,
  checkEngine,
  checkBuild,
  fieldProblems,
  lineupCsv,
  withNewIds,
  type Engine,
} from '../src/index.ts';
import { judged, library, second, tug } from './demo.ts';

const ajv = new Ajv({ allErrors: true, strict: false });

test('the demo is valid against the schemas that a user’s data must meet', () => {
  for (const build of [tug, second]) expect([ajv.validate(Build, build), ajv.errors]).toEqual([true, null]);
  library.engines.forEach((e) => checkEngine(e));
  checkBuild(tug);
});

test('engines and bay have the shapes that boxes can’t say', () => {
  const odd = (s: { shape: { kind: string; turnDeg?: unknown } }) =>
    s.shape.kind !== 'box' || s.shape.turnDeg !== undefined;
  for (const e of library.engines) {
    const all = [...e.solids, ...e.slots.flatMap((s) => s.options.flatMap((o) => o.solids))];
    expect(all.filter(odd).length).toBeGreaterThanOrEqual(6);
    expect(e.curves[0]!.rpm.length).toBeGreaterThanOrEqual(12);
    expect(new Set(e.massRecords.map((m) => m.basis)).size).toBeGreaterThanOrEqual(2);
  }
  expect(tug.chassis!.obstacles.filter(odd).length).toBeGreaterThanOrEqual(8);
  expect(tug.chassis!.obstacles.length).toBeGreaterThanOrEqual(18);
});

describe('the bundle', () => {
  const bundle = bundleOf(tug, library, '2026-01-01T00:00:00Z');
  test('carries all it refers to and is valid', () => {
    expect([ajv.validate(Bundle, JSON.parse(JSON.stringify(bundle))), ajv.errors]).toEqual([true, null]);
    expect(bundle.library.engines.map((e) => e.id)).toEqual(expect.arrayContaining(['sidecam-12', 'hesper-v6-27']));
    expect(new Set(bundle.library.parts.map((p) => p.id))).toEqual(new Set(tug.candidates.flatMap((c) => c.partIds)));
  });
  test('judges the same from the bundle’s own rows', () => {
    expect(assessAll(bundle.build, bundle.library).map((a) => a.state)).toEqual(
      assessAll(tug, library).map((a) => a.state),
    );
  });
  test('a reference to nothing is refused by name', () => {
    expect(() => bundleOf({ ...tug, candidates: [{ ...tug.candidates[0]!, engineId: 'gone' }] }, library, '')).toThrow(
      /“gone”/,
    );
  });
  test('a newer version and another file are told apart', () => {
    expect(() => checkBundleHead({ format: 'sable-build', version: 99 })).toThrow(/newer Sable/);
    expect(() => checkBundleHead({ format: 'something' })).toThrow(/not a Sable build/);
    expect(() => checkBundleHead(null)).toThrow(/not a Sable build/);
    expect(() => checkBundleHead(bundle)).not.toThrow();
  });
  test('what is said of lines, and wires to a part, go along when rows come in under new ids', () => {
    const [, , c] = tug.candidates;
    const ref = (plug: string) => ({ plug, pin: '1' });
    const build = {
      ...tug,
      candidates: [
        {
          ...c!,
          bill: {
            edits: [
              { id: 'ap-hesper-corran', paid: 400 },
              { id: c!.engineId, note: 'seen' },
              { id: 'work-out', note: 'x' },
            ],
            own: [
              {
                id: 'l1',
                name: 'Thicker plate',
                class: 'own' as const,
                stage: 'later' as const,
                insteadOf: 'ap-hesper-corran',
              },
            ],
          },
          wiring: {
            splices: [{ a: ref('part.ap-hesper-corran:main'), b: ref('car:x1'), how: 'splice' as const }],
            unused: [{ at: ref('part.ap-hesper-corran:main'), why: 'spare' }],
          },
        },
      ],
    };
    const [after] = withNewIds(build, {
      engines: new Map([[c!.engineId, 'engine-2']]),
      gearboxes: new Map(),
      parts: new Map([['ap-hesper-corran', 'plate-2']]),
    }).candidates;
    expect(after!.bill!.edits!.map((e) => e.id)).toEqual(['plate-2', 'engine-2', 'work-out']);
    expect(after!.bill!.own![0]!.insteadOf).toBe('plate-2');
    expect(after!.wiring!.splices![0]).toEqual({ a: ref('part.plate-2:main'), b: ref('car:x1'), how: 'splice' });
    expect(after!.wiring!.unused![0]!.at.plug).toBe('part.plate-2:main');
    expect(after!.partIds).toContain('plate-2');
  });
  test('renamed rows are followed everywhere', () => {
    const renamed = withNewIds(tug, {
      engines: new Map([['sidecam-12', 's']]),
      gearboxes: new Map([['marten-e5', 'g']]),
      parts: new Map([['hose-set', 'h']]),
    });
    expect(renamed.chassis?.originalEngineId).toBe('s');
    expect(renamed.candidates.find((c) => c.letter === 'D')).toMatchObject({ gearboxId: 'g' });
    expect(JSON.stringify(renamed)).not.toContain('"hose-set"');
  });
});

describe('tables for a spreadsheet', () => {
  const parse = (text: string) => csvParseRows(text.replace(/^\uFEFF/, ''));
  test('the bill: units in the headings, one line a row, sums that are the sums', () => {
    const { lines } = judged('C').figures.money.bill;
    const rows = parse(billCsv(lines, 'EUR'));
    expect(rows[0]).toEqual(expect.arrayContaining(['Price, likely (EUR)', 'Hours, likely (h)', 'Lead time (days)']));
    expect(rows).toHaveLength(lines.length + 2);
    const sum = rows.slice(1, -1).reduce((s, r) => s + Number(r[4]), 0);
    expect(Number(rows.at(-1)![4])).toBeCloseTo(sum, 2);
  });
  test('the line-up: every check, the state of each candidate, in either unit system', () => {
    const all = assessAll(tug, library);
    const metric = parse(lineupCsv(tug, all, { system: 'metric' }));
    const us = parse(lineupCsv(tug, all, { system: 'us' }));
    const row = (rows: string[][], start: string) => rows.find((r) => r[0]!.startsWith(start))!;
    expect(row(metric, 'Peak power')[0]).toBe('Peak power, target now (kW)');
    expect(row(us, 'Peak power')[0]).toBe('Peak power, target now (hp)');
    expect(Number(row(us, 'Peak power')[3]) * 0.745699872).toBeCloseTo(Number(row(metric, 'Peak power')[3]), 1);
    expect(metric.every((r) => r.length === metric[0]!.length)).toBe(true);
    expect(row(metric, 'Result').filter(Boolean)).toEqual(['Result', ...all.map((a) => a.state)]);
  });
  test('a name that starts like a formula stays text', () => {
    const line = {
      name: '=1+1',
      class: 'part',
      why: '@x',
      price: { low: 0, likely: 0, high: 0 },
      hours: { low: 0, likely: 0, high: 0 },
      evidence: 'claimed',
      leadDays: 0,
      discontinued: false,
    };
    expect(parse(billCsv([line], 'EUR'))[1]!.slice(0, 3)).toEqual(["'=1+1", 'part', "'@x"]);
  });
});

describe('what a schema error says', () => {
  const faults = (value: unknown) => {
    ajv.validate(Build, value);
    return fieldProblems((ajv.errors ?? []) as never);
  };
  test('names the field and what is allowed', () => {
    const bad = structuredClone<unknown>(tug) as {
      brief: Record<string, unknown>;
      candidates: Record<string, unknown>[];
    };
    bad.brief['use'] = 'racing';
    bad.brief['hourlyRate'] = -3;
    bad.candidates[0]!['paintwork'] = 'red';
    delete bad.candidates[1]!['tyreCode'];
    const messages = faults(bad);
    expect(messages).toContainEqual({
      pointer: '/brief/use',
      message: expect.stringContaining('Use must be one of: street, touring and tow'),
    });
    expect(messages).toContainEqual({ pointer: '/brief/hourlyRate', message: 'Hourly rate must be 0 or more.' });
    expect(messages).toContainEqual({
      pointer: '/candidates/0/paintwork',
      message: expect.stringContaining('Unknown field “paintwork”'),
    });
    expect(messages).toContainEqual({ pointer: '/candidates/1/tyreCode', message: 'Tyres missing.' });
  });
});

test('checks beyond the schema name the place', () => {
  const engine = structuredClone<Engine>(library.engines[0]!);
  engine.curves[0]!.rpm[3] = 10;
  expect(() => checkEngine(engine, '/library/engines/0')).toThrow(/Engine speeds must increase/);
  const flat = structuredClone(tug);
  flat.chassis!.obstacles[0]!.shape = {
    kind: 'hull',
    verticesMm: [
      [0, 0, 0],
      [1, 0, 0],
      [0, 1, 0],
      [1, 1, 0],
    ],
  };
  expect(() => checkBuild(flat)).toThrow(/one plane/);
  expect(() => checkBuild({ ...tug, decision: { candidateId: 'zz', reason: '' } })).toThrow(/no candidate “zz”/);
  expect(() => checkBuild({ ...tug, candidates: [tug.candidates[0]!, tug.candidates[0]!] })).toThrow(/Two candidates/);
});
