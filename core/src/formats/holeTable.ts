import type { PlateHole } from '../model/index.ts';

/** How a hole is told: across and up from the shaft axis, or by its distance and the angle from level, against the clock. */
export type HoleForm = 'across and up' | 'radius and angle';

export interface HolesRead {
  readonly holes: readonly PlateHole[];
  /** What is wrong, line by line, in words. */
  readonly problems: readonly string[];
}

const MOST = 40;

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
  text.split(/\r?\n/).forEach((line, i) => {
    const cells = line
      .trim()
      .split(/[\t;]+\s*|\s+/)
      .filter((c) => c !== '');
    if (cells.length === 0) return;
    const at = `Line ${i + 1}`;
    const [id, first, second, diameter, ...more] = cells;
    const [a, b, d] = [numberOf(first), numberOf(second), numberOf(diameter)];
    if (a === undefined || b === undefined || d === undefined)
      problems.push(
        `${at}: “${line.trim()}” wants a name, ${form === 'radius and angle' ? 'a radius, an angle' : 'a length across, one up'} and a diameter, like “A1 155.1 56.4 10.5”.`,
      );
    else if (d <= 0 || d * toMm > 60) problems.push(`${at}: the diameter of ${id} is above 0, and up to 60 mm.`);
    else if (id!.length > 12) problems.push(`${at}: the name “${id}” has 12 characters at most.`);
    else if (holes.some((h) => h.id === id)) problems.push(`${at}: there is a hole ${id} already.`);
    else if (holes.length >= MOST) problems.push(`${at}: a pattern has ${MOST} holes at most.`);
    else {
      const turn = (b * Math.PI) / 180;
      const [u, v] =
        form === 'radius and angle' ? [a * toMm * Math.cos(turn), a * toMm * Math.sin(turn)] : [a * toMm, b * toMm];
      if (Math.max(Math.abs(u), Math.abs(v)) > 600)
        problems.push(`${at}: ${id} lies more than 600 mm from the shaft axis.`);
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
  return { holes, problems };
}

/** The same holes as text again. */
export function writeHoles(holes: readonly PlateHole[], form: HoleForm, toMm: number): string {
  const number = (v: number, digits: number) => String(Number(v.toFixed(digits)));
  const digits = toMm === 1 ? 2 : 4;
  return holes
    .map((h) => {
      const place =
        form === 'radius and angle'
          ? [number(Math.hypot(h.uMm, h.vMm) / toMm, digits), number((Math.atan2(h.vMm, h.uMm) * 180) / Math.PI, 3)]
          : [number(h.uMm / toMm, digits), number(h.vMm / toMm, digits)];
      return [h.id, ...place, number(h.diameterMm / toMm, digits), ...(h.dowel ? ['dowel'] : [])].join('\t');
    })
    .join('\n');
}
