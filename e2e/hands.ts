import type { Locator, Page } from '@playwright/test';
import { expect } from './sable.ts';

/** What a person goes through: fields, lists and buttons. */
export class Hands {
  inputs = 0;
  constructor(
    readonly page: Page,
    readonly url: string,
  ) {}
  async fill(label: string | RegExp, text: string, within: Page | Locator = this.page): Promise<void> {
    this.inputs++;
    const field = within.getByLabel(label, typeof label === 'string' ? { exact: true } : {}).first();
    await field.fill(text);
    await field.press('Tab');
  }
  async pick(label: string, option: string, within: Page | Locator = this.page): Promise<void> {
    this.inputs++;
    await within.getByRole('combobox', { name: label, exact: true }).first().click();
    await this.page.getByRole('option', { name: option, exact: true }).click();
  }
  async press(name: string | RegExp, within: Page | Locator = this.page): Promise<void> {
    this.inputs++;
    await within
      .getByRole('button', typeof name === 'string' ? { name, exact: true } : { name })
      .first()
      .click();
  }
  /** The innermost group of fields under a title. */
  list(title: string): Locator {
    const legend = this.page.locator('legend', { hasText: new RegExp(`^${title}`, 'i') });
    return this.page.locator('fieldset').filter({ has: legend }).last();
  }
  /** Fields one after another in a group: what each is called and what is typed. */
  async fillAll(rows: readonly (readonly [label: string, text: string])[], within?: Locator): Promise<void> {
    for (const [label, text] of rows) await this.fill(label, text, within);
  }
  /** Something in the bay: picked from the list, each of its lengths read once, in the order of the list. */
  async measure(body: string, takes: readonly string[]): Promise<void> {
    await this.press('Add obstacle');
    this.inputs++;
    await this.page.getByRole('menuitem', { name: new RegExp(`^${body},`) }).click();
    await expect(this.page.getByRole('heading', { name: body, exact: true })).toBeVisible();
    const fields = this.page.locator('input[data-take]');
    await expect(fields).toHaveCount(takes.length);
    for (const [i, take] of takes.entries()) {
      this.inputs++;
      await fields.nth(i).fill(take);
      await fields.nth(i).press('Enter');
    }
    await expect(this.page.locator('ol li').getByText('not measured')).toHaveCount(0);
  }
  async at(words: string, [forward, left, up]: readonly [string, string, string], within?: Locator): Promise<void> {
    for (const [name, text] of [
      ['forward', forward],
      ['left', left],
      ['up', up],
    ] as const)
      await this.fill(new RegExp(`^${words}, ${name}$`), text, within);
  }
  async save(kind: string): Promise<void> {
    await this.press('Add to library');
    await expect(this.page).toHaveURL(new RegExp(`/library/${kind}/(?!new)`));
  }
}
