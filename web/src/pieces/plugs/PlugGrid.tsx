import type { Pin, Plug } from '@sable/core';
import { functionNamed, plugCsv, readPlugCsv } from '@sable/core/formats';
import { PIN_FUNCTIONS, pinFunction, SIGNAL_KINDS } from '@sable/core/model';
import { attempt, readEntry, type Units } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useId, useRef, useState, type ClipboardEvent } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import { saveFile } from '../saveFile.ts';
import css from './plugs.module.css';

const COLUMNS = [
  ['pin', 'Pin'],
  ['colour', 'Colour'],
  ['function', 'Function'],
  ['signal', 'Signal'],
  ['currentAmps', 'Current, A'],
  ['pulsesPerRev', 'Pulses each turn'],
  ['note', 'Note'],
] as const;
type Column = (typeof COLUMNS)[number][0];

const shown = (pin: Pin | undefined, column: Column): string => {
  if (!pin) return '';
  if (column === 'function') return pinFunction(pin.function)?.label ?? pin.function ?? '';
  return String(pin[column] ?? '');
};

/** A pin with one cell of it as it was typed; a sentence where it can’t be so. */
function withCell(
  pins: readonly Pin[],
  at: number,
  column: Column,
  typed: string,
  units: Units,
): readonly Pin[] | string {
  const text = typed.trim();
  const was: Pin | undefined = pins[at];
  if (column === 'pin') {
    if (text === '') return was ? pins.filter((_, i) => i !== at) : pins;
    if (text.length > 8) return 'A pin’s name has at most 8 characters.';
    if (pins.some((p, i) => p.pin === text && i !== at)) return `There is a pin ${text} already.`;
    return was ? pins.map((p, i) => (i === at ? { ...p, pin: text } : p)) : [...pins, { pin: text }];
  }
  if (!was) return text === '' ? pins : 'Name the pin first.';
  const { [column]: _old, ...rest } = was;
  const put = (value: unknown) =>
    pins.map((p, i) => (i === at ? ((value === undefined ? rest : { ...rest, [column]: value }) as Pin) : p));
  if (text === '') return put(undefined);
  switch (column) {
    case 'function': {
      const id = functionNamed(text);
      return id === undefined ? `“${text}” is none of the list, or several: choose one.` : put(id);
    }
    case 'signal':
      return SIGNAL_KINDS.some((k) => k === text) ? put(text) : `A signal is one of ${SIGNAL_KINDS.join(', ')}.`;
    case 'currentAmps':
    case 'pulsesPerRev': {
      const most = column === 'currentAmps' ? 500 : 1000;
      const read = readEntry(text, column === 'currentAmps' ? 'currentA' : 'number', units);
      return read.kind === 'value' && read.value > 0 && read.value <= most
        ? put(read.value)
        : `Enter a figure above 0, to ${most}.`;
    }
    default:
      return put(text.slice(0, column === 'colour' ? 20 : 120));
  }
}

/** The pins of a plug as a grid: typed, pasted from a spreadsheet, or from a file; Enter goes a line on. */
export function PlugGrid({ plug, onChange }: { plug: Plug; onChange: (plug: Plug) => void }) {
  const units = useUnits();
  const functions = useId();
  const signals = useId();
  const grid = useRef<HTMLTableElement>(null);
  const file = useRef<HTMLInputElement>(null);
  const [fault, setFault] = useState<{ readonly at: string; readonly words: string }>();
  const [told, setTold] = useState<string>();
  const lines = plug.pins.length + 1;
  const commit = (at: number, column: Column, input: HTMLInputElement) => {
    if (input.value.trim() === shown(plug.pins[at], column)) return;
    const next = withCell(plug.pins, at, column, input.value, units);
    if (typeof next === 'string') return setFault({ at: `${at} ${column}`, words: next });
    setFault(undefined);
    onChange({ ...plug, pins: [...next] });
  };
  const take = (text: string, from: string) => {
    const read = attempt(() => readPlugCsv(text));
    if (!read.ok) return setTold(read.fault.message);
    const names = new Set(read.value.pins.map((p) => p.pin));
    onChange({ ...plug, pins: [...plug.pins.filter((p) => !names.has(p.pin)), ...read.value.pins] });
    setTold(
      `${read.value.pins.length} pins ${from}.${read.value.unknown.length > 0 ? ` No function of the list, kept as notes: ${read.value.unknown.slice(0, 4).join(', ')}${read.value.unknown.length > 4 ? ' …' : ''}.` : ''}`,
    );
  };
  const paste = (e: ClipboardEvent) => {
    const text = e.clipboardData.getData('text');
    if (!/[\n\t]/.test(text.trim())) return;
    e.preventDefault();
    take(text, 'pasted');
  };
  const step = (input: HTMLInputElement, down: number) => {
    const cell = input.closest('td')!;
    const row = cell.parentElement as HTMLTableRowElement;
    const next = grid.current!.rows[row.rowIndex + down]?.cells[cell.cellIndex]?.querySelector('input');
    if (!next) return false;
    next.focus();
    next.select();
    return true;
  };
  return (
    <div className={css['plug']}>
      <datalist id={functions}>
        {PIN_FUNCTIONS.map((f) => (
          <option key={f.id} value={f.label} />
        ))}
      </datalist>
      <datalist id={signals}>
        {SIGNAL_KINDS.map((k) => (
          <option key={k} value={k} />
        ))}
      </datalist>
      <div className={css['scroll']}>
        <table className={css['grid']} ref={grid} onPaste={paste}>
          <thead>
            <tr>
              {COLUMNS.map(([key, title]) => (
                <th key={key} scope="col">
                  {title}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {Array.from({ length: lines }, (_, at) => (
              <tr key={`${at} ${plug.pins[at]?.pin ?? ''}`}>
                {COLUMNS.map(([column, title]) => (
                  <td key={column}>
                    <input
                      key={shown(plug.pins[at], column)}
                      aria-label={`${title}, ${plug.pins[at]?.pin ?? 'new pin'}`}
                      aria-invalid={fault?.at === `${at} ${column}`}
                      defaultValue={shown(plug.pins[at], column)}
                      {...(column === 'function' ? { list: functions } : column === 'signal' ? { list: signals } : {})}
                      placeholder={column === 'pin' && at === plug.pins.length ? 'new' : undefined}
                      onBlur={(e) => commit(at, column, e.currentTarget)}
                      onKeyDown={(e) => {
                        const input = e.currentTarget;
                        if (e.key === 'Enter') {
                          commit(at, column, input);
                          // The next line of a new pin stands there once it is kept.
                          requestAnimationFrame(() => {
                            const row = grid.current?.rows[at + 2];
                            row?.cells[column === 'pin' ? 0 : (input.closest('td')?.cellIndex ?? 0)]
                              ?.querySelector('input')
                              ?.focus();
                          });
                        } else if (e.key === 'Escape') {
                          input.value = shown(plug.pins[at], column);
                          setFault(undefined);
                        } else if (e.key === 'ArrowDown' && column !== 'function' && column !== 'signal') {
                          if (step(input, 1)) e.preventDefault();
                        } else if (e.key === 'ArrowUp' && column !== 'function' && column !== 'signal') {
                          if (step(input, -1)) e.preventDefault();
                        }
                      }}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {fault && (
        <p role="alert" className={css['fault']}>
          {fault.words}
        </p>
      )}
      <div className={css['tools']}>
        <span className="muted small">Paste lines from a spreadsheet anywhere in the grid.</span>
        <input
          ref={file}
          type="file"
          accept=".csv,.txt,text/csv"
          hidden
          tabIndex={-1}
          aria-label={`Table of pins of ${plug.name}`}
          onChange={(e) => void e.target.files?.[0]?.text().then((text) => take(text, 'read'))}
        />
        <Button onClick={() => file.current?.click()}>From CSV</Button>
        <Button
          disabled={plug.pins.length === 0}
          onClick={() => saveFile(plugCsv(plug.pins, units.decimal), 'text/csv', `${plug.id}-pins.csv`)}
        >
          To CSV
        </Button>
      </div>
      {told && <p aria-live="polite">{told}</p>}
    </div>
  );
}
