import path from 'node:path';
import { ensureDependencies, ensureServerBuilt, node, root } from './ensure.mjs';

/** npm run restore -- FILE --data FOLDER: the shop of a file into a data folder. */
const [file, ...rest] = process.argv.slice(2);
if (file === undefined || file.startsWith('-')) {
  console.error('npm run restore -- FILE [--data FOLDER]');
  process.exit(1);
}
await ensureDependencies();
process.exit(node([ensureServerBuilt(), '--restore', path.resolve(file), ...rest], { cwd: root }));
