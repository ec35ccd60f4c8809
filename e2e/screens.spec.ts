import type { Build, Library } from '@sable/core';
import { bandFigures, hotDayShare, torqueFrom, vapourPressureKpa, worstAir } from '@sable/core/questions/curve';
import { cell, chip, expect, test } from './sable.ts';

test('everything by keyboard: steps, candidates, units, undo, search, the list of keys', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/line-up?c=a');
  await expect(cell(page, 'A', 'Noise')).toBeVisible();
  await page.keyboard.press('k');
  await expect(chip(page, 'B')).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('j');
  await page.keyboard.press('j');
  await expect(chip(page, 'F')).toHaveAttribute('aria-pressed', 'true');
  for (const [key, end] of [
    ['b', 'brief'],
    ['g', 'gearing/ratios'],
    ['w', 'weight'],
    ['p', 'parts'],
    ['c', 'candidate'],
    ['l', 'line-up'],
  ] as const) {
    await page.keyboard.press(key);
    await expect(page).toHaveURL(new RegExp(`/${end}\\?c=f`));
  }
  await page.keyboard.press('u');
  await expect(page.getByRole('button', { name: 'US', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('u');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keyboard shortcuts' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('/');
  await page.getByRole('combobox', { name: /^Search steps, candidates/ }).fill('weight');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/weight/);
  const before = await sable.build();
  await page.keyboard.press('l');
  await page.getByLabel('Final drive of F').selectOption({ label: '3.70' });
  await expect.poll(async () => (await sable.build()).version).toBe(before.version + 1);
  await page.getByRole('heading', { name: 'Glider tug' }).click();
  await page.keyboard.press('z');
  await expect.poll(async () => (await sable.build()).build).toEqual(before.build);
  // Single keys can be switched off, for those who press keys they don't mean.
  await page.getByRole('button', { name: 'Sable' }).click();
  await page.getByRole('menuitem', { name: 'Turn off single-key shortcuts' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('menu')).toHaveCount(0);
  await page.keyboard.press('b');
  await chip(page, 'B').click();
  await expect(page).toHaveURL(/line-up\?c=b$/);
});

test('US units everywhere: figures, sentences, fields', async ({ page, go }) => {
  await go('/builds/glider-tug/line-up?c=b');
  await page.getByRole('button', { name: 'US', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Line-up' }).locator('thead')).toContainText(
    'Rocker cover hits bonnet by 0.55 in.',
  );
  await expect(cell(page, 'C', 'Peak power, target now')).toHaveAccessibleName(/157 hp/);
  await page.getByRole('link', { name: 'Brief' }).click();
  await expect(page.getByLabel('Trailer mass', { exact: true })).toHaveValue('1719.61');
  await expect(page.getByLabel('Temperature')).toHaveValue('93.2');
  await page.getByRole('button', { name: 'Metric', exact: true }).click();
  await expect(page.getByLabel('Trailer mass', { exact: true })).toHaveValue('780');
});

test('the brief refuses what can’t be, in words, and saves nothing', async ({ page, go, sable }) => {
  await go('/builds/glider-tug/brief');
  const before = await sable.build();
  await page.getByLabel('Engine speed range, to').fill('900');
  await page.keyboard.press('Enter');
  await expect(page.getByText('The upper rpm limit must be higher than the lower one, 1600 rpm.')).toBeVisible();
  await page.getByLabel('Humidity').fill('140');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Enter 0 to 100 %.')).toBeVisible();
  await page.getByLabel('Trailer mass', { exact: true }).fill('much');
  await page.keyboard.press('Enter');
  await expect(page.getByText('“much” is not a number.')).toBeVisible();
  expect(await sable.build()).toMatchObject({ version: before.version });
});

test('the candidate: a tyre that is none is refused by name; a sump changed is judged and told', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/candidate?c=a');
  await page.getByLabel('Tyres').fill('18S/65R15');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/“?18S\/65R15.*can’t be read.*Allowed are codes such as/)).toBeVisible();
  const before = await sable.build();
  await page.getByLabel('Sump').click();
  await page.getByRole('option', { name: 'front-bowl sump with pickup' }).click();
  await expect(page.getByRole('row', { name: /Obstacles with too little clearance/ })).toBeVisible();
  await expect.poll(async () => (await sable.build()).build.candidates[0]?.dressing.sump).toBe('q18c-sump-front');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await sable.build()).build).toEqual(before.build);
  await page.getByLabel('Z, above ground', { exact: true }).fill('13 in');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await sable.build()).build.candidates[0]?.placement.zMm).toBeCloseTo(330.2, 6);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await sable.build()).build).toEqual(before.build);
});

test('a build begun from nothing: brief, first candidate, long names, taken out again', async ({ page, go }) => {
  await go('/shop');
  const name = 'A build with a very long name that somebody typed without mercy for the header';
  await page.getByLabel('Build name').fill(name);
  await page.getByRole('button', { name: 'Create' }).click();
  await expect(page.getByText(`Brief: ${name}`)).toBeVisible();
  await page.getByRole('link', { name: 'Line-up' }).click();
  await page.getByRole('button', { name: 'Add the first candidate' }).click();
  const dialog = page.getByRole('dialog');
  for (const [list, choice] of [
    ['Engine', 'Quillon 2.2 long stroke'],
    ['Gearbox', /^Corran six-speed/],
  ] as const) {
    await dialog.getByRole('combobox', { name: list }).click();
    await page.getByRole('option', { name: choice }).first().click();
  }
  await dialog.getByLabel('Final drive').fill('3,9');
  await dialog.getByLabel('Tyres').fill('165/80R13');
  await dialog.getByRole('button', { name: 'Add candidate' }).click();
  await expect(page.getByRole('button', { name: 'Take A out of the line-up' })).toBeVisible();
  await page.getByRole('link', { name: 'Line-up' }).click();
  await expect(cell(page, 'A', 'Smallest clearance margin')).toHaveAccessibleName(/unknown/);
  expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)).toBe(
    0,
  );
  await page.keyboard.press('c');
  await page.getByRole('button', { name: 'Take A out of the line-up' }).click();
  await expect(page.getByText('Nothing to compare yet')).toBeVisible();
});

test('files: out as a bundle and tables, in again on another install', async ({ page, go, sable }) => {
  await go('/builds/glider-tug/parts?c=c');
  const [bill] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Export bill (CSV)' }).click(),
  ]);
  expect(bill.suggestedFilename()).toBe('glider-tug-C-bill.csv');
  await page.getByRole('link', { name: 'Line-up' }).click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Export build' }).click(),
  ]);
  const saved = await file.path();
  await go('/shop');
  await page.getByLabel('Build file').setInputFiles(saved);
  await expect(page.getByText(/already in the library, identical/)).toBeVisible();
  await page.getByLabel('Build file').setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"sable-build","version":9}'),
  });
  await expect(page.getByText(/version 9, written by a newer Sable/)).toBeVisible();
  expect((await (await fetch(`${sable.url}/api/v1/builds`)).json()) as unknown[]).not.toHaveLength(0);
});

test('the library: searched, sorted, opened, drawn', async ({ page, go, sable }) => {
  const { engines } = (await (await fetch(`${sable.url}/api/v1/library`)).json()) as Library;
  await go('/library/engines');
  await page.getByLabel('Find in engines').fill('vee');
  await expect(page.getByText(`3 of ${engines.length}`)).toBeVisible();
  await page.getByRole('gridcell', { name: 'Hesper V6 2.7' }).click();
  await expect(page.getByRole('img', { name: /Side, front and top view of \d+ shapes/ })).toBeVisible();
  await expect(page.getByRole('figure', { name: 'Torque curves' })).toBeVisible();
  await expect(page.getByText('advert of a breaker')).toBeVisible();
});

test.describe('the sum behind the screen is the one over HTTP, once for each topic', () => {
  const load = async (url: string): Promise<{ build: Build; library: Library }> => {
    const get = async <T>(p: string) => (await (await fetch(`${url}/api/v1${p}`)).json()) as T;
    return {
      build: (await get<{ build: Build }>('/builds/glider-tug')).build,
      library: await get<Library>('/library'),
    };
  };

  test('gearing and driveline', async ({ page, go, sable }) => {
    const { build, library } = await load(sable.url);
    const c = build.candidates.find((x) => x.id === 'd')!;
    const box = library.gearboxes.find((g) => g.id === c.gearboxId)!;
    const tyre = await sable.sum<{ rollingRadiusMm: number }>('gearing.tyre', { tyreCode: c.tyreCode });
    const speeds = await sable.sum<{ speedKph: number[]; topGearCruiseRpm: number; reverseSpeedKph: number }>(
      'gearing.speeds',
      {
        gearRatios: box.ratios,
        reverseRatio: box.reverseRatio,
        finalDrive: c.finalDrive,
        rollingRadiusMm: tyre.rollingRadiusMm,
        engineRpm: 6000,
        cruiseKph: 100,
      },
    );
    await go('/builds/glider-tug/gearing?c=d');
    await expect(page.getByRole('row', { name: /^First \d/ })).toContainText(String(Math.round(speeds.speedKph[0]!)));
    await expect(page.getByText(`Reverse reaches ${Math.round(speeds.reverseSpeedKph)} km/h`)).toBeVisible();
    await page.getByRole('link', { name: 'Line-up' }).click();
    await expect(cell(page, 'D', 'Cruise rpm')).toHaveAccessibleName(
      new RegExp(Math.round(speeds.topGearCruiseRpm).toLocaleString('en-US')),
    );
    const clutch = library.parts.find((p) => p.id === 'ck-240-26')!.clutch!;
    const capacity = await sable.sum<{ capacityUniformWearNm: number }>('stress.clutchCapacity', {
      ...clutch,
      frictionCoefficient: clutch.frictionCoefficient.value,
      clampLoadN: clutch.clampLoadN.value,
    });
    await page.getByRole('link', { name: 'Gearing' }).click();
    await expect(
      page.getByText(new RegExp(`holds ${Math.round(capacity.capacityUniformWearNm)} N·m \\(uniform wear\\)`)).first(),
    ).toBeVisible();
  });

  test('curves and atmosphere', async ({ page, go, sable }) => {
    const { build, library } = await load(sable.url);
    const curve = library.engines.find((e) => e.id === 'hesper-v6-27')!.curves[0]!;
    const { band, worstAir: worst } = build.brief;
    const sum = await sable.sum<{ meanPowerKw: number; peakPowerKw: number; meanTorqueNm: number }>('curve.evaluate', {
      curveRpm: curve.rpm,
      curveTorqueNm: curve.torqueNm,
      bandLowRpm: band.lowRpm,
      bandHighRpm: band.highRpm,
    });
    expect(bandFigures(torqueFrom(curve.rpm, curve.torqueNm), band.lowRpm, band.highRpm).meanPowerKw).toBeCloseTo(
      sum.meanPowerKw,
      9,
    );
    const air = worstAir(worst);
    const factor = await sable.sum<{ factorIso1585Si: number }>('atmosphere.correction', { ...air });
    expect(hotDayShare(air, 'ISO 1585', 'standard')).toBeCloseTo(1 / factor.factorIso1585Si, 9);
    // It draws from outside, three degrees warmer on its way: its vapour and the barometer stay.
    const drawn = {
      ...air,
      temperatureC: air.temperatureC + 3,
      relativeHumidityPct:
        (100 * vapourPressureKpa(air.temperatureC, air.relativeHumidityPct)) /
        vapourPressureKpa(air.temperatureC + 3, 100),
    };
    const breathed = await sable.sum<{ factorIso1585Si: number }>('atmosphere.correction', drawn);
    await go('/builds/glider-tug/line-up?c=c');
    await expect(cell(page, 'C', 'Mean power in rpm range')).toHaveAccessibleName(
      new RegExp(`: ${Math.round(sum.meanPowerKw)} kW`),
    );
    await cell(page, 'C', 'Peak power, target now').click();
    await expect(
      page
        .getByText(new RegExp(`${Math.round(sum.peakPowerKw / breathed.factorIso1585Si)} kW in hot-day conditions`))
        .first(),
    ).toBeVisible();
  });

  test('mass', async ({ page, go, sable }) => {
    await go('/builds/glider-tug/weight?c=c');
    await expect(page.getByRole('rowheader', { name: 'Installed', exact: true })).toBeVisible();
    const rows = await page
      .locator('main table')
      .first()
      .locator('tbody tr')
      .evaluateAll((list) => list.map((r) => [...r.querySelectorAll('th,td')].map((c) => c.textContent ?? '')));
    const number = (s: string) => Number(s.replace('−', '-').replace('+', ''));
    const bridge = await sable.sum<{ installedMassKg: number }>('mass.bridge', {
      quotedMassKg: number(rows[0]![1]!),
      quotedPlusMinusKg: number(rows[0]![2]!),
      items: rows.slice(1).map((r) => ({
        name: r[0]!,
        sign: Math.sign(number(r[1]!)),
        massKg: Math.abs(number(r[1]!)),
        plusMinusKg: number(r[2]!),
      })),
    });
    const shown = await page.locator('main table').first().locator('tfoot td').first().textContent();
    // The rows are read as printed, to a tenth of a kilo each.
    expect(Math.abs(number(shown!) - bridge.installedMassKg)).toBeLessThan(0.05 * rows.length);
  });

  test('solids', async ({ page, go, sable }) => {
    const { placedSolids, resolveSubject, settingOf } = await import('@sable/core');
    const { convexOf } = await import('@sable/core/geometry');
    const { build, library } = await load(sable.url);
    const c = build.candidates.find((x) => x.id === 'b')!;
    const cover = placedSolids(resolveSubject(settingOf(build), c, library).subject!, c.placement).find(
      (s) => s.solid.id === 'q22-cv',
    )!;
    const bonnet = convexOf(build.chassis!.obstacles.find((o) => o.id === 'bonnet')!.shape);
    const points = (v: readonly number[]) =>
      Array.from({ length: v.length / 3 }, (_, i) => [v[3 * i]!, v[3 * i + 1]!, v[3 * i + 2]!]);
    const found = await sable.sum<{ signedDistanceMm: number }>('fit.signedDistance', {
      aVerticesMm: points(cover.convex.vertices),
      bVerticesMm: points(bonnet.vertices),
    });
    expect(found.signedDistanceMm).toBeCloseTo(-14, 0);
    await go('/builds/glider-tug/line-up?c=b');
    await expect(
      page.getByText(`Rocker cover hits bonnet by ${Math.round(-found.signedDistanceMm)} mm`).first(),
    ).toBeVisible();
  });
});

test('the same over HTTP has its page', async ({ page, go }) => {
  await go('/api/docs/');
  await expect(page.getByText('/api/v1/health')).toBeVisible();
  // Of so many it draws those in sight alone.
  await expect(async () => {
    await page.mouse.wheel(0, 400);
    await expect(page.getByText('/api/v1/sums/mass.bridge')).toBeVisible({ timeout: 150 });
  }).toPass();
});
