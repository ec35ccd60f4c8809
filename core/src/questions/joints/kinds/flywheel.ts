import { say } from '../../../units/index.ts';
import { absent, type JointKind } from '../kind.ts';

/** Bolt circles that differ by less than this drop on, mm: half the play of a flywheel bolt in its hole. */
const CIRCLE_PLAY_MM = 0.2;

export const flywheel: JointKind = {
  kind: 'flywheel',
  title: 'Crank to flywheel',
  sides: { a: 'crank flange', b: 'flywheel' },
  neededFor: (_, gearbox) => gearbox.kind !== 'automatic',
  match: (a, b) => {
    const keys = ['bolts', 'circleMm', 'registerMm'];
    const missing = [...absent('a', a, keys), ...absent('b', b, keys)];
    if (missing.length > 0) return { result: 'unknown', missing };
    if (a['bolts'] !== b['bolts'])
      return { result: 'misses', by: `${a['bolts']} bolts in the crank, ${b['bolts']} in the flywheel` };
    const circle = Math.abs(Number(a['circleMm']) - Number(b['circleMm']));
    if (circle > CIRCLE_PLAY_MM)
      return { result: 'misses', by: `${say(circle, 'lengthMm', { digits: 1 })} on the bolt circle` };
    const register = Math.abs(Number(a['registerMm']) - Number(b['registerMm']));
    if (register > 0.1) return { result: 'misses', by: `${say(register, 'lengthMm', { digits: 1 })} on the register` };
    return { result: 'fits' };
  },
  whenOpen: 'blocked',
  openTitle: (by) => `The flywheel misses the crank by ${by}`,
};
