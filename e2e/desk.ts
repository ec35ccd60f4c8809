import type { Browser, Page } from '@playwright/test';

/** Goes to another screen as a link does, without reading and compiling the whole app again. */
export const walkTo = (page: Page, path: string): Promise<void> =>
  page.evaluate((p) => {
    history.pushState(null, '', p);
    dispatchEvent(new PopStateEvent('popstate', { state: null }));
  }, path);

const SIZE = { width: 1280, height: 800 };

/**
 * The page that tests of a worker use one after another, as a person uses one all day. Each finds it in the shop, as somebody
 * whom the server has not met; where a test before it chose anything that is kept in the browser, it is opened anew.
 */
export class Desk {
  private page: Page | undefined;
  private cold = true;

  constructor(
    private readonly browser: Browser,
    private readonly url: string,
  ) {}

  async fresh(): Promise<Page> {
    if (this.page && (this.page.isClosed() || !(await this.clean(this.page)))) await this.close();
    if (!this.page) {
      this.page = await (await this.browser.newContext({ viewport: SIZE, reducedMotion: 'reduce' })).newPage();
      this.cold = true;
      return this.page;
    }
    await this.page.setViewportSize(SIZE);
    await walkTo(this.page, '/shop');
    await this.page.getByRole('heading', { name: /^New build$|^No builds/ }).waitFor();
    return this.page;
  }

  /** Opens a screen, the first time in a test without loading the app again. */
  async go(path: string): Promise<void> {
    const page = this.page!;
    // What the server itself draws is no screen of the page.
    if (this.cold || path.startsWith('/api/') || !page.url().endsWith('/shop')) await page.goto(this.url + path);
    else await walkTo(page, path);
    this.cold = false;
    // What the judgement adds moves what stands below it: a click meanwhile may go down on one thing and up on another.
    await page.locator('main:not([aria-busy="true"])').first().waitFor();
  }

  async close(): Promise<void> {
    await this.page?.context().close();
    this.page = undefined;
  }

  /** Whether a page is Sable’s and keeps nothing of what was done in it; what it was called is forgotten. */
  private async clean(page: Page): Promise<boolean> {
    if (!page.url().startsWith(`${this.url}/`) || page.url().startsWith(`${this.url}/api/`)) return false;
    return page.evaluate(() => {
      localStorage.removeItem('sable-client');
      return localStorage.length === 0;
    });
  }
}
