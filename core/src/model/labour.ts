import type { WorkBy } from './billEdits.ts';
import type { Brief } from './brief.ts';

/** What an hour costs: the shop’s rate, or what the owner counts an own one at, which is nothing where nobody says. */
export function hourPrice(
  { ownLabour, hourlyRate, ownHourWorth = 0 }: Pick<Brief, 'ownLabour' | 'hourlyRate' | 'ownHourWorth'>,
  by: WorkBy = ownLabour ? 'own' : 'shop',
): number {
  return by === 'own' ? ownHourWorth : hourlyRate;
}

/** Work that wants the car lifted takes so much longer without a lift; what two pairs of hands do takes one longer. */
const WITHOUT_LIFT = 1.3;
const ALONE = 1.4;

/** How much longer work takes in this shop, and why; nothing is added where nobody has said how it is done. */
export function slower(
  { lift, hands }: NonNullable<Brief['pace']> = {},
  wants: { readonly lift?: boolean; readonly twoHands?: boolean },
): { readonly by: number; readonly why: string } {
  const onFloor = lift === false && wants.lift === true;
  const alone = hands === 1 && wants.twoHands === true;
  return {
    by: (onFloor ? WITHOUT_LIFT : 1) * (alone ? ALONE : 1),
    why: [
      onFloor ? `× ${WITHOUT_LIFT} without a lift` : '',
      alone ? `× ${ALONE} alone, where two pairs of hands are wanted` : '',
    ]
      .filter(Boolean)
      .join(', '),
  };
}
