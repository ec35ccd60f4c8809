import type { Engine, Gearbox, Part } from '@sable/core';
import { Hands } from './hands.ts';
import { expect, test, type Sable } from './sable.ts';

const row = async <T>(sable: Sable, kind: string, id: string): Promise<T | undefined> => {
  const response = await fetch(`${sable.url}/api/v1/library/${kind}/${id}`);
  return response.ok ? ((await response.json()) as T) : undefined;
};

test('an engine is copied, its curve pasted, a mass added with its basis; it is there to choose, and undo takes it back', async ({
  page,
  go,
  sable,
}) => {
  await go('/library/engines/quillon-22');
  await page.getByRole('button', { name: 'Duplicate' }).click();
  const name = page.getByRole('textbox', { name: 'Name', exact: true }).first();
  await expect(name).toHaveValue('Quillon 2.2 long stroke, copy');
  await name.fill('Quillon 2.2 on cams');
  await name.blur();
  const columns = page.getByRole('textbox', { name: /^rpm and/ });
  await columns.fill('rpm;Nm\n1000;140\n3000;205,5\nabout 5000;210');
  await columns.blur();
  await expect(page.getByText(/Line 4 can’t be read/)).toBeVisible();
  await columns.fill('rpm;Nm\n1000;140\n3000;205,5\n5000;221\n6500;190');
  await columns.blur();
  await expect(page.getByText(/Peaks: 221 N·m/)).toBeVisible();
  // A point by the arrow keys.
  await page.getByRole('slider', { name: 'Point 2' }).focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByRole('slider', { name: 'Point 2' })).toHaveAttribute('aria-valuetext', '207 N·m at 3,000 rpm');
  await page.getByRole('button', { name: 'Add to library' }).click();
  await expect(page).toHaveURL(/library\/engines\/quillon-2-2-on-cams$/);
  const kept = (await row<Engine>(sable, 'engines', 'quillon-2-2-on-cams'))!;
  expect(kept.curves[0]).toMatchObject({ rpm: [1000, 3000, 5000, 6500], torqueNm: [140, 206.5, 221, 190] });
  await page.goto(`${sable.url}/builds/glider-tug/candidate?c=b`);
  await page.getByRole('combobox', { name: 'Engine' }).click();
  await expect(page.getByRole('option', { name: 'Quillon 2.2 on cams' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.goto(`${sable.url}/library/engines`);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => row(sable, 'engines', 'quillon-2-2-on-cams')).toBeUndefined();
});

test('a figure’s evidence is changed and the build is judged anew; what can’t be is named and not saved', async ({
  page,
  go,
  sable,
}) => {
  const before = await row<Engine>(sable, 'engines', 'hesper-v6-27');
  await go('/library/engines/hesper-v6-27/edit');
  const price = page.getByRole('textbox', { name: 'Price, low' });
  await price.fill('5000');
  await price.press('Enter');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Not saved yet.')).toBeVisible();
  await expect(page.getByText(/A price needs low ≤ likely ≤ high/).first()).toBeVisible();
  await price.fill('980');
  await price.press('Enter');
  await page.getByText('bare', { exact: true }).click();
  const mass = page.getByRole('group', { name: /Quoted masses/ });
  await mass.getByRole('combobox', { name: 'Evidence' }).click();
  await page.getByRole('option', { name: 'claimed' }).click();
  // The ± that was weighed goes too: what is left is the word of somebody.
  const doubt = mass.getByRole('textbox', { name: 'Mass, ±' });
  await doubt.fill('');
  await doubt.press('Enter');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page).toHaveURL(/hesper-v6-27$/);
  await expect(page.getByText('Used in Glider tug.')).toBeVisible();
  await page.goto(`${sable.url}/builds/glider-tug/weight?c=c`);
  // 12 % of 126 kg instead of 2.5 kg.
  await expect(page.getByText(/Vehicle mass change \+1\d\d ± 1\d kg/)).toBeVisible();
  await page.goto(`${sable.url}/library/engines`);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => row<Engine>(sable, 'engines', 'hesper-v6-27')).toEqual(before);
});

test('two people at one part: the second is shown it and chooses', async ({ page, go, sable }) => {
  const before = (await row<Part>(sable, 'parts', 'rad-2'))!.leadDays;
  await go('/library/parts/rad-2/edit');
  const other = await page.context().newPage();
  await other.goto(`${sable.url}/library/parts/rad-2/edit`);
  const type = async (p: typeof page, days: string) => {
    const field = p.getByRole('textbox', { name: 'Lead time', exact: true });
    await field.fill(days);
    await field.press('Enter');
    await p.getByRole('button', { name: 'Save' }).click();
  };
  await type(other, '4');
  await expect(other).toHaveURL(/rad-2$/);
  await type(page, '9');
  await expect(page.getByText(/This part was changed by someone else/)).toBeVisible();
  await page.getByRole('button', { name: 'Overwrite with my version' }).click();
  await expect(page).toHaveURL(/rad-2$/);
  expect((await row<Part>(sable, 'parts', 'rad-2'))!.leadDays).toBe(9);
  await page.goto(`${sable.url}/library/parts`);
  for (const days of [4, before]) {
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(async () => (await row<Part>(sable, 'parts', 'rad-2'))!.leadDays).toBe(days);
  }
  await other.close();
});

test('retired, it is offered no more and position unchanged used; tables come in and go out', async ({
  page,
  go,
  sable,
}) => {
  await go('/library/gearboxes/marten-e5v');
  await page.getByRole('button', { name: 'Archive' }).click();
  await expect(page.getByRole('button', { name: 'Restore' })).toBeVisible();
  await page.goto(`${sable.url}/builds/glider-tug/candidate?c=b`);
  await page.getByRole('combobox', { name: 'Gearbox' }).click();
  await expect(page.getByRole('option', { name: /light case/ })).toBeVisible();
  await expect(page.getByRole('option', { name: /van’s first pair/ })).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.goto(`${sable.url}/library/parts`);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect
    .poll(async () => (await row<{ retired?: boolean }>(sable, 'gearboxes', 'marten-e5v'))?.retired)
    .toBeUndefined();
  const table = (name: string, text: string) =>
    page.getByLabel('Library file').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  const bring = (words: string) => page.getByRole('button', { name: words, exact: true }).click();
  // A sheet of a land with decimal commas, in pounds: every line at fault is told, and nothing comes in before they are mended.
  const head = 'Name;Class;Weight (lb);Price';
  await table('bad.csv', `${head}\nX;gadget;2,5;3\nSwirl pot;radiator;2,5;85\n;hose;1;2\n`);
  await expect(page.getByText(/Line 2, Class: “gadget” is invalid/)).toBeVisible();
  await expect(page.getByText('Line 4, Name: empty cell.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Import 0 parts' })).toBeDisabled();
  await bring('Cancel');
  await table('parts.csv', `${head}\nSwirl pot;radiator;2,5;85\nTotal;;2,5;85\n`);
  await expect(page.getByText('Skipped: line 3, a title or a line of totals.')).toBeVisible();
  await bring('Import one part');
  await expect(page.getByText(/1 added/)).toBeVisible();
  expect((await row<Part>(sable, 'parts', 'swirl-pot'))!.massKg!.value).toBeCloseTo(2.5 * 0.45359237, 6);
  // Cells as they are copied from a sheet.
  await bring('Paste a table');
  await page.getByLabel('Paste cells or a table here').fill('What\tClass\nBreather can\those\n');
  await expect(page.getByText(/“Name” is missing/)).toBeVisible();
  await page.getByRole('combobox', { name: 'What is' }).click();
  await page.getByRole('option', { name: 'Name', exact: true }).click();
  await bring('Import one part');
  await expect.poll(() => row(sable, 'parts', 'breather-can')).toBeDefined();
  await page.getByRole('searchbox', { name: /Find in parts/ }).fill('swirl');
  await expect(page.getByRole('gridcell', { name: 'Swirl pot' })).toBeVisible();
  await page.getByRole('link', { name: 'Engines', exact: true }).click();
  const csv = await (await page.request.get(`${sable.url}/api/v1/library/engines.csv`)).text();
  const cells = 'Name,Cylinders,Bore (mm),Stroke (mm),Compression (ratio),Redline (rpm),Price likely,Curve (rpm:N·m)';
  await table('engines.csv', csv);
  await bring('Import 11 engines');
  await expect(page.getByText(/0 added, 11 already here/)).toBeVisible();
  const barn = 'Barn find four,4,86,86,9.5,6000,150,1000:110 3000:160 5500:140';
  await table('engines.csv', `${cells}\n${barn}\nToo many,40,86,86,9,6000,1,\n`);
  await bring('Import 2 engines');
  await expect(page.getByText(/“Too many”: Cylinders must be 16 or less/)).toBeVisible();
  await table('engines.csv', `${cells}\n${barn}\n`);
  await bring('Import one engine');
  await expect(page.getByText(/1 added, 0 already here/)).toBeVisible();
  await page.getByRole('gridcell', { name: 'Barn find four' }).first().click();
  await expect(page.getByRole('heading', { name: 'Barn find four' })).toBeVisible();
});

test('a gearbox with its transfer case by tape: bodies, shifter, mount and both outputs in twenty readings', async ({
  page,
  go,
  sable,
}) => {
  await go('/library/gearboxes/new/edit');
  const hands = new Hands(page, sable.url);
  await hands.fill('Name', 'Taped four by four');
  await hands.pick('Kind', 'manual');
  await hands.fill('Gear ratios', '3,6 2,1 1,4 1');
  const tape = hands.list('By tape or scan');
  await hands.pick('Lies', 'with transfer case', tape);
  await page.getByText('13 further readings').click();
  await hands.fillAll(
    [
      ['Length', '760'],
      ['Bellhousing, width', '360'],
      ['Case, width', '200'],
      ['Case, height', '240'],
      ['Bellhousing, depth', '170'],
      ['Transfer case, length', '220'],
      ['Transfer case, out', '290'],
      ['Transfer case, down', '310'],
      ['Shifter, back', '430'],
      ['Shifter, up', '160'],
      ['Gearbox mount, back', '500'],
      ['Gearbox mount, down', '100'],
      ['Output flange, back', '760'],
      ['Output flange, down', '40'],
      ['Front output, back', '700'],
      ['Front output, out', '240'],
    ],
    tape,
  );
  await hands.fill('Front output, down', '900', tape);
  await hands.fill('Front output, down', '260', tape);
  await hands.press('Insert these 3 bodies');
  await hands.save('gearboxes');
  const kept = await sable.row<Gearbox>('gearboxes', 'taped-four-by-four');
  expect(kept).toMatchObject({
    lengthMm: { value: 760, plusMinus: 5, evidence: 'measured' },
    shifterMm: [-430, 0, 160],
    mountMm: [-500, 0, -100],
    outputMm: [-760, 0, -40],
    frontOutputMm: [-700, 240, -260],
  });
  expect(kept.solids.map((s) => s.plusMinusMm)).toEqual([5, 5, 5]);
  await page.goto(`${sable.url}/library/gearboxes`);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => row(sable, 'gearboxes', 'taped-four-by-four')).toBeUndefined();
});
