import type { ShopEvent } from '@sable/core';
import { hasLocks } from './tab.ts';

const NAME = 'sable-events';
const listeners = new Set<(event: ShopEvent) => void>();
let started = false;

/** Hands on what the server tells of. Returns the way to stop. */
export function onShopEvent(listener: (event: ShopEvent) => void): () => void {
  listeners.add(listener);
  start();
  return () => listeners.delete(listener);
}

const tell = (event: ShopEvent) => {
  for (const listener of listeners) listener(event);
};

/**
 * One tab of a browser listens to the server and tells the others: a browser opens only a handful of connections to a
 * server, and each stream holds one as long as its tab is open.
 */
function start(): void {
  if (started || typeof EventSource === 'undefined') return;
  started = true;
  const locks = hasLocks();
  if (!locks) return listen(tell);
  const channel = new BroadcastChannel(NAME);
  channel.onmessage = (message: MessageEvent<ShopEvent>) => tell(message.data);
  void locks.request(NAME, () => {
    listen((event) => {
      tell(event);
      channel.postMessage(event);
    });
    return new Promise(() => undefined);
  });
}

function listen(hear: (event: ShopEvent) => void): void {
  const source = new EventSource('/api/v1/events');
  let broken = false;
  source.onerror = () => (broken = true);
  // What was told while nobody listened is not told again.
  source.onopen = () => {
    if (broken) hear({ missed: true });
    broken = false;
  };
  source.onmessage = (message: MessageEvent<string>) => hear(JSON.parse(message.data) as ShopEvent);
}
