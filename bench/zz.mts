import { incoming } from './incoming.ts';
import { RunningSable } from '../e2e/running.ts';
import { memoryMb } from './server.ts';
const s = new RunningSable(false);
await s.start('--no-backups');
console.log(memoryMb(s.pid));
console.log(JSON.stringify(await incoming(new URL(s.url)), null, 1), memoryMb(s.pid));
await s.stop();
s.remove();
