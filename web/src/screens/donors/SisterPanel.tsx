import type { Engine, TorqueCurve } from '@sable/core';
import { useUnits } from '../../hooks/settings.tsx';
import { curveInUse, peaksOf } from '@sable/core/questions/curve';
import {
  BREATHING_KINDS,
  curveFromSister,
  knownDisplacement,
  SISTER_SCATTER,
  torqueOfSister,
  type BreathingKind,
  type SisterCurve,
} from '@sable/core/questions/engine';
import { formatQuantity, InputError } from '@sable/core/units';
import { useQueryClient } from '@tanstack/react-query';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { Suspense, lazy, useState } from 'react';
import { api } from '../../hooks/api.ts';
import { KEYS } from '../../hooks/queryKeys.ts';
import { ApiProblem } from '../../hooks/problem.ts';
import { useBuild } from '../../hooks/buildState.tsx';
import { ChoiceField, QuantityField } from '../../pieces/fields.tsx';
import { Plain, Sentence } from '../../pieces/figures.tsx';
import layout from '../../pieces/layout.module.css';
import css from './donors.module.css';

const TorqueChart = lazy(() => import('../../pieces/TorqueChart.tsx').then((m) => ({ default: m.TorqueChart })));

/** A torque curve for an engine that nobody has run: from a sister's, bounded by what its kind is known to reach. */
export function SisterPanel() {
  const units = useUnits();
  const { build, candidate, library } = useBuild();
  const client = useQueryClient();
  const withCurve = library.engines.filter(
    (e) => e.curves.length > 0 && knownDisplacement(e) !== undefined && e.compressionRatio,
  );
  const target = library.engines.find((e) => e.id === candidate?.engineId) ?? library.engines[0];
  const [sisterId, setSisterId] = useState(
    () => (withCurve.find((e) => e.family === target?.family && e.id !== target?.id) ?? withCurve[0])?.id ?? '',
  );
  const sister = library.engines.find((e) => e.id === sisterId);
  const [own, setOwn] = useState({
    displacementCc: (target && knownDisplacement(target)) ?? 1800,
    compression: target?.compressionRatio?.value ?? 10,
    speedFactor: 1,
    fillingFactor: 1,
    chargeDensity: 1,
    kind: ((target?.valvesPerCylinder ?? 2) >= 4 ? 'four valves' : 'two valves') as BreathingKind,
  });
  const [kept, setKept] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const curve = sister && curveInUse(sister, []);
  let result: SisterCurve | undefined;
  let fault: string | undefined;
  const sisterCc = sister && knownDisplacement(sister);
  if (sister?.compressionRatio && sisterCc !== undefined && curve) {
    try {
      result = curveFromSister({
        sister: curve.torque,
        sisterDisplacementCc: sisterCc,
        sisterCompression: sister.compressionRatio.value,
        ...own,
      });
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      fault = error.message;
    }
  }
  const forecast = result && torqueOfSister(result);
  const peaks = forecast && peaksOf(forecast);
  const keep = async () => {
    if (!target || !result || !sister) return;
    setProblem(undefined);
    try {
      const { row, version } = await api.row<Engine>('engines', target.id);
      const taken = new Set(row.curves.map((c) => c.id));
      let id = 'forecast';
      for (let n = 2; taken.has(id); n++) id = `forecast-${n}`;
      const added: TorqueCurve = {
        id,
        name: `estimated from ${sister.shortName}`,
        rpm: [...result.rpm],
        torqueNm: result.torqueNm.map((t) => Math.round(t * 10) / 10),
        standard: curve?.standard ?? 'none',
        plusMinusPct: 100 * SISTER_SCATTER,
        evidence: 'estimated',
        source: 'scaled from reference engine curve',
        inUse: row.curves.length === 0,
      };
      await api.putRow('engines', { ...row, curves: [...row.curves, added] }, version);
      await client.invalidateQueries({ queryKey: KEYS.library });
      setKept(`Kept with the ${row.name}${row.curves.length === 0 ? '' : ', compared with the curve in use'}.`);
    } catch (error) {
      setProblem(error instanceof ApiProblem ? error.message : String(error));
    }
  };
  const bmep = (bar: number) => formatQuantity(bar, 'pressureBar', units, { digits: 1 });
  return (
    <div>
      <div className="answer">
        <p className="say big">
          {peaks ? (
            <Sentence>{`About {{${peaks.peakTorqueNm}±${peaks.peakTorqueNm * SISTER_SCATTER}|torqueNm}} and {{${peaks.peakPowerKw}±${peaks.peakPowerKw * SISTER_SCATTER}|powerKw}} for the ${target?.shortName}`}</Sentence>
          ) : (
            (fault ?? 'No engine with a torque curve available')
          )}
        </p>
        <p className="say muted">
          {result?.heldBack.some(Boolean)
            ? `Limited to a BMEP of ${bmep(result.boundBar)}: the highest known for this engine type.`
            : result
              ? `Peak BMEP ${bmep(result.peakBmepBar)}; highest known for this engine type ${bmep(result.boundBar)}.`
              : ''}{' '}
          Estimate, ± 10 %. Replace with a dynamometer test.
        </p>
      </div>
      {problem && (
        <Alert severity="error" variant="outlined" sx={{ mb: 1 }}>
          {problem}
        </Alert>
      )}
      <p className={css['bench-formula']}>
        torque = reference torque × displacement ratio × Otto efficiency ratio (1 − ε^−0.3) × volumetric efficiency
        factor × charge density factor; rpm × speed factor; limited by BMEP of the engine type
      </p>
      <div className={layout['form-grid']} style={{ margin: '12px 0' }}>
        <ChoiceField
          label="Reference engine"
          value={sisterId}
          choices={withCurve.map((e) => ({ value: e.id, label: e.name }))}
          onCommit={setSisterId}
        />
        <QuantityField
          label="Displacement"
          quantity="displacementCc"
          digits={0}
          min={50}
          max={20000}
          value={own.displacementCc}
          onCommit={(v) => v !== undefined && setOwn({ ...own, displacementCc: v })}
        />
        <QuantityField
          label="Compression"
          quantity="number"
          digits={1}
          min={4}
          max={25}
          value={own.compression}
          onCommit={(v) => v !== undefined && setOwn({ ...own, compression: v })}
        />
        <QuantityField
          label="Speed factor"
          quantity="number"
          min={0.5}
          max={2}
          value={own.speedFactor}
          onCommit={(v) => v !== undefined && setOwn({ ...own, speedFactor: v })}
        />
        <QuantityField
          label="Volumetric efficiency factor"
          quantity="number"
          min={0.5}
          max={1.5}
          value={own.fillingFactor}
          onCommit={(v) => v !== undefined && setOwn({ ...own, fillingFactor: v })}
        />
        <QuantityField
          label="Charge density factor"
          quantity="number"
          min={0.5}
          max={4}
          value={own.chargeDensity}
          onCommit={(v) => v !== undefined && setOwn({ ...own, chargeDensity: v })}
        />
        <ChoiceField
          label="Engine type"
          value={own.kind}
          choices={BREATHING_KINDS.map((k) => ({ value: k, label: k }))}
          onCommit={(v) => setOwn({ ...own, kind: v as BreathingKind })}
        />
      </div>
      {forecast && curve && sister && (
        <Suspense fallback={<div style={{ height: 240 }} />}>
          <TorqueChart
            height={240}
            band={build.brief.band}
            series={[
              { candidate: { id: 'sister', letter: 'C' }, label: sister.shortName, torque: curve.torque },
              {
                candidate: { id: 'forecast', letter: candidate?.letter === 'C' ? 'A' : (candidate?.letter ?? 'A') },
                label: 'forecast',
                torque: forecast,
              },
            ]}
          />
        </Suspense>
      )}
      <p className="muted small" style={{ margin: '8px 0' }}>
        Reference engine: <Plain value={sisterCc} quantity="volumeCc" digits={0} />, compression{' '}
        <Plain value={sister?.compressionRatio?.value} quantity="number" digits={1} />.
      </p>
      <Button variant="contained" color="primary" disabled={!result || !target} onClick={() => void keep()}>
        Save curve to {target?.shortName ?? 'engine'}
      </Button>
      {kept && (
        <p className="say" role="status" style={{ marginTop: 8 }}>
          {kept}
        </p>
      )}
    </div>
  );
}
