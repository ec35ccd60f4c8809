import {
  OBSTACLE_ROLES,
  PART_ROLES,
  type Candidate,
  type Chassis,
  type Obstacle,
  type ObstacleRole,
  type PartRole,
  type Solid,
} from '@sable/core';
import type { V3 } from '@sable/core/geometry';
import { placedByThree, sidesOf, type Wrapped } from '@sable/core/geometry/scan';
import { formatNumber, unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import LinearProgress from '@mui/material/LinearProgress';
import TextField from '@mui/material/TextField';
import { proxy } from 'comlink';
import { Suspense, lazy, useEffect, useRef, useState } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import { ChoiceField, QuantityField } from '../../pieces/fields.tsx';
import { newTicket, startSums, type SumsThread } from '../../workers/client.ts';
import { STOPPED } from '../../workers/driven.ts';
import type { ReadScan } from '../../workers/scans.ts';
import layout from '../../pieces/layout.module.css';
import css from './fit.module.css';

const ScanView = lazy(() => import('./ScanView.tsx').then((m) => ({ default: m.ScanView })));

type Three = [V3, V3, V3];
const NAMES = ['Red', 'Green', 'Blue'] as const;
/** What a careful hand scan is good for, mm. */
const SCAN_MM = 2;

export interface ScanTarget {
  readonly candidate: Candidate;
  readonly chassis: Chassis;
  readonly onCandidate: (next: Candidate) => void;
  readonly onChassis: (next: Chassis) => void;
}

/** A measured shape brought in: read and wrapped here in the browser, placed by three points, and only its pieces kept. */
export function ScanDialog({ target, onClose }: { target: ScanTarget; onClose: () => void }) {
  const units = useUnits();
  // A thread of its own, ended with the dialog: a scan takes tens of megabytes.
  const thread = useRef<SumsThread | undefined>(undefined);
  const ticket = useRef(0);
  const [unit, setUnit] = useState<'mm' | 'in'>('mm');
  const [file, setFile] = useState<File>();
  const [read, setRead] = useState<ReadScan>();
  const [wrapped, setWrapped] = useState<Wrapped>();
  const [share, setShare] = useState<number>();
  const [fault, setFault] = useState<string>();
  const [picked, setPicked] = useState<readonly V3[]>([]);
  const [known, setKnown] = useState<Three>([
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ]);
  const [as, setAs] = useState<'engine' | 'bay'>('engine');
  const [role, setRole] = useState<string>('block');
  const [within, setWithin] = useState(12);
  const [name, setName] = useState('scan');
  const sums = () => (thread.current ??= startSums()).does;
  useEffect(() => () => thread.current?.end(), []);
  const mm = (v: number) => `${formatNumber(v, 'lengthMm', units)} ${unitOf('lengthMm', units)}`;
  const told = (e: unknown) => {
    const words = e instanceof Error ? e.message : String(e);
    if (words !== STOPPED) setFault(words);
  };
  const open = (next: File, as_: 'mm' | 'in') => {
    setFile(next);
    setFault(undefined);
    setRead(undefined);
    setWrapped(undefined);
    setPicked([]);
    setName(next.name.replace(/\.\w+$/, '').slice(0, 60) || 'scan');
    next
      .arrayBuffer()
      .then((content) => sums().readScan(next.name, content, as_))
      .then(setRead)
      .catch(told);
  };
  const doWrap = () => {
    setShare(0);
    setFault(undefined);
    ticket.current = newTicket();
    sums()
      .wrapScan(ticket.current, { withinMm: within }, proxy(setShare))
      .then(setWrapped)
      .catch(told)
      .finally(() => setShare(undefined));
  };
  const size = read && read.lowMm.map((v, k) => read.highMm[k]! - v);
  const place = () => {
    if (picked.length !== 3) return undefined;
    try {
      return placedByThree(picked as unknown as Three, known);
    } catch {
      return undefined;
    }
  };
  const at = place();
  const pickedSides = picked.length === 3 ? sidesOf(picked as unknown as Three) : undefined;
  const keep = () => {
    if (!wrapped || !at || !file) return;
    const turned = wrapped.pieces.map((p) =>
      p.verticesMm.map(
        (v): [number, number, number] =>
          [0, 1, 2].map((i) =>
            Number(
              (at.at[i]! + at.turned[i]![0] * v[0] + at.turned[i]![1] * v[1] + at.turned[i]![2] * v[2]).toFixed(2),
            ),
          ) as [number, number, number],
      ),
    );
    const doubt = (i: number) =>
      Math.min(100, Number((SCAN_MM + wrapped.pieces[i]!.standsOutMm + at.missMm).toFixed(1)));
    const ids = new Set([
      ...(target.candidate.scanned ?? []).map((s) => s.id),
      ...target.chassis.obstacles.map((o) => o.id),
    ]);
    let n = 1;
    while (ids.has(`scan-${n}-1`)) n++;
    const common = (verticesMm: [number, number, number][], i: number) => ({
      id: `scan-${n}-${i + 1}`,
      name: turned.length === 1 ? name : `${name}, piece ${i + 1}`,
      shape: { kind: 'hull' as const, verticesMm },
      plusMinusMm: doubt(i),
    });
    if (as === 'engine') {
      const solids = turned.map((v, i): Solid => ({ ...common(v, i), role: role as PartRole }));
      target.onCandidate({
        ...target.candidate,
        scanned: [...(target.candidate.scanned ?? []), ...solids].slice(0, 60),
      });
    } else {
      const bodies = turned.map((v, i): Obstacle => ({
        ...common(v, i),
        role: role as ObstacleRole,
        may: [],
        source: `scan “${file.name}”, ${read?.triangles ?? 0} triangles`,
      }));
      target.onChassis({ ...target.chassis, obstacles: [...target.chassis.obstacles, ...bodies] });
    }
    onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth aria-labelledby="scan-title">
      <DialogTitle id="scan-title">Bring in a measured shape</DialogTitle>
      <DialogContent>
        <div className={css['scan']}>
          <div className={css['scan-view']}>
            {read ? (
              <Suspense fallback={<p className="muted">Drawing it…</p>}>
                <ScanView
                  shown={read.shown}
                  low={read.lowMm}
                  high={read.highMm}
                  wrapped={wrapped}
                  picked={picked}
                  onPick={(p) => setPicked((old) => (old.length >= 3 ? [p] : [...old, p]))}
                />
              </Suspense>
            ) : (
              <p className="muted">
                STL, OBJ or PLY, text or binary, up to 500,000 triangles. It stays in this browser; only the pieces that
                wrap it are kept.
              </p>
            )}
          </div>
          <div className={css['scan-steps']}>
            <ChoiceField
              label="Lengths in the file"
              value={unit}
              choices={[
                { value: 'mm', label: 'millimetres' },
                { value: 'in', label: 'inches' },
              ]}
              onCommit={(v) => {
                setUnit(v as 'mm' | 'in');
                if (file) open(file, v as 'mm' | 'in');
              }}
            />
            <Button component="label" variant={read ? 'outlined' : 'contained'} color={read ? 'inherit' : 'primary'}>
              {file ? 'Another file' : 'Choose a file'}
              <input
                type="file"
                accept=".stl,.obj,.ply"
                className="visually-hidden"
                onChange={(e) => {
                  const next = e.target.files?.[0];
                  e.target.value = '';
                  if (next) open(next, unit);
                }}
              />
            </Button>
            {fault && (
              <p role="alert" className="fault">
                {fault}
              </p>
            )}
            {read && size && (
              <p className="small num">
                {read.triangles.toLocaleString('en-GB')} triangles, {size.map((s) => mm(s)).join(' × ')}
              </p>
            )}
            {read && (
              <>
                <QuantityField
                  label="May stand off by"
                  quantity="lengthMm"
                  value={within}
                  min={2}
                  max={100}
                  onCommit={(v) => v !== undefined && setWithin(v)}
                />
                {share === undefined ? (
                  <Button onClick={doWrap}>Wrap it in pieces</Button>
                ) : (
                  <>
                    <LinearProgress variant="determinate" value={share * 100} aria-label="Wrapping" />
                    <Button onClick={() => void sums().stop(ticket.current)}>Stop</Button>
                  </>
                )}
              </>
            )}
            {wrapped && (
              <p className="small">
                {wrapped.pieces.length === 1 ? 'One piece' : `${wrapped.pieces.length} pieces`}. They stand off the
                surface by {mm(wrapped.standsOffMm)} at most (sampled); the scan stands out of them by{' '}
                {mm(wrapped.standsOutMm)} at most, which is counted as tolerance.
              </p>
            )}
            {wrapped && (
              <>
                <p className="small muted">
                  Click three points on it that you know, well apart, then say where they lie:{' '}
                  {as === 'engine'
                    ? 'from the rear face of the block on the crank axis, forward, left, up'
                    : 'ahead of the axle, left of the middle, above the floor'}
                  .
                </p>
                {NAMES.map((point, i) => (
                  <fieldset key={point} className={`${layout['change']} ${css['three']}`}>
                    <legend>
                      {point}
                      <small className="muted"> {picked[i] ? 'picked' : 'not picked'}</small>
                    </legend>
                    {(['Forward', 'Left', 'Up'] as const).map((axis, k) => (
                      <QuantityField
                        key={axis}
                        label={axis}
                        quantity="lengthMm"
                        value={known[i]![k]}
                        onCommit={(v) =>
                          v !== undefined &&
                          setKnown(
                            known.map((p, m) =>
                              m === i ? (p.map((x, a) => (a === k ? v : x)) as unknown as V3) : p,
                            ) as Three,
                          )
                        }
                      />
                    ))}
                  </fieldset>
                ))}
                {pickedSides && (
                  <p className="small num">
                    Sides on the scan {pickedSides.map(mm).join(', ')}.{' '}
                    {at
                      ? `The points miss by ${mm(at.missMm)} at most.`
                      : 'The places typed lie in one place or on one line.'}
                  </p>
                )}
                <ChoiceField
                  label="It is"
                  value={as}
                  choices={[
                    { value: 'engine', label: 'part of the powertrain' },
                    { value: 'bay', label: 'something in the bay' },
                  ]}
                  onCommit={(v) => {
                    setAs(v as 'engine' | 'bay');
                    setRole(v === 'engine' ? 'block' : 'inner wing');
                  }}
                />
                <ChoiceField
                  label="It counts as"
                  value={role}
                  choices={(as === 'engine' ? PART_ROLES : OBSTACLE_ROLES).map((r) => ({ value: r, label: r }))}
                  onCommit={setRole}
                />
                <TextField label="Name" value={name} onChange={(e) => setName(e.target.value.slice(0, 80))} />
                <Button variant="contained" color="primary" disabled={!at || name.trim() === ''} onClick={keep}>
                  Put it in
                </Button>
              </>
            )}
            <Button onClick={onClose}>Close</Button>
          </div>
        </div>
      </DialogContent>
    </Dialog>
  );
}
