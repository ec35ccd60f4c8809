import { Type } from 'typebox';
import { choice, defineJoint } from '../kind.ts';

const SIGNALS = ['cable', 'vacuum', 'message'] as const;

/** An automatic has to know how hard the engine pulls, unless its valve body is shifted by hand. */
export const loadSignal = defineJoint({
  kind: 'load-signal',
  order: 54,
  group: 'controls',
  title: 'Load signal of the automatic',
  sides: { a: 'engine signal', b: 'what the valve body reads' },
  home: { a: 'engine', b: 'gearbox' },
  look: 'The cable to the throttle and its travel, the vacuum line, or the message; or a valve body that is shifted by hand.',
  spec: {
    a: Type.Object({ signal: choice('gives', SIGNALS) }),
    b: Type.Object({ signal: choice('reads', [...SIGNALS, 'none, shifted by hand']) }),
  },
  neededFor: (_, gearbox) => gearbox.kind === 'automatic',
  derived: ({ gearbox, engine }) => ({
    ...(gearbox.wants.includes('torque') ? { b: { spec: { signal: 'message' }, from: gearbox.name } } : {}),
    ...(engine.computer?.sends.includes('torque')
      ? { a: { spec: { signal: 'message' }, from: engine.computer.name } }
      : {}),
  }),
  asksNothing: (_, b) => b.signal === 'none, shifted by hand',
  miss: (a, b) => (a.signal === b.signal ? undefined : { words: `gauge input ${b.signal}, engine signal ${a.signal}` }),
  whenOpen: 'blocked',
  openTitle: (by) => `Automatic gearbox without load signal: ${by}`,
});
