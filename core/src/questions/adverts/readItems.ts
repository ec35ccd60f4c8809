import type { OfferedItem } from '../../model/index.ts';
import { AFTER, BEFORE, ITEM_WORDS, OTHER_WORDS, type Mode } from './vocabulary.ts';

type Place = readonly [number, number];
interface Thing {
  readonly item?: OfferedItem;
  readonly other?: string;
  readonly at: Place;
}
interface ReadItem {
  readonly item: OfferedItem;
  readonly mode: Mode;
  readonly at: Place;
}

export interface ReadItems {
  readonly list: readonly ReadItem[];
  /** What is missing and on no list. */
  readonly others: readonly { readonly what: string; readonly at: Place }[];
  readonly modeOf: (item: OfferedItem) => Mode | undefined;
}

/** A turbo of a displacement or an arrangement says how it breathes. */
const OF_ITS_KIND = /(\d[.,]\d ?(l(itre|iter)?s? )?|twin[- ]|bi-?)$/;

/**
 * Things that come with it, are missing or broken: words before a list hold until another or the end of the sentence, words after a thing hold
 * for its own part of the sentence. What is only named is there. `text` is plain.
 */
export function readItems(text: string): ReadItems {
  const things = thingsOf(text);
  const modes = new Map<Thing, Mode>();
  // A full stop within a figure, or behind a short word, ends nothing.
  for (const sentence of parted(
    text,
    /[;!?\n•]|\.(?=\s+[a-z0-9€£$]|\s*$)(?<!\b(?:incl|inkl|kompl|ca|bj|i\.o|vs|nr)\.)|(?<= )-(?= )/g,
  )) {
    let holds: Mode | undefined;
    for (const part of parted(text, /,|\b(?:but|aber|mais)\b/g, sentence)) {
      const own = things.filter((t) => t.at[0] >= part[0] && t.at[1] <= part[1]);
      const words = text.slice(part[0], part[1]);
      const cues = BEFORE.flatMap(([mode, sign]) =>
        [...words.matchAll(sign)].map((m) => ({ mode, at: part[0] + m.index })),
      ).sort((a, b) => a.at - b.at);
      for (const t of own) {
        const cue = cues.filter((c) => c.at < t.at[0]).at(-1);
        if (cue) holds = cue.mode;
        modes.set(t, cue?.mode ?? holds ?? 'included');
      }
      if (cues.length > 0) holds = cues.at(-1)!.mode;
      for (const [mode, sign] of AFTER)
        for (const m of words.matchAll(sign)) {
          const at = part[0] + m.index;
          const before = own.filter((t) => t.at[1] <= at);
          // “Alternator, starter included”: what stood before it in the sentence without a word of its own goes with it.
          if (before.length > 0) for (const t of before) modes.set(t, mode);
          else if (own.length === 0 && mode !== 'included') {
            const last = things.filter((t) => t.at[1] <= at && t.at[0] >= sentence[0]).at(-1);
            if (last && /^[\s,]*$/.test(text.slice(last.at[1], at))) modes.set(last, mode);
          }
        }
    }
  }
  const list = things.flatMap((t): ReadItem[] => (t.item ? [{ item: t.item, mode: modes.get(t)!, at: t.at }] : []));
  return {
    list,
    others: things.flatMap((t) => (t.other && modes.get(t) === 'missing' ? [{ what: t.other, at: t.at }] : [])),
    modeOf: (item) => list.find((i) => i.item === item)?.mode,
  };
}

/** Every thing that is named, the longest where two overlap. */
function thingsOf(text: string): Thing[] {
  const all: Thing[] = [
    ...ITEM_WORDS.flatMap(([item, sign]) => [...text.matchAll(sign)].map((m): Thing => ({ item, at: span(m) }))),
    ...OTHER_WORDS.flatMap(([sign, other]) => [...text.matchAll(sign)].map((m): Thing => ({ other, at: span(m) }))),
  ].filter((t) => !(t.item === 'turbocharger' && OF_ITS_KIND.test(text.slice(Math.max(0, t.at[0] - 12), t.at[0]))));
  return all
    .filter(
      (a) =>
        !all.some((b) => b !== a && b.at[0] <= a.at[0] && b.at[1] >= a.at[1] && b.at[1] - b.at[0] > a.at[1] - a.at[0]),
    )
    .sort((a, b) => a.at[0] - b.at[0]);
}

const span = (m: RegExpExecArray): Place => [m.index, m.index + m[0].length];

/** A stretch of text in parts, by what stands between them. */
function parted(text: string, between: RegExp, [from, to]: Place = [0, text.length]): Place[] {
  const parts: Place[] = [];
  let at = from;
  for (const m of text.slice(from, to).matchAll(between)) {
    parts.push([at, from + m.index]);
    at = from + m.index + m[0].length;
  }
  parts.push([at, to]);
  return parts.filter(([a, b]) => text.slice(a, b).trim() !== '');
}
