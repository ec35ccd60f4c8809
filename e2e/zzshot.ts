import { chromium } from '@playwright/test';
import { launchArgs } from './launch.ts';
import { RunningSable } from './running.ts';
const s = new RunningSable(); await s.start();
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: launchArgs });
for (const a of process.argv.slice(2)) {
  const [to, file, w = '1280', h = '800', sel] = a.split('@');
  const p = await (await b.newContext({ viewport: { width: +w, height: +h }, reducedMotion: 'reduce' })).newPage();
  await p.goto(s.url + to); await p.waitForTimeout(3500);
  if (sel) { await p.getByText(sel).first().scrollIntoViewIfNeeded(); await p.waitForTimeout(300); }
  await p.screenshot({ path: `/tmp/${file}.png` });
}
await b.close(); await s.stop(); s.remove();
