import { accessSync, constants, mkdirSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { buildApp } from './app.ts';
import { openPglite } from './db/pglite.ts';
import { migrate } from './db/migrate.ts';
import { loadDemo, resetDemo } from './demo/load.ts';
import { readOptions, type StartOptions } from './options.ts';
import { paths } from './paths.ts';
import { openYard } from './standins/openYard.ts';

function stop(sentence: string): never {
  console.error(sentence);
  process.exit(1);
}

let options: StartOptions;
try {
  options = readOptions(process.argv.slice(2), process.env);
} catch (error) {
  stop((error as Error).message);
}

const folder = path.resolve(options.data);
try {
  mkdirSync(folder, { recursive: true });
  accessSync(folder, constants.W_OK);
} catch {
  stop(`The data folder ${folder} can’t be written. Choose another with --data.`);
}

const db = await openPglite(folder).catch((error: Error) => stop(error.message));
try {
  await migrate(db, paths.migrations);
  if (options.resetDemo) await resetDemo(db, paths.demo);
  else if (options.demo) {
    const [row] = await db.query<{ n: number }>(
      'SELECT ((SELECT count(*) FROM engine) + (SELECT count(*) FROM build))::int AS n',
    );
    if (row!.n === 0) await loadDemo(db, paths.demo);
  }
} catch (error) {
  await db.close();
  stop((error as Error).message);
}

let hosts: ReadonlySet<string> = new Set();
const app = await buildApp({
  db,
  yard: await openYard(db, paths.demo, options.yard),
  sumWorker: paths.sumWorker,
  hosts: () => hosts,
  webFolder: paths.web,
  devOrigin: process.env['SABLE_DEV_ORIGIN'],
  logger: process.env['SABLE_LOG'] === '1',
});

const LAST_ANSWERS_MS = 700;
let closing = false;
async function close(): Promise<void> {
  if (closing) return;
  closing = true;
  // A browser keeps connections open that it may never use: an answer in hand is finished, then they are cut.
  setTimeout(() => app.server.closeAllConnections(), LAST_ANSWERS_MS).unref();
  await app.close();
  await db.close();
  process.exit(0);
}
process.on('SIGTERM', () => void close());
process.on('SIGINT', () => void close());

try {
  await app.listen({ port: options.port, host: options.host });
} catch (error) {
  await db.close();
  const { code } = error as NodeJS.ErrnoException;
  stop(
    code === 'EADDRINUSE'
      ? `Port ${options.port} is taken. Stop what uses it, or choose another with --port.`
      : code === 'EACCES' || code === 'EADDRNOTAVAIL'
        ? `Sable can’t listen on ${options.host} port ${options.port}. Choose another with --host and --port.`
        : (error as Error).message,
  );
}
const { port } = app.server.address() as AddressInfo;
const names = ['127.0.0.1', 'localhost', '[::1]', ...options.allow];
hosts = new Set(names.map((name) => `${name}:${port}`));
if (port === 80) hosts = new Set([...hosts, ...names]);
console.log(`Sable is ready at http://${options.host === '127.0.0.1' ? '127.0.0.1' : options.allow[0]}:${port}`);
