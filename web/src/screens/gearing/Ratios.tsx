import type { CheckId, Candidate } from '@sable/core';
import { readTyreCode } from '@sable/core/questions/gearing';
import { gearWord } from '@sable/core/questions/strength';
import { MPG_OF_1_L_PER_100KM, systemOf, formatNumber, unitOf } from '@sable/core/units';
import { useSearchParams } from 'react-router';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { ChoiceField } from '../../pieces/fields.tsx';
import { FigureText, Plain, Sentence } from '../../pieces/figures.tsx';
import { FindingsColumn } from '../../pieces/Findings.tsx';
import { StateMark, candidateColour } from '../../pieces/marks.tsx';
import { GearTable } from './GearTable.tsx';
import { SawTooth } from './SawTooth.tsx';
import { ThrustChart } from './ThrustChart.tsx';
import layout from '../../pieces/layout.module.css';
import css from './gearing.module.css';
import { Scrolled } from '../../pieces/Scrolled.tsx';

/** Another candidate laid beside the current one; kept in the address. */
export function useBeside(): { beside: Candidate | undefined; choose: (id: string) => void } {
  const { build, candidate } = useBuild();
  const [search, setSearch] = useSearchParams();
  const id = search.get('beside');
  const beside = build.candidates.find((c) => c.id === id && c.id !== candidate?.id);
  const choose = (to: string) =>
    setSearch(
      (old) => {
        const next = new URLSearchParams(old);
        if (to === '') next.delete('beside');
        else next.set('beside', to);
        return next;
      },
      { replace: true },
    );
  return { beside, choose };
}

export function BesideField() {
  const { build, candidate } = useBuild();
  const { beside, choose } = useBeside();
  return (
    <ChoiceField
      label="Compare with"
      value={beside?.id ?? 'none'}
      onCommit={(id) => choose(id === 'none' ? '' : id)}
      choices={[
        { value: 'none', label: 'nothing' },
        ...build.candidates
          .filter((c) => c.id !== candidate?.id)
          .map((c) => ({ value: c.id, label: `${c.letter} ${c.name}` })),
      ]}
    />
  );
}

/** Thrust against resistance and grip, the saw-tooth, gear by gear; tyres, differential, hill, clutch and fuel. */
export function Ratios() {
  const { build, candidate } = useBuild();
  const { assessment, assessmentOf } = useJudgement();
  const { beside } = useBeside();
  const units = useUnits();
  const figures = assessment?.figures;
  const g = figures?.gearing;
  const gears = g?.gears ?? [];
  const findings = (assessment?.findings ?? []).filter((f) => f.step === 'gearing');
  const cruise = build.brief.cruise;
  const first = findings.find((f) => f.id === 'cruise') ?? findings[0];
  const other = beside && assessmentOf(beside.id)?.figures;
  const fuel = figures?.road?.fuel ?? [];
  const check = (id: CheckId) => assessment?.checks.find((c) => c.id === id);
  return (
    <div className="screen">
      <div className="main">
        <div className="answer">
          <p className="say big">
            {first ? <Sentence>{first.title}</Sentence> : 'No gearing data yet'}
            {cruise && g?.cruiseRpm && (
              <>
                {' '}
                at <Plain value={cruise.speedKph} quantity="speedKph" />
              </>
            )}
          </p>
          {g?.topSpeed && (
            <p className="say">
              <Sentence>{`Top speed {{${g.topSpeed.topSpeedKph}|speedKph}} in ${gearWord(g.topSpeed.topSpeedGear)}, set by ${g.topSpeed.limitedBy === 'drag' ? 'drag' : 'the redline'}.`}</Sentence>{' '}
              {figures?.acceleration?.zeroTo100S && (
                <Sentence>{`{{100|speedKph}} in {{${figures.acceleration.zeroTo100S.value}±${figures.acceleration.zeroTo100S.plusMinus}|seconds}}.`}</Sentence>
              )}{' '}
              {g.reverseKph !== undefined && (
                <Sentence>{`Reverse reaches {{${g.reverseKph}|speedKph}} at the redline.`}</Sentence>
              )}
            </p>
          )}
        </div>
        {gears.length === 0 || g?.redlineRpm === undefined || !figures || !candidate ? (
          <>
            <div className={layout['empty']}>
              <h2>
                {g && g.speeds.length > 0
                  ? 'What it pulls is not known yet; how fast each gear turns it is'
                  : 'Missing: engine torque curve or valid tyre size'}
              </h2>
              <p>
                {g && g.speeds.length > 0
                  ? 'Missing data is listed, with the screen to enter it.'
                  : 'Select them under Candidate.'}
              </p>
            </div>
            {g && g.speeds.length > 0 && (
              <GearTable speeds={g.speeds} gears={[]} strength={undefined} redlineRpm={g.redlineRpm} />
            )}
          </>
        ) : (
          <>
            <div className={css['drive-bar']} style={{ gridTemplateColumns: 'minmax(150px, 260px)' }}>
              <BesideField />
            </div>
            <ThrustChart
              mine={{ candidate, gearing: g }}
              beside={beside && other?.gearing ? { candidate: beside, gearing: other.gearing } : undefined}
              wetGripN={figures.road?.wetGripN}
            />
            <SawTooth
              gears={gears}
              colour={candidateColour(candidate.letter)}
              radiusMm={g.rollingRadius!.value}
              finalDrive={g.finalDrive}
              redlineRpm={g.redlineRpm}
            />
            <GearTable speeds={g.speeds} gears={gears} strength={figures.strength} redlineRpm={g.redlineRpm} />
            <section className="block grid-two">
              <div>
                <h2>{build.brief.hill ? 'Hill start' : 'Hill start: no grade in brief'}</h2>
                {[check('hill'), check('clutch-margin'), check('wheel-room'), check('stall')].map(
                  (c) =>
                    c && (
                      <p key={c.id} style={{ marginTop: 8 }}>
                        <StateMark state={c.state} />{' '}
                        <b>
                          <Sentence>{c.title}</Sentence>
                        </b>{' '}
                        <FigureText
                          figure={
                            c.value === undefined
                              ? undefined
                              : { value: c.value, plusMinus: c.plusMinus ?? 0, evidence: c.evidence ?? 'estimated' }
                          }
                          quantity={c.quantity}
                        />
                        <br />
                        <span className="muted small">
                          <Sentence>{c.because}</Sentence>
                        </span>
                      </p>
                    ),
                )}
              </div>
              <div>
                <h2>Fuel and range</h2>
                {fuel.length === 0 ? (
                  <p className="muted">Missing: cruise speed or trailer (brief), vehicle mass (survey).</p>
                ) : (
                  <table className={layout['figures']}>
                    <thead>
                      <tr>
                        <th scope="col">At</th>
                        <th scope="col" className="r">
                          {systemOf('speedKph', units) === 'us' ? 'mpg (US)' : 'L/100 km'}
                        </th>
                        <th scope="col" className="r">
                          Range, {unitOf('travelledKm', units)}
                        </th>
                        <th scope="col" className="r">
                          rpm
                        </th>
                      </tr>
                    </thead>
                    <tbody>
                      {fuel.map((f) => (
                        <tr key={String(f.hauling)}>
                          <th scope="row">
                            <Plain value={f.speedKph} quantity="speedKph" />
                            {f.hauling ? ', with trailer, 3 % grade' : ', level'}
                          </th>
                          <td className="r">
                            {systemOf('speedKph', units) === 'us'
                              ? (MPG_OF_1_L_PER_100KM / f.lPer100Km).toFixed(0)
                              : f.lPer100Km.toFixed(1)}
                          </td>
                          <td className="r">{formatNumber(f.rangeKm, 'travelledKm', units)}</td>
                          <td className="r">{formatNumber(f.rpm, 'rpm', units)}</td>
                        </tr>
                      ))}
                    </tbody>
                  </table>
                )}
                <p className="muted small" style={{ marginTop: 6 }}>
                  Estimate from road load and linear fuel consumption; constant speed, 90 % of tank.
                </p>
              </div>
            </section>
            <TyresAndDifferential />
          </>
        )}
      </div>
      <FindingsColumn title="Gearing findings" findings={findings} />
    </div>
  );
}

const rimOf = (code: string): number => {
  try {
    return readTyreCode(code).rimIn;
  } catch {
    return 0;
  }
};

/** Which tyres would suit and have room, and what each differential passes. */
function TyresAndDifferential() {
  const { build, candidate } = useBuild();
  const { assessment } = useJudgement();
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  const road = assessment?.figures?.road;
  if (!road || !candidate) return null;
  const newtons = (n: number | undefined) => (n === undefined ? 'unknown' : formatNumber(n, 'forceN', units));
  return (
    <section className="block grid-two">
      <div>
        <h2>Tyre options</h2>
        <Scrolled label="Ratios">
          <table className={layout['figures']}>
            <thead>
              <tr>
                <th scope="col">Tyre</th>
                <th scope="col" className="r">
                  Dry, {unitOf('forceN', units)}
                </th>
                <th scope="col">Wheelspin in gears</th>
                <th scope="col">Wheel-arch clearance</th>
              </tr>
            </thead>
            <tbody>
              {road.tyres.map((t) => {
                const wrong = t.room.filter((f) => f.fits === false);
                const gate = build.brief.largestWheelIn;
                const tooLarge = gate !== undefined && rimOf(t.code) > gate;
                const unknown = t.room.length === 0 || t.room.some((f) => f.fits === undefined);
                return (
                  <tr key={t.code} className={t.code === candidate.tyreCode ? 'is-current' : ''}>
                    <th scope="row">
                      {t.code === candidate.tyreCode ? (
                        t.code
                      ) : (
                        <button
                          type="button"
                          className={layout['link']}
                          title={`Use ${t.code}`}
                          onClick={() => saveCandidate(candidate, { ...candidate, tyreCode: t.code })}
                        >
                          {t.code}
                        </button>
                      )}
                      {t.fitted && <small className="muted"> fitted</small>}
                    </th>
                    <td className="r">{newtons(t.gripN)}</td>
                    <td>{t.gripN === undefined ? 'unknown' : t.spinsIn.map(gearWord).join(', ') || 'none'}</td>
                    <td>
                      {tooLarge ? (
                        <>
                          <StateMark state="blocked" /> above your {gate} inch
                        </>
                      ) : wrong.length > 0 ? (
                        <>
                          <StateMark state={wrong.every((f) => f.what === 'speed index') ? 'tight' : 'blocked'} />{' '}
                          {wrong.map((f) => f.what).join(', ')}
                        </>
                      ) : unknown ? (
                        <span className="muted">not measured</span>
                      ) : (
                        <>
                          <StateMark state="clear" /> fits
                        </>
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </Scrolled>
      </div>
      <div>
        <h2>Differential</h2>
        {road.differentials.length === 0 ? (
          <p className="muted">Missing: single driven axle, vehicle mass or tyre.</p>
        ) : (
          <table className={layout['figures']}>
            <thead>
              <tr>
                <th scope="col">Kind</th>
                <th scope="col" className="r">
                  Passes dry, {unitOf('forceN', units)}
                </th>
                <th scope="col" className="r">
                  One wheel on wet grass, {unitOf('forceN', units)}
                </th>
              </tr>
            </thead>
            <tbody>
              {road.differentials.map((d) => (
                <tr key={d.kind} className={d.kind === road.differential ? 'is-current' : ''}>
                  <th scope="row">
                    {d.offered && d.kind !== road.differential ? (
                      <button
                        type="button"
                        className={layout['link']}
                        title={`Choose the ${d.kind} differential`}
                        onClick={() => saveCandidate(candidate, { ...candidate, differential: d.kind })}
                      >
                        {d.kind}
                      </button>
                    ) : (
                      d.kind
                    )}
                    <small className="muted">{d.fitted ? ' fitted' : d.offered ? '' : ' not on offer'}</small>
                  </th>
                  <td className="r">{newtons(d.dryN)}</td>
                  <td className="r">{newtons(d.splitN)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {road.hillNeedN !== undefined && road.differentials.length > 0 && (
          <p className="muted small" style={{ marginTop: 6 }}>
            Hill start requires {newtons(road.hillNeedN)} {unitOf('forceN', units)}. With one wheel on wet grass{' '}
            {road.differentials.some((d) => d.splitN >= road.hillNeedN!)
              ? `sufficient differential: ${road.differentials
                  .filter((d) => d.splitN >= road.hillNeedN!)
                  .map((d) => d.kind)
                  .join(' or ')}.`
              : 'no differential is sufficient.'}
          </p>
        )}
      </div>
    </section>
  );
}
