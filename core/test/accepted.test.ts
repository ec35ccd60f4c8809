import fc from 'fast-check';
import {
  ACCEPTED_KINDS,
  accept,
  acceptedIn,
  acceptedKey,
  assess,
  takeOut,
  type Accepted,
  type Candidate,
} from '../src/index.ts';
import { candidate, judged, library, pickup, racer, tug } from './demo.ts';

const id = fc.constantFrom('a', 'b', 'c', 'd');
/** Work of each kind; a kind that is not here fails the first test. */
const WORK: { [K in Accepted['kind']]: fc.Arbitrary<Extract<Accepted, { kind: K }>> } = {
  part: fc.record({ kind: fc.constant('part' as const), partId: id }),
  withoutPart: fc.record({ kind: fc.constant('withoutPart' as const), partId: id }),
  dressing: fc.record({
    kind: fc.constant('dressing' as const),
    slot: fc.constantFrom('sump' as const, 'intake' as const),
    optionId: id,
  }),
  obstacleChange: fc.record({
    kind: fc.constant('obstacleChange' as const),
    obstacleId: id,
    do: fc.constantFrom('notch' as const, 'bulge' as const),
    amountMm: fc.integer({ min: 0, max: 90 }),
  }),
  movedLump: fc.record({
    kind: fc.constant('movedLump' as const),
    lumpId: id,
    toMm: fc.constantFrom<[number, number, number]>([-500, 0, 300], [-2000, 100, 250]),
  }),
  mount: fc.record({
    kind: fc.constant('mount' as const),
    id,
    name: fc.constantFrom('left', 'right', 'tail'),
    padId: id,
  }),
  bracket: fc.record({
    kind: fc.constant('bracket' as const),
    mountId: fc.constantFrom('left', 'right'),
    from: fc.constant('made' as const),
    metal: fc.constantFrom('steel' as const, 'aluminium' as const),
    widthMm: fc.integer({ min: 20, max: 90 }),
    thicknessMm: fc.integer({ min: 3, max: 12 }),
  }),
  shield: fc.record({ kind: fc.constant('shield' as const), on: id }),
  pickUpCheck: fc.record({
    kind: fc.constant('pickUpCheck' as const),
    of: id,
    found: fc.constantFrom('as before' as const, 'changed' as const),
  }),
  swap: fc.record({
    kind: fc.constant('swap' as const),
    joint: fc.constantFrom('sender:oil', 'steering'),
    engineId: id,
  }),
  jointCheck: fc.record({
    kind: fc.constant('jointCheck' as const),
    joint: fc.constantFrom('pilot', 'coolant:top', 'heater:return'),
    note: fc.constantFrom('Held against it.', 'Measured both.'),
  }),
  fabrication: fc.record({
    kind: fc.constant('fabrication' as const),
    joint: fc.constantFrom('bell', 'output', 'engine-mounts'),
  }),
  trim: fc.record({ kind: fc.constant('trim' as const), solidId: id }),
  cure: fc.record({ kind: fc.constant('cure' as const), weakId: id }),
  springs: fc.record({
    kind: fc.constant('springs' as const),
    end: fc.constantFrom('front' as const, 'rear' as const),
    rateNPerMm: fc.integer({ min: 10, max: 90 }),
  }),
  differential: fc.record({
    kind: fc.constant('differential' as const),
    differential: fc.constantFrom('open' as const, 'locked' as const, 'limited' as const),
  }),
  gearPair: fc.record({ kind: fc.constant('gearPair' as const), pairId: id }),
  tyre: fc.record({
    kind: fc.constant('tyre' as const),
    tyreCode: fc.constantFrom('185/65R14', '165/80R13', '195/50R15'),
  }),
  torqueLimit: fc.record({
    kind: fc.constant('torqueLimit' as const),
    gear: fc.integer({ min: 1, max: 4 }),
    torqueNm: fc.integer({ min: 50, max: 300 }),
  }),
  calculation: fc.record({
    kind: fc.constant('calculation' as const),
    saved: fc.record({ id, sum: fc.constantFrom('duty', 'cam'), inputs: fc.constant({}), choices: fc.constant({}) }),
  }),
};
const KINDS = Object.keys(WORK) as Accepted['kind'][];
const anyWork: fc.Arbitrary<Accepted> = fc.oneof(...KINDS.map((k) => WORK[k] as fc.Arbitrary<Accepted>));

const bare: Candidate = {
  ...candidate('C'),
  dressing: {},
  partIds: [],
};
/** A candidate that some work was accepted into already. */
const candidates = fc.array(anyWork, { maxLength: 12 }).map((list) => list.reduce(accept, bare));

test('every kind of the table is tried here', () => {
  expect(KINDS.sort()).toEqual([...ACCEPTED_KINDS].sort());
});

test.each(KINDS)('%s: accepted and undone, the candidate is as it was', (kind) => {
  fc.assert(
    fc.property(candidates, WORK[kind], (before, work) => {
      expect(takeOut(accept(before, work), work, before)).toEqual(before);
    }),
  );
});

test.each(KINDS)('%s: accepted twice is accepted once', (kind) => {
  fc.assert(
    fc.property(candidates, WORK[kind], (before, work) => {
      const once = accept(before, work);
      expect(accept(once, work)).toEqual(once);
    }),
  );
});

test.each(KINDS.filter((k) => k !== 'withoutPart' && k !== 'tyre'))(
  '%s: it stands in the candidate, and taken out nothing of its key is left',
  (kind) => {
    fc.assert(
      fc.property(candidates, WORK[kind], (before, work) => {
        const after = accept(before, work);
        expect(acceptedIn(after)).toContainEqual(work);
        const left = acceptedIn(takeOut(after, work));
        expect(left.filter((w) => w.kind === kind).map(acceptedKey)).not.toContain(acceptedKey(work));
        // Nothing else is touched.
        const others = (list: Accepted[]) => list.filter((w) => acceptedKey(w) !== acceptedKey(work));
        expect(others(left)).toEqual(others(acceptedIn(before)));
      }),
    );
  },
);

test('what is accepted is a candidate that the server would take', async () => {
  const { Ajv } = await import('ajv');
  const { Candidate: Schema } = await import('../src/index.ts');
  const valid = new Ajv({ strict: false }).compile(Schema);
  fc.assert(fc.property(candidates, (c) => valid(c)));
});

describe('on the bill', () => {
  const line = (letter: string, work: Accepted) => {
    const changed = accept(candidate(letter), work);
    const before = judged(letter).figures.money.bill;
    const after = assess(tug, changed, library).figures!.money!.bill;
    return {
      changed,
      before,
      after,
      line: after.lines.find((l) => l.acceptance && acceptedKey(l.acceptance) === acceptedKey(work)),
    };
  };
  test('a torque limit is a line with its hours, and is taken out there', () => {
    const work: Accepted = { kind: 'torqueLimit', gear: 1, torqueNm: 90 };
    const { changed, before, after, line: added } = line('C', work);
    expect(added).toMatchObject({ class: 'fit', price: { likely: 0 }, hours: { likely: 1 }, currency: 'EUR' });
    expect(after.hours.likely - before.hours.likely).toBeCloseTo(1, 9);
    expect(takeOut(changed, added!.acceptance!)).toEqual(candidate('C'));
  });
  test('every line that was accepted leaves the bill when it is taken out, and no other does', () => {
    for (const build of [tug, racer, pickup])
      for (const c of build.candidates) {
        const { bill } = assess(build, c, library).figures!.money!;
        for (const l of bill.lines) {
          if (!l.acceptance) continue;
          const left = takeOut(c, l.acceptance);
          // Tyres can only be replaced.
          if (left === c) expect(l.acceptance.kind).toBe('tyre');
          else {
            const now = assess(build, left, library).figures!.money!.bill.lines.map((x) => x.id);
            expect(now).not.toContain(l.id);
            const gone = bill.lines
              .filter((x) => !now.includes(x.id) && x.class !== 'donor' && x.class !== 'joint')
              .map((x) => x.id);
            // What was made for a mount goes with it.
            const own = l.id.startsWith('mount-') ? l.id.replace('mount-', 'bracket-') : undefined;
            // With the last thing that wants a map the map goes too.
            expect(gone.filter((id) => id !== own && id !== 'map')).toEqual([l.id]);
          }
        }
      }
  });
});
