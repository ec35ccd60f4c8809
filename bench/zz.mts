import { readFileSync } from 'node:fs'; import path from 'node:path';
import { assess } from '../core/src/assess/assess.ts';
const demo = path.resolve(import.meta.dirname, '../server/src/demo');
const read = (name: string): any => JSON.parse(readFileSync(path.join(demo, `${name}.json`), 'utf8'));
const library = { engines: read('engines'), gearboxes: read('gearboxes'), parts: read('parts') };
for (const b of ['glider-tug', 'ice-racer', 'forestry-pickup']) { const build = read('build-' + b); for (const c of build.candidates) { const a = assess(build, c, library); const j = a.figures!.joints!.joints; console.log(b, c.id, a.state, a.findings[0]?.title); for (const x of j) if (!['direct', 'parts'].includes(x.closure.how) || x.state !== 'clear') console.log('    ', x.key, x.state, x.closure.how, (x.closure as any).by?.words ?? JSON.stringify((x.closure as any).missing ?? (x.closure as any).but?.words ?? '').slice(0, 120)); console.log('   joints', j.length); } }
