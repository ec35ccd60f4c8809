import { SPLICE_WAYS, type Candidate, type PinRef, type Splice, type Subject } from '@sable/core';
import {
  kindOfPin,
  matchByFunction,
  mismatchOf,
  pinKey,
  plugsOf,
  wireRun,
  type PinRow,
  type Schedule,
  type WireRun,
} from '@sable/core/questions/wiring';
import { capital, formatQuantity } from '@sable/core/units';
import { useUnits } from '../../hooks/settings.tsx';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useMemo, useRef, useState, type PointerEvent } from 'react';
import { ChoiceField, QuantityField, WordsField } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';
import { inkOf, lanesOf, onLeft, splicesOf, type Lane } from './lanes.ts';
import type { ChangeWiring } from './change.ts';
import css from './wiring.module.css';

/** Height of a lane, px, as in the style sheet. */
const LANE = 30;
const NONE = '-';

const refOf = ({ plug, pin }: PinRow): PinRef => ({ plug: plug.key, pin: pin.pin });
const shortOf = ({ plug, pin }: PinRow): string => `${plug.plug.id}·${pin.pin}`;
const wordsOf = (row: PinRow): string => row.fn?.label ?? row.pin.note ?? 'function not entered';
const wireKey = (s: Splice) => `${pinKey(s.a)} ${pinKey(s.b)}`;
const isSame = (a: Splice, b: Splice) => wireKey(a) === wireKey(b);

/** Two combs that face each other: a tooth for each pin, a strand for each wire; what nobody has said hangs loose. */
export function Combs({
  candidate,
  subject,
  schedule,
  change,
}: {
  candidate: Candidate;
  subject: Subject;
  schedule: Schedule;
  change: ChangeWiring;
}) {
  const [picked, setPicked] = useState<string>();
  const [openOnly, setOpenOnly] = useState(false);
  const dragged = useRef<string | undefined>(undefined);
  const byKey = useMemo(() => new Map(schedule.rows.map((r) => [r.key, r])), [schedule]);
  const all = useMemo(() => lanesOf(schedule), [schedule]);
  const match = useMemo(() => matchByFunction(schedule), [schedule]);
  // Wires without a length, of which both plugs have a place and a tail.
  const fromFit = useMemo(
    () =>
      new Map(
        (candidate.wiring?.splices ?? []).flatMap((s) => {
          const run = s.addMm === undefined ? wireRun(subject, s, byKey)?.toAddMm : undefined;
          return run === undefined ? [] : [[wireKey(s), Math.round(run)] as const];
        }),
      ),
    [candidate.wiring, subject, byKey],
  );
  const isOpen = (row: PinRow | undefined) => row?.state.how === 'open';
  const lanes = openOnly ? all.filter((l) => isOpen(l.left) || isOpen(l.right)) : all;
  const row = picked === undefined ? undefined : byKey.get(picked);
  const plugs = plugsOf(subject);
  if (schedule.rows.length === 0)
    return (
      <section className="block">
        <h2>Pins</h2>
        <p className="muted">
          {plugs.length === 0
            ? 'Enter the plugs of the engine in the library and those of the car below: pin, colour, function.'
            : 'The plugs have no pins yet.'}
        </p>
      </section>
    );
  const join = (a: PinRow, b: PinRow) =>
    change((was) => ({
      ...was,
      splices: [
        ...(was.splices ?? []),
        onLeft(a) ? { a: refOf(a), b: refOf(b), how: 'straight' } : { a: refOf(b), b: refOf(a), how: 'straight' },
      ],
      unused: (was.unused ?? []).filter((u) => pinKey(u.at) !== a.key && pinKey(u.at) !== b.key),
    }));
  const drop = (e: PointerEvent) => {
    const from = dragged.current === undefined ? undefined : byKey.get(dragged.current);
    dragged.current = undefined;
    const to = document.elementFromPoint(e.clientX, e.clientY)?.closest<HTMLElement>('[data-pin]')?.dataset['pin'];
    const target = to === undefined ? undefined : byKey.get(to);
    if (from && target && from.key !== target.key && from.plug.owner !== target.plug.owner) join(from, target);
  };
  const step = (key: string, down: number, across: boolean) => {
    const side = (l: Lane) => (onLeft(byKey.get(key)!) === across ? l.right : l.left);
    const at = lanes.findIndex((l) => l.left?.key === key || l.right?.key === key);
    const list = lanes.map(side);
    for (let i = across ? at : at + down; i >= 0 && i < list.length; i += down || 1) {
      const next = list[i];
      if (next) {
        document.querySelector<HTMLElement>(`[data-pin="${CSS.escape(next.key)}"]`)?.focus();
        return;
      }
    }
  };
  const tooth = (r: PinRow | undefined) =>
    r ? (
      <button
        type="button"
        className={css['tooth']}
        data-pin={r.key}
        data-side={onLeft(r) ? 'left' : 'right'}
        data-state={r.state.how}
        data-wrong={r.state.how === 'open' && r.state.because !== undefined}
        aria-pressed={picked === r.key}
        aria-label={`${shortOf(r)} ${wordsOf(r)}, ${r.state.how}`}
        onClick={(e) => {
          setPicked(picked === r.key ? undefined : r.key);
          // Its panel covers the lower part of the page.
          if (picked !== r.key) e.currentTarget.scrollIntoView({ block: 'center' });
        }}
        onPointerDown={() => (dragged.current = r.key)}
        onPointerUp={drop}
        onKeyDown={(e) => {
          const move: Record<string, readonly [number, boolean]> = {
            ArrowDown: [1, false],
            ArrowUp: [-1, false],
            ArrowLeft: [1, true],
            ArrowRight: [1, true],
          };
          const to = move[e.key];
          if (!to) return;
          e.preventDefault();
          step(r.key, ...to);
        }}
      >
        <span className={css['where']}>{shortOf(r)}</span>
        <span className={css['what']}>{wordsOf(r)}</span>
        <span className={css['colour']}>{r.pin.colour ?? ''}</span>
      </button>
    ) : (
      <span />
    );
  return (
    <section className="block" data-pointer={`/candidates/${candidate.id}/wiring/splices`}>
      <h2>Pins</h2>
      <div className={css['tools']}>
        {match.splices.length > 0 && (
          <Button
            variant="contained"
            color="primary"
            onClick={() => change((was) => ({ ...was, splices: [...(was.splices ?? []), ...match.splices] }))}
          >
            Join {match.splices.length} by function
          </Button>
        )}
        {fromFit.size > 0 && (
          <Button
            onClick={() =>
              change((was) => ({
                ...was,
                splices: (was.splices ?? []).map((s) => {
                  const addMm = fromFit.get(wireKey(s));
                  return s.addMm === undefined && addMm !== undefined ? { ...s, addMm } : s;
                }),
              }))
            }
          >
            Put {fromFit.size} {fromFit.size === 1 ? 'length' : 'lengths'} in from Fit
          </Button>
        )}
        {match.unlike.length > 0 && (
          <span className="muted small">
            {match.unlike.length} more have the same function and different signals: each needs a converter.
          </span>
        )}
        <FormControlLabel
          control={<Checkbox size="small" checked={openOnly} onChange={(_, on) => setOpenOnly(on)} />}
          label="Open pins only"
        />
        <span className="muted small">Drag from pin to pin, or press a pin and select its target.</span>
      </div>
      <div className={css['sides']}>
        <b>{[...new Set(schedule.rows.filter(onLeft).map((r) => r.plug.of))].join(' and ')}</b>
        <span />
        <b>{[...new Set(schedule.rows.filter((r) => !onLeft(r)).map((r) => r.plug.of))].join(' and ')}</b>
      </div>
      {lanes.length === 0 && <p className="muted">No pin is open.</p>}
      <div className={css['combs']}>
        <div>
          {lanes.map((l, i) => (
            <div key={l.left?.key ?? `l${i}`} className={css['slot']}>
              {tooth(l.left)}
            </div>
          ))}
        </div>
        <Strands lanes={lanes} byKey={byKey} picked={picked} />
        <div>
          {lanes.map((l, i) => (
            <div key={l.right?.key ?? `r${i}`} className={css['slot']}>
              {tooth(l.right)}
            </div>
          ))}
        </div>
      </div>
      {row && (
        <PinPanel
          key={row.key}
          row={row}
          subject={subject}
          schedule={schedule}
          byKey={byKey}
          change={change}
          onJoin={join}
          onClose={() => setPicked(undefined)}
        />
      )}
    </section>
  );
}

/** The wires between the combs, in the colours that they have; one that does not hold is dashed. */
function Strands({
  lanes,
  byKey,
  picked,
}: {
  lanes: readonly Lane[];
  byKey: ReadonlyMap<string, PinRow>;
  picked: string | undefined;
}) {
  const at = new Map<string, number>();
  lanes.forEach((l, i) => {
    if (l.left) at.set(l.left.key, i);
    if (l.right) at.set(l.right.key, i);
  });
  const seen = new Set<Splice>();
  const wires = lanes
    .flatMap((l) => [l.left, l.right])
    .flatMap((r) => (r ? splicesOf(r) : []))
    .flatMap((s) => {
      if (seen.has(s)) return [];
      seen.add(s);
      const [a, b] = [byKey.get(pinKey(s.a)), byKey.get(pinKey(s.b))];
      if (!a || !b || !at.has(a.key) || !at.has(b.key)) return [];
      const y = (r: PinRow) => (at.get(r.key)! + 0.5) * LANE;
      return [{ s, a, b, y0: y(a), y1: y(b), ...inkOf(a.pin.colour ?? b.pin.colour) }];
    });
  const height = lanes.length * LANE;
  return (
    <svg viewBox={`0 0 100 ${height}`} preserveAspectRatio="none" style={{ height }} aria-hidden="true">
      {lanes.map((l, i) => (
        <g
          key={l.left?.key ?? l.right!.key}
          stroke="var(--steel-edge)"
          strokeWidth="2"
          vectorEffect="non-scaling-stroke"
        >
          {l.left && splicesOf(l.left).length === 0 && (
            <path
              d={`M 0 ${(i + 0.5) * LANE} h 12`}
              strokeDasharray={l.left.state.how === 'open' ? '3 3' : undefined}
            />
          )}
          {l.right && splicesOf(l.right).length === 0 && (
            <path
              d={`M 100 ${(i + 0.5) * LANE} h -12`}
              strokeDasharray={l.right.state.how === 'open' ? '3 3' : undefined}
            />
          )}
        </g>
      ))}
      {wires.map(({ s, a, b, y0, y1, base, tracer }) => {
        const same = onLeft(a) === onLeft(b);
        const d = same
          ? `M ${onLeft(a) ? 0 : 100} ${y0} C ${onLeft(a) ? 40 : 60} ${y0} ${onLeft(a) ? 40 : 60} ${y1} ${onLeft(a) ? 0 : 100} ${y1}`
          : `M ${onLeft(a) ? 0 : 100} ${y0} L ${onLeft(a) ? 100 : 0} ${y1}`;
        const wrong = s.how === 'converter' ? !s.converter : mismatchOf(a.pin, b.pin) !== undefined;
        const held = picked === a.key || picked === b.key;
        return (
          <g key={`${pinKey(s.a)} ${pinKey(s.b)}`} fill="none" vectorEffect="non-scaling-stroke">
            <path d={d} stroke="var(--steel-edge)" strokeWidth={held ? 8 : 5} vectorEffect="non-scaling-stroke" />
            <path
              d={d}
              stroke={wrong ? 'var(--blocked)' : base}
              strokeWidth={held ? 6 : 3.4}
              strokeDasharray={wrong ? '6 5' : undefined}
              vectorEffect="non-scaling-stroke"
            />
            {tracer && !wrong && (
              <path d={d} stroke={tracer} strokeWidth="1.6" strokeDasharray="9 7" vectorEffect="non-scaling-stroke" />
            )}
            {s.how !== 'straight' && (
              <rect
                x="41"
                y={(y0 + y1) / 2 - 7}
                width="18"
                height="14"
                fill="var(--panel)"
                stroke="var(--ink)"
                strokeWidth="1.4"
                vectorEffect="non-scaling-stroke"
              />
            )}
          </g>
        );
      })}
    </svg>
  );
}

/** What Fit says of the length of a wire, beside its field. */
function runWords(run: WireRun | undefined, say: (mm: number) => string): string | undefined {
  if (!run) return undefined;
  return run.toAddMm === undefined
    ? `${say(run.runMm)} from plug to plug; supplied wire not entered`
    : `${say(run.toAddMm)} by Fit: ${say(run.runMm)} from plug to plug`;
}

/** What becomes of one pin: its wires, or why it is not used, or where it could go. */
function PinPanel({
  row,
  subject,
  schedule,
  byKey,
  change,
  onJoin,
  onClose,
}: {
  row: PinRow;
  subject: Subject;
  schedule: Schedule;
  byKey: ReadonlyMap<string, PinRow>;
  change: ChangeWiring;
  onJoin: (a: PinRow, b: PinRow) => void;
  onClose: () => void;
}) {
  const { state } = row;
  const units = useUnits();
  const wires = splicesOf(row);
  const others = schedule.rows
    .filter((r) => r.plug.owner !== row.plug.owner && r.state.how !== 'connected')
    .sort((a, b) => Number(b.fn?.id === row.fn?.id) - Number(a.fn?.id === row.fn?.id));
  const putWire = (wire: Splice, next: Splice | undefined) =>
    change((was) => ({
      ...was,
      splices: (was.splices ?? []).flatMap((s) => (isSame(s, wire) ? (next ? [next] : []) : [s])),
    }));
  const setWhy = (why: string | undefined) =>
    change((was) => ({
      ...was,
      unused: [
        ...(was.unused ?? []).filter((u) => pinKey(u.at) !== row.key),
        ...(why === undefined ? [] : [{ at: refOf(row), why }]),
      ],
    }));
  return (
    <div className={css['panel']} role="region" aria-label={`Pin ${shortOf(row)}`}>
      <div className={css['head']}>
        <b>
          {row.plug.plug.name}, pin {row.pin.pin}
        </b>
        <span>
          {capital(wordsOf(row))}
          {row.pin.colour ? `, ${row.pin.colour}` : ''}
          {kindOfPin(row.pin) ? `, ${kindOfPin(row.pin)}` : ''}
          {row.pin.pulsesPerRev === undefined ? '' : `, ${row.pin.pulsesPerRev} pulses each turn`}
        </span>
        <Button onClick={onClose}>Close</Button>
      </div>
      {state.how === 'open' && state.because && <p className={css['wrong']}>{capital(state.because.words)}.</p>}
      {wires.map((wire) => {
        const other = byKey.get(pinKey(wire.a) === row.key ? pinKey(wire.b) : pinKey(wire.a));
        const name = other ? `${shortOf(other)} ${wordsOf(other)}` : 'a pin that is not there';
        const put = (more: { readonly [K in keyof Splice]?: Splice[K] | undefined }) => {
          const next: Record<string, unknown> = { ...wire, ...more };
          for (const key of Object.keys(next)) if (next[key] === undefined) delete next[key];
          putWire(wire, next as Splice);
        };
        return (
          <fieldset key={`${pinKey(wire.a)} ${pinKey(wire.b)}`} className={layout['whole-form']}>
            <legend>To {name}</legend>
            <div className={layout['form-grid']}>
              <ChoiceField
                label="How"
                value={wire.how}
                choices={SPLICE_WAYS.map((w) => ({ value: w, label: w === 'straight' ? w : `through a ${w}` }))}
                onCommit={(how) => put({ how: how as Splice['how'] })}
              />
              {wire.how === 'converter' && (
                <WordsField
                  label="Converter"
                  value={wire.converter ?? ''}
                  maxLength={120}
                  onCommit={(text) => put({ converter: text.trim() === '' ? undefined : text.trim() })}
                />
              )}
              <QuantityField
                label="Length to add"
                quantity="lengthMm"
                optional
                bare
                min={0}
                max={10_000}
                value={wire.addMm}
                help={runWords(wireRun(subject, wire, byKey), (mm) => formatQuantity(mm, 'lengthMm', units))}
                onCommit={(addMm) => put({ addMm })}
              />
              <WordsField
                label="Place"
                value={wire.place ?? ''}
                maxLength={80}
                onCommit={(text) => put({ place: text.trim() === '' ? undefined : text.trim() })}
              />
              <Button onClick={() => putWire(wire, undefined)}>Cut the wire to {other ? shortOf(other) : 'it'}</Button>
            </div>
          </fieldset>
        );
      })}
      <div className={css['say']}>
        <ChoiceField
          label={wires.length > 0 ? 'Connect to another pin' : 'Connect to'}
          value={NONE}
          choices={[
            { value: NONE, label: 'choose a pin' },
            ...others.map((r) => ({ value: r.key, label: `${shortOf(r)} ${wordsOf(r)}` })),
          ]}
          onCommit={(key) => key !== NONE && onJoin(row, byKey.get(key)!)}
        />
        {wires.length === 0 && (
          <WordsField
            label="Not used, because"
            value={state.how === 'unused' ? state.why : ''}
            maxLength={120}
            onCommit={(text) => setWhy(text.trim() === '' ? undefined : text.trim())}
          />
        )}
      </div>
    </div>
  );
}
