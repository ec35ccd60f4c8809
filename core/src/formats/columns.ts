import { InputError } from '../units/index.ts';
import { numberIn, readSheet } from './tableSheet.ts';

/**
 * Points of a compressor map: corrected flow in kg/s, pressure ratio, efficiency as a share, and the wheel speed where
 * there is a fourth column. A heading line is passed over.
 * @throws InputError naming the line.
 */
export function readMapCsv(
  text: string,
): { flowKgPerS: number; pressureRatio: number; efficiency: number; wheelRpm?: number }[] {
  const sheet = readSheet(text);
  const figures = (cells: readonly string[]) => cells.map((c) => numberIn(c, sheet.decimal ?? '.'));
  const read = (of: readonly (number | undefined)[]) => of.slice(0, 3).filter((v) => v !== undefined).length === 3;
  // A heading line is passed over; where there is none it is the first of the points.
  const headed = !read(figures(sheet.head));
  const rows = headed ? sheet.rows : [{ cells: sheet.head, line: sheet.headLine }, ...sheet.rows];
  return rows.map(({ cells, line }) => {
    const of = figures(cells);
    if (!read(of))
      throw new InputError(
        `/${line}`,
        `Line ${line} has no three figures (flow kg/s, ratio, efficiency): “${cells.join(' ').slice(0, 40)}”.`,
      );
    const [flowKgPerS, pressureRatio, efficiency, wheelRpm] = of;
    return {
      flowKgPerS: flowKgPerS!,
      pressureRatio: pressureRatio!,
      efficiency: efficiency!,
      ...(wheelRpm === undefined ? {} : { wheelRpm }),
    };
  });
}
