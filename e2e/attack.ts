/**
 * What is done to a Sable to break it, in numbers that take an hour: kills under writers and at first start, races for a folder, malformed
 * bodies for every operation. Prints what was tried and what failed. `npm run attack -- 0.1` does a tenth of it.
 */
import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Build, Library } from '@sable/core';
import { RunningSable } from './running.ts';

const share = Number(process.argv[2] ?? 1);
const times = (n: number) => Math.max(1, Math.round(n * share));
const main = path.resolve(import.meta.dirname, '../server/dist/main.mjs');
/** Always the same, so that what failed can be tried again. */
let seed = 20_261;
const random = () => {
  seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
  return seed / 2_147_483_648;
};
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));
const failures: string[] = [];
const told: string[] = [];

async function attack(name: string, n: number, one: (i: number) => Promise<string | undefined>): Promise<void> {
  let failed = 0;
  for (let i = 0; i < n; i++) {
    const why = await one(i).catch((error: unknown) => String(error));
    if (why === undefined) continue;
    failed++;
    if (failed <= 5) failures.push(`${name}, ${i}: ${why}`);
  }
  told.push(`${name}: ${n} tried, ${failed} failed`);
  console.log(told.at(-1));
}

interface Answer {
  readonly version: number;
  readonly build: Build;
}
const read = async (url: string): Promise<Answer> =>
  (await (await fetch(`${url}/api/v1/builds/glider-tug`)).json()) as Answer;
const write = (url: string, version: number, brief: Build['brief']) =>
  fetch(`${url}/api/v1/builds/glider-tug/brief`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json', 'if-match': `"${version}"` },
    body: JSON.stringify(brief),
  });

/** Four writers; the process is killed under them; every write that was answered is there after the next start. */
async function killsUnderWriters(): Promise<void> {
  const sable = new RunningSable(false);
  await sable.start('--no-backups');
  await attack('kill -9 under four writers', times(200), async () => {
    let answered = 0;
    let stopped = false;
    const writer = async () => {
      while (!stopped) {
        try {
          const { version, build } = await read(sable.url);
          const put = await write(sable.url, version, { ...build.brief, hourlyRate: 1 + Math.floor(random() * 99) });
          if (put.status === 200) answered = Math.max(answered, ((await put.json()) as Answer).version);
        } catch {
          return;
        }
      }
    };
    const writers = [writer(), writer(), writer(), writer()];
    await pause(200 + random() * 1500);
    await sable.stop('SIGKILL');
    stopped = true;
    await Promise.all(writers);
    await sable.start('--no-backups');
    const { version } = await read(sable.url);
    return version < answered ? `version ${answered} was answered, ${version} is there` : undefined;
  });
  await sable.stop();
  sable.remove();
}

/** Killed at any moment of its first start, it starts the next time. */
const killsAtFirstStart = () =>
  attack('kill at first start', times(50), async () => {
    const sable = new RunningSable(false);
    try {
      const child = spawn(process.execPath, [main, '--port', '0', '--data', sable.folder], { stdio: 'ignore' });
      const gone = once(child, 'exit');
      await pause(random() * 9000);
      child.kill(random() < 0.5 ? 'SIGKILL' : 'SIGTERM');
      await gone;
      await sable.start('--no-backups');
      const builds = (await (await fetch(`${sable.url}/api/v1/builds`)).json()) as unknown[];
      return builds.length === 4 ? undefined : `${builds.length} builds`;
    } finally {
      await sable.stop();
      sable.remove();
    }
  });

/** Eight processes reach for a folder at the same moment: one gets it. */
const lockRaces = () => {
  const lock = path.resolve(import.meta.dirname, '../server/src/db/lock.ts');
  const code = `import(${JSON.stringify(lock)}).then(async (m) => {
    process.stdout.write('here\\n');
    for await (const line of (await import('node:readline')).createInterface({ input: process.stdin })) {
      const [word, folder] = line.split(' ');
      if (word === 'take') globalThis.unlock = await m.takeLock(folder).catch(() => undefined);
      else globalThis.unlock?.();
      process.stdout.write((globalThis.unlock ? 'got' : 'no') + '\\n');
      if (word === 'give') globalThis.unlock = undefined;
    }
  })`;
  const hands = Array.from({ length: 8 }, () =>
    spawn(process.execPath, ['--import', 'tsx', '-e', code], { stdio: ['pipe', 'pipe', 'inherit'] }),
  );
  const folder = mkdtempSync(path.join(tmpdir(), 'sable-race-'));
  const heard = hands.map((h) => once(h.stdout, 'data'));
  return Promise.all(heard)
    .then(() =>
      attack('races for a folder', times(1000), async () => {
        const say = async (word: string) => {
          const answers = hands.map((h) => once(h.stdout, 'data') as Promise<[Buffer]>);
          for (const h of hands) h.stdin.write(`${word} ${folder}\n`);
          return (await Promise.all(answers)).map(([d]) => d.toString().trim());
        };
        const got = (await say('take')).filter((a) => a === 'got').length;
        await say('give');
        return got === 1 ? undefined : `${got} got it`;
      }),
    )
    .finally(() => {
      for (const h of hands) h.kill();
      rmSync(folder, { recursive: true, force: true });
    });
};

type Schema = Readonly<Record<string, unknown>>;
const BAD: readonly unknown[] = [
  null,
  true,
  -1,
  0,
  1e308,
  -1e308,
  5e-324,
  '',
  'x',
  'Tug\u0000',
  'Tug\ud800',
  [],
  {},
  [null],
  { value: null },
  'x'.repeat(5000),
];
const bad = () => BAD[Math.floor(random() * BAD.length)];

/** A body after a schema, with something else in one place or another. */
function malformed(schema: Schema, depth = 0): unknown {
  if (depth > 6 || random() < 0.06) return bad();
  const { type, properties, items, anyOf } = schema as {
    type?: string;
    properties?: Readonly<Record<string, Schema>>;
    items?: Schema;
    anyOf?: readonly Schema[];
    enum?: readonly unknown[];
  };
  if (anyOf) return malformed(anyOf[Math.floor(random() * anyOf.length)]!, depth + 1);
  if (Array.isArray(schema['enum'])) return schema['enum'][Math.floor(random() * schema['enum'].length)];
  if (type === 'object')
    return Object.fromEntries(Object.entries(properties ?? {}).map(([k, s]) => [k, malformed(s, depth + 1)]));
  if (type === 'array')
    return Array.from({ length: Math.floor(random() * 4) }, () => malformed(items ?? {}, depth + 1));
  if (type === 'number' || type === 'integer') return Math.round((random() - 0.2) * 1000);
  if (type === 'boolean') return random() < 0.5;
  return type === 'string' ? 'x' : bad();
}

async function malformedBodies(): Promise<void> {
  const sable = new RunningSable(false);
  await sable.start('--no-backups');
  const { paths } = (await (await fetch(`${sable.url}/api/docs/json`)).json()) as {
    paths: Readonly<
      Record<string, Readonly<Record<string, { requestBody?: { content: Record<string, { schema: Schema }> } }>>>
    >;
  };
  const operations = Object.entries(paths).flatMap(([at, of]) =>
    Object.entries(of).flatMap(([method, { requestBody }]) => {
      const schema = requestBody?.content['application/json']?.schema;
      return schema ? [{ method: method.toUpperCase(), at, schema }] : [];
    }),
  );
  await attack(`malformed bodies for ${operations.length} operations`, times(10_000), async (i) => {
    const { method, at, schema } = operations[i % operations.length]!;
    const url = at.replaceAll(/\{\w+\}/g, () => (random() < 0.5 ? 'glider-tug' : 'c'));
    const answer = await fetch(`${sable.url}${url}`, {
      method,
      headers: { 'content-type': 'application/json', 'if-match': '"1"' },
      body: random() < 0.05 ? '{"a": ' : JSON.stringify(malformed(schema)),
    });
    const text = await answer.text();
    if (answer.status >= 500 && answer.status !== 503)
      return `${method} ${url}: ${answer.status} ${text.slice(0, 200)}`;
    return answer.status >= 400 && !text.includes('urn:sable:problem:')
      ? `${method} ${url}: no problem document`
      : undefined;
  });
  const { ok } = (await (await fetch(`${sable.url}/api/v1/health`)).json()) as { ok: boolean };
  if (!ok) failures.push('it does not answer after malformed bodies');
  await sable.stop();
  sable.remove();
}

/** A disk of 200 MB that fills up: what is refused for that is not there, reading goes on, and with room again so does writing. */
async function fullDisk(): Promise<void> {
  const sable = new RunningSable(false);
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=200m', 'tmpfs', sable.folder]);
  if (mounted.status !== 0) {
    told.push('a full disk: not tried, for no small disk can be mounted here');
    console.log(told.at(-1));
    sable.remove();
    return;
  }
  const fill = path.join(sable.folder, 'fill');
  try {
    await sable.start('--no-backups');
    const library = (await (await fetch(`${sable.url}/api/v1/library`)).json()) as Library;
    const part = library.parts.find((p) => !p.inKit)!;
    const bring = (mark: string, n: number) =>
      fetch(`${sable.url}/api/v1/library-file`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          format: 'sable-library',
          version: 1,
          engines: [],
          gearboxes: [],
          families: [],
          parts: Array.from({ length: n }, (_, i) => ({ ...part, id: `${mark}-${i}`, name: `${mark} ${i}` })),
        }),
      });
    const statuses = async () =>
      Promise.all(
        ['/builds', '/builds/glider-tug', '/health'].map(
          async (at) => (await fetch(`${sable.url}/api/v1${at}`)).status,
        ),
      );
    await attack('a full disk', times(10), async (i) => {
      const { bavail, bsize } = statfsSync(sable.folder);
      writeFileSync(fill, Buffer.alloc(Math.max(0, bavail * bsize - 3_000_000)));
      const full = (await bring(`full${i}`, 3000)).status;
      const read = await statuses();
      rmSync(fill);
      const after = (await bring(`room${i}`, 5)).status;
      return full === 507 && after === 201 && read.every((s) => s === 200)
        ? undefined
        : `full ${full}, read ${read.join(' ')}, with room again ${after}`;
    });
    await sable.stop();
    await sable.start('--no-backups');
    const { parts } = (await (await fetch(`${sable.url}/api/v1/library`)).json()) as Library;
    if (parts.length !== library.parts.length + 5 * times(10))
      failures.push(`a full disk: ${parts.length} parts are left`);
  } finally {
    await sable.stop();
    spawnSync('umount', [sable.folder]);
    sable.remove();
  }
}

await lockRaces();
await fullDisk();
await malformedBodies();
await killsUnderWriters();
await killsAtFirstStart();
console.log(`\n${told.join('\n')}`);
for (const f of failures) console.log(`FAILED ${f}`);
process.exit(failures.length > 0 ? 1 : 0);
