import { findingOf, makeCheck, makeFinding, type CheckResult, type Finding, type Subject } from '../../model/index.ts';
import { madeFrom, propagate, say, sayDerived, type Derived } from '../../units/index.ts';
import { torqueAt } from '../curve/index.ts';
import { fuelOf, knownDisplacement } from '../engine/index.ts';
import type { GearingFigures } from '../gearing/index.ts';

const KW = Math.PI / 30_000;
const ABOUT_CAPS = 'The class’s own rules and its scrutineers decide.';

/** What a class or an owner asks of a candidate beyond figures of its driving: each is out where it misses one. */
export function assessWishes(
  subject: Subject,
  gearing: GearingFigures | undefined,
  totalKg: Derived | undefined,
): CheckResult {
  const results = [
    displacement(subject),
    power(subject, gearing),
    leastMass(subject, totalKg),
    wheelPower(subject, gearing),
  ];
  return {
    checks: results.flatMap((r) => r.checks),
    findings: [
      ...results.flatMap((r) => r.findings),
      ...cylinders(subject),
      ...induction(subject),
      ...gears(subject),
      ...gearCut(subject),
      ...fuelAtHand(subject),
      ...reversible(subject),
      ...originalLook(subject),
    ],
  };
}

const NOTHING: CheckResult = { checks: [], findings: [] };

function displacement({ brief, engine }: Subject): CheckResult {
  const limit = brief.caps?.displacementL;
  if (limit === undefined) return NOTHING;
  const cc = knownDisplacement(engine);
  const { boreMm, strokeMm } = engine;
  const figure =
    cc === undefined || !boreMm || !strokeMm
      ? undefined
      : propagate({ bore: boreMm, stroke: strokeMm }, (v) => {
          const share = (v.bore / boreMm.value) ** 2 * (v.stroke / strokeMm.value);
          return (cc / 1000) * share;
        });
  const check = makeCheck({
    id: 'gate-displacement',
    step: 'brief',
    group: 'Hard limits',
    title: 'Displacement',
    quantity: 'displacementL',
    figure,
    limitKind: 'at most',
    limit,
    span: 2,
    because: `${figure ? sayDerived(figure, 'displacementL') : 'Not known'}; your class allows ${say(limit, 'displacementL')}. ${ABOUT_CAPS}`,
  });
  const title =
    check.state === 'unknown'
      ? 'Its displacement is not known'
      : check.state === 'blocked'
        ? `${say(figure!.value, 'displacementL')}: more than your class allows`
        : `${say(figure!.value, 'displacementL')}, within your class`;
  const missing = check.state === 'unknown' ? [`/engines/${engine.id}/boreMm`, `/engines/${engine.id}/strokeMm`] : [];
  return { checks: [check], findings: [findingOf(check, title, { about: [engine.id], missing })] };
}

/** What makes more than its class allows may be held back: that is a promise, and stays tight. */
function power({ brief, engine, candidate }: Subject, gearing: GearingFigures | undefined): CheckResult {
  const limit = brief.caps?.powerKw;
  if (limit === undefined) return NOTHING;
  const makes = gearing?.peakPowerKw;
  const held = candidate.heldBackKw;
  const isPromise = held !== undefined && makes !== undefined && makes.value > held;
  const figure = isPromise
    ? propagate(
        { 'held back to': madeFrom({ value: held, plusMinus: 0, evidence: 'estimated' }, candidate) },
        (v) => v['held back to'],
      )
    : makes;
  const check = makeCheck({
    id: 'gate-power',
    step: 'brief',
    group: 'Hard limits',
    title: 'Maximum power',
    quantity: 'powerKw',
    figure,
    limitKind: 'at most',
    limit,
    span: 100,
    because: `${makes ? `Peak power ${sayDerived(makes, 'powerKw')}` : 'Torque curve missing'}; class limit ${say(limit, 'powerKw')}.${isPromise ? ` Restricted to ${say(held, 'powerKw')} by agreement only: no part limits it.` : ''} ${ABOUT_CAPS}`,
  });
  const promised = isPromise && check.state === 'clear' ? { ...check, state: 'tight' as const } : check;
  const title =
    promised.state === 'unknown'
      ? 'What it makes is not known'
      : promised.state === 'blocked'
        ? `${say(figure!.value, 'powerKw')}: more than your class allows`
        : isPromise
          ? `Power limited to ${say(held, 'powerKw')} of ${say(makes.value, 'powerKw')} by agreement only`
          : `${say(figure!.value, 'powerKw')}, within your class`;
  return {
    checks: [promised],
    findings: [
      findingOf(promised, title, {
        about: [engine.id],
        missing: promised.state === 'unknown' ? [`/engines/${engine.id}/curves`] : [],
      }),
    ],
  };
}

function leastMass({ brief, engine }: Subject, totalKg: Derived | undefined): CheckResult {
  const limit = brief.caps?.leastMassKg;
  if (limit === undefined) return NOTHING;
  const check = makeCheck({
    id: 'gate-mass',
    step: 'brief',
    group: 'Hard limits',
    title: 'Minimum mass',
    quantity: 'massKg',
    figure: totalKg,
    limitKind: 'at least',
    limit,
    span: 300,
    because: `${totalKg ? `${sayDerived(totalKg, 'massKg')} without driver` : 'Mass unknown'}; class minimum ${say(limit, 'massKg')}. Add ballast. ${ABOUT_CAPS}`,
  });
  const title =
    check.state === 'unknown'
      ? 'Mass unknown'
      : check.state === 'blocked'
        ? `${say(limit - totalKg!.value, 'massKg')} of ballast to reach the least mass of your class`
        : `${say(totalKg!.value, 'massKg')}, above the least of your class`;
  return {
    checks: [check],
    findings: [
      findingOf(check, title, {
        about: [],
        missing: check.state === 'unknown' ? ['/chassis/weighing', `/engines/${engine.id}/massRecords`] : [],
      }),
    ],
  };
}

/** Power at the wheels in the gear that gives most there: at a speed, or wherever it is most. */
function wheelPower({ brief, engine }: Subject, gearing: GearingFigures | undefined): CheckResult {
  const wish = brief.wheelPower;
  if (!wish) return NOTHING;
  const figure = gearing && atWheels(gearing, wish.speedKph);
  const where = wish.speedKph === undefined ? '' : ` at ${say(wish.speedKph, 'speedKph')}`;
  const check = makeCheck({
    id: 'gate-wheel-power',
    step: 'brief',
    group: 'Hard limits',
    title: `Power at the wheels${where}`,
    quantity: 'powerKw',
    figure,
    limitKind: 'at least',
    limit: wish.kw,
    span: 60,
    because: figure
      ? `${sayDerived(figure, 'powerKw')} at the wheels${where}, in the best gear there; required ${say(wish.kw, 'powerKw')}.`
      : 'Its curve, its gears or what they lose are not known.',
  });
  const title =
    check.state === 'unknown'
      ? `What reaches the wheels${where} is not known`
      : check.state === 'blocked'
        ? `${say(wish.kw - figure!.value, 'powerKw')} too little at the wheels${where}`
        : `${say(figure!.value, 'powerKw')} at the wheels${where}`;
  return {
    checks: [check],
    findings: [
      findingOf(check, title, {
        about: [engine.id],
        missing: check.state === 'unknown' ? [`/engines/${engine.id}/curves`] : [],
      }),
    ],
  };
}

function atWheels(
  { curve, gears, redlineRpm, peakPowerKw }: GearingFigures,
  speedKph: number | undefined,
): Derived | undefined {
  if (!curve || gears.length === 0 || redlineRpm === undefined || !peakPowerKw) return undefined;
  const most = (of: (g: (typeof gears)[number]) => number) => Math.max(...gears.map(of));
  const kw =
    speedKph === undefined
      ? most((g) => g.efficiency) * peakPowerKw.value
      : most((g) => {
          const rpm = (speedKph / g.speedAtRedlineKph) * redlineRpm;
          const torque = rpm > redlineRpm ? undefined : torqueAt(curve.torque, rpm);
          return torque === undefined ? 0 : torque * rpm * KW * g.efficiency;
        });
  return { ...peakPowerKw, value: kw, plusMinus: kw * (peakPowerKw.plusMinus / peakPowerKw.value) };
}

/** A finding of a wish that is kept or missed as a whole, with what to enter where it is not known. */
function wish(
  id: string,
  kept: boolean | undefined,
  words: { readonly kept: string; readonly missed: string; readonly unknown: string; readonly because: string },
  at: { readonly about: readonly string[]; readonly missing: readonly string[] },
): Finding[] {
  return [
    makeFinding({
      id,
      state: kept === undefined ? 'unknown' : kept ? 'clear' : 'blocked',
      step: 'brief',
      title: kept === undefined ? words.unknown : kept ? words.kept : words.missed,
      because: words.because,
      about: [...at.about],
      missing: kept === undefined ? [...at.missing] : [],
    }),
  ];
}

function cylinders({ brief, engine }: Subject): Finding[] {
  const most = brief.caps?.cylinders;
  if (most === undefined) return [];
  const n = engine.cylinders;
  return wish(
    'gate-cylinders',
    n === undefined ? undefined : n <= most,
    {
      kept: `${n} cylinders, within your class`,
      missed: `${n} cylinders; your class allows ${most}`,
      unknown: 'How many cylinders it has is not known',
      because: ABOUT_CAPS,
    },
    { about: [engine.id], missing: [`/engines/${engine.id}/cylinders`] },
  );
}

function induction({ brief, engine }: Subject): Finding[] {
  const allowed = brief.caps?.induction;
  if (!allowed || allowed.length === 0) return [];
  const own = engine.induction;
  return wish(
    'gate-induction',
    own && allowed.includes(own),
    {
      kept: `${own}, as your class allows`,
      missed: `It is ${own}; your class allows ${allowed.join(' or ')}`,
      unknown: 'Induction type not known',
      because: ABOUT_CAPS,
    },
    { about: [engine.id], missing: [`/engines/${engine.id}/induction`] },
  );
}

function gears({ brief, gearbox }: Subject): Finding[] {
  const least = brief.leastGears;
  if (least === undefined) return [];
  const n = gearbox.ratios.length;
  return wish(
    'gate-gears',
    n === 0 ? undefined : n >= least,
    {
      kept: `${n} gears`,
      missed: `${n} gears; required ${least}`,
      unknown: 'How many gears it has is not known',
      because: 'Gears forward.',
    },
    { about: [gearbox.id], missing: [`/gearboxes/${gearbox.id}/ratios`] },
  );
}

function gearCut({ brief, gearbox }: Subject): Finding[] {
  const wanted = brief.gearCut;
  if (!wanted) return [];
  const own = gearbox.gearCut;
  return wish(
    'gate-gear-cut',
    own === undefined ? undefined : own === wanted,
    {
      kept: `Shift type ${own}, as required`,
      missed: `Shift type ${own}; required ${wanted}`,
      unknown: 'Gear type not known',
      because: 'Helical gears are quiet and push along their shafts; straight-cut ones whine and don’t.',
    },
    { about: [gearbox.id], missing: [`/gearboxes/${gearbox.id}/gearCut`] },
  );
}

function fuelAtHand(subject: Subject): Finding[] {
  const { brief, candidate, engine } = subject;
  const at = brief.fuelsAtHand;
  if (!at || at.length === 0) return [];
  // Of an engine of which nobody has said whether it is a diesel nothing is known but what was chosen for it.
  const fuel = engine.fuel === undefined ? candidate.fuel : fuelOf(subject);
  return wish(
    'gate-fuel',
    fuel && at.includes(fuel),
    {
      kept: `It runs on ${fuel}, that is at hand`,
      missed: `It runs on ${fuel}; at hand ${at.length === 1 ? 'is' : 'are'} ${at.join(', ')}`,
      unknown: 'What it is to run on is not known',
      because: `At hand: ${at.join(', ')}.`,
    },
    { about: [engine.id], missing: [`/engines/${engine.id}/fuel`] },
  );
}

/** Metal of the body that is cut, hammered or filled is not put back by undoing bolts. */
function changedBody({ candidate, chassis }: Subject) {
  const of = new Map((chassis?.obstacles ?? []).map((o) => [o.id, o]));
  return (candidate.obstacleChanges ?? []).flatMap(({ obstacleId, do: kind }) => {
    const obstacle = of.get(obstacleId);
    return obstacle ? [{ obstacle, kind }] : [];
  });
}

function reversible(subject: Subject): Finding[] {
  if (!subject.brief.reversible) return [];
  const cut = changedBody(subject).filter(({ kind }) => kind === 'notch' || kind === 'recess' || kind === 'bulge');
  return wish(
    'gate-reversible',
    subject.chassis ? cut.length === 0 : undefined,
    {
      kept: 'Nothing of the car is cut or welded',
      missed: `Not reversible: ${cut.map((c) => c.obstacle.name).join(', ')} ${cut.length === 1 ? 'is' : 'are'} changed`,
      unknown: 'Survey of the affected parts missing',
      because:
        'Counted: notches, recesses and bulges. Relocated or replaced parts can be restored. Bolted mounts count as reversible; check welded ones yourself.',
    },
    { about: cut.map((c) => c.obstacle.id), missing: ['/chassis/obstacles'] },
  );
}

function originalLook(subject: Subject): Finding[] {
  if (!subject.brief.originalLook) return [];
  const seen = changedBody(subject).filter(({ obstacle }) => obstacle.role === 'bonnet');
  return wish(
    'gate-original-look',
    subject.chassis ? seen.length === 0 : undefined,
    {
      kept: 'Its outside stays as it was',
      missed: `It is seen from outside: ${seen.map((c) => c.obstacle.name).join(', ')}`,
      unknown: 'Survey of the affected parts missing',
      because: 'Any modification of the bonnet counts; wheels have their own limit.',
    },
    { about: seen.map((c) => c.obstacle.id), missing: ['/chassis/obstacles'] },
  );
}
