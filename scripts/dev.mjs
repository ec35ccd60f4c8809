import { spawn } from 'node:child_process';
import { bin, ensureDependencies, ensureServerBuilt, ensureValidators, root } from './ensure.mjs';

await ensureDependencies();
ensureValidators();
ensureServerBuilt(); // threads for sums start from the bundle
const origin = 'http://127.0.0.1:5173';
const api = spawn(
  process.execPath,
  [
    '--watch-path=server/src',
    '--watch-path=core/src',
    '--import',
    'tsx',
    'server/src/main.ts',
    '--data',
    '.data/dev',
    ...process.argv.slice(2),
  ],
  {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, SABLE_DEV_ORIGIN: origin },
  },
);
const web = spawn(process.execPath, [bin('vite/bin/vite.js')], { cwd: `${root}/web`, stdio: 'inherit' });
const end = () => {
  api.kill('SIGTERM');
  web.kill('SIGTERM');
};
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, end);
api.on('exit', end);
web.on('exit', end);
