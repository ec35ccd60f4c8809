import { Agent } from 'node:http';
import { CROWDED_BAY } from '../core/test/crowdedBay.ts';
import { round, share } from './measure.ts';
import { memoryMb, send } from './server.ts';

const SECONDS = 60;
const CONNECTIONS = 8;
const SUMS = 4;
const READ = ['/builds/glider-tug', '/builds', '/library', '/builds/ice-racer'];
const settled = () => new Promise((r) => setTimeout(r, 5000));

/** Reads over some connections for a minute, with heavy sums beside all the while, and what is left of it in memory. */
export async function steadyLoad(url: URL, pid: number) {
  const agent = new Agent({ keepAlive: true, maxSockets: CONNECTIONS });
  const heavy = new Agent({ keepAlive: true, maxSockets: SUMS });
  const reads: number[] = [];
  const loaded = async (until: number) => {
    const reading = Array.from({ length: CONNECTIONS }, async (_, k) => {
      for (let i = k; performance.now() < until; i++) {
        const t = performance.now();
        const { status, body } = await send(agent, url, 'GET', READ[i % READ.length]!);
        if (status !== 200) throw new Error(body);
        reads.push(performance.now() - t);
      }
    });
    const summing = Array.from({ length: SUMS }, async () => {
      while (performance.now() < until) {
        const { status, body } = await send(heavy, url, 'POST', '/sums/placement.search', CROWDED_BAY);
        if (status !== 200 && status !== 503) throw new Error(body);
      }
    });
    await Promise.all([...reading, ...summing]);
  };
  // Threads, caches and compiled code are there before memory is looked at.
  await loaded(performance.now() + 10_000);
  await settled();
  const before = memoryMb(pid);
  reads.length = 0;
  await loaded(performance.now() + SECONDS * 1000);
  await settled();
  const after = memoryMb(pid);
  agent.destroy();
  heavy.destroy();
  return {
    connections: CONNECTIONS,
    seconds: SECONDS,
    reads: reads.length,
    p50Ms: share(reads, 0.5),
    p99Ms: share(reads, 0.99),
    memoryMb: { before, after, ratio: before && after ? round(after / before, 2) : undefined },
  };
}
