import { shieldOn, type Obstacle, type Route } from '../src/index.ts';
import { judged, tug, whole } from './demo.ts';

const line = tug.chassis!.obstacles.find((o) => o.role === 'fuel line' || o.role === 'brake line')!;
const box = (sizeMm: [number, number, number]): Obstacle => ({
  id: 'box',
  name: 'box',
  role: 'heater box',
  shape: { kind: 'box', centreMm: [-900, 100, 500], sizeMm },
  plusMinusMm: 5,
  may: [],
});
const route = (lengthMm: number): Route => ({
  id: 'r',
  name: 'hose',
  kind: 'coolant hose',
  diameterMm: 40,
  leastBendRadiusMm: 60,
  pointsMm: [
    [0, 0, 0],
    [-lengthMm, 0, 0],
  ],
  plusMinusMm: 5,
});

test('a sheet covers the largest side of a body and 20 mm around; a sleeve goes round a line for 600 mm at most', () => {
  expect(shieldOn(box([100, 260, 360])).areaM2).toBeCloseTo(0.3 * 0.4, 12);
  expect(shieldOn(box([360, 100, 260])).areaM2).toBeCloseTo(0.3 * 0.4, 12);
  expect(shieldOn(route(300)).areaM2).toBeCloseTo(Math.PI * 0.04 * 0.3, 12);
  expect(shieldOn(route(5000)).areaM2).toBeCloseTo(Math.PI * 0.04 * 0.6, 12);
});

test('mass, price and hours follow the area', () => {
  const small = shieldOn(box([50, 60, 60]));
  const large = shieldOn(box([50, 300, 400]));
  expect(large.massKg / small.massKg).toBeCloseTo(large.areaM2 / small.areaM2, 12);
  expect(large.cost - small.cost).toBeCloseTo(180 * (large.areaM2 - small.areaM2), 12);
  expect(large.hours).toBeGreaterThan(small.hours);
});

test('what a shield weighs is in the car, where it hangs, and on the bill by its area', () => {
  const before = whole(judged('D')).figures.mass;
  const after = whole(judged('D', { shields: [line.id] })).figures.mass;
  const { massKg } = shieldOn(line);
  expect(after.totalKg!.value - before.totalKg!.value).toBeCloseTo(massKg, 9);
  expect(after.in).toContainEqual(expect.objectContaining({ name: `shield on the ${line.name}` }));
  const price = whole(judged('D', { shields: [line.id] })).figures.money.bill.lines.find((l) =>
    l.name.startsWith('Shield the'),
  )!;
  expect(price.price.likely).toBeCloseTo(shieldOn(line).cost, 9);
});

test('a change of the bay weighs what the survey says of it', () => {
  const may = tug.chassis!.obstacles.flatMap((o) => o.may.map((change) => ({ o, change })));
  const { o, change } = may.find(({ change: c }) => (c.massKg ?? 0) > 0)!;
  const work = { obstacleId: o.id, do: change.do, amountMm: change.allowanceMm };
  const before = whole(judged('D')).figures.mass.totalKg!.value;
  const after = whole(judged('D', { obstacleChanges: [work] })).figures.mass.totalKg!.value;
  expect(after - before).toBeCloseTo(change.massKg!, 9);
});
