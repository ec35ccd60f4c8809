import { absent, type JointKind } from '../kind.ts';

/** Flange against flange; the shaft's length is measured at mock-up. */
export const output: JointKind = {
  kind: 'output',
  title: 'Gearbox output to propshaft',
  sides: { a: 'gearbox flange', b: 'propshaft' },
  neededFor: (chassis) => chassis === null || chassis.drive !== 'front',
  match: (a, b) => {
    const missing = [...absent('a', a, ['flange']), ...absent('b', b, ['flange'])];
    if (missing.length > 0) return { result: 'unknown', missing };
    if (a['flange'] !== b['flange']) return { result: 'misses', by: `flange ${a['flange']}, shaft ${b['flange']}` };
    return { result: 'fits' };
  },
  whenOpen: 'blocked',
  openTitle: (by) => `The propshaft does not meet the gearbox: ${by}`,
};
