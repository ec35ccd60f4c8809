import { layoutOf, type Chassis, type ObstacleRole } from '../../model/index.ts';

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

/** The same things where the engine is behind the seats, by what they are called there. */
const BEHIND: Readonly<Partial<Record<ObstacleRole, Omit<EssentialBody, 'roles'>>>> = {
  bonnet: { name: 'the engine cover', unknown: 'whether any engine is too tall' },
  firewall: { name: 'the firewall in front of the engine', unknown: 'how far forward an engine may sit' },
  crossmember: { name: 'the rear crossmember', unknown: 'which sump clears' },
};

/**
 * What of the bay does not stand in it, as far as this car has it. A tunnel is beside a gearbox that lies behind a front engine and
 * nowhere else; radiator and steering are beside an engine in front.
 */
export function notInBay(chassis: Chassis): readonly EssentialBody[] {
  const { engineSits, inTunnel } = layoutOf(chassis, {});
  const behind = engineSits !== 'front';
  const elsewhere: readonly ObstacleRole[] = behind
    ? ['tunnel', 'radiator pack', 'steering box']
    : inTunnel
      ? []
      : ['tunnel'];
  return ESSENTIAL.filter(
    ({ roles }) =>
      !elsewhere.some((role) => roles.includes(role)) && !chassis.obstacles.some((o) => roles.includes(o.role)),
  ).map((body) => (behind ? { ...body, ...BEHIND[body.roles[0]!] } : body));
}

/** What of it nobody has begun to measure. */
export const unmeasuredOf = (chassis: Chassis): readonly EssentialBody[] =>
  notInBay(chassis).filter(({ roles }) => !(chassis.tape ?? []).some((t) => roles.includes(t.role)));
