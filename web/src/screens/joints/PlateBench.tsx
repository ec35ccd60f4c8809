import type { AdapterPlate, Candidate, PlateHole } from '@sable/core';
import { readHoles, writeHoles, type HoleForm } from '@sable/core/formats';
import { plateOutline, plateSheet } from '@sable/core/formats/drawing';
import { bestClockings, overlay, turnedBy } from '@sable/core/questions/plates';
import { formatNumber, formatQuantity } from '@sable/core/units';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { ChoiceField, QuantityField } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';
import { SheetOut } from '../../pieces/SheetOut.tsx';
import { WholeForm, type WholeField } from '../survey/WholeForm.tsx';
import css from './joints.module.css';

type Stack = NonNullable<AdapterPlate['stack']>;
const depth = { quantity: 'lengthMm', min: -300, max: 300, digits: 1 } as const;
const STACK: readonly WholeField<Stack>[] = [
  {
    key: 'shaftStickOutMm',
    label: 'Input shaft, ahead of the box',
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
  { key: 'splineStartMm', label: 'Spline begins, ahead of the box', ...depth },
  { key: 'splineEndMm', label: 'Spline ends, ahead of the box', ...depth },
  { key: 'hubRearMm', label: 'Hub rear, ahead of the block', ...depth },
  { key: 'hubFrontMm', label: 'Hub front, ahead of the block', ...depth },
];
const FORMS: readonly HoleForm[] = ['across and up', 'radius and angle', 'three distances'];
const EMPTY: AdapterPlate = { engineHoles: [], gearboxHoles: [], clockingDeg: 0 };
/** How far a search turns the gearbox either way. */
const SEARCH_DEG = 30;

/** An adapter plate: both patterns over each other, the clocking that clashes least, its thickness, and the drawing to cut by. */
export function PlateBench({ candidate }: { candidate: Candidate }) {
  const { build } = useBuild();
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
  const both = plate.engineHoles.length > 0 && plate.gearboxHoles.length > 0;
  const at = `/candidates/${candidate.id}/plate`;
  const turnTo = () => {
    const [best] = bestClockings(plate.engineHoles, plate.gearboxHoles, -SEARCH_DEG, SEARCH_DEG, 1);
    if (best) change({ clockingDeg: Math.round(best.clockingDeg * 100) / 100 });
  };
  return (
    <details className="block" open={candidate.plate !== undefined} data-pointer={at}>
      <summary>
        <h2 style={{ display: 'inline' }}>Adapter plate</h2>
      </summary>
      <p className="muted" style={{ marginBottom: 16 }}>
        Holes from the shaft axis, seen from the gearbox towards the engine: across to the right, up. One to a line, or
        pasted from a spreadsheet: name, place, diameter, and “dowel” where it is one.
        {form === 'three distances' &&
          ' With a tape alone: the first hole by its distance from the axis and the angle from level; the second by its distances from the axis and from the first, with a minus where it lies with the clock from there; every other one by those from the axis, the first and the second.'}
      </p>
      <div className={layout['form-grid']}>
        <ChoiceField
          label="Holes told by"
          value={form}
          choices={FORMS.map((f) => ({ value: f, label: f }))}
          onCommit={(v) => setForm(v as HoleForm)}
        />
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
        <Holes
          key={`a ${form} ${units.system}`}
          label="Holes of the block"
          form={form}
          holes={plate.engineHoles}
          onChange={(engineHoles) => change({ engineHoles: [...engineHoles] })}
        />
        <Holes
          key={`b ${form} ${units.system}`}
          label="Holes of the bellhousing"
          form={form}
          holes={plate.gearboxHoles}
          onChange={(gearboxHoles) => change({ gearboxHoles: [...gearboxHoles] })}
        />
        {both && <Overlaid plate={plate} />}
      </div>
      {both && (
        <div className="row" style={{ marginTop: 10 }}>
          <Button onClick={turnTo}>Turn to least clashes</Button>
          <SheetOut
            of="Adapter plate"
            sheet={() =>
              plateSheet(plate, candidate, units, {
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

/** A pattern as lines of text: kept when it is left, what can't be read named by its line. */
function Holes({
  label,
  form,
  holes,
  onChange,
}: {
  label: string;
  form: HoleForm;
  holes: readonly PlateHole[];
  onChange: (holes: readonly PlateHole[]) => void;
}) {
  const units = useUnits();
  const toMm = units.system === 'us' ? 25.4 : 1;
  const stored = writeHoles(holes, form, toMm);
  const [typed, setTyped] = useState<string>();
  const text = typed ?? stored;
  const read = readHoles(text, form, toMm);
  return (
    <TextField
      multiline
      minRows={6}
      maxRows={14}
      label={label}
      value={text}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={() => {
        if (read.problems.length > 0 || typed === undefined) return;
        setTyped(undefined);
        if (text !== stored) onChange(read.holes);
      }}
      error={read.problems.length > 0}
      helperText={
        read.problems[0] ??
        `${read.holes.length} holes, ${form === 'radius and angle' ? 'radius and degrees' : form}, ${units.system === 'us' ? 'in' : 'mm'}${read.worstMm === undefined ? '' : `; distances agree within ${formatQuantity(read.worstMm, 'lengthMm', units, { digits: units.system === 'us' ? 3 : 2 })}`}`
      }
      slotProps={{
        inputLabel: { shrink: true },
        htmlInput: { style: { fontVariantNumeric: 'tabular-nums', tabSize: 8 } },
      }}
    />
  );
}

/** Both patterns as they lie over each other, clashes with the metal that they leave. */
function Overlaid({ plate }: { plate: AdapterPlate }) {
  const units = useUnits();
  const found = overlay(plate.engineHoles, plate.gearboxHoles, plate.clockingDeg);
  const outline = plateOutline(plate);
  const x = [...outline.map((p) => p[0]), 0];
  const y = [...outline.map((p) => p[1]), 0];
  const [x0, x1, y0, y1] = [Math.min(...x), Math.max(...x), Math.min(...y), Math.max(...y)];
  const px = Math.max(x1 - x0, 1) / 420;
  const placed = new Map<string, readonly [number, number]>([
    ...plate.engineHoles.map((h) => [`a${h.id}`, [h.uMm, h.vMm]] as const),
    ...plate.gearboxHoles.map((h) => [`b${h.id}`, turnedBy(h, plate.clockingDeg)] as const),
  ]);
  const clashing = new Set(found.clashes.flatMap((c) => [`a${c.a}`, `b${c.b}`]));
  const hole = (h: PlateHole, key: string, ofGearbox: boolean) => {
    const [u, v] = placed.get(key)!;
    const colour = clashing.has(key) ? 'var(--blocked)' : ofGearbox ? 'var(--cc)' : 'var(--ink)';
    return (
      <g key={key}>
        <circle
          cx={u}
          cy={-v}
          r={h.diameterMm / 2}
          fill={h.dowel ? colour : 'none'}
          fillOpacity="0.35"
          stroke={colour}
          strokeWidth={1.6 * px}
          strokeDasharray={ofGearbox ? `${4 * px} ${2 * px}` : undefined}
        />
        <text x={u} y={-v - h.diameterMm / 2 - 3 * px} textAnchor="middle" fill={colour} style={{ fontSize: 12 * px }}>
          {h.id}
        </text>
      </g>
    );
  };
  const words =
    found.clashes.length === 0
      ? `No holes clash; ${found.least ? `least metal ${formatQuantity(found.least.ligamentMm, 'lengthMm', units, { digits: 1 })} between ${found.least.a} and ${found.least.b}` : 'every hole serves both'}`
      : `${found.clashes.length} clash: ${found.clashes
          .slice(0, 4)
          .map((c) => `${c.a} and ${c.b} ${formatQuantity(c.ligamentMm, 'lengthMm', units, { digits: 1 })}`)
          .join(', ')}`;
  return (
    <figure className={css['overlay']}>
      <svg viewBox={`${x0 - 8} ${-y1 - 8} ${x1 - x0 + 16} ${y1 - y0 + 16}`} role="img" aria-label={words}>
        <polygon
          points={outline.map((p) => `${p[0].toFixed(2)},${(-p[1]).toFixed(2)}`).join(' ')}
          fill="var(--panel)"
          stroke="var(--line)"
          strokeWidth={px}
        />
        <path d={`M -14 0 H 14 M 0 -14 V 14`} stroke="var(--muted)" strokeWidth={px} />
        {plate.engineHoles.map((h) => hole(h, `a${h.id}`, false))}
        {plate.gearboxHoles.map((h) => hole(h, `b${h.id}`, true))}
      </svg>
      <figcaption>
        {words}. Gearbox turned by {formatNumber(plate.clockingDeg, 'angleDeg', units, { digits: 2 })}°, its holes
        dashed.
      </figcaption>
    </figure>
  );
}
