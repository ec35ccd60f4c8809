import type { TapedGearbox } from '@sable/core/questions/taped';

/** One reading of the tape: its key in the sum, what it is called, and from where to where it goes. */
export interface TapeReading {
  readonly key: string;
  readonly label: string;
  readonly from: string;
}

export const ENGINE_FIRST: readonly TapeReading[] = [
  { key: 'lengthMm', label: 'Length', from: 'rear face of the block to the front of the pulley' },
  { key: 'widthMm', label: 'Width', from: 'over everything that stays on it' },
  { key: 'heightMm', label: 'Height', from: 'lowest of the sump to the highest point' },
];
export const ENGINE_MORE: readonly TapeReading[] = [
  { key: 'sumpMm', label: 'Crank to the lowest of the sump', from: 'from the crank centreline' },
  { key: 'blockMm', label: 'Length of the block', from: 'rear face to the front, without what the belts drive' },
  { key: 'rightMm', label: 'Crank to its right side', from: 'to the farthest point, seen forward' },
  { key: 'jointMm', label: 'Crank to the sump’s flange', from: 'from the crank centreline' },
  { key: 'blockWidthMm', label: 'Block, width', from: 'across its sides' },
  { key: 'deckMm', label: 'Crank up to the top of the block', from: 'to the head, or of a flat engine to its top' },
  { key: 'headMm', label: 'Crank up to the top of the head', from: 'to the cover' },
  { key: 'intakeLowMm', label: 'Intake begins at', from: 'over the crank' },
  { key: 'manifoldLowMm', label: 'Exhaust manifold begins at', from: 'over the crank; below it is minus' },
  { key: 'manifoldTopMm', label: 'Exhaust manifold ends at', from: 'over the crank; below it is minus' },
];
export const BOX_FIRST: readonly TapeReading[] = [
  { key: 'lengthMm', label: 'Length', from: 'mating face to the end of the case' },
  { key: 'bellMm', label: 'Bellhousing, width', from: 'over its flange' },
  { key: 'caseWidthMm', label: 'Case, width', from: 'behind the bell' },
  { key: 'caseHeightMm', label: 'Case, height', from: 'behind the bell' },
];
const BOX_MORE: readonly TapeReading[] = [
  { key: 'bellDepthMm', label: 'Bellhousing, depth', from: 'mating face to where the case begins' },
];
const SHIFTER: readonly TapeReading[] = [
  { key: 'shifterBackMm', label: 'Shifter, back', from: 'mating face to shift lever' },
  { key: 'shifterUpMm', label: 'Shifter, up', from: 'crank axis to its foot' },
];
const MOUNT: readonly TapeReading[] = [
  { key: 'mountBackMm', label: 'Gearbox mount, back', from: 'mating face to its bolts' },
  { key: 'mountDownMm', label: 'Gearbox mount, down', from: 'crank axis to its face' },
];
const OUTPUT: readonly TapeReading[] = [
  { key: 'outputBackMm', label: 'Output flange, back', from: 'mating face to the joint' },
  { key: 'outputDownMm', label: 'Output flange, down', from: 'crank axis to its middle; minus where it is higher' },
];

/** What is read of a gearbox beyond its outer sizes, by how it lies. */
export const BOX_READINGS: Readonly<Record<TapedGearbox, readonly TapeReading[]>> = {
  lengthways: [...BOX_MORE, ...SHIFTER, ...MOUNT, ...OUTPUT],
  'with transfer case': [
    ...BOX_MORE,
    { key: 'transferMm', label: 'Transfer case, length', from: 'along the gearbox' },
    { key: 'transferLeftMm', label: 'Transfer case, out', from: 'crank axis to its far side; minus on the right' },
    { key: 'transferDownMm', label: 'Transfer case, down', from: 'crank axis to its underside' },
    ...SHIFTER,
    ...MOUNT,
    ...OUTPUT,
    { key: 'frontBackMm', label: 'Front output, back', from: 'mating face to the joint' },
    { key: 'frontLeftMm', label: 'Front output, out', from: 'crank axis to its middle; minus on the right' },
    { key: 'frontDownMm', label: 'Front output, down', from: 'crank axis to its middle' },
  ],
  transaxle: [
    ...BOX_MORE,
    {
      key: 'axleBackMm',
      label: 'Crank to axle, sideways',
      from: 'across the gearbox; minus on its right, seen forward',
    },
    { key: 'axleDownMm', label: 'Crank to axle, down', from: 'minus if higher' },
    { key: 'farJointMm', label: 'Inner joint, far side', from: 'mating face to it, away from the engine' },
    { key: 'nearJointMm', label: 'Inner joint, engine’s side', from: 'mating face to it, toward the engine' },
    ...MOUNT,
  ],
};

/** Readings that may lie on the other side of where they are taken from. */
export const SIGNED: ReadonlySet<string> = new Set([
  'axleDownMm',
  'axleBackMm',
  'intakeLowMm',
  'manifoldLowMm',
  'manifoldTopMm',
  'outputDownMm',
  'mountDownMm',
  'shifterUpMm',
  'transferLeftMm',
  'transferDownMm',
  'frontLeftMm',
  'frontDownMm',
  'farJointMm',
  'nearJointMm',
]);
