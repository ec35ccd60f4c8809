import {
  aboutX,
  aboutY,
  aboutZ,
  applyPose,
  length,
  multiply,
  poseOf,
  sub,
  unit,
  type V3,
} from '../../geometry/index.ts';
import {
  chassisMountsOf,
  GEARBOX_BOSS,
  MissingInput,
  type ChassisMount,
  type Chassis,
  type FittedMount,
  type MountElement,
  type MountSchool,
  type Subject,
} from '../../model/index.ts';
import { madeFrom, type Evidence, type Figure } from '../../units/index.ts';
import { gearboxPose } from '../mass/index.ts';
import { block, bushBetween, roundBush, RUBBER_DOUBT, rubberMpa } from './rubber.ts';

/** Of one piece with the car, N/mm: what its bracket and bolts give. */
export const SOLID_N_PER_MM = 20_000;
/** How much stiffer a mount is when shaken than when it is leaned on. */
export const DYNAMIC: Readonly<Record<MountSchool, number>> = {
  solid: 1,
  polyurethane: 1.6,
  rubber: 1.3,
  hydraulic: 2,
};
/** Share of critical damping. */
export const DAMPING: Readonly<Record<MountSchool, number>> = {
  solid: 0.02,
  polyurethane: 0.1,
  rubber: 0.06,
  hydraulic: 0.25,
};
/** How far a mount gives before its stop is met where nobody measured it, mm; one that is solid has none. */
const USUAL_TRAVEL_MM: Readonly<Record<MountSchool, number | undefined>> = {
  solid: undefined,
  polyurethane: 3,
  rubber: 8,
  hydraulic: 8,
};

/** A mount of a candidate as the sums read it. */
export interface MountInUse {
  readonly fitted: FittedMount;
  readonly school: MountSchool;
  readonly atMm: V3;
  /** Where it holds the powertrain and where the car holds it, where both are known. */
  readonly bossMm: V3 | undefined;
  readonly pad: ChassisMount | undefined;
  readonly padMm: V3 | undefined;
  /** Columns are its own directions in the axes of the car. */
  readonly axes: readonly [V3, V3, V3];
  /** Static, along its own directions, bushes of a carrier in series, N/mm. */
  readonly stiffnessNPerMm: V3;
  readonly doubt: StiffnessDoubt;
  readonly evidence: Evidence;
  readonly freeTravelMm: number | undefined;
  readonly ratingN: Figure | undefined;
}

const SIDES = ['xNPerMm', 'yNPerMm', 'zNPerMm'] as const;

/** What the doubt of a stiffness comes from, and what it does to it. */
export interface StiffnessDoubt {
  readonly figure: Figure;
  readonly of: 'stiffness' | 'hardness';
  /** How much stiffer it is at a value of the figure, about 1. */
  readonly times: (value: number) => number;
}

interface Stiffness {
  readonly along: V3;
  readonly doubt: StiffnessDoubt;
  readonly evidence: Evidence;
}

/** A stiffness by hardness: what nobody knows of the rubber, said as so many Shore A. */
function byHardness(shoreA: Figure, share: number): StiffnessDoubt {
  const at = shoreA.value;
  const { youngMpa } = rubberMpa(at);
  const times = (value: number) => rubberMpa(Math.min(95, Math.max(20, value))).youngMpa / youngMpa;
  const perShore = (times(at + 1) - times(at - 1)) / 2;
  return {
    figure: madeFrom({ ...shoreA, plusMinus: share / perShore, evidence: 'estimated' }, shoreA),
    of: 'hardness',
    times,
  };
}

/** Static stiffness of an element along its own directions, N/mm; undefined where nobody has told what it is made of. */
export function stiffnessOf(element: MountElement): Stiffness | undefined {
  const { school, stiffness, bush, block: pad } = element;
  if (stiffness) {
    const figures = SIDES.map((side) => stiffness[side]);
    const [x, y, z] = figures.map((f) => f.value) as [number, number, number];
    const firmest = figures.reduce((a, b) => (b.value > a.value ? b : a));
    return {
      along: [x, y, z],
      doubt: {
        figure: madeFrom(firmest, firmest),
        of: 'stiffness',
        times: (value) => (firmest.value > 0 ? value / firmest.value : 1),
      },
      evidence: firmest.evidence,
    };
  }
  if (bush) {
    const { shearMpa } = rubberMpa(bush.shoreA.value);
    const found = roundBush(
      shearMpa,
      bush.innerDiameterMm.value / 2,
      bush.outerDiameterMm.value / 2,
      bush.bushLengthMm.value,
    );
    const radial = bushBetween(found, bush.innerDiameterMm.value, bush.outerDiameterMm.value, bush.bushLengthMm.value);
    return {
      along: [found.axialNPerMm, radial.nPerMm, radial.nPerMm],
      doubt: byHardness(bush.shoreA, Math.hypot(RUBBER_DOUBT, radial.doubt)),
      evidence: 'estimated',
    };
  }
  if (pad) {
    const { youngMpa } = rubberMpa(pad.shoreA.value);
    const found = block(youngMpa, {
      lengthMm: pad.blockLengthMm.value,
      widthMm: pad.blockWidthMm.value,
      thickMm: pad.blockThicknessMm.value,
    });
    return {
      along: [found.shearedNPerMm, found.shearedNPerMm, found.pressedNPerMm],
      doubt: byHardness(pad.shoreA, RUBBER_DOUBT),
      evidence: 'estimated',
    };
  }
  if (school === 'solid')
    return {
      along: [SOLID_N_PER_MM, SOLID_N_PER_MM, SOLID_N_PER_MM],
      doubt: typicalDoubt(SOLID_N_PER_MM, 0.5, element),
      evidence: 'estimated',
    };
  return undefined;
}

/** A stiffness that is typical of its kind, known by a share. */
export const typicalDoubt = (nPerMm: number, share: number, from: object): StiffnessDoubt => ({
  figure: madeFrom({ value: nPerMm, plusMinus: share * nPerMm, evidence: 'estimated' }, from),
  of: 'stiffness',
  times: (value) => value / nPerMm,
});

const CAR_AXES: readonly [V3, V3, V3] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

/** The first direction along a line, and two others square to it; columns. */
export function axesAlong(line: V3): readonly [V3, V3, V3] {
  const x = unit(line);
  // Any direction that is not the line's own will do for the second: the one that it lies least along.
  const least = x.map(Math.abs).indexOf(Math.min(...x.map(Math.abs)));
  const help: V3 = [least === 0 ? 1 : 0, least === 1 ? 1 : 0, least === 2 ? 1 : 0];
  const y = unit(crossOf(help, x));
  const z = crossOf(x, y);
  return [
    [x[0], y[0], z[0]],
    [x[1], y[1], z[1]],
    [x[2], y[2], z[2]],
  ];
}
const crossOf = (a: V3, b: V3): V3 => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];

/** Where the bosses of a candidate stand in the car, by what a mount calls them. */
export function bossesAt(subject: Subject): ReadonlyMap<string, { readonly name: string; readonly atMm: V3 }> {
  const pose = poseOf(subject.candidate.placement);
  const bosses = new Map<string, { readonly name: string; readonly atMm: V3 }>(
    subject.engine.bosses.map((b) => [b.id, { name: b.name, atMm: applyPose(pose, b.atMm) }]),
  );
  if (subject.gearbox.mountMm)
    bosses.set(GEARBOX_BOSS, {
      name: 'gearbox mount',
      atMm: applyPose(gearboxPose(pose, subject), subject.gearbox.mountMm),
    });
  return bosses;
}

/** A link gives along its line alone: across the axes of the two bushes it hangs in, or as a block is pressed. */
export const alongLink = ({ bush, block: pad }: MountElement, [x, y, z]: V3): number => (bush ? y / 2 : pad ? z : x);

/** What the mounts of a candidate may hold and stand on, looked up once for all of them. */
export interface Seats {
  readonly bosses: ReturnType<typeof bossesAt>;
  readonly pads: ReadonlyMap<string, ChassisMount>;
  /** Stiffness of the bushes under those of a carrier, N/mm. */
  readonly bushes: ReadonlyMap<string, number>;
}

export function seatsOf(subject: Subject & { readonly chassis: Chassis }): Seats {
  const bushes = new Map<string, number>();
  for (const { carries } of subject.parts)
    if (carries?.bushNPerMm) for (const pad of carries.pads) bushes.set(pad.id, carries.bushNPerMm.value);
  return {
    bosses: bossesAt(subject),
    pads: new Map(chassisMountsOf(subject.chassis, subject.parts).map((p) => [p.id, p])),
    bushes,
  };
}

/** What a mount of a candidate is: the part of the library that it is, or what was entered for it alone. */
export const elementOf = (subject: Pick<Subject, 'library'>, mount: FittedMount): MountElement | undefined =>
  mount.element ?? subject.library.parts.find((p) => p.id === mount.partId)?.mount;

/**
 * A mount of a candidate with its place, directions and stiffness.
 * @throws MissingInput for what nobody has entered, InputError where a size can't be.
 */
export function mountInUse(
  subject: Subject & { readonly chassis: Chassis },
  fitted: FittedMount,
  { bosses, pads, bushes }: Seats = seatsOf(subject),
): MountInUse {
  const at = `/candidates/${subject.candidate.id}/mounts/${(subject.candidate.mounts ?? []).indexOf(fitted)}`;
  const element = elementOf(subject, fitted);
  const stiffness = element && stiffnessOf(element);
  if (!element || !stiffness) throw new MissingInput(`${at}/element`);
  const pad = fitted.padId === undefined ? undefined : pads.get(fitted.padId);
  const bossMm = fitted.bossId === undefined ? undefined : bosses.get(fitted.bossId)?.atMm;
  if (fitted.padId !== undefined && !pad) throw new MissingInput('/chassis/pads');
  const atMm = fitted.atMm ?? pad?.atMm;
  if (!atMm) throw new MissingInput(`${at}/padId`);
  let axes = CAR_AXES;
  if (fitted.link) {
    if (!bossMm || !pad) throw new MissingInput(bossMm ? `${at}/padId` : `${at}/bossId`);
    const line = sub(pad.atMm, bossMm);
    axes = axesAlong(length(line) > 1 ? line : [1, 0, 0]);
  } else if (fitted.turnDeg) {
    const [x, y, z] = fitted.turnDeg;
    axes = multiply(aboutZ(z), multiply(aboutY(y), aboutX(x)));
  }
  const along: V3 = fitted.link ? [alongLink(element, stiffness.along), 0, 0] : stiffness.along;
  const carrier = bushes.get(fitted.padId ?? '');
  const inSeries = (k: number) => (carrier && k > 0 ? 1 / (1 / k + 1 / carrier) : k);
  return {
    fitted,
    school: element.school,
    atMm: fitted.link ? bossMm! : atMm,
    bossMm,
    pad,
    padMm: pad?.atMm,
    axes,
    stiffnessNPerMm: [inSeries(along[0]), inSeries(along[1]), inSeries(along[2])],
    doubt: stiffness.doubt,
    evidence: stiffness.evidence,
    freeTravelMm: element.freeTravelMm?.value ?? USUAL_TRAVEL_MM[element.school],
    ratingN: element.ratingN,
  };
}
