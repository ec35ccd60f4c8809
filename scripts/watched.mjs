// A run of Node that is ended, and says what it was at, when it does not end by itself.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { root } from './ensure.mjs';

const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** Every process's stack, from the reports that Node writes when it is asked by a signal. */
async function stacks(group, folder) {
  try {
    process.kill(-group, 'SIGUSR2');
  } catch {
    return '';
  }
  await wait(8000);
  return readdirSync(folder)
    .map((name) => {
      const r = JSON.parse(readFileSync(path.join(folder, name), 'utf8'));
      const active = r.libuv.filter((h) => h.is_active && h.type !== 'loop').map((h) => h.type);
      return `process ${r.header.processId}: ${r.javascriptStack?.message ?? ''}\n  ${(r.javascriptStack?.stack ?? []).join('\n  ')}\n  waits for: ${active.join(', ')}`;
    })
    .join('\n');
}

/**
 * Runs Node; resolves with how it ended and all that it said. After `limitMs` it is ended, with code 1, and the files
 * begun and not ended (by `progress`, see unitProgress.mjs) and the stacks of its processes are told.
 */
export async function watched(args, limitMs) {
  const folder = path.join(root, 'test-results/stacks');
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  const progress = path.join(root, 'test-results/progress.json');
  const child = spawn(
    process.execPath,
    ['--report-on-signal', '--report-signal=SIGUSR2', `--report-directory=${folder}`, ...args],
    {
      cwd: root,
      stdio: ['ignore', 'pipe', 'pipe'],
      detached: true, // a group of its own, to reach whatever it started
      env: { ...process.env, SABLE_UNIT_PROGRESS: progress },
    },
  );
  const end = (signal) => {
    try {
      process.kill(-child.pid, signal);
    } catch {
      // it ended meanwhile
    }
  };
  const signals = ['SIGINT', 'SIGTERM', 'SIGHUP'];
  signals.forEach((s) => process.once(s, () => (end(s), process.exit(1))));
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (d) => (said += d));
  const ended = new Promise((resolve) => {
    child.on('error', (error) => resolve({ code: 1, said: error.message }));
    // Not when its output closes: a process that it left behind could hold that open for ever.
    child.on('exit', (code) => setTimeout(() => resolve({ code: code ?? 1, said }), 200));
  });
  let timer;
  const late = new Promise((resolve) => (timer = setTimeout(resolve, limitMs, 'late')));
  const first = await Promise.race([ended, late]);
  clearTimeout(timer);
  if (first !== 'late') return first;
  const running = existsSync(progress) ? JSON.parse(readFileSync(progress, 'utf8')) : [];
  const files = running.map(
    (f) => `  ${path.relative(root, f.name)}, for ${Math.round((Date.now() - f.since) / 1000)} s`,
  );
  const where = await stacks(child.pid, folder);
  end('SIGKILL');
  await ended;
  return {
    code: 1,
    said: `${said}\nEnded after ${Math.round(limitMs / 60_000)} minutes. Begun and not ended:\n${files.join('\n')}\n${where}`,
  };
}
