import type { V3 } from '@sable/core/geometry';
import { sidesOf } from '@sable/core/geometry/scan';
import { QuantityField } from '../fields.tsx';
import layout from '../layout.module.css';
import type { Three } from './placed.ts';
import css from './scan.module.css';

const NAMES = ['Red', 'Green', 'Blue'] as const;

/** Three points that were picked on the scan, and where a tape says that they lie. */
export function ScanPlace({
  of,
  picked,
  known,
  missMm,
  mm,
  onKnown,
}: {
  of: 'engine' | 'gearbox' | 'bay';
  picked: readonly V3[];
  known: Three;
  missMm: number | undefined;
  mm: (value: number) => string;
  onKnown: (next: Three) => void;
}) {
  const sides = picked.length === 3 ? sidesOf(picked as unknown as Three) : undefined;
  return (
    <>
      <p className="small muted">
        Click three known points far apart, then enter their coordinates:{' '}
        {of === 'bay'
          ? 'X forward of axle, Y left of centreline, Z above floor'
          : of === 'engine'
            ? 'from the rear face of the block on the crank axis, forward, left, up'
            : 'from the mating face on the crank axis, forward, left, up'}
        .
      </p>
      {NAMES.map((point, i) => (
        <fieldset key={point} className={`${layout['change']} ${css['three']}`}>
          <legend>
            {point}
            <small className="muted"> {picked[i] ? 'picked' : 'not picked'}</small>
          </legend>
          {(['Forward', 'Left', 'Up'] as const).map((axis, k) => (
            <QuantityField
              key={axis}
              label={axis}
              quantity="lengthMm"
              value={known[i]![k]}
              onCommit={(v) =>
                v !== undefined &&
                onKnown(known.map((p, m) => (m === i ? p.map((x, a) => (a === k ? v : x)) : p)) as unknown as Three)
              }
            />
          ))}
        </fieldset>
      ))}
      {sides && (
        <p className="small num">
          Distances on the scan {sides.map(mm).join(', ')}.{' '}
          {missMm === undefined
            ? 'The three points coincide or are in one line.'
            : `Maximum alignment error ${mm(missMm)}.`}
        </p>
      )}
    </>
  );
}
