import { LINE_STATUS, takeOut, type BillClass, type BillLine, type Candidate } from '@sable/core';
import { formatNumber } from '@sable/core/units';
import { useId, useRef, useState, type ClipboardEvent, type KeyboardEvent } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import { useLatest } from '../../hooks/useLatest.ts';
import { GRID_COLUMNS, isOwn, withCell, type ChangeBill, type GridColumn } from './billChange.ts';
import { BillRow, HEADS, shownOf, type RowDoes } from './BillRow.tsx';
import css from './parts.module.css';
import { Scrolled } from '../../pieces/Scrolled.tsx';

const CLASSES: readonly (readonly [BillClass, string])[] = [
  ['engine', 'Engine and gearbox'],
  ['gearbox', 'Engine and gearbox'],
  ['donor', 'Purchase'],
  ['dressing', 'Dressing'],
  ['part', 'Parts'],
  ['joint', 'Open joints, estimated'],
  ['axle', 'Axle and wheels'],
  ['tyres', 'Axle and wheels'],
  ['wiring', 'Wiring'],
  ['sum', 'From engine calculators'],
  ['fit', 'Fit modifications'],
  ['outside', 'Outside work'],
  ['calibration', 'Calibration'],
  ['looks', 'Paint and looks'],
  ['transport', 'Transport'],
  ['fees', 'Registration and inspection'],
  ['event', 'For the event'],
  ['own', 'Lines of your own'],
  ['aside', 'Contingency'],
  ['work', 'Labour'],
];
const GROUPS = [...new Set(CLASSES.map(([, title]) => title))];
/** Where the price of a line of one’s own is entered, so that other screens lead here. */
const pointerOf = ({ id, bill }: Candidate, { kept }: BillLine): string | undefined =>
  isOwn(kept) ? `/candidates/${id}/bill/own/${(bill?.own ?? []).findIndex((o) => o.id === kept.id)}/price` : undefined;

/** The candidate without what a line stands for; undefined for lines that nobody accepted, or that can only be replaced. */
function without(candidate: Candidate, line: BillLine): Candidate | undefined {
  const left = line.acceptance ? takeOut(candidate, line.acceptance) : candidate;
  return left === candidate ? undefined : left;
}

const NO_LINES: readonly BillLine[] = [];

/** The bill as a sheet to type in: prices, hours, state and days of every line, with what each adds to the doubt. */
export function BillGrid({
  candidate,
  lines,
  shares,
  currency,
  total,
  mean,
  change,
  onLeaveOut,
}: {
  candidate: Candidate;
  lines: readonly BillLine[];
  /** What of the total’s variance each line brings. */
  shares: ReadonlyMap<string, number>;
  currency: string;
  /** What is expected of the whole distribution, beside the sum of the likely figures. */
  mean: { readonly money: number; readonly hours: number };
  total: { readonly low: number; readonly likely: number; readonly high: number; readonly hours: number };
  change: ChangeBill;
  onLeaveOut: (left: Candidate) => void;
}) {
  const units = useUnits();
  const states = useId();
  const grid = useRef<HTMLTableElement>(null);
  const [fault, setFault] = useState<{ readonly at: string; readonly words: string }>();
  const [open, setOpen] = useState<string>();
  const groups = GROUPS.map((title) => ({
    title,
    lines: lines.filter((l) => CLASSES.some(([of, t]) => t === title && of === l.class)),
  })).filter((g) => g.lines.length > 0);
  const most = Math.max(0.01, ...shares.values());
  const ordered = groups.flatMap((g) => g.lines);
  const put = (line: BillLine, column: GridColumn, typed: string) => {
    change((was) => {
      const next = withCell(was, line, column, typed, units);
      setFault(typeof next === 'string' ? { at: `${line.id} ${column}`, words: next } : undefined);
      return typeof next === 'string' ? was : next;
    });
  };
  /** The cells of its column, from top to bottom. */
  const inputsOf = (input: HTMLInputElement) => [
    ...grid.current!.querySelectorAll<HTMLInputElement>(`input[data-column="${input.dataset['column']}"]`),
  ];
  const go = (input: HTMLInputElement, down: number) => {
    const all = inputsOf(input);
    const next = all[all.indexOf(input) + down];
    next?.focus();
    next?.select();
    return next !== undefined;
  };
  /** Takes what was typed into a cell, and nothing where nobody has typed: another’s change may have come meanwhile. */
  const commit = (input: HTMLInputElement, line: BillLine, column: GridColumn) => {
    if (input.dataset['typed'] === undefined) return;
    delete input.dataset['typed'];
    if (input.value.trim() !== shownOf(line, column, units)) put(line, column, input.value);
  };
  const keys = (e: KeyboardEvent<HTMLInputElement>, line: BillLine, column: GridColumn) => {
    const input = e.currentTarget;
    if (e.key === 'Enter') {
      commit(input, line, column);
      go(input, e.shiftKey ? -1 : 1);
    } else if (e.key === 'Escape') {
      input.value = shownOf(line, column, units);
      delete input.dataset['typed'];
      setFault(undefined);
    } else if (e.key === 'ArrowDown' && !e.altKey) {
      if (go(input, 1)) e.preventDefault();
    } else if (e.key === 'ArrowUp' && !e.altKey) {
      if (go(input, -1)) e.preventDefault();
    } else if (e.key === 'd' && (e.ctrlKey || e.metaKey)) {
      // As in a spreadsheet: what stands above is taken.
      e.preventDefault();
      // What is shown there, though it may not be kept yet.
      const all = inputsOf(input);
      const above = all[all.indexOf(input) - 1];
      if (above) {
        input.value = above.value;
        input.dataset['typed'] = '';
        commit(input, line, column);
        go(input, 1);
      }
    }
  };
  const paste = (e: ClipboardEvent<HTMLInputElement>, line: BillLine, column: GridColumn) => {
    const text = e.clipboardData.getData('text');
    if (!/[\n\t]/.test(text.trim())) return;
    e.preventDefault();
    const rows = text
      .replace(/\r?\n$/, '')
      .split(/\r?\n/)
      .map((r) => r.split('\t'));
    const [row, col] = [ordered.findIndex((l) => l.id === line.id), GRID_COLUMNS.indexOf(column)];
    const faults: string[] = [];
    change((was) => {
      let next = was;
      rows.forEach((cells, i) =>
        cells.forEach((cell, k) => {
          const [of, into] = [ordered[row + i], GRID_COLUMNS[col + k]];
          if (!of || !into) return;
          const put_ = withCell(next, of, into, cell, units);
          if (typeof put_ === 'string') faults.push(put_);
          else next = put_;
        }),
      );
      return next;
    });
    setFault(faults.length > 0 ? { at: '', words: faults.slice(0, 3).join(' ') } : undefined);
  };
  const leaveOut = (line: BillLine) => {
    const left = without(candidate, line);
    const { kept } = line;
    if (left) onLeaveOut(left);
    else if (isOwn(kept)) change((was) => ({ ...was, own: (was.own ?? []).filter((o) => o.id !== kept.id) }));
  };
  const toggle = (id: string) => setOpen((was) => (was === id ? undefined : id));
  const does = useLatest<RowDoes>({ commit, keys, paste, leaveOut, toggle, change });
  return (
    <>
      <datalist id={states}>
        {LINE_STATUS.map((s) => (
          <option key={s} value={s} />
        ))}
      </datalist>
      <Scrolled label="Bill">
        <table className={css['grid']} ref={grid}>
          <thead>
            <tr>
              <th scope="col">Item</th>
              {GRID_COLUMNS.map((c) => (
                <th key={c} scope="col" className={c === 'status' ? undefined : 'r'}>
                  {HEADS[c]}
                </th>
              ))}
              <th scope="col">Uncertainty</th>
              <th scope="col">
                <span className="visually-hidden">Leave out</span>
              </th>
            </tr>
          </thead>
          {groups.map((g) => (
            <tbody key={g.title}>
              <tr>
                <th scope="rowgroup" colSpan={9} className={css['group']}>
                  {g.title}
                </th>
              </tr>
              {g.lines.map((l) => (
                <BillRow
                  key={l.id}
                  line={l}
                  lines={open === l.id ? lines : NO_LINES}
                  open={open === l.id}
                  fault={fault?.at.startsWith(`${l.id} `) ? fault.at.slice(l.id.length + 1) : undefined}
                  pointer={pointerOf(candidate, l)}
                  removable={isOwn(l.kept) || without(candidate, l) !== undefined}
                  share={shares.get(l.id)}
                  most={most}
                  currency={currency}
                  states={states}
                  does={does}
                />
              ))}
            </tbody>
          ))}
          <tfoot>
            <tr>
              <th scope="row">Total of likely values, {currency}</th>
              <td className="r">{formatNumber(total.low, 'money', units)}</td>
              <td className="r">{formatNumber(total.likely, 'money', units)}</td>
              <td className="r">{formatNumber(total.high, 'money', units)}</td>
              <td className="r">{formatNumber(total.hours, 'hours', units, { digits: 1 })}</td>
              <td colSpan={4} />
            </tr>
            <tr>
              <th scope="row">Expected (mean), {currency}</th>
              <td />
              <td className="r">{formatNumber(mean.money, 'money', units)}</td>
              <td />
              <td className="r">{formatNumber(mean.hours, 'hours', units, { digits: 1 })}</td>
              <td colSpan={4} />
            </tr>
          </tfoot>
        </table>
      </Scrolled>
      {fault && (
        <p role="alert" className={css['fault']}>
          {fault.words}
        </p>
      )}
    </>
  );
}
