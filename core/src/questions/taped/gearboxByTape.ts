import type { Solid } from '../../model/index.ts';
import { InputError, requirePositive } from '../../units/index.ts';
import { RECKONED_MM, TAPE_MM } from './engineByTape.ts';

/** What a tape says of a gearbox, mm. */
export interface GearboxTape {
  readonly lies: 'lengthways' | 'transaxle';
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
  readonly plusMinusMm?: number | undefined;
}

/** Usual proportions, estimated: bell of the length, tail behind the case, the axle beside the crank. */
const USUAL = { bell: 0.28, tail: 0.72, axleBack: 0.55, axleDown: 0.12, final: 0.32 } as const;

/**
 * Bodies of a gearbox from its outer sizes, gearbox axes (origin on the crank axis at the mating face, x forward): bell, case, and the tail of
 * one that lies lengthways or the final drive of a transaxle, whose axle lies across its own length.
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
