import { chromium } from '@playwright/test';
import { RunningSable } from './running.ts';
const paths = process.argv.slice(2);
const sable = new RunningSable(true);
await sable.start();
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
const page = await browser.newPage({
  viewport: { width: Number(process.env.W ?? 1280), height: Number(process.env.H ?? 800) },
});
page.on('console', (m) => {
  if (m.type() === 'error') console.log('ERR', m.text());
});
page.on('pageerror', (e) => console.log('PAGEERR', e.message));
if (process.env.MODE || process.env.US) {
  await page.goto(sable.url);
  await page.evaluate(
    ([m, u]) => {
      if (m) localStorage.setItem('sable-mode', JSON.stringify(m));
      if (u) localStorage.setItem('sable-units', '"us"');
    },
    [process.env.MODE ?? '', process.env.US ?? ''],
  );
}
for (const [i, p] of paths.entries()) {
  const [path, act] = p.split('@@');
  await page.goto(`${sable.url}${path}`);
  await page.waitForTimeout(5000);
  if (act) {
    await page.evaluate(act);
    await page.waitForTimeout(700);
  }
  await page.screenshot({ path: `/tmp/shot${process.env.N ?? ''}${i}.png`, fullPage: process.env.FULL === '1' });
}
await browser.close();
await sable.stop();
