import { ensureChromium, ensureDependencies, ensureServerBuilt, ensureWebBuilt, node } from './ensure.mjs';

const chromium = ensureChromium();
await ensureDependencies();
ensureWebBuilt();
ensureServerBuilt();
process.exit(node(['--import', 'tsx', 'bench/main.ts'], { env: { ...process.env, CHROMIUM: chromium } }));
