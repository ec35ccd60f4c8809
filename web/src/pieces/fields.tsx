import { formatNumber, parseQuantity, unitOf, type Quantity } from '@sable/core/units';
import InputAdornment from '@mui/material/InputAdornment';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useUnits } from '../hooks/settings.tsx';

interface QuantityFieldProps {
  readonly label: string;
  readonly quantity: Quantity;
  readonly value: number | undefined;
  /** Undefined where the field may be left empty and was. */
  readonly onCommit: (value: number | undefined) => void;
  readonly optional?: boolean;
  readonly digits?: number;
  readonly currency?: string;
  readonly help?: string;
  /** What the server or a schema said of this field. */
  readonly error?: string | undefined;
  readonly min?: number;
  readonly max?: number;
  /** The address of the figure, so that other screens can lead here. */
  readonly at?: string;
}

/**
 * A number in the reader's units, kept in the internal one. Also takes another unit with the number ("24 3/4 in").
 * Commits on leaving the field or Enter; Escape puts the old value back.
 */
export function QuantityField(props: QuantityFieldProps) {
  const { label, quantity, value, onCommit, optional, digits, currency, help, error, min, max, at } = props;
  const units = useUnits();
  const unit = unitOf(quantity, units, currency);
  const shown =
    value === undefined
      ? ''
      : formatNumber(value, quantity, units, digits === undefined ? {} : { digits })
          .replaceAll(',', '')
          .replace('−', '-');
  const [draft, setDraft] = useState<string>();
  const [fault, setFault] = useState<string>();
  const commit = () => {
    if (draft === undefined || draft.trim() === shown) {
      setDraft(undefined);
      setFault(undefined);
      return;
    }
    if (draft.trim() === '') {
      if (!optional) {
        setFault(`${label} can’t be left empty.`);
        return;
      }
      onCommit(undefined);
    } else {
      const parsed = parseQuantity(draft, quantity, units);
      const show = (n: number) => `${formatNumber(n, quantity, units)} ${unit}`;
      if (parsed === undefined) {
        setFault(`“${draft}” is not a number${unit && ` in ${unit}`}.`);
        return;
      }
      if (min !== undefined && parsed < min) {
        setFault(`${label} must be ${show(min)} or more.`);
        return;
      }
      if (max !== undefined && parsed > max) {
        setFault(`${label} must be ${show(max)} or less.`);
        return;
      }
      onCommit(parsed);
    }
    setDraft(undefined);
    setFault(undefined);
  };
  return (
    <TextField
      data-pointer={at}
      label={label}
      value={draft ?? shown}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={commit}
      onKeyDown={(e) => {
        if (e.key === 'Enter') commit();
        if (e.key === 'Escape') {
          setDraft(undefined);
          setFault(undefined);
        }
      }}
      error={Boolean(fault ?? error)}
      helperText={fault ?? error ?? help}
      slotProps={{
        htmlInput: { inputMode: 'decimal', autoComplete: 'off' },
        ...(unit ? { input: { endAdornment: <InputAdornment position="end">{unit}</InputAdornment> } } : {}),
        inputLabel: { shrink: true },
      }}
    />
  );
}

export interface Choice {
  readonly value: string;
  readonly label: string;
}

/** One of a list. */
export function ChoiceField({
  label,
  value,
  choices,
  onCommit,
  help,
  error,
}: {
  label: string;
  value: string;
  choices: readonly Choice[];
  onCommit: (value: string) => void;
  help?: string;
  error?: string | undefined;
}) {
  const known = choices.some((c) => c.value === value);
  return (
    <TextField
      select
      label={label}
      value={value}
      onChange={(e) => onCommit(e.target.value)}
      helperText={error ?? help}
      error={Boolean(error)}
      slotProps={{ inputLabel: { shrink: true } }}
    >
      {!known && <MenuItem value={value}>{value === '' ? 'none' : `${value} (not in the library)`}</MenuItem>}
      {choices.map((c) => (
        <MenuItem key={c.value} value={c.value}>
          {c.label}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** Words; commits on leaving. */
export function WordsField({
  label,
  value,
  onCommit,
  rows,
  help,
  error,
  maxLength = 4000,
}: {
  label: string;
  value: string;
  onCommit: (value: string) => void;
  rows?: number;
  help?: string;
  error?: string | undefined;
  maxLength?: number;
}) {
  const [draft, setDraft] = useState<string>();
  return (
    <TextField
      label={label}
      value={draft ?? value}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={() => {
        if (draft !== undefined && draft !== value) onCommit(draft);
        setDraft(undefined);
      }}
      onKeyDown={(e) => {
        if (e.key === 'Escape') setDraft(undefined);
        if (e.key === 'Enter' && rows === undefined) (e.target as HTMLElement).blur();
      }}
      helperText={error ?? help}
      error={Boolean(error)}
      {...(rows === undefined ? {} : { multiline: true })}
      slotProps={{
        inputLabel: { shrink: true },
        htmlInput: { maxLength, ...(rows === undefined ? {} : { rows }) },
        // A plain text area: one that measures itself makes the browser lay the whole page out again at every change.
        ...(rows === undefined ? {} : { input: { inputComponent: 'textarea' } }),
      }}
    />
  );
}
