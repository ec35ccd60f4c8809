import {
  findingOf,
  makeCheck,
  makeFinding,
  type Finding,
  type Judged,
  type Remedy,
  type State,
  type Subject,
} from '../model/index.ts';
import { MOVEMENT_MM } from '../mounts/index.ts';
import { say } from '../units/index.ts';
import { clearances, placedSolids, type PairClearance } from './clearances.ts';
import { poseOf } from './pose.ts';
import { moved } from './convex.ts';
import { convexOf } from './shape.ts';
import { signedDistance } from './distance.ts';

/** In Fit, met by less than this is tight, mm. */
export const TIGHT_MARGIN_MM = 8;
/** Findings are written for pairs with less margin than this; the rest are counted. */
const WORTH_SAYING_MM = 30;

export function fitState(marginMm: number): State {
  return marginMm < 0 ? 'blocked' : marginMm <= TIGHT_MARGIN_MM ? 'tight' : 'clear';
}

export interface FitFigures {
  readonly pairs: readonly PairClearance[];
  readonly smallest: PairClearance | undefined;
}

function sentence(pair: PairClearance): string {
  const name = capital(pair.part.name);
  const body = pair.obstacle.name;
  if (pair.gapMm < 0) return `${name} hits the ${body} by ${say(-pair.gapMm, 'lengthMm')}`;
  if (pair.marginMm < 0) return `${name} is ${say(-pair.marginMm, 'lengthMm')} short of what it needs to the ${body}`;
  return `${name} clears the ${body}, ${say(pair.marginMm, 'lengthMm')} to spare`;
}

function because(pair: PairClearance, school: string): string {
  const n = pair.needed;
  return (
    `Gap ${say(pair.gapMm, 'lengthMm')} of ${say(n.totalMm, 'lengthMm')} needed: ${say(n.baseMm, 'lengthMm')} base (${n.why}), ` +
    `${say(n.movementMm, 'lengthMm')} movement on ${school}, ${say(n.toleranceMm, 'lengthMm')} tolerance`
  );
}

const capital = (s: string) => s.charAt(0).toUpperCase() + s.slice(1);

/** Other options of the dressing slot that holds the touching solid, which would clear this obstacle where it stands. */
function dressingRemedies(subject: Subject, pair: PairClearance): Remedy[] {
  const remedies: Remedy[] = [];
  const body = convexOf(pair.obstacle.shape);
  const pose = poseOf(subject.candidate.placement);
  for (const { slot, options } of subject.engine.slots) {
    if (!options.some((o) => o.solids.includes(pair.part) && subject.dressing.includes(o))) continue;
    for (const option of options) {
      if (subject.dressing.includes(option)) continue;
      const clears = option.solids.every((solid) => {
        const gap = signedDistance(moved(convexOf(solid.shape), pose), body).signedDistanceMm;
        const needed = pair.needed.baseMm + pair.needed.movementMm + solid.plusMinusMm + pair.obstacle.plusMinusMm;
        return gap >= needed;
      });
      if (clears)
        remedies.push({
          title: `Fit ${option.name}`,
          cost: option.price.likely,
          hours: option.hours,
          accept: { slot, optionId: option.id },
        });
    }
  }
  return remedies;
}

/** Clearances at the candidate's placement, each judged against what it needs. */
export function assessFit(subject: Subject): Judged & { figures: FitFigures } {
  const { chassis, candidate } = subject;
  const school = candidate.mountSchool;
  if (!chassis || chassis.obstacles.length === 0) {
    const check = makeCheck({
      id: 'fit-margin',
      step: 'fit',
      group: 'Fit',
      title: 'Smallest margin',
      quantity: 'lengthMm',
      figure: undefined,
      limitKind: 'at least',
      limit: 0,
      because: 'The bay has not been measured.',
    });
    return {
      checks: [check],
      findings: [findingOf(check, 'Nobody has measured the bay yet', { missing: ['/chassis/obstacles'] })],
      figures: { pairs: [], smallest: undefined },
    };
  }
  const solids = placedSolids(subject, candidate.placement);
  const zones = chassis.obstacles.filter((o) => o.role === 'reach zone');
  const bodies = chassis.obstacles.filter((o) => o.role !== 'reach zone');
  const pairs = clearances(solids, bodies, school);
  const smallest = pairs[0];
  const findings: Finding[] = [];
  // One finding for each obstacle: its tightest pair says it, or a bay of touching solids would bury the reader.
  const said = new Set<string>();
  for (const pair of pairs) {
    if (pair.marginMm > WORTH_SAYING_MM || said.has(pair.obstacle.id)) continue;
    said.add(pair.obstacle.id);
    const state = fitState(pair.marginMm);
    const remedies = state === 'clear' ? [] : dressingRemedies(subject, pair);
    const softer = MOVEMENT_MM[school] > MOVEMENT_MM.polyurethane ? MOVEMENT_MM[school] - MOVEMENT_MM.polyurethane : 0;
    const wouldDo =
      state === 'blocked' && softer > 0 && pair.marginMm + softer >= 0
        ? ' Polyurethane mounts would ask less and clear it.'
        : '';
    findings.push(
      makeFinding({
        id: `fit-${pair.obstacle.id}`,
        state,
        step: 'fit',
        title: sentence(pair),
        because: because(pair, school) + '.' + wouldDo,
        figure: pair.gapMm,
        plusMinus: pair.needed.toleranceMm,
        limit: pair.needed.totalMm,
        quantity: 'lengthMm',
        evidence: 'measured',
        about: [pair.part.id, pair.obstacle.id],
        remedies,
      }),
    );
  }
  for (const zone of clearances(solids, zones, school)) {
    if (zone.gapMm >= 0) continue;
    findings.push(
      makeFinding({
        id: `fit-${zone.obstacle.id}`,
        state: 'tight',
        step: 'fit',
        title: `${capital(zone.part.name)} stands ${say(-zone.gapMm, 'lengthMm')} into the ${zone.obstacle.name}`,
        because: 'A service reach zone only reports: it will go in, but a hand or tool has less room there.',
        figure: zone.gapMm,
        limit: 0,
        quantity: 'lengthMm',
        evidence: 'measured',
        about: [zone.part.id, zone.obstacle.id],
      }),
    );
    break;
  }
  const check = makeCheck({
    id: 'fit-margin',
    step: 'fit',
    group: 'Fit',
    title: 'Smallest margin',
    quantity: 'lengthMm',
    figure: smallest && {
      value: smallest.marginMm,
      plusMinus: smallest.needed.toleranceMm,
      evidence: 'measured',
      from: [],
    },
    limitKind: 'at least',
    limit: 0,
    span: 60,
    ...(smallest ? { state: fitState(smallest.marginMm) } : { state: 'clear' }),
    because: smallest ? `${sentence(smallest)}. ${because(smallest, school)}.` : 'Nothing in the bay comes near.',
  });
  const hits = new Set(pairs.filter((p) => p.marginMm < 0).map((p) => p.obstacle.id)).size;
  const touched = makeCheck({
    id: 'fit-touched',
    step: 'fit',
    group: 'Fit',
    title: 'Obstacles in the way',
    quantity: 'count',
    figure: { value: hits, plusMinus: 0, evidence: 'measured', from: [] },
    limitKind: 'at most',
    limit: 0,
    span: 3,
    because:
      hits === 0
        ? `Every pair of ${solids.length} solids and ${bodies.length} obstacles has the gap it needs.`
        : `${hits} of ${bodies.length} obstacles are hit or too near.`,
  });
  return { checks: [check, touched], findings, figures: { pairs, smallest } };
}
