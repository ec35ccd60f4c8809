import {
  lowered,
  DEFAULT_SCATTER,
  EVIDENCE,
  formatEntry,
  unitOf,
  type Evidence,
  type Figure,
  type Quantity,
} from '@sable/core/units';
import type { ThreePoint } from '@sable/core';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useUnits } from '../hooks/settings.tsx';
import { QuantityField, WordsField, type QuantityFieldProps } from './fields.tsx';
import css from './fields.module.css';

function EvidenceField({ value, onChange }: { value: Evidence; onChange: (e: Evidence) => void }) {
  return (
    <TextField
      select
      label="Evidence"
      value={value}
      onChange={(e) => onChange(e.target.value as Evidence)}
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

/** What is usual in the trade: shown as that, and kept as an estimate with its source only when somebody takes it. */
export interface Typical {
  readonly value: number;
  readonly plusMinus: number;
  readonly source: string;
}

export interface FigureFieldProps extends Pick<
  QuantityFieldProps,
  'label' | 'help' | 'error' | 'min' | 'max' | 'above' | 'usual' | 'digits' | 'at'
> {
  readonly quantity: Quantity;
  readonly value: Figure | undefined;
  /** Undefined where it was emptied; a sentence that it returns refuses that. */
  readonly onChange: (figure: Figure | undefined) => unknown;
  /** May be left empty. */
  readonly optional?: boolean;
  /** The evidence of a figure typed where there was none. */
  readonly first?: Evidence;
  readonly typical?: Typical | undefined;
}

/** A figure in one row: its value, its ±, its evidence and where it was read. Each is kept when another changes. */
export function FigureField(props: FigureFieldProps) {
  const { label, quantity, value, onChange, optional, first = 'measured', typical, ...range } = props;
  const units = useUnits();
  const assumed =
    value &&
    `${formatEntry(Number((Math.abs(value.value) * DEFAULT_SCATTER[value.evidence]).toPrecision(2)), quantity, units, {
      difference: true,
    })}`;
  return (
    <div className={css['figure']}>
      <QuantityField
        {...range}
        label={label}
        quantity={quantity}
        value={value?.value}
        optional={optional ?? false}
        onCommit={(v) => {
          if (v === undefined) return onChange(undefined);
          return onChange(value ? { ...value, value: v } : { value: v, evidence: first });
        }}
      />
      {value ? (
        <>
          <QuantityField
            label="±"
            quantity={quantity}
            difference
            optional
            bare
            noUnit
            hint={`${label}, ±`}
            min={0}
            value={value.plusMinus}
            placeholder={assumed}
            help={value.plusMinus === undefined ? `${DEFAULT_SCATTER[value.evidence] * 100} % assumed` : undefined}
            onCommit={(v) => {
              const { plusMinus: _old, ...rest } = value;
              onChange(v === undefined ? rest : { ...rest, plusMinus: v });
            }}
          />
          <EvidenceField value={value.evidence} onChange={(evidence) => onChange({ ...value, evidence })} />
          <WordsField
            label="Source"
            value={value.source ?? ''}
            maxLength={300}
            onCommit={(source) => {
              const { source: _old, ...rest } = value;
              onChange(source.trim() === '' ? rest : { ...rest, source });
            }}
          />
        </>
      ) : (
        typical && (
          <p className={`${css['typical']} small muted`}>
            Typical {formatEntry(typical.value, quantity, units, { grouped: true })} ±{' '}
            {formatEntry(typical.plusMinus, quantity, units, { difference: true })} {unitOf(quantity, units)}
            <Button
              onClick={() =>
                onChange({
                  value: typical.value,
                  plusMinus: typical.plusMinus,
                  evidence: 'estimated',
                  source: typical.source,
                })
              }
            >
              Use
            </Button>
          </p>
        )
      )}
    </div>
  );
}

/** Low, likely and high of a price or of hours: kept once all three are there, and removed together. */
export function ThreePointField({
  label,
  quantity,
  value,
  error,
  onChange,
}: {
  label: string;
  quantity: Quantity;
  value: ThreePoint | undefined;
  error?: string | undefined;
  onChange: (t: ThreePoint | undefined) => void;
}) {
  const [begun, setBegun] = useState<Partial<ThreePoint>>({});
  const now: Partial<ThreePoint> = value ?? begun;
  const put = (next: Partial<ThreePoint>) => {
    setBegun(next);
    const { low, likely, high, evidence } = next;
    if (low !== undefined && likely !== undefined && high !== undefined)
      onChange({ ...next, low, likely, high, evidence: evidence ?? 'claimed' });
  };
  const open = POINTS.filter((p) => now[p] === undefined);
  return (
    <div className={css['figure']}>
      {POINTS.map((point) => (
        <QuantityField
          key={point}
          label={`${label}, ${point}`}
          quantity={quantity}
          optional
          min={0}
          help={
            open.length > 0 && open.length < 3 && open[0] === point
              ? 'missing: saved once all three are entered'
              : undefined
          }
          value={now[point]}
          error={point === 'likely' ? error : undefined}
          onCommit={(v) => {
            if (v === undefined && value) return 'All three are required: correct or remove them.';
            const { [point]: _old, ...rest } = now;
            return put(v === undefined ? rest : { ...rest, [point]: v });
          }}
        />
      ))}
      {open.length < 3 && (
        <EvidenceField value={now.evidence ?? 'claimed'} onChange={(evidence) => put({ ...now, evidence })} />
      )}
      {value && (
        <Button
          sx={{ justifySelf: 'start' }}
          onClick={() => {
            setBegun({});
            onChange(undefined);
          }}
        >
          Remove {lowered(label)}
        </Button>
      )}
    </div>
  );
}

const POINTS = ['low', 'likely', 'high'] as const;
