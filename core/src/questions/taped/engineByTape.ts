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
  /** Crank axis down to the flange of the sump. */
  readonly jointMm?: number | undefined;
  /** Across the block. */
  readonly blockWidthMm?: number | undefined;
  /** Crank axis up to the top of the block, or of a flat engine’s. */
  readonly deckMm?: number | undefined;
  /** Crank axis up to the top of the head. */
  readonly headMm?: number | undefined;
  /** Heights over the crank, below it negative: where the intake begins, where the exhaust manifold begins and ends. */
  readonly intakeLowMm?: number | undefined;
  readonly manifoldLowMm?: number | undefined;
  readonly manifoldTopMm?: number | undefined;
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

type Reading = 'jointMm' | 'blockWidthMm' | 'deckMm' | 'headMm' | 'intakeLowMm' | 'manifoldLowMm' | 'manifoldTopMm';

/** A face of a body: at a share of the space that it has, or where a reading puts it, until then at its usual share. */
type Face = number | { readonly read: Reading; readonly share: number; readonly times?: number };

/** One body, face by face: along from rear face (0) to front (1), left from −1 (right) to 1, up from −1 (sump) to 1 (top). */
interface Share {
  readonly id: string;
  readonly name: string;
  readonly role: PartRole;
  readonly hot?: true;
  readonly along: readonly [number, number];
  readonly left: readonly [Face, Face];
  readonly up: readonly [Face, Face];
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

/** Half of the block’s width, to the left; on the right it is the same. */
const half = (share: number, times = 1): Face => ({ read: 'blockWidthMm', share: share * times, times });
const at = (read: Reading, share: number): Face => ({ read, share });

function block(name: string, width: number, joint: number, deck: number): Share[] {
  const flange = at('jointMm', joint);
  return [
    {
      id: 'block',
      name,
      role: 'block',
      along: [0, 1],
      left: [half(-width), half(width)],
      up: [flange, at('deckMm', deck)],
    },
    {
      id: 'sump',
      name: 'sump',
      role: 'sump',
      along: [0.03, 0.97],
      left: [half(-width, 0.85), half(width, 0.85)],
      up: [-1, flange],
    },
  ];
}

const manifold = (side: '' | 'left' | 'right', left: readonly [Face, Face], low: number, top: number): Share => ({
  id: side ? `manifold-${side}` : 'manifold',
  name: `${side ? `${side} ` : ''}exhaust manifold`,
  role: 'exhaust manifold',
  hot: true,
  along: [0.08, 0.92],
  left,
  up: [at('manifoldLowMm', low), at('manifoldTopMm', top)],
});

const intake = (left: readonly [Face, Face], low: number, top: Face): Share => ({
  id: 'intake',
  name: 'intake',
  role: 'intake',
  along: [0.07, 0.93],
  left,
  up: [at('intakeLowMm', low), top],
});

const head = (side: 'left' | 'right', left: readonly [Face, Face], up: readonly [Face, Face]): Share => ({
  id: `head-${side}`,
  name: `${side} head`,
  role: 'head',
  along: [0, 1],
  left,
  up,
});

const DECK = at('deckMm', 0.5);
const HEAD = at('headMm', 0.82);

/** Intake on the left; mirrored where it is on the right. */
const SHARES: Readonly<Record<TapedArrangement, readonly Share[]>> = {
  inline: [
    ...block('block', 0.45, -0.25, 0.5),
    { id: 'head', name: 'head', role: 'head', along: [0, 1], left: [half(-0.45), half(0.45)], up: [DECK, HEAD] },
    {
      id: 'cover',
      name: 'rocker cover',
      role: 'rocker cover',
      along: [0.02, 0.98],
      left: [half(-0.45, 0.8), half(0.45, 0.8)],
      up: [HEAD, 1],
    },
    intake([half(0.45), 1], 0.35, HEAD),
    manifold('', [-1, half(-0.45)], 0.2, 0.75),
    FRONT,
  ],
  vee: [
    ...block('block', 0.5, -0.3, 0.45),
    head('left', [half(0.5, 0.76), 1], [at('manifoldTopMm', 0.3), at('headMm', 0.85)]),
    head('right', [-1, half(-0.5, 0.76)], [at('manifoldTopMm', 0.3), at('headMm', 0.85)]),
    intake([half(-0.5, 0.76), half(0.5, 0.76)], 0.45, 1),
    manifold('left', [half(0.5), 1], -0.15, 0.3),
    manifold('right', [-1, half(-0.5)], -0.15, 0.3),
    FRONT,
  ],
  flat: [
    ...block('block', 0.55, -0.55, 0.4),
    head('left', [half(0.55), 1], [at('manifoldTopMm', -0.5), at('deckMm', 0.4)]),
    head('right', [-1, half(-0.55)], [at('manifoldTopMm', -0.5), at('deckMm', 0.4)]),
    intake([half(-0.55), half(0.55)], 0.4, 1),
    manifold('left', [half(0.55, 0.73), 1], -0.95, -0.5),
    manifold('right', [-1, half(-0.55, 0.73)], -0.95, -0.5),
    FRONT,
  ],
  rotary: [
    ...block('housings', 0.7, -0.5, 0.75),
    intake([half(0.7, 0.3), 1], 0.4, 1),
    manifold('', [-1, half(-0.7)], -0.35, 0.2),
    FRONT,
  ],
};

/** What is read of an arrangement beyond its outer sizes, in the order in which it tells most. */
export function readingsOf(arrangement: TapedArrangement): readonly (keyof EngineTape)[] {
  const used = new Set<Reading>();
  for (const s of SHARES[arrangement])
    for (const face of [...s.left, ...s.up]) if (typeof face !== 'number') used.add(face.read);
  const ALL: readonly Reading[] = [
    'jointMm',
    'blockWidthMm',
    'deckMm',
    'headMm',
    'intakeLowMm',
    'manifoldLowMm',
    'manifoldTopMm',
  ];
  return ['sumpMm', 'blockMm', 'rightMm', ...ALL.filter((r) => used.has(r))];
}

/** A crank axis that lies outside of what was measured is a slip of the tape. */
function within(key: string, value: number, most: number): number {
  requirePositive(`/${key}`, value, 'mm');
  if (!(value < most))
    throw new InputError(`/${key}`, `It must be less than ${Math.round(most)} mm, the whole; it is ${value} mm.`);
  return value;
}

/**
 * Bodies of an engine from its outer sizes, engine axes (origin on the crank axis at the rear face of the block, x forward, y left, z up):
 * together they fill just the box that was measured. A body of which a face is reckoned by usual proportions carries ± 25 mm; one whose faces
 * were all read carries what the tape is good for. An engine that leans is turned as a whole, and is measured upright.
 * @throws InputError naming a size that can't be
 */
export function engineByTape(tape: EngineTape): Solid[] {
  const { lengthMm, widthMm, heightMm, arrangement } = tape;
  requirePositive('/lengthMm', lengthMm, 'mm');
  requirePositive('/widthMm', widthMm, 'mm');
  requirePositive('/heightMm', heightMm, 'mm');
  const sump = tape.sumpMm === undefined ? USUAL.sump * heightMm : within('sumpMm', tape.sumpMm, heightMm);
  const length = tape.blockMm === undefined ? USUAL.block * lengthMm : within('blockMm', tape.blockMm, lengthMm);
  const right = tape.rightMm === undefined ? widthMm / 2 : within('rightMm', tape.rightMm, widthMm);
  const left = widthMm - right;
  const top = heightMm - sump;
  if (tape.blockWidthMm !== undefined) within('blockWidthMm', tape.blockWidthMm, 2 * Math.min(left, right));
  if (tape.jointMm !== undefined) within('jointMm', tape.jointMm, sump);
  for (const key of ['deckMm', 'headMm'] as const) if (tape[key] !== undefined) within(key, tape[key], top);
  const tapeMm = tape.plusMinusMm ?? TAPE_MM;
  const outer = tape.sumpMm !== undefined && tape.blockMm !== undefined && tape.rightMm !== undefined;
  const mirror = tape.intakeOn === 'right' ? -1 : 1;
  const along = (share: number) => (share <= 1 ? share * length : length + (share - 1) * (lengthMm - length));
  const lean = tape.leanDeg ?? 0;
  const across = (face: Face): number => {
    const share = mirror * (typeof face === 'number' ? face : face.share);
    if (typeof face === 'number' || tape.blockWidthMm === undefined) return share * (share < 0 ? right : left);
    return (Math.sign(share) * (face.times ?? 1) * tape.blockWidthMm) / 2;
  };
  const up = (face: Face): number => {
    const read = typeof face === 'number' ? undefined : tape[face.read];
    if (read !== undefined && typeof face !== 'number') return face.read === 'jointMm' ? -read : read;
    const share = typeof face === 'number' ? face : face.share;
    return share * (share < 0 ? sump : top);
  };
  return SHARES[arrangement].map((s): Solid => {
    const x = s.along.map(along) as [number, number];
    const y = s.left.map(across).sort((a, b) => a - b) as [number, number];
    const z = s.up.map(up) as [number, number];
    const [low, high] = s.up;
    if (!(z[1] > z[0])) {
      const face = typeof high !== 'number' && tape[high.read] !== undefined ? high : low;
      throw new InputError(
        typeof face === 'number' ? '/heightMm' : `/${face.read}`,
        `With these the ${s.name} would end below where it begins, ${Math.round(z[0])} mm over the crank: read both again.`,
      );
    }
    const centre: [number, number, number] = [(x[0] + x[1]) / 2, (y[0] + y[1]) / 2, (z[0] + z[1]) / 2];
    // At −1 and 1 a face is one of the outer sizes; elsewhere it is read or reckoned.
    const read = [...s.left, ...s.up].every((f) =>
      typeof f === 'number' ? Math.abs(f) === 1 : tape[f.read] !== undefined,
    );
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
      plusMinusMm: outer && read ? tapeMm : Math.max(tapeMm, RECKONED_MM),
    };
  });
}

/** Turned about the crank: to the right is a roll about x. */
function leaning([x, y, z]: readonly [number, number, number], deg: number): [number, number, number] {
  const a = (deg * Math.PI) / 180;
  return [x, y * Math.cos(a) - z * Math.sin(a), y * Math.sin(a) + z * Math.cos(a)];
}
