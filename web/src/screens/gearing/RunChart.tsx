import type { Candidate } from '@sable/core';
import type { RunAnswer } from '@sable/core/assess';
import { toDisplay, unitOf } from '@sable/core/units';
import { useMemo } from 'react';
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { useUnits } from '../../hooks/settings.tsx';
import { AXIS, GRID, niceTicks } from '../../pieces/chart.ts';
import { candidateColour, candidateDash, candidateWidth } from '../../pieces/marks.tsx';

export const VIEWS = [
  ['speed', 'speed'],
  ['rpm', 'engine speed and gear'],
  ['thrust', 'tractive force and grip limit'],
  ['slip', 'clutch slip'],
] as const;
export type View = (typeof VIEWS)[number][0];

interface Shown {
  readonly candidate: Candidate;
  readonly run: RunAnswer;
}

/** One trace of the run over time, for one candidate or two. */
export function RunChart({ view, runs }: { view: View; runs: readonly Shown[] }) {
  const units = useUnits();
  const { series, end, top } = useMemo(() => {
    const value = (p: RunAnswer['trace'][number]) =>
      view === 'speed'
        ? toDisplay(p.speedKph, 'speedKph', units)
        : view === 'rpm'
          ? p.rpm
          : view === 'slip'
            ? p.slipRpm
            : toDisplay(p.thrustN, 'forceN', units);
    const series = runs.map(({ candidate, run }) => ({
      candidate,
      data: run.trace.map((p) => ({
        time: p.timeS,
        value: value(p),
        grip: p.gripN === undefined ? null : toDisplay(p.gripN, 'forceN', units),
        resistance: toDisplay(p.resistanceN, 'forceN', units),
      })),
    }));
    const all = series.flatMap((s) => s.data);
    const end = Math.max(1, ...all.map((p) => p.time));
    const top = Math.max(1e-3, ...all.map((p) => Math.max(p.value, view === 'thrust' ? (p.grip ?? 0) : 0))) * 1.06;
    return { series, end, top };
  }, [view, runs, units]);
  const unit = view === 'speed' ? unitOf('speedKph', units) : view === 'thrust' ? unitOf('forceN', units) : 'rpm';
  const first = runs[0];
  return (
    <figure aria-label={`${VIEWS.find(([v]) => v === view)![1]} over time`} style={{ height: 250, marginBottom: 30 }}>
      <ResponsiveContainer>
        <LineChart margin={{ top: 22, right: 60, bottom: 4, left: 6 }} accessibilityLayer={false}>
          <CartesianGrid {...GRID} />
          <XAxis
            dataKey="time"
            type="number"
            domain={[0, end]}
            ticks={niceTicks(0, end, 8)}
            {...AXIS}
            label={{ value: 's', position: 'right', offset: 10, fontSize: 12.5, fill: 'var(--muted)' }}
          />
          <YAxis
            type="number"
            domain={[0, top]}
            ticks={niceTicks(0, top, 5)}
            {...AXIS}
            axisLine={false}
            label={{ value: unit, position: 'top', offset: 12, fontSize: 12.5, fill: 'var(--muted)' }}
          />
          {view === 'thrust' && series[0] && (
            <Line
              data={series[0].data}
              dataKey="grip"
              stroke="var(--ink)"
              strokeWidth={1.3}
              dot={false}
              isAnimationActive={false}
            />
          )}
          {view === 'thrust' && series[0] && (
            <Line
              data={series[0].data}
              dataKey="resistance"
              stroke="var(--muted)"
              strokeDasharray="4 3"
              strokeWidth={1.2}
              dot={false}
              isAnimationActive={false}
            />
          )}
          {view === 'speed' &&
            [toDisplay(100, 'speedKph', units)].map((y) => (
              <ReferenceLine key={y} y={y} stroke="var(--line)" strokeDasharray="4 3" />
            ))}
          {view === 'rpm' &&
            first?.run.shifts.map((s) => (
              <ReferenceLine
                key={s.timeS}
                x={s.timeS}
                stroke="var(--line)"
                label={{ value: `${s.fromGear + 1}`, position: 'top', fontSize: 12.5, fill: 'var(--muted)' }}
              />
            ))}
          {series.map((s) => {
            const dash = candidateDash(s.candidate.letter);
            return (
              <Line
                key={s.candidate.id}
                data={s.data}
                dataKey="value"
                stroke={candidateColour(s.candidate.letter)}
                strokeWidth={candidateWidth(s.candidate.letter)}
                {...(dash === undefined ? {} : { strokeDasharray: dash })}
                dot={false}
                isAnimationActive={false}
                type="linear"
              />
            );
          })}
        </LineChart>
      </ResponsiveContainer>
      <figcaption className="muted small">
        {series.map((s) => `${s.candidate.letter} ${s.candidate.name}`).join(' · ')}
        {view === 'thrust' && ' · black: grip limit · dashed grey: road load'}
        {view === 'rpm' && ' · vertical lines: gear changes'}
      </figcaption>
    </figure>
  );
}
