import {
  fitSheet,
  movementOf,
  resolveSubject,
  settingOf,
  sheetDxf,
  sheetSvg,
  type Build,
  type Mark,
  type Sheet,
} from '../src/index.ts';
import { candidate, judged, library, pickup, racer, tug } from './demo.ts';

const sheetOf = (letter: string, build: Build = tug, system: 'metric' | 'us' = 'metric'): Sheet =>
  fitSheet(
    resolveSubject(settingOf(build), candidate(letter, build), library).subject!,
    movementOf(judged(letter, {}, build).figures.mounts.movement),
    { system },
    { buildName: build.name, date: '2026-05-01' },
  );
const pointsOf = (m: Mark) => (m.kind === 'line' ? m.points : [m.at]);
const words = (s: Sheet) => s.marks.flatMap((m) => (m.kind === 'text' ? [m.text] : []));

describe.each([
  ['tug B', sheetOf('B')],
  ['racer A', sheetOf('A', racer)],
  ['pickup A', sheetOf('A', pickup)],
])('the sheet of %s', (_name, sheet) => {
  test('stays on its paper', () => {
    for (const [x, y] of sheet.marks.flatMap(pointsOf)) {
      expect(x).toBeGreaterThanOrEqual(0);
      expect(x).toBeLessThanOrEqual(sheet.widthMm);
      expect(y).toBeGreaterThanOrEqual(0);
      expect(y).toBeLessThanOrEqual(sheet.heightMm);
    }
  });
  test('states its scale, its units and that it wants a mock-up', () => {
    expect(words(sheet)).toContain(`1:${sheet.scale} on A3`);
    expect(words(sheet).join(' ')).toContain('lengths in mm');
    expect(words(sheet).join(' ')).toContain('Verify at mock-up');
  });
});

test('a length on the paper times the scale is the length of the car', () => {
  const sheet = sheetOf('B');
  const dims = sheet.marks.filter(
    (m): m is Extract<Mark, { kind: 'line' }> => m.kind === 'line' && m.layer === 'dimensions',
  );
  const figures = sheet.marks.filter(
    (m): m is Extract<Mark, { kind: 'text' }> => m.kind === 'text' && m.layer === 'dimensions',
  );
  const long = dims.filter((d) => Math.hypot(d.points[0]![0] - d.points[1]![0], d.points[0]![1] - d.points[1]![1]) > 5);
  expect(long.length).toBe(figures.length);
  long.forEach((d, i) => {
    const paper = Math.hypot(d.points[0]![0] - d.points[1]![0], d.points[0]![1] - d.points[1]![1]);
    expect(paper * sheet.scale).toBeCloseTo(Number(figures[i]!.text.replaceAll(',', '')), -0.5);
  });
});

test('the tightest gap stands first in the table, with what it needs', () => {
  const list = words(sheetOf('B'));
  const at = list.indexOf('rocker cover, bonnet');
  expect(list[at - 1]).toBe('1');
  expect(list[at + 1]).toBe('−14 of 24');
  expect(list[at + 2]).toBe('blocked');
});

test('in US units it is told in inches', () => {
  const list = words(sheetOf('B', tug, 'us'));
  expect(list.join(' ')).toContain('lengths in inches');
  expect(list).toContain('−0.55 of 0.94');
});

describe('as DXF R12', () => {
  const lines = sheetDxf(sheetOf('B')).split('\r\n');
  const pairs = Array.from(
    { length: Math.floor(lines.length / 2) },
    (_, i) => [Number(lines[2 * i]), lines[2 * i + 1]!] as const,
  );
  test('is pairs of a code and a value, in the old dialect, from header to end', () => {
    expect(pairs.every(([code]) => Number.isInteger(code))).toBe(true);
    expect(pairs[3]).toEqual([1, 'AC1009']);
    expect(pairs[pairs.length - 1]).toEqual([0, 'EOF']);
    // What came later than R12: handles of classes, light polylines.
    expect(pairs.some(([code, v]) => code === 100 || v === 'LWPOLYLINE')).toBe(false);
  });
  test('opens and closes every section and polyline', () => {
    const count = (v: string) => pairs.filter(([code, x]) => code === 0 && x === v).length;
    expect(count('SECTION')).toBe(count('ENDSEC'));
    expect(count('POLYLINE')).toBe(count('SEQEND'));
    expect(count('TABLE')).toBe(count('ENDTAB'));
    expect(count('POLYLINE')).toBeGreaterThan(40);
  });
  test('uses only layers that it declares, and plain characters', () => {
    const declared = new Set(pairs.flatMap(([code, v], i) => (code === 2 && pairs[i - 1]![1] === 'LAYER' ? [v] : [])));
    for (const [code, v] of pairs) if (code === 8) expect(declared.has(v)).toBe(true);
    expect(lines.join('')).toMatch(/^[\x20-\x7e]*$/);
  });
  test('has y up: the title block lies low', () => {
    const i = pairs.findIndex(([code, v]) => code === 1 && v.startsWith('Glider tug, B'));
    const y = pairs
      .slice(0, i)
      .reverse()
      .find(([code]) => code === 20)!;
    expect(Number(y[1])).toBeLessThan(60);
  });
});

test('as SVG every word is safe and every mark is there', () => {
  const sheet = sheetOf('B');
  const odd = { ...sheet, title: '<&">', marks: [...sheet.marks] };
  const svg = sheetSvg(odd);
  expect(svg).toContain('<title>&lt;&amp;&quot;&gt;, 1:');
  expect((svg.match(/data-layer=/g) ?? []).length).toBe(sheet.marks.length);
});
