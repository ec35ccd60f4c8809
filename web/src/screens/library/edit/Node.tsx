import type { FieldProblem, PortSpec, ThreePoint } from '@sable/core';
import type { Figure } from '@sable/core/units';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState, type ReactNode } from 'react';
import { useWantedField } from '../../../pieces/fieldFocus.ts';
import { ChoiceField, QuantityField, WordsField } from '../../../pieces/fields.tsx';
import { FigureField, ThreePointField } from '../../../pieces/FigureField.tsx';
import { LinesField, PointsField, SpecField } from './fields.tsx';
import {
  blankOf,
  isFigure,
  isRecord,
  isThreePoint,
  itemOf,
  rangeOfSchema,
  titleOf,
  tupleOf,
  type Schema,
} from './schema.ts';
import layout from '../../../pieces/layout.module.css';
import { quantityOf } from '../../../pieces/fieldQuantity.ts';
import fields from '../../../pieces/fields.module.css';
import css from './edit.module.css';

export interface NodeProps {
  readonly name: string;
  readonly schema: Schema;
  readonly value: unknown;
  /** JSON pointer of this field. */
  readonly at: string;
  readonly problems: readonly FieldProblem[];
  readonly onChange: (value: unknown) => void;
  /** Editors of their own for some fields, by name. */
  readonly special?: Readonly<Record<string, (p: NodeProps) => ReactNode>>;
}

/** One field of a row, whatever it holds: its schema says how it is entered. */
export function Node(props: NodeProps) {
  const { name, schema, value, at, problems, onChange, special } = props;
  const own = special?.[name];
  if (own) return own(props);
  const label = titleOf(name);
  const error = problems.find(
    (p) => p.pointer === at || p.pointer === `${at}/value` || p.pointer === `${at}/likely`,
  )?.message;
  if (schema.const !== undefined) return null;
  if (isRecord(schema)) return <SpecField label={label} value={value as PortSpec} onChange={onChange} />;
  if (isFigure(schema))
    return (
      <FigureField
        label={label}
        quantity={quantityOf(name)}
        value={value as Figure | undefined}
        {...rangeOfSchema(schema.properties!['value']!)}
        first="estimated"
        error={error}
        onChange={onChange}
      />
    );
  if (isThreePoint(schema))
    return (
      <ThreePointField
        label={label}
        quantity={quantityOf(name)}
        value={value as ThreePoint}
        error={error}
        onChange={onChange}
      />
    );
  if (schema.anyOf) return <OneOf {...props} />;
  const size = tupleOf(schema);
  if (size !== undefined)
    return <TupleField label={label} quantity={quantityOf(name)} value={value as number[]} onChange={onChange} />;
  if (schema.enum)
    return (
      <ChoiceField
        label={label}
        value={String(value)}
        choices={schema.enum.map((e) => ({ value: String(e), label: String(e) }))}
        error={error}
        onCommit={(v) => onChange(typeof schema.enum![0] === 'number' ? Number(v) : v)}
      />
    );
  switch (schema.type) {
    case 'array':
      return <ListNode {...props} />;
    case 'object':
      return <ObjectNode {...props} />;
    case 'boolean':
      return (
        <FormControlLabel
          control={<Checkbox checked={Boolean(value)} onChange={(e) => onChange(e.target.checked)} size="small" />}
          label={label}
        />
      );
    case 'integer':
    case 'number':
      return (
        <QuantityField
          label={label}
          quantity={quantityOf(name)}
          value={value as number}
          {...rangeOfSchema(schema)}
          error={error}
          onCommit={(v) => v !== undefined && onChange(v)}
        />
      );
    default:
      return (
        <WordsField
          label={label}
          value={String(value ?? '')}
          error={error}
          maxLength={schema.maxLength ?? 4000}
          {...((schema.maxLength ?? 0) > 400 ? { rows: 2 } : {})}
          onCommit={onChange}
        />
      );
  }
}

function TupleField({
  label,
  quantity,
  value,
  onChange,
}: {
  label: string;
  quantity: ReturnType<typeof quantityOf>;
  value: readonly number[];
  onChange: (v: number[]) => void;
}) {
  return (
    <div className={fields['figure']}>
      {value.map((x, i) => (
        <QuantityField
          key={i}
          label={i === 0 ? label : (['', 'left', 'up'][i] ?? '')}
          quantity={quantity}
          value={x}
          onCommit={(v) => v !== undefined && onChange(value.map((old, k) => (k === i ? v : old)))}
        />
      ))}
    </div>
  );
}

/** A value of several shapes, told apart by their kind. */
function OneOf(props: NodeProps) {
  const { schema, value, onChange, name } = props;
  const kindOf = (s: Schema) => s.properties?.['kind']?.const;
  const kinds = schema.anyOf!.map(kindOf);
  const kind = (value as { kind?: unknown } | null)?.kind;
  const chosen = schema.anyOf!.find((s) => kindOf(s) === kind);
  if (kinds.some((k) => k === undefined) || !chosen) {
    return <p className="muted">{titleOf(name)} is edited as a file only.</p>;
  }
  return (
    <>
      <ChoiceField
        label={titleOf(name)}
        value={String(kind)}
        choices={kinds.map((k) => ({ value: String(k), label: String(k) }))}
        onCommit={(k) =>
          onChange(
            blankOf(
              schema.anyOf!.find((s) => kindOf(s) === k)!,
              name,
            ),
          )
        }
      />
      <ObjectNode {...props} schema={chosen} bare />
    </>
  );
}

export function ObjectNode({
  schema,
  value,
  at,
  problems,
  onChange,
  special,
  name,
  bare,
}: NodeProps & { bare?: boolean }) {
  const row = value as Readonly<Record<string, unknown>>;
  const missing = Object.keys(schema.properties ?? {}).filter(
    (key) => row[key] === undefined && !schema.required?.includes(key),
  );
  const body = (
    <div className={css['edit-fields']}>
      {Object.entries(schema.properties ?? {}).map(([key, s]) => {
        if (row[key] === undefined) return null;
        const optional = !schema.required?.includes(key);
        return (
          <div key={key} data-pointer={`${at}/${key}`} className={isWide(s) ? 'wide' : ''}>
            <Node
              name={key}
              schema={s}
              value={row[key]}
              at={`${at}/${key}`}
              problems={problems}
              onChange={(v) => onChange({ ...row, [key]: v })}
              {...(special ? { special } : {})}
            />
            {optional && (
              <button
                type="button"
                className={`${layout['link']} ${css['edit-link']}`}
                onClick={() => onChange(Object.fromEntries(Object.entries(row).filter(([k]) => k !== key)))}
              >
                Leave out {titleOf(key).toLowerCase()}
              </button>
            )}
          </div>
        );
      })}
      {missing.length > 0 && (
        <p className={`wide ${css['edit-add']}`}>
          {missing.map((key) => (
            <Button key={key} onClick={() => onChange({ ...row, [key]: blankOf(schema.properties![key]!, key) })}>
              Add {titleOf(key).toLowerCase()}
            </Button>
          ))}
        </p>
      )}
    </div>
  );
  if (bare) return body;
  return (
    <fieldset className={layout['change']}>
      <legend>{titleOf(name)}</legend>
      {body}
    </fieldset>
  );
}

/** Fields that take a line of their own. */
const isWide = (s: Schema) =>
  isFigure(s) ||
  isThreePoint(s) ||
  s.type === 'array' ||
  (s.type === 'object' && !isRecord(s)) ||
  s.anyOf !== undefined;

/** What an entry of a list is called, so that it is found without opening it. */
function entryTitle(entry: unknown, i: number): string {
  const e = entry as Readonly<Record<string, unknown>>;
  const words = [e['name'], e['slot'], e['what'], e['kind'], e['item'], e['basis'], e['reads'], e['joint'], e['id']];
  return String(words.find((w) => typeof w === 'string' && w !== '') ?? `entry ${i + 1}`);
}

/** The entry of a list on the way to a field of the row: "…/curves/1" and what lies under it. */
function entryUnder(wanted: string | undefined, at: string): number | undefined {
  const [, , , ...keys] = wanted?.split('/') ?? [];
  const [, ...mine] = at.split('/');
  const next = Number(keys[mine.length]);
  return mine.every((key, i) => keys[i] === key) && Number.isInteger(next) ? next : undefined;
}

function ListNode({ name, schema, value, at, problems, onChange, special }: NodeProps) {
  const list = value as readonly unknown[];
  const item = itemOf(schema)!;
  const wanted = useWantedField();
  const [open, setOpen] = useState<number | undefined>(() => entryUnder(wanted, at));
  const label = titleOf(name);
  const size = tupleOf(item);
  if (size !== undefined)
    return <PointsField label={label} size={size} value={list as number[][]} onChange={onChange} />;
  if (item.enum)
    return (
      <fieldset className={layout['change']}>
        <legend>{label}</legend>
        <div className={css['edit-picks']}>
          {item.enum.map((e) => (
            <FormControlLabel
              key={String(e)}
              control={
                <Checkbox
                  size="small"
                  checked={list.includes(e)}
                  onChange={(c) => onChange(c.target.checked ? [...list, e] : list.filter((x) => x !== e))}
                />
              }
              label={String(e)}
            />
          ))}
        </div>
      </fieldset>
    );
  if (item.type === 'string' || item.type === 'number')
    return (
      <LinesField
        label={label}
        value={list as (string | number)[]}
        numbers={item.type === 'number'}
        onChange={onChange}
      />
    );
  const put = (i: number, next: unknown) => onChange(list.map((x, k) => (k === i ? next : x)));
  const freeId = (id: string) => {
    const taken = new Set(list.map((x) => (x as { id?: string }).id));
    let next = id;
    for (let n = 2; taken.has(next); n++) next = `${id}-${n}`;
    return next;
  };
  return (
    <fieldset className={layout['change']}>
      <legend>
        {label}, {list.length}
      </legend>
      {list.map((entry, i) => {
        const faults = problems.filter((p) => p.pointer.startsWith(`${at}/${i}/`) || p.pointer === `${at}/${i}`);
        return (
          <details
            key={i}
            data-pointer={`${at}/${i}`}
            open={open === i}
            onToggle={(e) => e.currentTarget.open && setOpen(i)}
          >
            <summary>
              {entryTitle(entry, i)}
              {faults.length > 0 && <span className="fault"> {faults[0]!.message}</span>}
            </summary>
            {open === i && (
              <>
                <ObjectNode
                  name={name}
                  schema={item}
                  value={entry}
                  at={`${at}/${i}`}
                  problems={problems}
                  onChange={(v) => put(i, v)}
                  bare
                  {...(special ? { special } : {})}
                />
                <p className={css['edit-add']}>
                  <Button
                    onClick={() => {
                      const copy = structuredClone(entry) as { id?: string };
                      if (copy.id !== undefined) copy.id = freeId(copy.id);
                      onChange([...list.slice(0, i + 1), copy, ...list.slice(i + 1)]);
                      setOpen(i + 1);
                    }}
                  >
                    Copy it
                  </Button>
                  <Button onClick={() => onChange(list.filter((_, k) => k !== i))}>Take it out</Button>
                </p>
              </>
            )}
          </details>
        );
      })}
      <Button
        onClick={() => {
          onChange([...list, blankOf(item)]);
          setOpen(list.length);
        }}
      >
        Add one
      </Button>
    </fieldset>
  );
}
