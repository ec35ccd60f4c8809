import { breakEvenExtra, chanceAt, chanceOfFailure, expectedCost } from './failure.ts';
import { ratingAtInputShaft, ratingIn } from './ratingConversion.ts';
import { criticalRpm, longestMm, STEEL } from './propshaft.ts';
import { rankComponentLimits, type ComponentLimit } from './weakestComponent.ts';

const link = (id: string, kw: number | undefined, raisedBy: ComponentLimit['raisedBy'] = []): ComponentLimit => ({
  id,
  name: id,
  kw,
  plusMinusKw: 5,
  evidence: 'published',
  because: '',
  carries: id !== 'tyres',
  raisedBy,
});

describe('the weakest link', () => {
  const links = [
    link('clutch', 130, ['clutch kit']),
    link('gearbox', 90),
    link('cooling', 110, ['radiator']),
    link('brakes', undefined),
  ];
  const order = rankComponentLimits(links, { now: 85, later: 120 }, [
    { id: 'ck', name: 'Clutch kit', class: 'clutch kit' },
    { id: 'rad', name: 'Radiator', class: 'radiator' },
    { id: 'hose', name: 'Hose', class: 'hose' },
  ]);
  test('from the first to give up; what nobody knows stands apart', () => {
    expect(order.known.map((l) => l.id)).toEqual(['gearbox', 'cooling', 'clutch']);
    expect(order.unknown.map((l) => l.id)).toEqual(['brakes']);
  });
  test('at each target what lies below it', () => {
    expect(order.targets).toEqual([
      { when: 'now', kw: 85, giveUp: [] },
      { when: 'later', kw: 120, giveUp: [links[1], links[2]] },
    ]);
  });
  test('tyres that slip hold no part back', () => {
    const kit = [{ id: 'ck', name: 'Clutch kit', class: 'clutch kit' as const }];
    expect(
      rankComponentLimits([link('clutch', 130, ['clutch kit']), link('tyres', 80)], { later: 120 }, kit).idle,
    ).toEqual([]);
  });
  test('a part that brings nothing until weaker ones are done', () => {
    expect(order.idle.map((i) => [i.partId, i.until.map((l) => l.id)])).toEqual([
      ['ck', ['gearbox', 'cooling']],
      ['rad', ['gearbox']],
    ]);
    expect(
      rankComponentLimits([link('clutch', 90, ['clutch kit']), link('gearbox', 95)], { later: 120 }, [
        { id: 'ck', name: 'Clutch kit', class: 'clutch kit' },
      ]).idle,
    ).toEqual([]);
  });
});

describe('the rating bridge', () => {
  const nm = (value: number, plusMinus = 10) => ({ value, plusMinus, evidence: 'claimed' as const });
  test('a torque at the input shaft stands as it was told', () => {
    const b = ratingAtInputShaft({ id: 'a', torqueNm: nm(300), inUse: true })!;
    expect(b.inputNm).toMatchObject({ value: 300, plusMinus: 10, evidence: 'claimed' });
    expect(b.steps).toEqual([]);
  });
  test('150 kW at the wheels at 5,600 rpm: to torque, and the loss taken back', () => {
    const b = ratingAtInputShaft({
      id: 'a',
      powerKw: nm(150, 6),
      atRpm: 5600,
      at: 'wheels',
      by: 'one builder',
      inUse: true,
    })!;
    const atWheels = (150 * 60000) / (2 * Math.PI * 5600);
    expect(b.inputNm.value).toBeCloseTo(atWheels / 0.85, 9);
    expect(b.steps.map((s) => s.name)).toEqual([
      'power converted to torque',
      'driveline loss added',
      'the word of one builder',
    ]);
    expect(b.steps.at(-1)!.torqueNm).toBeCloseTo(b.inputNm.value, 9);
    // Each step adds doubt in quadrature.
    expect(b.inputNm.plusMinus / b.inputNm.value).toBeCloseTo(Math.hypot(6 / 150, 0.03 / 0.85, 0.12), 3);
  });
  test('a builder’s word is worth the more the more boxes it rests on, and the less the shorter they ran', () => {
    const doubt = (ran?: { boxes: number; forKm?: number }) =>
      ratingAtInputShaft({
        id: 'a',
        torqueNm: { ...nm(300), plusMinus: 0 },
        by: 'one builder',
        inUse: true,
        ...(ran && { ran }),
      })!.inputNm.plusMinus / 300;
    expect(doubt()).toBeCloseTo(0.12, 9);
    expect(doubt({ boxes: 1, forKm: 60_000 })).toBeCloseTo(0.12, 9);
    expect(doubt({ boxes: 4, forKm: 60_000 })).toBeCloseTo(0.06, 9);
    expect(doubt({ boxes: 4, forKm: 2000 })).toBeCloseTo(0.09, 9);
    expect(doubt({ boxes: 400 })).toBeCloseTo(0.04, 9);
    // A manufacturer’s sheet has its own ±.
    expect(
      ratingAtInputShaft({ id: 'a', torqueNm: nm(300), by: 'maker', ran: { boxes: 4 }, inUse: true })!.inputNm
        .plusMinus,
    ).toBe(10);
  });
  test('a power without its engine speed says nothing', () => {
    expect(ratingAtInputShaft({ id: 'a', powerKw: nm(150), inUse: true })).toBeUndefined();
  });
  test('a gear’s own rating goes before the box’s; one that is not in use is not taken', () => {
    const ratings = [
      { id: 'box', torqueNm: nm(300), inUse: true },
      { id: 'first', torqueNm: nm(170), gear: 1, inUse: true },
      { id: 'old', torqueNm: nm(90), gear: 2, inUse: false },
    ];
    expect(ratingIn(ratings, 1)!.inputNm.value).toBe(170);
    expect(ratingIn(ratings, 2)!.inputNm.value).toBe(300);
  });
});

describe('weak now or strong now', () => {
  test('even odds at a margin of 0.7, one in twenty at 1.2; less for less distance', () => {
    expect(chanceAt(0.7, 60_000)).toBeCloseTo(0.5, 12);
    expect(chanceAt(1.2, 60_000)).toBeCloseTo(0.05, 12);
    expect(chanceAt(1.2, 30_000)).toBeLessThan(0.026);
    expect(chanceAt(1.2, 600_000)).toBeGreaterThan(0.35);
  });
  test('doubt makes the chance flatter on either side, and never leaves 0 to 1', () => {
    const at = (value: number, plusMinus: number) => chanceOfFailure({ value, plusMinus }, 60_000);
    expect(at(1.4, 0.4)).toBeGreaterThan(at(1.4, 0.01));
    expect(at(0.5, 0.2)).toBeLessThan(at(0.5, 0.01));
    expect(at(1.1, 1e-9)).toBeCloseTo(chanceAt(1.1, 60_000), 5);
    for (const m of [0.1, 0.7, 1, 3]) expect(at(m, m) > 0 && at(m, m) < 1).toBe(true);
  });
  test('expected cost and break-even', () => {
    const fig = (value: number) => ({ value, plusMinus: 0, evidence: 'measured' as const });
    const weak = { price: fig(400), chance: 0.5, replacement: fig(400), hours: 10, takesWithIt: 200 };
    const strong = { price: fig(1300), chance: 0.05, replacement: fig(1300), hours: 10, takesWithIt: 200 };
    expect(expectedCost(weak, 50).value).toBeCloseTo(400 + 0.5 * 1100, 9);
    expect(breakEvenExtra(weak, strong, 50)).toBeCloseTo(0.5 * 1100 - 0.05 * 2000, 9);
  });
});

test('the longest shaft is the one that meets seven tenths of its critical speed', () => {
  const tube = { ...STEEL, outerDiameterMm: 63.5, innerDiameterMm: 60.2 };
  expect(6000 / criticalRpm(tube, longestMm(tube, 6000))).toBeCloseTo(0.7, 9);
  expect(criticalRpm(tube, 600) / criticalRpm(tube, 1200)).toBeCloseTo(4, 9);
});
