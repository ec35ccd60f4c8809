import { add, cross, dot, length, sub, times, unit, type V3 } from '../../geometry/index.ts';
import { InputError } from '../../units/index.ts';
import { anyAcross, EDGE, type BracketEnd, type Flat2, type FlatPiece } from './folded.ts';
import type { TubeSize } from './strength.ts';

/** A tube between two plates: how it lies in the car, and what to cut. */
export interface TubedBracket {
  readonly plates: readonly (FlatPiece & { readonly foot: { readonly at: Flat2; readonly diameterMm: number } })[];
  /** The axis of the tube from the plate on the boss to that on the mount, vehicle axes. */
  readonly fromMm: V3;
  readonly toMm: V3;
  readonly lengthMm: number;
  /** How far each end is cut from square, degrees; nothing where it lies along its plate. */
  readonly cutDeg: readonly [number | undefined, number | undefined];
  /** Greatest way from the axis of the tube to a bolt, mm. */
  readonly besideMm: number;
}

/** Metal kept around the foot of a tube for its weld, mm. */
const WELD_MM = 5;
/** From the middle of a bolt to what its head or washer must clear, in diameters of its hole. */
const HEAD = 1;
const away = (a: Flat2, b: Flat2) => Math.hypot(a[0] - b[0], a[1] - b[1]);
/** Leaning farther than this from square, a tube is laid along its plate. */
const ALONG = Math.cos((60 * Math.PI) / 180);

/**
 * A round tube from a plate on the boss to a plate on the mount. The tube stands among the bolts of a face where their heads have
 * room, else beside them.
 * @throws InputError where both ends lie so near each other that there is no tube between.
 */
export function tubedBracket(
  boss: BracketEnd,
  mount: BracketEnd,
  tube: TubeSize,
  widthMm: number,
  thicknessMm: number,
): TubedBracket {
  const way = sub(mount.atMm, boss.atMm);
  const at = (e: BracketEnd, name: string, sign: 1 | -1) => {
    const n = unit(e.normal);
    const flat = sub(way, times(n, dot(way, n)));
    // Along the plate from its bolt towards the tube.
    const u = times(length(flat) > 1 ? unit(flat) : anyAcross(n), sign);
    const d = cross(n, u);
    const holes = e.holesMm.map((h): Flat2 => [dot(sub(h, e.atMm), u), dot(sub(h, e.atMm), d)]);
    const middle: Flat2 = [
      holes.reduce((s, h) => s + h[0], 0) / holes.length,
      holes.reduce((s, h) => s + h[1], 0) / holes.length,
    ];
    const radius = tube.outerDiameterMm / 2;
    // Among its bolts where their heads have room beside it, else beyond the last of them.
    const among = holes.length > 1 && holes.every((h) => away(h, middle) >= radius + HEAD * e.holeMm);
    const foot: Flat2 = among
      ? middle
      : [Math.max(...holes.map((h) => h[0])) + radius + EDGE * e.holeMm + e.slotMm / 2, middle[1]];
    const along = length(way) > 0 && Math.abs(dot(unit(way), n)) < ALONG;
    const off = thicknessMm + (along ? tube.outerDiameterMm / 2 : 0);
    const reach = tube.outerDiameterMm / 2 + WELD_MM;
    const span = (k: 0 | 1, more: number) => [
      Math.min(...holes.map((h) => h[k] - EDGE * e.holeMm - (k === 0 ? e.slotMm / 2 : 0)), foot[k] - reach, -more),
      Math.max(...holes.map((h) => h[k] + EDGE * e.holeMm + (k === 0 ? e.slotMm / 2 : 0)), foot[k] + reach, more),
    ];
    const [x0, x1] = span(0, 0) as [number, number];
    const [y0, y1] = span(1, widthMm / 2) as [number, number];
    return {
      n,
      along,
      point: add(add(e.atMm, times(n, off)), add(times(u, foot[0]), times(d, foot[1]))),
      beside: Math.max(...holes.map((h) => away(h, foot))),
      plate: {
        name,
        outlineMm: [
          [x0, y0],
          [x1, y0],
          [x1, y1],
          [x0, y1],
        ] as Flat2[],
        holes: holes.map((hole) => ({ at: hole, diameterMm: e.holeMm, slotMm: e.slotMm })),
        folds: [],
        foot: { at: foot, diameterMm: tube.outerDiameterMm },
      },
    };
  };
  const a = at(boss, 'boss plate', 1);
  const b = at(mount, 'mount plate', -1);
  const axis = sub(b.point, a.point);
  const long = length(axis);
  if (long < tube.outerDiameterMm / 2 || dot(axis, way) <= 0)
    throw new InputError(
      '/bracket/tube',
      'Boss and mount are too close for a tube of this size between the plates: use a thinner tube or a plate.',
    );
  const cut = (e: typeof a) =>
    e.along ? undefined : (Math.acos(Math.min(1, Math.abs(dot(times(axis, 1 / long), e.n)))) * 180) / Math.PI;
  return {
    plates: [a.plate, b.plate],
    fromMm: a.point,
    toMm: b.point,
    lengthMm: long,
    cutDeg: [cut(a), cut(b)],
    besideMm: Math.max(a.beside, b.beside),
  };
}
