import { accept, type Candidate, type FittedMount, type MountsFigures, type Subject } from '@sable/core';
import { FRONT, outlineOf, PLAN, SIDE, type Flat, type View } from '@sable/core/formats/drawing';
import { cornersOf, type V3 } from '@sable/core/geometry';
import { bracketBodies } from '@sable/core/questions/brackets';
import { placedSolids } from '@sable/core/questions/fit';
import { dataAt, motionAt, type LoadCase } from '@sable/core/questions/mounts';
import { formatQuantity, formatNumber, unitOf } from '@sable/core/units';
import { useMemo, useRef, useState } from 'react';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { candidateColour } from '../../pieces/marks.tsx';
import { across, boxAround, labelGroups, niceScale, type Box, type Motion } from './drawn.ts';
import css from './mounts.module.css';

export type Shown =
  | { readonly kind: 'case'; readonly case: LoadCase }
  | { readonly kind: 'mode'; readonly index: number };

/** Width that the drawing is laid out for, pixels. */
const LAYOUT_PX = 930;
const HEAD_PX = 24;
const GAP_MM = 24;
/** How far the largest motion is drawn, mm. */
const DRAWN_MM = 42;
/** The longest arrow, mm. */
const ARROW_MM = 130;

/** What is drawn of the motion: how far it goes for each mm that it really goes, and how each point moves. */
function useMotion(figures: MountsFigures | undefined, corners: readonly V3[], shown: Shown): Motion | undefined {
  return useMemo(() => {
    if (!figures?.comMm) return undefined;
    const { comMm, cases, modes } = figures;
    const farthest = (m: Pick<Motion, 'shiftMm' | 'turnRad'>) =>
      Math.max(1e-9, ...corners.map((p) => Math.hypot(...motionAt({ case: 'rest', ...m }, comMm, p))));
    if (shown.kind === 'mode') {
      const mode = modes[shown.index];
      if (!mode) return undefined;
      const [x, y, z, a, b, c] = mode.shape as [number, number, number, number, number, number];
      const m = { shiftMm: [1000 * x, 1000 * y, 1000 * z] as const, turnRad: [a, b, c] as const };
      return { ...m, times: DRAWN_MM / farthest(m), swings: true };
    }
    const now = cases.find((c) => c.case === shown.case);
    if (!now || now.case === 'rest') return undefined;
    // One scale for all loads, so that they can be told apart by eye.
    const times = niceScale(DRAWN_MM / Math.max(...cases.slice(1).map(farthest)));
    return { shiftMm: now.shiftMm, turnRad: now.turnRad, times, swings: false };
  }, [figures, corners, shown]);
}

/** The powertrain at rest in ink and as the load moves it in its own colour, on its mounts, with what each carries. */
export function MountsDrawing({
  candidate,
  subject,
  figures,
  shown,
}: {
  candidate: Candidate;
  subject: Subject;
  figures: MountsFigures | undefined;
  shown: Shown;
}) {
  const solids = useMemo(
    () => [
      ...placedSolids(subject, candidate.placement).map((s) => ({ id: s.solid.id, corners: cornersOf(s.convex) })),
      ...[...(subject.chassis ? bracketBodies({ ...subject, chassis: subject.chassis }) : [])].flatMap(([id, bodies]) =>
        bodies.map((b, i) => ({ id: `bracket-${id}-${i}`, corners: cornersOf(b) })),
      ),
    ],
    [subject, candidate.placement],
  );
  const corners = useMemo(() => solids.flatMap((s) => s.corners), [solids]);
  const motion = useMotion(figures, corners, shown);
  const [dragged, setDragged] = useState<{ readonly id: string; readonly atMm: V3 }>();
  const points = useMemo(
    () => [...corners, ...(figures?.mounts ?? []).flatMap((m) => [m.atMm, ...(m.padMm ? [m.padMm] : [])])],
    [corners, figures],
  );
  const fitted = subject.candidate.mounts;
  const common = { candidate, fitted, figures, shown, solids, motion, points, dragged, onDrag: setDragged };
  return (
    <>
      <Sheet views={[SIDE, FRONT]} {...common} />
      <details>
        <summary>Top view</summary>
        <Sheet views={[PLAN]} {...common} />
      </details>
    </>
  );
}

interface Common {
  readonly candidate: Candidate;
  /** Its own mounts and those of its kits. */
  readonly fitted: readonly FittedMount[] | undefined;
  readonly figures: MountsFigures | undefined;
  readonly shown: Shown;
  readonly solids: readonly { readonly id: string; readonly corners: readonly V3[] }[];
  readonly motion: Motion | undefined;
  readonly points: readonly V3[];
  readonly dragged: { readonly id: string; readonly atMm: V3 } | undefined;
  readonly onDrag: (dragged: { readonly id: string; readonly atMm: V3 } | undefined) => void;
}

/** Beside a long car the front view is narrow: below this its sides are not named beside its title. */
const BOTH_TITLES_PX = 240;

function Sheet({ views, ...common }: Common & { views: readonly View[] }) {
  const boxes = useMemo(() => views.map((v) => boxAround(common.points, v)), [views, common.points]);
  const width = boxes.reduce((sum, b) => sum + b.w, 0) + GAP_MM * (views.length - 1);
  const px = width / LAYOUT_PX;
  const head = HEAD_PX * px;
  const height = Math.max(...boxes.map((b) => b.h));
  const lefts = boxes.map((_, i) => boxes.slice(0, i).reduce((sum, b) => sum + b.w + GAP_MM, 0));
  const { motion } = common;
  const said = motion === undefined ? 'at rest' : motion.swings ? 'not to scale' : `motion × ${motion.times}`;
  return (
    <figure className={css['sheet']}>
      <svg
        viewBox={`0 0 ${width} ${head + height}`}
        role="group"
        aria-label={`Powertrain on its mounts, ${views.map((v) => v.title.toLowerCase()).join(' and ')}, ${said}`}
      >
        {views.map((view, i) => {
          const box = boxes[i]!;
          const left = lefts[i]!;
          return (
            <g key={view.key} transform={`translate(${left} ${head})`}>
              <rect width={box.w} height={height} fill="var(--panel)" stroke="var(--line)" strokeWidth={px} />
              <text x={6 * px} y={-7 * px} fill="var(--muted)" style={{ fontSize: 13 * px }}>
                {view.title}
              </text>
              {box.w > BOTH_TITLES_PX * px && (
                <text x={box.w - 4 * px} y={-7 * px} textAnchor="end" fill="var(--muted)" style={{ fontSize: 13 * px }}>
                  {i === 0 ? said : `${view.left} ← → ${view.right}`}
                </text>
              )}
              <g transform={`translate(${-box.x} ${-box.y + (height - box.h)})`}>
                <OneView view={view} px={px} box={box} {...common} />
              </g>
            </g>
          );
        })}
      </svg>
    </figure>
  );
}

const joined = (points: readonly Flat[]) => points.map((p) => `${p[0].toFixed(1)},${p[1].toFixed(1)}`).join(' ');

function OneView({
  box,
  view,
  px,
  candidate,
  fitted,
  figures,
  shown,
  solids,
  motion,
  dragged,
  onDrag,
}: Common & { view: View; px: number; box: Box }) {
  const colour = candidateColour(candidate.letter);
  const still = useMemo(() => globalThis.matchMedia?.('(prefers-reduced-motion: reduce)').matches ?? true, []);
  const com = figures?.comMm;
  const at = (p: V3): Flat => view.flat(...p);
  const moved = (p: V3, way: 1 | -1): V3 => {
    if (!motion || !com || !figures) return p;
    const own = dataAt(figures.movement, p);
    // A gearbox that hangs by itself moves by itself; the modes drawn are the engine’s.
    const apart = own === figures.movement ? undefined : own;
    const load = shown.kind === 'mode' ? undefined : apart?.cases.find((c) => c.case === shown.case);
    if (apart && !load) return p;
    const by = load ? motionAt(load, apart!.comMm, p) : motionAt({ case: 'rest', ...motion }, com, p);
    return [p[0] + way * motion.times * by[0], p[1] + way * motion.times * by[1], p[2] + way * motion.times * by[2]];
  };
  const mounts = (figures?.mounts ?? []).map((m) => (dragged?.id === m.id ? { ...m, atMm: dragged.atMm } : m));
  return (
    <>
      {solids.map((s) => (
        <polygon
          key={s.id}
          points={joined(outlineOf(s.corners, view.flat))}
          fill="none"
          stroke="var(--ink)"
          strokeOpacity={motion ? 0.45 : 0.75}
          strokeWidth={0.9 * px}
        />
      ))}
      {motion &&
        solids.map((s) => {
          // Both ends of a swing have as many corners only when drawn from the corners themselves.
          const there = outlineOf(
            s.corners.map((p) => moved(p, 1)),
            view.flat,
          );
          const back = outlineOf(
            s.corners.map((p) => moved(p, -1)),
            view.flat,
          );
          return (
            <polygon
              key={s.id}
              points={joined(there)}
              fill={colour}
              fillOpacity="0.09"
              stroke={colour}
              strokeWidth={1.7 * px}
            >
              {motion.swings && !still && there.length === back.length && (
                <animate
                  attributeName="points"
                  dur="1.6s"
                  repeatCount="indefinite"
                  calcMode="spline"
                  keySplines="0.4 0 0.6 1;0.4 0 0.6 1"
                  values={`${joined(there)};${joined(back)};${joined(there)}`}
                />
              )}
            </polygon>
          );
        })}
      <Axis view={view} px={px} figures={figures} box={box} />
      {com && figures && <Mass at={at(com)} px={px} massKg={figures.massKg} />}
      {mounts.map((m) => (
        <Mount
          key={m.id}
          mount={m}
          fitted={fitted?.find((f) => f.id === m.id)}
          candidate={candidate}
          view={view}
          px={px}
          onDrag={onDrag}
        />
      ))}
      {shown.kind === 'case' && <Loads view={view} px={px} box={box} figures={figures} which={shown.case} />}
    </>
  );
}

/** The axis about which it gives most, or about which nothing holds it. */
function Axis({ view, px, figures, box }: { view: View; px: number; figures: MountsFigures | undefined; box: Box }) {
  const rocks = figures?.rocks;
  const line =
    rocks ?? (figures?.softest && figures.comMm ? { atMm: figures.comMm, axis: figures.softest.axis } : undefined);
  if (!line) return null;
  const end = (k: number): Flat =>
    view.flat(line.atMm[0] + k * line.axis[0], line.atMm[1] + k * line.axis[1], line.atMm[2] + k * line.axis[2]);
  const ends = across(end(-1), end(1), box);
  if (!ends) return null;
  const [[x1, y1], [x2, y2]] = ends;
  const stroke = rocks ? 'var(--blocked)' : 'var(--dye)';
  const steep = Math.abs(y2 - y1) > Math.abs(x2 - x1);
  const words: { x: number; y: number; textAnchor: 'start' | 'end' } = steep
    ? { x: (y1 < y2 ? x1 : x2) + 8 * px, y: box.y + 20 * px, textAnchor: 'start' }
    : { x: x2 - 8 * px, y: y2 - 7 * px, textAnchor: 'end' };
  return (
    <g>
      <line
        x1={x1}
        y1={y1}
        x2={x2}
        y2={y2}
        stroke={stroke}
        strokeWidth={1.2 * px}
        strokeDasharray={`${14 * px} ${4 * px} ${3 * px} ${4 * px}`}
      />
      <text {...words} className="halo" fill={stroke} style={{ fontSize: 12.5 * px, strokeWidth: 3 * px }}>
        {rocks ? 'rocks about this line' : 'softest axis'}
      </text>
    </g>
  );
}

function Mass({ at: [x, y], px, massKg }: { at: Flat; px: number; massKg: number | undefined }) {
  const units = useUnits();
  const r = 8 * px;
  return (
    <g>
      <circle cx={x} cy={y} r={r} fill="var(--panel)" stroke="var(--ink)" strokeWidth={1.2 * px} />
      <path
        d={`M${x} ${y}V${y - r}A${r} ${r} 0 0 1 ${x + r} ${y}ZM${x} ${y}V${y + r}A${r} ${r} 0 0 1 ${x - r} ${y}Z`}
        fill="var(--ink)"
      />
      {massKg !== undefined && (
        <text
          x={x + 12 * px}
          // Below its point: the axis runs through it, and is named above its line.
          y={y + 19 * px}
          className="halo"
          fill="var(--ink)"
          style={{ fontSize: 13 * px, strokeWidth: 3 * px }}
        >
          {formatNumber(massKg, 'massKg', units)} {unitOf('massKg', units)}
        </text>
      )}
    </g>
  );
}

/** How much of its rating a mount is asked for. */
function stateOf({ worst, ratingN, onStop }: MountsFigures['mounts'][number]): string {
  if (!worst || ratingN === undefined) return 'unknown';
  const share = worst.loadN / ratingN;
  return share > 1 ? 'blocked' : share > 0.85 || onStop.includes('first gear') ? 'tight' : 'clear';
}

const STEP_MM: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** A mount: two faces with the gap of its travel, and what joins it to boss and chassis. It can be dragged, or moved by arrows. */
function Mount({
  mount,
  fitted,
  candidate,
  view,
  px,
  onDrag,
}: {
  mount: MountsFigures['mounts'][number];
  fitted: FittedMount | undefined;
  candidate: Candidate;
  view: View;
  px: number;
  onDrag: Common['onDrag'];
}) {
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  const begun = useRef<{ x: number; y: number; atMm: V3; scale: number } | undefined>(undefined);
  const [x, y] = view.flat(...mount.atMm);
  const colour = `var(--${stateOf(mount)})`;
  const flat = (p: V3 | undefined) => p && view.flat(...p);
  const boss = flat(mount.bossMm);
  const pad = flat(mount.padMm);
  const place = (right: number, down: number, from: V3): V3 => {
    const by = view.move(right, down);
    return [Math.round(from[0] + by[0]), Math.round(from[1] + by[1]), Math.round(from[2] + by[2])];
  };
  const keep = (atMm: V3) => {
    if (fitted) saveCandidate(candidate, accept(candidate, { kind: 'mount', ...fitted, atMm: [...atMm] }));
  };
  const movable = fitted !== undefined && !mount.link;
  const half = 15 * px;
  const thick = 4 * px;
  const gap = 4.5 * px;
  return (
    <g
      className={css['mount']}
      {...(movable
        ? {
            tabIndex: 0,
            role: 'button',
            'aria-label': `${mount.name}, ${view.title.toLowerCase()}: drag it, or move it by ${formatQuantity(1, 'lengthMm', units)} with the arrow keys, ten times that with Shift`,
            onKeyDown: (e: React.KeyboardEvent) => {
              const step = STEP_MM[e.key];
              if (!step) return;
              e.preventDefault();
              const by = e.shiftKey ? 10 : 1;
              keep(place(step[0] * by, step[1] * by, mount.atMm));
            },
            onPointerDown: (e: React.PointerEvent<SVGGElement>) => {
              const matrix = e.currentTarget.ownerSVGElement?.getScreenCTM();
              if (!matrix) return;
              e.currentTarget.setPointerCapture(e.pointerId);
              begun.current = { x: e.clientX, y: e.clientY, atMm: mount.atMm, scale: matrix.a };
            },
            onPointerMove: (e: React.PointerEvent) => {
              const from = begun.current;
              if (!from) return;
              onDrag({
                id: mount.id,
                atMm: place((e.clientX - from.x) / from.scale, (e.clientY - from.y) / from.scale, from.atMm),
              });
            },
            onPointerUp: (e: React.PointerEvent) => {
              const from = begun.current;
              begun.current = undefined;
              if (!from) return;
              const to = place((e.clientX - from.x) / from.scale, (e.clientY - from.y) / from.scale, from.atMm);
              onDrag(undefined);
              if (Math.hypot(...to.map((v, i) => v - from.atMm[i]!)) >= 1) keep(to);
            },
          }
        : {})}
    >
      <title>{mount.name}</title>
      {boss && (
        <line
          x1={boss[0]}
          y1={boss[1]}
          x2={x}
          y2={y - gap}
          stroke="var(--ink)"
          strokeWidth={2.2 * px}
          strokeLinecap="round"
        />
      )}
      {mount.link && pad ? (
        <>
          <line x1={x} y1={y} x2={pad[0]} y2={pad[1]} stroke={colour} strokeWidth={3 * px} />
          {[[x, y] as const, pad].map((p, i) => (
            <circle key={i} cx={p[0]} cy={p[1]} r={5 * px} fill="var(--panel)" stroke={colour} strokeWidth={2.4 * px} />
          ))}
        </>
      ) : (
        <>
          {pad && Math.hypot(pad[0] - x, pad[1] - y) > 4 && (
            <line x1={x} y1={y + gap} x2={pad[0]} y2={pad[1]} stroke="var(--obstacle-edge)" strokeWidth={2.2 * px} />
          )}
          <rect x={x - half} y={y - gap - thick} width={2 * half} height={thick} fill={colour} />
          <rect x={x - half} y={y + gap} width={2 * half} height={thick} fill={colour} />
          <path
            d={`M${x - half} ${y + gap + thick + 2 * px}h${2 * half}m${-2 * half} 0l${-5 * px} ${6 * px}m${half} ${-6 * px}l${-5 * px} ${6 * px}m${half} ${-6 * px}l${-5 * px} ${6 * px}m${half} ${-6 * px}l${-5 * px} ${6 * px}`}
            fill="none"
            stroke="var(--obstacle-edge)"
            strokeWidth={px}
          />
        </>
      )}
      <circle className={css['ring']} cx={x} cy={y} r={19 * px} strokeWidth={2 * px} />
    </g>
  );
}

/** What each mount takes in a load: an arrow the way that it is pushed, and its size in a box. */
function Loads({
  view,
  px,
  box,
  figures,
  which,
}: {
  view: View;
  px: number;
  box: Box;
  figures: MountsFigures | undefined;
  which: LoadCase;
}) {
  const units = useUnits();
  const now = figures?.cases.find((c) => c.case === which);
  if (!figures || !now) return null;
  const most = Math.max(...figures.cases.flatMap((c) => Object.values(c.mounts).map((m) => m.sizeN)));
  const drawn = figures.mounts.flatMap((m) => {
    const on = now.mounts[m.id];
    if (!on) return [];
    const [x, y] = view.flat(...m.atMm);
    // The mount pushes the powertrain; the powertrain pushes back at the mount.
    const [fx, fy] = view.flat(-on.forceN[0], -on.forceN[1], -on.forceN[2]);
    return [{ mount: m, x, y, dx: (ARROW_MM * fx) / most, dy: (ARROW_MM * fy) / most, sizeN: on.sizeN }];
  });
  const size = 12.5 * px;
  return (
    <>
      {drawn.map((d) => {
        const long = Math.hypot(d.dx, d.dy);
        if (long < 10) return null;
        const [ux, uy] = [d.dx / long, d.dy / long];
        const [tx, ty] = [d.x + d.dx, d.y + d.dy];
        const head = Math.min(8 * px, long / 2);
        const colour = `var(--${stateOf(d.mount)})`;
        return (
          <path
            key={d.mount.id}
            d={`M${d.x} ${d.y}L${tx} ${ty}M${tx - head * (ux + 0.5 * uy)} ${ty - head * (uy - 0.5 * ux)}L${tx} ${ty}L${tx - head * (ux - 0.5 * uy)} ${ty - head * (uy + 0.5 * ux)}`}
            fill="none"
            stroke={colour}
            strokeWidth={1.8 * px}
          />
        );
      })}
      {labelGroups(drawn, 70 * px).map((group) => {
        const lines = group.map(
          (d) =>
            `${group.length > 1 ? `${d.mount.name} ` : ''}${formatNumber(d.sizeN, 'forceN', units, { digits: 0 })} ${unitOf('forceN', units)}`,
        );
        const w = Math.max(...lines.map((l) => l.length)) * 6.6 * px + 12 * px;
        const first = group[0]!;
        const low = Math.max(...group.map((d) => Math.max(d.y, d.y + d.dy)));
        const top = low + 16 * px;
        // Inside the frame, whatever stands near its edge.
        const mid = Math.min(Math.max(first.x, box.x + w / 2 + 4 * px), box.x + box.w - w / 2 - 4 * px);
        return (
          <g key={first.mount.id}>
            <rect
              x={mid - w / 2}
              y={top}
              width={w}
              height={lines.length * 16 * px + 6 * px}
              fill="var(--panel)"
              stroke={`var(--${stateOf(first.mount)})`}
              strokeWidth={1.2 * px}
            />
            {lines.map((line, i) => (
              <text
                key={line}
                x={mid}
                y={top + (15 + 16 * i) * px}
                textAnchor="middle"
                fill="var(--ink)"
                style={{ fontSize: size }}
              >
                {line}
              </text>
            ))}
          </g>
        );
      })}
    </>
  );
}
