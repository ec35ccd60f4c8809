import type { FieldProblem, PortSpec, ThreePoint } from '@sable/core';
import { choiceWords, fieldEntry, usualAt } from '@sable/core/model';
import { JOINT_KINDS } from '@sable/core/questions/joints';
import { formatEntry, wordSentence, type Figure, type Quantity, type Units } from '@sable/core/units';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { createContext, useContext, useState, type ReactNode } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import { useWantedField } from '../fieldFocus.ts';
import { ChoiceField, QuantityField, WordsField } from '../fields.tsx';
import { FigureField, ThreePointField } from '../FigureField.tsx';
import { JointFields, PlaceField, placesOf, SpecFields } from '../SpecFields.tsx';
import { LinesField, PointsField } from './lists.tsx';
import { blankOf, isFigure, isPlain, isRecord, isThreePoint, itemOf, titleOf, tupleOf } from './schema.ts';
import { rangeOfSchema, type Schema } from '../schemaRange.ts';
import layout from '../layout.module.css';
import { quantityOf } from '@sable/core/model';
import css from './form.module.css';

export interface NodeProps {
  readonly name: string;
  readonly schema: Schema;
  /** Undefined where nobody has entered it. */
  readonly value: unknown;
  /** JSON pointer of this field. */
  readonly at: string;
  readonly problems: readonly FieldProblem[];
  /** Undefined where it was emptied. */
  readonly onChange: (value: unknown) => void;
  /** Editors of their own for some fields, by name. */
  readonly special?: Readonly<Record<string, (p: NodeProps) => ReactNode>>;
}

/** The key of what holds the field at a pointer: by it one key that is two things is told apart. */
const parentOf = (at: string): string =>
  at
    .split('/')
    .filter((k) => k !== '' && !/^\d+$/.test(k))
    .at(-2) ?? '';

/** Which kind of row the form is of. */
export const KindOfRow = createContext('');

/** An example as the reader would type it: a figure of it is in the internal unit. */
const exampleIn = (example: string, quantity: Quantity, units: Units): string =>
  quantity !== 'number' && /^[\d.]+$/.test(example)
    ? formatEntry(Number(example), quantity, units)
    : wordSentence(example, units);

/** One field of a row, whatever it holds: its schema says how it is entered, the dictionary what it is called. */
export function Node(props: NodeProps) {
  const { name, schema, value, at, problems, onChange, special } = props;
  const kind = useContext(KindOfRow);
  const units = useUnits();
  const own = special?.[name];
  if (own) return own(props);
  const entry = fieldEntry(name, parentOf(at));
  const label = entry?.label ?? name;
  const example = entry?.example && exampleIn(entry.example, quantityOf(name), units);
  const help = [entry?.help && wordSentence(entry.help, units), example && `e.g. ${example}`]
    .filter(Boolean)
    .join(', ');
  const error = problems.find(
    (p) => p.pointer === at || p.pointer === `${at}/value` || p.pointer === `${at}/likely`,
  )?.message;
  if (schema.const !== undefined) return null;
  if (isFigure(schema))
    return (
      <FigureField
        label={label}
        quantity={quantityOf(name)}
        help={help}
        value={value as Figure | undefined}
        {...rangeOfSchema(schema.properties!['value']!)}
        usual={usualAt(`/${kind}${at}`)}
        optional
        first="claimed"
        error={error}
        onChange={onChange}
      />
    );
  if (isThreePoint(schema))
    return (
      <ThreePointField
        label={label}
        quantity={quantityOf(name)}
        value={value as ThreePoint | undefined}
        error={error}
        onChange={onChange}
      />
    );
  if (schema.anyOf) return <OneOf {...props} />;
  const size = tupleOf(schema);
  if (size !== undefined)
    return (
      <TupleField
        label={label}
        help={help}
        error={error}
        size={size}
        quantity={quantityOf(name)}
        range={rangeOfSchema((schema.items as readonly Schema[])[0]!)}
        value={value as number[] | undefined}
        onChange={onChange}
      />
    );
  if (schema.enum)
    return (
      <ChoiceField
        label={label}
        value={value === undefined ? '' : String(value)}
        choices={schema.enum.map((e) => ({ value: String(e), label: choiceWords(String(e)) }))}
        {...(help ? { help } : {})}
        error={error}
        onCommit={(v) => onChange(v === '' ? undefined : typeof schema.enum![0] === 'number' ? Number(v) : v)}
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
          help={help}
          value={value as number | undefined}
          {...rangeOfSchema(schema)}
          usual={usualAt(`/${kind}${at}`)}
          optional
          error={error}
          onCommit={onChange}
        />
      );
    default:
      return (
        <WordsField
          label={label}
          value={String(value ?? '')}
          {...(help ? { help } : {})}
          error={error}
          maxLength={schema.maxLength ?? 4000}
          {...((schema.maxLength ?? 0) > 400 ? { rows: 2 } : {})}
          onCommit={(text) => onChange(text === '' ? undefined : text)}
        />
      );
  }
}

/** A place or a size in its figures; it is kept once all of them are there. */
function TupleField({
  label,
  help,
  error,
  size,
  quantity,
  range,
  value,
  onChange,
}: {
  label: string;
  help: string | undefined;
  error: string | undefined;
  size: number;
  quantity: ReturnType<typeof quantityOf>;
  range: ReturnType<typeof rangeOfSchema>;
  value: readonly number[] | undefined;
  onChange: (v: number[] | undefined) => void;
}) {
  const [begun, setBegun] = useState<readonly (number | undefined)[]>([]);
  const now: readonly (number | undefined)[] = value ?? begun;
  // “Place (forward, left, up)” names its figures itself.
  const [, title = label, inside = ''] = /^(.*?) \((.*)\)$/.exec(label) ?? [];
  const parts = inside.split(', ');
  return (
    <fieldset className={css['tuple']}>
      <legend>{title}</legend>
      <div>
        {Array.from({ length: size }, (_, i) => (
          <QuantityField
            key={i}
            label={parts[i] ?? `${i + 1}`}
            hint={`${title}, ${parts[i] ?? i + 1}`}
            quantity={quantity}
            optional
            bare
            {...range}
            error={i === 0 ? error : undefined}
            value={now[i]}
            onCommit={(v) => {
              const next = Array.from({ length: size }, (_, k) => (k === i ? v : now[k]));
              const whole = next.filter((x) => x !== undefined);
              setBegun(next);
              if (whole.length === size) onChange(whole);
              else if (value) onChange(undefined);
            }}
          />
        ))}
      </div>
      {help && <p className="small muted">{help}</p>}
    </fieldset>
  );
}

/** A value of several shapes, told apart by their kind. */
function OneOf(props: NodeProps) {
  const { schema, value, at, onChange, name } = props;
  const label = titleOf(name, parentOf(at));
  const kindOf = (s: Schema) => s.properties?.['kind']?.const;
  const kinds = schema.anyOf!.map(kindOf);
  const kind = (value as { kind?: unknown } | null | undefined)?.kind;
  const chosen = schema.anyOf!.find((s) => kindOf(s) === kind);
  if (kinds.some((k) => k === undefined)) {
    return <p className="muted">{label} can only be edited in the exported file.</p>;
  }
  return (
    <>
      <ChoiceField
        label={label}
        value={kind === undefined ? '' : String(kind)}
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
      {chosen && <ObjectNode {...props} schema={chosen} bare />}
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
  const properties = Object.entries(schema.properties ?? {});
  const optional = (key: string) => !schema.required?.includes(key);
  // What takes more than a line is there once it is wanted; a field alone stands there empty.
  const missing = properties.filter(([key, s]) => row[key] === undefined && !isPlain(s) && !s.anyOf && optional(key));
  const put = (key: string, v: unknown) => {
    const { [key]: _old, ...rest } = row;
    onChange(v === undefined ? rest : { ...rest, [key]: v });
  };
  const body = (
    <div className={css['fields']}>
      {properties.map(([key, s]) => {
        const here = row[key] ?? (isPlain(s) || s.anyOf || optional(key) ? undefined : blankOf(s, key));
        if (here === undefined && !isPlain(s) && !s.anyOf) return null;
        // Ids are made, not typed; what a shape is was chosen above it.
        if ((key === 'id' && at !== '') || s.const !== undefined) return null;
        return (
          <div key={key} data-pointer={`${at}/${key}`} className={isWide(s) ? 'wide' : ''}>
            <Node
              name={key}
              schema={s}
              value={here}
              at={`${at}/${key}`}
              problems={problems}
              onChange={(v) => put(key, v)}
              {...(special ? { special } : {})}
            />
            {optional(key) && !isPlain(s) && here !== undefined && (
              <button type="button" className={`${layout['link']} ${css['link']}`} onClick={() => put(key, undefined)}>
                Remove {lowered(titleOf(key, parentOf(`${at}/${key}`)))}
              </button>
            )}
          </div>
        );
      })}
      {missing.length > 0 && (
        <p className={`wide ${css['add']}`}>
          {missing.map(([key, s]) => (
            <Button key={key} onClick={() => put(key, blankOf(s, key))}>
              Add {lowered(titleOf(key, parentOf(`${at}/${key}`)))}
            </Button>
          ))}
        </p>
      )}
    </div>
  );
  if (bare) return body;
  return (
    <fieldset className={layout['change']}>
      <legend>{titleOf(name, parentOf(at))}</legend>
      {body}
    </fieldset>
  );
}

/** Within a sentence: “Oil” is oil, and “ECU” stays as it is. */
const lowered = (title: string) => (/^[A-Z]{2}/.test(title) ? title : title.charAt(0).toLowerCase() + title.slice(1));

/** Fields that take a line of their own. */
const isWide = (s: Schema) =>
  isFigure(s) ||
  isThreePoint(s) ||
  tupleOf(s) !== undefined ||
  s.type === 'array' ||
  (s.type === 'object' && !isRecord(s)) ||
  s.anyOf !== undefined;

/** What an entry of a list is called, so that it is found without opening it. */
function entryTitle(entry: unknown, i: number): string {
  const e = entry as Readonly<Record<string, unknown>>;
  const joint = JOINT_KINDS.find((k) => k.kind === (e['joint'] ?? e['kind']));
  const words = [
    e['name'],
    e['code'],
    e['ratio'],
    joint?.title,
    e['slot'],
    e['what'],
    e['kind'],
    e['item'],
    e['basis'],
    e['reads'],
  ];
  const own = words.find((w) => (typeof w === 'string' && w !== '') || typeof w === 'number');
  const place = e['place'];
  const title =
    typeof own === 'number' ? own.toFixed(2) : typeof own === 'string' ? choiceWords(own) : `entry ${i + 1}`;
  return [title, ...(typeof place === 'string' ? [place] : []), ...(e['fitted'] === true ? ['on the car'] : [])].join(
    ', ',
  );
}

/** The entry of a list on the way to a field of the row: "…/curves/1" and what lies under it. */
function entryUnder(wanted: string | undefined, at: string): number | undefined {
  const [, , , ...keys] = wanted?.split('/') ?? [];
  const [, ...mine] = at.split('/');
  const next = Number(keys[mine.length]);
  return mine.every((key, i) => keys[i] === key) && Number.isInteger(next) ? next : undefined;
}

/** A face of a joint, or a joint that a part closes: as its kind of joint asks. */
function JointEntry({ value, onChange }: { value: unknown; onChange: (v: unknown) => void }) {
  const row = value as {
    kind?: string;
    side?: 'a' | 'b';
    joint?: string;
    place?: string;
    spec?: PortSpec;
    toA?: PortSpec;
    toB?: PortSpec;
  };
  const putPlace = (place: string | undefined) => {
    const { place: _was, ...bare } = row;
    onChange(place === undefined ? bare : { ...bare, place });
  };
  if ('joint' in row)
    return (
      <>
        <div className={css['joint']}>
          <JointFields
            kind={row.joint ?? ''}
            side={undefined}
            onChange={({ kind }) => onChange({ ...row, joint: kind })}
          />
          <PlaceField kind={row.joint ?? ''} place={row.place} onChange={putPlace} />
        </div>
        {(['toA', 'toB'] as const).map((key) => (
          <fieldset key={key} className={layout['whole-form']}>
            <legend>{titleOf(key)}</legend>
            <SpecFields
              kind={row.joint ?? ''}
              side={key === 'toA' ? 'a' : 'b'}
              spec={row[key] ?? {}}
              onChange={(spec) => onChange({ ...row, [key]: spec })}
            />
          </fieldset>
        ))}
      </>
    );
  return (
    <>
      <div className={css['joint']}>
        <JointFields kind={row.kind ?? ''} side={row.side ?? 'a'} onChange={(next) => onChange({ ...row, ...next })} />
        <PlaceField kind={row.kind ?? ''} place={row.place} onChange={putPlace} />
      </div>
      <SpecFields
        kind={row.kind ?? ''}
        side={row.side ?? 'a'}
        spec={row.spec ?? {}}
        onChange={(spec) => onChange({ ...row, spec })}
      />
    </>
  );
}

/** Lists whose entries are faces of joints; what else an entry has is edited as any field. */
const JOINTS: Readonly<Record<string, readonly string[]>> = {
  ports: ['kind', 'side', 'spec'],
  provides: ['kind', 'side', 'spec'],
  closes: ['joint', 'toA', 'toB'],
};

function ListNode({ name, schema, value, at, problems, onChange, special }: NodeProps) {
  const list = (value ?? []) as readonly unknown[];
  const item = itemOf(schema)!;
  const wanted = useWantedField();
  const [open, setOpen] = useState<number | undefined>(() => entryUnder(wanted, at));
  const label = titleOf(name, parentOf(at));
  const size = tupleOf(item);
  if (size !== undefined)
    return <PointsField label={label} size={size} value={list as number[][]} onChange={onChange} />;
  if (item.enum)
    return (
      <fieldset className={layout['change']}>
        <legend>{label}</legend>
        <div className={css['picks']}>
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
              label={choiceWords(String(e))}
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
  const joint = JOINTS[name];
  const restOf = (entry: unknown): Schema => {
    if (!joint) return item;
    const { kind, joint: closes } = entry as { kind?: string; joint?: string };
    const own = placesOf(closes ?? kind ?? '').length > 0 ? [...joint, 'place'] : joint;
    return {
      ...item,
      properties: Object.fromEntries(Object.entries(item.properties ?? {}).filter(([k]) => !own.includes(k))),
    };
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
                {joint && <JointEntry value={entry} onChange={(v) => put(i, v)} />}
                <ObjectNode
                  name={name}
                  schema={restOf(entry)}
                  value={entry}
                  at={`${at}/${i}`}
                  problems={problems}
                  onChange={(v) => put(i, v)}
                  bare
                  {...(special ? { special } : {})}
                />
                <p className={css['add']}>
                  <Button
                    onClick={() => {
                      const copy = structuredClone(entry) as { id?: string };
                      if (copy.id !== undefined) copy.id = freeId(copy.id);
                      onChange([...list.slice(0, i + 1), copy, ...list.slice(i + 1)]);
                      setOpen(i + 1);
                    }}
                  >
                    Copy
                  </Button>
                  <Button onClick={() => onChange(list.filter((_, k) => k !== i))}>Remove</Button>
                </p>
              </>
            )}
          </details>
        );
      })}
      <Button
        aria-label={`Add to ${lowered(titleOf(name, parentOf(at)))}`}
        onClick={() => {
          const blank = blankOf(item) as object;
          onChange([...list, name === 'closes' ? { ...blank, joint: '' } : blank]);
          setOpen(list.length);
        }}
      >
        Add
      </Button>
    </fieldset>
  );
}
