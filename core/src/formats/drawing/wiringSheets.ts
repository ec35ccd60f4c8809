import {
  pinKey,
  type JudgedCircuit,
  type PinRow,
  type PlacedPlug,
  type Schedule,
} from '../../questions/wiring/index.ts';
import type { Candidate, PinRef, Splice } from '../../model/index.ts';
import { formatQuantity, type Units } from '../../units/index.ts';
import { drawing } from './drawing.ts';
import { EDGE, type Sheet, type SheetHead } from './sheet.ts';
import type { Flat } from './views.ts';
import { A4, cut } from './wiringText.ts';

const LINE_MM = 7;
const HEAD_MM = 24;
const FOOT_MM = 20;
const FIT = Math.floor((A4.heightMm - 2 * EDGE - HEAD_MM - FOOT_MM) / LINE_MM);
const TICK_MM = 3.4;

type Drawing = ReturnType<typeof drawing>;

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
      `${c.current ? amps(c.current.value) : 'unknown'} at most, ${c.consumer?.fused === false ? 'no fuse' : `fuse ${c.circuit.fuseAmps === undefined ? 'not chosen' : amps(c.circuit.fuseAmps)}`}`,
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
    'Airbags and belt tensioners require trained staff. Keep clear of fans and belts at key-on.',
    units,
    head,
  );
}
