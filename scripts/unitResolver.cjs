const { existsSync } = require('node:fs');
const path = require('node:path');

const root = path.resolve(__dirname, '..');
const SOURCES = path.join(root, 'core/src');
const OUT = path.join(root, 'node_modules/.cache/sable-unit-core');

/** What stands in for a source of core in the unit tests (`unitCore.mjs`), or undefined for a file that is none. */
function standIn(source) {
  if (!source.startsWith(SOURCES + path.sep) || !source.endsWith('.ts')) return undefined;
  return path.join(OUT, path.relative(SOURCES, source).replace(/\.ts$/, '.mjs'));
}

module.exports = {
  SOURCES,
  OUT,
  standIn,
  /** @public called by Jest */
  sync(request, options) {
    const found = options.defaultResolver(request, options);
    const instead = standIn(found);
    return instead && existsSync(instead) ? instead : found;
  },
};
