import { once } from 'node:events';
import { connect } from 'node:net';
import { libraryCsv, type Library } from '@sable/core';
import { spawn, spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
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
    const none = path.join(folder, 'none');
    expect(ends('--backup', path.join(folder, 'x.gz'), '--data', none)).toEqual({
      code: 1,
      said: `There is no shop in ${none}.`,
    });
    expect(readdirSync(none)).toEqual([]);
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
    await expect(page.getByRole('button', { name: 'Import file' })).toBeVisible();
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
    // Nobody sits there to be asked.
    expect(ends('--reset-demo', '--port', '0', '--data', own.folder)).toMatchObject({
      code: 1,
      said: 'Nothing was changed. Say --yes with --reset-demo to begin with the demo.',
    });
    await own.start('--reset-demo', '--yes');
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

test('killed while its database is made it begins again; asked to stop meanwhile it stops', async () => {
  test.setTimeout(150_000);
  const folder = mkdtempSync(path.join(tmpdir(), 'sable-first-'));
  const start = () =>
    spawn(process.execPath, [main, '--port', '0', '--data', folder], { stdio: ['ignore', 'pipe', 'pipe'] });
  try {
    const cutOff = async (signal: 'SIGKILL' | 'SIGTERM') => {
      const child = start();
      const gone = once(child, 'exit');
      const [said] = (await once(child.stdout, 'data')) as [Buffer];
      expect(said.toString()).toBe('Making the database, about 10 s.\n');
      // As soon as there is something to leave half made.
      while (readdirSync(folder).length === 0) await new Promise((done) => setTimeout(done, 10));
      child.kill(signal);
      await gone;
    };
    /** Neither is there: it was cut off while it was made. */
    const midway = () => readdirSync(folder).every((name) => name.startsWith('db.making'));
    // On a busy machine the signal may come when it is made: then it is tried anew.
    for (let tries = 0; tries < 5; tries++) {
      await cutOff('SIGKILL');
      if (midway()) break;
      for (const name of readdirSync(folder)) rmSync(path.join(folder, name), { recursive: true });
    }
    expect(readdirSync(folder)).toEqual([expect.stringMatching(/^db\.making-\d+$/)]);
    // A kind signal is heard at the next pause in the work; whether that is before or after, it stops, and nothing is half made.
    await cutOff('SIGTERM');
    const child = start();
    const gone = once(child, 'exit');
    let said = '';
    for await (const d of child.stdout as AsyncIterable<Buffer>) {
      said += d.toString();
      if (said.includes('ready at')) break;
    }
    const url = /ready at (http:\S+)/.exec(said)![1]!;
    expect(await (await fetch(`${url}/api/v1/builds`)).json()).toHaveLength(4);
    child.kill('SIGTERM');
    await gone;
    expect(readdirSync(folder).sort()).toEqual(['db', 'shop.json']);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

test('a folder whose database lost a file is refused, never filled with a demo', async () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'sable-lost-'));
  try {
    cpSync(Sable.template!, folder, { recursive: true });
    rmSync(path.join(folder, 'db/global/pg_control'));
    expect(ends('--port', '0', '--data', folder)).toEqual({
      code: 1,
      said: expect.stringMatching(
        /^The database in \S+ can’t be read: .*Nothing was changed\. No backup found next to it/,
      ),
    });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

test('the whole shop saved while it runs, by the page and by command, and restored into a new folder: builds, judgement and history equal', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const own = new Sable();
  await own.start();
  const folder = mkdtempSync(path.join(tmpdir(), 'sable-again-'));
  const again = path.join(folder, 'repeat');
  const file = path.join(folder, 'shop.jsonl.gz');
  const run = (script: string, ...args: string[]) =>
    spawnSync(process.execPath, [path.resolve(import.meta.dirname, '../scripts', script), ...args], {
      encoding: 'utf8',
      timeout: 60_000,
    });
  try {
    const { version, build } = await own.build();
    await fetch(`${own.url}/api/v1/builds/glider-tug/brief`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', 'if-match': `"${version}"` },
      body: JSON.stringify({ ...build.brief, budget: 8123 }),
    });
    await page.goto(`${own.url}/shop`);
    const [saved] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Save the shop as a file' }).click(),
    ]);
    expect(saved.suggestedFilename()).toMatch(/^sable-\d{4}-\d{2}-\d{2}\.jsonl\.gz$/);
    expect(run('backup.mjs', file, '--port', new URL(own.url).port)).toMatchObject({
      status: 0,
      stdout: `The whole shop is in ${file}.\n`,
    });
    const answers = async (url: string) =>
      Promise.all(
        ['builds/glider-tug', 'builds/glider-tug/history', 'library', 'builds/glider-tug/lineup.csv'].map(async (at) =>
          (await fetch(`${url}/api/v1/${at}`)).text(),
        ),
      );
    const before = await answers(own.url);
    expect(before[0]).toContain('8123');
    expect(run('restore.mjs', file, '--data', again)).toMatchObject({
      status: 0,
      stdout: expect.stringMatching(/Restored into \S+repeat: 4 builds, \d+ engines, .*, 1 changes\./),
    });
    const other = new Sable(false);
    cpSync(again, other.folder, { recursive: true });
    await other.start('--no-demo');
    try {
      expect(await answers(other.url)).toEqual(before);
    } finally {
      await other.stop();
      other.remove();
    }
    // A file that was cut off is refused, and leaves no folder half made.
    writeFileSync(file, readFileSync(file).subarray(0, 4000));
    const cut = run('restore.mjs', file, '--data', path.join(folder, 'third'));
    expect(cut).toMatchObject({
      status: 1,
      stderr: expect.stringMatching(/^The file is not a whole shop: .*Nothing was restored\.\n$/),
    });
    expect(readdirSync(path.join(folder, 'third'))).toEqual([]);
  } finally {
    await own.stop();
    own.remove();
    rmSync(folder, { recursive: true, force: true });
  }
});

test('into an empty shop the shop of a backup is added by the page; a long table is stopped amid, and nothing of it is there', async ({
  page,
  sable,
}) => {
  const empty = new Sable(false);
  await empty.start('--no-demo', '--no-backups');
  const file = path.join(empty.folder, 'shop.jsonl.gz');
  const read = async <T>(url: string) => (await (await fetch(url)).json()) as T;
  try {
    writeFileSync(file, Buffer.from(await (await fetch(`${sable.url}/api/v1/shop/backup`)).arrayBuffer()));
    await page.goto(`${empty.url}/shop`);
    await page.getByLabel('Shop file').setInputFiles(file);
    await expect(
      page.getByText(/^Builds: 4 added, 0 already here\. Library rows: \d+ added, 0 already here\.$/),
    ).toBeVisible();
    await expect(page.getByText('4 builds', { exact: true })).toBeVisible();
    expect(await read(`${empty.url}/api/v1/library`)).toEqual(await read(`${sable.url}/api/v1/library`));

    await page.goto(`${empty.url}/library/parts`);
    const parts = async () => (await read<Library>(`${empty.url}/api/v1/library`)).parts;
    const before = await parts();
    const many = Array.from({ length: 20_000 }, (_, i) => ({ ...before[0]!, id: `many-${i}`, name: `Many ${i}` }));
    const table = libraryCsv('parts', { engines: [], gearboxes: [], parts: many });
    await page
      .getByLabel('Library file')
      .setInputFiles({ name: 'parts.csv', mimeType: 'text/csv', buffer: Buffer.from(table) });
    await page.getByRole('button', { name: 'Import 20000 parts' }).click();
    await expect(page.getByText(/^[\d,]+ of 20,000 rows$/)).toBeVisible({ timeout: 30_000 });
    await page.getByRole('button', { name: 'Stop' }).click();
    await expect(page.getByText('Stopped. Nothing was saved.')).toBeVisible();
    expect(await parts()).toEqual(before);
  } finally {
    await empty.stop();
    empty.remove();
  }
});

test('a shop is emptied of the demo: nothing of it is offered any more, a build of one’s own stays with what it uses, and undo brings all back', async ({
  page,
}) => {
  const shop = new Sable();
  await shop.start();
  try {
    await page.goto(`${shop.url}/shop`);
    await expect(page.getByText('4 builds and 78 library rows here are demo data.')).toBeVisible();
    await page.getByRole('button', { name: 'More for Ice racer' }).click();
    await page.getByRole('menuitem', { name: 'Copy' }).click();
    await expect(page.getByText('5 builds', { exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'Empty the shop of the demo' }).click();
    await expect(
      page.getByText(
        /^4 builds of the demo are now with the deleted ones; \d+ library rows retired, \d+ rows of its library stay/,
      ),
    ).toBeVisible();
    await expect(page.getByText('One build', { exact: true })).toBeVisible();
    const { build } = await shop.build('ice-racer-copy');
    await page.goto(`${shop.url}/library/gearboxes`);
    const used = new Set(build.candidates.map((c) => c.gearboxId));
    if (build.chassis!.originalGearboxId) used.add(build.chassis!.originalGearboxId);
    await expect(page.getByText(`${used.size} in all`)).toBeVisible();
    await page.getByRole('checkbox', { name: /^Show \d+ retired$/ }).check();
    await expect(page.getByText('12 in all')).toBeVisible();
    await page.goto(`${shop.url}/shop`);
    await page.getByRole('button', { name: 'Load the demo' }).click();
    await expect(page.getByText('5 builds', { exact: true })).toBeVisible();
    await page.goto(`${shop.url}/library/gearboxes`);
    await expect(page.getByText('12 in all')).toBeVisible();
  } finally {
    await shop.stop();
    shop.remove();
  }
});
