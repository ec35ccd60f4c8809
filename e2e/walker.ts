import { expect, type Browser, type Page } from '@playwright/test';
import { walkTo } from './desk.ts';
import { drawn } from './drawn.ts';

const SIZES = {
  day: { width: 1280, height: 800 },
  night: { width: 820, height: 1180 },
  phone: { width: 390, height: 844 },
} as const;
export type WalkMode = keyof typeof SIZES;
export const SYSTEM = { day: 'metric', night: 'us', phone: 'metric' } as const satisfies Record<WalkMode, string>;

/**
 * A page that goes from screen to screen as a link does: opening each anew would read and compile the whole app again.
 * By day it is as wide as a desk’s, by night as a tablet’s and in US units; the phone is touched.
 */
export class Walker {
  private errors: string[] = [];

  private constructor(
    readonly mode: WalkMode,
    readonly page: Page,
  ) {
    page.on('pageerror', (e) => this.errors.push(e.message));
  }

  static async start(browser: Browser, url: string, mode: WalkMode): Promise<Walker> {
    const touched = mode === 'phone' ? { hasTouch: true, isMobile: true } : {};
    const context = await browser.newContext({ reducedMotion: 'reduce', viewport: SIZES[mode], ...touched });
    const light = mode === 'night' ? 'night' : 'day';
    await context.addInitScript(
      ([light, units]) => {
        localStorage.setItem('sable-mode', JSON.stringify(light));
        localStorage.setItem('sable-units', JSON.stringify(units));
      },
      [light, SYSTEM[mode]],
    );
    const page = await context.newPage();
    await page.goto(`${url}/shop`);
    return new Walker(mode, page);
  }

  /** Resolves once the screen at `path` is drawn; its title says that it is this one. */
  async to(path: string): Promise<void> {
    this.errors = [];
    await walkTo(this.page, path);
    const words = new URL(path, 'http://sable').pathname.replaceAll('-', ' ').split('/');
    for (const word of words.filter((w) => w !== '' && w !== 'builds'))
      await expect.poll(async () => (await this.page.title()).toLowerCase().replaceAll('-', ' ')).toContain(word);
    await expect(this.page.locator('main')).not.toContainText(/Loading|Calculating/);
    await this.page.evaluate(drawn);
  }

  /** What broke in the page since it came to where it is. */
  broke(): readonly string[] {
    return this.errors;
  }

  async end(): Promise<void> {
    await this.page.context().close();
  }
}
