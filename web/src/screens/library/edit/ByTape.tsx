import type { Engine, Gearbox, Solid } from '@sable/core';
import { convexOf } from '@sable/core/geometry';
import {
  engineByTape,
  gearboxByTape,
  gearboxFields,
  RECKONED_MM,
  readingsOf,
  TAPED_ARRANGEMENTS,
  TAPED_GEARBOXES,
  type EngineTape,
  type GearboxPlaces,
  type GearboxTape,
  type TapedArrangement,
  type TapedGearbox,
} from '@sable/core/questions/taped';
import { attempt } from '@sable/core/units';
import Button from '@mui/material/Button';
import { lazy, Suspense, useState } from 'react';
import { ChoiceField, QuantityField } from '../../../pieces/fields.tsx';
import { Sentence } from '../../../pieces/figures.tsx';
import { ThreeViews } from '../../../pieces/ThreeViews.tsx';
import { PieceByTape, ReadingFields } from './PieceByTape.tsx';
import { BOX_FIRST, BOX_READINGS, ENGINE_FIRST, ENGINE_MORE, SIGNED } from './tapeReadings.ts';
import layout from '../../../pieces/layout.module.css';

const ScanDialog = lazy(() => import('../../../pieces/scan/ScanDialog.tsx').then((m) => ({ default: m.ScanDialog })));

/** Bodies that a row may have from scans: as many as a powertrain takes. */
const MOST_SOLIDS = 60;

/** What the tape gives of a row. */
export type Taped = Partial<Pick<Engine, 'solids' | 'bosses'>> & Partial<Gearbox>;

const isSigned = (key: string) => SIGNED.has(key);

/** What fills an engine or gearbox from a few sizes: drawn at once, put in when it looks right, refined by more readings. */
export function ByTape({
  kind,
  solids,
  bosses = [],
  onTaped,
}: {
  kind: 'engines' | 'gearboxes';
  solids: readonly Solid[];
  bosses?: Engine['bosses'] | undefined;
  onTaped: (fields: Taped) => void;
}) {
  const [sizes, setSizes] = useState<Readonly<Partial<Record<string, number>>>>({});
  const [shape, setShape] = useState<string>(kind === 'engines' ? 'inline' : 'lengthways');
  const [intakeOn, setIntakeOn] = useState<'left' | 'right'>('left');
  const [gearboxOn, setGearboxOn] = useState<'left' | 'right'>();
  const [leanDeg, setLean] = useState<number>();
  const [scanning, setScanning] = useState(false);
  const engine = kind === 'engines';
  const first = engine ? ENGINE_FIRST : BOX_FIRST;
  const asked: readonly string[] = engine ? readingsOf(shape as TapedArrangement) : [];
  const more = engine ? ENGINE_MORE.filter((r) => asked.includes(r.key)) : BOX_READINGS[shape as TapedGearbox];
  const whole = first.every(({ key }) => sizes[key] !== undefined);
  const boxTape = { ...sizes, lies: shape } as unknown as GearboxTape;
  const made = whole
    ? attempt(() =>
        engine
          ? {
              solids: engineByTape({ ...sizes, arrangement: shape, intakeOn, leanDeg } as unknown as EngineTape),
              fields: {},
            }
          : {
              solids: gearboxByTape(boxTape),
              fields: gearboxFields(boxTape, { ...(sizes as GearboxPlaces), gearboxOn }),
            },
      )
    : undefined;
  const bodies = made?.ok ? made.value.solids : [];
  // What was put in from a tape before is replaced; what was drawn or scanned stays.
  const others = solids.filter((s) => !s.id.startsWith('taped-'));
  return (
    <fieldset className={layout['whole-form']}>
      <legend>By tape or scan</legend>
      <p className="small muted" style={{ marginBottom: 14 }}>
        {engine ? (
          <Sentence>{`Three outer dimensions give its shape at once, ± {{${RECKONED_MM}|lengthMm}} where typical proportions are used; each further measurement replaces one.`}</Sentence>
        ) : (
          'Four dimensions give its shape at once; each further measurement replaces a typical proportion, or locates something.'
        )}
      </p>
      <div className={layout['form-grid']}>
        <ChoiceField
          label={engine ? 'Arrangement' : 'Lies'}
          value={shape}
          choices={(engine ? TAPED_ARRANGEMENTS : TAPED_GEARBOXES).map((v) => ({ value: v, label: v }))}
          onCommit={setShape}
        />
        <ReadingFields readings={first} sizes={sizes} signed={isSigned} onSizes={setSizes} />
      </div>
      <details>
        <summary>{more.length} further readings</summary>
        <div className={layout['form-grid']} style={{ marginTop: 14 }}>
          <ReadingFields readings={more} sizes={sizes} signed={isSigned} onSizes={setSizes} />
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
          {shape === 'transaxle' && (
            <ChoiceField
              label="Side of the engine in the donor car"
              value={gearboxOn ?? ''}
              choices={[
                { value: '', label: 'not stated' },
                ...(['left', 'right'] as const).map((v) => ({ value: v, label: v })),
              ]}
              onCommit={(v) => setGearboxOn(v === '' ? undefined : (v as 'left' | 'right'))}
            />
          )}
        </div>
      </details>
      {made?.ok === false && (
        <p className="small" role="alert">
          {made.fault.message}
        </p>
      )}
      {bodies.length > 0 && made?.ok && (
        <>
          <Button variant="contained" onClick={() => onTaped({ ...made.value.fields, solids: [...others, ...bodies] })}>
            {others.length === solids.length
              ? `Insert these ${bodies.length} bodies`
              : `Replace with these ${bodies.length} bodies`}
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
      {engine && (
        <PieceByTape
          solids={solids}
          bosses={bosses}
          onSolids={(next) => onTaped({ solids: [...next] })}
          onBosses={(next) => onTaped({ bosses: next })}
        />
      )}
      <Button onClick={() => setScanning(true)}>Import scan</Button>
      {scanning && (
        <Suspense fallback={null}>
          <ScanDialog
            target={{
              taken: new Set(solids.map((s) => s.id)),
              part: {
                of: engine ? 'engine' : 'gearbox',
                room: MOST_SOLIDS - solids.length,
                onSolids: (scanned) => onTaped({ solids: [...solids, ...scanned] }),
              },
            }}
            onClose={() => setScanning(false)}
          />
        </Suspense>
      )}
    </fieldset>
  );
}
