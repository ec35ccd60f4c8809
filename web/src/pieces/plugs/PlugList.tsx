import type { Plug } from '@sable/core';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { QuantityField, WordsField } from '../fields.tsx';
import { PictureField } from '../PictureField.tsx';
import { PointField } from '../PointField.tsx';
import { PlugGrid } from './PlugGrid.tsx';
import css from './plugs.module.css';

/** An id that no plug has yet. */
function freeId(plugs: readonly Plug[]): string {
  let n = plugs.length + 1;
  while (plugs.some((p) => p.id === `p${n}`)) n++;
  return `p${n}`;
}

/** The plugs of an engine, a gearbox, a part or a car, each with its pins. */
export function PlugList({
  plugs,
  at,
  onChange,
}: {
  plugs: readonly Plug[];
  /** The address of the list, by which its axes are known. */
  at: string;
  onChange: (plugs: Plug[]) => void;
}) {
  const car = at.startsWith('/chassis');
  const axes = car ? 'vehicle axes' : 'axes of the engine or the gearbox';
  return (
    <div>
      {plugs.map((plug, i) => (
        <details key={plug.id} open={plugs.length === 1 || plug.pins.length === 0} className={css['one']}>
          <summary>
            {plug.name}
            <span className="muted">
              {' '}
              {plug.id}, {plug.pins.length} pins
            </span>
          </summary>
          <div className={css['head']}>
            <WordsField
              label="Name of the plug"
              value={plug.name}
              maxLength={120}
              onCommit={(name) =>
                name.trim() === ''
                  ? 'A plug needs a name.'
                  : onChange(plugs.map((p, k) => (k === i ? { ...p, name: name.trim() } : p)))
              }
            />
            <Button onClick={() => onChange(plugs.filter((_, k) => k !== i))}>Remove {plug.name}</Button>
          </div>
          <PlaceAndPhoto
            plug={plug}
            at={`${at}/${i}`}
            axes={axes}
            computers={!car}
            onChange={(next) => onChange(plugs.map((p, k) => (k === i ? next : p)))}
          />
          <PlugGrid plug={plug} onChange={(next) => onChange(plugs.map((p, k) => (k === i ? next : p)))} />
        </details>
      ))}
      <Button
        onClick={() => {
          const id = freeId(plugs);
          onChange([...plugs, { id, name: `Plug ${id.slice(1)}`, pins: [] }]);
        }}
      >
        Add a plug
      </Button>
    </div>
  );
}

/** Where a plug lies, how much wire comes with it, and its photo. */
function PlaceAndPhoto({
  plug,
  at,
  axes,
  computers,
  onChange,
}: {
  plug: Plug;
  at: string;
  axes: string;
  /** Whether it may be one of the computer. */
  computers: boolean;
  onChange: (plug: Plug) => void;
}) {
  const put = <K extends keyof Plug>(key: K, value: Plug[K] | undefined) => {
    const { [key]: _was, ...rest } = plug;
    onChange((value === undefined ? rest : { ...rest, [key]: value }) as Plug);
  };
  return (
    <div className={css['place']}>
      {computers && (
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={plug.onComputer === true}
              onChange={(_, on) => put('onComputer', on ? true : undefined)}
            />
          }
          label="A plug of the ECU: its position follows the ECU"
        />
      )}
      {plug.onComputer !== true && (
        <PointField label={`Position, ${axes}`} value={plug.atMm} at={`${at}/atMm`} onCommit={(v) => put('atMm', v)} />
      )}
      <QuantityField
        label="Supplied wire length"
        quantity="lengthMm"
        optional
        min={0}
        max={20_000}
        at={`${at}/tailMm`}
        value={plug.tailMm}
        onCommit={(v) => put('tailMm', v)}
      />
      <PictureField label={`Photo of ${plug.name}`} id={plug.photo} onChange={(id) => put('photo', id)} />
    </div>
  );
}
