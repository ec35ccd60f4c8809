import { takeOut, type BillClass, type BillLine, type Candidate } from '@sable/core';
import { formatNumber, formatQuantity, wordSentence } from '@sable/core/units';
import Button from '@mui/material/Button';
import { X } from 'lucide-react';
import { useNavigate } from 'react-router';
import { api } from '../../hooks/api.ts';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import { FindingsColumn } from '../../pieces/Findings.tsx';
import { EvidenceMark, candidateColour } from '../../pieces/marks.tsx';
import layout from '../../pieces/layout.module.css';

const CLASSES: readonly (readonly [BillClass, string])[] = [
  ['engine', 'Engine and gearbox'],
  ['gearbox', 'Engine and gearbox'],
  ['donor', 'Buying it'],
  ['dressing', 'Dressing'],
  ['part', 'Parts'],
  ['joint', 'Open joints, guessed'],
  ['axle', 'Axle and wheels'],
  ['tyres', 'Axle and wheels'],
  ['wiring', 'Wiring'],
  ['sum', 'From the bench'],
  ['fit', 'To make it fit'],
  ['work', 'Work'],
];

/** The candidate without what a line stands for; undefined for lines that nobody accepted, or that can only be replaced. */
function without(candidate: Candidate, line: BillLine): Candidate | undefined {
  const left = line.acceptance ? takeOut(candidate, line.acceptance) : candidate;
  return left === candidate ? undefined : left;
}

/** The bill of the current candidate against the budget. */
export function PartsScreen() {
  const { build, candidate } = useBuild();
  const { assessment } = useJudgement();
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  const navigate = useNavigate();
  if (!candidate) return <p className="main">There is no candidate yet.</p>;
  const bill = assessment?.figures?.money?.bill;
  const guessed = bill?.lines.filter((l) => l.class === 'joint').length ?? 0;
  const money = (v: number) => formatQuantity(v, 'money', units, { currency: build.currency });
  const findings = (assessment?.findings ?? []).filter((f) => f.step === 'money');
  const budget = build.brief.budget;
  const groups = [...new Set(CLASSES.map(([, title]) => title))].map((title) => ({
    title,
    lines: (bill?.lines ?? []).filter((l) => CLASSES.some(([of, t]) => t === title && of === l.class)),
  }));
  return (
    <div className="screen">
      <div className="main">
        <div className="answer">
          <p className="say big">
            {bill?.lines.length === 0 ? (
              'It costs nothing: nothing is bought, and nothing is done'
            ) : bill ? (
              <>
                {money(bill.meanTotal)} expected
                {budget !== undefined &&
                  (bill.meanTotal <= budget
                    ? `, ${money(budget - bill.meanTotal)} inside the budget`
                    : `, ${money(bill.meanTotal - budget)} over the budget`)}
              </>
            ) : (
              'No bill yet'
            )}
          </p>
          {bill && bill.lines.length > 0 && (
            <p className="say">
              <Sentence>{`{{${bill.meanHours}±${bill.plusMinusHours}|hours}} of work, ${build.brief.ownLabour ? 'your own at no cost' : `at ${money(build.brief.hourlyRate)} an hour`}. ± is one standard deviation, lines taken as independent.${guessed > 0 ? ` ${guessed === 1 ? 'One joint is' : `${guessed} joints are`} not closed yet and stand in it as guesses.` : ''}`}</Sentence>
            </p>
          )}
        </div>
        {bill && Math.max(bill.total.high, budget ?? 0) > 0 && (
          <BudgetBar
            low={bill.total.low}
            mean={bill.meanTotal}
            sd={bill.plusMinusTotal}
            high={bill.total.high}
            budget={budget}
            colour={candidateColour(candidate.letter)}
            money={money}
          />
        )}
        {bill && bill.lines.length > 0 && (
          <div className={layout['scroll-x']} style={{ marginTop: 14 }}>
            <table className={layout['figures']}>
              <thead>
                <tr>
                  <th scope="col">Line</th>
                  <th scope="col" className="r">
                    Low
                  </th>
                  <th scope="col" className="r">
                    Likely
                  </th>
                  <th scope="col" className="r">
                    High
                  </th>
                  <th scope="col" className="r">
                    Hours
                  </th>
                  <th scope="col" className="r">
                    Lead time
                  </th>
                  <th scope="col">
                    <span className="visually-hidden">Leave out</span>
                  </th>
                </tr>
              </thead>
              {groups
                .filter((g) => g.lines.length > 0)
                .map((g) => (
                  <tbody key={g.title}>
                    <tr>
                      <th scope="rowgroup" colSpan={7} style={{ color: 'var(--dye)', fontWeight: 600, paddingTop: 12 }}>
                        {g.title}
                      </th>
                    </tr>
                    {g.lines.map((l) => (
                      <tr key={l.id}>
                        <th scope="row">
                          <Sentence>{l.name}</Sentence>
                          {l.price.likely !== 0 && <EvidenceMark evidence={l.evidence} />}
                          {l.discontinued && <small style={{ color: 'var(--tight)' }}> no longer made</small>}
                        </th>
                        {(['low', 'likely', 'high'] as const).map((point) => (
                          <td key={point} className={point === 'likely' ? 'r' : 'r muted'}>
                            {/* What comes along costs nothing; what is sold again stands below nought. */}
                            {l.price.low !== 0 || l.price.high !== 0
                              ? formatNumber(l.price[point], 'money', units)
                              : ''}
                          </td>
                        ))}
                        <td className="r">
                          {l.hours.high > 0 ? formatNumber(l.hours.likely, 'hours', units, { digits: 1 }) : ''}
                        </td>
                        <td className="r muted">{l.leadDays > 0 ? `${l.leadDays} days` : ''}</td>
                        <td className="r" style={{ paddingRight: 0 }}>
                          {without(candidate, l) && (
                            <Button
                              aria-label={`Leave out ${wordSentence(l.name, units)}`}
                              onClick={() => saveCandidate(candidate, without(candidate, l)!)}
                              sx={{ p: '2px 6px' }}
                            >
                              <X size={13} />
                            </Button>
                          )}
                        </td>
                      </tr>
                    ))}
                  </tbody>
                ))}
              <tfoot>
                <tr>
                  <th scope="row">Sum, {build.currency}</th>
                  <td className="r">{formatNumber(bill.total.low, 'money', units)}</td>
                  <td className="r">{formatNumber(bill.total.likely, 'money', units)}</td>
                  <td className="r">{formatNumber(bill.total.high, 'money', units)}</td>
                  <td className="r">{formatNumber(bill.hours.likely, 'hours', units, { digits: 1 })}</td>
                  <td />
                  <td />
                </tr>
              </tfoot>
            </table>
          </div>
        )}
        <div style={{ display: 'flex', gap: 8, marginTop: 14 }}>
          <Button component="a" href={api.billCsvUrl(build.id, candidate.id)} download>
            Bill as CSV
          </Button>
          <Button onClick={() => void navigate(`/builds/${build.id}/candidate?c=${candidate.id}`)}>
            Add parts in the candidate
          </Button>
        </div>
      </div>
      <FindingsColumn title="Money and time" findings={findings} />
    </div>
  );
}

/** From all-goes-well to nothing-does on one line, with the expected total, its scatter and the budget as the scribed limit. */
function BudgetBar({
  low,
  mean,
  sd,
  high,
  budget,
  colour,
  money,
}: {
  low: number;
  mean: number;
  sd: number;
  high: number;
  budget: number | undefined;
  colour: string;
  money: (v: number) => string;
}) {
  const most = Math.max(high, budget ?? 0) * 1.08;
  const X = (v: number) => 10 + (v / most) * 860;
  return (
    <svg
      viewBox="0 0 880 74"
      style={{ width: '100%', height: 'auto', display: 'block' }}
      role="img"
      aria-label={`From ${money(low)} to ${money(high)}, ${money(mean)} expected${budget === undefined ? '' : `, budget ${money(budget)}`}`}
    >
      <line x1="10" x2="870" y1="42" y2="42" stroke="var(--line)" />
      <rect x={X(low)} y="35" width={X(high) - X(low)} height="14" fill={colour} opacity="0.2" />
      <rect x={X(mean - sd)} y="31" width={X(mean + sd) - X(mean - sd)} height="22" fill={colour} opacity="0.45" />
      <rect x={X(mean) - 2.5} y="27" width="5" height="30" fill={colour} />
      {budget !== undefined && (
        <line x1={X(budget)} x2={X(budget)} y1="18" y2="66" stroke="var(--ink)" strokeWidth="1.5" />
      )}
      <g fontSize="13" fill="var(--muted)">
        <text x={X(low)} y="68" textAnchor="end">
          {money(low)}
        </text>
        <text
          x={X(high) + (budget !== undefined && Math.abs(X(budget) - X(high)) < 120 ? -4 : 4)}
          y="68"
          textAnchor={budget !== undefined && Math.abs(X(budget) - X(high)) < 120 ? 'end' : 'start'}
        >
          {money(high)}
        </text>
        <text x={X(mean)} y="18" textAnchor="middle" fill={colour} fontWeight="600">
          {money(mean)} expected
        </text>
        {budget !== undefined && (
          <text x={X(budget)} y="12" textAnchor="middle" fill="var(--ink)" fontWeight="600">
            budget {money(budget)}
          </text>
        )}
      </g>
    </svg>
  );
}
