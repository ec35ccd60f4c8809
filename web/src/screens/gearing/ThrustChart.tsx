import type { Candidate } from '@sable/core';
import { highestRpm, lowestRpm, torqueAt } from '@sable/core/questions/curve';
import { resistanceN, speedKph, tractiveForceN, type GearingFigures } from '@sable/core/questions/gearing';
import { formatNumber, toDisplay, unitOf } from '@sable/core/units';
import { useMemo } from 'react';
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { AXIS, GRID, niceTicks } from '../../pieces/chart.ts';
import { candidateColour, candidateDash } from '../../pieces/marks.tsx';

interface Shown {
  readonly candidate: Candidate;
  readonly gearing: GearingFigures;
}
interface Point {
  readonly speed: number;
  readonly thrust: number;
}

const STEPS = 40;

/** Thrust over road speed in each gear of a candidate. */
function gearLines({ gearing }: Shown, show: (kph: number) => number, force: (n: number) => number): Point[][] {
  const { curve, rollingRadius, finalDrive, gears, redlineRpm } = gearing;
  if (!curve || !rollingRadius || redlineRpm === undefined) return [];
  const low = lowestRpm(curve.torque);
  const high = Math.min(redlineRpm, highestRpm(curve.torque));
  return gears.map((g) =>
    Array.from({ length: STEPS + 1 }, (_, i) => {
      const rpm = low + ((high - low) * i) / STEPS;
      return {
        speed: show(speedKph(rpm, rollingRadius.value, g.ratio, finalDrive)),
        thrust: force(
          tractiveForceN(torqueAt(curve.torque, rpm) ?? 0, g.ratio, finalDrive, g.efficiency, rollingRadius.value),
        ),
      };
    }),
  );
}

/** Thrust per gear against what the road asks and what the tyres pass; another candidate laid over it. */
export function ThrustChart({
  mine,
  beside,
  wetGripN,
}: {
  mine: Shown;
  beside: Shown | undefined;
  wetGripN: number | undefined;
}) {
  const { build } = useBuild();
  const units = useUnits();
  const { chassis, brief } = build;
  const gripN = mine.gearing.gripN;
  const drivenKg = mine.gearing.drivenKg?.value;
  const { lines, others, level, hill, most, top } = useMemo(() => {
    const show = (kph: number) => toDisplay(kph, 'speedKph', units);
    const force = (n: number) => toDisplay(n, 'forceN', units);
    const lines = gearLines(mine, show, force);
    const others = beside ? gearLines(beside, show, force) : [];
    const most = Math.max(...[...lines, ...others].flat().map((p) => p.speed));
    const road = (trailerKg: number, slope: number): Point[] =>
      chassis?.rollingCoefficient && chassis.dragAreaM2 && drivenKg !== undefined
        ? Array.from({ length: STEPS + 1 }, (_, i) => {
            const kph = ((most / show(1)) * i) / STEPS;
            return {
              speed: show(kph),
              thrust: force(
                resistanceN(
                  {
                    massKg: drivenKg,
                    trailerMassKg: trailerKg,
                    rollingCoefficient: chassis.rollingCoefficient!.value,
                    dragAreaM2: chassis.dragAreaM2!.value,
                    slope,
                  },
                  kph / 3.6,
                ),
              ),
            };
          })
        : [];
    const hill = brief.hill ? road(brief.hill.trailerKg, Math.atan(brief.hill.gradePct / 100)) : [];
    const top = 1.05 * Math.max(...[...lines, ...others].flat().map((p) => p.thrust), force(gripN ?? 0));
    return { lines, others, level: road(0, 0), hill, most, top };
  }, [mine, beside, units, chassis, brief.hill, drivenKg, gripN]);
  const line = (
    data: Point[],
    key: string,
    stroke: string,
    more: { width?: number; dash?: string | undefined } = {},
  ) => (
    <Line
      key={key}
      data={data}
      dataKey="thrust"
      stroke={stroke}
      strokeWidth={more.width ?? 2}
      {...(more.dash === undefined ? {} : { strokeDasharray: more.dash })}
      dot={false}
      isAnimationActive={false}
      type="linear"
    />
  );
  return (
    <figure aria-label="Tractive force against vehicle speed" style={{ height: 270, marginBottom: 52 }}>
      <ResponsiveContainer>
        <LineChart margin={{ top: 22, right: 92, bottom: 4, left: 12 }} accessibilityLayer={false}>
          <CartesianGrid {...GRID} />
          <XAxis
            dataKey="speed"
            type="number"
            domain={[0, most]}
            ticks={niceTicks(0, most, 9)}
            allowDataOverflow
            {...AXIS}
            label={{
              value: unitOf('speedKph', units),
              position: 'right',
              offset: 10,
              fontSize: 12.5,
              fill: 'var(--muted)',
            }}
          />
          <YAxis
            type="number"
            domain={[0, top]}
            ticks={niceTicks(0, top, 5)}
            tickFormatter={(n: number) => formatNumber(n, 'count', units)}
            allowDataOverflow
            {...AXIS}
            axisLine={false}
            label={{
              value: unitOf('forceN', units),
              position: 'top',
              offset: 12,
              fontSize: 12.5,
              fill: 'var(--muted)',
            }}
          />
          {others.map((data, i) =>
            line(data, `o${i}`, candidateColour(beside!.candidate.letter), {
              width: 1.4,
              dash: candidateDash(beside!.candidate.letter) ?? '4 3',
            }),
          )}
          {lines.map((data, i) => line(data, `m${i}`, candidateColour(mine.candidate.letter)))}
          {level.length > 0 && line(level, 'level', 'var(--muted)', { width: 1.2 })}
          {hill.length > 0 && line(hill, 'hill', 'var(--ink)', { width: 1.2, dash: '6 3' })}
          {gripN !== undefined && (
            <ReferenceLine
              y={toDisplay(gripN, 'forceN', units)}
              stroke="var(--ink)"
              strokeWidth={1.5}
              label={{ value: 'grip limit, dry', position: 'right', fontSize: 12.5, fill: 'var(--ink)' }}
            />
          )}
          {wetGripN !== undefined && (
            <ReferenceLine
              y={toDisplay(wetGripN, 'forceN', units)}
              stroke="var(--tight)"
              strokeDasharray="2 3"
              label={{ value: 'tyres, wet', position: 'right', fontSize: 12.5, fill: 'var(--tight)' }}
            />
          )}
        </LineChart>
      </ResponsiveContainer>
      <figcaption className="muted small">
        One curve per gear. Grey: road load on level road.
        {hill.length > 0 && ' Dashed black: road load on the required grade with trailer.'} Tractive force above a grip
        line causes wheelspin. Values in the table below.
      </figcaption>
    </figure>
  );
}
