import { existsSync } from 'node:fs';
import path from 'node:path';
import { root } from './ensure.mjs';

export const SOURCES = path.join(root, 'core/src');
export const OUT = path.join(root, 'node_modules/.cache/sable-unit-core');

/** What stands in for a source of core in the unit tests (`unitCore.mjs`), or undefined for a file that is none. */
export function standIn(source) {
  if (!source.startsWith(SOURCES + path.sep) || !source.endsWith('.ts')) return undefined;
  return path.join(OUT, path.relative(SOURCES, source).replace(/\.ts$/, '.mjs'));
}

/** @public called by Jest */
export default {
  sync(request, options) {
    const found = options.defaultResolver(request, options);
    const instead = standIn(found);
    return instead && existsSync(instead) ? instead : found;
  },
};
