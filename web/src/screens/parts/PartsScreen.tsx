import type { Bill, CandidateSumOutput } from '@sable/core';
import { hoursWords, quickChance } from '@sable/core/questions/money';
import { formatNumber, formatQuantity, wordSentence } from '@sable/core/units';
import { useDeferredValue, useMemo } from 'react';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { useSum } from '../../hooks/useSum.ts';
import { useFieldFocus } from '../../pieces/fieldFocus.ts';
import { FindingsColumn } from '../../pieces/Findings.tsx';
import { candidateColour } from '../../pieces/marks.tsx';
import { BelowTheBill } from './BelowTheBill.tsx';
import { changeOf } from './billChange.ts';
import { BillGrid } from './BillGrid.tsx';
import { MoneyRule } from './MoneyRule.tsx';

type Drawn = NonNullable<CandidateSumOutput<'candidate.money'>['drawn']>;

/** The bill of the current candidate against the budget: how likely it stays inside, what moves it, and every line to type in. */
export function PartsScreen() {
  const { build, candidate } = useBuild();
  const { assessment } = useJudgement();
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  useFieldFocus();
  const bill = assessment?.figures?.money?.bill;
  // Asked once the bill is judged: until then it would only slow that down, and what is drawn stands for the bill that is shown.
  const question = useMemo(
    () => (candidate && bill ? { build, candidate } : undefined),
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- a new bill is what asks
    [bill],
  );
  const sum = useSum('candidate.money', question);
  // What is drawn for another state of the bill is not shown for this one.
  const answered = sum.to === question ? sum.answer : undefined;
  const drawn = answered?.drawn;
  const now = useMemo(
    () => ({ build, candidate, bill, drawn, finish: answered?.finish }),
    [build, candidate, bill, drawn, answered],
  );
  // A price that is typed shows in the sheet and its total first, in what rests on them right after.
  const below = useDeferredValue(now);
  if (!candidate) return <p className="main">There is no candidate yet.</p>;
  const money = (v: number) => formatQuantity(v, 'money', units, { currency: build.currency });
  const findings = (assessment?.findings ?? []).filter((f) => f.step === 'money');
  const { budget } = build.brief;
  const byId = new Map((bill?.lines ?? []).map((l) => [l.id, l]));
  const change = changeOf(candidate, saveCandidate);
  const spent = (bill?.lines ?? []).reduce((s, l) => s + (l.kept?.paid ?? 0), 0);
  return (
    <div className="screen">
      <div className="main">
        <div className="answer">
          <p className="say big">{bill ? answerOf(bill, drawn, budget, money) : 'No bill yet'}</p>
          {bill && bill.lines.length > 0 && (
            <p className="say">
              {[
                workOf(bill, units, money),
                spent > 0 ? `${money(spent)} of it paid.` : '',
                drawn
                  ? 'Drawn 10,000 times; prices of one kind move together.'
                  : sum.running
                    ? 'Quick estimate; full calculation running.'
                    : 'Quick estimate.',
              ]
                .filter(Boolean)
                .join(' ')}
            </p>
          )}
          {drawn && <p className="say">{askNext(drawn, (id) => wordSentence(byId.get(id)?.name ?? id, units))}</p>}
        </div>
        {bill && Math.max(bill.total.high, budget ?? 0) > 0 && (
          <MoneyRule
            low={bill.total.low}
            mean={bill.meanTotal}
            sd={bill.plusMinusTotal}
            high={bill.total.high}
            budget={budget}
            drawn={drawn}
            colour={candidateColour(candidate.letter)}
            money={money}
          />
        )}
        {bill && bill.lines.length > 0 && (
          <BillGrid
            candidate={candidate}
            lines={bill.lines}
            shares={new Map(drawn?.shares.map((s) => [s.id, s.share]))}
            currency={build.currency}
            total={{ ...bill.total, hours: bill.hours.likely }}
            mean={{ money: bill.meanTotal, hours: bill.meanHours }}
            change={change}
            onLeaveOut={(left) => saveCandidate(candidate, left)}
          />
        )}
        {below.bill && <BelowTheBill {...below} bill={below.bill} />}
      </div>
      <FindingsColumn title="Cost and labour" findings={findings} />
    </div>
  );
}

/** The answer first: how likely it stays inside the budget, drawn where that is there, else reckoned quickly. */
function answerOf(
  bill: Bill,
  drawn: Drawn | undefined,
  budget: number | undefined,
  money: (v: number) => string,
): string {
  if (bill.lines.length === 0) return 'It costs nothing: nothing is bought, and nothing is done';
  const unpriced = bill.lines.filter((l) => l.unpriced).length;
  if (unpriced > 0) return `Total unknown: ${unpriced} ${unpriced === 1 ? 'item has' : 'items have'} no price`;
  if (budget === undefined)
    return `${money(bill.meanTotal)} expected${drawn ? `, 8 times of 10 below ${money(drawn.p80)}` : ''}`;
  const chance = drawn?.chanceWithinBudget ?? quickChance(bill, budget);
  const left = budget - bill.meanTotal;
  const by = left >= 0 ? `${money(left)} inside the budget` : `${money(-left)} over the budget`;
  return `${shareWords(chance)} to stay inside ${money(budget)}: ${money(bill.meanTotal)} expected, ${by}`;
}

/** A chance in words: never quite sure, never quite hopeless. */
const shareWords = (chance: number): string =>
  chance > 0.995
    ? 'More than 99 % likely'
    : chance < 0.005
      ? 'Less than 1 % likely'
      : `${Math.round(100 * chance)} % likely`;

function workOf(bill: Bill, units: Parameters<typeof formatNumber>[2], money: (v: number) => string): string {
  const hours = `${formatNumber(bill.meanHours, 'hours', units)} ± ${formatNumber(bill.plusMinusHours, 'hours', units)} h of labour`;
  const guessed = bill.lines.filter((l) => l.class === 'joint').length;
  return `${hours}, ${hoursWords(bill, money)}.${guessed > 0 ? ` ${guessed === 1 ? 'One joint is' : `${guessed} joints are`} not closed yet and included as estimates.` : ''}`;
}

/** Which line to ask about next, where a price in hand would change the chance by a point or more. */
function askNext({ quotes, chanceWithinBudget }: Drawn, nameOf: (id: string) => string): string {
  const [best] = quotes;
  if (!best || chanceWithinBudget === undefined || Math.abs(best.chanceThen - chanceWithinBudget) < 0.01) return '';
  return `Get a price for “${nameOf(best.id)}” next: known to ± 5 %, the probability is ${Math.round(100 * best.chanceThen)} %.`;
}
