import { readFileSync } from 'node:fs';
import path from 'node:path';
import { root } from './ensure.mjs';

/** The licences of what ships: every package that core, server and page depend on, with what depends on those. */
const { packages } = JSON.parse(readFileSync(path.join(root, 'package-lock.json'), 'utf8'));

/** The place of a package as Node would find it from another. */
function placeOf(name, from) {
  for (let at = from; ; at = at.slice(0, Math.max(0, at.lastIndexOf('/node_modules/')))) {
    const place = `${at === '' ? '' : `${at}/`}node_modules/${name}`;
    if (packages[place]) return place;
    if (at === '') return undefined;
  }
}

const found = new Map();
const queue = ['core', 'server', 'web'].flatMap((of) =>
  Object.keys(packages[of]?.dependencies ?? {}).map((name) => [name, of]),
);
for (let next = queue.pop(); next; next = queue.pop()) {
  const [name, from] = next;
  const place = placeOf(name, from);
  if (place === undefined || found.has(place)) continue;
  const { link, resolved, version, license, dependencies = {}, optionalDependencies = {} } = packages[place];
  if (link) {
    queue.push(...Object.keys(packages[resolved]?.dependencies ?? {}).map((n) => [n, resolved]));
    found.set(place, undefined);
    continue;
  }
  found.set(place, { name, version, license: license ?? 'not told' });
  queue.push(...Object.keys({ ...dependencies, ...optionalDependencies }).map((n) => [n, place]));
}
const shipped = [...found.values()].filter(Boolean).sort((a, b) => a.name.localeCompare(b.name));
for (const { name, version, license } of shipped) console.log(`${license.padEnd(24)} ${name} ${version}`);
const kinds = new Map();
for (const { license } of shipped) kinds.set(license, (kinds.get(license) ?? 0) + 1);
console.log(`\n${shipped.length} packages. ${[...kinds].map(([k, n]) => `${k}: ${n}`).join(', ')}`);
