import type { Hands } from './hands.ts';
import { expect } from './sable.ts';

/** An engine as somebody types it in. */
export interface Donor {
  readonly name: string;
  readonly bore: string;
  readonly stroke: string;
  readonly ratio: string;
  readonly redline: string;
  readonly curve: string;
  readonly basis: string;
  readonly mass: string;
  readonly price: readonly [string, string, string];
}

export const price = (h: Hands, [low, likely, high]: Donor['price']) =>
  h.fillAll([
    ['Price, low', low],
    ['Price, likely', likely],
    ['Price, high', high],
  ]);

/** Its page filled, and not saved yet. */
export async function fillEngine(h: Hands, e: Donor): Promise<void> {
  await h.page.goto(`${h.url}/library/engines/new/edit`);
  await h.fillAll([
    ['Name', e.name],
    ['Cylinders', '4'],
    ['Bore', e.bore],
    ['Stroke', e.stroke],
    ['Compression ratio', e.ratio],
    ['Idle speed', '850'],
    ['Redline', e.redline],
  ]);
  await h.pick('Fuel', 'petrol');
  await h.pick('Induction', 'naturally aspirated');
  await h.press('Add a curve');
  await h.fill('rpm and N·m, two columns', e.curve);
  await h.pick('Test standard', 'ISO 1585', h.list('Curves'));
  await h.pick('Evidence', 'published', h.list('Curves'));
  await h.press(/^Add to/, h.list('Quoted masses'));
  await h.pick('Mass basis', e.basis, h.list('Quoted masses'));
  await h.fill('Mass', e.mass, h.list('Quoted masses'));
  await price(h, e.price);
}

export async function engine(h: Hands, e: Donor): Promise<void> {
  await fillEngine(h, e);
  await h.save('engines');
}

export async function lump(
  h: Hands,
  name: string,
  mass: string,
  at: readonly [string, string, string],
  leaves: string,
) {
  const list = h.list('Parts in the car now');
  await h.press(/^Add to/, list);
  await expect(list.getByLabel('Name', { exact: true })).toHaveValue('');
  await h.fill('Name', name, list);
  await h.fill('Mass', mass, list);
  await h.at('.*', at, list);
  await h.pick('Leaves with', leaves, list);
}

export async function candidate(h: Hands, of: string, gearbox: string, letter: string): Promise<void> {
  await h.press('Add a candidate');
  const dialog = h.page.getByRole('dialog');
  await h.pick('Engine', of, dialog);
  await h.pick('Gearbox', gearbox, dialog);
  await h.press('Add candidate', dialog);
  await expect(h.page).toHaveURL(new RegExp(`candidate\\?c=${letter}`));
}
