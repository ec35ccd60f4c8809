import type { Check } from '@sable/core';
import type { JudgedCircuit } from '@sable/core/questions/wiring';
import { formatQuantity } from '@sable/core/units';
import { useUnits } from '../../hooks/settings.tsx';
import { StateMark } from '../../pieces/marks.tsx';
import css from './wiring.module.css';

const AT = [
  ['current-idle', 'Idle', 'idlePct'],
  ['current-cruise', 'Cruise', 'cruisePct'],
] as const;

/** Of the rule, so much for each letter of a name that stands in it. */
const WIDE_FOR = 0.0105;

/** The current budget: a rule filled by what draws, up to the line of what the alternator gives. */
export function CurrentRule({ checks, circuits }: { checks: readonly Check[]; circuits: readonly JudgedCircuit[] }) {
  const units = useUnits();
  const amps = (a: number) => formatQuantity(a, 'currentA', units, { digits: 0 });
  const rows = AT.map(([id, title, key]) => {
    const check = checks.find((c) => c.id === id);
    const parts = circuits.flatMap((c) => {
      const share = c.circuit[key] ?? c.consumer?.[key] ?? 100;
      const drawn = c.current ? (c.current.value * share) / 100 : 0;
      return drawn > 0 ? [{ id: c.circuit.id, name: c.circuit.name, drawn }] : [];
    });
    return { id, title, check, parts, drawn: parts.reduce((s, p) => s + p.drawn, 0) };
  });
  if (rows.every((r) => r.parts.length === 0)) return null;
  const most = 1.08 * Math.max(...rows.flatMap((r) => [r.drawn, r.check?.limit ?? 0]));
  return (
    <section className={css['current']} aria-label="Current budget">
      {rows.map(({ id, title, check, parts, drawn }) => (
        <div key={id} className={css['rule']}>
          <span className={css['when']}>
            {check && <StateMark state={check.state} label={false} />} {title}
          </span>
          <div
            className={css['scale']}
            role="img"
            aria-label={`${title}: ${amps(drawn)} drawn${check?.limit === undefined ? ', alternator output unknown' : ` of ${amps(check.limit)} given`}`}
          >
            {parts.map((p, i) => (
              <span
                key={p.id}
                title={`${p.name}: ${amps(p.drawn)}`}
                data-odd={i % 2 === 1}
                style={{ width: `${(100 * p.drawn) / most}%` }}
              >
                {p.drawn / most > WIDE_FOR * p.name.length ? p.name : ''}
              </span>
            ))}
            {check?.limit !== undefined && (
              <i data-over={drawn > check.limit} style={{ left: `${(100 * check.limit) / most}%` }} />
            )}
          </div>
          <span className="num">
            <b>{amps(drawn)}</b>{' '}
            <span className="muted">{check?.limit === undefined ? 'alternator?' : `of ${amps(check.limit)}`}</span>
          </span>
        </div>
      ))}
    </section>
  );
}
