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

/** One row's piece of the scribed limit line, with the figure's block and its scatter behind it. */
export function LimitTrack({ check }: { check?: Check | undefined }) {
  const place = check && trackPlace(check);
  const colour = check && `var(--${check.state})`;
  return (
    <svg className="track" viewBox="0 0 100 26" preserveAspectRatio="none" aria-hidden>
      {place && (
        <>
          <rect x="0" y="12.5" width="100" height="1" fill="var(--line)" />
          <rect
            x={Math.max(0, (place.at - place.half) * 100)}
            y="9"
            width={Math.min(100, place.half * 200)}
            height="8"
            fill={colour}
            opacity="0.26"
          />
        </>
      )}
      <line
        x1={LINE_AT * 100}
        x2={LINE_AT * 100}
        y1="0"
        y2="26"
        stroke="var(--ink)"
        strokeWidth="1.2"
        vectorEffect="non-scaling-stroke"
      />
      {place && <rect x={place.at * 100 - 3} y="6.5" width="6" height="13" fill={colour} />}
    </svg>
  );
}
