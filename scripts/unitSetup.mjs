import { ensureServerBuilt } from './ensure.mjs';

/**
 * Before the unit tests: sums run in threads, and a thread starts from the bundle.
 * @public called by Jest
 */
export default () => void ensureServerBuilt();
