import type { Chassis } from '@sable/core';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { QuantityField } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';

type Point = readonly [number, number, number];
const AXES = ['Ahead of the axle', 'Left of the middle', 'Above the floor'] as const;

/** Three lengths that say where a point is; behind, right and below are minus. */
function PointFields({ at, onAt }: { at: Point; onAt: (at: [number, number, number]) => void }) {
  return (
    <>
      {AXES.map((label, k) => (
        <QuantityField
          key={label}
          label={label}
          quantity="lengthMm"
          digits={1}
          value={at[k]}
          min={-10000}
          max={10000}
          onCommit={(v) => {
            if (v === undefined) return;
            const next: [number, number, number] = [at[0], at[1], at[2]];
            next[k] = v;
            onAt(next);
          }}
        />
      ))}
    </>
  );
}

/** What the engine is hung from and what the shafts run to: pads, shifter hole, pinion flange, hubs, and the ways in. */
export function SeatsDetail({ chassis }: { chassis: Chassis }) {
  const { save } = useBuildActions();
  const put = (more: Partial<Chassis>) => save('chassis', chassis, { ...chassis, ...more });
  const drop = (key: 'shifterAperture' | 'pinion' | 'hubs') => {
    const { [key]: _gone, ...rest } = chassis;
    save('chassis', chassis, rest);
  };
  const { pads, shifterAperture, pinion, hubs } = chassis;
  const from = chassis.installFrom ?? [];
  return (
    <section>
      <h2>Pads, shifter hole, shafts</h2>
      <p className="say muted">
        Read pads and pinion before the old engine is out: they show where it hung and at what angle the shaft ran.
      </p>
      <h3>Mount pads</h3>
      {pads.map((pad, i) => {
        const putPad = (next: typeof pad | undefined) =>
          put({ pads: pads.flatMap((p, k) => (k === i ? (next ? [next] : []) : [p])) });
        return (
          <fieldset key={pad.id} className={layout['change']}>
            <legend>{pad.name}</legend>
            <NameField label="Name" value={pad.name} onCommit={(name) => putPad({ ...pad, name })} />
            <PointFields at={pad.atMm} onAt={(atMm) => putPad({ ...pad, atMm })} />
            <Button onClick={() => putPad(undefined)}>Take out</Button>
          </fieldset>
        );
      })}
      <Button
        sx={{ mt: 1 }}
        onClick={() => {
          let n = pads.length + 1;
          while (pads.some((p) => p.id === `pad-${n}`)) n++;
          put({ pads: [...pads, { id: `pad-${n}`, name: `pad ${n}`, atMm: [0, 300, 300] }] });
        }}
      >
        Add a pad
      </Button>
      <h3 style={{ marginTop: 18 }}>Shifter hole</h3>
      {shifterAperture ? (
        <fieldset className={layout['change']}>
          <legend>middle and size</legend>
          <PointFields
            at={shifterAperture.centreMm}
            onAt={(centreMm) => put({ shifterAperture: { ...shifterAperture, centreMm } })}
          />
          {(['halfLengthMm', 'halfWidthMm'] as const).map((key) => (
            <QuantityField
              key={key}
              label={key === 'halfLengthMm' ? 'Half its length' : 'Half its width'}
              quantity="lengthMm"
              value={shifterAperture[key]}
              min={1}
              onCommit={(v) => v !== undefined && put({ shifterAperture: { ...shifterAperture, [key]: v } })}
            />
          ))}
          <QuantityField
            label="Measured to ±"
            quantity="lengthMm"
            value={shifterAperture.plusMinusMm ?? 3}
            min={0}
            max={100}
            onCommit={(v) => v !== undefined && put({ shifterAperture: { ...shifterAperture, plusMinusMm: v } })}
          />
          <Button onClick={() => drop('shifterAperture')}>Take out</Button>
        </fieldset>
      ) : (
        <Button
          onClick={() =>
            put({ shifterAperture: { centreMm: [-800, 0, 430], halfLengthMm: 40, halfWidthMm: 40, plusMinusMm: 3 } })
          }
        >
          Add the shifter hole
        </Button>
      )}
      <h3 style={{ marginTop: 18 }}>Pinion flange</h3>
      {pinion ? (
        <fieldset className={layout['change']}>
          <legend>joint centre and angle</legend>
          <PointFields at={pinion.atMm} onAt={(atMm) => put({ pinion: { ...pinion, atMm } })} />
          <QuantityField
            label="Nose up"
            quantity="angleDeg"
            digits={1}
            value={pinion.pitchDeg}
            min={-30}
            max={30}
            onCommit={(v) => v !== undefined && put({ pinion: { ...pinion, pitchDeg: v } })}
          />
          <Button onClick={() => drop('pinion')}>Take out</Button>
        </fieldset>
      ) : (
        <Button onClick={() => put({ pinion: { atMm: [-2100, 0, 280], pitchDeg: 2 } })}>Add the pinion flange</Button>
      )}
      <h3 style={{ marginTop: 18 }}>Driven hubs</h3>
      {hubs ? (
        <>
          {(['leftMm', 'rightMm'] as const).map((key) => (
            <fieldset key={key} className={layout['change']}>
              <legend>{key === 'leftMm' ? 'left outer joint' : 'right outer joint'}</legend>
              <PointFields at={hubs[key]} onAt={(at) => put({ hubs: { ...hubs, [key]: at } })} />
            </fieldset>
          ))}
          <Button onClick={() => drop('hubs')}>Take out</Button>
        </>
      ) : (
        <Button onClick={() => put({ hubs: { leftMm: [0, 600, 280], rightMm: [0, -600, 280] } })}>
          Add the hubs of half shafts
        </Button>
      )}
      <h3 style={{ marginTop: 18 }}>Ways in</h3>
      {(['above', 'below'] as const).map((side) => (
        <FormControlLabel
          key={side}
          control={
            <Checkbox
              checked={from.includes(side)}
              onChange={(_, on) => put({ installFrom: on ? [...from, side] : from.filter((f) => f !== side) })}
            />
          }
          label={side === 'above' ? 'From above, on a crane' : 'From below, the car lifted over it'}
        />
      ))}
    </section>
  );
}

export function NameField({ label, value, onCommit }: { label: string; value: string; onCommit: (v: string) => void }) {
  const [draft, setDraft] = useState<string>();
  return (
    <TextField
      label={label}
      value={draft ?? value}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={() => {
        const text = draft?.trim().slice(0, 120);
        if (text) onCommit(text);
        setDraft(undefined);
      }}
    />
  );
}
