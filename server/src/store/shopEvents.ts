import type { ShopEvent } from '@sable/core';

/** Tells whoever listens what was changed, once it is committed. */
export class ShopEvents {
  private readonly listeners = new Set<(event: ShopEvent) => void>();

  tell(event: ShopEvent): void {
    for (const listener of this.listeners) listener(event);
  }

  /** Returns the way to stop listening. */
  listen(listener: (event: ShopEvent) => void): () => void {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  }
}
