import { pinKey, type JudgedCircuit, type PinRow } from '../../questions/wiring/index.ts';
import type { Candidate } from '../../model/index.ts';
import { formatQuantity, type Units } from '../../units/index.ts';
import { drawing } from './drawing.ts';
import { A3, EDGE, type Sheet, type SheetHead } from './sheet.ts';
import type { Flat } from './views.ts';
import { cut } from './wiringText.ts';

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

/** Along a rung of the circuits, mm from the left edge of the frame: feed, fuse, relay, wire, load, ground. */
const RUNG = { feed: 26, fuse: 60, relay: 96, load: 190, ground: 300 } as const;
const RUNG_MM = 6;

/** Every circuit from its feed to its ground on A3: terminal, fuse, relay, wire, what it feeds, ground point. */
export function circuitSheets(
  circuits: readonly JudgedCircuit[],
  { letter }: Pick<Candidate, 'letter'>,
  units: Units,
  head: SheetHead,
): Sheet[] {
  if (circuits.length === 0) return [];
  const { widthMm, heightMm } = A3;
  const fit = Math.floor((heightMm - 2 * EDGE - 34) / RUNG_MM);
  const pages = Math.ceil(circuits.length / fit);
  const title = `${head.buildName}, ${letter}: circuits`;
  const amps = (a: number | undefined) => (a === undefined ? '?' : formatQuantity(a, 'currentA', units, { digits: 1 }));
  return Array.from({ length: pages }, (_, page): Sheet => {
    const d = drawing(units);
    d.box(EDGE, EDGE, widthMm - 2 * EDGE, heightMm - 2 * EDGE);
    const boxed = (x: number, y: number, w: number, words: string) => {
      d.line(
        'frame',
        [
          [x, y - 2],
          [x + w, y - 2],
          [x + w, y + 2],
          [x, y + 2],
        ],
        { closed: true, masks: true },
      );
      d.text([x + w / 2, y + 0.9], cut(words, w - 1), { anchor: 'middle', heightMm: 2.2 });
    };
    const here = circuits.slice(page * fit, (page + 1) * fit);
    const y = (i: number) => EDGE + 22 + i * RUNG_MM;
    const rail = EDGE + RUNG.feed - 6;
    d.line('powertrain', [
      [rail, y(0) - 4],
      [rail, y(here.length - 1) + 4],
    ]);
    d.text([EDGE + 6, EDGE + 10], 'Feed', { heightMm: 3.6 });
    d.text([EDGE + RUNG.ground, EDGE + 10], 'Ground', { heightMm: 3.6 });
    here.forEach(({ circuit, current, path, consumer }, i) => {
      d.text([EDGE + 6, y(i) + 0.9], circuit.terminal ?? '?');
      d.line('powertrain', [
        [rail, y(i)],
        [EDGE + RUNG.ground - 4, y(i)],
      ]);
      boxed(EDGE + RUNG.fuse, y(i), 22, consumer?.fused === false ? 'no fuse' : `fuse ${amps(circuit.fuseAmps)}`);
      if (circuit.relay) boxed(EDGE + RUNG.relay, y(i), 16, 'relay');
      const wire =
        circuit.sizeMm2 === undefined ? 'wire ?' : formatQuantity(circuit.sizeMm2, 'wireMm2', units, { digits: 2 });
      const long = path === undefined ? 'length ?' : formatQuantity(path.value, 'distanceM', units, { digits: 1 });
      d.text([EDGE + RUNG.relay + 22, y(i) - 0.9], `${wire}, ${long}`, { heightMm: 2.2 });
      boxed(EDGE + RUNG.load, y(i), 96, `${circuit.name}, ${amps(current?.value)}`);
      d.text([EDGE + RUNG.ground, y(i) + 0.9], cut(circuit.ground ?? 'ground ?', widthMm - 2 * EDGE - RUNG.ground - 6));
    });
    d.text([EDGE + 8, heightMm - EDGE - 5], title, { heightMm: 3.4 });
    d.text(
      [widthMm - EDGE - 4, heightMm - EDGE - 5],
      [head.date, pages > 1 ? `${page + 1} of ${pages}` : ''].filter(Boolean).join(', '),
      { anchor: 'end' },
    );
    return { widthMm, heightMm, scale: 1, title, marks: d.marks };
  });
}
