import { mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { buildSync } from 'esbuild';
import { OUT, SOURCES, standIn } from './unitResolver.mjs';
import { OWN } from './unitTransform.mjs';

const BUNDLE = path.join(OUT, 'core.mjs');

/**
 * Every test file has its modules to itself, and linking hundreds of small sources anew takes longer than most of the tests.
 * They are bundled once; whoever imports one of them gets what that one exports, out of the bundle.
 */
export async function bundleUnitCore() {
  rmSync(OUT, { recursive: true, force: true });
  const sources = readdirSync(SOURCES, { recursive: true }).filter((p) => /(?<!\.test|\.d)\.ts$/.test(p));
  buildSync({
    stdin: {
      contents: sources.map((p, i) => `export * as m${i} from ${JSON.stringify(`./${p}`)};`).join('\n'),
      resolveDir: SOURCES,
    },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'warning',
    sourcemap: 'inline',
    sourcesContent: false,
    // The solver finds its program beside itself.
    external: ['highs'],
    banner: {
      js: `import { createRequire } from 'node:module'; const require = createRequire(import.meta.url); ${OWN}`,
    },
    outfile: BUNDLE,
  });
  const modules = await import(pathToFileURL(BUNDLE).href);
  for (const [i, source] of sources.entries()) {
    const file = standIn(path.join(SOURCES, source));
    const names = Object.keys(modules[`m${i}`]);
    if (names.length === 0) continue;
    mkdirSync(path.dirname(file), { recursive: true });
    const from = JSON.stringify(path.relative(path.dirname(file), BUNDLE).replace(/^(?!\.)/, './'));
    writeFileSync(file, `import { m${i} as m } from ${from};\nexport const { ${names.join(', ')} } = m;\n`);
  }
}
