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
};
const OTHER = guess([50, 250, 900], [1, 6, 20]);

export const costOfOpenJoint = (kind: string): Guess => BY_KIND[kind] ?? OTHER;
