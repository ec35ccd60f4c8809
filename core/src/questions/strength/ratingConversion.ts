import type { Rating } from '../../model/index.ts';
import { propagate, say, worstEvidence, type Derived, type Figure } from '../../units/index.ts';

/** One step from what was told to torque at the input shaft, with the torque after it. */
interface RatingStep {
  readonly name: string;
  readonly factor: number;
  /** Scatter that the step brings, as a share. */
  readonly share: number;
  readonly torqueNm: number;
}

export interface InputShaftRating {
  readonly rating: Rating;
  readonly inputNm: Derived;
  readonly steps: readonly RatingStep[];
}

/** Loss between engine and wheels that is taken back where a rating was told at the wheels; a chassis dyno's usual 13 to 18 %. */
const WHEEL_LOSS = { value: 0.15, plusMinus: 0.03 };
/** A built box stands more than the same box as it left the works: what builders' lists show beside makers' sheets. */
const BUILT_OVER_STOCK = { value: 1.3, plusMinus: 0.12 };
/** Doubt of a word, as a share, on top of the figure's own: one builder's word, several that agree. */
const WORD_DOUBT: Readonly<Record<NonNullable<Rating['by']>, number>> = {
  maker: 0,
  'several builders': 0.06,
  'one builder': 0.12,
};

/** One box that held proves little, a dozen more; none is surer than this. */
const SUREST_WORD = 0.04;
/** A box that ran for less has not shown that it lasts, km; its word is worth half as much more doubt. */
const SHORT_RUN_KM = 10_000;
const SHORT_RUN = 1.5;

/** Doubt of whose word a rating is, as a share: a builder’s shrinks with the number of boxes run, and grows where they ran for little. */
function wordDoubt({ by, ran }: Rating): number {
  const plain = by ? WORD_DOUBT[by] : 0;
  if (plain === 0 || !ran) return plain;
  const short = ran.forKm !== undefined && ran.forKm < SHORT_RUN_KM ? SHORT_RUN : 1;
  return Math.max(SUREST_WORD, (WORD_DOUBT['one builder'] * short) / Math.sqrt(ran.boxes));
}

function ranWords({ ran }: Rating): string {
  if (!ran) return '';
  const far = ran.forKm === undefined ? '' : ` for ${say(ran.forKm, 'travelledKm')}`;
  return `: ${ran.boxes} run${far}${ran.inWhat ? `, ${ran.inWhat}` : ''}`;
}

/**
 * Brings a rating to torque at the input shaft of the box as it is bought (used, in the state it left the works), step by
 * step like the mass bridge: power at its engine speed to torque (T = P·60000/2πn), wheels back to the engine, a built
 * unit back to a stock one, and the doubt of whose word it is. N·m.
 */
export function ratingAtInputShaft(rating: Rating): InputShaftRating | undefined {
  const { torqueNm, powerKw, atRpm } = rating;
  const told: Figure | undefined = torqueNm ?? powerKw;
  if (!told || (!torqueNm && !atRpm)) return undefined;
  const inputs: Record<string, Figure> = { 'stated rating': told };
  const steps: RatingStep[] = [];
  let factor = 1;
  const step = (name: string, by: number, plusMinus = 0) => {
    factor *= by;
    steps.push({ name, factor: by, share: plusMinus / by, torqueNm: told.value * factor });
    if (plusMinus > 0) inputs[name] = { value: by, plusMinus, evidence: 'estimated' };
  };
  const exact: number[] = [];
  if (!torqueNm) {
    const by = 60000 / (2 * Math.PI * atRpm!);
    step('power converted to torque', by);
    exact.push(by);
  }
  if (rating.at === 'wheels') {
    const by = 1 / (1 - WHEEL_LOSS.value);
    step('driveline loss added', by, (by * WHEEL_LOSS.plusMinus) / (1 - WHEEL_LOSS.value));
  }
  if (rating.unit === 'built') {
    const by = 1 / BUILT_OVER_STOCK.value;
    step('uprated unit converted to standard', by, (by * BUILT_OVER_STOCK.plusMinus) / BUILT_OVER_STOCK.value);
  }
  const word = wordDoubt(rating);
  if (word > 0) step(`the word of ${rating.by}${ranWords(rating)}`, 1, word);
  const fixed = exact.reduce((p, x) => p * x, 1);
  const d = propagate(inputs, (v) => Object.values<number>(v).reduce((p, x) => p * x, fixed));
  // The steps are rules of ours; the word that was given keeps its own name.
  return {
    rating,
    inputNm: {
      ...d,
      evidence: steps.length > (torqueNm ? 0 : 1) ? worstEvidence([told.evidence, d.evidence]) : told.evidence,
    },
    steps,
  };
}

/** The rating that holds in a gear: its own where there is one, else the box's; brought to the input shaft. One without a figure says nothing of its gear. */
export function ratingIn(ratings: readonly Rating[], gear: number): InputShaftRating | undefined {
  const inUse = ratings.filter((r) => r.inUse);
  const found = inUse.find((r) => r.gear === gear) ?? inUse.find((r) => r.gear === undefined);
  return found && ratingAtInputShaft(found);
}
