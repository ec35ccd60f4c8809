import { highestRpm, torqueAt, type Torque } from '@sable/core/curve';
import type { Candidate } from '@sable/core';
import { toDisplay, unitOf } from '@sable/core/units';
import { CartesianGrid, Line, LineChart, ReferenceArea, XAxis, YAxis } from 'recharts';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useUnits } from '../../app/settings.tsx';
import { AXIS, GRID, niceTicks, spread } from '../../pieces/chart.ts';
import { candidateColour, candidateDash, candidateWidth } from '../../pieces/marks.tsx';

export interface Series {
  readonly candidate: Candidate;
  readonly label: string;
  readonly torque: Torque;
}

const STEP_RPM = 100;
const MARGIN = { top: 8, right: 96, bottom: 2, left: 0 };
const X_AXIS_HEIGHT = 24;

/** Torque curves of the candidates over the engine speeds, the driving band dyed; a table twin for those who can't see it. */
export function TorqueChart({
  series,
  band,
  height,
}: {
  series: readonly Series[];
  band: { lowRpm: number; highRpm: number };
  height: number;
}) {
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
    const maxRpm = Math.max(...series.map((s) => highestRpm(s.torque)), band.highRpm);
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
    return { rows, ticks, top: Math.max(ticks.at(-1) ?? most, most * 1.05), maxRpm };
  }, [series, band.highRpm, units]);

  // Names stand at the right ends of the lines, moved apart where two would lie on one another.
  const plotHeight = height - MARGIN.top - MARGIN.bottom - X_AXIS_HEIGHT;
  const plotWidth = width - 44 - MARGIN.right;
  const ends = series.map((s) => ({
    x: 44 + (highestRpm(s.torque) / maxRpm) * plotWidth,
    y: MARGIN.top + plotHeight * (1 - toDisplay(s.torque.y.at(-1)!, 'torqueNm', units) / top),
  }));
  const places = spread(
    ends.map((e) => e.y),
    15,
  );
  return (
    <figure ref={holder} style={{ minWidth: 0, position: 'relative' }} aria-label="Torque curves">
      <LineChart width={width} height={height} data={rows} margin={MARGIN} accessibilityLayer={false}>
        <CartesianGrid {...GRID} />
        <ReferenceArea
          x1={band.lowRpm}
          x2={band.highRpm}
          fill="var(--dye-tint)"
          fillOpacity={1}
          label={{ value: 'your band', position: 'insideTopLeft', fontSize: 12.5, fill: 'var(--dye)' }}
        />
        <XAxis
          dataKey="rpm"
          type="number"
          domain={[0, maxRpm]}
          ticks={niceTicks(0, maxRpm, 7)}
          height={X_AXIS_HEIGHT}
          {...AXIS}
        />
        <YAxis domain={[0, top]} ticks={ticks} width={44} {...AXIS} axisLine={false} />
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
      {series.map((s, i) => (
        <b
          key={s.candidate.id}
          aria-hidden
          style={{
            position: 'absolute',
            left: Math.min(ends[i]!.x + 5, width - 92),
            top: places[i]! - 9,
            color: candidateColour(s.candidate.letter),
            fontSize: 13,
            fontWeight: 600,
            whiteSpace: 'nowrap',
          }}
        >
          {s.label}
        </b>
      ))}
      <small className="muted" style={{ position: 'absolute', left: 4, top: -6 }}>
        {unitOf('torqueNm', units)}
      </small>
      <small className="muted" style={{ position: 'absolute', right: 4, bottom: 3 }}>
        rpm
      </small>
      <table className="visually-hidden">
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
    </figure>
  );
}
