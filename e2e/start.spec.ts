import { once } from 'node:events';
import { connect } from 'node:net';
import { spawn, spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, Sable, test } from './sable.ts';

const main = path.resolve(import.meta.dirname, '../server/dist/main.mjs');

/** Runs the server with these options until it ends by itself. */
function ends(...options: string[]): { code: number | null; said: string } {
  const r = spawnSync(process.execPath, [main, ...options], { encoding: 'utf8', timeout: 50_000 });
  return { code: r.status, said: r.stderr.trim() };
}

test('a taken port, an unwritable folder and a folder in use get one clear sentence and exit 1', async ({ sable }) => {
  const folder = mkdtempSync(path.join(tmpdir(), 'sable-e2e-'));
  try {
    const port = new URL(sable.url).port;
    cpSync(Sable.template!, folder, { recursive: true });
    expect(ends('--port', port, '--data', folder)).toEqual({
      code: 1,
      said: `Port ${port} is taken. Stop what uses it, or choose another with --port.`,
    });
    const file = path.join(folder, 'a-file');
    writeFileSync(file, '');
    expect(ends('--data', path.join(file, 'below'))).toMatchObject({
      code: 1,
      said: expect.stringMatching(/^The data folder .* can’t be written\. Choose another with --data\.$/),
    });
    expect(ends('--port', '0', '--data', sable.folder)).toMatchObject({
      code: 1,
      said: expect.stringMatching(/^The data folder is in use by another Sable \(process \d+\)\./),
    });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

test('--no-demo starts an empty shop, and the first screen says what to do', async ({ page }) => {
  const empty = new Sable(false);
  await empty.start('--no-demo');
  try {
    await page.goto(empty.url);
    await expect(page).toHaveURL(/\/shop$/);
    await expect(page.getByText('No builds yet')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Bring in a file' })).toBeVisible();
  } finally {
    await empty.stop();
    empty.remove();
  }
});

test('--reset-demo puts the demo back', async () => {
  const own = new Sable();
  await own.start();
  try {
    const { version } = await own.build();
    await fetch(`${own.url}/api/v1/builds/glider-tug/name`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', 'if-match': `"${version}"` },
      body: JSON.stringify({ name: 'Changed' }),
    });
    expect((await own.build()).build.name).toBe('Changed');
    await own.stop();
    await own.start('--reset-demo');
    expect((await own.build()).build.name).toBe('Glider tug');
  } finally {
    await own.stop();
    own.remove();
  }
});

test('a dead process leaves no lock behind', async () => {
  const own = new Sable();
  await own.start();
  try {
    await own.stop('SIGKILL');
    await own.start();
    expect((await own.build()).version).toBe(1);
  } finally {
    await own.stop();
    own.remove();
  }
});

test('asked to stop it stops, though a browser holds a connection that it never used', async () => {
  // Left to themselves such connections stay for more than a minute.
  test.setTimeout(45_000);
  const own = new Sable();
  await own.start();
  const { hostname, port } = new URL(own.url);
  const unused = connect(Number(port), hostname);
  try {
    await once(unused, 'connect');
    expect(await own.stop()).toBe(0);
  } finally {
    unused.destroy();
    await own.stop('SIGKILL');
    own.remove();
  }
});

test('a request for another host is refused by the running server', async ({ sable }) => {
  const { hostname, port } = new URL(sable.url);
  const curl = spawn('node', [
    '-e',
    `require('http').get({host:'${hostname}',port:${port},path:'/api/v1/builds',headers:{host:'evil.example'}},r=>process.exit(r.statusCode===403?0:1))`,
  ]);
  expect(await new Promise((resolve) => curl.on('exit', resolve))).toBe(0);
});
