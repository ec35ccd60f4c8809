import fc from 'fast-check';
import { InputError } from '../../units/index.ts';
import { firingHz, isHeld, modesOf, onMounts, settle, softestAxis, transmissibility, type Mount } from './elastic.ts';
import { rigidBody } from './rigidBody.ts';
import { block, roundBush, rubberMpa } from './rubber.ts';

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const vec = (min: number, max: number) => fc.tuple(number(min, max), number(min, max), number(min, max));
const lump = fc.record({ massKg: number(1, 200), comMm: vec(-500, 500), boxSizeMm: vec(50, 600) });
const lumps = fc.array(lump, { minLength: 1, maxLength: 5 });
/** Four mounts not in one line: such hold everything. */
const corners = fc
  .tuple(vec(20, 400), vec(20, 400), vec(20, 400), vec(20, 400), number(150, 500))
  .map(([a, b, c, d, r]): Mount[] => [
    { id: 'a', positionMm: [r, r, 0], stiffnessNPerMm: a },
    { id: 'b', positionMm: [-r, r, 40], stiffnessNPerMm: b },
    { id: 'c', positionMm: [r, -r, 0], stiffnessNPerMm: c },
    { id: 'd', positionMm: [-r, -r, -30], stiffnessNPerMm: d },
  ]);
const close = (a: number, b: number, scale = Math.max(1, Math.abs(b))) =>
  expect(Math.abs(a - b) / scale).toBeLessThan(1e-6);

describe('the body', () => {
  test('does not care in which order its lumps are told, nor from where it is measured', () =>
    fc.assert(
      fc.property(lumps, vec(-1000, 1000), (list, shift) => {
        const body = rigidBody(list);
        const other = rigidBody(
          [...list]
            .reverse()
            .map((l) => ({ ...l, comMm: [l.comMm[0] + shift[0], l.comMm[1] + shift[1], l.comMm[2] + shift[2]] })),
        );
        close(other.massKg, body.massKg);
        for (const axis of [0, 1, 2] as const) close(other.comMm[axis] - shift[axis], body.comMm[axis], 1000);
        body.inertiaKgM2.forEach((row, i) => row.forEach((x, j) => close(other.inertiaKgM2[i]![j]!, x, 10)));
      }),
    ));
  test('of one box is m·(b² + c²)/12 about each axis', () => {
    const { inertiaKgM2 } = rigidBody([{ massKg: 12, comMm: [5, 6, 7], boxSizeMm: [300, 400, 500] }]);
    expect(inertiaKgM2[0][0]).toBeCloseTo(0.41, 12);
    expect(inertiaKgM2[1][1]).toBeCloseTo(0.34, 12);
    expect(inertiaKgM2[2][2]).toBeCloseTo(0.25, 12);
  });
  test('of nothing, or of a piece without mass, is refused by its field', () => {
    expect(() => rigidBody([])).toThrow(InputError);
    expect(() => rigidBody([{ massKg: 0, comMm: [0, 0, 0], boxSizeMm: [1, 1, 1] }])).toThrow(
      expect.objectContaining({ pointer: '/lumps/0/massKg' }),
    );
  });
});

describe('at rest under a load', () => {
  test('the mounts carry it: their forces sum to the weight, and their couples to none', () =>
    fc.assert(
      fc.property(lumps, corners, (list, mounts) => {
        const body = rigidBody(list);
        const weight = body.massKg * 9.80665;
        const { mountForceOnPowertrainN: force } = settle(onMounts(body, mounts), [0, 0, -weight], [0, 0, 0]);
        for (const axis of [0, 1, 2] as const)
          close(
            mounts.reduce((sum, m) => sum + force[m.id]![axis], 0),
            axis === 2 ? weight : 0,
            weight,
          );
        const couple = (i: 0 | 1 | 2, j: 0 | 1 | 2) =>
          mounts.reduce((sum, m) => {
            const arm = (k: 0 | 1 | 2) => m.positionMm[k] - body.comMm[k];
            return sum + arm(i) * force[m.id]![j] - arm(j) * force[m.id]![i];
          }, 0);
        for (const [i, j] of [
          [1, 2],
          [2, 0],
          [0, 1],
        ] as const)
          close(couple(i, j), 0, weight * 500);
      }),
    ));
  test('twice the stiffness halves every movement, and leaves the forces', () =>
    fc.assert(
      fc.property(lumps, corners, vec(-800, 800), (list, mounts, couple) => {
        const body = rigidBody(list);
        const stiff = mounts.map((m) => ({
          ...m,
          stiffnessNPerMm: m.stiffnessNPerMm.map((k) => 2 * k) as unknown as Mount['stiffnessNPerMm'],
        }));
        const soft = settle(onMounts(body, mounts), [0, 0, 0], couple);
        const firm = settle(onMounts(body, stiff), [0, 0, 0], couple);
        for (const { id } of mounts)
          for (const axis of [0, 1, 2] as const) {
            close(2 * firm.mountDeflectionMm[id]![axis], soft.mountDeflectionMm[id]![axis]);
            close(firm.mountForceOnPowertrainN[id]![axis], soft.mountForceOnPowertrainN[id]![axis], 1000);
          }
      }),
    ));
  test('its stiffness is symmetric; its six motions stand in order and are at right angles to one another in mass and stiffness', () =>
    fc.assert(
      fc.property(lumps, corners, (list, mounts) => {
        const body = rigidBody(list);
        const { stiffness } = onMounts(body, mounts);
        const most = Math.max(...stiffness.to1DArray().map(Math.abs));
        for (let i = 0; i < 6; i++) for (let j = 0; j < i; j++) close(stiffness.get(i, j), stiffness.get(j, i), most);
        const modes = modesOf(onMounts(body, mounts));
        const hz = modes.map((m) => m.hz);
        expect(hz).toEqual([...hz].sort((a, b) => a - b));
        const massed = (q: readonly number[]) => [
          ...q.slice(0, 3).map((v) => v * body.massKg),
          ...body.inertiaKgM2.map((row) => row[0] * q[3]! + row[1] * q[4]! + row[2] * q[5]!),
        ];
        const pushed = (q: readonly number[]) =>
          [0, 1, 2, 3, 4, 5].map((i) => q.reduce((sum, v, j) => sum + stiffness.get(i, j) * v, 0));
        const by = (a: readonly number[], b: readonly number[]) => a.reduce((sum, v, i) => sum + v * b[i]!, 0);
        modes.forEach((a, i) => {
          for (const b of modes.slice(0, i)) {
            const size = Math.sqrt(by(a.shape, massed(a.shape)) * by(b.shape, massed(b.shape)));
            expect(Math.abs(by(a.shape, massed(b.shape))) / size).toBeLessThan(1e-6);
            const held = Math.sqrt(by(a.shape, pushed(a.shape)) * by(b.shape, pushed(b.shape)));
            expect(Math.abs(by(a.shape, pushed(b.shape))) / held).toBeLessThan(1e-4);
          }
          // K·φ = ω²·M·φ, by the quotient of the two.
          close(
            by(a.shape, pushed(a.shape)) / by(a.shape, massed(a.shape)),
            (2 * Math.PI * a.hz) ** 2,
            (2 * Math.PI * hz[5]!) ** 2,
          );
        });
      }),
    ));
  test('stiffness added anywhere never raises the work of a load, f·K⁻¹·f', () =>
    fc.assert(
      fc.property(
        lumps,
        corners,
        vec(-3000, 3000),
        vec(-900, 900),
        fc.integer({ min: 0, max: 3 }),
        fc.integer({ min: 0, max: 2 }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        (list, mounts, force, couple, which, axis, times) => {
          const body = rigidBody(list);
          const work = (on: readonly Mount[]) => {
            const found = settle(onMounts(body, on), force, couple);
            const shift = found.comDisplacementMm.reduce((sum, v, i) => sum + (v / 1000) * force[i]!, 0);
            return shift + found.rotationMrad.reduce((sum, v, i) => sum + (v / 1000) * couple[i]!, 0);
          };
          const stiffer = mounts.map((m, i) =>
            i === which % mounts.length
              ? {
                  ...m,
                  stiffnessNPerMm: m.stiffnessNPerMm.map((k, a) =>
                    a === axis ? k * times : k,
                  ) as unknown as Mount['stiffnessNPerMm'],
                }
              : m,
          );
          const before = work(mounts);
          expect(work(stiffer)).toBeLessThanOrEqual(before + 1e-9 * Math.max(1, Math.abs(before)));
        },
      ),
    ));
  test('a mount turned by a quarter holds its stiff way along the other axis', () => {
    const body = rigidBody([{ massKg: 100, comMm: [0, 0, 0], boxSizeMm: [400, 300, 200] }]);
    const at = (id: string, x: number, y: number, turned: boolean): Mount => ({
      id,
      positionMm: [x, y, 0],
      stiffnessNPerMm: turned ? [80, 100, 200] : [100, 80, 200],
      ...(turned
        ? {
            axes: [
              [0, 1, 0],
              [1, 0, 0],
              [0, 0, 1],
            ] as const,
          }
        : {}),
    });
    const four = (turned: boolean) =>
      onMounts(body, [
        at('a', 200, 150, turned),
        at('b', -200, 150, turned),
        at('c', 200, -150, turned),
        at('d', -200, -150, turned),
      ]);
    const [plain, turned] = [modesOf(four(false)), modesOf(four(true))];
    plain.forEach((m, i) => close(turned[i]!.hz, m.hz));
  });
});

describe('stops', () => {
  const body = rigidBody([{ massKg: 100, comMm: [0, 0, 0], boxSizeMm: [400, 300, 200] }]);
  const four = (freeTravelMm?: number): Mount[] =>
    [-200, 200].flatMap((x) =>
      [-150, 150].map((y) => ({
        id: `${x} ${y}`,
        positionMm: [x, y, 0] as const,
        stiffnessNPerMm: [100, 80, 200] as const,
        freeTravelMm,
      })),
    );
  test('past the free travel a mount is ten times as stiff, worked by hand', () => {
    // Four of 200 N/mm under 12,000 N: 15 mm without a stop; with one at 8 mm, 6,400 N there and 5,600 N on 8,000 N/mm.
    expect(settle(onMounts(body, four()), [0, 0, -12_000], [0, 0, 0]).comDisplacementMm[2]).toBeCloseTo(-15, 9);
    expect(settle(onMounts(body, four(8)), [0, 0, -12_000], [0, 0, 0]).comDisplacementMm[2]).toBeCloseTo(-8.7, 9);
    // The same upwards, and nothing of it before the stop.
    expect(settle(onMounts(body, four(8)), [0, 0, 12_000], [0, 0, 0]).comDisplacementMm[2]).toBeCloseTo(8.7, 9);
    expect(settle(onMounts(body, four(8)), [0, 0, -6000], [0, 0, 0]).comDisplacementMm[2]).toBeCloseTo(-7.5, 9);
  });
  test('under any load the mounts carry all of it, whichever stops are met', () =>
    fc.assert(
      fc.property(
        lumps,
        corners,
        vec(-8000, 8000),
        vec(-3000, 3000),
        number(0, 8),
        (list, mounts, force, couple, free) => {
          const held = rigidBody(list);
          const found = settle(
            onMounts(
              held,
              mounts.map((m) => ({ ...m, freeTravelMm: free })),
            ),
            force,
            couple,
          );
          for (const axis of [0, 1, 2] as const)
            close(
              mounts.reduce((sum, m) => sum + found.mountForceOnPowertrainN[m.id]![axis], 0),
              -force[axis],
              10_000,
            );
        },
      ),
    ));
  test('a stop below nought is refused by its field', () =>
    expect(() => onMounts(body, four(-1))).toThrow(expect.objectContaining({ pointer: '/mounts/0/freeTravelMm' })));
});

describe('what nothing holds', () => {
  const body = rigidBody([{ massKg: 120, comMm: [0, -100, 100], boxSizeMm: [400, 400, 400] }]);
  const two: Mount[] = [
    { id: 'a', positionMm: [10, -440, 240], stiffnessNPerMm: [150, 120, 230] },
    { id: 'b', positionMm: [-10, 460, 200], stiffnessNPerMm: [150, 120, 230] },
  ];
  test('two mounts leave the turn about the line through them; a third aside of it holds that', () => {
    const on = onMounts(body, two);
    expect(isHeld(on)).toBe(false);
    const { stiffnessNmPerRad, axis } = softestAxis(on);
    expect(stiffnessNmPerRad).toBe(0);
    const line = [-20, 900, -40].map((x) => x / Math.hypot(20, 900, 40));
    expect(Math.abs(axis[0] * line[0]! + axis[1] * line[1]! + axis[2] * line[2]!)).toBeCloseTo(1, 6);
    expect(() => settle(on, [0, 0, -1000], [0, 0, 0])).toThrow(InputError);
    const link: Mount = { id: 'link', positionMm: [-200, 0, -150], stiffnessNPerMm: [90, 0, 0] };
    const held = onMounts(body, [...two, link]);
    expect(isHeld(held)).toBe(true);
    expect(softestAxis(held).stiffnessNmPerRad).toBeGreaterThan(1000);
  });
});

test('a slow shake comes through whole, a fast one hardly; at its own frequency damping alone holds it', () => {
  expect(transmissibility(0.01, 10, 0.1)).toBeCloseTo(1, 4);
  expect(transmissibility(50, 10, 0.05)).toBeLessThan(0.06);
  expect(transmissibility(10, 10, 0.5)).toBeCloseTo(Math.SQRT2, 9);
  expect(() => transmissibility(10, 0, 0.1)).toThrow(expect.objectContaining({ pointer: '/naturalHz' }));
});

test('a four-stroke fires each cylinder every other turn, a two-stroke every turn', () => {
  expect(firingHz(900, 4, 4)).toBe(30);
  expect(firingHz(900, 4, 2)).toBe(60);
});

describe('rubber', () => {
  test('by hardness: 55 Shore A has about 3 MPa, worked by hand; harder is stiffer', () => {
    expect(rubberMpa(55).youngMpa).toBeCloseTo((0.0981 * 475.2848) / (0.137505 * 114.3), 9);
    fc.assert(
      fc.property(number(20, 94), (s) => {
        expect(rubberMpa(s + 1).youngMpa).toBeGreaterThan(rubberMpa(s).youngMpa);
      }),
    );
    expect(() => rubberMpa(98)).toThrow(expect.objectContaining({ pointer: '/shoreA' }));
  });
  test('a round bush is stiffer across than along, and a long one stiffer than a short one', () =>
    fc.assert(
      fc.property(number(0.3, 3), number(4, 15), number(1.3, 4), number(10, 100), (g, a, ratio, l) => {
        const k = roundBush(g, a, a * ratio, l);
        expect(k.radialShortNPerMm).toBeGreaterThan(k.axialNPerMm);
        expect(k.radialLongNPerMm).toBeGreaterThan(k.radialShortNPerMm);
        close(roundBush(g, a, a * ratio, 2 * l).axialNPerMm, 2 * k.axialNPerMm);
      }),
    ));
  test('a block pressed is stiffer than three of its shear, the more so the thinner', () => {
    const size = { lengthMm: 60, widthMm: 50, thickMm: 30 };
    const k = block(3, size);
    // 3000 mm² over 220 mm × 30 mm round it.
    expect(k.shapeFactor).toBeCloseTo(3000 / 6600, 12);
    expect(k.pressedNPerMm).toBeCloseTo((3 * 3000 * (1 + 1.2 * (3000 / 6600) ** 2)) / 30, 9);
    expect(k.pressedNPerMm / k.shearedNPerMm).toBeGreaterThan(3);
    const thin = block(3, { ...size, thickMm: 10 });
    expect(thin.pressedNPerMm / thin.shearedNPerMm).toBeGreaterThan(k.pressedNPerMm / k.shearedNPerMm);
  });
  test('without a wall it is refused', () => {
    expect(() => roundBush(1, 20, 20, 30)).toThrow(expect.objectContaining({ pointer: '/outerMm' }));
  });
});
