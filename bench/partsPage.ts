import { chromium } from '@playwright/test';
import { launchArgs } from '@sable/e2e/launch';
import { summary } from './measure.ts';

/** As text, so that nothing a compiler adds runs in the page. */
const TYPE_PRICES = `(async () => {
  const answer = () => document.querySelector('.answer .big').textContent;
  const drawn = () => document.querySelector('.answer').textContent.includes('Drawn 10,000');
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
  const input = () => document.querySelector('input[aria-label="Likely, Corran six-speed"]');
  const [total, draw] = [[], []];
  for (let i = 0; i < 24; i++) {
    while (!drawn()) await new Promise((r) => setTimeout(r, 5));
    await new Promise((r) => setTimeout(r, 300));
    const was = answer();
    const cell = input();
    cell.focus();
    set.call(cell, String(1100 + 40 * (i % 2) + 7 * i));
    cell.dispatchEvent(new Event('input', { bubbles: true }));
    const t = performance.now();
    cell.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    while (answer() === was) await new Promise((r) => setTimeout(r, 1));
    total.push(performance.now() - t);
    while (!drawn()) await new Promise((r) => setTimeout(r, 1));
    draw.push(performance.now() - t);
  }
  return { total, draw };
})()`;

/** From a price typed into the bill to the new total, and to the chance drawn anew. */
export async function partsPageBench(url: URL) {
  const browser = await chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    args: launchArgs,
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(new URL('/builds/glider-tug/parts?c=c', url).href);
    await page.getByText('Drawn 10,000 times').waitFor();
    const { total, draw } = await page.evaluate<{ total: number[]; draw: number[] }>(TYPE_PRICES);
    return { total: summary(total), drawn: summary(draw) };
  } finally {
    await browser.close();
  }
}
