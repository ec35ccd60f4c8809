import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Build, Engine, Gearbox, Library, Part } from '@sable/core';
import { bundledCore } from './bundled.ts';
import { round, summary, timed } from './measure.ts';

const demo = path.resolve(import.meta.dirname, '../server/src/demo');
const read = <T>(name: string): T => JSON.parse(readFileSync(path.join(demo, `${name}.json`), 'utf8')) as T;

/** The whole analysis of a candidate's mounts, and the search over twelve bosses by twelve chassis mounts, all in reach. */
export async function mountsBench() {
  const { assessMounts, finished, judging, resolveSubject, searchLayouts, settingOf } = await bundledCore(
    path.resolve(import.meta.dirname, '..'),
  );
  const library: Library = {
    engines: read<Engine[]>('engines'),
    gearboxes: read<Gearbox[]>('gearboxes'),
    parts: read<Part[]>('parts'),
  };
  const build = read<Build>('build-glider-tug');
  const { subject } = resolveSubject(settingOf(build), build.candidates[2]!, library);
  const judged = judging(subject!);
  const mass = judged.get('mass').figures;
  const gearing = judged.get('gearing').figures;
  const analysis = summary(timed(300, 200, () => void assessMounts(subject!, mass, gearing)));
  const sites = Array.from({ length: 144 }, (_, i) => ({
    bossId: `b${Math.floor(i / 12)}`,
    padId: `p${i % 12}`,
    atMm: [-600 + 80 * (i % 12), (((i % 12) * 5) % 12) * 60 - 330, 300] as const,
    stiffnessNPerMm: [200, 150, 350] as const,
    ratingN: 5000,
    price: 20 + (i % 7),
  }));
  const problem = {
    massKg: 240,
    comMm: [0, 0, 400] as const,
    drive: { forwardNm: 800, reverseNm: 800, about: [1, 0, 0] as const },
    sites,
    gaps: Array.from({ length: 12 }, (_, i) => ({
      name: `gap ${i}`,
      pointMm: [40 * i - 200, 0, 200] as const,
      way: [0, 0, -1] as const,
    })),
    counts: [3, 4],
  };
  const layouts = summary(timed(5, 1, () => void finished(searchLayouts(problem))));
  return { analysis, layouts12x12: layouts, layouts12x12S: round(layouts.p50Ms / 1000, 2) };
}
