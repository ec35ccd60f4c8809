import { Type } from 'typebox';
import { choice, defineJoint } from '../kind.ts';

const face = Type.Object({ drive: choice('by', ['cable', 'pulses', 'message']) });

export const speedDrive = defineJoint({
  kind: 'speed-drive',
  order: 92,
  group: 'signals',
  title: 'Speedometer drive',
  sides: { a: 'drive on the gearbox', b: 'speedometer' },
  home: { a: 'gearbox', b: 'car' },
  look: 'Cable and its nut, or pulses and how many a kilometre; what axle ratio and tyres do to it.',
  spec: { a: face, b: face },
  neededFor: () => true,
  miss: (a, b) =>
    a.drive === b.drive ? undefined : { words: `gearbox output ${a.drive}, speedometer requires ${b.drive}` },
  whenOpen: 'tight',
  openTitle: (by) => `Speedometer without signal: ${by}`,
});
