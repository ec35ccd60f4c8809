import { LAYERS, type Mark, type Sheet } from './sheet.ts';

/** Colour numbers of the usual palette, by layer and by state. */
const COLOUR: Readonly<Record<string, number>> = {
  frame: 7,
  bay: 8,
  powertrain: 5,
  routes: 30,
  gaps: 3,
  dimensions: 7,
  datum: 9,
  text: 7,
  cut: 7,
  fold: 5,
  clear: 3,
  tight: 30,
  blocked: 1,
  unknown: 9,
};

/** R12 knows only plain characters; what stands outside them is written as it is told there, or simply. */
const plain = (s: string) =>
  s
    .replaceAll('°', '%%d')
    .replaceAll('±', '%%p')
    .replaceAll('−', '-')
    .replaceAll('’', "'")
    .replaceAll(/[“”]/g, '"')
    .normalize('NFKD')
    .replaceAll(/[^\x20-\x7e]/g, '');

type Pair = readonly [code: number, value: string | number];

/**
 * The sheet as DXF in the R12 dialect (AC1009), in paper mm with y up: the dialect that every cutter and drawing program
 * reads. Written here because the packages that write DXF write later dialects.
 */
export function sheetDxf(sheet: Sheet): string {
  const up = (y: number) => sheet.heightMm - y;
  const pairs: Pair[] = [
    [0, 'SECTION'],
    [2, 'HEADER'],
    [9, '$ACADVER'],
    [1, 'AC1009'],
    [9, '$EXTMIN'],
    [10, 0],
    [20, 0],
    [9, '$EXTMAX'],
    [10, sheet.widthMm],
    [20, sheet.heightMm],
    [0, 'ENDSEC'],
    [0, 'SECTION'],
    [2, 'TABLES'],
    [0, 'TABLE'],
    [2, 'LTYPE'],
    [70, 2],
    ...lineType('CONTINUOUS', 'Solid', []),
    ...lineType('CHAIN', 'Long and short', [4, -1, 1, -1]),
    [0, 'ENDTAB'],
    [0, 'TABLE'],
    [2, 'LAYER'],
    [70, LAYERS.length],
    ...LAYERS.flatMap((name): Pair[] => [
      [0, 'LAYER'],
      [2, name.toUpperCase()],
      [70, 0],
      [62, COLOUR[name]!],
      [6, 'CONTINUOUS'],
    ]),
    [0, 'ENDTAB'],
    [0, 'ENDSEC'],
    [0, 'SECTION'],
    [2, 'ENTITIES'],
    ...sheet.marks.flatMap((m) => entity(m, up)),
    [0, 'ENDSEC'],
    [0, 'EOF'],
  ];
  return pairs
    .map(
      ([code, value]) =>
        `${String(code).padStart(3)}\r\n${typeof value === 'number' ? number(code, value) : value}\r\n`,
    )
    .join('');
}

/** Whole numbers where the code asks for one, decimals elsewhere. */
const number = (code: number, v: number) => (code >= 60 && code <= 79 ? String(Math.round(v)) : v.toFixed(4));

function lineType(name: string, words: string, dashes: readonly number[]): Pair[] {
  return [
    [0, 'LTYPE'],
    [2, name],
    [70, 0],
    [3, words],
    [72, 65],
    [73, dashes.length],
    [40, dashes.reduce((s, d) => s + Math.abs(d), 0)],
    ...dashes.map((d): Pair => [49, d]),
  ];
}

function entity(m: Mark, up: (y: number) => number): Pair[] {
  const common: Pair[] = [[8, m.layer.toUpperCase()], ...(m.state ? [[62, COLOUR[m.state]!] as const] : [])];
  if (m.kind === 'text') {
    const along = { start: 0, middle: 1, end: 2 }[m.anchor];
    const at: Pair[] = [
      [10, m.at[0]],
      [20, up(m.at[1])],
    ];
    return [
      [0, 'TEXT'],
      ...common,
      ...at,
      [40, m.heightMm],
      [1, plain(m.text)],
      // A word that is not begun at its point is placed by its second one.
      ...(along === 0
        ? []
        : ([
            [72, along],
            [11, m.at[0]],
            [21, up(m.at[1])],
          ] as const)),
    ];
  }
  if (m.kind === 'hole') {
    const [x, y] = [m.at[0], up(m.at[1])];
    const r = m.diameterMm / 2;
    if (m.slotMm === 0) return [[0, 'CIRCLE'], ...common, [10, x], [20, y], [40, r]];
    const s = m.slotMm / 2;
    // Round the slot against the clock: two straights, and two half circles as bulges of one.
    const corners: readonly (readonly [number, number, number])[] = [
      [x - s, y - r, 0],
      [x + s, y - r, 1],
      [x + s, y + r, 0],
      [x - s, y + r, 1],
    ];
    return polyline(
      common,
      m.layer,
      true,
      corners.map(([a, b, bulge]) => ({ at: [a, b], bulge })),
    );
  }
  return polyline(
    [...common, ...(m.dashed ? ([[6, 'CHAIN']] as const) : [])],
    m.layer,
    m.closed === true,
    m.points.map((p) => ({ at: [p[0], up(p[1])], bulge: 0 })),
  );
}

interface Corner {
  readonly at: readonly [number, number];
  readonly bulge: number;
}

function polyline(common: readonly Pair[], layer: string, closed: boolean, corners: readonly Corner[]): Pair[] {
  return [
    [0, 'POLYLINE'],
    ...common,
    [66, 1],
    [70, closed ? 1 : 0],
    ...corners.flatMap(({ at, bulge }): Pair[] => [
      [0, 'VERTEX'],
      [8, layer.toUpperCase()],
      [10, at[0]],
      [20, at[1]],
      ...(bulge === 0 ? [] : ([[42, bulge]] as const)),
    ]),
    [0, 'SEQEND'],
    [8, layer.toUpperCase()],
  ];
}
