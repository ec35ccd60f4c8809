import { expect, test, type Browser, type Page } from '@playwright/test';
import { ByFinger, ByKeys, type ByHand } from './byHand.ts';
import { cell, Sable } from './sable.ts';

type Flow = readonly [name: string, path: string, go: (by: ByHand, sable: Sable) => Promise<void>];

/** The flows of the guide, from beginning to end, each on what the one before left. */
const FIRST: readonly Flow[] = [
  [
    'a build is begun',
    '/shop',
    async (by) => {
      await by.write(by.page.getByLabel('Name of the build'), 'By hand');
      await by.pick(by.page.getByRole('combobox', { name: 'Currency' }), /^CHF/);
      await by.press(by.page.getByRole('button', { name: 'Begin it' }));
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
      await by.write(by.page.getByRole('searchbox', { name: 'Find' }), 'as it came out');
      await by.press(by.page.getByRole('gridcell', { name: 'V6 2.7, engine as it came out' }));
      await by.press(by.page.getByRole('button', { name: 'Make it a candidate' }));
      await by.press(by.page.getByRole('button', { name: 'Put it in the line-up' }));
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
      await by.press(by.page.getByRole('button', { name: /^Land it/ }));
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
      const folded = by.page.locator('summary', { hasText: 'something else' });
      if (await folded.isVisible()) await by.press(folded);
      await by.press(by.page.getByRole('button', { name: 'Measure something' }));
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
      await by.press(by.page.getByRole('button', { name: 'Find a position', exact: true }));
      await by.press(by.page.getByRole('button', { name: 'Put it there' }).first());
      await expect.poll(place).not.toEqual(before);
    },
  ],
  [
    'the best gearing is taken',
    '/builds/glider-tug/gearing/choose?c=d',
    async (by, sable) => {
      const { version } = await sable.build();
      await by.press(by.page.getByRole('button', { name: 'Take the first' }));
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
      const use = by.page.getByRole('button', { name: 'Use this recipe' }).first();
      await expect(use).toBeVisible({ timeout: 60_000 });
      await by.press(use);
      await expect.poll(async () => (await sable.build()).version).toBeGreaterThan(version);
    },
  ],
  [
    'the way in is found, and its tightest moment shown',
    '/builds/glider-tug/fit?c=c',
    async (by) => {
      await by.press(by.page.getByRole('button', { name: 'Install path' }));
      const tightest = by.page.getByRole('button', { name: 'Tightest moment' });
      await expect(tightest).toBeVisible({ timeout: 60_000 });
      await by.press(tightest);
      await expect(by.page.getByRole('region', { name: 'Install path' })).toContainText(/mm/);
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
      await by.press(by.page.getByRole('button', { name: 'Choose this one' }));
      const dialog = by.page.getByRole('dialog');
      await by.write(dialog.getByLabel('Why this one'), 'Light, cheap, known');
      await by.press(dialog.getByRole('button', { name: 'Choose C' }));
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
        await expect(hand.page.locator('main')).not.toContainText(/Opening…|Judging…|Reading the build|Working out/);
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
