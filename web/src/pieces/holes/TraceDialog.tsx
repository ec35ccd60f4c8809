import type { PlateHole } from '@sable/core';
import { traced, type Pixel } from '@sable/core/questions/plates';
import { systemOf, attempt, formatNumber, formatQuantity, InputError } from '@sable/core/units';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useEffect, useRef, useState, type KeyboardEvent, type MouseEvent } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import { ChoiceField, QuantityField } from '../fields.tsx';
import css from './holes.module.css';
import {
  MARKS,
  NOTHING_PRESSED,
  press,
  pressesOf,
  rulersOf,
  type FaceOf,
  type Found,
  type Mark,
  type Pressed,
} from './tracing.ts';

interface Picture {
  readonly url: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
}

const TOLD: Readonly<Record<Mark, { readonly title: string; readonly ask: string }>> = {
  ruler: { title: 'Ruler', ask: 'Click two marks of the ruler, as far apart as possible.' },
  across: {
    title: 'Ruler across',
    ask: 'A second known length across the first: it shows whether the picture is tilted.',
  },
  axis: {
    title: 'Shaft axis',
    ask: 'Press the shaft axis: its middle, or three points on the rim of the register or bore.',
  },
  level: { title: 'Level', ask: 'Press two points that lie level in the car, the left one first.' },
  hole: { title: 'Holes', ask: 'Press each hole: its middle, or three points on its rim.' },
};
const ZOOMS = [0.1, 0.15, 0.25, 0.4, 0.6, 1, 1.5, 2.5, 4] as const;
/** Two scales that differ by more than this are those of a picture that leans. */
const LEANS = 0.01;

/** Holes pressed on a scan or photo of a face; a ruler in the picture gives its scale. */
export function TraceDialog({
  of,
  onUse,
  onClose,
}: {
  of: FaceOf;
  onUse: (holes: readonly PlateHole[], plusMinusMm: number) => void;
  onClose: () => void;
}) {
  const units = useUnits();
  const [picture, setPicture] = useState<Picture>();
  const [fault, setFault] = useState<string>();
  const [steps, setSteps] = useState<readonly Pressed[]>([NOTHING_PRESSED]);
  const [found, setFound] = useState<Found>('middle');
  const [diameterMm, setDiameter] = useState<number>();
  const [dowel, setDowel] = useState(false);
  const [lengthMm, setLength] = useState<number>();
  const [acrossMm, setAcross] = useState<number>();
  const [mirrored, setMirrored] = useState(of === 'bellhousing');
  const [zoom, setZoom] = useState(0.25);
  const file = useRef<HTMLInputElement>(null);
  const url = picture?.url;
  useEffect(() => (url === undefined ? undefined : () => URL.revokeObjectURL(url)), [url]);
  const now = steps[steps.length - 1]!;
  const step = (next: Pressed) => setSteps([...steps, next]);

  const open = async (chosen: File | undefined) => {
    if (!chosen) return;
    const next = URL.createObjectURL(chosen);
    const image = new Image();
    image.src = next;
    try {
      await image.decode();
    } catch {
      URL.revokeObjectURL(next);
      setFault(`${chosen.name} can’t be read as a picture: save it as PNG or JPEG first.`);
      return;
    }
    setFault(undefined);
    setPicture({ url: next, name: chosen.name, width: image.naturalWidth, height: image.naturalHeight });
    setSteps([NOTHING_PRESSED]);
    setZoom(Math.min(1, roomFor() / image.naturalWidth, 560 / image.naturalHeight));
  };
  const pressAt = (at: Pixel) => {
    if (now.mark === 'hole' && found === 'middle' && diameterMm === undefined) {
      setFault('Enter the diameter of the hole first, or press three points on its rim.');
      return;
    }
    const next = attempt(() => press(now, at, { found, diameterMm, dowel }));
    setFault(next.ok ? undefined : next.fault.message);
    step(next.ok ? next.value : { ...now, open: [] });
  };
  const result = picture && now.ruler && now.axis ? placed(now, lengthMm, acrossMm, mirrored) : undefined;
  const of_ = (mm: number, digits: number) => formatQuantity(mm, 'lengthMm', units, { digits });
  const asked = pressesOf(now.mark, found) - now.open.length;
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth>
      <DialogTitle>Trace the holes of the {of}</DialogTitle>
      <DialogContent>
        {/* Out of the Tab order, or the dialog would hand the focus to what can’t take it. */}
        <input
          ref={file}
          type="file"
          accept="image/*"
          hidden
          tabIndex={-1}
          aria-label="Picture of the face"
          onChange={(e) => void open(e.target.files?.[0])}
        />
        {!picture ? (
          <div className={css['empty']}>
            <p>
              A flatbed scan is best: face on the glass, a steel rule next to it. A photo is usable if taken square to
              the face from a distance, with a rule in the plane of the face.
            </p>
            <Button variant="contained" color="primary" onClick={() => file.current?.click()}>
              Choose a picture
            </Button>
            {fault && <p role="alert">{fault}</p>}
          </div>
        ) : (
          <div className={css['bench']}>
            <div>
              <Seen picture={picture} zoom={zoom} pressed={now} onPress={pressAt} />
              <div aria-live="polite" className={css['found']}>
                {result?.ok === false && <p>{result.fault.message}</p>}
                {result?.ok && (
                  <>
                    <p>
                      <b className="num">{result.value.holes.length}</b> holes, each ±{' '}
                      <b className="num">
                        {of_(result.value.plusMinusMm, systemOf('lengthMm', units) === 'us' ? 3 : 2)}
                      </b>{' '}
                      by clicking next to it.{' '}
                      {result.value.lean === undefined
                        ? 'Whether the picture leans is not known: lay a ruler across.'
                        : result.value.lean > LEANS
                          ? `Across and down differ by ${formatNumber(100 * result.value.lean, 'number', units, { digits: 1 })} %: taken out, but the picture was not taken square. Check a hole with calipers.`
                          : `Across and down agree within ${formatNumber(100 * result.value.lean, 'number', units, { digits: 1 })} %.`}
                    </p>
                    <ol className={css['list']}>
                      {result.value.holes.map((h) => (
                        <li key={h.id} className="num">
                          <span>{h.id}</span>
                          <span>{of_(h.uMm, 1)}</span>
                          <span>{of_(h.vMm, 1)}</span>
                          <span>⌀ {of_(h.diameterMm, 1)}</span>
                          <span>{h.dowel ? 'dowel' : ''}</span>
                          <button
                            type="button"
                            aria-label={`Remove hole ${h.id}`}
                            onClick={() => step({ ...now, holes: now.holes.filter((x) => x.id !== h.id) })}
                          >
                            ×
                          </button>
                        </li>
                      ))}
                    </ol>
                  </>
                )}
              </div>
            </div>
            <div className={css['side']}>
              <div className={css['marks']} role="group" aria-label="What is pressed">
                {MARKS.map((mark) => (
                  <button
                    key={mark}
                    type="button"
                    aria-pressed={now.mark === mark}
                    onClick={() => step({ ...now, mark, open: [] })}
                  >
                    {TOLD[mark].title}
                    <span aria-hidden="true">{hasMark(now, mark)}</span>
                  </button>
                ))}
              </div>
              <p className={css['ask']}>
                {TOLD[now.mark].ask}
                {asked > 1 || now.open.length > 0 ? ` ${asked} to press.` : ''}
              </p>
              {(now.mark === 'axis' || now.mark === 'hole') && (
                <ChoiceField
                  label="Pressed by"
                  value={found}
                  choices={[
                    { value: 'middle', label: 'its middle' },
                    { value: 'rim', label: 'three points of its rim' },
                  ]}
                  onCommit={(v) => {
                    setFound(v as Found);
                    if (now.open.length > 0) step({ ...now, open: [] });
                  }}
                />
              )}
              {now.mark === 'hole' && found === 'middle' && (
                <QuantityField
                  label="Diameter"
                  quantity="lengthMm"
                  optional
                  min={1}
                  max={60}
                  digits={1}
                  bare
                  value={diameterMm}
                  onCommit={setDiameter}
                />
              )}
              {now.mark === 'hole' && (
                <FormControlLabel
                  control={<Checkbox size="small" checked={dowel} onChange={(_, on) => setDowel(on)} />}
                  label="The next one is a dowel"
                />
              )}
              {now.ruler && (
                <QuantityField
                  label="Between the marks of the ruler"
                  quantity="lengthMm"
                  optional
                  min={5}
                  max={2000}
                  bare
                  value={lengthMm}
                  onCommit={setLength}
                />
              )}
              {now.across && (
                <QuantityField
                  label="Distance between the marks of the second ruler"
                  quantity="lengthMm"
                  optional
                  min={5}
                  max={2000}
                  bare
                  value={acrossMm}
                  onCommit={setAcross}
                />
              )}
              <ChoiceField
                label="Picture taken"
                value={mirrored ? 'engine' : 'gearbox'}
                choices={[
                  { value: 'gearbox', label: 'from the gearbox, at the block' },
                  { value: 'engine', label: 'from the engine, at the bellhousing' },
                ]}
                onCommit={(v) => setMirrored(v === 'engine')}
              />
              <div className={css['tools']}>
                <Button onClick={() => setZoom(ZOOMS.findLast((z) => z < zoom) ?? zoom)}>Smaller</Button>
                <Button onClick={() => setZoom(ZOOMS.find((z) => z > zoom) ?? zoom)}>Larger</Button>
                <Button disabled={steps.length === 1} onClick={() => setSteps(steps.slice(0, -1))}>
                  Undo point
                </Button>
              </div>
              {fault && (
                <p role="alert" className={css['fault']}>
                  {fault}
                </p>
              )}
            </div>
          </div>
        )}
      </DialogContent>
      <DialogActions>
        {picture && <Button onClick={() => file.current?.click()}>Another picture</Button>}
        <Button onClick={onClose}>Close</Button>
        <Button
          variant="contained"
          color="primary"
          disabled={!result?.ok || result.value.holes.length === 0}
          onClick={() => result?.ok && onUse(result.value.holes, roundedUp(result.value.plusMinusMm))}
        >
          Use these holes
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** What the page leaves for the picture, px: beside its tools, or on a small screen above them. */
const roomFor = () => Math.min(820, window.innerWidth - (window.innerWidth > 760 ? 430 : 120));

/** To a hundredth, never smaller than it is. */
const roundedUp = (mm: number) => Math.min(5, Math.ceil(100 * mm) / 100);

function placed(now: Pressed, lengthMm: number | undefined, acrossMm: number | undefined, mirrored: boolean) {
  return attempt(() => {
    if (lengthMm === undefined)
      throw new InputError('/rulers/0/lengthMm', 'Enter the distance between the two marks of the ruler.');
    if (now.across && acrossMm === undefined)
      throw new InputError('/rulers/1/lengthMm', 'Enter the distance between the two marks of the ruler across.');
    return traced({
      rulers: rulersOf(now, lengthMm, acrossMm),
      axis: now.axis!,
      ...(now.level ? { level: now.level } : {}),
      mirrored,
      holes: now.holes,
    });
  });
}

const hasMark = (now: Pressed, mark: Mark): string =>
  mark === 'hole' ? (now.holes.length > 0 ? ` ${now.holes.length}` : '') : now[mark] ? ' ✓' : '';

/** The picture with all that is pressed on it; arrow keys move a cross, Enter presses where it stands. */
function Seen({
  picture,
  zoom,
  pressed,
  onPress,
}: {
  picture: Picture;
  zoom: number;
  pressed: Pressed;
  onPress: (at: Pixel) => void;
}) {
  const { width, height, url, name } = picture;
  const [cross, setCross] = useState<Pixel>();
  const px = 1 / zoom;
  const where = (e: MouseEvent<SVGSVGElement>): Pixel => {
    const box = e.currentTarget.getBoundingClientRect();
    return [((e.clientX - box.left) / box.width) * width, ((e.clientY - box.top) / box.height) * height];
  };
  const onKey = (e: KeyboardEvent<SVGSVGElement>) => {
    const [x, y] = cross ?? [width / 2, height / 2];
    const far = (e.shiftKey ? 20 : 1) * px;
    const moved: Record<string, Pixel> = {
      ArrowLeft: [x - far, y],
      ArrowRight: [x + far, y],
      ArrowUp: [x, y - far],
      ArrowDown: [x, y + far],
    };
    const next = moved[e.key];
    if (next) setCross([Math.min(width, Math.max(0, next[0])), Math.min(height, Math.max(0, next[1]))]);
    else if (e.key === 'Enter' && cross) onPress(cross);
    else return;
    e.preventDefault();
  };
  const line = (ends: readonly [Pixel, Pixel] | undefined, colour: string) =>
    ends && (
      <g stroke={colour} strokeWidth={1.5 * px}>
        <line x1={ends[0][0]} y1={ends[0][1]} x2={ends[1][0]} y2={ends[1][1]} />
        {ends.map((p, i) => (
          <circle key={i} cx={p[0]} cy={p[1]} r={4 * px} fill="none" />
        ))}
      </g>
    );
  const plus = ([x, y]: Pixel, arm: number, colour: string, key?: number) => (
    <path
      key={key}
      d={`M ${x - arm * px} ${y} h ${2 * arm * px} M ${x} ${y - arm * px} v ${2 * arm * px}`}
      stroke={colour}
      strokeWidth={1.5 * px}
    />
  );
  return (
    <div className={css['seen']}>
      {/* oxlint-disable-next-line jsx-a11y/no-noninteractive-element-interactions, jsx-a11y/no-noninteractive-tabindex -- a drawing board: pressed by pointer, or by arrow keys and Enter */}
      <svg
        viewBox={`0 0 ${width} ${height}`}
        width={width * zoom}
        height={height * zoom}
        role="application"
        tabIndex={0}
        aria-label={`${name}: arrow keys move the cross, Enter presses`}
        onClick={(e) => {
          const at = where(e);
          setCross(at);
          onPress(at);
        }}
        onKeyDown={onKey}
      >
        <image href={url} width={width} height={height} />
        {line(pressed.ruler, 'var(--dye)')}
        {line(pressed.across, 'var(--dye)')}
        {line(pressed.level, 'var(--ink)')}
        {pressed.axis && plus(pressed.axis, 16, 'var(--blocked)')}
        {pressed.holes.map((h) => (
          <g key={h.id}>
            <circle
              cx={h.at[0]}
              cy={h.at[1]}
              r={h.radiusPx ?? 9 * px}
              fill="none"
              stroke="var(--blocked)"
              strokeWidth={1.5 * px}
              strokeDasharray={h.dowel ? `${4 * px} ${2 * px}` : undefined}
            />
            {plus(h.at, 3, 'var(--blocked)')}
            <text
              x={h.at[0] + (h.radiusPx ?? 9 * px) + 3 * px}
              y={h.at[1] - 5 * px}
              className={css['name']}
              style={{ fontSize: 13 * px, strokeWidth: 3 * px }}
            >
              {h.id}
            </text>
          </g>
        ))}
        {pressed.open.map((p, i) => plus(p, 6, 'var(--blocked)', i))}
        {cross && plus(cross, 9, 'var(--dye)')}
      </svg>
    </div>
  );
}
