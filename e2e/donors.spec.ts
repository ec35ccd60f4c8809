import type { Candidate } from '@sable/core';
import { chip, expect, test, type Sable } from './sable.ts';

const candidate = async (sable: Sable, letter: string): Promise<Candidate | undefined> =>
  (await sable.build()).build.candidates.find((c) => c.letter === letter);

test('from an offer to a judged candidate in three clicks; the bill knows what is missing', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/donors/offers?c=d');
  await expect(page.getByText(/Cheapest option for D’s V6 2.7: complete car, [\d,]+ € with its gearbox/)).toBeVisible();
  await page.getByRole('searchbox', { name: 'Search' }).fill('as it came out');
  // One.
  await page.getByRole('gridcell', { name: 'V6 2.7, engine as it came out' }).click();
  const offer = page.getByRole('complementary', { name: 'The offer' });
  await expect(offer.getByText('alternator, starter, loom and computer')).toBeVisible();
  await expect(offer.getByRole('rowheader', { name: /^Expected rebuild cost/ })).toBeVisible();
  // Two.
  await offer.getByRole('button', { name: 'Create candidate' }).click();
  await expect(page.getByRole('dialog')).toContainText('Copies dressing, position and');
  // Three.
  await page.getByRole('button', { name: 'Add to line-up' }).click();
  await expect(page).toHaveURL(/line-up/);
  await expect(chip(page, 'G')).toContainText(/clear|tight|blocked|unknown/);
  await expect.poll(async () => (await candidate(sable, 'G'))?.bought?.listing.id).toBe('v6-engine-only');
  const g = (await candidate(sable, 'G'))!;
  // Copies dressing, position and the others with that engine: their place and parts.
  const like = (await sable.build()).build.candidates.find(
    (c) => c.engineId === g.engineId && c.gearboxId === g.gearboxId,
  )!;
  expect(g.placement).toEqual(like.placement);
  expect(g.partIds).toEqual(like.partIds);
  await page.goto(`${sable.url}/builds/glider-tug/parts?c=${g.id}`);
  for (const line of ['Alternator', 'Starter', 'Loom and computer', 'Expected rebuild cost', 'Collection'])
    await expect(page.getByRole('rowheader', { name: new RegExp(`^${line}`) })).toBeVisible();
  const findings = (await sable.judged((await sable.build()).build, g.id)).findings;
  expect(findings.find((f) => f.id === 'offer-missing')!.title).toContain(
    'alternator, starter, brackets and loom and computer',
  );
  expect(findings.some((f) => f.id === 'buying-ways')).toBe(true);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => candidate(sable, 'G')).toBeUndefined();
});

test('bought for a candidate that is there, the price and the ways to buy change its bill; taken back whole', async ({
  page,
  go,
  sable,
}) => {
  const before = await candidate(sable, 'D');
  await go('/builds/glider-tug/donors/offers?c=d');
  await page.getByRole('searchbox', { name: 'Search' }).fill('tail end bent');
  await page.getByRole('gridcell', { name: /^Saloon with V6/ }).click();
  await expect(page.getByRole('rowheader', { name: /^Complete car, remaining parts sold/ })).toBeVisible();
  await page.getByRole('button', { name: 'Use for candidate D' }).click();
  await expect(page.getByRole('button', { name: 'Assigned to candidate D' })).toBeDisabled();
  await page.goto(`${sable.url}/builds/glider-tug/parts?c=d`);
  await expect(page.getByRole('rowheader', { name: /^Resale: the shell/ })).toBeVisible();
  await expect(page.getByText('−120').first()).toBeVisible();
  await page.goto(`${sable.url}/builds/glider-tug/donors/inspect?c=d`);
  await expect(page.getByText(/^Complete car is the cheapest purchase option/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => candidate(sable, 'D')).toEqual(before);
});

test('offers are filtered, paged and watched with a note that is there tomorrow', async ({ page, go }) => {
  await go('/builds/glider-tug/donors/offers?c=c');
  await expect(page.getByText('273 listings').first()).toBeVisible();
  await page.getByRole('combobox', { name: 'Listing type' }).click();
  await page.getByRole('option', { name: 'whole car' }).click();
  const price = page.getByRole('textbox', { name: 'Maximum price' });
  await price.fill('cheap');
  await price.press('Enter');
  await expect(page.getByText('“cheap” is not a number.')).toBeVisible();
  await price.fill('1500');
  const before = await page.getByText(/^\d+ listings$/).textContent();
  await price.press('Enter');
  // A row pressed before the list is the new one would be the old one’s.
  await expect(page.getByText(/^\d+ listings$/)).not.toHaveText(before!);
  const first = page.getByRole('row').nth(1);
  await expect(first).toContainText('whole car');
  await first.click();
  const title = await page.getByRole('complementary', { name: 'The offer' }).getByRole('heading').first().textContent();
  await page.getByRole('button', { name: 'Add to watch list' }).click();
  const note = page.getByRole('textbox', { name: 'Note' });
  await note.fill('ask for the keys');
  await note.blur();
  await page.reload();
  await page.getByRole('button', { name: 'Watched (1)' }).click();
  await page.getByRole('gridcell', { name: title! }).click();
  await expect(page.getByRole('textbox', { name: 'Note' })).toHaveValue('ask for the keys');
  await page.getByRole('button', { name: 'Remove from watch list' }).click();
  await expect(page.getByText('0 watched')).toBeVisible();
});

test('engines compared: the peak winner loses in the band, in a sentence; a why-not is saved with the build', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/donors/compare?c=c');
  await expect(
    page.getByText(
      /V6 2.7: highest mean power in the rpm range.*triple has the higher peak, 128 kW, and has 51 kW less in the rpm range/,
    ),
  ).toBeVisible();
  await page.getByRole('button', { name: 'V8 4.1' }).click();
  await expect(page.getByText(/V8 4.1: highest mean power in the rpm range/)).toBeVisible();
  const field = page.getByRole('textbox', { name: 'Reason for rejecting the V8 4.1' });
  await field.fill('drinks, and the brakes are too small for it');
  await field.blur();
  await expect
    .poll(async () => (await sable.build()).build.decision.whyNot)
    .toEqual([{ engineId: 'stannet-v8-41', words: 'drinks, and the brakes are too small for it' }]);
  await page.reload();
  await page.getByRole('button', { name: 'V8 4.1' }).click();
  await expect(page.getByRole('textbox', { name: 'Reason for rejecting the V8 4.1' })).toHaveValue(/drinks/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await sable.build()).build.decision.whyNot).toBeUndefined();
});

test('marks read off a block tell what it is; an inspection and the choice follow', async ({ page, go, sable }) => {
  await go('/builds/glider-tug/donors/inspect?c=a');
  await expect(page.getByText(/bolts to the mount boss left side, front: does this block have it/)).toHaveCount(0);
  await page.getByRole('checkbox', { name: /4R 081 on the block/ }).check();
  await expect(page.getByText('Quillon 1.8, cast intake of 1994 to 1995, side mount bosses: missing')).toBeVisible();
  await page.getByRole('checkbox', { name: /B1 on the head/ }).check();
  await expect(page.getByText('Casting marks are inconsistent').first()).toBeVisible();
  await page.getByRole('checkbox', { name: /B1 on the head/ }).uncheck();
  for (const [i, bar] of ['12', '12.1', '8.9', '12'].entries()) {
    const field = page.getByRole('textbox', { name: `Cyl. ${i + 1}` }).first();
    await field.fill(bar);
    await field.press('Enter');
  }
  await expect(page.getByText('Compression: cylinder 3 too low, 8.9 bar')).toBeVisible();
  await page.getByRole('button', { name: 'Refurbish', exact: true }).click();
  await expect.poll(async () => (await candidate(sable, 'A'))?.refresh).toBe('refresh');
  for (let n = 0; n < 8; n++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await candidate(sable, 'A'))?.inspection).toBeUndefined();
});

test('the bench: the reference figures on the screen, doubt by evidence, landed as a finding and a line on the bill', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/donors/bench?c=b&sum=compression');
  const type = async (name: string, value: string) => {
    const field = page.getByRole('textbox', { name, exact: true });
    await field.fill(value);
    await field.press('Enter');
  };
  // The reference case of a six with domed pistons.
  for (const [name, value] of [
    ['Bore', '92.5'],
    ['Stroke', '77.4'],
    ['Cylinders', '6'],
    ['Combustion chamber volume', '52.5'],
    ['Gasket bore', '94'],
    ['Head gasket thickness, compressed', '0.9'],
    ['Deck clearance (piston below deck +)', '0'],
    ['Piston dish volume (dome negative)', '-6'],
    ['Connecting rod length, centre to centre', '133'],
    ['Intake valve closing, ° ABDC', '64'],
  ] as const)
    await type(name, value);
  const answer = page.getByText(/^Compression .* static/);
  await expect(answer).toContainText('10.86');
  await expect(answer).toContainText('8.68');
  await type('Connecting rod length, centre to centre', '30');
  await expect(page.getByText(/^Enter .* mm\.$|The rod must be longer than half the stroke/).first()).toBeVisible();
  await page.getByRole('textbox', { name: 'Connecting rod length, centre to centre', exact: true }).press('Escape');

  await page.getByRole('button', { name: 'Injector sizing' }).click();
  await expect(page.getByText(/Injector duty cycle 97 ± 6.2 % at 120 kW/)).toBeVisible();
  await page
    .getByRole('row', { name: /Rated flow of each/ })
    .getByRole('combobox', { name: 'Evidence' })
    .click();
  await page.getByRole('option', { name: 'claimed' }).click();
  // The ± that was stated stays until it is emptied: then that of the evidence holds.
  const doubt = page.getByRole('textbox', { name: 'Rated flow of each, ±' });
  await doubt.fill('');
  await doubt.press('Enter');
  await expect(page.getByText(/Injector duty cycle 97 ± 13/)).toBeVisible();
  await type('Rated flow of each', '310');
  const buys = page.getByRole('textbox', { name: 'Part to buy' });
  await buys.fill('Four injectors, 310 cc');
  await buys.blur();
  // Its price and hours are nobody's until somebody says them.
  await expect(page.getByRole('button', { name: 'Save to candidate', exact: true })).toBeDisabled();
  await type('Likely price', '120');
  await type('Hours', '1,5');
  await page.getByRole('button', { name: 'Save to candidate', exact: true }).click();
  await expect(page.getByRole('list', { name: 'Saved to candidate' })).toContainText('Injector sizing');
  await page.goto(`${sable.url}/builds/glider-tug/parts?c=b`);
  await expect(page.getByRole('rowheader', { name: 'Four injectors, 310 cc' })).toBeVisible();
  await page.getByRole('button', { name: 'Remove Four injectors, 310 cc' }).click();
  const landed = async () => (await candidate(sable, 'B'))?.workings?.length ?? 0;
  await expect.poll(landed).toBe(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(landed).toBe(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(landed).toBe(0);
});

test('a compressor map from a file, a bad one named; the forecast at the flywheel never run kept with it', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/donors/bench?c=f&sum=map');
  await expect(page.getByText(/Inside the map|[Ss]urge|[Cc]hok|boost/).first()).toBeVisible();
  const file = page.getByLabel('Map file');
  await file.setInputFiles({
    name: 'bad.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('flow,ratio,eff\n0.05,1.2,72\n'),
  });
  await expect(page.getByText(/Write 72 % as 0.72/)).toBeVisible();
  const rows = [1.2, 1.6, 2].flatMap((r) => [0.03, 0.08, 0.2].map((f) => `${f * r},${r},0.7`));
  await file.setInputFiles({
    name: 'big.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`flow,ratio,eff\n${rows.join('\n')}\n`),
  });
  await expect(page.getByText('big.csv', { exact: false })).toBeVisible();

  await page.goto(`${sable.url}/builds/glider-tug/donors/bench?c=a&sum=sister`);
  await expect(page.getByText(/About \d+ ± \d+ N·m and/)).toBeVisible();
  await page.getByRole('button', { name: 'Save curve to Q 1.8 cast' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'compared with the curve in use' })).toBeVisible();
  const engine = (await (await fetch(`${sable.url}/api/v1/library/engines/quillon-18-cast`)).json()) as {
    curves: { evidence: string; inUse: boolean }[];
  };
  expect(engine.curves.at(-1)).toMatchObject({ evidence: 'estimated', inUse: false });
  await page.goto(`${sable.url}/library/engines`);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect
    .poll(
      async () =>
        ((await (await fetch(`${sable.url}/api/v1/library/engines/quillon-18-cast`)).json()) as { curves: unknown[] })
          .curves.length,
    )
    .toBe(engine.curves.length - 1);
});

test('springs that put it right: left out it sinks, accepted it stands; left off is lighter', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/parts?c=c');
  await page.getByRole('button', { name: /Remove Pair of front springs/ }).click();
  await page.goto(`${sable.url}/builds/glider-tug/weight?c=c`);
  await expect(page.getByText(/Ride height change, front: 25 ± 2 mm lower/)).toBeVisible();
  await page.getByRole('button', { name: 'Springs of 31 N/mm at the front' }).click();
  await expect(page.getByText(/Ride height change, front: /)).toHaveCount(0);
  await expect.poll(async () => (await candidate(sable, 'C'))?.springs).toEqual({ frontNPerMm: 31 });
  for (let n = 0; n < 2; n++) await page.getByRole('button', { name: 'Undo' }).click();
});

test('the pads settle and weigh the car in; undo puts the old weighing back', async ({ page, go, sable }) => {
  const before = (await sable.build()).build.chassis!.weighing;
  await go('/builds/glider-tug/survey');
  await page.getByRole('button', { name: /Corner weights/ }).click();
  await page.getByRole('button', { name: 'Read corner scales' }).click();
  await expect(page.getByText('Settling. Do not touch the car.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save corner weights' })).toBeDisabled();
  await expect(page.getByText(/Stable, total 91\d\.\d kg/)).toBeVisible();
  await page.getByRole('button', { name: 'Save corner weights' }).click();
  await expect
    // Simulated pads measure nothing: what they read is an estimate that says where it comes from.
    .poll(async () => (await sable.build()).build.chassis!.weighing.corners?.frontLeftKg)
    .toMatchObject({ evidence: 'estimated', source: 'simulated scale pads' });
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await sable.build()).build.chassis!.weighing).toEqual(before);
});
