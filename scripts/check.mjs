// The quick round while editing: format, lint, types and unit tests side by side. What needs a database waits for npm test.
import { spawn } from 'node:child_process';
import { bin, ensureDependencies, ensureValidators, root } from './ensure.mjs';
import { LINT } from './lint.mjs';

await ensureDependencies();
ensureValidators();
const steps = [
  [
    'unit tests',
    [
      '--experimental-vm-modules',
      '--disable-warning=ExperimentalWarning',
      bin('jest/bin/jest.js'),
      '--testPathIgnorePatterns',
      'server/test',
    ],
  ],
  ['tables', ['scripts/tables.mjs', '--check']],
  ['map of core', ['scripts/map.mjs', '--check']],
  ...LINT,
  ['format', [bin('oxfmt/bin/oxfmt'), '--check']],
];
const results = await Promise.all(
  steps.map(
    ([name, args]) =>
      new Promise((resolve) => {
        const child = spawn(process.execPath, args, { cwd: root });
        let said = '';
        child.stdout.on('data', (d) => (said += d));
        child.stderr.on('data', (d) => (said += d));
        child.on('exit', (code) => {
          console.log(code === 0 ? `ok      ${name}` : `broken  ${name}\n${said}`);
          resolve(code === 0);
        });
      }),
  ),
);
process.exit(results.every(Boolean) ? 0 : 1);
