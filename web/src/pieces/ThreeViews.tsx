import type { Convex } from '@sable/core/fit';
import { polygonArea, polygonCentroid, polygonHull } from 'd3-polygon';
import { useMemo } from 'react';
import { useUnits } from '../app/settings.tsx';
import { formatNumber, unitOf } from '@sable/core/units';

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

/** The three views agree: side seen from the left, plan with the right side up, from the front. */
const VIEWS: readonly View[] = [
  { title: 'Side, from the left', left: 'front', right: 'rear', flat: (x, _y, z) => [-x, -z] },
  { title: 'From the front', left: 'right side', right: 'left side', flat: (_x, y, z) => [y, -z] },
  { title: 'Plan', left: 'front, right side up', right: 'rear', flat: (x, y) => [-x, y] },
];

function outline(convex: Convex, flat: View['flat']): Point[] {
  const points: Point[] = [];
  const v = convex.vertices;
  for (let i = 0; i < v.length; i += 3) points.push(flat(v[i]!, v[i + 1]!, v[i + 2]!));
  return polygonHull(points) ?? points;
}

interface Bounds {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

function boundsOf(outlines: readonly Point[][]): Bounds {
  const xs = outlines.flat().map((p) => p[0]);
  const ys = outlines.flat().map((p) => p[1]);
  const pad = 40;
  const x = Math.min(...xs) - pad;
  const y = Math.min(...ys) - pad;
  return { x, y, w: Math.max(...xs) + pad - x, h: Math.max(...ys) + pad - y };
}

/**
 * Solids drawn to scale in three views. The frame is set by the powertrain and what stands about it; obstacles that
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
  return (
    <div className="views">
      {VIEWS.map((view) => (
        <figure key={view.title} className={view.title.startsWith('Side') ? 'side-view' : ''}>
          <figcaption>
            <span>{view.title}</span>
            <span>
              {view.left} ← → {view.right}
            </span>
          </figcaption>
          <OneView view={view} solids={solids} colour={colour} frame={frame ?? solids} />
        </figure>
      ))}
    </div>
  );
}

function OneView({
  view,
  solids,
  colour,
  frame,
}: {
  view: View;
  solids: readonly DrawnSolid[];
  colour: string;
  frame: readonly DrawnSolid[];
}) {
  const units = useUnits();
  const { shapes, box, labels, scale } = useMemo(() => {
    const shapes = solids.map((s) => ({ solid: s, points: outline(s.convex, view.flat) }));
    const box = boundsOf(frame.map((s) => outline(s.convex, view.flat)));
    const perPixel = box.w / 560;
    return { shapes, box, labels: placeLabels(shapes, box, perPixel), scale: perPixel };
  }, [solids, frame, view]);
  const bar = units.system === 'metric' ? 200 : 254;
  return (
    <svg
      viewBox={`${box.x} ${box.y} ${box.w} ${box.h}`}
      role="img"
      aria-label={`${view.title}: ${solids.length} solids`}
    >
      <defs>
        <pattern
          id={`hit-${view.title.length}`}
          width={7 * scale}
          height={7 * scale}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width={7 * scale} height={7 * scale} fill="var(--blocked)" opacity="0.12" />
          <line x1="0" y1="0" x2="0" y2={7 * scale} stroke="var(--blocked)" strokeWidth={1.6 * scale} />
        </pattern>
      </defs>
      {shapes.map(({ solid, points }) => (
        <polygon
          key={solid.id}
          points={points.map((p) => p.join(',')).join(' ')}
          fill={solid.hit ? `url(#hit-${view.title.length})` : solid.kind === 'obstacle' ? 'var(--obstacle)' : colour}
          fillOpacity={solid.hit || solid.kind === 'obstacle' ? 0.85 : 0.16}
          stroke={solid.hit ? 'var(--blocked)' : solid.kind === 'obstacle' ? 'var(--obstacle-edge)' : colour}
          strokeWidth={solid.hit ? 2 : 1.2}
          vectorEffect="non-scaling-stroke"
        >
          <title>{solid.name}</title>
        </polygon>
      ))}
      {labels.map((l) => (
        <text
          key={l.id}
          x={l.x}
          y={l.y}
          fontSize={12.5 * scale}
          textAnchor="middle"
          fill={l.hit ? 'var(--blocked)' : l.kind === 'obstacle' ? 'var(--muted)' : colour}
          style={{ fontSize: 12.5 * scale }}
        >
          {l.name}
        </text>
      ))}
      <g
        transform={`translate(${box.x + box.w - bar - 24 * scale} ${box.y + box.h - 12 * scale})`}
        stroke="var(--ink)"
        strokeWidth={1.5 * scale}
      >
        <path d={`M0 ${-4 * scale}V${4 * scale}M0 0H${bar}M${bar} ${-4 * scale}V${4 * scale}`} fill="none" />
        <text
          x={bar / 2}
          y={-6 * scale}
          textAnchor="middle"
          stroke="none"
          fill="var(--ink)"
          style={{ fontSize: 12.5 * scale }}
        >
          {formatNumber(bar, 'lengthMm', units, { digits: 0 })} {unitOf('lengthMm', units)}
        </text>
      </g>
    </svg>
  );
}

/** Names at the middles of the larger shapes; one that would lie on another, or run out of the frame, is left to the tooltip. */
function placeLabels(shapes: readonly { solid: DrawnSolid; points: Point[] }[], box: Bounds, perPixel: number) {
  const height = 14 * perPixel;
  const taken: { x0: number; x1: number; y0: number; y1: number }[] = [
    { x0: box.x + box.w - 300, x1: box.x + box.w, y0: box.y + box.h - 34 * perPixel, y1: box.y + box.h },
  ];
  const bySize = [...shapes].sort(
    (a, b) =>
      Number(b.solid.hit ?? false) - Number(a.solid.hit ?? false) ||
      Math.abs(polygonArea(b.points)) - Math.abs(polygonArea(a.points)),
  );
  return bySize.flatMap(({ solid, points }) => {
    if (points.length < 3) return [];
    const [cx, cy] = polygonCentroid(points);
    const half = solid.name.length * 3.3 * perPixel;
    const inside = Math.abs(polygonArea(points)) > half * height * 1.1;
    const at = { x0: cx - half, x1: cx + half, y0: cy - height, y1: cy + height * 0.3 };
    const runsOut = at.x0 < box.x || at.x1 > box.x + box.w || at.y0 < box.y || at.y1 > box.y + box.h;
    if (
      (!inside && !solid.hit) ||
      runsOut ||
      taken.some((t) => at.x0 < t.x1 && at.x1 > t.x0 && at.y0 < t.y1 && at.y1 > t.y0)
    )
      return [];
    taken.push(at);
    return [{ id: solid.id, name: solid.name, x: cx, y: cy, kind: solid.kind, hit: solid.hit ?? false }];
  });
}
