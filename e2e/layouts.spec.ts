/** A stranger's car of another layout, typed in from an empty shop: what its layout has is asked, and nothing else. */
import type { Build, Engine } from '@sable/core';
import { Hands } from './hands.ts';
import { expect, Sable, test } from './sable.ts';

test('a middle engine across, then a transaxle at the rear, then a chain: each asks what it has, and its half shafts are judged', async ({
  page,
}) => {
  const shop = new Sable(false);
  await shop.start('--no-demo');
  const hands = new Hands(page, shop.url);
  const chassis = async () =>
    ((await (await fetch(`${shop.url}/api/v1/builds/own`)).json()) as { build: Build }).build.chassis!;
  try {
    await page.goto(`${shop.url}/library/engines/new/edit`);
    await hands.fill('Name', 'Four');
    await hands.fill('Cylinders', '4');
    await hands.fillAll(
      [
        ['Length', '520'],
        ['Width', '560'],
        ['Height', '600'],
      ],
      hands.list('By tape or scan'),
    );
    await hands.press('Insert these 7 bodies');
    await hands.save('engines');
    expect((await shop.row<Engine>('engines', 'four')).solids).toHaveLength(7);
    // One that drives a shaft, and one that drives the wheels.
    await page.goto(`${shop.url}/library/gearboxes/new/edit`);
    await hands.fill('Name', 'Long box');
    await hands.pick('Kind', 'manual');
    await hands.fill('Gear ratios', '3,65 1,97 1,37 1,00');
    await hands.at('Output flange', ['-700', '0', '0']);
    await hands.save('gearboxes');
    await page.goto(`${shop.url}/library/gearboxes/new/edit`);
    await hands.fill('Name', 'Cross box');
    await hands.pick('Kind', 'manual');
    await hands.fill('Gear ratios', '3,65 1,97 1,37 1,00');
    await hands.fill('Final drive in the gearbox', '3,9');
    await hands.pick('Shifted by', 'remote shift (cable or rod)');
    await hands.press('Add inner half-shaft joints');
    await hands.at('Left', ['180', '-250', '0'], hands.list('Inner half-shaft joints'));
    await hands.at('Right', ['-180', '-250', '0'], hands.list('Inner half-shaft joints'));
    await hands.save('gearboxes');

    await page.goto(`${shop.url}/shop`);
    await page.getByLabel('Build name').fill('Own');
    await page.getByRole('button', { name: 'Create' }).click();
    await expect(page).toHaveURL(/\/builds\/own/);
    await page.goto(`${shop.url}/builds/own/survey`);
    await hands.fill('Car', 'Own car');
    await hands.pick('Body type', 'open two-seater');
    await hands.pick('Driven wheels', 'rear');
    await hands.pick('Engine orientation', 'transverse');
    await hands.fill('Tyres', '195/50R15');
    await hands.fill('Final drive', '3,9');
    await hands.fill('Wheelbase', '2300');
    await hands.fill('Front axle load', '350');
    await hands.fill('Rear axle load', '450');
    await hands.press('Create survey');
    await hands.press('Car and layout');
    await hands.pick('Engine location', 'middle');

    // Half shafts, and neither a propshaft nor a hole in the floor.
    await hands.press('Mounts, shifter, shafts');
    await expect(page.getByRole('group', { name: 'Driven hubs: outer joints of the half shafts' })).toBeVisible();
    await expect(page.getByRole('group', { name: /Shifter aperture/ })).toHaveCount(0);
    const hubs = hands.list('Driven hubs: outer joints');
    for (const [label, text] of [
      ['Left: ahead of the front axle', '-2300'],
      ['Left: left of centreline', '600'],
      ['Left: height above floor', '300'],
      ['Right: ahead of the front axle', '-2300'],
      ['Right: left of centreline', '-600'],
      ['Right: height above floor', '300'],
      ['Hub rises to bump', '60'],
      ['Hub falls to droop', '75'],
    ] as const)
      await hands.fill(label, text, hubs);
    await hands.press('Ratings, shaft, radiator');
    await expect(page.getByRole('group', { name: 'Propshaft' })).toHaveCount(0);
    const shafts = hands.list('Half shafts');
    await hands.fill('Shortest, pushed in', '390', shafts);
    await hands.fill('Longest, pulled out', '450', shafts);
    await hands.fill('Maximum joint angle', '20', shafts);
    await expect
      .poll(async () => (await chassis()).halfShaft)
      .toEqual({ fullyInMm: 390, fullyOutMm: 450, jointLimitDeg: 20 });
    expect((await chassis()).hubs).toMatchObject({ bumpUpMm: 60, droopDownMm: 75 });

    // A gearbox without a final drive is out; the one with it is judged by its half shafts.
    await page.goto(`${shop.url}/builds/own/survey`);
    await hands.press('Add a candidate');
    const dialog = page.getByRole('dialog');
    await hands.pick('Engine', 'Four', dialog);
    await hands.pick('Gearbox', 'Long box', dialog);
    await hands.press('Add candidate', dialog);
    await expect(page).toHaveURL(/candidate\?c=a/);
    await expect(page.getByText('has no final drive inside').first()).toBeVisible();
    await hands.pick('Gearbox', 'Cross box');
    await expect(page.getByText('has no final drive inside')).toHaveCount(0);
    const place = hands.list('Crank centreline');
    await hands.fillAll(
      [
        ['Ahead of the front axle', '-2050'],
        ['Left of centreline', '0'],
        ['Height above floor', '300'],
      ],
      place,
    );
    await hands.pick('Its front points', 'left', place);
    await hands.fill('Pitch, nose up', '0', place);
    await hands.fill('Canted to the left', '0', place);
    await page.goto(`${shop.url}/builds/own/line-up`);
    await expect(page.getByRole('button', { name: /^A, Propshaft/ })).toHaveCount(0);
    await expect(page.getByRole('button', { name: /^A, Half-shaft plunge/ })).toBeVisible();

    // At the rear the shaft before it is asked, and where the gearbox sits.
    await page.goto(`${shop.url}/builds/own/survey`);
    await hands.press('Car and layout');
    await hands.pick('Engine location', 'front');
    await hands.pick('Engine orientation', 'longitudinal');
    await hands.pick('Gearbox location', 'at the driven axle');
    await hands.pick('Shaft to the axle', 'in a torque tube');
    await hands.press('Ratings, shaft, radiator');
    await expect(page.getByRole('group', { name: 'Shaft in the torque tube' })).toBeVisible();
    await page.goto(`${shop.url}/builds/own/candidate?c=a`);
    await expect(page.getByRole('group', { name: /^Gearbox position/ })).toBeVisible();

    // A chain asks for its sprocket and no shaft at all.
    await page.goto(`${shop.url}/builds/own/survey`);
    await hands.press('Car and layout');
    await hands.pick('Gearbox location', 'on the engine');
    await hands.pick('Axle driven by', 'chain');
    await hands.press('Mounts, shifter, shafts');
    await expect(page.getByRole('group', { name: /^Sprocket on the axle/ })).toBeVisible();
    await expect(page.getByRole('group', { name: /^Pinion flange/ })).toHaveCount(0);
  } finally {
    await shop.stop();
    shop.remove();
  }
});
