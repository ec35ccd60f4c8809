import type { Convex } from '@sable/core/geometry';
import { systemOf, formatNumber, unitOf } from '@sable/core/units';
import { useId, useMemo } from 'react';
import { useUnits } from '../hooks/settings.tsx';
import { FRONT, outline, PLAN, SIDE, type Flat, type View } from '@sable/core/formats/drawing';
import { placeNames, type Frame } from './labels.ts';
import css from './ThreeViews.module.css';

export interface DrawnSolid {
  readonly id: string;
  readonly name: string;
  readonly convex: Convex;
  readonly kind: 'powertrain' | 'obstacle';
  readonly hit?: boolean;
}

const PAD_MM = 36;

function boxOf(solids: readonly DrawnSolid[], flat: View['flat']): Frame {
  const points = solids.flatMap((s) => outline(s.convex, flat));
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  const x = Math.min(...xs) - PAD_MM;
  const y = Math.min(...ys) - PAD_MM;
  return { x, y, w: Math.max(...xs) + PAD_MM - x, h: Math.max(...ys) + PAD_MM - y };
}

/** Width that the drawing is laid out for, pixels; it scales with the page. */
const LAYOUT_PX = 930;
const GAP_MM = 20;
const HEAD_PX = 24;

/**
 * Solids drawn in three views on one sheet at one scale. The frame is set by what is handed in as `frame`; solids that
 * run out of it are cut by the edge.
 */
export function ThreeViews({
  solids,
  colour,
  frame,
}: {
  solids: readonly DrawnSolid[];
  colour: string;
  frame?: readonly DrawnSolid[];
}) {
  const units = useUnits();
  const about = frame ?? solids;
  const sheet = useMemo(() => {
    const side = boxOf(about, SIDE.flat);
    const front = boxOf(about, FRONT.flat);
    const plan = boxOf(about, PLAN.flat);
    const width = side.w + GAP_MM + front.w;
    const px = width / LAYOUT_PX;
    const head = HEAD_PX * px;
    const top = Math.max(side.h, front.h);
    return {
      width,
      height: head + top + GAP_MM + head + plan.h,
      px,
      // Both views from the side stand on one ground.
      places: [
        { view: SIDE, box: side, at: [0, head + top - side.h] as Flat },
        { view: FRONT, box: front, at: [side.w + GAP_MM, head + top - front.h] as Flat },
        { view: PLAN, box: plan, at: [0, head + top + GAP_MM + head] as Flat },
      ],
      bar: [side.w + GAP_MM, head + top + GAP_MM + head + 30 * px] as Flat,
    };
  }, [about]);
  const { px } = sheet;
  const bar = systemOf('lengthMm', units) === 'metric' ? 200 : 254;
  return (
    <figure className={css['sheet']}>
      <svg
        viewBox={`0 0 ${sheet.width} ${sheet.height}`}
        role="img"
        aria-label={`Side, front and top view of ${solids.length} shapes`}
      >
        {sheet.places.map((p) => (
          <OneView key={p.view.title} {...p} px={px} solids={solids} colour={colour} />
        ))}
        <g transform={`translate(${sheet.bar.join(' ')})`}>
          <path
            d={`M0 ${-5 * px}V${5 * px}M0 0H${bar}M${bar} ${-5 * px}V${5 * px}`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={1.5 * px}
          />
          <text x={bar + 8 * px} y={4.5 * px} fill="var(--ink)" style={{ fontSize: 13 * px }}>
            {formatNumber(bar, 'lengthMm', units, { digits: 0 })} {unitOf('lengthMm', units)}
          </text>
        </g>
      </svg>
    </figure>
  );
}

function OneView({
  view,
  box,
  at,
  px,
  solids,
  colour,
}: {
  view: View;
  box: Frame;
  at: Flat;
  px: number;
  solids: readonly DrawnSolid[];
  colour: string;
}) {
  const id = useId();
  const { shapes, labels } = useMemo(() => {
    const drawn = solids.map((s) => ({ solid: s, points: outline(s.convex, view.flat) }));
    const named = drawn.map((d) => ({ ...d, id: d.solid.id, name: d.solid.name, first: d.solid.hit ?? false }));
    return { shapes: drawn, labels: placeNames(named, box, px) };
  }, [solids, view, box, px]);
  return (
    <g transform={`translate(${at[0]} ${at[1]})`}>
      <defs>
        <clipPath id={`${id}clip`}>
          <rect width={box.w} height={box.h} />
        </clipPath>
        <pattern
          id={`${id}hit`}
          width={6 * px}
          height={6 * px}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width={6 * px} height={6 * px} fill="var(--blocked)" opacity="0.12" />
          <line x1="0" y1="0" x2="0" y2={6 * px} stroke="var(--blocked)" strokeWidth={1.4 * px} />
        </pattern>
      </defs>
      <rect width={box.w} height={box.h} fill="var(--panel)" stroke="var(--line)" strokeWidth={px} />
      <text x={6 * px} y={-7 * px} fill="var(--muted)" style={{ fontSize: 13 * px }}>
        {view.title}
      </text>
      <text x={box.w - 4 * px} y={-7 * px} textAnchor="end" fill="var(--muted)" style={{ fontSize: 13 * px }}>
        {view.left} ← → {view.right}
      </text>
      <g clipPath={`url(#${id}clip)`}>
        <g transform={`translate(${-box.x} ${-box.y})`}>
          {shapes.map(({ solid, points }) => {
            const obstacle = solid.kind === 'obstacle';
            return (
              <polygon
                key={solid.id}
                points={points.map((p) => p.join(',')).join(' ')}
                fill={solid.hit ? `url(#${id}hit)` : obstacle ? 'var(--obstacle)' : colour}
                fillOpacity={solid.hit ? 0.9 : obstacle ? 0.55 : 0.15}
                stroke={solid.hit ? 'var(--blocked)' : obstacle ? 'var(--obstacle-edge)' : colour}
                strokeWidth={solid.hit ? 2 : 1.1}
                vectorEffect="non-scaling-stroke"
              >
                <title>{solid.name}</title>
              </polygon>
            );
          })}
          {labels.map((l) => (
            <text
              key={l.id}
              x={l.x}
              y={l.y}
              textAnchor="middle"
              className="halo"
              fill={l.first ? 'var(--blocked)' : l.solid.kind === 'obstacle' ? 'var(--muted)' : colour}
              style={{ fontSize: 12.5 * px, strokeWidth: 3 * px }}
            >
              {l.name}
            </text>
          ))}
        </g>
      </g>
    </g>
  );
}
