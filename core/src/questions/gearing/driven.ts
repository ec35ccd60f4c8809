import { ofCar, type Chassis, type DifferentialKind, type Subject } from '../../model/index.ts';
import type { MassFigures } from '../mass/index.ts';
import { shareOfGrip, TYPICAL_BIAS } from './differential.ts';

/**
 * How all-wheel drive shares its torque, as the sums of grip take it; nothing for other cars.
 * @throws MissingInput for the share of a fixed or limited centre
 */
export function centreOf(chassis: Chassis): {
  readonly rearTorqueShare?: number | undefined;
  readonly centreBias?: number | undefined;
} {
  const { drive, centre, rearTorqueShare, centreBiasRatio } = chassis;
  if (drive !== 'all' || centre === 'locked') return {};
  if (centre === undefined) return { rearTorqueShare };
  // A centre that holds the axles to a share passes no more than that share lets it.
  const share = ofCar(chassis, 'rearTorqueShare');
  return centre === 'limited'
    ? { rearTorqueShare: share, centreBias: centreBiasRatio?.value ?? TYPICAL_BIAS }
    : { rearTorqueShare: share };
}

/** The differential that a candidate drives with: chosen, else fitted, else an open one. */
export const differentialOf = ({ candidate, chassis }: Pick<Subject, 'candidate' | 'chassis'>): DifferentialKind =>
  candidate.differential ?? chassis?.differentials?.find((d) => d.fitted)?.kind ?? 'open';

/** Torque bias ratio of a limited-slip differential of the survey, else of a usual one. */
export const biasOf = (chassis: Pick<Chassis, 'differentials'> | null, kind: DifferentialKind): number =>
  chassis?.differentials?.find((d) => d.kind === kind)?.biasRatio?.value ?? TYPICAL_BIAS;

/** Where nobody has entered it, mm: a wheel's load hardly depends on it beside the doubt of the grip. */
const TYPICAL_TRACK_MM = 1400;

/** What the left wheel of the driven axle carries of that axle, 0 to 1. */
export function leftShareOf(chassis: Chassis, comYMm: number): number {
  const { trackFrontMm: front, trackRearMm: rear } = chassis;
  const own = chassis.drive === 'front' ? (front ?? rear) : (rear ?? front);
  return Math.min(0.95, Math.max(0.05, 0.5 + comYMm / (own?.value ?? TYPICAL_TRACK_MM)));
}

/**
 * The grip that the driven axles pass with the differential in them, as a share of what their tyres hold: the wheel with less on it
 * gives up first. 1 where nobody knows how the car leans.
 */
export function passedShare(subject: Subject, mass: Pick<MassFigures, 'comMm'>): number {
  const { chassis } = subject;
  if (!chassis || !mass.comMm) return 1;
  const kind = differentialOf(subject);
  return shareOfGrip(kind, leftShareOf(chassis, mass.comMm[1]), biasOf(chassis, kind));
}
