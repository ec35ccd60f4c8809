import { readFileSync } from 'node:fs';
import path from 'node:path';
import { bundledCore } from './bundled.ts';
const root=process.argv[2]??'/work/main'; const n=Number(process.argv[3]);
const demo=root+'/server/src/demo'; const read=(n:string)=>JSON.parse(readFileSync(path.join(demo,`${n}.json`),'utf8'));
const { assess } = await bundledCore(root);
const library={engines:read('engines'),gearboxes:read('gearboxes'),parts:read('parts')};
const build=read('build-glider-tug'); const one=build.candidates[2];
for(let i=0;i<300+n;i++) assess(build,one,library);
