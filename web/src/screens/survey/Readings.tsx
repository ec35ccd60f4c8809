import { METHODS, type Method, type Reading, type Taped } from '@sable/core';
import {
  METHOD_MM,
  readOf,
  sketchOf,
  takeRange,
  withTake,
  type ReadingSpec,
  type Template,
} from '@sable/core/questions/survey';
import { formatScatter, systemOf, formatNumber, unitOf } from '@sable/core/units';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { X } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import { Ways } from '../../pieces/fields.tsx';
import { useEntry } from '../../pieces/useEntry.ts';
import { ReadingSketch } from './ReadingSketch.tsx';
import css from './survey.module.css';

/** The tape list of one body: what to read, from where to where; each field takes as many readings as one cares to make. */
export function Readings({
  taped,
  template,
  onTaped,
}: {
  taped: Taped;
  template: Template;
  onTaped: (next: Taped) => void;
}) {
  const units = useUnits();
  const table = useRef<HTMLOListElement>(null);
  const lastWith = taped.readings[taped.readings.length - 1]?.method ?? 'tape';
  const [method, setMethod] = useState<Method>(lastWith === 'other side' ? 'tape' : lastWith);
  const [current, setCurrent] = useState<string>();
  const sketch = useMemo(() => sketchOf(taped, template), [taped, template]);
  const put = (key: string, reading: Reading | undefined) => {
    const others = taped.readings.filter((r) => r.key !== key);
    const readings = [...others, ...(reading ? [reading] : [])].sort(
      (a, b) =>
        template.readings.findIndex((s) => s.key === a.key) - template.readings.findIndex((s) => s.key === b.key),
    );
    onTaped({ ...taped, readings });
  };
  const next = (i: number) => {
    const fields = table.current?.querySelectorAll<HTMLInputElement>('input[data-take]');
    fields?.[i + 1]?.focus();
  };
  return (
    <>
      <ReadingSketch sketch={sketch} name={taped.name} {...(current === undefined ? {} : { current })} />
      <TextField
        select
        label="Measuring tool"
        value={method}
        onChange={(e) => setMethod(e.target.value as Method)}
        fullWidth={false}
        sx={{ minWidth: 190, mt: 1.5 }}
      >
        {METHODS.map((m) => (
          <MenuItem key={m} value={m}>
            {m}, ± {formatScatter(METHOD_MM[m], 'lengthMm', units)} {unitOf('lengthMm', units)}
          </MenuItem>
        ))}
      </TextField>
      <ol className={css['readings']} ref={table}>
        {template.readings.map((spec, i) => (
          <ReadingRow
            key={spec.key}
            number={i + 1}
            spec={spec}
            reading={taped.readings.find((r) => r.key === spec.key)}
            method={method}
            onReading={(r) => put(spec.key, r)}
            onNext={() => next(i)}
            onCurrent={() => setCurrent(spec.key)}
          />
        ))}
      </ol>
    </>
  );
}

function ReadingRow({
  number,
  spec,
  reading,
  method,
  onReading,
  onNext,
  onCurrent,
}: {
  number: number;
  spec: ReadingSpec;
  reading: Reading | undefined;
  method: Method;
  onReading: (next: Reading | undefined) => void;
  onNext: () => void;
  onCurrent: () => void;
}) {
  const units = useUnits();
  const unit = unitOf('lengthMm', units);
  const entry = useEntry(
    'lengthMm',
    unit,
    takeRange(spec),
    (mm, typed) =>
      mm !== undefined &&
      // Readings of one length with another tool are taken as that tool’s from then on.
      onReading(withTake(reading, spec.key, method, { typed, mm })),
    () => undefined,
  );
  const nothing = (entry.draft ?? '').trim() === '';
  const mean = reading && readOf(reading);
  return (
    <li>
      <div>
        <span className={`num ${css['number']}`} data-taken={reading !== undefined}>
          {number}
        </span>
        <b>{spec.name}</b>
        {spec.once && <small className={css['once']}> measure before the original engine is removed</small>}
        <p className="small muted">
          From the {spec.from} to {spec.to}.
        </p>
        {reading?.method === 'other side' && (
          <small className={css['once']}>Copied from the other side: measure here.</small>
        )}
        {reading && (
          <ul className={`${css['takes']} num`}>
            {reading.takes.map((t, i) => (
              <li key={`${t.typed} ${i}`}>
                {t.typed}
                <button
                  type="button"
                  aria-label={`Delete measurement ${t.typed}`}
                  onClick={() => {
                    const takes = reading.takes.filter((_, k) => k !== i);
                    onReading(takes.length === 0 ? undefined : { ...reading, takes });
                  }}
                >
                  <X size={12} />
                </button>
              </li>
            ))}
          </ul>
        )}
      </div>
      <div className={`num ${css['read']}`}>
        {mean ? (
          <>
            <b>
              {formatNumber(mean.mm, 'lengthMm', units, { digits: systemOf('lengthMm', units) === 'metric' ? 1 : 2 })}
            </b>{' '}
            <small className="muted">
              ±{' '}
              {formatNumber(mean.plusMinusMm, 'lengthMm', units, {
                digits: systemOf('lengthMm', units) === 'metric' ? 1 : 2,
              })}{' '}
              {unit}
            </small>
          </>
        ) : (
          <span className="muted">not measured</span>
        )}
      </div>
      <TextField
        fullWidth={false}
        value={entry.draft ?? ''}
        placeholder={reading ? 'repeat' : unit}
        onChange={(e) => entry.type(e.target.value)}
        onFocus={onCurrent}
        onBlur={(e) => {
          if (!(e.relatedTarget as HTMLElement | null)?.dataset['way'] && !nothing) entry.commit();
        }}
        onKeyDown={(e) => {
          // A reading and Enter: the field is free for the same length once more. Enter in the free field goes on.
          if (e.key === 'Enter' && nothing) onNext();
          else if (e.key === 'Enter') entry.commit();
          if (e.key === 'Escape') entry.drop();
        }}
        error={entry.fault !== undefined || entry.ways.length > 0}
        helperText={
          entry.fault ?? (entry.ways.length > 0 ? <Ways ways={entry.ways} onPick={entry.take} /> : entry.readAs)
        }
        slotProps={{
          htmlInput: {
            'aria-label': `${spec.name}, a reading`,
            'data-take': true,
            inputMode: 'text',
            autoComplete: 'off',
          },
          formHelperText: { 'aria-live': 'polite', component: 'div' } as object,
        }}
      />
    </li>
  );
}
