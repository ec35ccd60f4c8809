import {
  bandFigures,
  curveDoubt,
  curveInUse,
  highestRpm,
  lowestRpm,
  peaksOf,
  type CurveInUse,
} from '../curve/index.ts';
import { type MassFigures, powerToWeight } from '../mass/index.ts';
import {
  findingOf,
  Gaps,
  makeCheck,
  makeFinding,
  ofCar,
  ofEngine,
  ofGearbox,
  ofTyre,
  type Check,
  type Engine,
  type Finding,
  type CheckResult,
  type Subject,
} from '../../model/index.ts';
import {
  capital,
  attempt,
  type Derived,
  exactly,
  type Figure,
  GRAVITY,
  propagate,
  say,
  sayDerived,
} from '../../units/index.ts';
import { assessHill } from './assessHill.ts';
import { centreOf } from './driven.ts';
import { gradeability, gripThrustN } from './grip.ts';
import { hotDayOf, intakeRise, riseDoubt, type HotDay } from './hotDay.ts';
import { usualLaunchRpm } from './launch.ts';
import { tractiveForceN } from './resistance.ts';
import { rpmAtSpeed, speedKph } from './speeds.ts';
import { topSpeed, type Driveline, type TopSpeed } from './topSpeed.ts';

/** What a gear makes of engine speed: it needs a tyre and no more. */
export interface GearSpeeds {
  readonly gear: number;
  readonly ratio: number;
  /** Undefined where nobody has entered the redline. */
  readonly speedAtRedlineKph: number | undefined;
  readonly speedPer1000Kph: number;
  readonly cruiseRpm: number | undefined;
}

export interface GearFigures extends GearSpeeds {
  readonly speedAtRedlineKph: number;
  /** Peak tractive force, N, and whether dry grip gives up before it. */
  readonly peakThrustN: number;
  readonly spins: boolean;
  /** Crank torque at which the tyres give up, N·m. */
  readonly torqueAtGripNm: number | undefined;
  /** Steepest grade that the peak thrust climbs steadily, with the brief's trailer, %; thrust only, grip not considered. */
  readonly gradePct: number | undefined;
  readonly efficiency: number;
}

export interface GearingFigures {
  readonly curve: CurveInUse | undefined;
  readonly hotShare: number;
  readonly finalDrive: number;
  readonly rollingRadius: Figure | undefined;
  readonly redlineRpm: number | undefined;
  readonly speeds: readonly GearSpeeds[];
  /** With what it pulls in each; empty where that is not known. */
  readonly gears: readonly GearFigures[];
  readonly reverseKph: number | undefined;
  readonly peakPowerKw: Derived | undefined;
  readonly peakTorqueNm: Derived | undefined;
  readonly bandTorqueNm: Derived | undefined;
  readonly bandPowerKw: Derived | undefined;
  readonly hotPeakPowerKw: Derived | undefined;
  readonly hotBandPowerKw: Derived | undefined;
  readonly cruiseRpm: Derived | undefined;
  readonly hillGradePct: Derived | undefined;
  readonly hillLimitedBy: 'engine' | 'grip' | undefined;
  readonly topSpeed: TopSpeed | undefined;
  readonly gripN: number | undefined;
  readonly drivenKg: Derived | undefined;
  readonly kwPerTonne: Derived | undefined;
  readonly hotKwPerTonne: Derived | undefined;
  readonly launchRpm: number | undefined;
}

const GROUP = 'Performance';
/** A gear counts as direct, with nothing meshing, this near to 1. */
const DIRECT = 0.005;

/** Power in the band, speeds, cruise, hill start and top speed; `radius` is the tyre's rolling radius, mm, where its code can be read. */
export function assessGearing(
  subject: Subject,
  mass: MassFigures,
  radius: Figure | undefined,
): CheckResult & { figures: GearingFigures } {
  const { engine, gearbox, brief, chassis, candidate } = subject;
  const checks: Check[] = [];
  const findings: Finding[] = [];
  const gaps = new Gaps();
  const curve = curveInUse(engine, subject.dressing);
  const rise = intakeRise(candidate);
  const hotDay = curve && hotDayOf(engine, curve, brief, rise.value);
  const hotShare = hotDay?.share ?? 1;
  const air = curve ? riseDoubt(engine, curve, brief, rise) : exactly(1);
  if (hotDay?.beyond) findings.push(beyondStandard(engine, hotDay.beyond));
  const finalDrive = gearbox.finalDriveInside ?? candidate.finalDrive;
  const power = powerFigures(subject, curve, hotShare, { rise, air }, checks, findings);

  const efficiencies = gaps.find(() => {
    const axle = chassis ? ofCar(chassis, 'axleEfficiency') : exactly(1);
    return gearbox.ratios.map(
      (r) => ofGearbox(gearbox, Math.abs(r - 1) < DIRECT ? 'efficiencyDirect' : 'efficiencyOther').value * axle.value,
    );
  });
  const redline = gaps.find(() => ofEngine(engine, 'redlineRpm').value);
  const { tyre } = subject;
  const gripN =
    chassis && mass.drivenKg && mass.comMm && tyre
      ? gaps.find(() => gripNow(subject, mass, ofTyre(chassis, tyre, 'dryGrip').value))
      : undefined;
  const rolling = chassis ? gaps.find(() => ofCar(chassis, 'rollingCoefficient').value) : undefined;
  const speeds = radius ? gearSpeeds(subject, finalDrive, radius.value, redline) : [];
  const gears =
    radius && curve && efficiencies && redline !== undefined
      ? gearFigures(
          subject,
          speeds,
          curve,
          finalDrive,
          radius.value,
          efficiencies,
          redline,
          gripN,
          mass.drivenKg?.value,
          rolling,
        )
      : [];
  const cruise = cruiseFigure(subject, radius, finalDrive, checks, findings);
  const launchRpm =
    curve && redline !== undefined
      ? gaps.find(() => usualLaunchRpm(curve.torque, ofEngine(engine, 'idleRpm').value, redline))
      : undefined;
  const hill = assessHill(
    subject,
    mass,
    { curve, hotShare, air, radius, finalDrive, efficiency: efficiencies?.[0], launchRpm },
    gaps,
  );
  checks.push(...hill.checks);
  findings.push(...hill.findings);

  let top: TopSpeed | undefined;
  const dragAreaM2 = chassis ? gaps.find(() => ofCar(chassis, 'dragAreaM2').value) : undefined;
  if (
    curve &&
    radius &&
    mass.drivenKg &&
    gears.length > 0 &&
    efficiencies &&
    redline !== undefined &&
    rolling !== undefined &&
    dragAreaM2 !== undefined
  ) {
    const line: Driveline = {
      curve: curve.torque,
      redlineRpm: redline,
      gearRatios: gearbox.ratios,
      finalDrive,
      rollingRadiusMm: radius.value,
      efficiency: efficiencies,
    };
    top = topSpeed(line, {
      massKg: mass.drivenKg.value,
      rollingCoefficient: rolling,
      dragAreaM2,
    });
  }
  findings.push(...gaps.findings('gearing', 'gearing', 'Gearing', [engine.id, gearbox.id]));
  const kwPerTonne = perTonne(power.peakPowerKw, mass.drivenKg);
  const hotKwPerTonne = perTonne(power.hotPeakPowerKw, mass.drivenKg);
  return {
    checks,
    findings,
    figures: {
      curve,
      hotShare,
      finalDrive,
      rollingRadius: radius,
      redlineRpm: redline,
      speeds,
      gears,
      reverseKph:
        radius && redline !== undefined && gearbox.reverseRatio !== undefined
          ? speedKph(redline, radius.value, gearbox.reverseRatio, finalDrive)
          : undefined,
      ...power,
      cruiseRpm: cruise,
      hillGradePct: hill.grade,
      hillLimitedBy: hill.limitedBy,
      topSpeed: top,
      gripN,
      drivenKg: mass.drivenKg,
      kwPerTonne,
      hotKwPerTonne,
      launchRpm,
    },
  };
}

/** Power to weight as it is driven: told, not judged. */
export function assessPowerToWeight({ kwPerTonne, hotKwPerTonne, drivenKg }: GearingFigures): CheckResult {
  const check = makeCheck({
    id: 'power-to-weight',
    step: 'weight',
    group: 'Weight',
    title: 'Power-to-weight ratio with driver',
    quantity: 'powerPerMass',
    figure: kwPerTonne,
    limitKind: 'info',
    because:
      kwPerTonne && drivenKg
        ? `${sayDerived(drivenKg, 'massKg')} with driver and half a tank; ${say(hotKwPerTonne?.value ?? 0, 'powerPerMass')} in hot-day conditions.`
        : 'Missing: installed mass or torque curve.',
  });
  return { checks: [check], findings: [] };
}

/** That the worst day lies beyond the air that a standard's factor is made for. */
function beyondStandard(engine: Engine, { factor, standard, from, to }: NonNullable<HotDay['beyond']>): Finding {
  return makeFinding({
    id: 'hot-day-range',
    state: 'clear',
    step: 'gearing',
    title: `Hot-day conditions are outside the range of ${standard}: hot-day figures are a guide`,
    because: `Its correction factor is ${say(factor, 'number', { digits: 3 })}; the standard is valid from ${from} to ${to}.`,
    about: [engine.id],
  });
}

function perTonne(power: Derived | undefined, mass: Derived | undefined): Derived | undefined {
  return power && mass
    ? propagate({ power, mass }, (v) => powerToWeight({ powerKw: v.power, massKg: v.mass }).kwPerTonne)
    : undefined;
}

/** Peak, band and hot-day figures, judged against the targets; a peak never stands alone. */
function powerFigures(
  subject: Subject,
  curve: CurveInUse | undefined,
  hotShare: number,
  { rise, air }: { readonly rise: Figure; readonly air: Figure },
  checks: Check[],
  findings: Finding[],
) {
  const { brief, engine } = subject;
  const doubt = curve ? curveDoubt(curve) : exactly(1);
  const times = (value: number | undefined): Derived | undefined =>
    value === undefined ? undefined : propagate({ 'torque curve': doubt }, (v) => value * v['torque curve']);
  const hot = (value: number): Derived =>
    propagate({ 'torque curve': doubt, 'intake air': air }, (v) => value * v['torque curve'] * v['intake air']);
  const peaks = curve && peaksOf(curve.torque);
  const inBand = curve && attempt(() => bandFigures(curve.torque, brief.band.lowRpm, brief.band.highRpm));
  const band = inBand?.ok ? inBand.value : undefined;
  const bandFault = inBand?.ok === false ? inBand.fault.message : undefined;
  const peakPowerKw = times(peaks?.peakPowerKw);
  const bandTorqueNm = times(band?.peakInBandNm);
  const bandPowerKw = times(band?.meanPowerKw);
  const bandWords = `${say(brief.band.lowRpm, 'rpm')} to ${say(brief.band.highRpm, 'rpm')}`;
  const noCurve = `${engine.shortName}: no torque curve.`;

  const target = makeCheck({
    id: 'power-now',
    step: 'gearing',
    group: GROUP,
    title: 'Peak power, target now',
    quantity: 'powerKw',
    figure: peakPowerKw,
    limitKind: brief.now.powerKw === undefined ? 'info' : 'at least',
    limit: brief.now.powerKw,
    span: 50,
    because:
      peakPowerKw && peaks
        ? `${sayDerived(peakPowerKw, 'powerKw')} at ${say(peaks.peakPowerRpm, 'rpm')}, ${curve.evidence}${curve.basis.words === '' ? '' : `; ${curve.basis.words}`}; ${say(peakPowerKw.value * hotShare, 'powerKw')} in hot-day conditions, intake air ${say(rise.value, 'warmerC')} warmer than outside (${rise.source ?? rise.evidence}).`
        : noCurve,
  });
  checks.push(target);
  pushTargetFinding(findings, target, 'peak power', engine.id);

  const torque = makeCheck({
    id: 'band-torque',
    step: 'gearing',
    group: GROUP,
    title: 'Torque in rpm range',
    quantity: 'torqueNm',
    figure: bandTorqueNm,
    limitKind: brief.now.bandTorqueNm === undefined ? 'info' : 'at least',
    limit: brief.now.bandTorqueNm,
    span: 100,
    because:
      bandTorqueNm && band
        ? `Maximum in ${bandWords}; mean ${say(band.meanTorqueNm, 'torqueNm')}, ${say(band.lowEndTorqueNm, 'torqueNm')} at its low end; ${say(bandTorqueNm.value * hotShare, 'torqueNm')} in hot-day conditions.`
        : (bandFault ?? noCurve),
  });
  checks.push(torque);
  pushTargetFinding(findings, torque, 'torque in the rpm range', engine.id);

  checks.push(
    makeCheck({
      id: 'band-power',
      step: 'gearing',
      group: GROUP,
      title: 'Mean power in rpm range',
      quantity: 'powerKw',
      figure: bandPowerKw,
      limitKind: 'info',
      because: bandPowerKw
        ? `Over ${bandWords}; ${say(bandPowerKw.value * hotShare, 'powerKw')} in hot-day conditions.`
        : (bandFault ?? noCurve),
    }),
  );
  const redline = engine.redlineRpm?.value;
  if (bandFault && curve) {
    const beyond = redline !== undefined && brief.band.highRpm > redline;
    findings.push(
      makeFinding({
        id: 'band-reach',
        state: 'unknown',
        step: 'gearing',
        title: beyond
          ? `The rpm range exceeds the redline of the ${engine.shortName}`
          : `${engine.shortName}: torque curve does not cover the rpm range`,
        because: beyond
          ? `Upper limit ${say(brief.band.highRpm, 'rpm')}; redline ${say(redline, 'rpm')}.`
          : `${bandFault} It runs from ${say(lowestRpm(curve.torque), 'rpm')} to ${say(highestRpm(curve.torque), 'rpm')}.`,
        about: [engine.id],
        missing: beyond ? ['/brief/band/highRpm'] : [`/engines/${engine.id}/curves`],
      }),
    );
  }
  if (
    engine.induction !== undefined &&
    engine.induction !== 'naturally aspirated' &&
    curve &&
    curve.standard !== 'none'
  ) {
    findings.push(
      makeFinding({
        id: 'boost-correction',
        state: 'clear',
        step: 'gearing',
        title: 'Hot-day power uses the test standard; boost control may compensate',
        because:
          'A standard’s factor overstates a boost-controlled engine where it is above 1 and understates it below. Uncorrected and corrected are shown side by side.',
        about: [engine.id],
      }),
    );
  }
  return {
    peakPowerKw,
    peakTorqueNm: times(peaks?.peakTorqueNm),
    bandTorqueNm,
    bandPowerKw,
    hotPeakPowerKw: peakPowerKw && hot(peaks!.peakPowerKw * hotShare),
    hotBandPowerKw: band && hot(band.meanPowerKw * hotShare),
  };
}

function pushTargetFinding(findings: Finding[], check: Check, what: string, about: string): void {
  if (check.limitKind === 'info') return;
  const name = capital(what);
  const value = check.value ?? 0;
  const limit = check.limit ?? 0;
  const title =
    check.state === 'unknown'
      ? `${name} is not known`
      : check.state === 'blocked'
        ? `${say(limit - value, check.quantity)} below the required ${say(limit, check.quantity)} ${what}`
        : check.state === 'tight'
          ? `${name} met, but margin less than uncertainty (limit ${say(limit, check.quantity)})`
          : `${name}: ${say(value, check.quantity)}, required ${say(limit, check.quantity)}`;
  findings.push(
    findingOf(check, title, { about: [about], missing: check.state === 'unknown' ? [`/engines/${about}/curves`] : [] }),
  );
}

/** Greatest thrust of the car as it is driven, on tyres of a grip, N; mass and centre of mass must be known. */
export function gripNow(subject: Subject, mass: MassFigures, mu: number): number {
  const chassis = subject.chassis!;
  const [x, , z] = mass.comMm!;
  return gripThrustN({
    massKg: mass.drivenKg!.value,
    wheelbaseMm: ofCar(chassis, 'wheelbaseMm').value,
    frontAxleToComMm: -x,
    comHeightMm: z,
    frictionCoefficient: mu,
    drive: chassis.drive,
    ...centreOf(chassis),
  });
}

function gearSpeeds(
  { gearbox, brief }: Subject,
  finalDrive: number,
  radiusMm: number,
  redlineRpm: number | undefined,
): GearSpeeds[] {
  return gearbox.ratios.map((ratio, i) => ({
    gear: i + 1,
    ratio,
    speedAtRedlineKph: redlineRpm === undefined ? undefined : speedKph(redlineRpm, radiusMm, ratio, finalDrive),
    speedPer1000Kph: speedKph(1000, radiusMm, ratio, finalDrive),
    cruiseRpm: brief.cruise && rpmAtSpeed(brief.cruise.speedKph, radiusMm, ratio, finalDrive),
  }));
}

function gearFigures(
  subject: Subject,
  speeds: readonly GearSpeeds[],
  curve: CurveInUse,
  finalDrive: number,
  radiusMm: number,
  efficiencies: readonly number[],
  redlineRpm: number,
  gripN: number | undefined,
  drivenKg: number | undefined,
  rolling: number | undefined,
): GearFigures[] {
  const peak = peaksOf(curve.torque).peakTorqueNm;
  return subject.gearbox.ratios.map((ratio, i) => {
    const efficiency = efficiencies[i]!;
    const peakThrustN = tractiveForceN(peak, ratio, finalDrive, efficiency, radiusMm);
    return {
      ...speeds[i]!,
      speedAtRedlineKph: speedKph(redlineRpm, radiusMm, ratio, finalDrive),
      peakThrustN,
      spins: gripN !== undefined && peakThrustN > gripN,
      torqueAtGripNm: gripN === undefined ? undefined : (gripN * (radiusMm / 1000)) / (ratio * finalDrive * efficiency),
      gradePct: climb(subject, peakThrustN, drivenKg, rolling),
      efficiency,
    };
  });
}

/** A thrust above the weight has no steepest grade: grip decides long before. */
function climb(
  { brief }: Subject,
  thrustN: number,
  drivenKg: number | undefined,
  rolling: number | undefined,
): number | undefined {
  if (rolling === undefined || drivenKg === undefined) return undefined;
  const total = drivenKg + (brief.hill?.trailerKg ?? 0);
  if (thrustN >= total * GRAVITY) return undefined;
  return gradeability(thrustN, total, rolling, 0).gradePct;
}

function cruiseFigure(
  subject: Subject,
  radius: Figure | undefined,
  finalDrive: number,
  checks: Check[],
  findings: Finding[],
): Derived | undefined {
  const { brief, gearbox } = subject;
  const cruise = brief.cruise;
  if (!cruise) return undefined;
  const top = gearbox.ratios.at(-1)!;
  const figure =
    radius &&
    propagate({ 'rolling radius': radius }, (v) => rpmAtSpeed(cruise.speedKph, v['rolling radius'], top, finalDrive));
  const check = makeCheck({
    id: 'cruise',
    step: 'gearing',
    group: GROUP,
    title: 'Cruise rpm',
    quantity: 'rpm',
    figure,
    limitKind: 'between',
    limit: cruise.rpm - cruise.toleranceRpm,
    upperLimit: cruise.rpm + cruise.toleranceRpm,
    span: cruise.toleranceRpm * 2.5,
    because: `At ${say(cruise.speedKph, 'speedKph')} in top, ${top.toFixed(2)} × ${finalDrive.toFixed(2)}; target ${say(cruise.rpm, 'rpm')} ± ${say(cruise.toleranceRpm, 'rpm')}.`,
  });
  checks.push(check);
  const value = figure?.value ?? 0;
  findings.push(
    findingOf(
      check,
      check.state === 'unknown'
        ? 'Cruise rpm unknown: tyre size missing'
        : check.state === 'clear'
          ? `Cruise ${say(value, 'rpm')}`
          : check.state === 'tight'
            ? `Cruise ${say(value, 'rpm')}: within tolerance, but margin less than uncertainty`
            : value > cruise.rpm
              ? `Cruise ${say(value, 'rpm')}: ${say(value - cruise.rpm, 'rpm')} above target range`
              : `Cruise ${say(value, 'rpm')}: ${say(cruise.rpm - value, 'rpm')} below target range`,
      { about: [gearbox.id], missing: check.state === 'unknown' ? ['/tyreCode'] : [] },
    ),
  );
  return figure;
}
