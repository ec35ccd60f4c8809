import fc from 'fast-check';
import type { Chassis, Taped } from '../../model/index.ts';
import { convexOf } from '../../geometry/index.ts';
import { InputError, readEntry } from '../../units/index.ts';
import {
  bodyFrom,
  METHOD_MM,
  mirrored,
  missingOf,
  obstacleOf,
  otherSideOf,
  readOf,
  takeRange,
  withTake,
  withTape,
} from './measurements.ts';
import { fromCorners, heightByLifting, weighingChange } from './weighing.ts';
import { surveyFindings } from './assessSurvey.ts';
import { templateOf, TEMPLATES } from './obstacleTemplates.ts';

const metric = { system: 'metric' } as const;
const take = (typed: string) => ({ typed, mm: Number(typed) });
/** Something taped once for each reading, from numbers by key. */
function taped(template: string, mm: Readonly<Record<string, number>>, more: Partial<Taped> = {}): Taped {
  const t = templateOf(template)!;
  return {
    id: template,
    name: t.name,
    template,
    role: t.role,
    may: [],
    readings: Object.entries(mm).map(([key, v]) => ({ key, method: 'tape', takes: [{ typed: String(v), mm: v }] })),
    ...more,
  };
}

test('what is read upward or outward can’t be minus; what has two sides can', () => {
  const read = (typed: string, signed: boolean) => readEntry(typed, 'lengthMm', metric, takeRange({ signed })).kind;
  expect(read('-30', true)).toBe('value');
  expect(read('-30', false)).toBe('wrong');
  expect(read('24 3/4 in', false)).toBe('value');
  expect(read('99999', true)).toBe('wrong');
  // Ten metres are more than any bay: of the two ways to mean it one is left.
  expect(readEntry('12,345', 'lengthMm', metric, takeRange({}))).toMatchObject({ kind: 'value', value: 12.345 });
  for (const { readings } of TEMPLATES) for (const spec of readings) expect(takeRange(spec).max).toBe(10_000);
});

describe('repeat readings', () => {
  const read = (...mm: number[]) =>
    readOf({ key: 'x', method: 'tape', takes: mm.map((v) => ({ typed: String(v), mm: v })) });
  test('are averaged, ± half of what they spread', () => {
    expect(read(610, 616, 619)).toEqual({ mm: 615, plusMinusMm: 4.5, count: 3, spreadMm: 9 });
  });
  test('are never surer than the tool', () => {
    expect(read(610, 610).plusMinusMm).toBe(METHOD_MM.tape);
    expect(read(610).plusMinusMm).toBe(METHOD_MM.tape);
  });
  test('lie between the least and the greatest, in whatever order they are taken', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -3000, max: 3000, noNaN: true }), { minLength: 1, maxLength: 8 }),
        (list) => {
          const r = read(...list);
          expect(r.mm).toBeGreaterThanOrEqual(Math.min(...list) - 1e-9);
          expect(r.mm).toBeLessThanOrEqual(Math.max(...list) + 1e-9);
          expect(read(...[...list].reverse()).mm).toBeCloseTo(r.mm, 6);
        },
      ),
    );
  });
  test('none at all is an error that says so', () => {
    expect(() => read()).toThrow(InputError);
  });
});

describe.each(TEMPLATES.map((t) => [t.key, t] as const))('template %s', (_key, template) => {
  test('asks for two to six readings, each with what it leaves unknown', () => {
    expect(template.readings.length).toBeGreaterThanOrEqual(2);
    expect(template.readings.length).toBeLessThanOrEqual(6);
    for (const r of template.readings) expect(r.unknown.length).toBeGreaterThan(4);
    expect(new Set(template.readings.map((r) => r.key)).size).toBe(template.readings.length);
  });
});

describe('bodies from readings', () => {
  const beam = { top: 204, bottom: 146, front: -4, rear: -140, half: 420 };
  test('a crossmember stands where its faces were read', () => {
    const o = obstacleOf(taped('crossmember', beam))!;
    const b = convexOf(o.shape).bounds;
    expect([...b]).toEqual([-140, -420, 146, -4, 420, 204]);
    expect(o.plusMinusMm).toBe(2);
    expect(o.source).toBe('5 measurements, tape');
  });
  test('a bonnet’s underside runs through both heights', () => {
    const o = obstacleOf(taped('bonnet', { frontHeight: 690, rearHeight: 786, front: 480, rear: 330, half: 600 }))!;
    const v = convexOf(o.shape).vertices;
    const lowest = (x: number) => {
      let z = Infinity;
      for (let i = 0; i < v.length; i += 3) if (Math.abs(v[i]! - x) < 1e-6) z = Math.min(z, v[i + 2]!);
      return z;
    };
    expect(lowest(480)).toBe(690);
    expect(lowest(-330)).toBe(786);
  });
  test('the right side is mirrored', () => {
    const mm = { front: 620, rear: -900, inner: 352, outer: 412, bottom: 296, top: 396 };
    const left = convexOf(obstacleOf(taped('rail-left', mm))!.shape).bounds;
    const right = convexOf(obstacleOf(taped('rail-right', mm))!.shape).bounds;
    expect(right[1]).toBe(-left[4]!);
    expect(right[4]).toBe(-left[1]!);
  });
  test('one reading less and it is not in the bay; what is missing is told by what it leaves unknown', () => {
    const { top: _gone, ...rest } = beam;
    const t = taped('crossmember', rest);
    expect(obstacleOf(t)).toBeUndefined();
    expect(missingOf(t).map((m) => m.unknown)).toEqual(['ground clearance of the sump']);
  });
  test('swapped readings are named, not built', () => {
    const flat = taped('crossmember', { ...beam, top: 146 });
    expect(bodyFrom(flat).problem).toMatch(/do not form a closed shape/);
    expect(obstacleOf(flat)).toBeUndefined();
  });
});

describe('the tape builds the bay', () => {
  const other = obstacleOf(taped('track-rod', { x: 130, z: 148, diameter: 28, half: 500 }, { id: 'kept' }))!;
  const chassis = { obstacles: [other], tape: [] as Taped[] };
  test('what is taped comes in, what is not stays', () => {
    const t = taped('crossmember', { top: 204, bottom: 146, front: -4, rear: -140, half: 420 });
    const next = withTape(chassis, [t]);
    expect(next.obstacles.map((o) => o.id)).toEqual(['kept', 'crossmember']);
    expect(withTape(next, []).obstacles).toEqual([other]);
  });
  test('read anew, it changes in place', () => {
    const t = taped('crossmember', { top: 204, bottom: 146, front: -4, rear: -140, half: 420 });
    const first = withTape(chassis, [t]);
    const lower = {
      ...t,
      readings: t.readings.map((r) => (r.key === 'top' ? { ...r, takes: [...r.takes, take('200')] } : r)),
    };
    const again = withTape(first, [lower]);
    expect(again.obstacles.map((o) => o.id)).toEqual(['kept', 'crossmember']);
    expect(convexOf(again.obstacles[1]!.shape).bounds[5]).toBe(202);
  });
});

describe('what the survey leaves unknown', () => {
  const empty = { obstacles: [], pads: [], tape: [], drive: 'rear', engineLies: 'longitudinal' } as unknown as Chassis;
  test('an empty bay names every essential, and says what each leaves open', () => {
    const found = surveyFindings(empty);
    expect(found.map((f) => f.id)).toEqual(
      expect.arrayContaining(['unmeasured-bonnet', 'unmeasured-firewall', 'unmeasured-tunnel', 'unmeasured-pads']),
    );
    for (const f of found) expect(f.because).toMatch(/^Needed to check .+\.$/);
  });
  test('an engine across a front-drive car has no tunnel to measure', () => {
    const ids = surveyFindings({ ...empty, drive: 'front', engineLies: 'transverse' }).map((f) => f.id);
    expect(ids).not.toContain('unmeasured-tunnel');
    expect(ids).not.toContain('unmeasured-shifter');
  });
  test('readings of one length that lie too far apart are doubted', () => {
    const t = taped('crossmember', { top: 204, bottom: 146, front: -4, rear: -140, half: 420 });
    const spread = (mm: number): Taped => ({
      ...t,
      readings: t.readings.map((r) => (r.key === 'top' ? { ...r, takes: [take('204'), take(String(204 + mm))] } : r)),
    });
    const doubted = (mm: number) =>
      surveyFindings({ ...empty, tape: [spread(mm)] }).some((f) => f.id === 'spread-crossmember-top');
    expect(doubted(8)).toBe(false);
    expect(doubted(9)).toBe(true);
  });
});

test('four scale pads give axles, the sideways place and the cross weight', () => {
  const kg = (value: number) => ({ value, plusMinus: 1, evidence: 'measured' as const });
  const w = fromCorners(
    { frontLeftKg: kg(231), frontRightKg: kg(224), rearLeftKg: kg(142), rearRightKg: kg(145) },
    1290,
    1270,
  );
  expect(w.frontKg.value).toBe(455);
  expect(w.rearKg.value).toBe(287);
  expect(w.comYMm!.value).toBeCloseTo((7 * 645 - 3 * 635) / 742, 9);
  expect(w.frontKg.plusMinus).toBeCloseTo(Math.SQRT2, 9);
  expect(w.crossPct).toBeCloseTo((100 * (231 + 145)) / 742, 9);
});

describe('the other side of the car', () => {
  const rail = { front: 600, rear: -500, inner: 340, outer: 410, bottom: 330, top: 430 };
  test('what has a side has its twin, and only that', () => {
    for (const t of TEMPLATES) {
      const twin = otherSideOf(t.key);
      expect(twin === undefined).toBe(!/-(left|right)$/.test(t.key));
      if (twin) {
        expect(otherSideOf(twin.key)).toBe(t);
        expect(twin.readings.map((r) => r.key)).toEqual(t.readings.map((r) => r.key));
      }
    }
  });
  test('taken over it stands mirrored, doubted more, and may have nothing done to it', () => {
    const left = taped('rail-left', rail, { may: [{ kind: 'remove', cost: 10, hours: 1 } as never] });
    const right = mirrored(left, 'rail-right')!;
    expect(right).toMatchObject({ name: 'right chassis rail', role: 'chassis rail', may: [] });
    const [l, r] = [obstacleOf(left)!, obstacleOf(right)!];
    if (l.shape.kind !== 'box' || r.shape.kind !== 'box') throw new Error('no box');
    expect(r.shape.centreMm).toEqual([l.shape.centreMm[0], -l.shape.centreMm[1], l.shape.centreMm[2]]);
    expect(r.plusMinusMm).toBe(METHOD_MM['other side']);
    expect(r.source).toBe('6 measurements, other side');
    expect(mirrored(taped('firewall', {}), 'x')).toBeUndefined();
  });
  test('what is read here replaces what was taken over', () => {
    const right = mirrored(taped('rail-left', rail), 'rail-right')!;
    const once = withTake(right.readings[2], 'inner', 'tape', take('352'));
    expect(readOf(once)).toMatchObject({ mm: 352, count: 1 });
    expect(readOf(withTake(once, 'inner', 'tape', take('354')))).toMatchObject({ mm: 353, count: 2 });
  });
});

describe('weighed again', () => {
  const kg = (value: number, plusMinus = 2) => ({ value, plusMinus, evidence: 'measured' as const });
  const level = { frontKg: kg(470), rearKg: kg(410), aboard: '', driverAboard: false };
  const lifted = { frontKg: kg(488), liftMm: kg(500, 3), hubMm: kg(285, 3) };
  test('with the rear lifted it tells the height, doubted as its scales are', () => {
    const car = { weighing: level, wheelbaseMm: kg(2400, 5) };
    // 285 + 2400 · 18/(880 · 0.2130) = 515; each kg on the front moves it by some 13 mm.
    const h = heightByLifting(car, lifted)!;
    expect(h.value).toBe(515);
    expect(h.plusMinus!).toBeGreaterThan(20);
    expect(h.evidence).toBe('measured');
    expect(heightByLifting({ weighing: level }, lifted)).toBeUndefined();
    expect(() => heightByLifting(car, { ...lifted, frontKg: kg(460) })).toThrow(InputError);
  });
  test('each axle is compared, and what one of them lacks is not', () => {
    expect(weighingChange(level, { ...level, frontKg: kg(455), rearKg: kg(412) })).toEqual({
      frontKg: -15,
      rearKg: 2,
      totalKg: -13,
    });
    const { rearKg: _none, ...front } = level;
    expect(weighingChange(front, level)).toEqual({ frontKg: 0 });
  });
});
