import type { PlateHole } from '../model/index.ts';
import { placeByThree, placeByTwo, spread, type Placed, type Spot } from '../questions/plates/index.ts';

/**
 * How a hole is told: across and up from the shaft axis; by its distance and the angle from level, against the clock; or by a
 * tape alone: the first hole by distance and angle, the second by its distances from the axis and from the first (minus where it
 * lies with the clock from there), all others by those from the axis, the first and the second.
 */
export type HoleForm = 'across and up' | 'radius and angle' | 'three distances';

export interface HolesRead {
  readonly holes: readonly PlateHole[];
  /** What is wrong, line by line, in words. */
  readonly problems: readonly string[];
  /** Of holes told by three distances: by how much the one that agrees least misses, mm. */
  readonly worstMm?: number;
}

const MOST = 40;
/** Distances of one hole that disagree by more than this are not of one hole, mm. */
const DISAGREE_MM = 2;
/** Marks flatter than this lie on a line. */
const FLAT = 0.05;
const AXIS: Spot = { uMm: 0, vMm: 0 };

const WANTS: Readonly<Record<HoleForm, string>> = {
  'across and up': 'a length across, one up',
  'radius and angle': 'a radius, an angle',
  'three distances': 'its distances',
};
/** Figures before the diameter, by how many holes stand before this one. */
const figuresOf = (form: HoleForm, before: number) => (form === 'three distances' && before >= 2 ? 3 : 2);

const polar = (radiusMm: number, angleDeg: number): Spot => {
  const turn = (angleDeg * Math.PI) / 180;
  return { uMm: radiusMm * Math.cos(turn), vMm: radiusMm * Math.sin(turn) };
};

/** Where a line of figures puts its hole, after those before it. */
function placeOf(form: HoleForm, [a, b, c]: readonly number[], before: readonly Spot[], toMm: number): Spot | Placed {
  if (form === 'across and up') return { uMm: a! * toMm, vMm: b! * toMm };
  const [first, second] = before;
  if (form === 'radius and angle' || !first) return polar(a! * toMm, b!);
  if (second) return placeByThree([AXIS, first, second], [a! * toMm, b! * toMm, c! * toMm]);
  // Against the clock from the first as seen from the axis; minus says with the clock.
  return b! < 0 ? placeByTwo(first, -b! * toMm, AXIS, a! * toMm) : placeByTwo(AXIS, a! * toMm, first, b! * toMm);
}

/** A number with a point or a comma for its decimals; undefined where it is none. */
function numberOf(text: string | undefined): number | undefined {
  if (text === undefined || !/^[-+−]?\d+(?:[.,]\d+)?$/.test(text)) return undefined;
  return Number(text.replace('−', '-').replace(',', '.'));
}

/**
 * Holes of a bolt pattern as they are typed or pasted from a spreadsheet: a line each, its name, two lengths (or a length and an angle
 * in degrees), its diameter, and “dowel” where it is one; tabs, semicolons or spaces between. Lengths are times `toMm`.
 */
export function readHoles(text: string, form: HoleForm, toMm: number): HolesRead {
  const holes: PlateHole[] = [];
  const problems: string[] = [];
  let worstMm = 0;
  text.split(/\r?\n/).forEach((line, i) => {
    const cells = line
      .trim()
      .split(/[\t;]+\s*|\s+/)
      .filter((c) => c !== '');
    if (cells.length === 0) return;
    const at = `Line ${i + 1}`;
    const count = figuresOf(form, holes.length);
    const [id, ...rest] = cells;
    const figures = rest.slice(0, count).map(numberOf);
    const d = numberOf(rest[count]);
    const more = rest.slice(count + 1);
    if (figures.length < count || figures.some((x) => x === undefined) || d === undefined)
      problems.push(
        `${at}: “${line.trim()}” wants a name, ${WANTS[form]}${form === 'three distances' ? ` (${count} of them)` : ''} and a diameter, like “A1 155.1 56.4 ${count === 3 ? '120.5 ' : ''}10.5”.`,
      );
    else if (d <= 0 || d * toMm > 60) problems.push(`${at}: the diameter of ${id} is above 0, and up to 60 mm.`);
    else if (id!.length > 12) problems.push(`${at}: the name “${id}” has 12 characters at most.`);
    else if (holes.some((h) => h.id === id)) problems.push(`${at}: there is a hole ${id} already.`);
    else if (holes.length >= MOST) problems.push(`${at}: a pattern has ${MOST} holes at most.`);
    else {
      const spot = placeOf(form, figures as number[], holes, toMm);
      const [u, v] = [spot.uMm, spot.vMm];
      const miss = 'worstMm' in spot ? spot.worstMm : 0;
      if (form === 'three distances' && holes.length === 1 && spread([AXIS, holes[0]!, spot]) < FLAT) {
        problems.push(`${at}: axis, ${holes[0]!.id} and ${id} lie on one line: select another second hole.`);
        return;
      }
      if (miss > DISAGREE_MM) {
        problems.push(
          `${at}: the distances of ${id} disagree by ${(miss / toMm).toFixed(toMm === 1 ? 1 : 3)}: measure them again.`,
        );
        return;
      }
      worstMm = Math.max(worstMm, miss);
      if (Math.max(Math.abs(u), Math.abs(v)) > 600)
        problems.push(`${at}: ${id} is more than 600 mm from the shaft axis.`);
      else
        holes.push({
          id: id!,
          uMm: u,
          vMm: v,
          diameterMm: d * toMm,
          ...(more.some((m) => m.toLowerCase() === 'dowel') ? { dowel: true as const } : {}),
        });
    }
  });
  return form === 'three distances' ? { holes, problems, worstMm } : { holes, problems };
}

/** The same holes as text again. */
export function writeHoles(holes: readonly PlateHole[], form: HoleForm, toMm: number): string {
  const number = (v: number, digits: number) => String(Number(v.toFixed(digits)));
  const digits = toMm === 1 ? 2 : 4;
  const far = (p: Spot, q: Spot) => number(Math.hypot(p.uMm - q.uMm, p.vMm - q.vMm) / toMm, digits);
  const byAngle = (h: Spot) => [
    number(Math.hypot(h.uMm, h.vMm) / toMm, digits),
    number((Math.atan2(h.vMm, h.uMm) * 180) / Math.PI, 3),
  ];
  return holes
    .map((h, i) => {
      const [first, second] = holes;
      let place: string[];
      if (form === 'across and up') place = [number(h.uMm / toMm, digits), number(h.vMm / toMm, digits)];
      else if (form === 'radius and angle' || i === 0) place = byAngle(h);
      else if (i === 1) {
        const withClock = first!.uMm * h.vMm - first!.vMm * h.uMm < 0;
        place = [far(AXIS, h), `${withClock ? '-' : ''}${far(first!, h)}`];
      } else place = [far(AXIS, h), far(first!, h), far(second!, h)];
      return [h.id, ...place, number(h.diameterMm / toMm, digits), ...(h.dowel ? ['dowel'] : [])].join('\t');
    })
    .join('\n');
}
