import { steadyLoad } from './steady.ts';
import { RunningSable } from '../e2e/running.ts';
const s = new RunningSable(false);
await s.start('--no-backups');
console.log(JSON.stringify(await steadyLoad(new URL(s.url), s.pid), null, 1));
await s.stop();
s.remove();
