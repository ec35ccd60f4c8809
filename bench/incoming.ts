import { Agent } from 'node:http';
import { libraryCsv, type Bundle, type Library } from '@sable/core';
import { round, share } from './measure.ts';
import { send } from './server.ts';

const ROWS = 20_000;
const EVERY_MS = 5;

/** How long the server takes to say that it is there, asked again and again while something goes on. */
async function healthBeside(
  url: URL,
  work: () => Promise<void>,
): Promise<{ seconds: number; p99Ms: number; mostMs: number }> {
  const agent = new Agent({ keepAlive: true, maxSockets: 4 });
  const took: number[] = [];
  let over = false;
  const began = performance.now();
  const working = work().finally(() => (over = true));
  while (!over) {
    const t = performance.now();
    const { status } = await send(agent, url, 'GET', '/health');
    if (status !== 200) throw new Error(`health: ${status}`);
    took.push(performance.now() - t);
    await new Promise((r) => setTimeout(r, EVERY_MS));
  }
  await working;
  agent.destroy();
  return {
    seconds: round((performance.now() - began) / 1000, 2),
    p99Ms: share(took, 0.99),
    mostMs: share(took, 1),
  };
}

/** A table and a bundle of 20,000 parts each, read in while somebody asks whether the server is there. */
export async function incoming(url: URL) {
  const agent = new Agent({ maxSockets: 2 });
  const get = async <T>(to: string) => JSON.parse((await send(agent, url, 'GET', to)).body) as T;
  const library = await get<Library>('/library');
  const alone = library.parts.filter((p) => !p.inKit);
  const of = (mark: string) =>
    Array.from({ length: ROWS }, (_, i) => ({ ...alone[i % alone.length]!, name: `${mark} ${i}`, id: `${mark}-${i}` }));
  const bring = (to: string, body: unknown) => async () => {
    const { status, body: said } = await send(agent, url, 'POST', to, body);
    if (status !== 201) throw new Error(`${to}: ${status} ${said.slice(0, 300)}`);
  };
  const table = await healthBeside(
    url,
    bring('/library-table', { text: libraryCsv('parts', { ...library, parts: of('table') }) }),
  );
  const bundle = await get<Bundle>('/builds/glider-tug/bundle');
  const file = await healthBeside(
    url,
    bring('/bundles', {
      ...bundle,
      library: { ...bundle.library, parts: [...bundle.library.parts, ...of('bundle')].slice(0, ROWS) },
    }),
  );
  agent.destroy();
  return { rows: ROWS, table, bundle: file };
}
