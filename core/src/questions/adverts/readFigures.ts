import { KPH_PER_MPH } from '../../units/index.ts';
import { AWAY, CURRENCY_SIGNS, NOT_ITS_PRICE, ON_TRACK, PRICE_SIGNS, SINCE_REBUILD } from './vocabulary.ts';

interface ReadFigure {
  readonly field:
    | 'litres'
    | 'price'
    | 'currency'
    | 'distanceKm'
    | 'travelledKm'
    | 'sinceRebuildKm'
    | 'trackKm'
    | 'builtYear';
  readonly value: number | string;
  readonly at: readonly [number, number];
}

/** A whole number as people write it: 1.200, 1 200, 1'200, 1,200, 98k. */
const WHOLE = "\\d{1,3}(?:[., ']\\d{3})+(?!\\d)|\\d+";
const DISTANCE = new RegExp(
  `(?<![\\d.,])(${WHOLE})( ?k| ?tsd\\.?| ?t(?=km))? ?(km|kms|kilometer|kilometres?|miles?|mls|mi|bornes)\\b`,
  'g',
);
/** A car or an engine within reach is no farther; an engine that has run has run farther. km */
const FARTHEST_AWAY = 900;

const wholeOf = (digits: string): number => Number(digits.replaceAll(/[., ']/g, ''));

/** Figures of an advert with what they are figures of: told by their unit and the words beside them. `text` is plain. */
export function readFigures(text: string): ReadFigure[] {
  return [...litresOf(text), ...distancesOf(text), ...priceOf(text), ...yearOf(text)];
}

function litresOf(text: string): ReadFigure[] {
  for (const m of text.matchAll(/(?<![\d.,'])([0-9])[.,](\d)(?![\d.,]*\d)(?! ?(bar|mm|tkm|km|k\b|€|eur|%))/g)) {
    const value = Number(`${m[1]}.${m[2]}`);
    if (value >= 0.5 && value <= 9.9) return [{ field: 'litres', value, at: [m.index, m.index + m[0].length] }];
  }
  return [];
}

function distancesOf(text: string): ReadFigure[] {
  const found = new Map<ReadFigure['field'], ReadFigure>();
  for (const m of text.matchAll(DISTANCE)) {
    const km = wholeOf(m[1]!) * (m[2] ? 1000 : 1) * (/^m/.test(m[3]!) ? KPH_PER_MPH : 1);
    const at = [m.index, m.index + m[0].length] as const;
    const [before, after] = [text.slice(Math.max(0, at[0] - 24), at[0]), text.slice(at[1], at[1] + 44)];
    const field = ON_TRACK.test(after)
      ? 'trackKm'
      : SINCE_REBUILD.after.test(after) ||
          (SINCE_REBUILD.before.test(before) && /revidiert|rebuilt|uberholt/.test(before + after))
        ? 'sinceRebuildKm'
        : km < FARTHEST_AWAY && (AWAY.after.test(after) || AWAY.before.test(before) || km < FARTHEST_AWAY / 3)
          ? 'distanceKm'
          : 'travelledKm';
    if (!found.has(field)) found.set(field, { field, value: Math.round(km), at });
  }
  return [...found.values()];
}

interface Asked {
  readonly value: number;
  readonly currency: string | undefined;
  readonly at: readonly [number, number];
}

function priceOf(text: string): ReadFigure[] {
  const amount = `(${WHOLE})( ?k\\b)?(?:[.,](?:-|--|\\d\\d(?!\\d)))?`;
  const asked: Asked[] = [];
  for (const [currency, sign] of CURRENCY_SIGNS)
    for (const form of [
      `(?<![\\d.,])${amount} ?-? ?(?:${sign})`,
      `(?<![a-z])(?:${sign}) ?${amount}(?![\\d]*[.,]?\\d* ?k?m\\b)`,
    ])
      for (const m of text.matchAll(new RegExp(form, 'g')))
        asked.push({ value: wholeOf(m[1]!) * (m[2] ? 1000 : 1), currency, at: [m.index, m.index + m[0].length] });
  if (asked.length === 0) {
    // Without its currency it is told by the words of a bargain beside it.
    for (const m of text.matchAll(new RegExp(`(?<![\\d.,])${amount}(?=[^\\d.;]{0,3}\\b)`, 'g'))) {
      const after = text.slice(m.index + m[0].length, m.index + m[0].length + 10);
      const before = text.slice(Math.max(0, m.index - 12), m.index);
      if (PRICE_SIGNS.test(after) || PRICE_SIGNS.test(before))
        asked.push({
          value: wholeOf(m[1]!) * (m[2] ? 1000 : 1),
          currency: undefined,
          at: [m.index, m.index + m[0].length],
        });
    }
  }
  asked.sort((a, b) => a.at[0] - b.at[0]);
  const own = asked.find(
    ({ value, at }) => value > 0 && !NOT_ITS_PRICE.test(text.slice(Math.max(0, at[0] - 24), at[0])),
  );
  // Several prices of several things are no price of the whole.
  const parts = asked.filter(({ at }) =>
    /(engine|motor|moteur|gearbox|getriebe|boite) $/.test(text.slice(Math.max(0, at[0] - 10), at[0])),
  );
  if (!own || parts.length > 1) return [];
  return [
    { field: 'price', value: own.value, at: own.at },
    ...(own.currency ? [{ field: 'currency' as const, value: own.currency, at: own.at }] : []),
  ];
}

function yearOf(text: string): ReadFigure[] {
  const [told] = text.matchAll(/\b(?:bj\.?|baujahr|built( in)?|my|annee|year|ez \d\d\/|de) ?((?:19|20)\d\d)\b/g);
  if (told) return [{ field: 'builtYear', value: Number(told[2]), at: [told.index, told.index + told[0].length] }];
  for (const m of text.matchAll(
    /(?<![\d.,'/-])((?:19[5-9]|20[0-4])\d)(?![\d.,']*\d| ?(km|tkm|miles|mls|€|eur|£|k\b))/g,
  )) {
    // The year in which it was bought or stored is another one.
    if (
      /\b(bought|stored|since|gekauft|seit|achetee?|depuis)( in)? $/.test(
        text.slice(Math.max(0, m.index - 14), m.index),
      )
    )
      continue;
    return [{ field: 'builtYear', value: Number(m[1]), at: [m.index, m.index + m[0].length] }];
  }
  return [];
}
