import { readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { drawn } from './drawn.ts';

const GUIDE = readFileSync(path.join(import.meta.dirname, '../docs/guide.md'), 'utf8');

/** What the guide calls by name, in italics, below a heading. */
function namesBelow(heading: string): readonly string[] {
  const section = GUIDE.split(/^## /m).find((s) => s.startsWith(heading));
  if (section === undefined) throw new Error(`The guide has no section “${heading}”`);
  return [...section.matchAll(/(?<!\*)\*(?!\*)([^*]+)\*(?!\*)/g)].map((m) => m[1]!.replaceAll(/\s+/g, ' '));
}

/** Run in the page: all that is written on it or said of it, folded parts too. */
function writtenOn(): string {
  const said = [document.body.textContent ?? ''];
  for (const e of document.querySelectorAll('[aria-label], [placeholder], [title]'))
    for (const name of ['aria-label', 'placeholder', 'title']) said.push(e.getAttribute(name) ?? '');
  return said.join('\n').replaceAll(/[ \u00A0\n]+/g, ' ');
}

/** One reader with the guide in hand: goes where a section sends them, and ticks off each name that they find there. */
class GuideReader {
  private missing: string[] = [];
  /** Named in the guide, and met nowhere that its section leads to. */
  readonly unmet: string[] = [];
  constructor(
    readonly page: Page,
    readonly url: string,
    readonly build: string,
  ) {}

  private async written(): Promise<string> {
    return (await this.page.evaluate(writtenOn)).toLowerCase();
  }

  async look(): Promise<void> {
    await expect(this.page.locator('main')).not.toContainText(/Loading|Calculating/);
    await this.page.evaluate(drawn);
    const text = await this.written();
    this.missing = this.missing.filter((name) => !text.includes(name.toLowerCase()));
  }

  /** Waits for what an answer brings. */
  async meets(...names: readonly string[]): Promise<void> {
    for (const name of names) await expect.poll(() => this.written(), name).toContain(name.toLowerCase());
    await this.look();
  }

  /** To a screen of the build, or from the top of the shop. */
  async to(where: string): Promise<void> {
    await this.page.goto(where.startsWith('/') ? this.url + where : `${this.url}/builds/${this.build}/${where}`);
    await this.look();
  }

  /** By the key that the guide gives for a screen. */
  async key(key: string, title: RegExp): Promise<void> {
    // In a field a letter is a letter.
    await this.page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    await this.page.keyboard.press(key);
    await expect(this.page).toHaveURL(title);
    await this.look();
  }

  async press(name: string | RegExp, role: 'button' | 'gridcell' | 'menuitem' = 'button'): Promise<void> {
    await this.page
      .getByRole(role, typeof name === 'string' ? { name, exact: true } : { name })
      .first()
      .click();
    await this.look();
  }

  async closed(): Promise<void> {
    await this.page.keyboard.press('Escape');
    await expect(this.page.getByRole('dialog')).toHaveCount(0);
    await expect(this.page.getByRole('menu')).toHaveCount(0);
  }

  /** Walks a section, and keeps which of its names were met at none of its stops. */
  async section(heading: string, walk: () => Promise<void>): Promise<void> {
    this.missing = [...namesBelow(heading)];
    await walk();
    this.unmet.push(...this.missing.map((name) => `${heading}: ${name}`));
  }
}

/** A button that has done its work before the walk, and three that show only with mounts, plugs or circuits: the flows of those press them. */
const MET_ELSEWHERE = [
  '6 · : Use for candidate',
  '7 · : Design',
  '9 · : Join by function',
  '9 · : Use minimum wires and fuses',
];

/**
 * The guide, section by section, with a shop that somebody typed in. What shows only with more data than that is looked for in the demo,
 * which the guide's first section loads; at the end it goes again.
 */
export async function walkGuide(page: Page, url: string, build: string): Promise<void> {
  const r = new GuideReader(page, url, build);
  const demo = (where: string) => r.to(`/builds/glider-tug/${where}`);
  await r.section('1 · ', async () => {
    await r.to('/shop');
    await r.press('Load the demo');
    await r.meets('Empty the shop of the demo');
  });
  await r.section('2 · ', async () => {
    await r.to('line-up?c=b');
    await r.press(/^B, .*:/);
    await r.closed();
  });
  await r.section('5 · ', async () => {
    await r.key('s', /survey/);
    for (const folded of ['Corner weights', 'Car and layout', 'Add obstacle']) await r.press(folded);
    await r.press(/^left /, 'menuitem');
    const reading = page.locator('input[data-take]').first();
    await reading.fill('612');
    await reading.press('Enter');
    await r.meets('Copy to the other side');
  });
  await r.section('6 · ', async () => {
    await r.key('o', /donors/);
    await r.meets('yours');
    await r.to('donors/compare?c=b');
    await r.to('donors/inspect?c=b');
    await r.to('donors/offers?c=b');
    await r.press(/^Scanned four with cross box/, 'gridcell');
    await r.meets('Create candidate');
    await r.press('Create candidate');
    await r.meets('Add to line-up');
    await r.closed();
    await demo('donors/bench?c=b&sum=injectors');
    await r.meets('Save to candidate');
    await r.to('/library/engines/new/edit');
  });
  await r.section('7 · ', async () => {
    await r.to('line-up?c=b');
    await r.key('f', /fit/);
    await r.key('h', /mounts/);
    await demo('fit?c=b');
    await r.press('Recipe');
    await r.meets('Apply recipe', 'Dressing');
    await r.press('Dressing compatibility');
    await r.closed();
    await demo('mounts?c=a');
    await r.meets('Jig');
  });
  await r.section('8 · ', async () => {
    await r.to('line-up?c=b');
    await r.key('c', /candidate/);
  });
  await r.section('9 · ', async () => {
    await r.key('g', /gearing/);
    await r.meets('Ratios and tractive force');
    await r.key('w', /weight/);
    await r.key('e', /joints/);
    await r.press(/^Pedals/);
    await r.meets('Inspected: direct fit');
    await r.key('i', /wiring/);
    await r.key('p', /parts/);
    await demo('parts?c=c');
    await r.meets('Suppliers', 'Contingency');
    await r.to('/shop');
    await r.to('/library/engines/taped-four');
  });
  await r.section('10 · ', async () => {
    await r.to('line-up?c=b');
    await r.meets('Recommended measurements');
  });
  await r.section('Typing figures', async () => {
    await r.press('Sable');
    await r.meets('Units and numbers');
    await r.closed();
  });
  expect(r.unmet).toEqual(MET_ELSEWHERE);
  await r.to('/shop');
  await r.press('Empty the shop of the demo');
}
