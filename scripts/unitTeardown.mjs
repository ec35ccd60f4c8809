import { rmSync } from 'node:fs';

/**
 * After the unit tests: the copies of databases go.
 * @public called by Jest
 */
export default () => rmSync(process.env.SABLE_TEST_SHOPS, { recursive: true, force: true });
