import { expect, test, type Browser, type Page } from '@playwright/test';
import { ByFinger, ByKeys, type ByHand } from './byHand.ts';
import { cell, Sable } from './sable.ts';
import { boxOf, stl } from './stl.ts';

type Flow = readonly [name: string, path: string, go: (by: ByHand, sable: Sable) => Promise<void>];

/** A picture of one grey, px. */
async function grey(page: Page, width: number, height: number): Promise<Buffer> {
  const drawer = await page.context().newPage();
  await drawer.setViewportSize({ width, height });
  await drawer.setContent('<body style="background:#888"></body>');
  const picture = await drawer.screenshot();
  await drawer.close();
  return picture;
}

/** The flows of the guide, from beginning to end, each on what the one before left. */
const FIRST: readonly Flow[] = [
  [
    'a build is begun',
    '/shop',
    async (by) => {
      await by.write(by.page.getByLabel('Build name'), 'By hand');
      await by.pick(by.page.getByRole('combobox', { name: 'Currency' }), /^CHF/);
      await by.press(by.page.getByRole('button', { name: 'Create' }));
      await expect(by.page).toHaveURL(/\/builds\/by-hand\/brief/);
      await expect(by.page.getByText('CHF').first()).toBeVisible();
    },
  ],
  [
    'what is wanted is changed',
    '/builds/glider-tug/brief',
    async (by, sable) => {
      await by.write(by.page.getByLabel('Budget', { exact: true }), '9200');
      await expect.poll(async () => (await sable.build()).build.brief.budget).toBe(9200);
    },
  ],
  [
    'a figure is explained, a final drive changed and taken back',
    '/builds/glider-tug/line-up?c=c',
    async (by, sable) => {
      await by.press(cell(by.page, 'C', 'Peak power, target now'));
      await expect(by.page.getByRole('heading', { name: 'Peak power, target now' })).toBeVisible();
      await by.leave();
      const before = await sable.build();
      await by.pick(by.page.getByLabel('Final drive of F'), '3.70');
      await expect.poll(async () => (await sable.build()).version).toBe(before.version + 1);
      await by.press(by.page.getByRole('button', { name: 'Undo' }));
      await expect.poll(async () => (await sable.build()).build).toEqual(before.build);
    },
  ],
  [
    'an offer becomes a candidate',
    '/builds/glider-tug/donors/offers?c=d',
    async (by, sable) => {
      const { build } = await sable.build();
      await by.write(by.page.getByRole('searchbox', { name: 'Search' }), 'as it came out');
      await by.press(by.page.getByRole('gridcell', { name: 'V6 2.7, engine as it came out' }));
      await by.press(by.page.getByRole('button', { name: 'Create candidate' }));
      await by.press(by.page.getByRole('button', { name: 'Add to line-up' }));
      await expect.poll(async () => (await sable.build()).build.candidates.length).toBe(build.candidates.length + 1);
    },
  ],
  [
    'a mark is read off a casting',
    '/builds/glider-tug/donors/inspect?c=a',
    async (by, sable) => {
      const { version } = await sable.build();
      await by.press(by.page.getByRole('checkbox', { name: /4R 081 on the block/ }));
      await expect.poll(async () => (await sable.build()).version).toBeGreaterThan(version);
    },
  ],
  [
    'a calculation is kept with its candidate',
    '/builds/glider-tug/donors/bench?c=b&sum=injectors',
    async (by, sable) => {
      await by.press(by.page.getByRole('button', { name: /^Save to candidate/ }));
      await expect
        .poll(async () => (await sable.build()).build.candidates.find((c) => c.id === 'b')!.workings?.length ?? 0)
        .toBeGreaterThan(0);
    },
  ],
  [
    'a body of the bay is measured',
    '/builds/glider-tug/survey?c=b',
    async (by, sable) => {
      const { version } = await sable.build();
      const folded = by.page.locator('summary', { hasText: 'show list' });
      if (await folded.isVisible()) await by.press(folded);
      await by.press(by.page.getByRole('button', { name: 'Add obstacle' }));
      await by.press(by.page.getByRole('menuitem', { disabled: false }).first());
      const first = by.page.locator('input[data-take]').first();
      await by.write(first, '612');
      await expect.poll(async () => (await sable.build()).version).toBeGreaterThan(version);
    },
  ],
  [
    'a better place is found and taken',
    '/builds/glider-tug/fit?c=b',
    async (by, sable) => {
      const place = async () => (await sable.build()).build.candidates.find((c) => c.id === 'b')!.placement;
      const before = await place();
      await by.press(by.page.getByRole('button', { name: 'Find position', exact: true }));
      await by.press(by.page.getByRole('button', { name: 'Move here' }).first());
      await expect.poll(place).not.toEqual(before);
    },
  ],
  [
    'the best gearing is taken',
    '/builds/glider-tug/gearing/choose?c=d',
    async (by, sable) => {
      const { version } = await sable.build();
      await by.press(by.page.getByRole('button', { name: 'Use best' }));
      await expect.poll(async () => (await sable.build()).version).toBeGreaterThan(version);
    },
  ],
  [
    'lengths of the loom come from where it runs',
    '/builds/glider-tug/wiring?c=d',
    async (by, sable) => {
      const { version } = await sable.build();
      await by.press(by.page.getByRole('button', { name: /^Put \d+ lengths in from Fit/ }));
      await expect.poll(async () => (await sable.build()).version).toBeGreaterThan(version);
    },
  ],
  [
    'a price is written into the bill',
    '/builds/glider-tug/parts?c=d',
    async (by, sable) => {
      const { version } = await sable.build();
      await by.write(by.page.getByLabel('A line of your own', { exact: true }), 'Brake fluid');
      if (by instanceof ByKeys) await by.page.keyboard.press('Shift+Tab');
      await by.page.getByLabel('A line of your own', { exact: true }).press('Enter');
      await expect.poll(async () => (await sable.build()).version).toBeGreaterThan(version);
    },
  ],
  [
    'an engine of the library is corrected',
    '/library/engines/quillon-22/edit',
    async (by, sable) => {
      await by.write(by.page.getByLabel('Short name', { exact: true }), 'Q 2.2 hand');
      await by.press(by.page.getByRole('button', { name: /^(Save|Keep|Put)/ }).first());
      await expect
        .poll(async () => (await sable.row<{ shortName: string }>('engines', 'quillon-22')).shortName)
        .toBe('Q 2.2 hand');
    },
  ],
  [
    'units are chosen',
    '/builds/glider-tug/line-up?c=c',
    async (by) => {
      await by.press(by.page.getByRole('button', { name: 'Sable' }));
      await by.press(by.page.getByRole('menuitem', { name: /^Units and numbers/ }));
      const dialog = by.page.getByRole('dialog', { name: 'Units and numbers' });
      await by.pick(dialog.getByRole('combobox', { name: 'Power' }), 'hp');
      await by.pick(dialog.getByRole('combobox', { name: 'Numbers' }), '1.234,5');
      await by.press(dialog.getByRole('button', { name: 'Close' }));
      await expect(cell(by.page, 'C', 'Peak power, target now')).toHaveAccessibleName(/157 hp/);
    },
  ],
];

/** Those that search and decide, in a shop of their own. */
const THEN: readonly Flow[] = [
  [
    'changes to the bay are found and taken',
    '/builds/glider-tug/fit?c=a',
    async (by, sable) => {
      const { version } = await sable.build();
      await by.press(by.page.getByRole('button', { name: 'Recipe', exact: true }));
      const use = by.page.getByRole('button', { name: 'Apply recipe' }).first();
      await expect(use).toBeVisible({ timeout: 60_000 });
      await by.press(use);
      await expect.poll(async () => (await sable.build()).version).toBeGreaterThan(version);
    },
  ],
  [
    'the way in is found, and its tightest moment shown',
    '/builds/glider-tug/fit?c=c',
    async (by) => {
      await by.press(by.page.getByRole('button', { name: 'Installation path' }));
      const tightest = by.page.getByRole('button', { name: 'Go to minimum clearance' });
      await expect(tightest).toBeVisible({ timeout: 60_000 });
      await by.press(tightest);
      await expect(by.page.getByRole('region', { name: 'Installation path' })).toContainText(/mm/);
    },
  ],
  [
    'a mount that holds is added',
    '/builds/ice-racer/mounts?c=b',
    async (by, sable) => {
      await by.press(by.page.getByRole('button', { name: /^Add a mount between right side, rear/ }));
      await expect.poll(async () => (await sable.build('ice-racer')).build.candidates[1]!.mounts!.length).toBe(3);
    },
  ],
  [
    'open joints are closed',
    '/builds/glider-tug/joints?c=b',
    async (by, sable) => {
      const { version } = await sable.build();
      await by.press(by.page.getByRole('button', { name: 'Close joints' }));
      const use = by.page.getByRole('button', { name: 'Use these' }).first();
      await expect(use).toBeVisible({ timeout: 60_000 });
      await by.press(use);
      await expect.poll(async () => (await sable.build()).version).toBeGreaterThan(version);
    },
  ],
  [
    'the car is weighed on pads',
    '/builds/glider-tug/survey?c=c',
    async (by, sable) => {
      const folded = by.page.locator('summary', { hasText: 'show list' });
      if (await folded.isVisible()) await by.press(folded);
      await by.press(by.page.getByRole('button', { name: 'Corner weights', exact: true }));
      await by.press(by.page.getByRole('button', { name: 'Read corner scales' }));
      await expect(by.page.getByText(/Stable, total 91\d\.\d kg/)).toBeVisible({ timeout: 20_000 });
      await by.press(by.page.getByRole('button', { name: 'Save corner weights' }));
      await expect
        .poll(async () => (await sable.build()).build.chassis!.weighing.corners?.frontLeftKg)
        .toMatchObject({ source: 'simulated scale pads' });
    },
  ],
  [
    'a scan becomes a body of the powertrain',
    '/builds/glider-tug/fit?c=d',
    async (by, sable) => {
      const { page } = by;
      await by.press(page.getByRole('button', { name: 'Import scan' }));
      const dialog = page.getByRole('dialog');
      await dialog.locator('input[type="file"]').setInputFiles({
        name: 'pump.stl',
        mimeType: 'model/stl',
        buffer: stl(boxOf([0, 0, 0], [300, 200, 120], 40)),
      });
      await by.press(dialog.getByRole('button', { name: 'Create simplified shapes' }));
      await expect(dialog.getByText(/^One shape\./)).toBeVisible();
      await by.pick(dialog.getByRole('combobox', { name: 'Placed by' }), /^file coordinates/);
      await by.pick(dialog.getByRole('combobox', { name: 'Counts as' }), 'block');
      await by.press(dialog.getByRole('button', { name: 'Insert' }));
      await expect
        .poll(async () => (await sable.build()).build.candidates.find((c) => c.id === 'd')!.scanned?.length)
        .toBe(1);
    },
  ],
  [
    'the holes of a face are traced over a picture',
    '/builds/glider-tug/joints?c=c',
    async (by, sable) => {
      const { page } = by;
      await by.press(page.locator('summary', { hasText: 'Adapter plate' }));
      await by.press(page.getByRole('button', { name: 'Trace over a picture: the block' }));
      const dialog = page.getByRole('dialog');
      await dialog
        .getByLabel('Picture of the face')
        .setInputFiles({ name: 'face.png', mimeType: 'image/png', buffer: await grey(page, 300, 240) });
      const board = page.getByRole('application', { name: /^face\.png/ });
      await by.point(board, [20, 220]);
      await by.point(board, [220, 220]);
      await by.write(dialog.getByLabel('Between the marks of the ruler'), '400');
      await by.pick(dialog.getByLabel('Pressed by'), 'its middle');
      await by.point(board, [150, 120]);
      await by.write(dialog.getByLabel('Diameter'), '10,5');
      for (const at of [
        [80, 80],
        [220, 80],
        [150, 180],
      ] as const)
        await by.point(board, at);
      await expect(dialog.getByText(/^3 holes, each ±/)).toBeVisible();
      await by.press(dialog.getByRole('button', { name: 'Use these holes' }));
      const holes = async () => (await sable.build()).build.candidates[2]!.plate?.engineHoles ?? [];
      await expect.poll(async () => (await holes()).length).toBe(3);
      // 200 pixels are 400 mm: two millimetres each, from the axis to the left and up; a finger hits within some pixels.
      const [first] = await holes();
      expect(Math.hypot(first!.uMm + 140, first!.vMm - 80)).toBeLessThan(8);
    },
  ],
  [
    'cells of a sheet become a part',
    '/library/parts',
    async (by, sable) => {
      await by.press(by.page.getByRole('button', { name: 'Paste a table' }));
      const dialog = by.page.getByRole('dialog');
      await by.write(dialog.getByLabel('Paste cells or a table here'), 'Name;Class\nBreather can;hose');
      await by.press(dialog.getByRole('button', { name: /one part$/ }));
      await expect
        .poll(async () => (await sable.row<{ id: string }>('parts', 'breather-can'))?.id)
        .toBe('breather-can');
    },
  ],
  [
    'one is chosen',
    '/builds/glider-tug/line-up?c=c',
    async (by, sable) => {
      await by.press(by.page.getByRole('button', { name: 'Select this candidate' }));
      const dialog = by.page.getByRole('dialog');
      await by.write(dialog.getByLabel('Reason for selection'), 'Light, cheap, known');
      await by.press(dialog.getByRole('button', { name: 'Select C' }));
      await expect.poll(async () => (await sable.build()).build.decision.candidateId).toBe('c');
    },
  ],
];

async function walk(
  browser: Browser,
  by: (page: Page) => ByHand,
  phone: boolean,
  flows: readonly Flow[],
): Promise<string[]> {
  const sable = new Sable();
  await sable.start();
  const context = await browser.newContext({
    reducedMotion: 'reduce',
    viewport: phone ? { width: 390, height: 844 } : { width: 1280, height: 800 },
    ...(phone ? { hasTouch: true, isMobile: true } : {}),
  });
  try {
    const unseen = new Set<string>();
    for (const [name, path, go] of flows)
      await test.step(name, async () => {
        const hand = by(await context.newPage());
        await hand.page.goto(sable.url + path);
        await expect(hand.page.locator('main')).not.toContainText(/Loading|Calculating/);
        await go(hand, sable);
        // Nothing that was done made the page wider than what shows it.
        expect(await hand.page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(
          0,
        );
        if (hand instanceof ByKeys) hand.unseen.forEach((words) => unseen.add(words));
        await hand.page.close();
      });
    return [...unseen];
  } finally {
    await context.close();
    await sable.stop();
    sable.remove();
  }
}

for (const [which, flows] of [
  ['from the first build to its units', FIRST],
  ['of searching and deciding', THEN],
] as const) {
  test(`the flows ${which} by the keys alone, the focus seen at every stop`, async ({ browser }) => {
    test.setTimeout(300_000);
    expect(await walk(browser, (page) => new ByKeys(page), false, flows)).toEqual([]);
  });

  test(`the flows ${which} by the finger alone, on a phone`, async ({ browser }) => {
    test.setTimeout(300_000);
    await walk(browser, (page) => new ByFinger(page), true, flows);
  });
}
