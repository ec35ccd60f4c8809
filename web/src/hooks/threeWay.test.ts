import fc from 'fast-check';
import { mergeThreeWay } from './threeWay.ts';

const merge = (base: unknown, mine: unknown, theirs: unknown, prefer?: 'mine' | 'theirs') =>
  mergeThreeWay(base, mine, theirs, prefer);

describe('two changes of the same content', () => {
  test('of different fields are both kept', () => {
    const base = { name: 'a', why: '', place: { x: 1, y: 2 } };
    expect(merge(base, { ...base, name: 'b' }, { ...base, place: { x: 1, y: 5 } })).toEqual({
      content: { name: 'b', why: '', place: { x: 1, y: 5 } },
      conflicts: [],
    });
  });

  test('of the same field are a conflict, named by its pointer, and stand as preferred', () => {
    const base = { place: { x: 1, y: 2 } };
    const [mine, theirs] = [{ place: { x: 3, y: 2 } }, { place: { x: 4, y: 7 } }];
    const conflicts = [{ pointer: '/place/x', mine: 3, theirs: 4 }];
    expect(merge(base, mine, theirs)).toEqual({ content: { place: { x: 3, y: 7 } }, conflicts });
    expect(merge(base, mine, theirs, 'theirs')).toEqual({ content: { place: { x: 4, y: 7 } }, conflicts });
  });

  test('to the same value are none', () => {
    expect(merge({ a: 1 }, { a: 2 }, { a: 2 }).conflicts).toEqual([]);
  });

  test('a field taken away by one stays away; one that the other changed meanwhile is a conflict', () => {
    expect(merge({ a: 1, b: 1 }, { b: 1 }, { a: 1, b: 2 })).toEqual({ content: { b: 2 }, conflicts: [] });
    expect(merge({ a: 1 }, {}, { a: 2 }).conflicts).toEqual([{ pointer: '/a', mine: undefined, theirs: 2 }]);
  });

  test('a figure with its evidence is one thing: nobody gets a value of one and a ± of another', () => {
    const base = { mass: { value: 100, plusMinus: 1, evidence: 'measured' } };
    const mine = { mass: { ...base.mass, value: 110 } };
    const theirs = { mass: { ...base.mass, plusMinus: 5 } };
    expect(merge(base, mine, theirs).conflicts).toEqual([{ pointer: '/mass', mine: mine.mass, theirs: theirs.mass }]);
  });

  test('rows go by their id: added by both, changed by one, taken out by the other', () => {
    const base = [
      { id: 'a', n: 1 },
      { id: 'b', n: 1 },
    ];
    const mine = [
      { id: 'a', n: 2 },
      { id: 'b', n: 1 },
      { id: 'mine', n: 1 },
    ];
    const theirs = [
      { id: 'theirs', n: 1 },
      { id: 'a', n: 1 },
    ];
    expect(merge(base, mine, theirs)).toEqual({
      content: [
        { id: 'theirs', n: 1 },
        { id: 'a', n: 2 },
        { id: 'mine', n: 1 },
      ],
      conflicts: [],
    });
  });

  test('lists of words are sets, a place is merged by its axes', () => {
    expect(merge(['a', 'b'], ['b', 'c'], ['a', 'b', 'd']).content).toEqual(['b', 'd', 'c']);
    expect(merge({ at: [1, 2, 3] }, { at: [9, 2, 3] }, { at: [1, 2, 8] })).toEqual({
      content: { at: [9, 2, 8] },
      conflicts: [],
    });
  });

  test('lists of another length that both changed are a conflict as a whole', () => {
    expect(merge([1, 2], [1], [1, 2, 3]).conflicts).toHaveLength(1);
  });

  test('a row that one changed and the other took out is a conflict', () => {
    const { conflicts } = merge([{ id: 'a', n: 1 }, { id: 'b' }], [{ id: 'a', n: 2 }, { id: 'b' }], [{ id: 'b' }]);
    expect(conflicts).toEqual([{ pointer: '/a', mine: { id: 'a', n: 2 }, theirs: undefined }]);
  });

  test('pointers are escaped', () => {
    expect(merge({ 'a/b': 1 }, { 'a/b': 2 }, { 'a/b': 3 }).conflicts[0]!.pointer).toBe('/a~1b');
  });

  const field = fc.constantFrom('a', 'b', 'c', 'd');
  const flat = fc.dictionary(field, fc.integer({ min: 0, max: 3 }), { noNullPrototype: true });
  test('whatever changed: one side alone is that side, both alike is both, and nobody’s single change is lost', () => {
    fc.assert(
      fc.property(flat, flat, flat, (base, mine, theirs) => {
        expect(merge(base, mine, base).content).toEqual(mine);
        expect(merge(base, base, theirs).content).toEqual(theirs);
        expect(merge(base, mine, mine)).toEqual({ content: mine, conflicts: [] });
        const { content, conflicts } = merge(base, mine, theirs);
        const merged = content as Record<string, number>;
        for (const key of ['a', 'b', 'c', 'd']) {
          const [b, m, t] = [base[key], mine[key], theirs[key]];
          const clash = m !== t && m !== b && t !== b;
          expect(conflicts.some((c) => c.pointer === `/${key}`)).toBe(clash);
          expect(merged[key]).toBe(clash ? m : m === b ? t : m);
        }
      }),
    );
  });
});
