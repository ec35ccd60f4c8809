import type { V3 } from '../../geometry/index.ts';
import type { CheckResult, MountSchool } from '../../model/index.ts';
import { scatterOf, type Derived, type Evidence } from '../../units/index.ts';
import type { Doubts } from './doubts.ts';
import type { MountInUse } from './fittedMounts.ts';
import { onStop, worstOf, type CaseResult, type Hanging, type HangingMode } from './hanging.ts';
import { isDriven, type DriveReaction, type LoadCase } from './loads.ts';

import type { Movement, MovementData } from './movement.ts';

/** A mount as the screen draws it. */
export interface MountFigures {
  readonly id: string;
  readonly name: string;
  readonly school: MountSchool;
  readonly link: boolean;
  readonly atMm: V3;
  readonly bossMm: V3 | undefined;
  readonly padMm: V3 | undefined;
  readonly stiffnessNPerMm: V3;
  /** Of the weight, 0 to 1; undefined where it is not held. */
  readonly weightShare: number | undefined;
  /** The greatest load and the case that brings it, N. */
  readonly worst:
    | {
        readonly case: LoadCase;
        readonly loadN: number;
        readonly plusMinusN: number;
        readonly evidence: Evidence;
        readonly deflectionMm: number;
      }
    | undefined;
  readonly ratingN: number | undefined;
  /** Beyond its free travel in some case. */
  readonly onStop: readonly LoadCase[];
}

/** How well the mounts keep a shake from the car at an engine speed. */
export interface Isolation {
  readonly rpm: number;
  readonly firingHz: number;
  /** Of up and down and of roll, the one that passes more: share of the shake that comes through, %. */
  readonly passesPct: Derived;
  readonly by: HangingMode['motion'];
  readonly modeHz: number;
  /** What shakes it besides its firing, in words. */
  readonly unbalanced: string | undefined;
}

export interface MountsFigures {
  readonly movement: MovementData;
  readonly mounts: readonly MountFigures[];
  readonly massKg: number | undefined;
  readonly comMm: V3 | undefined;
  readonly cases: readonly CaseResult[];
  readonly modes: readonly HangingMode[];
  readonly softest: Hanging['softest'] | undefined;
  /** The line about which it rocks where nothing holds it: a point and a direction. */
  readonly rocks: { readonly atMm: V3; readonly axis: V3 } | undefined;
  readonly sagMm: number | undefined;
  readonly drive:
    | { readonly forwardNm: number; readonly about: V3; readonly setBy: DriveReaction['setBy'] }
    | undefined;
  readonly idle: Isolation | undefined;
  readonly cruise: Isolation | undefined;
}

export interface MountsResult extends CheckResult {
  readonly figures: MountsFigures;
  readonly movement: Movement;
  /** The same on polyurethane; undefined where they are as firm already. Worked out when it is asked. */
  readonly firmer: () => Movement | undefined;
}

export function drawn(m: MountInUse, hangs?: Hanging, doubts?: Doubts): MountFigures {
  const { id, name, link } = m.fitted;
  const worst = hangs && worstOf(id, hangs.cases);
  const at = worst?.mounts[id];
  const load = worst && doubts && (isDriven(worst.case) ? doubts.drive : doubts.mass);
  return {
    id,
    name,
    school: m.school,
    link: link === true,
    atMm: m.atMm,
    bossMm: m.bossMm,
    padMm: m.padMm,
    stiffnessNPerMm: m.stiffnessNPerMm,
    weightShare: hangs?.weightShare[id],
    worst: worst &&
      at &&
      load && {
        case: worst.case,
        loadN: at.sizeN,
        plusMinusN: at.sizeN * scatterOf(load),
        evidence: load.evidence,
        deflectionMm: Math.hypot(...at.deflectionMm),
      },
    ratingN: m.ratingN?.value,
    onStop: hangs ? onStop(m, hangs.cases) : [],
  };
}
