import { applyPose, dot, length, sub, turn, unit, type Pose, type V3 } from '../../geometry/index.ts';
import { layoutOf, type Chassis, type Gearbox, type CarLayout } from '../../model/index.ts';
import { halfShaftsOf, jointAngles, propshaftAngles, propshaftEnds, type JointAngles } from './shaftAngles.ts';

/** What carries the drive from one place to another in a car. */
export type LineOfDrive =
  | 'half shafts'
  | 'propshaft'
  | 'front propshaft'
  | 'rear propshaft'
  | 'shaft to the transaxle'
  | 'torque tube'
  | 'chain';

/** A line of drive with what is missing for its angles; none missing: how it lies. */
export interface LyingLine {
  readonly line: LineOfDrive;
  readonly missing: readonly string[];
  readonly lies:
    | { readonly kind: 'joints'; readonly angles: JointAngles }
    | { readonly kind: 'half shafts'; readonly shafts: ReturnType<typeof halfShaftsOf> }
    | { readonly kind: 'in line'; readonly offDeg: number; readonly lengthMm: number }
    | { readonly kind: 'chain'; readonly offDeg: number; readonly besideMm: number; readonly lengthMm: number }
    | undefined;
}

/** The lines of drive that a layout has, in the order of the torque. */
export function linesOf(layout: CarLayout): readonly LineOfDrive[] {
  const { propshaftsTo: to } = layout;
  return [
    ...(layout.boxApart
      ? [layout.shaftToBox === 'torque tube' ? ('torque tube' as const) : ('shaft to the transaxle' as const)]
      : []),
    ...(layout.chain ? (['chain'] as const) : []),
    ...to.map((axle): LineOfDrive => (to.length > 1 ? `${axle} propshaft` : 'propshaft')),
    ...(layout.halfShafts ? (['half shafts'] as const) : []),
  ];
}

const degrees = (rad: number) => (rad * 180) / Math.PI;

/** Every line of drive of a car with a gearbox in it, where engine and gearbox stand; `candidateId` names where its places are entered. */
export function drawnLines(
  chassis: Chassis,
  gearbox: Gearbox,
  { engine, box }: { readonly engine: Pose; readonly box: Pose | undefined },
  candidateId: string,
): readonly LyingLine[] {
  const layout = layoutOf(chassis, gearbox);
  const at = `/gearboxes/${gearbox.id}`;
  const unplaced = box ? [] : [`/candidates/${candidateId}/gearboxPlacement`];
  const need = (value: unknown, pointer: string) => (value === undefined ? [pointer] : []);
  return linesOf(layout).map((line): LyingLine => {
    switch (line) {
      case 'half shafts': {
        const missing = [
          ...need(gearbox.halfShaftsMm, `${at}/halfShaftsMm`),
          ...need(chassis.hubs, '/chassis/hubs'),
          ...unplaced,
        ];
        const lies =
          missing.length === 0 && box
            ? { kind: 'half shafts' as const, shafts: halfShaftsOf(chassis, gearbox, box) }
            : undefined;
        return { line, missing, lies };
      }
      case 'torque tube':
      case 'shaft to the transaxle': {
        const missing = [...unplaced, ...need(chassis.torqueTube, '/chassis/torqueTube')];
        if (missing.length > 0 || !box) return { line, missing, lies: undefined };
        const [front, rear] = [forward(engine), forward(box)];
        if (line === 'shaft to the transaxle')
          return { line, missing, lies: { kind: 'joints', angles: jointAngles(engine.at, box.at, front, rear) } };
        const way = sub(engine.at, box.at);
        const between = (a: V3, b: V3) => degrees(Math.acos(Math.min(1, Math.abs(dot(a, b)))));
        const lengthMm = length(way);
        const offDeg = Math.max(between(front, rear), lengthMm > 1 ? between(front, unit(way)) : 0);
        return { line, missing, lies: { kind: 'in line', offDeg, lengthMm } };
      }
      case 'chain': {
        const missing = [
          ...need(gearbox.sprocketMm, `${at}/sprocketMm`),
          ...need(chassis.axleSprocketMm, '/chassis/axleSprocketMm'),
        ];
        if (missing.length > 0 || !box) return { line, missing, lies: undefined };
        const [x, y, z] = sub(applyPose(box, gearbox.sprocketMm!), chassis.axleSprocketMm!);
        const lengthMm = Math.hypot(x, z);
        return {
          line,
          missing,
          lies: { kind: 'chain', offDeg: degrees(Math.atan2(Math.abs(y), lengthMm)), besideMm: y, lengthMm },
        };
      }
      case 'propshaft':
      case 'front propshaft':
      case 'rear propshaft': {
        const beside = layout.propshaftsTo.length > 1;
        const ofFront = line === 'front propshaft';
        const missing = [
          ...need(
            ofFront ? gearbox.frontOutputMm : gearbox.outputMm,
            `${at}/${ofFront ? 'frontOutputMm' : 'outputMm'}`,
          ),
          ...need(ofFront ? chassis.frontPinion : chassis.pinion, `/chassis/${ofFront ? 'frontPinion' : 'pinion'}`),
          ...unplaced,
        ];
        const ends = propshaftEnds(chassis, gearbox, ofFront ? 'front' : 'rear', beside);
        return {
          line,
          missing,
          lies: ends && box ? { kind: 'joints', angles: propshaftAngles(ends, box) } : undefined,
        };
      }
    }
  });
}

/** The axis of an engine or gearbox, along the car. */
function forward(pose: Pose): V3 {
  const axis = turn(pose.turned, [1, 0, 0]);
  return axis[0] < 0 ? turn(pose.turned, [-1, 0, 0]) : axis;
}
