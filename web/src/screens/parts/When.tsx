import type { BillLine, Brief, FinishSpread } from '@sable/core';
import { cashPlan, stretchesOf, type CashPlan } from '@sable/core/solvers/workPlan';
import { MONTH_DAYS, formatNumber, wordSentence } from '@sable/core/units';
import TextField from '@mui/material/TextField';
import { addDays, format, isValid, parseISO } from 'date-fns';
import { memo, useState } from 'react';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { useLatest } from '../../hooks/useLatest.ts';
import { ChoiceField, QuantityField } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';
import { CashCurve } from './CashCurve.tsx';
import css from './parts.module.css';

type Pace = NonNullable<Brief['pace']>;
const days = (n: number) => `${Math.ceil(n)} ${Math.ceil(n) === 1 ? 'day' : 'days'}`;
const day = (d: Date) => format(d, 'd MMM yyyy');

/** When the work is done and when its money is due: order it in time, within what a month allows. */
export function When({
  lines,
  brief,
  finish,
  currency,
  colour,
  money,
}: {
  lines: readonly BillLine[];
  brief: Brief;
  /** Days until it runs, drawn. */
  finish: FinishSpread | undefined;
  currency: string;
  colour: string;
  money: (v: number) => string;
}) {
  const units = useUnits();
  const pace: Pace = brief.pace ?? {};
  const start = pace.startOn === undefined ? undefined : parseISO(pace.startOn);
  const stretches = stretchesOf(lines);
  const plan =
    pace.hoursPerWeek === undefined ? undefined : cashPlan(stretches, { ...pace, hoursPerWeek: pace.hoursPerWeek });
  const on = (d: number) => (start && isValid(start) ? day(addDays(start, Math.round(d))) : `day ${Math.round(d)}`);
  return (
    <section className="block">
      <h2>Schedule</h2>
      {plan ? (
        <p className={css['when']}>
          {sayWhen(plan, pace, finish, start, on, money)} {sayMissing(lines)}
        </p>
      ) : (
        <p className={css['when']}>
          Say how many hours a week are worked: then it says when what is ordered, and when it is done.
        </p>
      )}
      <PaceFields currency={currency} />
      {plan && plan.dues.length > 0 && (
        <>
          <CashCurve
            plan={plan}
            budget={brief.budget}
            monthlyLimit={pace.monthlyLimit}
            colour={colour}
            money={money}
            on={on}
            doneBy={start && pace.doneBy ? (parseISO(pace.doneBy).getTime() - start.getTime()) / 86_400_000 : undefined}
          />
          <Orders
            plan={plan}
            on={on}
            say={(name) => wordSentence(name, units)}
            number={(v) => formatNumber(v, 'money', units)}
          />
        </>
      )}
      <ol className={css['stretches']}>
        {stretches.map((s) => (
          <li key={s.id} data-critical={s.critical}>
            <span>{s.title}</span>
            <span className="num">
              {s.hours > 0 ? `${formatNumber(s.hours, 'hours', units, { digits: 1 })} h` : 'no hours'}
            </span>
            <small className="muted">{plan ? `from ${on(plan.days.get(s.id)!.start)}` : ''}</small>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** How it is worked on: what is typed shows at once, what comes of it after. */
function PaceFields({ currency }: { currency: string }) {
  const { brief } = useBuild().build;
  const { save } = useBuildActions();
  return (
    <PaceForm
      pace={brief.pace ?? NO_PACE}
      currency={currency}
      does={useLatest({
        pace: (pace: Pace | undefined) => {
          const { pace: _was, ...rest } = brief;
          save('brief', brief, pace ? { ...rest, pace } : rest);
        },
      })}
    />
  );
}

const NO_PACE: Pace = {};

const PaceForm = memo(function PaceForm({
  pace,
  currency,
  does,
}: {
  pace: Pace;
  currency: string;
  does: { readonly pace: (pace: Pace | undefined) => void };
}) {
  const put = (more: { readonly [K in keyof Pace]?: Pace[K] | undefined }) => {
    const next = Object.fromEntries(Object.entries({ ...pace, ...more }).filter(([, v]) => v !== undefined)) as Pace;
    does.pace(Object.keys(next).length === 0 ? undefined : next);
  };
  return (
    <div className={layout['form-grid']}>
      <QuantityField
        label="Hours a week"
        quantity="hours"
        optional
        min={0.5}
        max={168}
        value={pace.hoursPerWeek}
        onCommit={(hoursPerWeek) => put({ hoursPerWeek })}
      />
      <QuantityField
        label="People at work"
        quantity="number"
        optional
        min={1}
        max={8}
        digits={0}
        help="each so many hours"
        value={pace.hands}
        onCommit={(hands) => (hands !== undefined && !Number.isInteger(hands) ? 'Whole people only.' : put({ hands }))}
      />
      <ChoiceField
        label="Lift"
        value={pace.lift === undefined ? 'not said' : pace.lift ? 'yes' : 'no'}
        choices={[
          { value: 'not said', label: 'not said' },
          { value: 'yes', label: 'on a lift' },
          { value: 'no', label: 'on the floor' },
        ]}
        onCommit={(l) => put({ lift: l === 'not said' ? undefined : l === 'yes' })}
      />
      <DayField label="First day" value={pace.startOn} onCommit={(startOn) => put({ startOn })} />
      <DayField label="Done by" value={pace.doneBy} onCommit={(doneBy) => put({ doneBy })} />
      <QuantityField
        label="Maximum spend per month"
        quantity="money"
        currency={currency}
        optional
        min={1}
        value={pace.monthlyLimit}
        onCommit={(monthlyLimit) => put({ monthlyLimit })}
      />
    </div>
  );
});

function sayWhen(
  plan: CashPlan,
  pace: Pace,
  finish: FinishSpread | undefined,
  start: Date | undefined,
  on: (day: number) => string,
  money: (v: number) => string,
): string {
  const late =
    start && pace.doneBy
      ? plan.finishDay - (parseISO(pace.doneBy).getTime() - start.getTime()) / 86_400_000
      : undefined;
  const soon = plan.dues.filter((d) => d.day < MONTH_DAYS && d.money > 0);
  const waits = plan.dues.filter((d) => d.lateDays > 0);
  return [
    `Done by ${on(plan.finishDay)}${finish === undefined ? '' : `, 8 times of 10 by ${on(finish.p80)}`}${late === undefined ? '' : late > 0 ? `: ${days(late)} late` : `: ${days(Math.floor(-late))} in hand`}.`,
    soon.length > 0
      ? `In the first month ${soon.length} ${soon.length === 1 ? 'line is' : 'lines are'} due, ${money(soon.reduce((s, d) => s + d.money, 0))}.`
      : '',
    waits.length > 0
      ? `${waits.length === 1 ? 'One item' : `${waits.length} items`} arriving later than required although ordered on the first day.`
      : '',
    plan.over.length > 0
      ? `In ${plan.over.length === 1 ? 'one month' : `${plan.over.length} months`} more is due than the month allows, and no month before has room.`
      : '',
  ]
    .filter(Boolean)
    .join(' ');
}

/** What nobody has entered is in neither day nor sum: said, so that neither passes for the whole. */
function sayMissing(lines: readonly BillLine[]): string {
  const count = (n: number, of: string) => (n === 0 ? '' : `${n} ${n === 1 ? 'line' : 'lines'} without ${of}`);
  const missing = [
    count(lines.filter((l) => l.untimed).length, 'hours'),
    count(lines.filter((l) => l.unpriced).length, 'a price'),
  ].filter(Boolean);
  return missing.length === 0 ? '' : `Not counted: ${missing.join(', ')}.`;
}

/** What is to be ordered, by the day: with what it is for, late or moved where it is. */
function Orders({
  plan,
  on,
  say,
  number,
}: {
  plan: CashPlan;
  on: (day: number) => string;
  say: (name: string) => string;
  number: (v: number) => string;
}) {
  return (
    <table className={css['orders']}>
      <thead>
        <tr>
          <th scope="col">Order by</th>
          <th scope="col">Item</th>
          <th scope="col" className="r">
            Expected
          </th>
          <th scope="col">For</th>
        </tr>
      </thead>
      <tbody>
        {plan.dues.map((d) => (
          <tr key={d.id}>
            <th scope="row" className="num">
              {on(d.day)}
            </th>
            <td>
              {say(d.name)}
              {d.lateDays > 0 && <small className={css['gone']}> {days(d.lateDays)} late</small>}
              {d.moved && <small className="muted"> earlier, its month is full</small>}
            </td>
            <td className="r num">{number(d.money)}</td>
            <td className="muted">{d.stretch}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A day of the calendar; kept on leaving, refused where it is none. */
function DayField({
  label,
  value,
  onCommit,
}: {
  label: string;
  value: string | undefined;
  onCommit: (value: string | undefined) => void;
}) {
  const [typed, setTyped] = useState<string>();
  const commit = () => {
    if (typed === undefined) return;
    setTyped(undefined);
    if (typed === '') onCommit(undefined);
    else if (isValid(parseISO(typed)) && typed !== value) onCommit(typed);
  };
  return (
    <TextField
      type="date"
      label={label}
      value={typed ?? value ?? ''}
      slotProps={{ inputLabel: { shrink: true } }}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={commit}
      onKeyDown={(e) => e.key === 'Enter' && commit()}
    />
  );
}
