// Plain Node, no dependencies: it runs before anything is installed.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
const modules = path.join(root, 'node_modules');
const stamp = path.join(modules, '.sable-installed');
export const bin = (p) => path.join(modules, p);

function fail(message) {
  console.error(`\n${message}\n`);
  process.exit(1);
}

function run(command, args, options = {}) {
  const r = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (r.error) fail(`Could not run ${command}: ${r.error.message}`);
  return r.status ?? 1;
}

export const node = (args, options) => run(process.execPath, args, options);

/** Runs Node beside other work; resolves with how it ended and all that it said. */
export function quietly(args) {
  const child = spawn(process.execPath, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (d) => (said += d));
  return new Promise((resolve) => {
    child.on('error', (error) => resolve({ code: 1, said: error.message }));
    child.on('close', (code) => resolve({ code: code ?? 1, said }));
  });
}

/** Asynchronous, so that a signal sent to this process ends npm too; a killed spawnSync would leave npm running. */
function npm(args) {
  // npm sets npm_execpath inside "npm start"; without it use the npm on PATH.
  const cli = process.env.npm_execpath;
  const child = cli?.endsWith('.js')
    ? spawn(process.execPath, [cli, ...args], { cwd: root, stdio: 'inherit' })
    : spawn('npm', args, { cwd: root, stdio: 'inherit', shell: process.platform === 'win32' });
  const signals = ['SIGINT', 'SIGTERM', 'SIGHUP'];
  const forward = (signal) => child.kill(signal);
  signals.forEach((s) => process.on(s, forward));
  return new Promise((resolve) => {
    const done = (code) => {
      signals.forEach((s) => process.off(s, forward));
      resolve(code);
    };
    child.on('error', () => done(1));
    child.on('exit', (code) => done(code ?? 1));
  });
}

/** One install at a time: two "npm ci" in one folder break each other. */
async function withInstallLock(work) {
  const lock = path.join(root, '.sable-install.lock');
  for (let told = false; ;) {
    try {
      writeFileSync(lock, String(process.pid), { flag: 'wx' });
      break;
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
      let pid = 0;
      try {
        pid = Number(readFileSync(lock, 'utf8'));
        process.kill(pid, 0);
      } catch (e) {
        if (e.code !== 'EPERM') {
          rmSync(lock, { force: true });
          continue;
        }
      }
      if (!told) console.log(`Another install (process ${pid}) is running: waiting for it.`);
      told = true;
      await new Promise((r) => setTimeout(r, 500));
    }
  }
  try {
    return await work();
  } finally {
    rmSync(lock, { force: true });
  }
}

export async function ensureDependencies() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) fail(`Node 20.19 or newer is needed; this is ${process.version}.`);
  // A hash, not a date: git sets every file's date to the time of the checkout.
  const wanted = createHash('sha256')
    .update(readFileSync(path.join(root, 'package-lock.json')))
    .update(`${process.platform}-${process.arch}-${process.versions.modules}`)
    .digest('hex');
  const done = () => existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted;
  if (done()) return;
  await withInstallLock(async () => {
    if (done()) return;
    console.log(
      existsSync(modules)
        ? 'The dependencies changed: installing them.'
        : 'First run: installing the dependencies (one or two minutes).',
    );
    const args = ['ci', '--include=dev', '--no-audit', '--no-fund', '--prefer-offline', '--loglevel=error'];
    if ((await npm(args)) !== 0) {
      rmSync(path.join(root, '.sable-install.lock'), { force: true });
      fail(
        'The dependencies could not be installed. Check the network and the npm registry setting, then run the same command again.',
      );
    }
    writeFileSync(stamp, wanted); // only after success, so an interrupted install is done again
  });
}

function newest(target) {
  if (!existsSync(target)) return 0;
  const s = statSync(target);
  if (!s.isDirectory()) return s.mtimeMs;
  const skip = new Set(['node_modules', 'dist', 'generated']);
  return Math.max(
    s.mtimeMs,
    ...readdirSync(target)
      .filter((n) => !skip.has(n))
      .map((n) => newest(path.join(target, n))),
  );
}

const newestOf = (...list) => Math.max(...list.map((p) => newest(path.join(root, p))));

/** Validators for the browser, compiled from the schemas: its content policy allows no code made at run time. */
export function ensureValidators() {
  const out = path.join(root, 'web/src/validators/generated/validators.js');
  if (newest(out) > newestOf('core/src', 'scripts/validators.ts', 'package-lock.json')) return;
  if (node(['--import', 'tsx', 'scripts/validators.ts']) !== 0) fail('The validators could not be compiled.');
}

export function ensureWebBuilt() {
  ensureValidators();
  const built = path.join(root, 'web/dist/index.html');
  if (newest(built) > newestOf('web', 'core/src', 'package-lock.json')) return;
  console.log('Building the web app.');
  if (node([bin('vite/bin/vite.js'), 'build', '--logLevel', 'error'], { cwd: path.join(root, 'web') }) !== 0)
    fail('The web app did not build.');
  if (node(['scripts/zip.mjs', path.join(root, 'web/dist/assets')]) !== 0) fail('The web app could not be packed.');
}

export function ensureServerBuilt() {
  const out = path.join(root, 'server/dist/main.mjs');
  if (newest(out) > newestOf('server/src', 'core/src', 'package-lock.json')) return out;
  // What holds WASM or reads its own files stays outside; the rest is bundled, because hundreds of small files start slowly.
  const outside = [
    'fastify',
    '@fastify/helmet',
    '@fastify/sse',
    '@fastify/static',
    '@fastify/swagger',
    '@fastify/swagger-ui',
    '@electric-sql/pglite',
    'tinypool',
    'exceljs',
    'highs',
  ];
  const args = [
    'server/src/main.ts',
    // Threads start from a file of their own.
    'server/src/jobs/sumWorker.ts',
    'server/src/jobs/fileWorker.ts',
    'server/src/db/dbThread.ts',
    '--bundle',
    '--platform=node',
    '--format=esm',
    '--target=node20',
    '--sourcemap',
    '--log-level=warning',
    `--outdir=${path.dirname(out)}`,
    '--entry-names=[name]',
    '--out-extension:.js=.mjs',
    ...outside.map((p) => `--external:${p}`),
  ];
  if (run(bin('esbuild/bin/esbuild'), args) !== 0) fail('The server did not build.');
  return out;
}

export function ensureChromium() {
  const wanted = process.env.CHROMIUM ?? '/usr/bin/chromium';
  if (existsSync(wanted)) return wanted;
  const isRoot = process.getuid?.() === 0;
  const apt = existsSync('/usr/bin/apt-get');
  if (!process.env.CHROMIUM && isRoot && apt) {
    console.log('Chromium is missing: installing it with apt-get.');
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    const quiet = { env, stdio: ['ignore', 'ignore', 'inherit'] };
    const ok =
      run('apt-get', ['-q', 'update'], quiet) === 0 &&
      run('apt-get', ['-q', 'install', '-y', '--no-install-recommends', 'chromium'], quiet) === 0;
    if (ok && existsSync(wanted)) return wanted;
    fail('apt-get could not install chromium.');
  }
  fail(
    `The browser tests need Chromium, and ${wanted} does not exist: install it (${apt ? 'sudo apt-get install chromium' : 'Chromium or Chrome'}), or name one with CHROMIUM=/path/to/chrome, or run npm test -- --no-browser.`,
  );
}
