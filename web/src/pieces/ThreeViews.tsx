import type { Convex } from '@sable/core/fit';
import { formatNumber, unitOf } from '@sable/core/units';
import { polygonArea, polygonCentroid, polygonHull } from 'd3-polygon';
import { useId, useMemo } from 'react';
import { useUnits } from '../app/settings.tsx';

export interface DrawnSolid {
  readonly id: string;
  readonly name: string;
  readonly convex: Convex;
  readonly kind: 'powertrain' | 'obstacle';
  readonly hit?: boolean;
}

type Point = [number, number];
interface View {
  readonly title: string;
  readonly left: string;
  readonly right: string;
  /** Vehicle axes to paper, mm; paper y runs down. */
  readonly flat: (x: number, y: number, z: number) => Point;
}

/** The three views agree: side seen from the left, from the front, and the plan with the right side up. */
const SIDE: View = { title: 'Side, from the left', left: 'front', right: 'rear', flat: (x, _y, z) => [-x, -z] };
const FRONT: View = { title: 'From the front', left: 'right side', right: 'left side', flat: (_x, y, z) => [y, -z] };
const PLAN: View = { title: 'Plan, right side up', left: 'front', right: 'rear', flat: (x, y) => [-x, y] };

function outline(convex: Convex, flat: View['flat']): Point[] {
  const points: Point[] = [];
  const v = convex.vertices;
  for (let i = 0; i < v.length; i += 3) points.push(flat(v[i]!, v[i + 1]!, v[i + 2]!));
  return polygonHull(points) ?? points;
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

const PAD_MM = 36;

function boxOf(solids: readonly DrawnSolid[], flat: View['flat']): Box {
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
        { view: SIDE, box: side, at: [0, head + top - side.h] as Point },
        { view: FRONT, box: front, at: [side.w + GAP_MM, head + top - front.h] as Point },
        { view: PLAN, box: plan, at: [0, head + top + GAP_MM + head] as Point },
      ],
      bar: [side.w + GAP_MM, head + top + GAP_MM + head + 30 * px] as Point,
    };
  }, [about]);
  const { px } = sheet;
  const bar = units.system === 'metric' ? 200 : 254;
  return (
    <figure className="sheet">
      <svg
        viewBox={`0 0 ${sheet.width} ${sheet.height}`}
        role="img"
        aria-label={`Three views of ${solids.length} solids: side, front and plan`}
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
  box: Box;
  at: Point;
  px: number;
  solids: readonly DrawnSolid[];
  colour: string;
}) {
  const id = useId();
  const { shapes, labels } = useMemo(() => {
    const drawn = solids.map((s) => ({ solid: s, points: outline(s.convex, view.flat) }));
    return { shapes: drawn, labels: placeLabels(drawn, box, px) };
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
              fill={l.hit ? 'var(--blocked)' : l.kind === 'obstacle' ? 'var(--muted)' : colour}
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

/** Names at the middles of the larger shapes; one that would lie on another, or run out of the frame, is left to the tooltip. */
function placeLabels(shapes: readonly { solid: DrawnSolid; points: Point[] }[], box: Box, px: number) {
  const height = 15 * px;
  const taken: { x0: number; x1: number; y0: number; y1: number }[] = [];
  const size = (points: Point[]) => Math.abs(polygonArea(points));
  const bySize = [...shapes].sort(
    (a, b) => Number(b.solid.hit ?? false) - Number(a.solid.hit ?? false) || size(b.points) - size(a.points),
  );
  return bySize.flatMap(({ solid, points }) => {
    if (points.length < 3) return [];
    const [cx, cy] = polygonCentroid(points);
    const half = solid.name.length * 3.1 * px;
    const wide = Math.max(...points.map((p) => p[0])) - Math.min(...points.map((p) => p[0]));
    const at = { x0: cx - half, x1: cx + half, y0: cy - height * 0.8, y1: cy + height * 0.3 };
    const runsOut = at.x0 < box.x || at.x1 > box.x + box.w || at.y0 < box.y || at.y1 > box.y + box.h;
    const tooSmall = !solid.hit && wide < half * 1.3;
    if (tooSmall || runsOut || taken.some((t) => at.x0 < t.x1 && at.x1 > t.x0 && at.y0 < t.y1 && at.y1 > t.y0))
      return [];
    taken.push(at);
    return [{ id: solid.id, name: solid.name, x: cx, y: cy, kind: solid.kind, hit: solid.hit ?? false }];
  });
}
