import { resolveSubject, settingOf } from '@sable/core';
import {
  engineLine,
  checkMap,
  mapOutline,
  knownDisplacement,
  type CompressorMap,
  type LinePoint,
} from '@sable/core/questions/engine';
import { pressureAtAltitudeKpa } from '@sable/core/questions/curve';
import { readMapCsv } from '@sable/core/formats';
import { formatQuantity, InputError, toDisplay, unitOf } from '@sable/core/units';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useMemo, useRef, useState } from 'react';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { QuantityField } from '../../pieces/fields.tsx';
import { Plain } from '../../pieces/figures.tsx';
import { niceTicks } from '../../pieces/chart.ts';
import { SAMPLE_MAP } from './sampleMap.ts';
import layout from '../../pieces/layout.module.css';
import css from './donors.module.css';

const W = 560;
const H = 340;
const PAD = { left: 44, right: 14, top: 12, bottom: 34 };

/** A compressor's map with the engine's line drawn on it at a held boost. */
export function MapPanel() {
  const { build, candidate, library } = useBuild();
  const units = useUnits();
  const file = useRef<HTMLInputElement>(null);
  const subject = candidate && resolveSubject(settingOf(build), candidate, library).subject;
  const engine = subject?.engine;
  const [map, setMap] = useState<{ map: CompressorMap; name: string }>({
    map: SAMPLE_MAP,
    name: 'example: small turbocharger',
  });
  const [fault, setFault] = useState<string>();
  const [at, setAt] = useState({
    boostBar: engine?.boost ? engine.boost.pressureRatio.value - 1 : 0.6,
    fromRpm: engine?.boost?.thresholdRpm?.value ?? 2200,
    displacementCc: (engine && knownDisplacement(engine)) ?? 1800,
    fillingPct: 90,
    effectiveness: 0.65,
    redline: engine?.redlineRpm?.value ?? 6500,
  });
  const { worstAir } = build.brief;
  const inletKpa = pressureAtAltitudeKpa(worstAir.altitudeM) - 2;
  const line = useMemo(() => {
    const rpm = Array.from({ length: 9 }, (_, i) => 1500 + ((at.redline - 1500) * i) / 8);
    return engineLine(map.map, {
      rpm,
      boostBar: rpm.map((n) => at.boostBar * Math.min(1, n / at.fromRpm)),
      displacementCc: at.displacementCc,
      volumetricEfficiency: at.fillingPct / 100,
      inletC: worstAir.temperatureC,
      inletKpa,
      coolerEffectiveness: at.effectiveness,
      coolerDropKpa: 6,
      coolingAirC: worstAir.temperatureC + 5,
    });
  }, [map, at, worstAir, inletKpa]);
  const read = async (f: File) => {
    try {
      const next: CompressorMap = { points: readMapCsv(await f.text()), referenceC: 15, referenceKpa: 101.325 };
      checkMap(next);
      setMap({ map: next, name: f.name });
      setFault(undefined);
    } catch (error) {
      setFault(error instanceof InputError ? error.message : String(error));
    }
  };
  const flow = (kgPerS: number) => toDisplay(kgPerS * 60, 'airKgPerMin', units);
  const outline = mapOutline(map.map) ?? [];
  const mostFlow = Math.max(...[...map.map.points, ...line].map((p) => flow(p.flowKgPerS))) * 1.08;
  const mostRatio = Math.max(...[...map.map.points, ...line].map((p) => p.pressureRatio)) + 0.15;
  const X = (kgPerS: number) => PAD.left + (flow(kgPerS) / mostFlow) * (W - PAD.left - PAD.right);
  const Y = (ratio: number) => H - PAD.bottom - ((ratio - 1) / (mostRatio - 1)) * (H - PAD.top - PAD.bottom);
  const efficiencies = map.map.points.map((p) => p.efficiency);
  const low = Math.min(...efficiencies);
  const high = Math.max(...efficiencies);
  return (
    <div>
      <div className="answer">
        <p className="say big">{lineWords(line)}</p>
        <p className="say muted">
          {map.name}, flows corrected to {formatQuantity(15, 'temperatureC', units)} and{' '}
          {formatQuantity(101.325, 'pressureKpa', units)}. Line: engine operating line at hot-day conditions and
          constant boost; below {Math.round(at.fromRpm)} rpm boost is assumed proportional to engine speed.
        </p>
      </div>
      {fault && (
        <Alert severity="error" variant="outlined" sx={{ mb: 1 }}>
          {fault}
        </Alert>
      )}
      <div className={layout['form-grid']} style={{ margin: '12px 0' }}>
        <QuantityField
          label="Boost"
          quantity="pressureBar"
          min={0}
          max={4}
          value={at.boostBar}
          onCommit={(v) => v !== undefined && setAt({ ...at, boostBar: v })}
        />
        <QuantityField
          label="Full boost above, rpm"
          quantity="rpm"
          min={500}
          max={15000}
          value={at.fromRpm}
          onCommit={(v) => v !== undefined && setAt({ ...at, fromRpm: v })}
        />
        <QuantityField
          label="Displacement"
          quantity="displacementCc"
          digits={0}
          min={50}
          max={20000}
          value={at.displacementCc}
          onCommit={(v) => v !== undefined && setAt({ ...at, displacementCc: v })}
        />
        <QuantityField
          label="Volumetric efficiency"
          quantity="percent"
          digits={0}
          min={40}
          max={120}
          value={at.fillingPct}
          onCommit={(v) => v !== undefined && setAt({ ...at, fillingPct: v })}
        />
        <QuantityField
          label="Intercooler effectiveness"
          quantity="number"
          min={0}
          max={1}
          value={at.effectiveness}
          onCommit={(v) => v !== undefined && setAt({ ...at, effectiveness: v })}
        />
        <QuantityField
          label="Redline"
          quantity="rpm"
          min={2000}
          max={20000}
          value={at.redline}
          onCommit={(v) => v !== undefined && setAt({ ...at, redline: v })}
        />
      </div>
      <figure className={css['bench-figure']}>
        <svg
          viewBox={`0 0 ${W} ${H}`}
          style={{ width: '100%', height: 'auto' }}
          role="img"
          aria-label={lineWords(line)}
        >
          {niceTicks(1, mostRatio, 5).map((t) => (
            <g key={t}>
              <line x1={PAD.left} x2={W - PAD.right} y1={Y(t)} y2={Y(t)} stroke="var(--line)" strokeWidth="0.7" />
              <text x={PAD.left - 7} y={Y(t) + 4} textAnchor="end" fontSize="12.5" fill="var(--muted)">
                {t.toFixed(1)}
              </text>
            </g>
          ))}
          {niceTicks(0, mostFlow, 6).map((t) => (
            <text
              key={t}
              x={PAD.left + (t / mostFlow) * (W - PAD.left - PAD.right)}
              y={H - PAD.bottom + 17}
              textAnchor="middle"
              fontSize="12.5"
              fill="var(--muted)"
            >
              {t}
            </text>
          ))}
          <text x={W - PAD.right} y={H - 3} textAnchor="end" fontSize="12.5" fill="var(--muted)">
            corrected flow, {unitOf('airKgPerMin', units)}
          </text>
          <text x={PAD.left + 8} y={PAD.top + 16} fontSize="12.5" fill="var(--muted)">
            pressure ratio
          </text>
          <polygon
            points={outline.map(([f, r]) => `${X(f)},${Y(r)}`).join(' ')}
            fill="var(--dye-tint)"
            stroke="var(--dye)"
            strokeWidth="1"
          />
          {map.map.points.map((p, i) => (
            <g key={i}>
              <circle
                cx={X(p.flowKgPerS)}
                cy={Y(p.pressureRatio)}
                r={2 + 4 * ((p.efficiency - low) / (high - low || 1))}
                fill="var(--dye)"
                opacity="0.35"
              >
                <title>{`${(p.efficiency * 100).toFixed(0)} %`}</title>
              </circle>
            </g>
          ))}
          <polyline
            points={line.map((p) => `${X(p.flowKgPerS)},${Y(p.pressureRatio)}`).join(' ')}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="2"
          />
          {line.map((p, i) => (
            <g key={p.rpm}>
              <circle
                cx={X(p.flowKgPerS)}
                cy={Y(p.pressureRatio)}
                r="4"
                fill={p.place === 'on the map' ? 'var(--panel)' : 'var(--blocked)'}
                stroke={p.place === 'on the map' ? 'var(--ink)' : 'var(--blocked)'}
                strokeWidth="1.5"
              />
              {i % 2 === 0 && (
                <text x={X(p.flowKgPerS) + 7} y={Y(p.pressureRatio) + 15} fontSize="12" fill="var(--ink)">
                  {Math.round(p.rpm)}
                </text>
              )}
            </g>
          ))}
        </svg>
        <figcaption className="muted small">
          Dots: measured points; size = efficiency ({(low * 100).toFixed(0)} to {(high * 100).toFixed(0)} %); numbers on
          the line are rpm; red is off the map.
        </figcaption>
      </figure>
      <table className={layout['figures']} style={{ marginTop: 12 }}>
        <thead>
          <tr>
            <th scope="col">rpm</th>
            <th scope="col" className="r">
              Flow
            </th>
            <th scope="col" className="r">
              Ratio
            </th>
            <th scope="col" className="r">
              Efficiency
            </th>
            <th scope="col" className="r">
              Charge air temperature after intercooler
            </th>
            <th scope="col">Position on map</th>
          </tr>
        </thead>
        <tbody>
          {line.map((p) => (
            <tr key={p.rpm}>
              <th scope="row">{Math.round(p.rpm)}</th>
              <td className="r">
                <Plain value={p.flowKgPerS * 60} quantity="airKgPerMin" />
              </td>
              <td className="r">{p.pressureRatio.toFixed(2)}</td>
              <td className="r">{(p.efficiency * 100).toFixed(0)} %</td>
              <td className="r">
                <Plain value={p.chargeC} quantity="temperatureC" />
              </td>
              <td style={p.place === 'on the map' ? {} : { color: 'var(--blocked)' }}>{p.place}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <input
        ref={file}
        type="file"
        accept=".csv,text/csv,text/plain"
        hidden
        tabIndex={-1}
        aria-label="Map file"
        onChange={(e) => {
          const chosen = e.target.files?.[0];
          e.target.value = '';
          if (chosen) void read(chosen);
        }}
      />
      <Button sx={{ mt: 1.5 }} onClick={() => file.current?.click()}>
        Import compressor map (CSV: flow kg/s, pressure ratio, efficiency)
      </Button>
    </div>
  );
}

/** Where the line runs, in one sentence. */
function lineWords(line: readonly LinePoint[]): string {
  const of = (place: LinePoint['place']) => line.filter((p) => p.place === place).map((p) => Math.round(p.rpm));
  const surge = of('surge');
  const choke = of('choke');
  const off = of('off the map');
  if (off.length > 0) return 'Pressure ratio outside the compressor map';
  if (surge.length > 0 && choke.length > 0)
    return `Surge at ${surge[0]} rpm, choke from ${choke[0]} rpm: choose a different compressor`;
  if (surge.length > 0) return `Surge up to ${surge.at(-1)} rpm at this boost`;
  if (choke.length > 0) return `Choke from ${choke[0]} rpm: compressor too small`;
  const best = line.reduce((a, b) => (b.efficiency > a.efficiency ? b : a));
  return `Inside the map at all speeds. Best efficiency ${(best.efficiency * 100).toFixed(0)} % at ${Math.round(best.rpm)} rpm`;
}
