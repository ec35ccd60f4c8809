import type { BrowserContext, Page } from '@playwright/test';
import { seeded } from '@sable/core/units';
import { expect, Sable, test } from './sable.ts';

/** How many of so many times: all with SABLE_THOROUGH=1, a tenth of them in every run. */
const rounds = (all: number) => (process.env['SABLE_THOROUGH'] === '1' ? all : all / 10);

const candidateOf = async (sable: Sable, id: string) =>
  (await sable.build()).build.candidates.find((c) => c.id === id)!;

/** Types as a person does who knows what to write: into a field, and on to the next. */
async function fill(page: Page, label: string, words: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).fill(words);
}

test('two edits of one candidate, 20 to 400 ms apart, time and again: none is lost', async ({ page, sable, go }) => {
  test.setTimeout(600_000);
  const before = (await sable.build()).build;
  const random = seeded(12);
  await go('/builds/glider-tug/candidate?c=d');
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue(/./);
  const lost: string[] = [];
  for (let n = 0; n < rounds(200); n++) {
    const [name, why] = [`Name ${n}`, `Reason ${n}`];
    await fill(page, 'Name', name);
    await page.getByLabel('Reason for rejecting D').focus();
    // Not waiting for anything to happen, but the pace of a hand: what is tested.
    await page.evaluate((ms) => new Promise((resolve) => setTimeout(resolve, ms)), 20 + 380 * random());
    await fill(page, 'Reason for rejecting D', why);
    await page.getByLabel('Name', { exact: true }).focus();
    await expect.poll(async () => (await candidateOf(sable, 'd')).whyNot, { intervals: [20, 50, 100] }).toBe(why);
    if ((await candidateOf(sable, 'd')).name !== name) lost.push(`${n}: the name`);
  }
  expect(lost).toEqual([]);
  await sable.putBack(before);
});

test('typed and closed at once, time and again: nothing typed is lost', async ({ context, sable }) => {
  test.setTimeout(300_000);
  const before = (await sable.build()).build;
  for (let n = 0; n < rounds(20); n++) {
    const page = await context.newPage();
    await page.goto(`${sable.url}/builds/glider-tug/candidate?c=d`);
    await fill(page, 'Name', `Closed ${n}`);
    // As a person closes a tab: the field is never left.
    await page.close({ runBeforeUnload: true });
    await expect.poll(async () => (await candidateOf(sable, 'd')).name).toBe(`Closed ${n}`);
  }
  await sable.putBack(before);
});

test('closed while the server is gone: the next page that opens brings it', async ({ context }) => {
  const sable = new Sable();
  await sable.start();
  try {
    const page = await context.newPage();
    await page.goto(`${sable.url}/builds/glider-tug/candidate?c=d`);
    await expect(page.getByLabel('Name', { exact: true })).toHaveValue(/./);
    await sable.stop('SIGKILL');
    await fill(page, 'Name', 'Kept in the browser');
    await page.close({ runBeforeUnload: true });
    await sable.start();
    const next = await context.newPage();
    await next.goto(`${sable.url}/builds/glider-tug/line-up`);
    await expect.poll(async () => (await candidateOf(sable, 'd')).name).toBe('Kept in the browser');
  } finally {
    await sable.stop();
    sable.remove();
  }
});

async function twoTabs(context: BrowserContext, sable: Sable, paths: readonly [string, string]) {
  const open = async (path: string) => {
    const page = await context.newPage();
    await page.goto(sable.url + path);
    return page;
  };
  return [await open(paths[0]), await open(paths[1])] as const;
}

test('two tabs on different fields, time and again: both kept, nobody is asked', async ({ context, sable }) => {
  test.setTimeout(300_000);
  const before = (await sable.build()).build;
  const [one, two] = await twoTabs(context, sable, [
    '/builds/glider-tug/candidate?c=d',
    '/builds/glider-tug/candidate?c=d',
  ]);
  const last = rounds(50) - 1;
  for (let n = 0; n <= last; n++) {
    await fill(one, 'Name', `One ${n}`);
    await fill(two, 'Reason for rejecting D', `Two ${n}`);
    await Promise.all([
      one.getByLabel('Name', { exact: true }).blur(),
      two.getByLabel('Reason for rejecting D').blur(),
    ]);
    await expect
      .poll(async () => {
        const { name, whyNot } = await candidateOf(sable, 'd');
        return [name, whyNot];
      })
      .toEqual([`One ${n}`, `Two ${n}`]);
    for (const page of [one, two]) await expect(page.getByRole('dialog')).toHaveCount(0);
  }
  // Each tab is told of the other’s.
  await expect(two.getByLabel('Name', { exact: true })).toHaveValue(`One ${last}`);
  await expect(one.getByLabel('Reason for rejecting D')).toHaveValue(`Two ${last}`);
  await sable.putBack(before);
});

test('two tabs on the same field: the dialog names it and both values, and either choice keeps all else', async ({
  context,
  sable,
}) => {
  const before = (await sable.build()).build;
  const [one, two] = await twoTabs(context, sable, ['/builds/glider-tug/brief', '/builds/glider-tug/brief']);
  await expect(two.getByLabel('Budget')).toHaveValue('9500');
  await fill(two, 'Budget', '7000');
  await fill(two, 'Purpose', 'Two’s words');
  await expect.poll(async () => (await sable.build()).build.brief.budget).toBe(7000);
  await two.getByLabel('Purpose').blur();
  await expect.poll(async () => (await sable.build()).build.brief.purpose).toBe('Two’s words');
  // Somebody’s change of the same field arrives just before this tab’s.
  await one.route('**/api/v1/builds/glider-tug/brief', async (route) => {
    await sable.put('brief', { ...(await sable.build()).build.brief, budget: 6500 });
    await route.continue();
  });
  await fill(one, 'Budget', '8000');
  await one.getByLabel('Budget').blur();
  const dialog = one.getByRole('dialog');
  await expect(dialog.getByRole('row', { name: 'budget 8,000 € 6,500 €' })).toBeVisible();
  await one.unroute('**/api/v1/builds/glider-tug/brief');
  await dialog.getByRole('button', { name: 'Overwrite with my version' }).click();
  await expect(dialog).toHaveCount(0);
  await expect
    .poll(async () => (await sable.build()).build.brief)
    .toMatchObject({ budget: 8000, purpose: 'Two’s words' });
  await sable.put('brief', before.brief);
});
