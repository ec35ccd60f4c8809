import { readdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { launchArgs } from '@sable/e2e/launch';
import { round, summary } from './measure.ts';

const dist = path.resolve(import.meta.dirname, '../web/dist');

/** As text, so that nothing a compiler adds runs in the page. */
const REJUDGE = `(async () => {
  const select = document.querySelector('select[aria-label="Gearbox of C"]');
  const cell = () => document.querySelector('button[aria-label^="C, Cruise rpm"]').getAttribute('aria-label');
  const set = Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set;
  const samples = [];
  for (let i = 0; i < 24; i++) {
    const was = cell();
    const next = select.value === 'corran-g6' ? 'marten-e5' : 'corran-g6';
    const t = performance.now();
    set.call(select, next);
    select.dispatchEvent(new Event('change', { bubbles: true }));
    while (cell() === was) await new Promise((r) => setTimeout(r, 1));
    samples.push(performance.now() - t);
    await new Promise((r) => setTimeout(r, 250));
  }
  return samples;
})()`;

/** What the browser loads, in the bytes that the server sends, until the line-up's table shows, what it loads after, and how fast a change is judged again. */
export async function pageBench(url: URL) {
  const browser = await chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    args: launchArgs,
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    // The moment at which the table is in the page, noted by the page itself.
    await page.addInitScript(`
      new MutationObserver((_, watch) => {
        if (!document.querySelector('[role="region"][aria-label="Line-up"] tbody tr')) return;
        watch.disconnect();
        window.tableAt = performance.now();
      }).observe(document, { childList: true, subtree: true });`);
    await page.goto(new URL('/builds/glider-tug/line-up?c=c', url).href);
    await page.locator('figure[aria-label="Torque curves"] svg').first().waitFor();
    const { tableAt, scripts } = await page.evaluate<{ tableAt: number; scripts: { name: string; start: number }[] }>(
      `({ tableAt: window.tableAt, scripts: performance.getEntriesByType('resource').filter((e) => e.name.endsWith('.js')).map((e) => ({ name: new URL(e.name).pathname, start: e.startTime })) })`,
    );
    // A worker's own scripts are not in the page's list; it is one file, asked for before the table.
    const worker = readdirSync(path.join(dist, 'assets'))
      .filter((f) => /^judging\.worker.*\.js$/.test(f))
      .map((f) => ({ name: `/assets/${f}`, start: 0 }));
    const all = [...new Map([...worker, ...scripts].map((f) => [f.name, f])).values()];
    const kb = (list: typeof all) =>
      round(list.reduce((sum, f) => sum + statSync(path.join(dist, `${f.name}.gz`)).size, 0) / 1024, 1);
    const before = all.filter((f) => f.start < tableAt);
    const after = all.filter((f) => f.start >= tableAt);

    // From the choice of a gearbox to the judged cell, measured inside the page.
    const rejudge = await page.evaluate<number[]>(REJUDGE);
    return {
      javascriptUntilTableKb: kb(before),
      javascriptAfterKb: kb(after),
      tableShowsMs: round(tableAt, 0),
      rejudgeAfterGearbox: summary(rejudge),
    };
  } finally {
    await browser.close();
  }
}
