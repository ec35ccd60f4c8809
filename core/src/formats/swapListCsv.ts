import { wordSentence, type Units } from '../units/index.ts';
import { sheetText } from './tableSheet.ts';
import type { EngineDifference, SwapOver } from '../questions/joints/index.ts';

/** A cell that starts like a formula would be run by a spreadsheet: a quote in front keeps it text. */
const text = (s: string) => (/^[=+\-@\t\r]/.test(s) ? `'${s}` : s);

/** The swap-over list as a table to take along: what moves, what is to be found, and what differs from another engine. */
export function swapOverCsv(
  list: SwapOver,
  units: Units,
  differs: { readonly here: string; readonly there: string; readonly rows: readonly EngineDifference[] } | undefined,
): string {
  return sheetText(
    [
      ['What', 'From', 'To', 'Because of', 'Decided'],
      ...list.rows.map((r) => [r.what, r.from, r.to, r.because, r.accepted ? 'yes' : 'could be']),
      ...list.toFind.map((f) => [f.item, 'to be found', '', `the donor’s is ${f.why}`, '']),
      ...(differs
        ? [[], ['Differs', differs.here, differs.there], ...differs.rows.map((d) => [d.what, d.here, d.there])]
        : []),
    ].map((row) => row.map((cell) => text(wordSentence(cell, units)))),
    units.decimal,
  );
}
