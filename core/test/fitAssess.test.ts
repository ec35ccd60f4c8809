import {
  assess,
  gearboxPose,
  offsetPose,
  placedSolids,
  poseOf,
  resolveSubject,
  settingOf,
  type Build,
  type Obstacle,
} from '../src/index.ts';
import { candidate, finding, judged, library, tug, words, whole } from './demo.ts';

const withObstacle = (o: Obstacle): Build => ({
  ...tug,
  chassis: { ...tug.chassis!, obstacles: [...tug.chassis!.obstacles, o] },
});
const box = (
  id: string,
  role: Obstacle['role'],
  centreMm: [number, number, number],
  sizeMm: [number, number, number],
  plusMinusMm = 0,
): Obstacle => ({
  id,
  name: id,
  role,
  may: [],
  plusMinusMm,
  shape: { kind: 'box', centreMm, sizeMm },
});

describe('softer mounts need more room', () => {
  /** Where nobody has said what carries it, what is typical of the type stands in. */
  const margin = (school: 'solid' | 'polyurethane' | 'rubber') =>
    judged('C', { mountSchool: school, mounts: [] }).figures.fit.smallest!.marginMm;
  test('by exactly what is typical of them', () => {
    expect(margin('solid') - margin('polyurethane')).toBeCloseTo(4, 9);
    expect(margin('polyurethane') - margin('rubber')).toBeCloseTo(5, 9);
  });
  test('so the same place can be clear on one and tight or blocked on another', () => {
    expect(finding(judged('B', { mountSchool: 'solid', mounts: [] }), 'fit-crossmember').state).toBe('clear');
    expect(finding(judged('B', { mounts: [] }), 'fit-crossmember').state).toBe('tight');
  });
  test('and a finding says where firmer ones would do', () => {
    const p = candidate('C').placement;
    const short = judged('C', { mountSchool: 'rubber', mounts: [] }).figures.fit.smallest!.marginMm;
    const a = judged('C', { mountSchool: 'rubber', mounts: [], placement: { ...p, zMm: p.zMm - short - 2 } });
    const blocked = a.findings.filter((f) => f.step === 'fit' && f.state === 'blocked');
    expect(blocked.length).toBeGreaterThan(0);
    expect(blocked.some((f) => f.because.includes('Polyurethane mounts reduce movement and solve this.'))).toBe(true);
  });
});

describe('moving it', () => {
  test('up by a millimetre takes about a millimetre of the bonnet', () => {
    const gap = (dz: number) => {
      const p = candidate('B').placement;
      return judged('B', { placement: { ...p, zMm: p.zMm + dz } }).figures.fit.pairs.find(
        (x) => x.obstacle.id === 'bonnet',
      )!.gapMm;
    };
    expect(gap(0) - gap(1)).toBeGreaterThan(0.97);
    expect(gap(0) - gap(1)).toBeLessThanOrEqual(1.000001);
  });
  test('all the way out of the bay nothing comes near, and that is said', () => {
    const a = judged('C', { placement: { ...candidate('C').placement, zMm: 5000 } });
    expect(a.checks.find((c) => c.id === 'fit-margin')).toMatchObject({
      state: 'clear',
      because: 'No obstacle within range.',
    });
    expect(a.checks.find((c) => c.id === 'fit-margin')).not.toHaveProperty('value');
  });
  test('an adapter plate moves the gearbox back along the engine’s own axis, and nothing else', () => {
    const subject = (partIds: string[]) =>
      resolveSubject(settingOf(tug), { ...candidate('C'), partIds }, library).subject!;
    const place = candidate('C').placement;
    const without = placedSolids(subject([]), place);
    const plate = placedSolids(subject(['ap-hesper-corran']), place);
    without.forEach((s, i) => {
      const moved = Math.hypot(...[0, 1, 2].map((k) => s.convex.vertices[k]! - plate[i]!.convex.vertices[k]!));
      expect(moved).toBeCloseTo(s.owner === 'gearbox' ? 18 : 0, 9);
    });
    expect(gearboxPose(poseOf(place), subject(['ap-hesper-corran']))).toEqual(offsetPose(poseOf(place), [-18, 0, 0]));
  });
});

describe('what stands in the way', () => {
  test('“hits by” where it is sunk, “short of” where there is a gap but too little', () => {
    const block = judged('C').figures.fit.pairs;
    expect(block.length).toBeGreaterThan(20);
    const at = (z: number) =>
      words(
        finding(
          assess(withObstacle(box('rag', 'floor', [-100, 0, z], [400, 400, 20])), candidate('C'), library),
          'fit-rag',
        ).title,
      );
    expect(at(170)).toMatch(/hits rag by \d+ mm/);
    expect(at(152)).toMatch(/^\d+ mm too little clearance: .* to rag$/);
  });
  test('the measuring tolerance of an obstacle is asked on top', () => {
    const needed = (pm: number) => {
      const a = whole(
        assess(withObstacle(box('rag', 'floor', [-100, 0, 140], [400, 400, 20], pm)), candidate('C'), library),
      );
      return finding(a, 'fit-rag').limit!;
    };
    expect(needed(10) - needed(0)).toBeCloseTo(10, 9);
  });
  test('a service reach zone only reports', () => {
    const a = whole(
      assess(withObstacle(box('hand', 'reach zone', [0, 0, 500], [200, 200, 200])), candidate('C'), library),
    );
    expect(finding(a, 'fit-hand').state).toBe('tight');
    expect(words(finding(a, 'fit-hand').title)).toMatch(/\d+ mm inside the hand/);
    expect(a.figures.fit.smallest!.marginMm).toBe(judged('C').figures.fit.smallest!.marginMm);
  });
  test('hot exhaust asks 50 to a bare hose and 25 to a shielded one', () => {
    const limit = (shielded: boolean) => {
      const pair = judged('C').figures.fit.pairs.find((p) => p.part.role === 'exhaust manifold')!;
      const [x, y, z] = pair.witnessPart;
      const hose: Obstacle = { ...box('pipe', 'hose', [x, y + Math.sign(y) * 60, z], [20, 20, 20]), shielded };
      const a = whole(assess(withObstacle(hose), candidate('C'), library));
      return a.figures.fit.pairs.find((p) => p.obstacle.id === 'pipe' && p.part.temperature === 'hot')!.needed.baseMm;
    };
    expect([limit(false), limit(true)]).toEqual([50, 25]);
  });
  test('one finding for each obstacle, worst first', () => {
    const fit = judged('A').findings.filter((f) => f.step === 'fit');
    expect(new Set(fit.map((f) => f.id)).size).toBe(fit.length);
    expect(fit[0]!.state).toBe('blocked');
  });
});

test('witness points lie the gap apart, one on each', () => {
  for (const p of judged('C')
    .figures.fit.pairs.filter((x) => x.gapMm > 0)
    .slice(0, 40)) {
    const d = Math.hypot(...[0, 1, 2].map((k) => p.witnessPart[k]! - p.witnessObstacle[k]!));
    expect(d).toBeCloseTo(p.gapMm, 5);
  }
});

test('an engine or gearbox that nobody has drawn is never clear of the bay', () => {
  const c = tug.candidates.find((x) => x.letter === 'C')!;
  const bare = <T extends { id: string }>(row: T, id: string) =>
    row.id === id ? { ...row, solids: [], slots: [] } : row;
  const engineGone = { ...library, engines: library.engines.map((e) => bare(e, c.engineId)) };
  const boxGone = {
    ...library,
    gearboxes: library.gearboxes.map((g) => (g.id === c.gearboxId ? { ...g, solids: [] } : g)),
  };
  for (const [lib, id] of [
    [engineGone, c.engineId],
    [boxGone, c.gearboxId],
  ] as const) {
    const a = whole(assess(tug, { ...c, dressing: {} }, lib));
    expect(a.steps.fit).toBe('unknown');
    expect(a.checks.filter((k) => /^fit-(margin|touched)$/.test(k.id)).map((k) => k.state)).toEqual([
      'unknown',
      'unknown',
    ]);
    expect(a.findings).toContainEqual(expect.objectContaining({ id: `fit-undrawn-${id}`, state: 'unknown' }));
  }
});
