import type { Chassis } from '@sable/core';
import { JOINT_KINDS, type JointKind } from '@sable/core/questions/joints';
import { capital } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { ChoiceField } from '../../pieces/fields.tsx';
import { SpecFields } from '../../pieces/SpecFields.tsx';
import layout from '../../pieces/layout.module.css';

/** The side of a kind that is the car’s, where one is. */
const sideOfCar = (kind: JointKind): 'a' | 'b' | undefined =>
  kind.home.b === 'car' ? 'b' : kind.home.a === 'car' ? 'a' : undefined;

/** What the car can be asked for: each kind with a side of its own, at each of its places. */
const ASKED = JOINT_KINDS.flatMap((kind) => {
  const side = sideOfCar(kind);
  return side === undefined
    ? []
    : [undefined, ...(kind.places ?? [])].map((place) => ({
        value: place === undefined ? kind.kind : `${kind.kind}:${place}`,
        label: place === undefined ? kind.title : `${kind.title}, ${place}`,
        kind: kind.kind,
        side,
        place,
      }));
});

/** What the body gives the powertrain to be joined to: mount pads, propshaft, gauges, and what is known of each. */
export function ServicesDetail({ chassis }: { chassis: Chassis }) {
  const { save } = useBuildActions();
  const { ports } = chassis;
  const put = (next: Chassis['ports']) => save('chassis', chassis, { ...chassis, ports: next });
  return (
    <section>
      <h2>Vehicle-side connections</h2>
      <p className="say muted">
        Vehicle-side joints the swap must match: chassis mounts, propshaft flange, pedals, hoses, gauges. Record them
        before removing the original engine.
      </p>
      {ports.map((port, i) => {
        const kind = JOINT_KINDS.find((k) => k.kind === port.kind);
        return (
          <fieldset key={port.id} className={layout['whole-form']}>
            <legend>
              {kind?.title ?? port.kind}
              {port.place === undefined ? '' : `, ${port.place}`}
            </legend>
            <div className="wide">
              {kind && (
                <p className="small muted" style={{ marginBottom: 12 }}>
                  {capital(kind.sides[port.side])}: what is empty is unknown. {kind.look}
                </p>
              )}
              <SpecFields
                kind={port.kind}
                side={port.side}
                spec={port.spec}
                onChange={(spec) => put(ports.map((p, k) => (k === i ? { ...p, spec } : p)))}
              />
            </div>
            <Button sx={{ mt: 1 }} onClick={() => put(ports.filter((_, k) => k !== i))}>
              Remove
            </Button>
          </fieldset>
        );
      })}
      <div style={{ maxWidth: 260, marginTop: 14 }}>
        <ChoiceField
          label="Add connection"
          value=""
          choices={ASKED.filter(
            ({ kind, side, place }) => !ports.some((p) => p.kind === kind && p.side === side && p.place === place),
          )}
          onCommit={(value) => {
            const asked = ASKED.find((x) => x.value === value);
            if (!asked) return;
            const { kind, side, place } = asked;
            let n = ports.length + 1;
            while (ports.some((p) => p.id === `body-${n}`)) n++;
            put([
              ...ports,
              {
                id: `body-${n}`,
                kind,
                side,
                ...(place === undefined ? {} : { place }),
                spec: {},
                evidence: 'measured',
              },
            ]);
          }}
        />
      </div>
    </section>
  );
}
