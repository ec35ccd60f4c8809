import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { judgeCase } from './judge.ts';
import type { Case } from './map.ts';

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');
const file = path.resolve(process.argv[2] ?? path.join(root, '../shared/reference/cases.json'));
if (!existsSync(file)) {
  console.error(`There is no file ${file}. Name one: npm run reference -- FILE`);
  process.exit(1);
}
const cases = JSON.parse(readFileSync(file, 'utf8')) as Case[];
const count = { passed: 0, failed: 0, skipped: 0 };
for (const c of cases) {
  const verdict = await judgeCase(c);
  count[verdict.state]++;
  if (verdict.state === 'failed') {
    for (const m of verdict.misses)
      console.log(`${c.id}  ${m.field}  want ${JSON.stringify(m.want)}  got ${JSON.stringify(m.got)}`);
  }
}
console.log(`${count.passed} passed, ${count.failed} failed${count.skipped ? `, ${count.skipped} skipped` : ''}`);
process.exit(count.failed ? 1 : 0);
