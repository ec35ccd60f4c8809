import { RunningSable } from './running.ts';

/**
 * Before all tests: one database with the demo in it, for each worker and test to copy. Ends by removing it.
 * @public called by Playwright
 */
export default async function once(): Promise<() => void> {
  const first = new RunningSable(false);
  await first.start();
  await first.stop();
  process.env['SABLE_TEMPLATE'] = first.folder;
  return () => first.remove();
}
