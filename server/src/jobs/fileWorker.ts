import type { MessagePort } from 'node:worker_threads';
import { dbAt } from '../db/port.ts';
import { INCOMING } from '../files/incoming.ts';
import { OUTGOING } from '../files/outgoing.ts';
import { outcomeOf, type Outcome } from './outcome.ts';

/** A file to be read in, or one to be written, by name. */
export type FileWork =
  | { readonly in: keyof typeof INCOMING; readonly bytes: Uint8Array }
  | {
      [K in keyof typeof OUTGOING]: {
        readonly out: K;
        readonly of: Parameters<(typeof OUTGOING)[K]>[1];
      };
    }[keyof typeof OUTGOING];

export type FileTask = FileWork & {
  /** Where the database answers. */
  readonly db: MessagePort;
  /** Where it is told how many rows of how many have come in. */
  readonly progress: MessagePort;
  /** The folder of the migrations, which a whole shop that comes in may need. */
  readonly migrations: string;
};

/**
 * A file in or out, with the database, in a thread of its own.
 * @public called by the pool, by the file's name
 */
export default async function run(task: FileTask): Promise<Outcome> {
  const db = dbAt(task.db);
  try {
    return await outcomeOf(() =>
      'in' in task
        ? INCOMING[task.in](db, task.bytes, (rows, of) => task.progress.postMessage({ rows, of }), task.migrations)
        : OUTGOING[task.out](db, task.of as never),
    );
  } finally {
    task.db.close();
    task.progress.close();
  }
}
