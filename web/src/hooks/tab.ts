import type { Gone, Store } from './journal.ts';

const lockOf = (tab: string) => `sable-tab-${tab}`;

/** This page, as long as it is open; it holds a lock of this name, so that others see when it is gone. */
export const TAB = Math.random().toString(36).slice(2, 12);
void hasLocks()?.request(lockOf(TAB), () => new Promise(() => undefined));

/** Locks between tabs; a page that came over plain HTTP from another machine has none. */
export function hasLocks(): LockManager | undefined {
  return (navigator as Partial<Navigator>).locks;
}

export function whenGone(): Gone {
  const locks = hasLocks();
  return locks && (async (tab) => void (await locks.request(lockOf(tab), () => undefined)));
}

/** What this browser keeps; undefined where it refuses. */
export function browserStore(): Store | undefined {
  try {
    return localStorage;
  } catch {
    return undefined;
  }
}

/**
 * What to do when the page goes. The field that somebody is still in is left first, which takes over what was typed.
 * Returns the way to stop.
 */
export function onLeaving(work: () => void): () => void {
  const leave = () => {
    if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
    work();
  };
  window.addEventListener('pagehide', leave);
  return () => window.removeEventListener('pagehide', leave);
}
