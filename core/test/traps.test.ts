/**
 * The traps that the demo data holds, each found by its finding; beside each, the number that decides is moved a little
 * to either side of its limit and the finding flips.
 */
import { assess, assessAll, lineup, type Candidate, type Library, type Shape, type Solid } from '../src/index.ts';
import {
  buying,
  candidate,
  finding,
  judged,
  library,
  listing,
  part,
  pickup,
  racer,
  tug,
  withEngine,
  withGearbox,
  words,
} from './demo.ts';

/** A solid raised or lowered in its own frame. */
function raised(solid: Solid, dz: number): Solid {
  const { shape } = solid;
  const up = (p: readonly number[]) => [p[0]!, p[1]!, p[2]! + dz] as [number, number, number];
  let moved: Shape;
  if (shape.kind === 'box') moved = { ...shape, centreMm: up(shape.centreMm) };
  else if (shape.kind === 'cylinder') moved = { ...shape, fromMm: up(shape.fromMm), toMm: up(shape.toMm) };
  else if (shape.kind === 'hull') moved = { ...shape, verticesMm: shape.verticesMm.map(up) };
  else moved = { ...shape, outlineMm: shape.outlineMm.map(([u, v]) => [u, v + dz]) };
  return { ...solid, shape: moved };
}

describe('trap 1: a bare mass beside a dressed one flips the order once bridged', () => {
  const order = (massKg: number) => {
    const lib = withEngine('hesper-v6-27', (e) => ({
      ...e,
      massRecords: e.massRecords.map((m) => (m.inUse ? { ...m, massKg: { ...m.massKg, value: massKg } } : m)),
    }));
    return judged('B', {}, tug, lib).findings.find((f) => f.id === 'mass-order-hesper-v6-27');
  };
  test('the V6 quoted bare looks lighter than the 2.2 quoted dressed and is heavier installed', () => {
    const f = order(126)!;
    expect(words(f.title)).toMatch(/^V6 2\.7: 5 kg lighter as quoted, but \d+ kg heavier installed than Q 2\.2$/);
    expect(words(f.because)).toContain('quoted dressed at 131 kg');
  });
  test('quoted a kilo above the 2.2, nothing is turned over', () => {
    expect(order(130.5)).toBeDefined();
    expect(order(131.5)).toBeUndefined();
  });
});

describe('trap 2: a claimed mass far below its measured twin', () => {
  const twin = (claimedKg: number) => {
    const lib = withEngine('quillon-18-cast', (e) => ({
      ...e,
      massRecords: e.massRecords.map((m) =>
        m.id === 'forum' ? { ...m, massKg: { ...m.massKg, value: claimedKg } } : m,
      ),
    }));
    return judged('A', {}, tug, lib).findings.find((f) => f.id === 'mass-twin-quillon-18-cast-forum');
  };
  test('92 kg claimed does not stand beside 119 measured', () => {
    expect(words(twin(92)!.title)).toBe('The claimed 92 kg for the Q 1.8 cast contradicts the measured 119 kg');
  });
  test('it flips where the gap falls inside twice the doubt of both', () => {
    // 119 − m = 2·√((0.12·m)² + s²) at about 95.9 kg.
    expect(twin(95)).toBeDefined();
    expect(twin(97)).toBeUndefined();
  });
  test('the claimed one in use is tight, not clear', () => {
    const lib = withEngine('quillon-18-cast', (e) => ({
      ...e,
      massRecords: e.massRecords.map((m) => ({ ...m, inUse: m.id === 'forum' })),
    }));
    expect(finding(judged('A', {}, tug, lib), 'mass-twin-quillon-18-cast-weighed').state).toBe('tight');
  });
});

describe('trap 3: a throttle under the plenum that meets the steering shaft', () => {
  test('it is found, and the cast intake with its high throttle is offered', () => {
    const f = finding(judged('B', {}, pickup), 'fit-column-shaft');
    expect(f.state).toBe('blocked');
    expect(words(f.title)).toMatch(/^Throttle under the plenum hits steering column shaft by \d+ mm$/);
    expect(f.remedies.map((r) => r.accept)).toContainEqual({
      kind: 'dressing',
      slot: 'intake',
      optionId: 'q18m-intake-cast',
    });
  });
  test('nothing is offered that would cut the steering', () => {
    for (const f of judged('B', {}, pickup).findings)
      for (const r of f.remedies)
        expect(r.accept?.kind === 'obstacleChange' ? r.accept.obstacleId : '').not.toMatch(/column|steering|rail/);
  });
  test('with the cast intake the shaft is clear', () => {
    const a = judged('B', { dressing: { intake: 'q18m-intake-cast' } }, pickup);
    expect(a.findings.find((f) => f.id === 'fit-column-shaft')?.state ?? 'clear').toBe('clear');
  });
  test('it flips where the throttle stands just as far off as it needs', () => {
    const pair = judged('B', {}, pickup).figures.fit.pairs.find((p) => p.obstacle.id === 'column-shaft')!;
    const away = pair.witnessObstacle.map((v, k) => v - pair.witnessPart[k]!);
    // The shaft moved straight away from the throttle, by a little less and a little more than is short.
    const moved = (mm: number) => {
      const size = Math.hypot(...away) * Math.sign(pair.gapMm);
      const by = away.map((v) => (v / size) * mm);
      const build = {
        ...pickup,
        chassis: {
          ...pickup.chassis!,
          obstacles: pickup.chassis!.obstacles.map((o) =>
            o.id === 'column-shaft' && o.shape.kind === 'cylinder'
              ? {
                  ...o,
                  shape: {
                    ...o.shape,
                    fromMm: o.shape.fromMm.map((v, k) => v + by[k]!) as [number, number, number],
                    toMm: o.shape.toMm.map((v, k) => v + by[k]!) as [number, number, number],
                  },
                }
              : o,
          ),
        },
      };
      return judged('B', {}, build).figures.fit.pairs.find((p) => p.obstacle.id === 'column-shaft')!.marginMm;
    };
    expect(moved(-pair.marginMm - 1)).toBeLessThan(0);
    expect(moved(-pair.marginMm + 1)).toBeGreaterThan(0);
  });
});

describe('trap 4: the larger blower fits only with the cast intake', () => {
  const id = 'dressing-t14-intake-t14-blower-90';
  test('it stands in the charge cooler, and the cast intake is offered', () => {
    const f = finding(judged('B', {}, racer), id);
    expect(f.state).toBe('blocked');
    expect(words(f.title)).toBe('Intake with charge cooler and larger supercharger overlap by 19 mm');
    expect(f.remedies.map((r) => r.accept)).toEqual([
      { kind: 'dressing', slot: 'intake', optionId: 't14-intake-cast' },
      { kind: 'dressing', slot: 'blower or turbo', optionId: 't14-blower-62' },
    ]);
  });
  test('with the cast intake it fits, and so does the delivered one with its own', () => {
    const cast = judged('B', { dressing: { intake: 't14-intake-cast', 'blower or turbo': 't14-blower-90' } }, racer);
    expect(cast.findings.some((f) => f.id.startsWith('dressing-'))).toBe(false);
    expect(judged('A', {}, racer).findings.some((f) => f.id.startsWith('dressing-'))).toBe(false);
  });
  test('it flips where the overlap is no more than measuring leaves open', () => {
    const gap = finding(judged('B', {}, racer), id).figure!;
    const raisedCooler = (dz: number) => {
      const lib = withEngine('tansy-14s', (e) => ({
        ...e,
        slots: e.slots.map((slot) => ({
          ...slot,
          options: slot.options.map((o) =>
            o.id === 't14-intake'
              ? { ...o, solids: o.solids.map((s) => (s.id === 't14-cooler' ? raised(s, dz) : s)) }
              : o,
          ),
        })),
      }));
      return judged('B', {}, racer, lib).findings.some((f) => f.id === id);
    };
    expect(raisedCooler(-gap - 6)).toBe(true);
    expect(raisedCooler(-gap - 3)).toBe(false);
  });
});

describe('trap 5: rear-bowl sump on the crossmember, front-bowl sump clears', () => {
  test('the rear bowl hits and the front bowl is offered', () => {
    const f = finding(judged('A'), 'fit-crossmember');
    expect(f.state).toBe('blocked');
    expect(words(f.title)).toMatch(/^Rear-bowl sump hits front crossmember by \d+ mm$/);
    expect(f.remedies.map((r) => r.accept)).toContainEqual({
      kind: 'dressing',
      slot: 'sump',
      optionId: 'q18c-sump-front',
    });
  });
  test('with the front bowl it clears', () => {
    const a = judged('A', { dressing: { sump: 'q18c-sump-front' } });
    expect(a.findings.find((f) => f.id === 'fit-crossmember')?.state).not.toBe('blocked');
  });
  test('moved up by a little more than it is short, the rear bowl clears', () => {
    const up = (dz: number) => {
      const p = candidate('A').placement;
      const a = judged('A', { placement: { ...p, zMm: p.zMm + dz } });
      return a.findings.find((f) => f.id === 'fit-crossmember')?.state;
    };
    const short = -judged('A').figures.fit.pairs.find((p) => p.obstacle.id === 'crossmember')!.marginMm;
    expect(up(short - 2)).toBe('blocked');
    expect(up(short + 3)).not.toBe('blocked');
  });
});

describe('trap 6: the taller sister clears everything but the bonnet, by 14 mm', () => {
  test('one obstacle only, hit by 14 mm', () => {
    const a = judged('B');
    expect(words(finding(a, 'fit-bonnet').title)).toBe('Rocker cover hits bonnet by 14 mm');
    expect(finding(a, 'fit-bonnet').figure).toBeCloseTo(-14, 0);
    expect(a.findings.filter((f) => f.step === 'fit' && f.state === 'blocked')).toHaveLength(1);
  });
  test('a cover lower by all that is short is blocked no more', () => {
    const short = -judged('B').figures.fit.smallest!.marginMm;
    const lowered = (dz: number) => {
      const lib = withEngine('quillon-22', (e) => ({
        ...e,
        solids: e.solids.map((s) => (s.id === 'q22-neck' ? raised(s, dz) : s)),
        slots: e.slots.map((slot) =>
          slot.slot === 'cover'
            ? { ...slot, options: slot.options.map((o) => ({ ...o, solids: o.solids.map((s) => raised(s, dz)) })) }
            : slot,
        ),
      }));
      return judged('B', {}, tug, lib).findings.find((f) => f.id === 'fit-bonnet')?.state;
    };
    expect(lowered(-short + 2)).toBe('blocked');
    expect(lowered(-short - 2)).toBe('tight');
  });
});

describe('trap 8: a mount kit that expects the original gearbox and an adapter kit that replaces it', () => {
  test('both accepted can’t be stacked', () => {
    const a = judged('A');
    expect(finding(a, 'needs-mk-quillon-kit-whimbrel-4').state).toBe('blocked');
    expect(words(finding(a, 'needs-mk-quillon-kit-whimbrel-4').title)).toBe(
      'Quillon mount kit for the Whimbrel expects the Larkspur four-speed',
    );
    expect(words(finding(a, 'clash-mk-quillon-kit-ad-e5-kit').title)).toContain(
      'cannot be combined with Marten in Whimbrel adapter kit',
    );
  });
  test('the mount frame in place of the kit clears both', () => {
    const partIds = candidate('A').partIds.map((id) => (id === 'mk-quillon-kit' ? 'mk-quillon-frame' : id));
    const a = judged('A', { partIds });
    expect(a.findings.filter((f) => f.id.startsWith('needs-') || f.id.startsWith('clash-'))).toEqual([]);
    expect(finding(a, 'joint-engine-mounts').state).toBe('clear');
  });
});

describe('trap 9: same bell pattern, flywheel bolt circle 3 mm different', () => {
  const circle = (mm: number) =>
    finding(
      judged(
        'A',
        {},
        tug,
        withEngine('quillon-18-cast', (e) => ({
          ...e,
          ports: e.ports.map((p) => (p.kind === 'flywheel' ? { ...p, spec: { ...p.spec, circleMm: mm } } : p)),
        })),
      ),
      'joint-flywheel',
    );
  test('the bell mates, the flywheel misses by 3 mm, and the right one is offered', () => {
    expect(finding(judged('A'), 'joint-bell').state).toBe('clear');
    const f = finding(judged('A'), 'joint-flywheel');
    expect(words(f.title)).toBe('Flywheel does not fit the crankshaft: 3.0 ± 0.2 mm on the bolt circle');
    expect(f.remedies.map((r) => r.accept)).toContainEqual({ kind: 'part', partId: 'fw-q-75' });
  });
  test('a discontinued slotted flywheel is not offered', () => {
    expect(finding(judged('A'), 'joint-flywheel').remedies.map((r) => r.accept)).not.toContainEqual({
      kind: 'part',
      partId: 'fw-q-slotted',
    });
  });
  test('it flips at the play of a bolt in its hole', () => {
    expect(circle(77.7).state).toBe('blocked');
    expect(circle(77.9).state).toBe('clear');
  });
  test('accepting the offered flywheel closes the joint', () => {
    expect(finding(judged('A', { partIds: [...candidate('A').partIds, 'fw-q-75'] }), 'joint-flywheel').state).toBe(
      'clear',
    );
  });
});

describe('trap 10: crank wheel 36−1 against a computer that reads 60−2, cam sensor at the other end', () => {
  test('both are found and one kit cures both', () => {
    const a = judged('B');
    expect(words(finding(a, 'joint-crank-trigger').title)).toBe(
      'ECU does not support this trigger pattern: wheel 36−1, computer expects 60−2',
    );
    expect(words(finding(a, 'joint-cam-trigger').title)).toBe(
      'ECU does not support this cam signal: sensor at the rear, computer expects it at the front',
    );
    const cured = judged('B', { partIds: [...candidate('B').partIds, 'tk-q22-60'] });
    expect(finding(cured, 'joint-crank-trigger').state).toBe('clear');
    expect(finding(cured, 'joint-cam-trigger').state).toBe('clear');
  });
  test('one tooth more in the gap is another wheel', () => {
    const lib = (gap: number) =>
      withEngine('quillon-22', (e) => ({
        ...e,
        ports: e.ports.map((p) => (p.id === 'wheel' ? { ...p, spec: { teeth: 60, gap } } : p)),
      }));
    expect(finding(judged('B', {}, tug, lib(2)), 'joint-crank-trigger').state).toBe('clear');
    expect(finding(judged('B', {}, tug, lib(1)), 'joint-crank-trigger').state).toBe('blocked');
  });
  test('without its tooth count the joint is unknown, not clear', () => {
    const lib = withEngine('quillon-22', (e) => ({
      ...e,
      ports: e.ports.map((p) => (p.id === 'wheel' ? { ...p, spec: {} } : p)),
    }));
    expect(finding(judged('B', {}, tug, lib), 'joint-crank-trigger').state).toBe('unknown');
  });
});

describe('trap 11: a box sufficient only because of tyre slip', () => {
  const rated = (nm: number) =>
    judged(
      'D',
      {},
      tug,
      withGearbox('marten-e5', (g) => ({
        ...g,
        ratings: g.ratings.map((r) => (r.gear === 1 ? { ...r, torqueNm: { ...r.torqueNm!, value: nm } } : r)),
      })),
    );
  test('it is called exactly that', () => {
    const f = finding(judged('D'), 'gearbox-grip-saved');
    expect(f.state).toBe('tight');
    expect(words(f.title)).toBe('Marten five: sufficient in first only because of tyre slip');
  });
  test('rated above the engine it is not saved by anything; rated below the grip it is blocked', () => {
    const a = judged('D');
    const first = a.figures.strength.gears[0]!;
    const engine = a.figures.gearing.peakTorqueNm!.value * 1.15;
    expect(rated(engine + 1).findings.some((f) => f.id === 'gearbox-grip-saved')).toBe(false);
    expect(rated(engine - 1).findings.some((f) => f.id === 'gearbox-grip-saved')).toBe(true);
    expect(finding(rated(first.loadNm - 1), 'gearbox-margin').state).toBe('blocked');
    expect(finding(rated(first.loadNm + 1), 'gearbox-margin').state).not.toBe('blocked');
  });
  test('without the mass of the engine nobody can say whether the tyres save it', () => {
    expect(finding(judged('F'), 'gearbox-margin').state).toBe('unknown');
  });
});

describe('trap 12: an electronic automatic behind a computer that sends no torque message', () => {
  const with8 = (over: Partial<Candidate> = {}) => judged('C', { gearboxId: 'heron-a8', ...over });
  test('it is blocked, says which messages are missing, and offers what makes them up', () => {
    const f = finding(with8(), 'gearbox-control');
    expect(f.state).toBe('blocked');
    expect(words(f.title)).toBe('Heron eight: missing signal torque and pedal');
    expect(f.remedies[0]!.accept).toEqual({ kind: 'part', partId: 'tcm-heron' });
  });
  test('with the controller it is told all that it wants', () => {
    expect(finding(with8({ partIds: [...candidate('C').partIds, 'tcm-heron'] }), 'gearbox-control').state).toBe(
      'clear',
    );
  });
  test('one message is enough to stop it: a computer that sends torque still lacks the pedal', () => {
    const sends = (list: string[]) =>
      withEngine('hesper-v6-27', (e) => ({ ...e, computer: { ...e.computer!, sends: list } }));
    const state = (list: string[]) =>
      finding(judged('C', { gearboxId: 'heron-a8' }, tug, sends(list)), 'gearbox-control').state;
    expect(state(['engine speed', 'torque'])).toBe('blocked');
    expect(state(['engine speed', 'torque', 'pedal'])).toBe('clear');
  });
  test('the mechanical automatic wants nothing', () => {
    expect(judged('C', { gearboxId: 'heron-a4' }).findings.some((f) => f.id === 'gearbox-control')).toBe(false);
  });
});

describe('trap 13: the shifter lands in its hole only because the engine sits 85 mm rearward', () => {
  const inside = (dx: number) => {
    const p = candidate('D').placement;
    return judged('D', { placement: { ...p, xMm: p.xMm + dx } }).checks.find((c) => c.id === 'fit-shifter')!;
  };
  test('where it stands it is inside; 85 mm forward it is not', () => {
    expect(inside(0).state).not.toBe('blocked');
    expect(inside(85).state).toBe('blocked');
    expect(
      words(
        judged('D', {
          placement: { ...candidate('D').placement, xMm: candidate('D').placement.xMm + 85 },
        }).findings.find((f) => f.id === 'fit-shifter')!.title,
      ),
    ).toMatch(/shifter opening/);
  });
  test('it flips at the knock limit the hole', () => {
    const room = 45 - Math.abs(judged('D').figures.fit.seat!.shifter!.forwardMm);
    const way = Math.sign(judged('D').figures.fit.seat!.shifter!.forwardMm) || 1;
    expect(inside(way * (room - 1)).state).not.toBe('blocked');
    expect(inside(way * (room + 1)).state).toBe('blocked');
  });
});

describe('trap 14: rev counter fed from one coil of six', () => {
  test('reads a quarter on the car’s own gauge', () => {
    const f = finding(judged('D'), 'joint-tacho');
    expect(f.state).toBe('tight');
    expect(words(f.title)).toBe('Tachometer would read 25 % of actual rpm: signal from one coil of six');
    expect(f.remedies[0]?.accept).toEqual({ kind: 'part', partId: 'sb-6' });
  });
  test('with two pulses a turn it reads right', () => {
    const pulses = (n: number) =>
      finding(
        judged(
          'D',
          {},
          tug,
          withEngine('hesper-v6-27', (e) => ({
            ...e,
            ports: e.ports.map((p) => (p.kind === 'tacho' ? { ...p, spec: { pulsesPerRev: n } } : p)),
          })),
        ),
        'joint-tacho',
      ).state;
    expect(pulses(2.02)).toBe('clear');
    expect(pulses(2.1)).toBe('tight');
  });
});

describe('trap 15: the heater return neck is discontinued', () => {
  const id = 'joint-heater:return';
  test('it closes the joint, and must be found used or made anew', () => {
    const f = finding(judged('A'), id);
    expect(f.state).toBe('tight');
    expect(f.title).toMatch(/discontinued$/);
    expect(f.because).toBe('Buy used or have it made.');
  });
  test('without it the early Quillon has no neck that anybody knows of, and nothing is proposed that can’t be bought', () => {
    const without = judged('A', { partIds: candidate('A').partIds.filter((p) => p !== 'neck-q18') });
    expect(finding(without, id).state).toBe('unknown');
    expect(finding(without, id).remedies).toEqual([]);
  });
  test('made again it is clear', () => {
    const made: Library = {
      ...library,
      parts: library.parts.map((p) => (p.id === 'neck-q18' ? { ...p, discontinued: false } : p)),
    };
    expect(finding(judged('A', {}, tug, made), id).state).toBe('clear');
  });
});

describe('trap 29: a servo starved of vacuum by a long cam at idle', () => {
  const bored = (vacuumKpa: number, partIds: string[] = []) =>
    finding(
      judged('C', { engineId: 'sidecam-14', dressing: {}, partIds }, tug, {
        ...withEngine('sidecam-14', (e) => ({
          ...e,
          ports: e.ports.map((p) => (p.kind === 'servo' ? { ...p, spec: { vacuumKpa } } : p)),
        })),
      }),
      'joint-servo',
    );
  test('the bored engine with its throttles leaves too little of it', () => {
    const f = finding(judged('C', { engineId: 'sidecam-14', dressing: {}, partIds: [] }), 'joint-servo');
    expect(f.state).toBe('blocked');
    expect(words(f.title)).toBe('Brake servo vacuum too low: 28 kPa at idle, brake servo requires 50 kPa');
    expect([f.figure, f.limit]).toEqual([28, 50]);
  });
  test('it turns where the vacuum reaches what the servo asks, or a pump makes it', () => {
    expect(bored(49.9).state).toBe('blocked');
    expect(bored(50).state).toBe('clear');
    expect(bored(28).remedies[0]?.accept).toEqual({ kind: 'part', partId: 'vacuum-pump' });
    expect(bored(28, ['vacuum-pump']).state).toBe('clear');
  });
});

describe('trap 18: an exhaust run 19 mm from the clutch hose', () => {
  const id = 'route-exhaust-run-clutch-hose';
  /** With the hose clipped farther from the pipe. */
  const along = (mm: number, shields: string[] = []) => {
    const out = ([x, y, z]: readonly number[]): [number, number, number] => [x!, y! - mm, z!];
    const obstacles = tug.chassis!.obstacles.map((o) =>
      o.id === 'clutch-hose' && o.shape.kind === 'cylinder'
        ? { ...o, shape: { ...o.shape, fromMm: out(o.shape.fromMm), toMm: out(o.shape.toMm) } }
        : o,
    );
    return judged('E', { shields }, { ...tug, chassis: { ...tug.chassis!, obstacles } });
  };
  test('it is found by its gap, heat first', () => {
    const f = finding(judged('E'), id);
    expect(f.state).toBe('blocked');
    expect(f.figure).toBeCloseTo(19, 0);
    expect(f.because).toContain('hot exhaust to hose');
  });
  test('a shield is worth 25 mm, no more, so it is not offered where it would not do', () => {
    expect(finding(judged('E'), id).remedies).toEqual([]);
    const f = finding(along(40), id);
    expect(f.state).toBe('blocked');
    expect(f.remedies.map((r) => r.accept)).toEqual([{ kind: 'shield', on: 'clutch-hose' }]);
    const shielded = along(40, ['clutch-hose']);
    expect(shielded.findings.find((x) => x.id === id)?.state ?? 'clear').not.toBe('blocked');
  });
  test('it flips where the gap is what a hot pipe needs', () => {
    expect(along(52).findings.find((f) => f.id === id)?.state).toBe('blocked');
    expect(along(55).findings.find((f) => f.id === id)?.state ?? 'clear').not.toBe('blocked');
  });
});

describe('trap 20: the peak-power winner loses in the driving band', () => {
  test('the line-up says so in a sentence', () => {
    const verdict = lineup(tug, assessAll(tug, library));
    expect(verdict.findings.map((f) => words(f.title))).toContain(
      'E has the highest peak power but less power in the rpm range',
    );
    expect(verdict.leaderId).toBe('c');
  });
  test('it flips where its curve in the band overtakes the other’s', () => {
    const build = {
      ...tug,
      brief: { ...tug.brief, band: { lowRpm: 6500, highRpm: 6800 } },
      candidates: tug.candidates.filter((c) => c.letter === 'A' || c.letter === 'E'),
    };
    const found = (factor: number) => {
      const lib = withEngine('dotterel-triple', (e) => ({
        ...e,
        curves: e.curves.map((c) => ({ ...c, torqueNm: c.torqueNm.map((t) => t * factor) })),
      }));
      return lineup(build, assessAll(build, lib)).findings.length;
    };
    const band = (letter: string) => judged(letter, {}, build).checks.find((c) => c.id === 'band-power')!.value!;
    const even = band('A') / band('E');
    expect(found(even * 0.99)).toBe(1);
    expect(found(even * 1.01)).toBe(0);
  });
});

describe('trap 26: noise limit broken by the individual throttles', () => {
  const itb = (limitDb: number, intake: string) =>
    finding(
      assess(
        { ...tug, brief: { ...tug.brief, noise: { limitDb, distanceM: 7.5 } } },
        { ...candidate('A'), engineId: 'sidecam-14', dressing: { intake } },
        library,
      ),
      'gate-noise',
    );
  test('the bored-out engine passes with its carburettor and fails with individual throttles', () => {
    expect(itb(88, 's14-carb').state).not.toBe('blocked');
    expect(itb(88, 's14-itb').state).toBe('blocked');
    expect(finding(judged('E'), 'gate-noise').state).toBe('blocked');
  });
  test('it flips at its own level, and is tight inside its doubt', () => {
    const level = itb(88, 's14-itb').figure!;
    expect(itb(level - 0.1, 's14-itb').state).toBe('blocked');
    expect(itb(level + 0.1, 's14-itb').state).toBe('tight');
    expect(itb(level + 5, 's14-itb').state).toBe('clear');
  });
});

describe('trap 27: the starter is on the side of the steering box', () => {
  const withStarter = (dy: number) =>
    withEngine('bramling-26d', (e) => ({
      ...e,
      solids: e.solids.map((s) =>
        s.id === 'b26-starter' && s.shape.kind === 'cylinder'
          ? {
              ...s,
              shape: {
                ...s.shape,
                fromMm: [s.shape.fromMm[0], s.shape.fromMm[1] + dy, s.shape.fromMm[2]],
                toMm: [s.shape.toMm[0], s.shape.toMm[1] + dy, s.shape.toMm[2]],
              },
            }
          : s,
      ),
    }));
  test('it is short of room there, and nothing that steers is offered to be cut', () => {
    const f = finding(judged('A', {}, pickup), 'fit-steering-box');
    expect(f.state).toBe('blocked');
    expect(words(f.title)).toMatch(/^\d+ mm too little clearance: Starter to steering box$/);
    expect(f.remedies).toEqual([]);
  });
  test('on the other side it is well clear', () => {
    const a = judged('A', {}, pickup, withStarter(-300));
    expect(a.findings.find((f) => f.id === 'fit-steering-box')?.state ?? 'clear').toBe('clear');
  });
  test('it flips by what it is short', () => {
    const short = -judged('A', {}, pickup).figures.fit.pairs.find((p) => p.obstacle.id === 'steering-box')!.marginMm;
    const state = (dy: number) =>
      judged('A', {}, pickup, withStarter(dy)).findings.find((f) => f.id === 'fit-steering-box')?.state;
    expect(state(-short + 1)).toBe('blocked');
    // It slides off slantwise, so a little more than is short in the straight.
    expect(state(-short - 8)).not.toBe('blocked');
  });
});

describe('trap 7: side mount bosses only in blocks cast from 1996 on', () => {
  const frame = { partIds: [...candidate('A').partIds.filter((id) => id !== 'mk-quillon-kit'), 'mk-quillon-frame'] };
  const id = 'needs-mk-quillon-frame-left side, front';
  test('a block of 1995 has none: the frame is refused, and what would have worked is named', () => {
    const f = finding(buying('A', 'q18-early', [], frame), id);
    expect(f.state).toBe('blocked');
    expect(words(f.because)).toContain('blocks cast from 1996 on');
    expect(words(f.because)).toContain('Quillon 2.2');
  });
  test('it flips with the year of the block', () => {
    const early = listing('q18-early');
    const of = (builtYear: number) =>
      judged('A', { ...frame, bought: { listing: { ...early, builtYear }, besides: [] } }).findings.map((f) => f.id);
    expect(of(1995)).toContain(id);
    expect(of(1996)).not.toContain(id);
  });
  test('while nobody knows the year it is unknown, and reading the block settles it either way', () => {
    const unread = finding(judged('A', frame), 'boss-mk-quillon-frame-left side, front');
    expect(unread.state).toBe('unknown');
    const read = (mark: string) =>
      judged('A', {
        ...frame,
        inspection: { compressionBar: [], leakDownPct: [], marksRead: [mark], faultsFound: [] },
      }).findings.map((f) => f.id);
    expect(read('q-blk-4r')).toContain(id);
    expect(read('q-blk-6r')).not.toContain(id);
    expect(read('q-blk-6r')).not.toContain('boss-mk-quillon-frame-left side, front');
  });
});

describe('trap 16: the whole donor car is cheaper than engine plus missing pieces, after resale', () => {
  const others = ['v6-set', 'v6-whole-car'];
  test('bought as an engine only, the car is named as the cheaper way', () => {
    const f = finding(buying('D', 'v6-engine-only', others), 'buying-ways');
    expect(f.state).toBe('tight');
    expect(words(f.title)).toContain('Complete car');
    expect(f.figure).toBeGreaterThan(f.plusMinus!);
  });
  test('bought as a car, it is the cheapest way', () => {
    const f = finding(buying('D', 'v6-whole-car', ['v6-set', 'v6-engine-only']), 'buying-ways');
    expect(f.state).toBe('clear');
    expect(words(f.title)).toContain('Complete car is the cheapest purchase option');
  });
  test('it flips where nothing of the car can be sold and it costs more by what it was cheaper', () => {
    const gap = finding(buying('D', 'v6-engine-only', ['v6-whole-car']), 'buying-ways');
    const car = listing('v6-whole-car');
    const with_ = (more: number) =>
      finding(
        judged('D', {
          bought: { listing: listing('v6-engine-only'), besides: [{ ...car, price: car.price + more }] },
        }),
        'buying-ways',
      );
    // The mean asked price counts at 0.94: a seller comes down a little.
    expect(words(with_(gap.figure! / 0.94 - 15).title)).toContain('Complete car');
    expect(words(with_(gap.figure! / 0.94 + 15).title)).toContain('Engine only is the cheapest purchase option');
  });
  test('the missing pieces stand on the bill, and only those that the parts do not bring', () => {
    const lines = buying('D', 'v6-engine-only').figures.money.bill.lines.map((l) => l.name);
    expect(lines).toEqual(expect.arrayContaining(['Alternator', 'Starter', 'Loom and computer', 'Brackets']));
    // Flywheel and clutch come as parts of this candidate.
    expect(lines).not.toContain('Flywheel');
    expect(lines).not.toContain('Clutch');
  });
});

describe('trap 21: a stroker by parts costs the same as the bigger engine bought whole', () => {
  const stroked = (lib = library) => finding(judged('B', {}, pickup, lib), 'stroker-q-stroker');
  test('it says so, and what else must change', () => {
    expect(words(stroked().title)).toContain('costs the same as the Q 2.2 bought whole');
    expect(words(stroked().because)).toContain('pistons with a higher pin');
  });
  test('it flips where the difference leaves their doubt', () => {
    const doubt = stroked().plusMinus!;
    const whole = (more: number) =>
      withEngine('quillon-22', (e) => ({
        ...e,
        price: { ...e.price!, low: e.price!.low + more, likely: e.price!.likely + more, high: e.price!.high + more },
      }));
    const now = stroked().figure!;
    expect(words(stroked(whole(now + doubt - 2)).title)).toContain('the same');
    expect(words(stroked(whole(now + doubt + 2)).title)).toContain('cheaper than a complete Q 2.2');
    expect(words(stroked(whole(now - doubt - 2)).title)).toContain('more than the Q 2.2');
  });
});

describe('trap 22: a high-mileage donor whose rebuild eats the saving', () => {
  test('the saving is eaten, in figures', () => {
    const f = finding(buying('D', 'v6-high-mileage'), 'offer-rebuild');
    expect(f.state).toBe('tight');
    expect(words(f.title)).toMatch(/^610 € lower price, but 1,149 € expected rebuild cost$/);
  });
  test('it flips with its distance, and an inspection that it passes turns it', () => {
    const worn = listing('v6-high-mileage');
    const at = (km: number) =>
      finding(
        judged('D', {
          bought: { listing: { ...worn, travelledKm: { value: km, evidence: 'claimed' } }, besides: [] },
        }),
        'offer-rebuild',
      );
    let low = 130_000;
    let high = 290_000;
    while (high - low > 200) {
      const middle = (low + high) / 2;
      if (at(middle).state === 'tight') high = middle;
      else low = middle;
    }
    expect(at(low).state).toBe('clear');
    expect(at(high).state).toBe('tight');
    expect(low).toBeGreaterThan(150_000);
    const passed = buying('D', 'v6-high-mileage', [], {
      inspection: {
        compressionBar: [12, 12, 11.8, 12, 11.9, 12],
        leakDownPct: [6, 7, 8, 6, 7, 6],
        marksRead: [],
        faultsFound: [],
      },
    });
    expect(finding(passed, 'offer-rebuild').state).toBe('clear');
  });
});

describe('trap 24: a propshaft too long for its speed', () => {
  const tube = (pieces: number) => ({
    ...library,
    parts: library.parts.map((p) => (p.id === 'ps-whimbrel' ? { ...p, propshaft: { ...p.propshaft!, pieces } } : p)),
  });
  test('in one piece behind the short sequential it whips; the longest that would do is told', () => {
    const f = finding(judged('E'), 'propshaft-speed');
    expect(f.state).toBe('blocked');
    expect(words(f.title)).toMatch(/^Propshaft of 1,\d{3} mm is too long for its speed: \d{3} % of critical$/);
    expect(words(f.because)).toMatch(/Maximum length of one section 9\d\d mm: use 2 sections/);
  });
  test('in two pieces it does not', () => {
    expect(judged('E', {}, tug, tube(2)).checks.find((c) => c.id === 'propshaft-speed')!.state).toBe('clear');
  });
  test('it flips at seven tenths of the critical speed', () => {
    const share = (outer: number) =>
      judged('E', {}, tug, {
        ...library,
        parts: library.parts.map((p) =>
          p.id === 'ps-whimbrel'
            ? { ...p, propshaft: { outerDiameterMm: outer, innerDiameterMm: outer - 3.3, pieces: 1 } }
            : p,
        ),
      }).checks.find((c) => c.id === 'propshaft-speed')!;
    const at = (outer: number) => share(outer).value!;
    // Critical speed goes with the tube's diameter, so the one that just does can be told beforehand.
    const just = (63.5 * at(63.5)) / 70;
    expect(share(just * 1.06).state).toBe('clear');
    expect(share(just * 0.94).state).toBe('blocked');
  });
});

describe('trap 30: a tyre load index below the rear axle load with the trailer on', () => {
  const on = (code: string, noseLoadKg: number) => {
    const build = { ...pickup, brief: { ...pickup.brief, hill: { ...pickup.brief.hill!, noseLoadKg } } };
    return judged('A', { tyreCode: code }, build).checks.find((c) => c.id === 'tyre-load')!;
  };
  test('the narrow tyres carry the pickup and not the trailer’s nose', () => {
    expect(on('165/80R16', 150).state).toBe('blocked');
    expect(on('165/80R16', 0).state).not.toBe('blocked');
    expect(on('205/80R16', 150).state).toBe('clear');
  });
  test('it says by how much and with what on', () => {
    const f = finding(judged('A', { tyreCode: '165/80R16' }, pickup), 'tyre-load');
    expect(words(f.title)).toMatch(/^Rear tyres overloaded by \d+ kg each$/);
    expect(words(f.because)).toContain('with driver, half a tank, trailer');
  });
  test('it flips where half the axle with its nose load meets the index', () => {
    const at = (nose: number) => on('165/80R16', nose).value!;
    const per = (at(150) - at(120)) / 30;
    const flip = 120 + (on('165/80R16', 0).limit! - at(120)) / per;
    expect(on('165/80R16', flip + 2).state).toBe('blocked');
    expect(on('165/80R16', flip - 2).state).not.toBe('blocked');
  });
});

describe('trap 25: injectors at 97 % duty at the later target', () => {
  test('the present target passes, the later one is told before anything is bought', () => {
    const a = judged('B');
    expect(a.checks.find((c) => c.id === 'injector-duty-now')!.state).toBe('clear');
    const f = finding(a, 'injector-duty-later');
    expect(f.state).toBe('tight');
    expect(words(f.title)).toBe('Injectors at 97 % duty for the later 120 kW');
  });
  test('it flips at 85 % plus its doubt', () => {
    const flow = (cc: number) =>
      judged(
        'B',
        {},
        tug,
        withEngine('quillon-22', (e) => ({
          ...e,
          injectors: { ...e.injectors!, flowCcPerMin: { value: cc, plusMinus: 0, evidence: 'measured' } },
        })),
      );
    const duty = (cc: number) => flow(cc).checks.find((c) => c.id === 'injector-duty-later')!;
    expect(flow(230).findings.some((f) => f.id === 'injector-duty-later')).toBe(true);
    expect(duty(300).state).toBe('clear');
    expect(duty(234).value).toBeLessThan(85);
    expect(duty(232).value).toBeGreaterThan(85);
  });
});

test('trap data: no test above rests on a part that is not there', () => {
  for (const id of ['fw-q-75', 'tk-q22-60', 'sb-6', 'mk-quillon-frame', 'ad-e5-kit']) expect(part(id)).toBeDefined();
});
