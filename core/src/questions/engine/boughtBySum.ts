import type { Part, SavedCalculation, Subject } from '../../model/index.ts';
import type { Figure } from '../../units/index.ts';

/** Source of what stands in a sum’s field when nothing better is known. */
export const USUAL = 'typical value';

interface Serves {
  /** Inputs that make the piece what it is: while one of them is the usual figure nobody has said what is bought. */
  readonly makes: readonly string[];
  readonly inPlaceOf: string;
  readonly class: Part['class'];
}

/** Sums whose bought piece stands in place of what the engine or the car has, in every other sum. */
const SERVES: Readonly<Record<string, Serves>> = {
  injectors: { makes: ['ratedFlowCcPerMin'], inPlaceOf: 'the injectors', class: 'injectors' },
  pump: { makes: ['givesLph'], inPlaceOf: 'the fuel pump', class: 'pump' },
  throttle: { makes: ['boreMm'], inPlaceOf: 'the throttle', class: 'manifold' },
  radiator: { makes: ['faceM2', 'thicknessMm'], inPlaceOf: 'the radiator', class: 'radiator' },
};

const entered = (saved: SavedCalculation, name: string) => {
  const figure = saved.inputs[name];
  return figure !== undefined && figure.source !== USUAL;
};

/** What a landed sum changes elsewhere, in words; undefined where it buys nothing or serves nothing. */
export function servesWords(saved: SavedCalculation, labelOf: (input: string) => string): string | undefined {
  const serves = SERVES[saved.sum];
  if (!serves || !saved.buys) return undefined;
  const open = serves.makes.filter((name) => !entered(saved, name));
  return open.length === 0
    ? `${saved.buys.name} replaces ${serves.inPlaceOf} in all calculations.`
    : `${saved.buys.name} is not used in other calculations until this is entered: ${open.map(labelOf).join(', ')}.`;
}

interface Bought {
  readonly id: string;
  readonly name: string;
  readonly class: Part['class'];
  readonly inputs: Readonly<Record<string, Figure>>;
}

/** Pieces bought by landed sums whose figures somebody has entered. Of two for one thing the later stands first. */
export function boughtBySums({
  candidate,
}: Pick<Subject, 'candidate'>): readonly (Bought & { readonly sum: string })[] {
  return (candidate.workings ?? [])
    .flatMap((saved) => {
      const serves = SERVES[saved.sum];
      return serves && saved.buys && serves.makes.every((name) => entered(saved, name))
        ? [{ id: saved.id, sum: saved.sum, name: saved.buys.name, class: serves.class, inputs: saved.inputs }]
        : [];
    })
    .reverse();
}

/** The piece that a sum has bought. */
export const boughtBySum = (s: Pick<Subject, 'candidate'>, sum: string): Bought | undefined =>
  s.candidate.workings === undefined ? undefined : boughtBySums(s).find((b) => b.sum === sum);
