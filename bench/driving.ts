import { readFileSync } from 'node:fs';
import path from 'node:path';
import {
  assess,
  type Build,
  type Engine,
  type Gearbox,
  type Library,
  type Part,
  resolveSubject,
  settingOf,
} from '@sable/core';
import { combosOf, sweepCombos } from '@sable/core/solvers/ratioSweep';
import { plantOf, simulate, type Plant } from '@sable/core/questions/acceleration';
import { chromium } from '@playwright/test';
import { launchArgs } from '@sable/e2e/launch';
import { round, summary, timed } from './measure.ts';

const demo = path.resolve(import.meta.dirname, '../server/src/demo');
const read = <T>(name: string): T => JSON.parse(readFileSync(path.join(demo, `${name}.json`), 'utf8')) as T;
const COMBOS = 1000;

function plantFor(build: Build, library: Library, letter: string, gearboxId?: string): Plant {
  const c = build.candidates.find((x) => x.letter === letter)!;
  const candidate = gearboxId === undefined ? c : { ...c, gearboxId };
  const { subject } = resolveSubject(settingOf(build), candidate, library);
  const { mass, gearing } = assess(build, candidate, library).figures!;
  return plantOf(subject!, mass!, gearing!)!;
}

/** One run with a clutch and one with a converter; a thousand gearings swept, and the longest it goes without listening. */
export function drivingBench() {
  const library: Library = {
    engines: read<Engine[]>('engines'),
    gearboxes: read<Gearbox[]>('gearboxes'),
    parts: read<Part[]>('parts'),
  };
  const build = read<Build>('build-glider-tug');
  const question = { speedsKph: [100, 96.56], distanceM: 402.336 };
  const clutch = plantFor(build, library, 'C');
  const converter = plantFor(build, library, 'C', 'heron-a8');
  const candidate = build.candidates.find((c) => c.letter === 'C')!;
  const offered = combosOf(build.chassis!, library, candidate, 'every gearbox');
  // The same boxes and tyres with final drives a little apart, until there are a thousand.
  const combos = Array.from({ length: COMBOS }, (_, i) => {
    const c = offered[i % offered.length]!;
    return { ...c, finalDrive: c.finalDrive * (1 + 0.002 * Math.floor(i / offered.length)) };
  });
  let longestSlice = 0;
  const sweep = () => {
    const began = performance.now();
    const work = sweepCombos(build, candidate, library, combos);
    for (;;) {
      const slice = performance.now();
      const done = work.next().done;
      longestSlice = Math.max(longestSlice, performance.now() - slice);
      if (done) return performance.now() - began;
    }
  };
  const firstSweep = sweep();
  longestSlice = 0;
  return {
    runWithClutch: summary(timed(200, 100, () => void simulate(clutch, question))),
    runWithConverter: summary(timed(200, 100, () => void simulate(converter, question))),
    sweepOf: COMBOS,
    firstSweepMs: round(firstSweep, 0),
    sweepMs: round(sweep(), 0),
    longestSliceMs: round(longestSlice, 1),
  };
}

/** From the press on Stop to a screen without progress, while every gearbox is swept. */
export async function sweepPageBench(url: URL) {
  const browser = await chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    args: launchArgs,
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(new URL('/builds/glider-tug/gearing/choose?c=c', url).href);
    await page.getByText(/gearings, \d+ meet/).waitFor({ timeout: 60_000 });
    await page.getByLabel('Gearboxes included').click();
    await page.getByRole('option', { name: 'every gearbox' }).click();
    await page.getByText(/2\d\d gearings, \d+ meet/).waitFor({ timeout: 60_000 });
    const samples: number[] = [];
    for (let i = 0; i < 5; i++) {
      // The page presses Stop itself, as soon as it stands there: the sweep is done in a second.
      await page.evaluate(`void (window.cancelled = new Promise((done, failed) => {
        setTimeout(() => failed(new Error('The sweep was never seen to run.')), 10000);
        new MutationObserver((_, seen) => {
          const stop = [...document.querySelectorAll('button')].find((b) => b.textContent === 'Stop');
          if (!stop) return;
          seen.disconnect();
          const began = performance.now();
          stop.click();
          const look = () =>
            document.querySelector('progress') ? setTimeout(look, 1) : done(performance.now() - began);
          look();
        }).observe(document.body, { subtree: true, childList: true });
      }))`);
      await page.getByRole('button', { name: 'Recalculate' }).click();
      samples.push(await page.evaluate<number>('window.cancelled'));
    }
    return { cancel: summary(samples) };
  } finally {
    await browser.close();
  }
}
