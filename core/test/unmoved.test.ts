/** What stands when only a part of a candidate is changed: judged anew it would be the same, and no stage that stands reads that part. */
import {
  assessIn,
  judging,
  READ_BY,
  resolveSubject,
  restsOn,
  settingOf,
  STAGE_NAMES,
  type Candidate,
  type StageName,
} from '../src/index.ts';
import { library, pickup, racer, tug } from './demo.ts';

const cases = [tug, racer, pickup].flatMap((build) =>
  build.candidates.map((c) => [`${build.name}, ${c.letter}`, build, c] as const),
);

const EDITS: readonly (readonly [string, (c: Candidate) => Candidate])[] = [
  [
    'a price',
    (c) => ({
      ...c,
      bill: { edits: [{ id: c.gearboxId, price: { low: 1, likely: 2, high: 9, evidence: 'claimed' } }] },
    }),
  ],
  ['an own line without a price', (c) => ({ ...c, bill: { own: [{ id: 'x', name: 'Paint', class: 'looks' }] } })],
  ['no bill', ({ bill: _bill, ...c }) => c],
  ['no wiring', ({ wiring: _wiring, ...c }) => c],
  ['a plan', (c) => ({ ...c, wiring: { ...c.wiring, plan: 'loom shop' } })],
  [
    'both',
    (c) => ({
      ...c,
      wiring: { plan: 'merged looms' },
      bill: { contingency: 'by evidence', own: [{ id: 'm', name: 'Map', class: 'calibration' }] },
    }),
  ],
  ['parts to keep', (c) => ({ ...c, jointWishes: { keep: [], refuse: [] } })],
  // And what moves everything.
  ['no parts', (c) => ({ ...c, partIds: [] })],
  ['another name', (c) => ({ ...c, name: 'Another' })],
];

test.each(cases)(
  '%s: changed in one thing after another, it is judged as if it had never been judged',
  (_, build, c) => {
    const setting = settingOf(build);
    let now = c;
    assessIn(setting, now, library);
    for (const [what, edit] of EDITS) {
      now = edit(now);
      expect([what, assessIn(setting, now, library)]).toEqual([what, assessIn({ ...setting }, now, library)]);
    }
    expect(assessIn(setting, c, library)).toEqual(assessIn({ ...setting }, c, library));
  },
);

test.each(Object.keys(READ_BY) as (keyof typeof READ_BY)[])('no stage but those that say so reads %s', (key) => {
  const readers: ReadonlySet<StageName> = new Set(READ_BY[key]);
  const stands = STAGE_NAMES.filter((s) => !readers.has(s) && !restsOn(s).some((on) => readers.has(on)));
  expect(stands.length).toBeGreaterThan(12);
  for (const [, build, c] of cases) {
    const full: Candidate = { bill: { own: [] }, wiring: {}, jointWishes: { keep: [], refuse: [] }, ...c };
    const { subject } = resolveSubject(settingOf(build), full, library);
    const read: string[] = [];
    // Copied along it is not read: what looks into it is told.
    const told = {
      ...subject!.candidate,
      [key]: new Proxy(subject!.candidate[key]!, {
        get(of, name) {
          read.push(String(name));
          return Reflect.get(of, name) as unknown;
        },
      }),
    };
    const judged = judging({ ...subject!, candidate: told });
    for (const stage of stands) {
      judged.find(stage);
      expect([stage, read]).toEqual([stage, []]);
    }
  }
});
