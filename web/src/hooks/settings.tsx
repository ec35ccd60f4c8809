import type { Units, UnitSystem } from '@sable/core/units';
import { createContext, useContext, useMemo, type ReactNode } from 'react';
import { useKept } from './kept.ts';

export type Mode = 'day' | 'night';

interface Settings {
  readonly units: Units;
  readonly mode: Mode;
  /** Whether single keys act: some people's hands or voices press keys they do not mean. */
  readonly singleKeys: boolean;
  readonly setSingleKeys: (on: boolean) => void;
  readonly setSystem: (system: UnitSystem) => void;
  readonly setMetricHp: (on: boolean) => void;
  readonly setMode: (mode: Mode) => void;
  readonly setDecimal: (mark: DecimalMark) => void;
}

type DecimalMark = '.' | ',';

/** The decimal mark of the browser’s language, where it is one of the two that Sable writes. */
const ownMark = (): DecimalMark =>
  new Intl.NumberFormat(navigator.language).formatToParts(1.5).find((p) => p.type === 'decimal')?.value === ','
    ? ','
    : '.';

const Context = createContext<Settings | undefined>(undefined);

export function SettingsProvider({ children }: { children: ReactNode }) {
  const [system, setSystem] = useKept<UnitSystem>('sable-units', 'metric');
  const [metricHp, setMetricHp] = useKept('sable-metric-hp', false);
  const [mode, setMode] = useKept<Mode>('sable-mode', 'day');
  const [singleKeys, setSingleKeys] = useKept('sable-single-keys', true);
  const [kept, setDecimal] = useKept<DecimalMark | null>('sable-decimal', null);
  const decimal = kept ?? ownMark();
  const units = useMemo(
    () => ({ system, metricHp, ...(decimal === ',' ? { decimal } : {}) }),
    [system, metricHp, decimal],
  );
  const value = useMemo(
    () => ({ units, mode, singleKeys, setSystem, setMetricHp, setMode, setSingleKeys, setDecimal }),
    [units, mode, singleKeys, setSystem, setMetricHp, setMode, setSingleKeys, setDecimal],
  );
  return <Context value={value}>{children}</Context>;
}

export function useSettings(): Settings {
  const value = useContext(Context);
  if (!value) throw new Error('useSettings outside its provider');
  return value;
}

export const useUnits = (): Units => useSettings().units;
