import { ensureDependencies, ensureServerBuilt, node, root } from './ensure.mjs';

/** npm run attack -- SHARE: tries to break a Sable; what is tried and its numbers stand in e2e/attack.ts. */
await ensureDependencies();
ensureServerBuilt();
process.exit(node(['--import', 'tsx', 'attack.ts', ...process.argv.slice(2)], { cwd: `${root}/e2e` }));
