import type { Engine, Gearbox, PartRole, Solid } from '../../model/index.ts';
import { InputError, requirePositive } from '../../units/index.ts';
import { TAPE_MM } from './engineByTape.ts';
import type { GearboxTape } from './gearboxByTape.ts';

type V3 = [number, number, number];

/** Where a mount arm bolts to an engine, mm. */
export interface ArmTape {
  readonly side: 'left' | 'right';
  /** Rear face of the block forward to the middle of the arm’s bolts. */
  readonly aheadMm: number;
  /** Crank axis out to the face that the arm lies on. */
  readonly outMm: number;
  /** Crank axis up to it; below the crank negative. */
  readonly upMm: number;
  readonly thread: string;
}

/** The boss that an arm bolts to, engine axes; its face looks outward. */
export function bossByTape(arm: ArmTape): Engine['bosses'][number] {
  requirePositive('/outMm', arm.outMm, 'mm');
  const out = arm.side === 'left' ? 1 : -1;
  return {
    id: `taped-${arm.side}-arm`,
    name: `${arm.side} arm`,
    atMm: [arm.aheadMm, out * arm.outMm, arm.upMm],
    direction: [0, out, 0],
    thread: arm.thread.trim(),
  };
}

/** What else may stand out of an engine or gearbox and decide a fit. */
export const TAPED_PIECES = [
  'output flange',
  'throttle body',
  'turbo',
  'starter',
  'alternator',
  'oil filter',
  'water neck',
  'distributor',
  'pulley',
  'mount',
] as const satisfies readonly PartRole[];
export type TapedPiece = (typeof TAPED_PIECES)[number];

/** Names of pieces as one says them at the engine. */
export const PIECE_WORDS: Readonly<Record<TapedPiece, string>> = {
  'output flange': 'exhaust flange',
  'throttle body': 'throttle body',
  turbo: 'turbocharger',
  starter: 'starter',
  alternator: 'alternator',
  'oil filter': 'oil filter',
  'water neck': 'water outlet',
  distributor: 'distributor',
  pulley: 'pulley',
  mount: 'mount arm',
};
const HOT: ReadonlySet<TapedPiece> = new Set(['output flange', 'turbo']);

/** A piece by the place of its middle and its three sizes, mm: ahead of the rear face, left of the crank, above it. */
export interface PieceTape {
  readonly role: TapedPiece;
  readonly aheadMm: number;
  readonly leftMm: number;
  readonly upMm: number;
  readonly lengthMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** A piece as a body of its own, good for what the tape is. `taken` are ids that bodies have already. @throws InputError naming a size that can’t be */
export function pieceByTape(piece: PieceTape, taken: ReadonlySet<string>, tapeMm = TAPE_MM): Solid {
  for (const key of ['lengthMm', 'widthMm', 'heightMm'] as const) requirePositive(`/${key}`, piece[key], 'mm');
  const base = `piece-${piece.role.replaceAll(' ', '-')}`;
  let id = base;
  for (let n = 2; taken.has(id); n++) id = `${base}-${n}`;
  return {
    id,
    name: PIECE_WORDS[piece.role],
    role: piece.role,
    ...(HOT.has(piece.role) ? { temperature: 'hot' as const } : {}),
    shape: {
      kind: 'box',
      centreMm: [piece.aheadMm, piece.leftMm, piece.upMm],
      sizeMm: [piece.lengthMm, piece.widthMm, piece.heightMm],
    },
    plusMinusMm: tapeMm,
  };
}

/** Places on a gearbox as a tape says them from the middle of its mating face, mm; whatever is not read is left out. */
export interface GearboxPlaces {
  readonly shifterBackMm?: number | undefined;
  readonly shifterUpMm?: number | undefined;
  readonly outputBackMm?: number | undefined;
  readonly outputDownMm?: number | undefined;
  readonly mountBackMm?: number | undefined;
  readonly mountDownMm?: number | undefined;
  /** Of a transfer case: joint to the front axle. */
  readonly frontBackMm?: number | undefined;
  readonly frontLeftMm?: number | undefined;
  readonly frontDownMm?: number | undefined;
  /** Of a transaxle: mating face to its inner joints, along the crank, on the far side and on the side of the engine. */
  readonly farJointMm?: number | undefined;
  readonly nearJointMm?: number | undefined;
  /** On which side of the engine it stands in its own car. */
  readonly gearboxOn?: 'left' | 'right' | undefined;
}

type Fields = Partial<
  Pick<Gearbox, 'lengthMm' | 'shifterMm' | 'outputMm' | 'frontOutputMm' | 'mountMm' | 'halfShaftsMm'>
>;

const both = (a: number | undefined, b: number | undefined): a is number => a !== undefined && b !== undefined;

/**
 * What the tape says of a gearbox beside its bodies, as its fields have it: gearbox axes, origin on the crank axis at the mating face,
 * x forward, y left, z up. A place of which a reading is missing is not made up.
 * @throws InputError naming a reading that lies outside of the case
 */
export function gearboxFields(tape: GearboxTape, at: GearboxPlaces): Fields {
  const plusMinus = tape.plusMinusMm ?? TAPE_MM;
  const inside = (key: keyof GearboxPlaces, back: number) => {
    if (back < 0 || back > tape.lengthMm)
      throw new InputError(
        `/${key}`,
        `It must be on the case, 0 to ${Math.round(tape.lengthMm)} mm behind the mating face; it is ${back} mm.`,
      );
    return -back;
  };
  const point = (key: keyof GearboxPlaces, back: number | undefined, up: number | undefined, left = 0) =>
    both(back, up) ? ([inside(key, back), left, up!] as V3) : undefined;
  const minus = (v: number | undefined) => (v === undefined ? undefined : -v);
  const lengthways = tape.lies !== 'transaxle';
  const shifterMm = point('shifterBackMm', at.shifterBackMm, at.shifterUpMm);
  const mountMm = point('mountBackMm', at.mountBackMm, minus(at.mountDownMm));
  const outputMm = lengthways ? point('outputBackMm', at.outputBackMm, minus(at.outputDownMm)) : undefined;
  const frontOutputMm =
    tape.lies === 'with transfer case' && at.frontLeftMm !== undefined
      ? point('frontBackMm', at.frontBackMm, minus(at.frontDownMm), at.frontLeftMm)
      : undefined;
  const halfShaftsMm = lengthways ? undefined : innerJoints(tape, at);
  return {
    lengthMm: { value: tape.lengthMm, plusMinus, evidence: 'measured' },
    ...(shifterMm ? { shifterMm } : {}),
    ...(mountMm ? { mountMm } : {}),
    ...(outputMm ? { outputMm } : {}),
    ...(frontOutputMm ? { frontOutputMm } : {}),
    ...(halfShaftsMm ? { halfShaftsMm } : {}),
  };
}

/** Both inner joints of a transaxle that lies across: they are on its axle, beside the crank and along it. */
function innerJoints(tape: GearboxTape, at: GearboxPlaces): Gearbox['halfShaftsMm'] {
  const { farJointMm: far, nearJointMm: near, gearboxOn } = at;
  const { axleBackMm: aside, axleDownMm: down } = tape;
  if (!both(far, near) || !both(aside, down) || gearboxOn === undefined) return undefined;
  if (!(far + near! > 0))
    throw new InputError('/nearJointMm', 'The joint on the engine’s side must be nearer to it than the other one.');
  const farEnd: V3 = [-far, aside, -down!];
  const nearEnd: V3 = [near!, aside, -down!];
  return gearboxOn === 'left' ? { leftMm: farEnd, rightMm: nearEnd } : { leftMm: nearEnd, rightMm: farEnd };
}
