import { readFileSync } from 'node:fs';
import path from 'node:path';
import { bundledCore } from './bundled.ts';
const demo='/work/main/server/src/demo'; const read=(n:string)=>JSON.parse(readFileSync(path.join(demo,`${n}.json`),'utf8'));
const A=await bundledCore('/tmp/base'), B=await bundledCore('/work/main');
const mk=()=>({library:{engines:read('engines'),gearboxes:read('gearboxes'),parts:read('parts')},build:read('build-glider-tug')});
const a=mk(),b=mk();
const fa=()=>A.assess(a.build,a.build.candidates[2],a.library), fb=()=>B.assess(b.build,b.build.candidates[2],b.library);
const ga=()=>A.assessAll(a.build,a.library), gb=()=>B.assessAll(b.build,b.library);
const t=(f:()=>unknown)=>{const s=performance.now(); f(); return performance.now()-s;};
const med=(x:number[])=>x.sort((p,q)=>p-q)[x.length>>1]!;
for(let i=0;i<300;i++){fa();fb();}
for (const [name,x,y,n] of [['one',fa,fb,600],['six',ga,gb,80]] as const){ const ra:number[]=[],rb:number[]=[],r:number[]=[];
 for(let i=0;i<n;i++){ if(i%2){const p=t(x),q=t(y); ra.push(p);rb.push(q);r.push(q/p);}else{const q=t(y),p=t(x);ra.push(p);rb.push(q);r.push(q/p);} }
 console.log(name,'base',med(ra).toFixed(2),'min',ra[0]!.toFixed(2),'now',med(rb).toFixed(2),'min',rb[0]!.toFixed(2),'ratio',med(r).toFixed(3)); }
