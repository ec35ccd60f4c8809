import { layoutOf, type Chassis, type ObstacleRole } from '../../model/index.ts';

export interface EssentialBody {
  readonly roles: readonly ObstacleRole[];
  readonly name: string;
  /** What nobody can say without it. */
  readonly unknown: string;
}

/** Without these a bay says little: the words tell what stays unknown. */
const ESSENTIAL: readonly EssentialBody[] = [
  { roles: ['bonnet'], name: 'the bonnet', unknown: 'engine height limit' },
  { roles: ['firewall'], name: 'the firewall', unknown: 'rearmost engine position' },
  { roles: ['radiator pack', 'fan'], name: 'the radiator pack', unknown: 'front engine length limit' },
  { roles: ['crossmember', 'steering rack'], name: 'the crossmember or rack', unknown: 'sump clearance' },
  {
    roles: ['steering box', 'steering rack', 'steering shaft'],
    name: 'the steering',
    unknown: 'exhaust and intake clearance to the steering',
  },
  { roles: ['tunnel', 'floor'], name: 'the tunnel', unknown: 'gearbox clearance' },
  { roles: ['ground line'], name: 'the ground line', unknown: 'ground clearance of the sump' },
];

/** The same things where the engine is behind the seats, by what they are called there. */
const BEHIND: Readonly<Partial<Record<ObstacleRole, Omit<EssentialBody, 'roles'>>>> = {
  bonnet: { name: 'the engine cover', unknown: 'engine height limit' },
  firewall: { name: 'the firewall in front of the engine', unknown: 'the most forward engine position' },
  crossmember: { name: 'the rear crossmember', unknown: 'sump clearance' },
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
