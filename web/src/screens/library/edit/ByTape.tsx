import type { Solid } from '@sable/core';
import { convexOf } from '@sable/core/geometry';
import {
  engineByTape,
  gearboxByTape,
  RECKONED_MM,
  readingsOf,
  TAPED_ARRANGEMENTS,
  type EngineTape,
  type GearboxTape,
  type TapedArrangement,
} from '@sable/core/questions/taped';
import { attempt } from '@sable/core/units';
import Button from '@mui/material/Button';
import { lazy, Suspense, useState } from 'react';
import { ChoiceField, QuantityField } from '../../../pieces/fields.tsx';
import { Sentence } from '../../../pieces/figures.tsx';
import { ThreeViews } from '../../../pieces/ThreeViews.tsx';
import layout from '../../../pieces/layout.module.css';

const ScanDialog = lazy(() => import('../../../pieces/scan/ScanDialog.tsx').then((m) => ({ default: m.ScanDialog })));

/** Bodies that a row may have from scans: as many as a powertrain takes. */
const MOST_SOLIDS = 60;

type Sizes = Partial<Record<string, number>>;
interface Reading {
  readonly key: string;
  readonly label: string;
  readonly from: string;
}

const ENGINE_FIRST: readonly Reading[] = [
  { key: 'lengthMm', label: 'Length', from: 'rear face of the block to the front of the pulley' },
  { key: 'widthMm', label: 'Width', from: 'over everything that stays on it' },
  { key: 'heightMm', label: 'Height', from: 'lowest of the sump to the highest point' },
];
const ENGINE_MORE: readonly Reading[] = [
  { key: 'sumpMm', label: 'Crank to the lowest of the sump', from: 'from the middle of the crank' },
  { key: 'blockMm', label: 'Length of the block', from: 'rear face to the front, without what the belts drive' },
  { key: 'rightMm', label: 'Crank to its right side', from: 'to the farthest point, seen forward' },
  { key: 'jointMm', label: 'Crank to the sump’s flange', from: 'from the middle of the crank' },
  { key: 'blockWidthMm', label: 'Block, width', from: 'across its sides' },
  { key: 'deckMm', label: 'Crank up to the top of the block', from: 'to the head, or of a flat engine to its top' },
  { key: 'headMm', label: 'Crank up to the top of the head', from: 'to the cover' },
  { key: 'intakeLowMm', label: 'Intake begins at', from: 'over the crank' },
  { key: 'manifoldLowMm', label: 'Exhaust manifold begins at', from: 'over the crank; below it is minus' },
  { key: 'manifoldTopMm', label: 'Exhaust manifold ends at', from: 'over the crank; below it is minus' },
];
/** Heights over the crank that may lie below it. */
const SIGNED = new Set(['axleDownMm', 'axleBackMm', 'intakeLowMm', 'manifoldLowMm', 'manifoldTopMm']);
const BOX_FIRST: readonly Reading[] = [
  { key: 'lengthMm', label: 'Length', from: 'mating face to the end of the case' },
  { key: 'bellMm', label: 'Bellhousing, width', from: 'over its flange' },
  { key: 'caseWidthMm', label: 'Case, width', from: 'behind the bell' },
  { key: 'caseHeightMm', label: 'Case, height', from: 'behind the bell' },
];
const BOX_MORE: readonly Reading[] = [
  { key: 'bellDepthMm', label: 'Bellhousing, depth', from: 'mating face to where the case begins' },
];
const AXLE_MORE: readonly Reading[] = [
  { key: 'axleBackMm', label: 'Crank to axle, sideways', from: 'across the gearbox' },
  { key: 'axleDownMm', label: 'Crank to axle, down', from: 'negative where it lies higher' },
];

/** What fills an engine or gearbox from a few sizes: drawn at once, put in when it looks right, refined by more readings. */
export function ByTape({
  kind,
  solids,
  onSolids,
}: {
  kind: 'engines' | 'gearboxes';
  solids: readonly Solid[];
  onSolids: (next: readonly Solid[]) => void;
}) {
  const [sizes, setSizes] = useState<Sizes>({});
  const [shape, setShape] = useState<string>(kind === 'engines' ? 'inline' : 'lengthways');
  const [intakeOn, setIntakeOn] = useState<'left' | 'right'>('left');
  const [leanDeg, setLean] = useState<number>();
  const [scanning, setScanning] = useState(false);
  const engine = kind === 'engines';
  const first = engine ? ENGINE_FIRST : BOX_FIRST;
  const asked: readonly string[] = engine ? readingsOf(shape as TapedArrangement) : [];
  const more = engine
    ? ENGINE_MORE.filter((r) => asked.includes(r.key))
    : shape === 'transaxle'
      ? [...BOX_MORE, ...AXLE_MORE]
      : BOX_MORE;
  const whole = first.every(({ key }) => sizes[key] !== undefined);
  const made = whole
    ? attempt(() =>
        engine
          ? engineByTape({ ...sizes, arrangement: shape, intakeOn, leanDeg } as unknown as EngineTape)
          : gearboxByTape({ ...sizes, lies: shape } as unknown as GearboxTape),
      )
    : undefined;
  const bodies = made?.ok ? made.value : [];
  // What was put in from a tape before is replaced; what was drawn or scanned stays.
  const others = solids.filter((s) => !s.id.startsWith('taped-'));
  const field = ({ key, label, from }: Reading) => (
    <QuantityField
      key={key}
      label={label}
      quantity="lengthMm"
      digits={0}
      min={SIGNED.has(key) ? -500 : 1}
      max={3000}
      optional
      value={sizes[key]}
      bare
      help={from}
      onCommit={(v) => {
        const { [key]: _old, ...rest } = sizes;
        setSizes(v === undefined ? rest : { ...rest, [key]: v });
      }}
    />
  );
  return (
    <fieldset className={layout['whole-form']}>
      <legend>By tape or scan</legend>
      <p className="small muted" style={{ marginBottom: 14 }}>
        {engine ? (
          <Sentence>{`Three outer sizes give its bodies at once, ± {{${RECKONED_MM}|lengthMm}} where they go by usual proportions; each further reading takes the place of one.`}</Sentence>
        ) : (
          'Four sizes give its bodies at once; each further reading takes the place of a usual proportion.'
        )}
      </p>
      <div className={layout['form-grid']}>
        <ChoiceField
          label={engine ? 'Arrangement' : 'Lies'}
          value={shape}
          choices={(engine ? TAPED_ARRANGEMENTS : ['lengthways', 'transaxle']).map((v) => ({ value: v, label: v }))}
          onCommit={setShape}
        />
        {first.map((r) => field(r))}
        {more.map((r) => field(r))}
        {engine && (shape === 'inline' || shape === 'rotary') && (
          <ChoiceField
            label="Intake on its"
            value={intakeOn}
            choices={(['left', 'right'] as const).map((v) => ({ value: v, label: v }))}
            onCommit={(v) => setIntakeOn(v as 'left' | 'right')}
          />
        )}
        {engine && shape === 'inline' && (
          <QuantityField
            label="Leans to its right"
            quantity="angleDeg"
            digits={0}
            min={-60}
            max={60}
            optional
            value={leanDeg}
            onCommit={setLean}
          />
        )}
      </div>
      {made?.ok === false && (
        <p className="small" role="alert">
          {made.fault.message}
        </p>
      )}
      {bodies.length > 0 && (
        <>
          <Button variant="contained" onClick={() => onSolids([...others, ...bodies])}>
            {others.length === solids.length
              ? `Put these ${bodies.length} bodies in`
              : `Put these ${bodies.length} bodies in their place`}
          </Button>
          <ThreeViews
            solids={bodies.map((s) => ({
              id: s.id,
              name: s.name,
              convex: convexOf(s.shape, `/${s.id}`),
              kind: 'powertrain' as const,
            }))}
            colour="var(--c-a)"
          />
        </>
      )}
      <Button onClick={() => setScanning(true)}>Bring in a scan</Button>
      {scanning && (
        <Suspense fallback={null}>
          <ScanDialog
            target={{
              taken: new Set(solids.map((s) => s.id)),
              part: {
                of: engine ? 'engine' : 'gearbox',
                room: MOST_SOLIDS - solids.length,
                onSolids: (more) => onSolids([...solids, ...more]),
              },
            }}
            onClose={() => setScanning(false)}
          />
        </Suspense>
      )}
    </fieldset>
  );
}
