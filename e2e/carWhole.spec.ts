/** A whole car with two donors, typed in from an empty shop: what comes out is what a person reckons by hand. */
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { Hands } from './hands.ts';
import { cell, expect, Sable, test } from './sable.ts';
import { candidate, engine, lump, price } from './typed.ts';

/** A box of an engine or a gearbox, in its own axes: centre and size, forward, left and up. */
async function box(
  h: Hands,
  name: string,
  role: string,
  centre: readonly [string, string, string],
  size: readonly [string, string, string],
): Promise<void> {
  const list = h.list('Solids');
  await h.press(/^Add to solids/, list);
  await expect(list.getByLabel('Name', { exact: true })).toHaveValue('');
  await h.fill('Name', name, list);
  await h.pick('Shape', 'box', list);
  await h.pick('Role', role, list);
  await h.at('Centre', centre, list);
  await h.at('Size', size, list);
  await h.fill('±', '3', list.locator('details[open]'));
}

/** What of the bay decides: underside of the bonnet, firewall, radiator, crossmember, steering, ground, tunnel. */
const BAY: readonly (readonly [body: string, takes: readonly string[]])[] = [
  ['bonnet', ['850', '900', '520', '560', '620']],
  ['radiator pack', ['430', '300', '260', '700']],
  ['firewall', ['480', '420', '860', '600', '560']],
  ['front crossmember', ['200', '120', '90', '-90', '340']],
  ['steering box', ['100', '-60', '420', '520', '330', '480']],
  ['ground line', ['130', '620']],
  ['tunnel roof', ['640', '560', '520', '1150', '200']],
];

/** The build taken along as a file into another empty shop: every answer is the same there. */
async function elsewhere(page: Page, shop: Sable): Promise<void> {
  const started = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export build' }).click();
  const file = await (await started).path();
  const other = new Sable(false);
  await other.start('--no-demo');
  try {
    await page.goto(`${other.url}/shop`);
    await page.getByLabel('Build file').setInputFiles({
      name: 'own-saloon.json',
      mimeType: 'application/json',
      buffer: readFileSync(file),
    });
    await expect(page.getByText('is added. Library rows: 3 added, 0 already here.')).toBeVisible();
    const { build } = await shop.build('own-saloon');
    expect((await other.build('own-saloon')).build).toEqual(build);
    for (const { id } of build.candidates) {
      const judged = (of: Sable) => of.judged(build, id);
      expect(await judged(other)).toEqual(await judged(shop));
    }
  } finally {
    await other.stop();
    other.remove();
  }
}

test('own saloon and two donors by hand: masses, speeds in the gears, the bill and who leads, in at most 120 inputs', async ({
  page,
}) => {
  // Some two hundred inputs by hand: over a minute and a half, on a busy machine over two.
  test.setTimeout(300_000);
  const shop = new Sable(false);
  await shop.start('--no-demo');
  try {
    const h = new Hands(page, shop.url);
    await engine(h, {
      name: 'Two-litre',
      bore: '86',
      stroke: '86',
      ratio: '9,8',
      redline: '6200',
      curve: '1000 120\n2000 150\n3000 170\n4000 175\n5000 165\n6000 140',
      basis: 'dressed',
      mass: '128',
      price: ['300', '450', '600'],
    });
    await engine(h, {
      name: 'Sixteen-valve',
      bore: '84',
      stroke: '90',
      ratio: '10,4',
      redline: '7000',
      curve: '1000 110\n2000 145\n3000 168\n4000 182\n5000 184\n6000 170\n7000 150',
      basis: 'bare',
      mass: '112',
      price: ['500', '700', '950'],
    });
    await page.goto(`${shop.url}/library/gearboxes/new/edit`);
    await h.fill('Name', 'Five-speed');
    await h.pick('Kind', 'manual');
    await h.fill('Gear ratios', '3,5 2,05 1,4 1 0,82');
    await h.fill('Mass', '34');
    await h.fill('Oil', '1.6');
    await price(h, ['120', '180', '260']);
    await h.save('gearboxes');

    await page.goto(`${shop.url}/shop`);
    await h.fill('Build name', 'Own saloon');
    await h.press('Create');
    await expect(page).toHaveURL(/\/builds\/own-saloon\/brief/);
    await page.goto(`${shop.url}/builds/own-saloon/survey`);
    await h.fill('Car', 'Own saloon');
    await h.pick('Body type', 'small saloon');
    await h.pick('Driven wheels', 'rear');
    await h.pick('Engine orientation', 'longitudinal');
    await h.fillAll([
      ['Tyres', '165/80R13'],
      ['Final drive', '4,1'],
      ['Wheelbase', '2400'],
      ['Front axle load', '470'],
      ['Rear axle load', '410'],
    ]);
    await h.press('Create survey');
    await h.press('Removable parts');
    await lump(h, 'old engine', '118', ['-20', '0', '410'], 'engine');
    await lump(h, 'old gearbox', '29', ['-460', '0', '310'], 'gearbox');
    await candidate(h, 'Two-litre', 'Five-speed', 'a');
    await candidate(h, 'Sixteen-valve', 'Five-speed', 'b');
    await page.goto(`${shop.url}/builds/own-saloon/line-up`);

    // By hand. Both engines with typical dressing on (the Two-litre is quoted dressed), gearbox 34 kg and 1.6 l of oil at
    // 0.86 kg/l; 118 and 29 kg come out.
    const change = async (letter: string) =>
      Number(
        /mass change: ([+−-]?[\d.]+) kg/.exec(
          (await cell(page, letter, 'Vehicle mass change').getAttribute('aria-label'))!.replace('−', '-'),
        )![1],
      );
    await expect(cell(page, 'A', 'Vehicle mass change')).toBeVisible();
    const boxAndOil = 34 + 1.6 * 0.86;
    const out = 118 + 29;
    const { build } = await shop.build('own-saloon');
    const masses = await Promise.all(build.candidates.map((c) => shop.judged(build, c.id)));
    const massOf = (i: number) => masses[i]!.checks.find((k) => k.id === 'mass-change')!.value!;
    // Dressed means that nothing of it is missing but its oil and coolant, which nobody entered: the quoted 128 kg stay within 5.
    expect(Math.abs(massOf(0) - (128 + boxAndOil - out))).toBeLessThan(5);
    // Bare lacks the whole dressing: typical masses bring it some 40 to 60 kg.
    expect(massOf(1) - (112 + boxAndOil - out)).toBeGreaterThan(35);
    expect(massOf(1) - (112 + boxAndOil - out)).toBeLessThan(65);
    expect(await change('A')).toBe(Math.round(massOf(0)));
    expect(await change('B')).toBe(Math.round(massOf(1)));
    // Nobody has said where either sits: axle loads are not known, and nothing is clear for want of a bay.
    await expect(cell(page, 'A', 'Front axle load, %')).toHaveAccessibleName(/unknown/);
    await expect(cell(page, 'A', 'Smallest clearance margin')).toHaveAccessibleName(/unknown/);
    // 450 and 180 likely by low and high: (300 + 4·450 + 600)/6 + (120 + 4·180 + 260)/6 = 450 + 183.3.
    // Nobody has entered a single face: its joints stand there as guesses, from 641.7 for the bell to 26.7 for each gauge
    // sender, 5,277 in all, and 333 for wiring that nobody has decided; the brakes are as they were found.
    await expect(cell(page, 'A', 'Expected total')).toHaveAccessibleName(/: 6,243 €/);
    await expect(cell(page, 'B', 'Expected total')).toHaveAccessibleName(/: 6,50[12] €/);
    // B pulls 3 % more in the band, which is within their doubt: the cheaper leads.
    await expect(page.getByText('A leads', { exact: true })).toBeVisible();
    await expect(
      page.getByText(/3 % less mean power in the rpm range than B, within their uncertainty, for 258 € less\./),
    ).toBeVisible();

    // 165/80R13: free diameter 330.2 + 2·132 = 594.2 mm, rolling radius 0.97 of the half = 288.2 mm. At 6,200 rpm in fifth
    // (0.82 · 4.1): 6200/60 · 2π · 0.2882 / 3.362 · 3.6 = 200 km/h; at 1,000 rpm 32.3.
    await page.goto(`${shop.url}/builds/own-saloon/gearing/ratios?c=a`);
    const fifth = page.getByRole('row', { name: /^Fifth/ });
    await expect(fifth).toContainText('200');
    await expect(fifth).toContainText('32.3');
    process.stdout.write(`A whole car and two donors: ${h.inputs} inputs to the first line-up.\n`);
    expect(h.inputs).toBeLessThanOrEqual(120);

    // Drawn and placed: the block, its manifold and the gearbox as boxes, each with its centre of mass.
    await page.goto(`${shop.url}/library/engines/two-litre/edit`);
    await box(h, 'block', 'block', ['230', '0', '150'], ['460', '380', '500']);
    await box(h, 'manifold', 'exhaust manifold', ['230', '-250', '200'], ['300', '120', '150']);
    await h.press('Add centre of mass (forward, left, up)');
    await h.at('.*', ['250', '0', '130'], h.list('Centre of mass'));
    await h.pick('Evidence', 'estimated', h.list('Centre of mass'));
    await h.press('Save');
    await expect(page).toHaveURL(/engines\/two-litre$/);
    await page.goto(`${shop.url}/library/gearboxes/five-speed/edit`);
    await box(h, 'case', 'gearbox case', ['-325', '0', '-20'], ['650', '240', '260']);
    await h.at('Centre of mass', ['-300', '0', '-10']);
    await h.press('Save');
    await expect(page).toHaveURL(/gearboxes\/five-speed$/);
    await page.goto(`${shop.url}/builds/own-saloon/survey`);
    for (const [body, takes] of BAY) await h.measure(body, takes);
    await page.goto(`${shop.url}/builds/own-saloon/candidate?c=a`);
    await h.fillAll([
      ['Ahead of the front axle', '-150'],
      ['Left of centreline', '0'],
      ['Height above floor', '400'],
    ]);
    await h.pick('Its front points', 'forward');
    await h.fillAll([
      ['Pitch, nose up', '0'],
      ['Canted to the left', '0'],
    ]);
    await expect(page.getByLabel('X, forward of front axle', { exact: true })).toHaveValue('-150');

    await page.goto(`${shop.url}/builds/own-saloon/fit?c=a`);
    // The bonnet's underside falls from 900 mm at 560 behind the axle to 850 at 520 ahead of it. Over the block's front edge, 310
    // ahead and 800 high, it hangs at 859.7: 59.7 square across its slope (1 in 21.6), of 20 + 10 + 5 asked.
    const bonnet = page.getByRole('row', { name: /block, bonnet/ });
    await expect(bonnet).toContainText('60 of 35');
    await page.goto(`${shop.url}/builds/own-saloon/line-up`);
    await expect(cell(page, 'A', 'Smallest clearance margin')).toHaveAccessibleName(/: 25 mm/);
    // Nobody has drawn the other engine: nothing of its fit is told.
    await expect(cell(page, 'B', 'Smallest clearance margin')).toHaveAccessibleName(/unknown/);
    // Moments about the front axle, 2400 mm: 410 − (118 · 20 + 29 · 460)/2400 out, engine 100 mm ahead and gearbox 450 behind in.
    const rear = 410 - (118 * 20 + 29 * 460) / 2400 + (-128 * 100 + boxAndOil * 450) / 2400;
    const total = 880 - out + 128 + boxAndOil;
    const front = /Front axle load, %: ([\d.]+) %/.exec(
      (await cell(page, 'A', 'Front axle load, %').getAttribute('aria-label'))!,
    );
    // Oil and coolant of the engine are not in it by hand.
    expect(Math.abs(Number(front?.[1]) - (100 * (total - rear)) / total)).toBeLessThan(0.4);
    process.stdout.write(`… and ${h.inputs} with fit.\n`);
    expect(h.inputs).toBeLessThanOrEqual(220);
    await elsewhere(page, shop);
  } finally {
    await shop.stop();
    shop.remove();
  }
});
