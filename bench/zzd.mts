import { readFileSync } from 'node:fs';
import path from 'node:path';
import { bundledCore } from './bundled.ts';
const root=process.argv[2]??'/work/main';
const demo=root+'/server/src/demo'; const read=(n:string)=>JSON.parse(readFileSync(path.join(demo,`${n}.json`),'utf8'));
const { assess } = await bundledCore(root);
const library={engines:read('engines'),gearboxes:read('gearboxes'),parts:read('parts')};
for (const b of ['glider-tug','ice-racer','forestry-pickup']){const build=read('build-'+b); for(const c of build.candidates){const a:any=assess(build,c,library).figures!.acceleration; for(const k of ['zeroTo100S','quarterMileS','quarterMileKph']) console.log(b,c.id,k,a?.[k]?.value.toFixed(4),a?.[k]?.plusMinus.toFixed(4));}}
