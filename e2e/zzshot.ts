import { chromium } from '@playwright/test';
import { launchArgs } from './launch.ts';
import { RunningSable } from './running.ts';
const [, , empty, ...jobs] = process.argv; // jobs: name|path|width|scrollText|night,us
const sable = new RunningSable(false);
await sable.start();
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: launchArgs });
try {
  for (const j of jobs) {
    const [name, to, width = '1280', text = '', mode = ''] = j.split('|');
    const page = await browser.newPage({ viewport: { width: Number(width), height: 800 } });
    if (mode.includes('night')) await page.addInitScript(() => localStorage.setItem('sable-mode', '"night"'));
    if (mode.includes('us')) await page.addInitScript(() => localStorage.setItem('sable-units', '"us"'));
    page.on('console', (m) => m.type() === 'error' && console.log(name, m.text()));
    await page.goto(sable.url + to);
    await page.waitForTimeout(2500);
    if (mode.includes('night')) {
    }
    if (text) {
      await page.getByText(text, { exact: false }).first().scrollIntoViewIfNeeded();
      await page
        .getByText(text)
        .first()
        .evaluate((e) => e.scrollIntoView({ block: 'start' }));
      await page.waitForTimeout(600);
    }
    await page.screenshot({ path: `/tmp/${name}.png` });
    await page.close();
  }
} finally {
  await browser.close();
  await sable.stop();
  sable.remove();
}
