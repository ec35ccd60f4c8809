import { QuantityField } from '../../pieces/fields.tsx';
import css from './fit.module.css';

const SHIMS = [0.5, 2, 10] as const;
/** What is in hand to begin with, mm. */
export const FIRST_SHIM = SHIMS[1];

/** The next thicker or thinner shim of the set, mm. */
export const nextShim = (mm: number, by: number): number =>
  SHIMS[Math.min(SHIMS.length - 1, Math.max(0, SHIMS.findIndex((x) => x >= mm) + by))] ?? FIRST_SHIM;

/** How far one press of a key moves it. */
export function ShimChoice({ shim, onShim }: { shim: number; onShim: (mm: number) => void }) {
  return (
    <div className={css['shim']}>
      <QuantityField
        label="Step size"
        quantity="lengthMm"
        value={shim}
        min={0.1}
        max={200}
        bare
        hint="Step size; change with , and ."
        onCommit={(mm) => mm !== undefined && onShim(mm)}
      />
    </div>
  );
}
