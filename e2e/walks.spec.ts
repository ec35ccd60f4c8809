import AxeBuilder from '@axe-core/playwright';
import { expect, test } from './sable.ts';
import { focusUnseen } from './focusUnseen.ts';
import { drawn } from './drawn.ts';
import { otherUnits } from './otherUnits.ts';
import { smallTargets } from './touchTargets.ts';
import { typedWords } from './typedWords.ts';
import { SYSTEM } from './walker.ts';
import { programWords } from './words.ts';

const SCREENS = [
  ['line-up', '/builds/glider-tug/line-up?c=b'],
  ['offers', '/builds/glider-tug/donors/offers?c=d'],
  ['offers, empty build', '/builds/second-car/donors/offers'],
  ['engines compared', '/builds/glider-tug/donors/compare?c=c'],
  ['what it is', '/builds/glider-tug/donors/inspect?c=a'],
  ['engine sums', '/builds/glider-tug/donors/bench?c=b&sum=injectors'],
  ['compressor map', '/builds/glider-tug/donors/bench?c=f&sum=map'],
  ['charge cooling', '/builds/glider-tug/donors/bench?c=f&sum=cooling-ways'],
  ['a sister’s curve', '/builds/glider-tug/donors/bench?c=a&sum=sister'],
  ['brief', '/builds/glider-tug/brief'],
  ['survey', '/builds/glider-tug/survey?c=b'],
  ['survey, nothing measured', '/builds/second-car/survey'],
  ['tape list', '/builds/ice-racer/survey/tape-list'],
  ['fit', '/builds/glider-tug/fit?c=b'],
  ['fit, across', '/builds/ice-racer/fit?c=b'],
  ['empty fit', '/builds/second-car/fit'],
  ['candidate', '/builds/glider-tug/candidate?c=b'],
  ['mounts', '/builds/glider-tug/mounts?c=d'],
  ['mounts, rocking', '/builds/ice-racer/mounts?c=b'],
  ['empty mounts', '/builds/second-car/mounts'],
  ['gearing', '/builds/glider-tug/gearing/ratios?c=d&beside=c'],
  ['gearing, run', '/builds/glider-tug/gearing/run?c=c&beside=d'],
  ['gearing, chooser', '/builds/glider-tug/gearing/choose?c=d'],
  ['gearing, stress', '/builds/glider-tug/gearing/stress?c=d'],
  ['gearing, boxes', '/builds/glider-tug/gearing/boxes?c=c'],
  ['gearing, unknown', '/builds/ice-racer/gearing/run?c=a'],
  ['empty gearing', '/builds/second-car/gearing/ratios'],
  ['weight', '/builds/glider-tug/weight?c=c'],
  ['weight, unknown', '/builds/glider-tug/weight?c=f'],
  ['parts', '/builds/glider-tug/parts?c=a'],
  ['empty line-up', '/builds/second-car/line-up'],
  ['empty weight', '/builds/second-car/weight'],
  ['shop', '/shop'],
  ['library', '/library/engines'],
  ['engine', '/library/engines/quillon-22'],
  ['gearbox', '/library/gearboxes/corran-g6'],
  ['part', '/library/parts/mk-quillon-kit'],
  ['family', '/library/families/quillon-four'],
  ['engine, edited', '/library/engines/quillon-22/edit'],
  ['new part', '/library/parts/new/edit'],
  ['new engine', '/library/engines/new/edit'],
  ['new offer', '/library/offers/new/edit'],
  ['gearbox, edited', '/library/gearboxes/corran-g6/edit'],
  ['survey, across', '/builds/ice-racer/survey'],
  ['survey, ladder frame', '/builds/forestry-pickup/survey'],
  ['gearing, transfer case', '/builds/forestry-pickup/gearing/ratios?c=a'],
  ['head flow', '/builds/glider-tug/donors/bench?c=b&sum=head'],
] as const;

// Nothing is changed here: any of them may run beside any other.
test.describe.configure({ mode: 'parallel' });

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

for (const [name, path] of SCREENS) {
  test(`${name}: no fault for those who can’t see or point, no sideways scroll, no word of programs, on a desk, a tablet and a phone`, async ({
    walkers,
    sable,
  }) => {
    const typed = await typedWords(sable);
    for (const walker of walkers) {
      const { page, mode } = walker;
      await walker.to(path);
      // There are no frames, so one pass in the page is enough; of what is in order no list is wanted.
      const axe = await new AxeBuilder({ page })
        .setLegacyMode(true)
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
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
      ).toBe(0);
      if (mode === 'phone') expect(await page.evaluate(smallTargets, TOUCHED_PX)).toEqual([]);
      else {
        expect(await page.evaluate(smallTargets, POINTED_PX)).toEqual([]);
        expect(await page.evaluate(programWords)).toEqual([]);
      }
      // The ring is the same on the desk and the tablet.
      if (mode === 'day') {
        await page.keyboard.press('Tab');
        expect(await page.evaluate(focusUnseen)).toEqual([]);
      }
      if (mode !== 'phone') {
        await page.evaluate(() => {
          for (const folded of document.querySelectorAll('details')) folded.open = true;
        });
        await page.evaluate(drawn);
        expect(await page.evaluate(otherUnits, { system: SYSTEM[mode], typed })).toEqual([]);
      }
      expect(walker.broke()).toEqual([]);
    }
  });
}
