import { spawn } from 'node:child_process';
import { ensureDependencies, ensureServerBuilt, ensureWebBuilt, root } from './ensure.mjs';

await ensureDependencies();
ensureWebBuilt();
const child = spawn(process.execPath, ['--enable-source-maps', ensureServerBuilt(), ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => child.kill('SIGTERM'));
// A kill of "npm start" ends npm and its shell but not this process: stop when the parent is gone.
const parent = process.ppid;
setInterval(() => process.ppid !== parent && child.kill('SIGTERM'), 500).unref();
child.on('exit', (code, signal) => process.exit(code ?? (signal ? 1 : 0)));
