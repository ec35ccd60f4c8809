import { absent, type JointKind } from '../kind.ts';

/** A wheel by its teeth: "36−1". */
const wheel = (teeth: unknown, gap: unknown) => (gap === 0 ? `${teeth}` : `${teeth}−${gap}`);

export const crankTrigger: JointKind = {
  kind: 'crank-trigger',
  title: 'Crank trigger to computer',
  sides: { a: 'crank wheel', b: 'what the computer reads' },
  neededFor: () => true,
  match: (a, b) => {
    // A carburettor and points ask for no wheel, and any engine can do without one being read.
    if (b['none'] === true) return { result: 'fits' };
    const missing = [...absent('a', a, ['teeth', 'gap']), ...absent('b', b, ['teeth', 'gap'])];
    if (missing.length > 0) return { result: 'unknown', missing };
    return a['teeth'] === b['teeth'] && a['gap'] === b['gap']
      ? { result: 'fits' }
      : {
          result: 'misses',
          by: `wheel ${wheel(a['teeth'], a['gap'])}, computer expects ${wheel(b['teeth'], b['gap'])}`,
        };
  },
  whenOpen: 'blocked',
  openTitle: (by) => `The computer can’t read this crank wheel: ${by}`,
};
