import type { Units } from '../../units/index.ts';
import type { WireLabel } from '../wiringTables.ts';
import { drawing } from './drawing.ts';
import { checkLine } from './paper.ts';
import { EDGE, type Sheet, type SheetHead } from './sheet.ts';
import { A4, cut } from './wiringText.ts';

/** A label, mm: it is cut out, folded round the wire and stuck to itself; and how many stand on a page. */
export const LABEL = { widthMm: 60, heightMm: 12, across: 3, down: 20 } as const;

/** Labels of the wires at true size, to be printed and cut along the lines. */
export function labelSheets(labels: readonly WireLabel[], units: Units, head: SheetHead): Sheet[] {
  const { widthMm, heightMm } = A4;
  const { across, down } = LABEL;
  const pages = Math.max(1, Math.ceil(labels.length / (across * down)));
  const left = (widthMm - across * LABEL.widthMm) / 2;
  const top = EDGE + 10;
  return Array.from({ length: pages }, (_, page): Sheet => {
    const d = drawing(units);
    d.text([left, EDGE + 6], cut(`${head.buildName}: wire labels, ${head.date}`, 180), { heightMm: 3 });
    labels.slice(page * across * down, (page + 1) * across * down).forEach((l, i) => {
      const [x, y] = [left + (i % across) * LABEL.widthMm, top + Math.floor(i / across) * LABEL.heightMm];
      d.line(
        'cut',
        [
          [x, y],
          [x + LABEL.widthMm, y],
          [x + LABEL.widthMm, y + LABEL.heightMm],
          [x, y + LABEL.heightMm],
        ],
        { closed: true },
      );
      // The left end lies round the wire: nothing is written there.
      const at = x + 15;
      d.text([x + 2, y + 7.2], l.label, { heightMm: 3 });
      d.text([at, y + 4.4], cut(l.short, 44));
      d.text([at, y + 8.6], cut([l.does, l.through].filter(Boolean).join(', '), 44));
    });
    checkLine(d, [left, heightMm - EDGE - 6]);
    if (pages > 1) d.text([widthMm - left, heightMm - EDGE - 6], `${page + 1} of ${pages}`, { anchor: 'end' });
    return { widthMm, heightMm, scale: 1, title: 'Wire labels', marks: d.marks };
  });
}
