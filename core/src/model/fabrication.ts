/** What a shop makes itself to close a joint: hours and material, guides. */
export interface FabricationGuide {
  readonly what: string;
  readonly price: { readonly low: number; readonly likely: number; readonly high: number };
  readonly hours: { readonly low: number; readonly likely: number; readonly high: number };
}

const BRACKETS = {
  what: 'brackets made for it',
  price: { low: 20, likely: 30, high: 45 },
  hours: { low: 2, likely: 4, high: 7 },
} as const;

const SHAFT = {
  what: 'shaft shortened and balanced outside',
  price: { low: 150, likely: 220, high: 350 },
  hours: { low: 1, likely: 2, high: 3 },
} as const;

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
  coolant: HOSE,
  heater: HOSE,
  intake: HOSE,
  exhaust: {
    what: 'front pipe made and welded',
    price: { low: 40, likely: 80, high: 160 },
    hours: { low: 2, likely: 5, high: 10 },
  },
  'half-shaft': SHAFT,
  'fuel-return': {
    what: 'a line back to the tank laid',
    price: { low: 25, likely: 55, high: 110 },
    hours: { low: 2, likely: 4, high: 8 },
  },
  output: SHAFT,
};

/** The kind of a joint by its key: "half-shaft:left" is a half shaft. */
export const kindOfJoint = (key: string): string => key.split(':')[0]!;

/** What making it oneself comes to; undefined where that is not done. */
export const fabricationOf = (joint: string): FabricationGuide | undefined => BY_KIND[kindOfJoint(joint)];
