import { layoutOf, type Chassis } from '@sable/core';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { useKept } from '../../hooks/kept.ts';
import { WholeForm, type WholeField } from '../../pieces/WholeForm.tsx';

const NONE: readonly string[] = [];

type Point = [number, number, number];
/** A point as three fields; behind, right and below are minus. */
interface At {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}
const place = { quantity: 'lengthMm', digits: 0, min: -10_000, max: 10_000 } as const;
const AT: readonly WholeField<At>[] = [
  { key: 'x', label: 'Ahead of the front axle', ...place },
  { key: 'y', label: 'Left of centreline', ...place },
  { key: 'z', label: 'Height above floor', ...place },
];
const atOf = ([x, y, z]: readonly [number, number, number]): At => ({ x, y, z });

type Pad = Chassis['pads'][number];
/** A chassis mount with its place laid flat. */
type FlatPad = At &
  Omit<Pad, 'id' | 'atMm' | 'reinforced'> & { readonly reinforced?: 'yes' | 'no'; readonly name: string };
const PAD: readonly WholeField<FlatPad>[] = [
  { key: 'name', label: 'Name', quantity: 'words' },
  ...AT,
  {
    key: 'made',
    label: 'As found or new',
    quantity: 'choice',
    optional: true,
    choices: (['as found', 'new'] as const).map((v) => ({ value: v, label: v })),
  },
  {
    key: 'reinforced',
    label: 'Reinforced',
    quantity: 'choice',
    optional: true,
    choices: (['yes', 'no'] as const).map((v) => ({ value: v, label: v })),
  },
  { key: 'shellMm', label: 'Shell thickness', quantity: 'lengthMm', figure: true, optional: true, min: 0.3, max: 20 },
  { key: 'outOfPlaneMm', label: 'Out of plane', quantity: 'lengthMm', figure: true, optional: true, min: 0, max: 50 },
];
const padOf = (id: string, { x, y, z, reinforced, ...rest }: FlatPad): Pad => ({
  ...rest,
  id,
  atMm: [x, y, z],
  ...(reinforced ? { reinforced: reinforced === 'yes' } : {}),
});
const flatPad = ({ id: _id, atMm, reinforced, ...rest }: Pad): FlatPad => ({
  ...rest,
  ...atOf(atMm),
  ...(reinforced === undefined ? {} : { reinforced: reinforced ? 'yes' : 'no' }),
});

type Aperture = NonNullable<Chassis['shifterAperture']>;
type FlatAperture = At & Omit<Aperture, 'centreMm'>;
const APERTURE: readonly WholeField<FlatAperture>[] = [
  ...AT,
  { key: 'halfLengthMm', label: 'Half length', quantity: 'lengthMm', min: 1, max: 500 },
  { key: 'halfWidthMm', label: 'Half width', quantity: 'lengthMm', min: 1, max: 500 },
  { key: 'plusMinusMm', label: 'Measuring tolerance ±', quantity: 'lengthMm', min: 0, max: 100, optional: true },
];

type Pinion = NonNullable<Chassis['pinion']>;
type FlatPinion = At & Omit<Pinion, 'atMm'>;
const PINION: readonly WholeField<FlatPinion>[] = [
  ...AT,
  { key: 'pitchDeg', label: 'Pinion angle, nose up', quantity: 'angleDeg', digits: 1, min: -30, max: 30 },
];

type Side = 'left' | 'right';
type FlatHubs = Record<`${Side} ${keyof At}`, number> & { readonly bumpUpMm?: number; readonly droopDownMm?: number };
const HUBS: readonly WholeField<FlatHubs>[] = [
  ...(['left', 'right'] as const).flatMap((side) =>
    AT.map(({ label, ...f }): WholeField<FlatHubs> => ({
      ...f,
      key: `${side} ${f.key}`,
      label: `${side === 'left' ? 'Left' : 'Right'}: ${label.toLowerCase()}`,
    })),
  ),
  { key: 'bumpUpMm', label: 'Hub rises to bump', ...place, min: 0, max: 500, optional: true },
  { key: 'droopDownMm', label: 'Hub falls to droop', ...place, min: 0, max: 500, optional: true },
];

/** What the engine is hung from and what the shafts run to: pads, shifter hole, pinion flange, hubs, and the ways in. */
export function SeatsDetail({ chassis }: { chassis: Chassis }) {
  const { save } = useBuildActions();
  const put = (more: Partial<Chassis>) => save('chassis', chassis, { ...chassis, ...more });
  const keep = <K extends 'shifterAperture' | 'pinion' | 'frontPinion' | 'axleSprocketMm' | 'hubs'>(
    key: K,
    value: Chassis[K],
  ) => {
    const { [key]: _old, ...rest } = chassis;
    save('chassis', chassis, (value === undefined ? rest : { ...rest, [key]: value }) as Chassis);
  };
  const { pads, shifterAperture, axleSprocketMm, hubs } = chassis;
  const layout = layoutOf(chassis, {});
  const shafts = layout.propshaftsTo;
  const pinions = [
    // A car with its engine behind the seats may have an axle of its own: then it is entered here.
    ...(shafts.length > 0 ||
    chassis.pinion ||
    (layout.engineSits !== 'front' && chassis.drive === 'rear' && !layout.chain)
      ? [{ key: 'pinion' as const, title: 'Pinion flange, joint centre and angle' }]
      : []),
    ...(shafts.length > 1 || chassis.frontPinion
      ? [{ key: 'frontPinion' as const, title: 'Pinion flange of the front axle, joint centre and angle' }]
      : []),
  ];
  const { build } = useBuild();
  const [newPads, setNewPads] = useKept(`sable-begun/${build.id}/new-pads`, NONE);
  const from = chassis.installFrom ?? [];
  const putPad = (id: string, next: FlatPad | undefined) => {
    const pad = next && padOf(id, next);
    const here = pads.some((p) => p.id === id);
    if (pad) setNewPads(newPads.filter((x) => x !== id));
    put({ pads: here ? pads.flatMap((p) => (p.id === id ? (pad ?? []) : [p])) : pad ? [...pads, pad] : pads });
  };
  return (
    <section>
      <h2>Chassis mounts, shifter aperture, shafts</h2>
      <p className="say muted">
        Measure mounts and pinion before the old engine is out: they give its position and the shaft angle.
      </p>
      {pads.map((pad) => (
        <WholeForm
          key={pad.id}
          name={pad.id}
          title={`Chassis mount: ${pad.name}`}
          fields={PAD}
          stored={flatPad(pad)}
          onKeep={(next) => putPad(pad.id, next)}
        />
      ))}
      {newPads.map((id) => (
        <WholeForm
          key={id}
          name={id}
          title="Chassis mount, new"
          fields={PAD}
          stored={undefined}
          onKeep={(next) => next && putPad(id, next)}
          onDrop={() => setNewPads(newPads.filter((x) => x !== id))}
        />
      ))}
      <Button
        sx={{ mt: 1 }}
        onClick={() => {
          let n = pads.length + newPads.length + 1;
          const taken = [...pads.map((p) => p.id), ...newPads];
          while (taken.includes(`pad-${n}`)) n++;
          setNewPads([...newPads, `pad-${n}`]);
        }}
      >
        Add a chassis mount
      </Button>
      {(layout.leverOverGearbox || shifterAperture) && (
        <WholeForm
          name="shifterAperture"
          title="Shifter aperture, middle and size"
          fields={APERTURE}
          stored={shifterAperture && flatAperture(shifterAperture)}
          onKeep={(f) => {
            if (!f) return keep('shifterAperture', undefined);
            const { x, y, z, ...rest } = f;
            keep('shifterAperture', { ...rest, centreMm: [x, y, z] });
          }}
        />
      )}
      {pinions.map(({ key, title }) => (
        <WholeForm
          key={key}
          name={key}
          title={title}
          fields={PINION}
          stored={chassis[key] && flatPinion(chassis[key])}
          onKeep={(f) => {
            if (!f) return keep(key, undefined);
            const { x, y, z, ...rest } = f;
            keep(key, { ...rest, atMm: [x, y, z] });
          }}
        />
      ))}
      {(layout.chain || axleSprocketMm) && (
        <WholeForm
          name="axleSprocketMm"
          title="Sprocket on the axle, its middle"
          fields={AT}
          stored={axleSprocketMm && atOf(axleSprocketMm)}
          onKeep={(f) => keep('axleSprocketMm', f && [f.x, f.y, f.z])}
        />
      )}
      {(layout.halfShafts || hubs || layout.propshaftsTo.length > 0) && (
        <WholeForm
          name="hubs"
          title="Driven hubs: outer joints of the half shafts"
          fields={HUBS}
          stored={hubs && flatHubs(hubs)}
          onKeep={(f) => {
            const side = (s: Side): Point => [f![`${s} x`], f![`${s} y`], f![`${s} z`]];
            keep(
              'hubs',
              f && {
                leftMm: side('left'),
                rightMm: side('right'),
                ...(f.bumpUpMm === undefined ? {} : { bumpUpMm: f.bumpUpMm }),
                ...(f.droopDownMm === undefined ? {} : { droopDownMm: f.droopDownMm }),
              },
            );
          }}
        />
      )}
      <h3 style={{ marginTop: 18 }}>Installation direction</h3>
      {(['above', 'below'] as const).map((side) => (
        <FormControlLabel
          key={side}
          control={
            <Checkbox
              checked={from.includes(side)}
              onChange={(_, on) => put({ installFrom: on ? [...from, side] : from.filter((f) => f !== side) })}
            />
          }
          label={side === 'above' ? 'From above (engine crane)' : 'From below (car on lift)'}
        />
      ))}
    </section>
  );
}

const flatAperture = ({ centreMm, ...rest }: Aperture): FlatAperture => ({ ...rest, ...atOf(centreMm) });
const flatPinion = ({ atMm, ...rest }: Pinion): FlatPinion => ({ ...rest, ...atOf(atMm) });
function flatHubs({ leftMm, rightMm, ...travel }: NonNullable<Chassis['hubs']>): FlatHubs {
  const [lx, ly, lz] = leftMm;
  const [rx, ry, rz] = rightMm;
  return { ...travel, 'left x': lx, 'left y': ly, 'left z': lz, 'right x': rx, 'right y': ry, 'right z': rz };
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
