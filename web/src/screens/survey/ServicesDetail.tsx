import type { Chassis } from '@sable/core';
import { JOINT_KINDS } from '@sable/core/questions/joints';
import Button from '@mui/material/Button';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { ChoiceField } from '../../pieces/fields.tsx';
import { SpecFields } from '../../pieces/SpecFields.tsx';
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
          <fieldset key={port.id} className={layout['whole-form']}>
            <legend>{kind?.title ?? port.kind}</legend>
            <div className="wide">
              {kind && <p className="small muted">{kind.sides.b}: what is empty is unknown.</p>}
              <SpecFields
                kind={port.kind}
                side={port.side}
                spec={port.spec}
                onChange={(spec) => put(ports.map((p, k) => (k === i ? { ...p, spec } : p)))}
              />
            </div>
            <Button onClick={() => put(ports.filter((_, k) => k !== i))}>Remove</Button>
          </fieldset>
        );
      })}
      <div style={{ maxWidth: 260, marginTop: 14 }}>
        <ChoiceField
          label="Note another"
          value=""
          choices={[
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
