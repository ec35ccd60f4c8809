import { MessageChannel } from 'node:worker_threads';
import type { Db } from '../db/db.ts';
import { serveDb } from '../db/port.ts';
import type { Progress } from '../store/importStore.ts';
import type { FileTask, FileWork } from './fileWorker.ts';
import { FILE_LIMITS, WorkPool, type PoolLimits } from './workPool.ts';

/** Files read and written in a thread of their own, which asks the database by itself. */
export class Files {
  private readonly db: Db;
  private readonly migrations: string;
  private readonly pool: WorkPool<FileTask>;

  /** `worker` is the bundle of fileWorker.ts, `migrations` their folder. */
  constructor(db: Db, worker: string, migrations: string, limits: PoolLimits = FILE_LIMITS) {
    this.db = db;
    this.migrations = migrations;
    this.pool = new WorkPool(worker, limits);
  }

  /** @throws Problem as the work names it, and as the pool does */
  async run(work: FileWork, gone: AbortSignal, progress: Progress = () => {}): Promise<unknown> {
    const ask = new MessageChannel();
    const tell = new MessageChannel();
    // A thread that was ended closes its port, and what it had begun is taken back.
    serveDb(ask.port1, this.db);
    tell.port1.on('message', ({ rows, of }: { readonly rows: number; readonly of: number }) => progress(rows, of));
    try {
      return await this.pool.run({ ...work, db: ask.port2, progress: tell.port2, migrations: this.migrations }, gone, [
        ask.port2,
        tell.port2,
      ]);
    } finally {
      ask.port1.close();
      tell.port1.close();
    }
  }

  close(): Promise<void> {
    return this.pool.close();
  }
}
