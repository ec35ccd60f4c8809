import { highestRpm, torqueAt, type Torque } from '@sable/core/questions/curve';
import { toDisplay, unitOf } from '@sable/core/units';
import { CartesianGrid, Line, LineChart, ReferenceArea, XAxis, YAxis } from 'recharts';
import { memo, useEffect, useMemo, useRef, useState } from 'react';
import { useUnits } from '../hooks/settings.tsx';
import { AXIS, GRID, niceTicks, spread } from './chart.ts';
import { candidateColour, candidateDash, candidateWidth } from './marks.tsx';

interface Series {
  readonly candidate: { readonly id: string; readonly letter: string };
  readonly label: string;
  readonly torque: Torque;
}

const STEP_RPM = 50;
const MARGIN = { top: 10, right: 104, bottom: 2, left: 0 };
const X_AXIS_HEIGHT = 24;
const Y_AXIS_WIDTH = 44;
/** The chart looks at where the owner drives: engine speeds beyond this many times the top of the band are cut off. */
const BEYOND_BAND = 1.6;
const LABEL_GAP = 15;

interface Props {
  readonly series: readonly Series[];
  readonly band: { readonly lowRpm: number; readonly highRpm: number };
  readonly height: number;
  readonly bandName?: string;
}

/** Whether two charts would look the same: drawing one costs more than judging the whole line-up. */
function sameChart(a: Props, b: Props): boolean {
  const look = (p: Props) =>
    JSON.stringify([p.height, p.bandName, p.band, p.series.map((s) => [s.candidate, s.label, s.torque.x, s.torque.y])]);
  return look(a) === look(b);
}

/** Torque curves of the candidates over the engine speeds, the driving band dyed; a table twin for those who can't see it. */
export const TorqueChart = memo(function TorqueChart({ series, band, height, bandName = 'rpm range' }: Props) {
  const units = useUnits();
  const holder = useRef<HTMLElement>(null);
  const [width, setWidth] = useState(600);
  useEffect(() => {
    const watch = new ResizeObserver(
      ([entry]) => entry && setWidth(Math.max(280, Math.floor(entry.contentRect.width))),
    );
    if (holder.current) watch.observe(holder.current);
    return () => watch.disconnect();
  }, []);
  const { rows, top, ticks, maxRpm } = useMemo(() => {
    const maxRpm = Math.min(
      Math.max(...series.map((s) => highestRpm(s.torque)), band.highRpm),
      band.highRpm * BEYOND_BAND,
    );
    const rows: Record<string, number | null>[] = [];
    for (let rpm = 0; rpm <= maxRpm; rpm += STEP_RPM) {
      const row: Record<string, number | null> = { rpm };
      for (const s of series) {
        const t = torqueAt(s.torque, rpm);
        row[s.candidate.id] = t === undefined ? null : toDisplay(t, 'torqueNm', units);
      }
      rows.push(row);
    }
    const most = Math.max(...series.map((s) => toDisplay(Math.max(...s.torque.y), 'torqueNm', units)), 1);
    const ticks = niceTicks(0, most * 1.05, 4);
    return { rows, ticks, top: Math.max(ticks.at(-1) ?? most, most * 1.08), maxRpm };
  }, [series, band.highRpm, units]);

  // Names stand in a column at the right, each with a leader from the end of its line, moved apart where they would touch.
  const plotHeight = height - MARGIN.top - MARGIN.bottom - X_AXIS_HEIGHT;
  const plotWidth = width - Y_AXIS_WIDTH - MARGIN.right;
  const ends = series.map((s) => {
    const rpm = Math.min(highestRpm(s.torque), maxRpm);
    const torque = toDisplay(torqueAt(s.torque, rpm) ?? 0, 'torqueNm', units);
    return { x: Y_AXIS_WIDTH + (rpm / maxRpm) * plotWidth, y: MARGIN.top + plotHeight * (1 - torque / top) };
  });
  const overflow = (list: number[]) =>
    Math.max(0, (list.length > 0 ? Math.max(...list) : 0) - (height - X_AXIS_HEIGHT - 6));
  const wanted = ends.map((e) => e.y);
  const shift = overflow(spread(wanted, LABEL_GAP));
  const places = spread(
    wanted.map((y) => y - shift),
    LABEL_GAP,
  );
  const labelX = width - MARGIN.right + 18;
  return (
    <figure ref={holder} style={{ minWidth: 0, position: 'relative' }} aria-label="Torque curves">
      <LineChart width={width} height={height} data={rows} margin={MARGIN} accessibilityLayer={false}>
        <CartesianGrid {...GRID} />
        <ReferenceArea
          x1={band.lowRpm}
          x2={band.highRpm}
          fill="var(--dye-tint)"
          fillOpacity={1}
          label={{ value: bandName, position: 'insideBottomLeft', fontSize: 12.5, fill: 'var(--dye)' }}
        />
        <XAxis
          dataKey="rpm"
          type="number"
          domain={[0, maxRpm]}
          ticks={niceTicks(0, maxRpm, 7)}
          height={X_AXIS_HEIGHT}
          {...AXIS}
        />
        <YAxis domain={[0, top]} ticks={ticks} width={Y_AXIS_WIDTH} {...AXIS} axisLine={false} />
        {series.map((s) => (
          <Line
            key={s.candidate.id}
            dataKey={s.candidate.id}
            stroke={candidateColour(s.candidate.letter)}
            strokeDasharray={candidateDash(s.candidate.letter)}
            strokeWidth={candidateWidth(s.candidate.letter)}
            dot={false}
            isAnimationActive={false}
            type="linear"
          />
        ))}
      </LineChart>
      <svg
        width={width}
        height={height}
        aria-hidden
        style={{ position: 'absolute', left: 0, top: 0, pointerEvents: 'none' }}
      >
        {series.map((s, i) => (
          <g
            key={s.candidate.id}
            fill={candidateColour(s.candidate.letter)}
            stroke={candidateColour(s.candidate.letter)}
          >
            <path
              d={`M${ends[i]!.x + 2} ${ends[i]!.y}L${labelX - 12} ${places[i]!}H${labelX - 4}`}
              fill="none"
              strokeWidth="0.8"
              opacity="0.6"
            />
            <text x={labelX} y={places[i]! + 4.5} stroke="none" fontSize="13" fontWeight="600">
              {s.label}
            </text>
          </g>
        ))}
      </svg>
      <small className="muted" style={{ position: 'absolute', left: 10, top: -8 }}>
        {unitOf('torqueNm', units)}
      </small>
      <small className="muted" style={{ position: 'absolute', left: width - MARGIN.right + 26, bottom: 5 }}>
        rpm
      </small>
      {/* A table is never narrower than its words: what holds it is cut off, or a phone scrolls sideways. */}
      <div className="visually-hidden">
        <table>
          <caption>Torque, {unitOf('torqueNm', units)}</caption>
          <thead>
            <tr>
              <th scope="col">rpm</th>
              {series.map((s) => (
                <th scope="col" key={s.candidate.id}>
                  {s.label}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows
              .filter((r) => (r['rpm'] ?? 0) % 1000 === 0)
              .map((r) => (
                <tr key={r['rpm']}>
                  <th scope="row">{r['rpm']}</th>
                  {series.map((s) => (
                    <td key={s.candidate.id}>{r[s.candidate.id]?.toFixed(0) ?? 'none'}</td>
                  ))}
                </tr>
              ))}
          </tbody>
        </table>
      </div>
    </figure>
  );
}, sameChart);
