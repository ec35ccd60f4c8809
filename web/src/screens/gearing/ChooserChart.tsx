import { formatQuantity } from '@sable/core/units';
import { useUnits } from '../../hooks/settings.tsx';
import type { Brief } from '@sable/core';
import { sameCombo, type Combo, type Ranked } from '@sable/core/solvers/ratioSweep';
import {
  CartesianGrid,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  ScatterChart,
  XAxis,
  YAxis,
} from 'recharts';
import { useMemo, useState } from 'react';
import { AXIS, GRID, niceTicks } from '../../pieces/chart.ts';

interface Dot {
  readonly x: number;
  readonly y: number;
  readonly r: Ranked;
  readonly size: number;
}

/** The trade: cruise rpm against hill start, each dot a gearing, the larger the quicker to 100 km/h. */
export function ChooserChart({
  ranked,
  brief,
  current,
  name,
}: {
  ranked: readonly Ranked[];
  brief: Brief;
  current: Combo;
  name: (r: Ranked) => string;
}) {
  const units = useUnits();
  const [over, setOver] = useState<Ranked>();
  const { dots, xs, ys } = useMemo(() => {
    const known = ranked.filter((r) => r.cruiseRpm !== undefined && r.hillPct !== undefined);
    const times = known.flatMap((r) => (r.zeroTo100S === undefined ? [] : [r.zeroTo100S]));
    const [quick, slow] = [Math.min(...times), Math.max(...times)];
    const dots = known
      .map((r): Dot => ({
        x: r.cruiseRpm!,
        y: r.hillPct!,
        r,
        size: r.zeroTo100S === undefined ? 3 : 3.5 + 5.5 * (slow > quick ? (slow - r.zeroTo100S) / (slow - quick) : 1),
      }))
      // The first is drawn last, on top.
      .reverse();
    const pad = (list: number[], more: readonly number[], by: number): [number, number] => {
      const all = [...list, ...more];
      return [Math.max(0, Math.min(...all) - by), Math.max(...all) + by];
    };
    const c = brief.cruise;
    return {
      dots,
      xs: pad(
        dots.map((d) => d.x),
        c ? [c.rpm - c.toleranceRpm, c.rpm + c.toleranceRpm] : [],
        80,
      ),
      ys: pad(
        dots.map((d) => d.y),
        brief.hill ? [brief.hill.gradePct] : [],
        1,
      ),
    };
  }, [ranked, brief]);
  if (dots.length === 0) return <p className="muted">Enter cruise rpm and grade in Brief to show this chart.</p>;
  const shown = over ?? ranked[0]!;
  return (
    <figure aria-label="Cruise rpm against hill start" style={{ height: 270, marginBottom: 40 }}>
      <ResponsiveContainer>
        <ScatterChart margin={{ top: 22, right: 40, bottom: 4, left: 6 }} accessibilityLayer={false}>
          <CartesianGrid {...GRID} />
          {brief.cruise && (
            <ReferenceArea
              x1={brief.cruise.rpm - brief.cruise.toleranceRpm}
              x2={brief.cruise.rpm + brief.cruise.toleranceRpm}
              y1={brief.hill?.gradePct ?? ys[0]}
              y2={ys[1]}
              fill="var(--dye-tint)"
              fillOpacity={1}
              label={{
                value: 'meets cruise and hill',
                position: 'insideBottomLeft',
                fontSize: 12.5,
                fill: 'var(--dye)',
              }}
            />
          )}
          <XAxis
            dataKey="x"
            type="number"
            domain={xs}
            ticks={niceTicks(xs[0], xs[1], 7)}
            {...AXIS}
            label={{ value: 'rpm', position: 'right', offset: 6, fontSize: 12.5, fill: 'var(--muted)' }}
          />
          <YAxis
            dataKey="y"
            type="number"
            domain={ys}
            ticks={niceTicks(ys[0], ys[1], 5)}
            {...AXIS}
            axisLine={false}
            label={{ value: 'hill, %', position: 'top', offset: 10, fontSize: 12.5, fill: 'var(--muted)' }}
          />
          {brief.hill && <ReferenceLine y={brief.hill.gradePct} stroke="var(--ink)" strokeWidth={1.5} />}
          <Scatter
            data={dots}
            isAnimationActive={false}
            shape={(props: unknown) => {
              const { cx, cy, payload } = props as { cx: number; cy: number; payload: Dot };
              const { r } = payload;
              const chosen = sameCombo(r, current);
              return (
                <g onMouseEnter={() => setOver(r)} onMouseLeave={() => setOver(undefined)}>
                  {(r.rank === 1 || r === over) && (
                    <circle cx={cx} cy={cy} r={payload.size + 4} fill="none" stroke="var(--dye)" strokeWidth={1.5} />
                  )}
                  <circle
                    cx={cx}
                    cy={cy}
                    r={payload.size}
                    fill={r.misses.length === 0 ? 'var(--dye)' : 'var(--panel)'}
                    fillOpacity={r.misses.length === 0 ? 0.55 : 1}
                    stroke={chosen ? 'var(--ink)' : r.misses.length === 0 ? 'var(--dye)' : 'var(--muted)'}
                    strokeWidth={chosen ? 2.5 : 1}
                  />
                </g>
              );
            }}
          />
        </ScatterChart>
      </ResponsiveContainer>
      <figcaption className="muted small">
        {over ? 'Under the pointer' : 'Ring: best combination'}: {name(shown)}. Filled dots meet the brief, the larger
        the quicker to {formatQuantity(100, 'speedKph', units)}; black rim: as chosen now.
      </figcaption>
    </figure>
  );
}
