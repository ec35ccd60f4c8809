import type { Shape, Taped, Vec3 } from '../../model/index.ts';
import { attempt } from '../../units/index.ts';
import { readOf } from './measurements.ts';
import { readingAxis, type Template } from './obstacleTemplates.ts';

/**
 * Lengths of bodies as they are on some car, mm, by template: they only draw what a reading means while nobody has taken it, and go
 * into no sum.
 */
const SOME: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  bonnet: { frontHeight: 700, rearHeight: 880, front: 520, rear: 560, half: 600 },
  radiator: { face: 430, half: 300, bottom: 260, top: 660 },
  fan: { face: 390, centre: 460, diameter: 340 },
  'inner-wing': { front: 470, rear: 520, from: 450, to: -500, bottom: 420, top: 760 },
  strut: { front: 110, rear: -110, inner: 470, outer: 610, bottom: 420, top: 790 },
  rail: { front: 600, rear: -500, inner: 340, outer: 410, bottom: 330, top: 430 },
  battery: { front: -260, rear: -430, inner: 330, outer: 520, bottom: 560, top: 760 },
  firewall: { topBehind: 480, bottomBehind: 420, top: 860, bottom: 380, half: 560 },
  'firewall-behind': { topBehind: 1650, bottomBehind: 1600, top: 900, bottom: 250, half: 560 },
  'cover-behind': { frontHeight: 880, rearHeight: 840, front: 1720, rear: 2300, half: 540 },
  'boot-behind': { face: 2450, half: 560, bottom: 350, top: 800 },
  'crossmember-behind': { top: 240, bottom: 160, front: 1900, rear: 2050, half: 420 },
  heater: { front: 400, left: 160, right: -160, bottom: 600, top: 800 },
  servo: { front: 240, rear: 450, side: 380, centre: 690, diameter: 230 },
  crossmember: { top: 290, bottom: 190, front: 90, rear: -90, half: 340 },
  'steering-rack': { x: 130, z: 260, diameter: 50, half: 310 },
  'track-rod': { x: 180, z: 240, diameter: 20, half: 330 },
  ground: { clearance: 140, half: 650 },
  'tunnel-roof': { frontHeight: 600, rearHeight: 480, front: 520, rear: 1150, half: 150 },
  tunnel: { front: 210, rear: 130, from: 520, to: 1150, bottom: 230, top: 560 },
  line: { x1: -120, y1: 260, z1: 420, x2: -430, y2: 200, z2: 560 },
  lump: { front: 60, rear: -160, inner: 240, outer: 400, bottom: 300, top: 460 },
};

/** Those of a template: its own, of its kind without a side, or of bodies with as many readings. */
function someOf({ key, readings }: Template): Readonly<Record<string, number>> {
  const kind = key.replace(/-(left|right)$/, '');
  return SOME[key] ?? SOME[kind] ?? (readings.some((r) => r.key === 'x1') ? SOME['line']! : SOME['lump']!);
}

/** One reading on a sketch: from where to where, mm in vehicle axes, and along which of them (x, y, z). */
export interface SketchedReading {
  readonly key: string;
  readonly axis: 0 | 1 | 2;
  readonly fromMm: Vec3;
  readonly toMm: Vec3;
  readonly taken: boolean;
}

/** A body as its readings build it, the missing ones filled with some lengths; `whole` once none is missing. */
export interface BodySketch {
  readonly shape: Shape;
  readonly readings: readonly SketchedReading[];
  readonly whole: boolean;
}

/** The corners of a shape in an order that does not change with its lengths; a bar by its two ends. */
function cornersOf(shape: Shape): readonly Vec3[] {
  if (shape.kind === 'hull') return shape.verticesMm;
  if (shape.kind === 'cylinder') return [shape.fromMm, shape.toMm];
  if (shape.kind === 'prism') throw new Error('No template builds a prism.');
  const [x, y, z] = shape.centreMm;
  const [a, b, c] = shape.sizeMm.map((s) => s / 2) as [number, number, number];
  return [-1, 1].flatMap((i) => [-1, 1].flatMap((j) => [-1, 1].map((k): Vec3 => [x + i * a, y + j * b, z + k * c])));
}

const mean = (points: readonly Vec3[], axis: number): number =>
  points.reduce((s, p) => s + p[axis]!, 0) / points.length;

/** Where a length ends on the body: level with what moves along with it, as far from its datum as it was read. */
function endOf(shape: Shape, nudged: Shape, axis: number, mm: number): Vec3 {
  const now = cornersOf(shape);
  const then = cornersOf(nudged);
  const by = now.map((p, i) => then[i]![axis]! - p[axis]!);
  const moved = now.filter((_, i) => Math.abs(by[i]!) > 1e-6);
  // Of what goes apart on both sides of the middle the left side is drawn.
  const left = axis === 1 ? moved.filter((_, i) => moved[i]![1] > 0) : [];
  const at = left.length > 0 ? left : moved;
  const way = left.length > 0 ? 1 : Math.sign(by.find((d) => Math.abs(d) > 1e-6) ?? 1);
  return [0, 1, 2].map((i) => (i === axis ? way * mm : mean(at, i))) as unknown as Vec3;
}

const NUDGE_MM = 1;

/** What there is to read on a body, drawn: where each length begins and ends, and which are taken. */
export function sketchOf(taped: Pick<Taped, 'readings'>, template: Template): BodySketch {
  const some = someOf(template);
  const read = new Map(taped.readings.map((r) => [r.key, readOf(r).mm]));
  const filled = (own: boolean) => (key: string) => (own ? read.get(key) : undefined) ?? some[key] ?? 0;
  // Few readings may not go with the other car's: then it is drawn as on that one.
  const own = attempt(() => template.shape(filled(true)));
  const of = filled(own.ok);
  const shape = own.ok ? own.value : template.shape(of);
  const readings = template.readings.map((spec): SketchedReading => {
    const taken = read.has(spec.key);
    const axis = readingAxis(spec);
    if (axis === undefined) {
      if (shape.kind !== 'cylinder') throw new Error(`${template.key}: only what is round is read across.`);
      const [x, y, z] = [0, 1, 2].map((i) => (shape.fromMm[i]! + shape.toMm[i]!) / 2) as [number, number, number];
      // Across the side of it that one can see: upright.
      return { key: spec.key, axis: 2, fromMm: [x, y, z - shape.radiusMm], toMm: [x, y, z + shape.radiusMm], taken };
    }
    const toMm = endOf(
      shape,
      template.shape((key) => of(key) + (key === spec.key ? NUDGE_MM : 0)),
      axis,
      of(spec.key),
    );
    const fromMm = toMm.map((v, i) => (i === axis ? 0 : v)) as unknown as Vec3;
    return { key: spec.key, axis, fromMm, toMm, taken };
  });
  return { shape, readings, whole: readings.every((r) => r.taken) };
}
