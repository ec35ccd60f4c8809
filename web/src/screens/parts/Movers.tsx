import type { BillLine, CandidateSumOutput } from '@sable/core';
import { formatNumber, wordSentence } from '@sable/core/units';
import { useUnits } from '../../hooks/settings.tsx';
import css from './parts.module.css';

type Drawn = NonNullable<CandidateSumOutput<'candidate.money'>['drawn']>;

/** A change of the chance by less is none. */
const WORTH_SAYING = 0.005;

/** The lines that move the total most, each with what of the doubt it brings and what one more price would be worth. */
export function Movers({
  drawn,
  lines,
  colour,
}: {
  drawn: Drawn;
  lines: ReadonlyMap<string, BillLine>;
  colour: string;
}) {
  const units = useUnits();
  const { movers, quotes, chanceWithinBudget } = drawn;
  if (movers.length === 0) return null;
  const most = Math.max(...movers.map((m) => m.share));
  const percent = (v: number) => `${formatNumber(100 * v, 'percent', units, { digits: 0 })} %`;
  return (
    <section className="block">
      <h2>Largest contributions</h2>
      <table className={css['movers']}>
        <thead>
          <tr>
            <th scope="col">Item</th>
            <th scope="col">Share of uncertainty</th>
            <th scope="col">Known to ± 5 %, the chance is</th>
          </tr>
        </thead>
        <tbody>
          {movers.map(({ id, share }) => {
            const line = lines.get(id);
            const then = quotes.find((q) => q.id === id)?.chanceThen;
            return (
              <tr key={id}>
                <td>{line ? wordSentence(line.name, units) : id}</td>
                <td>
                  <span
                    className={css['mover']}
                    style={{ ['--cc' as string]: colour, ['--share' as string]: share / most }}
                  >
                    {percent(share)}
                  </span>
                </td>
                <td className="num">
                  {then === undefined ||
                  chanceWithinBudget === undefined ||
                  Math.abs(then - chanceWithinBudget) < WORTH_SAYING
                    ? 'as good as the same'
                    : `${percent(then)}, not ${percent(chanceWithinBudget)}`}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
