import { InputError } from '../units/index.ts';

/**
 * Two columns of figures, as they are pasted from a sheet or a CSV: rpm and torque, with tabs, semicolons, commas or
 * blanks between. A heading line is passed over; decimal commas are read where columns are parted otherwise.
 * @throws InputError naming the line.
 */
export function readTwoColumns(text: string): { rpm: number[]; torqueNm: number[] } {
  const rpm: number[] = [];
  const torqueNm: number[] = [];
  const lines = text.replace(/^\uFEFF/, '').split(/\r?\n/);
  lines.forEach((line, n) => {
    if (line.trim() === '') return;
    const parted = /[;\t]/.test(line)
      ? line.split(/[;\t]/)
      : /,\s|^[^,]*,[^,]*$/.test(line) && !/\s/.test(line.trim())
        ? line.split(',')
        : line.trim().split(/[\s]+/);
    const cells = parted.map((c) => c.trim().replace(/,$/, '')).filter((c) => c !== '');
    const values = cells.map((c) => Number(c.includes('.') ? c : c.replace(',', '.')));
    if (rpm.length === 0 && values.some((v) => !Number.isFinite(v))) return;
    if (values.length < 2 || !Number.isFinite(values[0]) || !Number.isFinite(values[1]))
      throw new InputError(`/${n + 1}`, `Line ${n + 1} has no two figures: “${line.trim().slice(0, 40)}”.`);
    rpm.push(values[0]!);
    torqueNm.push(values[1]!);
  });
  if (rpm.length < 2) throw new InputError('/1', 'Two lines or more with rpm and torque are needed.');
  return { rpm, torqueNm };
}

/**
 * Points of a compressor map: corrected flow in kg/s, pressure ratio, efficiency as a share, and the wheel speed where
 * there is a fourth column. A heading line is passed over.
 * @throws InputError naming the line.
 */
export function readMapCsv(
  text: string,
): { flowKgPerS: number; pressureRatio: number; efficiency: number; wheelRpm?: number }[] {
  const points: { flowKgPerS: number; pressureRatio: number; efficiency: number; wheelRpm?: number }[] = [];
  const delimiter = text.includes(';') ? ';' : text.includes('\t') ? '\t' : ',';
  text
    .replace(/^\uFEFF/, '')
    .split(/\r?\n/)
    .forEach((line, n) => {
      if (line.trim() === '') return;
      const values = line
        .split(delimiter)
        .map((c) => Number(delimiter === ',' ? c.trim() : c.trim().replace(',', '.')));
      const [flowKgPerS, pressureRatio, efficiency, wheelRpm] = values;
      const read = [flowKgPerS, pressureRatio, efficiency].every((v) => v !== undefined && Number.isFinite(v));
      if (!read && points.length === 0) return;
      if (!read)
        throw new InputError(
          `/${n + 1}`,
          `Line ${n + 1} has no three figures (flow kg/s, ratio, efficiency): “${line.slice(0, 40)}”.`,
        );
      points.push({
        flowKgPerS: flowKgPerS!,
        pressureRatio: pressureRatio!,
        efficiency: efficiency!,
        ...(wheelRpm !== undefined && Number.isFinite(wheelRpm) ? { wheelRpm } : {}),
      });
    });
  return points;
}
