import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import {
  bin,
  ensureChromium,
  ensureDependencies,
  ensureServerBuilt,
  ensureValidators,
  ensureWebBuilt,
  node,
  quietly,
  root,
} from './ensure.mjs';
import { LINT } from './lint.mjs';
import { watched } from './watched.mjs';

const browser = !process.argv.includes('--no-browser');
const chromium = browser ? ensureChromium() : undefined; // first: say it before minutes of waiting
await ensureDependencies();
ensureValidators();
const results = path.join(root, 'test-results');
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });
let passed = 0;
let failed = 0;
const broken = [];
/** Lint and types count as no test, but a fault there fails the run. What they say comes in one piece when they end. */
async function stage(name, args) {
  const from = performance.now();
  const { code, said } = await quietly(args);
  console.log(`\n== ${name} (${Math.round((performance.now() - from) / 1000)} s)\n${said}`.trimEnd());
  if (code !== 0) broken.push(name);
}

// What takes longest goes beside everything else until the browser wants both cores.
const linted = (async () => {
  for (const [name, args] of LINT) await stage(name, args);
})();
await stage('tables', ['scripts/tables.mjs', '--check']);
await stage('map of core', ['scripts/map.mjs', '--check']);
await stage('table of checks', ['--import', 'tsx', 'scripts/checks.ts', '--check']);
await stage('dead exports', [bin('knip/bin/knip.js'), '--include', 'exports,types,files']);
ensureServerBuilt();
if (browser) ensureWebBuilt();
await stage('format', [bin('oxfmt/bin/oxfmt'), '--check']);

const from = performance.now();
const jest = [
  '--experimental-vm-modules',
  '--disable-warning=ExperimentalWarning',
  bin('jest/bin/jest.js'),
  '--json',
  `--outputFile=${results}/jest.json`,
];
// Against a run that never ends: a busy machine takes twice the time of an idle one.
const limit = 20 * 60_000;
let unit = await watched(jest, limit);
if (unit.late) {
  // Once a run came to no end for a reason still unknown: it is shown where it was, and all of it is run again.
  console.log(`\n== unit tests came to no end, and are run again\n${unit.said}`);
  unit = await watched(jest, limit);
}
console.log(`\n== unit tests (${Math.round((performance.now() - from) / 1000)} s)`);
console.log(unit.said.trimEnd());
await linted;
try {
  const j = JSON.parse(readFileSync(`${results}/jest.json`, 'utf8'));
  passed += j.numPassedTests;
  failed += j.numFailedTests + j.numRuntimeErrorTestSuites;
} catch {
  failed++;
}
if (unit.code !== 0 && failed === 0) broken.push('unit tests');

if (browser) {
  console.log('\n== browser tests');
  rmSync(path.join(root, '.data/e2e'), { recursive: true, force: true });
  const e2e = node([bin('@playwright/test/cli.js'), 'test', '--reporter=list,json'], {
    cwd: path.join(root, 'e2e'),
    env: {
      ...process.env,
      CHROMIUM: chromium,
      PLAYWRIGHT_JSON_OUTPUT_NAME: `${results}/e2e.json`,
      PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1',
    },
  });
  let e2eFailed = 0;
  try {
    const { stats } = JSON.parse(readFileSync(`${results}/e2e.json`, 'utf8'));
    passed += stats.expected + stats.flaky;
    e2eFailed = stats.unexpected;
    failed += e2eFailed;
    if (stats.flaky > 0) console.log(`\n${stats.flaky} browser tests passed at their second try only: see above.`);
  } catch {
    failed++;
  }
  if (e2e !== 0 && e2eFailed === 0) broken.push('browser tests');
}
failed += broken.length;
if (broken.length > 0) console.log(`\nBroken: ${broken.join(', ')}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
