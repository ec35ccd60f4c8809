import type { GearFigures, GearSpeeds } from '@sable/core/questions/gearing';
import { gearWord, type StrengthFigures } from '@sable/core/questions/strength';
import { formatNumber, unitOf } from '@sable/core/units';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import layout from '../../pieces/layout.module.css';
import { Scrolled } from '../../pieces/Scrolled.tsx';

const capital = (s: string) => s.charAt(0).toUpperCase() + s.slice(1);

/** Every gear: speeds, thrust, what the tyres do, what the box sees and who sets it. */
export function GearTable({
  speeds,
  gears,
  strength,
  redlineRpm,
}: {
  speeds: readonly GearSpeeds[];
  /** Empty where nobody knows what it pulls. */
  gears: readonly GearFigures[];
  strength: StrengthFigures | undefined;
  redlineRpm: number | undefined;
}) {
  const { build } = useBuild();
  const units = useUnits();
  return (
    <section className="block">
      <h2>Gear by gear</h2>
      <Scrolled label="Gears">
        <table className={layout['figures']}>
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
                Peak thrust, {unitOf('forceN', units)}
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
            {speeds.map((gear, i) => {
              const pull = gears[i];
              const load = strength?.gears[i];
              const worst = strength?.worst?.gear === gear.gear;
              return (
                <tr key={gear.gear} className={worst ? 'is-current' : ''}>
                  <th scope="row">{capital(gearWord(gear.gear))}</th>
                  <td className="r">{gear.ratio.toFixed(2)}</td>
                  <td className="r">
                    {gear.speedAtRedlineKph === undefined
                      ? 'not known'
                      : formatNumber(gear.speedAtRedlineKph, 'speedKph', units)}
                  </td>
                  <td className="r">{formatNumber(gear.speedPer1000Kph, 'speedKph', units, { digits: 1 })}</td>
                  <td className="r">
                    {gear.cruiseRpm === undefined ? (
                      '–'
                    ) : gear.cruiseRpm > (redlineRpm ?? Infinity) ? (
                      <span className="muted">too fast</span>
                    ) : (
                      formatNumber(gear.cruiseRpm, 'rpm', units)
                    )}
                  </td>
                  <td className="r">{pull ? formatNumber(pull.peakThrustN, 'forceN', units) : 'not known'}</td>
                  <td className="r">
                    {pull?.gradePct === undefined ? '–' : formatNumber(pull.gradePct, 'percent', units, { digits: 0 })}
                  </td>
                  <td>
                    {pull?.torqueAtGripNm === undefined
                      ? 'not known'
                      : pull.spins
                        ? `give up at ${formatNumber(pull.torqueAtGripNm, 'torqueNm', units)} ${unitOf('torqueNm', units)}`
                        : 'hold'}
                  </td>
                  <td className="r">{load ? formatNumber(load.loadNm, 'torqueNm', units) : '–'}</td>
                  <td className="r">
                    {load?.ratingNm === undefined ? 'not known' : formatNumber(load.ratingNm, 'torqueNm', units)}
                  </td>
                  <td>{load ? (load.governs === 'grip' ? 'tyres' : 'engine') : '–'}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </Scrolled>
      <p className="muted small" style={{ marginTop: 6 }}>
        Tyres with load transfer at the limit, driver and half a tank aboard. The shaded gear is the one the box must
        stand. Loads bound steady driving: a dumped clutch adds the engine’s inertia torque.
      </p>
    </section>
  );
}
