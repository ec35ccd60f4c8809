import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { drawn } from './drawn.ts';
import { expect, test as base } from './sable.ts';

/** One page for all walks of a worker: a fresh one would read and compile the whole app each time. */
const test = base.extend<object, { walker: Page }>({
  walker: [
    async ({ browser }, use) => {
      const context = await browser.newContext({ reducedMotion: 'reduce' });
      await use(await context.newPage());
      await context.close();
    },
    { scope: 'worker' },
  ],
});

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
  ['fit', '/builds/glider-tug/fit?c=b'],
  ['fit, across', '/builds/ice-racer/fit?c=b'],
  ['empty fit', '/builds/second-car/fit'],
  ['candidate', '/builds/glider-tug/candidate?c=b'],
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
] as const;

// Nothing is changed here: any of them may run beside any other.
test.describe.configure({ mode: 'parallel' });

for (const [name, path] of SCREENS) {
  test(`${name}: no serious fault for those who can’t see or point, no sideways scroll, day and night`, async ({
    walker: page,
    sable,
  }) => {
    const errors: string[] = [];
    const note = (e: Error) => errors.push(e.message);
    page.on('pageerror', note);
    for (const [width, mode, rules] of [
      [1280, 'day', ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']],
      // The same page: what may differ is colour and size.
      [820, 'night', ['color-contrast', 'target-size']],
    ] as const) {
      await page.setViewportSize({ width, height: width === 820 ? 1180 : 800 });
      await page.goto(`${sable.url}/api/v1/health`);
      await page.evaluate((m) => localStorage.setItem('sable-mode', JSON.stringify(m)), mode);
      await page.goto(sable.url + path);
      await expect(page.locator('main')).not.toContainText(/Opening…|Judging…|Reading the build|Working out/);
      await page.evaluate(drawn);
      // There are no frames, so one pass in the page is enough; of what is in order no list is wanted.
      const axe = await new AxeBuilder({ page })
        .setLegacyMode(true)
        .options({ resultTypes: ['violations'], runOnly: [...rules] })
        .analyze();
      const serious = axe.violations.filter((v) => v.impact === 'serious' || v.impact === 'critical');
      expect(
        serious.map(
          (v) =>
            `${v.id}: ${v.nodes
              .slice(0, 3)
              .map((n) => n.html.slice(0, 160))
              .join(' | ')}`,
        ),
      ).toEqual([]);
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
      ).toBe(0);
    }
    page.off('pageerror', note);
    expect(errors).toEqual([]);
  });
}
