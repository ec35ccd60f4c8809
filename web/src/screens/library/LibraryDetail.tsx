import { choiceWords } from '@sable/core/model';
import { ratingAtInputShaft } from '@sable/core/questions/strength';
import {
  supplyWords,
  yearsBuilt,
  type Engine,
  type Family,
  type Gearbox,
  type Library,
  type Offer,
  type Part,
} from '@sable/core';
import { curveInUse, highestRpm, lowestRpm } from '@sable/core/questions/curve';
import { convexOf } from '@sable/core/geometry';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Button from '@mui/material/Button';
import { Suspense, lazy, type ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, type RowKind } from '../../hooks/api.ts';
import { KEYS } from '../../hooks/queryKeys.ts';
import { UnitSwitch } from '../../pieces/UnitSwitch.tsx';
import { PlainShell } from '../../pieces/PlainShell.tsx';
import { FigureText, Plain, Sentence } from '../../pieces/figures.tsx';
import { EvidenceMark } from '../../pieces/marks.tsx';
import { ThreeViews, type DrawnSolid } from '../../pieces/ThreeViews.tsx';
import { isLibraryKind } from './LibraryScreen.tsx';
import { OfferView } from './OfferView.tsx';
import layout from '../../pieces/layout.module.css';

const TorqueChart = lazy(() => import('../../pieces/TorqueChart.tsx').then((m) => ({ default: m.TorqueChart })));

/** One engine, gearbox or part with everything that is known of it, and from where. */
export function LibraryDetail() {
  const { kind, id } = useParams();
  const navigate = useNavigate();
  const { data } = useQuery({ queryKey: KEYS.library, queryFn: api.library, staleTime: Infinity });
  const back = <Button onClick={() => void navigate(`/library/${kind ?? 'engines'}`)}>Back to list</Button>;
  const row =
    data && isLibraryKind(kind)
      ? ((data[kind] ?? []) as readonly { id: string; name: string; retired?: boolean }[]).find((r) => r.id === id)
      : undefined;
  const tools = (
    <>
      {back}
      {row && isLibraryKind(kind) && <RowTools kind={kind} row={row} />}
      <UnitSwitch />
    </>
  );
  return (
    <PlainShell title={row?.name ?? 'Library'} tools={tools}>
      <div className="main">
        {!data ? (
          <p className="muted">Loading library…</p>
        ) : !row ? (
          <div className={layout['empty']}>
            <h2>There is no “{id}” here</h2>
            {back}
          </div>
        ) : kind === 'engines' ? (
          <EngineDetail engine={row as Engine} />
        ) : kind === 'gearboxes' ? (
          <GearboxDetail gearbox={row as Gearbox} />
        ) : kind === 'parts' ? (
          <PartDetail part={row as Part} library={data} />
        ) : kind === 'offers' ? (
          <OfferView offer={row as unknown as Offer} library={data} />
        ) : (
          <FamilyDetail family={row as unknown as Family} library={data} />
        )}
        {row && isLibraryKind(kind) && <History kind={kind} id={row.id} />}
      </div>
    </PlainShell>
  );
}

/** Edit it, copy it, retire it or offer it again, take it along as a file. */
function RowTools({ kind, row }: { kind: RowKind; row: { id: string; retired?: boolean } }) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const retire = useMutation({
    mutationFn: async () => {
      const { row: standing, version } = await api.row<{ id: string; retired?: boolean }>(kind, row.id);
      const { retired: _old, ...rest } = standing;
      await api.putRow(kind, standing.retired ? rest : { ...rest, retired: true }, version);
    },
    onSuccess: () => client.invalidateQueries(),
  });
  return (
    <>
      {retire.error && <span role="alert">{retire.error.message}</span>}
      <Button component="a" href={api.rowFileUrl(kind, row.id)} download>
        Export
      </Button>
      <Button onClick={() => retire.mutate()} disabled={retire.isPending}>
        {kind === 'offers'
          ? row.retired
            ? 'Available again'
            : 'No longer available'
          : row.retired
            ? 'Restore'
            : 'Archive'}
      </Button>
      <Button onClick={() => void navigate(`/library/${kind}/new/edit?from=${row.id}`)}>Duplicate</Button>
      <Button variant="contained" color="primary" onClick={() => void navigate(`/library/${kind}/${row.id}/edit`)}>
        Edit
      </Button>
    </>
  );
}

/** Builds that use it, and who changed it. */
function History({ kind, id }: { kind: RowKind; id: string }) {
  const { data } = useQuery({ queryKey: KEYS.rowHistory(kind, id), queryFn: () => api.rowHistory(kind, id) });
  if (!data) return null;
  return (
    <section className="block">
      <h2>Usage and history</h2>
      <p>{data.usedBy.length === 0 ? 'Not used in any build.' : `Used in ${data.usedBy.join(', ')}.`}</p>
      {data.changes.length > 0 && (
        <ul className="muted" style={{ marginTop: 6 }}>
          {data.changes.slice(0, 8).map((c) => (
            <li key={c.seq}>
              {new Date(c.at).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })}:{' '}
              {c.step === 'do' ? '' : `${c.step}: `}
              {c.words}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function FamilyDetail({ family, library }: { family: Family; library: Library }) {
  const engines = library.engines.filter((e) => e.family === family.name);
  const name = (id: string) => library.engines.find((e) => e.id === id)?.shortName ?? id;
  return (
    <>
      <p className="say big">
        {family.name}: {engines.length === 1 ? 'one engine' : `${engines.length} engines`}, {family.marks.length} marks
      </p>
      {family.note && <p className="say muted">{family.note}</p>}
      <section className="block">
        <h2>Casting marks</h2>
        <table className={layout['figures']}>
          <thead>
            <tr>
              <th scope="col">Mark</th>
              <th scope="col">On</th>
              <th scope="col">Found on</th>
              <th scope="col">Cast</th>
              <th scope="col">Identifies</th>
            </tr>
          </thead>
          <tbody>
            {family.marks.map((m) => (
              <tr key={m.id}>
                <th scope="row">
                  {m.reads}
                  <EvidenceMark evidence={m.evidence} />
                </th>
                <td>
                  {m.on}, {m.where}
                </td>
                <td>{m.engineIds.map(name).join(', ')}</td>
                <td>{m.builtFrom === undefined ? 'unknown' : `${m.builtFrom} to ${m.builtTo ?? 'the end'}`}</td>
                <td className="muted">
                  {[
                    m.bosses && `side mount bosses ${m.bosses}`,
                    m.chamberCc && `chamber ${m.chamberCc.value} cc`,
                    m.crankWheel && `crank trigger wheel ${m.crankWheel}`,
                  ]
                    .filter(Boolean)
                    .join(', ') || 'nothing more'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <section className="block">
        <h2>Interchangeable parts</h2>
        <table className={layout['figures']}>
          <tbody>
            {family.interchange.map((i) => (
              <tr key={i.id}>
                <th scope="row">
                  {i.what}, {name(i.fromEngineId)} onto {name(i.ontoEngineId)}
                </th>
                <td>
                  {i.goes}
                  <EvidenceMark evidence={i.evidence} />
                </td>
                <td className="muted">{i.also.join(', ') || 'nothing else'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </>
  );
}

function Facts({ rows }: { rows: readonly (readonly [string, ReactNode])[] }) {
  return (
    <dl className={layout['facts']}>
      {rows.map(([name, value]) => [<dt key={`${name}-t`}>{name}</dt>, <dd key={`${name}-d`}>{value}</dd>])}
    </dl>
  );
}

function Price({ price }: { price: Engine['price'] }) {
  if (!price) return <span className="muted">unknown</span>;
  return (
    <>
      <Plain value={price.low} quantity="money" /> to <Plain value={price.high} quantity="money" currency="EUR" />,
      likely <Plain value={price.likely} quantity="money" currency="EUR" />
      <EvidenceMark evidence={price.evidence} />
    </>
  );
}

/** The outside in three views, or what to do where nobody has drawn one. */
function Outside({ solids, colour }: { solids: readonly Engine['solids'][number][]; colour: string }) {
  if (solids.length === 0)
    return <p className="muted">No geometry: fit cannot be checked. Add shapes or import a scan.</p>;
  const drawn = solids.map((s): DrawnSolid => ({
    id: s.id,
    name: s.name,
    convex: convexOf(s.shape),
    kind: 'powertrain',
  }));
  return <ThreeViews solids={drawn} colour={colour} />;
}

function EngineDetail({ engine }: { engine: Engine }) {
  const curve = curveInUse(engine, []);
  const stock = engine.slots.flatMap((s) => (s.options.find((o) => o.stock) ?? s.options[0]!).solids);
  return (
    <>
      <p className="say big">
        {engine.name}
        {[
          engine.cylinders && `: ${engine.cylinders} cylinders ${engine.arrangement ?? ''}`.trimEnd(),
          engine.blockMaterial && `block of ${engine.blockMaterial}`,
          engine.headMaterial && `head of ${engine.headMaterial}`,
          engine.induction,
        ]
          .filter(Boolean)
          .join(', ')}
      </p>
      <div className="grid-two" style={{ marginTop: 14 }}>
        <Facts
          rows={[
            ['Family', engine.family ?? 'unknown'],
            ['Codes', engine.codes.join(', ') || 'none recorded'],
            ['Production years', yearsBuilt(engine)],
            ['Bore', <FigureText key="b" figure={engine.boreMm} quantity="lengthMm" digits={1} />],
            ['Stroke', <FigureText key="s" figure={engine.strokeMm} quantity="lengthMm" digits={1} />],
            ['Compression', <FigureText key="c" figure={engine.compressionRatio} quantity="number" digits={1} />],
            ['Idle', <FigureText key="i" figure={engine.idleRpm} quantity="rpm" />],
            ['Redline', <FigureText key="r" figure={engine.redlineRpm} quantity="rpm" />],
            ['Oil', <FigureText key="o" figure={engine.oilL} quantity="volumeL" />],
            ['Coolant', <FigureText key="w" figure={engine.coolantL} quantity="volumeL" />],
            [
              'Noise',
              engine.noise ? <FigureText key="n" figure={engine.noise.levelDb} quantity="soundDb" /> : 'unknown',
            ],
            ['Price used', <Price key="p" price={engine.price} />],
            ['Supply', engine.supply ? supplyWords(engine.supply) : 'unknown'],
            ['Known faults', engine.faults.join(' ') || 'none recorded'],
          ]}
        />
        <div>
          {curve && (
            <Suspense fallback={null}>
              <TorqueChart
                height={250}
                band={{
                  lowRpm: engine.idleRpm?.value ?? lowestRpm(curve.torque),
                  highRpm: engine.redlineRpm?.value ?? highestRpm(curve.torque),
                }}
                bandName={engine.idleRpm && engine.redlineRpm ? 'idle to redline' : 'as the curve runs'}
                series={[{ candidate: { id: engine.id, letter: 'A' }, label: engine.shortName, torque: curve.torque }]}
              />
            </Suspense>
          )}
          <p className="muted small">
            {curve ? (
              <>
                {curve.name}, {curve.standard}, ± {(curve.scatterShare * 100).toFixed(0)} %
                <EvidenceMark evidence={curve.evidence} />
                {curve.basis.words !== '' && (
                  <>
                    {' '}
                    <Sentence>{`Shown at the crankshaft in ISO 1585 conditions: ${curve.basis.words}.`}</Sentence>
                  </>
                )}
              </>
            ) : (
              'No torque curve.'
            )}
          </p>
          <h3 style={{ marginTop: 14 }}>Mass records</h3>
          <table className={layout['figures']}>
            <thead>
              <tr>
                <th scope="col">Mass</th>
                <th scope="col">Basis</th>
                <th scope="col">Source</th>
                <th scope="col">In use</th>
              </tr>
            </thead>
            <tbody>
              {engine.massRecords.map((m) => (
                <tr key={m.id}>
                  <td>
                    <FigureText figure={m.massKg} quantity="massKg" />
                  </td>
                  <td>{m.basis}</td>
                  <td className="muted">{m.massKg.source ?? 'not stated'}</td>
                  <td>{m.inUse ? 'yes' : ''}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </div>
      <section className="block">
        <h2>Geometry, standard dressing</h2>
        <Outside solids={[...engine.solids, ...stock]} colour="var(--c-a)" />
      </section>
      <section className="block">
        <h2>Dressing</h2>
        <table className={layout['figures']}>
          <thead>
            <tr>
              <th scope="col">Where</th>
              <th scope="col">Choice</th>
              <th scope="col" className="r">
                Mass difference
              </th>
              <th scope="col">Price</th>
            </tr>
          </thead>
          <tbody>
            {engine.slots.flatMap((s) =>
              s.options.map((o) => (
                <tr key={o.id}>
                  <th scope="row">{s.slot}</th>
                  <td>{o.name}</td>
                  <td className="r">
                    {o.stock ? 'as quoted' : <FigureText figure={o.massKg} quantity="massKg" digits={1} signed />}
                  </td>
                  <td>{o.stock ? 'comes with it' : <Price price={o.price} />}</td>
                </tr>
              )),
            )}
          </tbody>
        </table>
      </section>
    </>
  );
}

function GearboxDetail({ gearbox }: { gearbox: Gearbox }) {
  return (
    <>
      <p className="say big">
        {gearbox.name}: {gearbox.kind}, {gearbox.ratios.length} speeds
      </p>
      <div style={{ marginTop: 14 }}>
        <Facts
          rows={[
            ['Ratios', gearbox.ratios.map((r) => r.toFixed(2)).join(' · ')],
            ['Reverse', gearbox.noReverse ? 'none' : (gearbox.reverseRatio?.toFixed(2) ?? 'unknown')],
            ...gearbox.ratings.map(
              (r) =>
                [
                  r.gear === undefined ? 'Torque rating' : `Rated in gear ${r.gear}`,
                  <FigureText key={r.id} figure={ratingAtInputShaft(r)?.inputNm} quantity="torqueNm" />,
                ] as const,
            ),
            ['Length', <FigureText key="l" figure={gearbox.lengthMm} quantity="lengthMm" />],
            ['Mass', <FigureText key="m" figure={gearbox.massKg} quantity="massKg" />],
            ['Oil', <FigureText key="o" figure={gearbox.oilL} quantity="volumeL" />],
            ['Donor car kerb mass', <FigureText key="k" figure={gearbox.donorKerbKg} quantity="massKg" />],
            ['Price used', <Price key="p" price={gearbox.price} />],
            ['Supply', gearbox.supply ? supplyWords(gearbox.supply) : 'unknown'],
            ['Note', gearbox.note ?? 'none'],
          ]}
        />
      </div>
      <section className="block">
        <h2>Geometry</h2>
        <Outside solids={gearbox.solids} colour="var(--c-e)" />
      </section>
    </>
  );
}

function PartDetail({ part, library }: { part: Part; library: Library }) {
  const named = (c: Part['requires'][number]) => {
    const all: readonly { id: string; name: string }[] = [...library.engines, ...library.gearboxes, ...library.parts];
    return `${all.find((r) => r.id === c.is)?.name ?? c.is}${c.because ? ` (${c.because})` : ''}`;
  };
  const spec = (s: Readonly<Record<string, unknown>> | undefined) =>
    s
      ? Object.entries(s)
          .map(([k, v]) => `${k} ${String(v)}`)
          .join(', ')
      : 'anything';
  return (
    <>
      <p className="say big">{part.name}</p>
      <div style={{ marginTop: 14 }}>
        <Facts
          rows={[
            ['Kind', choiceWords(part.class)],
            ['Availability', part.discontinued ? 'discontinued' : choiceWords(part.made)],
            [
              'Solves interface',
              part.closes.map((c) => `${c.joint}: ${spec(c.toA)} to ${spec(c.toB)}`).join('; ') || 'none',
            ],
            ['Provides', part.provides.map((p) => `${p.kind}: ${spec(p.spec)}`).join('; ') || 'nothing'],
            ['Needs', part.requires.map(named).join('; ') || 'nothing else'],
            ['Not compatible with', part.excludes.map(named).join('; ') || 'nothing known'],
            ['Mass', <FigureText key="m" figure={part.massKg} quantity="massKg" digits={1} />],
            ['Price', <Price key="p" price={part.price} />],
            ['Hours to fit', <Plain key="h" value={part.hours?.likely} quantity="hours" digits={1} />],
            [
              'Lead time',
              part.leadDays === undefined ? 'unknown' : part.leadDays === 0 ? 'none' : `${part.leadDays} days`,
            ],
            ['Note', part.note ?? 'none'],
          ]}
        />
      </div>
    </>
  );
}
