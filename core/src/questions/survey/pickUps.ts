import { makeFinding, PICK_UP_CHECK_HOURS, type Finding, type Subject } from '../../model/index.ts';
import { capital } from '../../units/index.ts';

/** What carries or steers a wheel: put elsewhere, its points go with it. */
const STEERS: ReadonlySet<string> = new Set(['steering rack', 'steering box', 'track rod', 'strut tower']);
const CARRIES: ReadonlySet<string> = new Set(['crossmember']);
/** Ways to change an obstacle that put it elsewhere; a notch leaves its ends where they were. */
const MOVES: ReadonlySet<string> = new Set(['relocate', 'replace']);

interface Moved {
  readonly of: string;
  readonly name: string;
  /** Undefined where nobody has said which. */
  readonly points: readonly string[] | undefined;
  readonly at: string;
}

function movedBy({ candidate, chassis, parts }: Subject): Moved[] {
  const carriers = parts.flatMap((p): Moved[] =>
    p.carries && p.carries.pickUps?.length !== 0
      ? [{ of: p.id, name: p.name, points: p.carries.pickUps, at: `/parts/${p.id}/carries/pickUps` }]
      : [],
  );
  const changes = (candidate.obstacleChanges ?? []).flatMap((work): Moved[] => {
    const obstacle = chassis?.obstacles.find((o) => o.id === work.obstacleId);
    if (!obstacle || !MOVES.has(work.do) || !(STEERS.has(obstacle.role) || CARRIES.has(obstacle.role))) return [];
    return [
      {
        of: obstacle.id,
        name: obstacle.name,
        points: [STEERS.has(obstacle.role) ? obstacle.name : `what is hung from the ${obstacle.name}`],
        at: '/chassis/obstacles',
      },
    ];
  });
  return [...carriers, ...changes];
}

/** A finding for everything that moves a point of suspension or steering: open until it was measured before and after. */
export function pickUpFindings(subject: Subject): Finding[] {
  const checks = new Map((subject.candidate.pickUpChecks ?? []).map((c) => [c.of, c]));
  return movedBy(subject).map(({ of, name, points, at }) => {
    const check = checks.get(of);
    const which = points ? points.join(', ') : undefined;
    const base = { id: `pick-ups-${of}`, step: 'fit' as const, about: [of] };
    if (check?.found === 'as before')
      return makeFinding({
        ...base,
        state: 'clear',
        title: `${capital(name)}: ${which ?? 'its suspension points'} measured as before`,
        because: 'Place, camber, caster and toe over the travel are what they were.',
      });
    if (check?.found === 'changed')
      return makeFinding({
        ...base,
        state: 'tight',
        title: `${capital(name)} has moved ${which ?? 'suspension points'}: measured`,
        because:
          'Bump steer until corrected: shim or slot it, or have the joints moved, and have the alignment set by a qualified shop.',
        remedies: [
          {
            title: 'Measured again: as before',
            cost: 0,
            hours: 0,
            accept: { kind: 'pickUpCheck', of, found: 'as before' },
          },
        ],
      });
    return makeFinding({
      ...base,
      state: 'unknown',
      title: which
        ? `${capital(name)} moves ${which}: measure before and after`
        : `Suspension or steering point possibly moved: ${name}`,
      because: which
        ? 'A few mm at a point that guides a wheel steers the car over bumps, whatever its wheelbase: measure the place of each, camber, caster and toe over the travel, before and after.'
        : 'Enter which points hang from it; of none, an empty list says so.',
      missing: which ? [] : [at],
      remedies: check
        ? [
            {
              title: 'Measured: as before',
              cost: 0,
              hours: 0,
              accept: { kind: 'pickUpCheck', of, found: 'as before' },
            },
            { title: 'Measured: changed', cost: 0, hours: 0, accept: { kind: 'pickUpCheck', of, found: 'changed' } },
          ]
        : [
            {
              title: 'Add to the work list',
              cost: 0,
              hours: PICK_UP_CHECK_HOURS.likely,
              accept: { kind: 'pickUpCheck', of },
            },
          ],
    });
  });
}
