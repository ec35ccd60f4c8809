import type { BracketMetal, MadeBracket } from '../../model/index.ts';
import { BRACKET_GIVES, METALS, plateNeedsMm, SAFETY, tubeBent, type TubeSize } from './strength.ts';

/** Plate that is sold, mm. */
const PLATES: Readonly<Record<BracketMetal, readonly number[]>> = {
  steel: [3, 4, 5, 6, 8, 10, 12, 15, 20],
  aluminium: [4, 5, 6, 8, 10, 12, 15, 20, 25],
};
/** Tube that is sold: EN 10305-1 for steel, EN 755 for aluminium. */
const TUBES: Readonly<Record<BracketMetal, readonly TubeSize[]>> = {
  steel: (
    [
      [25, 2.5],
      [30, 3],
      [35, 3],
      [42, 3],
      [48, 4],
      [60, 4],
      [70, 5],
      [80, 6],
    ] as const
  ).map(([outerDiameterMm, wallMm]) => ({ outerDiameterMm, wallMm })),
  aluminium: (
    [
      [30, 4],
      [40, 5],
      [50, 5],
      [60, 6],
      [70, 8],
      [80, 10],
    ] as const
  ).map(([outerDiameterMm, wallMm]) => ({ outerDiameterMm, wallMm })),
};
const WIDTHS = [40, 50, 60, 80, 100] as const;
/** What both plates of a tube come to, as so much more length of it, mm. */
const PLATES_OF_A_TUBE_MM = 60;

export interface Asked {
  readonly loadN: number;
  readonly leverMm: number;
  /** What its mount gives under that load, mm; undefined where nothing is to be kept below it. */
  readonly mountGivesMm: number | undefined;
}

/**
 * The lightest bracket of stock plate or tube that bears a load over a lever and gives no more than a tenth of what its mount
 * gives; undefined where none of the usual sizes does.
 */
export function proposedBracket(
  { loadN, leverMm, mountGivesMm }: Asked,
  metal: BracketMetal,
  form?: 'plate' | 'tube',
): MadeBracket | undefined {
  const mayGive = mountGivesMm === undefined ? undefined : BRACKET_GIVES * mountGivesMm;
  const { yieldMpa } = METALS[metal];
  const offers: { readonly weight: number; readonly bracket: MadeBracket }[] = [];
  for (const widthMm of form === 'tube' ? [] : WIDTHS) {
    const needs = plateNeedsMm(loadN, leverMm, widthMm, metal, mayGive);
    const thicknessMm = PLATES[metal].find((t) => t >= needs);
    if (thicknessMm !== undefined)
      offers.push({
        weight: widthMm * thicknessMm * leverMm,
        bracket: { from: 'made', metal, widthMm, thicknessMm },
      });
  }
  for (const tube of form === 'plate' ? [] : TUBES[metal]) {
    const bent = tubeBent(loadN, leverMm, besideOf(tube), tube, metal);
    if (bent.stressMpa * SAFETY > yieldMpa || (mayGive !== undefined && bent.givesMm > mayGive)) continue;
    const inner = tube.outerDiameterMm - 2 * tube.wallMm;
    offers.push({
      weight: ((Math.PI * (tube.outerDiameterMm ** 2 - inner ** 2)) / 4) * (leverMm + PLATES_OF_A_TUBE_MM),
      bracket: {
        from: 'made',
        metal,
        widthMm: 60,
        thicknessMm: PLATES[metal].find((t) => t >= 2 * tube.wallMm)!,
        tube,
      },
    });
    break;
  }
  return offers.length === 0 ? undefined : offers.reduce((a, b) => (b.weight < a.weight ? b : a)).bracket;
}

/** How far beside its bolt a tube usually stands, mm: where the faces are not known yet. */
export const besideOf = ({ outerDiameterMm }: TubeSize): number => outerDiameterMm / 2 + 20;
