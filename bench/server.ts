import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import path from 'node:path';
import { round, summary, type Times } from './measure.ts';

const root = path.resolve(import.meta.dirname, '..');

export interface Running {
  readonly url: URL;
  readonly startMs: number;
  readonly child: ChildProcess;
  readonly stop: () => Promise<void>;
}

/** Starts the built server on a folder and waits until it listens. */
export async function start(folder: string): Promise<Running> {
  const began = performance.now();
  const child = spawn(process.execPath, [path.join(root, 'server/dist/main.mjs'), '--port', '0', '--data', folder], {
    cwd: root,
  });
  let said = '';
  const url = await new Promise<string>((resolve, reject) => {
    child.stdout.on('data', (d: Buffer) => {
      said += d.toString();
      const found = /ready at (http:\S+)/.exec(said)?.[1];
      if (found) resolve(found);
    });
    child.stderr.on('data', (d: Buffer) => (said += d.toString()));
    child.on('exit', () => reject(new Error(said)));
  });
  return {
    url: new URL(url),
    startMs: round(performance.now() - began, 0),
    child,
    stop: () =>
      new Promise((resolve) => {
        child.removeAllListeners('exit');
        child.on('exit', () => resolve());
        child.kill('SIGTERM');
      }),
  };
}

interface Reply {
  readonly status: number;
  readonly body: string;
}

function send(agent: Agent, url: URL, method: string, to: string, body?: unknown, version?: number): Promise<Reply> {
  return new Promise((resolve, reject) => {
    const text = body === undefined ? undefined : JSON.stringify(body);
    const r = request(
      {
        agent,
        host: url.hostname,
        port: url.port,
        method,
        path: `/api/v1${to}`,
        headers: {
          ...(text === undefined ? {} : { 'content-type': 'application/json' }),
          ...(version === undefined ? {} : { 'if-match': `"${version}"` }),
        },
      },
      (res) => {
        let answer = '';
        res.on('data', (d: Buffer) => (answer += d.toString()));
        res.on('end', () => resolve({ status: res.statusCode ?? 0, body: answer }));
      },
    );
    r.on('error', reject);
    r.end(text);
  });
}

/** Reads and writes over a number of connections; each connection writes a build of its own, so that none is refused. */
export async function load(
  url: URL,
  connections: number,
): Promise<{ read: Times; write: Times; readsPerSecond: number }> {
  const agent = new Agent({ keepAlive: true, maxSockets: connections });
  const reads: number[] = [];
  const writes: number[] = [];
  const builds: { id: string; version: number }[] = [];
  for (let i = 0; i < connections; i++) {
    const made = JSON.parse(
      (await send(agent, url, 'POST', '/builds', { name: `Bench ${connections} ${i}` })).body,
    ) as { version: number; build: { id: string } };
    builds.push({ id: made.build.id, version: made.version });
  }
  const began = performance.now();
  await Promise.all(
    builds.map(async () => {
      for (let i = 0; i < 40; i++) {
        const t = performance.now();
        const r = await send(agent, url, 'GET', '/builds/glider-tug');
        if (r.status !== 200) throw new Error(r.body);
        reads.push(performance.now() - t);
      }
    }),
  );
  const readsPerSecond = Math.round((reads.length * 1000) / (performance.now() - began));
  await Promise.all(
    builds.map(async (b) => {
      for (let i = 0; i < 20; i++) {
        const t = performance.now();
        const r = await send(agent, url, 'PUT', `/builds/${b.id}/name`, { name: `Bench ${i}` }, b.version);
        if (r.status !== 200) throw new Error(r.body);
        writes.push(performance.now() - t);
        b.version = (JSON.parse(r.body) as { version: number }).version;
      }
    }),
  );
  agent.destroy();
  return { read: summary(reads), write: summary(writes), readsPerSecond };
}

/** Resident memory of a process, MB (Linux). */
export function memoryMb(pid: number): number | undefined {
  try {
    const kb = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1];
    return kb === undefined ? undefined : Math.round(Number(kb) / 1024);
  } catch {
    return undefined;
  }
}
