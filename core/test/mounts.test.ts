/** Mounts of whole candidates: what holds, what rocks, what a link may do, what bolts do, what each gap is asked. */
import * as fc from 'fast-check';
import {
  assess,
  finished,
  resolveSubject,
  searchMountLayouts,
  settingOf,
  type Candidate,
  type FittedMount,
  type Library,
} from '../src/index.ts';
import { candidate, finding, judged, library, racer, tug, withEngine, words } from './demo.ts';

const mountsOf = (letter: string, build = tug): readonly FittedMount[] => candidate(letter, build).mounts!;
const check = (a: ReturnType<typeof judged>, id: string) => a.checks.find((c) => c.id === id)!;

describe('trap 19: a two-mount layout that rocks', () => {
  test('it is blocked, with the line that it turns about, though nobody knows what it weighs', () => {
    const b = judged('B', {}, racer);
    const f = finding(b, 'mounts-held');
    expect(f.state).toBe('blocked');
    expect(f.title).toContain('Rocks about the line through right top mount and left mount');
    expect(b.figures.mounts.rocks!.axis[1] ** 2).toBeGreaterThan(0.95);
    // Of the line, as far as its two mounts are concerned: both lie on it.
    for (const m of b.figures.mounts.mounts) {
      const { atMm, axis } = b.figures.mounts.rocks!;
      const d = m.atMm.map((v, i) => v - atMm[i]!);
      const along = d.reduce((s, v, i) => s + v * axis[i]!, 0);
      expect(Math.hypot(...d) ** 2 - along ** 2).toBeLessThan(1);
    }
  });
  test('it offers a third mount, and with that it holds', () => {
    const [remedy] = finding(judged('B', {}, racer), 'mounts-held').remedies;
    expect(remedy!.accept!.kind).toBe('mount');
    const { kind: _kind, ...third } = remedy!.accept as FittedMount & { kind: 'mount' };
    const then = judged('B', { mounts: [...mountsOf('B', racer), third] }, racer);
    expect(finding(then, 'mounts-held').state).not.toBe('blocked');
  });
});

/** The racer with an engine whose mass is told: dressed, in place of the advert’s that says not how. */
const weighed: Library = withEngine('tansy-14s', (e) => ({
  ...e,
  massRecords: e.massRecords.map((r) => ({ ...r, basis: 'dressed' as const })),
}));

describe('a link', () => {
  const whole = (mounts: FittedMount[], change: Partial<Candidate> = {}) =>
    judged('A', { mounts, ...change }, racer, weighed);
  const [top, left, link] = mountsOf('A', racer) as [FittedMount, FittedMount, FittedMount];
  test('holds two mounts that would rock, where they carry the weight', () => {
    const held = whole([top, left, link]);
    // The centre of mass put under the line of both mounts: nothing leans on the link.
    const { comMm } = held.figures.mounts;
    const over = [top, left].map((m, i) => ({
      ...m,
      atMm: [comMm![0], i === 0 ? -425 : 320, comMm![2] + 20] as [number, number, number],
    }));
    const a = whole([...over, link]);
    const f = finding(a, 'mounts-held');
    expect(f.state).toBe('clear');
    expect(Math.abs(a.figures.mounts.mounts[2]!.weightShare!)).toBeLessThan(0.05);
  });
  test('that is leaned on by more than a twentieth of the weight is blocked, and says by how much', () => {
    const { comMm } = whole([top, left, link]).figures.mounts;
    const beside = [top, left].map((m, i) => ({
      ...m,
      atMm: [comMm![0] + 260, i === 0 ? -425 : 320, comMm![2] + 20] as [number, number, number],
    }));
    const f = finding(whole([...beside, link]), 'mounts-held');
    expect(f.state).toBe('blocked');
    expect(words(f.title)).toMatch(/Lower link would carry \d+ % of the weight/);
  });
  test('in bushes pushes across their axes, two in a row', () => {
    const figure = (value: number) => ({ value, evidence: 'measured' as const });
    const size = { innerDiameterMm: figure(12), outerDiameterMm: figure(40), bushLengthMm: figure(40) };
    const element = { school: 'polyurethane' as const, bush: { shoreA: figure(80), ...size } };
    const [, , asLink] = whole([top, left, { ...link, element }]).figures.mounts.mounts;
    const [asMount] = whole([{ ...top, element }, left, link]).figures.mounts.mounts;
    expect(asLink!.stiffnessNPerMm[0]).toBeCloseTo(asMount!.stiffnessNPerMm[1] / 2, 6);
    expect(asLink!.stiffnessNPerMm.slice(1)).toEqual([0, 0]);
  });
  test('along the line of two mounts restrains nothing', () => {
    const across = { ...link, bossId: 't14-bl1', padId: 'pad-right' };
    expect(finding(whole([top, left, across]), 'mounts-held').state).toBe('blocked');
  });
});

describe('trap 23: a bolt that bottoms in aluminium', () => {
  test('it is found, with the length to buy', () => {
    const f = finding(judged('E'), 'mounts-bolt-left');
    expect(f.state).toBe('blocked');
    expect(words(f.title)).toContain('M10 × 45 bottoms in its hole by 4.5 mm');
    expect(f.because).toContain('Buy 35 mm');
  });
  test('that one holds and does not bottom; a shorter one holds by too little', () => {
    const bolted = (lengthMm: number) =>
      judged('E', { mounts: mountsOf('E').map((m) => ({ ...m, bolt: { lengthMm, stackMm: 14 } })) });
    const sound = bolted(35);
    expect(finding(sound, 'mounts-bolts').state).toBe('clear');
    expect(sound.findings.some((f) => f.id === 'mounts-bolt-left')).toBe(false);
    const short = finding(bolted(30), 'mounts-bolt-left');
    expect(short.state).toBe('blocked');
    expect(words(short.title)).toContain('thread engagement 16.0 mm, 20.0 mm needed in aluminium');
  });
  test('without the depth of its hole nobody knows whether it bottoms', () => {
    const lib = withEngine('dotterel-triple', (e) => ({
      ...e,
      bosses: e.bosses.map(({ threadDepthMm: _depth, ...b }) => b),
    }));
    expect(finding(judged('E', {}, tug, lib), 'mounts-bolt-left').state).toBe('unknown');
  });
});

test('solid mounts free the tightest gap of polyurethane ones, and let more of the shake through', () => {
  const solid = mountsOf('C').map((m) => ({
    ...m,
    element: { school: 'solid' as const, ratingN: m.element!.ratingN! },
  }));
  const [poly, hard] = [judged('C'), judged('C', { mounts: solid })];
  expect(hard.figures.fit.smallest!.marginMm).toBeGreaterThan(poly.figures.fit.smallest!.marginMm);
  expect(check(hard, 'mounts-idle').value!).toBeGreaterThan(check(poly, 'mounts-idle').value!);
  expect(check(hard, 'mounts-moves').value!).toBeLessThan(check(poly, 'mounts-moves').value!);
});

test('each gap counts what its own place moves, and says in which load', () => {
  const { pairs } = judged('C').figures.fit;
  expect(new Set(pairs.map((p) => p.needed.movementMm.toFixed(3))).size).toBeGreaterThan(pairs.length / 2);
  expect(finding(judged('A'), 'fit-crossmember').because).toMatch(/movement on polyurethane \(.+\)/);
});

test('every load case is in balance: forces within 0.1 N, couples within 0.1 N·m', () => {
  for (const letter of ['A', 'B', 'C', 'D', 'E']) {
    const { cases, mounts, comMm, massKg, drive } = judged(letter).figures.mounts;
    for (const c of cases) {
      const weight = massKg! * 9.80665;
      const force = [
        c.case === 'braking' ? weight : 0,
        c.case === 'cornering left' ? -weight : c.case === 'cornering right' ? weight : 0,
        c.case === 'bump' ? -3 * weight : -weight,
      ];
      const couple = drive!.about.map((x) => (c.case === 'first gear' ? x * drive!.forwardNm : 0));
      for (const m of mounts) {
        const f = c.mounts[m.id]!.forceN;
        const arm = m.atMm.map((v, i) => (v - comMm![i]!) / 1000);
        f.forEach((v, i) => (force[i]! += v));
        couple[0]! += arm[1]! * f[2] - arm[2]! * f[1];
        couple[1]! += arm[2]! * f[0] - arm[0]! * f[2];
        couple[2]! += arm[0]! * f[1] - arm[1]! * f[0];
      }
      expect(Math.hypot(...force)).toBeLessThan(0.1);
      if (c.case !== 'reverse') expect(Math.hypot(...couple)).toBeLessThan(0.1);
    }
  }
});

test('mirrored, the answers are mirrored', () => {
  // The V6 is even from side to side but for where its pieces lie: both corners are compared with each other.
  const { cases, mounts } = judged('C').figures.mounts;
  const left = cases.find((c) => c.case === 'cornering left')!;
  const right = cases.find((c) => c.case === 'cornering right')!;
  expect(left.shiftMm[1]).toBeCloseTo(-right.shiftMm[1], 6);
  expect(left.turnRad[0]).toBeCloseTo(-right.turnRad[0], 9);
  expect(mounts).toHaveLength(3);
});

test('a mount that nobody rated leaves its load unknown, and says which', () => {
  const mounts = mountsOf('C').map((m) => {
    const { ratingN: _rating, ...element } = m.element!;
    return m.id === 'tail' ? { ...m, element } : m;
  });
  const f = finding(judged('C', { mounts }), 'mounts-load');
  expect(f.state).toBe('unknown');
  expect(f.missing).toEqual(['/candidates/c/mounts/2/element/ratingN']);
});

describe('a mount on a boss that only some blocks have', () => {
  const said = (from: number, to: number) => {
    const lib = withEngine('hesper-v6-27', (e) => ({
      ...e,
      builtFrom: 1988,
      builtTo: 1998,
      bosses: e.bosses.map((b) => ({ ...b, fromYear: from, toYear: to })),
    }));
    return judged('C', {}, tug, lib).findings.find((f) => f.id === 'mounts-boss-left');
  };
  test('is unknown until the block is read, blocked where it can’t have it, and not spoken of where all have it', () => {
    expect(said(1992, 1998)).toMatchObject({ state: 'unknown', missing: ['/candidates/c/inspection'] });
    expect(said(1999, 2004)?.state).toBe('blocked');
    expect(said(1980, 2004)).toBeUndefined();
  });
});

test('without a curve nobody knows what drives it: no gap counts less than is typical, and its movement is unknown', () => {
  const lib = withEngine('hesper-v6-27', (e) => ({ ...e, curves: [] }));
  const c = candidate('C');
  const a = assess(tug, c, lib);
  expect(a.checks.find((k) => k.id === 'mounts-moves')!.state).toBe('unknown');
  expect(a.figures!.mounts!.movement.typicalMm).toBe(5);
  expect(a.figures!.fit!.pairs.every((p) => p.needed.movementMm === 5)).toBe(true);
});

test('with no mount told the step is unknown, and asks for them', () => {
  const f = finding(judged('C', { mounts: [] }), 'mounts-held');
  expect(f).toMatchObject({ state: 'unknown', missing: ['/candidates/c/mounts'] });
});

test('a pad out of plane pulls at a solid mount by stiffness times what it is out, and not at a soft one', () => {
  const chassis = {
    ...tug.chassis!,
    pads: tug.chassis!.pads.map((p) => ({ ...p, outOfPlaneMm: { value: 0.4, evidence: 'measured' as const } })),
  };
  const d = judged('D', {}, { ...tug, chassis });
  const hard = finding(d, 'mounts-preload-left');
  expect(hard.figure).toBeCloseTo(0.4 * 20_000, 6);
  expect(hard.state).toBe('tight');
  expect(finding(d, 'mounts-preload-tail').state).toBe('clear');
});

test('a new chassis mount on thin shell wants a plate; on shell that nobody measured it is not known', () => {
  const on = (more: object) => {
    const chassis = {
      ...tug.chassis!,
      pads: tug.chassis!.pads.map((p) => (p.id === 'pad-left' ? { ...p, made: 'new' as const, ...more } : p)),
    };
    return judged('C', {}, { ...tug, chassis }).findings.find((f) => f.id === 'mounts-shell-pad-left');
  };
  const shell = (value: number) => ({ shellMm: { value, evidence: 'measured' as const } });
  expect(on({})).toMatchObject({ state: 'unknown', missing: ['/chassis/pads/0/shellMm'] });
  expect(on(shell(0.9))?.state).toBe('tight');
  expect(on({ ...shell(0.9), reinforced: true })).toBeUndefined();
  expect(on(shell(2.5))).toBeUndefined();
});

test('stiffer mounts never move it farther, whichever is made stiffer', () => {
  fc.assert(
    fc.property(fc.constantFrom('left', 'right', 'tail'), fc.double({ min: 1, max: 5, noNaN: true }), (id, times) => {
      const stiffer = mountsOf('C').map((m) => {
        const { block: _block, stiffness, ...element } = m.element!;
        const base = stiffness ?? {
          xNPerMm: { value: 200, evidence: 'measured' as const },
          yNPerMm: { value: 200, evidence: 'measured' as const },
          zNPerMm: { value: 600, evidence: 'measured' as const },
        };
        const by = m.id === id ? times : 1;
        const scaled = (f: { value: number }) => ({ value: f.value * by, evidence: 'measured' as const });
        return {
          ...m,
          element: {
            ...element,
            freeTravelMm: { value: 1000, evidence: 'measured' as const },
            stiffness: {
              xNPerMm: scaled(base.xNPerMm),
              yNPerMm: scaled(base.yNPerMm),
              zNPerMm: scaled(base.zNPerMm),
            },
          },
        };
      });
      const a = judged('C', { mounts: stiffer }).figures.mounts;
      const same = judged('C', {
        mounts: stiffer.map((m) =>
          m.id === id
            ? {
                ...m,
                element: {
                  ...m.element,
                  stiffness: {
                    xNPerMm: { ...m.element.stiffness.xNPerMm, value: m.element.stiffness.xNPerMm.value / times },
                    yNPerMm: { ...m.element.stiffness.yNPerMm, value: m.element.stiffness.yNPerMm.value / times },
                    zNPerMm: { ...m.element.stiffness.zNPerMm, value: m.element.stiffness.zNPerMm.value / times },
                  },
                },
              }
            : m,
        ),
      }).figures.mounts;
      // The work of the weight over its sag: f·K⁻¹·f.
      expect(a.sagMm!).toBeLessThanOrEqual(same.sagMm! + 1e-9);
      expect(a.softest!.stiffnessNmPerRad).toBeGreaterThanOrEqual(same.softest!.stiffnessNmPerRad - 1e-6);
    }),
    { numRuns: 12 },
  );
});

test('what stays as it was found hangs as it hung', () => {
  const car = tug.chassis!;
  const own = assess(
    tug,
    {
      ...candidate('A'),
      mounts: [],
      engineId: car.originalEngineId!,
      gearboxId: car.originalGearboxId!,
      placement: car.engineAt!,
      dressing: {},
      partIds: [],
    },
    library,
  );
  expect(finding(own, 'mounts-held').state).toBe('clear');
});

describe('layouts', () => {
  const layouts = (letter: string, change: Partial<Candidate> = {}, build = tug) =>
    finished(
      searchMountLayouts(
        resolveSubject(settingOf(build), { ...candidate(letter, build), ...change }, library).subject!,
      ),
    );
  test('are found from the bosses and chassis mounts in reach, like the mount that it has, and hold it', () => {
    const { proposals, allTried } = layouts('C');
    expect(allTried).toBe(true);
    expect(proposals.length).toBeGreaterThan(0);
    const [best] = proposals;
    const a = judged('C', { mounts: [...best!.mounts] });
    expect(finding(a, 'mounts-held').state).toBe('clear');
    // What is said of it is what is judged, but for stops, which make it stiffer.
    expect(check(a, 'mounts-load').value!).toBeGreaterThan(0.9 * best!.loadPct);
    expect(check(a, 'mounts-load').value!).toBeLessThan(1.1 * best!.loadPct);
  });
  test('where a chassis mount is out of reach it is named, with how far it is', () => {
    const pads = tug.chassis!.pads.map((p) => (p.id === 'pad-tail' ? { ...p, atMm: [-1500, 0, 240] as const } : p));
    const { proposals, none } = layouts(
      'C',
      {},
      {
        ...tug,
        chassis: { ...tug.chassis!, pads: pads.map((p) => ({ ...p, atMm: [...p.atMm] as [number, number, number] })) },
      },
    );
    expect(proposals).toEqual([]);
    expect(words(none!)).toMatch(/No boss reaches the gearbox crossmember holes: gearbox mount is \d+ mm away/);
  });
  test('without one mount to make the others like, it says so', () => {
    expect(() => layouts('C', { mounts: [] })).toThrow('Enter one mount with its stiffness and its rating');
  });
});

describe('a kit that brings its mounts', () => {
  // The V6 with nothing of its own in front: its kit brings both front mounts, by the names of bosses and chassis mounts.
  const front = candidate('C').mounts!.filter((m) => m.id !== 'tail');
  const lib = {
    ...library,
    parts: library.parts.map((p) =>
      p.id === 'mk-hesper'
        ? { ...p, mounts: front.map(({ partId: _kit, bracket: _bracket, price: _price, hours: _hours, ...m }) => m) }
        : p,
    ),
  };
  const tail = candidate('C').mounts!.filter((m) => m.id === 'tail');
  test('accepting the kit is accepting its mounts: the same judgement as typed in one by one', () => {
    const brought = judged('C', { mounts: tail }, tug, lib);
    const typed = judged('C');
    for (const id of ['mounts-held', 'mounts-load', 'mounts-moves', 'mounts-brackets', 'fit-margin'] as const) {
      expect(check(brought, id).state).toBe(check(typed, id).state);
      if (check(typed, id).value !== undefined)
        expect(check(brought, id).value!).toBeCloseTo(check(typed, id).value!, 6);
    }
    expect(brought.figures.mounts.mounts.map((m) => m.id).sort()).toEqual([
      'mk-hesper-left',
      'mk-hesper-right',
      'tail',
    ]);
    // They cost what the kit costs: no line of their own.
    expect(brought.figures.money.bill.lines.some((l) => l.id.startsWith('mount-mk-hesper'))).toBe(false);
  });
  test('one of its own of the same id stands in its place; without the kit they are gone', () => {
    const own = { ...front[0]!, id: 'mk-hesper-left', element: { school: 'solid' as const } };
    const a = judged('C', { mounts: [...tail, own] }, tug, lib);
    expect(a.figures.mounts.mounts.find((m) => m.id === 'mk-hesper-left')!.school).toBe('solid');
    const without = judged(
      'C',
      { mounts: tail, partIds: candidate('C').partIds.filter((p) => p !== 'mk-hesper') },
      tug,
      lib,
    );
    expect(without.figures.mounts.mounts.map((m) => m.id)).toEqual(['tail']);
    expect(finding(without, 'mounts-held').state).toBe('blocked');
  });
  test('a boss or chassis mount that this car has not is asked for', () => {
    const far = {
      ...lib,
      parts: lib.parts.map((p) =>
        p.id === 'mk-hesper' ? { ...p, mounts: p.mounts!.map((m) => ({ ...m, padId: 'somewhere else' })) } : p,
      ),
    };
    const a = judged('C', { mounts: tail }, tug, far);
    expect(check(a, 'mounts-held').state).toBe('unknown');
    expect(finding(a, 'mounts-held').missing).toContain('/chassis/pads');
  });
});

describe('claims about mounts', () => {
  const claim = (says: 'fits' | 'does not fit', by: string) => ({
    id: `claim-${by}`,
    about: { partId: 'mk-hesper' },
    says,
    by,
    words: 'as told',
    evidence: 'claimed' as const,
    test: 'bolt it up',
  });
  const said = (claims: ReturnType<typeof claim>[], mounts = candidate('C').mounts!) =>
    judged('C', { mounts }, { ...tug, chassis: { ...tug.chassis!, claims } }).findings.find(
      (f) => f.id === 'claims-mk-hesper',
    )!;
  test('one that the measure agrees with stands beside it, with its test', () => {
    const f = said([claim('fits', 'maker')]);
    expect(f).toMatchObject({ state: 'clear', step: 'mounts' });
    expect(f.because).toContain('Deciding test: bolt it up.');
  });
  test('two that contradict each other, or one that the measure contradicts, is not settled by anybody’s word', () => {
    expect(said([claim('fits', 'maker'), claim('does not fit', 'owner')]).state).toBe('tight');
    expect(said([claim('does not fit', 'owner')]).state).toBe('tight');
    const rocks = candidate('C').mounts!.filter((m) => m.id !== 'tail');
    const f = said([claim('fits', 'maker')], rocks);
    expect(f.state).toBe('tight');
    expect(f.because).toContain('blocked in its mounts');
  });
});

test('what is joined to the car moves with the engine: more on soft mounts than on hard ones, and the lever keeps its room', () => {
  const on = (school: 'solid' | 'rubber') => {
    const mounts = candidate('C').mounts!.map((m) => ({
      ...m,
      element:
        school === 'solid'
          ? { school, ratingN: m.element!.ratingN! }
          : {
              ...m.element!,
              school,
              stiffness: {
                xNPerMm: { value: 120, plusMinus: 10, evidence: 'published' as const },
                yNPerMm: { value: 100, plusMinus: 10, evidence: 'published' as const },
                zNPerMm: { value: 150, plusMinus: 10, evidence: 'published' as const },
              },
            },
    }));
    return judged('C', { mounts });
  };
  const [hard, soft] = [on('solid'), on('rubber')];
  const degrees = (a: typeof hard) => Number(/joint to \{\{([\d.]+)\|/.exec(finding(a, 'fit-moves').title)![1]);
  expect(degrees(soft)).toBeGreaterThan(degrees(hard));
  expect(check(soft, 'fit-shifter').value!).toBeLessThan(check(hard, 'fit-shifter').value!);
  // By hand: what is left at rest, less what the lever itself moves towards the nearer edge.
  const seat = soft.figures.fit.seat!.shifter!;
  expect(check(soft, 'fit-shifter').value!).toBeLessThan(seat.insideMm);
  expect(check(hard, 'fit-shifter').value!).toBeGreaterThan(seat.insideMm - 1);
});

describe('a carrier that moves suspension points', () => {
  const found = (changes: Parameters<typeof judged>[1] = {}, lib = library) => judged('A', changes, racer, lib);
  test('is open and names them, on any wheelbase, with work to put on the list', () => {
    const f = finding(found(), 'pick-ups-cr-tansy-pika');
    expect(f.state).toBe('unknown');
    expect(f.title).toContain('lower arm, left, lower arm, right');
    expect(f.remedies[0]!.accept).toEqual({ kind: 'pickUpCheck', of: 'cr-tansy-pika' });
  });
  test('on the list it costs hours and stays open; measured it is settled either way', () => {
    const planned = found({ pickUpChecks: [{ of: 'cr-tansy-pika' }] });
    expect(finding(planned, 'pick-ups-cr-tansy-pika').state).toBe('unknown');
    expect(planned.figures.money.bill.lines.find((l) => l.id === 'pick-ups-cr-tansy-pika')!.hours.likely).toBe(3);
    const said = (f: 'as before' | 'changed') =>
      finding(found({ pickUpChecks: [{ of: 'cr-tansy-pika', found: f }] }), 'pick-ups-cr-tansy-pika').state;
    expect(said('as before')).toBe('clear');
    expect(said('changed')).toBe('tight');
  });
  test('of one that nobody has said it of, it is asked; of one that moves none, not', () => {
    const lib = (pickUps: string[] | undefined) => ({
      ...library,
      parts: library.parts.map((p) => {
        if (p.id !== 'cr-tansy-pika') return p;
        const { pickUps: _was, ...carries } = p.carries!;
        return { ...p, carries: pickUps ? { ...carries, pickUps } : carries };
      }),
    });
    expect(finding(found({}, lib(undefined)), 'pick-ups-cr-tansy-pika').missing).toEqual([
      '/parts/cr-tansy-pika/carries/pickUps',
    ]);
    expect(found({}, lib([])).findings.some((f) => f.id === 'pick-ups-cr-tansy-pika')).toBe(false);
  });
  test('a steering box put elsewhere asks for the same; a notch in it does not', () => {
    const box = tug.chassis!.obstacles.find((o) => o.role === 'steering box' || o.role === 'steering rack')!;
    const with_ = (work: 'relocate' | 'notch') =>
      judged('C', { obstacleChanges: [{ obstacleId: box.id, do: work, amountMm: 10 }] }).findings.some(
        (f) => f.id === `pick-ups-${box.id}`,
      );
    expect(with_('relocate')).toBe(true);
    expect(with_('notch')).toBe(false);
  });
  test('the engine of a later stage that it takes too: what differs for its bosses', () => {
    const f = finding(found(), 'carrier-later-cr-tansy-pika-quillon-18-cast');
    expect(f.state).toBe('clear');
    expect(f.because).toMatch(/boss|bosses/);
  });
});
