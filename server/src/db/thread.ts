import { once } from 'node:events';
import { MessageChannel, Worker } from 'node:worker_threads';
import type { Db } from './db.ts';
import { dbAt } from './port.ts';

/**
 * Opens the database of a folder in a thread of its own.
 * @param file the bundle of dbThread.ts
 * @throws Error where it can’t be opened; later, where the thread has died, from whatever is asked
 */
export async function openInThread(file: string, folder: string): Promise<Db> {
  const thread = new Worker(file, { workerData: { folder } });
  const [said] = (await once(thread, 'message')) as [{ readonly failed?: string }];
  if (said.failed !== undefined) {
    await thread.terminate();
    throw new Error(said.failed);
  }
  const { port1, port2 } = new MessageChannel();
  thread.postMessage({ port: port2 }, [port2]);
  const { lost, ...db } = dbAt(port1);
  const died = () => lost(new Error('The database has stopped. Restart Sable: saved data is safe.'));
  thread.on('error', died);
  thread.on('exit', died);
  return {
    ...db,
    close: async () => {
      await db.close();
      await thread.terminate();
    },
  };
}
