import type { Check } from '@sable/core';
import { LINE_AT, trackPlace } from './track.ts';
import css from './lineup.module.css';

/** One row's piece of the scribed limit line, with the figure's block and its scatter behind it. */
export function LimitTrack({ check }: { check?: Check | undefined }) {
  const place = check && trackPlace(check);
  const colour = check && `var(--${check.state})`;
  return (
    <svg className={css['track']} viewBox="0 0 100 26" preserveAspectRatio="none" aria-hidden>
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
