import { Type } from 'typebox';
import { DELETABLE } from '../../../model/index.ts';
import { choice, defineJoint } from '../kind.ts';

const system = Type.Object({ fitted: choice('is on the engine', ['yes', 'no']) });
const computer = Type.Object({ drives: choice('computer drives it', ['yes', 'no']) });

/** What a computer switches on the engine: kept it wants a computer that drives it, deleted it wants plugs and words to that computer. */
export const switchedSystem = defineJoint({
  kind: 'system',
  order: 86,
  group: 'signals',
  title: 'ECU-switched system',
  sides: { a: 'system on the engine', b: 'computer that is to drive it' },
  home: { a: 'engine', b: 'engine' },
  offers: Object.keys(DELETABLE),
  look: 'Cylinder cut-out, cam phasing, flaps, recirculation, secondary air, vapour canister, catalyst and probes: what is on the engine, and whether this computer has a driver, a plug and a map for it.',
  spec: { a: system, b: computer },
  neededFor: () => true,
  asksNothing: (a) => a.fitted === 'no',
  miss: (_, b) => (b.drives === 'yes' ? undefined : { words: 'the computer does not drive it' }),
  whenOpen: 'tight',
  openTitle: (by) => `Actuator not driven, stays in its rest position: ${by}`,
});
