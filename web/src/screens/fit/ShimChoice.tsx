import { formatNumber, parseQuantity, unitOf } from '@sable/core/units';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import css from './fit.module.css';

const SHIMS = [0.5, 2, 10] as const;
/** What is in hand to begin with, mm. */
export const FIRST_SHIM = SHIMS[1];

/** The next thicker or thinner shim of the set, mm. */
export const nextShim = (mm: number, by: number): number =>
  SHIMS[Math.min(SHIMS.length - 1, Math.max(0, SHIMS.findIndex((x) => x >= mm) + by))] ?? FIRST_SHIM;

/** How far one press of a key moves it. */
export function ShimChoice({ shim, onShim }: { shim: number; onShim: (mm: number) => void }) {
  const units = useUnits();
  const [typed, setTyped] = useState<string>();
  const unit = unitOf('lengthMm', units);
  const show = (mm: number) =>
    formatNumber(mm, 'lengthMm', units, { digits: units.system === 'metric' ? 1 : 3 }).replace(/\.0$/, '');
  return (
    <TextField
      className={css['shim']}
      fullWidth={false}
      label="Shim"
      value={typed ?? show(shim)}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={() => {
        const mm = typed === undefined ? undefined : parseQuantity(typed, 'lengthMm', units);
        if (mm !== undefined && mm >= 0.1 && mm <= 200) onShim(mm);
        setTyped(undefined);
      }}
      onKeyDown={(e) => e.key === 'Enter' && (e.target as HTMLElement).blur()}
      slotProps={{
        input: { endAdornment: <span className="muted small">{unit}</span> },
        htmlInput: { inputMode: 'decimal', 'aria-label': `Shim in hand, ${unit}; , and . change it` },
      }}
    />
  );
}
