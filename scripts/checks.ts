// The table of checks in the docs, written from the one in core. With --check it only says whether it is current.
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { CHECK_TABLE, type CheckEntry } from '../core/src/assess/checkTable.ts';
import { wordSentence } from '../core/src/units/index.ts';

const file = path.resolve(import.meta.dirname, '../docs/checks.md');
/** Addresses of one thing together: `/chassis/brakes` says all that is below it. */
function shorter(list: readonly string[]): string {
  const own = list.filter((a) => !list.some((b) => b !== a && a.startsWith(`${b}/`)));
  return own.length === 0 ? '–' : own.map((a) => `\`${a}\``).join(' ');
}
const row = ([id, e]: [string, CheckEntry]) =>
  `| \`${id}\` | ${e.asks} | ${shorter(e.required)} | ${shorter(e.estimable)} | ${shorter(e.raisedBy)} | ${wordSentence(e.formula, { system: 'metric' })} | ${e.limit} |`;

const wanted = `# Every check

Written by \`npm run checks\` from \`core/src/assess/checkTable.ts\`; \`npm test\` takes each input of each demo candidate away and holds the checks to
this table. Addresses are those of the data: \`*\` stands for an id or a place in a list, \`[]\` for a whole list.

*Required*: missing, the check is unknown and says where it is entered. *Estimable*: missing, a typical figure or a worse case stands in its place, and
never makes it better. *Asked for by*: without it the question is not asked.

| Check | It asks | Required | Estimable | Asked for by | Formula | Limit |
| --- | --- | --- | --- | --- | --- | --- |
${Object.entries(CHECK_TABLE).map(row).join('\n')}
`;
let there = '';
try {
  there = readFileSync(file, 'utf8');
} catch {
  // Not written yet.
}
if (there !== wanted) {
  if (process.argv.includes('--check')) {
    console.error('docs/checks.md is not current: run npm run checks.');
    process.exit(1);
  }
  writeFileSync(file, wanted);
}
