import { paint, WIDTH_MM, type Flat, type Sheet } from '@sable/core/formats/drawing';
import { PDFDocument, rgb, StandardFonts, type PDFFont } from 'pdf-lib';

const PT = 72 / 25.4;
/** The built-in face knows the western letters only. */
const western = (s: string) => s.replaceAll('−', '-').replaceAll(/[^\x20-\x7e\xa0-\xff‘’“”–—•…€]/g, '?');

function colour(hex: string) {
  const v = [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16) / 255);
  return rgb(v[0]!, v[1]!, v[2]!);
}

/** Sheets as the pages of a PDF at their true size, so that a ruler on the print reads the stated scale. */
export async function sheetPdf(sheets: readonly Sheet[]): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(sheets[0]?.title ?? '');
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  for (const sheet of sheets) addPage(pdf, font, sheet);
  return pdf.save();
}

function addPage(pdf: PDFDocument, font: PDFFont, sheet: Sheet): void {
  const page = pdf.addPage([sheet.widthMm * PT, sheet.heightMm * PT]);
  const up = (y: number) => (sheet.heightMm - y) * PT;
  for (const m of sheet.marks) {
    const ink = colour(paint(m));
    if (m.kind === 'text') {
      const size = m.heightMm * PT;
      const text = western(m.text);
      const wide = font.widthOfTextAtSize(text, size);
      const x = m.at[0] * PT - (m.anchor === 'end' ? wide : m.anchor === 'middle' ? wide / 2 : 0);
      page.drawText(text, { x, y: up(m.at[1]), size, font, color: ink });
      continue;
    }
    if (m.kind === 'hole') {
      const [r, s] = [m.diameterMm / 2, m.slotMm / 2];
      const half = (from: number, to: number) => `A ${r} ${r} 0 0 1 ${from} ${to}`;
      page.drawSvgPath(`M ${-s} ${-r} L ${s} ${-r} ${half(s, r)} L ${-s} ${r} ${half(-s, -r)} Z`, {
        x: m.at[0] * PT,
        y: up(m.at[1]),
        scale: PT,
        borderColor: ink,
        borderWidth: WIDTH_MM[m.layer],
      });
      continue;
    }
    if (m.masks) {
      const [a, b, c] = m.points as [Flat, Flat, Flat];
      page.drawRectangle({
        x: a[0] * PT,
        y: up(c[1]),
        width: (b[0] - a[0]) * PT,
        height: (c[1] - a[1]) * PT,
        color: rgb(1, 1, 1),
      });
    }
    const points = m.closed ? [...m.points, m.points[0]!] : m.points;
    points.slice(1).forEach((p, i) => {
      const from = points[i]!;
      page.drawLine({
        start: { x: from[0] * PT, y: up(from[1]) },
        end: { x: p[0] * PT, y: up(p[1]) },
        thickness: WIDTH_MM[m.layer] * PT,
        color: ink,
        ...(m.dashed ? { dashArray: [4 * PT, PT, PT, PT] } : {}),
      });
    });
  }
}
