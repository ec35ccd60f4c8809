import { polygonArea, polygonHull } from 'd3-polygon';
import { cross, dot, unit, type V3 } from '../../geometry/index.ts';
import {
  changeOf,
  makeFinding,
  obstaclesWith,
  type Finding,
  type Obstacle,
  type ObstacleChange,
  type ObstacleRole,
  type Subject,
} from '../../model/index.ts';
import { capital, say } from '../../units/index.ts';
import { awayOf, bayOf } from './bay.ts';

/** What lies behind a wall that is moved: people, or luggage. */
const BEHIND: Readonly<Partial<Record<ObstacleRole, 'cabin' | 'luggage'>>> = {
  firewall: 'cabin',
  tunnel: 'cabin',
  floor: 'cabin',
  'boot wall': 'luggage',
};

/** Room that a wall takes as it moves, litres; what is told is the most, for a recess is seldom as wide as the wall. */
export interface RoomGivenUp {
  readonly obstacle: Obstacle;
  readonly of: 'cabin' | 'luggage';
  readonly litres: number;
}

/** Area of the shadow of corners along a direction, mm². */
export function shadowMm2(corners: readonly number[], along: V3): number {
  const w = unit(along);
  const u = unit(cross(w, Math.abs(w[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0]));
  const v = cross(w, u);
  const points: [number, number][] = [];
  for (let i = 0; i < corners.length; i += 3) {
    const p: V3 = [corners[i]!, corners[i + 1]!, corners[i + 2]!];
    points.push([dot(p, u), dot(p, v)]);
  }
  const hull = polygonHull(points);
  return hull ? Math.abs(polygonArea(hull)) : 0;
}

/** What of cabin or luggage a change takes at most; undefined where nobody sits or loads behind it, or only its own metal is cut. */
export function roomGivenUp(
  obstacle: Obstacle,
  corners: readonly number[],
  change: ObstacleChange,
  amountMm: number,
): RoomGivenUp | undefined {
  const of = BEHIND[obstacle.role];
  if (!of || change.do === 'notch' || change.do === 'replace' || !(amountMm > 0)) return undefined;
  return { obstacle, of, litres: (shadowMm2(corners, awayOf(obstacle, change)) * amountMm) / 1e6 };
}

/** In words: "at most 12 l of the cabin". */
export const roomWords = ({ of, litres }: Pick<RoomGivenUp, 'of' | 'litres'>): string =>
  `at most ${say(litres, 'volumeL', { digits: litres < 10 ? 1 : 0 })} of ${of === 'cabin' ? 'the cabin' : 'the luggage room'}`;

/** What the accepted changes to the bay take of cabin and luggage. */
export function roomFinding(subject: Subject): Finding[] {
  const { candidate, chassis, parts } = subject;
  if (!chassis || !candidate.obstacleChanges) return [];
  const bodies = bayOf(chassis.obstacles, candidate, parts);
  const given = obstaclesWith(chassis, parts).flatMap((obstacle): RoomGivenUp[] => {
    const accepted = candidate.obstacleChanges!.find((c) => c.obstacleId === obstacle.id);
    const change = accepted && changeOf(obstacle, accepted.do);
    const body = bodies.find((b) => b.obstacle.id === obstacle.id);
    if (!accepted || !change || !body) return [];
    const room = roomGivenUp(obstacle, body.convex.vertices, change, Math.min(accepted.amountMm, change.allowanceMm));
    return room ? [room] : [];
  });
  if (given.length === 0) return [];
  const sums = (['cabin', 'luggage'] as const).flatMap((of) => {
    const litres = given.filter((g) => g.of === of).reduce((s, g) => s + g.litres, 0);
    return litres > 0 ? [roomWords({ of, litres })] : [];
  });
  return [
    makeFinding({
      id: 'fit-room',
      state: 'clear',
      step: 'fit',
      title: `What is moved takes ${sums.join(' and ')}`,
      because: `${capital(given.map((g) => `the ${g.obstacle.name} ${say(g.litres, 'volumeL', { digits: 1 })}`).join(', '))}: whole face moved; a local recess takes less. Try the driving position with a cardboard face before cutting: pedals, feet, knees.`,
      about: given.map((g) => g.obstacle.id),
    }),
  ];
}
