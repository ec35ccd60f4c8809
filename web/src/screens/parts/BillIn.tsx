import type { BillLine } from '@sable/core';
import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import type { ChangeBill } from './billChange.ts';
import { fromTable, rowsOfText, type TableCell } from './billTable.ts';

/** Largest workbook that is read, bytes. */
const MOST_BYTES = 4 * 1024 * 1024;

/** The rows of a workbook’s first sheet, or of a table with commas, semicolons or tabs. */
async function rowsOf(file: File): Promise<readonly (readonly TableCell[])[]> {
  if (/\.xlsx$/i.test(file.name)) {
    const { default: read } = await import('read-excel-file/browser');
    const sheets = (await read(file)) as unknown as readonly { readonly data: TableCell[][] }[];
    return sheets[0]?.data ?? [];
  }
  return rowsOfText(await file.text());
}

/** The bill from a workbook that went out: what was changed there is changed here, new rows are lines of one’s own. */
export function BillIn({ lines, change }: { lines: readonly BillLine[]; change: ChangeBill }) {
  const units = useUnits();
  const file = useRef<HTMLInputElement>(null);
  const [told, setTold] = useState<string>();
  const take = async (from: File | undefined) => {
    if (!from) return;
    if (from.size > MOST_BYTES) return setTold(`“${from.name}” is larger than the 4 MB that are read.`);
    let rows: readonly (readonly TableCell[])[];
    try {
      rows = await rowsOf(from);
    } catch {
      return setTold(`“${from.name}” is no workbook that can be read: save it as XLSX or CSV.`);
    }
    change((was) => {
      const { bill, changed, added, faults } = fromTable(was, lines, rows, units);
      setTold(
        [
          `${changed} ${changed === 1 ? 'line' : 'lines'} changed, ${added} added.`,
          ...faults.slice(0, 4),
          faults.length > 4 ? `${faults.length - 4} more could not be read.` : '',
        ]
          .filter(Boolean)
          .join(' '),
      );
      return bill;
    });
  };
  return (
    <>
      <input
        ref={file}
        type="file"
        hidden
        tabIndex={-1}
        aria-label="Bill to import"
        accept=".xlsx,.csv,text/csv"
        onChange={(e) => {
          void take(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
      <Button onClick={() => file.current?.click()}>Import bill (XLSX or CSV)</Button>
      {told !== undefined && <p aria-live="polite">{told}</p>}
    </>
  );
}
