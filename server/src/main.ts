import { accessSync, constants, mkdirSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { createInterface } from 'node:readline/promises';
import { buildApp } from './app.ts';
import type { Db } from './db/db.ts';
import { migrate } from './db/migrate.ts';
import { dbSoon } from './db/soon.ts';
import { openInThread } from './db/thread.ts';
import { openShopFolder } from './db/shopFolder.ts';
import { loadDemo } from './demo/load.ts';
import { keepBackups, newestBackup, writeBackup } from './files/backups.ts';
import { addShop, restoreInto, shopFileAt } from './files/restore.ts';
import type { App } from './http/app.ts';
import { readOptions, type StartOptions } from './options.ts';
import { paths } from './paths.ts';
import { openYard } from './standins/openYard.ts';

function stop(sentence: string): never {
  console.error(sentence);
  process.exit(1);
}

/** What is in hand is answered within this, then connections are cut: a browser keeps some open that it never uses. */
const LAST_ANSWERS_MS = 700;
/** What is open by now, and has to be closed. */
const running: { app?: App; db?: Db } = {};
let closing = false;
async function close(): Promise<void> {
  if (closing) return;
  closing = true;
  const { app } = running;
  if (app) {
    setTimeout(() => app.server.closeAllConnections(), LAST_ANSWERS_MS).unref();
    await app.close();
  }
  await running.db?.close();
  process.exit(0);
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

// Until the database is open there is nothing to close: one that is being made is begun again at the next start.
process.on('SIGTERM', () => void close());
process.on('SIGINT', () => void close());

if (options.resetDemo && !options.yes && !(await sure(`Put what is in ${folder} aside and start with the demo?`)))
  stop('Nothing was changed. Say --yes with --reset-demo to begin with the demo.');

let mine: () => void;
const locked = new Promise<void>((done) => (mine = done));
const opening = open();
// Told below, where it is waited for.
opening.catch(() => {});
if (options.restore !== undefined || options.backup !== undefined) {
  await opening.catch((error: Error) => stop(error.message));
  process.exit(0);
}

/** The database of the folder, made where there is none: from the file that is restored, with the demo, or empty. */
async function open(): Promise<Db> {
  const shop = options.restore === undefined ? undefined : await shopFileAt(options.restore);
  let restored = false;
  const make = async (fresh: Db) => {
    restored = shop !== undefined;
    if (shop) return restoreInto(fresh, shop, paths.migrations);
    await migrate(fresh, paths.migrations);
    if (options.demo || options.resetDemo) await loadDemo(fresh, paths.demo);
  };
  const of = await openShopFolder(folder, {
    migrations: paths.migrations,
    reset: options.resetDemo,
    newestBackup: newestBackup(folder),
    say: (sentence) => console.log(sentence),
    locked: mine,
    openDb: (at) => openInThread(paths.dbThread, at),
    make: options.backup === undefined ? make : undefined,
  });
  if (shop) {
    if (restored) console.log(`Restored into ${folder}: ${countWords(shop.head.rows)}.`);
    else
      for (const { buildId, build } of (await addShop(of, shop, paths.migrations)).builds)
        console.log(`${buildId}: ${build}`);
    await of.close();
    return of;
  }
  if (options.backup !== undefined) {
    await writeBackup(of, options.backup);
    console.log(`The whole shop is in ${options.backup}.`);
    await of.close();
    return of;
  }
  if (options.demo) {
    const [row] = await of.query<{ n: number }>(
      'SELECT ((SELECT count(*) FROM engine) + (SELECT count(*) FROM build))::int AS n',
    );
    if (row!.n === 0) await loadDemo(of, paths.demo);
  }
  return of;
}

function countWords(rows: Readonly<Record<string, number>>): string {
  return `${rows['build'] ?? 0} builds, ${rows['engine'] ?? 0} engines, ${rows['gearbox'] ?? 0} gearboxes, ${rows['part'] ?? 0} parts, ${rows['change_log'] ?? 0} changes`;
}

/** Whether whoever sits there says yes; nobody does where nobody sits. */
async function sure(question: string): Promise<boolean> {
  if (!process.stdin.isTTY) return false;
  const asked = createInterface({ input: process.stdin, output: process.stdout });
  const answer = await asked.question(`${question} [y/N] `);
  asked.close();
  return /^y(es)?$/i.test(answer.trim());
}

let hosts: ReadonlySet<string> = new Set();
// The page is served while the database is opened: whatever it asks for waits until that is there.
const soon = dbSoon(opening);
const app: App = await buildApp({
  db: soon,
  yard: openYard(soon, paths.demo, options.yard),
  sumWorker: paths.sumWorker,
  fileWorker: paths.fileWorker,
  demo: paths.demo,
  migrations: paths.migrations,
  hosts: () => hosts,
  webFolder: paths.web,
  devOrigin: process.env['SABLE_DEV_ORIGIN'],
  logger: process.env['SABLE_LOG'] === '1',
});
running.app = app;

try {
  await Promise.race([locked, opening]);
  await app.listen({ port: options.port, host: options.host });
  const { port } = app.server.address() as AddressInfo;
  const names = ['127.0.0.1', 'localhost', '[::1]', ...options.allow];
  hosts = new Set(names.map((name) => `${name}:${port}`));
  if (port === 80) hosts = new Set([...hosts, ...names]);
  const db = await opening;
  running.db = db;
  if (options.backups) keepBackups(db, folder, (why) => console.error('Today’s backup could not be made:', why));
  console.log(`Sable is ready at http://${options.host === '127.0.0.1' ? '127.0.0.1' : options.allow[0]}:${port}`);
} catch (error) {
  const { code, message } = error as NodeJS.ErrnoException;
  await opening.then((db) => db.close()).catch(() => {});
  stop(
    code === 'EADDRINUSE'
      ? `Port ${options.port} is taken. Stop what uses it, or choose another with --port.`
      : code === 'EACCES' || code === 'EADDRNOTAVAIL'
        ? `Sable can’t listen on ${options.host} port ${options.port}. Choose another with --host and --port.`
        : message,
  );
}
