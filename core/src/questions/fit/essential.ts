import type { Chassis, ObstacleRole } from '../../model/index.ts';

export interface EssentialBody {
  readonly roles: readonly ObstacleRole[];
  readonly name: string;
  /** What nobody can say without it. */
  readonly unknown: string;
}

/** Without these a bay says little: the words tell what stays unknown. */
const ESSENTIAL: readonly EssentialBody[] = [
  { roles: ['bonnet'], name: 'the bonnet', unknown: 'whether any engine is too tall' },
  { roles: ['firewall'], name: 'the firewall', unknown: 'how far back an engine may sit' },
  { roles: ['radiator pack', 'fan'], name: 'the radiator pack', unknown: 'how long an engine may be in front' },
  { roles: ['crossmember', 'steering rack'], name: 'the crossmember or rack', unknown: 'which sump clears' },
  {
    roles: ['steering box', 'steering rack', 'steering shaft'],
    name: 'the steering',
    unknown: 'whether exhaust and intake clear what steers the car',
  },
  { roles: ['tunnel', 'floor'], name: 'the tunnel', unknown: 'which gearbox goes in' },
  { roles: ['ground line'], name: 'the ground line', unknown: 'how low the sump may hang' },
];

/**
 * What of the bay does not stand in it, as far as this car has it: an engine across a front-drive car has no tunnel, and one in the
 * middle or the rear has no tunnel, radiator or steering beside it.
 */
export function notInBay(chassis: Chassis): readonly EssentialBody[] {
  const across = chassis.drive === 'front' && chassis.engineLies === 'transverse';
  const behind = chassis.engineSits === 'middle' || chassis.engineSits === 'rear';
  const elsewhere: readonly ObstacleRole[] = behind
    ? ['tunnel', 'radiator pack', 'steering box']
    : across
      ? ['tunnel']
      : [];
  return ESSENTIAL.filter(
    ({ roles }) =>
      !elsewhere.some((role) => roles.includes(role)) && !chassis.obstacles.some((o) => roles.includes(o.role)),
  );
}

/** What of it nobody has begun to measure. */
export const unmeasuredOf = (chassis: Chassis): readonly EssentialBody[] =>
  notInBay(chassis).filter(({ roles }) => !(chassis.tape ?? []).some((t) => roles.includes(t.role)));
