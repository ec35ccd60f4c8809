import { SPRAY_SIDES, type Candidate, type Finding, type MovedSensor } from '@sable/core';
import { PIN_FUNCTIONS } from '@sable/core/model';
import { capital } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useWantedField } from '../../pieces/fieldFocus.ts';
import { ChoiceField, QuantityField, WordsField } from '../../pieces/fields.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import layout from '../../pieces/layout.module.css';
import { StateMark } from '../../pieces/marks.tsx';
import { PointField } from '../../pieces/PointField.tsx';
import type { ChangeWiring } from './change.ts';
import css from './wiring.module.css';

const NONE = '-';

/** Sensors that are moved or added, each with its place, away from heat and spray; and where the computer goes. */
export function Sensors({
  candidate,
  findings,
  change,
}: {
  candidate: Candidate;
  findings: readonly Finding[];
  change: ChangeWiring;
}) {
  const sensors = candidate.wiring?.sensors ?? [];
  const at = `/candidates/${candidate.id}/wiring`;
  const wanted = Number(/\/sensors\/(\d+)/.exec(useWantedField() ?? '')?.[1]);
  const [open, setOpen] = useState(sensors[wanted]?.id);
  const put = (id: string, next: MovedSensor | undefined) =>
    change((was) => ({
      ...was,
      sensors: (was.sensors ?? []).flatMap((s) => (s.id === id ? (next ? [next] : []) : [s])),
    }));
  const add = (does: MovedSensor['does']) => {
    let n = sensors.length + 1;
    while (sensors.some((s) => s.id === `s${n}`)) n++;
    change((was) => ({ ...was, sensors: [...(was.sensors ?? []), { id: `s${n}`, name: `Sensor ${n}`, does }] }));
    setOpen(`s${n}`);
  };
  return (
    <section className="block">
      <h2>Computer and sensors</h2>
      <PointField
        label="Computer position, vehicle axes"
        value={candidate.wiring?.computerAtMm}
        at={`${at}/computerAtMm`}
        onCommit={(computerAtMm) =>
          change(({ computerAtMm: _was, ...rest }) => (computerAtMm ? { ...rest, computerAtMm } : rest))
        }
      />
      {sensors.map((sensor, i) => {
        const found = findings.find((f) => f.id === `sensor-${sensor.id}`);
        return (
          <div key={sensor.id} className={css['sensor']}>
            <button
              type="button"
              aria-expanded={open === sensor.id}
              className={css['toggle']}
              onClick={() => setOpen(open === sensor.id ? undefined : sensor.id)}
            >
              {found && <StateMark state={found.state} label={false} />}
              <span>
                <Sentence>{found?.title ?? sensor.name}</Sentence>
                {sensor.place !== undefined && <small className="muted"> {sensor.place}</small>}
              </span>
            </button>
            {open === sensor.id && (
              <SensorFields sensor={sensor} at={`${at}/sensors/${i}`} onChange={(next) => put(sensor.id, next)} />
            )}
          </div>
        );
      })}
      <div className={css['tools']}>
        <Button onClick={() => add('moved')}>Add relocated sensor</Button>
        <Button onClick={() => add('added')}>Add new sensor</Button>
      </div>
    </section>
  );
}

function SensorFields({
  sensor,
  at,
  onChange,
}: {
  sensor: MovedSensor;
  at: string;
  onChange: (next: MovedSensor | undefined) => void;
}) {
  const put = <K extends keyof MovedSensor>(key: K, value: MovedSensor[K] | undefined) => {
    const { [key]: _was, ...rest } = sensor;
    onChange((value === undefined ? rest : { ...rest, [key]: value }) as MovedSensor);
  };
  return (
    <div className={layout['form-grid']}>
      <WordsField
        label="Name"
        value={sensor.name}
        maxLength={120}
        onCommit={(name) => (name.trim() === '' ? 'A sensor needs a name.' : put('name', name.trim()))}
      />
      <ChoiceField
        label="Measured quantity"
        at={`${at}/function`}
        value={sensor.function ?? NONE}
        choices={[
          { value: NONE, label: 'not entered' },
          ...PIN_FUNCTIONS.map((f) => ({ value: f.id, label: f.label })),
        ]}
        onCommit={(f) => put('function', f === NONE ? undefined : f)}
      />
      <WordsField
        label="Location, description"
        value={sensor.place ?? ''}
        maxLength={80}
        onCommit={(text) => put('place', text.trim() === '' ? undefined : text.trim())}
      />
      <ChoiceField
        label="Position relative to intake spray"
        at={`${at}/spray`}
        value={sensor.spray ?? NONE}
        choices={[{ value: NONE, label: 'not entered' }, ...SPRAY_SIDES.map((s) => ({ value: s, label: s }))]}
        onCommit={(s) => put('spray', s === NONE ? undefined : (s as MovedSensor['spray']))}
      />
      <QuantityField
        label="Length of new wires"
        quantity="lengthMm"
        optional
        min={0}
        max={20_000}
        at={`${at}/wireMm`}
        value={sensor.wireMm}
        onCommit={(v) => put('wireMm', v)}
      />
      <div className="wide">
        <PointField
          label="Position, engine axes"
          value={sensor.atMm}
          at={`${at}/atMm`}
          onCommit={(v) => put('atMm', v)}
        />
      </div>
      <div className="wide">
        <Button onClick={() => onChange(undefined)}>Remove {capital(sensor.name)}</Button>
      </div>
    </div>
  );
}
