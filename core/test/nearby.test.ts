/** What is near: spares and know-how, who sells, who maps; and what is said where nobody has entered it. */
import { supplyWords, withSupplier, type Build, type Supplier, type Tuner } from '../src/index.ts';
import { computersToMap, mapsIt } from '../src/questions/wiring/index.ts';
import { resolveSubject, settingOf } from '../src/index.ts';
import { judged, library, listing, tug, withEngine } from './demo.ts';

const withBrief = (more: Partial<Build['brief']>): Build => ({ ...tug, brief: { ...tug.brief, ...more } });
const subjectOf = (letter: string) =>
  resolveSubject(
    settingOf(tug),
    tug.candidates.find((c) => c.letter === letter)!,
    library,
  ).subject!;

describe('suppliers', () => {
  test('one of whom nothing is said any more is left out; what others say stays', () => {
    const marsh: Supplier = { name: 'Marsh', trust: 'good', lateDays: 3 };
    const all = withSupplier([marsh], 'Reed', { trust: 'let us down', note: 'paid, never came' });
    expect(all).toEqual([marsh, { name: 'Reed', trust: 'let us down', note: 'paid, never came' }]);
    expect(withSupplier(all, 'Reed', { trust: 'untried', note: undefined })).toEqual([marsh]);
    expect(withSupplier(all, 'Marsh', { lateDays: undefined })[1]).toEqual({ name: 'Marsh', trust: 'good' });
  });
  test('a seller who let somebody down is told with the offer, a good one too, an untried one not', () => {
    const offer = listing('v6-set');
    const { seller } = offer;
    const c = tug.candidates.find((x) => x.engineId === offer.engineId)!;
    const of = (trust: Supplier['trust']) =>
      judged(
        c.letter,
        { bought: { listing: offer, besides: [] } },
        withBrief({ suppliers: [{ name: seller, trust }] }),
      ).findings.find((f) => f.id === 'offer-seller');
    expect(of('let us down')!.state).toBe('tight');
    expect(of('let us down')!.title).toContain(seller);
    expect(of('good')!.state).toBe('clear');
    expect(of('untried')).toBeUndefined();
  });
});

describe('know-how', () => {
  test('is in the words of supply only where somebody has said', () => {
    const supply = { scarcity: 'common', makerActive: true } as const;
    expect(supplyWords(supply)).toBe('common, manufacturer still active');
    expect(supplyWords({ ...supply, sparesNearby: true, knowHowNearby: false })).toBe(
      'common, manufacturer still active, spares nearby, no specialist nearby',
    );
  });
  test('an engine that nobody near works on is tight, and says what that means', () => {
    const { engineId } = tug.candidates.find((c) => c.letter === 'E')!;
    const of = (knowHowNearby: boolean | undefined) =>
      judged(
        'E',
        {},
        tug,
        withEngine(engineId, (e) => ({
          ...e,
          supply: { scarcity: 'common', makerActive: true, ...(knowHowNearby === undefined ? {} : { knowHowNearby }) },
        })),
      ).findings.find((f) => f.id === `supply-${engineId}`);
    expect(of(undefined)).toBeUndefined();
    expect(of(true)).toBeUndefined();
    expect(of(false)!.title).toMatch(/no specialist nearby$/);
    expect(of(false)!.because).toContain('sent away');
  });
});

describe('tuners', () => {
  const part = library.parts.find((p) => p.class === 'computer')!;
  const computer = part.name;
  const told = (tuners: Tuner[] | undefined) =>
    judged('B', { partIds: [part.id] }, tuners ? withBrief({ tuners }) : tug).findings.filter((f) =>
      f.id.startsWith('tuner-'),
    );
  test('a bought computer is mapped always, the engine’s own where the engine was changed', () => {
    const of = (letter: string, change: object) => computersToMap({ ...subjectOf(letter), ...change });
    const c = tug.candidates.find((x) => x.letter === 'B')!;
    const sums = [{ id: 'w', sum: 'injectors', inputs: {} }];
    expect(of('B', { parts: [part] })).toEqual([computer]);
    expect(of('B', { parts: [], candidate: { ...c, workings: [] } })).toEqual([]);
    expect(of('B', { parts: [], candidate: { ...c, workings: sums } })).toEqual([subjectOf('B').engine.computer!.name]);
    expect(of('B', { parts: [], candidate: { ...c, wiring: { plan: 'standalone computer' } } })).toEqual([
      'standalone computer',
    ]);
  });
  test('the nearest who works with it is named; where none does, that is tight', () => {
    expect(told(undefined)).toEqual([]);
    expect(told([])).toEqual([]);
    const far: Tuner = { name: 'Far', distanceKm: 180, computers: [computer.toUpperCase()] };
    const near: Tuner = { name: 'Near', distanceKm: 12, computers: ['other obstacle', computer] };
    expect(told([far, near])[0]).toMatchObject({ state: 'clear' });
    expect(told([far, near])[0]!.title).toMatch(/^Near,/);
    expect(told([far])[0]!.title).toMatch(/^Far,/);
    const other = told([{ name: 'Other', computers: ['punched cards'] }])[0]!;
    expect(other).toMatchObject({ state: 'tight', title: `${computer}: no tuner nearby` });
    expect(other.because).toContain('punched cards');
  });
  test.each([
    ['Standalone computer with loom', 'standalone', true],
    ['Standalone', 'STANDALONE computer', true],
    ['Bosk 4', 'bosk-4', true],
    ['Bosk 4', '', false],
    ['Bosk 4', 'Marl', false],
  ])('%s, of somebody who maps “%s”: %s', (name, words, yes) => {
    expect(mapsIt([words], name)).toBe(yes);
  });
});
