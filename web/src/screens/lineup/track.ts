import type { Check } from '@sable/core';

/** Where the limit line stands on every track, as a share of its width. */
export const LINE_AT = 0.42;

/**
 * Where a figure stands on its row's track, 0 to 1: right of the line inside the limit, left of it outside. The distance
 * is scaled per row by the check's own span.
 */
export function trackPlace(check: Check): { at: number; half: number } | undefined {
  if (check.value === undefined || check.limit === undefined || check.limitKind === 'info') return undefined;
  const span = check.span ?? Math.max(Math.abs(check.limit), 1);
  const inside =
    check.limitKind === 'at most'
      ? check.limit - check.value
      : check.limitKind === 'at least'
        ? check.value - check.limit
        : Math.min(check.value - check.limit, (check.upperLimit ?? Infinity) - check.value);
  const room = inside >= 0 ? 1 - LINE_AT : LINE_AT;
  const share = Math.max(-1, Math.min(1, inside / span));
  const half = Math.min(1, (check.plusMinus ?? 0) / span) * room;
  return { at: Math.max(0.035, Math.min(0.965, LINE_AT + share * room)), half };
}
