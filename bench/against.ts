import { readFileSync } from 'node:fs';
import path from 'node:path';
import type * as Core from '@sable/core';
import type { Build, Library } from '@sable/core';
import { bundledCore } from './bundled.ts';
import { round, summary } from './measure.ts';

/**
 * Two checkouts of core in one process, turn by turn, so that a busy machine slows both alike: npm run bench:against --
 * FOLDER. Ratios above 1 mean that this checkout is the slower one; ends with 1 where a median is slower by more than a tenth.
 */
const other = process.argv[2];
if (other === undefined) {
  console.error('Say which checkout to compare with: npm run bench:against -- FOLDER');
  process.exit(2);
}
const SLOWER = 1.1;
const root = path.resolve(import.meta.dirname, '..');
const [here, there] = [await bundledCore(root), await bundledCore(other)];
const read = <T>(name: string): T =>
  JSON.parse(readFileSync(path.join(root, 'server/src/demo', `${name}.json`), 'utf8')) as T;
const library = {
  engines: read('engines'),
  gearboxes: read('gearboxes'),
  parts: read('parts'),
  families: read('families'),
} as Library;
const builds = ['glider-tug', 'ice-racer', 'forestry-pickup'].map((b) => read<Build>(`build-${b}`));
const [tug] = builds as [Build, ...Build[]];
const c = tug.candidates[2]!;
const CHOICES = { day: 'standard', grip: 'dry', trailer: false } as const;

/** What is timed: how often in one turn, and the work. */
const WORK: Readonly<Record<string, readonly [number, (core: typeof Core) => unknown]>> = {
  'assess, one candidate': [10, (core) => core.assess(tug, c, library)],
  'assess, line-up of six': [2, (core) => core.assessAll(tug, library)],
  'assess, one edited candidate': [10, (core) => core.assess(tug, { ...c, finalDrive: c.finalDrive + 1e-9 }, library)],
  'assess, an edited survey': [
    10,
    (core) => core.assess({ ...tug, chassis: structuredClone(tug.chassis) }, c, library),
  ],
  'assess, the other builds': [2, (core) => builds.slice(1).map((b) => core.assessAll(b, library))],
  'run of a candidate': [20, (core) => core.runOf(tug, c, library, CHOICES)],
  'gearboxes compared': [1, (core) => core.compareBoxes(tug, c, library, [120])],
  'sixty gearings swept': [
    1,
    (core) => {
      const combos = core.combosOf(tug.chassis!, library, c, 'every gearbox').slice(0, 60);
      const sweep = core.sweepCombos(tug, c, library, combos);
      let next = sweep.next();
      while (!next.done) next = sweep.next();
      return next.value;
    },
  ],
};

const TURNS = 40;
const WARM = 30;
const once = (core: typeof Core, [times, work]: readonly [number, (core: typeof Core) => unknown]): number => {
  const began = performance.now();
  for (let i = 0; i < times; i++) work(core);
  return (performance.now() - began) / times;
};
const rows = Object.entries(WORK).map(([name, job]) => {
  const mine: number[] = [];
  const theirs: number[] = [];
  for (let turn = -WARM; turn < TURNS; turn++) {
    // Who goes first changes from turn to turn.
    const order = turn % 2 === 0 ? ([here, there] as const) : ([there, here] as const);
    for (const core of order) {
      const ms = once(core, job);
      if (turn >= 0) (core === here ? mine : theirs).push(ms);
    }
  }
  const [now, before] = [summary(mine), summary(theirs)];
  // Of the two that were timed next to each other: what slows the machine for a while slows both.
  const ratio = summary(mine.map((ms, i) => ms / theirs[i]!)).p50Ms;
  return { name, nowMs: now.p50Ms, beforeMs: before.p50Ms, ratio: round(ratio, 2) };
});
console.table(rows);
const slower = rows.filter((r) => r.ratio > SLOWER);
console.log(
  slower.length === 0 ? 'No median is slower by more than a tenth.' : `Slower: ${slower.map((r) => r.name).join(', ')}`,
);
process.exit(slower.length === 0 ? 0 : 1);
