import type { Chassis, PortSpec } from '@sable/core';
import { JOINT_KINDS } from '@sable/core/questions/joints';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { ChoiceField } from '../../pieces/fields.tsx';
import { readSpec, written } from '../../pieces/portSpec.ts';
import layout from '../../pieces/layout.module.css';

/** What the body gives the powertrain to be joined to: mount pads, propshaft, gauges, and what is known of each. */
export function ServicesDetail({ chassis }: { chassis: Chassis }) {
  const { save } = useBuildActions();
  const { ports } = chassis;
  const put = (next: Chassis['ports']) => save('chassis', chassis, { ...chassis, ports: next });
  return (
    <section>
      <h2>Plugs and services of the body</h2>
      <p className="say muted">
        What stays in the car and has to be met: pads, propshaft flange, gauges. Read them off before the old engine is
        out; joints are closed against these.
      </p>
      {ports.map((port, i) => {
        const kind = JOINT_KINDS.find((k) => k.kind === port.kind);
        return (
          <fieldset key={port.id} className={layout['change']}>
            <legend>{kind?.title ?? port.kind}</legend>
            <SpecField
              label={kind ? `${kind.sides.b}: what is known` : 'What is known'}
              spec={port.spec}
              onSpec={(spec) => put(ports.map((p, k) => (k === i ? { ...p, spec } : p)))}
            />
            <Button onClick={() => put(ports.filter((_, k) => k !== i))}>Take out</Button>
          </fieldset>
        );
      })}
      <div style={{ maxWidth: 260, marginTop: 14 }}>
        <ChoiceField
          label="Note another"
          value=""
          choices={[
            { value: '', label: 'choose' },
            ...JOINT_KINDS.filter((k) => !ports.some((p) => p.kind === k.kind)).map((k) => ({
              value: k.kind,
              label: k.title,
            })),
          ]}
          onCommit={(kind) => {
            if (kind === '') return;
            let n = ports.length + 1;
            while (ports.some((p) => p.id === `body-${n}`)) n++;
            put([...ports, { id: `body-${n}`, kind, side: 'b', spec: {}, evidence: 'measured' }]);
          }}
        />
      </div>
    </section>
  );
}

function SpecField({ label, spec, onSpec }: { label: string; spec: PortSpec; onSpec: (spec: PortSpec) => void }) {
  const [draft, setDraft] = useState<string>();
  const [fault, setFault] = useState<string>();
  return (
    <TextField
      label={label}
      sx={{ gridColumn: 'span 3' }}
      value={draft ?? written(spec)}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={() => {
        if (draft === undefined) return;
        const read = readSpec(draft);
        if (typeof read === 'string') {
          setFault(read);
          return;
        }
        setFault(undefined);
        setDraft(undefined);
        if (written(read) !== written(spec)) onSpec(read);
      }}
      error={fault !== undefined}
      helperText={fault}
      slotProps={{ inputLabel: { shrink: true } }}
    />
  );
}
