import path from 'node:path';

/** server/, whether this runs from server/src or from the bundle in server/dist. */
const server = path.resolve(import.meta.dirname, '..');

export const paths = {
  migrations: path.join(server, 'src/db/migrations'),
  demo: path.join(server, 'src/demo'),
  /** What threads start from: a bundle also where the rest runs from its sources. */
  sumWorker: path.join(server, 'dist/sumWorker.mjs'),
  fileWorker: path.join(server, 'dist/fileWorker.mjs'),
  dbThread: path.join(server, 'dist/dbThread.mjs'),
  web: path.resolve(server, '../web/dist'),
};
