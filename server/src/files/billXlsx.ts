import type { Bill, BillLine } from '@sable/core';
import { wordSentence, type Units } from '@sable/core/units';
import type { Workbook } from 'exceljs';

/** The columns of the sheet, in their order; those of figures are summed. */
const COLUMNS = [
  { header: 'Id', width: 24 },
  { header: 'Item', width: 44 },
  { header: 'Kind', width: 12 },
  { header: 'Low', width: 11, sum: true },
  { header: 'Likely', width: 11, sum: true },
  { header: 'High', width: 11, sum: true },
  { header: 'Hours, low', width: 11, sum: true },
  { header: 'Hours, likely', width: 12, sum: true },
  { header: 'Hours, high', width: 11, sum: true },
  { header: 'Status', width: 15 },
  { header: 'Paid', width: 11, sum: true },
  { header: 'Supplier', width: 20 },
  { header: 'Days', width: 8 },
  { header: 'Evidence', width: 12 },
  { header: 'Reason', width: 50 },
  { header: 'An hour at', width: 11 },
  { header: 'Stage', width: 10 },
  { header: 'Set', width: 16 },
] as const;
const letterOf = (column: number) => String.fromCodePoint(65 + column);
const FIRST = 2;
const HOURS_COLUMNS = { low: 6, likely: 7, high: 8 } as const;
const HOURLY_COLUMN = 15;
const POINTS = ['low', 'likely', 'high'] as const;
const cents = (v: number): number => Math.round(v * 100) / 100;

/** A line as cells: text stays text whatever it begins with, for its cell is one of text. */
function cellsOf(line: BillLine, units: Units): (string | number | undefined)[] {
  const { kept } = line;
  return [
    line.id,
    wordSentence(line.name, units),
    line.class,
    ...POINTS.map((p) => (line.unpriced ? undefined : cents(line.price[p]))),
    ...POINTS.map((p) => (line.hours.high === 0 ? undefined : cents(line.hours[p]))),
    kept?.status,
    kept?.paid,
    kept?.supplier,
    line.leadDays === 0 ? undefined : line.leadDays,
    line.evidence,
    line.why,
    line.hours.high === 0 ? undefined : line.hourly,
    line.stage,
    kept?.set,
  ];
}

/** The bill as a workbook whose sums are formulas, each with what it came to here; labour is the hours, each at its price. */
export async function billXlsx(bill: Bill, currency: string, units: Units): Promise<Buffer> {
  const { default: Excel } = await import('exceljs');
  const book: Workbook = new Excel.Workbook();
  const sheet = book.addWorksheet(`Bill, ${currency}`, { views: [{ state: 'frozen', ySplit: 1 }] });
  sheet.columns = COLUMNS.map(({ header, width }) => ({ header, width }));
  sheet.getRow(1).font = { bold: true };
  const last = FIRST + bill.lines.length - 1;
  for (const line of bill.lines) {
    const row = sheet.addRow(cellsOf(line, units));
    if (line.id !== 'labour') continue;
    POINTS.forEach((point, i) => {
      const [hours, hourly] = [letterOf(HOURS_COLUMNS[point]), letterOf(HOURLY_COLUMN)];
      row.getCell(4 + i).value = {
        formula: `ROUND(SUMPRODUCT(${hours}${FIRST}:${hours}${last},${hourly}${FIRST}:${hourly}${last}),2)`,
        result: cents(line.price[point]),
      };
    });
  }
  const sums = sheet.addRow(['', 'Total']);
  sums.font = { bold: true };
  COLUMNS.forEach((column, i) => {
    if (!('sum' in column)) return;
    const letter = letterOf(i);
    const result = bill.lines.reduce((s, l) => s + Number(cellsOf(l, units)[i] ?? 0), 0);
    sums.getCell(i + 1).value = { formula: `SUM(${letter}${FIRST}:${letter}${last})`, result: cents(result) };
  });
  for (const i of [4, 5, 6, 11]) sheet.getColumn(i).numFmt = '#,##0.00';
  return Buffer.from(await book.xlsx.writeBuffer());
}
