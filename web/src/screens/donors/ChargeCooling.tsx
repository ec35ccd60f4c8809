import {
  COOLING_WAYS,
  cooledBy,
  sprayed,
  FUEL,
  fuelOf,
  bsfcOf,
  targetPower,
  fuelGramPerS,
} from '@sable/core/questions/engine';
import { resolveSubject, settingOf } from '@sable/core';
import { pressureAtAltitudeKpa } from '@sable/core/questions/curve';
import { unitOf, formatNumber } from '@sable/core/units';
import { useState } from 'react';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { QuantityField } from '../../pieces/fields.tsx';
import { Plain, Sentence } from '../../pieces/figures.tsx';
import layout from '../../pieces/layout.module.css';
import { Scrolled } from '../../pieces/Scrolled.tsx';

/** A usual tank for injection, L. */
const TANK_L = 6;

/** Ways to cool a charge beside each other: temperature, pressure, density, mass, room, and what soaks. */
export function ChargeCooling() {
  const { build, candidate, library } = useBuild();
  const units = useUnits();
  const subject = candidate && resolveSubject(settingOf(build), candidate, library).subject;
  const { worstAir } = build.brief;
  const [at, setAt] = useState({
    outsideC: worstAir.temperatureC,
    pressureRatio: subject?.engine.boost?.pressureRatio.value ?? 1.6,
    compressorEfficiency: 0.65,
    sprayPct: 15,
  });
  const barometerKpa = pressureAtAltitudeKpa(worstAir.altitudeM);
  const power = (subject && targetPower(subject)?.value) ?? 120;
  const bsfc = (subject && bsfcOf(subject).value) ?? 330;
  const afr = subject ? FUEL[fuelOf(subject)].fullLoadAfr.value : 12.5;
  const spray = sprayed({
    fuelGramPerS: fuelGramPerS(power, bsfc),
    airFuelRatio: afr,
    shareOfFuel: at.sprayPct / 100,
    methanolShare: 0.5,
    by: 'volume',
    evaporated: 0.4,
    tankL: TANK_L,
  });
  const rows = COOLING_WAYS.map((way) => ({
    way,
    ...cooledBy(way, { ...at, barometerKpa, sprayedK: way.id === 'injection' ? spray.coolingK : 0 }),
  }));
  const best = rows.reduce((a, b) => (b.densityAgainstNone > a.densityAgainstNone ? b : a));
  return (
    <div>
      <div className="answer">
        <p className="say big">
          <Sentence>{`${best.way.name}: {{${best.chargeC}|temperatureC}} instead of {{${rows[0]!.chargeC}|temperatureC}}, {{${100 * (best.densityAgainstNone - 1)}|percent|0}} more charge`}</Sentence>
        </p>
        <p className="say muted">
          Hot-day conditions, {formatNumber(power, 'powerKw', units)} {unitOf('powerKw', units)}. Typical values, ± 10
          %. Heat soak and available space are equally important.
        </p>
      </div>
      <div className={layout['form-grid']} style={{ margin: '12px 0' }}>
        <QuantityField
          label="Outside air"
          quantity="temperatureC"
          min={-40}
          max={60}
          value={at.outsideC}
          onCommit={(v) => v !== undefined && setAt({ ...at, outsideC: v })}
        />
        <QuantityField
          label="Pressure ratio"
          quantity="number"
          min={1}
          max={5}
          value={at.pressureRatio}
          onCommit={(v) => v !== undefined && setAt({ ...at, pressureRatio: v })}
        />
        <QuantityField
          label="Compressor efficiency"
          quantity="number"
          min={0.3}
          max={0.85}
          value={at.compressorEfficiency}
          onCommit={(v) => v !== undefined && setAt({ ...at, compressorEfficiency: v })}
        />
        <QuantityField
          label="Water–methanol flow, % of fuel"
          quantity="percent"
          digits={0}
          min={0}
          max={60}
          value={at.sprayPct}
          onCommit={(v) => v !== undefined && setAt({ ...at, sprayPct: v })}
        />
      </div>
      <Scrolled label="Charge cooling comparison">
        <table className={layout['figures']}>
          <thead>
            <tr>
              <th scope="col">Method</th>
              <th scope="col" className="r">
                Charge air temperature after intercooler
              </th>
              <th scope="col" className="r">
                Pressure drop
              </th>
              <th scope="col" className="r">
                Charge density gain
              </th>
              <th scope="col" className="r">
                Added mass
              </th>
              <th scope="col">Space needed</th>
              <th scope="col">Heat soak</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.way.id} className={r === best ? 'is-current' : ''}>
                <th scope="row">{r.way.name}</th>
                <td className="r">
                  <Plain value={r.chargeC} quantity="temperatureC" />
                </td>
                <td className="r">
                  <Plain value={r.way.dropKpa} quantity="pressureKpa" digits={0} />
                </td>
                <td className="r">
                  <Plain value={100 * (r.densityAgainstNone - 1)} quantity="percent" digits={0} signed />
                </td>
                <td className="r">
                  <Plain value={r.way.kg} quantity="massKg" />
                </td>
                <td className="muted small">{r.way.room}</td>
                <td className="muted small">
                  <Sentence>{r.way.soak}</Sentence>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Scrolled>
      <p className="muted small" style={{ marginTop: 8 }}>
        Injection flow at 50 % methanol by volume: <Plain value={spray.flowCcPerMin} quantity="flowCcPerMin" />; a tank
        of <Plain value={TANK_L} quantity="volumeL" /> lasts {spray.enduranceMin.toFixed(0)} minutes at full power.
      </p>
    </div>
  );
}
