import type { Distribution } from '../../units/index.ts';

interface Guess {
  readonly price: Distribution;
  readonly hours: Distribution;
}
const guess = (price: readonly [number, number, number], hours: readonly [number, number, number]): Guess => ({
  price: { low: price[0], likely: price[1], high: price[2] },
  hours: { low: hours[0], likely: hours[1], high: hours[2] },
});

/** What closing a joint of a kind comes to while nobody knows how it closes: bought at best, made at worst; what shops ask, wide. */
const BY_KIND: Readonly<Record<string, Guess>> = {
  bell: guess([250, 550, 1400], [4, 10, 30]),
  flywheel: guess([120, 320, 800], [1, 4, 12]),
  clutch: guess([80, 220, 450], [0.5, 1.5, 4]),
  'engine-mounts': guess([80, 240, 600], [5, 12, 30]),
  'gearbox-mount': guess([30, 110, 300], [2, 5, 12]),
  output: guess([90, 260, 600], [1, 3, 8]),
  'crank-trigger': guess([60, 260, 950], [2, 6, 16]),
  'cam-trigger': guess([40, 180, 900], [1, 4, 14]),
  tacho: guess([0, 60, 200], [0.5, 2, 6]),
  pilot: guess([5, 20, 80], [0.2, 0.5, 3]),
  starter: guess([0, 60, 250], [0.5, 1, 4]),
  'starter-side': guess([0, 120, 400], [0.5, 2, 10]),
  'clutch-release': guess([20, 140, 450], [1, 3, 10]),
  'front-end': guess([0, 120, 500], [0.5, 3, 10]),
  throttle: guess([5, 60, 300], [0.5, 2, 8]),
  intake: guess([10, 60, 250], [0.5, 2, 6]),
  exhaust: guess([40, 180, 600], [2, 6, 16]),
  coolant: guess([10, 30, 90], [0.5, 1, 3]),
  heater: guess([5, 25, 90], [0.5, 1, 3]),
  'fuel-supply': guess([0, 150, 400], [1, 4, 10]),
  'fuel-return': guess([0, 55, 160], [0.5, 3, 8]),
  servo: guess([0, 60, 350], [0.3, 1, 6]),
  'brake-hydraulics': guess([0, 120, 450], [0.5, 3, 8]),
  steering: guess([0, 150, 600], [0.5, 4, 12]),
  pedals: guess([0, 120, 450], [1, 5, 16]),
  'half-shaft': guess([80, 220, 500], [1, 2, 5]),
  hub: guess([0, 150, 450], [1, 3, 8]),
  shifter: guess([20, 120, 450], [1, 4, 12]),
  'load-signal': guess([20, 120, 600], [1, 3, 10]),
  'speed-drive': guess([10, 80, 300], [0.5, 2, 6]),
  immobiliser: guess([0, 120, 500], [0.5, 3, 12]),
  sender: guess([0, 20, 80], [0.2, 0.7, 3]),
  lamp: guess([0, 15, 60], [0.2, 0.7, 3]),
  accessories: guess([0, 110, 500], [1, 3, 10]),
  'charge-tract': guess([30, 110, 400], [1, 3, 8]),
  system: guess([10, 90, 600], [1, 4, 14]),
};
const OTHER = guess([50, 250, 900], [1, 6, 20]);

export const costOfOpenJoint = (kind: string): Guess => BY_KIND[kind] ?? OTHER;
