import { GUIDE_CURRENCY } from '../../units/index.ts';
import {
  USUAL_NEEDS,
  type Ancillary,
  type Engine,
  type Family,
  type OfferedItem,
  type OfferKind,
  type ThreePoint,
} from '../../model/index.ts';

/** A price that ships with the program, in the currency that it was gathered in. */
export type GuidePrice = ThreePoint & { readonly currency: string };

const used = (low: number, likely: number, high: number): GuidePrice => ({
  currency: GUIDE_CURRENCY,
  low,
  likely,
  high,
  evidence: 'estimated',
  source: 'typical used price',
});

/** What a missing piece costs used: usual breakers' prices for engines of one to three litres. */
export const TYPICAL_PRICE: Readonly<Record<OfferedItem, GuidePrice>> = {
  alternator: used(50, 85, 170),
  starter: used(45, 75, 150),
  flywheel: used(50, 90, 220),
  clutch: used(110, 180, 300),
  intake: used(70, 130, 280),
  'exhaust manifold': used(50, 95, 220),
  turbocharger: used(180, 380, 800),
  supercharger: used(280, 520, 950),
  'charge cooler': used(60, 120, 260),
  'steering pump': used(35, 60, 130),
  'A/C compressor': used(60, 110, 240),
  brackets: used(25, 55, 140),
  'loom and computer': used(120, 240, 480),
  'keys and immobiliser': used(60, 140, 320),
  'injection pump': used(150, 320, 700),
  gearbox: used(180, 350, 800),
  shifter: used(25, 50, 110),
  propshaft: used(40, 90, 190),
  'half shafts': used(50, 110, 240),
  radiator: used(50, 110, 220),
};

/** What is paid in the end, of what is asked. */
export const PAID_OF_ASKED = { low: 0.85, likely: 0.95, high: 1 } as const;

/** What each way brings with it when nothing is said to be missing. */
export const BRINGS: Readonly<Record<OfferKind, readonly OfferedItem[]>> = {
  engine: ['intake', 'exhaust manifold', 'brackets'],
  set: ['intake', 'exhaust manifold', 'brackets', 'alternator', 'starter', 'flywheel', 'clutch', 'gearbox'],
  car: [
    'intake',
    'exhaust manifold',
    'brackets',
    'alternator',
    'starter',
    'flywheel',
    'clutch',
    'gearbox',
    'loom and computer',
    'keys and immobiliser',
    'shifter',
    'propshaft',
    'radiator',
  ],
  swap: [
    'intake',
    'exhaust manifold',
    'brackets',
    'alternator',
    'starter',
    'flywheel',
    'clutch',
    'gearbox',
    'loom and computer',
    'shifter',
    'propshaft',
  ],
};

const ANCILLARY_ITEMS: readonly OfferedItem[] = [
  'alternator',
  'starter',
  'flywheel',
  'clutch',
  'intake',
  'exhaust manifold',
  'turbocharger',
  'supercharger',
  'charge cooler',
  'steering pump',
  'A/C compressor',
  'brackets',
  'loom and computer',
];

/** Things of its own car without which a computer does not let the engine run. */
const OWN_CAR = ['key', 'body module'];

/** What the engine must have to run and an offer should bring: its needs, the key where its computer wants one, a diesel's pump. */
export function wantedItems(engine: Engine): OfferedItem[] {
  const needs: readonly string[] = engine.needs ?? USUAL_NEEDS;
  return [
    ...ANCILLARY_ITEMS.filter((item) => needs.includes(item satisfies Ancillary | OfferedItem)),
    ...(engine.computer?.wants.some((w) => OWN_CAR.includes(w)) ? (['keys and immobiliser'] as const) : []),
    ...(engine.fuel === 'diesel' ? (['injection pump'] as const) : []),
  ];
}

/** Where nobody has entered the cylinders, a rebuild may be that of any usual engine. */
const [FEW, USUAL_CYLINDERS, MANY] = [3, 4, 8];

/** Parts, machine work and gaskets of a whole rebuild: the family's own figure in the build's money, else a guide price. */
export function fullRebuild(engine: Engine, family: Family | undefined): ThreePoint | GuidePrice {
  if (family?.rebuild) return family.rebuild;
  const n = engine.cylinders;
  return {
    low: 350 + 110 * (n ?? FEW),
    likely: 600 + 190 * (n ?? USUAL_CYLINDERS),
    currency: GUIDE_CURRENCY,
    high: 1100 + 320 * (n ?? MANY),
    evidence: 'estimated',
    source: n === undefined ? `usual for ${FEW} to ${MANY} cylinders` : 'typical for this number of cylinders',
  };
}
