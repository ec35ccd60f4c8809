import { length, sub, type V3 } from '../../geometry/index.ts';
import { chassisMountsOf, type Chassis, type Subject } from '../../model/index.ts';
import { bossesAt } from '../../questions/mounts/index.ts';
import type { Units } from '../../units/index.ts';
import { drawing } from './drawing.ts';
import { A3, EDGE, rect, SCALES, type Sheet, type SheetHead } from './sheet.ts';
import { PLAN, SIDE, type Flat, type View } from './views.ts';

/** One place that a jig holds. */
export interface JigPoint {
  readonly mark: string;
  readonly name: string;
  readonly atMm: V3;
}

/** A length to check a jig by: straight from one point to another, and as seen from above. */
export interface Diagonal {
  readonly from: string;
  readonly to: string;
  readonly straightMm: number;
  readonly planMm: number;
}

export interface Jig {
  readonly points: readonly JigPoint[];
  readonly diagonals: readonly Diagonal[];
}

/** Diagonals of so many points are told: of more, one loses the way. */
const POINTS_CHECKED = 8;

/** Where the mounts of a candidate stand and bolt to: chassis mounts C1…, bosses B1…, and the diagonals between the first. */
export function jigOf(subject: Subject & { readonly chassis: Chassis }): Jig {
  const mounts = subject.candidate.mounts ?? [];
  const pads = chassisMountsOf(subject.chassis, subject.parts).filter((p) => mounts.some((m) => m.padId === p.id));
  const bosses = [...bossesAt(subject)].filter(([id]) => mounts.some((m) => m.bossId === id));
  const stands = pads.map((p, i): JigPoint => ({ mark: `C${i + 1}`, name: p.name, atMm: p.atMm }));
  const bolts = bosses.map(([, b], i): JigPoint => ({ mark: `B${i + 1}`, name: b.name, atMm: b.atMm }));
  const checked = stands.slice(0, POINTS_CHECKED);
  return {
    points: [...stands, ...bolts],
    diagonals: checked.flatMap((a, i) =>
      checked.slice(i + 1).map((b): Diagonal => {
        const way = sub(b.atMm, a.atMm);
        return { from: a.mark, to: b.mark, straightMm: length(way), planMm: Math.hypot(way[0], way[1]) };
      }),
    ),
  };
}

/** Around the outermost points, mm of car. */
const AROUND_MM = 90;
const TABLES_MM = 150;

/** Plan and side view of what a jig for the mounts has to hold, the place of each, and the diagonals to measure. */
export function jigSheet(subject: Subject & { readonly chassis: Chassis }, units: Units, head: SheetHead): Sheet {
  const { candidate } = subject;
  const jig = jigOf(subject);
  const d = drawing(units);
  const { widthMm, heightMm } = A3;
  d.box(EDGE, EDGE, widthMm - 2 * EDGE, heightMm - 2 * EDGE);
  const low = (k: 0 | 1 | 2) => Math.min(...jig.points.map((p) => p.atMm[k])) - AROUND_MM;
  const top = (k: 0 | 1 | 2) => Math.max(...jig.points.map((p) => p.atMm[k])) + AROUND_MM;
  const any = jig.points.length > 0;
  const [long, wide, high] = any ? [top(0) - low(0), top(1) - low(1), top(2) - low(2)] : [1, 1, 1];
  const room = { w: widthMm - 2 * EDGE - TABLES_MM - 12, h: heightMm - 2 * EDGE - 26 };
  const scale = SCALES.find((s) => long / s <= room.w && (wide + high) / s <= room.h) ?? SCALES[SCALES.length - 1]!;
  const view = (v: View, x: number, y: number, w: number, h: number) => {
    const corner = v.flat(top(0), low(1), top(2));
    const on = (p: V3): Flat => {
      const [a, b] = v.flat(...p);
      return [x + (a - corner[0]) / scale, y + (b - corner[1]) / scale];
    };
    d.line('frame', rect(x, y, w / scale, h / scale), { closed: true });
    d.text([x + 1.5, y - 1.4], v.title, { heightMm: 3 });
    for (const p of jig.points) {
      const at = on(p.atMm);
      const r = p.mark.startsWith('C') ? 2.2 : 1.3;
      d.marks.push({
        kind: 'hole',
        layer: p.mark.startsWith('C') ? 'cut' : 'powertrain',
        at,
        diameterMm: 2 * r,
        slotMm: 0,
      });
      d.line('datum', [
        [at[0] - 4, at[1]],
        [at[0] + 4, at[1]],
      ]);
      d.line('datum', [
        [at[0], at[1] - 4],
        [at[0], at[1] + 4],
      ]);
      d.text([at[0] + 3, at[1] - (p.mark.startsWith('C') ? 1.6 : -4)], p.mark, { heightMm: 3 });
    }
    for (const { from, to } of v === PLAN ? jig.diagonals : []) {
      const ends = [from, to].map((m) => on(jig.points.find((p) => p.mark === m)!.atMm));
      d.line('gaps', ends);
    }
  };
  if (any) {
    view(SIDE, EDGE + 5, EDGE + 8, long, high);
    view(PLAN, EDGE + 5, EDGE + 8 + high / scale + 10, long, wide);
  }
  const x = widthMm - EDGE - TABLES_MM;
  let y = EDGE + 9;
  d.text([x, y], `Jig points, ${d.unit}: C on the car, B on engine and gearbox`, { heightMm: 3.2 });
  y += 5.5;
  const columns = [x + 90, x + 114, x + 138];
  ['ahead of axle', 'left of middle', 'above floor'].forEach((words, i) =>
    d.text([columns[i]!, y], words, { anchor: 'end', heightMm: 2.3 }),
  );
  for (const p of jig.points) {
    y += 5;
    d.text([x, y], p.mark);
    d.text([x + 9, y], p.name.slice(0, 40));
    p.atMm.forEach((v, i) => d.text([columns[i]!, y], d.mm(v), { anchor: 'end' }));
  }
  y += 10;
  d.text([x, y], `Diagonals to measure, ${d.unit}`, { heightMm: 3.2 });
  y += 5.5;
  ['straight', 'on the plan'].forEach((words, i) => d.text([columns[i]!, y], words, { anchor: 'end', heightMm: 2.3 }));
  for (const g of jig.diagonals) {
    y += 4.6;
    d.text([x, y], `${g.from} to ${g.to}`);
    d.text([columns[0]!, y], d.mm(g.straightMm), { anchor: 'end' });
    d.text([columns[1]!, y], d.mm(g.planMm), { anchor: 'end' });
  }
  const title = `${head.buildName}, ${candidate.letter}: jig for the mounts`;
  const foot = heightMm - EDGE - 22;
  d.box(x - 5, foot, TABLES_MM + 5, 22);
  d.text([x - 2, foot + 6], title, { heightMm: 3.8 });
  d.text([x - 2, foot + 12], 'Places from the front axle, the middle and the floor. Check both ways before you tack.');
  d.text([x - 2, foot + 18], `1:${scale} on A3`, { heightMm: 3.4 });
  d.text([x + TABLES_MM - 3, foot + 18], [`lengths in ${d.unit}`, head.date].filter(Boolean).join(', '), {
    anchor: 'end',
  });
  return { widthMm, heightMm, scale, title, marks: d.marks };
}
