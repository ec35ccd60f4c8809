import { about, say } from '../../units/index.ts';
import { AcceptedChange } from '../candidate.ts';
import { changeOf, changeWords, costOfChange, obstaclesWith } from '../obstacleChange.ts';
import type { Subject } from '../subject.ts';
import { defineAccepted, withKind } from './kind.ts';
import { put, take, withField } from './fields.ts';

const keyOf = ({ obstacleId }: { obstacleId: string }) => obstacleId;

/** Obstacle and change as the survey allows them, by no more than it allows. */
function allowed(subject: Subject, work: AcceptedChange) {
  const obstacles = obstaclesWith(subject.chassis ?? { obstacles: [] }, subject.parts);
  const obstacle = obstacles.find((o) => o.id === work.obstacleId);
  const change = obstacle && changeOf(obstacle, work.do);
  return obstacle && change && { obstacle, change, amountMm: Math.min(work.amountMm, change.allowanceMm) };
}

export const obstacleChangeSchema = withKind('obstacleChange', AcceptedChange);

/** Something done to an obstacle of the bay: cut, moved, bulged, replaced. */
export const obstacleChange = defineAccepted<typeof obstacleChangeSchema>({
  of: (c) => (c.obstacleChanges ?? []).map((change) => ({ kind: 'obstacleChange' as const, ...change })),
  key: ({ obstacleId }) => `change-${obstacleId}`,
  apply: (c, { kind: _kind, ...change }) => withField(c, 'obstacleChanges', put(c.obstacleChanges, change, keyOf)),
  undo: (c, { obstacleId }, before) =>
    withField(c, 'obstacleChanges', take(c.obstacleChanges, obstacleId, keyOf, before?.obstacleChanges)),
  words(subject, work) {
    const found = allowed(subject, work);
    return found ? changeWords(found.obstacle, work.do, say(found.amountMm, 'lengthMm')) : work.obstacleId;
  },
  billLine(subject, work) {
    const found = allowed(subject, work);
    if (!found) return undefined;
    const { cost, hours } = costOfChange(found.change, found.amountMm);
    return {
      class: 'fit',
      why: 'to make it fit',
      price: about(cost, 'price'),
      hours: about(hours, 'hours'),
      evidence: 'estimated',
    };
  },
});
