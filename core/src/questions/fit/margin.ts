import type { State } from '../../model/index.ts';

/** In Fit, met by less than this is tight, mm. */
const TIGHT_MARGIN_MM = 8;

export function fitState(marginMm: number): State {
  return marginMm < 0 ? 'blocked' : marginMm <= TIGHT_MARGIN_MM ? 'tight' : 'clear';
}
