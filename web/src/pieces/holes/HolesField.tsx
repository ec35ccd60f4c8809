import type { PlateHole } from '@sable/core';
import { readHoles, writeHoles, type HoleForm } from '@sable/core/formats';
import { systemOf, formatQuantity } from '@sable/core/units';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { Suspense, lazy, useState } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import { ChoiceField } from '../fields.tsx';
import css from './holes.module.css';
import type { FaceOf } from './tracing.ts';

const TraceDialog = lazy(() =>
  import('./TraceDialog.tsx').then(({ TraceDialog: default_ }) => ({ default: default_ })),
);

const FORMS: readonly HoleForm[] = ['across and up', 'radius and angle', 'three distances'];

/** How the holes of a pattern are told. */
export function HoleFormField({ form, onChange }: { form: HoleForm; onChange: (form: HoleForm) => void }) {
  return (
    <ChoiceField
      label="Holes defined by"
      value={form}
      choices={FORMS.map((f) => ({ value: f, label: f }))}
      onCommit={(v) => onChange(v as HoleForm)}
    />
  );
}

/** What to type into a field of holes. */
export function HolesHelp({ form }: { form: HoleForm }) {
  return (
    <p className="muted" style={{ marginBottom: 16 }}>
      Holes from the shaft axis, seen from the gearbox towards the engine: across to the right, up. One to a line, or
      pasted from a spreadsheet: name, place, diameter, and “dowel” where it is one.
      {form === 'three distances' &&
        ' With a tape alone: the first hole by its distance from the axis and the angle from level; the second by its distances from the axis and from the first, with a minus where it lies with the clock from there; every other one by those from the axis, the first and the second.'}
    </p>
  );
}

/** A pattern as lines of text, kept when it is left, what can't be read named by its line; or traced over a picture. */
export function HolesField({
  of,
  form,
  holes,
  note,
  onChange,
}: {
  of: FaceOf;
  form: HoleForm;
  holes: readonly PlateHole[];
  /** Whose they are, where they are not entered here. */
  note?: string | undefined;
  /** With how surely each was placed, where a picture says it. */
  onChange: (holes: readonly PlateHole[], plusMinusMm?: number) => void;
}) {
  const units = useUnits();
  const toMm = systemOf('lengthMm', units) === 'us' ? 25.4 : 1;
  const stored = writeHoles(holes, form, toMm);
  const [typed, setTyped] = useState<string>();
  const [tracing, setTracing] = useState(false);
  const text = typed ?? stored;
  const read = readHoles(text, form, toMm);
  const worst =
    read.worstMm === undefined
      ? ''
      : `; distances agree within ${formatQuantity(read.worstMm, 'lengthMm', units, { digits: systemOf('lengthMm', units) === 'us' ? 3 : 2 })}`;
  return (
    <div className={css['field']}>
      <TextField
        multiline
        minRows={6}
        maxRows={14}
        label={`Holes of the ${of}`}
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
          `${read.holes.length} holes${note && typed === undefined ? ` ${note}` : ''}, ${form === 'radius and angle' ? 'radius and degrees' : form}, ${systemOf('lengthMm', units) === 'us' ? 'in' : 'mm'}${worst}`
        }
        slotProps={{
          inputLabel: { shrink: true },
          htmlInput: { style: { fontVariantNumeric: 'tabular-nums', tabSize: 16 } },
        }}
      />
      <Button onClick={() => setTracing(true)} aria-label={`Trace over a picture: the ${of}`}>
        Trace over a picture
      </Button>
      {tracing && (
        <Suspense>
          <TraceDialog
            of={of}
            onClose={() => setTracing(false)}
            onUse={(found, plusMinusMm) => {
              setTracing(false);
              setTyped(undefined);
              onChange(found, plusMinusMm);
            }}
          />
        </Suspense>
      )}
    </div>
  );
}
