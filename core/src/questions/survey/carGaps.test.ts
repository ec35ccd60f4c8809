import { tug } from '../../../test/demo.ts';
import type { Chassis } from '../../model/index.ts';
import { CAR_THINGS, carGaps } from './carGaps.ts';

const EMPTY: Chassis = {
  name: 'A car',
  body: 'small saloon',
  drive: 'rear',
  engineLies: 'longitudinal',
  weighing: { aboard: '', driverAboard: false },
  axleRatios: [],
  tyres: [],
  obstacles: [],
  pads: [],
  ports: [],
  lumps: [],
};

test('of a car that has only a name everything is missing, the engine in it first', () => {
  const gaps = carGaps(EMPTY);
  expect(gaps).toHaveLength(CAR_THINGS);
  expect(gaps[0]!.label).toBe('engine in it');
  for (const g of gaps) {
    expect(g.pointer).toMatch(/^\/chassis\//);
    expect(g.buys).not.toBe('');
  }
});

test('of a car that is entered whole nothing is', () => {
  expect(carGaps(tug.chassis!)).toEqual([]);
});

test('each thing that is taken away is missed, and nothing else', () => {
  for (const gap of carGaps(EMPTY)) {
    const [, , key, inner] = gap.pointer.split('/') as [string, string, keyof Chassis, string | undefined];
    const without = structuredClone(tug.chassis!) as unknown as Record<string, unknown>;
    if (inner) delete (without[key] as Record<string, unknown>)[inner];
    else without[key] = Array.isArray(without[key]) ? [] : undefined;
    expect(carGaps(without as unknown as Chassis).map((g) => g.pointer)).toEqual([gap.pointer]);
  }
});

test('a ratio or tyre that is only on hand is not the one on the car; what stays in it comes out with nothing', () => {
  const { axleRatios, tyres, lumps } = tug.chassis!;
  const car: Chassis = {
    ...tug.chassis!,
    axleRatios: axleRatios.map((r) => ({ ...r, fitted: false })),
    tyres: tyres.map((t) => ({ ...t, fitted: false })),
    lumps: lumps.map((l) => ({ ...l, leavesWith: 'stays' })),
  };
  expect(carGaps(car).map((g) => g.label)).toEqual(['final drive', 'tyres on it', 'removed masses']);
});
