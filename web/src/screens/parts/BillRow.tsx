import type { BillLine } from '@sable/core';
import { reckonedAnew } from '@sable/core/questions/money';
import { formatEntry, formatNumber, wordSentence, type Units } from '@sable/core/units';
import { ChevronDown, ChevronRight, X } from 'lucide-react';
import { memo, useEffect, useRef, type ClipboardEvent, type KeyboardEvent } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import { EvidenceMark } from '../../pieces/marks.tsx';
import { GRID_COLUMNS, type ChangeBill, type GridColumn } from './billChange.ts';
import { LineDetail } from './LineDetail.tsx';
import css from './parts.module.css';

export const HEADS: Readonly<Record<GridColumn, string>> = {
  low: 'Low',
  likely: 'Likely',
  high: 'High',
  hours: 'Hours',
  status: 'State',
  lead: 'Days',
};

/** What a cell of a line shows. */
export function shownOf(line: BillLine, column: GridColumn, units: Units): string {
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

/** What can be done in a row; the same functions each time, so that a row is drawn anew only when it is another. */
export interface RowDoes {
  readonly commit: (input: HTMLInputElement, line: BillLine, column: GridColumn) => void;
  readonly keys: (e: KeyboardEvent<HTMLInputElement>, line: BillLine, column: GridColumn) => void;
  readonly paste: (e: ClipboardEvent<HTMLInputElement>, line: BillLine, column: GridColumn) => void;
  readonly leaveOut: (line: BillLine) => void;
  readonly toggle: (id: string) => void;
  readonly change: ChangeBill;
}

interface RowProps {
  readonly line: BillLine;
  /** The whole bill, of an open row. */
  readonly lines: readonly BillLine[];
  readonly open: boolean;
  /** The column in which something can’t be taken. */
  readonly fault: string | undefined;
  /** The address of its price, so that other screens can lead there. */
  readonly pointer: string | undefined;
  readonly removable: boolean;
  readonly share: number | undefined;
  /** The greatest share of any row. */
  readonly most: number;
  readonly currency: string;
  /** The list of states that may be chosen. */
  readonly states: string;
  readonly does: RowDoes;
}

/** A judgement makes every line anew: it is the same while all that it says is. */
const sameRow = (a: RowProps, b: RowProps): boolean =>
  (Object.keys(b) as (keyof RowProps)[]).every(
    (k) => a[k] === b[k] || (k === 'line' && JSON.stringify(a.line) === JSON.stringify(b.line)),
  );

/** A line of the bill in the sheet, and all that may be said of it where it is open. */
export const BillRow = memo(function BillRow({
  line: l,
  lines,
  open,
  fault,
  pointer,
  removable,
  share,
  most,
  currency,
  states,
  does,
}: RowProps) {
  const units = useUnits();
  const words = wordSentence(l.name, units);
  const labour = l.id === 'labour';
  const own = l.kept?.price !== undefined || l.kept?.paid !== undefined;
  return (
    <>
      <tr data-own={own}>
        <th scope="row">
          {labour ? (
            <span className={css['name']}>{words}</span>
          ) : (
            <button type="button" className={css['name']} aria-expanded={open} onClick={() => does.toggle(l.id)}>
              {open ? <ChevronDown size={13} /> : <ChevronRight size={13} />}
              <span>
                <Sentence>{l.name}</Sentence>
                {l.price.likely !== 0 && <EvidenceMark evidence={l.evidence} />}
                {l.discontinued && <small className={css['gone']}> discontinued</small>}
                {l.stage === 'later' && <small className="muted"> later</small>}
                {reckonedAnew(l) && <small className={css['gone']}> the library says otherwise now</small>}
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
            <td key={column} data-pointer={column === 'likely' ? pointer : undefined}>
              <Cell
                shown={shown}
                column={column}
                label={`${HEADS[column]}, ${words}`}
                invalid={fault === column}
                className={right}
                placeholder={
                  l.unpriced && column === 'likely' ? 'price ?' : l.untimed && column === 'hours' ? '?' : undefined
                }
                list={column === 'status' ? states : undefined}
                onLeave={(input) => does.commit(input, l, column)}
                onKeyDown={(e) => does.keys(e, l, column)}
                onPaste={(e) => does.paste(e, l, column)}
              />
            </td>
          );
        })}
        <td>
          <Track share={share} most={most} />
        </td>
        <td className="r">
          {removable && (
            <button
              type="button"
              className={css['out']}
              aria-label={`Remove ${words}`}
              onClick={() => does.leaveOut(l)}
            >
              <X size={13} />
            </button>
          )}
        </td>
      </tr>
      {open && (
        <tr>
          <td colSpan={9} className={css['detail']}>
            <LineDetail line={l} lines={lines} currency={currency} change={does.change} />
          </td>
        </tr>
      )}
    </>
  );
}, sameRow);

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
      title={`${Math.round(100 * share)} % of the uncertainty`}
      style={{ ['--share' as string]: share / most }}
    >
      <span className="visually-hidden">{Math.round(100 * share)} % of uncertainty</span>
    </span>
  );
}
