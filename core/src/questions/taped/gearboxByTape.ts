import type { Solid } from '../../model/index.ts';
import { InputError, requirePositive } from '../../units/index.ts';
import { RECKONED_MM, TAPE_MM } from './engineByTape.ts';

export const TAPED_GEARBOXES = ['lengthways', 'with transfer case', 'transaxle'] as const;

export type TapedGearbox = (typeof TAPED_GEARBOXES)[number];

/** What a tape says of a gearbox, mm. */
export interface GearboxTape {
  readonly lies: TapedGearbox;
  /** Mating face to the end of the case. */
  readonly lengthMm: number;
  /** Bellhousing, over its flange. */
  readonly bellMm: number;
  /** Case behind the bell. */
  readonly caseWidthMm: number;
  readonly caseHeightMm: number;
  /** Mating face to where the case begins. */
  readonly bellDepthMm?: number | undefined;
  /** Of a transaxle: crank axis to the axis of its half shafts, rearward and down as it lies in the car of its own. */
  readonly axleBackMm?: number | undefined;
  readonly axleDownMm?: number | undefined;
  /** Of a transfer case: its length, and crank axis out to its far side, left positive, and down to its underside. */
  readonly transferMm?: number | undefined;
  readonly transferLeftMm?: number | undefined;
  readonly transferDownMm?: number | undefined;
  readonly plusMinusMm?: number | undefined;
}

/** Usual proportions, estimated: bell of the length, tail behind the case, the axle beside the crank. */
const USUAL = { bell: 0.28, tail: 0.72, axleBack: 0.55, axleDown: 0.12, final: 0.32, transfer: 0.32 } as const;

/**
 * Bodies of a gearbox from its outer sizes, gearbox axes (origin on the crank axis at the mating face, x forward): bell, case, and the tail of
 * one that lies lengthways, the transfer case behind it, or the final drive of a transaxle, whose axle lies across its own length.
 * @throws InputError naming a size that can't be
 */
export function gearboxByTape(tape: GearboxTape): Solid[] {
  const { lies, lengthMm, bellMm, caseWidthMm, caseHeightMm } = tape;
  for (const key of ['lengthMm', 'bellMm', 'caseWidthMm', 'caseHeightMm'] as const)
    requirePositive(`/${key}`, tape[key], 'mm');
  const depth = tape.bellDepthMm ?? USUAL.bell * lengthMm;
  requirePositive('/bellDepthMm', depth, 'mm');
  if (!(depth < lengthMm))
    throw new InputError('/bellDepthMm', `It must be less than the length, ${lengthMm} mm; it is ${depth} mm.`);
  const tapeMm = tape.plusMinusMm ?? TAPE_MM;
  const bell: Solid = {
    id: 'taped-bell',
    name: 'bellhousing',
    role: 'bellhousing',
    shape: { kind: 'cylinder', fromMm: [0, 0, 0], toMm: [-depth, 0, 0], radiusMm: bellMm / 2 },
    plusMinusMm: tape.bellDepthMm === undefined ? Math.max(tapeMm, RECKONED_MM) : tapeMm,
  };
  if (lies === 'with transfer case') return [bell, ...withTransfer(tape, depth, tapeMm)];
  const end = lies === 'lengthways' ? depth + USUAL.tail * (lengthMm - depth) : lengthMm;
  const body: Solid = {
    id: 'taped-case',
    name: 'gearbox case',
    role: 'gearbox case',
    shape: {
      kind: 'box',
      centreMm: [-(depth + end) / 2, 0, 0],
      sizeMm: [end - depth, caseWidthMm, caseHeightMm],
    },
    plusMinusMm: Math.max(tapeMm, lies === 'lengthways' ? RECKONED_MM : tapeMm),
  };
  if (lies === 'lengthways')
    return [
      bell,
      body,
      {
        id: 'taped-tail',
        name: 'tail',
        role: 'gearbox case',
        shape: {
          kind: 'cylinder',
          fromMm: [-end, 0, 0],
          toMm: [-lengthMm, 0, 0],
          radiusMm: 0.35 * Math.min(caseWidthMm, caseHeightMm),
        },
        plusMinusMm: Math.max(tapeMm, RECKONED_MM),
      },
    ];
  const back = tape.axleBackMm ?? USUAL.axleBack * bellMm;
  const down = tape.axleDownMm ?? USUAL.axleDown * bellMm;
  const radius = USUAL.final * bellMm;
  const reckoned = tape.axleBackMm === undefined || tape.axleDownMm === undefined;
  return [
    bell,
    body,
    {
      id: 'taped-final',
      name: 'final drive',
      role: 'gearbox case',
      // Its axle is parallel to the crank of an engine that lies across.
      shape: {
        kind: 'cylinder',
        fromMm: [-0.1 * depth, back, -down],
        toMm: [-depth * 1.2, back, -down],
        radiusMm: radius,
      },
      plusMinusMm: reckoned ? Math.max(tapeMm, RECKONED_MM) : tapeMm,
    },
  ];
}

/** The case up to the transfer case, and that: as high as the case, from its far side to the other side of the gearbox. */
function withTransfer(tape: GearboxTape, depth: number, tapeMm: number): Solid[] {
  const { lengthMm, caseWidthMm, caseHeightMm, transferLeftMm, transferDownMm } = tape;
  const long = tape.transferMm ?? USUAL.transfer * lengthMm;
  requirePositive('/transferMm', long, 'mm');
  if (!(long < lengthMm - depth))
    throw new InputError(
      '/transferMm',
      `It must be less than what is behind the bellhousing, ${Math.round(lengthMm - depth)} mm; it is ${long} mm.`,
    );
  // Its chain or wheels reach as far again to the side as the case does.
  const aside = transferLeftMm ?? 1.2 * caseWidthMm;
  const down = transferDownMm ?? 0.9 * caseHeightMm;
  const [half, up] = [caseWidthMm / 2, caseHeightMm / 2];
  if (!(Math.abs(aside) > half))
    throw new InputError(
      '/transferLeftMm',
      `It must be outside the case, more than ${Math.round(half)} mm; right is negative.`,
    );
  if (!(down > -up)) throw new InputError('/transferDownMm', 'Its underside is below the top of the case.');
  const across: readonly [number, number] = aside > 0 ? [-half, aside] : [aside, half];
  const read = tape.transferMm !== undefined && transferLeftMm !== undefined && transferDownMm !== undefined;
  const cut = lengthMm - long;
  return [
    {
      id: 'taped-case',
      name: 'gearbox case',
      role: 'gearbox case',
      shape: { kind: 'box', centreMm: [-(depth + cut) / 2, 0, 0], sizeMm: [cut - depth, caseWidthMm, caseHeightMm] },
      plusMinusMm: tape.transferMm === undefined ? Math.max(tapeMm, RECKONED_MM) : tapeMm,
    },
    {
      id: 'taped-transfer',
      name: 'transfer case',
      role: 'gearbox case',
      shape: {
        kind: 'box',
        centreMm: [-(cut + lengthMm) / 2, (across[0] + across[1]) / 2, (up - down) / 2],
        sizeMm: [long, across[1] - across[0], up + down],
      },
      plusMinusMm: read ? tapeMm : Math.max(tapeMm, RECKONED_MM),
    },
  ];
}
