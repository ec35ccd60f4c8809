import { say } from '../../../units/index.ts';
import { absent, type JointKind } from '../kind.ts';

export const clutch: JointKind = {
  kind: 'clutch',
  title: 'Clutch to input shaft',
  sides: { a: 'clutch plate', b: 'input shaft' },
  neededFor: (_, gearbox) => gearbox.kind !== 'automatic',
  match: (a, b) => {
    const keys = ['splineTeeth', 'splineMm'];
    const missing = [...absent('a', a, keys), ...absent('b', b, keys)];
    if (missing.length > 0) return { result: 'unknown', missing };
    if (a['splineTeeth'] !== b['splineTeeth'])
      return {
        result: 'misses',
        by: `${a['splineTeeth']} spline teeth in the plate, ${b['splineTeeth']} on the shaft`,
      };
    const d = Math.abs(Number(a['splineMm']) - Number(b['splineMm']));
    if (d > 0.15) return { result: 'misses', by: `${say(d, 'lengthMm', { digits: 1 })} on the spline diameter` };
    return { result: 'fits' };
  },
  whenOpen: 'blocked',
  openTitle: (by) => `The clutch plate does not go on the input shaft: ${by}`,
};
