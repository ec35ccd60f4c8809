import type { ConditionWord, Engine, Induction, OfferedItem, OfferKind, SeenTest } from '../../model/index.ts';
import { plainText, type Plain } from './plainText.ts';
import { readItems } from './readItems.ts';
import { CONDITION_SIGNS, KIND_SIGNS, SET_SIGNS, TEST_SIGNS, WARRANTY } from './vocabulary.ts';
import { readFigures } from './readFigures.ts';

/** What an advert seems to say, each with the place that it was read at. Proposals all of them: a person says yes to each. */
interface Said {
  readonly kind: OfferKind;
  readonly name: string;
  readonly litres: number;
  readonly induction: Induction;
  readonly engineId: string;
  readonly price: number;
  readonly currency: string;
  readonly distanceKm: number;
  readonly travelledKm: number;
  readonly sinceRebuildKm: number;
  readonly trackKm: number;
  readonly builtYear: number;
  readonly condition: ConditionWord;
  readonly included: readonly OfferedItem[];
  readonly missing: readonly OfferedItem[];
  readonly broken: readonly OfferedItem[];
  readonly otherMissing: readonly string[];
  readonly testsSeen: readonly SeenTest[];
  readonly warrantyDays: number;
  readonly link: string;
}
export type AdvertField = keyof Said;

/** From where in the text to where. */
type Place = readonly [from: number, to: number];
export type AdvertProposal = {
  readonly [K in AdvertField]: { readonly field: K; readonly value: Said[K]; readonly at: readonly Place[] };
}[AdvertField];

/** How far an engine’s displacement may lie from the one that is advertised, litres: 1.8 is written of 1.75 to 1.85. */
const SAME_L = 0.051;
const LONGEST_NAME = 80;

type Known = Pick<Engine, 'id' | 'name' | 'shortName' | 'codes' | 'induction'> & {
  readonly litres: number | undefined;
};

/**
 * Reads an advert as somebody typed or copied it, in English, German or French: by lists of words and figures with their units, nothing
 * learnt. It proposes and never decides; what it does not understand it leaves alone.
 */
export function readAdvert(text: string, engines: readonly Known[] = []): AdvertProposal[] {
  const plain = plainText(text);
  const found: AdvertProposal[] = [];
  const add = <K extends AdvertField>(field: K, value: Said[K], ...at: Place[]) =>
    found.push({ field, value, at: at.map(plain.back) } as unknown as AdvertProposal);

  const link = /https?:\/\/\S+?(?=[\s)>\]]|$)/.exec(text);
  if (link) found.push({ field: 'link', value: link[0], at: [[link.index, link.index + link[0].length]] });
  const name = nameOf(text);
  if (name) found.push({ field: 'name', value: name.value, at: [name.at] });

  const items = readItems(plain.text);
  for (const f of readFigures(plain.text)) add(f.field, f.value as never, f.at);
  const litres = found.find((p) => p.field === 'litres');
  const induction = inductionOf(plain.text);
  if (induction) add('induction', induction.value, induction.at);
  const kind = kindOf(plain.text, items.modeOf('gearbox'));
  add('kind', kind.value, kind.at);

  for (const mode of ['included', 'missing', 'broken'] as const) {
    const of = items.list.filter((i) => i.mode === mode && !isOfItsKind(i, kind.value));
    if (of.length > 0) add(mode, [...new Set(of.map((i) => i.item))], ...of.map((i) => i.at));
  }
  if (items.others.length > 0)
    add('otherMissing', [...new Set(items.others.map((o) => o.what))], ...items.others.map((o) => o.at));
  const condition = first(plain.text, CONDITION_SIGNS);
  // A whole car is sold for its parts; that says nothing of its engine.
  if (condition && !(condition.value === 'for parts' && kind.value === 'car'))
    add('condition', condition.value, condition.at);
  const tests = TEST_SIGNS.flatMap(([test, sign]) => {
    const m = sign.exec(plain.text);
    return m ? [{ test, at: placeOf(m) }] : [];
  });
  if (tests.length > 0)
    add(
      'testsSeen',
      tests.map((t) => t.test),
      ...tests.map((t) => t.at),
    );
  const warranty = warrantyOf(plain);
  if (warranty) add('warrantyDays', warranty.value, warranty.at);

  const engine = engineOf(plain.text, engines, litres?.value, induction?.value);
  if (engine) add('engineId', engine.value, engine.at);
  return found;
}

const placeOf = (m: RegExpExecArray): Place => [m.index, m.index + m[0].length];

function first<T>(text: string, signs: readonly (readonly [T, RegExp])[]): { value: T; at: Place } | undefined {
  for (const [value, sign] of signs) {
    const m = sign.exec(text);
    if (m) return { value, at: placeOf(m) };
  }
  return undefined;
}

/** The first line that says something, as far as it goes. */
function nameOf(text: string): { value: string; at: Place } | undefined {
  for (const m of text.matchAll(/[^\n]+/g)) {
    const line = m[0].replace(/https?:\/\/\S+/, (u) => ' '.repeat(u.length));
    const words = /[\p{L}\d].*/u.exec(line);
    if (!words) continue;
    const head = /^.{1,80}?(?=[.;!]\s|, |$)/.exec(words[0])?.[0] ?? words[0].slice(0, LONGEST_NAME);
    const value = head.trim().slice(0, LONGEST_NAME);
    const from = m.index + words.index;
    return { value, at: [from, from + value.length] };
  }
  return undefined;
}

/** Of a displacement or an arrangement, not a thing by itself: “1.8 turbo”, “2.0T”, “twin turbo V6”. */
function inductionOf(text: string): { value: Induction; at: Place } | undefined {
  const turbo = /\b\d[.,]\d ?(?:l(?:itre|iter)?s? )?(?:turbo\b|td?\b(?!\d))|\btwin[- ]turbo\b/.exec(text);
  const blown = /\bsupercharged\b|\bkompressormotor\b|\b\d[.,]\d ?kompressor\b|\b\d[.,]\d ?compresseur\b(?! de)/.exec(
    text,
  );
  if (turbo) return { value: 'turbocharged', at: placeOf(turbo) };
  return blown ? { value: 'supercharged', at: placeOf(blown) } : undefined;
}

function kindOf(text: string, gearbox: string | undefined): { value: OfferKind; at: Place } {
  const named = first(text, KIND_SIGNS);
  if (named) return named;
  const set = SET_SIGNS.exec(text);
  if (gearbox === 'included' || gearbox === 'broken') return { value: 'set', at: set ? placeOf(set) : [0, 0] };
  return { value: 'engine', at: [0, 0] };
}

/** What comes with each of its kind need not be said again. */
const isOfItsKind = (i: { readonly item: OfferedItem; readonly mode: string }, kind: OfferKind): boolean =>
  kind === 'car' && i.mode === 'included';

const DAYS: Readonly<Record<string, number>> = { day: 1, week: 7, month: 30.4, year: 365 };
const UNIT_OF_TIME = [
  ['day', 'days?|tage?n?|jours?'],
  ['week', 'weeks?|wochen?|semaines?'],
  ['month', 'months?|monate?|mois'],
  ['year', 'years?|jahre?|ans?'],
] as const;

/** Days of warranty, where a length of time stands beside the word. */
function warrantyOf({ text }: Plain): { value: number; at: Place } | undefined {
  for (const [unit, words] of UNIT_OF_TIME) {
    const m = new RegExp(`\\b(\\d{1,3}) ?(?:${words})\\b`).exec(text);
    if (!m) continue;
    const [from, to] = [Math.max(0, m.index - 22), m.index + m[0].length + 22];
    if (WARRANTY.test(text.slice(from, to))) return { value: Math.round(Number(m[1]) * DAYS[unit]!), at: placeOf(m) };
  }
  return undefined;
}

/** An engine of the library that is named by its code or short name; else the only one of that displacement and way to breathe. */
function engineOf(
  text: string,
  engines: readonly Known[],
  litres: number | undefined,
  induction: Induction | undefined,
): { value: string; at: Place } | undefined {
  for (const e of engines)
    for (const word of [...(e.codes ?? []), e.shortName, e.name]) {
      const wanted = plainText(word).text.trim();
      const at = wanted.length > 1 ? indexOfWord(text, wanted) : -1;
      if (at >= 0) return { value: e.id, at: [at, at + wanted.length] };
    }
  if (litres === undefined) return undefined;
  const alike = engines.filter(
    (e) =>
      e.litres !== undefined &&
      Math.abs(e.litres - litres) < SAME_L &&
      (e.induction ?? 'naturally aspirated') === (induction ?? 'naturally aspirated'),
  );
  return alike.length === 1 ? { value: alike[0]!.id, at: [0, 0] } : undefined;
}

function indexOfWord(text: string, word: string): number {
  for (let at = text.indexOf(word); at >= 0; at = text.indexOf(word, at + 1))
    if (!/[a-z0-9]/.test(text[at - 1] ?? ' ') && !/[a-z0-9]/.test(text[at + word.length] ?? ' ')) return at;
  return -1;
}
