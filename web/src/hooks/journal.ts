import type { Edit, Journal } from './saveQueue.ts';

/** The part of the browser's storage that is used. */
export type Store = Pick<Storage, 'length' | 'key' | 'getItem' | 'setItem' | 'removeItem'>;

/** Tells when a tab is gone; undefined where the browser can't. */
export type Gone = ((tab: string) => Promise<void>) | undefined;

const PREFIX = 'sable-unsaved';
/** Where nothing tells whether a tab is still there, what it left is taken for left over after this long, ms. */
const OLD_MS = 15_000;

interface Kept {
  readonly at: number;
  readonly edits: readonly Edit[];
}

/**
 * Unsaved changes of one build in this browser, each tab's under a key of its own. A browser that keeps nothing still works;
 * it loses what was not sent when the page went.
 */
export class BrowserJournal implements Journal {
  private readonly store: Store | undefined;
  private readonly build: string;
  private readonly own: string;

  constructor(store: Store | undefined, buildId: string, tab: string) {
    this.store = store;
    this.build = `${PREFIX}:${buildId}:`;
    this.own = this.build + tab;
  }

  keep = (edits: readonly Edit[]): void => {
    try {
      if (edits.length === 0) this.store?.removeItem(this.own);
      else this.store?.setItem(this.own, JSON.stringify({ at: Date.now(), edits } satisfies Kept));
    } catch {
      // Full, or refused by a private window: the queue itself still holds them.
    }
  };

  /** Hands over what other tabs left when they went, once, and as soon as they are gone. */
  async adopt(gone: Gone, take: (edits: readonly Edit[]) => void): Promise<void> {
    const { store } = this;
    if (!store) return;
    const keys = Array.from({ length: store.length }, (_, i) => store.key(i)!);
    const others = keys.filter((key) => key.startsWith(this.build) && key !== this.own);
    await Promise.all(
      others.map(async (key) => {
        const tab = key.slice(this.build.length);
        if (gone) await gone(tab);
        else if (Date.now() - (read(store, key)?.at ?? 0) < OLD_MS) return;
        const kept = read(store, key);
        store.removeItem(key);
        if (kept) take(kept.edits);
      }),
    );
  }
}

function read(store: Store, key: string): Kept | undefined {
  try {
    const kept = JSON.parse(store.getItem(key) ?? 'null') as Partial<Kept> | null;
    return Array.isArray(kept?.edits) ? { at: kept.at ?? 0, edits: kept.edits } : undefined;
  } catch {
    return undefined;
  }
}
