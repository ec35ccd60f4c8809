import { systemOf } from '@sable/core/units';
import { fieldEntry, type BellPattern } from '@sable/core';
import type { HoleForm } from '@sable/core/formats';
import { useState } from 'react';
import { useUnits } from '../../../hooks/settings.tsx';
import { QuantityField } from '../../../pieces/fields.tsx';
import type { NodeProps } from '../../../pieces/form/Node.tsx';
import { HoleFormField, HolesField, HolesHelp } from '../../../pieces/holes/HolesField.tsx';
import type { FaceOf } from '../../../pieces/holes/tracing.ts';
import { PatternsDrawn } from '../../../pieces/holes/PatternsDrawn.tsx';
import layout from '../../../pieces/layout.module.css';
import css from './edit.module.css';

/** The bolt pattern of a rear face or a bellhousing: its holes typed, pasted or traced, drawn beside. */
export function PatternEditor({ name, value, onChange, at, of }: NodeProps & { of: FaceOf }) {
  const units = useUnits();
  const [form, setForm] = useState<HoleForm>('across and up');
  const { holes = [], plusMinusMm } = (value ?? {}) as Partial<BellPattern>;
  const put = (next: { readonly holes?: BellPattern['holes']; readonly plusMinusMm?: number | undefined }) => {
    const { holes: kept = [], plusMinusMm: sure } = { holes, plusMinusMm, ...next };
    onChange(
      kept.length === 0 && sure === undefined
        ? undefined
        : { holes: kept, ...(sure === undefined ? {} : { plusMinusMm: sure }) },
    );
  };
  return (
    <fieldset className={layout['change']}>
      <legend>{fieldEntry(name)?.label ?? name}</legend>
      <HolesHelp form={form} />
      <div className={layout['form-grid']}>
        <HoleFormField form={form} onChange={setForm} />
        <QuantityField
          label="Each hole, ±"
          quantity="lengthMm"
          optional
          min={0}
          max={5}
          difference
          at={`${at}/plusMinusMm`}
          value={plusMinusMm}
          onCommit={(v) => put({ plusMinusMm: v })}
        />
      </div>
      <div className={css['pattern']}>
        <HolesField
          key={`${form} ${systemOf('lengthMm', units)}`}
          of={of}
          form={form}
          holes={holes}
          onChange={(next, sure) => put({ holes: [...next], ...(sure === undefined ? {} : { plusMinusMm: sure }) })}
        />
        {holes.length > 0 && (
          <PatternsDrawn
            plate={{
              engineHoles: of === 'block' ? holes : [],
              gearboxHoles: of === 'block' ? [] : holes,
              clockingDeg: 0,
            }}
          />
        )}
      </div>
    </fieldset>
  );
}
