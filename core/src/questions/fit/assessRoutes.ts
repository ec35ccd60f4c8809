import type { Bend } from '../../geometry/index.ts';
import { makeFinding, shieldedBy, type Finding, type Remedy, type Route, type Subject } from '../../model/index.ts';
import { attempt, say, type InputError, capital } from '../../units/index.ts';
import type { Movement } from '../mounts/index.ts';
import type { BayBody } from './bay.ts';
import { shieldRemedy } from './remedies.ts';
import type { PlacedSolid } from './clearances.ts';
import { fitState } from './margin.ts';
import { routeClearances, tubeOnce, type RouteClearance } from './routes.ts';

/** Findings are written for pairs with less margin than this. mm */
const WORTH_SAYING_MM = 15;

function pairTitle(pair: RouteClearance): string {
  const name = capital(pair.route.name);
  if (pair.gapMm < 0) return `${name} hits ${pair.other.name} by ${say(-pair.gapMm, 'lengthMm')}`;
  if (pair.marginMm < 0)
    return `${say(-pair.marginMm, 'lengthMm')} too little clearance: ${name} to ${pair.other.name}`;
  return `${name} to ${pair.other.name}: ${say(pair.marginMm, 'lengthMm')} clearance margin`;
}

function notFollowed(route: Route, fault: InputError): Finding {
  return makeFinding({
    id: `route-${route.id}`,
    state: 'unknown',
    step: 'fit',
    title: `${capital(route.name)} can’t be followed`,
    because: fault.message,
    about: [route.id],
    missing: [fault.pointer],
  });
}

/** Bends with less room for their radius than the stuff of the route needs. */
function tightBends(route: Route, bends: readonly Bend[]): Finding[] {
  return bends
    .filter((bend) => bend.radiusMm < bend.leastMm - 1e-9)
    .map((bend) =>
      makeFinding({
        id: `route-${route.id}-bend-${bend.point}`,
        state: 'blocked',
        step: 'fit',
        title: `${capital(route.name)} bends tighter at point ${bend.point + 1} than it may`,
        because: `Available radius ${say(bend.radiusMm, 'lengthMm')} for a ${say(bend.turnDeg, 'angleDeg', { digits: 0 })} bend, minimum ${say(bend.leastMm, 'lengthMm')}. Move or remove a point.`,
        figure: bend.radiusMm,
        limit: bend.leastMm,
        quantity: 'lengthMm',
        evidence: 'estimated',
        about: [route.id],
      }),
    );
}

/** Pipes, hoses and lines: bends against what their stuff allows, and every gap, heat first. */
export function assessRoutes(
  subject: Subject,
  movement: Movement,
  solids: readonly PlacedSolid[],
  bay: readonly BayBody[],
): { pairs: RouteClearance[]; findings: Finding[] } {
  const routes = subject.candidate.routes ?? [];
  const findings: Finding[] = [];
  const sound = routes.filter((route) => {
    const tried = attempt(() => tubeOnce(route));
    findings.push(...(tried.ok ? tightBends(route, tried.value.bends) : [notFollowed(route, tried.fault)]));
    return tried.ok;
  });
  const pairs = routeClearances({ ...subject.candidate, routes: sound }, movement, solids, bay);
  const said = new Set<string>();
  for (const pair of pairs) {
    // The tightest pair of each route, and whatever else is not clear: heat may matter more than what is nearest.
    if (pair.marginMm > WORTH_SAYING_MM || (said.has(pair.route.id) && fitState(pair.marginMm) === 'clear')) continue;
    said.add(pair.route.id);
    const hot = pair.why.startsWith('hot exhaust');
    const remedies: Remedy[] =
      hot &&
      pair.marginMm < 0 &&
      pair.marginMm + 25 >= 0 &&
      !pair.why.includes('shielded') &&
      !pair.why.includes('radiator')
        ? [shieldedBy(subject, pair.other.id)].flatMap((body) => (body ? [shieldRemedy(body)] : []))
        : [];
    findings.push(
      makeFinding({
        id: `route-${pair.route.id}-${pair.other.id}`,
        state: fitState(pair.marginMm),
        step: 'fit',
        title: pairTitle(pair),
        because: `Gap ${say(pair.gapMm, 'lengthMm')}, required ${say(pair.neededMm, 'lengthMm')} (${pair.why}, incl. movement and tolerance).`,
        figure: pair.gapMm,
        limit: pair.neededMm,
        quantity: 'lengthMm',
        evidence: 'estimated',
        about: [pair.route.id, pair.other.id],
        remedies,
      }),
    );
  }
  return { pairs, findings };
}
