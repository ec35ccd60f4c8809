import type { Chassis } from '../src/index.ts';
import { assess, type Build, type Finding } from '../src/index.ts';
import { candidate, judged, library, tug } from './demo.ts';

const car = tug.chassis!;
const withCar = (more: Partial<Chassis>): Build => ({ ...tug, chassis: { ...car, ...more } });
const of = (letter: string, more: Partial<Chassis>): readonly Finding[] =>
  judged(letter, {}, withCar(more)).findings.filter((f) => /^(shell|past|spares)/.test(f.id));
const pad = car.pads[0]!;
type Spot = NonNullable<Chassis['shell']>[number];
const spot = (more: Partial<Spot>): Spot => ({
  id: 'rail',
  name: 'left rail',
  state: 'corroded',
  atMm: [pad.atMm[0] + 30, pad.atMm[1], pad.atMm[2]],
  reachMm: 40,
  ...more,
});

describe('the shell under the mounts', () => {
  test('no mount may stand on metal that is corroded or cut; an old repair wants a look', () => {
    expect(of('C', { shell: [spot({})] })).toMatchObject([
      {
        id: 'shell-rail',
        state: 'blocked',
        title: expect.stringContaining('Left chassis mount: mounted on corroded metal'),
      },
    ]);
    expect(of('C', { shell: [spot({ state: 'cut' })] })[0]!.state).toBe('blocked');
    expect(of('C', { shell: [spot({ state: 'old repair' })] })[0]!.state).toBe('tight');
    expect(of('C', { shell: [spot({ state: 'strengthened' })] })[0]!.state).toBe('clear');
  });
  test('a spot reaches as far as it was said to, and not a millimetre farther', () => {
    expect(of('C', { shell: [spot({ reachMm: 30 })] })[0]!.state).toBe('blocked');
    expect(of('C', { shell: [spot({ reachMm: 29.9 })] })[0]!.state).toBe('clear');
  });
  test('where nobody has measured the pads nobody can say', () => {
    expect(of('C', { shell: [spot({})], pads: [] })[0]).toMatchObject({ state: 'unknown', missing: ['/chassis/pads'] });
  });
  test('a carrier that takes a pad’s place takes it off the bad metal, and its own pads are looked at', () => {
    const carrier = library.parts.find((p) => (p.carries?.pads.length ?? 0) > 0);
    if (!carrier?.carries) throw new Error('The demo has no carrier.');
    const [own] = carrier.carries.pads;
    const under = { shell: [spot({ atMm: [...own!.atMm] as Spot['atMm'], reachMm: 5 })] };
    const state = (partIds: string[]) => {
      const build = withCar(under);
      return assess(build, { ...candidate('C', build), partIds }, library).findings.find((f) => f.id === 'shell-rail')!
        .state;
    };
    expect(state([carrier.id])).toBe('blocked');
    expect(state([])).toBe(
      car.pads.some((p) => Math.hypot(...p.atMm.map((v, i) => v - own!.atMm[i]!)) <= 5) ? 'blocked' : 'clear',
    );
  });
});

describe('what happened to it', () => {
  test.each(['failed swap', 'accident', 'fire', 'flood'] as const)(
    '%s wants a look until somebody has looked',
    (kind) => {
      expect(of('C', { past: [{ id: 'x', kind, year: 2009, settled: false }] })).toMatchObject([
        { id: 'past-x', state: 'tight', title: expect.stringContaining('2009') },
      ]);
      expect(of('C', { past: [{ id: 'x', kind, settled: true }] })[0]!.state).toBe('clear');
    },
  );
  test('what is of no consequence is kept and not judged', () => {
    expect(of('C', { past: [{ id: 'x', kind: 'other', note: 'repainted', settled: false }] })).toEqual([]);
  });
});

test('scarce spares count for what stays in the car', () => {
  const build = withCar({ spares: 'gone' });
  const fitted = build.chassis!.axleRatios.find((r) => r.fitted)!.ratio;
  const said = (finalDrive: number) =>
    assess(build, { ...candidate('C', build), finalDrive }, library).findings.find((f) => f.id === 'spares');
  expect(said(fitted)).toMatchObject({ state: 'tight', title: expect.stringContaining('final drive') });
  expect(said(fitted + 0.37)).toBeUndefined();
});
