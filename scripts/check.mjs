// The quick round while editing: format, lint, types, unit tests.
import { bin, ensureDependencies, ensureValidators, node } from './ensure.mjs';

await ensureDependencies();
ensureValidators();
const steps = [
  ['format', [bin('prettier/bin/prettier.cjs'), '--check', '--log-level', 'warn', '.']],
  ['lint', [bin('eslint/bin/eslint.js'), '.', '--max-warnings', '0']],
  ['types', [bin('typescript/bin/tsc'), '-b']],
  ['unit tests', ['--experimental-vm-modules', '--disable-warning=ExperimentalWarning', bin('jest/bin/jest.js')]],
];
for (const [name, args] of steps) {
  console.log(`== ${name}`);
  if (node(args) !== 0) process.exit(1);
}
