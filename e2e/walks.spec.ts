import type { Page } from '@playwright/test';
import { inspect } from './inspect.ts';
import { cell, expect, test } from './sable.ts';
import { typedWords } from './typedWords.ts';
import { textsRead } from './words.ts';

const SCREENS = [
  ['line-up', '/builds/glider-tug/line-up?c=b'],
  ['offers', '/builds/glider-tug/donors/offers?c=d'],
  ['offers, empty build', '/builds/second-car/donors/offers'],
  ['engines compared', '/builds/glider-tug/donors/compare?c=c'],
  ['what it is', '/builds/glider-tug/donors/inspect?c=a'],
  ['engine sums', '/builds/glider-tug/donors/bench?c=b&sum=injectors'],
  ['compressor map', '/builds/glider-tug/donors/bench?c=f&sum=map'],
  ['charge cooling', '/builds/glider-tug/donors/bench?c=f&sum=cooling-ways'],
  ['a sister’s curve', '/builds/glider-tug/donors/bench?c=a&sum=sister'],
  ['brief', '/builds/glider-tug/brief'],
  ['survey', '/builds/glider-tug/survey?c=b'],
  ['survey, nothing measured', '/builds/second-car/survey'],
  ['tape list', '/builds/ice-racer/survey/tape-list'],
  ['fit', '/builds/glider-tug/fit?c=b'],
  ['fit, across', '/builds/ice-racer/fit?c=b'],
  ['empty fit', '/builds/second-car/fit'],
  ['candidate', '/builds/glider-tug/candidate?c=b'],
  ['mounts', '/builds/glider-tug/mounts?c=d'],
  ['mounts, rocking', '/builds/ice-racer/mounts?c=b'],
  ['empty mounts', '/builds/second-car/mounts'],
  ['gearing', '/builds/glider-tug/gearing/ratios?c=d&beside=c'],
  ['gearing, run', '/builds/glider-tug/gearing/run?c=c&beside=d'],
  ['gearing, chooser', '/builds/glider-tug/gearing/choose?c=d'],
  ['gearing, stress', '/builds/glider-tug/gearing/stress?c=d'],
  ['gearing, boxes', '/builds/glider-tug/gearing/boxes?c=c'],
  ['gearing, unknown', '/builds/ice-racer/gearing/run?c=a'],
  ['empty gearing', '/builds/second-car/gearing/ratios'],
  ['weight', '/builds/glider-tug/weight?c=c'],
  ['weight, unknown', '/builds/glider-tug/weight?c=f'],
  ['parts', '/builds/glider-tug/parts?c=a'],
  ['empty line-up', '/builds/second-car/line-up'],
  ['empty weight', '/builds/second-car/weight'],
  ['shop', '/shop'],
  ['library', '/library/engines'],
  ['engine', '/library/engines/quillon-22'],
  ['gearbox', '/library/gearboxes/corran-g6'],
  ['part', '/library/parts/mk-quillon-kit'],
  ['family', '/library/families/quillon-four'],
  ['engine, edited', '/library/engines/quillon-22/edit'],
  ['new part', '/library/parts/new/edit'],
  ['new engine', '/library/engines/new/edit'],
  ['new offer', '/library/offers/new/edit'],
  ['gearbox, edited', '/library/gearboxes/corran-g6/edit'],
  ['survey, across', '/builds/ice-racer/survey'],
  ['survey, ladder frame', '/builds/forestry-pickup/survey'],
  ['gearing, transfer case', '/builds/forestry-pickup/gearing/ratios?c=a'],
  ['head flow', '/builds/glider-tug/donors/bench?c=b&sum=head'],
] as const;

const press = (name: string | RegExp) => (page: Page) =>
  page
    .getByRole('button', typeof name === 'string' ? { name, exact: true } : { name })
    .first()
    .click();
const LINE_UP = '/builds/glider-tug/line-up?c=c';

/** What opens over a screen, and how. */
const OPENED: readonly (readonly [name: string, path: string, open: (page: Page) => Promise<void>])[] = [
  ['a new candidate', LINE_UP, press('Add a candidate')],
  ['the choice', LINE_UP, press('Select this candidate')],
  ['a figure explained', LINE_UP, (page) => cell(page, 'C', 'Peak power, target now').click()],
  ['search', LINE_UP, press('Search')],
  ['the list of keys', LINE_UP, (page) => page.keyboard.press('?')],
  ['the menu of the shop', LINE_UP, press('Sable')],
  [
    'units and numbers',
    LINE_UP,
    async (page) => {
      await press('Sable')(page);
      await page.getByRole('menuitem', { name: /^Units and numbers/ }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
    },
  ],
  ['a table that comes in', '/library/engines', press('Paste a table')],
  ['every dressing', '/builds/glider-tug/fit?c=b', press('Dressing compatibility')],
  ['what can be done with a build', '/shop', press('More for Glider tug')],
];

// Nothing is changed here: any of them may run beside any other.
test.describe.configure({ mode: 'parallel' });

for (const [name, path] of SCREENS) {
  test(`${name}: no fault for those who can’t see or point, no sideways scroll, no word of programs, on a desk, a tablet and a phone`, async ({
    walkers,
    sable,
  }) => {
    const typed = await typedWords(sable);
    for (const walker of walkers) {
      await walker.to(path);
      await inspect(walker, typed);
      expect(walker.broke()).toEqual([]);
    }
  });
}

for (const [name, path, open] of OPENED) {
  test(`${name}: the same holds for what opens over a screen`, async ({ walkers, sable }) => {
    const typed = await typedWords(sable);
    for (const walker of walkers) {
      await walker.to(path);
      await open(walker.page);
      const over = walker.page.locator('[role="dialog"], [role="menu"], .MuiPopover-root').last();
      await expect(over).toBeVisible();
      await expect(over).not.toContainText(/Loading|Calculating/);
      await inspect(walker, typed);
      await walker.page.keyboard.press('Escape');
      await expect(over).toHaveCount(0);
      expect(walker.broke()).toEqual([]);
    }
  });
}

// In parallel mode this runs at the end of each worker.
test.afterAll(() => {
  process.stdout.write(`${textsRead()} different texts read on these screens for banned words.\n`);
});
