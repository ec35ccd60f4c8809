import type { Figure } from '../units/index.ts';

/** Kinds of body, as one would say what the car is. */
export const BODIES = [
  'small saloon',
  'saloon',
  'estate',
  'hatch',
  'coupé',
  'open two-seater',
  'van',
  'pickup',
  'kit car',
  'buggy',
  'single-seater',
  'kart',
] as const;
export type BodyKind = (typeof BODIES)[number];

/**
 * Drag coefficient × frontal area that is usual for a kind of body, m², as an estimate to begin with. Coefficients and areas of
 * production cars of each kind, rounded (Hucho, Aerodynamics of Road Vehicles, 1.4 and 4.2); open wheels and open bodies after
 * coast-down figures of their kind. The ± covers the kind, not one car.
 */
const DRAG_AREA: Readonly<Record<BodyKind, readonly [m2: number, plusMinus: number]>> = {
  'small saloon': [0.75, 0.1],
  saloon: [0.72, 0.12],
  estate: [0.78, 0.12],
  hatch: [0.7, 0.1],
  coupé: [0.62, 0.1],
  'open two-seater': [0.7, 0.12],
  van: [1.35, 0.3],
  pickup: [1.05, 0.2],
  'kit car': [0.75, 0.15],
  buggy: [0.95, 0.2],
  'single-seater': [0.8, 0.25],
  kart: [0.45, 0.12],
};

/** What is usual for a body of that kind; an estimate that says what it is of. */
export function usualDragArea(body: BodyKind): Figure & { readonly plusMinus: number; readonly source: string } {
  const [value, plusMinus] = DRAG_AREA[body];
  return { value, plusMinus, evidence: 'estimated', source: `typical of its kind: ${body}` };
}
