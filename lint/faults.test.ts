import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';

interface Fault {
  readonly what: string;
  readonly file: string;
  readonly find: string;
  readonly put: string;
  readonly tests: string;
}

const root = path.resolve(import.meta.dirname, '..');
const faults = JSON.parse(readFileSync(path.join(root, 'scripts/faults.json'), 'utf8')) as readonly Fault[];

test('the list of faults is long enough, spread over the house, and names each once', () => {
  expect(faults.length).toBeGreaterThanOrEqual(30);
  expect(new Set(faults.map((f) => f.what)).size).toBe(faults.length);
  for (const folder of ['core/', 'server/', 'web/'])
    expect(faults.filter((f) => f.file.startsWith(folder)).length).toBeGreaterThanOrEqual(5);
});

test.each(faults)('$what: can still be planted', ({ file, find, put, tests }) => {
  const text = readFileSync(path.join(root, file), 'utf8');
  expect(text.split(find).length - 1).toBe(1);
  expect(put).not.toBe(find);
  // Each of its patterns leads to tests: a file, or the folder of some.
  for (const pattern of tests.split(' '))
    expect([
      pattern,
      ['', '.test.ts', '.test.tsx', '.ts', '.tsx'].some((end) => existsSync(path.join(root, pattern + end))),
    ]).toEqual([pattern, true]);
});
