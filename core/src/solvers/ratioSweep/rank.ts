import type { Brief } from '../../model/index.ts';
import type { ComboFigures } from './sweep.ts';

/** What a gearing is ranked by, once it meets the brief. */
const CRITERIA = ['cruise', 'hill', 'sprint', 'pull', 'topSpeed', 'price'] as const;
export type Criterion = (typeof CRITERIA)[number];
export type Weights = Readonly<Record<Criterion, number>>;

/** Ways to weigh, by what the car is for; a person may turn each of them. */
export const WAYS: Readonly<Record<'even' | 'hauling' | 'cruising' | 'sprint', Weights>> = {
  even: { cruise: 1, hill: 1, sprint: 1, pull: 1, topSpeed: 0.3, price: 1 },
  hauling: { cruise: 1, hill: 3, sprint: 0.3, pull: 1.5, topSpeed: 0, price: 1 },
  cruising: { cruise: 3, hill: 0.5, sprint: 0.3, pull: 1, topSpeed: 0.5, price: 1 },
  sprint: { cruise: 0.3, hill: 0.3, sprint: 3, pull: 2, topSpeed: 0.5, price: 0.5 },
};

/** The way to begin with, by the brief's use. */
export const wayOf = (use: Brief['use']): keyof typeof WAYS =>
  use === 'touring and tow' || use === 'off-road' ? 'hauling' : use === 'street' ? 'even' : 'sprint';

export interface Ranked extends ComboFigures {
  readonly rank: number;
  /** 0 to 1 over the gearings ranked. */
  readonly score: number;
  readonly values: Readonly<Record<Criterion, number | undefined>>;
}

/** The figure of a criterion, and which way is better; cruise is told as its distance from what was asked. */
function figureOf(c: Criterion, f: ComboFigures, brief: Brief): { value: number | undefined; lessIsBetter: boolean } {
  switch (c) {
    case 'cruise':
      return {
        value: brief.cruise && f.cruiseRpm !== undefined ? Math.abs(f.cruiseRpm - brief.cruise.rpm) : f.cruiseRpm,
        lessIsBetter: true,
      };
    case 'hill':
      return { value: f.hillPct, lessIsBetter: false };
    case 'sprint':
      return { value: f.zeroTo100S, lessIsBetter: true };
    case 'pull':
      return { value: f.pullS, lessIsBetter: true };
    case 'topSpeed':
      return { value: f.topSpeedKph, lessIsBetter: false };
    case 'price':
      return { value: f.price, lessIsBetter: true };
  }
}

/**
 * Ranks gearings: those that miss less of the brief first; among equals by the weighted mean of 0–1 value scales, each
 * between the worst and the best of those that miss no more than it does.
 */
export function rankCombos(list: readonly ComboFigures[], brief: Brief, weights: Weights): Ranked[] {
  const fewest = Math.min(...list.map((f) => f.misses.length));
  const scale = list.filter((f) => f.misses.length === fewest);
  const spans = Object.fromEntries(
    CRITERIA.map((c) => {
      const values = scale.map((f) => figureOf(c, f, brief).value).filter((v): v is number => v !== undefined);
      return [c, { low: Math.min(...values), high: Math.max(...values) }];
    }),
  ) as Record<Criterion, { low: number; high: number }>;
  const sum = CRITERIA.reduce((s, c) => s + weights[c], 0) || 1;
  return list
    .map((f) => {
      const values = Object.fromEntries(
        CRITERIA.map((c) => {
          const { value, lessIsBetter } = figureOf(c, f, brief);
          const { low, high } = spans[c];
          if (value === undefined) return [c, undefined];
          if (!(high > low)) return [c, 1];
          const share = Math.min(1, Math.max(0, (value - low) / (high - low)));
          return [c, lessIsBetter ? 1 - share : share];
        }),
      ) as Record<Criterion, number | undefined>;
      // What nobody knows of a gearing counts as its worst.
      const score = CRITERIA.reduce((s, c) => s + weights[c] * (values[c] ?? 0), 0) / sum;
      return { ...f, rank: 0, score, values };
    })
    .sort((a, b) => a.misses.length - b.misses.length || b.score - a.score || a.price - b.price)
    .map((f, i) => ({ ...f, rank: i + 1 }));
}

/** What the first gives up against the best of those that miss no more of the brief than it. */
export interface GivenUp {
  readonly criterion: Criterion;
  readonly has: number;
  readonly best: number;
  readonly with: Ranked;
}

export function givenUp(ranked: readonly Ranked[], brief: Brief): GivenUp[] {
  const first = ranked[0];
  if (!first) return [];
  const peers = ranked.filter((f) => f.misses.length === first.misses.length);
  return CRITERIA.flatMap((criterion) => {
    const { value: has, lessIsBetter } = figureOf(criterion, first, brief);
    if (has === undefined) return [];
    let best: { value: number; f: Ranked } | undefined;
    for (const f of peers) {
      const { value } = figureOf(criterion, f, brief);
      if (value === undefined) continue;
      if (!best || (lessIsBetter ? value < best.value : value > best.value)) best = { value, f };
    }
    if (!best || best.f === first) return [];
    const gap = Math.abs(best.value - has);
    return gap > 0.01 * Math.max(Math.abs(best.value), 1) ? [{ criterion, has, best: best.value, with: best.f }] : [];
  }).sort((a, b) => (first.values[a.criterion] ?? 0) - (first.values[b.criterion] ?? 0));
}
