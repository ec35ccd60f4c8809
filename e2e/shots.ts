import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { drawn } from './drawn.ts';
import { launchArgs } from './launch.ts';
import { RunningSable } from './running.ts';

const folder = path.resolve(import.meta.dirname, '../docs/screenshots');
mkdirSync(folder, { recursive: true });

const VIEWS = [
  ['line-up', '/builds/glider-tug/line-up?c=b'],
  ['brief', '/builds/glider-tug/brief?c=c'],
  ['survey', '/builds/glider-tug/survey?c=b'],
  ['donors', '/builds/glider-tug/donors/offers?c=d'],
  ['engine-sums', '/builds/glider-tug/donors/bench?c=b&sum=injectors'],
  ['fit', '/builds/glider-tug/fit?c=b'],
  ['fit-recipe', '/builds/glider-tug/fit?c=b'],
  ['joints', '/builds/glider-tug/joints?c=b'],
  ['wiring', '/builds/glider-tug/wiring?c=d'],
  ['candidate', '/builds/glider-tug/candidate?c=b'],
  ['mounts', '/builds/glider-tug/mounts?c=c'],
  ['gearing', '/builds/glider-tug/gearing/ratios?c=c&beside=d'],
  ['gearing-run', '/builds/glider-tug/gearing/run?c=c&beside=e'],
  ['gearing-stress', '/builds/glider-tug/gearing/stress?c=d'],
  ['weight', '/builds/glider-tug/weight?c=c'],
  ['parts', '/builds/glider-tug/parts?c=c'],
  ['library', '/library/engines'],
  ['shop', '/shop'],
  ['line-up-night-us', '/builds/glider-tug/line-up?c=d'],
] as const;

/** What is done on a screen before its picture is taken. */
const BEFORE: Readonly<Record<string, (page: Page) => Promise<void>>> = {
  donors: async (page) => {
    await page.getByRole('combobox', { name: 'Engine' }).click();
    await page.getByRole('option', { name: 'V6 2.7' }).click();
    await page.getByRole('gridcell', { name: /^Saloon with V6/ }).click();
  },
  'fit-recipe': async (page) => {
    await page.getByRole('button', { name: 'Recipe' }).click();
    await page.getByText('Apply recipe').first().waitFor({ timeout: 60_000 });
  },
  joints: async (page) => {
    await page.getByRole('button', { name: 'Close joints' }).click();
    await page.getByRole('button', { name: 'Use these' }).first().waitFor({ timeout: 60_000 });
    await page.evaluate('scrollTo(0, 0)');
  },
};

const sable = new RunningSable(false);
await sable.start();
const browser = await chromium.launch({
  executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
  args: launchArgs,
});
try {
  for (const [name, to] of VIEWS) {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    if (name.endsWith('night-us')) {
      await page.addInitScript(() => {
        localStorage.setItem('sable-mode', '"night"');
        localStorage.setItem('sable-units', '"us"');
      });
    }
    await page.goto(sable.url + to);
    await page.locator('main').waitFor();
    await page.waitForTimeout(1500);
    await page.evaluate(drawn);
    await BEFORE[name]?.(page);
    await page.evaluate(drawn);
    await page.screenshot({ path: path.join(folder, `${name}.png`) });
    await page.close();
  }
} finally {
  await browser.close();
  await sable.stop();
  sable.remove();
}
