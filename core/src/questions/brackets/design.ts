import {
  boxOf,
  cross,
  cylinderOf,
  dot,
  length,
  sub,
  times,
  unit,
  add,
  type Convex,
  type V3,
} from '../../geometry/index.ts';
import { attempt } from '../../units/index.ts';
import type { Chassis, MadeBracket, Subject } from '../../model/index.ts';
import { elementOf, mountInUse, type MountInUse } from '../mounts/index.ts';
import { areaOf, FOLDED_TO_MM, foldedBracket, type FlatPiece, type FoldedBracket } from './folded.ts';
import { endsOf } from './span.ts';
import { METALS } from './strength.ts';
import { tubedBracket, type TubedBracket } from './tubed.ts';

/** One line of what to cut. */
export interface CutPiece {
  readonly name: string;
  readonly stock: 'plate' | 'tube';
  readonly lengthMm: number;
  readonly widthMm: number;
  /** Of a plate its thickness, of a tube its wall. */
  readonly thicknessMm: number;
  readonly cutDeg?: readonly [number | undefined, number | undefined];
}

/** A bracket as it is cut, folded or welded. */
export interface BracketDesign {
  readonly made: MadeBracket;
  readonly plate: FoldedBracket | undefined;
  readonly tube: TubedBracket | undefined;
  readonly pieces: readonly FlatPiece[];
  readonly cut: readonly CutPiece[];
  readonly massKg: number;
  /** What of it stands in the bay. */
  readonly bodies: readonly Convex[];
}

const extent = ({ outlineMm }: FlatPiece, k: 0 | 1) =>
  Math.max(...outlineMm.map((p) => p[k])) - Math.min(...outlineMm.map((p) => p[k]));

/** Whether a plate is folded; thicker steel, and aluminium, is cut and welded. */
export const isFolded = ({ metal, thicknessMm }: Pick<MadeBracket, 'metal' | 'thicknessMm'>): boolean =>
  metal === 'steel' && thicknessMm <= FOLDED_TO_MM;

/** A made bracket between the faces of its boss and its mount. @throws MissingInput, InputError as `endsOf`, `foldedBracket` and `tubedBracket`. */
export function designOf(subject: Subject, mount: MountInUse, made: MadeBracket): BracketDesign {
  const ends = endsOf(subject, mount, made);
  const { widthMm, thicknessMm, metal } = made;
  const { kgM3 } = METALS[metal];
  const ofPlate = (pieces: readonly FlatPiece[]): CutPiece[] =>
    pieces.map((p) => ({
      name: p.name,
      stock: 'plate',
      lengthMm: extent(p, 0),
      widthMm: extent(p, 1),
      thicknessMm,
    }));
  const kg = (mm3: number) => (mm3 / 1e9) * kgM3;
  if (made.tube) {
    const tube = tubedBracket(ends.boss, ends.mount, made.tube, widthMm, thicknessMm);
    const { outerDiameterMm, wallMm } = made.tube;
    const wall = (Math.PI * (outerDiameterMm ** 2 - Math.max(0, outerDiameterMm - 2 * wallMm) ** 2)) / 4;
    return {
      made,
      plate: undefined,
      tube,
      pieces: tube.plates,
      cut: [
        ...ofPlate(tube.plates),
        {
          name: 'tube',
          stock: 'tube',
          lengthMm: tube.lengthMm,
          widthMm: outerDiameterMm,
          thicknessMm: wallMm,
          cutDeg: tube.cutDeg,
        },
      ],
      massKg: kg(tube.plates.reduce((s, p) => s + areaOf(p) * thicknessMm, 0) + wall * tube.lengthMm),
      bodies: [cylinderOf(tube.fromMm, tube.toMm, outerDiameterMm / 2)],
    };
  }
  const plate = foldedBracket(ends.boss, ends.mount, widthMm, thicknessMm, !isFolded(made));
  return {
    made,
    plate,
    tube: undefined,
    pieces: plate.pieces,
    cut: ofPlate(plate.pieces),
    massKg: kg(plate.areaMm2 * thicknessMm),
    bodies: straights(plate, widthMm, thicknessMm),
  };
}

/** A link as a bar as thick as the bush in its eye, from boss to chassis mount; nothing where its bush is not known. */
export function linkBodies(subject: Subject, { fitted, bossMm, padMm }: MountInUse): Convex[] {
  const bush = elementOf(subject, fitted)?.bush;
  return bush && bossMm && padMm && length(sub(padMm, bossMm)) > 1
    ? [cylinderOf(bossMm, padMm, bush.outerDiameterMm.value / 2)]
    : [];
}

/** What stands in the bay of every link and made bracket that can be drawn, by its mount. */
export function bracketBodies(
  subject: Subject & { readonly chassis: Chassis },
): ReadonlyMap<string, readonly Convex[]> {
  const bodies = new Map<string, readonly Convex[]>();
  for (const fitted of subject.candidate.mounts ?? []) {
    const { bracket } = fitted;
    if (bracket?.from !== 'made' && !fitted.link) continue;
    const drawn = attempt(() => {
      const mount = mountInUse(subject, fitted);
      if (bracket?.from === 'made') return designOf(subject, mount, bracket).bodies;
      return linkBodies(subject, mount);
    });
    if (drawn.ok && drawn.value.length > 0) bodies.set(fitted.id, drawn.value);
  }
  return bodies;
}

/** The straights of a strip as boxes, as wide as they reach. */
function straights({ middleMm, across }: FoldedBracket, widthMm: number, thicknessMm: number): Convex[] {
  return middleMm.slice(1).flatMap((to, i) => {
    const from = middleMm[i]!;
    const way = sub(to, from);
    const aside = dot(way, across);
    const on: V3 = sub(way, times(across, aside));
    const long = length(on);
    if (long < 1) return [];
    const dir = unit(on);
    return [
      boxOf(
        times(add(from, to), 0.5),
        [long / 2, (widthMm + Math.abs(aside)) / 2, thicknessMm / 2],
        [dir, across, cross(dir, across)],
      ),
    ];
  });
}
