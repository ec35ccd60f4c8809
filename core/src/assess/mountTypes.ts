import { resolveSubject, SCHOOLS, settingOf, type Build, type Candidate, type Library } from '../model/index.ts';
import { judging } from '../pipeline/index.ts';
import {
  asType,
  driveReaction,
  hang,
  movementOf,
  mountInUse,
  carriedWithEngine,
  isCarried,
  powertrainOf,
  shakePassedPct,
  typesOf,
  wayAcross,
  worstOf,
  type LoadCase,
  type MountInUse,
} from '../questions/mounts/index.ts';
import { attempt } from '../units/index.ts';

/** What one type of mount does for a candidate, at the same places and in the same size. */
export interface MountTypeFigures {
  /** A type, or several where the candidate's own are mixed. */
  readonly type: string;
  /** What the candidate has now. */
  readonly chosen: boolean;
  /** The gap that is left with least: what it moves there, what may be moved, and in which load. */
  readonly gap:
    | {
        readonly part: string;
        readonly obstacle: string;
        readonly movementMm: number;
        readonly roomMm: number;
        readonly load: LoadCase | undefined;
      }
    | undefined;
  readonly sagMm: number;
  /** The greatest load against its rating, %; undefined where a mount is not rated. */
  readonly loadPct: number | undefined;
  /** Of the shake of firing, what comes through, %; undefined where it can’t be told. */
  readonly idlePct: number | undefined;
  readonly cruisePct: number | undefined;
  /** What a chassis mount out of plane forces into the casting, N; undefined where nobody measured one so. */
  readonly preloadN: number | undefined;
}

/** Each type of mount in place of those that a candidate has; links stay links. Undefined where they can’t be reckoned. */
export function compareMountTypes(
  build: Build,
  candidate: Candidate,
  library: Library,
): readonly MountTypeFigures[] | undefined {
  const { subject } = resolveSubject(settingOf(build), candidate, library);
  const { chassis, engine } = subject ?? {};
  if (!subject || !chassis || !engine || !subject.candidate.mounts?.length) return undefined;
  const judged = judging(subject);
  const mass = judged.find('mass')?.figures;
  const gearing = judged.find('gearing')?.figures;
  const which = carriedWithEngine(chassis);
  if (!which) return undefined;
  // Behind an open shaft the gearbox hangs by itself: the engine’s mounts are compared.
  const pairs = (judged.find('fit')?.figures.pairs ?? []).filter((p) => isCarried(which, subject, p.part.id));
  const tried = attempt(() => ({
    powertrain: powertrainOf(subject, mass!, which),
    drive: driveReaction(subject, gearing!, which),
    mounts: subject.candidate
      .mounts!.filter((m) => isCarried(which, subject, m.bossId ?? ''))
      .map((m) => mountInUse({ ...subject, chassis }, m)),
  }));
  if (!mass || !gearing || !tried.ok) return undefined;
  const { powertrain, drive, mounts } = tried.value;
  const asked = { forwardNm: drive.forward.value, reverseNm: drive.reverse.value, about: drive.about };
  const own = typesOf(mounts.filter((m) => !m.fitted.link));
  const types: readonly string[] = (SCHOOLS as readonly string[]).includes(own) ? SCHOOLS : [...SCHOOLS, own];
  return types.flatMap((type): MountTypeFigures[] => {
    const school = SCHOOLS.find((s) => s === type);
    const on = school && school !== own ? mounts.map((m) => (m.fitted.link ? m : asType(m, school))) : mounts;
    const hangs = hang(powertrain, on, asked);
    if (!hangs.held) return [];
    const movement = movementOf({ on: type, comMm: powertrain.body.comMm, cases: hangs.cases.slice(1) });
    const gaps = pairs.map((p) => {
      const way = wayAcross({ signedDistanceMm: p.gapMm, witnessA: p.witnessPart, witnessB: p.witnessObstacle });
      return {
        part: p.part.name,
        obstacle: p.obstacle.name,
        movementMm: movement.at(p.witnessPart, way),
        roomMm: p.gapMm - p.needed.baseMm - p.needed.toleranceMm,
        load: movement.caseAt(p.witnessPart, way),
      };
    });
    const left = (g: (typeof gaps)[number]) => g.roomMm - g.movementMm;
    const rated = on.filter((m) => m.ratingN);
    const cruiseRpm = build.brief.cruise && (gearing.cruiseRpm?.value ?? build.brief.cruise.rpm);
    return [
      {
        type,
        chosen: type === own,
        gap: gaps.length > 0 ? gaps.reduce((a, b) => (left(b) < left(a) ? b : a)) : undefined,
        sagMm: hangs.sagMm,
        loadPct:
          rated.length === on.length
            ? Math.max(
                ...on.map(
                  (m) => (100 * worstOf(m.fitted.id, hangs.cases).mounts[m.fitted.id]!.sizeN) / m.ratingN!.value,
                ),
              )
            : undefined,
        idlePct: shakePassedPct(hangs, engine.idleRpm?.value, engine.cylinders),
        cruisePct: shakePassedPct(hangs, cruiseRpm, engine.cylinders),
        preloadN: preloadOf(on),
      },
    ];
  });
}

function preloadOf(mounts: readonly MountInUse[]): number | undefined {
  const out = mounts.flatMap((m) =>
    m.pad?.outOfPlaneMm ? [Math.max(...m.stiffnessNPerMm) * m.pad.outOfPlaneMm.value] : [],
  );
  return out.length > 0 ? Math.max(...out) : undefined;
}
