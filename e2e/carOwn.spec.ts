/** A stranger's own car, typed in from an empty shop: what is typed is what is kept, and what nobody typed is absent. */
import type { Build, Engine } from '@sable/core';
import type { Page } from '@playwright/test';
import { walkTo } from './desk.ts';
import { drawn } from './drawn.ts';
import { expect, Sable, test } from './sable.ts';
import { badWords } from './words.ts';

/** How many fields, lists and buttons a person goes through. */
let inputs = 0;
const fill = async (page: Page, label: string, text: string) => {
  inputs++;
  const field = page.getByLabel(label, { exact: true });
  await field.fill(text);
  await field.press('Tab');
};
const pick = async (page: Page, label: string, option: string) => {
  inputs++;
  await page.getByRole('combobox', { name: label, exact: true }).click();
  await page.getByRole('option', { name: option, exact: true }).click();
};

const SCREENS = [
  ...[
    'line-up',
    'brief',
    'survey',
    'donors/offers',
    'donors/compare',
    'donors/inspect',
    'donors/bench',
    'fit',
    'candidate',
    'gearing/ratios',
    'gearing/run',
    'gearing/choose',
    'gearing/stress',
    'gearing/boxes',
    'weight',
    'parts',
  ].map((s) => `/builds/own-saloon/${s}?c=a`),
  '/shop',
  '/library/engines',
  '/library/engines/two-litre-four',
  '/library/engines/two-litre-four/edit',
  '/library/gearboxes/four-speed',
  '/library/parts',
  '/library/families/new/edit',
];

test('own car and engine by form from an empty shop: decimal commas, units and sums as typed; nothing invented', async ({
  page,
}) => {
  const shop = new Sable(false);
  await shop.start('--no-demo');
  try {
    await page.goto(`${shop.url}/library/engines/new/edit`);
    await expect(page.getByRole('heading', { name: 'Missing first' })).toBeVisible();
    inputs = 0;
    await fill(page, 'Name', 'Two-litre four');
    await fill(page, 'Cylinders', '4');
    await pick(page, 'Fuel', 'petrol');
    await pick(page, 'Induction', 'naturally aspirated');
    await fill(page, 'Bore', '86,5');
    await fill(page, 'Stroke', '3 3/8 in');
    await fill(page, 'Compression ratio', '9,8:1');
    await fill(page, 'Idle speed', '850');
    await fill(page, 'Redline', '6200');
    await fill(page, 'Oil', '4,2');
    await fill(page, 'Coolant', '6+1,5');
    await fill(page, 'Price, low', '300');
    await fill(page, 'Price, likely', '450');
    await fill(page, 'Price, high', '600');
    expect(inputs).toBeLessThan(30);
    await page.getByRole('button', { name: 'Add to library' }).click();
    await expect(page).toHaveURL(/\/library\/engines\/two-litre-four$/);
    const engine = await shop.row<Engine>('engines', 'two-litre-four');
    expect(engine).toMatchObject({
      name: 'Two-litre four',
      shortName: 'Two-litre four',
      cylinders: 4,
      boreMm: { value: 86.5, evidence: 'claimed' },
      strokeMm: { value: 85.725 },
      compressionRatio: { value: 9.8 },
      oilL: { value: 4.2 },
      coolantL: { value: 7.5 },
      price: { low: 300, likely: 450, high: 600, evidence: 'claimed' },
    });
    // What nobody typed is not there.
    for (const key of ['builtFrom', 'comMm', 'supply', 'needs', 'arrangement', 'inertiaKgM2', 'valvesPerCylinder'])
      expect(Object.keys(engine)).not.toContain(key);
    for (const list of ['curves', 'massRecords', 'solids', 'bosses', 'ports'] as const)
      expect(engine[list]).toEqual([]);
    process.stdout.write(`An engine by form: ${inputs} inputs.\n`);

    // The gearbox it came with.
    await page.goto(`${shop.url}/library/gearboxes/new/edit`);
    await fill(page, 'Name', 'Four-speed');
    await pick(page, 'Kind', 'manual');
    await fill(page, 'Gear ratios', '3,65 1,97 1,37 1,00');
    await page.getByRole('button', { name: 'Add to library' }).click();
    await expect(page).toHaveURL(/\/library\/gearboxes\/four-speed$/);

    // A build, and the car begun with a figure that can't be taken: it is not begun with another.
    await page.goto(`${shop.url}/shop`);
    await page.getByLabel('Build name').fill('Own saloon');
    await page.getByRole('button', { name: 'Create' }).click();
    await expect(page).toHaveURL(/\/builds\/own-saloon/);
    await page.goto(`${shop.url}/builds/own-saloon/survey`);
    await fill(page, 'Car', 'Own saloon');
    await pick(page, 'Body type', 'small saloon');
    await pick(page, 'Driven wheels', 'rear');
    await pick(page, 'Engine orientation', 'longitudinal');
    await fill(page, 'Tyres', '165/80R13');
    await fill(page, 'Final drive', '4,1 ratio');
    await expect(page.getByText('“ratio” is no unit of a ratio: :1.')).toBeVisible();
    await page.getByRole('button', { name: 'Create survey' }).click();
    await expect(page.getByRole('alert')).toContainText('is not valid: correct or clear it first');
    await expect(page.getByLabel('Final drive', { exact: true })).toBeFocused();
    await fill(page, 'Final drive', '4,1');
    await fill(page, 'Wheelbase', '2,4 m');
    await fill(page, 'Front axle load', '465,5');
    // Only one of its two readings can be an axle: nobody is asked.
    await fill(page, 'Rear axle load', '1,234');
    await expect(page.getByLabel('Rear axle load', { exact: true })).toHaveValue('1234');
    await fill(page, 'Year', '1,9');
    await expect(page.getByText('Enter 1900 to 2100, whole.')).toBeVisible();
    await fill(page, 'Year', '');
    await page.getByRole('button', { name: 'Create survey' }).click();
    await expect(page.getByText(/5 of 17 things about the car are known/)).toBeVisible();
    const { build } = (await (await fetch(`${shop.url}/api/v1/builds/own-saloon`)).json()) as { build: Build };
    expect(build.chassis).toMatchObject({
      axleRatios: [{ ratio: 4.1, fitted: true }],
      wheelbaseMm: { value: 2400 },
      weighing: { frontKg: { value: 465.5 }, rearKg: { value: 1234 } },
      tyres: [{ code: '165/80R13', fitted: true }],
    });
    for (const key of ['dragAreaM2', 'rollingCoefficient', 'tankL', 'springs', 'trackFrontMm'])
      expect(Object.keys(build.chassis!)).not.toContain(key);
    expect(Object.keys(build.chassis!.tyres[0]!)).toEqual(['code', 'fitted']);

    // A candidate is chosen, and what is missing of it is said to be missing.
    await page.getByRole('button', { name: 'Add a candidate' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('button', { name: 'Add candidate' }).click();
    await expect(dialog.getByRole('alert')).toHaveText('Choose an engine, a gearbox.');
    await pick(page, 'Engine', 'Two-litre four');
    await pick(page, 'Gearbox', 'Four-speed');
    await expect(dialog.getByLabel('Final drive')).toHaveValue('4.10');
    await dialog.getByRole('button', { name: 'Add candidate' }).click();
    await expect(page).toHaveURL(/candidate\?c=a/);
    await page.goto(`${shop.url}/builds/own-saloon/line-up`);
    await expect(page.getByText(/missing/).first()).toBeVisible();
    // Compression and fuel were entered: that row is judged, and no other is clear.
    await expect(page.getByRole('button', { name: /^A,.*, clear/ })).toHaveCount(1);
    await expect(page.getByRole('button', { name: /^A, Knock limit.*clear/ })).toBeVisible();

    // They are the car’s own: then the candidate changes nothing, and says so.
    await page.goto(`${shop.url}/builds/own-saloon/survey?c=a`);
    await page.getByRole('button', { name: 'Original engine and gearbox' }).click();
    await pick(page, 'Engine', 'Two-litre four');
    await pick(page, 'Gearbox', 'Four-speed');
    await expect(page.getByText(/7 of 17 things about the car are known/)).toBeVisible();
    await page.goto(`${shop.url}/builds/own-saloon/line-up`);
    await expect(page.getByRole('button', { name: /^A, Vehicle mass change: ±?0 kg/ })).toBeVisible();
    await expect(page.getByRole('button', { name: /^A, Open joints: 0 , clear/ })).toBeVisible();
    await expect(page.getByRole('button', { name: /^A, Hours: 0 h/ })).toBeVisible();
    await expect(page.getByRole('button', { name: /^A,.*, blocked/ })).toHaveCount(0);

    // Bored out it hangs as it did and weighs what it did; kit, machine work and hours, (18 + 4 × 24 + 34) / 6, are on the bill.
    await page.goto(`${shop.url}/builds/own-saloon/survey?c=a`);
    await page.getByRole('button', { name: 'Add a candidate' }).first().click();
    await pick(page, 'Engine', 'Two-litre four');
    await page.getByRole('combobox', { name: 'Gearbox', exact: true }).click();
    await page.getByRole('option', { name: /^Four-speed/ }).click();
    await pick(page, 'It is', 'bored out');
    await fill(page, 'New bore', '87,5');
    for (const [what, takes] of [
      ['Kit', ['300', '380', '500']],
      ['Machine work', ['250', '310', '400']],
      ['Hours to rebuild', ['18', '24', '34']],
    ] as const)
      for (const [i, point] of ['low', 'likely', 'high'].entries()) await fill(page, `${what}, ${point}`, takes[i]!);
    await dialog.getByRole('button', { name: 'Add candidate' }).click();
    await expect(page).toHaveURL(/candidate\?c=b/);
    const bored = await shop.row<Engine>('engines', 'two-litre-four-bored-to-87-5-mm');
    expect(bored).toMatchObject({ madeFrom: 'two-litre-four', boreMm: { value: 87.5 } });
    // 1 + 8.8 × (87.5 / 86.5)².
    expect(bored.compressionRatio!.value).toBeCloseTo(10.005, 3);
    await page.goto(`${shop.url}/builds/own-saloon/line-up`);
    await expect(page.getByRole('button', { name: /^B, Vehicle mass change: ±?0 kg/ })).toBeVisible();
    await expect(page.getByRole('button', { name: /^B, Open joints: 0 , clear/ })).toBeVisible();
    await expect(page.getByRole('button', { name: /^B, Hours: 25 h/ })).toBeVisible();
    await page.goto(`${shop.url}/builds/own-saloon/parts?c=b`);
    await expect(page.getByText(/^Machine work: bore and hone 4 cylinders to 87.5 mm/).first()).toBeVisible();
    await expect(page.getByText('Rebuild kit, Two-litre four, bored to 87.5 mm').first()).toBeVisible();

    // Nobody reads a word of programs on any screen of a car with nearly nothing entered.
    for (const screen of SCREENS) {
      await walkTo(page, screen);
      await page.locator('main:not([aria-busy="true"])').first().waitFor();
      await page.evaluate(drawn);
      expect([screen, await badWords(page)]).toEqual([screen, []]);
    }
  } finally {
    await shop.stop();
    shop.remove();
  }
});

test('leaving the editor with changes asks; what is kept to stays', async ({ page, go, sable }) => {
  await go('/library/engines/quillon-22/edit');
  const before = await sable.row<Engine>('engines', 'quillon-22');
  const bore = page.getByLabel('Bore', { exact: true });
  await bore.fill('90,25');
  await bore.press('Enter');
  await page.getByRole('button', { name: 'Discard changes' }).click();
  await expect(page.getByRole('dialog')).toContainText('Leave without saving?');
  await page.getByRole('button', { name: 'Keep editing' }).click();
  await expect(bore).toHaveValue('90.25');
  await page.getByRole('button', { name: 'Discard changes' }).click();
  await page.getByRole('button', { name: 'Leave, discard changes' }).click();
  await expect(page).toHaveURL(/\/library\/engines\/quillon-22$/);
  expect(await sable.row<Engine>('engines', 'quillon-22')).toEqual(before);
});
