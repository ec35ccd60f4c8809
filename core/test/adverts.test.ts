import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { readAdvert, type AdvertField, type AdvertProposal } from '../src/questions/adverts/index.ts';

interface Written {
  readonly text: string;
  readonly is: Readonly<Partial<Record<AdvertField, unknown>>>;
}
const ADVERTS = JSON.parse(readFileSync(new URL('./adverts.json', import.meta.url), 'utf8')) as Written[];

const same = (a: unknown, b: unknown): boolean =>
  Array.isArray(a) && Array.isArray(b)
    ? a.length === b.length && [...a].sort().join() === [...b].sort().join()
    : typeof a === 'number' && typeof b === 'number'
      ? Math.abs(a - b) <= 0.01 * Math.abs(b)
      : a === b;
const nothing = (v: unknown) => v === undefined || (Array.isArray(v) && v.length === 0);

interface Slip {
  readonly advert: number;
  readonly field: string;
  readonly read: unknown;
  readonly is: unknown;
}

/** What was read of all adverts: right, wrong (another than it says, or of nothing) and left out. */
function readAll() {
  let right = 0;
  const wrong: Slip[] = [];
  const left: Slip[] = [];
  for (const [i, { text, is }] of ADVERTS.entries()) {
    const read = new Map<string, unknown>(readAdvert(text).map((p) => [p.field, p.value]));
    for (const field of new Set([...Object.keys(is), ...read.keys()])) {
      if (field === 'name') continue;
      const [got, want] = [read.get(field), is[field as AdvertField]];
      const slip = { advert: i + 1, field, read: got, is: want };
      if (nothing(want) ? nothing(got) : same(got, want)) right += nothing(want) ? 0 : 1;
      else (nothing(got) ? left : wrong).push(slip);
    }
  }
  return { right, wrong, left };
}

test('fifty adverts in three languages: what is read right, wrong and left out is counted, and told', () => {
  expect(ADVERTS.length).toBeGreaterThanOrEqual(50);
  const { right, wrong, left } = readAll();
  const told = (list: readonly Slip[]) =>
    list
      .map(
        (s) =>
          `  advert ${s.advert}: ${s.field} read ${JSON.stringify(s.read) ?? 'nothing'}, is ${JSON.stringify(s.is) ?? 'nothing'}`,
      )
      .join('\n');
  process.stdout.write(
    `Adverts: of ${right + wrong.length + left.length} facts ${right} read right, ${wrong.length} wrong, ${left.length} left out.\n${told(wrong)}\n${told(left)}\n`,
  );
  const all = right + wrong.length + left.length;
  expect(wrong.length / all).toBeLessThan(0.05);
  expect(right / all).toBeGreaterThan(0.9);
});

const engine = (id: string, litres: number, codes: readonly string[], induction?: 'turbocharged') => ({
  id,
  name: `Engine ${id}`,
  shortName: id,
  codes: [...codes],
  litres,
  ...(induction ? { induction } : {}),
});

describe('an engine of the library is meant', () => {
  const engines = [
    engine('four', 1.8, ['QK18'], 'turbocharged'),
    engine('plain', 1.8, ['QK17']),
    engine('e-297', 2.97, ['H27']),
    engine('e-302', 3.02, []),
  ];
  const meant = (text: string) => readAdvert(text, engines).find((p) => p.field === 'engineId')?.value;
  test.each([
    ['QK17 engine, 400 EUR', 'plain'],
    ['1.8 turbo with box', 'four'],
    ['Moteur 1.8, 90 000 km', 'plain'],
    // Two of them could be: nobody is asked to believe one.
    ['3.0 six, 900€', undefined],
    ['xQK17y', undefined],
    ['2.2 diesel', undefined],
  ])('%s: %s', (text, id) => expect(meant(text)).toBe(id));
});

test('every proposal names a place in the text, or none where nothing in it says so; nothing makes it stumble', () => {
  const words = [
    '600 €',
    'ohne',
    'sans',
    'with',
    'turbo',
    'boîte',
    '1.8',
    '140 km',
    'é',
    'ß',
    '🙂',
    '\n',
    ',',
    '.',
    'missing',
    '2004',
    'Lichtmaschine',
  ];
  const texts = fc.oneof(
    fc.string({ unit: 'grapheme', maxLength: 300 }),
    fc.array(fc.constantFrom(...words), { maxLength: 40 }).map((w) => w.join(' ')),
  );
  fc.assert(
    fc.property(texts, (text) => {
      for (const p of readAdvert(text))
        for (const [from, to] of p.at) {
          expect(from).toBeGreaterThanOrEqual(0);
          expect(to).toBeGreaterThanOrEqual(from);
          expect(to).toBeLessThanOrEqual(text.length);
        }
    }),
    { numRuns: 500 },
  );
});

test('the place of a proposal is measuring position, also behind accents and signs', () => {
  const text = 'Über 🙂 Motor: Lichtmaschine fehlt, 1.200 €';
  const at = (p: AdvertProposal | undefined) => p?.at.map(([from, to]) => text.slice(from, to));
  const read = readAdvert(text);
  expect(at(read.find((p) => p.field === 'missing'))).toEqual(['Lichtmaschine']);
  expect(at(read.find((p) => p.field === 'price'))).toEqual(['1.200 €']);
});

test('a hundred thousand letters don’t make it go round in circles', () => {
  readAdvert('1.8 turbo ohne , 140 km '.repeat(4000));
  readAdvert('a'.repeat(100_000));
  expect(readAdvert('')).toEqual([expect.objectContaining({ field: 'kind' })]);
});
