import { speedKph, type GearFigures } from '@sable/core/gearing';
import { formatNumber, toDisplay, unitOf } from '@sable/core/units';
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
import { useMemo } from 'react';
import { useBuild } from '../../app/buildState.tsx';
import { useUnits } from '../../app/settings.tsx';
import { AXIS, GRID, niceTicks } from '../../pieces/chart.ts';
import { FigureText, Plain, Sentence } from '../../pieces/figures.tsx';
import { FindingsColumn } from '../../pieces/Findings.tsx';
import { StateMark, candidateColour } from '../../pieces/marks.tsx';

const ORDINALS = ['First', 'Second', 'Third', 'Fourth', 'Fifth', 'Sixth', 'Seventh', 'Eighth'];

/** Speeds in the gears, cruise, what the tyres pass and what the box sees. */
export function GearingScreen() {
  const { build, candidate, assessment } = useBuild();
  const units = useUnits();
  const figures = assessment?.figures;
  if (!candidate) return <p className="main">There is no candidate yet.</p>;
  const g = figures?.gearing;
  const gears = g?.gears ?? [];
  const findings = (assessment?.findings ?? []).filter((f) => f.step === 'gearing');
  const cruise = build.brief.cruise;
  const first = findings.find((f) => f.id === 'cruise') ?? findings[0];
  return (
    <div className="screen">
      <div className="main">
        <div className="answer">
          <p className="say big">
            {first ? <Sentence>{first.title}</Sentence> : 'No gearing to judge yet'}
            {cruise && g?.cruiseRpm && (
              <>
                {' '}
                at <Plain value={cruise.speedKph} quantity="speedKph" />
              </>
            )}
          </p>
          {g?.topSpeed && (
            <p className="say">
              <Sentence>{`Top speed {{${g.topSpeed.topSpeedKph}|speedKph}} in ${ORDINALS[g.topSpeed.topSpeedGear - 1]?.toLowerCase() ?? ''}, set by ${g.topSpeed.limitedBy === 'drag' ? 'drag' : 'the redline'}.`}</Sentence>{' '}
              {g.reverseKph !== undefined && (
                <Sentence>{`Reverse reaches {{${g.reverseKph}|speedKph}} at the redline.`}</Sentence>
              )}
            </p>
          )}
        </div>
        {gears.length === 0 ? (
          <div className="empty">
            <h2>Gearing needs an engine with a curve and a tyre that can be read</h2>
            <p>Choose them in the candidate; everything here follows.</p>
          </div>
        ) : (
          <>
            <SawTooth
              gears={gears}
              colour={candidateColour(candidate.letter)}
              radiusMm={g!.rollingRadius!.value}
              finalDrive={g!.finalDrive}
              redlineRpm={g!.redlineRpm}
            />
            <section className="block">
              <h2>Gear by gear</h2>
              <div className="scroll-x">
                <table className="figures">
                  <thead>
                    <tr>
                      <th scope="col">Gear</th>
                      <th scope="col" className="r">
                        Ratio
                      </th>
                      <th scope="col" className="r">
                        At redline, {unitOf('speedKph', units)}
                      </th>
                      <th scope="col" className="r">
                        Per 1,000 rpm, {unitOf('speedKph', units)}
                      </th>
                      <th scope="col" className="r">
                        rpm at cruise
                      </th>
                      <th scope="col" className="r">
                        Peak thrust, N
                      </th>
                      <th scope="col" className="r">
                        {build.brief.hill && build.brief.hill.trailerKg > 0 ? 'Climbs with trailer' : 'Climbs'}, %
                      </th>
                      <th scope="col">On dry tyres</th>
                      <th scope="col" className="r">
                        Box sees, {unitOf('torqueNm', units)}
                      </th>
                      <th scope="col" className="r">
                        of rated
                      </th>
                      <th scope="col">Set by</th>
                    </tr>
                  </thead>
                  <tbody>
                    {gears.map((gear, i) => {
                      const load = figures!.stress.gears[i];
                      const worst = figures!.stress.worst?.gear === gear.gear;
                      return (
                        <tr key={gear.gear} className={worst ? 'is-current' : ''}>
                          <th scope="row">{ORDINALS[i] ?? gear.gear}</th>
                          <td className="r">{gear.ratio.toFixed(2)}</td>
                          <td className="r">{formatNumber(gear.speedAtRedlineKph, 'speedKph', units)}</td>
                          <td className="r">{formatNumber(gear.speedPer1000Kph, 'speedKph', units, { digits: 1 })}</td>
                          <td className="r">
                            {gear.cruiseRpm === undefined ? (
                              '–'
                            ) : gear.cruiseRpm > g!.redlineRpm ? (
                              <span className="muted">too fast</span>
                            ) : (
                              formatNumber(gear.cruiseRpm, 'rpm', units)
                            )}
                          </td>
                          <td className="r">{formatNumber(gear.peakThrustN, 'count', units)}</td>
                          <td className="r">
                            {gear.gradePct === undefined
                              ? '–'
                              : formatNumber(gear.gradePct, 'percent', units, { digits: 0 })}
                          </td>
                          <td>
                            {gear.torqueAtGripNm === undefined
                              ? 'not known'
                              : gear.spins
                                ? `give up at ${formatNumber(gear.torqueAtGripNm, 'torqueNm', units)} ${unitOf('torqueNm', units)}`
                                : 'hold'}
                          </td>
                          <td className="r">{load ? formatNumber(load.loadNm, 'torqueNm', units) : '–'}</td>
                          <td className="r">
                            {load?.ratingNm === undefined
                              ? 'not known'
                              : formatNumber(load.ratingNm, 'torqueNm', units)}
                          </td>
                          <td>{load ? (load.governs === 'grip' ? 'tyres' : 'engine') : '–'}</td>
                        </tr>
                      );
                    })}
                  </tbody>
                </table>
              </div>
              <p className="muted small" style={{ marginTop: 6 }}>
                Tyres with load transfer at the limit, driver and half a tank aboard. The shaded gear is the one the box
                must stand. Loads bound steady driving: a dumped clutch adds the engine’s inertia torque.
              </p>
            </section>
            <section className="block grid-two">
              <div>
                <h2>Hill start</h2>
                {assessment?.checks
                  .filter((c) => c.id === 'hill')
                  .map((c) => (
                    <p key={c.id} style={{ marginTop: 6 }}>
                      <StateMark state={c.state} /> <FigureText figure={g!.hillGradePct} quantity="percent" /> <br />
                      <span className="muted small">
                        <Sentence>{c.because}</Sentence>
                      </span>
                    </p>
                  ))}
                {!build.brief.hill && <p className="muted">The brief names no hill.</p>}
              </div>
              <div>
                <h2>Clutch</h2>
                {assessment?.checks
                  .filter((c) => c.id === 'clutch-margin')
                  .map((c) => (
                    <p key={c.id} style={{ marginTop: 6 }}>
                      <StateMark state={c.state} />{' '}
                      <FigureText figure={figures!.stress.clutchMargin} quantity="ratio" /> <br />
                      <span className="muted small">
                        <Sentence>{c.because}</Sentence>
                      </span>
                    </p>
                  ))}
              </div>
            </section>
          </>
        )}
      </div>
      <FindingsColumn title="Gearing and gearbox" findings={findings} />
    </div>
  );
}

/** The saw-tooth: engine speed over road speed through the gears, shifting at the redline; cruise and driving band drawn in. */
function SawTooth({
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
    <figure aria-label="Engine speed over road speed" style={{ height: 280, marginBottom: 44 }}>
      <ResponsiveContainer>
        <LineChart margin={{ top: 22, right: 70, bottom: 4, left: 6 }} accessibilityLayer={false} data={path}>
          <CartesianGrid {...GRID} />
          <ReferenceArea
            y1={brief.band.lowRpm}
            y2={brief.band.highRpm}
            fill="var(--dye-tint)"
            fillOpacity={1}
            label={{ value: 'your band', position: 'insideTopLeft', fontSize: 12.5, fill: 'var(--dye)' }}
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
        Heavy line: shifting at the redline. Thin ochre rays: gears in which the dry tyres give up before the engine
        does. Green: the cruise rpm asked for.
      </figcaption>
    </figure>
  );
}
