import type { CashPlan } from '@sable/core/solvers/workPlan';
import { MONTH_DAYS } from '@sable/core/units';
import css from './parts.module.css';

const WIDE = 880;
const TALL = 190;
const EDGE = { left: 64, right: 16, top: 18, bottom: 26 } as const;

/** What has gone out after each due. */
function stepsOf({ dues, spent }: CashPlan): { readonly day: number; readonly sum: number }[] {
  let sum = spent;
  return dues.map(({ day, money }) => {
    sum += money;
    return { day, sum };
  });
}

/** Money gone out over time, a step for each order, the limit of each month as a stair beside it. */
export function CashCurve({
  plan,
  budget,
  monthlyLimit,
  colour,
  money,
  on,
  doneBy,
}: {
  plan: CashPlan;
  budget: number | undefined;
  monthlyLimit: number | undefined;
  colour: string;
  money: (v: number) => string;
  on: (day: number) => string;
  /** The day by which it is wanted, from the first. */
  doneBy: number | undefined;
}) {
  const last = Math.max(plan.finishDay, doneBy ?? 0, ...plan.dues.map((d) => d.day), 1) * 1.04;
  const steps = stepsOf(plan);
  const months = Math.ceil(last / MONTH_DAYS);
  const most = Math.max(budget ?? 0, plan.spent, ...steps.map((s) => s.sum), 1) * 1.08;
  const X = (d: number) => EDGE.left + (d / last) * (WIDE - EDGE.left - EDGE.right);
  const Y = (v: number) => TALL - EDGE.bottom - (Math.max(0, v) / most) * (TALL - EDGE.top - EDGE.bottom);
  const path = steps.reduce((d, s) => `${d} H ${X(s.day)} V ${Y(s.sum)}`, `M ${X(0)} ${Y(plan.spent)}`);
  const limit =
    monthlyLimit === undefined
      ? undefined
      : Array.from(
          { length: months },
          (_, i) => `V ${Y(plan.spent + (i + 1) * monthlyLimit)} H ${X(Math.min(last, (i + 1) * MONTH_DAYS))}`,
        ).join(' ');
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${TALL}`}
      className={css['rule']}
      role="img"
      aria-label={`${money(plan.spent)} spent before the begin, ${money(steps.at(-1)?.sum ?? plan.spent)} in all by ${on(steps.at(-1)?.day ?? 0)}`}
    >
      {Array.from({ length: months + 1 }, (_, i) => i * MONTH_DAYS)
        .filter((d) => d <= last)
        .map((d, i) => (
          <g key={d}>
            <line x1={X(d)} x2={X(d)} y1={EDGE.top} y2={TALL - EDGE.bottom} stroke="var(--hair)" />
            {(months <= 8 || i % 2 === 0) && (
              <text x={X(d) + 3} y={TALL - 8} fontSize="12" fill="var(--muted)">
                {on(d)}
              </text>
            )}
          </g>
        ))}
      {budget !== undefined && (
        <>
          <line
            x1={EDGE.left}
            x2={WIDE - EDGE.right}
            y1={Y(budget)}
            y2={Y(budget)}
            stroke="var(--ink)"
            strokeWidth="1.2"
          />
          <text x={EDGE.left - 6} y={Y(budget) + 4} fontSize="12" textAnchor="end" fill="var(--ink)">
            {money(budget)}
          </text>
        </>
      )}
      {limit !== undefined && (
        <path d={`M ${X(0)} ${Y(plan.spent)} ${limit}`} fill="none" stroke="var(--muted)" strokeDasharray="4 4" />
      )}
      {doneBy !== undefined && doneBy > 0 && (
        <line
          x1={X(doneBy)}
          x2={X(doneBy)}
          y1={EDGE.top}
          y2={TALL - EDGE.bottom}
          stroke="var(--ink)"
          strokeWidth="1.2"
          strokeDasharray="2 3"
        />
      )}
      <path d={`${path} H ${X(plan.finishDay)}`} fill="none" stroke={colour} strokeWidth="2.6" />
      <circle cx={X(plan.finishDay)} cy={Y(steps.at(-1)?.sum ?? plan.spent)} r="4.5" fill={colour} />
      <line x1={EDGE.left} x2={WIDE - EDGE.right} y1={TALL - EDGE.bottom} y2={TALL - EDGE.bottom} stroke="var(--ink)" />
    </svg>
  );
}
