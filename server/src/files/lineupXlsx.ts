import type { TableCell } from '@sable/core/formats';
import type { Workbook } from 'exceljs';

/** The line-up as a workbook: figures are numbers, what was written stays text whatever it begins with. */
export async function lineupXlsx(name: string, rows: readonly (readonly TableCell[])[]): Promise<Buffer> {
  const { default: Excel } = await import('exceljs');
  const book: Workbook = new Excel.Workbook();
  // A sheet takes 31 characters, and none of these.
  const sheet = book.addWorksheet(name.replaceAll(/[*?:/\\[\]]/g, ' ').slice(0, 31) || 'Line-up', {
    views: [{ state: 'frozen', xSplit: 1, ySplit: 1 }],
  });
  for (const cells of rows) sheet.addRow([...cells]);
  sheet.getRow(1).font = { bold: true };
  sheet.getColumn(1).width = 34;
  sheet.getColumn(3).width = 16;
  for (let i = 4; i <= (rows[0]?.length ?? 0); i++) sheet.getColumn(i).width = (i - 4) % 4 === 3 ? 50 : 12;
  return Buffer.from(await book.xlsx.writeBuffer());
}
