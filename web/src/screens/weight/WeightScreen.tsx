import type { Chassis } from '@sable/core';
import { powerToWeight, type MassBuildUp, type Move } from '@sable/core/questions/mass';
import { formatQuantity, toDisplay, formatNumber, scatterOf, unitOf } from '@sable/core/units';
import { useBuild, useJudgement } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { FigureText, Plain, Sentence } from '../../pieces/figures.tsx';
import { FindingsColumn } from '../../pieces/Findings.tsx';
import { EvidenceMark, candidateColour } from '../../pieces/marks.tsx';
import { BridgeChart } from './BridgeChart.tsx';
import { LeftOff } from './LeftOff.tsx';
import { MovedLumps } from './MovedLumps.tsx';
import { BrakeHeat } from './BrakeHeat.tsx';
import { Ride } from './Ride.tsx';
import layout from '../../pieces/layout.module.css';

/** From the quoted mass to the installed one, and what that does to the axles. */
export function WeightScreen() {
  const { candidate, library } = useBuild();
  const { assessment } = useJudgement();
  const units = useUnits();
  if (!candidate) return <p className="main">There is no candidate yet.</p>;
  const mass = assessment?.figures?.mass;
  const engine = library.engines.find((e) => e.id === candidate.engineId);
  const findings = (assessment?.findings ?? []).filter((f) => f.step === 'weight');
  const unit = unitOf('massKg', units);
  return (
    <div className="screen">
      <div className="main">
        <div className="answer">
          <p className="say big">
            {mass?.changeKg ? (
              <Sentence>{`Vehicle mass change {{${mass.changeKg.value}±${mass.changeKg.plusMinus}|massKg|+}} as weighed`}</Sentence>
            ) : mass?.bridge ? (
              <Sentence>{`The ${engine?.shortName}: {{${mass.bridge.installedMassKg}±${mass.bridge.plusMinusKg}|massKg}} installed; the car has not been weighed`}</Sentence>
            ) : (
              'Engine mass unknown'
            )}
          </p>
          {mass?.frontPct && mass.totalKg && (
            <p className="say">
              <Sentence>{`{{${mass.totalKg.value}±${mass.totalKg.plusMinus}|massKg}} total, {{${mass.frontPct.value}±${mass.frontPct.plusMinus}|percent}} on the front axle.`}</Sentence>
            </p>
          )}
          {!mass?.bridge && findings[0] && (
            <p className="say">
              <Sentence>{findings[0].because}</Sentence>
            </p>
          )}
        </div>
        {mass?.bridge && (
          <section>
            <h2>
              {engine?.name}: from {mass.bridge.basis} to installed, {unit}
            </h2>
            <BridgeChart bridge={mass.bridge} colour={candidateColour(candidate.letter)} />
            <BridgeTable bridge={mass.bridge} />
          </section>
        )}
        {mass && mass.otherBridges.length > 0 && (
          <section className="block">
            <h2>Other mass records for this engine</h2>
            <table className={layout['figures']}>
              <thead>
                <tr>
                  <th scope="col">Mass basis</th>
                  <th scope="col">Basis</th>
                  <th scope="col">Source</th>
                  <th scope="col" className="r">
                    Installed, {unit}
                  </th>
                </tr>
              </thead>
              <tbody>
                {mass.otherBridges.map((b) => (
                  <tr key={b.recordId}>
                    <td>
                      <FigureText figure={b.quoted} quantity="massKg" />
                    </td>
                    <td>{b.basis}</td>
                    <td className="muted">{b.quoted.source ?? 'not stated'}</td>
                    <td className="r">
                      {formatNumber(b.installedMassKg, 'massKg', units)}{' '}
                      <small className="muted">± {formatNumber(b.plusMinusKg, 'massKg', units)}</small>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        )}
        {mass?.frontKg && <AxleLoads />}
        <Ride />
        <BrakeHeat />
        <LeftOff />
        <MovedLumps />
        {mass?.drivenKg && <PowerToWeight />}
        {mass && mass.out.length + mass.in.length + mass.shifted.length > 0 && (
          <section className="block grid-two">
            <Moves title="Removed" moves={mass.out} />
            <Moves title="Installed" moves={mass.in} />
            {mass.shifted.length > 0 && <Moves title="What moves" moves={mass.shifted} />}
          </section>
        )}
      </div>
      <FindingsColumn title="Weight" findings={findings} />
    </div>
  );
}

function BridgeTable({ bridge }: { bridge: MassBuildUp }) {
  const units = useUnits();
  const n = (v: number, signed = false) => formatNumber(v, 'massKg', units, { digits: 1, signed });
  return (
    <table className={layout['figures']} style={{ marginTop: 6 }}>
      <thead>
        <tr>
          <th scope="col">Step</th>
          <th scope="col" className="r">
            {unitOf('massKg', units)}
          </th>
          <th scope="col" className="r">
            ±
          </th>
          <th scope="col">From</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">Quoted, {bridge.basis}</th>
          <td className="r">{n(bridge.quoted.value)}</td>
          <td className="r">{n(scatterOf(bridge.quoted))}</td>
          <td className="muted">
            <EvidenceMark evidence={bridge.quoted.evidence} /> {bridge.quoted.source ?? bridge.quoted.evidence}
          </td>
        </tr>
        {bridge.steps.map((s) => (
          <tr key={s.name}>
            <th scope="row">{s.name}</th>
            <td className="r">{n(s.sign * s.mass.value, true)}</td>
            <td className="r">{n(scatterOf(s.mass))}</td>
            <td className="muted">
              <EvidenceMark evidence={s.mass.evidence} /> {s.mass.source ?? s.mass.evidence}
            </td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <th scope="row">Installed</th>
          <td className="r">{n(bridge.installedMassKg)}</td>
          <td className="r">{n(bridge.plusMinusKg)}</td>
          <td>combined uncertainty (root sum of squares)</td>
        </tr>
      </tfoot>
    </table>
  );
}

/** Share of the weight on the left wheels, percent, from where the centre of mass lies sideways (left positive, mm). */
function leftShare(comYMm: number | undefined, { trackFrontMm, trackRearMm }: Chassis): number | undefined {
  return comYMm === undefined || !trackFrontMm || !trackRearMm
    ? undefined
    : 50 + (100 * comYMm) / ((trackFrontMm.value + trackRearMm.value) / 2);
}

/** Axle loads before and after, with the centre of mass drawn between the axles. */
function AxleLoads() {
  const { build, candidate } = useBuild();
  const { assessment } = useJudgement();
  const units = useUnits();
  const mass = assessment?.figures?.mass;
  const { chassis } = build;
  if (!chassis || !mass?.frontKg || !mass.rearKg || !mass.totalKg || !mass.comMm || !candidate) return null;
  const w = chassis.weighing;
  if (!chassis.wheelbaseMm || !w.frontKg || !w.rearKg || !w.comZMm) return null;
  const L = chassis.wheelbaseMm.value;
  const before = { front: w.frontKg.value, rear: w.rearKg.value };
  const left = { was: leftShare(w.comYMm?.value, chassis), now: leftShare(mass.comMm[1], chassis) };
  const total = before.front + before.rear;
  const comBefore = (-before.rear * L) / total;
  const rows = [
    ['Front axle load', before.front, mass.frontKg],
    ['Rear axle load', before.rear, mass.rearKg],
    ['Total', total, mass.totalKg],
  ] as const;
  const X = (x: number) => 60 + (-x / L) * 480;
  const Z = (z: number) => 150 - z * 0.15;
  const colour = candidateColour(candidate.letter);
  return (
    <section className="block">
      <h2>Axle loads</h2>
      <div className="grid-two">
        <table className={layout['figures']}>
          <thead>
            <tr>
              <th scope="col">{unitOf('massKg', units)}</th>
              <th scope="col" className="r">
                Before
              </th>
              <th scope="col" className="r">
                With {candidate.letter}
              </th>
              <th scope="col" className="r">
                Change
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map(([name, was, now]) => (
              <tr key={name}>
                <th scope="row">{name}</th>
                <td className="r">{formatNumber(was, 'massKg', units)}</td>
                <td className="r">
                  {formatNumber(now.value, 'massKg', units)}{' '}
                  <small className="muted">± {formatNumber(now.plusMinus, 'massKg', units)}</small>
                </td>
                <td className="r">{formatNumber(now.value - was, 'massKg', units, { signed: true })}</td>
              </tr>
            ))}
            <tr>
              <th scope="row">Left side, %</th>
              <td className="r">
                <Plain value={left.was} quantity="percent" digits={1} />
              </td>
              <td className="r">
                <Plain value={left.now} quantity="percent" digits={1} />
              </td>
              <td className="r">
                <Plain
                  value={left.now === undefined || left.was === undefined ? undefined : left.now - left.was}
                  quantity="percent"
                  digits={1}
                  signed
                />
              </td>
            </tr>
            <tr>
              <th scope="row">Front axle, %</th>
              <td className="r">
                <Plain value={(100 * before.front) / total} quantity="percent" />
              </td>
              <td className="r">
                <Plain value={mass.frontPct?.value} quantity="percent" />
              </td>
              <td className="r">
                <Plain value={(mass.frontPct?.value ?? 0) - (100 * before.front) / total} quantity="percent" signed />
              </td>
            </tr>
          </tbody>
        </table>
        <figure aria-label="Centre of mass from the side">
          <svg
            viewBox="0 0 600 176"
            style={{ width: '100%', height: 'auto' }}
            role="img"
            aria-label={`Centre of mass ${formatQuantity(-mass.comMm[0], 'lengthMm', units)} behind the front axle, ${formatQuantity(mass.comMm[2], 'lengthMm', units)} high`}
          >
            <line x1="10" x2="590" y1="150" y2="150" stroke="var(--ink)" />
            {[0, -L].map((x) => (
              <circle
                key={x}
                cx={X(x)}
                cy={Z(290)}
                r={290 * 0.15}
                fill="none"
                stroke="var(--obstacle-edge)"
                strokeWidth="1.4"
              />
            ))}
            {[
              { x: comBefore, z: w.comZMm.value, c: 'var(--muted)', label: 'as weighed', dy: 26 },
              { x: mass.comMm[0], z: mass.comMm[2], c: colour, label: `with ${candidate.letter}`, dy: -12 },
            ].map((m) => (
              <g key={m.label} stroke={m.c} fill={m.c}>
                <circle cx={X(m.x)} cy={Z(m.z)} r="6" fill="none" strokeWidth="1.5" />
                <path d={`M${X(m.x) - 9} ${Z(m.z)}h18M${X(m.x)} ${Z(m.z) - 9}v18`} strokeWidth="1.2" />
                <text x={X(m.x) + 12} y={Z(m.z) + m.dy} stroke="none" fontSize="13">
                  {m.label}
                </text>
              </g>
            ))}
            <text x={X(0)} y="170" textAnchor="middle" fontSize="13" fill="var(--muted)">
              front axle
            </text>
            <text x={X(-L)} y="170" textAnchor="middle" fontSize="13" fill="var(--muted)">
              rear axle
            </text>
          </svg>
          <figcaption className="muted small">
            Centre of mass <Plain value={-mass.comMm[0]} quantity="lengthMm" /> behind the front axle,{' '}
            <Plain value={mass.comMm[2]} quantity="lengthMm" /> above the ground.
          </figcaption>
        </figure>
      </div>
    </section>
  );
}

/** Power to weight as it is driven: peak and band, on a standard day and on the worst one, in the ways people say it. */
function PowerToWeight() {
  const { assessment } = useJudgement();
  const { build } = useBuild();
  const units = useUnits();
  const figures = assessment?.figures;
  const driven = figures?.mass?.drivenKg;
  const g = figures?.gearing;
  if (!driven || !g) return null;
  const { worstAir } = build.brief;
  const rows = [
    ['Peak, standard air', g.peakPowerKw],
    ['Peak, hot day', g.hotPeakPowerKw],
    ['Mean in the rpm range, standard conditions', g.bandPowerKw],
    ['Mean in rpm range, hot day', g.hotBandPowerKw],
  ] as const;
  return (
    <section className="block">
      <h2>Power-to-weight ratio</h2>
      <p className="muted small" style={{ marginBottom: 6 }}>
        <Sentence>{`At {{${driven.value}±${driven.plusMinus}|massKg}} with driver and half a tank. Hot-day conditions: {{${worstAir.temperatureC}|temperatureC}} at {{${worstAir.altitudeM}|altitudeM}}.`}</Sentence>
      </p>
      <table className={layout['figures']}>
        <thead>
          <tr>
            <th scope="col">Power</th>
            <th scope="col" className="r">
              {unitOf('powerKw', units)}
            </th>
            <th scope="col" className="r">
              {unitOf('powerPerMass', units)}
            </th>
            <th scope="col" className="r">
              {unitOf('massKg', units)}/{unitOf('powerKw', units)}
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, power]) => {
            const ratio = power && powerToWeight({ powerKw: power.value, massKg: driven.value });
            return (
              <tr key={name}>
                <th scope="row">{name}</th>
                <td className="r">
                  <FigureText figure={power} quantity="powerKw" />
                </td>
                <td className="r">{ratio ? formatNumber(ratio.kwPerTonne, 'powerPerMass', units) : '–'}</td>
                <td className="r">
                  {power
                    ? (toDisplay(driven.value, 'massKg', units) / toDisplay(power.value, 'powerKw', units)).toFixed(1)
                    : '–'}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

function Moves({ title, moves }: { title: string; moves: readonly Move[] }) {
  return (
    <div>
      <h2>{title}</h2>
      <table className={layout['figures']}>
        <tbody>
          {moves.map((m) => (
            <tr key={m.name}>
              <th scope="row">{m.name}</th>
              <td className="r">
                <FigureText figure={m.mass} quantity="massKg" digits={1} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
