import { absent, type JointKind } from '../kind.ts';

export const camTrigger: JointKind = {
  kind: 'cam-trigger',
  title: 'Cam trigger to computer',
  sides: { a: 'cam wheel and sensor', b: 'what the computer reads' },
  neededFor: () => true,
  match: (a, b) => {
    if (b['none'] === true) return { result: 'fits' };
    const missing = [...absent('a', a, ['teeth', 'end']), ...absent('b', b, ['teeth', 'end'])];
    if (missing.length > 0) return { result: 'unknown', missing };
    if (a['end'] !== b['end'])
      return { result: 'misses', by: `sensor at the ${a['end']}, computer expects it at the ${b['end']}` };
    return a['teeth'] === b['teeth']
      ? { result: 'fits' }
      : { result: 'misses', by: `${a['teeth']} cam teeth, computer expects ${b['teeth']}` };
  },
  whenOpen: 'blocked',
  openTitle: (by) => `The computer can’t find the cam: ${by}`,
};
