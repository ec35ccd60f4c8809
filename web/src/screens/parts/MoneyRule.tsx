import type { CandidateSumOutput } from '@sable/core';
import css from './parts.module.css';

type Drawn = NonNullable<CandidateSumOutput<'candidate.money'>['drawn']>;

const WIDE = 880;
const EDGE = 10;
const BASE = 66;
const TALL = 44;

/** Money along a rule: how often the bill comes to what, from all-goes-well to nothing-does; what is expected is a block, the budget a scribed line. */
export function MoneyRule({
  low,
  mean,
  sd,
  high,
  budget,
  drawn,
  colour,
  money,
}: {
  low: number;
  mean: number;
  sd: number;
  high: number;
  budget: number | undefined;
  drawn: Drawn | undefined;
  colour: string;
  money: (v: number) => string;
}) {
  const from = Math.min(0, low);
  const most = Math.max(high, budget ?? 0) * 1.06;
  const X = (v: number) => EDGE + ((v - from) / (most - from)) * (WIDE - 2 * EDGE);
  const bins = drawn?.bins;
  const peak = bins ? Math.max(...bins.counts) : 1;
  // Words that would stand on each other give way: the budget is said above, what is expected below.
  const near = budget !== undefined && Math.abs(X(budget) - X(mean)) < 150;
  return (
    <svg
      viewBox={`0 0 ${WIDE} 104`}
      className={css['rule']}
      role="img"
      aria-label={`From ${money(low)} to ${money(high)}, ${money(mean)} expected${budget === undefined ? '' : `, budget ${money(budget)}`}${drawn ? `; 8 of 10 draws below ${money(drawn.p80)}` : ''}`}
    >
      {bins ? (
        bins.counts.map((n, i) => {
          const at = bins.from + i * bins.wide;
          const tall = (TALL * n) / peak;
          const over = budget !== undefined && at + bins.wide / 2 > budget;
          return (
            <rect
              key={at}
              x={X(at)}
              y={BASE - tall}
              width={Math.max(0.6, X(at + bins.wide) - X(at) - 0.6)}
              height={tall}
              fill={over ? 'var(--blocked)' : colour}
              opacity={over ? 0.45 : 0.5}
            />
          );
        })
      ) : (
        <rect
          x={X(mean - sd)}
          y={BASE - 18}
          width={X(mean + sd) - X(mean - sd)}
          height={18}
          fill={colour}
          opacity="0.3"
        />
      )}
      <line x1={X(low)} x2={X(high)} y1={BASE + 4} y2={BASE + 4} stroke={colour} strokeWidth="5" opacity="0.35" />
      <line x1={EDGE} x2={WIDE - EDGE} y1={BASE} y2={BASE} stroke="var(--ink)" strokeWidth="1" />
      {Array.from({ length: 41 }, (_, i) => (
        <line
          key={i}
          x1={EDGE + (i * (WIDE - 2 * EDGE)) / 40}
          x2={EDGE + (i * (WIDE - 2 * EDGE)) / 40}
          y1={BASE}
          y2={BASE + (i % 10 === 0 ? 9 : 5)}
          stroke="var(--tick)"
        />
      ))}
      <rect x={X(mean) - 3} y={BASE - 7} width="6" height="14" fill={colour} />
      {budget !== undefined && (
        <line x1={X(budget)} x2={X(budget)} y1="18" y2={BASE + 12} stroke="var(--ink)" strokeWidth="1.6" />
      )}
      <g fontSize="13" fill="var(--muted)">
        <text x={Math.max(EDGE, X(low) - 30)} y="98">
          {money(low)}
        </text>
        <text x={Math.min(WIDE - EDGE, X(high) + 30)} y="98" textAnchor="end">
          {money(high)}
        </text>
        <text x={X(mean)} y="98" textAnchor="middle" fill={colour} fontWeight="600">
          {money(mean)} expected
        </text>
        {budget !== undefined && (
          <text x={X(budget)} y="12" textAnchor={near ? 'start' : 'middle'} fill="var(--ink)" fontWeight="600">
            budget {money(budget)}
          </text>
        )}
      </g>
    </svg>
  );
}
