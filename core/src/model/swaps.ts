import type { FabricationGuide } from './fabrication.ts';
import { kindOfJoint } from './fabrication.ts';

/** What can move from one engine to another to close a joint, and between which. */
export interface SwapGuide {
  /** What moves, in words. */
  readonly what: string;
  /** Whether it fits engines of its own family only, or any: a sender goes into any thread that it fits. */
  readonly within: 'family' | 'any';
  /** Of a sister engine it has to be found and bought; what the old engine leaves costs nothing. */
  readonly price: FabricationGuide['price'];
  readonly hours: FabricationGuide['hours'];
}

const guide = (
  what: string,
  within: SwapGuide['within'],
  [low, likely, high]: readonly [number, number, number],
  [least, usual, most]: readonly [number, number, number],
): SwapGuide => ({ what, within, price: { low, likely, high }, hours: { low: least, likely: usual, high: most } });

/** By the kind of joint whose engine side moves over: used prices and hours as shops ask them, guides. */
const BY_KIND: Readonly<Record<string, SwapGuide>> = {
  sender: guide('sender', 'any', [5, 15, 40], [0.3, 0.7, 2]),
  accessories: guide('accessory brackets, pulleys and belt', 'family', [40, 90, 200], [1, 3, 6]),
  lamp: guide('pressure switch or alternator', 'any', [5, 20, 80], [0.3, 0.7, 2]),
  'engine-mounts': guide('mount arms', 'family', [40, 80, 160], [1, 2, 5]),
  'crank-trigger': guide('crank wheel and sensor', 'family', [30, 70, 150], [1.5, 3, 8]),
  'cam-trigger': guide('cam wheel, sensor and cover', 'family', [40, 90, 200], [1, 3, 8]),
  starter: guide('starter', 'family', [30, 60, 140], [0.5, 1, 2]),
  'starter-side': guide('starter and what it bolts to', 'family', [60, 140, 300], [1, 3, 8]),
  throttle: guide('throttle body', 'family', [30, 70, 160], [0.5, 1.5, 4]),
  intake: guide('throttle body and its stub', 'family', [30, 70, 160], [0.5, 1.5, 4]),
  exhaust: guide('exhaust manifold', 'family', [40, 90, 200], [1, 2, 5]),
  coolant: guide('thermostat housing and its stubs', 'family', [15, 35, 80], [0.5, 1, 3]),
  heater: guide('heater neck', 'family', [10, 25, 60], [0.3, 0.7, 2]),
  'fuel-supply': guide('fuel rail and regulator', 'family', [30, 70, 150], [0.7, 1.5, 4]),
  'fuel-return': guide('fuel rail and regulator', 'family', [30, 70, 150], [0.7, 1.5, 4]),
  steering: guide('steering pump with its bracket', 'family', [40, 90, 180], [1, 2, 5]),
};

/** What moves over to close a joint of a kind; undefined where nothing does. */
export const swapOf = (joint: string): SwapGuide | undefined => BY_KIND[kindOfJoint(joint)];
