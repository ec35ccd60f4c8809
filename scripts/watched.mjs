// A run of Node that is ended, and says what it was at, when it does not end by itself.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { root } from './ensure.mjs';

const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** Where a process is, by its inspector: stopped where it runs, or only waiting. */
async function stackAt(url) {
  // Not above: this file is read before anything is installed.
  const { WebSocket } = await import('ws');
  return new Promise((resolve) => {
    const socket = new WebSocket(url);
    const done = (text) => {
      socket.terminate();
      resolve(text);
    };
    socket.on('error', (error) => resolve(String(error)));
    socket.on('open', () => {
      socket.send('{"id":1,"method":"Debugger.enable"}');
      socket.send('{"id":2,"method":"Debugger.pause"}');
    });
    let pauses = 0;
    const seen = [];
    const urls = new Map();
    socket.on('message', (text) => {
      const { method, params } = JSON.parse(text);
      if (method === 'Debugger.scriptParsed') urls.set(params.scriptId, params.url);
      if (method !== 'Debugger.paused') return;
      seen.push(
        params.callFrames
          .slice(0, 30)
          .map((f) => `${f.functionName} ${f.url || urls.get(f.location.scriptId)}:${f.location.lineNumber + 1}`)
          .join('\n    '),
      );
      // In an endless loop of promises the first place is often that of a hook.
      if (++pauses === 4) return done(seen.join('\n   or\n    '));
      socket.send(`{"id":${pauses + 10},"method":"Debugger.resume"}`);
      setTimeout(() => socket.send(`{"id":${pauses + 20},"method":"Debugger.pause"}`), 50);
    });
    setTimeout(done, 4000, 'runs nothing: it waits');
  });
}

/** Where every process of a group is. Node listens for an inspector once it gets the signal, even in an endless loop. */
async function stacks(group, said) {
  process.kill(-group, 'SIGUSR1');
  await wait(5000);
  const urls = [...said().matchAll(/ws:\/\/[\d.:]+\/[\w-]+/g)].map(([url]) => url);
  const at = await Promise.all(urls.map(stackAt));
  return at.map((stack) => `A process is at\n    ${stack}`).join('\n');
}

/**
 * Runs Node; resolves with how it ended and all that it said. After `limitMs` it is ended, with code 1 and `late`, and the files
 * begun and not ended (by `progress`, see unitProgress.mjs) and the stacks of its processes are told.
 */
export async function watched(args, limitMs) {
  const progress = path.join(root, 'test-results/progress.json');
  mkdirSync(path.dirname(progress), { recursive: true });
  const child = spawn(process.execPath, args, {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true, // a group of its own, to reach whatever it started
    env: { ...process.env, SABLE_UNIT_PROGRESS: progress, NODE_OPTIONS: '--inspect-port=0' },
  });
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
  const where = await stacks(child.pid, () => said);
  end('SIGKILL');
  await ended;
  return {
    code: 1,
    late: true,
    said: `${said}\nEnded after ${Math.round(limitMs / 60_000)} minutes. Begun and not ended:\n${files.join('\n')}\n${where}`,
  };
}
