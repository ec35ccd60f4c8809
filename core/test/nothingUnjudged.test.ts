/**
 * Each input of each demo candidate taken away in turn: no check becomes better by it, one that needs it is unknown and says so,
 * and what no check rests on is known to be so. The table of the checks says which is which.
 */
import {
  assess,
  Brief,
  CHECK_TABLE,
  Chassis,
  Engine,
  Gearbox,
  Part,
  type Assessment,
  type Build,
  Candidate as CandidateSchema,
  type Candidate,
  type Check,
  type CheckId,
  type Library,
  type State,
} from '../src/index.ts';
import { library, pickup, racer, tug } from './demo.ts';
import { builtOf, LAYOUTS } from './layouts.ts';
import { readable } from './readable.ts';
import { removables, type Removable } from './removable.ts';

/** Inputs that no check rests on, and why. */
const OF_NO_CHECK: Readonly<Record<string, string>> = {
  '/candidates/*/mounts/*/bolt/boltClass': 'of the tightening torque, which is told',
  '/candidates/*/mounts/*/bracket/alsoBossIds': 'of its template',
  '/candidates/*/mounts/*/bracket/mountHoleMm': 'of its template, which is unknown without it: a finding',
  '/candidates/*/mounts/*/bracket/standOffMm': 'of its template, which is unknown without it: a finding',
  '/engines/*/bosses/*/direction': 'of the template of a bracket, which is unknown without it: a finding',
  '/engines/*/bosses/*/fromYear': 'in every block where nothing is said',
  '/engines/*/bosses/*/toYear': 'in every block where nothing is said',
  '/chassis/claims/*/about/partId': 'words of others, judged by themselves',
  '/chassis/engineAt':
    'what is put elsewhere is measured against it: its ghost, and how the gearbox lies against the one found',
  '/parts/*/carries/pickUps': 'a finding of its own, which asks where nobody has said',
  ...Object.fromEntries(
    ['/chassis', '/engines/*', '/gearboxes/*', '/parts/*'].map((of) => [
      `${of}/plugs/*/pins/*/colour`,
      'for the reader',
    ]),
  ),
  ...Object.fromEntries(
    ['/chassis/plugs/*/atMm', '/chassis/plugs/*/tailMm', '/engines/*/plugs/*/atMm', '/engines/*/plugs/*/tailMm'].map(
      (at) => [at, 'of the length that Fit proposes for a wire'],
    ),
  ),
  '/engines/*/plugs/*/onComputer': 'of the length that Fit proposes for a wire',
  ...Object.fromEntries(
    ['', '/hoursPerWeek', '/startOn', '/doneBy', '/monthlyLimit'].map((key) => [
      `/brief/pace${key}`,
      'of the days on which work and money fall, which are no check',
    ]),
  ),
  '/brief/caps/cylinders': 'a finding of its own',
  '/chassis/year': 'for the reader',
  '/chassis/trackFrontMm': 'of the differential’s table and of the drawing',
  '/chassis/weighing/corners': 'axle loads are stored beside them',
  '/chassis/originalEngineId': 'of the car as found; what comes out is the list of lumps',
  '/chassis/brakesForKw': 'of what gives up first',
  '/chassis/differentials': 'open where none is entered, which is the worst case of grip',
  '/chassis/differentials[]': 'open where none is entered, which is the worst case of grip',
  '/chassis/differentials/*/biasRatio': 'of the differential’s table',
  '/chassis/installFrom': 'of the ways in',
  '/chassis/claims': 'words of others, judged by themselves',
  '/chassis/claims[]': 'words of others, judged by themselves',
  '/chassis/claims/*/about/engineId': 'words of others, judged by themselves',
  '/chassis/claims/*/about/optionId': 'words of others, judged by themselves',
  '/chassis/claims/*/test': 'words of others, judged by themselves',
  '/chassis/tape': 'readings behind the bodies that are stored',
  '/chassis/tape[]': 'readings behind the bodies that are stored',
  '/chassis/tape/*/readings[]': 'readings behind the bodies that are stored',
  '/chassis/tape/*/may[]': 'of remedies',
  '/chassis/tape/*/may/*/away': 'of remedies',
  '/chassis/tape/*/may/*/givesUp': 'of remedies',
  '/chassis/tape/*/may/*/massKg': 'of remedies',
  '/chassis/obstacles/*/may[]': 'of remedies',
  '/chassis/obstacles/*/may/*/away': 'of remedies',
  '/chassis/obstacles/*/may/*/costPerMm': 'of remedies',
  '/chassis/obstacles/*/may/*/givesUp': 'of remedies',
  '/chassis/obstacles/*/may/*/hoursPerMm': 'of remedies',
  '/chassis/obstacles/*/may/*/massKg': 'of remedies',
  '/chassis/obstacles/*/may/*/replacement': 'of remedies',
  '/chassis/obstacles/*/comesOut': 'of the ways in',
  '/chassis/obstacles/*/shielded': 'not shielded where nothing is said, which asks for more room',
  '/chassis/obstacles/*/source': 'for the reader',
  '/chassis/tyres/*/wetGrip': 'of a caution, which is no check',
  '/chassis/cooling/capKpa':
    'without a cap the limit is 105 °C, and a cap never raises it above what the engine stands',
  '/chassis/cooling/coolant': 'water where nothing is said, which boils first',
  '/chassis/cooling/condenser': 'the engine’s own list says whether it has a compressor',
  '/chassis/brakes/front/pistonsOneSide': 'one where nothing is said: the least that presses',
  '/chassis/brakes/linings': 'ordinary where nothing is said, which stand least',
  '/parts/*/brakes/front/pistonsOneSide': 'one where nothing is said: the least that presses',
  '/brief/budget': 'a wish: without it the total is told, not judged',
  '/brief/maxHours': 'a wish: without it the hours are told, not judged',
  '/brief/maxAddedKg': 'a wish: without it the change is told, not judged',
  '/brief/distanceKm': 'of the comparison of gearboxes',
  '/chassis/antiRoll': 'of the roll stiffness, which is told and has no limit',
  '/chassis/antiRoll/frontNmPerDeg': 'of the roll stiffness, which is told and has no limit',
  '/chassis/controlArms': 'for the reader',
  '/chassis/controlArms/front': 'for the reader',
  '/chassis/controlArms/rear': 'for the reader',
  '/chassis/steering': 'for the reader',
  '/chassis/steering/turns': 'for the reader',
  '/chassis/fuelSystem': 'of the fuel lines, which are for the reader so far',
  '/chassis/fuelSystem/returnLine': 'of the fuel lines, which are for the reader so far',
  '/chassis/fuelSystem/lineMm': 'of the fuel lines, which are for the reader so far',
  '/chassis/electrics/alternatorAmps': 'of the wiring, which is for the reader so far',
  '/chassis/exhaust': 'for the reader',
  '/chassis/exhaust/pipeMm': 'for the reader',
  '/engines/*/arrangement': 'of rebuilds',
  '/engines/*/blockMaterial': 'for the reader',
  '/engines/*/builtFrom': 'of marks and bosses',
  '/engines/*/builtTo': 'of marks and bosses',
  '/engines/*/cam': 'of calculators',
  '/engines/*/chamber': 'of calculators',
  '/engines/*/rodLengthMm': 'of calculators',
  '/engines/*/throttle': 'of what gives up first',
  '/engines/*/valvesPerCylinder': 'of calculators',
  '/engines/*/curves/*/source': 'for the reader',
  '/engines/*/computer': 'joints read it from the ports',
  '/engines/*/comMm/plusMinusMm': 'its own ± of a place is not carried into the axles yet',
  '/engines/*/slots/*/options/*/solids/*/temperature': 'cold where nothing is said; hot parts are drawn as such',
  '/engines/*/ports/*/evidence': 'for the reader',
  '/engines/*/ports/*/place': 'without it the face serves at every place',
  '/engines/*/supply': 'of buying',
  '/gearboxes/*/ports/*/evidence': 'for the reader',
  '/chassis/ports/*/evidence': 'for the reader',
  '/parts/*/provides/*/evidence': 'for the reader',
  '/parts/*/provides/*/place': 'without it the face serves at every place',
  '/gearboxes/*/donorKerbKg': 'of a comparison with the car it came from',
  '/gearboxes/*/lengthMm': 'for the reader; its solids are judged',
  '/gearboxes/*/newPrice': 'of the comparison of gearboxes',
  '/gearboxes/*/pairs': 'offers',
  '/gearboxes/*/pairs[]': 'offers',
  '/gearboxes/*/pairs/*/note': 'for the reader',
  '/gearboxes/*/pairs/*/ratingNm': 'offers',
  '/gearboxes/*/ratings/*/at': 'at the input where nothing is said, which is less than at the wheels',
  '/gearboxes/*/ratings/*/atRpm': 'without it a rated power says nothing',
  '/gearboxes/*/ratings/*/by': 'the maker’s where nothing is said',
  '/gearboxes/*/ratings/*/powerKw': 'a torque of the same rating stands',
  '/gearboxes/*/reverseRatio': 'told, not judged',
  '/gearboxes/*/noReverse': 'of a finding of its own, where the brief asks for a reverse',
  '/chassis/frontPinion/yawDeg': 'straight along the car where nothing is said',
  '/gearboxes/*/shiftTimeS': 'typical of its kind in runs',
  '/parts/*/brakesForKw': 'of what gives up first',
  '/parts/*/carries': 'what it would take out of the car stays then',
  '/parts/*/carries/obstacles[]': 'what it would bring',
  '/parts/*/carries/pads[]': 'what it would bring',
  '/parts/*/cooling/seal': 'a measured share of the air stands',
  '/parts/*/discontinued': 'told, not judged',
  '/parts/*/excludes[]': 'what its maker says it can’t stand beside',
  '/parts/*/excludes/*/because': 'for the reader',
  '/parts/*/requires[]': 'what its maker says it needs',
  '/parts/*/requires/*/because': 'for the reader',
  '/parts/*/leadDays': 'told, not judged',
  '/parts/*/note': 'for the reader',
};

/** Where less entered reads better, and why that is right. */
const BETTER_WITHOUT: Readonly<Record<string, string>> = {
  '/engines/*/curves/*/plusMinusPct': 'a ± that somebody entered may be wider than the usual one of its evidence',
  '/gearboxes/*/ratings/*/gear': 'a rating for one gear becomes one for the whole box',
  '/engines/*/slots[]': 'another engine: the one without that dressing',
  '/engines/*/slots/*/options/*/powerFactor':
    'what it does to the power is taken as nothing, ± a quarter with a blower',
  '/brief/now/powerKw': 'a wish taken back',
  '/brief/now/bandTorqueNm': 'a wish taken back',
};

const RANK: Readonly<Record<State, number>> = { clear: 0, tight: 1, unknown: 2, blocked: 3 };

interface Taken extends Removable {
  readonly judge: () => Assessment;
}

/** Everything of a candidate that can be taken away: of lists whose entries are alike only the first. */
function takenFrom(build: Build, c: Candidate, library: Library): Taken[] {
  const seen = new Set<string>();
  const each = /^\/(parts|chassis\/(tyres|axleRatios)|gearboxes\/\*\/ratings)/;
  const all: Taken[] = [];
  const add = (list: readonly Removable[], judge: (without: unknown) => Assessment) => {
    for (const r of list) {
      const { pattern } = r;
      if (seen.has(pattern) && !each.test(pattern)) continue;
      seen.add(pattern);
      all.push({ ...r, pattern, judge: () => judge(r.without) });
    }
  };
  const ofRow = (kind: 'engines' | 'gearboxes' | 'parts', schema: object, id: string) => {
    const row = library[kind].find((r) => r.id === id)!;
    const list = removables(schema as never, row, `/${kind}/${id}`).map((r) => ({
      ...r,
      pattern: r.pattern.replace(`/${kind}/${id}`, `/${kind}/*`),
    }));
    add(list, (without) =>
      assess(build, c, {
        ...library,
        [kind]: library[kind].map((r) => (r.id === id ? without : r)),
      }),
    );
  };
  add(removables(Chassis, build.chassis, '/chassis'), (chassis) =>
    assess({ ...build, chassis: chassis as Chassis }, c, library),
  );
  add(removables(Brief, build.brief, '/brief'), (brief) => assess({ ...build, brief: brief as Brief }, c, library));
  ofRow('engines', Engine, c.engineId);
  ofRow('gearboxes', Gearbox, c.gearboxId);
  for (const id of c.partIds) ofRow('parts', Part, id);
  // Of the candidate itself: what carries it. The rest of it are choices.
  add(
    removables(CandidateSchema, c, `/candidates/${c.id}`)
      .filter((r) => r.pattern.startsWith(`/candidates/${c.id}/mounts`))
      .map((r) => ({ ...r, pattern: r.pattern.replace(`/candidates/${c.id}`, '/candidates/*') })),
    (without) => assess(build, without as Candidate, library),
  );
  return all;
}

const needs = (id: CheckId, pattern: string) => {
  const entry = CHECK_TABLE[id];
  return entry.raisedBy.includes(pattern)
    ? 'raisedBy'
    : entry.required.includes(pattern)
      ? 'required'
      : entry.estimable.includes(pattern)
        ? 'estimable'
        : undefined;
};

const names = (a: Assessment, pointer: string) =>
  a.findings.some(
    (f) => f.state === 'unknown' && f.missing.some((m) => m.startsWith(pointer) || pointer.startsWith(m)),
  );

/** Seen by any candidate: address and check whose input it is, and addresses that moved anything. */
const seen = new Set<string>();
const moving = new Set<string>();
const all = new Set<string>();

/** Pads of a carrier that somebody buys stand where the car has none. */
const stands = ({ pattern }: Taken, was: Check, now: Check) =>
  pattern === '/chassis/pads[]' && was.id === 'fit-reach' && now.value !== undefined;

/** What is wrong about one check once an input is gone. */
function wrong(was: Check, now: Check | undefined, taken: Taken, after: Assessment): string | undefined {
  const { pattern, pointer } = taken;
  const same = now && now.state === was.state && now.value === was.value && now.plusMinus === was.plusMinus;
  if (same) return undefined;
  moving.add(pattern);
  const kind = needs(was.id, pattern);
  const what = `${was.id} without ${pattern}`;
  if (kind === undefined) return `${what}: moves, and is not in its table`;
  seen.add(`${was.id} ${pattern}`);
  if (kind === 'raisedBy') return undefined;
  if (pattern in BETTER_WITHOUT && kind !== 'required') return undefined;
  if (!now) return `${what}: is gone`;
  if (kind === 'required' && stands(taken, was, now)) return undefined;
  if (kind === 'required') {
    if (now.state !== 'unknown' && !(was.state === 'blocked' && now.state === 'blocked'))
      return `${what}: was ${was.state}, is ${now.state} and not unknown`;
    return now.state === 'unknown' && !names(after, pointer) ? `${what}: nothing says that it is missing` : undefined;
  }
  return RANK[now.state] < RANK[was.state] && now.state !== 'unknown'
    ? `${what}: was ${was.state} and is ${now.state}`
    : undefined;
}

describe.each(
  [
    ...tug.candidates.map((c) => [tug, c] as const),
    ...racer.candidates.map((c) => [racer, c] as const),
    ...pickup.candidates.map((c) => [pickup, c] as const),
  ].map(([build, c]) => [`${build.name}, ${c.letter}`, build, c, library, /./] as const),
)('%s', judgedWithout);

/** The tug in a class that asks for all there is: what only its gates rest on. */
const inClass: Build = {
  ...tug,
  brief: {
    ...tug.brief,
    caps: { displacementL: 9, powerKw: 900, leastMassKg: 100, cylinders: 12 },
    wheelPower: { kw: 10, speedKph: 60 },
    noise: { limitDb: 130, distanceM: 7.5, laterLimitDb: 128 },
    circuitNoise: { limitDb: 135, distanceM: 0.5, rpm: 5000, laterLimitDb: 134 },
  },
};
const OF_CLASS =
  /brief\/(caps|wheelPower|noise|circuitNoise)|engines\/\*\/(noise|boreMm|strokeMm|cylinders|curves)|weighing|ratios|efficiency/;
describe.each(
  tug.candidates.slice(1, 3).map((c) => [`in a class, ${c.letter}`, inClass, c, library, OF_CLASS] as const),
)('%s', judgedWithout);

/** What only a layout asks for: of the rest of a car the demo’s own builds have all. */
const OF_LAYOUT =
  /inion|hubs|alfShaft|procket|utputMm|torqueTube|ropshaft|centre|rearTorqueShare|gearboxAt|noReverse|obstacles\[\]$/;
describe.each(
  LAYOUTS.map((l) => {
    const { build, lib, candidate } = builtOf(l);
    return [l.name, build, candidate, lib, OF_LAYOUT] as const;
  }),
)('%s', judgedWithout);

function judgedWithout(_: string, build: Build, c: Candidate, lib: Library, asked: RegExp) {
  test('each input in turn: nothing better without it, nothing gone, what needs it unknown', () => {
    const before = assess(build, c, lib);
    const faults: string[] = [];
    for (const taken of takenFrom(build, c, lib)) {
      if (!asked.test(taken.pattern)) continue;
      if (taken.pattern in OF_NO_CHECK && all.has(taken.pattern)) continue;
      all.add(taken.pattern);
      const after = taken.judge();
      if (after.checks.some((k) => !before.checks.some((was) => was.id === k.id))) moving.add(taken.pattern);
      readable(after);
      for (const was of before.checks) {
        const fault = wrong(
          was,
          after.checks.find((k) => k.id === was.id),
          taken,
          after,
        );
        if (fault) faults.push(fault);
      }
    }
    expect([...new Set(faults)].sort()).toEqual([]);
  });
}

test('what the table says that a check can’t do without leaves it unknown, in one candidate or another', () => {
  const stale = Object.entries(CHECK_TABLE).flatMap(([id, entry]) =>
    entry.required.filter((pattern) => !seen.has(`${id} ${pattern}`)).map((pattern) => `${id} ${pattern}`),
  );
  expect(stale).toEqual([]);
});

test('what no check rests on has its reason', () => {
  const idle = [...all].filter((pattern) => !moving.has(pattern)).sort();
  expect(idle.filter((pattern) => !(pattern in OF_NO_CHECK))).toEqual([]);
  expect(Object.keys(OF_NO_CHECK).filter((pattern) => !idle.includes(pattern))).toEqual([]);
});
