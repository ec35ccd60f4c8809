import { add, cross, dot, length, sub, times, unit, type V3 } from '../../geometry/index.ts';
import { InputError } from '../../units/index.ts';

/** One end of a bracket: the face that it lies on, and the holes in it, vehicle axes. */
export interface BracketEnd {
  readonly atMm: V3;
  /** Away from what it is bolted to: the metal lies on this side of the face. */
  readonly normal: V3;
  readonly holesMm: readonly V3[];
  readonly holeMm: number;
  /** How far its bolts can be shifted along the bracket. */
  readonly slotMm: number;
}

export type Flat2 = readonly [x: number, y: number];

interface FlatHole {
  readonly at: Flat2;
  readonly diameterMm: number;
  /** Longer than round by so much along x. */
  readonly slotMm: number;
}

/** A piece to cut, flat: x along the bracket from the boss on, y across; seen from outside, the boss behind it. */
export interface FlatPiece {
  readonly name: string;
  readonly outlineMm: readonly Flat2[];
  readonly holes: readonly FlatHole[];
  readonly folds: readonly Fold[];
}

interface Fold {
  /** The line to fold at, across the piece. */
  readonly xMm: number;
  readonly fromYMm: number;
  readonly toYMm: number;
  /** Towards the reader is up. */
  readonly degrees: number;
}

/** A strip from one face to the other: how it lies in the car and flat. */
export interface FoldedBracket {
  readonly pieces: readonly FlatPiece[];
  readonly welded: boolean;
  /** Its corners on the middle of the metal, vehicle axes: face to face, one for each bend between. */
  readonly middleMm: readonly V3[];
  readonly across: V3;
  /** Turns between the straights, in order; right-handed about `across`, degrees. */
  readonly turnsDeg: readonly number[];
  readonly insideRadiusMm: number;
  readonly areaMm2: number;
}

/** Steel is folded up to so much; thicker, and aluminium of any thickness, is cut and welded. */
export const FOLDED_TO_MM = 6;
/** From the middle of a hole to an edge, in diameters of the hole. */
export const EDGE = 1.5;
/** A fold more is worth so much more metal, mm: each adds its own error. */
const FOLD_AS_MM = 30;
const MOST_TURN = (120 * Math.PI) / 180;
/** Straight, but for what numbers leave. */
const NO_TURN = 1e-6;

/** How much metal a bend takes along its neutral line: r + k·s/2 with k = 0.65 + ½·lg(r/s), DIN 6935. */
export const bendMm = (turnRad: number, radiusMm: number, thicknessMm: number): number =>
  Math.abs(turnRad) * (radiusMm + (Math.min(1, 0.65 + 0.5 * Math.log10(radiusMm / thicknessMm)) * thicknessMm) / 2);

interface Route {
  readonly d: V3;
  readonly u1: V3;
  readonly u2: V3;
  /** From each face's hole to its corner, on the middle of the metal. */
  readonly e1: number;
  readonly e2: number;
  readonly web: number;
  readonly turns: readonly [number, number];
  /** Along `d` from the first hole to the second. */
  readonly aside: number;
}

const angleBetween = (a: V3, b: V3, about: V3) => Math.atan2(dot(cross(a, b), about), dot(a, b));

/**
 * A strip of plate from one face to another, wherever both look: a flange on each, a web between, folds square to the line in
 * which the two faces meet. Of all ways to lead it the shortest.
 * @throws InputError where the faces lie so that no strip with bends of up to 120° joins them.
 */
export function foldedBracket(
  boss: BracketEnd,
  mount: BracketEnd,
  widthMm: number,
  thicknessMm: number,
  welded: boolean,
): FoldedBracket {
  const n1 = unit(boss.normal);
  const n2 = unit(mount.normal);
  const p1 = add(boss.atMm, times(n1, thicknessMm / 2));
  const p2 = add(mount.atMm, times(n2, thicknessMm / 2));
  const way = sub(p2, p1);
  const line = cross(n1, n2);
  const parallel = length(line) < 1e-6;
  const lifted = cross(n1, way);
  const across = parallel ? (length(lifted) > 1e-6 ? unit(lifted) : anyAcross(n1)) : unit(line);
  const radius = welded ? 0 : thicknessMm;
  const setback = (turn: number) => (welded ? 0 : (radius + thicknessMm / 2) * Math.tan(Math.abs(turn) / 2));
  const end = (e: BracketEnd, at: V3, u: V3) =>
    Math.max(...e.holesMm.map((h) => dot(sub(h, at), u)), 0) + e.slotMm / 2 + EDGE * e.holeMm;

  const routes: Route[] = [];
  for (const s1 of [1, -1]) {
    const d = times(across, s1);
    // u1 × d = n1: seen from outside, the boss behind it.
    const u1 = cross(d, n1);
    const aside = dot(way, d);
    const flat = sub(way, times(d, aside));
    for (const s2 of [1, -1]) {
      const u2 = times(unit(cross(d, n2)), s2);
      const c1 = end(boss, boss.atMm, u1);
      const c2 = end(mount, mount.atMm, times(u2, -1));
      // In one fold, where the two faces meet far enough from both.
      const whole = angleBetween(u1, u2, d);
      if (Math.abs(whole) > NO_TURN && Math.abs(whole) <= MOST_TURN) {
        const sine = dot(cross(u1, u2), d);
        const e1 = dot(cross(flat, u2), d) / sine;
        const e2 = dot(cross(u1, flat), d) / sine;
        const back = setback(whole);
        if (e1 >= c1 + back - 1e-9 && e2 >= c2 + back - 1e-9)
          routes.push({ d, u1, u2, e1, e2, web: 0, turns: [whole, 0], aside });
      }
      let [t1, t2] = [0, 0];
      let web: V3 = flat;
      let [e1, e2] = [c1, c2];
      for (let i = 0; i < 40; i++) {
        e1 = c1 + setback(t1);
        e2 = c2 + setback(t2);
        web = sub(flat, add(times(u1, e1), times(u2, e2)));
        if (length(web) < 1e-9) break;
        t1 = angleBetween(u1, web, d);
        t2 = angleBetween(web, u2, d);
      }
      const settled = Math.abs(e1 - c1 - setback(t1)) < 1e-6 && Math.abs(e2 - c2 - setback(t2)) < 1e-6;
      const turns: [number, number] = [t1, t2];
      const most = Math.max(Math.abs(t1), Math.abs(t2));
      if (settled && most <= MOST_TURN && length(web) >= setback(t1) + setback(t2) - 1e-9)
        routes.push({ d, u1, u2, e1, e2, web: length(web), turns, aside });
    }
  }
  const total = (r: Route) => r.e1 + r.web + r.e2 + FOLD_AS_MM * r.turns.filter((t) => Math.abs(t) > NO_TURN).length;
  if (routes.length === 0)
    throw new InputError(
      '/bracket',
      'Boss and mount lie so near each other, and so turned, that no strip with bends of up to 120° joins them: use a narrower hole spacing, a thinner plate, a tube, or turn the mount.',
    );
  const best = routes.reduce((a, b) => (total(b) < total(a) ? b : a));
  return laidFlat(best, boss, mount, p1, widthMm, thicknessMm, welded);
}

export function anyAcross(n: V3): V3 {
  const help: V3 = Math.abs(n[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0];
  return unit(cross(help, n));
}

function laidFlat(
  { d, u1, u2, e1, e2, web, turns, aside }: Route,
  boss: BracketEnd,
  mount: BracketEnd,
  p1: V3,
  widthMm: number,
  thicknessMm: number,
  welded: boolean,
): FoldedBracket {
  const radius = welded ? 0 : thicknessMm;
  const isTurn = (t: number) => Math.abs(t) > NO_TURN;
  const back = turns.map((t) => (welded || !isTurn(t) ? 0 : (radius + thicknessMm / 2) * Math.tan(Math.abs(t) / 2)));
  const bend = turns.map((t) => (welded || !isTurn(t) ? 0 : bendMm(t, radius, thicknessMm)));
  const single = web === 0;
  const x1 = e1 - back[0]!;
  const x2 = x1 + bend[0]!;
  const x3 = single ? x2 : x2 + web - back[0]! - back[1]!;
  const x4 = x3 + bend[1]!;
  const atMount = x4 + e2 - (single ? back[0]! : back[1]!);

  const onBoss = boss.holesMm.map((h): Flat2 => [dot(sub(h, boss.atMm), u1), dot(sub(h, boss.atMm), d)]);
  const onMount = mount.holesMm.map((h): Flat2 => [
    atMount + dot(sub(h, mount.atMm), u2),
    aside + dot(sub(h, mount.atMm), d),
  ]);
  const half = (holes: readonly Flat2[], middle: number, diameter: number) =>
    Math.max(widthMm / 2, ...holes.map((h) => Math.abs(h[1] - middle) + EDGE * diameter));
  const w1 = half(onBoss, 0, boss.holeMm);
  const w2 = half(onMount, aside, mount.holeMm);
  const start = Math.min(...onBoss.map((h) => h[0])) - EDGE * boss.holeMm - boss.slotMm / 2;
  const finish = Math.max(...onMount.map((h) => h[0])) + EDGE * mount.holeMm + mount.slotMm / 2;
  const b = widthMm / 2;
  const holes1 = onBoss.map((at): FlatHole => ({ at, diameterMm: boss.holeMm, slotMm: boss.slotMm }));
  const holes2 = onMount.map((at): FlatHole => ({ at, diameterMm: mount.holeMm, slotMm: mount.slotMm }));
  // A web that leads aside is a parallelogram.
  const skew = (x: number) => (x3 - x2 > 1e-9 ? (aside * (x - x2)) / (x3 - x2) : 0);
  const flange1: Flat2[] = [
    [start, -w1],
    [x1, -w1],
    [x1, w1],
    [start, w1],
  ];
  // With one fold, or none, the strip leads aside on the flange of the mount: straight to where its hole begins, not in a step at the fold.
  const near = Math.min(...onMount.map((h) => h[0])) - EDGE * mount.holeMm - mount.slotMm / 2;
  const leads = single && near > x4 + 1;
  const flange2: Flat2[] = leads
    ? [
        [x4, -b],
        [near, aside - w2],
        [finish, aside - w2],
        [finish, aside + w2],
        [near, aside + w2],
        [x4, b],
      ]
    : [
        [x4, Math.min(aside - w2, single ? -b : Infinity)],
        [finish, aside - w2],
        [finish, aside + w2],
        [x4, Math.max(aside + w2, single ? b : -Infinity)],
      ];
  const middle: Flat2[] = [
    [x2, -b],
    [x3, skew(x3) - b],
    [x3, skew(x3) + b],
    [x2, b],
  ];
  const fold = (x: number, turn: number, y: number): Fold[] =>
    isTurn(turn) ? [{ xMm: x, fromYMm: y - b, toYMm: y + b, degrees: (-turn * 180) / Math.PI }] : [];
  const folds = [...fold((x1 + x2) / 2, turns[0], 0), ...(single ? [] : fold((x3 + x4) / 2, turns[1], aside))];
  const p2 = add(mount.atMm, times(unit(mount.normal), thicknessMm / 2));
  const middleMm: V3[] = [p1, add(p1, times(u1, e1)), ...(single ? [] : [sub(p2, times(u2, e2))]), p2];
  let pieces: FlatPiece[];
  if (welded) {
    pieces = [
      { name: 'boss flange', outlineMm: flange1, holes: holes1, folds: [] },
      ...(single ? [] : [{ name: 'web', outlineMm: middle, holes: [], folds: [] }]),
      { name: 'mount flange', outlineMm: flange2, holes: holes2, folds: [] },
    ];
  } else {
    const outlineMm: Flat2[] = [
      flange1[0]!,
      flange1[1]!,
      [x1, -b],
      [x2, -b],
      ...(single ? [] : ([[x3, aside - b]] as const)),
      ...(single ? [] : ([[x4, aside - b]] as const)),
      ...flange2,
      ...(single ? [] : ([[x4, aside + b]] as const)),
      ...(single ? [] : ([[x3, aside + b]] as const)),
      [x2, b],
      [x1, b],
      flange1[2]!,
      flange1[3]!,
    ];
    pieces = [{ name: 'bracket', outlineMm: tidy(outlineMm), holes: [...holes1, ...holes2], folds }];
  }
  return {
    pieces,
    welded,
    middleMm,
    across: d,
    turnsDeg: (single ? turns.slice(0, 1) : turns).map((t) => (t * 180) / Math.PI),
    insideRadiusMm: radius,
    areaMm2: pieces.reduce((sum, p) => sum + areaOf(p), 0),
  };
}

/** Without corners that stand on each other or on a straight line. */
function tidy(points: readonly Flat2[]): Flat2[] {
  const apart = points.filter((p, i) => {
    const q = points[(i + points.length - 1) % points.length]!;
    return Math.hypot(p[0] - q[0], p[1] - q[1]) > 1e-6;
  });
  return apart.filter((p, i) => {
    const a = apart[(i + apart.length - 1) % apart.length]!;
    const c = apart[(i + 1) % apart.length]!;
    return Math.abs((p[0] - a[0]) * (c[1] - a[1]) - (p[1] - a[1]) * (c[0] - a[0])) > 1e-6;
  });
}

/** Metal of a flat piece without its holes, mm². */
export function areaOf({ outlineMm, holes }: FlatPiece): number {
  let twice = 0;
  outlineMm.forEach((p, i) => {
    const q = outlineMm[(i + 1) % outlineMm.length]!;
    twice += p[0] * q[1] - q[0] * p[1];
  });
  const cut = holes.reduce((sum, h) => sum + (Math.PI * h.diameterMm ** 2) / 4 + h.diameterMm * h.slotMm, 0);
  return Math.abs(twice) / 2 - cut;
}
