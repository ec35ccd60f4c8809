import { unitOf } from '@sable/core/units';
import { useState } from 'react';
import { useUnits } from '../hooks/settings.tsx';
import { QuantityField } from './fields.tsx';
import css from './fields.module.css';

export type Point = readonly [number, number, number];
const WAYS = ['forwards', 'to the left', 'up'] as const;

/** A place by its three lengths: kept once all of them are entered, gone once all are emptied. */
export function PointField({
  label,
  value,
  at,
  onCommit,
}: {
  /** What it is of, with the axes it is in: “Computer, vehicle axes”. */
  readonly label: string;
  readonly value: Point | undefined;
  readonly at: string;
  readonly onCommit: (value: Point | undefined) => void;
}) {
  const units = useUnits();
  const [begun, setBegun] = useState<readonly (number | undefined)[]>();
  const now: readonly (number | undefined)[] = begun ?? value ?? [undefined, undefined, undefined];
  const put = (i: number, v: number | undefined) => {
    const next = now.map((was, k) => (k === i ? v : was));
    const whole = next.every((x) => x !== undefined);
    const empty = next.every((x) => x === undefined);
    setBegun(whole || empty ? undefined : next);
    if (whole) onCommit(next as unknown as Point);
    else if (empty && value !== undefined) onCommit(undefined);
  };
  return (
    <fieldset className={css['point']} data-pointer={at}>
      <legend>
        {label}, {unitOf('lengthMm', units)}
      </legend>
      {WAYS.map((way, i) => (
        <QuantityField
          key={way}
          label={way}
          hint={`${label}: ${way}`}
          quantity="lengthMm"
          optional
          bare
          noUnit
          min={-10_000}
          max={10_000}
          value={now[i]}
          onCommit={(v) => put(i, v)}
        />
      ))}
    </fieldset>
  );
}
