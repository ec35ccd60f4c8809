import type { Engine, ThreePoint } from '@sable/core';
import { boredOut, type RebuildWork } from '@sable/core/questions/donor';
import { attempt } from '@sable/core/units';
import { ChoiceField, QuantityField } from './fields.tsx';
import { ThreePointField } from './FigureField.tsx';
import layout from './layout.module.css';
import css from './OwnEngine.module.css';

/** What becomes of the engine that is in the car. */
const OWN_ENGINE = ['unchanged', 'rebuilt', 'bored out'] as const;
export interface OwnEngineWork extends RebuildWork {
  readonly way: (typeof OWN_ENGINE)[number];
}

/** What is missing or can’t be of it, in a sentence. */
export function ownEngineFault(engine: Engine, { way, boreMm }: OwnEngineWork): string | undefined {
  if (way !== 'bored out') return undefined;
  if (boreMm === undefined) return 'Enter the new bore.';
  const made = attempt(() => boredOut(engine, boreMm));
  return made.ok ? undefined : made.fault.message;
}

const withOne = <K extends keyof RebuildWork>(work: OwnEngineWork, key: K, value: RebuildWork[K]): OwnEngineWork => ({
  ...work,
  [key]: value,
});

/** The car's own engine as it is, rebuilt or bored out: its kit, machine work and hours go on the bill. */
export function OwnEngine({
  engine,
  work,
  onWork,
}: {
  engine: Engine;
  work: OwnEngineWork;
  onWork: (next: OwnEngineWork) => void;
}) {
  const three = (key: 'kit' | 'machining' | 'hours', label: string) => (
    <ThreePointField
      label={label}
      quantity={key === 'hours' ? 'hours' : 'money'}
      value={work[key]}
      onChange={(v: ThreePoint | undefined) => onWork(withOne(work, key, v))}
    />
  );
  const fault = ownEngineFault(engine, work);
  return (
    <fieldset className={layout['whole-form']} style={{ marginTop: 14 }}>
      <legend>The engine in the car</legend>
      <div className={layout['form-grid']}>
        <ChoiceField
          label="It is"
          value={work.way}
          choices={OWN_ENGINE.map((v) => ({ value: v, label: v }))}
          onCommit={(way) => onWork({ ...work, way: way as OwnEngineWork['way'] })}
        />
        {work.way === 'bored out' && (
          <QuantityField
            label="New bore"
            quantity="lengthMm"
            digits={2}
            optional
            bare
            value={work.boreMm}
            help={engine.boreMm ? `from ${engine.boreMm.value} mm` : 'its bore is not entered yet'}
            error={work.boreMm === undefined ? undefined : fault}
            onCommit={(v) => onWork(withOne(work, 'boreMm', v))}
          />
        )}
      </div>
      {work.way !== 'unchanged' && (
        <div className={css['work']}>
          {three('kit', 'Kit')}
          {three('machining', 'Machine work')}
          {three('hours', 'Hours to rebuild')}
          <p className="small muted">
            {work.way === 'bored out' &&
              'Shown below: the engine as it is now. The rebuilt engine is checked once added. '}
            Parts without a price appear on the bill as missing prices. Enter its condition under Donors, Inspect.
          </p>
        </div>
      )}
    </fieldset>
  );
}
