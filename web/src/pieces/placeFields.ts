import type { Placement } from '@sable/core';
import type { WholeField } from './WholeForm.tsx';

const place = { quantity: 'lengthMm', digits: 0, min: -10_000, max: 10_000 } as const;
const turn = { quantity: 'angleDeg', digits: 1 } as const;
/** Where an engine sits: entered whole, since half of a place is none. */
export const PLACE: readonly WholeField<Placement>[] = [
  { key: 'xMm', label: 'Ahead of the front axle', ...place },
  { key: 'yMm', label: 'Left of centreline', ...place },
  { key: 'zMm', label: 'Height above floor', ...place },
  {
    key: 'yawDeg',
    label: 'Its front points',
    quantity: 'choice',
    choices: [
      { value: 0, label: 'forward' },
      { value: 90, label: 'left' },
      { value: -90, label: 'right' },
      { value: 180, label: 'rearward' },
    ],
  },
  { key: 'pitchDeg', label: 'Pitch, nose up', min: -30, max: 30, ...turn },
  { key: 'cantDeg', label: 'Canted to the left', min: -90, max: 90, ...turn },
];
