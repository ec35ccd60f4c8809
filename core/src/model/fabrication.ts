import { deletionOf } from './deletable.ts';

/** What a shop makes itself to close a joint: hours and material, guides. */
export interface FabricationGuide {
  readonly what: string;
  readonly price: { readonly low: number; readonly likely: number; readonly high: number };
  readonly hours: { readonly low: number; readonly likely: number; readonly high: number };
  /** What it is made up of, each a line of its own on the bill; together they come to price and hours. */
  readonly pieces?: readonly Omit<FabricationGuide, 'pieces'>[];
}

const BRACKETS = {
  what: 'brackets made for it',
  price: { low: 20, likely: 30, high: 45 },
  hours: { low: 2, likely: 4, high: 7 },
} as const;

const TUBE = {
  what: 'tube cut, welded and straightened outside, length measured at ride height',
  price: { low: 60, likely: 90, high: 140 },
  hours: { low: 0.5, likely: 1, high: 1.5 },
} as const;
const SHAFT_JOINTS = {
  what: 'joints of the shaft, new',
  price: { low: 50, likely: 70, high: 110 },
  hours: { low: 0.5, likely: 1, high: 1.5 },
} as const;
const BALANCING = {
  what: 'balancing, outside',
  price: { low: 40, likely: 60, high: 100 },
  hours: { low: 0, likely: 0, high: 0 },
} as const;
/** Holds the shaft up where its front joint lets go: near that joint, with room for its travel. */
const HOOP = {
  what: 'safety hoop near the front joint',
  price: { low: 25, likely: 45, high: 80 },
  hours: { low: 0.5, likely: 1, high: 2 },
} as const;

/** Work that consists of several pieces, each with its price and hours. */
function made(what: string, pieces: NonNullable<FabricationGuide['pieces']>): FabricationGuide {
  const sum = (of: 'price' | 'hours') =>
    Object.fromEntries(
      (['low', 'likely', 'high'] as const).map((key) => [key, pieces.reduce((s, p) => s + p[of][key], 0)]),
    ) as unknown as FabricationGuide['price'];
  return { what, price: sum('price'), hours: sum('hours'), pieces };
}

const HOSE = {
  what: 'hose made for it',
  price: { low: 15, likely: 25, high: 45 },
  hours: { low: 0.5, likely: 1, high: 2 },
} as const;

/** By the kind of joint; what is not here nobody should make at home: a clutch, a flywheel, a trigger. */
const BY_KIND: Readonly<Record<string, FabricationGuide>> = {
  bell: {
    what: 'adapter plate made for it',
    price: { low: 60, likely: 100, high: 140 },
    hours: { low: 3, likely: 5, high: 9 },
  },
  'engine-mounts': BRACKETS,
  'gearbox-mount': BRACKETS,
  accessories: {
    what: 'bracket, tensioner and a belt of the right length',
    price: { low: 30, likely: 70, high: 160 },
    hours: { low: 2, likely: 4, high: 8 },
  },
  'charge-tract': HOSE,
  coolant: HOSE,
  heater: HOSE,
  intake: HOSE,
  exhaust: {
    what: 'front pipe made and welded',
    price: { low: 40, likely: 80, high: 160 },
    hours: { low: 2, likely: 5, high: 10 },
  },
  'half-shaft': made('shaft shortened and balanced outside', [TUBE, SHAFT_JOINTS, BALANCING]),
  'fuel-return': {
    what: 'a line back to the tank laid',
    price: { low: 25, likely: 55, high: 110 },
    hours: { low: 2, likely: 4, high: 8 },
  },
  output: made('shaft made to length and balanced outside, with its hoop', [TUBE, SHAFT_JOINTS, BALANCING, HOOP]),
};

/** The kind of a joint by its key: "half-shaft:left" is a half shaft. */
export const kindOfJoint = (key: string): string => key.split(':')[0]!;

/** What making it oneself comes to; undefined where that is not done. */
export const fabricationOf = (joint: string): FabricationGuide | undefined =>
  deletionOf(joint) ?? BY_KIND[kindOfJoint(joint)];
