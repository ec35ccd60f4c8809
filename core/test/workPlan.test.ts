/** The order of work, and when its money is due. */
import fc from 'fast-check';
import {
  billOf,
  cashPlan,
  criticalPath,
  momentsOf,
  pert,
  resolveSubject,
  settingOf,
  stretchesOf,
  sumNamed,
  workSchedule,
  type BillLine,
} from '../src/index.ts';
import { candidate, library, racer, pickup, tug } from './demo.ts';

/** Tasks that wait only for those before them: never a ring. */
const graph = fc
  .array(fc.tuple(fc.integer({ min: 0, max: 40 }), fc.array(fc.nat(30), { maxLength: 4 })), {
    minLength: 1,
    maxLength: 25,
  })
  .map((list) =>
    list.map(([hours, after], i) => ({
      id: `t${i}`,
      hours,
      after: [...new Set(i === 0 ? [] : after.map((k) => `t${k % i}`))],
    })),
  );

describe('the path', () => {
  test('every task stands once, after all that it waits for; nothing begins early; what is critical has no slack and makes the length', () => {
    fc.assert(
      fc.property(graph, (tasks) => {
        const path = criticalPath(tasks);
        expect([...path.order].sort()).toEqual(tasks.map((t) => t.id).sort());
        const at = (id: string) => path.order.indexOf(id);
        for (const t of tasks)
          for (const before of t.after) {
            expect(at(before)).toBeLessThan(at(t.id));
            const done = path.earliestStartHours[before]! + tasks.find((x) => x.id === before)!.hours;
            expect(path.earliestStartHours[t.id]!).toBeGreaterThanOrEqual(done - 1e-9);
          }
        expect(path.criticalPathHours).toBeLessThanOrEqual(path.totalHours + 1e-9);
        const ends = tasks.map((t) => path.earliestStartHours[t.id]! + t.hours);
        expect(Math.max(...ends)).toBeCloseTo(path.criticalPathHours, 9);
        for (const t of tasks) {
          expect(path.criticalTasks.includes(t.id)).toBe(path.slackHours[t.id]! <= 1e-9);
          expect(path.earliestStartHours[t.id]! + t.hours + path.slackHours[t.id]!).toBeLessThanOrEqual(
            path.criticalPathHours + 1e-9,
          );
        }
        expect(path.criticalTasks.length).toBeGreaterThan(0);
      }),
    );
  });
  test('a ring, a task that is not there and one called twice are named', () => {
    const task = (id: string, ...after: string[]) => ({ id, hours: 1, after });
    expect(() => criticalPath([task('a', 'b'), task('b', 'a'), task('c')])).toThrow(/wait for each other.*a, b/);
    expect(() => criticalPath([task('a', 'x')])).toThrow(/“x”, which is no task/);
    expect(() => criticalPath([task('a'), task('a')])).toThrow(/Two tasks are called “a”/);
  });
  test('a gate is passed with nothing missing, and says what is', () => {
    const ask = (conditions: Record<string, boolean>) =>
      sumNamed('work.gate')!.run({ gate: 'first-start', conditions });
    expect(ask({ engineOil: true, coolant: true })).toEqual({ passable: true, missing: [], met: 2, asked: 2 });
    expect(ask({ engineOil: false, coolant: true })).toEqual({
      passable: false,
      missing: ['engineOil'],
      met: 1,
      asked: 2,
    });
  });
});

const builds = [tug, racer, pickup].flatMap((build) =>
  build.candidates.map((c) => [`${build.name}, ${c.letter}`, build, c] as const),
);
const linesOf = (build: typeof tug, c: (typeof tug)['candidates'][number]) =>
  billOf(resolveSubject(settingOf(build), c, library).subject!);

describe('the work of a bill', () => {
  test.each(builds)('%s: every line in one stretch, its hours all of the bill’s', (_, build, c) => {
    const bill = linesOf(build, c);
    const stretches = stretchesOf(bill.lines);
    const placed = stretches.flatMap((s) => s.lines.map((l) => l.id));
    expect(placed.sort()).toEqual(
      bill.lines
        .filter((l) => l.id !== 'labour')
        .map((l) => l.id)
        .sort(),
    );
    expect(stretches.reduce((n, s) => n + s.hours, 0)).toBeCloseTo(bill.meanHours, 6);
  });
  test('the engine is in before it is started, the mock-up before the mounts, paint last', () => {
    const bill = linesOf(tug, {
      ...candidate('C'),
      bill: {
        own: [{ id: 'p', name: 'Paint', class: 'looks', price: { low: 1, likely: 2, high: 3, evidence: 'claimed' } }],
      },
    });
    const order = stretchesOf(bill.lines).map((s) => s.id);
    for (const [before, after] of [
      ['out', 'mockup'],
      ['mockup', 'mounts'],
      ['mounts', 'in'],
      ['in', 'start'],
      ['brakes', 'start'],
      ['start', 'last'],
    ])
      expect([before, after, order.indexOf(before as never) < order.indexOf(after as never)]).toEqual([
        before,
        after,
        true,
      ]);
  });
});

describe('when the money is due', () => {
  const C = linesOf(tug, candidate('C'));
  const stretches = stretchesOf(C.lines);
  const money = (l: BillLine) => momentsOf(l.price, l.event).mean;
  const paid = linesOf({ ...tug, brief: { ...tug.brief, ownLabour: false, hourlyRate: 48 } }, candidate('C'));
  test.each([
    ['own hours', C],
    ['hours that are paid', paid],
  ])(
    '%s: all of it is due or spent, at any pace and under any limit; nothing is due before the begin',
    (_, { lines, meanTotal }) => {
      const stretches = stretchesOf(lines);
      fc.assert(
        fc.property(
          fc.integer({ min: 1, max: 60 }),
          fc.option(fc.integer({ min: 50, max: 5000 }), { nil: undefined }),
          (hoursPerWeek, monthlyLimit) => {
            const plan = cashPlan(stretches, { hoursPerWeek, monthlyLimit });
            const sum = plan.spent + plan.dues.reduce((s, d) => s + d.money, 0);
            expect(sum).toBeCloseTo(meanTotal, 4);
            expect(plan.dues.every((d) => d.day >= 0 && d.lateDays >= 0)).toBe(true);
            if (monthlyLimit === undefined) return;
            const free = cashPlan(stretches, { hoursPerWeek });
            // A limit never makes anything later, but within the month it moved to.
            const month = (day: number) => Math.floor(day / 30.4375);
            for (const d of plan.dues) {
              const was = free.dues.find((x) => x.id === d.id)!;
              expect(month(d.day)).toBeLessThanOrEqual(month(was.day));
            }
            const sums = new Map<number, number>();
            for (const d of plan.dues) sums.set(month(d.day), (sums.get(month(d.day)) ?? 0) + d.money);
            for (const [m, total] of sums)
              if (!plan.over.includes(m)) expect(total).toBeLessThanOrEqual(monthlyLimit + 1e-6);
          },
        ),
      );
    },
  );
  test('by hand: 10 h a week, out 8.7 h, mock-up 10.7 h, then mounts with 28 days of lead: ordered the day it begins, late', () => {
    const plan = cashPlan(stretches, { hoursPerWeek: 10 });
    const mounts = plan.dues.find((d) => d.id === 'mk-hesper')!;
    const free = workSchedule(stretches, { hoursPerWeek: 10, waits: false });
    const could = free.days.get('mounts')!.start;
    expect(mounts.day).toBeCloseTo(Math.max(0, plan.days.get('mounts')!.start - 28 - 7), 6);
    expect(mounts.lateDays).toBeCloseTo(Math.max(0, 28 - could), 6);
    expect(free.finishDay).toBeCloseTo(0.7 * C.lines.reduce((s, l) => s + pert(l.hours).mean, 0), 6);
    expect(plan.finishDay).toBeGreaterThanOrEqual(free.finishDay - 1e-9);
  });
  test('what is ordered, received or paid is spent; what is sold again comes in later', () => {
    const plan = cashPlan(stretches, { hoursPerWeek: 10 });
    expect(plan.spent).toBeCloseTo(
      ['corran-g6', 'ap-hesper-corran'].reduce((s, id) => s + money(C.lines.find((l) => l.id === id)!), 0),
      6,
    );
    const sold: BillLine = {
      ...C.lines[0]!,
      id: 'sold',
      price: { low: -300, likely: -200, high: -100 },
      kept: { id: 'sold' },
    };
    const more = cashPlan(stretchesOf([...C.lines, sold]), { hoursPerWeek: 10 });
    expect(more.dues.find((d) => d.id === 'sold')!.day).toBeGreaterThanOrEqual(30);
  });
});
