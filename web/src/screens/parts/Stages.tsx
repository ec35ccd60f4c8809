import { accept, takeOut, type Bill, type Build, type Candidate, type OwnLine, type StagePlan } from '@sable/core';
import { stagesOf, type StageSums } from '@sable/core/questions/money';
import { capital, formatQuantity, wordSentence } from '@sable/core/units';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useEffect } from 'react';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { useSum } from '../../hooks/useSum.ts';
import { Sentence } from '../../pieces/figures.tsx';
import { EvidenceMark } from '../../pieces/marks.tsx';
import { freeId, type ChangeBill } from './billChange.ts';
import css from './parts.module.css';

/** Parts shown for one thing that gives up; the rest are dearer. */
const SHOWN = 3;

/** Running first, power later: what each stage costs, what is bought twice, and what lifts each thing that gives up before the later target. */
export function Stages({
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
  const units = useUnits();
  const sum = useSum('candidate.stages');
  const { powerKw } = build.brief.later;
  const { ask } = sum;
  const { bill: _bill, ...chosen } = candidate;
  // A price changes nothing of what gives up: it is asked anew by what is in the car and what is asked of it.
  const asks = JSON.stringify([chosen, build.brief]);
  useEffect(() => {
    if (powerKw !== undefined) ask({ build, candidate });
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- asked by what it rests on
  }, [ask, asks, build.chassis, powerKw]);
  const stages = stagesOf(bill);
  const plan = powerKw === undefined ? undefined : sum.answer;
  const kw = (v: number) => formatQuantity(v, 'powerKw', units);
  return (
    <section className="block">
      <h2>Stages: running first, power later</h2>
      <p className={css['when']}>{sayStages(stages, bill, plan, kw, money)}</p>
      {stages.later.money > 0 && <StageRule stages={stages} money={money} />}
      {powerKw === undefined && (
        <p className="muted">
          The brief names no later power: then nothing is held against it. Any line can still be marked for later, in
          its details.
        </p>
      )}
      {powerKw !== undefined && sum.running && !plan && <LinearProgress aria-label="Searching for upgrades" />}
      {plan && plan.links.length > 0 && (
        <GivesUp plan={plan} candidate={candidate} bill={bill} change={change} money={money} kw={kw} />
      )}
      {plan && plan.unknown.length > 0 && (
        <p className="muted">
          Unknown, not checked: rating of the {plan.unknown.map((u) => u.name).join(', ')} can take.
        </p>
      )}
    </section>
  );
}

function sayStages(
  { first, later, twice, once }: StageSums,
  bill: Bill,
  plan: StagePlan | undefined,
  kw: (v: number) => string,
  money: (v: number) => string,
): string {
  const unpriced = bill.lines.filter((l) => l.stage === 'later' && l.unpriced).length;
  const sentences = [
    `Running for ${money(first.money)}.`,
    later.money > 0 || later.hours > 0 ? `${money(later.money)} more later.` : '',
    unpriced > 0 ? `${unpriced} later ${unpriced === 1 ? 'line has' : 'lines have'} no price yet.` : '',
    twice.length > 0
      ? `${money(twice.reduce((s, t) => s + t.money, 0))} of it is bought twice: bought for the later target at once, the total is ${money(once)}.`
      : '',
    plan?.targetKw === undefined
      ? ''
      : plan.links.length === 0
        ? `No known component fails below the later target of ${kw(plan.targetKw)}.`
        : `${plan.links.length === 1 ? '1 component fails' : `${plan.links.length} components fail`} below the later ${kw(plan.targetKw)}.`,
  ];
  return sentences.filter(Boolean).join(' ');
}

/** Both stages along one rule, what is bought twice hatched, the sum of buying right at once scribed. */
function StageRule({
  stages: { first, later, twice, once },
  money,
}: {
  stages: StageSums;
  money: (v: number) => string;
}) {
  const whole = first.money + later.money;
  const again = twice.reduce((s, t) => s + t.money, 0);
  const share = (v: number) => `${(100 * v) / whole}%`;
  return (
    <div
      className={css['stages']}
      role="img"
      aria-label={`Running first ${money(first.money)}, later ${money(later.money)}${again > 0 ? `, bought twice ${money(again)}, right at once ${money(once)}` : ''}`}
    >
      <div className={css['stage-first']} style={{ width: share(first.money - again) }}>
        running {money(first.money)}
      </div>
      {again > 0 && <div className={css['stage-twice']} style={{ width: share(again) }} title={money(again)} />}
      <div className={css['stage-later']} style={{ width: share(later.money) }}>
        later {money(later.money)}
      </div>
    </div>
  );
}

/** What gives up below the later target, first to last, each with what lifts it. */
function GivesUp({
  plan,
  candidate,
  bill,
  change,
  money,
  kw,
}: {
  plan: StagePlan;
  candidate: Candidate;
  bill: Bill;
  change: ChangeBill;
  money: (v: number) => string;
  kw: (v: number) => string;
}) {
  const { library } = useBuild();
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  const own = candidate.bill?.own ?? [];
  const later = (line: Omit<OwnLine, 'id' | 'class' | 'stage'>) =>
    change((was) => ({
      ...was,
      own: [...(was.own ?? []), { id: freeId(was.own ?? []), class: 'own', stage: 'later', ...line }],
    }));
  const atOnce = (partId: string) => {
    const part = library.parts.find((p) => p.id === partId)!;
    const without = library.parts
      .filter((p) => p.class === part.class && candidate.partIds.includes(p.id))
      .reduce((c, p) => takeOut(c, { kind: 'part', partId: p.id }), candidate);
    saveCandidate(candidate, accept(without, { kind: 'part', partId }));
  };
  return (
    <table className={css['gives']}>
      <thead>
        <tr>
          <th scope="col">Limit</th>
          <th scope="col">At</th>
          <th scope="col">Upgrade to exceed the target</th>
        </tr>
      </thead>
      <tbody>
        {plan.links.map((link) => {
          return (
            <tr key={link.id}>
              <th scope="row">
                {capital(link.name)}
                <small className="muted">
                  <Sentence>{link.because}</Sentence>
                </small>
              </th>
              <td className="num">
                {kw(link.kw)}
                {link.evidence && <EvidenceMark evidence={link.evidence} />}
              </td>
              <td>
                {link.lifts.slice(0, SHOWN).map((lift) => {
                  const more = lift.atOnce - plan.now;
                  const planned = own.find((o) => o.stage === 'later' && o.name === lift.name.slice(0, 120));
                  const instead = bill.lines.find((l) => l.id === lift.insteadOf);
                  return (
                    <div key={lift.partId} className={css['lift']}>
                      <span>
                        {lift.name}: {kw(lift.kw)}
                        <EvidenceMark evidence={lift.evidence} />
                        <small className="muted">
                          {lift.price ? ` ${money(lift.price.likely)}` : ' no price'}
                          {`; at once, with what it brings, the bill is ${money(Math.abs(more))} ${more < 0 ? 'lower' : 'higher'}`}
                          {instead ? `; in place of ${wordSentence(instead.name, units)}` : ''}
                        </small>
                      </span>
                      <span className={css['lift-do']}>
                        <Button
                          size="small"
                          disabled={planned !== undefined}
                          onClick={() =>
                            later({
                              name: lift.name.slice(0, 120),
                              ...(lift.price ? { price: { ...lift.price, evidence: lift.evidence } } : {}),
                              ...(lift.hours ? { hours: lift.hours } : {}),
                              ...(instead ? { insteadOf: instead.id } : {}),
                            })
                          }
                        >
                          {planned ? 'Planned for later' : 'Plan for later'}
                        </Button>{' '}
                        <Button size="small" onClick={() => atOnce(lift.partId)}>
                          Buy at once
                        </Button>
                      </span>
                    </div>
                  );
                })}
                {link.lifts.length === 0 && (
                  <div className={css['lift']}>
                    <span className="muted">{whyNone(link)}</span>
                    <Button
                      size="small"
                      disabled={own.some((o) => o.stage === 'later' && o.name === lineName(link.name))}
                      onClick={() => later({ name: lineName(link.name) })}
                    >
                      A line for later, without a price
                    </Button>
                  </div>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function whyNone({ tooWeak, opening }: StagePlan['links'][number]): string {
  const parts = (n: number) => (n === 1 ? 'One part of the library' : `${n} parts of the library`);
  if (opening > 0) return `${parts(opening)} would suit and ${opening === 1 ? 'leaves' : 'leave'} a joint open.`;
  if (tooWeak > 0) return `${parts(tooWeak)} made for it ${tooWeak === 1 ? 'is' : 'are'} too weak.`;
  return 'No upgrade in the library.';
}

const lineName = (link: string): string => `Stronger ${link}`;
