import fc from 'fast-check';
import {
  assess,
  assessAll,
  InputError,
  STAGE_NAMES,
  STAGES,
  STEPS,
  type Assessment,
  type Build,
  type Library,
  type StageName,
} from '../src/index.ts';
import { candidate, library, pickup, racer, tug } from './demo.ts';

/** The stages that can't be calculated without one, itself among them. */
function restingOn(name: StageName): StageName[] {
  const found = new Set<StageName>([name]);
  for (let before = 0; before !== found.size;) {
    before = found.size;
    for (const s of STAGE_NAMES) if (STAGES[s].needs.some((n) => found.has(n))) found.add(s);
  }
  return STAGE_NAMES.filter((s) => found.has(s));
}

/** Judges with one stage stopped by bad input. */
function withStopped<T>(name: StageName, work: () => T): T {
  const stage = STAGES[name] as { compute: unknown };
  const { compute } = stage;
  stage.compute = () => {
    throw new InputError('/some/field', 'A figure that can’t be used.');
  };
  try {
    return work();
  } finally {
    stage.compute = compute;
  }
}

describe('bad input in one stage', () => {
  const whole = assess(tug, candidate('C'), library);
  test.each(STAGE_NAMES)('%s: what needs it is unknown and says why, everything else stands', (name) => {
    const a = withStopped(name, () => assess(tug, candidate('C'), library));
    const gone = restingOn(name);
    const said = a.findings.filter((f) => f.id.startsWith('bad-input-'));
    expect(said.map((f) => f.id).sort()).toEqual(gone.map((s) => `bad-input-${s}`).sort());
    for (const f of said) {
      expect(f).toMatchObject({ state: 'unknown', missing: ['/some/field'], because: 'A figure that can’t be used.' });
      expect(['unknown', 'blocked']).toContain(a.steps[f.step]);
    }
    // A stage that only makes use of it may say less; one that has nothing to do with it says the same.
    const touched = new Set<StageName>();
    for (let before = -1; before !== touched.size;) {
      before = touched.size;
      for (const s of STAGE_NAMES)
        if (STAGES[s].uses.some((u) => gone.includes(u) || touched.has(u)))
          for (const t of restingOn(s)) touched.add(t);
    }
    const untouched = (Object.keys(whole.figures!) as (keyof NonNullable<Assessment['figures']>)[]).filter(
      (s) => !gone.includes(s) && !touched.has(s),
    );
    for (const s of untouched) expect(a.figures![s]).toEqual(whole.figures![s]);
    for (const s of gone) expect(a.figures![s as keyof Assessment['figures']]).toBeUndefined();
  });

  test('a fault of the program is no bad input: it is not hidden', () => {
    const stage = STAGES.noise as { compute: unknown };
    const { compute } = stage;
    stage.compute = () => {
      throw new TypeError('a mistake');
    };
    try {
      expect(() => assess(tug, candidate('C'), library)).toThrow('a mistake');
    } finally {
      stage.compute = compute;
    }
  });

  test('a tyre that can’t be read leaves mass, fit and money standing', () => {
    const a = assess(tug, { ...candidate('C'), tyreCode: 'round' }, library);
    expect(a.figures!.mass!.totalKg!.value).toBeGreaterThan(800);
    expect(a.figures!.fit!.smallest).toBeDefined();
    expect(a.figures!.money!.bill.meanTotal).toBeGreaterThan(1000);
    expect(a.findings.find((f) => f.id === 'bad-input-tyre')!.missing).toEqual(['/tyreCode']);
  });
});

test('a stage stands after those that it needs, and each step of the rule has a stage', () => {
  STAGE_NAMES.forEach((name, i) => {
    for (const n of [...STAGES[name].needs]) expect(STAGE_NAMES.indexOf(n)).toBeLessThan(i);
  });
  expect([...new Set(STAGE_NAMES.map((s) => STAGES[s].step))].sort()).toEqual([...STEPS].sort());
});

/** What was judged, without the order in which it is told. */
function answer(a: Assessment) {
  const round = (x: unknown): unknown =>
    typeof x === 'number'
      ? Number(x.toPrecision(9))
      : Array.isArray(x)
        ? x.map(round)
        : typeof x === 'object' && x !== null
          ? Object.fromEntries(Object.entries(x).map(([k, v]) => [k, round(v)]))
          : typeof x === 'string'
            ? x.replace(/\{\{(-?[\d.e+-]+)/g, (_, n: string) => `{{${Number(Number(n).toPrecision(9))}`)
            : x;
  const byId = <T extends { id: string }>(list: readonly T[]) => [...list].sort((p, q) => (p.id < q.id ? -1 : 1));
  return round({
    state: a.state,
    steps: a.steps,
    checks: byId(a.checks).map(({ from, because: _order, ...c }) => [c, from.length]),
    findings: byId(a.findings).map(({ id, state, title, figure, missing }) => ({ id, state, title, figure, missing })),
    remedies: byId(a.findings).map((f) => f.remedies.map((r) => r.title).sort()),
    bill: [...(a.figures?.money?.bill.lines ?? [])].map((l) => l.id).sort(),
    total: a.figures?.money?.bill.meanTotal,
    joints: a.figures?.joints?.joints.map((j) => [j.key, j.state, j.closure.how]),
  });
}

describe('order never changes an answer', () => {
  const shuffled = <T>(list: readonly T[]) =>
    fc.shuffledSubarray([...list], { minLength: list.length, maxLength: list.length });
  const mixed = (build: Build): fc.Arbitrary<{ build: Build; lib: Library }> =>
    fc
      .record({
        candidates: shuffled(build.candidates),
        obstacles: shuffled(build.chassis!.obstacles),
        pads: shuffled(build.chassis!.pads),
        tyres: shuffled(build.chassis!.tyres),
        ports: shuffled(build.chassis!.ports),
        engines: shuffled(library.engines),
        gearboxes: shuffled(library.gearboxes),
        parts: shuffled(library.parts),
      })
      .chain(({ candidates, engines, gearboxes, parts, obstacles, pads, tyres, ports }) =>
        fc.tuple(...candidates.map((c) => shuffled(c.partIds))).map((partIds) => ({
          build: {
            ...build,
            chassis: { ...build.chassis!, obstacles, pads, tyres, ports },
            candidates: candidates.map((c, i) => ({ ...c, partIds: partIds[i]! })),
          },
          lib: { ...library, engines, gearboxes, parts },
        })),
      );
  test.each([
    ['tug', tug],
    ['racer', racer],
    ['pickup', pickup],
  ] as const)('%s: of parts, candidates, obstacles and library rows', (_, build) => {
    const wanted = new Map(assessAll(build, library).map((a) => [a.candidateId, answer(a)]));
    fc.assert(
      fc.property(mixed(build), ({ build: b, lib }) => {
        for (const a of assessAll(b, lib)) expect(answer(a)).toEqual(wanted.get(a.candidateId));
      }),
      { numRuns: 6 },
    );
  });

  test('of parts that stand in for each other', () => {
    const more = ['fw-q-75', 'fw-q-slotted', 'ck-heavy', 'ck-std'].filter((id) =>
      library.parts.some((p) => p.id === id),
    );
    const clutches = library.parts.filter((p) => p.clutch).map((p) => p.id);
    const base = [...new Set([...candidate('B').partIds, ...more, ...clutches])];
    const wanted = answer(assess(tug, { ...candidate('B'), partIds: base }, library));
    fc.assert(
      fc.property(shuffled(base), (partIds) => {
        expect(answer(assess(tug, { ...candidate('B'), partIds }, library))).toEqual(wanted);
      }),
      { numRuns: 8 },
    );
  });
});
