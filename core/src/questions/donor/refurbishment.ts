import { GUIDE_CURRENCY } from '../../units/index.ts';
import type { ThreePoint } from '../../model/index.ts';
import type { RebuildShare } from './rebuild.ts';

/** One piece of the "while it is out" kit: why now, and the hours that it would take with the engine in the car. */
export interface KitPiece {
  readonly name: string;
  readonly why: string;
  readonly cost: number;
  readonly currency: string;
  readonly hoursNow: number;
  readonly hoursLater: number;
}

/** What is worth doing while the engine hangs free, by distance and age. */
export function whileItIsOut(km: number, ageYears: number, cylinders: number, fuel: 'petrol' | 'diesel'): KitPiece[] {
  const piece = (name: string, why: string, cost: number, hoursNow: number, hoursLater: number): KitPiece => ({
    name,
    why,
    cost,
    currency: GUIDE_CURRENCY,
    hoursNow,
    hoursLater,
  });
  return [
    piece('Rear crank seal', 'oil leak onto the clutch; accessible only with gearbox removed', 28, 0.7, 7),
    piece('Sump and rocker cover gaskets', 'harden with age', 45, 1.2, 4),
    ...(km > 80_000 || ageYears > 8
      ? [
          piece(
            'Belt or chain set with tensioner',
            `${ageYears} years, ${Math.round(km / 1000)} thousand km`,
            140,
            2.5,
            5,
          ),
        ]
      : []),
    ...(km > 80_000 || ageYears > 8
      ? [piece('Water pump and thermostat', 'same access as timing belt', 85, 0.8, 3)]
      : []),
    ...(km > 60_000
      ? [piece('Pilot bearing and release bearing', 'low cost; accessible with gearbox removed', 40, 0.3, 6.5)]
      : []),
    ...(km > 150_000 ? [piece('Valve stem seals', 'oil smoke on the overrun', 12 * cylinders, 3, 7)] : []),
    ...(km > 180_000
      ? [
          piece(
            'Connecting rod bearings',
            'inspect the old bearing shells: they show the condition of the engine',
            22 * cylinders,
            2.5,
            9,
          ),
        ]
      : []),
    ...(fuel === 'diesel' && km > 150_000
      ? [piece('Injectors tested and nozzles changed', 'spray pattern, smoke', 45 * cylinders, 1.5, 3)]
      : []),
  ];
}

export interface RefreshChoice {
  readonly pieces: readonly KitPiece[];
  readonly refreshCost: number;
  readonly refreshHours: number;
  readonly hoursSaved: number;
  /** Money set aside for what may fail, each way. */
  readonly sealedRisk: number;
  readonly refreshedRisk: number;
}

/** Share of the rebuild to be expected that a refresh takes away: seals, belts and shells, not pistons and bores. */
export const REFRESH_HELPS = 0.45;

/**
 * Leave it sealed or refresh it: what the kit costs, and the rebuild still to be expected. A sealed engine that fails
 * later costs the out-and-in again.
 */
export function sealedOrRefresh(
  rebuild: RebuildShare,
  full: ThreePoint,
  pieces: readonly KitPiece[],
  outAndInHours: number,
  hourlyRate: number,
): RefreshChoice {
  const again = full.likely + outAndInHours * hourlyRate;
  return {
    pieces,
    refreshCost: pieces.reduce((s, p) => s + p.cost, 0),
    refreshHours: pieces.reduce((s, p) => s + p.hoursNow, 0),
    hoursSaved: pieces.reduce((s, p) => s + p.hoursLater - p.hoursNow, 0),
    sealedRisk: rebuild.share * again,
    refreshedRisk: rebuild.share * (1 - REFRESH_HELPS) * again,
  };
}
