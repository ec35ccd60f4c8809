import type { Engine, FieldProblem, Plug, Solid, TorqueCurve } from '@sable/core';
import { convexOf } from '@sable/core/geometry';
import { fieldProblems } from '@sable/core/formats';
import { InputError } from '@sable/core/units';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useRef, useState, type ReactNode } from 'react';
import { flushSync } from 'react-dom';
import { useForm, useWatch } from 'react-hook-form';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { api, type RowKind } from '../../hooks/api.ts';
import { KEYS } from '../../hooks/queryKeys.ts';
import { ApiProblem } from '../../hooks/problem.ts';
import { UnitSwitch } from '../../pieces/UnitSwitch.tsx';
import { PlainShell } from '../../pieces/PlainShell.tsx';
import { useFieldFocus } from '../../pieces/fieldFocus.ts';
import { ThreeViews, type DrawnSolid } from '../../pieces/ThreeViews.tsx';
import { firstFault } from '../../pieces/fields.tsx';
import { PictureField } from '../../pieces/PictureField.tsx';
import { AdvertReader } from './edit/AdvertReader.tsx';
import { ByTape } from './edit/ByTape.tsx';
import { CurveEditor } from './edit/CurveEditor.tsx';
import { offerFields } from './edit/offerFields.tsx';
import { FirstThings } from './edit/FirstThings.tsx';
import { FromFamily } from './edit/FromFamily.tsx';
import { ROW_FORMS } from './edit/forms.ts';
import { PlugList } from '../../pieces/plugs/PlugList.tsx';
import { PatternEditor } from './edit/PatternEditor.tsx';
import { RowPick, RowsPick } from './edit/RowPick.tsx';
import { LeaveDialog } from './edit/LeaveDialog.tsx';
import { KindOfRow, Node, ObjectNode, type NodeProps } from '../../pieces/form/Node.tsx';
import { blankOf, titleOf } from '../../pieces/form/schema.ts';
import type { Schema } from '../../pieces/schemaRange.ts';
import layout from '../../pieces/layout.module.css';
import fields from '../../pieces/form/form.module.css';
import css from './edit/edit.module.css';

type Row = Record<string, unknown> & { id: string; name: string };

/** One row of the library, every field of it, with the evidence of every figure. */
export function EditScreen() {
  const { kind = '', id = '' } = useParams();
  const [search] = useSearchParams();
  const from = search.get('from');
  const known = kind in ROW_FORMS ? (kind as RowKind) : undefined;
  const source = id === 'new' ? from : id;
  const { data, error } = useQuery({
    queryKey: KEYS.row(kind, source),
    queryFn: () => api.row<Row>(known!, source!),
    enabled: known !== undefined && source !== null,
    gcTime: 0,
    refetchOnWindowFocus: false,
  });
  if (!known || error)
    return (
      <PlainShell title="Library">
        <p className="main">{error?.message ?? `Unknown library type “${kind}”.`}</p>
      </PlainShell>
    );
  if (source !== null && !data)
    return (
      <PlainShell title="Library">
        <p className="main muted">Loading library…</p>
      </PlainShell>
    );
  const fresh = id === 'new';
  const row: Row = data
    ? fresh
      ? { ...data.row, id: 'new', name: `${data.row.name}, copy` }
      : data.row
    : { ...(blankOf(ROW_FORMS[known].schema) as Row), ...firstOf(known), id: 'new', name: '' };
  return <Editor key={`${kind} ${id} ${from}`} kind={known} row={row} version={fresh ? 0 : data!.version} />;
}

function Editor({ kind, row, version }: { kind: RowKind; row: Row; version: number }) {
  const { word, schema, validate, check, groups } = ROW_FORMS[kind];
  const navigate = useNavigate();
  const client = useQueryClient();
  const { data: library } = useQuery({ queryKey: KEYS.library, queryFn: api.library, staleTime: Infinity });
  useFieldFocus(`/${kind}/${String(row['id'])}`);
  const form = useForm<{ row: Row }>({ defaultValues: { row } });
  const value: Row = useWatch<{ row: Row }, 'row'>({ control: form.control, name: 'row' });
  const [problems, setProblems] = useState<readonly FieldProblem[]>([]);
  const [problem, setProblem] = useState<ApiProblem>();
  const [base, setBase] = useState(version);
  const dirty = JSON.stringify(value) !== JSON.stringify(row);
  const put = (next: Row) => form.setValue('row', next, { shouldDirty: true });
  const page = useRef<HTMLDivElement>(null);
  const [saved, setSaved] = useState(false);
  const [unread, setUnread] = useState<string>();

  const faultsOf = (next: Row): FieldProblem[] => {
    if (next.name.trim() === '') return [{ pointer: '/name', message: `The ${word} needs a name.` }];
    if (!validate(next)) return fieldProblems(validate.errors ?? []);
    try {
      check(next as never);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      return [{ pointer: error.pointer, message: error.message }];
    }
    return [];
  };
  const save = async (against = base) => {
    setProblem(undefined);
    setUnread(undefined);
    const wrong = firstFault(page.current);
    if (wrong) {
      wrong.focus();
      return setUnread('Invalid entry in a field: correct or clear it first.');
    }
    const next = withShortName(kind, value);
    try {
      if (against === 0 && next.id === 'new') next.id = (await api.freeId(kind, next.name || word)).id;
      const faults = faultsOf(next);
      setProblems(faults);
      if (faults.length > 0) return;
      await api.putRow(kind, next, against);
      await Promise.all([
        client.invalidateQueries({ queryKey: KEYS.library }),
        client.invalidateQueries({ queryKey: KEYS.librarySteps }),
      ]);
      // Past the question whether to leave what is not saved.
      flushSync(() => setSaved(true));
      void navigate(`/library/${kind}/${next.id}`);
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setProblem(error);
      setProblems(error.errors);
    }
  };
  const theirs = problem?.status === 409 ? (problem.body['theirs'] as Row | null) : null;
  const special: Record<string, (p: NodeProps) => ReactNode> = {
    curves: (p) => <Curves {...p} />,
    bellPattern: (p) => <PatternEditor {...p} of={kind === 'engines' ? 'block' : 'bellhousing'} />,
    engineId: (p) => <RowPick {...p} kinds={['engines']} />,
    madeFrom: (p) => <RowPick {...p} kinds={['engines']} />,
    gearboxId: (p) => <RowPick {...p} kinds={['gearboxes']} />,
    photo: (p) => <PictureField label="Photo" id={p.value as string | undefined} onChange={p.onChange} />,
    ...(kind === 'offers' ? offerFields(value, put) : {}),
    withGearboxId: (p) => <RowPick {...p} kinds={['gearboxes']} />,
    plugs: (p) => <PlugList plugs={(p.value ?? []) as readonly Plug[]} at="/plugs" onChange={p.onChange} />,
    inKit: (p) => <RowsPick {...p} kind="parts" not={row.id} />,
    of: (p) => <RowPick {...p} kinds={['engines', 'gearboxes']} />,
  };
  const drawn = solidsOf(value);
  return (
    <PlainShell
      title={version === 0 ? `New ${word}` : value.name}
      tools={
        <>
          <Button onClick={() => void navigate(version === 0 ? `/library/${kind}` : `/library/${kind}/${row.id}`)}>
            {dirty ? 'Discard changes' : 'Back'}
          </Button>
          <Button variant="contained" color="primary" disabled={!dirty && version !== 0} onClick={() => void save()}>
            {version === 0 ? `Add to library` : 'Save'}
          </Button>
          <UnitSwitch />
        </>
      }
    >
      <div className={`main ${css['edit-main']} ${fields['form']}`} ref={page}>
        <LeaveDialog unsaved={dirty && !saved} />
        {unread && (
          <Alert severity="warning" variant="outlined" sx={{ mb: 2 }}>
            {unread}
          </Alert>
        )}
        <FirstThings kind={kind} row={value} />
        {kind === 'engines' && version === 0 && (
          <FromFamily engines={library?.engines ?? []} onTake={(fields) => put({ ...value, ...fields })} />
        )}
        {kind === 'offers' && <AdvertReader draft={value} engines={library?.engines ?? []} onDraft={put} />}
        {problem && (
          <Alert severity="error" variant="outlined" sx={{ mb: 2 }}>
            {problem.message}
            {theirs && (
              <span style={{ display: 'flex', gap: 8, marginTop: 8 }}>
                <Button
                  onClick={() => {
                    put(theirs);
                    setBase(problem.body['currentVersion'] as number);
                    setProblem(undefined);
                  }}
                >
                  Use saved version
                </Button>
                <Button
                  onClick={() => {
                    const current = problem.body['currentVersion'] as number;
                    setBase(current);
                    void save(current);
                  }}
                >
                  Overwrite with my version
                </Button>
              </span>
            )}
          </Alert>
        )}
        {problems.length > 0 && !problem && (
          <Alert severity="warning" variant="outlined" sx={{ mb: 2 }}>
            Not saved yet.
            <ul>
              {problems.slice(0, 6).map((p) => (
                <li key={`${p.pointer} ${p.message}`}>
                  {placeOf(p.pointer)}
                  {p.message}
                </li>
              ))}
            </ul>
          </Alert>
        )}
        <KindOfRow value={kind}>
          {groups.map(([title, names]) => (
            <section key={title} className="block">
              <h2>{title}</h2>
              {title === 'Geometry and interfaces' && (kind === 'engines' || kind === 'gearboxes') && (
                <ByTape
                  kind={kind}
                  solids={(value['solids'] ?? []) as readonly Solid[]}
                  bosses={value['bosses'] as Engine['bosses'] | undefined}
                  onTaped={(fields) => put({ ...value, ...fields })}
                />
              )}
              {title === 'Geometry and interfaces' && drawn.length > 0 && (
                <ThreeViews solids={drawn} colour="var(--c-a)" />
              )}
              <ObjectNode
                name={title}
                schema={{
                  type: 'object',
                  properties: Object.fromEntries(names.map((n) => [n, schema.properties![n]!])),
                  required: (schema.required ?? []).filter((r) => names.includes(r)),
                }}
                value={Object.fromEntries(names.filter((n) => value[n] !== undefined).map((n) => [n, value[n]]))}
                at=""
                problems={problems}
                special={special}
                bare
                onChange={(part) => {
                  const rest = Object.fromEntries(Object.entries(value).filter(([k]) => !names.includes(k)));
                  put({ ...rest, ...(part as object) } as Row);
                }}
              />
            </section>
          ))}
        </KindOfRow>
      </div>
    </PlainShell>
  );
}

/** An offer is noted on the day that it is noted. */
const firstOf = (kind: RowKind): object =>
  kind === 'offers' ? { listedOn: new Date().toLocaleDateString('sv-SE') } : {};

/** A short name where nobody has given one: the name, as far as it goes. */
const withShortName = (kind: RowKind, row: Row): Row =>
  (kind === 'engines' || kind === 'gearboxes') && row['shortName'] === undefined
    ? { ...row, shortName: row.name.slice(0, 20) }
    : { ...row };

/** Where in a row a problem is, by the labels of what holds it; its message names the field itself. */
function placeOf(pointer: string): string {
  const held = pointer.split('/').filter(Boolean).slice(0, -1);
  if (held.length === 0) return '';
  return `${held.map((s) => (/^\d+$/.test(s) ? String(Number(s) + 1) : titleOf(s))).join(', ')}: `;
}

function freeId(list: readonly { readonly id: string }[]): string {
  let n = list.length + 1;
  while (list.some((x) => x.id === `curve-${n}`)) n++;
  return `curve-${n}`;
}

/** The solids of a row that have a volume: one that is being typed may not have one yet. */
function solidsOf(row: Row): DrawnSolid[] {
  const slots = (row['slots'] as { options: { stock: boolean; solids: Solid[] }[] }[] | undefined) ?? [];
  const solids = [
    ...((row['solids'] as Solid[] | undefined) ?? []),
    ...slots.flatMap((s) => (s.options.find((o) => o.stock) ?? s.options[0])?.solids ?? []),
  ];
  return solids.flatMap((s) => {
    if (!isWhole(s.shape)) return [];
    try {
      return [{ id: s.id, name: s.name, convex: convexOf(s.shape), kind: 'powertrain' as const }];
    } catch (error) {
      if (error instanceof InputError) return [];
      throw error;
    }
  });
}

/** Whether a shape has all its figures: one that is being entered has not. */
function isWhole(shape: Partial<Solid['shape']> | undefined): shape is Solid['shape'] {
  switch (shape?.kind) {
    case 'box':
      return Boolean(shape.centreMm && shape.sizeMm);
    case 'cylinder':
      return Boolean(shape.fromMm && shape.toMm && shape.radiusMm);
    case 'prism':
      return (
        Boolean(shape.along && (shape.outlineMm?.length ?? 0) > 2) &&
        shape.fromMm !== undefined &&
        shape.toMm !== undefined
      );
    case 'hull':
      return (shape.verticesMm?.length ?? 0) > 3;
    default:
      return false;
  }
}

/** Curves: which one is in use, its points on a drawing and as two columns, and its conditions. */
function Curves({ schema, value, at, problems, onChange }: NodeProps) {
  const curves = value as readonly TorqueCurve[];
  const item = (schema.items as Schema) ?? {};
  const { rpm: _rpm, torqueNm: _torque, ...properties } = item.properties ?? {};
  const rest: Schema = { ...item, properties, required: (item.required ?? []).filter((r) => r in properties) };
  const put = (i: number, next: TorqueCurve) =>
    onChange(curves.map((c, k) => (k === i ? next : next.inUse && !curves[i]!.inUse ? { ...c, inUse: false } : c)));
  return (
    <fieldset className={layout['change']}>
      <legend>Curves, {curves.length}</legend>
      {curves.map((c, i) => (
        <div key={i} className={css['edit-one']}>
          <CurveEditor curve={c} onChange={(points) => put(i, { ...c, ...points })} />
          <Node
            name={c.name || 'curve'}
            schema={rest}
            value={c}
            at={`${at}/${i}`}
            problems={problems}
            // What was emptied is not there any more: only the points come from the curve as it was.
            onChange={(v) => put(i, { ...(v as TorqueCurve), rpm: c.rpm, torqueNm: c.torqueNm })}
          />
          <Button onClick={() => onChange(curves.filter((_, k) => k !== i))}>Remove this curve</Button>
        </div>
      ))}
      <Button
        onClick={() =>
          onChange([
            ...curves,
            {
              id: freeId(curves),
              name: `Curve ${curves.length + 1}`,
              rpm: [],
              torqueNm: [],
              inUse: curves.length === 0,
            },
          ])
        }
      >
        Add a curve
      </Button>
    </fieldset>
  );
}
