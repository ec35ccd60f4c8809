import { formatEntry, readEntry, unitOf, type Quantity, type Units } from '@sable/core/units';
import { useState } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import { WordsField } from '../fields.tsx';

/** Figures with blanks or semicolons between, each read as a field would read it; undefined where one is none or can be two. */
function readFigures(line: string, units: Units, quantity: Quantity = 'lengthMm'): number[] | undefined {
  const entries = line
    .trim()
    .split(/[\s;]+/)
    .filter((x) => x !== '')
    .map((x) => readEntry(x, quantity, units));
  const values = entries.flatMap((e) => (e.kind === 'value' ? [e.value] : []));
  return values.length === entries.length ? values : undefined;
}

/** Text that stands for something: read when it is left, or told what is wrong. */
function ReadField<T>({
  label,
  value,
  write,
  read,
  rows,
  help,
  onChange,
}: {
  label: string;
  value: T;
  write: (v: T) => string;
  read: (text: string) => T | string;
  rows?: number;
  help?: string;
  onChange: (v: T) => void;
}) {
  const [fault, setFault] = useState<string>();
  return (
    <WordsField
      key={write(value)}
      label={label}
      value={write(value)}
      {...(rows === undefined ? {} : { rows })}
      {...(help === undefined ? {} : { help })}
      error={fault}
      maxLength={20_000}
      onCommit={(text) => {
        const next = read(text);
        if (typeof next === 'string') setFault(next);
        else {
          setFault(undefined);
          onChange(next);
        }
      }}
    />
  );
}

/** Points, one a line: "120 -40 310". */
export function PointsField({
  label,
  value,
  size,
  onChange,
}: {
  label: string;
  value: readonly (readonly number[])[];
  size: number;
  onChange: (p: number[][]) => void;
}) {
  const units = useUnits();
  const unit = unitOf('lengthMm', units);
  return (
    <ReadField
      label={label}
      value={value as number[][]}
      rows={Math.min(10, value.length + 1)}
      write={(list) => list.map((p) => p.map((x) => formatEntry(x, 'lengthMm', units)).join('  ')).join('\n')}
      read={(text) => {
        const list: number[][] = [];
        for (const [n, line] of text.split('\n').entries()) {
          if (line.trim() === '') continue;
          const point = readFigures(line, units);
          if (point?.length !== size) return `Line ${n + 1} needs ${size} figures with blanks between, in ${unit}.`;
          list.push(point);
        }
        return list;
      }}
      onChange={onChange}
    />
  );
}

/** Words or figures, one a line or with commas between. */
export function LinesField({
  label,
  value,
  numbers,
  onChange,
}: {
  label: string;
  value: readonly (string | number)[];
  numbers: boolean;
  onChange: (list: (string | number)[]) => void;
}) {
  const units = useUnits();
  return (
    <ReadField
      label={label}
      value={value as (string | number)[]}
      {...(numbers ? {} : { rows: Math.min(6, value.length + 1) })}
      help={numbers ? 'separated by spaces' : 'one per line'}
      write={(list) =>
        numbers
          ? list.map((x) => (typeof x === 'number' ? formatEntry(x, 'number', units) : x)).join('  ')
          : list.join('\n')
      }
      read={(text) => {
        if (!numbers)
          return text
            .split('\n')
            .map((l) => l.trim())
            .filter((l) => l !== '');
        return readFigures(text, units, 'number') ?? 'Enter numbers separated by spaces, such as 3.32 1.95 1.32.';
      }}
      onChange={onChange}
    />
  );
}
