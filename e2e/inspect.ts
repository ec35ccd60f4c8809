import AxeBuilder from '@axe-core/playwright';
import { expect } from '@playwright/test';
import { drawn } from './drawn.ts';
import { focusUnseen } from './focusUnseen.ts';
import { otherUnits } from './otherUnits.ts';
import { smallTargets } from './touchTargets.ts';
import { SYSTEM, type Walker } from './walker.ts';
import { badWords } from './words.ts';

/** By night and on a phone it is the same page: what may differ is colour, the size of what is touched, and what scrolls in itself. */
const RULES = {
  day: ['wcag2a', 'wcag2aa', 'wcag21aa'],
  night: ['color-contrast', 'target-size'],
  phone: ['target-size', 'scrollable-region-focusable', 'label', 'button-name', 'link-name'],
};
/** A fingertip, px. */
const TOUCHED_PX = 44;
/** What a mouse hits, px: WCAG 2.2, 2.5.8. */
const POINTED_PX = 24;

/**
 * What is shown now has no fault for those who can’t see or point, does not scroll sideways, shows where the focus is, and
 * holds no word of programs and no unit of the other system; `typed` are words that people wrote.
 */
export async function inspect({ page, mode }: Walker, typed: readonly string[]): Promise<void> {
  // There are no frames, so one pass in the page is enough; of what is in order no list is wanted.
  const axe = await new AxeBuilder({ page })
    .setLegacyMode(true)
    // What lies behind a dialog is out of reach.
    .exclude('#root[aria-hidden="true"]')
    .options({ resultTypes: ['violations'], runOnly: RULES[mode] })
    .analyze();
  expect(
    axe.violations.map(
      (v) =>
        `${v.id}: ${v.nodes
          .slice(0, 3)
          .map((n) => n.html.slice(0, 160))
          .join(' | ')}`,
    ),
  ).toEqual([]);
  expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)).toBe(
    0,
  );
  if (mode === 'phone') expect(await page.evaluate(smallTargets, TOUCHED_PX)).toEqual([]);
  else {
    expect(await page.evaluate(smallTargets, POINTED_PX)).toEqual([]);
    expect(await badWords(page)).toEqual([]);
  }
  // The ring is the same on the desk and the tablet.
  if (mode === 'day') {
    // A menu closes with Tab.
    await page.keyboard.press((await page.getByRole('menu').count()) > 0 ? 'ArrowDown' : 'Tab');
    expect(await page.evaluate(focusUnseen)).toEqual([]);
  }
  if (mode !== 'phone') {
    await page.evaluate(() => {
      for (const folded of document.querySelectorAll('details')) folded.open = true;
    });
    await page.evaluate(drawn);
    expect(await page.evaluate(otherUnits, { system: SYSTEM[mode], typed })).toEqual([]);
  }
}
