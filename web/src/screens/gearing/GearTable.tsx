import type { GearFigures, GearSpeeds } from '@sable/core/questions/gearing';
import { gearWord, type StrengthFigures } from '@sable/core/questions/strength';
import { capital, formatNumber, unitOf } from '@sable/core/units';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import layout from '../../pieces/layout.module.css';
import { Scrolled } from '../../pieces/Scrolled.tsx';

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
      <h2>Gear table</h2>
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
                Engine speed at cruise, rpm
              </th>
              <th scope="col" className="r">
                Peak tractive force, {unitOf('forceN', units)}
              </th>
              <th scope="col" className="r">
                {build.brief.hill && build.brief.hill.trailerKg > 0 ? 'Gradeability with trailer' : 'Climbs'}, %
              </th>
              <th scope="col">Dry traction</th>
              <th scope="col" className="r">
                Gearbox input load, {unitOf('torqueNm', units)}
              </th>
              <th scope="col" className="r">
                Torque rating
              </th>
              <th scope="col">Limited by</th>
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
                      ? 'unknown'
                      : formatNumber(gear.speedAtRedlineKph, 'speedKph', units)}
                  </td>
                  <td className="r">{formatNumber(gear.speedPer1000Kph, 'speedKph', units, { digits: 1 })}</td>
                  <td className="r">
                    {gear.cruiseRpm === undefined ? (
                      '–'
                    ) : gear.cruiseRpm > (redlineRpm ?? Infinity) ? (
                      <span className="muted">above top speed</span>
                    ) : (
                      formatNumber(gear.cruiseRpm, 'rpm', units)
                    )}
                  </td>
                  <td className="r">{pull ? formatNumber(pull.peakThrustN, 'forceN', units) : 'unknown'}</td>
                  <td className="r">
                    {pull?.gradePct === undefined ? '–' : formatNumber(pull.gradePct, 'percent', units, { digits: 0 })}
                  </td>
                  <td>
                    {pull?.torqueAtGripNm === undefined
                      ? 'unknown'
                      : pull.spins
                        ? `wheelspin above ${formatNumber(pull.torqueAtGripNm, 'torqueNm', units)} ${unitOf('torqueNm', units)}`
                        : 'hold'}
                  </td>
                  <td className="r">{load ? formatNumber(load.loadNm, 'torqueNm', units) : '–'}</td>
                  <td className="r">
                    {load?.ratingNm === undefined ? 'unknown' : formatNumber(load.ratingNm, 'torqueNm', units)}
                  </td>
                  <td>{load ? (load.governs === 'grip' ? 'tyres' : 'engine') : '–'}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </Scrolled>
      <p className="muted small" style={{ marginTop: 6 }}>
        Traction limit includes load transfer, driver and half a tank of fuel. Shaded: gear with the highest load.
        Steady-state loads; a clutch-dump start adds engine inertia torque.
      </p>
    </section>
  );
}
