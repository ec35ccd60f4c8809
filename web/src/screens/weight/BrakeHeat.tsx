import type { HeatCourse } from '@sable/core/questions/brakes';
import { toDisplay, unitOf } from '@sable/core/units';
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { useJudgement } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { AXIS, GRID, niceTicks } from '../../pieces/chart.ts';

const ENDS = ['front', 'rear'] as const;
const COLOUR = { front: 'var(--dye)', rear: 'var(--ink)' } as const;

/** How hot both ends of the car get through what the brakes are judged by, against what their linings stand. */
export function BrakeHeat() {
  const { assessment } = useJudgement();
  const courses = assessment?.figures?.brakes?.courses ?? [];
  if (courses.length === 0) return null;
  return (
    <section className="block">
      <h2>Heat of the brakes</h2>
      <div className="grid-two">
        {courses.map((c) => {
          const check = assessment?.checks.find((k) => k.id === c.id);
          return <Course key={c.id} course={c} title={check?.title ?? ''} />;
        })}
      </div>
    </section>
  );
}

function Course({ course: { course, limitC, what }, title }: { course: HeatCourse; title: string }) {
  const units = useUnits();
  const hot = (c: number) => toDisplay(c, 'temperatureC', units);
  // Both ends are told at the same moments.
  const data = course.front.map((p, i) => ({ minutes: p.timeS / 60, front: hot(p.c), rear: hot(course.rear[i]!.c) }));
  const limits = [...new Set(ENDS.map((end) => limitC[end]))];
  const top = 1.08 * Math.max(...data.flatMap((d) => [d.front, d.rear]), ...limits.map(hot));
  const end = data.at(-1)?.minutes ?? 0;
  const unit = unitOf('temperatureC', units);
  const last = (at: (typeof ENDS)[number]) => Math.round(data.at(-1)?.[at] ?? 0);
  return (
    <figure
      aria-label={`${title}: front ${last('front')} ${unit}, rear ${last('rear')} ${unit} at the end`}
      style={{ margin: 0 }}
    >
      <figcaption className="small">
        <b>{title}</b>{' '}
        {ENDS.map((at) => (
          <span key={at} style={{ marginLeft: 10, whiteSpace: 'nowrap' }}>
            <svg width="16" height="6" aria-hidden="true" style={{ verticalAlign: 'middle' }}>
              <line
                x1="0"
                y1="3"
                x2="16"
                y2="3"
                stroke={COLOUR[at]}
                strokeWidth="2"
                {...(at === 'rear' ? { strokeDasharray: '5 3' } : {})}
              />
            </svg>{' '}
            {at} {what[at]}
          </span>
        ))}
      </figcaption>
      <ResponsiveContainer height={210}>
        <LineChart data={data} margin={{ top: 22, right: 12, bottom: 16, left: 6 }} accessibilityLayer={false}>
          <CartesianGrid {...GRID} />
          <XAxis
            dataKey="minutes"
            type="number"
            domain={[0, end]}
            ticks={niceTicks(0, end, 6)}
            {...AXIS}
            label={{ value: 'min', position: 'insideBottomRight', offset: -12, fontSize: 12.5, fill: 'var(--muted)' }}
          />
          <YAxis
            type="number"
            domain={[0, top]}
            ticks={niceTicks(0, top, 5)}
            {...AXIS}
            label={{
              value: unit,
              position: 'insideTopLeft',
              offset: -14,
              dx: 40,
              fontSize: 12.5,
              fill: 'var(--muted)',
            }}
          />
          {limits.map((c) => (
            <ReferenceLine
              key={c}
              y={hot(c)}
              stroke="var(--blocked)"
              strokeDasharray="6 4"
              label={{
                value: limits.length > 1 ? `${ENDS.find((at) => limitC[at] === c)} linings` : 'linings',
                position: 'insideTopLeft',
                fontSize: 12,
                fill: 'var(--blocked)',
              }}
            />
          ))}
          {ENDS.map((at) => (
            <Line
              key={at}
              dataKey={at}
              type="linear"
              dot={false}
              isAnimationActive={false}
              stroke={COLOUR[at]}
              strokeWidth={2}
              {...(at === 'rear' ? { strokeDasharray: '5 3' } : {})}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}
