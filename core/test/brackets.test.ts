import DxfParser from 'dxf-parser';
import {
  bracketSheet,
  chassisMountsOf,
  designOf,
  jigOf,
  jigSheet,
  mountInUse,
  resolveSubject,
  settingOf,
  sheetDxf,
  sheetSvg,
  type Build,
  type Chassis,
  type FittedMount,
  type Subject,
} from '../src/index.ts';
import { candidate, finding, judged, library, pickup, tug } from './demo.ts';

const check = (a: ReturnType<typeof judged>, id: string) => a.checks.find((c) => c.id === id)!;
const UNITS = { system: 'metric' } as const;
const HEAD = { buildName: 'a build', date: '2026-05-01' };

const subjectOf = (letter: string, build: Build, mounts?: FittedMount[]) => {
  const c = candidate(letter, build);
  const subject = resolveSubject(settingOf(build), mounts ? { ...c, mounts } : c, library).subject!;
  return subject as Subject & { readonly chassis: Chassis };
};
/** The tug's V6 with the bracket of its left mount made; the others come with their kit. */
const withBracket = (bracket: FittedMount['bracket']): FittedMount[] =>
  candidate('C').mounts!.map((m) => (m.id === 'left' && bracket ? { ...m, bracket } : m));
const PLATE = {
  from: 'made',
  metal: 'steel',
  widthMm: 80,
  thicknessMm: 6,
  mountHoleMm: 13,
  standOffMm: 20,
  slotMm: 10,
} as const;

interface Entity {
  readonly type: string;
  readonly layer: string;
  readonly center?: { x: number; y: number };
  readonly radius?: number;
  readonly vertices?: readonly { x: number; y: number; bulge?: number }[];
  readonly shape?: boolean;
}
/** The drawing as a reader of another make sees it. */
const read = (dxf: string) => new DxfParser().parseSync(dxf)!.entities as unknown as readonly Entity[];

describe('the template of a folded bracket, as an independent reader opens it', () => {
  const subject = subjectOf('C', tug, withBracket(PLATE));
  const sheet = bracketSheet(subject, 'left', { mount: undefined, bracket: undefined }, UNITS, HEAD);
  const entities = read(sheetDxf(sheet));
  const design = designOf(subject, mountInUse(subject, subject.candidate.mounts![0]!), PLATE);
  const [piece] = design.pieces;
  const cut = entities.filter((e) => e.layer === 'CUT');
  test('round holes and slots lie where they were reckoned, within 0.01 mm', () => {
    const round = cut.find((e) => e.type === 'CIRCLE')!;
    const slot = cut.find((e) => e.type === 'POLYLINE' && e.vertices!.some((v) => v.bulge === 1))!;
    expect(round.radius! * 2).toBeCloseTo(piece!.holes[0]!.diameterMm, 2);
    const middle = {
      x: slot.vertices!.reduce((s, v) => s + v.x, 0) / 4,
      y: slot.vertices!.reduce((s, v) => s + v.y, 0) / 4,
    };
    const apart = [middle.x - round.center!.x, middle.y - round.center!.y];
    const [a, b] = piece!.holes;
    expect(Math.abs(apart[0]! - (b!.at[0] - a!.at[0]))).toBeLessThan(0.01);
    expect(Math.abs(apart[1]! - (b!.at[1] - a!.at[1]))).toBeLessThan(0.01);
    const x = slot.vertices!.map((v) => v.x);
    // From half circle to half circle: 10 mm of slot.
    expect(Math.max(...x) - Math.min(...x)).toBeCloseTo(10, 2);
  });
  test('the outline is closed, at its true size, and bears its folds on a layer of their own', () => {
    const outline = cut.find((e) => e.type === 'POLYLINE' && e.vertices!.length > 4)!;
    expect(outline.shape).toBe(true);
    const x = outline.vertices!.map((v) => v.x);
    const own = piece!.outlineMm.map((p) => p[0]);
    expect(Math.max(...x) - Math.min(...x)).toBeCloseTo(Math.max(...own) - Math.min(...own), 2);
    expect(entities.filter((e) => e.layer === 'FOLD' && e.type === 'POLYLINE')).toHaveLength(piece!.folds.length);
  });
  test('a line of 100 mm stands beside it, and the caution', () => {
    const lines = sheet.marks.filter((m) => m.kind === 'line' && m.layer === 'dimensions' && m.points.length === 2);
    const long = lines.map((m) => m.kind === 'line' && Math.abs(m.points[1]![0] - m.points[0]![0]));
    expect(long).toContain(100);
    expect(sheetSvg(sheet)).toContain('requires a licensed fabricator');
    expect(sheet.scale).toBe(1);
  });
  test('stays on its paper', () => {
    for (const m of sheet.marks)
      for (const [px, py] of m.kind === 'line' ? m.points : [m.at]) {
        expect(px).toBeGreaterThanOrEqual(0);
        expect(px).toBeLessThanOrEqual(sheet.widthMm);
        expect(py).toBeGreaterThanOrEqual(0);
        expect(py).toBeLessThanOrEqual(sheet.heightMm);
      }
  });
});

test('a tube of the demo: two plates and a tube to cut, its mass from both', () => {
  const subject = subjectOf('B', pickup);
  const mount = subject.candidate.mounts![0]!;
  if (mount.bracket?.from !== 'made') throw new Error('the demo has one made');
  const design = designOf(subject, mountInUse(subject, mount), mount.bracket);
  expect(design.cut.map((c) => c.name)).toEqual(['boss plate', 'mount plate', 'tube']);
  const tube = design.cut[2]!;
  const kgOfTube = ((Math.PI * (48 ** 2 - 40 ** 2)) / 4) * tube.lengthMm * 7.85e-6;
  expect(design.massKg).toBeGreaterThan(kgOfTube);
  expect(design.massKg).toBeLessThan(kgOfTube + 2 * 0.12 * 0.12 * 0.008 * 7850);
  // Both bosses of the face are in its plate, 64 mm apart as in the library.
  const [a, b] = design.pieces[0]!.holes;
  const bosses = subject.engine.bosses.filter((x) => x.id.startsWith('q18m-bl')).map((x) => x.atMm);
  const apart = Math.hypot(...bosses[0]!.map((v, i) => v - bosses[1]![i]!));
  expect(Math.hypot(a!.at[0] - b!.at[0], a!.at[1] - b!.at[1])).toBeCloseTo(apart, 6);
});

describe('judged', () => {
  const tried = (bracket: FittedMount['bracket']) => judged('C', { mounts: withBracket(bracket) });
  test('too thin is blocked, and what is offered instead bears it', () => {
    const a = tried({ ...PLATE, thicknessMm: 6 });
    const f = finding(a, 'mounts-bracket-left');
    expect(f.state).toBe('blocked');
    expect(check(a, 'mounts-brackets').state).toBe('blocked');
    const [offer] = f.remedies;
    expect(offer!.accept).toMatchObject({ kind: 'bracket', mountId: 'left', slotMm: 10, mountHoleMm: 13 });
    const { kind: _kind, mountId: _id, ...made } = offer!.accept as unknown as Record<string, unknown>;
    const then = tried(made as FittedMount['bracket']);
    expect(then.findings.some((x) => x.id === 'mounts-bracket-left')).toBe(false);
    expect(check(then, 'mounts-brackets').value!).toBeLessThan(100);
  });
  test('by hand: its load over its span on 80 × 20 mm of steel', () => {
    const a = tried({ ...PLATE, thicknessMm: 20 });
    const mount = a.figures.mounts.mounts.find((m) => m.id === 'left')!;
    const span = Math.hypot(...mount.bossMm!.map((v, i) => v - mount.padMm![i]!));
    const stress = (6 * mount.worst!.loadN * span) / (80 * 20 ** 2);
    expect(check(a, 'mounts-brackets').value!).toBeCloseTo((100 * stress) / (235 / 1.5), 6);
    expect(check(a, 'mounts-brackets').plusMinus!).toBeGreaterThan(0);
  });
  test('a mount of its own with no bracket said leaves the row open, and says what is missing', () => {
    const mounts = candidate('C').mounts!.map(({ partId: _kit, ...m }) => ({
      ...m,
      element: { school: 'solid' as const },
    }));
    const a = judged('C', { mounts });
    expect(check(a, 'mounts-brackets').state).toBe('unknown');
    const f = finding(a, 'mounts-bracket-left');
    expect(f.missing).toEqual(['/candidates/c/mounts/0/bracket']);
    expect(f.remedies[0]!.accept).toMatchObject({ kind: 'bracket', mountId: 'left', from: 'made' });
    const said = judged('C', { mounts: mounts.map((m) => ({ ...m, bracket: { from: 'supplied' as const } })) });
    expect(check(said, 'mounts-brackets').state).toBe('clear');
  });
  test('where its load is not known, what is missing for that is what the mounts lack', () => {
    const bare = { ...library, engines: library.engines.map((e) => ({ ...e, curves: [] })) };
    const a = judged('C', { mounts: withBracket(PLATE) }, tug, bare);
    const f = finding(a, 'mounts-bracket-left');
    expect(f.state).toBe('unknown');
    expect(f.missing).toContain('/engines/hesper-v6-27/curves');
    expect(f.missing).toEqual(expect.arrayContaining([...finding(a, 'mounts-load').missing]));
  });
  test('what it is drawn from and nobody has entered is asked for, and does not pass', () => {
    const { mountHoleMm: _hole, ...bare } = PLATE;
    const f = finding(tried(bare), 'mounts-bracket-drawn-left');
    expect(f.state).toBe('unknown');
    expect(f.missing).toEqual(['/candidates/c/mounts/0/bracket/mountHoleMm']);
  });
  test('a made bracket costs metal and hours of its own, and can be taken out', () => {
    const a = tried(PLATE);
    const line = a.figures.money.bill.lines.find((l) => l.id === 'bracket-left')!;
    expect(line.price.likely).toBe(30);
    expect(line.hours.likely).toBe(4);
  });
  test('it takes room in the bay: a plate through the steering shaft is found, and not at what its own mount stands on', () => {
    const there = { id: 'bar', name: 'test bar', role: 'steering shaft', plusMinusMm: 1 } as const;
    const at = judged('C').figures.mounts.mounts.find((m) => m.id === 'left')!;
    const subject = subjectOf('C', tug, withBracket(PLATE));
    const [, from, to] = designOf(subject, mountInUse(subject, subject.candidate.mounts![0]!), PLATE).plate!.middleMm;
    const middle = from!.map((v, i) => (v + to![i]!) / 2) as [number, number, number];
    const bar = (centreMm: [number, number, number]) => ({
      ...tug,
      chassis: {
        ...tug.chassis!,
        obstacles: [
          ...tug.chassis!.obstacles,
          {
            ...tug.chassis!.obstacles[0]!,
            ...there,
            shape: { kind: 'box' as const, centreMm, sizeMm: [200, 6, 6] as [number, number, number] },
          },
        ],
      },
    });
    const hits = (centre: [number, number, number]) =>
      judged('C', { mounts: withBracket(PLATE) }, bar(centre)).figures.fit.pairs.some(
        (p) => p.part.id.startsWith('bracket-left') && p.obstacle.id === 'bar' && p.gapMm < 0,
      );
    expect(hits(middle)).toBe(true);
    const own = at.padMm!;
    expect(hits([own[0], own[1], own[2]])).toBe(false);
  });
});

test('the jig: places of both ends, and diagonals that agree with them', () => {
  const subject = subjectOf('C', tug);
  const jig = jigOf(subject);
  expect(jig.points.filter((p) => p.mark.startsWith('C'))).toHaveLength(3);
  expect(jig.points.filter((p) => p.mark.startsWith('B'))).toHaveLength(3);
  expect(jig.diagonals).toHaveLength(3);
  const pads = chassisMountsOf(subject.chassis, subject.parts);
  const by = (id: string) => pads.find((p) => p.id === id)!.atMm;
  const across = jig.diagonals.find((g) => g.from === 'C1' && g.to === 'C2')!;
  expect(across.straightMm).toBeCloseTo(Math.hypot(...by('pad-left').map((v, i) => v - by('pad-right')[i]!)), 9);
  const words = jigSheet(subject, UNITS, HEAD).marks.flatMap((m) => (m.kind === 'text' ? [m.text] : []));
  expect(words).toContain('600.0');
});

test('a link whose bush is known is a bar in the bay too: taken out, its room is free again', () => {
  const figure = (value: number) => ({ value, plusMinus: 1, evidence: 'measured' as const });
  const link: FittedMount = {
    id: 'link',
    name: 'torque link',
    bossId: 'h27-br',
    padId: 'pad-left',
    link: true,
    element: {
      school: 'polyurethane',
      bush: {
        shoreA: figure(80),
        innerDiameterMm: figure(12),
        outerDiameterMm: figure(36),
        bushLengthMm: figure(40),
      },
    },
  };
  const with_ = (more: readonly FittedMount[]) => {
    const a = judged('C', { mounts: [...candidate('C').mounts!, ...more] });
    return a.figures.fit.pairs.filter((p) => p.part.name === 'torque link');
  };
  const pairs = with_([link]);
  expect(pairs.length).toBeGreaterThan(0);
  // From the axis of the bar to what it passes: its radius is in the gap.
  expect(pairs.every((p) => p.part.role === 'mount')).toBe(true);
  expect(with_([])).toEqual([]);
});
