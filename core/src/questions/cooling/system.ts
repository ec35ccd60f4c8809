import { airDensity, worstAir } from '../curve/index.ts';
import { boilsC, boughtBySum, bsfcOf, chargeHeat, FUEL, fuelEnergyKw, fuelOf } from '../engine/index.ts';
import {
  ofCar,
  ofCooling,
  ofEngine,
  ofPart,
  type Chassis,
  type Cooling,
  type CorePlace,
  type CoreSeal,
  type Part,
  type Subject,
} from '../../model/index.ts';
import { madeFrom, type Figure } from '../../units/index.ts';
import { COOLANT_SHARE, OIL_COOLER_SHARE, type CoolingSystem } from './balance.ts';

/**
 * Share of the road speed that comes through a core, by place and by how the air is led to it. In front: from cars as measured; on
 * top with a scoop, or in a side or rear bay with an intake, is what builders find, ± a third.
 */
export const AIR_SHARE: Readonly<Record<CorePlace, Readonly<Record<CoreSeal, number>>>> = {
  'in front': { ducted: 0.25, ordinary: 0.2, 'badly sealed': 0.12 },
  'on top': { ducted: 0.1, ordinary: 0.06, 'badly sealed': 0.03 },
  'side or rear': { ducted: 0.16, ordinary: 0.09, 'badly sealed': 0.05 },
};
const SHARE_DOUBT = { 'in front': 0.15, 'on top': 0.33, 'side or rear': 0.33 } as const;

/** Top hose without a pressure cap, and what stays below any limit: °C and K. */
const TOP_HOSE_C = 105;
const MARGIN_K = 5;
const CONDENSER_KW = 6;
/** Heat of manifold, and of a turbocharger, into the bay from which a core draws its air: share of the fuel’s energy. */
const BAY_SHARE = { manifold: 0.04, turbo: 0.03 } as const;

/** What is not entered: typical, and never better than it is shown. */
const typical = (value: number, plusMinus: number, source: string): Figure => ({
  value,
  plusMinus,
  evidence: 'estimated',
  source,
});
const COOLANT_DOUBT = 0.08;
const CORE_DOUBT = 0.06;
const COMPRESSOR = typical(0.7, 0.05, 'typical of turbochargers in their island');
const CHARGE_COOLER = typical(0.7, 0.08, 'typical of an air-to-air intercooler');
/** What the program brings itself, not the data. */
const OWN = { core: 'heat rejection of such a core', coolant: 'share of the heat into the coolant' } as const;

/** Cores, fans and ducts of a candidate: bought ones stand in place of the car’s own. */
export interface Fitted {
  readonly core: NonNullable<Chassis['radiator']>;
  readonly name: string;
  readonly cooling: Cooling;
  readonly place: CorePlace;
  readonly seal: CoreSeal | undefined;
  /** Air through the core as a share of the road speed, %, where somebody has measured it with these ducts. */
  readonly airSharePct: Figure | undefined;
  readonly fan: Figure | undefined;
  readonly oilCooler: Part | undefined;
  readonly chargeCooler: Part | undefined;
}

/** @throws MissingInput where nobody has entered a radiator, or where the core of a car sits whose engine is not in front. */
export function fittedCooling({
  chassis,
  parts,
  candidate,
}: Pick<Subject, 'parts' | 'candidate'> & { readonly chassis: Chassis }): Fitted {
  const bought = parts.find((p) => p.radiator) ?? parts.find((p) => p.class === 'radiator');
  const reckoned = bought ? undefined : boughtBySum({ candidate }, 'radiator');
  const own = chassis.cooling ?? {};
  const from = <K extends 'seal' | 'fanM3PerH'>(key: K) =>
    parts.find((p) => p.cooling?.[key] !== undefined)?.cooling?.[key] ?? own[key];
  const led = parts.find((p) => p.cooling?.seal ?? p.cooling?.airSharePct);
  const before = (key: 'oilCooler' | 'chargeCooler') => parts.find((p) => p.cooling?.[key]);
  return {
    // A radiator whose core nobody has entered is not the one that it replaces.
    core: bought
      ? ofPart(bought, 'radiator')
      : reckoned
        ? { coreM2: reckoned.inputs['faceM2']!, thicknessMm: reckoned.inputs['thicknessMm']! }
        : ofCar(chassis, 'radiator'),
    name: bought?.name ?? reckoned?.name ?? 'the car’s radiator',
    cooling: own,
    place: own.place ?? ((chassis.engineSits ?? 'front') === 'front' ? 'in front' : ofCooling(chassis, 'place')),
    seal: from('seal'),
    // What was measured with the car’s own ducts says nothing of others.
    airSharePct: led?.cooling?.airSharePct ?? (led ? undefined : own.airSharePct),
    fan: from('fanM3PerH'),
    oilCooler: before('oilCooler'),
    chargeCooler: before('chargeCooler'),
  };
}

/** The electric fan behind the cores, bought or the car’s own: whose it is, and what it draws where somebody has said. */
export function coolingFanOf({
  parts,
  chassis,
}: Pick<Subject, 'parts' | 'chassis'>):
  | { readonly name: string; readonly currentA: Figure | undefined; readonly at: string }
  | undefined {
  const bought = parts.find((p) => p.class === 'fan' || p.cooling?.fanM3PerH || p.cooling?.fanAmps);
  if (bought)
    return {
      name: `Fan: ${bought.name}`,
      currentA: bought.cooling?.fanAmps,
      at: `/parts/${bought.id}/cooling/fanAmps`,
    };
  const own = chassis?.cooling;
  return own?.fanM3PerH || own?.fanAmps
    ? { name: 'Cooling fan', currentA: own.fanAmps, at: '/chassis/cooling/fanAmps' }
    : undefined;
}

/** Names of the inputs that a balance rests on, with what they are worth. */
export type SystemInputs = Readonly<Record<string, Figure>>;

/**
 * The cooling of a candidate as figures with their doubt, and how the system follows from values of them. Everything that nobody
 * enters is named among the inputs with its ±.
 */
export function coolingSystem(
  subject: Subject & { readonly chassis: Chassis },
  fitted: Fitted,
  seal: CoreSeal,
): { readonly inputs: SystemInputs; readonly of: (v: Readonly<Record<string, number>>) => CoolingSystem } {
  const { brief, engine, chassis } = subject;
  const fuel = FUEL[fuelOf(subject)];
  const diesel = ofEngine(engine, 'fuel') === 'diesel';
  const boosted = ofEngine(engine, 'induction') !== 'naturally aspirated';
  const air = worstAir(brief.worstAir);
  const density = airDensity(air);
  const ambientC = air.temperatureC;
  const { place, cooling, airSharePct: own } = fitted;
  const share: Figure = own
    ? madeFrom({ ...own, value: own.value / 100, plusMinus: (own.plusMinus ?? 0.1 * own.value) / 100 }, own)
    : madeFrom(
        typical(AIR_SHARE[place][seal], SHARE_DOUBT[place] * AIR_SHARE[place][seal], `${place}, ${seal}`),
        chassis.cooling ?? fitted.core,
      );
  const charged = boosted && (fitted.chargeCooler ?? (engine.needs ?? []).includes('charge cooler'));
  const chargeBefore = fitted.chargeCooler?.cooling?.chargeCooler?.beforeRadiator ?? true;
  const given = fitted.chargeCooler?.cooling?.chargeCooler?.effectivenessPct;
  const closedBay = place !== 'in front' && seal !== 'ducted';
  const bayShare = closedBay ? BAY_SHARE.manifold + (engine.induction === 'turbocharged' ? BAY_SHARE.turbo : 0) : 0;
  const condenserKw = (cooling.condenser ?? (engine.needs ?? []).includes('A/C compressor')) ? CONDENSER_KW : 0;
  const coolantShare =
    (diesel ? COOLANT_SHARE.diesel : COOLANT_SHARE.petrol) + (engine.waterToOil ? COOLANT_SHARE.exchanger : 0);
  const limitC = engine.coolantLimitC?.value ?? TOP_HOSE_C;
  const cap = cooling.capKpa;
  // A cap never lets it be hotter than the engine stands; what that is where nobody says, neither.
  const topHoseC =
    Math.min(limitC, cap ? boilsC(cooling.coolant ?? 'water', air.barometerKpa + cap.value) : TOP_HOSE_C) - MARGIN_K;
  const inputs: Record<string, Figure> = {
    'radiator core area': fitted.core.coreM2,
    'radiator core thickness': fitted.core.thicknessMm,
    'air through the core': share,
    'specific consumption': bsfcOf(subject),
    [OWN.coolant]: typical(coolantShare, COOLANT_DOUBT * coolantShare, 'Heywood, 12.4'),
    [OWN.core]: typical(1, CORE_DOUBT, 'Kays and London, Compact Heat Exchangers, ch. 10'),
    ...(fitted.fan ? { fans: fitted.fan } : {}),
    ...(charged
      ? {
          'pressure ratio': ofEngine(engine, 'boost').pressureRatio,
          'compressor efficiency': madeFrom(COMPRESSOR, engine.boost!.pressureRatio),
          'charge cooler effectiveness': given
            ? madeFrom({ ...given, value: given.value / 100, plusMinus: (given.plusMinus ?? 5) / 100 }, given)
            : madeFrom(CHARGE_COOLER, engine.boost!.pressureRatio),
        }
      : {}),
  };
  const of = (v: Readonly<Record<string, number>>): CoolingSystem => {
    const energy = fuelEnergyKw(1, v['specific consumption']!, fuel.heatingMjPerKg.value);
    const charge =
      charged && chargeBefore
        ? chargeHeat({
            airKgPerS: (v['specific consumption']! * fuel.fullLoadAfr.value) / 3.6e6,
            inletC: ambientC,
            pressureRatio: v['pressure ratio']!,
            compressorEfficiency: v['compressor efficiency']!,
            coolerEffectiveness: v['charge cooler effectiveness']!,
            ambientC,
          }).kw
        : 0;
    return {
      ambientC,
      topHoseC,
      airDensityKgPerM3: density,
      areaM2: v['radiator core area']!,
      thicknessMm: v['radiator core thickness']!,
      airShare: v['air through the core']!,
      fanM3PerS: (v['fans'] ?? 0) / 3600,
      condenserKw,
      toCoolant: (energy * v[OWN.coolant]!) / v[OWN.core]!,
      toOilCooler: fitted.oilCooler?.cooling?.oilCooler?.beforeRadiator ? OIL_COOLER_SHARE * energy : 0,
      toChargeCooler: charge,
      toBay: bayShare * energy,
    };
  };
  return { inputs, of };
}
