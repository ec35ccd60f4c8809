/** Joints in the browser: what is open, the set that closes all, taken, on the bill, undone; own work; kept and refused parts. */
import type { Engine } from '@sable/core';
import { expect, test } from './sable.ts';

test('open joints are closed by the cheapest set, which is taken, stands on the bill, and is undone', async ({
  page,
  sable,
}) => {
  const { build: was } = await sable.build();
  const joints = async () => {
    const { build } = await sable.build();
    const { checks } = await sable.judged(build, 'b');
    return checks.find((c) => c.id === 'open-joints')!;
  };
  expect((await joints()).state).toBe('blocked');
  await page.goto(`${sable.url}/builds/glider-tug/joints?c=b`);
  await expect(
    page.getByText(/^Two joints are open\. ECU does not support this trigger pattern/).first(),
  ).toBeVisible();
  // Nothing made: parts alone.
  await page.getByLabel('Plates, brackets and shafts may be made').uncheck();
  await page.getByRole('button', { name: 'Close joints' }).click();
  const first = page.getByRole('button', { name: 'Use these' }).first();
  await expect(first).toBeVisible({ timeout: 60_000 });
  const kept = page.getByRole('button', { name: /^Refuse Crank wheel 60−2 and front cam cover/ });
  await expect(kept.first()).toBeVisible();
  await first.click();
  await expect(page.getByText('All 36 joints close').first()).toBeVisible();
  await expect.poll(async () => (await joints()).state).not.toBe('blocked');
  const { build } = await sable.build();
  expect(build.candidates[1]!.partIds).not.toEqual(was.candidates[1]!.partIds);
  await page.goto(`${sable.url}/builds/glider-tug/parts?c=b`);
  await expect(page.getByText(/^Crank wheel 60−2 and front cam cover/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await sable.build()).build.candidates[1]!.partIds).toEqual(was.candidates[1]!.partIds);
  await sable.putBack(was);
});

test('a refused part is in no set; a joint that is open is made instead, and not made after all', async ({
  page,
  sable,
}) => {
  const { build: was } = await sable.build();
  const c = was.candidates[2]!;
  await sable.put(`candidates/${c.id}`, { ...c, partIds: c.partIds.filter((id) => id !== 'xm-g6') });
  await page.goto(`${sable.url}/builds/glider-tug/joints?c=c`);
  const row = page.getByRole('button', { name: /^Gearbox mount: / });
  await row.click();
  await page.getByRole('button', { name: 'Make it: brackets made for it' }).click();
  await expect(page.getByRole('button', { name: /^Gearbox mount: .*closed by own work/ })).toBeVisible();
  await expect
    .poll(async () => (await sable.build()).build.candidates[2]!.fabricated)
    .toEqual([{ joint: 'gearbox-mount' }]);
  await page.getByRole('button', { name: 'Do not fabricate' }).click();
  await expect.poll(async () => (await sable.build()).build.candidates[2]!.fabricated).toBeUndefined();

  await page.getByLabel('Plates, brackets and shafts may be made').uncheck();
  await page.getByRole('button', { name: 'Close joints' }).click();
  const crossmember = page.getByRole('button', { name: /^Refuse Crossmember for the Corran tail/ });
  await expect(crossmember.first()).toBeVisible({ timeout: 60_000 });
  await crossmember.first().click();
  await expect(page.getByRole('button', { name: /^Refused: Crossmember for the Corran tail/ })).toBeVisible();
  await expect(page.getByText(/Nothing that may be used closes Gearbox mount/)).toBeVisible({ timeout: 60_000 });
  // What is refused stays so with the candidate.
  await page.reload();
  await expect(page.getByRole('button', { name: /^Refused: Crossmember for the Corran tail/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: /^Refused: Crossmember for the Corran tail/ })).toHaveCount(0);
  await sable.putBack(was);
});

test('another gearbox behind what is kept: resolved anew by itself, the pin that can’t hold is named, the other stays', async ({
  page,
  go,
  sable,
}) => {
  const { build: was } = await sable.build();
  const c = was.candidates[2]!;
  await sable.put(`candidates/${c.id}`, { ...c, jointWishes: { keep: ['ck-240-28', 'pump-310'], refuse: [] } });
  await go('/builds/glider-tug/joints?c=c');
  // Nobody pressed anything: what is kept is resolved as the screen opens.
  await expect(page.getByRole('button', { name: 'Keep Fuel pump, 3 bar, with filter and lines' }).first()).toBeVisible({
    timeout: 60_000,
  });
  await expect(page.getByText(/can’t be kept/)).toHaveCount(0);
  await go('/builds/glider-tug/line-up?c=c');
  await page.getByLabel('Gearbox of C').selectOption({ label: 'Marten five' });
  await expect.poll(async () => (await sable.build()).build.candidates[2]!.gearboxId).toBe('marten-e5');
  await go('/builds/glider-tug/joints?c=c');
  await expect(page.getByText(/^Clutch kit 240 mm, 26-tooth plate can’t be kept: With it no set closes/)).toBeVisible({
    timeout: 60_000,
  });
  await expect(page.getByText(/can’t be kept/)).toHaveCount(1);
  // Given up, the set is there, with what else is kept.
  await page.getByRole('button', { name: /^Kept: Clutch kit 240 mm, 26-tooth plate/ }).click();
  await expect(page.getByText(/can’t be kept/)).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Keep Fuel pump, 3 bar, with filter and lines' }).first()).toBeVisible({
    timeout: 60_000,
  });
  await sable.putBack(was);
});

test('a part accepted where a joint is open is in bill, mass and fit, and out of them when it is taken back', async ({
  page,
  go,
  sable,
}) => {
  const { build: was } = await sable.build();
  const c = was.candidates[2]!;
  const figures = async () => {
    const { checks } = await sable.judged((await sable.build()).build, 'c');
    return ['mass-change', 'fit-shifter', 'budget', 'open-joints'].map((id) =>
      Number(checks.find((x) => x.id === id)!.value!.toFixed(6)),
    );
  };
  const before = await figures();
  await sable.put(`candidates/${c.id}`, { ...c, partIds: c.partIds.filter((id) => id !== 'ap-hesper-corran') });
  const without = await figures();
  await go('/builds/glider-tug/joints?c=c');
  await page
    .getByRole('button', { name: /^Fit Adapter plate, Hesper to Corran/ })
    .first()
    .click();
  await expect(page.getByText('All 36 joints close').first()).toBeVisible();
  await expect.poll(figures).toEqual(before);
  // 5.8 kg of plate, the gearbox 18 mm further back, and no open joint.
  expect([before[0]! - without[0]!, before[1]! - without[1]!, without[3]! - before[3]!]).toEqual([
    expect.closeTo(5.8, 3),
    expect.closeTo(17.9, 0),
    1,
  ]);
  await go('/builds/glider-tug/parts?c=c');
  await expect(page.getByRole('rowheader', { name: /^Adapter plate, Hesper to Corran/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('rowheader', { name: /^Adapter plate, Hesper to Corran/ })).toHaveCount(0);
  // What was said of it is kept, should it come again.
  await expect(page.getByText('Entries for items no longer on the bill.')).toBeVisible();
  await expect.poll(figures).toEqual(without);
  await sable.putBack(was);
});

test('a system that the computer switches is left out: what it must be told is said, it stands on the bill, and is kept after all', async ({
  page,
  go,
  sable,
}) => {
  const { build: was } = await sable.build();
  const f = () => sable.build().then(({ build }) => build.candidates[5]!);
  await go('/builds/glider-tug/joints?c=f');
  // From the drawn line to its row, out of the fold.
  await page.getByRole('button', { name: 'Show: ECU-switched system, cam phasing, clear' }).click();
  await expect(page.getByText(/The cam angle as fixed|the cam angle as fixed/).first()).toBeVisible();
  await page.getByRole('button', { name: /^Leave it out: phaser locked/ }).click();
  await expect(page.getByRole('button', { name: /^Show: ECU-switched system.* cam phasing, tight/ })).toBeVisible();
  await expect(page.getByText(/^Cam phasing is left out: phaser locked/).first()).toBeVisible();
  await expect.poll(async () => (await f()).fabricated).toEqual([{ joint: 'system:cam-phasing' }]);
  const { findings } = await sable.judged((await sable.build()).build, 'f');
  const told = findings.find((x) => x.id === 'joint-system:cam-phasing')!;
  expect([told.state, /ECU setting required: .*local inspector/.test(told.because)]).toEqual(['tight', true]);
  await go('/builds/glider-tug/parts?c=f');
  await expect(page.getByText(/^Leave out: phaser locked/).first()).toBeVisible();
  await go('/builds/glider-tug/joints?c=f');
  await page.getByRole('button', { name: /^Show: ECU-switched system.* cam phasing/ }).click();
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect.poll(async () => (await f()).fabricated).toBeUndefined();
  await sable.putBack(was);
});

test('beside the cheapest set stands the one that lasts, with what is bought twice', async ({ page, go }) => {
  await go('/builds/glider-tug/joints?c=b');
  await page.getByRole('button', { name: 'Close joints' }).click();
  const half = page.getByText(/^A half-step\. Begun with this one/);
  await expect(half).toBeVisible({ timeout: 60_000 });
  await expect(half).toContainText(
    /950 €, 23\.0 h in all\. Bought or made twice, 60 € and 8\.0 h: engine mounts, left and right/,
  );
  await expect(page.getByText(/^Durable solution: /)).toBeVisible();
});

test('the old engine’s sender moves over: accepted, on the bill without money, in the list with what differs, undone', async ({
  page,
  sable,
}) => {
  const { build: was } = await sable.build();
  const c = was.candidates[2]!;
  await sable.put(`candidates/${c.id}`, { ...c, partIds: c.partIds.filter((id) => id !== 'hl-hesper') });
  await page.goto(`${sable.url}/builds/glider-tug/joints?c=c`);
  await expect(page.getByText(/^Two joints are open\. Gauge reading wrong/).first()).toBeVisible();
  await page.getByText('Swap-over list').click();
  const rows = page.getByRole('row', { name: /^sender / });
  await expect(rows).toHaveCount(2);
  await rows.filter({ hasText: 'Gauge sender, oil' }).getByRole('button', { name: 'Reuse' }).click();
  await expect(rows.filter({ hasText: 'Gauge sender, oil' })).toContainText('moves over');
  await expect(page.getByRole('button', { name: /^Gauge sender, coolant: Gauge reading wrong/ })).toBeVisible();
  expect((await sable.build()).build.candidates[2]!.swapped).toEqual([{ joint: 'sender:oil', engineId: 'sidecam-12' }]);
  await page.getByRole('combobox', { name: 'Compare, before buying, with' }).click();
  await page.getByRole('option', { name: /Hesper V6 3\.2/ }).click();
  await expect(page.getByRole('row', { name: /^Throttle to pedal: throttle of the engine/ })).toContainText('wire');
  const started = page.waitForEvent('download');
  await page.getByRole('button', { name: 'List as CSV' }).click();
  expect((await started).suggestedFilename()).toBe('glider-tug-C-swap-over.csv');
  await page.goto(`${sable.url}/builds/glider-tug/parts?c=c`);
  await expect(page.getByText(/^Swap over: sender of the/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await sable.build()).build.candidates[2]!.swapped).toBeUndefined();
  await sable.putBack(was);
});

test('the resolver answers over HTTP: two parts that need each other, and what can’t be closed', async ({ sable }) => {
  const part = (id: string, closes: string[], cost: number, requires: string[] = []) => ({
    id,
    closes,
    cost,
    hours: 1,
    massKg: 1,
    requires,
    excludes: [],
  });
  const parts = [part('a', ['x'], 10, ['b']), part('b', ['y'], 20, ['a']), part('c', ['x', 'y'], 31)];
  expect(await sable.sum('joints.resolve', { joints: ['x', 'y'], parts, objective: 'cost' })).toMatchObject({
    feasible: true,
    total: 30,
    chosen: ['a', 'b'],
  });
  expect(await sable.sum('joints.resolve', { joints: ['x', 'z'], parts, objective: 'cost' })).toMatchObject({
    feasible: false,
    smallestConflict: ['z'],
    unclosable: ['z'],
  });
});

test('an adapter plate: patterns pasted, a clash found, turned away, its thickness judged, kept and undone', async ({
  page,
  sable,
}) => {
  const { build: was } = await sable.build();
  const plate = async () => (await sable.build()).build.candidates[2]!.plate;
  await page.goto(`${sable.url}/builds/glider-tug/joints?c=c`);
  await page.getByText('Adapter plate', { exact: true }).click();
  const block = page.getByLabel('Holes of the block');
  await block.fill('A1 160,0 0 10,5\nA2\t0\t160\t10.5\nA3; -160; 0; 10.5');
  await block.blur();
  await expect.poll(async () => (await plate())?.engineHoles.length).toBe(3);
  const bell = page.getByLabel('Holes of the bellhousing');
  await bell.fill('B1 150 0 12.5\nB2 0 150');
  await bell.blur();
  await expect(page.getByText(/^Line 2: “B2 0 150” wants a name/)).toBeVisible();
  await bell.fill('B1 150 0 12.5\nB2 0 150 12.5\nB3 -150 0 12.5');
  await bell.blur();
  await expect(page.getByRole('img', { name: /^3 clash: A1 and B1/ })).toBeVisible();
  await page.getByLabel('Each hole, ±').fill('0.2');
  await page.getByLabel('Each hole, ±').press('Enter');
  await page.getByRole('button', { name: 'Turn to least clashes' }).click();
  await expect(page.getByRole('img', { name: /^No holes clash/ })).toBeVisible();
  await expect
    .poll(async () => {
      const { build } = await sable.build();
      return (await sable.judged(build, 'c')).findings.find((f) => f.id === 'plate-holes')?.state;
    })
    .toBe('clear');
  const turned = (await plate())!.clockingDeg;
  expect(Math.abs(turned)).toBeGreaterThan(5);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Adapter plate, DXF R12' }).click();
  expect((await download).suggestedFilename()).toBe('glider-tug-C-adapter-plate.dxf');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await plate())?.clockingDeg).toBe(0);
  // With a tape alone: 200 and 200 from the axis, square to each other, the fourth corner by its three distances.
  await page.getByRole('combobox', { name: 'Holes defined by' }).click();
  await page.getByRole('option', { name: 'three distances' }).click();
  await block.fill('A1 200 0 10\nA2 200 282.84 10\nA3 282.84 200 200.3 10');
  await expect(page.getByText(/^3 holes, three distances, mm; distances agree within 0\.11 mm/)).toBeVisible();
  await block.blur();
  await expect
    .poll(async () => (await plate())?.engineHoles.map((h) => [Math.round(h.uMm), Math.round(h.vMm)]))
    .toEqual([
      [200, 0],
      [0, 200],
      [200, 200],
    ]);
  const { plate: _plate, ...bare } = (await sable.build()).build.candidates[2]!;
  await sable.put('candidates/c', bare);
  await sable.putBack(was);
});

test('holes traced over a picture go to the library with the engine, and stand for every plate to it', async ({
  page,
  sable,
}) => {
  const { build: was } = await sable.build();
  const engine = await sable.row<Engine>('engines', 'hesper-v6-27');
  // A rear face at 0.25 mm each pixel, its axis at 700, 600; a steel rule of 200 mm along its foot.
  const HOLES = [
    [-140, 80],
    [140, 80],
    [0, -120],
  ] as const;
  const at = ([u, v]: readonly [number, number]) => [700 + u / 0.25, 600 - v / 0.25] as const;
  const drawer = await page.context().newPage();
  await drawer.setViewportSize({ width: 1400, height: 1200 });
  await drawer.setContent(
    `<body style="margin:0"><svg width="1400" height="1200"><rect width="1400" height="1200" fill="#cfd2cc"/>
    <circle cx="700" cy="600" r="180" fill="#777"/><rect x="80" y="1120" width="1200" height="50" fill="#eee"/>
    ${HOLES.map(at)
      .map(([x, y]) => `<circle cx="${x}" cy="${y}" r="21" fill="#222"/>`)
      .join('')}</svg></body>`,
  );
  const picture = await drawer.screenshot();
  await drawer.close();

  await page.goto(`${sable.url}/builds/glider-tug/joints?c=c`);
  await page.getByText('Adapter plate', { exact: true }).click();
  await page.getByRole('button', { name: 'Trace over a picture: the block' }).click();
  const choose = page.getByLabel('Picture of the face');
  await choose.setInputFiles({ name: 'notes.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(page.getByText('notes.png can’t be read as a picture: save it as PNG or JPEG first.')).toBeVisible();
  await choose.setInputFiles({ name: 'face.png', mimeType: 'image/png', buffer: picture });
  const board = page.getByRole('application', { name: /^face\.png/ });
  await expect(board).toBeVisible();
  const press = async ([x, y]: readonly [number, number]) => {
    const box = (await board.boundingBox())!;
    await board.click({ position: { x: (x / 1400) * box.width, y: (y / 1200) * box.height } });
  };
  await press([100, 1150]);
  await press([900, 1150]);
  // The ruler is told, then the axis asked for: three points of the register.
  await page.getByLabel('Between the marks of the ruler').fill('200');
  await page.getByLabel('Between the marks of the ruler').press('Enter');
  await page.getByLabel('Pressed by').click();
  await page.getByRole('option', { name: 'three points of its rim' }).click();
  for (const p of [
    [700, 420],
    [520, 600],
    [880, 600],
  ] as const)
    await press(p);
  await page.getByLabel('Pressed by').click();
  await page.getByRole('option', { name: 'its middle' }).click();
  await press(at(HOLES[0]));
  await expect(page.getByText(/^Enter the diameter of the hole first/)).toBeVisible();
  await page.getByRole('dialog').getByLabel('Diameter').fill('10,5');
  await page.getByRole('dialog').getByLabel('Diameter').press('Enter');
  for (const h of HOLES) await press(at(h));
  await expect(
    page.getByText(/^3 holes, each ± .* by clicking next to it\. Whether the picture leans is not known/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Undo point' }).click();
  await expect(page.getByText(/^2 holes, each ±/)).toBeVisible();
  // The last one by the keyboard: a press lies where the cross was moved to.
  await press([700, 1060]);
  await page.getByRole('button', { name: 'Undo point' }).click();
  await board.focus();
  const { width } = (await board.boundingBox())!;
  for (let n = 0; n < Math.round((20 * width) / 1400); n++) await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Use these holes' }).click();
  const plate = async () => (await sable.build()).build.candidates[2]!.plate!;
  // Until it is saved there is no plate.
  await expect.poll(async () => (await sable.build()).build.candidates[2]!.plate?.engineHoles.length).toBe(3);
  const { engineHoles, plusMinusMm } = await plate();
  // What a press on a picture that is shown smaller than it is can place.
  HOLES.forEach(([u, v], i) => {
    expect(Math.hypot(engineHoles[i]!.uMm - u, engineHoles[i]!.vMm - v)).toBeLessThan(1.5);
    expect(engineHoles[i]!.diameterMm).toBe(10.5);
  });
  expect(plusMinusMm).toBeGreaterThan(0.2);

  await page.getByRole('button', { name: /^Keep with the Hesper/ }).click();
  await expect
    .poll(async () => (await sable.row<Engine>('engines', engine.id)).bellPattern?.holes)
    .toEqual(engineHoles);
  // Another candidate with the same engine has them without a key pressed.
  await page.goto(`${sable.url}/builds/glider-tug/joints?c=d`);
  await page.getByText('Adapter plate', { exact: true }).click();
  await expect(page.getByText(/^3 holes of the .* in the library/)).toBeVisible();
  await page.goto(`${sable.url}/library/engines/${engine.id}/edit`);
  await expect(page.getByRole('img', { name: '3 holes around the shaft axis' })).toBeVisible();
  await sable.putRow('engines', engine.id, engine);
  await sable.putBack(was);
});
