import {
  pinKey,
  type JudgedCircuit,
  type PinRow,
  type PlacedPlug,
  type Schedule,
} from '../../questions/wiring/index.ts';
import type { Candidate, PinRef, Splice } from '../../model/index.ts';
import { formatQuantity, type Units } from '../../units/index.ts';
import type { WireLabel } from '../wiringTables.ts';
import { drawing } from './drawing.ts';
import { checkLine } from './paper.ts';
import { A3, EDGE, type Sheet, type SheetHead } from './sheet.ts';
import type { Flat } from './views.ts';

/** A4, upright. */
const A4 = { widthMm: 210, heightMm: 297 } as const;
const LINE_MM = 7;
const HEAD_MM = 24;
const FOOT_MM = 20;
const FIT = Math.floor((A4.heightMm - 2 * EDGE - HEAD_MM - FOOT_MM) / LINE_MM);
const TICK_MM = 3.4;
/** Letters of the small face, mm wide on average: what is longer than its column is cut and ends in dots. */
const LETTER_MM = 1.32;

type Drawing = ReturnType<typeof drawing>;
const cut = (words: string, mm: number): string => {
  const most = Math.floor(mm / LETTER_MM);
  return words.length <= most ? words : `${words.slice(0, Math.max(1, most - 1))}…`;
};

interface Column {
  readonly title: string;
  readonly mm: number;
}

/** Pages with a box to tick, a rule under each line, and a head that names what it is of. */
function listSheets(
  title: string,
  sub: string,
  columns: readonly Column[],
  lines: readonly (readonly string[])[],
  foot: string,
  units: Units,
  head: SheetHead,
): Sheet[] {
  const pages = Math.max(1, Math.ceil(lines.length / FIT));
  return Array.from({ length: pages }, (_, page): Sheet => {
    const d = drawing(units);
    const { widthMm, heightMm } = A4;
    d.box(EDGE, EDGE, widthMm - 2 * EDGE, heightMm - 2 * EDGE);
    d.text([EDGE + 4, EDGE + 8], cut(title, 170), { heightMm: 4.2 });
    d.text([EDGE + 4, EDGE + 13.5], cut(sub, 240));
    const top = EDGE + HEAD_MM;
    row(
      d,
      top - 3,
      columns,
      columns.map((c) => c.title),
    );
    lines.slice(page * FIT, (page + 1) * FIT).forEach((cells, i) => {
      const y = top + (i + 1) * LINE_MM;
      tick(d, [EDGE + 4, y - TICK_MM + 0.4]);
      row(d, y, columns, cells);
      d.line('datum', [
        [EDGE + 3, y + 2],
        [widthMm - EDGE - 3, y + 2],
      ]);
    });
    d.text([EDGE + 4, heightMm - EDGE - 8], cut(foot, 240));
    d.text(
      [widthMm - EDGE - 4, heightMm - EDGE - 3],
      [head.buildName, head.date, pages > 1 ? `${page + 1} of ${pages}` : ''].filter(Boolean).join(', '),
      { anchor: 'end' },
    );
    return { widthMm, heightMm, scale: 1, title, marks: d.marks };
  });
}

function row(d: Drawing, y: number, columns: readonly Column[], cells: readonly string[]): void {
  let x = EDGE + 11;
  columns.forEach((c, i) => {
    // Words may run on over the columns beside them that are empty.
    const empty = columns.slice(i + 1).findIndex((_, k) => (cells[i + 1 + k] ?? '') !== '');
    const room = columns.slice(i, empty < 0 ? undefined : i + 1 + empty).reduce((mm, r) => mm + r.mm, 0);
    if (cells[i]) d.text([x, y], cut(cells[i], room - 1));
    x += c.mm;
  });
}

const tick = (d: Drawing, [x, y]: Flat): void =>
  void d.line(
    'cut',
    [
      [x, y],
      [x + TICK_MM, y],
      [x + TICK_MM, y + TICK_MM],
      [x, y + TICK_MM],
    ],
    { closed: true },
  );

const PIN_COLUMNS: readonly Column[] = [
  { title: 'Pin', mm: 14 },
  { title: 'Colour', mm: 20 },
  { title: 'Function', mm: 56 },
  { title: 'How', mm: 36 },
  { title: 'To', mm: 30 },
  { title: 'Colour', mm: 20 },
];

/** Of a plug one bench sheet or more: every pin with what becomes of it, a box to tick. */
export function plugSheets(
  plug: PlacedPlug,
  { rows }: Schedule,
  { letter }: Pick<Candidate, 'letter'>,
  units: Units,
  head: SheetHead,
): Sheet[] {
  const byKey = new Map(rows.map((r) => [r.key, r]));
  const other = (r: PinRow, s: Splice): PinRef => (pinKey(s.a) === r.key ? s.b : s.a);
  const lines = rows
    .filter((r) => r.plug.key === plug.key)
    .flatMap((r): string[][] => {
      const own = [r.pin.pin, r.pin.colour ?? '', r.fn?.label ?? r.pin.note ?? ''];
      if (r.state.how === 'unused') return [[...own, `not used: ${r.state.why}`]];
      if (r.state.splices.length === 0) return [[...own, 'OPEN']];
      return r.state.splices.map((s, i) => {
        const to = other(r, s);
        const there = byKey.get(pinKey(to));
        const add = s.addMm === undefined ? '' : ` +${formatQuantity(s.addMm, 'lengthMm', units)}`;
        return [
          ...(i === 0 ? own : ['', '', '']),
          `${s.converter ?? s.how}${add}`,
          there ? `${there.plug.plug.id} ${to.pin}` : `${to.plug} ${to.pin}?`,
          there?.pin.colour ?? '',
        ];
      });
    });
  return listSheets(
    `${plug.plug.name} (${plug.plug.id})`,
    `${plug.of}, candidate ${letter}: ${rows.filter((r) => r.plug.key === plug.key).length} pins`,
    PIN_COLUMNS,
    lines,
    'Battery off before a wire is cut. Tug each crimp. Tick what is done.',
    units,
    head,
  );
}

/** What is tested before power, and at the first key-on. */
export function testSheets(
  { rows }: Schedule,
  circuits: readonly JudgedCircuit[],
  { letter, wiring }: Pick<Candidate, 'letter' | 'wiring'>,
  units: Units,
  head: SheetHead,
): Sheet[] {
  const byKey = new Map(rows.map((r) => [r.key, r]));
  const end = (ref: PinRef) => `${byKey.get(pinKey(ref))?.plug.plug.id ?? ref.plug} ${ref.pin}`;
  const amps = (a: number) => formatQuantity(a, 'currentA', units, { digits: 1 });
  const lines = [
    ...(wiring?.splices ?? []).map((s) => [
      'Continuity, battery off',
      `${end(s.a)} to ${end(s.b)}`,
      s.how === 'straight' || s.how === 'splice' ? 'below 1 ohm' : `each side of ${s.converter ?? `the ${s.how}`}`,
    ]),
    ...rows
      .filter((r) => ['supply', 'switched'].includes(r.fn?.kind ?? '') && r.state.how === 'connected')
      .map((r) => ['No short to ground', `${r.plug.plug.id} ${r.pin.pin} ${r.fn?.label ?? ''}`, 'above 10 kohm']),
    ...circuits.map((c) => [
      'Current at key-on',
      c.circuit.name,
      `${c.current ? amps(c.current.value) : 'not known'} at most, ${c.consumer?.fused === false ? 'no fuse' : `fuse ${c.circuit.fuseAmps === undefined ? 'not chosen' : amps(c.circuit.fuseAmps)}`}`,
    ]),
    ['Lamps', 'charge, oil pressure', 'lit at key-on, out once it runs'],
  ];
  return listSheets(
    `Tests before first start, candidate ${letter}`,
    'In this order: continuity, no short to ground, then power one circuit at a time; pumps and fans last.',
    [
      { title: 'Test', mm: 46 },
      { title: 'Where', mm: 70 },
      { title: 'Must be', mm: 60 },
    ],
    lines,
    'Air bags and belt tensioners are for whoever is trained on them. Keep clear of fans and belts at key-on.',
    units,
    head,
  );
}

/** A label, mm: it is cut out, folded round the wire and stuck to itself; and how many stand on a page. */
export const LABEL = { widthMm: 60, heightMm: 12, across: 3, down: 20 } as const;

/** Labels of the wires at true size, to be printed and cut along the lines. */
export function labelSheets(labels: readonly WireLabel[], units: Units, head: SheetHead): Sheet[] {
  const { widthMm, heightMm } = A4;
  const { across, down } = LABEL;
  const pages = Math.max(1, Math.ceil(labels.length / (across * down)));
  const left = (widthMm - across * LABEL.widthMm) / 2;
  const top = EDGE + 10;
  return Array.from({ length: pages }, (_, page): Sheet => {
    const d = drawing(units);
    d.text([left, EDGE + 6], cut(`${head.buildName}: wire labels, ${head.date}`, 180), { heightMm: 3 });
    labels.slice(page * across * down, (page + 1) * across * down).forEach((l, i) => {
      const [x, y] = [left + (i % across) * LABEL.widthMm, top + Math.floor(i / across) * LABEL.heightMm];
      d.line(
        'cut',
        [
          [x, y],
          [x + LABEL.widthMm, y],
          [x + LABEL.widthMm, y + LABEL.heightMm],
          [x, y + LABEL.heightMm],
        ],
        { closed: true },
      );
      // The left end lies round the wire: nothing is written there.
      const at = x + 15;
      d.text([x + 2, y + 7.2], l.label, { heightMm: 3 });
      d.text([at, y + 4.4], cut(l.short, 44));
      d.text([at, y + 8.6], cut([l.does, l.through].filter(Boolean).join(', '), 44));
    });
    checkLine(d, [left, heightMm - EDGE - 6]);
    if (pages > 1) d.text([widthMm - left, heightMm - EDGE - 6], `${page + 1} of ${pages}`, { anchor: 'end' });
    return { widthMm, heightMm, scale: 1, title: 'Wire labels', marks: d.marks };
  });
}

const LANE_MM = 5.6;
/** Half of a converter’s box. */
const BOX_MM = 36;
const LABEL_MM = 100;
/** From the begin of a label: its pin, its colour, its function. */
const LABEL_AT = [0, 18, 38] as const;

/** The whole loom on one A3 sheet or more: pins of the powertrain on the left, of the car on the right, a line for each wire. */
export function loomSheets(
  lanes: readonly { readonly left: PinRow | undefined; readonly right: PinRow | undefined }[],
  { letter, wiring }: Pick<Candidate, 'letter' | 'wiring'>,
  units: Units,
  head: SheetHead,
): Sheet[] {
  const { widthMm, heightMm } = A3;
  const fit = Math.floor((heightMm - 2 * EDGE - 34) / LANE_MM);
  const pages = Math.max(1, Math.ceil(lanes.length / fit));
  const title = `${head.buildName}, ${letter}: loom`;
  return Array.from({ length: pages }, (_, page): Sheet => {
    const d = drawing(units);
    d.box(EDGE, EDGE, widthMm - 2 * EDGE, heightMm - 2 * EDGE);
    const [left, right] = [EDGE + 8 + LABEL_MM, widthMm - EDGE - 8 - LABEL_MM];
    const here = lanes.slice(page * fit, (page + 1) * fit);
    const at = new Map<string, number>();
    here.forEach((l, i) => {
      if (l.left) at.set(l.left.key, i);
      if (l.right) at.set(l.right.key, i);
    });
    const y = (i: number) => EDGE + 20 + i * LANE_MM;
    const label = (r: PinRow, x: number, line: number) =>
      [`${r.plug.plug.id} ${r.pin.pin}`, r.pin.colour ?? '–', r.fn?.label ?? r.pin.note ?? ''].forEach((words, k) =>
        d.text([x + LABEL_AT[k]!, line], cut(words, k < 2 ? 19 : LABEL_MM - 46)),
      );
    const middle = right - left - 6;
    d.text([EDGE + 8, EDGE + 10], 'Powertrain', { heightMm: 3.6 });
    d.text([right, EDGE + 10], 'Car', { heightMm: 3.6 });
    here.forEach((l, i) => {
      if (l.left) {
        label(l.left, EDGE + 8, y(i) + 0.9);
        d.line('datum', [
          [left - 6, y(i)],
          [left, y(i)],
        ]);
        if (l.left.state.how === 'unused')
          d.text([left + 3, y(i) + 0.9], cut(l.left.state.why, l.right ? middle / 2 : middle), { layer: 'dimensions' });
      }
      if (l.right) {
        label(l.right, right + 9, y(i) + 0.9);
        d.line('datum', [
          [right, y(i)],
          [right + 6, y(i)],
        ]);
        if (l.right.state.how === 'unused')
          d.text([right - 3, y(i) + 0.9], cut(l.right.state.why, l.left ? middle / 2 : middle), {
            anchor: 'end',
            layer: 'dimensions',
          });
      }
    });
    for (const s of wiring?.splices ?? []) {
      const [a, b] = [at.get(pinKey(s.a)), at.get(pinKey(s.b))];
      if (a === undefined || b === undefined) continue;
      const sides = (key: string) => (here[at.get(key)!]!.left?.key === key ? left : right);
      const [from, to]: [Flat, Flat] = [
        [sides(pinKey(s.a)), y(a)],
        [sides(pinKey(s.b)), y(b)],
      ];
      // Both on one side: out to the middle and back.
      const mid: Flat[] =
        from[0] === to[0]
          ? [
              [(left + right) / 2, y(a)],
              [(left + right) / 2, y(b)],
            ]
          : [];
      d.line('powertrain', [from, ...mid, to]);
      if (s.how !== 'straight' && from[0] !== to[0]) {
        const [mx, my] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
        d.line(
          'frame',
          [
            [mx - BOX_MM, my - 2.2],
            [mx + BOX_MM, my - 2.2],
            [mx + BOX_MM, my + 2.2],
            [mx - BOX_MM, my + 2.2],
          ],
          {
            closed: true,
            masks: true,
          },
        );
        d.text([mx, my + 0.9], cut(s.converter ?? s.how, 2 * BOX_MM - 3), { anchor: 'middle', heightMm: 2.2 });
      }
    }
    d.text([EDGE + 8, heightMm - EDGE - 5], title, { heightMm: 3.4 });
    d.text(
      [widthMm - EDGE - 4, heightMm - EDGE - 5],
      [head.date, pages > 1 ? `${page + 1} of ${pages}` : ''].filter(Boolean).join(', '),
      { anchor: 'end' },
    );
    return { widthMm, heightMm, scale: 1, title, marks: d.marks };
  });
}
