import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';

const slashes = (p) => p.split(path.sep).join('/');
const isSource = (p) => /\.tsx?$/.test(p) && !/\.test\.tsx?$/.test(p);

/** Every source file under a folder, tests left out; paths from there, with forward slashes, in order of their names. */
function sourcesOf(folder) {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => slashes(path.relative(folder, path.join(entry.parentPath ?? entry.path, entry.name))))
    .filter(isSource)
    .sort();
}

/** Where an import of a file leads, as a path from the root of its house; undefined where it leads out of the house. */
export function targetOf(house, from, specifier) {
  if (house.package && specifier === house.package) return 'index.ts';
  if (house.package && specifier.startsWith(`${house.package}/`))
    return `${specifier.slice(house.package.length + 1)}/index.ts`;
  if (!specifier.startsWith('.')) return undefined;
  const target = path.posix.normalize(path.posix.join(path.posix.dirname(from), specifier));
  return target.startsWith('../') ? undefined : target;
}

/** The imports among the files of a house, types included: from each file to those it names. */
export function importsOf(house, folder) {
  return new Map(
    sourcesOf(folder).map((file) => {
      const { importedFiles } = ts.preProcessFile(readFileSync(path.join(folder, file), 'utf8'), true, true);
      const targets = importedFiles.map((i) => targetOf(house, file, i.fileName)).filter((t) => t !== undefined);
      return [file, [...new Set(targets)]];
    }),
  );
}

/** Groups of files that import each other in a circle (strongly connected components, Tarjan 1972), each in order of names. */
export function circlesIn(imports) {
  const index = new Map();
  const low = new Map();
  const stack = [];
  const onStack = new Set();
  const circles = [];
  const visit = (file) => {
    index.set(file, index.size);
    low.set(file, index.get(file));
    stack.push(file);
    onStack.add(file);
    for (const next of imports.get(file) ?? []) {
      if (!imports.has(next)) continue;
      if (!index.has(next)) {
        visit(next);
        low.set(file, Math.min(low.get(file), low.get(next)));
      } else if (onStack.has(next)) low.set(file, Math.min(low.get(file), index.get(next)));
    }
    if (low.get(file) !== index.get(file)) return;
    const circle = [];
    for (let member; member !== file;) {
      member = stack.pop();
      onStack.delete(member);
      circle.push(member);
    }
    if (circle.length > 1 || (imports.get(file) ?? []).includes(file)) circles.push(circle.sort());
  };
  for (const file of imports.keys()) if (!index.has(file)) visit(file);
  return circles;
}
