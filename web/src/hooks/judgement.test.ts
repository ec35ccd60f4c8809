import { assessAll, lineup, type Assessment } from '@sable/core';
import { library, tug } from '../../../core/test/demo.ts';
import { merged, type Standing } from './judgement.ts';

const all = assessAll(tug, library);
const verdict = lineup(tug, all);
const standing: Standing = {
  judgement: { assessments: all, verdict, found: all[0] },
  changed: new Map(),
  fault: undefined,
};

/** The assessment with another figure in one of its checks. */
const moved = (a: Assessment): Assessment => ({
  ...a,
  checks: a.checks.map((c, i) => (i === 0 && c.value !== undefined ? { ...c, value: c.value + 50 } : c)),
});

describe('a judgement with what is new put in', () => {
  test('what nothing touched stays the very same; what was judged anew stands in its place', () => {
    const renewed = moved(all[2]!);
    const next = merged(standing, tug, { renewed: [renewed], verdict });
    expect(next.judgement!.assessments.map((a) => a.candidateId)).toEqual(tug.candidates.map((c) => c.id));
    expect(next.judgement!.assessments[2]).toBe(renewed);
    for (const i of [0, 1, 3, 4, 5]) expect(next.judgement!.assessments[i]).toBe(all[i]);
    expect([...next.changed.keys()]).toEqual([renewed.candidateId]);
    expect(next.judgement!.found).toBe(all[0]);
  });

  test('a candidate that is gone is gone, one that is not judged yet is left out', () => {
    const [, ...rest] = tug.candidates;
    const next = merged(standing, { ...tug, candidates: rest }, { renewed: [], verdict });
    expect(next.judgement!.assessments).toEqual(all.slice(1));
    const fresh: Standing = { judgement: undefined, changed: new Map(), fault: 'broken before' };
    const first = merged(fresh, tug, { renewed: [all[0]!], verdict, found: null });
    expect(first.judgement!.assessments).toEqual([all[0]]);
    expect(first.judgement!.found).toBeUndefined();
    expect(first.fault).toBeUndefined();
  });

  test('a change that changes nothing leaves the last change told', () => {
    const changed = new Map([['c', []]]);
    expect(merged({ ...standing, changed }, tug, { renewed: [all[1]!], verdict }).changed).toBe(changed);
  });
});
