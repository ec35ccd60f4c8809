import type { Figure, Quantity } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { FigureField } from '../../pieces/FigureField.tsx';
import { QuantityField, WordsField } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';

/** One field of a thing that is kept once all of it is there. */
export interface WholeField<T> {
  readonly key: keyof T & string;
  readonly label: string;
  readonly quantity: Quantity | 'words';
  /** With its ±, evidence and source. */
  readonly figure?: boolean;
  /** The thing is whole without it. */
  readonly optional?: boolean;
  readonly min?: number;
  readonly max?: number;
  readonly digits?: number;
  readonly whole?: boolean;
}

/** A thing whose figures are only of use together: it is kept once all are there, and nothing is put in their place. */
export function WholeForm<T extends object>({
  title,
  fields,
  stored,
  onKeep,
  onDrop,
}: {
  title: string;
  fields: readonly WholeField<T>[];
  stored: T | undefined;
  onKeep: (value: T | undefined) => void;
  /** Where the form itself goes with the thing. */
  onDrop?: () => void;
}) {
  const [begun, setBegun] = useState<Partial<T>>({});
  const now: Partial<T> = stored ?? begun;
  const missing = (of: Partial<T>) => fields.filter((f) => !f.optional && of[f.key] === undefined);
  const put = (key: keyof T, value: unknown) => {
    const { [key]: _old, ...rest } = now;
    const next = (value === undefined ? rest : { ...rest, [key]: value }) as Partial<T>;
    if (missing(next).length === 0) return onKeep(next as T);
    setBegun(next);
    if (stored) onKeep(undefined);
  };
  const open = missing(now);
  return (
    <fieldset className={layout['whole-form']}>
      <legend>{title}</legend>
      <div className={layout['form-grid']}>
        {fields.map(({ key, label, quantity, figure, optional: _optional, ...range }) =>
          quantity === 'words' ? (
            <WordsField
              key={key}
              label={label}
              value={(now[key] as string | undefined) ?? ''}
              maxLength={120}
              onCommit={(v) => put(key, v.trim() === '' ? undefined : v.trim())}
            />
          ) : figure ? (
            <div key={key} className="wide">
              <FigureField
                label={label}
                quantity={quantity}
                optional
                {...range}
                value={now[key] as Figure | undefined}
                onChange={(f) => put(key, f)}
              />
            </div>
          ) : (
            <QuantityField
              key={key}
              label={label}
              quantity={quantity}
              optional
              {...range}
              value={now[key] as number | undefined}
              onCommit={(v) => put(key, v)}
            />
          ),
        )}
      </div>
      {open.length > 0 && open.length < fields.length && (
        <p className="small muted">
          Kept once all are there; missing: {open.map((f) => f.label.toLowerCase()).join(', ')}.
        </p>
      )}
      {(stored ?? onDrop) && (
        <Button
          onClick={() => {
            setBegun({});
            if (onDrop) onDrop();
            else onKeep(undefined);
          }}
        >
          Remove
        </Button>
      )}
    </fieldset>
  );
}
