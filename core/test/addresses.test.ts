import {
  assess,
  assessAll,
  assessIn,
  fieldWords,
  settingOf,
  withInput,
  type Build,
  type Check,
  type Inputs,
} from '../src/index.ts';
import { candidate, library, pickup, racer, tug } from './demo.ts';

const BUILDS = [tug, racer, pickup];
/** What the program brings itself stands nowhere in build or library: fuel data of the injector sum, heat of any engine. */
const OF_THE_PROGRAM = new Set([
  'specific consumption',
  'BSFC',
  'fuel, kg/l',
  'share of the heat into the coolant',
  'heat rejection of such a core',
]);

interface Doubt {
  readonly build: Build;
  readonly candidateId: string;
  readonly check: Check;
  readonly from: Check['from'][number];
}
const doubts: Doubt[] = BUILDS.flatMap((build) =>
  assessAll(build, library).flatMap((a) =>
    a.checks.flatMap((check) =>
      check.from
        .filter((from) => from.plusMinus > 0 && !OF_THE_PROGRAM.has(from.name))
        .map((from) => ({ build, candidateId: a.candidateId, check, from })),
    ),
  ),
);

test('whatever brings doubt into a check says where it is entered, and the dictionary has a name for it', () => {
  expect(doubts.length).toBeGreaterThan(300);
  const nowhere = doubts.filter((d) => d.from.pointer === undefined).map((d) => `${d.check.id}: ${d.from.name}`);
  expect([...new Set(nowhere)]).toEqual([]);
  const nameless = doubts.filter((d) => !fieldWords(d.from.pointer!)).map((d) => d.from.pointer);
  expect([...new Set(nameless)]).toEqual([]);
});

const inputsOf = (build: Build, candidateId: string): Inputs => ({
  setting: settingOf(build),
  candidate: build.candidates.find((c) => c.id === candidateId)!,
  library,
});
const judge = ({ setting, candidate: c, library: lib }: Inputs) => assessIn(setting, c, lib);

describe('an input changed by its address', () => {
  test('an address holds a number, and the check that it decides moves with it', () => {
    // One check for each address: the one in which it weighs most.
    const main = new Map<string, Doubt>();
    for (const d of doubts) {
      // The change of an axle load keeps the whole doubt of the load, though what was weighed stands on both sides of it.
      if (d.from.name === 'change of axle load') continue;
      const known = main.get(d.from.pointer!);
      if (!known || d.from.share > known.from.share) main.set(d.from.pointer!, d);
    }
    const still: string[] = [];
    for (const [pointer, d] of main) {
      if (d.from.share < 0.02) continue;
      const inputs = inputsOf(d.build, d.candidateId);
      // A place, a weighing, a tyre that is known by its code, a brake by its lengths, a duct by its kind and a solid mount have no number of their own.
      if (
        /pinion$|tyres\/\d+$|brakes(\/(front|rear|pedal))?$|cooling$|chassis\/weighing$|mounts\/\d+\/element$/.test(
          pointer,
        )
      )
        continue;
      const value = /curves\/\d+$/.test(pointer) ? 0.9 : d.from.value * 0.9;
      const changed = withInput(inputs, pointer, value);
      const now = changed && judge(changed).checks.find((c) => c.id === d.check.id)?.value;
      if (now === undefined || now === d.check.value) still.push(`${pointer} in ${d.check.id}`);
    }
    expect(still).toEqual([]);
  });

  test('with its own value nothing changes, and what was handed in stays as it was', () => {
    const inputs = inputsOf(tug, candidate('C').id);
    const before = JSON.stringify(inputs);
    const same = withInput(inputs, '/chassis/weighing/frontKg', tug.chassis!.weighing.frontKg!.value)!;
    expect(judge(same).checks).toEqual(judge(inputs).checks);
    withInput(inputs, '/chassis/weighing/frontKg', 1);
    expect(JSON.stringify(inputs)).toBe(before);
  });

  test.each([
    '/chassis/nothing',
    '/engines/gone/boreMm',
    '/chassis',
    '/candidates/other/finalDrive',
    '/elsewhere/x',
    '',
  ])('at %s there is nothing that takes a number', (pointer) => {
    expect(withInput(inputsOf(tug, candidate('C').id), pointer, 1)).toBeUndefined();
  });

  test('a plain number of the brief and of the candidate is replaced', () => {
    const inputs = inputsOf(tug, candidate('C').id);
    expect(withInput(inputs, '/brief/hourlyRate', 77)?.setting.brief.hourlyRate).toBe(77);
    expect(withInput(inputs, `/candidates/${candidate('C').id}/finalDrive`, 3.9)?.candidate.finalDrive).toBe(3.9);
  });
});

test('names of contributions are the field’s, never those of variables', () => {
  const names = new Set(doubts.map((d) => d.from.name));
  expect([...names].filter((n) => /[a-z][A-Z]|^(in|out)\d+$|^[A-Z]$/.test(n))).toEqual([]);
});

test('the address of a gear pair’s box is that of the box', () => {
  const withPair = tug.candidates.find((c) => c.letter === 'C')!;
  const a = assess(tug, withPair, library);
  const box = a.checks.flatMap((c) => c.from).filter((f) => f.pointer?.startsWith('/gearboxes/'));
  expect(new Set(box.map((f) => f.pointer!.split('/')[2]))).toEqual(new Set([withPair.gearboxId]));
});
