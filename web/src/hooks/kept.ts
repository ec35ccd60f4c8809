import { useCallback, useState } from 'react';

/**
 * A value kept in this browser under a key; the initial one is what stands where nothing is kept, and setting it again forgets.
 * A browser that keeps nothing still works: the value then lasts as long as the page.
 */
export function useKept<T>(key: string, initial: T): [T, (value: T) => void] {
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
        if (next === initial) localStorage.removeItem(key);
        else localStorage.setItem(key, JSON.stringify(next));
      } catch {
        // Private windows may refuse.
      }
    },
    [key, initial],
  );
  return [value, set];
}
