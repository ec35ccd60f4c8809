import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureServerBuilt } from './ensure.mjs';

/**
 * Before the unit tests: sums run in threads, and a thread starts from the bundle; databases are made once and copied.
 * @public called by Jest
 */
export default () => {
  ensureServerBuilt();
  process.env.SABLE_TEST_SHOPS = mkdtempSync(path.join(tmpdir(), 'sable-shops-'));
};
