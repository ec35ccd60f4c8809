import { readFileSync } from 'node:fs';
import type { Build, Candidate } from '@sable/core';
import { cell, chip, expect, test, type Sable } from './sable.ts';

const candidate = async (sable: Sable, letter: string): Promise<Candidate> =>
  (await sable.build()).build.candidates.find((c) => c.letter === letter)!;

let was: Build;
test.beforeEach(async ({ sable }) => {
  was = (await sable.build()).build;
});
test.afterEach(({ sable }) => sable.putBack(was));

test('the chooser’s pick meets cruise and hill start, says what it gives up, and is judged once taken; undo puts it back', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/gearing/choose?c=c');
  await expect(page.getByText(/16 gearings, \d+ meet the brief/)).toBeVisible();
  await expect(page.getByText(/^Best combination: \d\.\d\d axle/)).toBeVisible();
  await expect(page.getByText(/Trade-offs?: .*\((fifth )?.*axle, /)).toBeVisible();
  const first = page.locator('tr.is-first');
  const cruise = Number((await first.locator('td').nth(1).innerText()).replace(',', ''));
  const hill = Number(await first.locator('td').nth(2).innerText());
  const { brief } = (await sable.build()).build;
  expect(Math.abs(cruise - brief.cruise!.rpm)).toBeLessThanOrEqual(brief.cruise!.toleranceRpm);
  expect(hill).toBeGreaterThanOrEqual(brief.hill!.gradePct);
  const was = await candidate(sable, 'C');
  await page.getByRole('button', { name: 'Use best' }).click();
  await expect(page.getByText(/^C already uses the best combination/)).toBeVisible();
  await expect.poll(async () => (await candidate(sable, 'C')).finalDrive).not.toBe(was.finalDrive);
  const { build } = await sable.build();
  const check = (await sable.judged(build, 'c')).checks.find((k) => k.id === 'cruise')!;
  expect(Math.round(check.value!)).toBe(cruise);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await candidate(sable, 'C')).finalDrive).toBe(was.finalDrive);
});

test('a sweep of every gearbox shows how far it is and is stopped; what was found stays, and goes out as a table', async ({
  page,
  go,
}) => {
  await go('/builds/glider-tug/gearing/choose?c=d');
  await expect(page.getByText(/96 gearings, \d+ meet/)).toBeVisible();
  // It is done in a second: the page itself presses Stop as soon as it stands there.
  await page.evaluate(`new MutationObserver((_, seen) => {
    const stop = [...document.querySelectorAll('button')].find((b) => b.textContent === 'Stop');
    if (!stop) return;
    seen.disconnect();
    stop.click();
  }).observe(document.body, { subtree: true, childList: true })`);
  await page.getByLabel('Gearboxes included').click();
  await page.getByRole('option', { name: 'every gearbox' }).click();
  await expect(page.getByRole('progressbar')).toHaveCount(0);
  await expect(page.getByText(/96 gearings, \d+ meet/)).toBeVisible();
  await page.getByRole('button', { name: 'Recalculate' }).click();
  await expect(page.getByText(/2\d\d gearings, \d+ meet/)).toBeVisible();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export CSV' }).click();
  const text = readFileSync((await (await waiting).path()) ?? '', 'utf8');
  const lines = text.trim().split('\n');
  expect(lines[0]).toContain('Rank,Gearbox,Gear pairs,Final drive,Tyre,Cruise (rpm),Hill start (%)');
  expect(lines.length).toBeGreaterThan(200);
});

test('a gear pair taken from the chooser stands on the bill and is left out there again', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/gearing/choose?c=d');
  await page
    .getByRole('row', { name: /first 3\.62/ })
    .first()
    .getByRole('button', { name: 'Use' })
    .click();
  await expect.poll(async () => (await candidate(sable, 'D')).pairIds ?? []).toContain('e5-first-van');
  await page.goto(`${sable.url}/builds/glider-tug/parts?c=d`);
  await page.getByRole('button', { name: /^Remove Gear pair 3\.62/ }).click();
  await expect.poll(async () => (await candidate(sable, 'D')).pairIds ?? []).not.toContain('e5-first-van');
});

test('the run answers what is asked: wet, with the trailer, beside another, in US units; what can’t be is named', async ({
  page,
  go,
}) => {
  await go('/builds/glider-tug/gearing/run?c=c');
  const time = async () => Number(/in ([\d.]+) s/.exec(await page.locator('.say.big').innerText())?.[1]);
  await expect(page.getByText(/^100 km\/h in \d+\.\d s/)).toBeVisible();
  const dry = await time();
  await expect(page.getByText(/balance error -?0\.[0-4]\d %/)).toBeVisible();
  await page.getByLabel('Road surface').click();
  await page.getByRole('option', { name: 'wet' }).click();
  await expect.poll(time).toBeGreaterThan(dry);
  const wet = await time();
  await page.getByLabel('Trailer').click();
  await page.getByRole('option', { name: 'on', exact: true }).click();
  await expect.poll(time).toBeGreaterThan(wet);
  await page.getByLabel('Compare with').click();
  await page.getByRole('option', { name: /^D / }).click();
  await expect(page.locator('.say.big')).toContainText(/(before|after|same time as) D/);
  await page.getByLabel('Show').click();
  await page.getByRole('option', { name: 'tractive force and grip limit' }).click();
  await expect(page.getByRole('figure', { name: 'tractive force and grip limit over time' })).toBeVisible();
  const grade = page.getByLabel('Grade');
  await grade.fill('58');
  await grade.press('Enter');
  await expect(page.getByText('The car does not move off with these settings')).toBeVisible();
  await grade.fill('steep');
  await grade.press('Enter');
  await expect(page.getByText(/“steep” is not a number/)).toBeVisible();
  await grade.press('Escape');
  await grade.fill('');
  await grade.press('Enter');
  await page.getByRole('button', { name: 'US' }).click();
  await expect(page.getByText(/^60 mph in \d+\.\d s/)).toBeVisible();
});

test('a box sufficient only because of tyre slip is called exactly that; the links stand in order', async ({
  page,
  go,
}) => {
  await go('/builds/glider-tug/gearing/stress?c=d');
  await expect(page.getByRole('row', { name: /^first/ })).toContainText('sufficient only because of tyre slip');
  await expect(page.getByText('Marten five: sufficient in first only because of tyre slip')).toBeVisible();
  const kw = await page
    .getByRole('table', { name: 'Power limit of each component' })
    .getByRole('row')
    .getByRole('cell')
    .filter({ hasText: /^\d+ kW/ })
    .allInnerTexts();
  const values = kw.map((t) => Number(/^\d+/.exec(t)?.[0]));
  expect(values.length).toBeGreaterThan(4);
  expect([...values].sort((a, b) => a - b)).toEqual(values);
  await expect(page.getByText(/Break-even price difference:/)).toBeVisible();
});

test('an electronic automatic behind a computer that sends no torque: blocked in the line-up, put right by its controller', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/gearing/boxes?c=c');
  await expect(page.getByRole('row', { name: /Heron eight/ }).first()).toContainText('missing signals: torque, pedal');
  await expect(page.getByRole('row', { name: /four-speed/ }).first()).toContainText('original');
  await page
    .getByRole('row', { name: /Heron eight/ })
    .first()
    .getByRole('button', { name: 'Use' })
    .click();
  await expect.poll(async () => (await candidate(sable, 'C')).gearboxId).toBe('heron-a8');
  await page.goto(`${sable.url}/builds/glider-tug/gearing/ratios?c=c`);
  await expect(chip(page, 'C')).toContainText('blocked');
  const side = page.getByRole('complementary', { name: 'Findings' });
  await expect(side).toContainText('Heron eight: missing signal torque and pedal');
  await side.getByRole('button', { name: /^Gearbox controller/ }).click();
  await expect.poll(async () => (await candidate(sable, 'C')).partIds).toContain('tcm-heron');
  await expect(side).not.toContainText('Heron eight: missing signal');
  await page.goto(`${sable.url}/builds/glider-tug/line-up?c=c`);
  await expect(cell(page, 'C', 'Torque converter stall speed')).toHaveAccessibleName(/rpm/);
});

test('tyres and differential are chosen where their figures stand; the survey’s driveline is read', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/gearing/ratios?c=c');
  await page.getByRole('button', { name: 'limited', exact: true }).click();
  await expect.poll(async () => (await candidate(sable, 'C')).differential).toBe('limited');
  await page.goto(`${sable.url}/builds/glider-tug/parts?c=c`);
  await expect(page.getByRole('rowheader', { name: 'Differential, limited' })).toBeVisible();
  await page.goto(`${sable.url}/builds/glider-tug/survey?c=c`);
  await page.getByRole('button', { name: 'Ratings, shaft, radiator' }).click();
  const widest = page.getByLabel('Maximum tyre width', { exact: true });
  await widest.fill('170');
  await widest.press('Enter');
  await page.goto(`${sable.url}/builds/glider-tug/gearing/ratios?c=c`);
  await expect(page.getByText('185/65R14 does not fit: arch width')).toBeVisible();
});
