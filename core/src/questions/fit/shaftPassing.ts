import {
  applyPose,
  boundsGapSquared,
  convexOf,
  poseOf,
  signedDistance,
  type Pose,
  type V3,
} from '../../geometry/index.ts';
import {
  layoutOf,
  makeFinding,
  type Chassis,
  type Finding,
  type Gearbox,
  type Placement,
  type Subject,
} from '../../model/index.ts';
import { say } from '../../units/index.ts';
import { wayAcross, type Movement } from '../mounts/index.ts';
import type { PlacedSolid } from './clearances.ts';
import { fitState } from './margin.ts';
import { apartUnplaced, gearboxPose } from '../mass/index.ts';
import { propshaftEnds, propshaftsOf } from './shaftAngles.ts';

/** Thickness of tube or bar where nobody has entered one, and what that may be wrong by, mm: usual of cars, estimated. Boots sit at the ends. */
const THICK = {
  propshaft: { mm: 70, plusMinusMm: 10 },
  'half shaft': { mm: 32, plusMinusMm: 6 },
} as const;
/** A shaft that turns keeps so much from what stands still, mm. */
const TURNING_MM = 15;
/** Ends taped to ± 3 mm each, mm. */
const ENDS_DOUBT_MM = 4;
/** A shaft is met by its axis, this thick, and its radius taken off: a many-sided body would stand out of a round one. mm */
const AXIS_MM = 0.5;
/** Beyond this nobody asks, mm. */
const LOOK_MM = 120;

type Kind = keyof typeof THICK;
interface Line {
  readonly name: string;
  readonly kind: Kind;
  readonly thick: { readonly mm: number; readonly plusMinusMm: number; readonly entered?: true };
  readonly from: V3;
  readonly to: V3;
  /** How far its far end rises with the wheels on their stops; undefined where nobody has entered it. */
  readonly risesMm: number | undefined;
}

const up = ([x, y, z]: V3, mm: number): V3 => [x, y, z + mm];

/** Shafts that run forward or sideways from the gearbox, past the engine. */
function linesPast(chassis: Chassis, gearbox: Gearbox, box: Pose): Line[] {
  const layout = layoutOf(chassis, gearbox);
  const lines: Line[] = [];
  const { springs, controlArms, hubs } = chassis;
  if (layout.propshaftsTo.includes('front') && layout.engineSits === 'front') {
    const ends = propshaftEnds(chassis, gearbox, 'front', layout.propshaftsTo.length > 1);
    const led = controlArms?.front;
    // A car that has one propshaft only, to the front, has entered that.
    const tube = layout.propshaftsTo.length > 1 ? chassis.frontPropshaft : chassis.propshaft;
    if (ends)
      lines.push({
        name: 'front propshaft',
        kind: 'propshaft',
        thick: tube ? { mm: tube.outerDiameterMm, plusMinusMm: 1, entered: true } : THICK.propshaft,
        from: applyPose(box, ends.outputMm),
        to: ends.pinion.atMm,
        // Only an axle that goes up and down as one takes its pinion along.
        risesMm: led === undefined ? undefined : led.startsWith('live axle') ? springs?.front.bumpMm?.value : 0,
      });
  }
  if (layout.halfShafts && hubs && gearbox.halfShaftsMm)
    for (const side of ['left', 'right'] as const)
      lines.push({
        name: `${side} half shaft`,
        kind: 'half shaft',
        thick: THICK['half shaft'],
        from: applyPose(box, gearbox.halfShaftsMm[`${side}Mm`]),
        to: hubs[`${side}Mm`],
        risesMm: hubs.bumpUpMm,
      });
  return lines;
}

/** A shaft as it lies in the car, for drawing: ends in vehicle axes and its thickness, mm. */
export interface DrawnShaft {
  readonly name: string;
  readonly from: V3;
  readonly to: V3;
  readonly thickMm: number;
}

/** Every shaft of a candidate whose ends are known, with its engine at a placement. */
export function drawnShafts(subject: Subject, placement: Placement): DrawnShaft[] {
  const { chassis, gearbox } = subject;
  if (!chassis || apartUnplaced(subject)) return [];
  const box = gearboxPose(poseOf(placement), subject);
  const past = linesPast(chassis, gearbox, box).map(({ name, from, to, thick }) => ({
    name,
    from,
    to,
    thickMm: thick.mm,
  }));
  const behind = propshaftsOf(chassis, gearbox, box)
    .filter(({ to }) => !past.some((p) => p.name === `${to} propshaft`))
    .map(({ ends, to }) => ({
      name: `${to} propshaft`,
      from: applyPose(box, ends.outputMm),
      to: ends.pinion.atMm as V3,
      thickMm: chassis.propshaft?.outerDiameterMm ?? THICK.propshaft.mm,
    }));
  return [...past, ...behind];
}

interface Passing {
  readonly line: Line;
  readonly solid: PlacedSolid;
  readonly gapMm: number;
  readonly marginMm: number;
  readonly neededMm: number;
  readonly at: 'rest' | 'bump';
}

/** The nearest that a line comes to what does not belong to the gearbox it leaves. */
function nearest(line: Line, solids: readonly PlacedSolid[], movement: Movement): Passing | undefined {
  const { mm, plusMinusMm } = line.thick;
  let worst: Passing | undefined;
  for (const at of line.risesMm ? (['rest', 'bump'] as const) : (['rest'] as const)) {
    const shaft = convexOf({
      kind: 'cylinder',
      fromMm: [...line.from] as [number, number, number],
      toMm: [...up(line.to, at === 'bump' ? line.risesMm! : 0)] as [number, number, number],
      radiusMm: AXIS_MM,
    });
    for (const solid of solids) {
      // It comes out of the gearbox: what is bolted to that is drawn around its end.
      if (solid.owner === 'gearbox') continue;
      if (boundsGapSquared(solid.convex, shaft) > (LOOK_MM + mm / 2) ** 2) continue;
      const found = signedDistance(solid.convex, shaft);
      const neededMm =
        TURNING_MM +
        movement.at(found.witnessA, wayAcross(found)) +
        solid.solid.plusMinusMm +
        plusMinusMm / 2 +
        ENDS_DOUBT_MM +
        solid.convex.excessMm;
      const gapMm = found.signedDistanceMm - (mm / 2 - AXIS_MM);
      const marginMm = gapMm - neededMm;
      if (!worst || marginMm < worst.marginMm) worst = { line, solid, gapMm, marginMm, neededMm, at };
    }
  }
  return worst;
}

/** What shafts that run past the engine leave to it: a front propshaft beside the sump, half shafts below the block. */
export function shaftPassing(
  chassis: Chassis,
  gearbox: Gearbox,
  box: Pose,
  solids: readonly PlacedSolid[],
  movement: Movement,
): Finding[] {
  return linesPast(chassis, gearbox, box).flatMap((line) => {
    const passing = nearest(line, solids, movement);
    if (!passing) return [];
    const { solid, gapMm, marginMm, neededMm, at } = passing;
    const { mm, plusMinusMm, entered } = line.thick;
    const state = fitState(marginMm);
    // Thicker or thinner by its doubt, it would be judged otherwise: nobody has measured it.
    const held = fitState(marginMm - plusMinusMm / 2) !== fitState(marginMm + plusMinusMm / 2);
    const where = at === 'bump' ? ' with the wheels on their stops' : '';
    const title =
      gapMm < 0
        ? `The ${line.name} runs ${say(-gapMm, 'lengthMm')} into the ${solid.solid.name}${where}`
        : `The ${line.name} passes the ${solid.solid.name} by ${say(gapMm, 'lengthMm')}${where}`;
    return [
      makeFinding({
        id: `fit-passing-${line.name.replaceAll(' ', '-')}`,
        state: state === 'clear' && line.risesMm === undefined ? 'unknown' : state,
        step: 'fit',
        title,
        because: [
          `It needs ${say(neededMm, 'lengthMm')}: ${say(TURNING_MM, 'lengthMm')} for what turns, the engine’s movement and what both were measured to.`,
          entered
            ? `It is ${say(mm, 'lengthMm')} thick.`
            : `Taken as ${say(mm, 'lengthMm')} thick, estimated${held ? ': measure it, that decides' : ''}.`,
          line.risesMm === undefined
            ? `At rest only: ${line.kind === 'propshaft' ? 'front axle guidance and ' : ''}wheel travel in bump not entered.`
            : '',
        ]
          .filter(Boolean)
          .join(' '),
        figure: gapMm,
        plusMinus: plusMinusMm / 2 + ENDS_DOUBT_MM,
        limit: neededMm,
        quantity: 'lengthMm',
        evidence: entered ? 'measured' : 'estimated',
        about: [solid.solid.id, line.name],
        missing:
          line.risesMm === undefined ? [line.kind === 'propshaft' ? '/chassis/controlArms' : '/chassis/hubs'] : [],
      }),
    ];
  });
}
