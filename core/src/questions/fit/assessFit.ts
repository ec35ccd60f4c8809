import {
  findingOf,
  makeCheck,
  makeFinding,
  obstaclesWith,
  staysPut,
  changeOf,
  type Finding,
  type CheckResult,
  type Subject,
} from '../../model/index.ts';
import { poseOf, type Convex } from '../../geometry/index.ts';
import { apartUnplaced, gearboxPose } from '../mass/index.ts';
import { caseWords, wayAcross, type Movement } from '../mounts/index.ts';
import { say, capital } from '../../units/index.ts';
import { assessRoutes } from './assessRoutes.ts';
import { alignmentRows, assessAlignment, type AlignmentFigures } from './assessAlignment.ts';
import { bayOf, type BayBody } from './bay.ts';
import { besideOldFinding } from './besideOld.ts';
import { claimFindings } from '../claims/index.ts';
import { bracketClearances } from './brackets.ts';
import { clearances, placedSolids, type PairClearance } from './clearances.ts';
import { fitState } from './margin.ts';
import { movingFindings } from './moving.ts';
import { groundAtBump, GROUND_ROW } from './ground.ts';
import { dressingClashes } from './matrix.ts';
import { dressingRemedies, obstacleRemedies, smallRemedies } from './remedies.ts';
import { unjudgedOf } from './unjudged.ts';
import { roomFinding } from './roomGivenUp.ts';
import { routeBodies, type RouteClearance } from './routes.ts';
import { shaftPassing } from './shaftPassing.ts';

/** Findings are written for pairs with less margin than this; the rest are counted. */
const WORTH_SAYING_MM = 30;

export interface FitFigures {
  readonly pairs: readonly PairClearance[];
  readonly smallest: PairClearance | undefined;
  readonly routes: readonly RouteClearance[];
  readonly seat: AlignmentFigures | undefined;
}

/** What a gap comes to, in words. */
export function pairSentence(pair: PairClearance): string {
  const name = capital(pair.part.name);
  const body = pair.obstacle.name;
  if (pair.gapMm < 0) return `${name} hits ${body} by ${say(-pair.gapMm, 'lengthMm')}`;
  if (pair.marginMm < 0) return `${say(-pair.marginMm, 'lengthMm')} too little clearance: ${name} to ${body}`;
  return `${name} to ${body}: ${say(pair.marginMm, 'lengthMm')} clearance margin`;
}

/** What a gap needs and why, in words. */
export function pairBecause(pair: PairClearance, movement: Movement): string {
  const n = pair.needed;
  return (
    `Gap ${say(pair.gapMm, 'lengthMm')} of ${say(n.totalMm, 'lengthMm')} needed: ${say(n.baseMm, 'lengthMm')} base (${n.why}), ` +
    `${say(n.movementMm, 'lengthMm')} movement on ${movement.on}${inCase(pair, movement)}, ${say(n.toleranceMm, 'lengthMm')} tolerance`
  );
}

/** The load that asks most of a gap, in words; a typical movement is of none. */
function inCase(pair: PairClearance, movement: Movement): string {
  const way = wayAcross({ signedDistanceMm: pair.gapMm, witnessA: pair.witnessPart, witnessB: pair.witnessObstacle });
  const worst = movement.caseAt(pair.witnessPart, way);
  return worst ? ` (${caseWords(worst)})` : '';
}

/** What firmer mounts would ask less at a pair, mm; never below nought. */
function spared(pair: PairClearance, movement: Movement, firmer: Movement): number {
  const way = wayAcross({ signedDistanceMm: pair.gapMm, witnessA: pair.witnessPart, witnessB: pair.witnessObstacle });
  return Math.max(0, movement.at(pair.witnessPart, way) - firmer.at(pair.witnessPart, way));
}

/** Clearances at the candidate's placement, each judged against what it needs. */
export function assessFit(
  subject: Subject,
  movement: Movement,
  firmerOf: () => Movement | undefined = () => undefined,
  brackets?: ReadonlyMap<string, readonly Convex[]>,
): CheckResult & { figures: FitFigures } {
  const { chassis, candidate } = subject;
  // Where all of it is drawn and measured, its gaps are told; a survey that has it hit something is wrong somewhere.
  if (
    chassis &&
    staysPut(subject) &&
    (chassis.engineAt === undefined || chassis.obstacles.length === 0 || unjudgedOf(subject).length > 0)
  )
    return withoutGaps(
      subject,
      'clear',
      'Stays as found',
      chassis.engineAt === undefined
        ? 'Engine and gearbox keep their original position: they fit; position not entered.'
        : 'Engine and gearbox stay where they were found: they fit, and not all of the bay or of them is drawn.',
    );
  if (!chassis || chassis.obstacles.length === 0)
    return withoutGaps(
      subject,
      'unknown',
      'Engine bay not measured',
      'The bay has not been measured.',
      '/chassis/obstacles',
    );
  if (candidate.unplaced)
    return withoutGaps(
      subject,
      'unknown',
      'It is not placed in the bay yet',
      'Position missing: enter it in Fit, or use Find position.',
      `/candidates/${candidate.id}/placement`,
    );
  const solids = placedSolids(subject, candidate.placement);
  const bay = bayOf(chassis.obstacles, candidate, subject.parts);
  const zones = bay.filter((b) => b.obstacle.role === 'reach zone');
  const bodies = [...bay.filter((b) => b.obstacle.role !== 'reach zone'), ...routeBodies(candidate)];
  const made = brackets && brackets.size > 0 ? bracketClearances(subject, brackets, bodies, movement) : undefined;
  const bare = clearances(solids, bodies, movement);
  const pairs = made ? [...bare, ...made.pairs].sort((a, b) => a.marginMm - b.marginMm) : bare;
  const bodyOf = (pair: PairClearance): BayBody => bodies.find((b) => b.obstacle === pair.obstacle)!;
  const placedOf = (pair: PairClearance) => [...solids, ...(made?.solids ?? [])].find((p) => p.solid === pair.part)!;
  const smallest = pairs[0];
  const findings: Finding[] = [];
  let stiffened: { readonly on: Movement | undefined } | undefined;
  // One finding for each obstacle: its tightest pair says it, or a bay of touching solids would bury the reader.
  const said = new Set<string>();
  for (const pair of pairs) {
    if (pair.marginMm > WORTH_SAYING_MM || said.has(pair.obstacle.id)) continue;
    said.add(pair.obstacle.id);
    const state = fitState(pair.marginMm);
    const remedies =
      state === 'clear'
        ? []
        : [
            ...dressingRemedies(subject, movement, pair, bodyOf(pair).convex),
            ...smallRemedies(subject, movement, pair, bodyOf(pair).convex, placedOf(pair)),
            ...(state === 'blocked' ? obstacleRemedies(subject, movement, solids, pair) : []),
          ];
    const firmer = state === 'blocked' ? (stiffened ??= { on: firmerOf() }).on : undefined;
    const wouldDo = firmer && pair.marginMm + spared(pair, movement, firmer) >= 0;
    findings.push(
      makeFinding({
        id: `fit-${pair.obstacle.id}`,
        state,
        step: 'fit',
        title: pairSentence(pair),
        because: `${pairBecause(pair, movement)}.${wouldDo ? ` ${capital(firmer.on)} mounts reduce movement and solve this.` : ''}`,
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
  for (const zone of clearances(solids, zones, movement)) {
    if (zone.gapMm >= 0) continue;
    findings.push(
      makeFinding({
        id: `fit-${zone.obstacle.id}`,
        state: 'tight',
        step: 'fit',
        title: `${capital(zone.part.name)}: ${say(-zone.gapMm, 'lengthMm')} inside the ${zone.obstacle.name}`,
        because: 'Warning only: the engine fits, but access for hand or tool is reduced.',
        figure: zone.gapMm,
        limit: 0,
        quantity: 'lengthMm',
        evidence: 'measured',
        about: [zone.part.id, zone.obstacle.id],
      }),
    );
    break;
  }
  const unjudged = unjudgedOf(subject);
  const open = unjudged.map((u) => u.words).join(', ');
  const hit = smallest !== undefined && smallest.marginMm < 0;
  const check = makeCheck({
    id: 'fit-margin',
    step: 'fit',
    group: 'Fit',
    title: 'Smallest clearance margin',
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
    // What nobody has drawn or measured clears nothing; what is there and hits, hits all the same.
    state: unjudged.length > 0 && !hit ? 'unknown' : smallest ? fitState(smallest.marginMm) : 'clear',
    because: [
      smallest ? `${pairSentence(smallest)}. ${pairBecause(smallest, movement)}.` : '',
      unjudged.length > 0 ? `Not checked: ${open}.` : smallest ? '' : 'No obstacle within range.',
    ]
      .filter((s) => s !== '')
      .join(' '),
  });
  for (const x of unjudged.filter((u) => u.undrawn))
    findings.push(
      makeFinding({
        id: `fit-undrawn-${x.id}`,
        state: 'unknown',
        step: 'fit',
        title: `${capital(x.words)}: none of its gaps is known`,
        because: 'Gaps cannot be calculated. Add shapes in the library, duplicate a similar engine, or import a scan.',
        about: [x.id],
        missing: [x.pointer],
      }),
    );
  const unmeasured = unjudged.filter((u) => !u.undrawn);
  if (unmeasured.length > 0)
    findings.push(
      makeFinding({
        id: 'fit-unmeasured',
        state: 'unknown',
        step: 'fit',
        title: `Gaps to ${unmeasured.length === 1 ? 'one thing' : `${unmeasured.length} things`} in the bay are not known`,
        because: `${capital(unmeasured.map((u) => u.words).join(', '))}: not measured; everything measured clears.`,
        about: [],
        missing: ['/chassis/obstacles'],
      }),
    );
  const hits = new Set(pairs.filter((p) => p.marginMm < 0).map((p) => p.obstacle.id)).size;
  const touched = makeCheck({
    ...TOUCHED_ROW,
    figure: { value: hits, plusMinus: 0, evidence: 'measured', from: [] },
    ...(unjudged.length > 0 && hits === 0 ? { state: 'unknown' as const } : {}),
    because:
      hits === 0 && unjudged.length > 0
        ? `Not checked: ${open}.`
        : hits === 0
          ? `All gaps between ${solids.length} parts and ${bodies.length} obstacles are sufficient.`
          : `${hits} of ${bodies.length} obstacles: hit, or too little clearance.`,
  });
  findings.push(
    ...dressingClashes(subject),
    ...changesUndone(subject),
    ...roomFinding(subject),
    ...besideOldFinding(subject),
  );
  const routes = assessRoutes(subject, movement, solids, bay);
  const seat = assessAlignment(subject, movement);
  const ground = groundAtBump({ ...subject, chassis }, solids, movement);
  findings.push(
    ...routes.findings,
    ...ground.findings,
    ...seat.findings,
    ...claimFindings(subject, 'fit', check.state),
  );
  if (!staysPut(subject)) {
    const box = gearboxPose(poseOf(candidate.placement), subject);
    findings.push(
      ...movingFindings(chassis, subject.gearbox, box, solids, movement.data),
      ...(apartUnplaced(subject) ? [] : shaftPassing(chassis, subject.gearbox, box, solids, movement)),
    );
  }
  return {
    checks: [check, touched, ...ground.checks, ...seat.checks],
    findings,
    figures: { pairs, smallest, routes: routes.pairs, seat: seat.figures },
  };
}

const TOUCHED_ROW = {
  id: 'fit-touched',
  step: 'fit',
  group: 'Fit',
  title: 'Obstacles with too little clearance',
  quantity: 'count',
  limitKind: 'at most',
  limit: 0,
  span: 3,
} as const;

/** A fit of which no gap is told: not known, or known without one, for what was found in the car fits it. */
function withoutGaps(
  subject: Subject,
  state: 'unknown' | 'clear',
  title: string,
  because: string,
  missing?: string,
): CheckResult & { figures: FitFigures } {
  const check = makeCheck({
    id: 'fit-margin',
    step: 'fit',
    group: 'Fit',
    title: 'Smallest clearance margin',
    quantity: 'lengthMm',
    figure: undefined,
    ...(state === 'clear' ? { limitKind: 'info' } : { limitKind: 'at least', limit: 0 }),
    state,
    because,
  });
  return {
    checks:
      state === 'clear'
        ? [check]
        : [
            check,
            ...[TOUCHED_ROW, GROUND_ROW, ...alignmentRows(subject)].map((row) =>
              makeCheck({ ...row, figure: undefined, state, because }),
            ),
          ],
    findings: [findingOf(check, title, missing === undefined ? {} : { missing: [missing] })],
    figures: { pairs: [], smallest: undefined, routes: [], seat: undefined },
  };
}

/** Accepted changes that the survey does not allow, or not so far: they are not counted, and this says so. */
function changesUndone(subject: Subject): Finding[] {
  const obstacles = obstaclesWith(subject.chassis ?? { obstacles: [] }, subject.parts);
  return (subject.candidate.obstacleChanges ?? []).flatMap((accepted) => {
    const obstacle = obstacles.find((o) => o.id === accepted.obstacleId);
    const change = obstacle && changeOf(obstacle, accepted.do);
    if (change && accepted.amountMm <= change.allowanceMm + 1e-9) return [];
    const what = obstacle?.name ?? accepted.obstacleId;
    return [
      makeFinding({
        id: `fit-undone-${accepted.obstacleId}`,
        state: 'unknown',
        step: 'fit',
        title: `${accepted.do} of ${what}: not permitted`,
        because: change
          ? `${say(accepted.amountMm, 'lengthMm')} entered, ${say(change.allowanceMm, 'lengthMm')} permitted; calculated with the permitted amount.`
          : obstacle
            ? 'Modification not permitted in the survey. Calculated without it.'
            : 'There is no such obstacle in the survey any more.',
        about: [accepted.obstacleId],
        missing: ['/obstacleChanges'],
      }),
    ];
  });
}
