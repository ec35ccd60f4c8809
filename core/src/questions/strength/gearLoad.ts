import type { InputShaftRating } from './ratingConversion.ts';

export interface GearLoad {
  readonly gear: number;
  readonly ratingNm: number | undefined;
  readonly loadNm: number;
  readonly governs: 'engine' | 'grip';
  readonly margin: number | undefined;
  /** Peak torque times the service factor, as the map lets it in that gear, N·m. */
  readonly engineNm: number;
  readonly bridged: InputShaftRating | undefined;
}

const ORDINALS = [
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
  'eleventh',
  'twelfth',
];
export const gearWord = (gear: number) => ORDINALS[gear - 1] ?? `gear ${gear}`;
