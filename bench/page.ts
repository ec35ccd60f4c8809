import { readFileSync } from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { launchArgs } from '@sable/e2e/launch';
import { round, summary } from './measure.ts';

const dist = path.resolve(import.meta.dirname, '../web/dist');

/** As text, so that nothing a compiler adds runs in the page. */
const REJUDGE = `(async () => {
  const select = document.querySelector('select[aria-label="Gearbox of C"]');
  const cell = () => document.querySelector('button.cell[aria-label^="C, Cruise rpm"]').getAttribute('aria-label');
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

/** What the browser loads until the line-up's table shows, what it loads after, and how fast a change is judged again. */
export async function pageBench(url: URL) {
  const browser = await chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    args: launchArgs,
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const loaded: { name: string; at: number }[] = [];
    page.on('requestfinished', (r) => {
      const { pathname } = new URL(r.url());
      if (pathname.endsWith('.js')) loaded.push({ name: pathname, at: performance.now() });
    });
    const began = performance.now();
    // Charts wait until the table is there, so what is asked for before it shows is what it needs.
    let tableAt = Infinity;
    await page.goto(new URL('/builds/glider-tug/line-up?c=c', url).href, { waitUntil: 'commit' });
    await page.locator('table.lineup tbody tr').first().waitFor();
    tableAt = performance.now();
    await page.waitForTimeout(1500);
    const kb = (list: typeof loaded) =>
      round(list.reduce((sum, f) => sum + gzipSync(readFileSync(path.join(dist, f.name))).length, 0) / 1024, 1);
    const after = loaded.filter((f) => f.at > tableAt || /TorqueChart/.test(f.name));
    const before = loaded.filter((f) => !after.includes(f));

    // From the choice of a gearbox to the judged cell, measured inside the page.
    const rejudge = await page.evaluate<number[]>(REJUDGE);
    return {
      javascriptUntilTableKb: kb(before),
      javascriptAfterKb: kb(after),
      tableShowsMs: round(tableAt - began, 0),
      rejudgeAfterGearbox: summary(rejudge),
      reach: { javascriptUntilTableKb: 300, rejudgeMs: 100 },
    };
  } finally {
    await browser.close();
  }
}
