import { speedKph, type GearFigures } from '@sable/core/questions/gearing';
import { toDisplay, unitOf } from '@sable/core/units';
import { useMemo } from 'react';
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { AXIS, GRID, niceTicks } from '../../pieces/chart.ts';

/** The saw-tooth: engine speed over road speed through the gears, shifting at the redline; cruise and driving band drawn in. */
export function SawTooth({
  gears,
  colour,
  radiusMm,
  finalDrive,
  redlineRpm,
}: {
  gears: readonly GearFigures[];
  colour: string;
  radiusMm: number;
  finalDrive: number;
  redlineRpm: number;
}) {
  const { build } = useBuild();
  const units = useUnits();
  const { brief } = build;
  const speed = (kph: number) => toDisplay(kph, 'speedKph', units);
  const { rays, path, most } = useMemo(() => {
    const show = (kph: number) => toDisplay(kph, 'speedKph', units);
    const most = show(Math.min(gears.at(-1)!.speedAtRedlineKph, 320));
    const rays = gears.map((g) => ({ gear: g, end: show(speedKph(redlineRpm, radiusMm, g.ratio, finalDrive)) }));
    const path: { speed: number; rpm: number | null }[] = [{ speed: 0, rpm: 0 }];
    gears.forEach((g, i) => {
      const top = show(g.speedAtRedlineKph);
      path.push({ speed: top, rpm: redlineRpm });
      const next = gears[i + 1];
      if (next) path.push({ speed: top, rpm: (redlineRpm * next.ratio) / g.ratio });
    });
    return { rays, path, most };
  }, [gears, redlineRpm, radiusMm, finalDrive, units]);
  return (
    <figure aria-label="Engine speed over road speed" style={{ height: 240, marginBottom: 44 }}>
      <ResponsiveContainer>
        <LineChart margin={{ top: 22, right: 70, bottom: 4, left: 6 }} accessibilityLayer={false} data={path}>
          <CartesianGrid {...GRID} />
          <ReferenceArea
            y1={brief.band.lowRpm}
            y2={brief.band.highRpm}
            fill="var(--dye-tint)"
            fillOpacity={1}
            label={{ value: 'rpm range', position: 'insideTopLeft', fontSize: 12.5, fill: 'var(--dye)' }}
          />
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
            domain={[0, redlineRpm]}
            ticks={niceTicks(0, redlineRpm, 5)}
            {...AXIS}
            axisLine={false}
            label={{ value: 'rpm', position: 'top', offset: 12, fontSize: 12.5, fill: 'var(--muted)' }}
          />
          {rays.map((r) => (
            <Line
              key={r.gear.gear}
              data={[
                { speed: 0, rpm: 0 },
                { speed: r.end, rpm: redlineRpm },
              ]}
              dataKey="rpm"
              stroke={r.gear.spins ? 'var(--tight)' : 'var(--muted)'}
              strokeWidth={0.8}
              dot={false}
              isAnimationActive={false}
            />
          ))}
          <Line dataKey="rpm" stroke={colour} strokeWidth={2} dot={false} isAnimationActive={false} type="linear" />
          {brief.cruise && (
            <ReferenceLine
              x={speed(brief.cruise.speedKph)}
              stroke="var(--ink)"
              strokeDasharray="4 3"
              label={{ value: 'cruise', position: 'top', fontSize: 12.5, fill: 'var(--ink)' }}
            />
          )}
          {brief.cruise && (
            <ReferenceArea
              y1={brief.cruise.rpm - brief.cruise.toleranceRpm}
              y2={brief.cruise.rpm + brief.cruise.toleranceRpm}
              x1={speed(brief.cruise.speedKph) - most * 0.012}
              x2={speed(brief.cruise.speedKph) + most * 0.012}
              fill="var(--clear)"
              fillOpacity={0.35}
            />
          )}
        </LineChart>
      </ResponsiveContainer>
      <figcaption className="muted small">
        Bold line: upshift at redline. Thin ochre lines: gears with wheelspin on dry road. Green: target cruise rpm.
      </figcaption>
    </figure>
  );
}
