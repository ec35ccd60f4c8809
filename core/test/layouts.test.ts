/** Every layout of car raises the joints, lines of drive and checks that it has, and no other. */
import { assess, compareMountTypes, layoutOf, resolveSubject, settingOf, surveyFindings } from '../src/index.ts';
import { linesOf } from '../src/questions/fit/index.ts';
import { builtOf, LAYOUTS } from './layouts.ts';

/** Joints on the way from gearbox to road that a layout decides. */
const BY_LAYOUT = /^(output|half-shaft|hub|input-shaft|torque-tube|chain)(:|$)/;
/** Rows that a layout decides. */
const ROWS = [
  'fit-shifter',
  'fit-shaft',
  'fit-plunge',
  'fit-joint',
  'axle-margin',
  'shaft-margin',
  'propshaft-margin',
  'propshaft-speed',
];

describe.each(LAYOUTS.map((l) => [l.name, l] as const))('%s', (_, layout) => {
  const { build, lib, candidate } = builtOf(layout);
  const judged = assess(build, candidate, lib);

  test('has its joints, lines and rows, and no other', () => {
    const { subject } = resolveSubject(settingOf(build), candidate, lib);
    expect([...linesOf(layoutOf(build.chassis!, subject!.gearbox))]).toEqual(layout.lines);
    const joints = judged.figures!.joints!.joints.map((j) => j.key).filter((key) => BY_LAYOUT.test(key));
    expect(joints.sort()).toEqual([...layout.joints].sort());
    const rows = judged.checks.map((c) => c.id).filter((id) => ROWS.includes(id));
    expect(rows.sort()).toEqual([...layout.rows].sort());
  });

  test('is judged whole: with all of it entered none of it is unknown, and it goes together', () => {
    const open = judged.checks.filter((c) => layout.rows.includes(c.id) && c.state === 'unknown');
    expect(open.map((c) => `${c.id}: ${c.because}`)).toEqual([]);
    const blocked = judged.checks.filter((c) => layout.rows.includes(c.id) && c.state === 'blocked');
    expect(blocked.map((c) => `${c.id}: ${c.because}`)).toEqual([]);
    const joints = judged.figures!.joints!.joints.filter((j) => BY_LAYOUT.test(j.key));
    expect(joints.filter((j) => j.state !== 'clear').map((j) => j.key)).toEqual([]);
    expect(judged.findings.find((f) => f.id === 'final-drive-place')).toBeUndefined();
    expect(judged.figures!.acceleration).toBeDefined();
  });

  test('the survey asks for nothing that it has not', () => {
    const { chassis } = build;
    const asked = surveyFindings({ ...chassis!, obstacles: [], tape: [] }).map((f) => f.id);
    expect(asked.includes('unmeasured-tunnel')).toBe(
      chassis!.engineLies === 'longitudinal' &&
        (chassis!.engineSits ?? 'front') === 'front' &&
        (chassis!.gearboxSits ?? 'on the engine') === 'on the engine',
    );
    expect(asked.includes('unmeasured-shifter')).toBe(false);
    expect(asked.includes('unmeasured-pinion')).toBe(false);
    expect(asked.includes('unmeasured-hubs')).toBe(false);
    expect(asked.includes('unmeasured-bonnet')).toBe(true);
  });
});

const named = (name: string) => LAYOUTS.find((l) => l.name === name)!;
const judgedOf = (layout: (typeof LAYOUTS)[number], change: (b: ReturnType<typeof builtOf>) => void = () => {}) => {
  const made = structuredClone(builtOf(layout));
  change(made);
  return assess(made.build, made.candidate, made.lib);
};
const madeBox = ({ lib }: ReturnType<typeof builtOf>) => lib.gearboxes.find((g) => g.id === 'made-box')!;

describe('where the final drive is', () => {
  const FRONT = named('front engine, across, driven in front');
  test('a front-driver with a box without differential is out, one that nobody has described is not known', () => {
    const out = judgedOf(FRONT, (m) => {
      const box = madeBox(m);
      delete box.finalDriveInside;
      delete box.halfShaftsMm;
      box.outputMm = [-700, 0, 0];
    });
    expect(out.findings.find((f) => f.id === 'final-drive-place')!.state).toBe('blocked');
    const unknown = judgedOf(FRONT, (m) => {
      const box = madeBox(m);
      delete box.finalDriveInside;
      delete box.halfShaftsMm;
    });
    expect(unknown.findings.find((f) => f.id === 'final-drive-place')).toMatchObject({
      state: 'unknown',
      missing: ['/gearboxes/made-box/finalDriveInside'],
    });
  });
  test('a transaxle under a car with an axle of its own is out', () => {
    const out = judgedOf(named('front engine, lengthways, driven behind'), (m) => {
      madeBox(m).finalDriveInside = 3.9;
    });
    expect(out.findings.find((f) => f.id === 'final-drive-place')!.state).toBe('blocked');
  });
});

describe('a reverse', () => {
  const [WITH, WITHOUT] = ['with', 'without'].map((r) => named(`middle engine, across, by chain, ${r} a reverse`));
  test.each([
    [WITH!, true, 'clear'],
    [WITHOUT!, true, 'blocked'],
    [WITHOUT!, undefined, 'clear'],
  ] as const)('%#', (layout, needsReverse, state) => {
    const found = judgedOf(layout, ({ build }) => {
      if (needsReverse) build.brief.needsReverse = needsReverse;
    }).findings.find((f) => f.id === 'reverse')!;
    expect(found.state).toBe(state);
  });
  test('asked for and not entered it is not known', () => {
    const found = judgedOf(WITH!, (m) => {
      m.build.brief.needsReverse = true;
      delete madeBox(m).reverseRatio;
    }).findings.find((f) => f.id === 'reverse')!;
    expect(found).toMatchObject({ state: 'unknown', missing: ['/gearboxes/made-box/reverseRatio'] });
  });
});

describe('a gearbox apart from the engine', () => {
  const TUBE = named('front engine, transaxle behind a torque tube');
  const OPEN = named('front engine, transaxle behind an open shaft');
  test('its gaps are told where it stands, and unknown until somebody says where', () => {
    const [first] = builtOf(TUBE).build.chassis!.obstacles;
    const beam = { ...first!, id: 'beam', name: 'rear beam', role: 'crossmember' as const };
    const inTheWay = (m: ReturnType<typeof builtOf>) => {
      const at = m.candidate.gearboxPlacement!;
      m.build.chassis!.obstacles.push({
        ...beam,
        shape: { kind: 'box', centreMm: [at.xMm - 200, at.yMm, at.zMm], sizeMm: [60, 60, 60] },
      });
    };
    const hit = judgedOf(TUBE, inTheWay);
    expect(hit.findings.find((f) => f.id === 'fit-beam')!.state).toBe('blocked');
    const unplaced = judgedOf(TUBE, (m) => {
      inTheWay(m);
      delete m.candidate.gearboxPlacement;
    });
    expect(unplaced.findings.find((f) => f.id === 'fit-beam')).toBeUndefined();
    expect(unplaced.checks.find((c) => c.id === 'fit-shaft')!.state).toBe('unknown');
    expect(unplaced.findings.find((f) => f.id === 'fit-shaft')!.missing).toEqual(['/candidates/c/gearboxPlacement']);
  });
  test('a torque tube out of line does not bolt up', () => {
    const off = judgedOf(TUBE, (m) => {
      m.candidate.gearboxPlacement!.yMm += 40;
    });
    expect(off.checks.find((c) => c.id === 'fit-shaft')!.state).toBe('blocked');
  });
  test('the shaft before it carries the engine’s torque and turns with the crank; behind a gearbox it carries first gear', () => {
    const before = judgedOf(OPEN).checks.find((c) => c.id === 'propshaft-margin')!.value!;
    const behind = judgedOf(named('front engine, lengthways, driven behind')).checks.find(
      (c) => c.id === 'propshaft-margin',
    )!.value!;
    const first = madeBox(builtOf(OPEN)).ratios[0]!;
    expect(before / behind).toBeGreaterThan(0.9 * first);
  });
  test('engine and gearbox hang each by itself behind an open shaft, as one in a tube, and nobody knows before it is said', () => {
    const held = (layout: (typeof LAYOUTS)[number], change: (m: ReturnType<typeof builtOf>) => void = () => {}) =>
      judgedOf(layout, change).checks.find((c) => c.id === 'mounts-held')!;
    expect(builtOf(OPEN).candidate.mounts!.length).toBeGreaterThan(2);
    expect(held(TUBE).because).not.toMatch(/^(Engine|Gearbox):/);
    // An engine on two mounts and a gearbox on one turn about them.
    expect(held(OPEN)).toMatchObject({
      state: 'blocked',
      because: expect.stringMatching(/^(Engine|Gearbox):/) as unknown,
    });
    const three = held(OPEN, (m) => {
      const one = m.candidate.mounts!.find((x) => x.bossId === 'gearbox')!;
      const { padId: _pad, ...free } = one;
      const at = m.candidate.gearboxPlacement!;
      const ofEngine = m.candidate.mounts!.find((x) => x.bossId !== 'gearbox' && !x.link)!;
      const { padId: _own, ...third } = ofEngine;
      const place = m.candidate.placement;
      m.candidate.mounts!.push({ ...third, id: 'third', atMm: [place.xMm - 60, place.yMm, place.zMm - 60] });
      for (const [i, [x, y]] of [
        [0, 200],
        [0, -200],
        [-350, 0],
      ].entries())
        m.candidate.mounts!.push({ ...free, id: `m${i}`, atMm: [at.xMm + x!, at.yMm + y!, at.zMm - 60] });
    });
    expect(three.state).toBe('clear');
    expect(held(OPEN, ({ build }) => void delete build.chassis!.torqueTube).state).toBe('unknown');
  });
});

test('a chain out of line is blocked and says by how much', () => {
  const off = judgedOf(named('middle engine, across, by chain, with a reverse'), ({ build }) => {
    build.chassis!.axleSprocketMm = [build.chassis!.axleSprocketMm![0], -88, 300];
  });
  expect(off.checks.find((c) => c.id === 'fit-shaft')!.state).toBe('blocked');
});

describe('half shafts from bump to droop', () => {
  const FRONT = named('front engine, across, driven in front');
  test.each([
    [520, 900, 'blocked'],
    [300, 521, 'blocked'],
    [300, 900, 'clear'],
  ] as const)('between %i and %i mm: %s', (fullyInMm, fullyOutMm, state) => {
    const row = judgedOf(FRONT, ({ build }) => {
      build.chassis!.halfShaft = { fullyInMm, fullyOutMm, jointLimitDeg: 40 };
    }).checks.find((c) => c.id === 'fit-plunge')!;
    expect(row.state).toBe(state);
  });
  test('what is missing is named, and a bought shaft stands in for the car’s own', () => {
    const without = (change: (m: ReturnType<typeof builtOf>) => void) =>
      judgedOf(FRONT, change).findings.find((f) => f.id === 'fit-plunge')!;
    expect(without(({ build }) => void delete build.chassis!.halfShaft)).toMatchObject({
      state: 'unknown',
      missing: ['/chassis/halfShaft'],
    });
    expect(without(({ build }) => void delete build.chassis!.hubs!.bumpUpMm).missing).toEqual([
      '/chassis/hubs/bumpUpMm',
    ]);
    const bought = without((m) => {
      delete m.build.chassis!.halfShaft;
      const [part] = m.lib.parts;
      m.lib.parts.push({
        ...part!,
        id: 'shafts',
        closes: [],
        provides: [],
        requires: [],
        excludes: [],
        solids: [],
        halfShaft: { fullyInMm: 300, fullyOutMm: 900 },
      });
      m.candidate.partIds = ['shafts'];
    });
    expect(bought.state).toBe('clear');
  });
  test('shafts of unequal angle steer under power', () => {
    const skew = judgedOf(FRONT, ({ build }) => {
      const { hubs } = build.chassis!;
      hubs!.leftMm = [hubs!.leftMm[0], hubs!.leftMm[1] - 300, hubs!.leftMm[2] - 40];
    });
    expect(skew.findings.find((f) => f.id === 'torque-steer')!.title).toContain('Torque steer');
    expect(judgedOf(FRONT).findings.find((f) => f.id === 'torque-steer')).toBeUndefined();
  });
});

test('a limited centre passes more than its fixed split and no more than a locked one', () => {
  const grip = (centre: 'fixed' | 'limited' | 'locked') =>
    judgedOf(named('all wheels, across, limited centre'), ({ build }) => {
      build.chassis!.centre = centre;
      build.chassis!.rearTorqueShare = 0.2;
      build.chassis!.centreBiasRatio = { value: 1.5, evidence: 'published' };
    }).figures!.gearing!.gripN!;
  expect(grip('limited')).toBeGreaterThan(1.05 * grip('fixed'));
  expect(grip('locked')).toBeGreaterThan(1.05 * grip('limited'));
});

test('the differential acts on hill and run: on a car that leans, a locked one holds more', () => {
  const of = (differential: 'open' | 'locked') => {
    const a = judgedOf(named('front engine, lengthways, driven behind'), (m) => {
      m.candidate.differential = differential;
      m.build.chassis!.weighing.comYMm = { value: 90, evidence: 'measured' };
      // On tyres that give up.
      for (const tyre of m.build.chassis!.tyres) tyre.dryGrip = { value: 0.4, evidence: 'measured' };
    });
    return { hill: a.checks.find((c) => c.id === 'hill')!.value!, run: a.figures!.acceleration!.zeroTo100S!.value };
  };
  expect(of('locked').hill).toBeGreaterThan(of('open').hill);
  expect(of('locked').run).toBeLessThan(of('open').run);
});

test('a centre that holds the axles to a share which nobody has entered leaves grip and hill unknown', () => {
  const a = judgedOf(named('all wheels, transfer case, fixed split'), ({ build }) => {
    delete build.chassis!.rearTorqueShare;
  });
  expect(a.figures!.gearing!.gripN).toBeUndefined();
  expect(a.checks.find((c) => c.id === 'hill')!.state).toBe('unknown');
  expect(a.findings.some((f) => f.missing.includes('/chassis/rearTorqueShare'))).toBe(true);
});

test('behind an open shaft types of mounts are compared for the engine alone: the gearbox’s weight is not on them', () => {
  const types = (gearboxKg: number, torqueTube: boolean) => {
    const m = structuredClone(builtOf(named('front engine, transaxle behind an open shaft')));
    m.build.chassis!.torqueTube = torqueTube;
    madeBox(m).massKg = { value: gearboxKg, plusMinus: 1, evidence: 'measured' };
    const [own] = m.candidate.mounts!.filter((x) => x.bossId !== 'gearbox' && !x.link);
    const { padId: _pad, ...third } = own!;
    const at = m.candidate.placement;
    m.candidate.mounts!.push({ ...third, id: 'third', atMm: [at.xMm - 60, at.yMm, at.zMm - 60] });
    return compareMountTypes(m.build, m.candidate, m.lib);
  };
  const [light, heavy] = [types(30, false), types(80, false)];
  expect(light!.length).toBeGreaterThan(2);
  expect(heavy).toEqual(light);
  expect(types(80, true)).not.toEqual(types(30, true));
});
