import type { State } from '@sable/core';
import { fitState, type MatrixCell } from '@sable/core/questions/fit';

/** Nothing near is clear. */
export const cellState = (cell: MatrixCell | undefined): State => (cell ? fitState(cell.marginMm) : 'clear');
