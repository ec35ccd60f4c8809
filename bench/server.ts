import { readFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { CROWDED_BAY } from '../core/test/crowdedBay.ts';
import { summary, type Times } from './measure.ts';

interface Reply {
  readonly status: number;
  readonly body: string;
}

export function send(
  agent: Agent,
  url: URL,
  method: string,
  to: string,
  body?: unknown,
  version?: number,
): Promise<Reply> {
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

/** Reads of a build while four place searches run in the server's threads. */
export async function readsBesideSearches(url: URL): Promise<Times> {
  const agent = new Agent({ keepAlive: true, maxSockets: 8 });
  // The threads are there before anything is timed.
  await send(agent, url, 'POST', '/sums/placement.search', { ...CROWDED_BAY, parts: [], obstacles: [] });
  const running = Array.from({ length: 4 }, () => send(agent, url, 'POST', '/sums/placement.search', CROWDED_BAY));
  const reads: number[] = [];
  for (let i = 0; i < 100; i++) {
    const t = performance.now();
    const r = await send(agent, url, 'GET', '/builds/glider-tug');
    if (r.status !== 200) throw new Error(r.body);
    reads.push(performance.now() - t);
  }
  await Promise.all(running);
  agent.destroy();
  return summary(reads);
}
