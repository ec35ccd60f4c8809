import { cpus } from 'node:os';
import { RunningSable } from '@sable/e2e/running';
import { round } from './measure.ts';
import { drivingBench, sweepPageBench } from './driving.ts';
import { donorsBench } from './donors.ts';
import { fitPageBench } from './fitPage.ts';
import { meshBench } from './mesh.ts';
import { pageBench } from './page.ts';
import { placementBench } from './placement.ts';
import { load, memoryMb } from './server.ts';
import { assessBench, clearanceBench } from './sums.ts';

const sable = new RunningSable(false);
const startMs = async () => {
  const began = performance.now();
  await sable.start();
  return round(performance.now() - began, 0);
};

try {
  const sums = {
    assess: assessBench(),
    clearance: clearanceBench(),
    mesh: await meshBench(),
    placement: placementBench(),
    driving: drivingBench(),
  };
  const coldStartMs = await startMs();
  await sable.stop();
  const warmStartMs = await startMs();
  const url = new URL(sable.url);
  await load(url, 4); // warms the server up
  const at4Connections = await load(url, 4);
  const at32Connections = await load(url, 32);
  const page = await pageBench(url);
  const fitPage = await fitPageBench(url);
  const sweepPage = await sweepPageBench(url);
  await sable.stop();
  await sable.start('--yard', '5000');
  const donors = await donorsBench(new URL(sable.url));
  const report = {
    node: process.version,
    cores: cpus().length,
    ...sums,
    server: {
      coldStartMs,
      warmStartMs,
      at4Connections,
      at32Connections,
      memoryMb: memoryMb(sable.pid),
      reach: { warmStartMs: 4000, at4ReadP95Ms: 15, at4WriteP95Ms: 40 },
    },
    page,
    fitPage,
    sweepPage,
    donors,
  };
  console.log(JSON.stringify(report, null, 2));
} finally {
  await sable.stop();
  sable.remove();
}
