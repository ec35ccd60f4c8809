import {
  boxOfShape,
  changeOf,
  costOfChange,
  obstaclesWith,
  shieldedBy,
  shieldOn,
  type Subject,
  type Vec3,
} from '../../model/index.ts';
import type { Move, Shift } from './move.ts';

/** Shields, and what is welded or bolted to the bay where the survey says what it weighs; by the half is all that anybody knows. */
export function fittedToBay(subject: Subject, enginePlace: Vec3 | undefined): Move[] {
  const { candidate, chassis, parts } = subject;
  const move = (name: string, massKg: number, comMm: Vec3 | undefined): Move[] =>
    massKg === 0
      ? []
      : [{ name, mass: { value: massKg, plusMinus: Math.abs(massKg) / 2, evidence: 'estimated' }, comMm }];
  const shields = (candidate.shields ?? []).flatMap((on) => {
    const body = shieldedBy(subject, on);
    if (!body) return [];
    const { massKg, atMm } = shieldOn(body);
    const inBay = 'may' in body || 'pointsMm' in body;
    return move(`shield on the ${body.name}`, massKg, inBay ? atMm : enginePlace);
  });
  const obstacles = candidate.obstacleChanges ? obstaclesWith(chassis ?? { obstacles: [] }, parts) : [];
  const changes = (candidate.obstacleChanges ?? []).flatMap((work) => {
    const obstacle = obstacles.find((o) => o.id === work.obstacleId);
    const change = obstacle && changeOf(obstacle, work.do);
    if (!obstacle || !change) return [];
    const { massKg } = costOfChange(change, Math.min(work.amountMm, change.allowanceMm));
    return move(`${work.do} in the ${obstacle.name}`, massKg, boxOfShape(obstacle.shape).middleMm);
  });
  return [...shields, ...changes];
}

/** Lumps that stay in the car and are put in another place. One that is taken out, or is gone from the survey, goes nowhere. */
export function shiftsOf({ candidate, chassis }: Subject): Shift[] {
  return (candidate.moved ?? []).flatMap(({ lumpId, toMm }) => {
    const lump = chassis?.lumps.find((l) => l.id === lumpId && l.leavesWith === 'stays');
    if (!lump || candidate.leftOff?.lumps.includes(lumpId)) return [];
    return [{ name: lump.name, mass: lump.massKg, fromMm: lump.comMm, comMm: toMm }];
  });
}
