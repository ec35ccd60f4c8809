import type { Candidate, Subject, Wiring } from '@sable/core';
import { KEPT_THINGS, plansOf } from '@sable/core/questions/wiring';
import { capital, formatNumber, formatQuantity, type Distribution, type Quantity } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { ThreePointField } from '../../pieces/FigureField.tsx';
import { QuantityField, WordsField } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';
import type { ChangeWiring } from './change.ts';
import css from './wiring.module.css';

type Shop = NonNullable<Wiring['shop']>;

/** The ways to wire it side by side: price, hours, wait, risk, and what each keeps. */
export function Plans({
  candidate,
  subject,
  change,
}: {
  candidate: Candidate;
  subject: Subject;
  change: ChangeWiring;
}) {
  const { build } = useBuild();
  const units = useUnits();
  const plans = useMemo(() => plansOf(subject), [subject]);
  const { wiring } = candidate;
  const between = (d: Distribution | undefined, quantity: Quantity) =>
    d && d.low < d.high
      ? `${formatNumber(d.low, quantity, units)} to ${formatQuantity(d.high, quantity, units, { currency: build.currency })}`
      : undefined;
  return (
    <section className="block" data-pointer={`/candidates/${candidate.id}/wiring/plan`}>
      <h2>Plan</h2>
      <div className={css['plans']}>
        {plans.map((p) => {
          const chosen = wiring?.plan === p.plan;
          return (
            <article key={p.plan} className={css['plan']} data-chosen={chosen}>
              <h3>{capital(p.plan)}</h3>
              <p className={css['figures']}>
                <b className="num">
                  {p.price?.high === 0
                    ? 'nothing more'
                    : p.price
                      ? formatQuantity(p.price.likely, 'money', units, { currency: build.currency })
                      : 'price ?'}
                </b>
                {p.hours?.high !== 0 && (
                  <span className="num">{p.hours ? formatQuantity(p.hours.likely, 'hours', units) : 'hours ?'}</span>
                )}
                {p.days !== undefined && p.days > 0 && <span className="num">{p.days} days</span>}
              </p>
              <p className="muted small">
                {[between(p.price, 'money'), between(p.hours, 'hours')].filter(Boolean).join(' · ')}
              </p>
              <p>{p.why}</p>
              <dl>
                {KEPT_THINGS.map((thing) => (
                  <div key={thing}>
                    <dt>{capital(thing)}</dt>
                    <dd>{p.keeps[thing]}</dd>
                  </div>
                ))}
              </dl>
              <p className="muted small">{p.risk}</p>
              {chosen ? (
                <Button onClick={() => change(({ plan: _plan, ...rest }) => rest)}>Not decided after all</Button>
              ) : (
                <Button onClick={() => change((was) => ({ ...was, plan: p.plan }))}>Use plan</Button>
              )}
            </article>
          );
        })}
      </div>
      <div className={layout['form-grid']} style={{ marginTop: 16 }}>
        <WordsField
          label="Why this plan"
          value={wiring?.why ?? ''}
          help="Which computer a tuner nearby works with counts."
          onCommit={(text) =>
            change(({ why: _why, ...rest }) => (text.trim() === '' ? rest : { ...rest, why: text.trim() }))
          }
        />
        <QuantityField
          label="Factor on the speed pulses"
          quantity="number"
          optional
          min={0.01}
          max={20}
          digits={3}
          at={`/candidates/${candidate.id}/wiring/speedoFactor`}
          value={wiring?.speedoFactor}
          onCommit={(v) =>
            change(({ speedoFactor: _was, ...rest }) => (v === undefined ? rest : { ...rest, speedoFactor: v }))
          }
        />
      </div>
      <Quote candidate={candidate} change={change} />
    </section>
  );
}

/** What a loom shop has quoted: kept once all of it is there. */
function Quote({ candidate, change }: { candidate: Candidate; change: ChangeWiring }) {
  const shop = candidate.wiring?.shop;
  const [begun, setBegun] = useState<Partial<Shop>>();
  const now: Partial<Shop> | undefined = shop ?? begun;
  if (!now) return <Button onClick={() => setBegun({})}>Enter a loom shop’s quote</Button>;
  const put = (more: { readonly [K in keyof Shop]?: Shop[K] | undefined }) => {
    const { name, price, days } = { ...now, ...more };
    setBegun({
      ...(name === undefined ? {} : { name }),
      ...(price === undefined ? {} : { price }),
      ...(days === undefined ? {} : { days }),
    });
    if (name !== undefined && price !== undefined && days !== undefined)
      change((was) => ({ ...was, shop: { name, price, days } }));
  };
  return (
    <fieldset className={layout['change']}>
      <legend>Quote of a loom shop</legend>
      <div className={layout['form-grid']}>
        <WordsField
          label="Who"
          value={now.name ?? ''}
          maxLength={120}
          onCommit={(name) => (name.trim() === '' ? 'Name the shop.' : put({ name: name.trim() }))}
        />
        <QuantityField
          label="Turnaround"
          quantity="days"
          whole
          min={0}
          max={1000}
          optional={shop === undefined}
          value={now.days}
          onCommit={(days) => put({ days })}
        />
      </div>
      <ThreePointField label="Price" quantity="money" value={now.price} onChange={(price) => put({ price })} />
      <Button
        onClick={() => {
          setBegun(undefined);
          change(({ shop: _shop, ...rest }) => rest);
        }}
      >
        Remove the quote
      </Button>
    </fieldset>
  );
}
