import { systemOf, formatNumber, unitOf, type Units } from '../../units/index.ts';
import { dimension, rect, type DrawLine, type Layer, type Mark } from './sheet.ts';
import type { Flat } from './views.ts';

/** Marks put on a sheet one by one, lengths written in the units of the reader to a tenth of a mm. */
export function drawing(units: Units) {
  const marks: Mark[] = [];
  const line: DrawLine = (layer, points, more = {}) => marks.push({ kind: 'line', layer, points, ...more });
  const text = (
    at: Flat,
    words: string,
    more: Partial<Pick<Extract<Mark, { kind: 'text' }>, 'anchor' | 'heightMm' | 'layer' | 'state'>> = {},
  ) => marks.push({ kind: 'text', layer: 'text' as Layer, at, text: words, heightMm: 2.6, anchor: 'start', ...more });
  return {
    marks,
    units,
    line,
    text,
    unit: unitOf('lengthMm', units),
    mm: (v: number) => formatNumber(v, 'lengthMm', units, { digits: systemOf('lengthMm', units) === 'us' ? 3 : 1 }),
    box: (x: number, y: number, w: number, h: number) => line('frame', rect(x, y, w, h), { closed: true }),
    dimension: (a: Flat, b: Flat, words: string) =>
      dimension(a, b, words, line, (layer, at, of, more) => text(at, of, { ...more, layer })),
  };
}
