import { Type } from 'typebox';
import { defineSum } from '../../model/index.ts';
import { fixed, momentsOf, pert, sharedVariance } from '../../units/index.ts';
import { drawTotals } from './draws.ts';

const closed = { additionalProperties: false };
const O = Type.Optional;
const N = Type.Number();
const points = { low: N, likely: N, high: N };
const Line = Type.Object(
  {
    id: Type.String({ maxLength: 120 }),
    ...points,
    supplierClass: O(Type.String({ maxLength: 60, description: 'prices of one class move together' })),
    quantity: O(Type.Number({ exclusiveMinimum: 0, maximum: 10_000 })),
    currencyRate: O(Type.Number({ exclusiveMinimum: 0, description: 'what one of its money is worth' })),
    chance: O(Type.Number({ minimum: 0, maximum: 1, description: 'that it happens at all' })),
  },
  closed,
);
const lines = Type.Array(Line, { minItems: 1, maxItems: 1000 });
const labour = {
  labourHours: O(Type.Number({ minimum: 0, maximum: 100_000 })),
  labourRate: O(Type.Number({ minimum: 0, maximum: 100_000 })),
};
const Share = Type.Object({ id: Type.String(), share: N }, closed);

type LineInput = Type.Static<typeof Line>;
const priceOf = ({ low, likely, high, quantity = 1, currencyRate = 1 }: LineInput) => {
  const by = quantity * currencyRate;
  return { low: low * by, likely: likely * by, high: high * by };
};

/** What lines come to: in closed form, as while judging, and drawn. */
export const moneySums = [
  defineSum({
    name: 'money.line',
    title: 'Mean and variance of a three-point price',
    input: Type.Object(points, closed),
    output: Type.Object({ mean: N, variance: N }, closed),
    run: (i) => pert(i),
  }),
  defineSum({
    name: 'money.quick',
    title: 'Total of items and labour, closed form',
    input: Type.Object({ lines, classCorrelation: O(Type.Number({ minimum: 0, maximum: 1 })), ...labour }, closed),
    output: Type.Object({ meanTotal: N, standardDeviationTotal: N }, closed),
    run: ({ lines: list, classCorrelation, labourHours = 0, labourRate = 0 }) => {
      const byClass = new Map<string, number[]>();
      let [meanTotal, variance] = [labourHours * labourRate, 0];
      list.forEach((line, i) => {
        const price = priceOf(line);
        const own = momentsOf(price, line.chance === undefined ? undefined : { chance: line.chance, price });
        meanTotal += own.mean;
        const key =
          line.chance === undefined && line.supplierClass !== undefined ? `c ${line.supplierClass}` : `l ${i}`;
        byClass.set(key, [...(byClass.get(key) ?? []), Math.sqrt(own.variance)]);
      });
      for (const deviations of byClass.values()) variance += sharedVariance(deviations, classCorrelation);
      return { meanTotal, standardDeviationTotal: Math.sqrt(variance) };
    },
  }),
  defineSum({
    name: 'money.draw',
    title: 'Total of items and labour, simulated: PERT prices with one common factor to a class, failures as events',
    input: Type.Object(
      {
        lines,
        classCorrelation: O(Type.Number({ minimum: 0, maximum: 1 })),
        draws: O(Type.Integer({ minimum: 100, maximum: 100_000 })),
        seed: O(Type.Integer({ minimum: 0, maximum: 4_294_967_295 })),
        budget: O(N),
        model: O(Type.String({ description: 'for the reader' })),
        ...labour,
      },
      closed,
    ),
    output: Type.Object(
      {
        mean: N,
        standardDeviation: N,
        p10: N,
        p50: N,
        p80: N,
        p95: N,
        chanceWithinBudget: O(N),
        movers: Type.Array(Share),
      },
      closed,
    ),
    run: ({ lines: list, classCorrelation, draws, seed, budget, labourHours = 0, labourRate = 0 }) => {
      const { mean, standardDeviation, p10, p50, p80, p95, chanceWithinBudget, movers } = drawTotals({
        lines: [
          ...list.map((line) => ({
            id: line.id,
            price: priceOf(line),
            class: line.supplierClass,
            chance: line.chance,
          })),
          ...(labourHours > 0 ? [{ id: 'labour', price: fixed(0), hours: fixed(labourHours) }] : []),
        ],
        hourlyRate: labourRate,
        correlation: classCorrelation,
        draws,
        seed,
        budget,
      });
      return {
        mean,
        standardDeviation,
        p10,
        p50,
        p80,
        p95,
        ...(chanceWithinBudget === undefined ? {} : { chanceWithinBudget }),
        movers: [...movers],
      };
    },
  }),
] as const;
