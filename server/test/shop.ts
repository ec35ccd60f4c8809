import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { buildApp } from '../src/app.ts';
import type { App } from '../src/http/app.ts';
import type { Db } from '../src/db/db.ts';
import { migrate } from '../src/db/migrate.ts';
import { openPglite } from '../src/db/pglite.ts';
import { loadDemo } from '../src/demo/load.ts';
import type { PoolLimits } from '../src/jobs/workPool.ts';
import { paths } from '../src/paths.ts';
import { openYard } from '../src/standins/openYard.ts';
import type { Build, Library } from '@sable/core';
import { Ajv } from 'ajv';
import type { FastifyRequest } from 'fastify';
import type { TSchema } from 'typebox';
import { Check } from 'typebox/schema';

export interface Shop {
  readonly app: App;
  readonly db: Db;
  readonly close: () => Promise<void>;
}

/** A database in memory: made once in a run of the tests, copied for every shop after that; making one takes seconds. */
async function openDatabase(demo: boolean): Promise<Db> {
  const copy = path.join(process.env['SABLE_TEST_SHOPS'] ?? '', demo ? 'demo.tar' : 'empty.tar');
  if (existsSync(copy)) return openPglite(undefined, new Blob([readFileSync(copy)]));
  const db = await openPglite();
  await migrate(db, paths.migrations);
  if (demo) await loadDemo(db, paths.demo);
  // Under another name first: the other worker may look for it meanwhile.
  writeFileSync(`${copy}.${process.pid}`, Buffer.from(await (await db.dump()).arrayBuffer()));
  renameSync(`${copy}.${process.pid}`, copy);
  return db;
}

/** A database of a folder, new ones from a copy: making one takes seconds. */
export async function openFolder(folder: string): Promise<Db> {
  if (existsSync(path.join(folder, 'PG_VERSION'))) return openPglite(folder);
  const copy = path.join(process.env['SABLE_TEST_SHOPS'] ?? '', 'bare.tar');
  if (!existsSync(copy)) {
    const bare = await openPglite();
    writeFileSync(`${copy}.${process.pid}`, Buffer.from(await (await bare.dump()).arrayBuffer()));
    renameSync(`${copy}.${process.pid}`, copy);
    await bare.close();
  }
  return openPglite(folder, new Blob([readFileSync(copy)]));
}

/** A server on a database in memory, with the demo shop or empty. */
export const openShop = async (demo: boolean, sums?: PoolLimits): Promise<Shop> =>
  shopOn(await openDatabase(demo), sums);

/** A server on a database that is open; it is closed with it. */
export async function shopOn(db: Db, sums?: PoolLimits): Promise<Shop> {
  const app: App = await buildApp({
    db,
    yard: openYard(db, paths.demo, 260),
    sumWorker: paths.sumWorker,
    fileWorker: paths.fileWorker,
    demo: paths.demo,
    migrations: paths.migrations,
    onAnswer: checkAnswer,
    // By the name alone as tests inject requests, with the port where one listens.
    hosts: () => new Set(['localhost', `localhost:${(app.server.address() as AddressInfo | null)?.port}`]),
    ...(sums ? { sums } : {}),
  });
  return {
    app,
    db,
    close: async () => {
      await app.close();
      await db.close();
    },
  };
}

const seen = new Map<TSchema, number>();
const ajv = new Ajv({ strict: false, allErrors: true, code: { optimize: false } });

/** Holds an answer against the schema that its route states for that status. */
function checkAnswer(request: FastifyRequest, status: number, payload: unknown): void {
  const { url, schema } = request.routeOptions;
  if (!url?.startsWith('/api/v1') || typeof payload !== 'string' || payload === '') return;
  const stated = schema?.response as Readonly<Record<string, TSchema>> | undefined;
  const fits = stated?.[status] ?? stated?.[`${Math.floor(status / 100)}xx`];
  if (!fits) throw new Error(`${url} states no schema for its ${status}`);
  if ('content' in fits) return;
  const answer: unknown = JSON.parse(payload);
  // Compiling a schema takes as long as looking through a hundred answers without.
  const times = (seen.get(fits) ?? 0) + 1;
  seen.set(fits, times);
  if (times < 40 && Check(fits, answer)) return;
  if (!ajv.validate(fits, answer))
    throw new Error(`${url} answered ${status} with what its schema does not allow: ${ajv.errorsText()}`);
}

export interface Answer<T> {
  readonly status: number;
  readonly body: T;
  readonly headers: Readonly<Record<string, unknown>>;
}

export interface BuildBody {
  readonly version: number;
  readonly build: Build;
  readonly frozen?: Library;
  readonly undo: string | null;
  readonly redo: string | null;
  readonly words?: string;
}

export interface ProblemBody {
  readonly type: string;
  readonly title: string;
  readonly detail: string;
  readonly errors?: readonly { pointer: string; message: string }[];
  readonly theirs?: Build;
  readonly yours?: unknown;
  readonly currentVersion?: number;
}

export interface CallOptions {
  readonly version?: number;
  readonly client?: string;
  readonly headers?: Readonly<Record<string, string>>;
}

export async function call<T>(
  shop: Shop,
  method: 'GET' | 'PUT' | 'POST' | 'DELETE',
  url: string,
  payload?: unknown,
  options: CallOptions = {},
): Promise<Answer<T>> {
  const response = await shop.app.inject({
    method,
    url: `/api/v1${url}`,
    headers: {
      host: 'localhost',
      'x-sable-client': options.client ?? 'me',
      ...(payload === undefined ? {} : { 'content-type': 'application/json' }),
      ...(options.version === undefined ? {} : { 'if-match': `"${options.version}"` }),
      ...options.headers,
    },
    ...(payload === undefined ? {} : { payload: typeof payload === 'string' ? payload : JSON.stringify(payload) }),
  });
  const type = String(response.headers['content-type'] ?? '');
  return {
    status: response.statusCode,
    body: (type.includes('json') && response.body !== '' ? response.json() : response.body) as T,
    headers: response.headers,
  };
}
