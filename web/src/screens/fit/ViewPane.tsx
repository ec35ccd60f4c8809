import type { State } from '@sable/core';
import { drawnShafts, fitState, tubeOnce } from '@sable/core/questions/fit';
import { moved, poseOf, type Convex, type V3 } from '@sable/core/geometry';
import { systemOf, formatNumber, unitOf } from '@sable/core/units';
import { memo, useEffect, useMemo, useRef, useState, useSyncExternalStore, type ReactNode } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import { outline, section, type Flat, type View } from '@sable/core/formats/drawing';
import { pathOf, placeNames, spanOf, type Frame, type Placed, type Span } from '../../pieces/labels.ts';
import { frameOf } from './frame.ts';
import { gapBoxes } from './gapBoxes.ts';
import type { LiveFit, Standing } from './live.ts';
import type { Measured } from './Measure.tsx';
import css from './fit.module.css';

export interface Ghost {
  readonly id: string;
  readonly convex: Convex;
}

export interface ViewPaneProps {
  readonly live: LiveFit;
  readonly view: View;
  readonly colour: string;
  readonly box: readonly number[];
  readonly ghost: readonly Ghost[];
  /** Where a section is cut, mm; undefined for the whole seen from outside. */
  readonly cutMm: number | undefined;
  readonly shimMm: number;
  /** `hold`: nothing may be moved just now. */
  readonly tool: 'move' | 'hold' | 'measure' | 'route';
  readonly hot: string | undefined;
  readonly active: boolean;
  readonly wheelRadiusMm: number | undefined;
  readonly routePoints: readonly V3[];
  readonly onHot: (obstacleId: string | undefined) => void;
  readonly onActive: (view: View) => void;
  readonly onDone: () => void;
  /** Two points picked in this view. */
  readonly measured: Measured | undefined;
  /** A point picked on the paper, and how near a corner it would count as that corner, mm. */
  readonly onPoint: (view: View, at: Flat, reachMm: number) => void;
}

/** Subscribes to the standing; only what draws it anew does. */
export const useStanding = (live: LiveFit): Standing => useSyncExternalStore(live.watch, live.now);
/** The states of all bodies; the same object until one of them changes. */
function useStates(live: LiveFit): Standing['states'] {
  const key = useSyncExternalStore(live.watch, () => live.now().statesKey);
  // oxlint-disable-next-line react-hooks/exhaustive-deps -- the key stands for the states
  return useMemo(() => live.now().states, [live, key]);
}
/** How the powertrain is turned: its outlines change with this and not with where it stands. */
const useTurn = (live: LiveFit): string =>
  useSyncExternalStore(live.watch, () => {
    const p = live.now().placement;
    return `${p.yawDeg} ${p.pitchDeg} ${p.cantDeg}`;
  });

/** One view of the bay with the powertrain in it, to scale, to be dragged. */
export const ViewPane = memo(function ViewPane(props: ViewPaneProps) {
  const { live, view, box, active, tool, onActive, onDone, onPoint, shimMm } = props;
  const holder = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState<{ w: number; h: number }>();
  useEffect(() => {
    const el = holder.current;
    if (!el) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setSize({ w: Math.round(entry.contentRect.width), h: Math.round(entry.contentRect.height) });
    });
    observer.observe(el);
    return () => observer.disconnect();
  }, []);
  const frame = useMemo(() => (size ? frameOf(view, box, size.w, size.h) : undefined), [size, view, box]);
  const drag = useRef<{ x: number; y: number; from: ReturnType<LiveFit['now']>['placement'] } | undefined>(undefined);
  const paperAt = (e: { clientX: number; clientY: number }): Flat | undefined => {
    const rect = holder.current?.getBoundingClientRect();
    if (!rect || !frame) return undefined;
    return [frame.x + (e.clientX - rect.left) / frame.scale, frame.y + (e.clientY - rect.top) / frame.scale];
  };
  return (
    <div
      ref={holder}
      className={css['pane']}
      data-view={view.key}
      data-active={active}
      data-tool={tool}
      role="application"
      aria-label={`${view.title}: drag or use the arrow keys to move the powertrain`}
      tabIndex={0}
      onFocus={() => onActive(view)}
      onPointerDown={(e) => {
        onActive(view);
        const at = paperAt(e);
        if (tool === 'hold') return;
        if (tool !== 'move') {
          if (at && frame) onPoint(view, at, 9 / frame.scale);
          return;
        }
        e.currentTarget.setPointerCapture(e.pointerId);
        drag.current = { x: e.clientX, y: e.clientY, from: live.now().placement };
      }}
      onPointerMove={(e) => {
        const d = drag.current;
        if (!d || !frame) return;
        const step = (v: number) => Math.round(v / frame.scale / shimMm) * shimMm;
        const [x, y, z] = view.move(step(e.clientX - d.x), step(e.clientY - d.y));
        live.move({ ...d.from, xMm: d.from.xMm + x, yMm: d.from.yMm + y, zMm: d.from.zMm + z });
      }}
      onPointerUp={() => {
        if (!drag.current) return;
        drag.current = undefined;
        onDone();
      }}
      onPointerCancel={() => {
        if (drag.current) live.move(drag.current.from);
        drag.current = undefined;
      }}
    >
      {size && frame && (
        <svg width={size.w} height={size.h} viewBox={`${frame.x} ${frame.y} ${frame.w} ${frame.h}`} aria-hidden="true">
          <Drawing {...props} frame={frame} px={1 / frame.scale} />
        </svg>
      )}
      <span className={css['pane-title']}>{view.title}</span>
      <span className={css['pane-ends']}>
        {view.left} ← → {view.right}
      </span>
    </div>
  );
});

interface DrawingProps extends ViewPaneProps {
  readonly frame: Frame;
  readonly px: number;
}

const Drawing = memo(function Drawing(props: DrawingProps) {
  const { live, view, frame, px, cutMm, colour } = props;
  const { train, bay } = useShapes(props);
  const names = useNames(props, train, bay);
  const trainNames = useMemo(
    () => names.train.map((n) => ({ ...n, x: n.x - names.from[0], y: n.y - names.from[1] })),
    [names],
  );
  return (
    <>
      <defs>
        <pattern
          id={`hit-${view.key}`}
          width={6 * px}
          height={6 * px}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width={6 * px} height={6 * px} fill="var(--blocked)" opacity="0.12" />
          <line x1="0" y1="0" x2="0" y2={6 * px} stroke="var(--blocked)" strokeWidth={1.4 * px} />
        </pattern>
      </defs>
      <Datum view={view} frame={frame} px={px} wheelRadiusMm={props.wheelRadiusMm} />
      <Obstacles live={live} view={view} px={px} shapes={bay} cut={cutMm !== undefined} />
      {props.ghost.length > 0 && <GhostLayer ghost={props.ghost} view={view} px={px} cutMm={cutMm} />}
      {cutMm === undefined && <Shafts live={live} view={view} px={px} colour={colour} />}
      {cutMm === undefined ? (
        <Shifted live={live} view={view}>
          <Train live={live} view={view} px={px} colour={colour} shapes={train} />
        </Shifted>
      ) : (
        <CutTrain live={live} view={view} px={px} colour={colour} cutMm={cutMm} />
      )}
      <Routes {...props} />
      <NameLayer live={live} px={px} names={names.bay} colour="var(--muted)" />
      <Shifted live={live} view={view}>
        <NameLayer live={live} px={px} names={trainNames} colour={colour} />
      </Shifted>
      <Gaps {...props} names={names} />
      {props.measured?.view === view && <Picked measured={props.measured} px={px} />}
      <ScaleBar frame={frame} px={px} />
    </>
  );
});

interface TrainShape {
  readonly id: string;
  readonly name: string;
  readonly points: Flat[];
  /** Its outline as a path: written once, not for each frame. */
  readonly path: string;
}
interface BayShape extends TrainShape {
  readonly role: string;
}

/** One outline: drawn anew only when its own state changes. */
const Outline = memo(function Outline({
  path,
  name,
  id,
  ...paint
}: {
  path: string;
  name: string;
  id: string;
  fill: string;
  fillOpacity: number;
  stroke: string;
  strokeOpacity?: number;
  strokeDasharray?: string | undefined;
  strokeWidth: number;
}) {
  return (
    <path d={path} data-solid={id} {...paint}>
      <title>{name}</title>
    </path>
  );
});

/** Outlines: of the bay in place, of the powertrain about the engine's origin as it is turned. */
function useShapes({ live, view, cutMm }: DrawingProps): { train: readonly TrainShape[]; bay: readonly BayShape[] } {
  const turn = useTurn(live);
  const bay = useMemo(
    () =>
      live.bay
        .filter((b) => b.obstacle.role !== 'ground line')
        .map(({ obstacle, convex }) => {
          const points = cutMm === undefined ? outline(convex, view.flat) : section(convex, view, cutMm);
          return { id: obstacle.id, name: obstacle.name, role: obstacle.role, points, path: pathOf(points) };
        }),
    [live, view, cutMm],
  );
  const train = useMemo(() => {
    const pose = poseOf(turnedOnly(turn));
    return live.solids.map(({ solid, convex }) => {
      const points = outline(moved(convex, pose), view.flat);
      return { id: solid.id, name: solid.name, points, path: pathOf(points) };
    });
  }, [live, turn, view]);
  return { train, bay };
}

const turnedOnly = (turn: string) => {
  const [yawDeg, pitchDeg, cantDeg] = turn.split(' ').map(Number) as [0, number, number];
  return { xMm: 0, yMm: 0, zMm: 0, yawDeg, pitchDeg, cantDeg };
};

interface Names {
  readonly train: readonly Placed<TrainShape>[];
  readonly bay: readonly Placed<BayShape>[];
  /** Where the powertrain stood when its names were placed; they travel with it. */
  readonly from: Flat;
}

/** Names of both, none on another: the powertrain's first, where it stood when its drawing last changed. */
function useNames(
  { live, view, frame, px, cutMm }: DrawingProps,
  train: readonly TrainShape[],
  bay: readonly BayShape[],
): Names {
  return useMemo(() => {
    const p = live.now().placement;
    const from = view.flat(p.xMm, p.yMm, p.zMm);
    const taken: Span[] = [{ x0: frame.x, x1: frame.x + frame.w, y0: frame.y, y1: frame.y + 24 * px }];
    const placed = train.map((s) => ({ ...s, points: s.points.map(([x, y]): Flat => [x + from[0], y + from[1]]) }));
    const named = cutMm === undefined ? placeNames(placed, frame, px, taken) : [];
    const walls = bay.filter((s) => s.role !== 'reach zone' && s.role !== 'floor');
    return { train: named, bay: placeNames(walls, frame, px, taken), from };
  }, [live, view, frame, px, cutMm, train, bay]);
}

const NameLayer = memo(function NameLayer({
  live,
  px,
  names,
  colour,
}: {
  live: LiveFit;
  px: number;
  names: readonly Placed<{ readonly id: string; readonly name: string }>[];
  colour: string;
}) {
  const states = useStates(live);
  return (
    <g>
      {names.map((n) => (
        <text
          key={n.id}
          x={n.x}
          y={n.y}
          textAnchor="middle"
          className="halo"
          fill={states.get(n.id) === 'blocked' ? 'var(--blocked)' : colour}
          style={{ fontSize: 12.5 * px, strokeWidth: 3 * px }}
        >
          {n.name}
        </text>
      ))}
    </g>
  );
});

/** Ground, front axle and wheel: what a fabricator measures from. */
const Datum = memo(function Datum({
  view,
  frame,
  px,
  wheelRadiusMm,
}: Pick<DrawingProps, 'view' | 'frame' | 'px' | 'wheelRadiusMm'>) {
  const line = { stroke: 'var(--muted)', strokeWidth: px, fill: 'none' };
  const [axle] = view.flat(0, 0, 0);
  return (
    <g>
      {view.key !== 'plan' && <path d={`M${frame.x} 0H${frame.x + frame.w}`} {...line} />}
      {view.key !== 'front' && (
        <path
          d={`M${axle} ${frame.y}V${frame.y + frame.h}`}
          {...line}
          strokeDasharray={`${9 * px} ${3 * px} ${2 * px} ${3 * px}`}
          opacity={0.6}
        />
      )}
      {view.key === 'side' && wheelRadiusMm !== undefined && (
        <circle
          cx={axle}
          cy={-wheelRadiusMm}
          r={wheelRadiusMm}
          {...line}
          strokeDasharray={`${5 * px} ${4 * px}`}
          opacity={0.6}
        />
      )}
      {view.key === 'side' && (
        <text
          x={axle + 5 * px}
          y={14 * px}
          className="halo"
          fill="var(--muted)"
          style={{ fontSize: 12 * px, strokeWidth: 3 * px }}
        >
          front axle
        </text>
      )}
    </g>
  );
});

/** Large and flat: they would hide what is worth seeing. */
const PLAIN = new Set(['chassis rail', 'floor', 'inner wing', 'boot wall', 'tunnel', 'bonnet']);

const Obstacles = memo(function Obstacles({
  live,
  view,
  px,
  shapes,
  cut,
}: {
  live: LiveFit;
  view: View;
  px: number;
  shapes: readonly BayShape[];
  cut: boolean;
}) {
  const states = useStates(live);
  return (
    <g>
      {shapes.map((s) => {
        const state = states.get(s.id);
        const plain = PLAIN.has(s.role);
        const zone = s.role === 'reach zone';
        // From above the bonnet lies over everything: its edge says enough.
        const above = !cut && s.role === 'bonnet' && view.key !== 'side';
        return (
          <Outline
            key={s.id}
            id={s.id}
            name={s.name}
            path={s.path}
            fill={zone || above ? 'none' : state === 'blocked' ? `url(#hit-${view.key})` : 'var(--obstacle)'}
            fillOpacity={plain ? 0.25 : 0.6}
            stroke={edge(state, 'var(--obstacle-edge)')}
            strokeDasharray={zone || above ? `${4 * px} ${3 * px}` : undefined}
            strokeOpacity={plain && state === undefined ? 0.45 : zone ? 0.5 : 1}
            strokeWidth={(state === 'blocked' || state === 'tight' ? 2 : 1.1) * px}
          />
        );
      })}
    </g>
  );
});

const edge = (state: State | undefined, otherwise: string) =>
  state === 'blocked' ? 'var(--blocked)' : state === 'tight' ? 'var(--tight)' : otherwise;

/** Its children follow the powertrain; they are not drawn anew while it only shifts. */
function Shifted({ live, view, children }: { live: LiveFit; view: View; children: ReactNode }) {
  const { placement: p } = useStanding(live);
  const [x, y] = view.flat(p.xMm, p.yMm, p.zMm);
  return <g transform={`translate(${x} ${y})`}>{children}</g>;
}

interface TrainProps {
  readonly live: LiveFit;
  readonly view: View;
  readonly px: number;
  readonly colour: string;
}

const Train = memo(function Train({ live, view, px, colour, shapes }: TrainProps & { shapes: readonly TrainShape[] }) {
  const turn = useTurn(live);
  const states = useStates(live);
  const axis = useMemo(() => {
    const { turned } = poseOf(turnedOnly(turn));
    const end = (x: number) => view.flat(turned[0][0] * x, turned[1][0] * x, turned[2][0] * x);
    return [end(620), end(-900)] as const;
  }, [turn, view]);
  return (
    <g className="train">
      {shapes.map((s) => {
        const state = states.get(s.id);
        return (
          <Outline
            key={s.id}
            id={s.id}
            name={s.name}
            path={s.path}
            fill={state === 'blocked' ? `url(#hit-${view.key})` : colour}
            fillOpacity={state === 'blocked' ? 0.9 : 0.13}
            stroke={state === 'blocked' ? 'var(--blocked)' : colour}
            strokeWidth={(state === 'blocked' ? 2 : 1.2) * px}
          />
        );
      })}
      <path
        d={`M${axis[0].join(' ')}L${axis[1].join(' ')}`}
        stroke={colour}
        strokeWidth={px}
        strokeDasharray={`${12 * px} ${3 * px} ${2 * px} ${3 * px}`}
        fill="none"
      />
    </g>
  );
});

/** Shafts from the gearbox to hubs and pinions, as thick as they are, each with its axis. */
function Shafts({ live, view, px, colour }: TrainProps) {
  const { placement } = useStanding(live);
  const shafts = useMemo(() => drawnShafts(live.subject, placement), [live, placement]);
  return (
    <g data-layer="shafts" style={{ pointerEvents: 'none' }}>
      {shafts.map((s) => {
        const d = `M${view.flat(...s.from).join(' ')}L${view.flat(...s.to).join(' ')}`;
        return (
          <g key={s.name}>
            <title>{s.name}</title>
            <path d={d} stroke={colour} strokeOpacity={0.13} strokeWidth={s.thickMm} />
            <path d={d} stroke={colour} strokeWidth={px} strokeDasharray={`${12 * px} ${3 * px} ${2 * px} ${3 * px}`} />
          </g>
        );
      })}
    </g>
  );
}

function CutTrain({ live, view, px, colour, cutMm }: TrainProps & { cutMm: number }) {
  const { placement, states } = useStanding(live);
  const shapes = useMemo(() => {
    const pose = poseOf(placement);
    return live.solids.map(({ solid, convex }) => ({
      id: solid.id,
      name: solid.name,
      points: section(moved(convex, pose), view, cutMm),
    }));
  }, [live, view, placement, cutMm]);
  return (
    <g className="train">
      {shapes.map((s) => (
        <path
          key={s.id}
          d={pathOf(s.points)}
          fill={states.get(s.id) === 'blocked' ? `url(#hit-${view.key})` : colour}
          fillOpacity={0.35}
          stroke={edge(states.get(s.id), colour)}
          strokeWidth={1.6 * px}
        >
          <title>{s.name}</title>
        </path>
      ))}
    </g>
  );
}

const GhostLayer = memo(function GhostLayer({
  ghost,
  view,
  px,
  cutMm,
}: Pick<DrawingProps, 'ghost' | 'view' | 'px' | 'cutMm'>) {
  return (
    <g data-layer="ghost">
      {ghost.map((g) => (
        <path
          key={g.id}
          d={pathOf(cutMm === undefined ? outline(g.convex, view.flat) : section(g.convex, view, cutMm))}
          fill="none"
          stroke="var(--ink)"
          strokeOpacity={0.55}
          strokeWidth={px}
          strokeDasharray={`${5 * px} ${3 * px}`}
        />
      ))}
    </g>
  );
});

const ROUTE_COLOUR: Readonly<Record<string, string>> = {
  exhaust: 'var(--tight)',
  'brake line': 'var(--dye)',
  'fuel line': 'var(--dye)',
};

const Routes = memo(function Routes({ live, view, px, routePoints }: DrawingProps) {
  const routes = live.subject.candidate.routes ?? [];
  return (
    <g data-layer="routes">
      {routes.map((r) => (
        <g key={r.id}>
          {tubeOnce(r).pieces.map((piece, i) => (
            <path
              key={i}
              d={pathOf(outline(piece, view.flat))}
              fill={ROUTE_COLOUR[r.kind] ?? 'var(--muted)'}
              fillOpacity={0.35}
              stroke={ROUTE_COLOUR[r.kind] ?? 'var(--muted)'}
              strokeOpacity={0.8}
              strokeWidth={0.8 * px}
            >
              <title>{r.name}</title>
            </path>
          ))}
        </g>
      ))}
      {routePoints.length > 0 && (
        <g stroke="var(--dye)" fill="none" strokeWidth={2 * px}>
          <polyline points={routePoints.map((p) => view.flat(...p).join(',')).join(' ')} />
          {routePoints.map((p, i) => {
            const [x, y] = view.flat(...p);
            return <circle key={i} cx={x} cy={y} r={4 * px} fill="var(--panel)" />;
          })}
        </g>
      )}
    </g>
  );
});

const SHOWN_GAPS = 7;
const WORTH_DRAWING_MM = 60;

/** The tightest gaps as witness lines with end bars, each with its boxed figure on a leader. */
function Gaps({ live, view, frame, px, hot, onHot, names }: DrawingProps & { names: Names }) {
  const { gaps, placement: p } = useStanding(live);
  const [x, y] = view.flat(p.xMm, p.yMm, p.zMm);
  const words = [
    ...names.bay.map((n) => spanOf(n.name, n.x, n.y, px)),
    ...names.train.map((n) => spanOf(n.name, n.x + x - names.from[0], n.y + y - names.from[1], px)),
  ];
  const units = useUnits();
  const near = gaps.filter((g) => g.marginMm < WORTH_DRAWING_MM);
  const shown = near.slice(0, SHOWN_GAPS);
  const chosen = hot && !shown.some((g) => g.obstacle.id === hot) ? gaps.filter((g) => g.obstacle.id === hot) : [];
  const boxes = gapBoxes(view, [...shown, ...chosen], frame, px, words, (g) =>
    g.gapMm < 0
      ? formatNumber(g.gapMm, 'lengthMm', units)
      : `${formatNumber(g.gapMm, 'lengthMm', units)} of ${formatNumber(g.needed.totalMm, 'lengthMm', units)}`,
  );
  return (
    <g data-layer="gaps">
      {boxes.map(({ gap, from, to, at, text }) => {
        const state = fitState(gap.marginMm);
        const colour = `var(--${state})`;
        const length = Math.max(Math.hypot(to[0] - from[0], to[1] - from[1]), 1e-6);
        const nx = (-(to[1] - from[1]) / length) * 6 * px;
        const ny = ((to[0] - from[0]) / length) * 6 * px;
        const mid: Flat = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
        const w = (text.length * 7 + 12) * px;
        const strong = hot === gap.obstacle.id;
        return (
          <g
            key={gap.obstacle.id}
            onPointerEnter={() => onHot(gap.obstacle.id)}
            onPointerLeave={() => onHot(undefined)}
            data-gap={gap.obstacle.id}
          >
            <path
              d={`M${from.join(' ')}L${to.join(' ')}M${from[0] - nx} ${from[1] - ny}L${from[0] + nx} ${from[1] + ny}M${to[0] - nx} ${to[1] - ny}L${to[0] + nx} ${to[1] + ny}`}
              stroke={colour}
              strokeWidth={(strong ? 3 : 2) * px}
              fill="none"
            />
            <path d={`M${mid.join(' ')}L${at.join(' ')}`} stroke={colour} strokeWidth={px} fill="none" />
            <rect
              x={at[0] - w / 2}
              y={at[1] - 10 * px}
              width={w}
              height={20 * px}
              fill="var(--panel)"
              stroke={colour}
              strokeWidth={(strong ? 2 : 1.2) * px}
            />
            <text
              x={at[0]}
              y={at[1] + 4.5 * px}
              textAnchor="middle"
              fill={colour}
              className="num"
              style={{ fontSize: 13 * px, fontWeight: 600 }}
            >
              {text}
            </text>
          </g>
        );
      })}
    </g>
  );
}

function Picked({ measured: { from, to }, px }: { measured: Measured; px: number }) {
  const dot = ([x, y]: Flat) => <circle cx={x} cy={y} r={4 * px} fill="var(--panel)" />;
  return (
    <g stroke="var(--dye)" strokeWidth={2 * px} fill="none" data-layer="measure">
      {to && <path d={`M${from.join(' ')}L${to.join(' ')}`} />}
      {dot(from)}
      {to && dot(to)}
    </g>
  );
}

function ScaleBar({ frame, px }: { frame: Frame; px: number }) {
  const units = useUnits();
  const wide = frame.w / 5;
  const step =
    systemOf('lengthMm', units) === 'metric' ? [1000, 500, 200, 100, 50] : [609.6, 304.8, 152.4, 101.6, 50.8];
  const bar = step.find((s) => s <= wide) ?? 50;
  const x = frame.x + frame.w - bar - 14 * px;
  const y = frame.y + frame.h - 12 * px;
  return (
    <g>
      <path
        d={`M${x} ${y - 4 * px}V${y + 4 * px}M${x} ${y}H${x + bar}M${x + bar} ${y - 4 * px}V${y + 4 * px}`}
        stroke="var(--ink)"
        strokeWidth={1.4 * px}
        fill="none"
      />
      <text
        x={x + bar / 2}
        y={y - 6 * px}
        textAnchor="middle"
        className="halo"
        fill="var(--ink)"
        style={{ fontSize: 12.5 * px, strokeWidth: 3 * px }}
      >
        {formatNumber(bar, 'lengthMm', units, { digits: 0 })} {unitOf('lengthMm', units)}
      </text>
    </g>
  );
}
