/** A thousand made candidates over all layouts, gearboxes and converters: what must hold of every one of them. */
import {
  assess,
  imbalance,
  lineup,
  plantOf,
  judging,
  resolveSubject,
  seeded,
  settingOf,
  simulate,
  type Build,
  type Candidate,
  type Gearbox,
  type Library,
} from '../src/index.ts';
import { library } from './demo.ts';
import { builtOf, LAYOUTS } from './layouts.ts';
import { readable } from './readable.ts';

const COUNT = 1000;
const ENGINES = library.engines.filter((e) => e.curves.length > 0 && e.redlineRpm && e.idleRpm);
const KINDS = ['manual', 'automatic', 'dual clutch', 'sequential'] as const;

interface Made {
  readonly build: Build;
  readonly box: Gearbox;
  readonly parts: Library['parts'];
  readonly candidate: Candidate;
}

/** The n-th of them: the same each time. */
function made(n: number): Made {
  const draw = seeded(1000 + n);
  const between = (low: number, high: number) => low + (high - low) * draw();
  const one = <T>(list: readonly T[]): T => list[Math.floor(draw() * list.length)]!;
  const { lib, ...from } = builtOf(LAYOUTS[n % LAYOUTS.length]!);
  const chassis = structuredClone(from.build.chassis!);
  const kind = one(KINDS);
  const gears = 3 + Math.floor(draw() * 5);
  const [first, step] = [between(2.2, 4.6), between(1.25, 1.7)];
  const box: Gearbox = {
    ...lib.gearboxes.find((g) => g.id === 'made-box')!,
    id: `box-${n}`,
    kind,
    ratios: Array.from({ length: gears }, (_, g) => first / step ** g),
    efficiencyDirect: { value: between(0.95, 0.99), evidence: 'estimated' },
    efficiencyOther: { value: between(0.9, 0.97), evidence: 'estimated' },
    ...(kind === 'automatic'
      ? {
          converter: {
            kRpmPerSqrtNm: { value: between(110, 230), plusMinus: 6, evidence: 'published' },
            stallTorqueRatio: { value: between(1.6, 2.6), plusMinus: 0.1, evidence: 'published' },
            locksUp: draw() < 0.5,
          },
        }
      : {}),
  };
  const engine = one(ENGINES);
  chassis.weighing.comYMm = { value: between(-60, 60), evidence: 'measured' };
  if (chassis.drive === 'all' && draw() < 0.5) chassis.centre = one(['fixed', 'limited', 'locked'] as const);
  chassis.tyres.forEach((t) => {
    t.dryGrip = { value: between(0.4, 1.4), plusMinus: 0.05, evidence: 'estimated' };
  });
  return {
    build: {
      ...from.build,
      chassis,
      brief: {
        ...from.build.brief,
        hill: {
          gradePct: between(1, 60),
          trailerKg: draw() < 0.5 ? 0 : between(100, 3000),
          noseLoadKg: between(0, 120),
          hitchHeightMm: 400,
          hitchOverhangMm: between(400, 1200),
        },
      },
    },
    box,
    parts: lib.parts.filter((p) => !library.parts.includes(p)),
    candidate: {
      ...from.candidate,
      id: `n${n}`,
      letter: String.fromCharCode(65 + (n % 26)),
      engineId: engine.id,
      gearboxId: box.id,
      dressing: {},
      finalDrive: between(2.5, 5.5),
      differential: one(['open', 'limited', 'locked'] as const),
    },
  };
}
const MADE = Array.from({ length: COUNT }, (_, n) => made(n));
/** One library for all of them: what is looked up in it is looked up once. */
const lib: Library = {
  ...library,
  gearboxes: [...library.gearboxes, ...MADE.map((m) => m.box)],
  parts: [...library.parts, ...new Map(MADE.flatMap((m) => m.parts).map((p) => [p.id, p])).values()],
};
const ALL = MADE.map((m) => ({ ...m, judged: assess(m.build, m.candidate, lib) }));

/** Every number of a judgement that is none, with where it stands. */
function notNumbers(value: unknown, at = ''): string[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [] : [`${at}: ${value}`];
  if (typeof value !== 'object' || value === null) return [];
  if (ArrayBuffer.isView(value)) return [];
  return Object.entries(value).flatMap(([key, v]) => notNumbers(v, `${at}/${key}`));
}

test('all judged: no number that is none, no sentence that can’t be read, the energy of each run accounted for', () => {
  const faults: string[] = [];
  let ran = 0;
  ALL.forEach(({ build, candidate, judged: a }, n) => {
    const { figures: _figures, ...said } = a;
    faults.push(...notNumbers(said).map((f) => `${n} ${f}`));
    readable(a);
    const { subject } = resolveSubject(settingOf(build), candidate, lib);
    const again = judging(subject!);
    const gearing = again.get('gearing').figures;
    const plant = plantOf(subject!, again.get('mass').figures, gearing, {
      day: n % 2 === 0 ? 'standard' : 'worst',
      grip: n % 3 === 0 ? 'wet' : 'dry',
      trailer: n % 5 === 0,
    });
    if (!plant) return;
    const held = plant.converter && n % 4 === 0 ? { standstill: { brakeN: 9000, holdS: 2 } } : {};
    const run = simulate({ ...plant, ...held }, { speedsKph: [100], distanceM: 402.336 });
    ran++;
    const off = imbalance(run.energy);
    if (!(off < 0.005)) faults.push(`${n} energy off by ${off}`);
    faults.push(...notNumbers({ ...run, trace: [] }).map((f) => `${n} run ${f}`));
  });
  expect(faults).toEqual([]);
  // Nearly all of them have all that a run needs.
  expect(ran).toBeGreaterThan(0.9 * COUNT);
});

test('in whatever order the candidates stand the line-up says the same, and groups ties by the rule', () => {
  const ofLayout = (k: number) => ALL.filter((_, n) => n % LAYOUTS.length === k);
  let compared = 0;
  LAYOUTS.forEach((_, k) => {
    const list = ofLayout(k);
    for (let i = 0; i + 6 <= Math.min(list.length, 30); i += 6) {
      const group = list
        .slice(i, i + 6)
        .map((m, at) => ({ ...m, candidate: { ...m.candidate, letter: 'ABCDEF'[at]! } }));
      const { build } = group[0]!;
      const judgedOnce = group.map((m) => m.judged);
      const judge = (order: readonly number[]) => {
        const candidates = order.map((o) => group[o]!.candidate);
        const all = order.map((o) => judgedOnce[o]!);
        const v = lineup({ ...build, candidates }, all);
        return {
          leader: v.leaderId,
          headline: v.headline,
          ranks: Object.fromEntries(v.candidates.map((c) => [c.candidateId, c.why])),
        };
      };
      const straight = judge([0, 1, 2, 3, 4, 5]);
      for (const order of [
        [5, 4, 3, 2, 1, 0],
        [2, 0, 5, 1, 4, 3],
        [3, 5, 1, 0, 2, 4],
      ]) {
        expect(judge(order)).toEqual(straight);
        compared++;
      }
    }
  });
  expect(compared).toBeGreaterThan(150);
});
