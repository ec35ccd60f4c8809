import type { Bill, CandidateSumOutput } from '@sable/core';
import { hoursWords, quickChance } from '@sable/core/questions/money';
import { formatNumber, formatQuantity, wordSentence } from '@sable/core/units';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../hooks/api.ts';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { useSum } from '../../hooks/useSum.ts';
import { useFieldFocus } from '../../pieces/fieldFocus.ts';
import { FindingsColumn } from '../../pieces/Findings.tsx';
import { candidateColour } from '../../pieces/marks.tsx';
import { tidy, type ChangeBill } from './billChange.ts';
import { BillGrid } from './BillGrid.tsx';
import { BillIn } from './BillIn.tsx';
import { MoneyRule } from './MoneyRule.tsx';
import { Movers } from './Movers.tsx';
import { OwnLines } from './OwnLines.tsx';
import { Stages } from './Stages.tsx';
import { Suppliers } from './Suppliers.tsx';
import { WaysToBuy } from './WaysToBuy.tsx';
import { When } from './When.tsx';
import css from './parts.module.css';

type Drawn = NonNullable<CandidateSumOutput<'candidate.money'>['drawn']>;

/** The bill of the current candidate against the budget: how likely it stays inside, what moves it, and every line to type in. */
export function PartsScreen() {
  const { build, candidate } = useBuild();
  const { assessment } = useJudgement();
  const { save, saveCandidate } = useBuildActions();
  const units = useUnits();
  const navigate = useNavigate();
  const question = useMemo(() => (candidate ? { build, candidate } : undefined), [build, candidate]);
  useFieldFocus();
  const sum = useSum('candidate.money', question);
  if (!candidate) return <p className="main">There is no candidate yet.</p>;
  const bill = assessment?.figures?.money?.bill;
  // What is drawn for another state of the bill is not shown for this one.
  const drawn = sum.to === question ? sum.answer?.drawn : undefined;
  const money = (v: number) => formatQuantity(v, 'money', units, { currency: build.currency });
  const findings = (assessment?.findings ?? []).filter((f) => f.step === 'money');
  const { budget } = build.brief;
  const byId = new Map((bill?.lines ?? []).map((l) => [l.id, l]));
  const change: ChangeBill = (of) => {
    const { bill: was, ...rest } = candidate;
    const next = of(was ?? {});
    if (next === was) return;
    const kept = tidy(next);
    saveCandidate(candidate, kept ? { ...rest, bill: kept } : rest);
  };
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
                    ? 'Reckoned quickly; it is being drawn.'
                    : 'Reckoned quickly, as while judging.',
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
            change={change}
            onLeaveOut={(left) => saveCandidate(candidate, left)}
          />
        )}
        {bill && <OwnLines bill={candidate.bill ?? {}} orphans={bill.orphans} change={change} />}
        {bill && bill.lines.length > 0 && (
          <FormControlLabel
            control={
              <Checkbox
                checked={candidate.bill?.contingency !== undefined}
                onChange={(_, on) =>
                  change(({ contingency: _was, ...rest }) => (on ? { ...rest, contingency: 'by evidence' } : rest))
                }
              />
            }
            label="Put money aside for what is on no list, by how well each line is known"
          />
        )}
        {drawn && <Movers drawn={drawn} lines={byId} colour={candidateColour(candidate.letter)} />}
        {bill && bill.lines.length > 0 && (
          <>
            <Stages build={build} candidate={candidate} bill={bill} change={change} money={money} />
            <WaysToBuy build={build} candidate={candidate} bill={bill} change={change} money={money} />
          </>
        )}
        {bill && bill.lines.length > 0 && (
          <When
            lines={bill.lines}
            brief={build.brief}
            finish={sum.to === question ? sum.answer?.finish : undefined}
            currency={build.currency}
            colour={candidateColour(candidate.letter)}
            money={money}
            onPace={(pace) => {
              const { pace: _was, ...rest } = build.brief;
              save('brief', build.brief, pace ? { ...rest, pace } : rest);
            }}
          />
        )}
        {bill && (
          <Suppliers
            lines={bill.lines}
            suppliers={build.brief.suppliers ?? []}
            onChange={(suppliers) => {
              const { suppliers: _was, ...rest } = build.brief;
              save('brief', build.brief, suppliers.length > 0 ? { ...rest, suppliers } : rest);
            }}
          />
        )}
        <div className={css['tools']}>
          <Button component="a" href={api.billCsvUrl(build.id, candidate.id)} download>
            Bill as CSV
          </Button>
          <Button component="a" href={api.billXlsxUrl(build.id, candidate.id)} download>
            Bill as XLSX
          </Button>
          {bill && <BillIn lines={bill.lines} change={change} />}
          <Button onClick={() => void navigate(`/builds/${build.id}/candidate?c=${candidate.id}`)}>
            Add parts in the candidate
          </Button>
        </div>
      </div>
      <FindingsColumn title="Money and time" findings={findings} />
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
  if (unpriced > 0)
    return `What it costs is not known: ${unpriced} ${unpriced === 1 ? 'line has' : 'lines have'} no price`;
  if (budget === undefined)
    return `${money(bill.meanTotal)} expected${drawn ? `, 8 times of 10 below ${money(drawn.p80)}` : ''}`;
  const chance = drawn?.chanceWithinBudget ?? quickChance(bill, budget);
  const left = budget - bill.meanTotal;
  const by = left >= 0 ? `${money(left)} inside the budget` : `${money(-left)} over the budget`;
  return `${shareWords(chance)} to stay inside ${money(budget)}: ${money(bill.meanTotal)} expected, ${by}`;
}

/** A chance in words: never quite sure, never quite hopeless. */
const shareWords = (chance: number): string =>
  chance > 0.995 ? 'All but sure' : chance < 0.005 ? 'No chance' : `${Math.round(100 * chance)} % likely`;

function workOf(bill: Bill, units: Parameters<typeof formatNumber>[2], money: (v: number) => string): string {
  const hours = `${formatNumber(bill.meanHours, 'hours', units)} ± ${formatNumber(bill.plusMinusHours, 'hours', units)} h of work`;
  const guessed = bill.lines.filter((l) => l.class === 'joint').length;
  return `${hours}, ${hoursWords(bill, money)}.${guessed > 0 ? ` ${guessed === 1 ? 'One joint is' : `${guessed} joints are`} not closed yet and stand in it as guesses.` : ''}`;
}

/** Which line to ask about next, where a price in hand would change the chance by a point or more. */
function askNext({ quotes, chanceWithinBudget }: Drawn, nameOf: (id: string) => string): string {
  const [best] = quotes;
  if (!best || chanceWithinBudget === undefined || Math.abs(best.chanceThen - chanceWithinBudget) < 0.01) return '';
  return `Ask next what “${nameOf(best.id)}” costs: known to ± 5 %, the chance is ${Math.round(100 * best.chanceThen)} %.`;
}
