import { formatEntry, readEntry, type EntryRange, type Quantity } from '@sable/core/units';
import { useState } from 'react';
import { useUnits } from '../hooks/settings.tsx';

export interface EntryState {
  /** What stands in the field while somebody types; undefined while nobody does. */
  readonly draft: string | undefined;
  readonly type: (text: string) => void;
  /** How it is read so far, where that is more than the number alone: “= 130 kg”. */
  readonly readAs: string | undefined;
  readonly fault: string | undefined;
  /** Where it can be meant in two ways: both, in words. */
  readonly ways: readonly { readonly words: string; readonly value: number }[];
  /** Takes what was typed; false where it can’t be, and it stands there with what is wrong. */
  readonly commit: () => boolean;
  readonly take: (value: number) => void;
  readonly drop: () => void;
}

/**
 * A figure while it is typed. `onValue` gets it in the internal unit, or undefined where the field was emptied; a sentence that it
 * returns refuses it.
 */
export function useEntry(
  quantity: Quantity,
  unit: string,
  range: EntryRange,
  onValue: (value: number | undefined, typed: string) => unknown,
  onEmpty: () => string | undefined,
): EntryState {
  const units = useUnits();
  const [draft, setDraft] = useState<string>();
  const [fault, setFault] = useState<string>();
  const [ways, setWays] = useState<readonly number[]>([]);
  const words = (value: number) => {
    const number = formatEntry(value, quantity, units, { grouped: true });
    return unit === '' ? number : `${number} ${unit}`;
  };
  const drop = () => {
    setDraft(undefined);
    setFault(undefined);
    setWays([]);
  };
  /** Hands the figure on; what it is handed to may refuse it in a sentence, and then it stays to be mended. */
  const hand = (value: number | undefined): boolean => {
    const refused = onValue(value, draft?.trim() ?? '');
    setWays([]);
    if (typeof refused === 'string') {
      setFault(refused);
      return false;
    }
    drop();
    return true;
  };
  const entry = draft === undefined ? undefined : readEntry(draft, quantity, units, range);
  return {
    draft,
    type: (text) => {
      setDraft(text);
      setFault(undefined);
      setWays([]);
    },
    readAs: entry?.kind === 'value' && !entry.plain ? `= ${words(entry.value)}` : undefined,
    fault,
    ways: ways.map((value) => ({ value, words: words(value) })),
    commit: () => {
      if (!entry) return true;
      if (entry.kind === 'wrong') {
        setFault(entry.why);
        return false;
      }
      if (entry.kind === 'ambiguous') {
        setWays(entry.values);
        return false;
      }
      if (entry.kind === 'empty') {
        const why = onEmpty();
        setFault(why);
        if (why !== undefined) return false;
      }
      return hand(entry.kind === 'value' ? entry.value : undefined);
    },
    take: (value) => {
      hand(value);
    },
    drop,
  };
}
