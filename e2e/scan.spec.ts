import { expect, test } from './sable.ts';

type P = [number, number, number];

/** A box with each face parted into small triangles, as a scanner would hand it over: binary STL. */
function scannedBox([x, y, z]: P, step: number): Buffer {
  const list: P[][] = [];
  const faces: [P, P, P][] = [
    [
      [0, 0, 0],
      [x, 0, 0],
      [0, y, 0],
    ],
    [
      [0, 0, z],
      [x, 0, 0],
      [0, y, 0],
    ],
    [
      [0, 0, 0],
      [x, 0, 0],
      [0, 0, z],
    ],
    [
      [0, y, 0],
      [x, 0, 0],
      [0, 0, z],
    ],
    [
      [0, 0, 0],
      [0, y, 0],
      [0, 0, z],
    ],
    [
      [x, 0, 0],
      [0, y, 0],
      [0, 0, z],
    ],
  ];
  for (const [o, u, v] of faces) {
    const [n, m] = [u, v].map((w) => Math.max(1, Math.round(Math.hypot(...w) / step))) as [number, number];
    const at = (i: number, j: number): P => [0, 1, 2].map((k) => o[k]! + (u[k]! * i) / n + (v[k]! * j) / m) as P;
    for (let i = 0; i < n; i++)
      for (let j = 0; j < m; j++)
        list.push([at(i, j), at(i + 1, j), at(i + 1, j + 1)], [at(i, j), at(i + 1, j + 1), at(i, j + 1)]);
  }
  const buffer = Buffer.alloc(84 + 50 * list.length);
  buffer.writeUInt32LE(list.length, 80);
  list.forEach((t, i) => t.flat().forEach((c, k) => buffer.writeFloatLE(c, 84 + 50 * i + 12 + 4 * k)));
  return buffer;
}

test('a scan is read, wrapped, placed by three points and stands in the powertrain; a broken one gets a sentence', async ({
  page,
  go,
  sable,
}) => {
  await go('/builds/glider-tug/fit?c=d');
  const before = await sable.build();
  await page.getByRole('button', { name: 'Bring in a scan' }).click();
  const file = page.locator('input[type="file"]');
  const whole = scannedBox([300, 200, 120], 40);
  await file.setInputFiles({ name: 'cut.stl', mimeType: 'model/stl', buffer: whole.subarray(0, 2000) });
  await expect(page.getByRole('alert')).toContainText('it was cut off while copying');
  await file.setInputFiles({ name: 'pump.stl', mimeType: 'model/stl', buffer: whole });
  await expect(page.getByText('300 mm × 200 mm × 120 mm')).toBeVisible();
  await page.getByRole('button', { name: 'Wrap it in pieces' }).click();
  await expect(page.getByText(/^One piece\. They stand off/)).toBeVisible();
  const canvas = page.getByRole('dialog').locator('canvas');
  const picked = page.getByText('picked', { exact: true });
  for (const [n, [dx, dy]] of (
    [
      [-30, 0],
      [35, 5],
      [0, -25],
    ] as const
  ).entries())
    // Before its first picture nothing of the body can be hit.
    await expect(async () => {
      const box = (await canvas.boundingBox())!;
      await page.mouse.click(box.x + box.width / 2 + dx, box.y + box.height / 2 + dy);
      await expect(picked).toHaveCount(n + 1, { timeout: 2000 });
    }).toPass({ timeout: 30_000 });
  const type = async (point: string, values: P) => {
    const group = page.getByRole('group', { name: new RegExp(`^${point}`) });
    for (const [k, axis] of (['Forward', 'Left', 'Up'] as const).entries()) {
      await group.getByLabel(axis).fill(String(values[k]));
      await page.keyboard.press('Enter');
    }
  };
  await type('Red', [100, 300, 50]);
  await type('Green', [180, 300, 50]);
  await type('Blue', [140, 360, 60]);
  await expect(page.getByText(/The points miss by/)).toBeVisible();
  await page.getByRole('button', { name: 'Put it in' }).click();
  await expect
    .poll(async () => (await sable.build()).build.candidates.find((c) => c.id === 'd')!.scanned?.length)
    .toBe(1);
  const [solid] = (await sable.build()).build.candidates.find((c) => c.id === 'd')!.scanned!;
  expect(solid).toMatchObject({ name: 'pump', role: 'block', shape: { kind: 'hull' } });
  expect(solid!.plusMinusMm).toBeGreaterThanOrEqual(2);
  await expect(page.locator('[data-view="side"] [data-solid="scan-1-1"]')).toBeAttached();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(async () => (await sable.build()).build).toEqual(before.build);
});
