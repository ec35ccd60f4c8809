import type { Page } from '@playwright/test';
import type { Chassis } from '@sable/core';
import { expect, test, type Sable } from './sable.ts';

const chassis = async (sable: Sable, id = 'glider-tug'): Promise<Chassis | null> =>
  (await sable.build(id)).build.chassis;

test('a crossmember is taped on a tablet: units as typed, repeats averaged, what is missing told, and it stands in the bay', async ({
  page,
  go,
  sable,
}) => {
  await page.setViewportSize({ width: 820, height: 1180 });
  await go('/builds/ice-racer/survey');
  const before = (await chassis(sable, 'ice-racer'))!;
  await page.getByRole('button', { name: 'Add obstacle' }).click();
  await page.getByRole('menuitem', { name: /^front crossmember/ }).click();
  await expect(page.getByRole('heading', { name: 'front crossmember' })).toBeVisible();
  const take = async (label: RegExp, typed: string) => {
    await page.getByRole('textbox', { name: label }).fill(typed);
    await page.keyboard.press('Enter');
  };
  await take(/upper face, height/, '24 3/4 in');
  await expect(page.getByText('628.6')).toBeVisible();
  // The field is free for another take of the same; Enter in the free field goes on.
  await expect(page.getByRole('textbox', { name: /upper face, height/ })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: /lower face, height/ })).toBeFocused();
  await take(/lower face, height/, '58 cm');
  await expect(page.getByText(/Missing measurements: limit for front sump bowl/).first()).toBeVisible();
  await take(/front edge/, 'about here');
  await expect(page.getByText('“about here” is not a number.')).toBeVisible();
  await take(/front edge/, '600');
  await take(/rear edge/, '560');
  await take(/its end, from centreline/, '300');
  await take(/its end, from centreline/, '306');
  await expect(page.getByText('303.0')).toBeVisible();
  await expect(page.getByText('± 3.0 mm').first()).toBeVisible();
  await expect
    .poll(async () => (await chassis(sable, 'ice-racer'))!.obstacles.find((o) => o.id === 'crossmember'))
    .toMatchObject({ role: 'crossmember', plusMinusMm: 3, source: '6 measurements, tape' });
  const scroll = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(scroll).toBeLessThanOrEqual(820);
  // Taken out again, the bay is as it was.
  await page.getByRole('button', { name: 'Delete obstacle' }).click();
  await expect.poll(async () => (await chassis(sable, 'ice-racer'))!.obstacles).toEqual(before.obstacles);
});

test('what may be done is allowed by a person, and never to what steers the car without an engineer’s word', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/forestry-pickup/survey');
  await page
    .getByRole('navigation', { name: 'Measurement list' })
    .getByRole('button', { name: /^track rod/ })
    .click();
  await expect(page.getByText(/Modify only with written approval of a licensed engineer/)).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Allow' })).toHaveCount(0);
  await page
    .getByRole('navigation', { name: 'Measurement list' })
    .getByRole('button', { name: /^engine crossmember/ })
    .click();
  await page.getByRole('combobox', { name: 'Allow' }).click();
  await page.getByRole('option', { name: 'relocate' }).click();
  const field = page.getByRole('group', { name: 'relocate' });
  await field.getByLabel('Maximum amount').fill('35');
  await field.getByLabel('Fixed cost').fill('60');
  // Nothing is allowed for nothing unless somebody types nought.
  await field.getByLabel('Fixed labour hours').fill('2');
  await page.keyboard.press('Enter');
  await expect
    .poll(async () =>
      (await chassis(sable, 'forestry-pickup'))!.obstacles
        .find((o) => o.id === 'engine-crossmember')!
        .may.map((m) => [m.do, m.allowanceMm]),
    )
    .toEqual([
      ['notch', 20],
      ['relocate', 35],
    ]);
  await page.getByRole('button', { name: 'Remove “relocate”' }).click();
  await expect
    .poll(
      async () =>
        (await chassis(sable, 'forestry-pickup'))!.obstacles.find((o) => o.id === 'engine-crossmember')!.may.length,
    )
    .toBe(1);
});

test('four scale pads give the axles and the sideways place', async ({ page, go, sable }) => {
  await go('/builds/ice-racer/survey');
  await page.getByRole('button', { name: 'Corner weights', exact: true }).click();
  await page.getByLabel('Front left').fill('235');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await chassis(sable, 'ice-racer'))!.weighing.frontKg?.value).toBe(459);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(async () => (await chassis(sable, 'ice-racer'))!.weighing.frontKg?.value).toBe(455);
});

test('a car that nobody has measured is begun from its papers', async ({ page, go, sable }) => {
  await go('/builds/second-car/survey');
  await page.getByRole('button', { name: 'Create survey' }).click();
  await expect(page.getByRole('alert')).toContainText('Car: enter a name');
  await page.getByLabel('Car', { exact: true }).fill('Valley runabout');
  await page.getByRole('button', { name: 'Create survey' }).click();
  await expect(page.getByRole('alert')).toHaveText('Choose body, driven wheels, engine orientation.');
  for (const [list, choice] of [
    ['Body type', 'estate'],
    ['Driven wheels', 'rear'],
    ['Engine orientation', 'longitudinal'],
  ] as const) {
    await page.getByRole('combobox', { name: list }).click();
    await page.getByRole('option', { name: choice }).click();
  }
  await page.getByRole('button', { name: 'Create survey' }).click();
  await expect(page.getByText(/of 17 things about the car are known/)).toBeVisible();
  await expect.poll(async () => (await chassis(sable, 'second-car'))?.name).toBe('Valley runabout');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(() => chassis(sable, 'second-car')).toBeNull();
});

test('claims that contradict stand side by side with what would settle them', async ({ page, go, sable }) => {
  await go('/builds/glider-tug/survey?c=a');
  const before = (await chassis(sable))!;
  await page.getByRole('button', { name: 'Reported fits' }).click();
  await expect(page.getByText('Goes straight over your crossmember, no cutting.')).toBeVisible();
  await expect(page.getByText(/Deciding test: clay on the crossmember/)).toBeVisible();
  await page.getByLabel('Source').fill('my neighbour');
  await page.getByLabel('Statement').fill('Mine went in.');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect.poll(async () => (await chassis(sable))!.claims!.length).toBe(before.claims!.length + 1);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(async () => (await chassis(sable))!.claims).toEqual(before.claims);
});

test('plugs and services of the body are noted, and joints are judged against them', async ({ page, go, sable }) => {
  await go('/builds/ice-racer/survey');
  const before = (await chassis(sable, 'ice-racer'))!;
  await page.getByRole('button', { name: 'Connections (electrical, fluid, mechanical)' }).click();
  const field = page
    .getByRole('group', { name: 'Engine mounts, left and right' })
    .getByRole('textbox', { name: 'Bolt pattern' });
  await field.fill('Other mounts');
  await field.blur();
  await expect
    .poll(async () => (await chassis(sable, 'ice-racer'))!.ports[0]!.spec)
    .toEqual({ pattern: 'Other mounts' });
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(async () => (await chassis(sable, 'ice-racer'))!.ports).toEqual(before.ports);
});

/** The lengths of the body that is open, once each in the order of its list. */
async function read(page: Page, takes: readonly string[]): Promise<void> {
  for (const [i, mm] of takes.entries()) {
    await page.locator('input[data-take]').nth(i).fill(mm);
    await page.locator('input[data-take]').nth(i).press('Enter');
  }
}

test('on a phone: one side is read and taken over to the other, and read there it counts as read there', async ({
  page,
  go,
  sable,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const was = (await sable.build('ice-racer')).build.chassis!;
  await go('/builds/ice-racer/survey');
  await page.locator('summary').click();
  await page.getByRole('button', { name: 'Add obstacle' }).click();
  await page.getByRole('menuitem', { name: /^left strut tower/ }).click();
  await read(page, ['90', '-110', '470', '610', '420', '790']);
  await page.getByRole('button', { name: 'Copy to the other side' }).click();
  await expect(page.getByRole('heading', { name: 'right strut tower' })).toBeVisible();
  await expect(page.getByText('Copied from the other side: measure here.')).toHaveCount(6);
  const tower = async () => (await chassis(sable, 'ice-racer'))!.obstacles.find((o) => o.id === 'strut-right-2');
  await expect.poll(tower).toMatchObject({ plusMinusMm: 10, source: '6 measurements, other side' });
  await read(page, ['92', '-108', '468', '612', '421', '788']);
  await expect.poll(tower).toMatchObject({ plusMinusMm: 2, source: '6 measurements, tape' });
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await sable.put('chassis', was, 'ice-racer');
});

for (const width of [820, 390])
  test(`every part of the car is reached by keyboard at ${width} px, and nothing scrolls sideways`, async ({
    page,
    go,
  }) => {
    await page.setViewportSize({ width, height: 1000 });
    await go('/builds/glider-tug/survey');
    const open = async () => {
      const fold = page.locator('summary', { hasText: 'show list' });
      if (await fold.count()) {
        await fold.focus();
        await page.keyboard.press('Enter');
      }
    };
    await expect(page.locator('.survey-detail')).toBeVisible();
    await open();
    const car = page.getByRole('heading', { name: 'The car', exact: true });
    await expect(car.first()).toBeVisible();
    const parts = await car.first().locator('..').getByRole('button').allInnerTexts();
    expect(parts.length).toBeGreaterThan(7);
    for (const part of parts) {
      if (!(await page.getByRole('button', { name: part, exact: true }).isVisible())) await open();
      await page.getByRole('button', { name: part, exact: true }).focus();
      await page.keyboard.press('Enter');
      // From the part that is shown the keys go through all of its fields.
      const fields = page.locator('.survey-detail input:visible:enabled');
      const last = await fields.count();
      if (last > 0) {
        await fields.first().focus();
        for (let n = 0; n < 200; n++) {
          if (await fields.nth(last - 1).evaluate((e) => e === document.activeElement)) break;
          await page.keyboard.press('Tab');
        }
        await expect(fields.nth(last - 1), part).toBeFocused();
      }
      expect(await page.evaluate(() => document.documentElement.scrollWidth), part).toBeLessThanOrEqual(width);
    }
  });

test('weighed again both stay; bad metal under a mount blocks it, and undo brings all back', async ({
  page,
  go,
  sable,
}) => {
  const was = (await sable.build()).build;
  await go('/builds/glider-tug/survey?c=c');
  await page.getByRole('button', { name: 'Corner weights', exact: true }).click();
  await page.getByRole('button', { name: 'Keep and weigh again' }).click();
  await page.getByLabel('Front axle load', { exact: true }).fill('470');
  await page.getByLabel('Front axle load', { exact: true }).press('Tab');
  await expect(page.getByRole('row', { name: /until \d{4}/ })).toContainText('−11');
  await page.getByRole('button', { name: 'Shell and history' }).click();
  const shell = page.locator('fieldset').filter({ has: page.locator('legend', { hasText: /^Body shell/ }) });
  await shell.getByRole('button', { name: /^Add to body shell/ }).click();
  await shell.getByLabel('Where', { exact: true }).fill('rail under the mount');
  await shell.getByRole('combobox', { name: 'The metal is' }).click();
  await page.getByRole('option', { name: 'corroded' }).click();
  const [x, y, z] = was.chassis!.pads[0]!.atMm;
  for (const [label, mm] of [
    [/forward$/, x],
    [/left$/, y],
    [/up$/, z],
    [/^Reaches$/, 50],
  ] as const) {
    await shell.getByLabel(label).fill(String(mm));
    await shell.getByLabel(label).press('Tab');
  }
  await expect.poll(async () => (await chassis(sable))!.shell?.length).toBe(1);
  await page.getByRole('link', { name: 'Line-up' }).click();
  await expect(page.getByText(/mounted on corroded metal, rail under the mount/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await chassis(sable))!.shell ?? []).toEqual([]);
  await sable.putBack(was);
});

test('the tape list shows what is left to read, drawn, with room to write', async ({ page, go }) => {
  await go('/builds/ice-racer/survey/tape-list');
  await page.getByLabel('Everything that could be measured').check();
  await expect(page.getByRole('heading', { name: 'heater box' })).toBeVisible();
  await expect(page.getByRole('img', { name: /^heater box, front view: readings 2, 3/ })).toBeVisible();
  await expect(page.getByText(/^Osmer Pika hatch: \d+ measurements to take$/)).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
  await expect(page.getByRole('heading', { name: 'heater box' })).toBeVisible();
  await page.emulateMedia({ media: 'screen' });
});

test('systems as found are typed in; the battery is moved to the boot: the axles follow, the bill asks what it takes, undo puts it back', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/survey?c=c');
  const was = (await chassis(sable))!;
  await page.getByRole('button', { name: 'Steering, fuel, electrics, exhaust', exact: true }).click();
  await page.getByRole('textbox', { name: 'Turns lock to lock' }).fill('3,8');
  await page.keyboard.press('Tab');
  await page.getByRole('combobox', { name: 'Pump' }).click();
  await page.getByRole('option', { name: 'in the tank', exact: true }).click();
  await page.getByRole('checkbox', { name: 'Return line' }).check();
  await expect
    .poll(async () => await chassis(sable))
    .toMatchObject({
      steering: { ...was.steering, turns: 3.8 },
      fuelSystem: { ...was.fuelSystem, pump: 'in the tank', returnLine: true },
    });
  await go('/builds/glider-tug/weight?c=c');
  const front = async () =>
    Number(/([\d.]+) ± [\d.]+ % on the front axle/.exec(await page.locator('main').innerText())![1]);
  await expect(page.locator('main')).toContainText('on the front axle');
  const before = await front();
  await page.getByRole('combobox', { name: 'Move something' }).click();
  await page.getByRole('option', { name: 'battery', exact: true }).click();
  const moved = page.getByRole('group', { name: 'battery' });
  await moved.getByRole('textbox', { name: 'Forward' }).fill('-2800');
  await page.keyboard.press('Tab');
  await expect.poll(front).toBeLessThan(before - 1);
  await expect(page.getByRole('heading', { name: /^Parts relocated in/ })).toBeVisible();
  await expect(page.locator('.say.big')).toContainText('+138');
  await page.getByRole('link', { name: /^Parts & budget/ }).click();
  await expect(page.getByText('Move the battery').first()).toBeVisible();
  await expect(page.getByText(/price of Move the battery missing/).first()).toBeVisible();
  await go('/builds/glider-tug/weight?c=c');
  await moved.getByRole('textbox', { name: 'Price' }).fill('25');
  await page.keyboard.press('Tab');
  await moved.getByRole('textbox', { name: 'Hours' }).fill('1,5');
  await page.keyboard.press('Tab');
  await expect
    .poll(async () => (await sable.build()).build.candidates.find((c) => c.id === 'c')!.moved)
    .toMatchObject([{ lumpId: 'battery', toMm: [-2800, -410, 640], price: { likely: 25 }, hours: { likely: 1.5 } }]);
  await moved.getByRole('button', { name: 'Do not relocate' }).click();
  await expect.poll(front).toBe(before);
  await sable.put('chassis', was);
});
