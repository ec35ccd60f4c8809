import type { Changed } from '@sable/core';
import { Plain, Sentence } from './figures.tsx';
import { StateMark } from './marks.tsx';
import layout from './layout.module.css';
import css from './ChangedList.module.css';

const SHOWN = 7;

/** What the newest change did, rows whose state flipped first. */
export function ChangedList({ rows, currency }: { rows: readonly Changed[]; currency: string }) {
  return (
    <section className={css['pulse']} style={{ margin: '8px 0' }} aria-live="polite">
      <h3>Effect of last change</h3>
      <table className={`${layout['figures']} small`}>
        <tbody>
          {rows.slice(0, SHOWN).map((r) => (
            <tr key={r.id}>
              <th scope="row">
                <Sentence>{r.title}</Sentence>
              </th>
              <td className="r">
                <Plain value={r.before.value} quantity={r.quantity} currency={currency} />{' '}
                <StateMark state={r.before.state} />
              </td>
              <td className="r">
                <Plain value={r.after.value} quantity={r.quantity} currency={currency} />{' '}
                <StateMark state={r.after.state} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length > SHOWN && <p className="muted small">and {rows.length - SHOWN} more</p>}
    </section>
  );
}
