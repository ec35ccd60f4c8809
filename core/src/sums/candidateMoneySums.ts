import { Type } from 'typebox';
import { defineSum, EvidenceSchema, settingOf, type BillLine, type Work } from '../model/index.ts';
import { judging } from '../pipeline/index.ts';
import { drawTotals, type Drawn, type DrawnLine } from '../solvers/moneyDraws/index.ts';
import { finishSpread, stretchesOf, type FinishSpread } from '../solvers/workPlan/index.ts';
import { stagePlanOf, type StagePlan } from '../solvers/stagePlan/index.ts';
import { InputError } from '../units/index.ts';
import { asked, subjectOf } from './candidateSums.ts';

const closed = { additionalProperties: false };
const O = Type.Optional;
const N = Type.Number();
const S = Type.String();
const list = Type.Array;

export interface CandidateMoney {
  /** Lines of which nobody has said what they cost: nothing is drawn while there are any. */
  readonly unpriced: readonly string[];
  readonly drawn: Drawn | undefined;
  /** Days from the begin until it runs, drawn; absent where nobody has said how many hours a week are worked. */
  readonly finish?: FinishSpread;
}

/** A line of the bill as it is drawn; labour comes with the hours of each. */
const drawnLine = ({ id, price, hours, hourly, event, quoted, class: of }: BillLine): DrawnLine => ({
  id,
  hours,
  hourlyRate: hourly,
  ...(event
    ? { price: event.price, chance: event.chance }
    : quoted
      ? { price: quoted.price, class: of, rate: { currency: quoted.currency, of: quoted.rate } }
      : { price, class: of }),
});

const Points = Type.Object({ low: N, likely: N, high: N }, closed);
const percentiles = { p10: N, p50: N, p80: N, p95: N };

/** What a candidate’s bill comes to, drawn. */
export const candidateMoneySums = [
  defineSum({
    name: 'candidate.money',
    title: 'Simulated bill of a candidate: probability of staying inside the budget, main drivers, most valuable quote',
    input: Type.Object(asked, closed),
    output: Type.Unsafe<CandidateMoney>(
      Type.Object(
        {
          unpriced: list(S),
          finish: O(Type.Object(percentiles, closed)),
          drawn: O(
            Type.Object(
              {
                mean: N,
                standardDeviation: N,
                ...percentiles,
                hours: Type.Object(percentiles, closed),
                chanceWithinBudget: O(N),
                shares: list(Type.Object({ id: S, share: N }, closed)),
                movers: list(Type.Object({ id: S, share: N }, closed)),
                quotes: list(Type.Object({ id: S, chanceThen: N }, closed)),
                bins: Type.Object({ from: N, wide: N, counts: list(N) }, closed),
              },
              closed,
            ),
          ),
        },
        closed,
      ),
    ),
    run: (input): CandidateMoney => {
      const subject = subjectOf(input);
      const bill = judging(subject).find('money')?.figures.bill;
      if (!bill) throw new InputError('/candidate/bill', 'Bill cannot be calculated: one of its figures is invalid.');
      const unpriced = bill.lines.filter((l) => l.unpriced).map((l) => l.name);
      const lines = bill.lines.filter((l) => l.id !== 'labour').map(drawnLine);
      const { budget, pace } = subject.brief;
      const { hoursPerWeek } = pace ?? {};
      return {
        unpriced,
        drawn: unpriced.length > 0 || lines.length === 0 ? undefined : drawTotals({ lines, hourlyRate: 0, budget }),
        ...(hoursPerWeek === undefined
          ? {}
          : { finish: finishSpread(stretchesOf(bill.lines), { ...pace, hoursPerWeek }) }),
      };
    },
  }),
  defineSum({
    name: 'candidate.stages',
    title: 'Components that fail below the later target of the brief, in order, and the parts that raise each limit',
    input: Type.Object(asked, closed),
    output: Type.Unsafe<StagePlan>(
      Type.Object(
        {
          targetKw: O(N),
          links: list(
            Type.Object(
              {
                id: S,
                name: S,
                kw: N,
                plusMinusKw: N,
                evidence: O(EvidenceSchema),
                because: S,
                lifts: list(
                  Type.Object(
                    {
                      partId: S,
                      name: S,
                      kw: N,
                      price: O(Points),
                      hours: O(Points),
                      evidence: EvidenceSchema,
                      insteadOf: O(S),
                      atOnce: N,
                    },
                    closed,
                  ),
                ),
                tooWeak: N,
                opening: N,
              },
              closed,
            ),
          ),
          unknown: list(Type.Object({ name: S, missing: O(S) }, closed)),
          now: N,
        },
        closed,
      ),
    ),
    run: function* ({ build, candidate, library }): Work<StagePlan> {
      const plan = yield* stagePlanOf(settingOf(build), candidate, library);
      return plan;
    },
  }),
] as const;
