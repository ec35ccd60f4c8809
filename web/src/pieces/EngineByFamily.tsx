import type { Engine } from '@sable/core';
import { codedEngines, familiesOf, yearsOfFamily } from '@sable/core/questions/donor';
import { useState } from 'react';
import { ChoiceField } from './fields.tsx';
import layout from './layout.module.css';

/** An engine by its family, the years it was built and the code stamped on it: what one reads at a counter, in three choices. */
export function EngineByFamily({ engines, onEngine }: { engines: readonly Engine[]; onEngine: (id: string) => void }) {
  const [family, setFamily] = useState<string>();
  const [years, setYears] = useState<string>();
  const families = familiesOf(engines);
  const spans = family === undefined ? [] : yearsOfFamily(engines, family);
  const span = spans.length === 1 ? spans[0] : years;
  const coded = family === undefined || span === undefined ? [] : codedEngines(engines, family, span);
  const [code, setCode] = useState<string>();
  if (families.length === 0) return null;
  const choices = (words: readonly string[]) => words.map((v) => ({ value: v, label: v }));
  return (
    <details>
      <summary>Engine by family, years and code</summary>
      <div className={layout['form-grid']} style={{ marginTop: 14 }}>
        <ChoiceField
          label="Family"
          value={family ?? ''}
          choices={choices(families)}
          onCommit={(v) => {
            setFamily(v);
            setYears(undefined);
            setCode(undefined);
          }}
        />
        {spans.length > 0 && (
          <ChoiceField label="Production years" value={span ?? ''} choices={choices(spans)} onCommit={setYears} />
        )}
        {coded.length > 0 && (
          <ChoiceField
            label="Code"
            value={code ?? ''}
            choices={coded.map((c) => ({ value: c.engineId, label: c.words }))}
            onCommit={(id) => {
              setCode(id);
              onEngine(id);
            }}
          />
        )}
      </div>
    </details>
  );
}
