import type { Library } from '@sable/core';
import {
  guessColumns,
  kindOfTable,
  readLibraryTable,
  readSheet,
  specOf,
  TABLE_COLUMNS,
  TABLE_KINDS,
  unitsOf,
  type ColumnMap,
  type DecimalMark,
  type TableKind,
  type TableSheet,
} from '@sable/core/formats';
import { attempt, InputErrors } from '@sable/core/units';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import type { TableOrder } from '../../hooks/api.ts';
import { useKept } from '../../hooks/kept.ts';
import { ChoiceField } from '../../pieces/fields.tsx';
import css from './table.module.css';

const SAMPLES = 3;
const FAULTS_SHOWN = 8;
/** Tables of so many different headings are remembered. */
const REMEMBERED = 20;
const LEFT_OUT = '-';
const MARKS = { '.': 'a point: 79.5', ',': 'a comma: 79,5' } as const;
const ONE: Readonly<Record<TableKind, string>> = { engines: 'engine', gearboxes: 'gearbox', parts: 'part' };

type Remembered = Readonly<Record<string, readonly ColumnMap[]>>;
const NONE: Remembered = {};
const keyOf = (kind: TableKind, sheet: TableSheet) => JSON.stringify([kind, ...sheet.head]);

/** A table before it comes in: what each of its columns is and in which unit, what is wrong with which line, and how many rows it gives. */
export function TableDialog({
  text: given,
  library,
  onBring,
  onClose,
}: {
  /** Of a file; undefined where it is to be pasted. */
  text: string | undefined;
  library: Library;
  onBring: (order: TableOrder) => void;
  onClose: () => void;
}) {
  const [text, setText] = useState(given ?? '');
  const sheet = useMemo(() => readSheet(text), [text]);
  const [kept, setKept] = useKept<Remembered>('sable-columns', NONE);
  const [told, setTold] = useState<{ kind?: TableKind; columns?: readonly ColumnMap[]; decimal?: DecimalMark }>({});
  const kind = told.kind ?? kindOfTable(sheet) ?? 'parts';
  const columns = useMemo(
    () => told.columns ?? kept[keyOf(kind, sheet)] ?? guessColumns(sheet.head, TABLE_COLUMNS[kind]),
    [told.columns, kept, kind, sheet],
  );
  const decimal = told.decimal ?? sheet.decimal;
  const order: TableOrder = { text, kind, columns, ...(decimal ? { decimal } : {}) };
  const read = useMemo(
    () =>
      attempt(() => readLibraryTable(text, library, { kind, columns, ...(decimal ? { decimal } : {}) })[kind].length),
    [text, library, kind, columns, decimal],
  );
  const faults = read.ok ? [] : read.fault instanceof InputErrors ? read.fault.all : [read.fault];
  const put = (i: number, next: ColumnMap) =>
    setTold({
      ...told,
      // A heading is read from one column: the one before gives it up.
      columns: columns.map((c, k) => (k === i ? next : next.to !== undefined && c.to === next.to ? {} : c)),
    });
  const bring = () => {
    const { [keyOf(kind, sheet)]: _old, ...others } = kept;
    const latest = Object.entries(others).slice(1 - REMEMBERED);
    setKept({ ...Object.fromEntries(latest), [keyOf(kind, sheet)]: columns });
    onBring(order);
    onClose();
  };
  const empty = text.trim() === '';
  const rows = read.ok ? read.value : 0;
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="table-title">
      <DialogContent>
        <h2 id="table-title">Columns</h2>
        {given === undefined && (
          <TextField
            label="Paste cells or a table here"
            multiline
            minRows={3}
            maxRows={8}
            fullWidth
            sx={{ mt: 2 }}
            value={text}
            onChange={(e) => {
              setText(e.target.value);
              setTold({});
            }}
          />
        )}
        {!empty && (
          <>
            <div className={css['told']}>
              <ChoiceField
                label="Each line is"
                value={kind}
                choices={TABLE_KINDS.map((k) => ({ value: k, label: `one ${ONE[k]}` }))}
                onCommit={(v) => {
                  const { columns: _columns, ...rest } = told;
                  setTold({ ...rest, kind: v as TableKind });
                }}
              />
              <ChoiceField
                label="Decimal mark"
                value={decimal ?? ''}
                choices={[
                  ...(decimal ? [] : [{ value: '', label: 'not identified by a figure' }]),
                  ...(['.', ','] as const).map((m) => ({ value: m, label: MARKS[m] })),
                ]}
                onCommit={(v) => setTold({ ...told, ...(v === '' ? {} : { decimal: v as DecimalMark }) })}
              />
            </div>
            <div className={css['columns']} role="table" aria-label="Columns">
              {sheet.head.map((heading, i) => (
                <Column
                  // oxlint-disable-next-line react/no-array-index-key -- two may be headed alike
                  key={i}
                  heading={heading}
                  samples={sheet.rows.slice(0, SAMPLES).map((r) => r.cells[i] ?? '')}
                  kind={kind}
                  map={columns[i] ?? {}}
                  onMap={(next) => put(i, next)}
                />
              ))}
            </div>
            {sheet.passedOver.length > 0 && (
              <p className="small muted">Skipped: line {sheet.passedOver.join(', ')}, a title or a line of totals.</p>
            )}
            {faults.length > 0 && (
              <div role="alert" className={css['faults']}>
                <b>
                  {faults.length === 1 ? 'One thing' : `${faults.length} lines`} can’t be read; nothing is imported
                  until corrected in the sheet or above.
                </b>
                <ul>
                  {faults.slice(0, FAULTS_SHOWN).map((f) => (
                    <li key={f.pointer}>{f.message}</li>
                  ))}
                  {faults.length > FAULTS_SHOWN && <li>and {faults.length - FAULTS_SHOWN} more</li>}
                </ul>
              </div>
            )}
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" color="primary" disabled={rows === 0} onClick={bring}>
          {rows === 1 ? `Import one ${ONE[kind]}` : `Import ${rows} ${kind}`}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function Column({
  heading,
  samples,
  kind,
  map,
  onMap,
}: {
  heading: string;
  samples: readonly string[];
  kind: TableKind;
  map: ColumnMap;
  onMap: (next: ColumnMap) => void;
}) {
  const specs = TABLE_COLUMNS[kind].map(specOf);
  const spec = specs.find((s) => s.heading === map.to);
  const units = spec && !spec.title.endsWith('±') ? unitsOf(spec) : [];
  const factor = map.factor ?? 1;
  const unit = units.find((u) => Math.abs(u.factor / factor - 1) < 1e-6);
  const name = heading === '' ? 'no heading' : heading;
  return (
    <div role="row" className={css['column']}>
      <div role="cell">
        <b>{name}</b>
        <small className="muted">{samples.filter((s) => s !== '').join(' · ') || 'empty'}</small>
      </div>
      <div role="cell">
        <ChoiceField
          label={`${name} is`}
          value={map.to ?? LEFT_OUT}
          choices={[
            { value: LEFT_OUT, label: 'left out' },
            ...specs.map((s) => ({ value: s.heading, label: s.quantity ? s.title : s.heading })),
          ]}
          onCommit={(v) => onMap(v === LEFT_OUT ? {} : { to: v })}
        />
      </div>
      <div role="cell">
        {units.length > 1 && (
          <ChoiceField
            label={`${name} in`}
            value={unit?.word ?? units[0]!.word}
            choices={units.map((u) => ({ value: u.word, label: u.word }))}
            onCommit={(word) => {
              const next = units.find((u) => u.word === word)!.factor;
              onMap({ to: map.to, ...(next === 1 ? {} : { factor: next }) });
            }}
          />
        )}
      </div>
    </div>
  );
}
