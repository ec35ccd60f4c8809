import { applyPose, length, sub, unit, type Pose, type V3 } from '../../geometry/index.ts';
import { makeFinding, type Chassis, type Finding, type Gearbox } from '../../model/index.ts';
import { capital, say } from '../../units/index.ts';
import { caseWords, dataAt, motionAt, turned, type CaseMotion, type MovementData } from '../mounts/index.ts';
import type { PlacedSolid } from './clearances.ts';
import { hasLeverHole } from './alignment.ts';
import { axisOf, halfShaft, jointAngles, outputAxis, propshaftsOf } from './shaftAngles.ts';

/** What hot gas leaves the engine by: it moves with it, what it is bolted to does not. */
const EXHAUST: ReadonlySet<string> = new Set(['exhaust manifold', 'turbo']);

interface Extremes {
  readonly most: number;
  readonly case: CaseMotion['case'];
}
const most = (data: MovementData, of: (c: CaseMotion) => number): Extremes =>
  data.cases.map((c) => ({ most: of(c), case: c.case })).reduce((a, b) => (b.most > a.most ? b : a));
/** How far a shaft lengthens and shortens over all cases, mm. */
const plunge = (data: MovementData, restMm: number, of: (c: CaseMotion) => number) => {
  const long = data.cases.map((c) => of(c) - restMm);
  return `${say(Math.max(0, ...long), 'lengthMm', { digits: 1 })} out and ${say(Math.max(0, ...long.map((v) => -v)), 'lengthMm', { digits: 1 })} in`;
};
const middleOf = ({ convex: { centre } }: PlacedSolid): V3 => [centre[0]!, centre[1]!, centre[2]!];
const deg = (v: number) => say(v, 'angleDeg', { digits: 1 });

/**
 * What the engine’s own movement asks of what is joined to the car: angle and plunge of its shafts, the lever in its hole, the
 * exhaust. Nothing where the loads are not known: then the mounts say so.
 */
export function movingFindings(
  chassis: Chassis,
  gearbox: Gearbox,
  box: Pose,
  solids: readonly PlacedSolid[],
  data: MovementData,
): Finding[] {
  const ofBox = dataAt(data, box.at);
  if (data.cases.length === 0 || ofBox.cases.length === 0) return [];
  const moved = (c: CaseMotion, p: V3): V3 => {
    const by = motionAt(c, ofBox.comMm, p);
    return [p[0] + by[0], p[1] + by[1], p[2] + by[2]];
  };
  const said: string[] = [];
  const { hubs } = chassis;
  const shafts = propshaftsOf(chassis, gearbox, box);
  for (const {
    to,
    ends: { outputMm, pinion },
  } of shafts) {
    const output = applyPose(box, outputMm);
    const axis = outputAxis(box);
    const joints = (at: V3, along: V3) =>
      jointAngles(at, pinion.atMm, unit(along), axisOf(pinion.pitchDeg, pinion.yawDeg ?? 0));
    const worst = most(ofBox, (c) => joints(moved(c, output), turned(c, axis)).frontJointDeg);
    said.push(
      `${shafts.length > 1 ? `${to} propshaft, its joint at the gearbox` : 'front propshaft joint'} to ${deg(worst.most)} in ${caseWords(worst.case)}, the sliding joint ${plunge(ofBox, length(sub(output, pinion.atMm)), (c) => length(sub(moved(c, output), pinion.atMm)))}`,
    );
  }
  if (hubs && gearbox.halfShaftsMm)
    for (const side of ['left', 'right'] as const) {
      const inner = applyPose(box, gearbox.halfShaftsMm[`${side}Mm`]);
      const outer = hubs[`${side}Mm`];
      const worst = most(ofBox, (c) => halfShaft(moved(c, inner), outer).angleDeg);
      said.push(
        `${side} half shaft to ${deg(worst.most)} in ${caseWords(worst.case)}, its joint ${plunge(ofBox, length(sub(inner, outer)), (c) => length(sub(moved(c, inner), outer)))}`,
      );
    }
  if (gearbox.shifterMm && hasLeverHole(chassis, gearbox)) {
    const lever = applyPose(box, gearbox.shifterMm);
    const worst = most(ofBox, (c) => length(motionAt(c, ofBox.comMm, lever)));
    said.push(`the lever ${say(worst.most, 'lengthMm', { digits: 1 })} in ${caseWords(worst.case)}`);
  }
  const hot = solids.filter((s) => EXHAUST.has(s.solid.role));
  if (hot.length > 0) {
    const worst = most(data, (c) => Math.max(...hot.map((s) => length(motionAt(c, data.comMm, middleOf(s))))));
    said.push(
      `the exhaust ${say(worst.most, 'lengthMm', { digits: 1 })} in ${caseWords(worst.case)}, which a flexible joint behind the ${hot[0]!.solid.name} takes up`,
    );
  }
  if (said.length === 0) return [];
  return [
    makeFinding({
      id: 'fit-moves',
      state: 'clear',
      step: 'fit',
      title: `Under load on ${data.on}: ${said[0]!}`,
      because: `${capital(said.join('; '))}. From static position on its mounts, each at its worst load; suspension travel is additional.`,
      about: ['shafts'],
    }),
  ];
}
