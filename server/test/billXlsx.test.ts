import readSheet from 'read-excel-file/node';
import { readSheet as readSheetText, type Candidate } from '@sable/core';
import { call, openShop, type BuildBody, type Shop } from './shop.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop(true);
}, 90_000);
afterAll(() => shop.close());

const file = async (): Promise<Buffer> =>
  (
    await shop.app.inject({
      method: 'GET',
      url: '/api/v1/builds/glider-tug/candidates/c/bill.xlsx',
      headers: { host: 'localhost' },
    })
  ).rawPayload;
/** Read by another package than the one that wrote it. */
const rows = async (bytes: Buffer): Promise<unknown[][]> => {
  const read = (await readSheet(bytes)) as unknown;
  const sheets = read as { data: unknown[][] }[];
  return Array.isArray(sheets[0]) ? (read as unknown[][]) : sheets[0]!.data;
};

test('the workbook opens elsewhere, and its sums are those of its lines, with hours that are paid', async () => {
  const { version, build } = (await call<BuildBody>(shop, 'GET', '/builds/glider-tug')).body;
  const c = build.candidates.find((x) => x.id === 'c')!;
  const own = Array.from({ length: 120 }, (_, i) => ({
    id: `l${i}`,
    name: i === 0 ? '=HYPERLINK("http://x","y")' : `Piece ${i}`,
    class: 'own' as const,
    price: { low: 10.5 + i, likely: 20.25 + i, high: 40.1 + i, evidence: 'claimed' as const },
    ...(i === 1 ? { paid: 17.35, status: 'received' as const } : {}),
  }));
  const next: Candidate = { ...c, bill: { own, edits: [{ id: 'work-mockup', workBy: 'own' }] } };
  const put = await call<BuildBody>(shop, 'PUT', '/builds/glider-tug/candidates/c', next, { version });
  expect(put.status).toBe(200);
  const paid = { ...build.brief, ownLabour: false, hourlyRate: 48 };
  const brief = await call(shop, 'PUT', '/builds/glider-tug/brief', paid, { version: put.body.version });
  expect(brief.status).toBe(200);
  const [head, ...body] = await rows(await file());
  expect(head!.slice(0, 9)).toEqual([
    'Id',
    'Item',
    'Kind',
    'Low',
    'Likely',
    'High',
    'Hours, low',
    'Hours, likely',
    'Hours, high',
  ]);
  const sum = body.pop()!;
  expect(sum[1]).toBe('Total');
  expect(body.length).toBeGreaterThan(140);
  for (const column of [3, 4, 5, 6, 7, 8])
    expect(sum[column]).toBeCloseTo(
      body.reduce((s, r) => s + Number(r[column] ?? 0), 0),
      1,
    );
  // Labour is the hours above, each at its price: the mock-up is the owner's own, at nothing.
  const labour = body.find((r) => r[0] === 'labour')!;
  const mockup = body.find((r) => r[0] === 'work-mockup')!;
  expect(Number(mockup[7])).toBeGreaterThan(0);
  expect(labour[4]).toBeCloseTo(48 * (Number(sum[7]) - Number(mockup[7])), 1);
  // What began like a formula is a text, and no cell but sums and labour is one.
  expect(body.map((r) => r[1])).toContain('=HYPERLINK("http://x","y")');
  const { default: Excel } = await import('exceljs');
  const book = new Excel.Workbook();
  await book.xlsx.load((await file()) as never);
  const formulas: string[] = [];
  book.worksheets[0]!.eachRow((row) => row.eachCell((cell) => cell.formula && formulas.push(cell.formula)));
  expect(
    formulas.every((f) => /^(SUM\([A-K]2:[A-K]\d+\)|ROUND\(SUMPRODUCT\([GHI]2:[GHI]\d+,P2:P\d+\),2\))$/.test(f)),
  ).toBe(true);
  expect(formulas).toHaveLength(7 + 3);
  expect(body.find((r) => r[1] === 'Piece 1')!.slice(9, 11)).toEqual(['received', 17.35]);
});

test('a candidate that is not there has no workbook', async () => {
  expect((await call(shop, 'GET', '/builds/glider-tug/candidates/x/bill.xlsx')).status).toBe(404);
});

test('the line-up opens elsewhere too: its figures are numbers, in the units asked for, and its words are text', async () => {
  const lineup = async (units: string) => {
    const { rawPayload } = await shop.app.inject({
      method: 'GET',
      url: `/api/v1/builds/glider-tug/lineup.xlsx?units=${units}`,
      headers: { host: 'localhost' },
    });
    return rows(rawPayload);
  };
  const [metric, us] = [await lineup('metric'), await lineup('us')];
  expect(metric[0]!.slice(0, 3)).toEqual(['Check', 'Unit', 'Limit']);
  const row = (of: unknown[][], title: RegExp) => of.find((r) => title.test(String(r[0])))!;
  const margin = row(metric, /^Smallest clearance margin/);
  expect(margin[1]).toBe('mm');
  const figures = [3, 7, 11, 15, 19].map((i) => margin[i]);
  expect(figures.every((f) => typeof f === 'number')).toBe(true);
  const inches = row(us, /^Smallest clearance margin/);
  expect(inches[1]).toBe('in');
  [3, 7, 11, 15, 19].forEach((i, k) => expect(Number(inches[i]) * 25.4).toBeCloseTo(Number(figures[k]), 1));
  // As many rows as the CSV has, and the same states.
  const csv = await shop.app.inject({
    method: 'GET',
    url: '/api/v1/builds/glider-tug/lineup.csv?units=metric&decimal=comma',
    headers: { host: 'localhost' },
  });
  const sheet = readSheetText(csv.payload);
  expect(sheet.rows).toHaveLength(metric.length - 1);
  expect(sheet.decimal).toBe(',');
  expect(sheet.rows.map((r) => r.cells[5])).toEqual(metric.slice(1).map((r) => r[5] ?? ''));
});
