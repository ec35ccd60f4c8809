import type { Page } from '@playwright/test';
import type { Engine } from '@sable/core';
import { Hands } from './hands.ts';
import { boxOf, stl, type P } from './stl.ts';
import { expect, Sable, test } from './sable.ts';

async function choose(page: Page, label: string, option: string, n = 0): Promise<void> {
  await page.getByRole('combobox', { name: label }).nth(n).click();
  await page.getByRole('option', { name: option, exact: true }).click();
}

test('a scan is read, wrapped, placed by three points and stands in the powertrain; a broken one gets a sentence', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/fit?c=d');
  const before = await sable.build();
  await page.getByRole('button', { name: 'Import scan' }).click();
  const file = page.locator('input[type="file"]');
  const whole = stl(boxOf([0, 0, 0], [300, 200, 120], 40));
  await file.setInputFiles({ name: 'cut.stl', mimeType: 'model/stl', buffer: whole.subarray(0, 2000) });
  await expect(page.getByRole('alert')).toContainText('file incomplete');
  await file.setInputFiles({ name: 'pump.stl', mimeType: 'model/stl', buffer: whole });
  await expect(page.getByText('300 mm × 200 mm × 120 mm')).toBeVisible();
  await page.getByRole('button', { name: 'Create simplified shapes' }).click();
  await expect(page.getByText(/^One shape\./)).toBeVisible();
  const canvas = page.getByRole('dialog').locator('canvas');
  const picked = page.getByText('picked', { exact: true });
  for (const [n, [dx, dy]] of (
    [
      [-30, 0],
      [35, 5],
      [0, -25],
    ] as const
  ).entries())
    // Before its first picture nothing of the body can be hit.
    await expect(async () => {
      const box = (await canvas.boundingBox())!;
      await page.mouse.click(box.x + box.width / 2 + dx, box.y + box.height / 2 + dy);
      await expect(picked).toHaveCount(n + 1, { timeout: 2000 });
    }).toPass({ timeout: 30_000 });
  const type = async (point: string, values: P) => {
    const group = page.getByRole('group', { name: new RegExp(`^${point}`) });
    for (const [k, axis] of (['Forward', 'Left', 'Up'] as const).entries()) {
      await group.getByLabel(axis).fill(String(values[k]));
      await page.keyboard.press('Enter');
    }
  };
  await type('Red', [100, 300, 50]);
  await type('Green', [180, 300, 50]);
  await type('Blue', [140, 360, 60]);
  await expect(page.getByText(/Maximum alignment error/)).toBeVisible();
  const put = page.getByRole('button', { name: 'Insert' });
  // What it counts as is for a person to say.
  await expect(put).toBeDisabled();
  await choose(page, 'Counts as', 'block');
  await put.click();
  await expect
    .poll(async () => (await sable.build()).build.candidates.find((c) => c.id === 'd')!.scanned?.length)
    .toBe(1);
  const [solid] = (await sable.build()).build.candidates.find((c) => c.id === 'd')!.scanned!;
  expect(solid).toMatchObject({ name: 'pump', role: 'block', shape: { kind: 'hull' } });
  expect(solid!.plusMinusMm).toBeGreaterThanOrEqual(2);
  await expect(page.locator('[data-view="side"] [data-solid="scan-1-1"]')).toBeAttached();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(async () => (await sable.build()).build).toEqual(before.build);
});

test('three boxes of one file, in inches and already in engine axes, are three named pieces at the flywheel in the library', async ({
  page,
}) => {
  const inches = (p: P) => p.map((v) => v / 25.4) as P;
  const boxes: [P, P][] = [
    [
      [0, -150, -200],
      [500, 150, 150],
    ],
    [
      [20, -100, 150],
      [480, 110, 330],
    ],
    [
      [60, 110, 180],
      [440, 290, 300],
    ],
  ];
  const shop = new Sable(false);
  await shop.start('--no-demo');
  try {
    const hands = new Hands(page, shop.url);
    await page.goto(`${shop.url}/library/engines/new/edit`);
    await hands.fill('Name', 'Unit');
    await hands.press('Import scan');
    await page
      .getByRole('dialog')
      .locator('input[type="file"]')
      .setInputFiles({
        name: 'unit.stl',
        mimeType: 'model/stl',
        buffer: stl(boxes.flatMap(([low, high]) => boxOf(inches(low), inches(high), 1))),
      });
    // Guessed, and the same sizes in another unit to choose from.
    await expect(page.getByRole('combobox', { name: 'File unit' })).toHaveText(/inches: it is 530 mm long/);
    await page.getByRole('button', { name: 'Create simplified shapes' }).click();
    await expect(page.getByText(/^3 shapes\. .* within the target of 12 mm/)).toBeVisible();
    await choose(page, 'Placed by', 'file coordinates: already in the axes of the engine');
    await choose(page, 'Counts as', 'block');
    await page.getByRole('button', { name: 'The rest is block' }).click();
    await choose(page, 'Counts as', 'head', 1);
    await page.getByRole('button', { name: 'Insert' }).click();
    await hands.save('engines');
    // What it goes on to is loaded: the server is not ended under it.
    await expect(page.getByRole('heading', { name: 'Unit', level: 1 })).toBeVisible();
    const { solids } = await shop.row<Engine>('engines', 'unit');
    expect(solids.map((s) => s.role).sort()).toEqual(['block', 'block', 'head']);
    const all = solids.flatMap(({ shape }) => (shape.kind === 'hull' ? shape.verticesMm : []));
    for (const [k, low, high] of [
      [0, 0, 500],
      [1, -150, 290],
      [2, -200, 330],
    ] as const) {
      expect(Math.min(...all.map((v) => v[k]))).toBeCloseTo(low, 1);
      expect(Math.max(...all.map((v) => v[k]))).toBeCloseTo(high, 1);
    }
  } finally {
    await shop.stop();
    shop.remove();
  }
});
