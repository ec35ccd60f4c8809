import { readFileSync } from 'node:fs';
import path from 'node:path';
import { bundledCore } from './bundled.ts';
const root = process.argv[2] ?? '/work/main';
const demo = root + '/server/src/demo';
const read = (n: string) => JSON.parse(readFileSync(path.join(demo, `${n}.json`), 'utf8'));
const { assess, assessAll } = await bundledCore(root);
const library = { engines: read('engines'), gearboxes: read('gearboxes'), parts: read('parts') };
const build = read('build-glider-tug');
const one = build.candidates[2];
const q = (a: number[], p: number) => a[Math.floor(p * a.length)]!.toFixed(2);
const go = (n: number, f: () => void) => {
  const t: number[] = [];
  for (let i = 0; i < n; i++) {
    const s = performance.now();
    f();
    t.push(performance.now() - s);
  }
  t.sort((a, b) => a - b);
  return `min ${q(t, 0)} p10 ${q(t, 0.1)} p50 ${q(t, 0.5)} p90 ${q(t, 0.9)}`;
};
go(300, () => assess(build, one, library));
for (let i = 0; i < 4; i++) {
  console.log(
    'one',
    go(300, () => assess(build, one, library)),
    ' six',
    go(60, () => assessAll(build, library)),
  );
}
