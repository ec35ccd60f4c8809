import { chromium, type Page } from '@playwright/test';
import { launchArgs } from '@sable/e2e/launch';
import { summary } from './measure.ts';

const MOVES = 150;

/** One drawn frame of the page. */
const frame = (page: Page) => page.evaluate('new Promise((done) => requestAnimationFrame(() => done(0)))');

/** How much script and layout a frame costs while the powertrain is dragged, and how long a frame takes in 3D. */
export async function fitPageBench(url: URL) {
  const browser = await chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    args: launchArgs,
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(new URL('/builds/glider-tug/fit?c=b', url).href);
    const pane = page.locator('[data-view="side"]');
    await pane.locator('.train path').first().waitFor();
    await page.waitForTimeout(2500);
    const cdp = await page.context().newCDPSession(page);
    await cdp.send('Performance.enable');
    const spent = async () => {
      const { metrics } = await cdp.send('Performance.getMetrics');
      const of = (name: string) => (metrics.find((m) => m.name === name)?.value ?? 0) * 1000;
      return { script: of('ScriptDuration'), layout: of('LayoutDuration') + of('RecalcStyleDuration') };
    };
    const box = (await pane.boundingBox())!;
    const at = (i: number) => ({
      x: box.x + box.width * 0.4 + 60 * Math.sin(i / 9),
      y: box.y + box.height * 0.5 + 40 * Math.sin(i / 7),
    });
    const drag = async () => {
      const script: number[] = [];
      const layout: number[] = [];
      await page.mouse.move(at(0).x, at(0).y);
      await page.mouse.down();
      for (let i = 1; i <= MOVES; i++) {
        const before = await spent();
        await page.mouse.move(at(i).x, at(i).y);
        await frame(page);
        const after = await spent();
        script.push(after.script - before.script);
        layout.push(after.layout - before.layout);
      }
      // Back to where it began: nothing is saved.
      await page.mouse.move(at(0).x, at(0).y);
      await page.mouse.up();
      return { script: summary(script), layout: summary(layout) };
    };
    await drag(); // warms the page up
    const { script, layout } = await drag();

    await page.getByRole('button', { name: '3D' }).click();
    const canvas = page.locator('main canvas');
    await canvas.waitFor();
    await page.waitForTimeout(2000);
    const area = (await canvas.boundingBox())!;
    await page.evaluate(`
      window.frames3d = [];
      (function note(t) { window.frames3d.push(t); requestAnimationFrame(note); })(performance.now());`);
    await page.mouse.move(area.x + 200, area.y + 200);
    await page.mouse.down();
    for (let i = 0; i < 60; i++) await page.mouse.move(area.x + 200 + i * 5, area.y + 200 + 20 * Math.sin(i / 6));
    await page.mouse.up();
    const times = await page.evaluate<number[]>('window.frames3d');
    const between = times.slice(1).map((t, i) => t - times[i]!);
    return {
      dragScriptPerFrame: script,
      dragLayoutPerFrame: layout,
      frame3d: { ...summary(between), note: 'software rendering, no graphics card' },
    };
  } finally {
    await browser.close();
  }
}
