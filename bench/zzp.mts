import { readFileSync } from 'node:fs';
import path from 'node:path';
import { Session } from 'node:inspector/promises';
import { bundledCore } from './bundled.ts';
const demo = '/work/main/server/src/demo';
const read = (n: string) => JSON.parse(readFileSync(path.join(demo, `${n}.json`), 'utf8'));
const { assess } = await bundledCore('/work/main');
const library = { engines: read('engines'), gearboxes: read('gearboxes'), parts: read('parts') };
const build = read('build-glider-tug');
const one = build.candidates[2];
for (let i = 0; i < 200; i++) assess(build, one, library);
const s = new Session();
s.connect();
await s.post('Profiler.enable');
await s.post('Profiler.setSamplingInterval', { interval: 200 });
await s.post('Profiler.start');
for (let i = 0; i < 600; i++) assess(build, one, library);
const { profile } = await s.post('Profiler.stop');
const nodes = new Map(profile.nodes.map((n: any) => [n.id, n]));
const self = new Map<string, number>();
const dt = profile.timeDeltas!;
profile.samples!.forEach((id: number, i: number) => {
  const n: any = nodes.get(id);
  const k = n.callFrame.functionName + ':' + n.callFrame.lineNumber;
  self.set(k, (self.get(k) ?? 0) + dt[i]);
});
// totals
const parent = new Map<number, number>();
for (const n of profile.nodes) for (const c of n.children ?? []) parent.set(c, n.id);
const total = new Map<string, number>();
profile.samples!.forEach((id: number, i: number) => {
  const seen = new Set<string>();
  for (let x: number | undefined = id; x !== undefined; x = parent.get(x)) {
    const n: any = nodes.get(x);
    const k = n.callFrame.functionName + ':' + n.callFrame.lineNumber;
    if (!seen.has(k)) {
      seen.add(k);
      total.set(k, (total.get(k) ?? 0) + dt[i]);
    }
  }
});
const all = dt.reduce((a: number, b: number) => a + b, 0);
const top = (m: Map<string, number>, n: number) =>
  [...m]
    .sort((a, b) => b[1] - a[1])
    .slice(0, n)
    .map(([k, v]) => `${((100 * v) / all).toFixed(1)}% ${k}`)
    .join('\n');
console.log('SELF');
console.log(all / 600 / 1000, 'ms each');
const name = (id: number) => {
  const n: any = nodes.get(id);
  return n.callFrame.functionName + ':' + n.callFrame.lineNumber;
};
const incl = new Map<number, number>();
profile.samples!.forEach((id: number, i: number) => {
  for (let x: number | undefined = id; x !== undefined; x = parent.get(x)) incl.set(x, (incl.get(x) ?? 0) + dt[i]);
});
function merged(fn: string, depth: number) {
  // merge nodes with name fn
  const roots = profile.nodes.filter((n: any) => n.callFrame.functionName === fn).map((n: any) => n.id);
  const show = (ids: number[], d: number) => {
    if (d > depth) return;
    const g = new Map<string, number[]>();
    for (const id of ids)
      for (const c of (nodes.get(id) as any).children ?? []) {
        const k = name(c);
        g.set(k, [...(g.get(k) ?? []), c]);
      }
    const rows = [...g]
      .map(([k, v]) => [k, v, v.reduce((s, x) => s + (incl.get(x) ?? 0), 0)] as const)
      .sort((a, b) => b[2] - a[2]);
    for (const [k, v, t] of rows)
      if ((100 * t) / all > 0.35) {
        console.log('  '.repeat(d) + ((100 * t) / all).toFixed(1) + ' ' + k);
        show(v, d + 1);
      }
  };
  console.log('== ' + fn, ((100 * roots.reduce((s: number, x: number) => s + (incl.get(x) ?? 0), 0)) / all).toFixed(1));
  show(roots, 1);
}
for (const f of [
  'assessFit',
  'assessMass',
  'assessCooling',
  'assessBrakes',
  'assessJoints',
  'assessMoney',
  'assessGearing',
  'assessAlone',
])
  merged(f, f === 'assessAlone' ? 1 : 4);
