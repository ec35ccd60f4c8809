import { parentPort, workerData, type MessagePort } from 'node:worker_threads';
import { openPglite } from './pglite.ts';
import { serveDb } from './port.ts';

/** The database of a folder in a thread of its own: a long statement holds up no answer that needs none. */
const { folder } = workerData as { readonly folder: string };
const me = parentPort!;
try {
  const db = await openPglite(folder);
  me.on('message', ({ port }: { readonly port: MessagePort }) => serveDb(port, db));
  me.postMessage({ open: true });
} catch (error) {
  me.postMessage({ failed: (error as Error).message });
}
