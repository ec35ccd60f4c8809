import type { Build } from '@sable/core';
import type { Page } from '@playwright/test';
import { chip, expect, test } from './sable.ts';

const answer = (page: Page) =>
  page.getByRole('complementary', { name: 'Fit' }).getByRole('heading', { level: 2 }).first();
const pane = (page: Page, view: 'side' | 'front' | 'plan') => page.locator(`[data-view="${view}"]`);
const readout = async (page: Page, word: string) =>
  Number(
    (
      await page
        .locator('dl div', { has: page.getByText(word, { exact: true }) })
        .locator('dd')
        .innerText()
    ).replace(/[^\d.-]/g, ''),
  );
const placement = (b: { build: Build }, id: string) => b.build.candidates.find((c) => c.id === id)!.placement;

test('the taller sister: blocked by the bonnet, its cheapest recipe clears it and stands on the bill', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/fit?c=b');
  await expect(answer(page)).toContainText('Rocker cover hits bonnet by 14 mm');
  await page.getByRole('button', { name: 'Recipe', exact: true }).click();
  const recipes = page.getByRole('region', { name: 'Recipes' }).getByRole('listitem');
  await expect(recipes.first()).toContainText('Bulge in the bonnet', { timeout: 60_000 });
  const costs = (await recipes.allInnerTexts()).map((t) =>
    Number(/([\d.,]+) €|€ ?([\d.,]+)/.exec(t)?.[0].replace(/[^\d]/g, '')),
  );
  expect(costs.length).toBeGreaterThan(1);
  expect(costs[0]!).toBeLessThan(costs[1]!);
  const before = await sable.build();
  await recipes.first().getByRole('button', { name: 'Apply recipe' }).click();
  await expect(answer(page)).not.toContainText('hits');
  await expect(chip(page, 'B')).toBeVisible();
  await expect
    .poll(async () => (await sable.build()).build.candidates.find((c) => c.id === 'b')!.obstacleChanges?.length)
    .toBe(1);
  await page.getByRole('link', { name: /^Parts/ }).click();
  await expect(page.getByRole('row', { name: /^Bulge in the bonnet/ })).toBeVisible();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(async () => (await sable.build()).build).toEqual(before.build);
  await expect(page.getByRole('row', { name: /^Bulge in the bonnet/ })).toHaveCount(0);
});

test('dragged in a view it moves as far as the pointer, its gaps follow before it is let go, and it is one step to undo', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/fit?c=c');
  const before = await sable.build();
  const [back, up] = [await readout(page, 'back'), await readout(page, 'up')];
  const first = await answer(page).innerText();
  const box = (await pane(page, 'side').boundingBox())!;
  const [x, y] = [box.x + box.width * 0.4, box.y + box.height * 0.5];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 30, y - 20, { steps: 6 });
  await expect.poll(() => readout(page, 'back')).toBeGreaterThan(back + 20);
  expect(await readout(page, 'up')).toBeGreaterThan(up + 10);
  expect(await answer(page).innerText()).not.toBe(first);
  // Nothing is written down while it is in the hand.
  expect((await sable.build()).version).toBe(before.version);
  await page.mouse.up();
  await expect.poll(async () => (await sable.build()).version).toBe(before.version + 1);
  const moved = placement(await sable.build(), 'c');
  expect(moved.yMm).toBe(placement(before, 'c').yMm);
  // By whole shims of 2 mm.
  expect(((moved.xMm - placement(before, 'c').xMm) / 2) % 1).toBeCloseTo(0, 9);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(() => readout(page, 'back')).toBe(back);
  expect((await sable.build()).build).toEqual(before.build);
});

test('by keys: shims in the view last touched, tilt by a tenth, and a walk of nudges is one step', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/fit?c=d');
  const before = await sable.build();
  const start = placement(before, 'd');
  await pane(page, 'side').focus();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('.');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press(',');
  await page.keyboard.press(',');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('n');
  await pane(page, 'front').focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+T');
  await expect
    .poll(async () => placement(await sable.build(), 'd'))
    .toEqual({
      ...start,
      xMm: start.xMm + 10,
      yMm: start.yMm + 0.5,
      zMm: start.zMm + 1.5,
      pitchDeg: 2.6,
      cantDeg: -0.1,
    });
  await expect(async () => {
    const { version } = await sable.build();
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect.poll(async () => (await sable.build()).version).toBe(version + 1);
    expect((await sable.build()).build).toEqual(before.build);
  }).toPass();
});

test('a position is searched, can be stopped, says what holds it from both sides, and is taken', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/fit?c=d');
  const before = await sable.build();
  // On a machine with a core to spare the recipe is done before a hand is at Stop: it is pressed as it appears.
  const stopped = page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        const watch = new MutationObserver(() => {
          const stop = [...document.querySelectorAll('button')].find((b) => b.textContent === 'Stop');
          if (!stop) return;
          watch.disconnect();
          stop.click();
          resolve();
        });
        watch.observe(document.body, { childList: true, subtree: true });
      }),
  );
  await page.getByRole('button', { name: 'Recipe', exact: true }).click();
  await stopped;
  await expect(page.getByRole('progressbar')).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'Recipes' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Find position' }).click();
  const found = page.getByRole('region', { name: 'Position found' });
  await expect(found).toContainText(/Best position: 21 mm clearance margin/);
  await expect(found).toContainText('Held from both sides');
  await found.getByRole('button', { name: 'Move here' }).click();
  await expect(answer(page)).toContainText('21 mm clearance margin');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(async () => (await sable.build()).build).toEqual(before.build);
});

test('the way in runs along its path and puts the engine back when put away', async ({ page, go, sable }) => {
  await go('/builds/glider-tug/fit?c=d');
  const up = await readout(page, 'up');
  const { version } = await sable.build();
  await page.getByRole('button', { name: 'Installation path' }).click();
  const path = page.getByRole('region', { name: 'Installation path' });
  await expect(path).toContainText('Installs from above');
  await expect(path).toContainText('Removed for installation: bonnet');
  await path.getByRole('slider').focus();
  await page.keyboard.press('Home');
  await expect.poll(() => readout(page, 'up')).toBeGreaterThan(up + 300);
  // In the air it is not where the candidate stands: it can't be moved from there, nor written down.
  await pane(page, 'side').focus();
  await page.keyboard.press('ArrowDown');
  expect(await readout(page, 'up')).toBeGreaterThan(up + 300);
  await page.getByRole('button', { name: 'Close' }).click();
  await expect.poll(() => readout(page, 'up')).toBe(up);
  // Put down, the next key moves it, and that is the first thing written.
  await pane(page, 'side').focus();
  await page.keyboard.press('ArrowDown');
  await expect.poll(() => readout(page, 'up')).toBeLessThan(up);
  await expect.poll(async () => (await sable.build()).version).toBe(version + 1);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(() => readout(page, 'up')).toBe(up);
});

test('looked at in section, in space, beside a ghost, and measured', async ({ page, go }) => {
  await go('/builds/glider-tug/fit?c=b');
  const shapes = pane(page, 'plan').locator('.train path');
  await expect(shapes.first()).toBeAttached();
  const whole = await shapes.evaluateAll((list) => list.filter((p) => p.getAttribute('d')).length);
  await page.getByRole('button', { name: 'Section' }).click();
  const slider = page.getByRole('slider', { name: 'Top section' });
  await slider.focus();
  await page.keyboard.press('Home');
  await expect
    .poll(() => shapes.evaluateAll((list) => list.filter((p) => p.getAttribute('d')).length))
    .toBeLessThan(whole / 2);
  await page.getByRole('button', { name: 'Views', exact: true }).click();
  await page.getByLabel('Overlay').click();
  await page.getByRole('option', { name: /^C, / }).click();
  await expect(pane(page, 'side').locator('[data-layer="ghost"] path').first()).toBeVisible();
  await page.getByRole('button', { name: 'Measure' }).click();
  const box = (await pane(page, 'side').boundingBox())!;
  await page.mouse.click(box.x + 200, box.y + 300);
  await page.mouse.click(box.x + 500, box.y + 300);
  await expect(pane(page, 'side').locator('[data-layer="measure"] path')).toHaveCount(1);
  await expect(page.getByText(/along, .* up/)).toBeVisible();
  await page.getByRole('button', { name: '3D' }).click();
  await expect(page.locator('main canvas')).toBeVisible();
});

test('a gap tells what it needs and why; in US units in inches', async ({ page, go }) => {
  await go('/builds/glider-tug/fit?c=b');
  const row = page.getByRole('row', { name: /rocker cover, bonnet/ });
  await row.hover();
  await expect(row).toContainText(
    '20 mm base (bonnet), 0 mm movement on polyurethane (cornering right at 1 g), 4 mm tolerance',
  );
  await page.getByRole('button', { name: 'US', exact: true }).click();
  await expect(answer(page)).toContainText('hits bonnet by 0.55 in');
});

test('another dressing is put on beside the views, and what it would leave is told before', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/fit?c=a');
  const before = await sable.build();
  await expect(answer(page)).toContainText('Rear-bowl sump hits front crossmember');
  await page.getByLabel('Sump').click();
  await expect(page.getByRole('option', { name: /front-bowl/ })).toContainText('+');
  await page.getByRole('option', { name: /front-bowl/ }).click();
  await expect(answer(page)).not.toContainText('sump hits');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(async () => (await sable.build()).build).toEqual(before.build);
});

test('three drawings go out: SVG, DXF R12 and PDF', async ({ page, go }) => {
  await go('/builds/glider-tug/fit?c=b');
  for (const [button, begins] of [
    ['SVG', '<?xml'],
    ['DXF R12', '  0\r\nSECTION'],
    ['PDF', '%PDF-'],
  ] as const) {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: button, exact: true }).click(),
    ]);
    const stream = await file.createReadStream();
    const chunks: Buffer[] = [];
    for await (const chunk of stream) chunks.push(chunk as Buffer);
    const content = Buffer.concat(chunks);
    expect(content.subarray(0, begins.length).toString('latin1')).toBe(begins);
    expect(content.length).toBeGreaterThan(5000);
  }
});

test('a hose is drawn by clicking through the views, checked like a solid, and taken out again', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/fit?c=d');
  const before = await sable.build();
  await page.getByLabel('Add route').click();
  await page.getByRole('option', { name: 'coolant hose' }).click();
  const click = async (view: 'side' | 'front' | 'plan', x: number, y: number) => {
    const box = (await pane(page, view).boundingBox())!;
    await page.mouse.click(box.x + box.width * x, box.y + box.height * y);
  };
  await click('side', 0.25, 0.3);
  await click('plan', 0.4, 0.75);
  await click('front', 0.7, 0.5);
  await page.getByRole('button', { name: 'Finish' }).click();
  await expect
    .poll(async () => (await sable.build()).build.candidates.find((c) => c.id === 'd')!.routes?.length)
    .toBe(1);
  const [route] = (await sable.build()).build.candidates.find((c) => c.id === 'd')!.routes!;
  expect(route!.pointsMm).toHaveLength(3);
  // The plan shows no height: it stays as it was at the point before.
  expect(route!.pointsMm[1]![2]).toBe(route!.pointsMm[0]![2]);
  expect(route!.pointsMm[2]![0]).toBe(route!.pointsMm[1]![0]);
  await expect(pane(page, 'side').locator('[data-layer="routes"] path').first()).toBeVisible();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(async () => (await sable.build()).build).toEqual(before.build);
});

test('the matrix shows what fits only with what', async ({ page, go }) => {
  await go('/builds/ice-racer/fit?c=b');
  // What is judged last pushes the button down, from under a mouse that is just pressed: a key can't miss it.
  await page.getByRole('button', { name: 'Dressing compatibility' }).press('Enter');
  const row = page.getByRole('row', { name: /^larger supercharger/ });
  await expect(row.getByRole('img', { name: 'blocked' })).toHaveCount(1);
  await expect(page.getByRole('columnheader', { name: 'cast intake, cooler raised' })).toBeVisible();
});

test('a remedy of a finding is worded in the reader’s units, never as a token', async ({ page, go }) => {
  await go('/builds/glider-tug/line-up?c=b');
  await expect(page.getByRole('button', { name: 'Bulge in the bonnet, 39 mm' })).toBeVisible();
  await expect(page.locator('main')).not.toContainText('{{');
});

test('a belt is laid over crank and alternator, says its length and is kept', async ({ page, go, sable }) => {
  await go('/builds/glider-tug/fit?c=d');
  const before = await sable.build();
  await page.getByRole('button', { name: 'Add belt' }).click();
  await expect(page.getByText(/^belt 1, [\d,]+ mm long$/)).toBeVisible();
  await page.getByText(/^belt 1, /).click();
  await page
    .getByRole('group', { name: /crank pulley/ })
    .getByLabel('Radius')
    .fill('400');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('overlap');
  await expect
    .poll(
      async () => (await sable.build()).build.candidates.find((c) => c.id === 'd')!.belts?.[0]?.pulleys[0]?.radiusMm,
    )
    .toBe(400);
  for (let i = 0; i < 2; i++) {
    const { version } = await sable.build();
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect.poll(async () => (await sable.build()).version).toBe(version + 1);
  }
  expect((await sable.build()).build).toEqual(before.build);
});
