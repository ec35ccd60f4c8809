import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { buildSync } from 'esbuild';
import type * as Core from '@sable/core';

const HIGHS = fileURLToPath(import.meta.resolve('highs'));

/**
 * Core of the checkout in the folder, bundled as it ships. Run from its sources, every closure made would carry the naming
 * call of the loader, which the product has not, and code that makes closures would look slower than it is.
 */
export async function bundledCore(folder: string): Promise<typeof Core> {
  const out = mkdtempSync(path.join(tmpdir(), 'core-'));
  const file = path.join(out, 'core.mjs');
  buildSync({
    entryPoints: [path.resolve(folder, 'core/src/index.ts')],
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'warning',
    // The solver finds its program beside itself.
    alias: { highs: HIGHS },
    external: [HIGHS],
    outfile: file,
    banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
  });
  try {
    return (await import(pathToFileURL(file).href)) as typeof Core;
  } finally {
    rmSync(out, { recursive: true });
  }
}
