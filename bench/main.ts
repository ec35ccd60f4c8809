import { cpus } from 'node:os';
import { RunningSable } from '@sable/e2e/running';
import { round } from './measure.ts';
import { reaches } from './reach.ts';
import { drivingBench, sweepPageBench } from './driving.ts';
import { donorsBench } from './donors.ts';
import { fitPageBench } from './fitPage.ts';
import { meshBench } from './mesh.ts';
import { jointsBench } from './joints.ts';
import { mountsBench } from './mounts.ts';
import { incoming } from './incoming.ts';
import { pageBench } from './page.ts';
import { partsPageBench } from './partsPage.ts';
import { placementBench } from './placement.ts';
import { load, memoryMb, readsBesideSearches } from './server.ts';
import { steadyLoad } from './steady.ts';
import { assessBench, clearanceBench, moneyBench } from './sums.ts';

const sable = new RunningSable(false);
const startMs = async () => {
  const began = performance.now();
  await sable.start();
  return round(performance.now() - began, 0);
};
/** From the command to the page, and to what is in the shop; its port is known from the first start. */
const warmStartMs = async () => {
  const began = performance.now();
  const answers = async (to: string) => {
    for (;;) {
      const answer = await fetch(`${sable.url}${to}`).catch(() => undefined);
      await answer?.text();
      if (answer?.ok) return round(performance.now() - began, 0);
      await new Promise((r) => setTimeout(r, 10));
    }
  };
  const started = sable.start();
  const [pageMs, dataMs] = await Promise.all([answers('/'), answers('/api/v1/builds')]);
  await started;
  return { pageMs, dataMs };
};

try {
  const sums = {
    assess: await assessBench(),
    clearance: clearanceBench(),
    moneyDraws: moneyBench(),
    mesh: await meshBench(),
    placement: placementBench(),
    driving: drivingBench(),
    mounts: await mountsBench(),
    joints: await jointsBench(),
  };
  const coldStartMs = await startMs();
  await sable.stop();
  const warmStart = await warmStartMs();
  const url = new URL(sable.url);
  await load(url, 4); // warms the server up
  const at4Connections = await load(url, 4);
  const at32Connections = await load(url, 32);
  const besideSearches = await readsBesideSearches(url);
  const steady = await steadyLoad(url, sable.pid);
  const page = await pageBench(url);
  const partsPage = await partsPageBench(url);
  const fitPage = await fitPageBench(url);
  const sweepPage = await sweepPageBench(url);
  await sable.stop();
  await sable.start('--yard', '5000');
  const donors = await donorsBench(new URL(sable.url));
  const filesIn = await incoming(new URL(sable.url));
  const report = {
    node: process.version,
    cores: cpus().length,
    ...sums,
    server: {
      coldStartMs,
      warmStart,
      at4Connections,
      at32Connections,
      besideSearches,
      steady,
      filesIn,
      memoryMb: memoryMb(sable.pid),
    },
    page,
    partsPage,
    fitPage,
    sweepPage,
    donors,
  };
  console.log(JSON.stringify(report, null, 2));
  const { assess, clearance, mesh, placement, driving, mounts, joints } = sums;
  console.table(
    reaches([
      { name: 'assess, one candidate, p50 ms', figure: assess.oneCandidate.p50Ms, limit: 5 },
      { name: 'assess, line-up of six, p50 ms', figure: assess.lineup.p50Ms, limit: 25 },
      { name: 'mounts, whole analysis, p50 ms', figure: mounts.analysis.p50Ms, limit: 2 },
      { name: 'mount layouts, 12 bosses × 12 mounts, s', figure: mounts.layouts12x12S, limit: 1 },
      { name: 'joints closed, 30 of 120 parts and two next best, s', figure: joints.bestS, limit: 1 },
      { name: 'exact pair queries a second', figure: clearance.exactPerSecond, limit: 400_000, atLeast: true },
      { name: 'worst difference to the mesh library, mm', figure: mesh.worstDifferenceMm, limit: 0.05 },
      { name: 'place search behind the grid, mm', figure: placement.worstBehindGridMm, limit: 0.5 },
      { name: 'longest grid, s', figure: placement.longestGridS, limit: 60 },
      { name: '24 solids × 30 obstacles, p50 ms', figure: placement.full24x30.p50Ms, limit: 1000 },
      { name: 'run with a clutch, p50 ms', figure: driving.runWithClutch.p50Ms, limit: 1.5 },
      { name: 'run with a converter, p50 ms', figure: driving.runWithConverter.p50Ms, limit: 1.5 },
      { name: 'a thousand gearings, ms', figure: driving.sweepMs, limit: 2000 },
      { name: 'warm start to the page, ms', figure: warmStart.pageMs, limit: 2000 },
      { name: 'warm start to data, ms', figure: warmStart.dataMs, limit: 4000 },
      { name: 'read at 4 connections, p95 ms', figure: at4Connections.read.p95Ms, limit: 15 },
      { name: 'read beside four place searches, p95 ms', figure: besideSearches.p95Ms, limit: 50 },
      { name: 'read at 8 connections for a minute beside four sums, p99 ms', figure: steady.p99Ms, limit: 100 },
      { name: 'memory after it, to before', figure: steady.memoryMb.ratio ?? 0, limit: 1.1 },
      { name: 'a table of 20,000 rows in, s', figure: filesIn.table.seconds, limit: 3 },
      { name: 'health beside it, p99 ms', figure: filesIn.table.p99Ms, limit: 50 },
      { name: 'health beside a bundle of 20,000 parts, p99 ms', figure: filesIn.bundle.p99Ms, limit: 50 },
      { name: 'write at 4 connections, p95 ms', figure: at4Connections.write.p95Ms, limit: 40 },
      { name: 'JavaScript until the table, kB', figure: page.javascriptUntilTableKb, limit: 280 },
      { name: 'judged anew after a change, p95 ms', figure: page.rejudgeAfterGearbox.p95Ms, limit: 100 },
      { name: 'a price typed, total, p50 ms', figure: partsPage.total.p50Ms, limit: 100 },
      { name: 'a price typed, chance drawn, p50 ms', figure: partsPage.drawn.p50Ms, limit: 300 },
      { name: 'dragging, script a frame, p95 ms', figure: fitPage.dragScriptPerFrame.p95Ms, limit: 8 },
      { name: 'a sweep stopped, p95 ms', figure: sweepPage.cancel.p95Ms, limit: 100 },
      { name: 'library search, p95 ms', figure: donors.librarySearch.p95Ms, limit: 50 },
      { name: 'offer search, p95 ms', figure: donors.offerSearch.p95Ms, limit: 50 },
      { name: 'blank rows on scrolling', figure: donors.blankRowsOnScroll, limit: 0 },
    ]),
  );
} finally {
  await sable.stop();
  sable.remove();
}
