import type { State } from '../../model/index.ts';
import type { Layer, Mark, Sheet } from './sheet.ts';

/** Colours that stand on white paper; a state is told by its word too, wherever it is coloured. */
const PAPER: Readonly<Record<Layer | State, string>> = {
  frame: '#1e1b19',
  bay: '#5a5e58',
  powertrain: '#2c3e91',
  routes: '#955800',
  gaps: '#14724f',
  dimensions: '#1e1b19',
  datum: '#8b8f87',
  text: '#1e1b19',
  cut: '#1e1b19',
  fold: '#2c3e91',
  clear: '#14724f',
  tight: '#955800',
  blocked: '#b0281f',
  unknown: '#62666d',
};
export const WIDTH_MM: Readonly<Record<Layer, number>> = {
  frame: 0.35,
  bay: 0.25,
  powertrain: 0.35,
  routes: 0.25,
  gaps: 0.4,
  dimensions: 0.18,
  datum: 0.18,
  text: 0.18,
  cut: 0.35,
  fold: 0.25,
};

const escaped = (s: string) =>
  s.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
const n = (v: number) => String(Number(v.toFixed(3)));
export const paint = (mark: Mark): string => PAPER[mark.state ?? mark.layer];

/** The sheet as SVG, one user unit a mm of paper. */
export function sheetSvg(sheet: Sheet): string {
  const marks = sheet.marks.map((m) => {
    if (m.kind === 'text')
      return `<text x="${n(m.at[0])}" y="${n(m.at[1])}" font-size="${n(m.heightMm)}" text-anchor="${m.anchor}" fill="${paint(m)}" data-layer="${m.layer}">${escaped(m.text)}</text>`;
    if (m.kind === 'hole') {
      const [wide, high] = [m.diameterMm + m.slotMm, m.diameterMm];
      return `<rect x="${n(m.at[0] - wide / 2)}" y="${n(m.at[1] - high / 2)}" width="${n(wide)}" height="${n(high)}" rx="${n(high / 2)}" fill="none" stroke="${paint(m)}" stroke-width="${WIDTH_MM[m.layer]}" data-layer="${m.layer}"/>`;
    }
    const points = m.points.map((p) => `${n(p[0])},${n(p[1])}`).join(' ');
    const dash = m.dashed ? ' stroke-dasharray="4 1 1 1"' : '';
    return `<${m.closed ? 'polygon' : 'polyline'} points="${points}" fill="${m.masks ? '#ffffff' : 'none'}" stroke="${paint(m)}" stroke-width="${WIDTH_MM[m.layer]}"${dash} data-layer="${m.layer}"/>`;
  });
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${sheet.widthMm}mm" height="${sheet.heightMm}mm" viewBox="0 0 ${sheet.widthMm} ${sheet.heightMm}" font-family="sans-serif">`,
    `<title>${escaped(sheet.title)}, 1:${sheet.scale}</title>`,
    `<rect width="${sheet.widthMm}" height="${sheet.heightMm}" fill="#ffffff"/>`,
    ...marks,
    '</svg>',
    '',
  ].join('\n');
}
