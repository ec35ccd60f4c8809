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

/** By the kind of joint; what is not here nobody should make at home: a clutch, a flywheel, a trigger. */
const BY_KIND: Readonly<Record<string, FabricationGuide>> = {
  bell: {
    what: 'adapter plate made for it',
    price: { low: 60, likely: 100, high: 140 },
    hours: { low: 3, likely: 5, high: 9 },
  },
  'engine-mounts': BRACKETS,
  'gearbox-mount': BRACKETS,
  output: {
    what: 'shaft shortened and balanced outside',
    price: { low: 150, likely: 220, high: 350 },
    hours: { low: 1, likely: 2, high: 3 },
  },
};

/** The kind of a joint by its key: "half-shaft:left" is a half shaft. */
export const kindOfJoint = (key: string): string => key.split(':')[0]!;

/** What making it oneself comes to; undefined where that is not done. */
export const fabricationOf = (joint: string): FabricationGuide | undefined => BY_KIND[kindOfJoint(joint)];
