import { balance, type CoolingTimes, type Duty } from '@sable/core/questions/cooling';
import { formatNumber, toDisplay, unitOf } from '@sable/core/units';
import { CartesianGrid, Line, LineChart, ReferenceDot, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { useJudgement } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { AXIS, GRID, niceTicks } from '../../pieces/chart.ts';
import { FigureText, Sentence } from '../../pieces/figures.tsx';
import layout from '../../pieces/layout.module.css';
import { Scrolled } from '../../pieces/Scrolled.tsx';

const DUTY: Readonly<Record<Duty, string>> = {
  climb: 'Steady climb',
  crawl: 'Crawling, on its fans',
  use: 'Continuous duty of the use',
};
/** Speeds at which the power continuous is drawn, km/h. */
const SPEEDS = Array.from({ length: 27 }, (_, i) => 5 * i);

/** Heat against the radiator: the power that can be held at each speed, and what each duty asks for. */
export function Cooling() {
  const { assessment } = useJudgement();
  const units = useUnits();
  const times = assessment?.figures?.cooling?.times ?? [];
  const check = assessment?.checks.find((c) => c.id === 'cooling-now');
  const [now, later] = times;
  return (
    <section className="block">
      <h2>Radiator sizing</h2>
      {check && (
        <p className="say">
          <Sentence>{check.because}</Sentence>
        </p>
      )}
      {now && (
        <div className="grid-two">
          <Held now={now} later={later} />
          <Scrolled label="Cooling">
            <table className={layout['figures']}>
              <thead>
                <tr>
                  <th scope="col">Duty</th>
                  <th scope="col" className="r">
                    Engine, {unitOf('powerKw', units)}
                  </th>
                  <th scope="col" className="r">
                    Into coolant, {unitOf('powerKw', units)}
                  </th>
                  <th scope="col" className="r">
                    Heat rejected, {unitOf('powerKw', units)}
                  </th>
                  <th scope="col" className="r">
                    Load
                  </th>
                  {later && (
                    <th scope="col" className="r">
                      At {formatNumber(later.fullKw, 'powerKw', units)} {unitOf('powerKw', units)}
                    </th>
                  )}
                </tr>
              </thead>
              <tbody>
                {now.duties.map((d) => (
                  <tr key={d.duty} className={d === now.governs ? 'is-current' : ''}>
                    <th scope="row">{DUTY[d.duty]}</th>
                    <td className="r">{formatNumber(d.powerKw, 'powerKw', units)}</td>
                    <td className="r">{formatNumber(d.heatKw, 'powerKw', units)}</td>
                    <td className="r">{formatNumber(d.capacityKw, 'powerKw', units)}</td>
                    <td className="r">
                      <FigureText figure={d.loadPct} quantity="percent" digits={0} />
                    </td>
                    {later && (
                      <td className="r">
                        <FigureText
                          figure={later.duties.find((l) => l.duty === d.duty)?.loadPct}
                          quantity="percent"
                          digits={0}
                        />
                      </td>
                    )}
                  </tr>
                ))}
              </tbody>
            </table>
            {!now.duties.some((d) => d.duty === 'crawl') && (
              <p className="muted small">Crawl not checked: fan current missing.</p>
            )}
          </Scrolled>
        </div>
      )}
    </section>
  );
}

/** Power continuous over speed, and the duties as points: one above the line overheats. */
function Held({ now, later }: { now: CoolingTimes; later: CoolingTimes | undefined }) {
  const units = useUnits();
  const kw = (v: number) => toDisplay(v, 'powerKw', units);
  const kph = (v: number) => toDisplay(v, 'speedKph', units);
  const data = SPEEDS.map((v) => ({ speed: kph(v), held: kw(balance(now.system, 1, v).sustainedKw) }));
  const points = [now, ...(later ? [later] : [])].flatMap((t) => t.duties.map((d) => ({ ...d, when: t.when })));
  const top = 1.1 * Math.max(...data.map((d) => d.held), ...points.map((p) => kw(p.powerKw)));
  const end = kph(SPEEDS.at(-1)!);
  return (
    <figure aria-label="Continuous power over road speed, with the demand of each duty" style={{ marginBottom: 8 }}>
      <ResponsiveContainer height={220}>
        <LineChart data={data} margin={{ top: 18, right: 16, bottom: 16, left: 6 }} accessibilityLayer={false}>
          <CartesianGrid {...GRID} />
          <XAxis
            dataKey="speed"
            type="number"
            domain={[0, end]}
            ticks={niceTicks(0, end, 6)}
            {...AXIS}
            label={{
              value: unitOf('speedKph', units),
              position: 'insideBottomRight',
              offset: -12,
              fontSize: 12.5,
              fill: 'var(--muted)',
            }}
          />
          <YAxis
            type="number"
            domain={[0, top]}
            ticks={niceTicks(0, top, 5)}
            {...AXIS}
            label={{
              value: `${unitOf('powerKw', units)} continuous`,
              position: 'insideTopLeft',
              offset: -14,
              dx: 40,
              fontSize: 12.5,
              fill: 'var(--muted)',
            }}
          />
          <Line dataKey="held" stroke="var(--ink)" strokeWidth={2} dot={false} isAnimationActive={false} />
          {points.map((p) => (
            <ReferenceDot
              key={`${p.when} ${p.duty}`}
              x={kph(p.speedKph)}
              y={kw(p.powerKw)}
              r={5}
              fill={p.when === 'now' ? (p.loadPct.value > 100 ? 'var(--blocked)' : 'var(--clear)') : 'var(--panel)'}
              stroke={p.loadPct.value > 100 ? 'var(--blocked)' : 'var(--clear)'}
              strokeWidth={2}
              {...(p.when === 'now' && {
                label: {
                  value: p.duty,
                  position: p.duty === 'crawl' ? ('right' as const) : ('left' as const),
                  fontSize: 12.5,
                  fill: 'var(--ink)',
                },
              })}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
      <figcaption className="muted small">
        Above the line it overheats. Full: the engine as it is
        {later && `; open: at ${formatNumber(later.fullKw, 'powerKw', units)} ${unitOf('powerKw', units)}`}.
      </figcaption>
    </figure>
  );
}
