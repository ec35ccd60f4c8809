// Every field for a figure, typed into in the browser with a reload of its screen; a table of what became of it.
import { ensureChromium, ensureDependencies, ensureServerBuilt, ensureWebBuilt, node } from './ensure.mjs';

const chromium = ensureChromium();
await ensureDependencies();
ensureWebBuilt();
ensureServerBuilt();
process.exit(
  node(['--import', 'tsx', 'e2e/fields.ts', ...process.argv.slice(2)], { env: { ...process.env, CHROMIUM: chromium } }),
);
