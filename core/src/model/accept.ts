import type { Candidate } from './candidate.ts';
import type { DifferentialKind } from './chassis.ts';
import type { ChangeKind } from './solid.ts';
import type { Remedy } from './finding.ts';

const including = (list: readonly string[] | undefined, id: string) => [...new Set([...(list ?? []), id])];

/** The candidate with what a remedy or recipe offers accepted into it. */
export function withAccepted(candidate: Candidate, accept: NonNullable<Remedy['accept']>): Candidate {
  if ('partId' in accept) return { ...candidate, partIds: including(candidate.partIds, accept.partId) };
  if ('removePartId' in accept)
    return { ...candidate, partIds: candidate.partIds.filter((id) => id !== accept.removePartId) };
  if ('shield' in accept) return { ...candidate, shields: including(candidate.shields, accept.shield) };
  if ('trim' in accept) return { ...candidate, trims: including(candidate.trims, accept.trim) };
  if ('differential' in accept) return { ...candidate, differential: accept.differential as DifferentialKind };
  if ('pairId' in accept) return { ...candidate, pairIds: including(candidate.pairIds, accept.pairId) };
  if ('tyreCode' in accept) return { ...candidate, tyreCode: accept.tyreCode };
  if ('limitGear' in accept) {
    const others = (candidate.torqueLimits ?? []).filter((l) => l.gear !== accept.limitGear);
    return { ...candidate, torqueLimits: [...others, { gear: accept.limitGear, torqueNm: accept.torqueNm }] };
  }
  if ('springsOf' in accept) {
    const rate = accept.springsOf === 'front' ? 'frontNPerMm' : 'rearNPerMm';
    return { ...candidate, springs: { ...candidate.springs, [rate]: accept.rateNPerMm } };
  }
  if ('obstacleId' in accept) {
    const others = (candidate.obstacleChanges ?? []).filter((c) => c.obstacleId !== accept.obstacleId);
    const change = { obstacleId: accept.obstacleId, do: accept.do as ChangeKind, amountMm: accept.amountMm };
    return { ...candidate, obstacleChanges: [...others, change] };
  }
  return { ...candidate, dressing: { ...candidate.dressing, [accept.slot]: accept.optionId } };
}

/** The candidate without a piece of accepted work, by the id of its line on the bill. */
export function withoutWork(candidate: Candidate, lineId: string): Candidate {
  const { differential, ...bare } = candidate;
  return {
    ...bare,
    ...(differential && lineId !== 'differential' ? { differential } : {}),
    ...(candidate.obstacleChanges
      ? { obstacleChanges: candidate.obstacleChanges.filter((c) => `change-${c.obstacleId}` !== lineId) }
      : {}),
    ...(candidate.workings ? { workings: candidate.workings.filter((w) => `working-${w.id}` !== lineId) } : {}),
    ...(candidate.pairIds ? { pairIds: candidate.pairIds.filter((id) => `pair-${id}` !== lineId) } : {}),
    ...(candidate.torqueLimits && lineId === 'torque-limits' ? { torqueLimits: [] } : {}),
    ...(candidate.springs && lineId.startsWith('springs-')
      ? { springs: withoutSprings(candidate.springs, lineId === 'springs-front' ? 'frontNPerMm' : 'rearNPerMm') }
      : {}),
    ...(candidate.shields ? { shields: candidate.shields.filter((id) => `shield-${id}` !== lineId) } : {}),
    ...(candidate.trims ? { trims: candidate.trims.filter((id) => `trim-${id}` !== lineId) } : {}),
  };
}

function withoutSprings(
  springs: NonNullable<Candidate['springs']>,
  gone: 'frontNPerMm' | 'rearNPerMm',
): NonNullable<Candidate['springs']> {
  const { [gone]: _gone, ...rest } = springs;
  return rest;
}
