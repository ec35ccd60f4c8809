import { createWriteStream } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { parseArgs } from 'node:util';
import { ensureDependencies, ensureServerBuilt, node, root } from './ensure.mjs';

/** npm run backup -- FILE: the whole shop into one file, from a Sable that runs, or else from its data folder. */
const USAGE = 'npm run backup -- FILE [--port N | --data FOLDER]';
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { port: { type: 'string' }, data: { type: 'string' } },
});
const [file] = positionals;
if (file === undefined) {
  console.error(USAGE);
  process.exit(1);
}
const target = path.resolve(file);
const port = values.port ?? process.env.PORT ?? '4080';

/** Whether a running Sable has given it. */
async function fromRunning() {
  let answer;
  try {
    answer = await fetch(`http://127.0.0.1:${port}/api/v1/shop/backup`);
  } catch {
    if (values.port === undefined) return false;
    console.error(`No Sable answers at port ${port}.`);
    process.exit(1);
  }
  if (!answer.ok || !answer.body) {
    console.error(`What answers at port ${port} gives no backup (${answer.status}).`);
    process.exit(1);
  }
  const making = `${target}.${process.pid}`;
  try {
    await pipeline(Readable.fromWeb(answer.body), createWriteStream(making));
    await rename(making, target);
  } catch (error) {
    await rm(making, { force: true });
    console.error(`The file ${target} could not be written: ${error.message}.`);
    process.exit(1);
  }
  console.log(`The whole shop is in ${target}.`);
  return true;
}

if (values.data === undefined && (await fromRunning())) process.exit(0);
await ensureDependencies();
process.exit(
  node([ensureServerBuilt(), '--backup', target, ...(values.data === undefined ? [] : ['--data', values.data])], {
    cwd: root,
  }),
);
