import { LINE_STATUS, takeOut, type BillClass, type BillLine, type Candidate } from '@sable/core';
import { reckonedAnew } from '@sable/core/questions/money';
import { formatEntry, formatNumber, wordSentence, type Units } from '@sable/core/units';
import Button from '@mui/material/Button';
import { ChevronDown, ChevronRight, X } from 'lucide-react';
import { Fragment, useEffect, useId, useRef, useState, type ClipboardEvent, type KeyboardEvent } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import layout from '../../pieces/layout.module.css';
import { EvidenceMark } from '../../pieces/marks.tsx';
import { GRID_COLUMNS, isOwn, withCell, type ChangeBill, type GridColumn } from './billChange.ts';
import { LineDetail } from './LineDetail.tsx';
import css from './parts.module.css';

const CLASSES: readonly (readonly [BillClass, string])[] = [
  ['engine', 'Engine and gearbox'],
  ['gearbox', 'Engine and gearbox'],
  ['donor', 'Buying it'],
  ['dressing', 'Dressing'],
  ['part', 'Parts'],
  ['joint', 'Open joints, guessed'],
  ['axle', 'Axle and wheels'],
  ['tyres', 'Axle and wheels'],
  ['wiring', 'Wiring'],
  ['sum', 'From the bench'],
  ['fit', 'To make it fit'],
  ['outside', 'Outside work'],
  ['calibration', 'Calibration'],
  ['looks', 'Paint and looks'],
  ['transport', 'Transport'],
  ['fees', 'Registration and inspection'],
  ['event', 'For the event'],
  ['own', 'Lines of your own'],
  ['aside', 'Put aside'],
  ['work', 'Work'],
];
const GROUPS = [...new Set(CLASSES.map(([, title]) => title))];
const HEADS: Readonly<Record<GridColumn, string>> = {
  low: 'Low',
  likely: 'Likely',
  high: 'High',
  hours: 'Hours',
  status: 'State',
  lead: 'Days',
};

/** What a cell of a line shows. */
function shownOf(line: BillLine, column: GridColumn, units: Units): string {
  switch (column) {
    case 'low':
    case 'likely':
    case 'high':
      // What comes along costs nothing; what is sold again stands below nought.
      return line.unpriced || (line.price.low === 0 && line.price.high === 0 && line.kept?.paid === undefined)
        ? ''
        : formatEntry(Math.round(line.price[column]), 'money', units);
    case 'hours':
      return line.hours.high > 0 ? formatEntry(Math.round(line.hours.likely * 10) / 10, 'hours', units) : '';
    case 'status':
      return line.kept?.status ?? '';
    case 'lead':
      return line.leadDays > 0 ? String(line.leadDays) : '';
  }
}

/** Where the price of a line of one’s own is entered, so that other screens lead here. */
const pointerOf = ({ id, bill }: Candidate, { kept }: BillLine): string | undefined =>
  isOwn(kept) ? `/candidates/${id}/bill/own/${(bill?.own ?? []).findIndex((o) => o.id === kept.id)}/price` : undefined;

/** The candidate without what a line stands for; undefined for lines that nobody accepted, or that can only be replaced. */
function without(candidate: Candidate, line: BillLine): Candidate | undefined {
  const left = line.acceptance ? takeOut(candidate, line.acceptance) : candidate;
  return left === candidate ? undefined : left;
}

/** The bill as a sheet to type in: prices, hours, state and days of every line, with what each adds to the doubt. */
export function BillGrid({
  candidate,
  lines,
  shares,
  currency,
  total,
  change,
  onLeaveOut,
}: {
  candidate: Candidate;
  lines: readonly BillLine[];
  /** What of the total’s variance each line brings. */
  shares: ReadonlyMap<string, number>;
  currency: string;
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
    const [row, col] = [ordered.indexOf(line), GRID_COLUMNS.indexOf(column)];
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
  return (
    <>
      <datalist id={states}>
        {LINE_STATUS.map((s) => (
          <option key={s} value={s} />
        ))}
      </datalist>
      <div className={layout['scroll-x']}>
        <table className={css['grid']} ref={grid}>
          <thead>
            <tr>
              <th scope="col">Line</th>
              {GRID_COLUMNS.map((c) => (
                <th key={c} scope="col" className={c === 'status' ? undefined : 'r'}>
                  {HEADS[c]}
                </th>
              ))}
              <th scope="col">Doubt</th>
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
              {g.lines.map((l) => {
                const words = wordSentence(l.name, units);
                const left = without(candidate, l);
                const labour = l.id === 'labour';
                const own = l.kept?.price !== undefined || l.kept?.paid !== undefined;
                return (
                  <Fragment key={l.id}>
                    <tr data-own={own}>
                      <th scope="row">
                        {labour ? (
                          <span className={css['name']}>{words}</span>
                        ) : (
                          <button
                            type="button"
                            className={css['name']}
                            aria-expanded={open === l.id}
                            onClick={() => setOpen(open === l.id ? undefined : l.id)}
                          >
                            {open === l.id ? <ChevronDown size={13} /> : <ChevronRight size={13} />}
                            <span>
                              <Sentence>{l.name}</Sentence>
                              {l.price.likely !== 0 && <EvidenceMark evidence={l.evidence} />}
                              {l.discontinued && <small className={css['gone']}> no longer made</small>}
                              {reckonedAnew(l) && (
                                <small className={css['gone']}> the library says otherwise now</small>
                              )}
                              {l.event && (
                                <small className="muted">
                                  {' '}
                                  if it happens: {formatNumber(100 * l.event.chance, 'percent', units, { digits: 0 })} %
                                </small>
                              )}
                            </span>
                          </button>
                        )}
                      </th>
                      {GRID_COLUMNS.map((column) => {
                        const shown = shownOf(l, column, units);
                        const right = column === 'status' ? undefined : 'r';
                        if (labour || (column !== 'status' && column !== 'lead' && l.price.low < 0))
                          return (
                            <td key={column} className={right}>
                              {column === 'low' || column === 'likely' || column === 'high'
                                ? formatNumber(l.price[column], 'money', units)
                                : shown}
                            </td>
                          );
                        return (
                          <td key={column} data-pointer={column === 'likely' ? pointerOf(candidate, l) : undefined}>
                            <Cell
                              shown={shown}
                              column={column}
                              label={`${HEADS[column]}, ${words}`}
                              invalid={fault?.at === `${l.id} ${column}`}
                              className={right}
                              placeholder={
                                l.unpriced && column === 'likely'
                                  ? 'price ?'
                                  : l.untimed && column === 'hours'
                                    ? '?'
                                    : undefined
                              }
                              list={column === 'status' ? states : undefined}
                              onLeave={(input) => commit(input, l, column)}
                              onKeyDown={(e) => keys(e, l, column)}
                              onPaste={(e) => paste(e, l, column)}
                            />
                          </td>
                        );
                      })}
                      <td>
                        <Track share={shares.get(l.id)} most={most} />
                      </td>
                      <td className="r">
                        {(left || isOwn(l.kept)) && (
                          <Button
                            aria-label={`Leave out ${words}`}
                            onClick={() => {
                              const { kept } = l;
                              if (left) onLeaveOut(left);
                              else if (isOwn(kept))
                                change((was) => ({ ...was, own: (was.own ?? []).filter((o) => o.id !== kept.id) }));
                            }}
                            sx={{ p: '2px 6px' }}
                          >
                            <X size={13} />
                          </Button>
                        )}
                      </td>
                    </tr>
                    {open === l.id && (
                      <tr>
                        <td colSpan={9} className={css['detail']}>
                          <LineDetail line={l} lines={lines} currency={currency} change={change} />
                        </td>
                      </tr>
                    )}
                  </Fragment>
                );
              })}
            </tbody>
          ))}
          <tfoot>
            <tr>
              <th scope="row">Sum, {currency}</th>
              <td className="r">{formatNumber(total.low, 'money', units)}</td>
              <td className="r">{formatNumber(total.likely, 'money', units)}</td>
              <td className="r">{formatNumber(total.high, 'money', units)}</td>
              <td className="r">{formatNumber(total.hours, 'hours', units, { digits: 1 })}</td>
              <td colSpan={4} />
            </tr>
          </tfoot>
        </table>
      </div>
      {fault && (
        <p role="alert" className={css['fault']}>
          {fault.words}
        </p>
      )}
    </>
  );
}

/** One cell: what is being typed stays there, whatever is judged or changed by others meanwhile. */
function Cell({
  shown,
  column,
  label,
  invalid,
  className,
  placeholder,
  list,
  onLeave,
  onKeyDown,
  onPaste,
}: {
  shown: string;
  column: GridColumn;
  label: string;
  invalid: boolean;
  className: string | undefined;
  placeholder: string | undefined;
  list: string | undefined;
  onLeave: (input: HTMLInputElement) => void;
  onKeyDown: (e: KeyboardEvent<HTMLInputElement>) => void;
  onPaste: (e: ClipboardEvent<HTMLInputElement>) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (input.current && input.current.dataset['typed'] === undefined) input.current.value = shown;
  }, [shown]);
  return (
    <input
      ref={input}
      data-column={column}
      aria-label={label}
      aria-invalid={invalid}
      defaultValue={shown}
      className={className}
      placeholder={placeholder}
      list={list}
      onInput={(e) => (e.currentTarget.dataset['typed'] = '')}
      onBlur={(e) => onLeave(e.currentTarget)}
      onKeyDown={onKeyDown}
      onPaste={onPaste}
    />
  );
}

/** What a line adds to the doubt of the total, on a track of its own. */
function Track({ share, most }: { share: number | undefined; most: number }) {
  if (share === undefined || share < 0.005) return null;
  return (
    <span
      className={css['track']}
      title={`${Math.round(100 * share)} % of the doubt`}
      style={{ ['--share' as string]: share / most }}
    >
      <span className="visually-hidden">{Math.round(100 * share)} % of the doubt</span>
    </span>
  );
}
