import { absent, type JointKind } from '../kind.ts';

const SHARES: readonly [number, string][] = [
  [0.25, 'a quarter'],
  [1 / 3, 'a third'],
  [0.5, 'half'],
  [2 / 3, 'two thirds'],
  [0.75, 'three quarters'],
  [1.5, 'half as much again'],
  [2, 'double'],
  [3, 'three times'],
  [4, 'four times'],
];

export const tacho: JointKind = {
  kind: 'tacho',
  title: 'Rev counter signal',
  sides: { a: 'signal of the engine, pulses per crank turn', b: 'what the gauge expects' },
  neededFor: () => true,
  match: (a, b) => {
    const missing = [...absent('a', a, ['pulsesPerRev']), ...absent('b', b, ['pulsesPerRev'])];
    if (missing.length > 0) return { result: 'unknown', missing };
    const share = Number(a['pulsesPerRev']) / Number(b['pulsesPerRev']);
    if (Math.abs(share - 1) < 0.02) return { result: 'fits' };
    const words = SHARES.find(([s]) => Math.abs(share / s - 1) < 0.02)?.[1] ?? `${Math.round(share * 100)} %`;
    const from = a['source'] === undefined ? '' : `: ${a['source']} feeds it`;
    return { result: 'misses', by: `${words}${from}` };
  },
  whenOpen: 'tight',
  openTitle: (by) => `Rev counter would read ${by}`,
};
