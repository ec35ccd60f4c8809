import { readSpec, written } from '../../../pieces/portSpec.ts';
import type { PortSpec, ThreePoint } from '@sable/core';
import { EVIDENCE, toDisplay, type Evidence, type Figure, type Quantity } from '@sable/core/units';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type ComponentProps } from 'react';
import { useUnits } from '../../../hooks/settings.tsx';
import { QuantityField, WordsField } from '../../../pieces/fields.tsx';
import css from './edit.module.css';

/** A figure as it was entered: as many decimals as it has, three at most. */
export function ExactField(props: Omit<ComponentProps<typeof QuantityField>, 'digits'>) {
  const units = useUnits();
  const shown = props.value === undefined ? 0 : toDisplay(props.value, props.quantity, units);
  const digits = (Number(shown.toFixed(3)).toString().split('.')[1] ?? '').length;
  return <QuantityField {...props} digits={digits} />;
}

function EvidenceField({ value, onChange }: { value: Evidence; onChange: (e: Evidence) => void }) {
  return (
    <TextField
      select
      label="Evidence"
      value={value}
      onChange={(e) => onChange(e.target.value as Evidence)}
      sx={{ width: 124 }}
      slotProps={{ inputLabel: { shrink: true } }}
    >
      {EVIDENCE.map((e) => (
        <MenuItem key={e} value={e}>
          {e}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** A figure: value, doubt, evidence and where it was read. */
export function FigureField({
  label,
  quantity,
  value,
  error,
  onChange,
}: {
  label: string;
  quantity: Quantity;
  value: Figure;
  error?: string | undefined;
  onChange: (f: Figure) => void;
}) {
  return (
    <div className={css['edit-figure']}>
      <ExactField
        label={label}
        quantity={quantity}
        value={value.value}
        error={error}
        onCommit={(v) => v !== undefined && onChange({ ...value, value: v })}
      />
      <ExactField
        label="±"
        quantity={quantity}
        optional
        min={0}
        value={value.plusMinus}
        onCommit={(v) => {
          const { plusMinus: _old, ...rest } = value;
          onChange(v === undefined ? rest : { ...rest, plusMinus: v });
        }}
      />
      <EvidenceField
        value={value.evidence}
        onChange={(evidence) => {
          // The old doubt belonged to the old evidence: the default of the new one stands until another is typed.
          const { plusMinus: _old, ...rest } = value;
          onChange({ ...rest, evidence });
        }}
      />
      <WordsField
        label="Source"
        value={value.source ?? ''}
        maxLength={300}
        onCommit={(source) => {
          const { source: _old, ...rest } = value;
          onChange(source.trim() === '' ? rest : { ...rest, source });
        }}
      />
    </div>
  );
}

/** Low, likely and high of a price or of hours. */
export function ThreePointField({
  label,
  quantity,
  value,
  error,
  onChange,
}: {
  label: string;
  quantity: Quantity;
  value: ThreePoint;
  error?: string | undefined;
  onChange: (t: ThreePoint) => void;
}) {
  return (
    <div className={css['edit-figure']}>
      {(['low', 'likely', 'high'] as const).map((point) => (
        <ExactField
          key={point}
          label={point === 'low' ? `${label}, low` : point}
          quantity={quantity}
          min={0}
          value={value[point]}
          error={point === 'likely' ? error : undefined}
          onCommit={(v) => v !== undefined && onChange({ ...value, [point]: v })}
        />
      ))}
      <EvidenceField value={value.evidence} onChange={(evidence) => onChange({ ...value, evidence })} />
    </div>
  );
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
