import { readSpec, written } from '../../../pieces/portSpec.ts';
import type { PortSpec } from '@sable/core';
import { useState } from 'react';
import { WordsField } from '../../../pieces/fields.tsx';

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

export function SpecField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: PortSpec;
  onChange: (s: PortSpec) => void;
}) {
  return <ReadField label={label} value={value} write={written} read={readSpec} onChange={onChange} />;
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
  return (
    <ReadField
      label={label}
      value={value as number[][]}
      rows={Math.min(10, value.length + 1)}
      write={(list) => list.map((p) => p.join(' ')).join('\n')}
      read={(text) => {
        const list: number[][] = [];
        for (const [n, line] of text.split('\n').entries()) {
          if (line.trim() === '') continue;
          const point = line
            .trim()
            .split(/[\s;,]+/)
            .map(Number);
          if (point.length !== size || point.some((x) => !Number.isFinite(x)))
            return `Line ${n + 1} needs ${size} figures with blanks between, in millimetres.`;
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
  return (
    <ReadField
      label={label}
      value={value as (string | number)[]}
      {...(numbers ? {} : { rows: Math.min(6, value.length + 1) })}
      help={numbers ? 'blanks between' : 'one a line'}
      write={(list) => list.join(numbers ? ' ' : '\n')}
      read={(text) => {
        if (!numbers)
          return text
            .split('\n')
            .map((l) => l.trim())
            .filter((l) => l !== '');
        const list = text
          .trim()
          .split(/[\s;]+/)
          .filter((x) => x !== '')
          .map((x) => Number(x.replace(',', '.')));
        return list.every(Number.isFinite) ? list : 'Write figures with blanks between, like 3.32 1.95 1.32.';
      }}
      onChange={onChange}
    />
  );
}
