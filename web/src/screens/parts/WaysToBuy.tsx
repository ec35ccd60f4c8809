import type { Bill, Build, Candidate } from '@sable/core';
import { expectedPrice, type ExpectedPrice } from '@sable/core/questions/donor';
import { formatNumber, formatQuantity } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { useWays } from '../../hooks/useWays.ts';
import { useOffersOf } from '../../hooks/useYard.ts';
import { WAY_NAMES } from '../../pieces/wayNames.ts';
import { withKept, type ChangeBill } from './billChange.ts';
import css from './parts.module.css';

/** The cheapest offer of each way to buy, on the same missing parts, and what the offers say the engine alone is likely to cost. */
export function WaysToBuy({
  build,
  candidate,
  bill,
  change,
  money,
}: {
  build: Build;
  candidate: Candidate;
  bill: Bill;
  change: ChangeBill;
  money: (v: number) => string;
}) {
  const { library } = useBuild();
  const units = useUnits();
  const navigate = useNavigate();
  const ways = useWays(candidate);
  const offers = useOffersOf(candidate.engineId).data?.listings;
  const engine = library.engines.find((e) => e.id === candidate.engineId);
  const price = useMemo(
    () => expectedPrice(offers ?? [], build.currency, engine?.supply),
    [offers, build.currency, engine],
  );
  if (!engine || engine.id === build.chassis?.originalEngineId) return null;
  const line = bill.lines.find((l) => l.id === engine.id);
  const [cheapest] = ways;
  const most = Math.max(...ways.map((w) => w.total + w.sd), 1);
  return (
    <section className="block">
      <h2>Purchase options</h2>
      {!cheapest && <p className="muted">No intact {engine.name} on the watch list. Add offers under Donors.</p>}
      {cheapest && (
        <table className={css['ways']}>
          <tbody>
            {ways.map((w) => (
              <tr key={w.listing.id} data-current={candidate.bought?.listing.id === w.listing.id}>
                <th scope="row">
                  {WAY_NAMES[w.listing.kind]}
                  <small className="muted">
                    {w.listing.title}
                    {w.cost.missing.length > 0 ? `; without ${w.cost.missing.join(', ')}` : ''}
                  </small>
                </th>
                <td className={css['way']}>
                  <span
                    style={{
                      ['--from' as string]: Math.max(0, w.total - w.sd) / most,
                      ['--to' as string]: (w.total + w.sd) / most,
                      ['--at' as string]: w.total / most,
                    }}
                  />
                </td>
                <td className="r num">
                  {money(w.total)} <small className="muted">± {formatNumber(w.sd, 'money', units)}</small>
                </td>
                <td className="r num">{formatQuantity(w.cost.hours, 'hours', units)}</td>
                <td className="r num muted">
                  {w === cheapest ? 'cheapest' : `+ ${formatNumber(w.total - cheapest.total, 'money', units)}`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {cheapest && (
        <p className="muted small">
          Same scope for all: missing parts, collection, expected rebuild and gearbox included, resale of the rest of
          the car deducted.
        </p>
      )}
      {price && (
        <p className={css['when']}>
          {sayPrice(price, engine.name, money)}{' '}
          {line && !candidate.bought && (
            <Button
              size="small"
              onClick={() =>
                change((was) =>
                  withKept(was, line, {
                    price: {
                      low: Math.round(price.low),
                      likely: Math.round(price.likely),
                      high: Math.round(price.high),
                      evidence: 'claimed',
                      source: `${price.offers} ${price.offers === 1 ? 'offer' : 'offers'}, ${price.from} to ${price.to}`,
                    },
                  }),
                )
              }
            >
              Use as price
            </Button>
          )}
        </p>
      )}
      <Button onClick={() => void navigate(`/builds/${build.id}/donors?c=${candidate.id}`)}>See the offers</Button>
    </section>
  );
}

function sayPrice(
  { offers, low, likely, high, spread, perMonth }: ExpectedPrice,
  engine: string,
  money: (v: number) => string,
): string {
  const trend =
    perMonth === undefined
      ? 'no trend'
      : perMonth > 0
        ? `rising by ${money(perMonth)} a month`
        : `falling by ${money(-perMonth)} a month`;
  return offers === 1
    ? `One offer of the ${engine} alone says ${money(likely)}: one price is no market.`
    : `${offers} offers of the ${engine} alone: likely ${money(likely)}, from ${money(low)} to ${money(high)}; spread ${Math.round(100 * spread)} % of the median, ${trend}.`;
}
