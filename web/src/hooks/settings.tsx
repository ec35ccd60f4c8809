import { UNIT_CHOICES, type ChosenUnits, type Units, type UnitSystem } from '@sable/core/units';
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
  /** Units of single kinds of quantity, beside the system. */
  readonly setChosen: (chosen: ChosenUnits) => void;
  readonly setMode: (mode: Mode) => void;
  readonly numbers: NumberStyle;
  readonly setNumbers: (style: NumberStyle) => void;
}

/** How a number is written, by the mark of its decimals and what groups thousands. */
export const NUMBER_STYLES = {
  '1,234.5': { decimal: '.', group: ',' },
  '1.234,5': { decimal: ',', group: '.' },
  '1 234,5': { decimal: ',', group: '\u202f' },
  '1 234.5': { decimal: '.', group: '\u202f' },
  '1’234.5': { decimal: '.', group: '’' },
} as const satisfies Record<string, Pick<Units, 'decimal' | 'group'>>;
export type NumberStyle = keyof typeof NUMBER_STYLES;
const STYLES = Object.keys(NUMBER_STYLES) as NumberStyle[];

/** The style of the browser’s language: how it writes 12345.6. */
export function ownStyle(language: string): NumberStyle {
  const parts = new Intl.NumberFormat(language, { numberingSystem: 'latn' }).formatToParts(12_345.6);
  const mark = (type: string) => parts.find((p) => p.type === type)?.value;
  const decimal = mark('decimal') === ',' ? ',' : '.';
  const group = (mark('group') ?? '').replace(/\s/, '\u202f').replace("'", '’');
  const same = STYLES.filter((s) => NUMBER_STYLES[s].decimal === decimal);
  return same.find((s) => NUMBER_STYLES[s].group === group) ?? same[0]!;
}

/** What was kept, as far as it is a choice that there is. */
function soundChoice(kept: unknown): ChosenUnits {
  if (typeof kept !== 'object' || kept === null) return NOTHING;
  const sound = Object.entries(UNIT_CHOICES).filter(([kind, words]) =>
    (words as readonly unknown[]).includes((kept as Record<string, unknown>)[kind]),
  );
  return Object.fromEntries(sound.map(([kind]) => [kind, (kept as Record<string, unknown>)[kind]]));
}

const NOTHING: ChosenUnits = {};
const Context = createContext<Settings | undefined>(undefined);

export function SettingsProvider({ children }: { children: ReactNode }) {
  const [system, setSystem] = useKept<UnitSystem>('sable-units', 'metric');
  const [kept, setChosen] = useKept<ChosenUnits>('sable-unit-choice', NOTHING);
  const [mode, setMode] = useKept<Mode>('sable-mode', 'day');
  const [singleKeys, setSingleKeys] = useKept('sable-single-keys', true);
  const [style, setNumbers] = useKept<NumberStyle | null>('sable-numbers', null);
  const numbers = style !== null && STYLES.includes(style) ? style : ownStyle(navigator.language);
  const units = useMemo((): Units => {
    const chosen = soundChoice(kept);
    return { system, ...NUMBER_STYLES[numbers], ...(Object.keys(chosen).length > 0 ? { chosen } : {}) };
  }, [system, kept, numbers]);
  const value = useMemo(
    () => ({ units, numbers, mode, singleKeys, setSystem, setChosen, setMode, setSingleKeys, setNumbers }),
    [units, numbers, mode, singleKeys, setSystem, setChosen, setMode, setSingleKeys, setNumbers],
  );
  return <Context value={value}>{children}</Context>;
}

export function useSettings(): Settings {
  const value = useContext(Context);
  if (!value) throw new Error('useSettings outside its provider');
  return value;
}

export const useUnits = (): Units => useSettings().units;
