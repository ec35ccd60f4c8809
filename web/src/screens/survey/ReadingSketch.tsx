import type { Shape } from '@sable/core';
import { FRONT, outline, SIDE, type Flat, type View } from '@sable/core/formats/drawing';
import { convexOf } from '@sable/core/geometry';
import type { BodySketch, SketchedReading } from '@sable/core/questions/survey';
import css from './sketch.module.css';

const W = 330;
const H = 236;
const MARGIN = 16;
/** Between one dimension line and the next, pixels; room for a number on it. */
const STEP = 19;
const WHEEL_MM = 295;

interface Dimension extends SketchedReading {
  readonly number: number;
}

/** A bar that points at the viewer is round from there. */
const seenFrom = (shape: Shape): View => {
  if (shape.kind !== 'cylinder') return SIDE;
  const along = shape.toMm.map((v, i) => Math.abs(v - shape.fromMm[i]!));
  return along[0]! >= along[1]! ? FRONT : SIDE;
};

/**
 * What to measure, drawn: the body from the side and from the front with every length that is asked, numbered as in the list. What is
 * not read yet is dashed, and drawn as on some car.
 */
export function ReadingSketch({
  sketch,
  name,
  current,
  bare = false,
}: {
  sketch: BodySketch;
  name: string;
  current?: string;
  /** Without the words below it. */
  bare?: boolean;
}) {
  const numbered = sketch.readings.map((r, i): Dimension => ({ ...r, number: i + 1 }));
  const across = seenFrom(sketch.shape);
  const isAcross = (r: Dimension) => r.axis === 2 && r.fromMm[2] !== 0;
  const of = (view: View) =>
    numbered.filter((r) => (isAcross(r) ? view === across : view === FRONT ? r.axis === 1 : r.axis !== 1));
  const views = [SIDE, FRONT].filter((view) => of(view).length > 0);
  return (
    <figure className={css['sketch']}>
      <div>
        {views.map((view) => (
          <Pane
            key={view.key}
            view={view}
            sketch={sketch}
            name={name}
            dimensions={of(view)}
            isAcross={isAcross}
            current={current}
          />
        ))}
      </div>
      {!bare && (
        <figcaption className="small muted">
          {sketch.whole
            ? 'As measured.'
            : 'Dashed: not read yet, drawn as on some car. Numbers as in the list; lengths from the axle line, the level floor and the middle.'}
        </figcaption>
      )}
    </figure>
  );
}

function Pane({
  view,
  sketch,
  name,
  dimensions,
  isAcross,
  current,
}: {
  view: View;
  sketch: BodySketch;
  name: string;
  dimensions: readonly Dimension[];
  isAcross: (r: Dimension) => boolean;
  current: string | undefined;
}) {
  const flat = (p: readonly [number, number, number]): Flat => view.flat(...p);
  const body = outline(convexOf(sketch.shape), view.flat);
  const level = dimensions.filter((r) => !isAcross(r) && r.axis !== 2);
  const upright = dimensions.filter((r) => !isAcross(r) && r.axis === 2);
  const xs = [...body.map((p) => p[0]), ...dimensions.map((r) => flat(r.toMm)[0]), 0];
  const ys = [...body.map((p) => p[1]), 0];
  const [x0, x1, y0] = [Math.min(...xs), Math.max(...xs), Math.min(...ys)];
  const room = {
    w: W - 2 * MARGIN - upright.length * STEP,
    h: H - 2 * MARGIN - 8 - level.length * STEP,
  };
  const scale = Math.min(room.w / Math.max(x1 - x0, 300), room.h / Math.max(-y0, 300));
  const left = MARGIN + (room.w - scale * (x1 - x0)) / 2;
  const floor = MARGIN + 8 + room.h;
  const on = ([x, y]: Flat): Flat => [left + (x - x0) * scale, floor + y * scale];
  const datum = on([0, 0])[0];
  const right = on([x1, 0])[0];
  const lookOf = (r: Dimension) => `${r.taken ? '' : css['missing']} ${r.key === current ? css['current'] : ''}`;
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label={`${name}, ${view.title.toLowerCase()}: readings ${dimensions.map((r) => r.number).join(', ')}`}
    >
      <text
        x={datum > W * 0.6 ? 6 : W - 6}
        y={14}
        textAnchor={datum > W * 0.6 ? 'start' : 'end'}
        className={css['title']}
      >
        {view.title}
      </text>
      <line x1={4} x2={W - 4} y1={floor} y2={floor} className={css['floor']} />
      <line x1={datum} x2={datum} y1={8} y2={H - 4} className={css['datum']} />
      <text x={datum + (datum > W / 2 ? -5 : 5)} y={14} textAnchor={datum > W / 2 ? 'end' : 'start'}>
        {view === SIDE ? 'axle' : 'middle'}
      </text>
      {view === SIDE && (
        <circle cx={datum} cy={floor - WHEEL_MM * scale} r={WHEEL_MM * scale} className={css['wheel']} />
      )}
      <polygon points={body.map((p) => on(p).join(',')).join(' ')} className={css['body']} />
      {level.map((r, row) => {
        const end = on(flat(r.toMm));
        const y = floor + 14 + row * STEP;
        return (
          <g key={r.key} className={lookOf(r)}>
            <path d={`M${end[0]} ${end[1]}V${y + 4}`} className={css['lead']} />
            <path d={`M${datum} ${y}H${end[0]}M${end[0]} ${y - 4}V${y + 4}M${datum} ${y - 4}V${y + 4}`} />
            <Numbered r={r} at={[(datum + end[0]) / 2, y]} />
          </g>
        );
      })}
      {upright.map((r, column) => {
        const end = on(flat(r.toMm));
        const x = right + 14 + column * STEP;
        return (
          <g key={r.key} className={lookOf(r)}>
            <path d={`M${end[0]} ${end[1]}H${x + 4}`} className={css['lead']} />
            <path d={`M${x} ${floor}V${end[1]}M${x - 4} ${end[1]}H${x + 4}`} />
            <Numbered r={r} at={[x, (floor + end[1]) / 2 + (column % 2 ? 9 : -9)]} />
          </g>
        );
      })}
      {dimensions.filter(isAcross).map((r) => {
        const [a, b] = [on(flat(r.fromMm)), on(flat(r.toMm))];
        return (
          <g key={r.key} className={lookOf(r)}>
            <path d={`M${a.join(' ')}L${b.join(' ')}M${a[0] - 4} ${a[1]}h8M${b[0] - 4} ${b[1]}h8`} />
            <Numbered r={r} at={[(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]} />
          </g>
        );
      })}
    </svg>
  );
}

function Numbered({ r, at }: { r: Dimension; at: Flat }) {
  return (
    <g transform={`translate(${at.join(' ')})`}>
      <circle r="8" />
      <text y="4" textAnchor="middle">
        {r.number}
      </text>
    </g>
  );
}
