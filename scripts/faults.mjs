// Proof that the tests bite: plants the faults of scripts/faults.json, one at a time and in a copy, and shows which the unit
// tests catch. npm run faults [-- part of a name]
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureDependencies, ensureServerBuilt, ensureValidators, root } from './ensure.mjs';

await ensureDependencies();
ensureValidators();
ensureServerBuilt();
const ENOUGH = 25;
const wanted = process.argv[2];
const faults = JSON.parse(readFileSync(path.join(root, 'scripts/faults.json'), 'utf8')).filter(
  (f) => wanted === undefined || f.what.includes(wanted) || f.file.includes(wanted),
);
const copy = mkdtempSync(path.join(tmpdir(), 'sable-faults-'));
const shared = path.join(root, '../shared');
const left = new Set(['node_modules', '.git', '.data', 'test-results', '.tsbuild']);
cpSync(root, path.join(copy, 'sable'), {
  recursive: true,
  filter: (source) => !left.has(path.basename(source)) || source === root,
});
const house = path.join(copy, 'sable');
symlinkSync(path.join(root, 'node_modules'), path.join(house, 'node_modules'));
symlinkSync(shared, path.join(copy, 'shared'));

function test(patterns) {
  const args = ['--experimental-vm-modules', '--disable-warning=ExperimentalWarning', 'node_modules/jest/bin/jest.js'];
  const { status } = spawnSync(process.execPath, [...args, '--bail', '--silent', ...patterns.split(' ')], {
    cwd: house,
    stdio: 'ignore',
    timeout: 600_000,
  });
  return status === 0;
}

let caught = 0;
const missed = [];
try {
  for (const { what, file, find, put, tests } of faults) {
    const at = path.join(house, file);
    const text = readFileSync(at, 'utf8');
    if (text.split(find).length !== 2) {
      console.error(`${file} does not have this once, the list is not current: ${find}`);
      process.exitCode = 2;
      continue;
    }
    writeFileSync(
      at,
      text.replace(find, () => put),
    );
    const passed = test(tests);
    writeFileSync(at, text);
    if (passed) missed.push(what);
    else caught++;
    console.log(`${passed ? 'MISSED' : 'caught'}  ${what} (${file})`);
  }
} finally {
  rmSync(copy, { recursive: true, force: true });
}
console.log(`${caught} of ${faults.length} caught.${missed.length > 0 ? ` Missed: ${missed.join('; ')}.` : ''}`);
if (wanted === undefined && caught < ENOUGH) process.exitCode = 1;
