import type { Candidate, Family, Inspection } from '@sable/core';
import { identify, type Identity } from '@sable/core/questions/donor';
import { formatQuantity } from '@sable/core/units';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import TextField from '@mui/material/TextField';
import { X } from 'lucide-react';
import { useState } from 'react';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { QuantityField, WordsField } from '../../pieces/fields.tsx';
import { Plain } from '../../pieces/figures.tsx';
import { FindingsColumn } from '../../pieces/Findings.tsx';
import { LetterTag } from '../../pieces/marks.tsx';
import { Interchange } from './Interchange.tsx';
import layout from '../../pieces/layout.module.css';
import css from './donors.module.css';

const NOTHING: Inspection = { compressionBar: [], leakDownPct: [], marksRead: [], faultsFound: [] };

/** What stands on the floor: read off its castings, measured before money goes into it, left sealed or refreshed. */
export function Inspect() {
  const { candidate, library } = useBuild();
  const { assessment } = useJudgement();
  if (!candidate) return <p className="main">There is no candidate yet.</p>;
  const engine = library.engines.find((e) => e.id === candidate.engineId);
  const family = library.families?.find((f) => f.name === engine?.family);
  const findings = (assessment?.findings ?? []).filter((f) => f.step === 'donors');
  return (
    <div className="screen">
      <div className="main" key={candidate.id}>
        <Marks candidate={candidate} family={family} />
        <Incoming candidate={candidate} cylinders={engine?.cylinders ?? 0} known={engine?.faults ?? []} />
        <SealedOrRefresh candidate={candidate} />
        {family && <Interchange family={family} />}
      </div>
      <FindingsColumn title="The donor" findings={findings} none="No donor results yet." />
    </div>
  );
}

function usePutInspection(candidate: Candidate) {
  const { saveCandidate } = useBuildActions();
  const inspection = candidate.inspection ?? NOTHING;
  return {
    inspection,
    put: (more: Partial<Inspection>) => {
      const next = { ...inspection, ...more };
      // A field that was emptied is left out, not kept as nothing.
      const kept = Object.fromEntries(Object.entries(next).filter(([, v]) => v !== undefined)) as Inspection;
      saveCandidate(candidate, { ...candidate, inspection: kept });
    },
  };
}

/** What the identity comes to, in one sentence. */
function identityWords(id: Identity, names: readonly string[], read: number): string {
  if (read === 0) return 'No casting marks entered yet';
  if (id.contradictions.length > 0) return 'Casting marks are inconsistent';
  const what = names.length === 1 ? names[0]! : names.length === 0 ? 'no engine of the family' : names.join(' or ');
  const years =
    id.builtFrom !== undefined && id.builtTo !== undefined
      ? ` of ${id.builtFrom} to ${id.builtTo}`
      : id.builtFrom !== undefined
        ? ` of ${id.builtFrom} or later`
        : '';
  const bosses = id.bosses ? `, side mount bosses: ${id.bosses}` : '';
  return `${what}${years}${bosses}`;
}

function Marks({ candidate, family }: { candidate: Candidate; family: Family | undefined }) {
  const { library } = useBuild();
  const { inspection, put } = usePutInspection(candidate);
  if (!family)
    return (
      <div className="answer">
        <p className="say big">
          <LetterTag letter={candidate.letter} /> No casting marks recorded for this engine family
        </p>
        <p className="say muted">Add them in Library, Families.</p>
      </div>
    );
  const read = inspection.marksRead;
  const id = identify(family, library.engines, read);
  const names = id.engineIds.map((x) => library.engines.find((e) => e.id === x)?.name ?? x);
  return (
    <>
      <div className="answer">
        <p className="say big">
          <LetterTag letter={candidate.letter} /> {identityWords(id, names, read.length)}
        </p>
        <p className="say muted">
          {id.contradictions[0] ??
            (id.unknown.length === 0
              ? 'Identification complete.'
              : `Still unknown: ${id.unknown.map((u) => `${u.what}${u.readAt[0] ? ` (${u.readAt[0]})` : ''}`).join('; ')}.`)}
        </p>
      </div>
      <section>
        <h2>Casting marks found: {family.name}</h2>
        <div className={css['marks']}>
          {family.marks.map((m) => (
            <label key={m.id}>
              <input
                type="checkbox"
                checked={read.includes(m.id)}
                onChange={(e) =>
                  put({ marksRead: e.target.checked ? [...read, m.id] : read.filter((x) => x !== m.id) })
                }
              />
              <span>
                <b>{m.reads}</b> on the {m.on}
              </span>
              <small>{m.where}</small>
            </label>
          ))}
        </div>
        <dl className={layout['facts']}>
          <dt>Combustion chamber volume</dt>
          <dd>
            {id.chamberCc ? (
              <Plain value={id.chamberCc.value} quantity="volumeCc" />
            ) : (
              <span className="muted">unknown</span>
            )}
          </dd>
          <dt>Crank trigger wheel</dt>
          <dd>{id.crankWheel ?? <span className="muted">unknown</span>}</dd>
        </dl>
      </section>
    </>
  );
}

type ByCylinder = 'compressionBar' | 'leakDownPct';

/** Incoming inspection of the engine and gearbox. */
function Incoming({
  candidate,
  cylinders,
  known,
}: {
  candidate: Candidate;
  cylinders: number;
  /** What engines of its kind are known for. */
  known: readonly string[];
}) {
  const { inspection, put } = usePutInspection(candidate);
  const [fault, setFault] = useState('');
  const [waiting, setWaiting] = useState<Partial<Record<ByCylinder, readonly (number | undefined)[]>>>({});
  /** What stands in a cylinder’s field: kept, or typed and waiting for the cylinders before it. */
  const read = (key: ByCylinder, at: number) => inspection[key][at] ?? waiting[key]?.[at];
  const setCylinder = (key: ByCylinder, at: number, value: number | undefined) => {
    const next = Array.from({ length: cylinders }, (_, i) => (i === at ? value : read(key, i)));
    setWaiting({ ...waiting, [key]: next });
    // Cylinders are kept in order: what follows a gap is not known to be which one.
    const end = next.findIndex((v) => v === undefined);
    put({ [key]: end < 0 ? next : next.slice(0, end) });
  };
  const gap = (['compressionBar', 'leakDownPct'] as const).some((key) => {
    const all = Array.from({ length: cylinders }, (_, i) => read(key, i));
    const first = all.findIndex((v) => v === undefined);
    return first >= 0 && all.slice(first).some((v) => v !== undefined);
  });
  return (
    <section className="block">
      <h2>Incoming inspection</h2>
      <p className="muted small">
        Do this before spending money. Compression: throttle open, all plugs removed, battery charged. Leak-down: piston
        at TDC, crankshaft locked (air pressure can turn it).
      </p>
      <h3 style={{ marginTop: 12 }}>Compression</h3>
      <div className={css['cylinders']}>
        {Array.from({ length: cylinders }, (_, i) => (
          <QuantityField
            key={i}
            label={`Cyl. ${i + 1}`}
            quantity="pressureBar"
            digits={1}
            optional
            min={0}
            max={60}
            value={read('compressionBar', i)}
            onCommit={(v) => setCylinder('compressionBar', i, v)}
          />
        ))}
      </div>
      <h3>Leak-down</h3>
      <div className={css['cylinders']}>
        {Array.from({ length: cylinders }, (_, i) => (
          <QuantityField
            key={i}
            label={`Cyl. ${i + 1} `}
            quantity="percent"
            digits={0}
            optional
            min={0}
            max={100}
            value={read('leakDownPct', i)}
            onCommit={(v) => setCylinder('leakDownPct', i, v)}
          />
        ))}
      </div>
      {gap && <p className="small muted">Kept in the order of the cylinders: enter the ones before it too.</p>}
      <div className={layout['form-grid']}>
        <QuantityField
          label="Gauge good to ±"
          quantity="pressureBar"
          digits={1}
          optional
          min={0}
          max={5}
          help="{{0.3|pressureBar|1|}} where nothing is entered"
          value={inspection.compressionPlusMinusBar}
          onCommit={(v) => put({ compressionPlusMinusBar: v } as Partial<Inspection>)}
        />
        <QuantityField
          label="Minimum, manufacturer"
          quantity="pressureBar"
          digits={1}
          optional
          min={0.1}
          max={60}
          help="Else {{9|pressureBar|0|}}, of a diesel {{20|pressureBar|0|}}"
          value={inspection.makersLeastBar}
          onCommit={(v) => put({ makersLeastBar: v } as Partial<Inspection>)}
        />
        <QuantityField
          label="Oil pressure, hot"
          quantity="pressureBar"
          digits={1}
          optional
          min={0}
          max={15}
          value={inspection.oilPressureBar}
          onCommit={(v) => put({ oilPressureBar: v } as Partial<Inspection>)}
        />
        <QuantityField
          label="Oil pressure, least"
          quantity="pressureBar"
          digits={1}
          optional
          min={0.1}
          max={15}
          value={inspection.oilPressureLeastBar}
          onCommit={(v) => put({ oilPressureLeastBar: v } as Partial<Inspection>)}
        />
        <QuantityField
          label="Crank end play"
          quantity="lengthMm"
          digits={2}
          optional
          min={0}
          max={5}
          value={inspection.endPlayMm}
          onCommit={(v) => put({ endPlayMm: v } as Partial<Inspection>)}
        />
        <QuantityField
          label="Crank end play limit"
          quantity="lengthMm"
          digits={2}
          optional
          min={0.01}
          max={5}
          value={inspection.endPlayLimitMm}
          onCommit={(v) => put({ endPlayLimitMm: v } as Partial<Inspection>)}
        />
        <QuantityField
          label="Gearbox end play"
          quantity="lengthMm"
          digits={2}
          optional
          min={0}
          max={5}
          value={inspection.gearboxEndPlayMm}
          onCommit={(v) => put({ gearboxEndPlayMm: v } as Partial<Inspection>)}
        />
        <QuantityField
          label="Its limit "
          quantity="lengthMm"
          digits={2}
          optional
          min={0.01}
          max={5}
          value={inspection.gearboxEndPlayLimitMm}
          onCommit={(v) => put({ gearboxEndPlayLimitMm: v } as Partial<Inspection>)}
        />
        <QuantityField
          label="Odometer reading"
          quantity="travelledKm"
          optional
          min={0}
          max={2_000_000}
          value={inspection.travelledKm}
          onCommit={(v) => put({ travelledKm: v } as Partial<Inspection>)}
        />
        <WordsField
          label="Inspected by"
          value={inspection.by ?? ''}
          maxLength={120}
          onCommit={(by) => put({ by: by.trim() === '' ? undefined : by } as Partial<Inspection>)}
        />
      </div>
      <fieldset className={layout['change']} style={{ marginTop: 12 }}>
        <legend>Scored bores and metal</legend>
        <div className="row">
          {Array.from({ length: cylinders }, (_, i) => i + 1).map((n) => (
            <FormControlLabel
              key={n}
              control={
                <Checkbox
                  size="small"
                  checked={inspection.scoredBores?.includes(n) ?? false}
                  onChange={(_, on) => {
                    const next = [...(inspection.scoredBores ?? []).filter((b) => b !== n), ...(on ? [n] : [])];
                    put({ scoredBores: next.sort((a, b) => a - b) });
                  }}
                />
              }
              label={`Bore ${n} scored`}
            />
          ))}
          <FormControlLabel
            control={
              <Checkbox
                size="small"
                checked={inspection.gearboxMetal ?? false}
                onChange={(_, gearboxMetal) => put({ gearboxMetal })}
              />
            }
            label="Metal in the gearbox oil"
          />
        </div>
      </fieldset>
      {known.length > 0 && (
        <>
          <h3 style={{ marginTop: 14 }}>Known faults</h3>
          <ul className={layout['part-list']}>
            {known
              .map((fault) => fault.slice(0, 200))
              .map((k) => (
                <li key={k}>
                  {k}
                  <Button
                    disabled={inspection.faultsFound.includes(k)}
                    onClick={() => put({ faultsFound: [...inspection.faultsFound, k] })}
                  >
                    {inspection.faultsFound.includes(k) ? 'Found' : 'Mark as found'}
                  </Button>
                </li>
              ))}
          </ul>
        </>
      )}
      <form
        className="row"
        style={{ marginTop: 12, display: 'flex', gap: 8 }}
        onSubmit={(e) => {
          e.preventDefault();
          if (fault.trim() === '') return;
          put({ faultsFound: [...inspection.faultsFound, fault.trim()] });
          setFault('');
        }}
      >
        <TextField
          label="Other fault"
          value={fault}
          onChange={(e) => setFault(e.target.value)}
          sx={{ maxWidth: 420 }}
          slotProps={{ htmlInput: { maxLength: 200 }, inputLabel: { shrink: true } }}
        />
        <Button type="submit" disabled={fault.trim() === ''}>
          Add
        </Button>
      </form>
      {inspection.faultsFound.length > 0 && (
        <ul className={layout['part-list']} style={{ marginTop: 8 }}>
          {inspection.faultsFound.map((f, i) => (
            <li key={`${i} ${f}`}>
              {f}
              <Button
                aria-label={`Remove: ${f}`}
                sx={{ p: '2px 6px' }}
                onClick={() => put({ faultsFound: inspection.faultsFound.filter((_, k) => k !== i) })}
              >
                <X size={13} />
              </Button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** The choice, with the kit that is worth fitting while it is out. */
function SealedOrRefresh({ candidate }: { candidate: Candidate }) {
  const { assessment } = useJudgement();
  const { build } = useBuild();
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  const refresh = assessment?.figures?.donor?.refresh;
  const money = (v: number) => formatQuantity(v, 'money', units, { currency: build.currency });
  const put = (value: 'leave sealed' | 'refresh' | null) => {
    const { refresh: _old, ...rest } = candidate;
    saveCandidate(candidate, value ? { ...rest, refresh: value } : rest);
  };
  return (
    <section className="block">
      <h2>Use as is or refurbish</h2>
      {!refresh ? (
        <p className="muted">Assign a listing or enter an inspection to calculate this.</p>
      ) : (
        <>
          <p className="say">
            As is: no cost now, {money(refresh.sealedRisk)} expected failure cost. Refurbished:{' '}
            {money(refresh.refreshCost)} and {formatQuantity(refresh.refreshHours, 'hours', units, { digits: 1 })} now,{' '}
            {money(refresh.refreshedRisk)} expected failure cost.
          </p>
          <ToggleButtonGroup
            exclusive
            size="small"
            value={candidate.refresh ?? null}
            onChange={(_, v: 'leave sealed' | 'refresh' | null) => put(v)}
            aria-label="Your choice"
            sx={{ my: 1 }}
          >
            <ToggleButton value="leave sealed">Use as is</ToggleButton>
            <ToggleButton value="refresh">Refurbish</ToggleButton>
          </ToggleButtonGroup>
          <table className={layout['figures']}>
            <thead>
              <tr>
                <th scope="col">Refurbishment parts</th>
                <th scope="col">Reason</th>
                <th scope="col" className="r">
                  Cost
                </th>
                <th scope="col" className="r">
                  Labour, engine out
                </th>
                <th scope="col" className="r">
                  Labour, engine in car
                </th>
              </tr>
            </thead>
            <tbody>
              {refresh.pieces.map((p) => (
                <tr key={p.name}>
                  <th scope="row">{p.name}</th>
                  <td className="muted">{p.why}</td>
                  <td className="r">{money(p.cost)}</td>
                  <td className="r">{p.hoursNow.toFixed(1)}</td>
                  <td className="r">{p.hoursLater.toFixed(1)}</td>
                </tr>
              ))}
            </tbody>
            <tfoot>
              <tr>
                <th scope="row">Total</th>
                <td>saves {refresh.hoursSaved.toFixed(0)} hours</td>
                <td className="r">{money(refresh.refreshCost)}</td>
                <td className="r">{refresh.refreshHours.toFixed(1)}</td>
                <td />
              </tr>
            </tfoot>
          </table>
        </>
      )}
    </section>
  );
}
