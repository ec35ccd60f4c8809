import {
  changeOf,
  obstaclesWith,
  type Candidate,
  type Obstacle,
  type ObstacleChange,
  type Part,
  type Shape,
} from '../../model/index.ts';
import { InputError } from '../../units/index.ts';
import { clipped, type Convex, convexOf, IDENTITY, length, moved, times, unit, type V3 } from '../../geometry/index.ts';

/** An obstacle as it stands once what was accepted is done to it. */
export interface BayBody {
  readonly obstacle: Obstacle;
  readonly convex: Convex;
}

/** The way a face goes when its change does not say: out of the powertrain's way, by role and side. Unit length. */
export function awayOf(obstacle: Obstacle, change: Pick<ObstacleChange, 'do' | 'away'>): V3 {
  if (change.away) {
    if (length(change.away) < 1e-9)
      throw new InputError(
        `/obstacles/${obstacle.id}/may`,
        `The ${change.do} of the ${obstacle.name} needs a direction.`,
      );
    return unit(change.away);
  }
  const [, y] = convexOf(obstacle.shape, `/obstacles/${obstacle.id}`).centre;
  switch (obstacle.role) {
    case 'bonnet':
      return [0, 0, 1];
    case 'firewall':
    case 'heater box':
    case 'boot wall':
      return [-1, 0, 0];
    case 'radiator pack':
    case 'fan':
      return [1, 0, 0];
    case 'crossmember':
    case 'track rod':
      return [0, 0, -1];
    case 'floor':
      return [0, 0, 1];
    case 'tunnel':
      return Math.abs(y!) > 40 ? [0, Math.sign(y!), 0] : [0, 0, 1];
    default:
      return [0, y! < 0 ? -1 : 1, 0];
  }
}

/** How thick a body is along a direction, mm: a notch can't go deeper. */
export function thicknessAlong(solid: Convex, away: V3): number {
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < solid.vertices.length; i += 3) {
    const d = solid.vertices[i]! * away[0] + solid.vertices[i + 1]! * away[1] + solid.vertices[i + 2]! * away[2];
    if (d < low) low = d;
    if (d > high) high = d;
  }
  return high - low;
}

/**
 * The body after a change of `amountMm`. A notch cuts the near face back; recess, bulge and relocate shift the whole; a
 * replacement stands for itself.
 * @throws InputError when the change goes past its allowance, cuts deeper than the body is, or has no replacement.
 */
export function changedBody(obstacle: Obstacle, change: ObstacleChange, amountMm: number): Convex {
  const pointer = `/obstacles/${obstacle.id}`;
  const body = convexOf(obstacle.shape, pointer);
  if (change.do === 'replace') {
    if (!change.replacement)
      throw new InputError(`${pointer}/may`, `The replacement of the ${obstacle.name} has no shape.`);
    return convexOf(change.replacement, pointer);
  }
  if (amountMm > change.allowanceMm + 1e-9)
    throw new InputError(
      `${pointer}/may`,
      `The ${change.do} of the ${obstacle.name} is limited to ${change.allowanceMm} mm; ${amountMm} mm entered.`,
    );
  const away = awayOf(obstacle, change);
  if (change.do !== 'notch') return moved(body, { ...IDENTITY, at: times(away, amountMm) });
  if (amountMm >= thicknessAlong(body, away))
    throw new InputError(
      `${pointer}/may`,
      `Notch ${amountMm} mm is deeper than the ${obstacle.name} (${thicknessAlong(body, away).toFixed(0)} mm).`,
    );
  return clipped(body, away, amountMm);
}

/**
 * The bay of a candidate: the car's obstacles without those that a carrier takes out, with those it brings, each as the
 * accepted changes leave it. A change that is not allowed any more is left undone; assessFit says so.
 */
export function bayOf(
  obstacles: readonly Obstacle[],
  candidate: Pick<Candidate, 'obstacleChanges' | 'shields'>,
  parts: readonly Part[] = [],
): BayBody[] {
  const shields = new Set(candidate.shields ?? []);
  return obstaclesWith({ obstacles: [...obstacles] }, parts).map((o) => {
    const obstacle = shields.has(o.id) && !o.shielded ? shielded(o) : o;
    const accepted = candidate.obstacleChanges?.find((c) => c.obstacleId === o.id);
    const change = accepted && changeOf(o, accepted.do);
    if (!accepted || !change) return { obstacle, convex: convexOf(o.shape, `/obstacles/${o.id}`) };
    return { obstacle, convex: changedOnce(o, change, Math.min(accepted.amountMm, change.allowanceMm)) };
  });
}

const sleeved = new WeakMap<Obstacle, Obstacle>();
/** The same object each time, so that what rests on it need not be drawn or judged anew. */
function shielded(o: Obstacle): Obstacle {
  let with_ = sleeved.get(o);
  if (!with_) {
    with_ = { ...o, shielded: true };
    sleeved.set(o, with_);
  }
  return with_;
}

const cut = new WeakMap<Shape, { key: string; convex: Convex }>();
function changedOnce(obstacle: Obstacle, change: ObstacleChange, amountMm: number): Convex {
  const key = JSON.stringify([change, amountMm]);
  const known = cut.get(obstacle.shape);
  if (known?.key === key) return known.convex;
  const convex = changedBody(obstacle, change, amountMm);
  cut.set(obstacle.shape, { key, convex });
  return convex;
}
