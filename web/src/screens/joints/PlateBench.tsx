import { systemOf } from '@sable/core/units';
import type { AdapterPlate, Candidate, Engine, Gearbox } from '@sable/core';
import type { HoleForm } from '@sable/core/formats';
import { plateSheet } from '@sable/core/formats/drawing';
import { bestClockings, plateInForce, type PlatePattern } from '@sable/core/questions/plates';
import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../hooks/api.ts';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { ApiProblem } from '../../hooks/problem.ts';
import { KEYS } from '../../hooks/queryKeys.ts';
import { useUnits } from '../../hooks/settings.tsx';
import { QuantityField } from '../../pieces/fields.tsx';
import { HoleFormField, HolesField, HolesHelp } from '../../pieces/holes/HolesField.tsx';
import { PatternsDrawn } from '../../pieces/holes/PatternsDrawn.tsx';
import layout from '../../pieces/layout.module.css';
import { SheetOut } from '../../pieces/SheetOut.tsx';
import { WholeForm, type WholeField } from '../../pieces/WholeForm.tsx';
import css from './joints.module.css';

type Stack = NonNullable<AdapterPlate['stack']>;
const depth = { quantity: 'lengthMm', min: -300, max: 300, digits: 1 } as const;
const STACK: readonly WholeField<Stack>[] = [
  {
    key: 'shaftStickOutMm',
    label: 'Input shaft, ahead of the gearbox face',
    quantity: 'lengthMm',
    min: -200,
    max: 400,
    digits: 1,
  },
  { key: 'pilotMouthDepthMm', label: 'Pilot mouth, ahead of the block', ...depth, min: -200, max: 200 },
  { key: 'pilotBottomDepthMm', label: 'Pilot bottom, ahead of the block', ...depth, min: -200, max: 200 },
  { key: 'pilotEngagementMm', label: 'Shaft in the pilot, at least', quantity: 'lengthMm', min: 0, max: 60, digits: 1 },
  { key: 'tipClearanceMm', label: 'Shaft to the bottom, at least', quantity: 'lengthMm', min: 0, max: 30, digits: 1 },
  { key: 'splineDiameterMm', label: 'Spline, diameter', quantity: 'lengthMm', min: 1, max: 80, digits: 1 },
  { key: 'splineStartMm', label: 'Spline start, ahead of the gearbox face', ...depth },
  { key: 'splineEndMm', label: 'Spline end, ahead of the gearbox face', ...depth },
  { key: 'hubRearMm', label: 'Hub rear, ahead of the block', ...depth },
  { key: 'hubFrontMm', label: 'Hub front, ahead of the block', ...depth },
];
const EMPTY: AdapterPlate = { engineHoles: [], gearboxHoles: [], clockingDeg: 0 };
/** How far a search turns the gearbox either way. */
const SEARCH_DEG = 30;

/** An adapter plate: both patterns over each other, the clocking that clashes least, its thickness, and the drawing to cut by. */
export function PlateBench({ candidate }: { candidate: Candidate }) {
  const { build, library } = useBuild();
  const client = useQueryClient();
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  const [form, setForm] = useState<HoleForm>('across and up');
  const plate = candidate.plate ?? EMPTY;
  const put = (next: AdapterPlate) => saveCandidate(candidate, { ...candidate, plate: next });
  /** With some fields put in or, where undefined, taken out. */
  const change = (more: { [K in keyof AdapterPlate]?: AdapterPlate[K] | undefined }) => {
    const next: Record<string, unknown> = { ...plate, ...more };
    for (const key of Object.keys(next)) if (next[key] === undefined) delete next[key];
    put(next as AdapterPlate);
  };
  const engine = library.engines.find((e) => e.id === candidate.engineId);
  const gearbox = library.gearboxes.find((g) => g.id === candidate.gearboxId);
  const inForce = plateInForce({ candidate, engine, gearbox });
  const { plate: drawn } = inForce;
  const both = drawn.engineHoles.length > 0 && drawn.gearboxHoles.length > 0;
  /** What a picture says of how surely its holes were placed, where it is no better than what is said already. */
  const sure = (mm: number | undefined) =>
    mm === undefined ? {} : { plusMinusMm: Math.max(mm, plate.plusMinusMm ?? 0) };
  const [refused, setRefused] = useState<string>();
  const keep = async (kind: 'engines' | 'gearboxes', row: Engine | Gearbox | undefined, pattern: PlatePattern) => {
    if (!row) return;
    const { holes, plusMinusMm } = pattern;
    try {
      const standing = await api.row<Engine | Gearbox>(kind, row.id);
      const bellPattern = { holes: [...holes], ...(plusMinusMm === undefined ? {} : { plusMinusMm }) };
      await api.putRow(kind, { ...standing.row, bellPattern }, standing.version);
      setRefused(undefined);
      await Promise.all([
        client.invalidateQueries({ queryKey: KEYS.library }),
        client.invalidateQueries({ queryKey: KEYS.librarySteps }),
      ]);
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setRefused(error.message);
    }
  };
  const at = `/candidates/${candidate.id}/plate`;
  const turnTo = () => {
    const [best] = bestClockings(drawn.engineHoles, drawn.gearboxHoles, -SEARCH_DEG, SEARCH_DEG, 1);
    if (best) change({ clockingDeg: Math.round(best.clockingDeg * 100) / 100 });
  };
  return (
    <details className="block" open={candidate.plate !== undefined} data-pointer={at}>
      <summary>
        <h2 style={{ display: 'inline' }}>Adapter plate</h2>
      </summary>
      <HolesHelp form={form} />
      <div className={layout['form-grid']}>
        <HoleFormField form={form} onChange={setForm} />
        <QuantityField
          label="Gearbox turned by"
          quantity="angleDeg"
          min={-180}
          max={180}
          at={`${at}/clockingDeg`}
          value={plate.clockingDeg}
          onCommit={(v) => change({ clockingDeg: v ?? 0 })}
        />
        <QuantityField
          label="Each hole, ±"
          quantity="lengthMm"
          optional
          min={0}
          max={5}
          at={`${at}/plusMinusMm`}
          value={plate.plusMinusMm}
          onCommit={(v) => change({ plusMinusMm: v })}
        />
        <QuantityField
          label="Thickness"
          quantity="lengthMm"
          optional
          min={1}
          max={80}
          at={`${at}/thicknessMm`}
          value={plate.thicknessMm}
          onCommit={(v) => change({ thicknessMm: v })}
        />
      </div>
      <div className={css['plate']}>
        <div>
          <HolesField
            key={`a ${form} ${systemOf('lengthMm', units)}`}
            of="block"
            form={form}
            holes={drawn.engineHoles}
            note={inForce.engine.from === 'library' ? `of the ${engine?.shortName} in the library` : undefined}
            onChange={(engineHoles, plusMinusMm) => change({ engineHoles: [...engineHoles], ...sure(plusMinusMm) })}
          />
          <ForLibrary
            pattern={inForce.engine}
            of={engine?.name}
            known={engine?.bellPattern !== undefined}
            onKeep={() => void keep('engines', engine, inForce.engine)}
            onTake={() => change({ engineHoles: [] })}
          />
        </div>
        <div>
          <HolesField
            key={`b ${form} ${systemOf('lengthMm', units)}`}
            of="bellhousing"
            form={form}
            holes={drawn.gearboxHoles}
            note={inForce.gearbox.from === 'library' ? `of the ${gearbox?.shortName} in the library` : undefined}
            onChange={(gearboxHoles, plusMinusMm) => change({ gearboxHoles: [...gearboxHoles], ...sure(plusMinusMm) })}
          />
          <ForLibrary
            pattern={inForce.gearbox}
            of={gearbox?.name}
            known={gearbox?.bellPattern !== undefined}
            onKeep={() => void keep('gearboxes', gearbox, inForce.gearbox)}
            onTake={() => change({ gearboxHoles: [] })}
          />
        </div>
        {both && <PatternsDrawn plate={drawn} />}
      </div>
      {refused && <p role="alert">{refused}</p>}
      {both && (
        <div className="row" style={{ marginTop: 10 }}>
          <Button onClick={turnTo}>Turn to least clashes</Button>
          <SheetOut
            of="Adapter plate"
            sheet={() =>
              plateSheet(drawn, candidate, units, {
                buildName: build.name,
                date: new Date().toISOString().slice(0, 10),
              })
            }
            name={`${build.id}-${candidate.letter}-adapter-plate`}
          />
        </div>
      )}
      <WholeForm
        name={`plate-stack/${candidate.id}`}
        title="Input shaft, pilot and hub"
        fields={STACK.map((f) => ({ ...f, at: `${at}/stack/${f.key}` }))}
        stored={plate.stack}
        onKeep={(stack) => change({ stack })}
      />
      {candidate.plate && (
        <Button
          onClick={() => {
            const { plate: _plate, ...rest } = candidate;
            saveCandidate(candidate, rest);
          }}
        >
          Remove the plate
        </Button>
      )}
    </details>
  );
}

/** Holes of a plate go to the library, for every other plate to the same face; or those of the library are taken again. */
function ForLibrary({
  pattern,
  of,
  known,
  onKeep,
  onTake,
}: {
  pattern: PlatePattern;
  of: string | undefined;
  known: boolean;
  onKeep: () => void;
  onTake: () => void;
}) {
  if (!of || pattern.from === 'library' || pattern.holes.length === 0) return null;
  return (
    <div className={css['keep']}>
      <Button onClick={onKeep}>{known ? 'Replace library holes' : `Keep with the ${of}`}</Button>
      {known && <Button onClick={onTake}>Use library holes</Button>}
    </div>
  );
}
