// One picture of each main view from the demo data, for the README and the guide.
import { ensureChromium, ensureDependencies, ensureServerBuilt, ensureWebBuilt, node } from './ensure.mjs';

const chromium = ensureChromium();
await ensureDependencies();
ensureWebBuilt();
ensureServerBuilt();
process.exit(node(['--import', 'tsx', 'e2e/shots.ts'], { env: { ...process.env, CHROMIUM: chromium } }));
