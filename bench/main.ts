import { mkdtempSync, rmSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import path from 'node:path';
import { pageBench } from './page.ts';
import { load, memoryMb, start } from './server.ts';
import { assessBench, clearanceBench } from './sums.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'sable-bench-'));
try {
  const sums = { assess: assessBench(), clearance: clearanceBench() };
  const cold = await start(folder);
  await cold.stop();
  const warm = await start(folder);
  await load(warm.url, 4); // warms the server up
  const at4 = await load(warm.url, 4);
  const at32 = await load(warm.url, 32);
  const page = await pageBench(warm.url);
  const memory = memoryMb(warm.child.pid!);
  await warm.stop();
  const report = {
    node: process.version,
    cores: cpus().length,
    ...sums,
    server: {
      coldStartMs: cold.startMs,
      warmStartMs: warm.startMs,
      at4Connections: at4,
      at32Connections: at32,
      memoryMb: memory,
      reach: { warmStartMs: 4000, at4ReadP95Ms: 15, at4WriteP95Ms: 40 },
    },
    page,
  };
  console.log(JSON.stringify(report, null, 2));
} finally {
  rmSync(folder, { recursive: true, force: true });
}
