import { choiceWords } from '@sable/core/model';
import { curveInUse, peaksOf } from '@sable/core/questions/curve';
import type { Engine, Family, Gearbox, Library, Offer, Part } from '@sable/core';
import { formatNumber, unitOf, type Evidence, type Quantity, type Units } from '@sable/core/units';
import { knownDisplacement } from '@sable/core/questions/engine';
import { ratingAtInputShaft } from '@sable/core/questions/strength';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { Redo2, Undo2 } from 'lucide-react';
import { memo, useCallback, useMemo, useRef, useState } from 'react';
import { NavLink, useNavigate, useParams } from 'react-router';
import { api, type TableOrder } from '../../hooks/api.ts';
import { ApiProblem } from '../../hooks/problem.ts';
import { KEYS } from '../../hooks/queryKeys.ts';
import { UnitSwitch } from '../../pieces/UnitSwitch.tsx';
import { useIncoming } from '../../hooks/useIncoming.ts';
import { BringFile } from '../../pieces/BringFile.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { PlainShell } from '../../pieces/PlainShell.tsx';
import { FindField } from '../../pieces/FindField.tsx';
import { FigureGrid, type GridColumn } from '../../pieces/FigureGrid.tsx';
import { EvidenceMark } from '../../pieces/marks.tsx';
import { KIND_WORDS } from '../../pieces/wayNames.ts';
import layout from '../../pieces/layout.module.css';
import { TableDialog } from './TableDialog.tsx';

interface Cell {
  readonly value: number | undefined;
  readonly evidence?: Evidence;
}
type Row = Readonly<Record<string, string | number | Cell | undefined>> & {
  readonly id: string;
  readonly words: string;
};

/** A column of figures with their evidence; sorted by the figure. */
function figureColumn(
  field: string,
  title: string,
  quantity: Quantity,
  units: Units,
  width = 120,
  digits?: number,
): GridColumn<Row> {
  const unit = unitOf(quantity, units);
  return {
    field,
    title: unit === '' ? title : `${title}, ${unit}`,
    width,
    right: true,
    by: (row) => (row[field] as Cell | undefined)?.value,
    cell: (row) => {
      const cell = row[field] as Cell | undefined;
      if (cell?.value === undefined) return <span className="muted">unknown</span>;
      return (
        <span className="num">
          {formatNumber(cell.value, quantity, units, digits === undefined ? {} : { digits })}
          {cell.evidence && <EvidenceMark evidence={cell.evidence} />}
        </span>
      );
    },
  };
}
const words = (field: string, title: string, width: number, flex = false): GridColumn<Row> => ({
  field,
  title,
  width,
  flex,
  cell: (row) => row[field] as string,
  by: (row) => row[field] as string,
});

const known = (value: number | undefined, evidence: Evidence | undefined) => ({
  value,
  ...(evidence ? { evidence } : {}),
});
const named = (row: { name: string; retired?: boolean }) => (row.retired ? `${row.name} (retired)` : row.name);

function engineRow(e: Engine): Row {
  const curve = curveInUse(e, []);
  const peaks = curve && peaksOf(curve.torque);
  const mass = e.massRecords.find((m) => m.inUse) ?? e.massRecords[0];
  const cc = knownDisplacement(e);
  return {
    id: e.id,
    name: named(e),
    family: e.family ?? '',
    litres: known(cc === undefined ? undefined : cc / 1000, e.boreMm?.evidence),
    power: { value: peaks?.peakPowerKw, ...(curve ? { evidence: curve.evidence } : {}) },
    torque: { value: peaks?.peakTorqueNm, ...(curve ? { evidence: curve.evidence } : {}) },
    mass: { value: mass?.massKg.value, ...(mass ? { evidence: mass.massKg.evidence } : {}) },
    basis: mass?.basis ?? 'none',
    price: known(e.price?.likely, e.price?.evidence),
    words: [e.name, e.family, ...e.codes, e.arrangement, e.induction, e.fuel].filter(Boolean).join(' ').toLowerCase(),
  };
}
function gearboxRow(g: Gearbox): Row {
  const told = g.ratings.find((r) => r.inUse && r.gear === undefined) ?? g.ratings[0];
  const rating = told && ratingAtInputShaft(told);
  return {
    id: g.id,
    name: named(g),
    kind: g.kind,
    gears: { value: g.ratios.length },
    first: { value: g.ratios[0] },
    top: { value: g.ratios.at(-1) },
    rating: { value: rating?.inputNm.value, ...(rating ? { evidence: rating.inputNm.evidence } : {}) },
    mass: known(g.massKg?.value, g.massKg?.evidence),
    price: known(g.price?.likely, g.price?.evidence),
    words: `${g.name} ${g.kind} ${g.note ?? ''}`.toLowerCase(),
  };
}
function partRow(p: Part): Row {
  return {
    id: p.id,
    name: named(p),
    class: choiceWords(p.class),
    made: p.discontinued ? 'discontinued' : choiceWords(p.made),
    mass: known(p.massKg?.value, p.massKg?.evidence),
    price: known(p.price?.likely, p.price?.evidence),
    hours: { value: p.hours?.likely },
    lead: { value: p.leadDays },
    words: `${p.name} ${p.class} ${p.note ?? ''}`.toLowerCase(),
  };
}

function familyRow(f: Family): Row {
  return {
    id: f.id,
    name: named(f),
    marks: { value: f.marks.length },
    swaps: { value: f.interchange.length },
    rebuild: { value: f.rebuild?.likely, ...(f.rebuild ? { evidence: f.rebuild.evidence } : {}) },
    words: `${f.name} ${f.marks.map((m) => m.reads).join(' ')} ${f.note ?? ''}`.toLowerCase(),
  };
}

function offerRow(o: Offer, l: Library): Row {
  const engine = l.engines.find((e) => e.id === o.engineId);
  return {
    id: o.id,
    name: named(o),
    engine: engine?.name ?? '',
    kind: KIND_WORDS[o.kind],
    price: { value: o.price },
    currency: o.currency ?? '',
    away: { value: o.distanceKm },
    km: known(o.travelledKm?.value, o.travelledKm?.evidence),
    condition: o.condition ?? '',
    words: `${o.name} ${engine?.name ?? ''} ${o.seller ?? ''} ${o.words ?? ''}`.toLowerCase(),
  };
}

const KINDS = {
  engines: {
    title: 'Engines',
    rows: (l: Library) => l.engines.map(engineRow),
    columns: (u: Units): GridColumn<Row>[] => [
      words('name', 'Engine', 190, true),
      words('family', 'Family', 130),
      figureColumn('litres', 'Displacement', 'displacementL', u, 90, 2),
      figureColumn('power', 'Peak power', 'powerKw', u, 140),
      figureColumn('torque', 'Torque', 'torqueNm', u, 120),
      figureColumn('mass', 'Mass', 'massKg', u, 110),
      words('basis', 'Mass basis', 110),
      figureColumn('price', 'Price', 'money', u, 110),
    ],
  },
  gearboxes: {
    title: 'Gearboxes',
    rows: (l: Library) => l.gearboxes.map(gearboxRow),
    columns: (u: Units): GridColumn<Row>[] => [
      words('name', 'Gearbox', 240, true),
      words('kind', 'Kind', 110),
      figureColumn('gears', 'Gears', 'count', u, 80),
      figureColumn('first', 'First gear ratio', 'number', u, 90),
      figureColumn('top', 'Top gear ratio', 'number', u, 90),
      figureColumn('rating', 'Torque rating', 'torqueNm', u, 120),
      figureColumn('mass', 'Mass', 'massKg', u, 110),
      figureColumn('price', 'Price', 'money', u, 110),
    ],
  },
  parts: {
    title: 'Parts',
    rows: (l: Library) => l.parts.map(partRow),
    columns: (u: Units): GridColumn<Row>[] => [
      words('name', 'Part', 280, true),
      words('class', 'Kind', 130),
      words('made', 'Availability', 120),
      figureColumn('mass', 'Mass', 'massKg', u, 110, 1),
      figureColumn('price', 'Price', 'money', u, 110),
      figureColumn('hours', 'Hours to fit', 'hours', u, 120, 1),
      figureColumn('lead', 'Lead time', 'days', u, 130),
    ],
  },
  families: {
    title: 'Families',
    rows: (l: Library) => (l.families ?? []).map(familyRow),
    columns: (u: Units): GridColumn<Row>[] => [
      words('name', 'Family', 240, true),
      figureColumn('marks', 'Casting marks', 'count', u, 150),
      figureColumn('swaps', 'Interchangeable parts', 'count', u, 160),
      figureColumn('rebuild', 'Full rebuild cost', 'money', u, 150),
    ],
  },
  offers: {
    title: 'Offers',
    rows: (l: Library) => (l.offers ?? []).map((o) => offerRow(o, l)),
    columns: (u: Units): GridColumn<Row>[] => [
      words('name', 'Offer', 240, true),
      words('engine', 'Engine', 190),
      words('kind', 'What', 110),
      figureColumn('price', 'Asking price', 'money', u, 110),
      words('currency', 'In', 60),
      figureColumn('away', 'Away', 'travelledKm', u, 110),
      figureColumn('km', 'Mileage', 'travelledKm', u, 130),
      words('condition', 'Condition', 130),
    ],
  },
} as const;

export type LibraryKind = keyof typeof KINDS;
export const isLibraryKind = (kind: string | undefined): kind is LibraryKind => kind !== undefined && kind in KINDS;

/** All engines, gearboxes, parts, families or own offers, searched by what is typed. */
export function LibraryScreen() {
  const { kind } = useParams();
  const shown = isLibraryKind(kind) ? kind : 'engines';
  const navigate = useNavigate();
  return (
    <PlainShell
      title="Library"
      tools={
        <>
          <LibrarySteps />
          <Button onClick={() => void navigate('/shop')}>All builds</Button>
          <UnitSwitch />
        </>
      }
    >
      <div className="main">
        <Searched key={shown} kind={shown} />
        <Files kind={shown} />
      </div>
    </PlainShell>
  );
}

/** The list of one kind and the word that narrows it: typing draws this alone. */
function Searched({ kind }: { kind: LibraryKind }) {
  const units = useUnits();
  const navigate = useNavigate();
  const { data } = useQuery({ queryKey: KEYS.library, queryFn: api.library, staleTime: Infinity });
  const [wanted, setWanted] = useState('');
  const [withRetired, setWithRetired] = useState(false);
  const { rows, columns, retired } = useMemo(() => {
    const ids = new Set((data?.[kind] ?? []).filter((r) => r.retired).map((r) => r.id));
    const all = data ? KINDS[kind].rows(data) : [];
    return {
      rows: withRetired ? all : all.filter((r) => !ids.has(r.id)),
      columns: KINDS[kind].columns(units),
      retired: ids.size,
    };
  }, [data, kind, units, withRetired]);
  const found = useMemo(() => {
    const words = wanted.split(/\s+/);
    return rows.filter((r) => words.every((w) => r.words.includes(w)));
  }, [rows, wanted]);
  const open = useCallback((id: string) => void navigate(`/library/${kind}/${id}`), [navigate, kind]);
  const find = useCallback((text: string) => setWanted(text.toLowerCase()), []);
  return (
    <>
      <div style={{ display: 'flex', gap: 16, alignItems: 'center', marginBottom: 12, flexWrap: 'wrap' }}>
        <KindTabs />
        <span style={{ width: 340 }}>
          <FindField label={`Find in ${KINDS[kind].title.toLowerCase()}`} onFind={find} />
        </span>
        <p className="muted" aria-live="polite">
          {found.length === rows.length ? `${rows.length} in all` : `${found.length} of ${rows.length}`}
        </p>
        {retired > 0 && (
          <FormControlLabel
            control={<Checkbox checked={withRetired} onChange={(e) => setWithRetired(e.target.checked)} />}
            label={`Show ${retired} retired`}
          />
        )}
        <NewOne kind={kind} />
      </div>
      <FigureGrid
        label={KINDS[kind].title}
        rows={found}
        columns={columns}
        onOpen={open}
        nothing={
          !data ? 'Loading library…' : rows.length === 0 ? 'Nothing is here yet.' : 'No results. Try fewer words.'
        }
      />
    </>
  );
}

const KindTabs = memo(function KindTabs() {
  return (
    <nav aria-label="Kinds" className={layout['tabs']}>
      {(Object.keys(KINDS) as LibraryKind[]).map((k) => (
        <NavLink key={k} to={`/library/${k}`}>
          {KINDS[k].title}
        </NavLink>
      ))}
    </nav>
  );
});

const NewOne = memo(function NewOne({ kind }: { kind: LibraryKind }) {
  const navigate = useNavigate();
  const one = { engines: 'engine', gearboxes: 'gearbox', parts: 'part', families: 'family', offers: 'offer' }[kind];
  return (
    <Button
      variant="contained"
      color="primary"
      sx={{ ml: 'auto' }}
      onClick={() => void navigate(`/library/${kind}/new/edit`)}
    >
      New {one}
    </Button>
  );
});

/** Undo and redo of the library: its changes are no build's. */
function LibrarySteps() {
  const client = useQueryClient();
  const { data } = useQuery({ queryKey: KEYS.librarySteps, queryFn: api.librarySteps });
  const step = useMutation({
    mutationFn: api.stepLibrary,
    onSettled: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: KEYS.library }),
        client.invalidateQueries({ queryKey: KEYS.librarySteps }),
      ]),
  });
  const undo = data?.undo ?? null;
  const redo = data?.redo ?? null;
  return (
    <>
      {step.error && (
        <span role="alert" style={{ color: 'var(--blocked)' }}>
          {step.error.message}
        </span>
      )}
      <Button
        title={undo === null ? 'Nothing to undo' : `Undo: ${undo}`}
        aria-label="Undo"
        disabled={undo === null || step.isPending}
        onClick={() => step.mutate('undo')}
      >
        <Undo2 size={16} />
      </Button>
      <Button
        title={redo === null ? 'Nothing to redo' : `Redo: ${redo}`}
        aria-label="Redo"
        disabled={redo === null || step.isPending}
        onClick={() => step.mutate('redo')}
      >
        <Redo2 size={16} />
      </Button>
    </>
  );
}

const MOST_FAULTS = 8;
/** A spreadsheet’s table, by the name of its file. */
const isTable = (name: string) => /\.(csv|tsv|txt)$/i.test(name);

/** Files out and in. */
function Files({ kind }: { kind: LibraryKind }) {
  const units = useUnits();
  const { data: library } = useQuery({ queryKey: KEYS.library, queryFn: api.library, staleTime: Infinity });
  /** A table that is looked at before it comes in: its text, or that it is to be pasted. */
  const [table, setTable] = useState<{ readonly text?: string }>();
  const order = useRef<TableOrder>(undefined);
  const incoming = useIncoming(async (f: File, stopped) =>
    order.current ? api.importTable(order.current, stopped) : api.importLibrary(await f.text(), stopped),
  );
  const chosen = {
    ...incoming,
    bring: (f: File) => {
      order.current = undefined;
      if (isTable(f.name)) void f.text().then((text) => setTable({ text }));
      else incoming.bring(f);
    },
  };
  const { report, error, clear } = incoming;
  const count = (outcome: string) => report?.rows.filter((r) => r.outcome === outcome).length ?? 0;
  return (
    <section style={{ marginTop: 14 }}>
      {error && (
        <Alert severity="error" variant="outlined" sx={{ mb: 1 }}>
          {error.message}
          {error instanceof ApiProblem && error.errors.length > 1 && (
            <ul>
              {error.errors.slice(1, MOST_FAULTS).map((f) => (
                <li key={f.pointer}>{f.message}</li>
              ))}
            </ul>
          )}{' '}
          Nothing was saved.
        </Alert>
      )}
      {report && (
        <Alert severity="info" variant="outlined" sx={{ mb: 1 }} onClose={clear}>
          {count('added')} added, {count('already here')} already here, {count('added under a new id')} added under a
          new id.
        </Alert>
      )}
      <span style={{ display: 'flex', gap: 8, flexWrap: 'wrap' }}>
        {kind !== 'families' && kind !== 'offers' && (
          <Button component="a" href={api.libraryCsvUrl(kind, units)} download>
            {KINDS[kind].title} Export CSV
          </Button>
        )}
        <Button component="a" href={api.libraryFileUrl} download>
          Export library
        </Button>
        <BringFile incoming={chosen} accept=".json,.csv,.tsv,.txt,application/json,text/csv" label="Library file">
          Import (JSON or CSV)
        </BringFile>
        <Button onClick={() => setTable({})}>Paste a table</Button>
      </span>
      {table && library && (
        <TableDialog
          text={table.text}
          library={library}
          onBring={(next) => {
            order.current = next;
            incoming.bring(new File([next.text], 'table.csv', { type: 'text/csv' }));
          }}
          onClose={() => setTable(undefined)}
        />
      )}
    </section>
  );
}
