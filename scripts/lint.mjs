// Types, lint and the wall between the floors, each with the quickest tool that can do it; what is wrong is printed.
import { pathToFileURL } from 'node:url';
import { bin, node } from './ensure.mjs';

// Two checkers would each work out nearly all types anew: one is quicker.
const tsc = [bin('typescript7/bin/tsc'), '--noEmit', '--singleThreaded', '-p'];

/** What is run, by name. */
export const LINT = [
  ['types', [...tsc, 'tsconfig.lint.json']],
  // Core alone, without the page’s and the server’s types, which the one program has.
  ['types of core', [...tsc, 'core']],
  ['lint', [bin('oxlint/bin/oxlint'), '--type-aware', '--tsconfig', 'tsconfig.lint.json', '--deny-warnings']],
  ['wall', [bin('eslint/bin/eslint.js'), 'core/src', 'server/src', 'web/src', '--max-warnings', '0']],
];

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href)
  process.exit(LINT.map(([, args]) => node(args)).some((code) => code !== 0) ? 1 : 0);
