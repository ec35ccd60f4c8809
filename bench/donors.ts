import type { Library } from '@sable/core';
import { chromium, type Page } from '@playwright/test';
import { launchArgs } from '@sable/e2e/launch';
import { Agent } from 'node:http';
import { summary } from './measure.ts';
import { send } from './server.ts';

const ENGINES = 1000;
/** Rows sent at once: a body must stay below what the server takes. */
const BATCH = 150;

const QUERIES = [
  'text=v6',
  'text=light%20six&kind=set',
  'engineId=hesper-v6-27&sort=price',
  'mostPrice=900&mostKm=150000&sort=distance',
  'condition=heard%20running&sort=mileage&from=300',
  '',
];

/** A thousand engines and five thousand offers: how soon a search answers, over HTTP and on the screen. */
export async function donorsBench(url: URL) {
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  const library = JSON.parse((await send(agent, url, 'GET', '/library')).body) as Library;
  const models = library.engines;
  const many = Array.from({ length: ENGINES - models.length }, (_, i) => {
    const e = models[i % models.length]!;
    return { ...e, id: `bench-${i}`, name: `${e.name}, bench ${i}`, solids: e.solids.slice(0, 4), slots: [] };
  });
  for (let i = 0; i < many.length; i += BATCH) {
    const r = await send(agent, url, 'POST', '/library-file', {
      format: 'sable-library',
      version: 1,
      engines: many.slice(i, i + BATCH),
      gearboxes: [],
      parts: [],
      families: [],
    });
    if (r.status !== 201) throw new Error(r.body.slice(0, 400));
  }
  const times: number[] = [];
  let total = 0;
  for (let round = 0; round < 30; round++)
    for (const query of QUERIES) {
      const t = performance.now();
      const r = await send(agent, url, 'GET', `/yard?${query}`);
      times.push(performance.now() - t);
      total = Math.max(total, (JSON.parse(r.body) as { total: number }).total);
    }
  agent.destroy();
  const browser = await chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    args: launchArgs,
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(new URL('/library/engines', url).href);
    await page.getByText(`${ENGINES} in all`).waitFor({ timeout: 60_000 });
    const librarySearch = await typed(page, 'input[type="search"]', ['bench 7', 'hesper', 'bench 99', 'four', '']);
    const blankRowsOnScroll = await blanks(page);
    await page.goto(new URL('/builds/glider-tug/donors/offers?c=d', url).href);
    await page.getByText(`${total} offers`).waitFor({ timeout: 60_000 });
    const offerSearch = await typed(page, 'input[type="search"]', ['v6', 'triple', 'canal', '2.7', '']);
    return {
      engines: ENGINES,
      offers: total,
      yardOverHttp: summary(times),
      librarySearch: summary(librarySearch),
      offerSearch: summary(offerSearch),
      blankRowsOnScroll,
    };
  } finally {
    await browser.close();
  }
}

/** From a word in the field to another count beside it, measured inside the page. */
async function typed(page: Page, field: string, words: readonly string[]): Promise<number[]> {
  const samples: number[] = [];
  for (let n = 0; n < 6; n++)
    for (const word of words) {
      samples.push(
        await page.evaluate<number>(`(async () => {
          const input = document.querySelector(${JSON.stringify(field)});
          const count = () => document.querySelector('[aria-live="polite"].muted').textContent;
          const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
          const was = count();
          const t = performance.now();
          set.call(input, ${JSON.stringify(word)});
          input.dispatchEvent(new Event('input', { bubbles: true }));
          while (count() === was && performance.now() - t < 3000) await new Promise((r) => setTimeout(r, 1));
          return performance.now() - t;
        })()`),
      );
      await page.waitForTimeout(250);
    }
  // The first round warms the page up, as elsewhere.
  return samples.slice(words.length);
}

/** Rows without a word in them that stand on screen while the list is scrolled. */
async function blanks(page: Page): Promise<number> {
  let blank = 0;
  await page.mouse.move(640, 500);
  for (let i = 0; i < 40; i++) {
    await page.mouse.wheel(0, 400);
    await page.waitForTimeout(16);
    blank += await page.evaluate<number>(
      `[...document.querySelectorAll('[role="row"][data-id]')].filter((r) => {
        const b = r.getBoundingClientRect();
        return b.bottom > 0 && b.top < innerHeight && r.textContent.trim() === '';
      }).length`,
    );
  }
  return blank;
}
