import { lowered, type Figure, type Quantity } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useBuild } from '../hooks/buildState.tsx';
import { useKept } from '../hooks/kept.ts';
import { FigureField, type Typical } from './FigureField.tsx';
import { ChoiceField, QuantityField, WordsField } from './fields.tsx';
import layout from './layout.module.css';

/** One field of a thing that is kept once all of it is there. */
export interface WholeField<T> {
  readonly key: keyof T & string;
  readonly label: string;
  readonly quantity: Quantity | 'words' | 'choice';
  /** Of a choice. */
  readonly choices?: readonly { readonly value: string | number; readonly label: string }[];
  /** With its ±, evidence and source. */
  readonly figure?: boolean;
  /** The thing is whole without it. */
  readonly optional?: boolean;
  readonly min?: number;
  readonly max?: number;
  readonly digits?: number;
  readonly whole?: boolean;
  readonly typical?: Typical;
  /** The address of the figure, so that other screens can lead here. */
  readonly at?: string;
}

const NOTHING = {};
const TOGETHER = 'It is needed with the others: correct it, or remove them all.';

/**
 * A thing whose figures are only of use together: it is kept once all are there, and nothing is put in their place.
 * What is begun waits in this browser; of what is whole no figure can be emptied alone.
 */
export function WholeForm<T extends object>({
  name,
  title,
  fields,
  stored,
  onKeep,
  onDrop,
}: {
  /** Of this thing in its build: what is begun waits under it. */
  name: string;
  title: string;
  fields: readonly WholeField<T>[];
  stored: T | undefined;
  onKeep: (value: T | undefined) => void;
  /** Where the form itself goes with the thing. */
  onDrop?: () => void;
}) {
  const { build } = useBuild();
  const [begun, setBegun] = useKept<Partial<T>>(`sable-begun/${build.id}/${name}`, NOTHING);
  const now: Partial<T> = stored ?? begun;
  const missing = (of: Partial<T>) => fields.filter((f) => !f.optional && of[f.key] === undefined);
  const put = (key: keyof T, value: unknown) => {
    const { [key]: _old, ...rest } = now;
    const next = (value === undefined ? rest : { ...rest, [key]: value }) as Partial<T>;
    if (missing(next).length === 0) {
      setBegun(NOTHING);
      return onKeep(next as T);
    }
    if (stored) return TOGETHER;
    return setBegun(Object.keys(next).length === 0 ? NOTHING : next);
  };
  const open = missing(now);
  return (
    <fieldset className={layout['whole-form']}>
      <legend>{title}</legend>
      <div className={layout['form-grid']}>
        {fields.map(({ key, label, quantity, figure, optional: _optional, typical, choices = [], ...range }) =>
          quantity === 'choice' ? (
            <ChoiceField
              key={key}
              label={label}
              value={String(now[key] ?? '')}
              choices={choices.map((c) => ({ value: String(c.value), label: c.label }))}
              onCommit={(v) => put(key, choices.find((c) => String(c.value) === v)?.value)}
            />
          ) : quantity === 'words' ? (
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
                typical={typical}
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
          Waits in this browser; kept once all are there. Missing: {open.map((f) => lowered(f.label)).join(', ')}.
        </p>
      )}
      {(stored ?? onDrop ?? open.length < fields.length) && (
        <Button
          onClick={() => {
            setBegun(NOTHING);
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
