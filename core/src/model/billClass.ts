import type { OwnClass } from './billEdits.ts';

/** What a line of the bill is for; the bill is shown in groups of these. */
export type BillClass =
  | 'engine'
  | 'gearbox'
  | 'dressing'
  | 'part'
  | 'wiring'
  | 'joint'
  | 'axle'
  | 'tyres'
  | 'fit'
  | 'work'
  | 'donor'
  | 'sum'
  | 'aside'
  | OwnClass;
