import { formatQuantity, formatNumber, unitOf } from '@sable/core/units';
import { useBuild, useJudgement } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { FigureText, Plain, Sentence } from '../../pieces/figures.tsx';
import layout from '../../pieces/layout.module.css';

/** What the new axle loads do to ride height, springs, brakes, tyres and how readily the car turns. */
export function Ride() {
  const { build, candidate } = useBuild();
  const { assessment } = useJudgement();
  const units = useUnits();
  const ride = assessment?.figures?.ride;
  const { chassis } = build;
  if (!chassis || !ride || !candidate) return null;
  if (!ride.front && !ride.rear && !ride.tyreLoad)
    return (
      <section className="block">
        <h2>Springs, brakes, tyres</h2>
        <p className="muted">Enter spring rates, motion ratio and brake bias in the survey.</p>
      </section>
    );
  const axles = [
    ['Front', ride.front],
    ['Rear', ride.rear],
  ] as const;
  return (
    <section className="block">
      <h2>Springs, brakes, tyres</h2>
      <div className="grid-two">
        <table className={layout['figures']}>
          <thead>
            <tr>
              <th scope="col">Axle</th>
              <th scope="col" className="r">
                Sinks, {unitOf('lengthMm', units)}
              </th>
              <th scope="col" className="r">
                Ride frequency, Hz
              </th>
              <th scope="col" className="r">
                Spring, {unitOf('stiffnessNPerMm', units)}
              </th>
              <th scope="col" className="r">
                Spring rate to restore ride height
              </th>
            </tr>
          </thead>
          <tbody>
            {axles.map(([end, axle]) =>
              axle ? (
                <tr key={end}>
                  <th scope="row">{end}</th>
                  <td className="r">
                    {formatNumber(axle.dropMm.value, 'lengthMm', units, { signed: true })}{' '}
                    <small className="muted">± {formatNumber(axle.dropMm.plusMinus, 'lengthMm', units)}</small>
                  </td>
                  <td className="r">
                    {formatNumber(axle.afterHz.value, 'frequencyHz', units)}{' '}
                    <small className="muted">was {formatNumber(axle.beforeHz.value, 'frequencyHz', units)}</small>
                  </td>
                  <td className="r">{formatNumber(axle.springNow, 'stiffnessNPerMm', units)}</td>
                  <td className="r">
                    <FigureText figure={axle.springToRestore} quantity="stiffnessNPerMm" />
                  </td>
                </tr>
              ) : null,
            )}
          </tbody>
        </table>
        <dl className={layout['facts']}>
          <dt>Front brake bias</dt>
          <dd>
            {ride.brakeFrontPct ? (
              <>
                ideal for axle loads <FigureText figure={ride.brakeFrontPct} quantity="percent" />, as weighed{' '}
                <Plain value={ride.brakeBeforePct} quantity="percent" digits={0} />
                {chassis.brakeFrontPct ? (
                  <>
                    ; fitted <FigureText figure={chassis.brakeFrontPct} quantity="percent" />
                  </>
                ) : (
                  '; actual bias unknown'
                )}
              </>
            ) : (
              'unknown'
            )}
          </dd>
          <dt>Tyres</dt>
          <dd>
            {ride.tyreLoad ? (
              <Sentence>{`each ${ride.tyreLoad.worst} tyre carries {{${ride.tyreLoad.needKg.value}±${ride.tyreLoad.needKg.plusMinus}|massKg}} of {{${ride.tyreLoad.hasKg}|massKg}}${ride.tyreLoad.with.length > 0 ? `, with ${ride.tyreLoad.with.join(', ')}` : ', empty'}`}</Sentence>
            ) : (
              'load index missing'
            )}
          </dd>
          <dt>Roll stiffness, front</dt>
          <dd>
            {ride.rollFrontPct ? (
              <>
                <FigureText figure={ride.rollFrontPct} quantity="percent" digits={0} />
                {ride.rollBeforePct && Math.abs(ride.rollBeforePct.value - ride.rollFrontPct.value) > 0.5 && (
                  <>
                    , as found <Plain value={ride.rollBeforePct.value} quantity="percent" digits={0} />
                  </>
                )}
              </>
            ) : (
              'not known: needs springs, tracks and anti-roll bars'
            )}
          </dd>
          <dt>Yaw inertia</dt>
          <dd>
            {ride.yawBefore !== undefined && ride.yawAfter !== undefined
              ? `yaw inertia ${formatQuantity(ride.yawAfter, 'inertiaKgM2', units, { digits: 0 })}, ${(100 * (ride.yawAfter / ride.yawBefore - 1)).toFixed(1).replace('-', '−')} % against as weighed`
              : 'unknown'}
          </dd>
        </dl>
      </div>
      {chassis.wheelbaseMm && chassis.wheelbaseMm.value < 2500 && (
        <p className="muted small" style={{ marginTop: 8 }}>
          Short wheelbase: oversteer risk on wet roads. Suspension pick-up points moved by a subframe must be measured
          and checked; not calculated here.
        </p>
      )}
    </section>
  );
}
