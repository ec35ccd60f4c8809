import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureServerBuilt } from './ensure.mjs';
import { bundleUnitCore } from './unitCore.mjs';

/**
 * Before the unit tests: sums run in threads, and a thread starts from the bundle; databases are made once and
 * copied; core is bundled once.
 * @public called by Jest
 */
export default async () => {
  ensureServerBuilt();
  await bundleUnitCore();
  process.env.SABLE_TEST_SHOPS = mkdtempSync(path.join(tmpdir(), 'sable-shops-'));
};
