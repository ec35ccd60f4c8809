import { torqueAt } from '../curve/index.ts';
import { displacementOf, fuelOf } from '../engine/index.ts';
import type { MassFigures } from '../mass/index.ts';
import {
  DIFFERENTIALS,
  findingOf,
  Gaps,
  makeCheck,
  makeFinding,
  ofCar,
  ofEngine,
  ofTyre,
  unanswered,
  type Check,
  type DifferentialKind,
  type Part,
  type Finding,
  type CheckResult,
  type Subject,
  type Tyre,
} from '../../model/index.ts';
import { attempt, type Evidence, GRAVITY, propagate, say } from '../../units/index.ts';
import { gripNow, type GearingFigures } from './assessGearing.ts';
import { axleGripN, shareOfGrip, WET_GRASS_GRIP } from './differential.ts';
import { biasOf, centreOf, differentialOf, leftShareOf } from './driven.ts';
import { fuelLPerH } from './fuelUse.ts';
import { rearShares } from './grip.ts';
import { resistanceN } from './resistance.ts';
import { rpmAtSpeed, speedKph } from './speeds.ts';
import { rollingRadius } from './tyre.ts';
import { boughtLeastRim, tyreRoom, type RoomFact } from './tyreRoom.ts';

interface TyreChoice {
  readonly code: string;
  readonly fitted: boolean;
  readonly room: readonly RoomFact[];
  /** Dry grip with load transfer, N, and the gears in which the engine passes it. */
  readonly gripN: number | undefined;
  readonly spinsIn: readonly number[];
}

interface FuelFigures {
  readonly lPerH: number;
  readonly lPer100Km: number;
  readonly rangeKm: number;
  readonly rpm: number;
  readonly speedKph: number;
  /** What was reckoned with. */
  readonly hauling: boolean;
}

export interface RoadFigures {
  readonly tyres: readonly TyreChoice[];
  readonly differential: DifferentialKind;
  /** Thrust that each kind passes dry, and with one wheel on wet grass, N. */
  readonly differentials: readonly {
    readonly kind: DifferentialKind;
    readonly dryN: number;
    readonly splitN: number;
    readonly fitted: boolean;
    readonly offered: boolean;
  }[];
  /** Thrust that pulling away on the brief's hill asks, trailer on, N. */
  readonly hillNeedN: number | undefined;
  readonly wetGripN: number | undefined;
  readonly spinsWetIn: readonly number[];
  readonly fuel: readonly FuelFigures[];
  /** Engine speed in top at cruise below which it lugs, rpm. */
  readonly lugsBelowRpm: number | undefined;
}

const GROUP = 'Performance';
/** Below this wheelbase a car turns round quickly once the driven wheels let go, mm. */
const SHORT_WHEELBASE_MM = 2500;
/** A rear-driven car of short wheelbase that lets go in the wet in more gears than this asks for a feather foot. */
const WET_GEARS = 2;
/** Top gear pulls cleanly from here: a share of the speed of peak torque. */
const LUG_SHARE = 0.45;
/** Speed at which a trailer is hauled up the brief's hill, km/h. */
const HAUL_KPH = 60;

/** What the road asks: tyres that have room and hold, wet grip, the differential, lugging, fuel. */
export function assessRoad(
  subject: Subject,
  mass: MassFigures,
  gearing: GearingFigures,
): CheckResult & { figures: RoadFigures } {
  const { chassis, brief, candidate, engine } = subject;
  const checks: Check[] = [];
  const findings: Finding[] = [];
  const gaps = new Gaps();
  const tyres = tyreChoices(subject, mass, gearing, gaps);
  const mine = tyres.find((t) => t.code === candidate.tyreCode);
  wheelsFit(subject, mine, checks, findings);

  const { tyre } = subject;
  const wetGrip = tyre && chassis && gaps.find(() => ofTyre(chassis, tyre, 'wetGrip'));
  const wetGripN =
    wetGrip && mass.drivenKg && mass.comMm ? gaps.find(() => gripNow(subject, mass, wetGrip.value)) : undefined;
  const spinsWetIn =
    wetGripN === undefined ? [] : gearing.gears.filter((g) => g.peakThrustN > wetGripN).map((g) => g.gear);
  if (
    chassis &&
    chassis.drive === 'rear' &&
    wetGrip &&
    chassis.wheelbaseMm &&
    chassis.wheelbaseMm.value < SHORT_WHEELBASE_MM &&
    spinsWetIn.length > WET_GEARS
  )
    findings.push(
      makeFinding({
        id: 'wet-grip',
        // A caution: there is no limit to miss.
        state: 'clear',
        step: 'gearing',
        title: `Wheelspin in ${spinsWetIn.length} gears on wet road (wheelbase ${say(chassis.wheelbaseMm.value, 'lengthMm')})`,
        because: `${say(wetGripN!, 'forceN')} is the grip limit on wet road (μ ${wetGrip.value}); tractive force is higher up to gear ${spinsWetIn.at(-1)}. A short rear-wheel-drive car spins easily: limit torque in the low gears, or fit tyres with more wet grip.`,
        about: [candidate.tyreCode],
        evidence: wetGrip.evidence,
      }),
    );

  const differential = differentialOf(subject);
  const differentials = gaps.find(() => differentialFigures(subject, mass, gearing)) ?? [];
  const current = differentials.find((d) => d.kind === differential);
  const needed = brief.hill && gearing.gears[0] ? gaps.find(() => hillNeed(subject, mass)) : undefined;
  // On a made road it is a what-if, told in the table; off the road it is what happens.
  if (
    brief.use === 'off-road' &&
    current &&
    needed !== undefined &&
    current.splitN < needed &&
    chassis?.differentials
  ) {
    const better = differentials.filter((d) => d.offered && d.splitN >= needed && d.kind !== differential);
    findings.push(
      makeFinding({
        id: 'differential',
        state: 'tight',
        step: 'gearing',
        title: `With ${chassis.drive === 'all' ? 'one side' : 'one wheel'} on wet grass the ${differential} differential won’t start on your hill`,
        because: `It passes ${say(current.splitN, 'forceN')} there, ${say(needed, 'forceN')} is needed with the trailer on. On a dry lane it passes ${say(current.dryN, 'forceN')}.`,
        about: [candidate.id],
        remedies: better.flatMap((d) => {
          const offer = chassis.differentials!.find((o) => o.kind === d.kind)!;
          return [
            {
              title: `Differential, ${d.kind}: passes ${say(d.splitN, 'forceN')} there`,
              cost: offer.price.likely,
              hours: offer.hours.likely,
              accept: { kind: 'differential', differential: d.kind },
            },
          ];
        }),
      }),
    );
  }

  lowRange(subject, mass, gearing, gaps, checks, findings);
  const lugsBelowRpm = brief.lowestCruiseRpm ?? lugRpm(gearing);
  const cruise = gearing.cruiseRpm?.value;
  if (cruise !== undefined && lugsBelowRpm !== undefined && cruise < lugsBelowRpm)
    findings.push(
      makeFinding({
        id: 'lugging',
        state: 'tight',
        step: 'gearing',
        title: `Cruise at ${say(cruise, 'rpm')} in top gear is below the lugging limit, ${say(lugsBelowRpm, 'rpm')}`,
        because:
          brief.lowestCruiseRpm === undefined
            ? 'Estimated from the torque peak. Enter your own minimum cruise rpm in Brief.'
            : 'Minimum cruise rpm from the brief.',
        about: [engine.id],
        evidence: (brief.lowestCruiseRpm === undefined ? 'estimated' : 'measured') satisfies Evidence,
      }),
    );
  const top = subject.gearbox.ratios.at(-1)!;
  if (
    top < 0.95 &&
    cruise !== undefined &&
    gearing.topSpeed &&
    gearing.topSpeed.topSpeedGear < subject.gearbox.ratios.length
  )
    findings.push(
      makeFinding({
        id: 'overdrive',
        state: 'clear',
        step: 'gearing',
        title: `Top speed is reached in gear ${gearing.topSpeed.topSpeedGear} (top gear is an overdrive)`,
        because: `Ratio ${top.toFixed(2)}:1 lowers cruise rpm but is too tall for top speed.`,
        about: [subject.gearbox.id],
      }),
    );
  const fuel = gaps.find(() => fuelFigures(subject, mass, gearing)) ?? [];
  findings.push(...gaps.findings('road', 'gearing', 'Road load and tyres', [candidate.id]));
  return {
    checks,
    findings,
    figures: {
      tyres,
      differential,
      differentials,
      hillNeedN: needed,
      wetGripN,
      spinsWetIn,
      fuel,
      lugsBelowRpm,
    },
  };
}

/** Low range of a transfer case: how slowly it crawls at idle, and whether the tyres or the engine set its steepest grade. */
function lowRange(
  subject: Subject,
  mass: MassFigures,
  gearing: GearingFigures,
  gaps: Gaps,
  checks: Check[],
  findings: Finding[],
): void {
  const { chassis, engine, gearbox } = subject;
  const low = chassis?.transferLow;
  const radius = gearing.rollingRadius;
  if (low === undefined || !radius) return;
  const first = gearbox.ratios[0]!;
  const ratio = first * low * gearing.finalDrive;
  const idle = gaps.find(() => ofEngine(engine, 'idleRpm'));
  const crawl =
    idle &&
    propagate({ idle, 'rolling radius': radius }, (v) =>
      speedKph(v.idle, v['rolling radius'], first * low, gearing.finalDrive),
    );
  const peakN = gearing.gears[0] && gearing.gears[0].peakThrustN * low;
  const gripN = gearing.gripN;
  checks.push(
    makeCheck({
      id: 'low-range',
      step: 'gearing',
      group: GROUP,
      title: 'Crawl speed, low range first gear at idle',
      quantity: 'speedKph',
      figure: crawl,
      limitKind: 'info',
      digits: 1,
      because: `${first.toFixed(2)} × ${low.toFixed(2)} × ${gearing.finalDrive.toFixed(2)} is ${ratio.toFixed(0)} to one.`,
    }),
  );
  if (crawl && peakN !== undefined && gripN !== undefined && mass.drivenKg)
    findings.push(
      makeFinding({
        id: 'low-range',
        state: 'clear',
        step: 'gearing',
        title: `Crawl speed ${say(crawl.value, 'speedKph', { digits: 1 })}; gradeability limited by ${peakN > gripN ? 'tyres' : 'engine'}`,
        because: `${say(peakN, 'forceN')} from the engine, ${say(gripN, 'forceN')} from the tyres. Propshafts and axles behind the transfer case see ${low.toFixed(2)} times the gearbox’s torque, up to the grip limit.`,
        about: [gearbox.id],
      }),
    );
}

/** Every tyre of the survey: room for it, and the gears in which it gives up with the gearing as chosen. */
function tyreChoices(subject: Subject, mass: MassFigures, gearing: GearingFigures, gaps: Gaps): TyreChoice[] {
  const { chassis } = subject;
  const mine = gearing.rollingRadius?.value;
  return (chassis?.tyres ?? []).map((t) => {
    const grip =
      chassis && mass.drivenKg && mass.comMm
        ? gaps.find(() => gripNow(subject, mass, ofTyre(chassis, t, 'dryGrip').value))
        : undefined;
    const radius = radiusOf(t);
    return {
      code: t.code,
      fitted: t.fitted,
      room: tyreRoom(t, chassis?.wheelRoom, gearing.topSpeed?.topSpeedKph, boughtLeastRim(subject.parts)),
      gripN: grip,
      // A larger tyre gears the car up: thrust falls as its radius grows.
      spinsIn:
        grip === undefined || mine === undefined || radius === undefined
          ? []
          : gearing.gears.filter((g) => (g.peakThrustN * mine) / radius > grip).map((g) => g.gear),
    };
  });
}

function radiusOf(tyre: Tyre): number | undefined {
  const tried = attempt(() => rollingRadius(tyre.code, tyre.measuredCircumferenceMm?.value));
  return tried.ok ? tried.value.rollingRadiusMm : undefined;
}

const ROOM_ROW = {
  id: 'wheel-room',
  step: 'gearing',
  group: GROUP,
  title: 'Wheel and tyre clearance problems',
  quantity: 'count',
  limitKind: 'at most',
  limit: 0,
  span: 3,
} as const;

/** Bought discs or drums of which nobody has said what rim goes over them; linings alone ask for none. */
const rimUnknown = ({ class: of, brakes }: Part): boolean =>
  of === 'brakes' && brakes?.leastRimIn === undefined && (brakes === undefined || Boolean(brakes.front ?? brakes.rear));

function wheelsFit(subject: Subject, mine: TyreChoice | undefined, checks: Check[], findings: Finding[]): void {
  const { chassis, tyre } = subject;
  if (!chassis) return;
  if (!mine || !tyre) {
    const open = unanswered(
      { ...ROOM_ROW, because: `The survey has no tyre ${subject.candidate.tyreCode}.` },
      `${subject.candidate.tyreCode}: tyre clearance data missing`,
      ['/chassis/tyres'],
      [subject.candidate.tyreCode],
    );
    checks.push(open.check);
    findings.push(open.finding);
    return;
  }
  const at = `/chassis/tyres/${chassis.tyres.indexOf(tyre)}`;
  // What is on the car has room there: it was found so. Of anything else nobody knows until the room is measured.
  const missing = [
    ...(tyre.fitted || chassis.wheelRoom ? [] : ['/chassis/wheelRoom']),
    ...(tyre.fitted || tyre.wheel || !chassis.wheelRoom ? [] : [`${at}/wheel`]),
    ...(tyre.speedIndex ? [] : [`${at}/speedIndex`]),
    ...subject.parts.filter(rimUnknown).map((p) => `/parts/${p.id}/brakes/leastRimIn`),
  ];
  const wrong = mine.room.filter((f) => f.fits === false);
  // The driver can hold to a speed, but not to an arch.
  const blocking = wrong.filter((f) => f.what !== 'speed index');
  const unknown = mine.room.filter((f) => f.fits === undefined);
  const others = chassis.tyres.filter((t) => t.code !== mine.code);
  const check = makeCheck({
    ...ROOM_ROW,
    figure: { value: wrong.length, plusMinus: 0, evidence: 'measured', from: [] },
    state:
      blocking.length > 0
        ? 'blocked'
        : unknown.length + missing.length > 0
          ? 'unknown'
          : wrong.length > 0
            ? 'tight'
            : 'clear',
    because:
      [
        ...mine.room.map((f) => f.because),
        ...(missing.some((m) => m.endsWith('/wheelRoom')) ? ['wheel clearance not measured'] : []),
        ...(missing.some((m) => m.endsWith('/wheel')) ? ['wheel not entered'] : []),
        ...(missing.some((m) => m.endsWith('/leastRimIn'))
          ? ['rim size required by the purchased brakes missing']
          : []),
        ...(missing.some((m) => m.endsWith('/speedIndex')) ? ['speed symbol not entered'] : []),
      ].join('; ') + '.',
  });
  checks.push(check);
  if (check.state === 'clear') return;
  findings.push(
    findingOf(
      check,
      blocking.length > 0
        ? `${mine.code} does not fit: ${blocking.map((f) => f.what).join(', ')}`
        : wrong.length > 0
          ? `${mine.code}: speed rating below top speed`
          : missing[0]?.endsWith('/speedIndex') === false
            ? `Whether ${mine.code} has room on this car is not known`
            : `${mine.code}: speed rating or top speed unknown`,
      {
        about: [mine.code],
        missing: check.state === 'unknown' ? missing : [],
        remedies: others
          .filter((t) =>
            tyreRoom(t, chassis.wheelRoom, undefined, boughtLeastRim(subject.parts)).every((f) => f.fits !== false),
          )
          .map((t) => ({
            title: `Use ${t.code}`,
            cost: t.fitted ? 0 : (t.price?.likely ?? 0),
            hours: 0,
            accept: { kind: 'tyre', tyreCode: t.code },
          })),
      },
    ),
  );
}

/** Thrust that the brief's hill asks of car and trailer to pull away, N. */
function hillNeed(subject: Subject, mass: MassFigures): number | undefined {
  const hill = subject.brief.hill;
  if (!hill || !mass.drivenKg || !subject.chassis) return undefined;
  return (
    resistanceN(
      {
        massKg: mass.drivenKg.value,
        trailerMassKg: hill.trailerKg,
        rollingCoefficient: ofCar(subject.chassis, 'rollingCoefficient').value,
        dragAreaM2: 0,
        slope: Math.atan(hill.gradePct / 100),
      },
      0,
    ) +
    (mass.drivenKg.value + hill.trailerKg) * 0.5
  );
}

function differentialFigures(
  subject: Subject,
  mass: MassFigures,
  gearing: GearingFigures,
): RoadFigures['differentials'] {
  const { chassis } = subject;
  if (!chassis || !subject.tyre || gearing.gripN === undefined || !mass.comMm) return [];
  const leftShare = leftShareOf(chassis, mass.comMm[1]);
  const dry = gearing.gripN;
  const mu = ofTyre(chassis, subject.tyre, 'dryGrip').value;
  /** What one axle passes with one of its wheels on wet grass, of what it holds dry. */
  const onGrass = (kind: DifferentialKind, dryN: number) =>
    axleGripN(kind, (dryN / 2) * (WET_GRASS_GRIP / mu), dryN / 2, biasOf(chassis, kind));
  // Of all-wheel drive one side stands on the grass: each axle passes what it can, and the centre shares it out.
  const axles =
    chassis.drive === 'all' && mass.drivenKg
      ? axleGrips(mass.drivenKg.value, -mass.comMm[0] / ofCar(chassis, 'wheelbaseMm').value, mu)
      : undefined;
  return DIFFERENTIALS.map((kind) => {
    const offer = chassis.differentials?.find((d) => d.kind === kind);
    return {
      kind,
      dryN: dry * shareOfGrip(kind, leftShare, biasOf(chassis, kind)),
      splitN: axles
        ? sharedOut(onGrass(kind, axles.frontN), onGrass(kind, axles.rearN), centreOf(chassis))
        : onGrass(kind, dry),
      fitted: offer?.fitted ?? kind === 'open',
      offered: offer !== undefined,
    };
  });
}

/** What each axle holds on the level, N; `rearShare` of the mass stands on the rear one. */
const axleGrips = (massKg: number, rearShare: number, mu: number) => ({
  frontN: mu * massKg * GRAVITY * (1 - rearShare),
  rearN: mu * massKg * GRAVITY * rearShare,
});

/** What both axles pass together through the centre, N. */
function sharedOut(frontN: number, rearN: number, centre: ReturnType<typeof centreOf>): number {
  const { least, most } = rearShares(centre.rearTorqueShare, centre.centreBias);
  return Math.min(frontN + rearN, least > 0 ? rearN / least : Infinity, most < 1 ? frontN / (1 - most) : Infinity);
}

function lugRpm(gearing: GearingFigures): number | undefined {
  const { curve } = gearing;
  if (!curve) return undefined;
  const at = curve.torque.x.reduce((best, n) =>
    (torqueAt(curve.torque, n) ?? 0) > (torqueAt(curve.torque, best) ?? 0) ? n : best,
  );
  return Math.max(curve.torque.x[0]!, LUG_SHARE * at);
}

/** Fuel on the level at cruise, and hauling the trailer up a gentle hill. */
function fuelFigures(subject: Subject, mass: MassFigures, gearing: GearingFigures): FuelFigures[] {
  const { brief, chassis, engine, gearbox } = subject;
  const radius = gearing.rollingRadius?.value;
  if (!chassis || !mass.drivenKg || !radius) return [];
  const litres = displacementOf(engine) / 1000;
  const road = {
    rollingCoefficient: ofCar(chassis, 'rollingCoefficient').value,
    dragAreaM2: ofCar(chassis, 'dragAreaM2').value,
  };
  const tankL = ofCar(chassis, 'tankL').value;
  const induction = ofEngine(engine, 'induction');
  const figures: FuelFigures[] = [];
  const at = (speedKph: number, trailerKg: number, gradePct: number, hauling: boolean) => {
    const force = resistanceN(
      {
        massKg: mass.drivenKg!.value,
        trailerMassKg: trailerKg,
        ...road,
        slope: Math.atan(gradePct / 100),
      },
      speedKph / 3.6,
    );
    // The tallest gear in which the engine has the torque for it.
    for (let g = gearing.gears.length - 1; g >= 0; g--) {
      const gear = gearing.gears[g]!;
      const rpm = rpmAtSpeed(speedKph, radius, gearbox.ratios[g]!, gearing.finalDrive);
      const kw = (force * (speedKph / 3.6)) / gear.efficiency / 1000;
      const torque = gearing.curve && torqueAt(gearing.curve.torque, rpm);
      if (torque === undefined || kw > (0.85 * torque * rpm * Math.PI) / 30000) continue;
      const lPerH = fuelLPerH(fuelOf(subject), induction !== 'naturally aspirated', litres, rpm, kw);
      const lPer100Km = (100 * lPerH) / speedKph;
      figures.push({
        lPerH,
        lPer100Km,
        rangeKm: (100 * 0.9 * tankL) / lPer100Km,
        rpm,
        speedKph,
        hauling,
      });
      return;
    }
  };
  if (brief.cruise) at(brief.cruise.speedKph, 0, 0, false);
  if (brief.hill && brief.hill.trailerKg > 0) at(HAUL_KPH, brief.hill.trailerKg, 3, true);
  return figures;
}

/** Turbine speed and torque at the brief's cruise on the level, for a converter's slip. */
export function cruiseLoad(
  subject: Subject,
  gearing: GearingFigures,
): { turbineRpm: number; torqueNm: number } | undefined {
  const { brief, chassis, gearbox } = subject;
  const radius = gearing.rollingRadius?.value;
  const top = gearing.gears.at(-1);
  const { rollingCoefficient, dragAreaM2 } = chassis ?? {};
  if (!brief.cruise || !rollingCoefficient || !dragAreaM2 || !radius || !gearing.drivenKg || !top) return undefined;
  const ratio = gearbox.ratios.at(-1)!;
  const force = resistanceN(
    {
      massKg: gearing.drivenKg.value,
      rollingCoefficient: rollingCoefficient.value,
      dragAreaM2: dragAreaM2.value,
    },
    brief.cruise.speedKph / 3.6,
  );
  return {
    turbineRpm: rpmAtSpeed(brief.cruise.speedKph, radius, ratio, gearing.finalDrive),
    torqueNm: (force * (radius / 1000)) / (ratio * gearing.finalDrive * top.efficiency),
  };
}
