/**
 * Types into every field for a figure of the running app, in its own browser: what can’t be meant has to be told at the field and
 * keep what was typed; what is sound has to stand there, to its last place, when the screen is read anew. Prints a table.
 */
import { chromium, type Locator, type Page } from '@playwright/test';
import { drawn } from './drawn.ts';
import { launchArgs } from './launch.ts';
import { RunningSable } from './running.ts';
import { badWords } from './words.ts';

interface Place {
  readonly name: string;
  readonly path: string;
  /** What is pressed before the fields stand there. */
  readonly open?: (page: Page) => Promise<void>;
  /** Only the fields in here. */
  readonly within?: string;
  /** `saved` by a press; `page`: figures of a sum that is only shown. */
  readonly kept: 'at once' | 'saved' | 'page';
}

const READERS = [
  { units: 'metric', decimal: ',' },
  { units: 'us', decimal: '.' },
] as const;
type Reader = (typeof READERS)[number];

const press = (name: string | RegExp) => async (page: Page) =>
  page.getByRole('button', { name }).first().click({ timeout: 10_000 });

const tug = (name: string, screen: string, open?: Place['open'], kept: Place['kept'] = 'at once'): Place => ({
  name,
  path: `/builds/glider-tug/${screen}`,
  kept,
  ...(open ? { open } : {}),
});

/** Buttons of a list on a screen, each of which shows fields of its own. */
async function listed(page: Page, path: string, list: string): Promise<readonly string[]> {
  await page.goto(path);
  await page.locator(list).first().waitFor();
  await page.evaluate(drawn);
  return page.locator(list).allInnerTexts();
}

async function places(page: Page, url: string): Promise<readonly Place[]> {
  const survey = await listed(
    page,
    `${url}/builds/glider-tug/survey?c=b`,
    'nav[aria-label="Measurement list"] li button',
  );
  const racer = await listed(
    page,
    `${url}/builds/ice-racer/survey?c=a`,
    'nav[aria-label="Measurement list"] li button',
  );
  const tape = (path: string, names: readonly string[], of: string): Place[] =>
    names.map((name, n) => ({
      name: `survey, ${of}, ${name.split('\n')[0]!.trim()}`,
      path,
      kept: 'at once',
      open: async (p) => p.locator('nav[aria-label="Measurement list"] li button').nth(n).click(),
    }));
  const list = 'nav[aria-label="Engine calculators"] button';
  const sums = await listed(page, `${url}/builds/glider-tug/donors/bench?c=b`, list);
  const rows: Place[] = [];
  for (const row of ['engines/quillon-22', 'gearboxes/corran-g6', 'parts/mk-quillon-kit', 'families/quillon-four']) {
    const path = `/library/${row}/edit`;
    await listed(page, url + path, 'main');
    const entries = await page
      .locator('details[data-pointer]')
      .evaluateAll((all) =>
        all.map((d) => [d.getAttribute('data-pointer') ?? '', d.querySelector('summary')?.textContent ?? ''] as const),
      );
    rows.push({ name: `library, ${row}`, path, kept: 'saved', within: ':not(details *)' });
    rows.push(
      ...entries.map(([pointer, name]): Place => {
        const one = `details[data-pointer="${pointer}"]`;
        return {
          name: `library, ${row}, ${name}`,
          path,
          kept: 'saved',
          within: `:is(${one} *)`,
          open: async (p) => {
            if ((await p.locator(one).getAttribute('open')) === null)
              await p.locator(`${one} > summary`).click({ timeout: 5000 });
          },
        };
      }),
    );
  }
  return [
    tug('brief', 'brief?c=c'),
    tug('line-up', 'line-up?c=b'),
    ...tape('/builds/glider-tug/survey?c=b', survey, 'tug'),
    ...tape('/builds/ice-racer/survey?c=a', racer, 'racer'),
    tug('new candidate', 'line-up?c=b', press('Add a candidate'), 'page'),
    ...['a', 'b', 'c', 'd', 'e', 'f'].map((c) => tug(`candidate ${c.toUpperCase()}`, `candidate?c=${c}`)),
    tug('fit', 'fit?c=b', undefined, 'page'),
    tug('offers', 'donors/offers?c=d', undefined, 'page'),
    tug('inspection', 'donors/inspect?c=a', undefined, 'page'),
    ...sums.map((name, n) =>
      tug(`engine sum, ${name}`, 'donors/bench?c=b', (p) => p.locator(list).nth(n).click(), 'page'),
    ),
    tug('gearing, ratios', 'gearing/ratios?c=d', undefined, 'page'),
    tug('gearing, run', 'gearing/run?c=c', undefined, 'page'),
    tug('gearing, choose', 'gearing/choose?c=d', undefined, 'page'),
    tug('gearing, boxes', 'gearing/boxes?c=c', undefined, 'page'),
    tug('weight', 'weight?c=c'),
    tug('parts', 'parts?c=c'),
    { name: 'survey begun', path: '/builds/second-car/survey', kept: 'page' },
    ...rows,
    ...(['engines', 'gearboxes', 'parts', 'families'] as const).map((k): Place => ({
      name: `library, new of ${k}`,
      path: `/library/${k}/new/edit`,
      kept: 'page',
    })),
  ];
}

const fieldsOf = (page: Page, within?: string): Locator =>
  page.locator(`[data-figure] input:enabled${within ?? ''}:visible`);

const figure = (text: string): number => Number(text.replace(',', '.'));

interface Told {
  readonly text: string;
  readonly invalid: boolean;
  readonly words: string;
}
const told = (field: Locator): Promise<Told> =>
  field.evaluate((e: HTMLInputElement) => ({
    text: e.value,
    invalid: e.getAttribute('aria-invalid') === 'true',
    words: document.getElementById(e.getAttribute('aria-describedby') ?? '')?.textContent ?? '',
  }));

async function type(field: Locator, text: string): Promise<Told> {
  await field.fill(text);
  await field.blur();
  return told(field);
}

/** What a person might enter there: near what stands, or what a usual figure of its range is. */
function sound(was: Told, reader: Reader): readonly string[] {
  const own = (n: number) => String(Number(n.toPrecision(4))).replace('.', reader.decimal);
  const now = Number(was.text.replace(reader.decimal, '.'));
  const near = was.text === '' || Number.isNaN(now) ? [] : [now * 1.02 + (now === 0 ? 1 : 0), now + 1, now - 1];
  return [...near, 5, 12, 50, 120, 400, 1500, 2500, 1, 0.9, 0.012, 62, 1996].map(own);
}

interface Row {
  place: string;
  fields: number;
  wrongTold: number;
  empty: number;
  taken: number;
  kept: number;
  faults: string[];
}

const url = new RunningSable(false);
await url.start();
const browser = await chromium.launch({
  executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
  args: launchArgs,
});
const only = process.argv[2];
const rows: Row[] = [];

/** Opens a screen as somebody does who comes to it: the page read anew. */
async function come(page: Page, path: string): Promise<void> {
  await page.goto(url.url + path);
  await page.locator('main:not([aria-busy="true"])').first().waitFor({ timeout: 60_000 });
  await page.evaluate(drawn);
}

async function openPlace(page: Page, place: Place): Promise<void> {
  await place.open?.(page);
  await page.evaluate(drawn);
}

const labelOf = (field: Locator): Promise<string> =>
  field.evaluate((e: HTMLInputElement) => e.getAttribute('aria-label') ?? e.labels?.[0]?.textContent ?? e.id);

type Typed = ReadonlyMap<number, readonly [label: string, text: string]>;

/** Types into every field of a place of the screen that is open. */
async function typeInto(page: Page, place: Place, reader: Reader, row: Row): Promise<Typed> {
  await openPlace(page, place);
  const typed = new Map<number, readonly [label: string, text: string]>();
  const count = await fieldsOf(page, place.within).count();
  for (let n = 0; n < count; n++) {
    const field = fieldsOf(page, place.within).nth(n);
    if ((await fieldsOf(page, place.within).count()) <= n) break;
    row.fields++;
    const label = await labelOf(field);
    const was = await told(field);
    for (const text of ['abc', '1e9', '4 furlong']) {
      const now = await type(field, text);
      const right = now.invalid && now.text === text && /^[A-Z“].*[.?]/.test(now.words);
      if (right) row.wrongTold++;
      else row.faults.push(`${label}: “${text}” stands as “${now.text}”, said “${now.words}”`);
      await field.press('Escape');
      const back = await told(field);
      if (back.text !== was.text) row.faults.push(`${label}: Escape leaves “${back.text}” for “${was.text}”`);
    }
    if (was.text !== '') {
      const there = await fieldsOf(page, place.within).count();
      const now = await type(field, '');
      // Emptied, it is absent; or it is told that it may not be.
      // Its ±, evidence and source went with it, or it alone is gone: what stands at its place is another field.
      const gone = (await fieldsOf(page, place.within).count()) < there && (await labelOf(field)) !== label;
      if (gone) {
        row.empty++;
        row.taken++;
        continue;
      }
      if (now.invalid ? now.words !== '' : now.text === '') row.empty++;
      else row.faults.push(`${label}: emptied it stands as “${now.text}”, said “${now.words}”`);
      if (now.invalid) await field.press('Escape');
    }
    let last: Told = was;
    const text = await (async () => {
      for (const t of sound(was, reader)) {
        last = await type(field, t);
        if (!last.invalid && figure(last.text) === figure(t)) return t;
        await field.press('Escape');
      }
      return undefined;
    })();
    if (text === undefined) row.faults.push(`${label}: takes nothing; said “${last.words}”`);
    else {
      row.taken++;
      typed.set(n, [label, text]);
    }
  }
  const words = await badWords(page);
  row.faults.push(...words.map((w) => `shows “${w}”`));
  if (place.kept === 'page') row.kept = row.taken;
  return typed;
}

/** What was typed into a place stands there when its screen is read anew. */
async function compare(page: Page, place: Place, typed: Typed, row: Row): Promise<void> {
  await openPlace(page, place);
  for (const [n, [label, text]] of typed) {
    const field = fieldsOf(page, place.within).nth(n);
    const now = (await fieldsOf(page, place.within).count()) > n ? await told(field) : undefined;
    if (now && figure(now.text) === figure(text)) row.kept++;
    else row.faults.push(`${label}: “${text}” is “${now?.text ?? 'gone'}” when read anew`);
  }
}

/** A fault is told with its place, and the walk goes on. */
async function trying(row: Row, work: () => Promise<void>): Promise<void> {
  try {
    await work();
  } catch (e) {
    row.faults.push(e instanceof Error ? e.message.split('\n')[0]! : String(e));
  }
}

/** All places of one screen: typed into one after another, the screen read anew once, and each compared. */
async function tryScreen(page: Page, places: readonly Place[], reader: Reader, errors: string[]): Promise<Row[]> {
  const [first] = places;
  const all = places.map((place) => ({
    place,
    typed: new Map() as Typed,
    row: {
      place: `${reader.units}: ${place.name}`,
      fields: 0,
      wrongTold: 0,
      empty: 0,
      taken: 0,
      kept: 0,
      faults: [] as string[],
    },
  }));
  await come(page, first!.path);
  for (const each of all)
    await trying(each.row, async () => {
      each.typed = await typeInto(page, each.place, reader, each.row);
    });
  const lastRow = all.at(-1)!.row;
  if (first!.kept === 'saved')
    await trying(lastRow, async () => {
      await page.getByRole('button', { name: 'Save' }).click();
      await page
        .waitForURL((u) => !u.pathname.endsWith('/edit'), { timeout: 5000 })
        .catch(async () => {
          throw new Error(
            `not saved: ${(await page.getByRole('alert').allInnerTexts()).join(' ').replaceAll('\n', ' ')}`,
          );
        });
    });
  else await page.waitForTimeout(1200);
  if (first!.kept !== 'page') {
    await come(page, first!.path);
    for (const { place, typed, row } of all) await trying(row, () => compare(page, place, typed, row));
  }
  lastRow.faults.push(...errors.map((e) => `console: ${e}`));
  return all.map((a) => a.row);
}

/** Places of one screen stand together. */
function byScreen(places: readonly Place[]): readonly (readonly Place[])[] {
  const screens: Place[][] = [];
  for (const place of places) {
    const last = screens.at(-1);
    if (last?.[0]!.path === place.path && last[0].kept === place.kept) last.push(place);
    else screens.push([place]);
  }
  return screens;
}

try {
  for (const reader of READERS) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
    await context.addInitScript((r) => {
      localStorage.setItem('sable-units', JSON.stringify(r.units));
      localStorage.setItem('sable-numbers', JSON.stringify(r.decimal === ',' ? '1.234,5' : '1,234.5'));
    }, reader);
    const page = await context.newPage();
    const errors: string[] = [];
    page.on('console', (m) => {
      if (m.type() === 'error' && !/Failed to load resource/.test(m.text())) errors.push(m.text());
    });
    page.on('pageerror', (e) => errors.push(e.message));
    page.on('dialog', (d) => void d.accept());
    const wanted = (await places(page, url.url)).filter(
      (p) => only === undefined || `${reader.units}: ${p.name}`.includes(only),
    );
    for (const screen of byScreen(wanted)) {
      errors.length = 0;
      for (const row of await tryScreen(page, screen, reader, errors)) {
        rows.push(row);
        const told = row.faults.map((f) => `\n    ${f}`).join('');
        process.stdout.write(
          `${row.place.padEnd(58)} ${row.fields} fields, ${row.wrongTold}/${3 * row.fields} wrong told, ${row.empty} emptied, ${row.taken} taken, ${row.kept} kept${told}\n`,
        );
      }
    }
    await context.close();
  }
} finally {
  await browser.close();
  await url.stop();
  url.remove();
}
const sum = (of: (r: Row) => number) => rows.reduce((a, r) => a + of(r), 0);
const faults = sum((r) => r.faults.length);
process.stdout.write(
  `\n${rows.length} places, ${sum((r) => r.fields)} fields: ${sum((r) => r.wrongTold)} wrong entries told, ${sum((r) => r.empty)} emptied, ${sum((r) => r.taken)} sound figures taken, ${sum((r) => r.kept)} kept, ${faults} faults\n`,
);
process.exit(faults > 0 ? 1 : 0);
