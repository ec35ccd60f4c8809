/** Joints from an empty library: two engines’ faces, one gearbox and three parts typed in; the set that closes them, or the proof that none does. */
import type { Part } from '@sable/core';
import type { Locator } from '@playwright/test';
import { Hands } from './hands.ts';
import { expect, Sable, test } from './sable.ts';

type Fields = readonly (readonly [label: string, text: string])[];
interface Face {
  readonly joint: string;
  readonly side: string;
  readonly fields: Fields;
}

const last = (h: Hands, list: string): Locator => h.page.locator(`[data-pointer$="/${list}"] details`).last();

/** Faces of a row of the library, one after another. */
async function faces(h: Hands, list: 'ports' | 'provides', add: string, all: readonly Face[]): Promise<void> {
  for (const { joint, side, fields } of all) {
    await h.press(`Add to ${add}`);
    const entry = last(h, list);
    await h.pick('Joint', joint, entry);
    await h.pick('Side', side, entry);
    await h.fillAll(fields, entry);
    await h.pick('Evidence', 'measured', entry);
  }
}

const bell = (side: string, pattern: string): Face => ({
  joint: 'Bellhousing bolt pattern',
  side,
  fields: [['Bolt pattern', pattern]],
});
const crank = (side: string, [bolts, circle, register]: readonly [string, string, string]): Face => ({
  joint: 'Crankshaft flange to flywheel',
  side,
  fields: [
    ['Number of bolts', bolts],
    ['Bolt circle', circle],
    ['Register', register],
  ],
});
const pads = (pattern: string): Face => ({
  joint: 'Engine mounts, left and right',
  side: 'bosses on the block',
  fields: [['Bolt pattern', pattern]],
});

async function engine(h: Hands, name: string, all: readonly Face[]): Promise<void> {
  await h.page.goto(`${h.url}/library/engines/new/edit`);
  await h.fill('Name', name);
  await faces(h, 'ports', 'interfaces', all);
  await h.save('engines');
}

async function part(h: Hands, name: string, kind: string, price: readonly [string, string, string]): Promise<void> {
  await h.page.goto(`${h.url}/library/parts/new/edit`);
  await h.fill('Name', name);
  await h.pick('Class', kind);
  await h.pick('Availability', 'series part');
  for (const [i, which] of ['low', 'likely', 'high'].entries()) await h.fill(`Price, ${which}`, price[i]!);
}

test('two engines, a gearbox and three parts typed into an empty library: the set that closes what is known, or the proof', async ({
  page,
}) => {
  test.setTimeout(300_000);
  const shop = new Sable(false);
  await shop.start('--no-demo');
  try {
    const h = new Hands(page, shop.url);
    await engine(h, 'Old four', [
      bell('block face', 'own'),
      crank('crank flange', ['6', '70', '36']),
      pads('own pads'),
    ]);
    await engine(h, 'Donor six', [bell('block face', 'six'), crank('crank flange', ['8', '82', '50']), pads('six')]);
    await page.goto(`${shop.url}/library/gearboxes/new/edit`);
    await h.fill('Name', 'Own five');
    await h.pick('Kind', 'manual');
    await h.fill('Gear ratios', '3,5 2,05 1,4 1 0,82');
    await faces(h, 'ports', 'interfaces', [
      bell('bellhousing', 'own'),
      crank('flywheel or flexplate', ['6', '70', '36']),
    ]);
    await h.save('gearboxes');

    await part(h, 'Plate, six to own', 'adapter plate', ['250', '300', '400']);
    await h.press('Add to joints it closes');
    const closes = last(h, 'closes');
    await h.pick('Joint', 'Bellhousing bolt pattern', closes);
    await h.fill('Bolt pattern', 'six', closes.locator('fieldset').filter({ hasText: 'Interface to side A' }).last());
    await h.fill('Bolt pattern', 'own', closes.locator('fieldset').filter({ hasText: 'Interface to side B' }).last());
    await h.save('parts');
    await part(h, 'Flywheel for the six', 'flywheel', ['200', '250', '320']);
    await faces(h, 'provides', 'interfaces it brings', [crank('flywheel or flexplate', ['8', '82', '50'])]);
    await h.save('parts');
    await part(h, 'Mounts for the six', 'mount kit', ['150', '180', '240']);
    await h.press('Add to joints it closes');
    const kit = last(h, 'closes');
    await h.pick('Joint', 'Engine mounts, left and right', kit);
    await h.fill('Bolt pattern', 'six', kit.locator('fieldset').filter({ hasText: 'Interface to side A' }).last());
    await h.fill('Bolt pattern', 'own pads', kit.locator('fieldset').filter({ hasText: 'Interface to side B' }).last());
    await h.save('parts');
    const plate = await shop.row<Part>('parts', 'plate-six-to-own');
    expect(plate.closes).toEqual([{ joint: 'bell', toA: { pattern: 'six' }, toB: { pattern: 'own' } }]);

    await page.goto(`${shop.url}/shop`);
    await h.fill('Build name', 'Own car');
    await h.press('Create');
    await expect(page).toHaveURL(/\/builds\/own-car\/brief/);
    await page.goto(`${shop.url}/builds/own-car/survey`);
    await h.fill('Car', 'Own car');
    await h.pick('Body type', 'small saloon');
    await h.pick('Driven wheels', 'rear');
    await h.pick('Engine orientation', 'longitudinal');
    await h.fillAll([
      ['Tyres', '165/80R13'],
      ['Final drive', '4,1'],
    ]);
    await h.press('Create survey');
    await h.press('Connections (electrical, fluid, mechanical)');
    await h.pick('Add connection', 'Engine mounts, left and right');
    await h.fill('Bolt pattern', 'own pads');
    await h.pick('Add connection', 'Clutch pedal to release bearing');
    await h.pick('Works by', 'cable');

    await h.press('Add a candidate');
    const dialog = page.getByRole('dialog');
    await h.pick('Engine', 'Donor six', dialog);
    await h.pick('Gearbox', 'Own five', dialog);
    await h.press('Add candidate', dialog);
    await expect(page).toHaveURL(/candidate\?c=a/);

    await page.goto(`${shop.url}/builds/own-car/joints?c=a`);
    await expect(
      page.getByText(/^Three joints are open\. Bellhousing does not match the engine/).first(),
    ).toBeVisible();
    await expect(
      page.getByRole('button', { name: /^Crankshaft flange to flywheel: .*crankshaft 6 bolts/ }),
    ).toHaveCount(0);
    await expect(
      page.getByRole('button', {
        name: /^Crankshaft flange to flywheel: Flywheel does not fit the crankshaft: crankshaft 8 bolts/,
      }),
    ).toBeVisible();
    // Nothing made: the three parts, 300 + 250 + 180, and what nobody has entered is told.
    await page.getByLabel('Plates, brackets and shafts may be made').uncheck();
    await page.getByRole('button', { name: 'Close joints' }).click();
    await expect(page.getByText(/730 €/).first()).toBeVisible({ timeout: 60_000 });
    await page.getByRole('button', { name: 'Use these' }).first().click();
    await expect
      .poll(async () => [...(await shop.build('own-car')).build.candidates[0]!.partIds].sort())
      .toEqual(['flywheel-for-the-six', 'mounts-for-the-six', 'plate-six-to-own']);
    // It stands first where nothing is open.
    await expect(page.getByText(/joints are not known until inspected/).first()).toBeVisible();

    // What somebody saw closes what nobody entered; and is taken back.
    await page.getByRole('button', { name: /^Pedals: / }).click();
    await page.getByLabel('Inspection note').fill('Three pedals, room beside the tunnel.');
    await page.getByRole('button', { name: 'Inspected: direct fit' }).click();
    await expect
      .poll(async () => (await shop.build('own-car')).build.candidates[0]!.jointChecks)
      .toEqual([{ joint: 'pedals', note: 'Three pedals, room beside the tunnel.' }]);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(async () => (await shop.build('own-car')).build.candidates[0]!.jointChecks).toBeUndefined();

    // The plate refused: nothing else closes the joint, and that is said.
    await page.getByRole('button', { name: 'Close joints' }).click();
    // What stands there from before is replaced: a press meanwhile may go down on one list and up on another.
    await expect(page.getByText('as accepted', { exact: true })).toBeVisible({ timeout: 60_000 });
    await expect(page.getByRole('button', { name: 'Stop' })).toHaveCount(0);
    await page
      .getByRole('button', { name: /^Refuse Plate, six to own/ })
      .first()
      .click();
    await expect(page.getByText(/Nothing that may be used closes Bellhousing bolt pattern/)).toBeVisible({
      timeout: 60_000,
    });
    process.stdout.write(`Two engines, a gearbox, three parts and a car to a closed set: ${h.inputs} inputs.\n`);
  } finally {
    await shop.stop();
    shop.remove();
  }
});
