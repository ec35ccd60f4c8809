import type { Units, UnitSystem } from '@sable/core/units';
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from 'react';

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

/** A value kept in this browser; a browser that keeps nothing still works. */
function useKept<T>(key: string, initial: T): [T, (value: T) => void] {
  const [value, setValue] = useState<T>(() => {
    try {
      const text = localStorage.getItem(key);
      return text === null ? initial : (JSON.parse(text) as T);
    } catch {
      return initial;
    }
  });
  const set = useCallback(
    (next: T) => {
      setValue(next);
      try {
        localStorage.setItem(key, JSON.stringify(next));
      } catch {
        // Private windows may refuse; the choice then lasts as long as the page.
      }
    },
    [key],
  );
  return [value, set];
}

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
