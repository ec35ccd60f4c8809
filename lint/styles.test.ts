import { readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';

const web = path.resolve(import.meta.dirname, '../web/src');

function filesOf(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const file = path.join(folder, name);
    return statSync(file).isDirectory() ? filesOf(file) : [file];
  });
}

const all = filesOf(web);
const sheets = all.filter((f) => f.endsWith('.module.css'));
const text = (file: string) => readFileSync(file, 'utf8');

/** The classes that a module names as its own: what it only leans on stands in `:global(…)`. */
function classesOf(sheet: string): Set<string> {
  const own = text(sheet)
    .replace(/\/\*[\s\S]*?\*\//g, '')
    .replace(/:global\([^)]*\)/g, '')
    .replace(/\{[^{}]*\}/g, '{}');
  return new Set([...own.matchAll(/\.([a-zA-Z][\w-]*)/g)].map((m) => m[1]!).filter((c) => !c.startsWith('Mui')));
}

/** The classes of modules that the code asks for, by sheet. */
function askedFor(): Map<string, Set<string>> {
  const asked = new Map<string, Set<string>>(sheets.map((s) => [s, new Set()]));
  for (const file of all.filter((f) => f.endsWith('.tsx'))) {
    const code = text(file);
    for (const [, name, from] of code.matchAll(/import (\w+) from '([^']+\.module\.css)'/g)) {
      const sheet = asked.get(path.resolve(path.dirname(file), from!));
      if (!sheet) throw new Error(`${file} imports ${from}, which is not there`);
      for (const [, asks] of code.matchAll(new RegExp(`\\b${name}\\['([\\w-]+)'\\]`, 'g'))) sheet.add(asks!);
    }
  }
  return asked;
}

test('every class that the code asks a module for is there, and none is there unasked', () => {
  const wrong = [...askedFor()].flatMap(([sheet, asked]) => {
    const own = classesOf(sheet);
    const name = path.relative(web, sheet);
    return [
      ...[...asked].filter((c) => !own.has(c)).map((c) => `${name} has no .${c}`),
      ...[...own].filter((c) => !asked.has(c)).map((c) => `nobody asks ${name} for .${c}`),
    ];
  });
  expect(wrong).toEqual([]);
});

test('the one global sheet stays short: what belongs to a screen or piece stands beside it', () => {
  const global = all.filter((f) => f.endsWith('.css') && !f.endsWith('.module.css'));
  expect(global.map((f) => path.relative(web, f))).toEqual(['app/global.css']);
  expect(text(global[0]!).split('\n').length).toBeLessThan(250);
});

test('colours stand in the tokens alone', () => {
  const coloured = all
    .filter((f) => f.endsWith('.css'))
    .flatMap((f) => [...text(f).matchAll(/#[0-9a-f]{3,8}\b/gi)].map((m) => `${path.relative(web, f)}: ${m[0]}`));
  expect(coloured).toEqual([]);
});

test('every variable that a sheet reads is a token, or set by the code', () => {
  const tokens = text(path.join(web, 'pieces/tokens.ts'));
  const names = new Set(
    [...tokens.matchAll(/^ {4}(\w+): '#/gm)].map((m) => m[1]!.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)),
  );
  expect(names.size).toBeGreaterThan(20);
  const code = all
    .filter((f) => /\.tsx?$/.test(f))
    .map(text)
    .join('\n');
  const unknown = all
    .filter((f) => f.endsWith('.css'))
    .flatMap((f) => [...text(f).matchAll(/var\(--([\w-]+)/g)].map((m) => m[1]!))
    .filter((name) => !names.has(name) && !code.includes(`'--${name}'`));
  expect([...new Set(unknown)]).toEqual([]);
});
