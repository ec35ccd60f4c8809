import { traceCsv } from '@sable/core/formats';
import { type RunAnswer } from '@sable/core/assess';
import type { RunChoices } from '@sable/core/questions/acceleration';
import { gearWord } from '@sable/core/questions/strength';
import { systemOf, formatQuantity, KPH_PER_MPH, formatNumber, unitOf } from '@sable/core/units';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { useSum } from '../../hooks/useSum.ts';
import { ChoiceField, QuantityField } from '../../pieces/fields.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import { saveFile } from '../../pieces/saveFile.ts';
import { Energy } from './Energy.tsx';
import { BesideField, useBeside } from './Ratios.tsx';
import { RunChart, VIEWS, type View } from './RunChart.tsx';
import layout from '../../pieces/layout.module.css';
import css from './gearing.module.css';

const choices = (list: readonly (readonly [string, string])[]) => list.map(([value, label]) => ({ value, label }));

/** A tenth is less than anybody can tell two runs apart by. */
const LEVEL_S = 0.1;

function beforeOrAfter(mine: number, other: number): string {
  const gap = Math.abs(other - mine);
  return gap < LEVEL_S ? 'same time as' : `${gap.toFixed(1)} s ${mine < other ? 'before' : 'after'}`;
}

/** A run from rest: what is asked, the times, the traces, where the energy went. */
export function Run() {
  const { build, candidate } = useBuild();
  const { beside } = useBeside();
  const units = useUnits();
  const [asked, setAsked] = useState<RunChoices>({ day: 'standard', grip: 'dry', trailer: false });
  const [view, setView] = useState<View>('speed');
  const mine = useSum(
    'candidate.run',
    useMemo(() => ({ build, candidate: candidate!, choices: asked }), [build, candidate, asked]),
  );
  const other = useSum(
    'candidate.run',
    useMemo(() => beside && { build, candidate: beside, choices: asked }, [build, beside, asked]),
  );
  const run = mine.answer ?? undefined;
  const otherRun = (beside && other.answer) ?? undefined;
  const change = (part: Partial<RunChoices>) => setAsked((old) => ({ ...old, ...part }));
  const us = systemOf('speedKph', units) === 'us';
  const time = (r: RunAnswer) => (us ? r.zeroTo60MphS : r.zeroTo100S);
  return (
    <div className="screen whole">
      <div className="main">
        <div className="answer">
          <p className="say big">
            {mine.answer === undefined && mine.fault === undefined ? (
              'Calculating…'
            ) : !run ? (
              mine.fault !== undefined ? (
                'Cannot calculate with these settings'
              ) : (
                'Missing: torque curve, vehicle mass, tyre or torque converter data'
              )
            ) : !run.starts ? (
              'The car does not move off with these settings'
            ) : time(run) === undefined ? (
              <Sentence>{`{{100|speedKph}} is not reached`}</Sentence>
            ) : (
              <>
                {formatQuantity(us ? 60 * KPH_PER_MPH : 100, 'speedKph', units)} in {time(run)!.toFixed(1)} s
                {otherRun &&
                  time(otherRun) !== undefined &&
                  `, ${beforeOrAfter(time(run)!, time(otherRun)!)} ${beside!.letter}`}
              </>
            )}
          </p>
          {run?.starts && (
            <p className="say muted">
              {run.gripLimitedS > 0.05
                ? `Traction limited for ${run.gripLimitedS.toFixed(1)} s (part throttle).`
                : 'No wheelspin.'}{' '}
              {run.loaded && (
                <Sentence>
                  {`Held at {{${run.loaded.rpm}|rpm}} by ${run.loaded.heldBy === 'stall' ? 'its stall' : 'the brakes'}, with {{${100 * run.loaded.boostShare}|percent|0|}} of its boost; {{${run.loaded.heatJ / 1000}|number|0|}} kJ go into the converter${run.loaded.oilRiseC === undefined ? '' : `, its oil {{${run.loaded.oilRiseC}|warmerC|0|}} warmer`}.`}
                </Sentence>
              )}
              {run.converter
                ? run.loaded
                  ? ''
                  : 'Launch at stall speed.'
                : `Clutch engagement at ${formatNumber(run.launchRpm, 'rpm', units)} rpm, shift time ${run.shiftTimeS.toFixed(2)} s.`}
            </p>
          )}
        </div>
        <div className={css['drive-bar']} role="group" aria-label="Test conditions">
          <BesideField />
          <ChoiceField
            label="Ambient conditions"
            value={asked.day}
            choices={choices([
              ['standard', 'standard'],
              ['worst', 'hot day'],
            ])}
            onCommit={(v) => change({ day: v as RunChoices['day'] })}
          />
          <ChoiceField
            label="Road surface"
            value={asked.grip}
            choices={choices([
              ['dry', 'dry'],
              ['wet', 'wet'],
            ])}
            onCommit={(v) => change({ grip: v as RunChoices['grip'] })}
          />
          <ChoiceField
            label="Trailer"
            value={asked.trailer ? 'on' : 'off'}
            choices={choices(
              build.brief.hill?.trailerKg
                ? [
                    ['off', 'off'],
                    ['on', 'on'],
                  ]
                : [['off', 'none']],
            )}
            onCommit={(v) => change({ trailer: v === 'on' })}
          />
          <QuantityField
            label="Grade"
            quantity="percent"
            digits={0}
            min={-30}
            max={60}
            optional
            value={asked.gradePct}
            onCommit={(v) => change({ gradePct: v })}
          />
          <QuantityField
            label="Launch rpm"
            quantity="rpm"
            optional
            min={500}
            max={15000}
            value={asked.launchRpm}
            onCommit={(v) => change({ launchRpm: v })}
          />
          {run?.converter && (
            <QuantityField
              label="Against the brake"
              quantity="seconds"
              digits={1}
              optional
              min={0}
              max={30}
              value={asked.againstBrakeS}
              onCommit={(v) => change({ againstBrakeS: v })}
            />
          )}
          <QuantityField
            label="Upshift rpm"
            quantity="rpm"
            optional
            min={1000}
            max={20000}
            value={asked.shiftRpm}
            onCommit={(v) => change({ shiftRpm: v })}
          />
          <QuantityField
            label="Shift time"
            quantity="seconds"
            digits={2}
            optional
            min={0}
            max={3}
            value={asked.shiftTimeS}
            onCommit={(v) => change({ shiftTimeS: v })}
          />
        </div>
        {mine.fault !== undefined && (
          <Alert severity="error" variant="outlined" sx={{ mb: 1 }}>
            {mine.fault}
          </Alert>
        )}
        {run?.starts && (
          <>
            <Facts run={run} other={otherRun} letter={beside?.letter} />
            <div className="row spread">
              <h2>Traces</h2>
              <span style={{ width: 290, display: 'flex', gap: 8, alignItems: 'center' }}>
                <Button
                  sx={{ flex: 'none' }}
                  onClick={() => saveFile(traceCsv(run, units), 'text/csv', `${build.id}-${candidate!.letter}-run.csv`)}
                >
                  Export CSV
                </Button>
                <ChoiceField
                  label="Show"
                  value={view}
                  choices={VIEWS.map(([value, label]) => ({ value, label }))}
                  onCommit={(v) => setView(v as View)}
                />
              </span>
            </div>
            <RunChart
              view={view}
              runs={([[candidate!, run], ...(beside ? [[beside, otherRun] as const] : [])] as const).flatMap(
                ([c, r]) => {
                  return typeof r === 'object' ? [{ candidate: c, run: r }] : [];
                },
              )}
            />
            <section className="block grid-two">
              <div>
                <h2>Energy balance, quarter mile</h2>
                <Energy run={run} />
              </div>
              <div>
                <h2>
                  <Sentence>{'{{80|speedKph}} to {{120|speedKph}} in each gear'}</Sentence>
                </h2>
                <table className={layout['figures']}>
                  <thead>
                    <tr>
                      <th scope="col">Gear</th>
                      <th scope="col" className="r">
                        s
                      </th>
                      {otherRun && (
                        <th scope="col" className="r">
                          {beside!.letter}, s
                        </th>
                      )}
                      <th scope="col" className="r">
                        Optimum upshift, rpm
                      </th>
                    </tr>
                  </thead>
                  <tbody>
                    {run.inGears.map((g, i) => (
                      <tr key={g.gear}>
                        <th scope="row">{gearWord(g.gear)}</th>
                        <td className="r">{g.eightyTo120S?.toFixed(1) ?? '–'}</td>
                        {otherRun && <td className="r">{otherRun.inGears[i]?.eightyTo120S?.toFixed(1) ?? '–'}</td>}
                        <td className="r">{formatNumber(run.shiftRpm[i]!, 'rpm', units)}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
                {run.boost && (
                  <p className="muted small" style={{ marginTop: 6 }}>
                    Lag costs {run.boost.fromRestS.toFixed(2)} s from rest, throttle closed at shifts{' '}
                    {run.boost.atShiftsS.toFixed(2)} s more.
                  </p>
                )}
              </div>
            </section>
          </>
        )}
      </div>
    </div>
  );
}

function Facts({ run, other, letter }: { run: RunAnswer; other: RunAnswer | undefined; letter: string | undefined }) {
  const units = useUnits();
  const s = (v: number | undefined) => (v === undefined ? '–' : v.toFixed(1));
  const facts: readonly (readonly [string, (r: RunAnswer) => string, string])[] = [
    [`0 to ${formatQuantity(100, 'speedKph', units)}`, (r) => s(r.zeroTo100S), 's'],
    [`0 to ${formatQuantity(60 * KPH_PER_MPH, 'speedKph', units)}`, (r) => s(r.zeroTo60MphS), 's'],
    ['Quarter mile', (r) => s(r.quarterMile?.timeS), 's'],
    [
      'Trap speed',
      (r) => (r.quarterMile ? formatNumber(r.quarterMile.speedKph, 'speedKph', units) : '–'),
      unitOf('speedKph', units),
    ],
    [run.converter ? 'Heat in the converter' : 'Clutch heat, launch', (r) => (r.launchHeatJ / 1000).toFixed(0), 'kJ'],
    ['Traction-limited time', (r) => r.gripLimitedS.toFixed(1), 's'],
  ];
  return (
    <dl className={css['drive-facts']}>
      {facts.map(([title, of, unit]) => (
        <div key={title}>
          <dt>{title}</dt>
          <dd>
            {of(run)} <small className="muted">{unit}</small>
            {other && (
              <span className={`${css['beside']} muted`}>
                {letter} {of(other)}
              </span>
            )}
          </dd>
        </div>
      ))}
    </dl>
  );
}
