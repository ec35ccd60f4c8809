import { OBSTACLE_ROLES, type Obstacle, type ObstacleRole, type Taped } from '@sable/core';
import { bodyFrom, missingOf, templateOf } from '@sable/core/questions/survey';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ChoiceField, QuantityField } from '../../pieces/fields.tsx';
import { ChangesEditor } from './ChangesEditor.tsx';
import { Readings } from './Readings.tsx';
import layout from '../../pieces/layout.module.css';

interface Props {
  readonly taped: Taped | undefined;
  readonly obstacle: Obstacle | undefined;
  readonly onTaped: (next: Taped | undefined) => void;
  /** Begins the same body on the other side with what was read here; undefined where there is one or it has no side. */
  readonly onOtherSide?: (() => void) | undefined;
  readonly onObstacle: (next: Obstacle | undefined) => void;
}

/** One thing in the bay: its readings, what it is, and what may be done to it. */
export function BodyDetail({ taped, obstacle, onTaped, onOtherSide, onObstacle }: Props) {
  if (taped) return <TapedDetail taped={taped} onTaped={onTaped} onOtherSide={onOtherSide} />;
  if (!obstacle) return <p className="muted">Select an obstacle from the list or add one.</p>;
  return (
    <section>
      <div className="row spread">
        <h2>{obstacle.name}</h2>
        <Button onClick={() => onObstacle(undefined)}>Delete obstacle</Button>
      </div>
      <p className="say muted">
        {obstacle.source ?? 'Imported as a shape, without measurements.'} Measure again to rebuild it from tape
        measurements.
      </p>
      <div className={layout['form-grid']}>
        <QuantityField
          label="Measuring tolerance ±"
          quantity="lengthMm"
          value={obstacle.plusMinusMm}
          min={0}
          max={100}
          onCommit={(v) => v !== undefined && onObstacle({ ...obstacle, plusMinusMm: v })}
        />
        <What body={obstacle} onChange={(more) => onObstacle({ ...obstacle, ...more })} />
      </div>
      <ChangesEditor body={obstacle} onChange={(more) => onObstacle({ ...obstacle, ...more })} />
    </section>
  );
}

function TapedDetail({ taped, onTaped, onOtherSide }: { taped: Taped } & Pick<Props, 'onTaped' | 'onOtherSide'>) {
  const template = templateOf(taped.template);
  const [name, setName] = useState<string>();
  const missing = missingOf(taped);
  const { problem } = bodyFrom(taped);
  if (!template)
    return (
      <p role="alert">
        Unknown obstacle type “{taped.template}”. <Button onClick={() => onTaped(undefined)}>Delete</Button>
      </p>
    );
  return (
    <section>
      <div className="row spread">
        <h2>{taped.name}</h2>
        <span className="row">
          {onOtherSide && <Button onClick={onOtherSide}>Copy to the other side</Button>}
          <Button onClick={() => onTaped(undefined)}>Delete obstacle</Button>
        </span>
      </div>
      <p className="say muted">{template.why}</p>
      <Readings taped={taped} template={template} onTaped={onTaped} />
      {problem ? (
        <p role="alert" className="fault">
          {problem}
        </p>
      ) : (
        missing.length > 0 && (
          <p className="small muted">
            Not in the model yet. Missing measurements: {[...new Set(missing.map((m) => m.unknown))].join('; ')}.
          </p>
        )
      )}
      <div className={layout['form-grid']} style={{ marginTop: 16 }}>
        <TextField
          label="Name"
          value={name ?? taped.name}
          onChange={(e) => setName(e.target.value)}
          onBlur={() => {
            if (name?.trim()) onTaped({ ...taped, name: name.trim().slice(0, 120) });
            setName(undefined);
          }}
        />
        <What body={taped} onChange={(more) => onTaped({ ...taped, ...more })} />
      </div>
      <ChangesEditor body={taped} onChange={(more) => onTaped({ ...taped, ...more })} />
    </section>
  );
}

type Flags = Pick<Taped, 'role' | 'comesOut' | 'shielded'>;

/** What it is, and whether it is in the way on the hoist. */
function What({ body, onChange }: { body: Flags; onChange: (more: Partial<Flags>) => void }) {
  return (
    <>
      <ChoiceField
        label="Type"
        value={body.role}
        choices={OBSTACLE_ROLES.map((r) => ({ value: r, label: r }))}
        onCommit={(v) => onChange({ role: v as ObstacleRole })}
      />
      <FormControlLabel
        control={<Checkbox checked={body.comesOut ?? false} onChange={(_, on) => onChange({ comesOut: on })} />}
        label="Removed during installation"
      />
    </>
  );
}
