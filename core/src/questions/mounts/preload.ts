import { makeFinding, type Finding } from '../../model/index.ts';
import { capital, say, scatterOf } from '../../units/index.ts';
import type { MountInUse } from './fittedMounts.ts';
import type { InCar } from './mountRows.ts';

/** What a pad that is out of plane forces into a casting through a mount that hardly gives. */
export function preloads({ candidate }: InCar, mounts: readonly MountInUse[]): Finding[] {
  return mounts.flatMap((m) => {
    const off = m.pad?.outOfPlaneMm;
    if (!off || off.value === 0) return [];
    const firmest = Math.max(...m.stiffnessNPerMm);
    const preloadN = firmest * off.value;
    const share = m.ratingN && preloadN / m.ratingN.value;
    const state =
      m.school !== 'solid' && m.school !== 'polyurethane'
        ? 'clear'
        : share === undefined
          ? 'unknown'
          : share > 1
            ? 'blocked'
            : share > 0.1
              ? 'tight'
              : 'clear';
    return [
      makeFinding({
        id: `mounts-preload-${m.fitted.id}`,
        state,
        step: 'mounts',
        title: `${capital(m.fitted.name)}: ${say(off.value, 'lengthMm', { digits: 1 })} out of plane forces ${say(preloadN, 'forceN')} into the casting`,
        because: `${capital(m.school)}, ${say(firmest, 'stiffnessNPerMm')}: what it is pulled straight by stays in it. ${state === 'clear' ? 'It is flexible enough for that.' : 'Shim or remake the chassis mount first.'}`,
        figure: preloadN,
        plusMinus: firmest * scatterOf(off),
        quantity: 'forceN',
        evidence: m.evidence,
        about: [m.fitted.id],
        missing:
          state === 'unknown'
            ? [`/candidates/${candidate.id}/mounts/${(candidate.mounts ?? []).indexOf(m.fitted)}/element/ratingN`]
            : [],
        ...(m.ratingN ? { limit: m.ratingN.value } : {}),
      }),
    ];
  });
}
