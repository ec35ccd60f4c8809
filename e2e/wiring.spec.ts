/** Wiring in the browser: pins joined and spoken for, circuits and current, sheets out; from an empty shop by hand. */
import { readFileSync } from 'node:fs';
import type { Candidate, Circuit, Engine } from '@sable/core';
import type { Page } from '@playwright/test';
import { expect, Sable, test } from './sable.ts';

const csv = (side: 'engine' | 'car') =>
  [
    'Pin,Colour,Function,Pulses per turn',
    ...[
      'battery, always live',
      'ignition, live with the key',
      'starter, live while cranking',
      'ground of power stages',
      'main relay, driven',
      'fuel pump',
      'coolant temperature, gauge',
      'oil pressure lamp',
      'charge lamp',
      'tachometer',
    ].map((f, i) => `${side === 'engine' ? i + 1 : 40 - i},BK/WH,"${f}",${f === 'tachometer' ? 2 : ''}`),
    ...Array.from({ length: 30 }, (_, i) => `${side === 'engine' ? i + 11 : 30 - i},GY,,`),
  ].join('\n');
const saved = async (page: Page, name: string) => {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name, exact: true }).click();
  return readFileSync(await (await download).path());
};

test('two plugs of forty pins from tables are joined by function, finished by keyboard alone, printed, and read again the same', async ({
  page,
  go,
  sable,
}) => {
  test.setTimeout(120_000);
  const { build: was } = await sable.build();
  const engine = await sable.row<Engine>('engines', 'hesper-v6-27');
  const { plugs: _plugs, ...bare } = engine;
  await sable.putRow('engines', engine.id, { ...bare, plugs: [{ id: 'c1', name: 'Computer', pins: [] }] });
  const { plugs: _own, ...chassis } = was.chassis!;
  await sable.put('chassis', chassis);
  const c = was.candidates[2]!;
  const { wiring: _wiring, ...loose } = c;
  await sable.put('candidates/c', { ...loose, gearboxId: 'dotterel-seq' });

  await go(`/library/engines/${engine.id}/edit`);
  await page
    .getByLabel('Table of pins of Computer')
    .setInputFiles({ name: 'c1.csv', mimeType: 'text/csv', buffer: Buffer.from(csv('engine')) });
  await expect(page.getByText('40 pins read.')).toBeVisible();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect.poll(async () => (await sable.row<Engine>('engines', engine.id)).plugs?.[0]?.pins.length).toBe(40);

  await go('/builds/glider-tug/wiring?c=c');
  await expect(page.getByText(/^No plugs of Larkspur Whimbrel estate are entered/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Add a plug' }).click();
  const file = page.getByLabel('Table of pins of Plug 1');
  await file.setInputFiles({ name: 'bad.csv', mimeType: 'text/csv', buffer: Buffer.from('Pin,Colour\n1,BK\n1,RD') });
  await expect(page.getByText('Line 3, Pin: there are two pins “1”.')).toBeVisible();
  await file.setInputFiles({ name: 'x1.csv', mimeType: 'text/csv', buffer: Buffer.from(csv('car')) });
  await expect.poll(async () => (await sable.build()).build.chassis!.plugs?.[0]?.pins.length).toBe(40);
  await page.getByRole('button', { name: 'Join 10 by function' }).click();
  const wiring = async () => (await sable.build()).build.candidates[2]!.wiring;
  await expect.poll(async () => (await wiring())?.splices?.length).toBe(10);
  await expect(page.getByText('60 of 80 pins are open').first()).toBeVisible();

  // The rest by keyboard alone: open pins only, each said not to be used; focus goes on by arrow keys.
  await page.getByLabel('Open pins only').focus();
  await page.keyboard.press('Space');
  const teeth = page.locator('[data-pin]');
  await expect(teeth).toHaveCount(60);
  for (let left = 60; left > 0; left--) {
    await teeth.first().focus();
    await page.keyboard.press('Enter');
    const why = page.getByRole('region', { name: /^Pin / }).getByLabel('Not used, because');
    await why.focus();
    await page.keyboard.type('nothing fitted');
    await page.keyboard.press('Enter');
    await expect(teeth).toHaveCount(left - 1);
  }
  await expect.poll(async () => (await wiring())?.unused?.length).toBe(60);
  await expect(page.getByText('No pin is open.')).toBeVisible();

  const table = await saved(page, 'Splice schedule, CSV');
  const before = await wiring();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await wiring())?.unused?.length).toBe(59);
  await page
    .getByLabel('Splice schedule to import')
    .setInputFiles({ name: 's.csv', mimeType: 'text/csv', buffer: table });
  await expect(page.getByText(/^10 wires and 60 unused pins imported/)).toBeVisible();
  await expect.poll(wiring).toEqual(before);
  const pdf = await saved(page, 'Bench sheets, PDF');
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  expect(pdf.length).toBeGreaterThan(3000);
  expect((await saved(page, 'Labels, CSV')).toString().trim().split('\n')).toHaveLength(21);

  await sable.putRow('engines', engine.id, engine);
  await sable.putBack(was);
});

test('a tachometer that would read a quarter: a converter is named, and it is clear; taken back', async ({
  page,
  go,
  sable,
}) => {
  const { build: was } = await sable.build();
  const d = () => sable.build().then(({ build }) => build.candidates[3]!);
  await go('/builds/glider-tug/wiring?c=d');
  await page.getByRole('button', { name: /^c1·6 tachometer, open/ }).click();
  const panel = page.getByRole('region', { name: 'Pin c1·6' });
  await expect(panel.getByText('0.5 pulses each turn against 2: converter required.')).toBeVisible();
  await panel.getByRole('combobox', { name: 'How' }).click();
  await page.getByRole('option', { name: 'through a converter' }).click();
  await expect(panel.getByText('The converter has no name.')).toBeVisible();
  await panel.getByLabel('Converter').fill('Signal converter set to four');
  await panel.getByLabel('Converter').press('Enter');
  await expect(page.getByRole('button', { name: /^c1·6 tachometer, connected/ })).toBeVisible();
  await expect.poll(async () => (await sable.judged((await sable.build()).build, 'd')).steps.wiring).toBe('clear');
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await d()).wiring).toEqual(was.candidates[3]!.wiring);
});

test('an alternator too small for what draws: one that suits is accepted, and the budget holds', async ({
  page,
  go,
  sable,
}) => {
  const { build: was } = await sable.build();
  await go('/builds/glider-tug/wiring?c=e');
  await expect(page.getByText('Alternator output 4 A too low at cruise').first()).toBeVisible();
  await expect(page.getByRole('img', { name: 'Cruise: 49 A drawn of 45 A given' })).toBeVisible();
  await page
    .getByRole('button', { name: /^Fit Alternator 110 A, triple bracket/ })
    .first()
    .click();
  await expect(page.getByRole('img', { name: 'Cruise: 49 A drawn of 110 A given' })).toBeVisible();
  await sable.putBack(was);
});

test('a circuit is entered: what it lacks is named one after another, the least wire and fuse are put in', async ({
  page,
  sable,
}) => {
  const { build: was } = await sable.build();
  const c = was.candidates[2]!;
  const circuits = c.wiring!.circuits!.filter((x) => x.id !== 'wipers');
  await sable.put('candidates/c', { ...c, wiring: { ...c.wiring, circuits } });
  await page.goto(`${sable.url}/builds/glider-tug/wiring?c=c`);
  await expect(page.getByText('Circuits not entered: wipers').first()).toBeVisible();
  await page.getByRole('button', { name: 'Add the 1 that are missing' }).click();
  const rung = page.getByRole('button', { name: /Wipers/ }).first();
  await rung.click();
  const put = async (label: string, text: string) => {
    await page.getByLabel(label, { exact: true }).fill(text);
    await page.getByLabel(label, { exact: true }).press('Enter');
  };
  const pick = async (label: string, option: string) => {
    await page.getByRole('combobox', { name: label, exact: true }).click();
    await page.getByRole('option', { name: option }).click();
  };
  await put('Current', '5');
  await put('Length, out and back', '3,2');
  await put('Around the bundle', '60');
  await put('Loaded wires in the bundle', '4');
  await pick('Back by', 'the body');
  await put('Ground point', 'scuttle');
  await page.getByRole('button', { name: 'Use minimum wires and fuses' }).click();
  const stored = async (): Promise<Circuit | undefined> =>
    (await sable.build()).build.candidates[2]!.wiring!.circuits!.find((x) => x.consumer === 'wipers');
  // By hand: 1.25 × 5 A asks for 7.5 A; √(45/75) × 0.7 of what 1 mm² carries is 7.6 A.
  await expect.poll(async () => [(await stored())?.fuseAmps, (await stored())?.sizeMm2]).toEqual([7.5, 1]);
  await expect.poll(async () => (await sable.judged((await sable.build()).build, 'c')).steps.wiring).toBe('clear');
  await pick('Wire', '0.35 mm²');
  await expect(page.getByText(/^Wipers: it loses more than 3 %|^Wipers: fuse rating above/).first()).toBeVisible();
  await sable.putBack(was);
});

test('from an empty shop two plugs are typed by hand, in keys of under fifteen minutes, joined and printed', async ({
  page,
  sable,
}) => {
  test.setTimeout(180_000);
  // Engine, gearbox and car are there; of their wiring nobody has entered anything.
  const bundle = (await (await fetch(`${sable.url}/api/v1/builds/glider-tug/bundle`)).json()) as {
    build: { candidates: Candidate[]; chassis: { plugs?: unknown } };
    library: { engines: Engine[]; gearboxes: { plugs?: unknown }[]; parts: { id: string; plugs?: unknown }[] };
  };
  bundle.build.candidates = bundle.build.candidates.filter((c) => c.id === 'c');
  for (const c of bundle.build.candidates) delete c.wiring;
  delete bundle.build.chassis.plugs;
  for (const row of [...bundle.library.engines, ...bundle.library.gearboxes, ...bundle.library.parts]) delete row.plugs;
  const shop = new Sable(false);
  await shop.start('--no-demo');
  try {
    const brought = await fetch(`${shop.url}/api/v1/bundles`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(bundle),
    });
    expect(brought.status, await brought.text()).toBe(201);
    let keys = 0;
    const type = async (text: string) => {
      keys += text.length;
      await page.keyboard.type(text);
    };
    const key = async (name: string) => {
      keys++;
      await page.keyboard.press(name);
    };
    const PINS = [
      ['1', 'rd', 'battery'],
      ['2', 'bk', 'ignition'],
      ['3', 'ye', 'start'],
      ['4', 'bn', 'ground power'],
      ['5', 'gn', 'tacho'],
      ['6', 'bu', 'coolant gauge'],
      ['7', 'wh', 'oil pressure lamp'],
      ['8', 'gy', 'alternator lamp'],
      ['9', 'vt', 'pump feed'],
    ] as const;
    const enter = async () => {
      await page.getByRole('button', { name: 'Add a plug' }).click();
      keys++;
      await page.getByLabel('Pin, new pin').focus();
      for (const [pin, colour, fn] of PINS) {
        await page.getByLabel('Pin, new pin').focus();
        await type(pin);
        await key('Tab');
        await expect(page.getByLabel(`Colour, ${pin}`, { exact: true })).toBeVisible();
        await page.getByLabel(`Colour, ${pin}`, { exact: true }).focus();
        await type(colour);
        await key('Tab');
        await page.getByLabel(`Function, ${pin}`, { exact: true }).focus();
        await type(fn);
        await key('Tab');
      }
      await page.getByLabel('Pulses each turn, 5').focus();
      await type('2');
      await key('Enter');
    };
    await page.goto(`${shop.url}/library/engines/hesper-v6-27/edit`);
    await page.getByRole('button', { name: 'Add plugs' }).click();
    keys++;
    await enter();
    await page.getByRole('button', { name: 'Save' }).click();
    keys++;
    await expect.poll(async () => (await shop.row<Engine>('engines', 'hesper-v6-27')).plugs?.[0]?.pins.length).toBe(9);
    await page.goto(`${shop.url}/builds/glider-tug/wiring?c=c`);
    await enter();
    await expect
      .poll(async () => (await shop.build()).build.chassis!.plugs?.[0]?.pins.at(-1)?.function)
      .toBe('pump-feed');
    await page.getByRole('button', { name: 'Join 9 by function' }).click();
    keys++;
    await expect.poll(async () => (await shop.build()).build.candidates[0]!.wiring?.splices?.length).toBe(9);
    const pdf = await saved(page, 'Bench sheets, PDF');
    keys++;
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
    // A fabricator’s two fingers, a hundred keys a minute.
    expect(keys / 100).toBeLessThan(15);
    test.info().annotations.push({ type: 'keys', description: `${keys}` });
    // What nobody has entered stays unknown.
    expect((await shop.judged((await shop.build()).build, 'c')).steps.wiring).toBe('unknown');
  } finally {
    await shop.stop();
    shop.remove();
  }
});

test('a plug gets its place, the wire that comes with it and a photo; Fit says how much wire is to be added, labels are printed', async ({
  page,
  sable,
}) => {
  const { build: was } = await sable.build();
  const now = async () => (await sable.build()).build;
  const wires = async () =>
    (await now()).candidates[2]!.wiring!.splices!.filter((s) => s.a.plug === 'engine:c1' && s.b.plug === 'car:x2');
  const bare = was.chassis!.plugs!.map(({ atMm: _at, tailMm: _tail, ...p }) => p);
  await sable.put('chassis', { ...was.chassis!, plugs: bare });
  await page.goto(`${sable.url}/builds/glider-tug/wiring?c=c`);
  const lengths = page.getByRole('button', { name: /^Put \d+ lengths? in from Fit$/ });
  await expect(page.getByRole('heading', { name: 'Computer and sensors' })).toBeVisible();
  await expect(lengths).toBeHidden();
  const box = page
    .locator('details')
    .filter({ has: page.getByLabel('Name of the plug') })
    .filter({ hasText: 'New relay carrier' });
  await box.locator('summary').click();
  const put = async (label: string, text: string) => {
    await box.getByLabel(label, { exact: true }).fill(text);
    await box.getByLabel(label, { exact: true }).press('Enter');
  };
  await put('Position, vehicle axes: forwards', '100');
  await put('Position, vehicle axes: to the left', '-500');
  // Two of three are no place yet.
  expect((await now()).chassis!.plugs![1]!.atMm).toBeUndefined();
  await put('Position, vehicle axes: up', '700');
  await put('Supplied wire length', '50');
  await expect.poll(async () => (await now()).chassis!.plugs![1]).toMatchObject({ atMm: [100, -500, 700], tailMm: 50 });
  await box.getByLabel('Photo of New relay carrier').setInputFiles({
    name: 'box.png',
    mimeType: 'image/png',
    buffer: await page.screenshot({ clip: { x: 0, y: 0, width: 300, height: 200 } }),
  });
  const photo = box.getByRole('img', { name: 'Photo of New relay carrier' });
  await expect(photo).toBeVisible();
  expect(await photo.evaluate((i: HTMLImageElement) => i.naturalWidth)).toBe(300);
  const id = (await now()).chassis!.plugs![1]!.photo!;
  expect((await page.request.get(`${sable.url}/api/v1/pictures/${id}`)).headers()['content-type']).toBe('image/jpeg');
  await box.getByLabel('Photo of New relay carrier').setInputFiles({
    name: 'no.png',
    mimeType: 'image/png',
    buffer: Buffer.from('not a picture'),
  });
  await expect(box.getByText('“no.png” is no picture that can be read')).toBeVisible();
  await lengths.click();
  // 850 mm from computer to relay box, less 300 and 50 that come with the plugs.
  await expect.poll(async () => (await wires()).map((s) => s.addMm)).toEqual((await wires()).map(() => 500));
  expect((await wires()).length).toBeGreaterThan(0);
  const pdf = await saved(page, 'Labels, PDF');
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await wires()).every((s) => s.addMm === undefined)).toBe(true);
  await sable.putBack(was);
});

test('a sensor that moves is asked for what it lacks; beside the exhaust it is blocked; the computer has a place', async ({
  page,
  sable,
}) => {
  const { build: was } = await sable.build();
  const c = was.candidates[2]!;
  await sable.put('candidates/c', { ...c, wiring: { ...c.wiring, sensors: [] } });
  await page.goto(`${sable.url}/builds/glider-tug/wiring?c=c`);
  await page.getByRole('button', { name: 'Add new sensor' }).click();
  const state = async () =>
    (await sable.judged((await sable.build()).build, 'c')).findings.find((f) => f.id.startsWith('sensor-'))?.state;
  await expect(page.getByText('Sensor 1: measured quantity not entered').first()).toBeVisible();
  const put = async (label: string, text: string) => {
    await page.getByLabel(label, { exact: true }).fill(text);
    await page.getByLabel(label, { exact: true }).press('Enter');
  };
  await page.getByRole('combobox', { name: 'Measured quantity' }).click();
  await page.getByRole('option', { name: 'intake air temperature', exact: true }).click();
  await page.getByRole('combobox', { name: 'Position relative to intake spray' }).click();
  await page.getByRole('option', { name: 'upstream', exact: true }).click();
  await put('Length of new wires', '600');
  await put('Position, engine axes: forwards', '330');
  await put('Position, engine axes: to the left', '-120');
  await put('Position, engine axes: up', '380');
  await expect(page.getByText('Sensor 1: added, clear of heat, upstream of the spray').first()).toBeVisible();
  await expect.poll(state).toBe('clear');
  await page.getByRole('combobox', { name: 'Position relative to intake spray' }).click();
  await page.getByRole('option', { name: 'downstream', exact: true }).click();
  await expect(page.getByText('Sensor 1: downstream of the spray, reads too cold').first()).toBeVisible();
  await expect.poll(state).toBe('blocked');
  await sable.putBack(was);
});
