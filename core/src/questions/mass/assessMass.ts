import {
  findingOf,
  Gaps,
  MissingInput,
  indexOf,
  keepsEngine,
  keepsGearbox,
  ofCar,
  ofEngine,
  ofGearbox,
  ofPart,
  ofTyre,
  ofWeighing,
  dressingOf,
  makeCheck,
  makeFinding,
  weighing,
  type Ancillary,
  type Chassis,
  type Engine,
  type Finding,
  type CheckResult,
  type Gearbox,
  type MassRecord,
  type Subject,
  type Vec3,
} from '../../model/index.ts';
import {
  EVIDENCE,
  madeFrom,
  propagate,
  propagateAll,
  quadrature,
  say,
  sayDerived,
  scatterOf,
  exactly,
  worstEvidence,
  type Derived,
  type Figure,
} from '../../units/index.ts';
import { FUEL, fuelOf } from '../engine/index.ts';
import { axlesMoved } from './axles.ts';
import { BASIS_INCLUDES, OIL_KG_PER_L, TYPICAL_MASS, typicalOil, typicalPart } from './ancillaries.ts';
import { fittedToBay, shiftsOf } from './fittedToBay.ts';
import type { Move, Shift } from './move.ts';
import { installedMass, massDifference, type MassBuildUp } from './buildUp.ts';

export interface MassFigures {
  readonly bridge: MassBuildUp | undefined;
  /** The other records of the same engine, each brought to the installed basis. */
  readonly otherBridges: readonly MassBuildUp[];
  readonly out: readonly Move[];
  readonly in: readonly Move[];
  /** What stays in the car in another place. */
  readonly shifted: readonly Shift[];
  readonly frontKg: Derived | undefined;
  readonly rearKg: Derived | undefined;
  readonly totalKg: Derived | undefined;
  readonly changeKg: Derived | undefined;
  readonly frontPct: Derived | undefined;
  readonly comMm: Vec3 | undefined;
  /** With driver and half a tank, as it is driven. */
  readonly drivenKg: Derived | undefined;
}

const GROUP = 'Weight';

const weighedWith = (record: MassRecord, gearboxes: readonly Gearbox[]) =>
  gearboxes.find((g) => g.id === record.withGearboxId);

/** The bridge of the record in use of an engine. */
function bridgeInUse(
  engine: Engine,
  dressing: Subject['dressing'],
  gearbox: Subject['gearbox'] | undefined,
  brought: readonly Ancillary[],
  gearboxes: readonly Gearbox[],
): MassBuildUp | undefined {
  const record = engine.massRecords.find((r) => r.inUse) ?? engine.massRecords[0];
  return record && installedMass(engine, record, dressing, gearbox, brought, weighedWith(record, gearboxes));
}

function broughtByParts(subject: Subject): Ancillary[] {
  return [
    ...(subject.parts.some((p) => p.class === 'flywheel') ? (['flywheel'] as const) : []),
    ...(subject.parts.some((p) => p.class === 'clutch kit') ? (['clutch'] as const) : []),
    // What is deleted does not run: it is taken off where the record has it, and not added where it lacks it.
    ...(subject.candidate.leftOff?.ancillaries ?? []),
  ];
}

/** Places where masses sit are handed in: where they are depends on the placement, which is geometry's business. */
export interface MassPlaces {
  readonly engine: Vec3 | undefined;
  readonly gearbox: Vec3 | undefined;
}

export function assessMass(subject: Subject, places: MassPlaces): CheckResult & { figures: MassFigures } {
  const { chassis, engine, gearbox, brief, parts } = subject;
  const findings: Finding[] = [];
  const gaps = new Gaps();
  const bridge = gaps.find(() =>
    bridgeInUse(engine, subject.dressing, gearbox, broughtByParts(subject), subject.library.gearboxes),
  );
  const record = engine.massRecords.find((r) => r.inUse) ?? engine.massRecords[0];
  const others = engine.massRecords
    .filter((r) => r !== record)
    .flatMap(
      (r) =>
        gaps.find(() =>
          installedMass(
            engine,
            r,
            subject.dressing,
            gearbox,
            broughtByParts(subject),
            weighedWith(r, subject.library.gearboxes),
          ),
        ) ?? [],
    );
  findings.push(...basisFindings(subject, bridge), ...twinFindings(engine, bridge, others), ...orderFindings(subject));

  // What the candidate keeps is on the scales already: it neither leaves nor comes in.
  const engineStays = keepsEngine(subject);
  const gearboxStays = keepsGearbox(subject);
  const out: Move[] = (chassis?.lumps ?? [])
    .filter(
      (l) =>
        (l.leavesWith === 'engine' && !engineStays) ||
        (l.leavesWith === 'gearbox' && !gearboxStays) ||
        (l.leavesWith === 'stays' && subject.candidate.leftOff?.lumps.includes(l.id)),
    )
    .map((l) => ({ name: l.name, mass: l.massKg, comMm: l.comMm }));
  const into: Move[] = [];
  if (bridge && !engineStays) {
    into.push({
      name: `${engine.name}, installed mass`,
      mass: madeFrom(
        { value: bridge.installedMassKg, plusMinus: bridge.plusMinusKg, evidence: bridge.evidence },
        bridge.quoted,
      ),
      comMm: places.engine,
    });
  }
  const boxMass = gearboxStays ? undefined : gaps.find(() => ofGearbox(gearbox, 'massKg'));
  if (boxMass) into.push({ name: gearbox.name, mass: boxMass, comMm: places.gearbox });
  const oil = gearboxStays ? undefined : (gaps.find(() => ofGearbox(gearbox, 'oilL')) ?? typicalOil(gearbox));
  if (oil)
    into.push({
      name: 'gearbox oil',
      mass: madeFrom(
        { value: oil.value * OIL_KG_PER_L, plusMinus: scatterOf(oil) * OIL_KG_PER_L, evidence: oil.evidence },
        oil,
      ),
      comMm: places.gearbox,
    });
  const unweighed: string[] = [];
  for (const part of weighing(parts)) {
    // A part that nobody has weighed counts with what its kind weighs; what rests on the sum alone is not judged then.
    const mass = gaps.find(() => ofPart(part, 'massKg')) ?? typicalPart(part);
    if (!part.massKg) unweighed.push(part.name);
    if (mass.value !== 0) into.push({ name: part.name, mass, comMm: part.atMm ?? places.gearbox });
  }
  into.push(...fittedToBay(subject, places.engine));
  const shifted = shiftsOf(subject);
  // The car lost nothing only where nothing was taken out: an empty list is one that nobody has made.
  if (chassis)
    gaps.find(() => {
      const leaves = (with_: 'engine' | 'gearbox') => chassis.lumps.some((l) => l.leavesWith === with_);
      if ((!engineStays && !leaves('engine')) || (engineStays && !gearboxStays && !leaves('gearbox')))
        throw new MissingInput('/chassis/lumps');
    });
  const lumpsKnown = !gaps.pointers.includes('/chassis/lumps');
  const checks = [];
  const { tyre } = subject;
  const fitted = chassis?.tyres.find((t) => t.fitted);
  const tyres =
    chassis && tyre && fitted && tyre.code !== fitted.code
      ? gaps.find(() => ({ new: ofTyre(chassis, tyre, 'massKgEach'), old: ofTyre(chassis, fitted, 'massKgEach') }))
      : undefined;
  const tyreChange = tyres ? 4 * (tyres.new.value - tyres.old.value) : 0;
  if (chassis && tyres && tyreChange !== 0) {
    into.push({
      name: `four ${tyre!.code} tyres instead of current ones`,
      mass: madeFrom(
        { value: tyreChange, plusMinus: 4 * scatterOf(tyres.new), evidence: tyres.new.evidence },
        tyres.new,
      ),
      comMm: chassis.wheelbaseMm && [-chassis.wheelbaseMm.value / 2, 0, 290],
    });
  }
  const massKnown = (bridge !== undefined || engineStays) && (boxMass !== undefined || gearboxStays) && lumpsKnown;
  const sums =
    chassis && massKnown ? gaps.find(() => carSums(subject, chassis, places, { out, into, shifted }, gaps)) : undefined;
  const change = chassis && massKnown ? changeIn(out, into) : undefined;

  const limit = brief.maxAddedKg;
  const changeCheck = makeCheck({
    id: 'mass-change',
    step: 'weight',
    group: GROUP,
    title: 'Vehicle mass change',
    quantity: 'massKg',
    figure: change,
    limitKind: limit === undefined ? 'info' : 'at most',
    limit,
    span: 80,
    signed: true,
    ...(change && unweighed.length > 0 ? { state: 'unknown' as const } : {}),
    because: change
      ? `${say(
          out.reduce((s, m) => s + m.mass.value, 0),
          'massKg',
        )} out, ${say(
          into.reduce((s, m) => s + m.mass.value, 0),
          'massKg',
        )} in.${unweighed.length > 0 ? ` Not weighed: ${unweighed.join(', ')}; typical mass used.` : ''}`
      : chassis && !lumpsKnown
        ? 'List of removed parts missing.'
        : chassis
          ? `The installed mass of the ${bridge || engineStays ? 'gearbox' : 'engine'} is not known.`
          : 'The car has not been weighed.',
  });
  checks.push(changeCheck);
  if (changeCheck.state !== 'unknown' && limit !== undefined && change) {
    findings.push(
      findingOf(
        changeCheck,
        changeCheck.state === 'blocked'
          ? `${say(change.value - limit, 'massKg')} above the added-mass limit`
          : changeCheck.state === 'tight'
            ? `Added mass within ${say(limit, 'massKg')} limit, but margin less than uncertainty`
            : `Vehicle mass change ${say(change.value, 'massKg', { signed: true })}`,
        { about: [engine.id, gearbox.id] },
      ),
    );
  }
  if (!chassis)
    findings.push(findingOf(changeCheck, 'The car has not been weighed', { missing: ['/chassis/weighing'] }));
  findings.push(...gaps.findings('mass', 'weight', 'Weight', [engine.id, gearbox.id]));

  checks.push(
    makeCheck({
      id: 'mass-front',
      step: 'weight',
      group: GROUP,
      title: 'Front axle load, %',
      quantity: 'percent',
      figure: sums?.frontPct,
      limitKind: 'info',
      because: sums
        ? `${sayDerived(sums.frontKg, 'massKg')} front, ${sayDerived(sums.rearKg, 'massKg')} rear.`
        : 'Missing: vehicle mass or installed engine mass.',
    }),
  );
  return {
    checks,
    findings,
    figures: {
      bridge,
      otherBridges: others,
      out,
      in: into,
      shifted,
      frontKg: sums?.frontKg,
      rearKg: sums?.rearKg,
      totalKg: sums?.totalKg,
      changeKg: change,
      frontPct: sums?.frontPct,
      comMm: sums?.comMm,
      drivenKg: sums?.drivenKg,
    },
  };
}

/** Moves as inputs of a sum: each under its place in the list, whatever it is called. */
function inputsOf(moves: readonly (readonly [way: 'in' | 'moved' | 'out', move: Move])[]) {
  const inputs: Record<string, Figure> = {};
  moves.forEach(([, move], i) => (inputs[i] = move.mass));
  return {
    inputs,
    nameOf: (key: string) => {
      const found = moves[Number(key)];
      return found ? `${found[0]}: ${found[1].name}` : key;
    },
  };
}

function changeIn(out: readonly Move[], into: readonly Move[]): Derived {
  const { inputs, nameOf } = inputsOf([...out.map((m) => ['out', m] as const), ...into.map((m) => ['in', m] as const)]);
  const count = out.length + into.length;
  return propagate(
    inputs,
    (v) => {
      let sum = 0;
      for (let i = 0; i < count; i++) sum += i < out.length ? -v[i]! : v[i]!;
      return sum;
    },
    nameOf,
  );
}

/** Axle loads, total and driven mass with their scatter, from the weighed car and everything that moves. */
function carSums(
  subject: Subject,
  chassis: Chassis,
  places: MassPlaces,
  { out, into, shifted }: { out: readonly Move[]; into: readonly Move[]; shifted: readonly Shift[] },
  gaps: Gaps,
) {
  const w = chassis.weighing;
  const { inputs: moves, nameOf } = inputsOf([
    ...out.map((m) => ['out', m] as const),
    ...shifted.map((m) => ['moved', m] as const),
    ...into.map((m) => ['in', m] as const),
  ]);
  const inputs: Record<string, Figure> = {
    ...moves,
    front: ofWeighing(chassis, 'frontKg'),
    rear: ofWeighing(chassis, 'rearKg'),
    wheelbase: ofCar(chassis, 'wheelbaseMm'),
  };
  if (subject.candidate.unplaced && into.some((m) => m.comMm === undefined))
    throw new MissingInput(`/candidates/${subject.candidate.id}/placement`);
  if (!places.engine && into.some((m) => m.comMm === undefined)) ofEngine(subject.engine, 'comMm');
  if (!places.gearbox && into.some((m) => m.comMm === undefined)) ofGearbox(subject.gearbox, 'comMm');
  // What is shifted leaves one place and comes to another: one mass with one doubt.
  const leaving = out.length + shifted.length;
  const moved = [
    ...[...out.map((m) => m.comMm!), ...shifted.map((m) => m.fromMm)],
    ...[...into.map((m) => m.comMm!), ...shifted.map((m) => m.comMm)],
  ].map((comMm) => ({ massKg: 0, comMm }));
  const inputOf = (i: number) => (i < leaving + into.length ? i : i - into.length - shifted.length);
  const axles = (v: Readonly<Record<string, number>>) => {
    // Lighter tyres are a negative mass gained.
    for (let i = 0; i < moved.length; i++) moved[i]!.massKg = i < leaving ? -v[i]! : v[inputOf(i)]!;
    return axlesMoved(
      {
        weighedFrontKg: v['front']!,
        weighedRearKg: v['rear']!,
        wheelbaseMm: v['wheelbase']!,
        carComYMm: w.comYMm?.value,
        carComZMm: w.comZMm?.value,
      },
      moved,
    );
  };
  const at = axles(Object.fromEntries(Object.entries(inputs).map(([k, f]) => [k, f.value])));
  const driver: Figure = w.driverAboard ? exactly(0) : subject.brief.driverKg;
  const halfTank = gaps.find(
    () =>
      // Weighed with more than half a tank it is lighter on the road.
      (ofCar(chassis, 'tankL').value / 2 - ofWeighing(chassis, 'fuelL').value) *
      FUEL[fuelOf(subject)].densityKgPerL.value,
  );
  const { drivenKg, ...sums } = propagateAll(
    { ...inputs, driver },
    (v) => {
      const after = axles(v);
      return {
        frontKg: after.frontKg,
        rearKg: after.rearKg,
        totalKg: after.totalKg,
        frontPct: after.frontPct,
        drivenKg: after.totalKg + v['driver']! + (halfTank ?? 0),
      };
    },
    nameOf,
  );
  const height = gaps.find(() => ofWeighing(chassis, 'comZMm'));
  const sideways = gaps.find(() => ofWeighing(chassis, 'comYMm'));
  return {
    ...sums,
    drivenKg: halfTank === undefined ? undefined : drivenKg,
    comMm: height && sideways ? ([at.comXMm, at.comYMm!, at.comZMm!] as Vec3) : undefined,
  };
}

/** A quoted mass without a basis says nothing. */
function basisFindings(subject: Subject, bridge: MassBuildUp | undefined): Finding[] {
  if (bridge) return [];
  const record = subject.engine.massRecords.find((r) => r.inUse) ?? subject.engine.massRecords[0];
  const title = record
    ? `${subject.engine.shortName} ${say(record.massKg.value, 'massKg')}: basis not stated (bare or dressed)`
    : `${subject.engine.shortName}: no mass data`;
  const doubt = BASIS_INCLUDES.dressed.reduce((sum, item) => sum + TYPICAL_MASS[item].value, 0);
  return [
    makeFinding({
      id: 'mass-basis',
      state: 'unknown',
      step: 'weight',
      title,
      because: record
        ? `Basis not stated; bare and dressed mass differ by about ${say(doubt, 'massKg')}. Mass checks are not possible. Weigh the engine or find out what was fitted.`
        : 'Mass checks are not possible. Weigh the engine.',
      ...(record
        ? {
            figure: record.massKg.value,
            plusMinus: scatterOf(record.massKg),
            quantity: 'massKg' as const,
            evidence: record.massKg.evidence,
          }
        : {}),
      about: [subject.engine.id],
      missing: [`/engines/${subject.engine.id}/massRecords/basis`],
    }),
  ];
}

/** Two records of one engine that can't both be right once on one basis. */
function twinFindings(engine: Engine, bridge: MassBuildUp | undefined, others: readonly MassBuildUp[]): Finding[] {
  if (!bridge) return [];
  return others.flatMap((other) => {
    const apart = massDifference(
      { massKg: bridge.installedMassKg, plusMinusKg: bridge.plusMinusKg },
      { massKg: other.installedMassKg, plusMinusKg: other.plusMinusKg },
    );
    if (apart.differenceKg <= 2 * apart.scatterKg) return [];
    const weaker = EVIDENCE.indexOf(other.quoted.evidence) >= EVIDENCE.indexOf(bridge.quoted.evidence) ? other : bridge;
    const stronger = weaker === other ? bridge : other;
    return [
      makeFinding({
        id: `mass-twin-${engine.id}-${other.recordId}`,
        state: weaker === bridge ? 'tight' : 'clear',
        step: 'weight',
        title: `The ${weaker.quoted.evidence} ${say(weaker.quoted.value, 'massKg')} for the ${engine.shortName} contradicts the ${stronger.quoted.evidence} ${say(stronger.quoted.value, 'massKg')}`,
        because: `On one basis they are ${say(weaker.installedMassKg, 'massKg')} and ${say(stronger.installedMassKg, 'massKg')} installed: ${say(apart.differenceKg, 'massKg')} apart, combined uncertainty ${say(apart.scatterKg, 'massKg')}. The ${weaker === bridge ? 'weaker' : 'better'} one is in use.`,
        figure: apart.differenceKg,
        limit: 2 * apart.scatterKg,
        quantity: 'massKg',
        evidence: weaker.quoted.evidence,
        about: [engine.id],
      }),
    ];
  });
}

/** Engines of the line-up whose order as quoted is turned over once both are installed, each with its own flywheel and clutch. */
function orderFindings(subject: Subject): Finding[] {
  const likeForLike = (engine: Engine, dressing: Subject['dressing']) =>
    bridgeInUse(engine, dressing, undefined, [], subject.library.gearboxes);
  const bridge = likeForLike(subject.engine, subject.dressing);
  if (!bridge) return [];
  const seen = new Set([subject.engine.id]);
  const findings: Finding[] = [];
  for (const other of subject.peers) {
    if (seen.has(other.engineId)) continue;
    seen.add(other.engineId);
    const engine = indexOf(subject.library).engines.get(other.engineId);
    const theirs =
      engine &&
      likeForLike(
        engine,
        dressingOf(engine, other).map((d) => d.option),
      );
    if (!engine || !theirs || theirs.basis === bridge.basis) continue;
    const quoted = bridge.quoted.value - theirs.quoted.value;
    const installed = bridge.installedMassKg - theirs.installedMassKg;
    if (quoted * installed >= 0) continue;
    const tie = Math.abs(installed) <= quadrature([bridge.plusMinusKg, theirs.plusMinusKg]);
    const [light, heavy] = quoted < 0 ? [subject.engine, engine] : [engine, subject.engine];
    findings.push(
      makeFinding({
        id: `mass-order-${engine.id}`,
        state: 'clear',
        step: 'weight',
        title: `${light.shortName}: ${say(Math.abs(quoted), 'massKg')} lighter as quoted, but ${say(Math.abs(installed), 'massKg')} heavier installed than ${heavy.shortName}`,
        because: `${subject.engine.shortName} is quoted ${bridge.basis} at ${say(bridge.quoted.value, 'massKg')}, ${engine.shortName} ${theirs.basis} at ${say(theirs.quoted.value, 'massKg')}. Installed, with flywheel and clutch: ${say(bridge.installedMassKg, 'massKg')} and ${say(theirs.installedMassKg, 'massKg')}${tie ? ': no significant difference' : ''}.`,
        figure: installed,
        plusMinus: quadrature([bridge.plusMinusKg, theirs.plusMinusKg]),
        quantity: 'massKg',
        evidence: worstEvidence([bridge.evidence, theirs.evidence]),
        about: [subject.engine.id, engine.id],
      }),
    );
  }
  return findings;
}
