import {
  bayOf,
  clearances,
  fitState,
  placedSolids,
  routeBodies,
  tubeOnce,
  type PairClearance,
} from '../../questions/fit/index.ts';
import { type Convex } from '../../geometry/index.ts';
import type { State, Subject } from '../../model/index.ts';
import type { Movement } from '../../questions/mounts/index.ts';
import { formatNumber, unitOf, type Units } from '../../units/index.ts';
import { FRONT, outline, PLAN, SIDE, viewOf, type Flat, type View } from './views.ts';

export const LAYERS = [
  'frame',
  'bay',
  'powertrain',
  'routes',
  'gaps',
  'dimensions',
  'datum',
  'text',
  'cut',
  'fold',
] as const;
export type Layer = (typeof LAYERS)[number];

/** One stroke or word of a drawing; paper mm, y down from the top left corner. One that masks hides what lies under it. */
export type Mark =
  | {
      readonly kind: 'line';
      readonly layer: Layer;
      readonly points: readonly Flat[];
      readonly closed?: boolean;
      readonly dashed?: boolean;
      readonly masks?: boolean;
      readonly state?: State;
    }
  | {
      /** A round hole, or one longer by so much, level. */
      readonly kind: 'hole';
      readonly layer: Layer;
      readonly at: Flat;
      readonly diameterMm: number;
      readonly slotMm: number;
      readonly state?: State;
    }
  | {
      readonly kind: 'text';
      readonly layer: Layer;
      readonly at: Flat;
      readonly heightMm: number;
      readonly text: string;
      readonly anchor: 'start' | 'middle' | 'end';
      readonly state?: State;
    };

export interface Sheet {
  readonly widthMm: number;
  readonly heightMm: number;
  /** So many mm of car to one of paper. */
  readonly scale: number;
  readonly title: string;
  readonly marks: readonly Mark[];
}

/** A3, lying. */
export const A3 = { widthMm: 420, heightMm: 297 } as const;
/** From the edge of the paper to its frame, mm. */
export const EDGE = 10;
export const SCALES = [2, 2.5, 5, 7.5, 10, 12.5, 15, 20, 25, 30, 40, 50] as const;
const GAPS_DRAWN = 8;
const TITLE_MM = 26;

interface Placed {
  readonly view: View;
  /** Paper place of the car's origin. */
  readonly origin: Flat;
  readonly window: { readonly x: number; readonly y: number; readonly w: number; readonly h: number };
}

/** What stands in the title block besides the candidate. */
export interface SheetHead {
  readonly buildName: string;
  readonly date?: string;
}

/**
 * A candidate in its bay on one A3 sheet: three views at one stated scale, overall lengths, the place of the engine from
 * axle, middle and floor, and the tightest gaps with what each needs.
 */
export function fitSheet(subject: Subject, movement: Movement, units: Units, head: SheetHead): Sheet {
  const { chassis, candidate } = subject;
  const solids = placedSolids(subject, candidate.placement);
  const bay = bayOf(chassis?.obstacles ?? [], candidate, subject.parts);
  const bodies = [...bay.filter((b) => b.obstacle.role !== 'reach zone'), ...routeBodies(candidate)];
  const said = new Set<string>();
  const gaps = clearances(solids, bodies, movement).filter((g) => {
    const first = !said.has(g.obstacle.id);
    said.add(g.obstacle.id);
    return first;
  });
  const box = boundsOf(solids.map((s) => s.convex));
  const shown = grown(box);
  const { scale, places } = layout(shown);
  const marks: Mark[] = [];
  const line = (layer: Layer, points: readonly Flat[], more: Partial<Extract<Mark, { kind: 'line' }>> = {}) =>
    marks.push({ kind: 'line', layer, points, ...more });
  const text = (layer: Layer, at: Flat, words: string, more: Partial<Extract<Mark, { kind: 'text' }>> = {}) =>
    marks.push({ kind: 'text', layer, at, text: words, heightMm: 2.6, anchor: 'start', ...more });
  const mm = (v: number) => formatNumber(v, 'lengthMm', units);
  const unit = unitOf('lengthMm', units);

  line('frame', rect(EDGE, EDGE, A3.widthMm - 2 * EDGE, A3.heightMm - 2 * EDGE), { closed: true });
  for (const place of places) {
    const { view, window: w } = place;
    const on = (p: Flat): Flat => [place.origin[0] + p[0] / scale, place.origin[1] + p[1] / scale];
    const draw = (layer: Layer, convex: Convex, state?: State) => {
      const points = clippedTo(outline(convex, view.flat).map(on), w);
      if (points.length >= 3) line(layer, points, { closed: true, ...(state ? { state } : {}) });
    };
    line('frame', rect(w.x, w.y, w.w, w.h), { closed: true });
    text('text', [w.x + 1.5, w.y - 1.2], view.title, { heightMm: 3 });
    text('text', [w.x + w.w - 1.5, w.y - 1.2], `${view.left} / ${view.right}`, { anchor: 'end' });
    const touched = new Map(gaps.map((g) => [g.obstacle.id, fitState(g.marginMm)]));
    for (const { obstacle, convex } of bay) {
      if (obstacle.role === 'ground line' || obstacle.role === 'reach zone') continue;
      const state = touched.get(obstacle.id);
      draw('bay', convex, state === 'clear' ? undefined : state);
    }
    for (const { convex } of solids) draw('powertrain', convex);
    for (const route of candidate.routes ?? []) for (const piece of tubeOnce(route).pieces) draw('routes', piece);
    datum(place, scale, line);
    dimensions(place, box, scale, line, text, mm);
  }
  gaps.slice(0, GAPS_DRAWN).forEach((g, i) => drawGap(g, i + 1, places, scale, line, text));
  table(gaps.slice(0, GAPS_DRAWN), places, mm, unit, text);
  title(subject, scale, unit, mm, head, line, text);
  return { ...A3, scale, title: `${head.buildName}, ${candidate.letter}: ${candidate.name}`, marks };
}

export type DrawLine = (layer: Layer, points: readonly Flat[], more?: Partial<Extract<Mark, { kind: 'line' }>>) => void;
export type DrawText = (layer: Layer, at: Flat, words: string, more?: Partial<Extract<Mark, { kind: 'text' }>>) => void;

export const rect = (x: number, y: number, w: number, h: number): Flat[] => [
  [x, y],
  [x + w, y],
  [x + w, y + h],
  [x, y + h],
];

function boundsOf(list: readonly Convex[]): number[] {
  const box = [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity];
  for (const { bounds } of list)
    for (let k = 0; k < 3; k++) {
      box[k] = Math.min(box[k]!, bounds[k]!);
      box[k + 3] = Math.max(box[k + 3]!, bounds[k + 3]!);
    }
  return box;
}

/** What is drawn around the powertrain: enough of the bay to see what holds it, down to the floor. */
const grown = (b: readonly number[]): number[] => [
  b[0]! - 160,
  b[1]! - 260,
  Math.min(-20, b[2]! - 40),
  b[3]! + 200,
  b[4]! + 260,
  b[5]! + 110,
];

/** The largest usual scale at which the three views fit on the sheet, and where they stand. */
function layout(b: readonly number[]): { scale: number; places: Placed[] } {
  const [long, wide, high] = [b[3]! - b[0]!, b[4]! - b[1]!, b[5]! - b[2]!];
  const room = { w: A3.widthMm - 2 * EDGE - 8, h: A3.heightMm - 2 * EDGE - TITLE_MM - 22 };
  const gap = 12;
  const scale =
    SCALES.find((s) => (long + wide) / s + gap <= room.w && (high + wide) / s + gap <= room.h) ??
    SCALES[SCALES.length - 1]!;
  const left = EDGE + 4;
  const top = EDGE + 8;
  const place = (view: View, x: number, y: number, w: number, h: number): Placed => {
    const a = view.flat(b[0]!, b[1]!, b[2]!);
    const c = view.flat(b[3]!, b[4]!, b[5]!);
    const corner: Flat = [Math.min(a[0], c[0]), Math.min(a[1], c[1])];
    return {
      view,
      origin: [x - corner[0] / scale, y - corner[1] / scale],
      window: { x, y, w: w / scale, h: h / scale },
    };
  };
  return {
    scale,
    places: [
      place(SIDE, left, top, long, high),
      place(FRONT, left + long / scale + gap, top, wide, high),
      place(PLAN, left, top + high / scale + gap, long, wide),
    ],
  };
}

/** What of a polygon lies in a window: Sutherland and Hodgman, Comm. ACM 17 (1974) 32–42. */
function clippedTo(points: readonly Flat[], w: Placed['window']): Flat[] {
  const sides: readonly ((p: Flat) => number)[] = [
    (p) => p[0] - w.x,
    (p) => w.x + w.w - p[0],
    (p) => p[1] - w.y,
    (p) => w.y + w.h - p[1],
  ];
  let list = [...points];
  for (const inside of sides) {
    const next: Flat[] = [];
    list.forEach((p, i) => {
      const q = list[(i + 1) % list.length]!;
      const a = inside(p);
      const b = inside(q);
      if (a >= 0) next.push(p);
      if (a >= 0 !== b >= 0) {
        const s = a / (a - b);
        next.push([p[0] + s * (q[0] - p[0]), p[1] + s * (q[1] - p[1])]);
      }
    });
    list = next;
  }
  return list;
}

function datum({ view, origin, window: w }: Placed, _scale: number, line: DrawLine): void {
  if (view.key !== 'plan' && origin[1] <= w.y + w.h)
    line('datum', [
      [w.x, origin[1]],
      [w.x + w.w, origin[1]],
    ]);
  if (view.key !== 'front' && origin[0] > w.x && origin[0] < w.x + w.w)
    line(
      'datum',
      [
        [origin[0], w.y],
        [origin[0], w.y + w.h],
      ],
      { dashed: true },
    );
  if (view.key === 'front')
    line(
      'datum',
      [
        [origin[0], w.y],
        [origin[0], w.y + w.h],
      ],
      { dashed: true },
    );
  if (view.key === 'plan')
    line(
      'datum',
      [
        [w.x, origin[1]],
        [w.x + w.w, origin[1]],
      ],
      { dashed: true },
    );
}

const TICK = 1.4;

/** A length between two points that lie level or plumb, with end ticks and its figure. */
export function dimension(a: Flat, b: Flat, words: string, line: DrawLine, text: DrawText): void {
  const level = Math.abs(a[1] - b[1]) < 1e-6;
  line('dimensions', [a, b]);
  for (const p of [a, b])
    line('dimensions', [
      [p[0] - TICK / 2, p[1] + TICK / 2],
      [p[0] + TICK / 2, p[1] - TICK / 2],
    ]);
  const mid: Flat = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  text('dimensions', level ? [mid[0], mid[1] - 0.9] : [mid[0] + 1.2, mid[1] + 1], words, {
    anchor: level ? 'middle' : 'start',
  });
}

/** Length, width and height of the powertrain, and where its ends lie from axle and floor. */
function dimensions(
  place: Placed,
  b: readonly number[],
  scale: number,
  line: DrawLine,
  text: DrawText,
  mm: (v: number) => string,
): void {
  const { view, origin, window: w } = place;
  const on = (x: number, y: number, z: number): Flat => {
    const p = view.flat(x, y, z);
    return [origin[0] + p[0] / scale, origin[1] + p[1] / scale];
  };
  if (view.key === 'side') {
    const y = w.y + 4;
    const front = on(b[3]!, 0, 0)[0];
    const rear = on(b[0]!, 0, 0)[0];
    dimension([front, y], [rear, y], mm(b[3]! - b[0]!), line, text);
    const below = w.y + w.h - 3;
    dimension([front, below], [origin[0], below], mm(b[3]!), line, text);
    const x = w.x + w.w - 12;
    dimension([x, on(0, 0, b[5]!)[1]], [x, on(0, 0, b[2]!)[1]], mm(b[5]! - b[2]!), line, text);
    dimension([w.x + 4, on(0, 0, b[2]!)[1]], [w.x + 4, origin[1]], mm(b[2]!), line, text);
  } else if (view.key === 'front') {
    const y = w.y + 4;
    dimension([on(0, b[1]!, 0)[0], y], [on(0, b[4]!, 0)[0], y], mm(b[4]! - b[1]!), line, text);
  }
}

/** A gap as its witness line with a number that the table takes up. */
function drawGap(
  g: PairClearance,
  n: number,
  places: readonly Placed[],
  scale: number,
  line: DrawLine,
  text: DrawText,
): void {
  const place = places.find((p) => p.view === viewOf(g.witnessPart, g.witnessObstacle))!;
  const on = (p: Flat): Flat => [place.origin[0] + p[0] / scale, place.origin[1] + p[1] / scale];
  const a = on(place.view.flat(...g.witnessPart));
  const b = on(place.view.flat(...g.witnessObstacle));
  const state = fitState(g.marginMm);
  line('gaps', [a, b], { state });
  const mid: Flat = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  // Each number goes out its own way, so that those of neighbours do not lie on each other.
  const angle = -Math.PI / 2 + (n - 1) * 0.9;
  const at: Flat = [mid[0] + 7 * Math.cos(angle), mid[1] + 7 * Math.sin(angle)];
  line('gaps', [mid, at], { state });
  line('gaps', rect(at[0] - 2.2, at[1] - 2.2, 4.4, 4.4), { closed: true, masks: true, state });
  text('gaps', [at[0], at[1] + 1], String(n), { anchor: 'middle', heightMm: 2.8, state });
}

function table(
  gaps: readonly PairClearance[],
  places: readonly Placed[],
  mm: (v: number) => string,
  unit: string,
  text: DrawText,
): void {
  const plan = places[2]!.window;
  const x = plan.x + plan.w + 10;
  let y = plan.y + 2;
  text('text', [x, y], `Smallest gaps, ${unit}: actual / required`, { heightMm: 3.2 });
  gaps.forEach((g, i) => {
    y += 5.2;
    const state = fitState(g.marginMm);
    text('text', [x, y], `${i + 1}`, { state });
    text('text', [x + 5, y], `${g.part.name}, ${g.obstacle.name}`);
    text('text', [A3.widthMm - EDGE - 20, y], `${mm(g.gapMm)} of ${mm(g.needed.totalMm)}`, { anchor: 'end', state });
    text('text', [A3.widthMm - EDGE - 3, y], state, { anchor: 'end', state });
  });
}

function title(
  subject: Subject,
  scale: number,
  unit: string,
  mm: (v: number) => string,
  head: SheetHead,
  line: DrawLine,
  text: DrawText,
): void {
  const { candidate, engine, gearbox, chassis } = subject;
  const y = A3.heightMm - EDGE - TITLE_MM;
  const x = A3.widthMm - EDGE - 200;
  line('frame', rect(x, y, 200, TITLE_MM), { closed: true });
  const p = candidate.placement;
  text('text', [x + 4, y + 7], `${head.buildName}, ${candidate.letter}: ${candidate.name}`, { heightMm: 4.4 });
  text('text', [x + 4, y + 12.5], `${engine.name}, ${gearbox.name}, in ${chassis?.name ?? 'vehicle not measured'}`);
  text(
    'text',
    [x + 4, y + 17.5],
    `Rear face of block on the crank axis: ${mm(Math.abs(p.xMm))} ${p.xMm <= 0 ? 'behind' : 'ahead of'} the axle, ${mm(Math.abs(p.yMm))} ${p.yMm >= 0 ? 'left' : 'right'}, ${mm(p.zMm)} up, nose ${p.pitchDeg >= 0 ? 'up' : 'down'} ${Math.abs(p.pitchDeg).toFixed(1)}°, cant ${p.cantDeg.toFixed(1)}°`,
  );
  text('text', [x + 4, y + 22.5], 'Verify at mock-up. Required gaps include engine movement and measuring tolerance.');
  text('text', [x + 196, y + 7], `1:${scale} on A3`, { anchor: 'end', heightMm: 4.4 });
  text(
    'text',
    [x + 196, y + 22.5],
    [`lengths in ${unit === 'in' ? 'inches' : unit}`, head.date].filter(Boolean).join(', '),
    { anchor: 'end' },
  );
}
