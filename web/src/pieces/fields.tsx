import { choiceWords, usualAt } from '@sable/core/model';
import { signLeads, wordSentence, formatEntry, rangeOf, unitOf, type Quantity } from '@sable/core/units';
import InputAdornment from '@mui/material/InputAdornment';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useUnits } from '../hooks/settings.tsx';
import css from './fields.module.css';
import { useEntry } from './useEntry.ts';

export interface QuantityFieldProps {
  readonly label: string;
  readonly quantity: Quantity;
  readonly value: number | undefined;
  /** Undefined where the field may be left empty and was. A sentence that it returns refuses the figure, which stays to be mended. */
  readonly onCommit: (value: number | undefined) => unknown;
  readonly optional?: boolean;
  /** At least so many decimals are shown: 3.90. */
  readonly digits?: number;
  readonly currency?: string;
  readonly help?: string | undefined;
  /** What the server or a schema said of this field. */
  readonly error?: string | undefined;
  readonly min?: number;
  readonly max?: number;
  /** `min` itself is not allowed: above 0. */
  readonly above?: boolean;
  readonly whole?: boolean;
  /** A difference, such as a ±. */
  readonly difference?: boolean;
  /** Outside of this it is unusual for the trade: said quietly, taken all the same. Of `at` it is known by itself. */
  readonly usual?: readonly [number, number] | undefined;
  /** Shown in grey while it is empty: what is assumed until then. */
  readonly placeholder?: string | undefined;
  /** Its range is stated elsewhere, or there is no room for it. */
  readonly bare?: boolean;
  /** Its unit stands in the field beside it. */
  readonly noUnit?: boolean;
  /** What it is in full, for whoever hears the page. */
  readonly hint?: string;
  /** The address of the figure, so that other screens can lead here. */
  readonly at?: string;
}

/**
 * The one field for a figure: in the reader's units, kept in the internal one. It reads what people write (4,1; 5/8 in;
 * 185 lb-ft; 116+14), shows at once how it was read, and asks where two readings are possible. Enter and leaving take it,
 * Escape puts the old value back; what can't be taken stays there with what is wrong.
 */
export function QuantityField(props: QuantityFieldProps) {
  const { label, quantity, value, onCommit, optional, digits, currency, help, error, min, max, at } = props;
  const { above, whole, difference, placeholder, bare, noUnit, hint } = props;
  const units = useUnits();
  const unit = unitOf(quantity, units, currency);
  const range = {
    ...(min === undefined ? {} : { min }),
    ...(max === undefined ? {} : { max }),
    ...(above === undefined ? {} : { above }),
    ...(whole === undefined ? {} : { whole }),
    ...(difference === undefined ? {} : { difference }),
    ...(currency === undefined ? {} : { currency }),
  };
  const shown =
    value === undefined
      ? ''
      : formatEntry(value, quantity, units, {
          ...(digits === undefined ? {} : { least: digits }),
          ...(difference === undefined ? {} : { difference }),
        });
  const entry = useEntry(quantity, unit, range, onCommit, () =>
    optional ? undefined : 'Enter a value: it is required.',
  );
  const { fault } = entry;
  const usual = props.usual ?? (at === undefined ? undefined : usualAt(at));
  const unusual = value !== undefined && usual && (value < usual[0] || value > usual[1]);
  const beside = [help && wordSentence(help, units), bare ? undefined : rangeOf(quantity, units, range)]
    .filter(Boolean)
    .join(' · ');
  const commit = () => {
    if (entry.draft?.trim() === shown) entry.drop();
    else entry.commit();
  };
  return (
    <TextField
      data-pointer={at}
      data-figure={quantity}
      label={wordSentence(label, units)}
      value={entry.draft ?? shown}
      onChange={(e) => entry.type(e.target.value)}
      onBlur={(e) => {
        // One of the two ways is being picked: that settles it.
        if (!(e.relatedTarget as HTMLElement | null)?.dataset['way']) commit();
      }}
      onKeyDown={(e) => {
        if (e.key === 'Enter') commit();
        if (e.key === 'Escape' && entry.draft !== undefined) {
          e.stopPropagation();
          entry.drop();
        }
      }}
      error={Boolean(fault ?? error) || entry.ways.length > 0}
      helperText={
        fault ??
        (entry.ways.length > 0 ? (
          <Ways ways={entry.ways} onPick={entry.take} />
        ) : (
          (entry.readAs ??
          error ??
          (unusual
            ? `Unusual: ${rangeOf(quantity, units, { min: usual[0], max: usual[1] })} is typical. Check it.`
            : beside || (bare ? undefined : ' ')))
        ))
      }
      slotProps={{
        htmlInput: {
          inputMode: 'text',
          autoComplete: 'off',
          ...(placeholder === undefined ? {} : { placeholder }),
          ...(hint === undefined ? {} : { 'aria-label': wordSentence(hint, units) }),
          ...(fault !== undefined || entry.ways.length > 0 ? { 'data-unread': true } : {}),
        },
        ...(unit && !noUnit
          ? {
              input:
                quantity === 'money' && signLeads(unit)
                  ? { startAdornment: <InputAdornment position="start">{unit}</InputAdornment> }
                  : { endAdornment: <InputAdornment position="end">{unit}</InputAdornment> },
            }
          : {}),
        inputLabel: { shrink: true },
        formHelperText: { 'aria-live': 'polite', component: 'div' } as object,
      }}
    />
  );
}

/** Two ways to read what was typed: somebody says which. */
export function Ways({
  ways,
  onPick,
}: {
  ways: readonly { readonly words: string; readonly value: number }[];
  onPick: (value: number) => void;
}) {
  return (
    <span className={css['ways']}>
      Which?{' '}
      {ways.map(({ words, value }) => (
        <button key={words} type="button" data-way="yes" onClick={() => onPick(value)}>
          {words}
        </button>
      ))}
    </span>
  );
}

/** The first field of a form whose entry can’t be taken as it stands; what stands in it is not what would be saved. */
export const firstFault = (form: HTMLElement | null): HTMLElement | undefined =>
  form?.querySelector<HTMLElement>('[data-unread]') ?? undefined;

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
  at,
}: {
  label: string;
  value: string;
  /** The address of the choice, so that other screens can lead here. */
  at?: string;
  choices: readonly Choice[];
  onCommit: (value: string) => void;
  help?: string;
  error?: string | undefined;
}) {
  const known = choices.some((c) => c.value === value);
  return (
    <TextField
      select
      data-pointer={at}
      label={label}
      value={value}
      onChange={(e) => onCommit(e.target.value)}
      helperText={error ?? help}
      error={Boolean(error)}
      slotProps={{ inputLabel: { shrink: true } }}
    >
      {!known && <MenuItem value={value}>{value === '' ? 'not chosen' : `${value} (not in the library)`}</MenuItem>}
      {choices.map((c) => (
        <MenuItem key={c.value} value={c.value}>
          {c.label === c.value ? choiceWords(c.value) : c.label}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** Words; commits on leaving. A sentence that `onCommit` returns refuses them: they stay to be mended. */
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
  onCommit: (value: string) => unknown;
  rows?: number;
  help?: string;
  error?: string | undefined;
  maxLength?: number;
}) {
  const [draft, setDraft] = useState<string>();
  const [fault, setFault] = useState<string>();
  const drop = () => {
    setDraft(undefined);
    setFault(undefined);
  };
  return (
    <TextField
      label={label}
      value={draft ?? value}
      onChange={(e) => {
        setDraft(e.target.value);
        setFault(undefined);
      }}
      onBlur={() => {
        const refused = draft !== undefined && draft !== value ? onCommit(draft) : undefined;
        if (typeof refused === 'string') setFault(refused);
        else drop();
      }}
      onKeyDown={(e) => {
        if (e.key === 'Escape') drop();
        if (e.key === 'Enter' && rows === undefined) (e.target as HTMLElement).blur();
      }}
      helperText={fault ?? error ?? help}
      error={Boolean(fault ?? error)}
      {...(rows === undefined ? {} : { multiline: true })}
      slotProps={{
        inputLabel: { shrink: true },
        htmlInput: {
          maxLength,
          ...(fault === undefined ? {} : { 'data-unread': true }),
          ...(rows === undefined ? {} : { rows }),
        },
        // A plain text area: one that measures itself makes the browser lay the whole page out again at every change.
        ...(rows === undefined ? {} : { input: { inputComponent: 'textarea' } }),
      }}
    />
  );
}
