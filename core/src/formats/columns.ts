import { InputError } from '../units/index.ts';

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
