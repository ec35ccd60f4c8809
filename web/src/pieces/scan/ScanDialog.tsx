import { OBSTACLE_ROLES, PART_ROLES, type Obstacle, type Solid } from '@sable/core';
import { MM_PER, SCAN_UNITS, type ScanUnit } from '@sable/core/formats/mesh';
import type { V3 } from '@sable/core/geometry';
import type { WrapProgress } from '@sable/core/geometry/scan';
import { formatNumber, unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import LinearProgress from '@mui/material/LinearProgress';
import { proxy } from 'comlink';
import { Suspense, lazy, useEffect, useRef, useState } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import { newTicket, startSums, type SumsThread } from '../../workers/client.ts';
import { STOPPED } from '../../workers/driven.ts';
import type { ReadScan, WrappedInTime } from '../../workers/scans.ts';
import { ChoiceField, QuantityField } from '../fields.tsx';
import { obstaclesOf, placeOf, solidsOf, type PieceWords, type ScanPlacing, type Three } from './placed.ts';
import { ScanPieces } from './ScanPieces.tsx';
import { ScanPlace } from './ScanPlace.tsx';
import { ScanTrade } from './ScanTrade.tsx';
import css from './scan.module.css';

const ScanView = lazy(() => import('./ScanView.tsx').then((m) => ({ default: m.ScanView })));

const UNIT_WORDS: Readonly<Record<ScanUnit, string>> = {
  mm: 'millimetres',
  cm: 'centimetres',
  in: 'inches',
  m: 'metres',
};
const NOWHERE: Three = [
  [0, 0, 0],
  [0, 0, 0],
  [0, 0, 0],
];

/** Where a scan may go; what stands there already is counted against what may. */
export interface ScanTarget {
  /** Ids that are taken. */
  readonly taken: ReadonlySet<string>;
  /** Into the axes of an engine or gearbox: its own, or the powertrain’s. */
  readonly part?: {
    readonly of: 'engine' | 'gearbox';
    readonly room: number;
    readonly onSolids: (more: Solid[]) => void;
  };
  readonly bay?: { readonly onObstacles: (more: Obstacle[]) => void };
}

/** A measured shape brought in: read and wrapped here in the browser, placed, its pieces named, and only those kept. */
export function ScanDialog({ target, onClose }: { target: ScanTarget; onClose: () => void }) {
  const units = useUnits();
  // A thread of its own, ended with the dialog: a scan takes tens of megabytes.
  const thread = useRef<SumsThread | undefined>(undefined);
  const ticket = useRef(0);
  const [file, setFile] = useState<File>();
  const [read, setRead] = useState<ReadScan>();
  const [guessed, setGuessed] = useState(true);
  const [wrapped, setWrapped] = useState<WrappedInTime>();
  const [come, setCome] = useState<WrapProgress>();
  const [fault, setFault] = useState<string>();
  const [picked, setPicked] = useState<readonly V3[]>([]);
  const [known, setKnown] = useState<Three>(NOWHERE);
  const [as, setAs] = useState<'part' | 'bay'>(target.part ? 'part' : 'bay');
  const [placing, setPlacing] = useState<ScanPlacing>('three');
  const [words, setWords] = useState<readonly PieceWords[]>([]);
  const [chosen, setChosen] = useState<number>();
  const [within, setWithin] = useState(12);
  const [most, setMost] = useState(20);
  const sums = () => (thread.current ??= startSums()).does;
  useEffect(() => () => thread.current?.end(), []);
  const mm = (v: number) => `${formatNumber(v, 'lengthMm', units)} ${unitOf('lengthMm', units)}`;
  const told = (e: unknown) => {
    const said = e instanceof Error ? e.message : String(e);
    if (said !== STOPPED) setFault(said);
  };
  const open = (next: File, unit?: ScanUnit) => {
    setFile(next);
    setFault(undefined);
    setRead(undefined);
    setWrapped(undefined);
    setPicked([]);
    setGuessed(unit === undefined);
    next
      .arrayBuffer()
      .then((content) => sums().readScan(next.name, content, unit))
      .then(setRead)
      .catch(told);
  };
  const doWrap = () => {
    setCome({ share: 0, pieces: 0, standsOffMm: Infinity });
    setFault(undefined);
    setChosen(undefined);
    ticket.current = newTicket();
    const base = file?.name.replace(/\.\w+$/, '').slice(0, 60) || 'scan';
    sums()
      .wrapScan(ticket.current, { withinMm: within, mostPieces: most }, proxy(setCome))
      .then((w) => {
        setWrapped(w);
        setWords(
          w.pieces.map((_, i) => ({ name: w.pieces.length === 1 ? base : `${base}, shape ${i + 1}`, role: '' })),
        );
      })
      .catch(told)
      .finally(() => setCome(undefined));
  };
  const size = read && read.lowMm.map((v, k) => read.highMm[k]! - v);
  const at = placeOf(placing, picked, known);
  const of = as === 'bay' ? 'bay' : target.part!.of;
  const room = as === 'part' ? target.part!.room : Infinity;
  const tooMany = wrapped && wrapped.pieces.length > room;
  const unnamed = words.filter((w) => w.role === '').length;
  const keep = () => {
    if (!wrapped || !at || !file) return;
    if (as === 'part') target.part!.onSolids(solidsOf(wrapped, at, words, target.taken));
    else
      target.bay!.onObstacles(
        obstaclesOf(`scan “${file.name}”, ${read?.triangles ?? 0} triangles`, wrapped, at, words, target.taken),
      );
    onClose();
  };
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth aria-labelledby="scan-title">
      <DialogTitle id="scan-title">Import 3D scan</DialogTitle>
      <DialogContent>
        <div className={css['scan']}>
          <div className={css['scan-view']}>
            {read ? (
              <Suspense fallback={<p className="muted">Drawing…</p>}>
                <ScanView
                  shown={read.shown}
                  low={read.lowMm}
                  high={read.highMm}
                  wrapped={wrapped}
                  picked={placing === 'three' ? picked : []}
                  chosen={chosen}
                  missed={wrapped && wrapped.standsOffMm > within ? within : undefined}
                  onPick={
                    // With three points known, or none wanted, a click finds a piece.
                    wrapped && placing === 'three' && picked.length < 3 ? (p) => setPicked([...picked, p]) : undefined
                  }
                  onPiece={setChosen}
                />
              </Suspense>
            ) : (
              <p className="muted">
                STL, OBJ or PLY, text or binary, up to 500,000 triangles. The file stays in this browser; only the
                simplified convex shapes are saved.
              </p>
            )}
          </div>
          <div className={css['scan-steps']}>
            <Button component="label" variant={read ? 'outlined' : 'contained'} color={read ? 'inherit' : 'primary'}>
              {file ? 'Another file' : 'Choose a file'}
              <input
                type="file"
                accept=".stl,.obj,.ply,.step,.stp,.iges,.igs"
                className="visually-hidden"
                onChange={(e) => {
                  const next = e.target.files?.[0];
                  e.target.value = '';
                  if (next) open(next);
                }}
              />
            </Button>
            {fault && (
              <p role="alert" className="fault">
                {fault}
              </p>
            )}
            {file && !read && !fault && <LinearProgress aria-label="Reading" />}
            {read && size && (
              <>
                <p className="small num">
                  {read.triangles.toLocaleString('en-GB')} triangles, {size.map((s) => mm(s)).join(' × ')}
                </p>
                <ChoiceField
                  label="File unit"
                  value={read.unit}
                  choices={SCAN_UNITS.map((u) => ({
                    value: u,
                    label: `${UNIT_WORDS[u]}: it is ${mm(read.longest * MM_PER[u])} long`,
                  }))}
                  {...(guessed ? { help: 'Guessed by its size; a file doesn’t say. Is it so long?' } : {})}
                  onCommit={(v) => file && open(file, v as ScanUnit)}
                />
                <QuantityField
                  label="Maximum deviation"
                  quantity="lengthMm"
                  value={within}
                  min={2}
                  max={100}
                  onCommit={(v) => v !== undefined && setWithin(v)}
                />
                <QuantityField
                  label="Maximum number of shapes"
                  quantity="count"
                  whole
                  value={most}
                  min={1}
                  max={60}
                  onCommit={(v) => v !== undefined && setMost(v)}
                />
                {come === undefined ? (
                  <Button onClick={doWrap}>Create simplified shapes</Button>
                ) : (
                  <>
                    <LinearProgress variant="determinate" value={come.share * 100} aria-label="Wrapping" />
                    <p className="small num" role="status">
                      {come.pieces === 0
                        ? 'Looking at the surface…'
                        : `${come.pieces} of ${most} shapes, deviation ${mm(come.standsOffMm)} so far`}
                    </p>
                    <Button onClick={() => void sums().stop(ticket.current)}>Stop</Button>
                  </>
                )}
              </>
            )}
            {wrapped && (
              <>
                <p className="small">
                  {wrapped.pieces.length === 1 ? 'One shape' : `${wrapped.pieces.length} shapes`}. Deviation outside the
                  surface {mm(wrapped.standsOffMm)} at most (sampled)
                  {wrapped.standsOffMm <= within
                    ? `, within the target of ${mm(within)}`
                    : `, above the target of ${mm(within)}: at the red dots. Use more shapes to reduce it`}
                  ; maximum scan deviation outside them {mm(wrapped.standsOutMm)} at most, which is counted as
                  tolerance.
                </p>
                {wrapped.steps.length > 2 && <ScanTrade wrapped={wrapped} withinMm={within} />}
                {target.part && target.bay && (
                  <ChoiceField
                    label="It is"
                    value={as}
                    choices={[
                      { value: 'part', label: 'part of the powertrain' },
                      { value: 'bay', label: 'obstacle in the bay' },
                    ]}
                    onCommit={(v) => {
                      setAs(v as 'part' | 'bay');
                      setWords(words.map((w) => ({ ...w, role: '' })));
                    }}
                  />
                )}
                <ChoiceField
                  label="Placed by"
                  value={placing}
                  choices={[
                    { value: 'three', label: 'three known points' },
                    {
                      value: 'axes',
                      label: `file coordinates: already in the axes of the ${of === 'bay' ? 'car' : of}`,
                    },
                  ]}
                  onCommit={(v) => setPlacing(v as ScanPlacing)}
                />
                {placing === 'three' && (
                  <ScanPlace of={of} picked={picked} known={known} missMm={at?.missMm} mm={mm} onKnown={setKnown} />
                )}
                {placing === 'three' && picked.length > 0 && (
                  <Button onClick={() => setPicked([])}>Pick the points again</Button>
                )}
                <ScanPieces
                  words={words}
                  roles={as === 'part' ? PART_ROLES : OBSTACLE_ROLES}
                  chosen={chosen}
                  onChoose={setChosen}
                  onWords={setWords}
                />
                {tooMany && (
                  <p className="fault" role="alert">
                    There is room for {Math.max(0, room)} more; allow fewer shapes, or remove others first.
                  </p>
                )}
                <Button
                  variant="contained"
                  color="primary"
                  disabled={!at || Boolean(tooMany) || unnamed > 0}
                  onClick={keep}
                >
                  Insert
                </Button>
                {(!at || unnamed > 0) && (
                  <p className="small muted">
                    {!at
                      ? 'Pick three points and enter their positions.'
                      : `Select the type of ${unnamed === 1 ? 'one shape' : `${unnamed} shapes`} first.`}
                  </p>
                )}
              </>
            )}
            <Button onClick={onClose}>Close</Button>
          </div>
        </div>
      </DialogContent>
    </Dialog>
  );
}
