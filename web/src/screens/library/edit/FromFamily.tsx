import { lowered } from '@sable/core/units';
import type { Engine } from '@sable/core';
import { familiesOf, sharedByFamily } from '@sable/core/questions/donor';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { ChoiceField, QuantityField, WordsField } from '../../../pieces/fields.tsx';
import { titleOf } from '../../../pieces/form/schema.ts';
import layout from '../../../pieces/layout.module.css';

/** A new engine of a family that the library has: what all of that family and year have alike, and nothing else. */
export function FromFamily({
  engines,
  onTake,
}: {
  engines: readonly Engine[];
  onTake: (fields: Partial<Engine>) => void;
}) {
  const [family, setFamily] = useState<string>();
  const [year, setYear] = useState<number>();
  const [code, setCode] = useState('');
  const families = familiesOf(engines);
  if (families.length === 0) return null;
  const { fields, of } = family === undefined ? { fields: {}, of: [] } : sharedByFamily(engines, family, year);
  const shared = Object.keys(fields);
  return (
    <fieldset className={layout['whole-form']}>
      <legend>From its family</legend>
      <p className="small muted" style={{ marginBottom: 14 }}>
        Data shared by all library engines of that family and year is copied as estimated; nothing else is.
      </p>
      <div className={layout['form-grid']}>
        <ChoiceField
          label="Family, existing"
          value={family ?? ''}
          choices={families.map((v) => ({ value: v, label: v }))}
          onCommit={setFamily}
        />
        <QuantityField
          label="Built in"
          quantity="count"
          optional
          bare
          min={1900}
          max={2100}
          value={year}
          onCommit={setYear}
        />
        <WordsField label="Engine code" value={code} maxLength={40} onCommit={setCode} />
      </div>
      {family !== undefined && (
        <>
          <p className="small" aria-live="polite">
            {of.length === 0
              ? `The library has none of the ${family} built then.`
              : shared.length === 0
                ? `${of.length === 1 ? of[0]! : `The ${of.length} of them`} have no data to copy.`
                : `Alike in ${of.length === 1 ? `the one that is known, ${of[0]!}` : `all ${of.length}`}: ${shared.map((k) => lowered(titleOf(k))).join(', ')}.`}
          </p>
          <Button
            onClick={() =>
              onTake({
                ...fields,
                family,
                ...(year === undefined ? {} : { builtFrom: year, builtTo: year }),
                ...(code.trim() === '' ? {} : { codes: [code.trim()] }),
              })
            }
          >
            Copy
          </Button>
        </>
      )}
    </fieldset>
  );
}
