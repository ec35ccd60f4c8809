/** Packs the built web app, so that the server sends files as they are to a browser that takes gzip. */
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import zopfli from '@gfx/zopfli';

const folder = process.argv[2];
/** What every first page waits for is worth seconds of packing: gzip all the same, four parts in a hundred smaller. */
const FIRST = /^(index|judging\.worker)-.*\.js$/;
const ROUNDS = 5;

for (const name of readdirSync(folder)) {
  if (!/\.(js|css)$/.test(name)) continue;
  const bytes = readFileSync(path.join(folder, name));
  const packed = FIRST.test(name)
    ? await zopfli.gzipAsync(bytes, { numiterations: ROUNDS })
    : gzipSync(bytes, { level: 9 });
  writeFileSync(path.join(folder, `${name}.gz`), packed);
}
