import type { drawing } from './drawing.ts';
import type { Flat } from './views.ts';

/** Paper, lying, the smallest first. */
export const PAPER = [
  { name: 'A4', widthMm: 297, heightMm: 210 },
  { name: 'A3', widthMm: 420, heightMm: 297 },
  { name: 'A2', widthMm: 594, heightMm: 420 },
  { name: 'A1', widthMm: 841, heightMm: 594 },
  { name: 'A0', widthMm: 1189, heightMm: 841 },
] as const;
const CHECK_MM = 100;

/** A line of 100 mm by which a print is checked. */
export function checkLine(d: ReturnType<typeof drawing>, at: Flat): void {
  const [x, y] = at;
  d.line('dimensions', [at, [x + CHECK_MM, y]]);
  for (const end of [x, x + CHECK_MM])
    d.line('dimensions', [
      [end, y - 3],
      [end, y + 3],
    ]);
  d.text([x + CHECK_MM / 2, y - 1.2], `100 mm${d.unit === 'mm' ? '' : ' (3.937 in)'}: measure it on the print`, {
    anchor: 'middle',
    layer: 'dimensions',
  });
}
