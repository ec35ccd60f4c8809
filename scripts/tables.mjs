// Tables of things that have a file each: a new one is a new file, and this writes it in. With --check it only says whether
// the tables are current.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');

/** Folder, the name of its table, and the files in it that are no entries. Each entry exports one thing, by its file's name, and its schema beside it where `schemas` names a table of those. */
const TABLES = [
  {
    folder: 'core/src/model/accepted',
    table: 'ACCEPTED',
    schemas: 'ACCEPTED_SCHEMAS',
    what: 'Every kind of accepted work, by its name.',
    besides: ['index', 'kind', 'fields', 'table'],
  },
  {
    folder: 'core/src/questions/joints/kinds',
    table: 'KINDS',
    what: 'Every kind of joint, by its name.',
    besides: ['index', 'table'],
  },
];

function tableText({ folder, table, what, besides, schemas }) {
  const names = readdirSync(path.join(root, folder))
    .filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts'))
    .map((f) => f.slice(0, -3))
    .filter((name) => !besides.includes(name))
    .sort();
  return [
    '// Written by scripts/tables.mjs from the files beside it; npm test says when it is not current.',
    ...names.map((name) => `import { ${name}${schemas ? `, ${name}Schema` : ''} } from './${name}.ts';`),
    '',
    `/** ${what} */`,
    `export const ${table} = {`,
    ...names.map((name) => `  ${name},`),
    '} as const;',
    ...(schemas ? ['', `export const ${schemas} = [`, ...names.map((name) => `  ${name}Schema,`), '] as const;'] : []),
    '',
  ].join('\n');
}

let stale = 0;
for (const entry of TABLES) {
  const file = path.join(root, entry.folder, 'table.ts');
  const wanted = tableText(entry);
  let there = '';
  try {
    there = readFileSync(file, 'utf8');
  } catch {
    // Not written yet.
  }
  if (there === wanted) continue;
  if (process.argv.includes('--check')) {
    console.error(`${entry.folder}/table.ts is not current: run npm run tables.`);
    stale++;
  } else writeFileSync(file, wanted);
}
process.exit(stale ? 1 : 0);
