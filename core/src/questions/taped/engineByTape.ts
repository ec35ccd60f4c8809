import type { PartRole, Solid } from '../../model/index.ts';
import { InputError, requirePositive } from '../../units/index.ts';

export const TAPED_ARRANGEMENTS = ['inline', 'vee', 'flat', 'rotary'] as const;
export type TapedArrangement = (typeof TAPED_ARRANGEMENTS)[number];

/** What a tape says of an engine, mm. Three outer sizes are enough; each further one takes the place of a usual proportion. */
export interface EngineTape {
  readonly arrangement: TapedArrangement;
  /** Rear face of the block to the front of the pulley. */
  readonly lengthMm: number;
  /** Over everything that stays on it. */
  readonly widthMm: number;
  /** Lowest point of the sump to the highest of the engine. */
  readonly heightMm: number;
  /** Crank axis to the lowest point of the sump. */
  readonly sumpMm?: number | undefined;
  /** Rear face to the front of the block, without what the belts drive. */
  readonly blockMm?: number | undefined;
  /** Crank axis to the farthest point on its right, seen forward. */
  readonly rightMm?: number | undefined;
  /** On which side the intake is; of a vee and a flat engine it is on top. */
  readonly intakeOn?: 'left' | 'right' | undefined;
  /** How far an inline engine leans to its right, degrees; left is negative. */
  readonly leanDeg?: number | undefined;
  /** What the tape is good for. */
  readonly plusMinusMm?: number | undefined;
}

/** A tape over castings, mm. */
export const TAPE_MM = 5;
/** A size that is reckoned from the outer ones is good for so much, mm. */
export const RECKONED_MM = 25;
/** Usual proportions of car engines, estimated: sump of the height, block of the length. */
const USUAL = { sump: 0.36, block: 0.84 } as const;

/** One body in shares of the space that it has: along from rear face to front, left from −1 (right) to 1, up from −1 (sump) to 1 (top). */
interface Share {
  readonly id: string;
  readonly name: string;
  readonly role: PartRole;
  readonly hot?: true;
  readonly along: readonly [number, number];
  readonly left: readonly [number, number];
  readonly up: readonly [number, number];
}

/** Before the block the belts run: `along` above 1 is that space. */
const FRONT: Share = {
  id: 'front-drive',
  name: 'front drive',
  role: 'accessory drive',
  along: [1, 2],
  left: [-0.75, 0.75],
  up: [-0.6, 0.55],
};

/** Intake on the left; mirrored where it is on the right. */
const SHARES: Readonly<Record<TapedArrangement, readonly Share[]>> = {
  inline: [
    { id: 'block', name: 'block', role: 'block', along: [0, 1], left: [-0.45, 0.45], up: [-0.25, 0.5] },
    { id: 'sump', name: 'sump', role: 'sump', along: [0.03, 0.97], left: [-0.42, 0.42], up: [-1, -0.25] },
    { id: 'head', name: 'head', role: 'head', along: [0, 1], left: [-0.45, 0.45], up: [0.5, 0.82] },
    {
      id: 'cover',
      name: 'rocker cover',
      role: 'rocker cover',
      along: [0.02, 0.98],
      left: [-0.35, 0.35],
      up: [0.82, 1],
    },
    { id: 'intake', name: 'intake', role: 'intake', along: [0.08, 0.92], left: [0.45, 1], up: [0.35, 0.9] },
    {
      id: 'manifold',
      name: 'exhaust manifold',
      role: 'exhaust manifold',
      hot: true,
      along: [0.08, 0.92],
      left: [-1, -0.45],
      up: [0.2, 0.75],
    },
    FRONT,
  ],
  vee: [
    { id: 'block', name: 'block', role: 'block', along: [0, 1], left: [-0.5, 0.5], up: [-0.3, 0.45] },
    { id: 'sump', name: 'sump', role: 'sump', along: [0.03, 0.97], left: [-0.4, 0.4], up: [-1, -0.3] },
    { id: 'head-left', name: 'left head', role: 'head', along: [0, 1], left: [0.38, 0.92], up: [0.3, 0.85] },
    { id: 'head-right', name: 'right head', role: 'head', along: [0, 1], left: [-0.92, -0.38], up: [0.3, 0.85] },
    { id: 'intake', name: 'intake', role: 'intake', along: [0.06, 0.94], left: [-0.4, 0.4], up: [0.45, 1] },
    {
      id: 'manifold-left',
      name: 'left exhaust manifold',
      role: 'exhaust manifold',
      hot: true,
      along: [0.08, 0.92],
      left: [0.5, 1],
      up: [-0.15, 0.3],
    },
    {
      id: 'manifold-right',
      name: 'right exhaust manifold',
      role: 'exhaust manifold',
      hot: true,
      along: [0.08, 0.92],
      left: [-1, -0.5],
      up: [-0.15, 0.3],
    },
    FRONT,
  ],
  flat: [
    { id: 'block', name: 'block', role: 'block', along: [0, 1], left: [-0.55, 0.55], up: [-0.55, 0.4] },
    { id: 'sump', name: 'sump', role: 'sump', along: [0.1, 0.9], left: [-0.3, 0.3], up: [-1, -0.55] },
    { id: 'head-left', name: 'left head', role: 'head', along: [0, 0.95], left: [0.55, 1], up: [-0.5, 0.35] },
    { id: 'head-right', name: 'right head', role: 'head', along: [0.05, 1], left: [-1, -0.55], up: [-0.5, 0.35] },
    { id: 'intake', name: 'intake', role: 'intake', along: [0.1, 0.9], left: [-0.6, 0.6], up: [0.4, 1] },
    {
      id: 'manifold-left',
      name: 'left exhaust manifold',
      role: 'exhaust manifold',
      hot: true,
      along: [0.1, 0.9],
      left: [0.4, 0.95],
      up: [-0.95, -0.5],
    },
    {
      id: 'manifold-right',
      name: 'right exhaust manifold',
      role: 'exhaust manifold',
      hot: true,
      along: [0.1, 0.9],
      left: [-0.95, -0.4],
      up: [-0.95, -0.5],
    },
    FRONT,
  ],
  rotary: [
    { id: 'block', name: 'housings', role: 'block', along: [0, 1], left: [-0.7, 0.7], up: [-0.5, 0.75] },
    { id: 'sump', name: 'sump', role: 'sump', along: [0.05, 0.95], left: [-0.55, 0.55], up: [-1, -0.5] },
    { id: 'intake', name: 'intake', role: 'intake', along: [0.1, 0.9], left: [0.2, 1], up: [0.4, 1] },
    {
      id: 'manifold',
      name: 'exhaust manifold',
      role: 'exhaust manifold',
      hot: true,
      along: [0.15, 0.85],
      left: [-1, -0.7],
      up: [-0.35, 0.2],
    },
    FRONT,
  ],
};

/** A crank axis that lies outside of what was measured is a slip of the tape. */
function within(key: string, value: number, most: number): number {
  requirePositive(`/${key}`, value, 'mm');
  if (!(value < most))
    throw new InputError(`/${key}`, `It must be less than ${Math.round(most)} mm, the whole; it is ${value} mm.`);
  return value;
}

/**
 * Bodies of an engine from its outer sizes, engine axes (origin on the crank axis at the rear face of the block, x forward, y left, z up):
 * together they fill just the box that was measured. What is reckoned by usual proportions carries ± 25 mm, estimated; a reading takes its
 * place. An engine that leans is turned as a whole, and is measured upright.
 * @throws InputError naming a size that can't be
 */
export function engineByTape(tape: EngineTape): Solid[] {
  const { lengthMm, widthMm, heightMm, arrangement } = tape;
  requirePositive('/lengthMm', lengthMm, 'mm');
  requirePositive('/widthMm', widthMm, 'mm');
  requirePositive('/heightMm', heightMm, 'mm');
  const sump = tape.sumpMm === undefined ? USUAL.sump * heightMm : within('sumpMm', tape.sumpMm, heightMm);
  const block = tape.blockMm === undefined ? USUAL.block * lengthMm : within('blockMm', tape.blockMm, lengthMm);
  const right = tape.rightMm === undefined ? widthMm / 2 : within('rightMm', tape.rightMm, widthMm);
  const tapeMm = tape.plusMinusMm ?? TAPE_MM;
  const read = [tape.sumpMm, tape.blockMm, tape.rightMm].every((v) => v !== undefined);
  const mirror = tape.intakeOn === 'right' ? -1 : 1;
  const along = (share: number) => (share <= 1 ? share * block : block + (share - 1) * (lengthMm - block));
  const across = (share: number) => share * (share < 0 ? right : widthMm - right);
  const up = (share: number) => share * (share < 0 ? sump : heightMm - sump);
  const lean = tape.leanDeg ?? 0;
  return SHARES[arrangement].map((s): Solid => {
    const x = s.along.map(along) as [number, number];
    const y = s.left.map((v) => across(mirror * v)).sort((a, b) => a - b) as [number, number];
    const z = s.up.map(up) as [number, number];
    const centre: [number, number, number] = [(x[0] + x[1]) / 2, (y[0] + y[1]) / 2, (z[0] + z[1]) / 2];
    return {
      id: `taped-${s.id}`,
      name: s.name,
      role: s.role,
      ...(s.hot ? { temperature: 'hot' as const } : {}),
      shape: {
        kind: 'box',
        centreMm: leaning(centre, lean),
        sizeMm: [x[1] - x[0], y[1] - y[0], z[1] - z[0]],
        ...(lean === 0 ? {} : { turnDeg: [lean, 0, 0] as [number, number, number] }),
      },
      plusMinusMm: read ? tapeMm : Math.max(tapeMm, RECKONED_MM),
    };
  });
}

/** Turned about the crank: to the right is a roll about x. */
function leaning([x, y, z]: readonly [number, number, number], deg: number): [number, number, number] {
  const a = (deg * Math.PI) / 180;
  return [x, y * Math.cos(a) - z * Math.sin(a), y * Math.sin(a) + z * Math.cos(a)];
}
