import type { Subject } from '../../model/index.ts';
import { quadrature, scatterOf } from '../../units/index.ts';
import { brakeMassKg } from './brakeMass.ts';

/** What bought wheels, tyres and brakes add to the unsprung mass of an axle, kg, and what they are. */
export interface UnsprungChange {
  readonly kg: number;
  readonly plusMinusKg: number;
  readonly by: readonly string[];
}

/** Sizes of a disc told by its maker leave hat and ring a little open, as a share. */
const DISC_DOUBT = 0.1;

/** The change of one axle by what is chosen for it; what is not known on both sides counts for nothing and is not named. */
export function unsprungChange({ chassis, tyre, parts }: Subject, end: 'front' | 'rear'): UnsprungChange {
  const steps: { readonly kg: number; readonly doubt: number; readonly name: string }[] = [];
  const fitted = chassis?.tyres.find((t) => t.fitted);
  if (tyre?.massKgEach && fitted?.massKgEach && tyre !== fitted)
    steps.push({
      kg: 2 * (tyre.massKgEach.value - fitted.massKgEach.value),
      doubt: 2 * Math.hypot(scatterOf(tyre.massKgEach), scatterOf(fitted.massKgEach)),
      name: 'tyres',
    });
  const own = chassis?.brakes?.[end];
  for (const part of parts) {
    const bought = part.brakes?.[end];
    if (bought && own) {
      const massOf = (b: typeof own) => brakeMassKg({ ...b, massKg: b.massKg?.value });
      const [was, is] = [massOf(own), massOf(bought)];
      steps.push({ kg: 2 * (is - was), doubt: 2 * DISC_DOUBT * Math.hypot(was, is), name: 'brakes' });
    }
    // A set of wheels is four: what it weighs is entered as what it adds.
    if (part.class === 'wheels' && part.massKg)
      steps.push({ kg: part.massKg.value / 2, doubt: scatterOf(part.massKg) / 2, name: 'wheels' });
  }
  return {
    kg: steps.reduce((sum, s) => sum + s.kg, 0),
    plusMinusKg: quadrature(steps.map((s) => s.doubt)),
    by: steps.map((s) => s.name),
  };
}
