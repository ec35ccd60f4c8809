import { linesOf, type LineOfDrive, type LyingLine } from '../fit/index.ts';
import type { GearingFigures } from '../gearing/index.ts';
import {
  findingOf,
  layoutOf,
  makeCheck,
  unanswered,
  worstState,
  type Chassis,
  type Check,
  type Finding,
  type Subject,
} from '../../model/index.ts';
import { capital, exactly, madeFrom, propagate, say, scatterOf, type Derived, type Figure } from '../../units/index.ts';
import { CRITICAL_SHARE, criticalRpm, longestMm, STEEL } from './propshaft.ts';

/** What is judged and said on the way through the driveline. */
export interface Said {
  readonly checks: Check[];
  readonly findings: Finding[];
}

export interface PropshaftFigures {
  /** Of the propshaft that is nearest its limit. */
  readonly propshaftRpm: number | undefined;
  readonly criticalRpm: Derived | undefined;
}

export interface BehindGearbox {
  /** Torque at the output in first, N·m. */
  readonly behindNm: number | undefined;
  /** The same before the gearbox. */
  readonly inputNm: number | undefined;
  readonly governs: 'engine' | 'tyres';
}

type Tube = NonNullable<Chassis['propshaft']>;

/** Joints placed with a tape, mm. */
const LENGTH_DOUBT_MM = 5;
const GROUP = 'Performance';
const MARGIN_ROW = {
  id: 'propshaft-margin',
  step: 'gearing',
  group: GROUP,
  title: 'Propshaft margin',
  quantity: 'ratio',
  limitKind: 'at least',
  limit: 1,
  span: 1,
} as const;
const SPEED_ROW = {
  id: 'propshaft-speed',
  step: 'gearing',
  group: GROUP,
  title: 'Propshaft speed, % of critical speed',
  quantity: 'percent',
  limitKind: 'at most',
  limit: 100 * CRITICAL_SHARE,
  span: 60,
  digits: 0,
} as const;

/** A rating over a load: with the doubt of the torque curve where the engine sets it, of the grip where the tyres do. */
export function marginOf(
  rating: Figure | undefined,
  load: number | undefined,
  governs: 'engine' | 'tyres',
  { tyre }: Pick<Subject, 'tyre'>,
  { peakTorqueNm: peak }: GearingFigures,
): Derived | undefined {
  if (!rating || load === undefined || !peak) return undefined;
  const grip = tyre?.dryGrip;
  const doubt =
    governs === 'engine'
      ? { ...peak, value: 1, plusMinus: peak.plusMinus / peak.value }
      : grip
        ? madeFrom({ ...grip, value: 1, plusMinus: scatterOf(grip) / grip.value }, grip)
        : exactly(1);
  const name = governs === 'engine' ? 'peak torque' : 'tyre grip';
  return propagate({ rating, [name]: doubt }, (v) => v['rating']! / (load * v[name]!));
}

/** A shaft of the car: its tube, what goes through it and how fast it turns. */
interface Shaft {
  readonly line: LineOfDrive;
  readonly tube: Tube | undefined;
  /** Where it is entered. */
  readonly at: string;
  readonly loadNm: number | undefined;
  readonly rpm: number | undefined;
  readonly lengthMm: number | undefined;
  /** What is said of its share. */
  readonly share: string;
}

const isShaft = (line: LineOfDrive): boolean => line !== 'half shafts' && line !== 'chain';

/** Every shaft between engine and axles, with what it carries. */
function shaftsOf(
  subject: Subject & { readonly chassis: Chassis },
  gearing: GearingFigures,
  { behindNm, inputNm }: BehindGearbox,
  lines: readonly LyingLine[],
): Shaft[] {
  const { chassis, gearbox, parts, engine, candidate } = subject;
  const { topSpeed: top, rollingRadius: radius } = gearing;
  const wheelRpm = top && radius ? (top.topSpeedKph / 3.6 / (2 * Math.PI * (radius.value / 1000))) * 60 : undefined;
  const bought = parts.find((p) => p.propshaft) ?? parts.find((p) => p.class === 'propshaft');
  const own = bought
    ? { tube: bought.propshaft, at: `/parts/${bought.id}/propshaft` }
    : { tube: chassis.propshaft, at: '/chassis/propshaft' };
  return linesOf(layoutOf(chassis, gearbox))
    .filter(isShaft)
    .map((line): Shaft => {
      const lies = lines.find((l) => l.line === line)?.lies;
      const lengthMm =
        lies?.kind === 'joints' ? lies.angles.lengthMm : lies?.kind === 'in line' ? lies.lengthMm : undefined;
      if (line === 'torque tube' || line === 'shaft to the transaxle')
        // Before the gearbox a shaft turns with the crank.
        return { line, ...own, loadNm: inputNm, rpm: engine.redlineRpm?.value, lengthMm, share: '' };
      const { share, words } = axleShare(chassis, line);
      // Behind a gearbox with the final drive inside, a shaft to the other axle is geared up again to that axle's own.
      const geared = gearbox.finalDriveInside === undefined ? 1 : gearbox.finalDriveInside / candidate.finalDrive;
      return {
        line,
        ...(line === 'front propshaft' ? { tube: chassis.frontPropshaft, at: '/chassis/frontPropshaft' } : own),
        loadNm: behindNm === undefined ? undefined : behindNm * share * geared,
        rpm: wheelRpm === undefined ? undefined : wheelRpm * (geared === 1 ? gearing.finalDrive : candidate.finalDrive),
        lengthMm,
        share: words,
      };
    });
}

/** What of the torque one axle may see: its share of a fixed split, else all of it, for the other wheels may spin. */
function axleShare(chassis: Chassis, line: LineOfDrive): { readonly share: number; readonly words: string } {
  if (chassis.drive !== 'all') return { share: 1, words: '' };
  const { rearTorqueShare: rear, centre } = chassis;
  if (rear === undefined || (centre !== undefined && centre !== 'fixed'))
    return { share: 1, words: ', all of it because the other axle may be airborne' };
  const front = line === 'front propshaft' || (line === 'propshaft' && (chassis.engineSits ?? 'front') !== 'front');
  const share = front ? 1 - rear : rear;
  return { share, words: `, its ${say(100 * share, 'percent', { digits: 0 })} of the split` };
}

/** All shafts between engine and axles: strength and speed, each row by the shaft that is worst off. */
export function assessPropshafts(
  subject: Subject,
  gearing: GearingFigures,
  behind: BehindGearbox,
  lines: readonly LyingLine[],
  said: Said,
): PropshaftFigures {
  const { chassis } = subject;
  if (!chassis) return { propshaftRpm: undefined, criticalRpm: undefined };
  const shafts = shaftsOf({ ...subject, chassis }, gearing, behind, lines);
  if (shafts.length === 0) return { propshaftRpm: undefined, criticalRpm: undefined };
  put(shafts.map((s) => strengthOf(subject, gearing, behind.governs, s)));
  const speeds = shafts.map((s) => speedOf(subject, s));
  put(speeds);
  const worst = speeds.find((s) => s.check.state === worstState(speeds.map((x) => x.check.state)))!;
  return { propshaftRpm: worst.rpm, criticalRpm: worst.critical };

  function put(judged: readonly Judged[]): void {
    const state = worstState(judged.map((j) => j.check.state));
    const first = judged.find((j) => j.check.state === state)!;
    said.checks.push(first.check);
    judged.forEach(({ finding, line }, i) => {
      if (finding)
        said.findings.push(
          judged[i] === first ? finding : { ...finding, id: `${finding.id}-${line.replaceAll(' ', '-')}` },
        );
    });
  }
}

interface Judged {
  readonly line: LineOfDrive;
  readonly check: Check;
  readonly finding?: Finding | undefined;
}

/** A shaft as it stands in a sentence. */
const shaftWords = (line: LineOfDrive): string => (line === 'torque tube' ? 'shaft in the torque tube' : line);

/** What a shaft stands against what goes through it in first. */
function strengthOf(
  subject: Subject,
  gearing: GearingFigures,
  governs: BehindGearbox['governs'],
  { line, tube, at, loadNm, share }: Shaft,
): Judged {
  const about = [subject.candidate.id];
  const name = shaftWords(line);
  if (!tube) {
    const because = 'Tube dimensions missing.';
    return { line, check: makeCheck({ ...MARGIN_ROW, figure: undefined, because }) };
  }
  const { ratingNm } = tube;
  if (!ratingNm) {
    const open = unanswered(
      { ...MARGIN_ROW, because: 'U-joints are weaker than the tube, and their rating is missing.' },
      `${name}: torque rating unknown`,
      [`${at}/ratingNm`],
      about,
    );
    return { line, check: open.check, finding: open.finding };
  }
  const figure = marginOf(ratingNm, loadNm, governs, subject, gearing);
  const check = makeCheck({
    ...MARGIN_ROW,
    figure,
    // Without the car's mass nobody knows what the tyres hand back.
    ...(gearing.gripN === undefined && figure && figure.value < 1 ? { state: 'unknown' as const } : {}),
    because:
      loadNm === undefined
        ? 'Needs a torque curve.'
        : `${say(ratingNm.value, 'torqueNm')} (${ratingNm.evidence}) against ${say(loadNm, 'torqueNm')} in first, set by the ${governs}${share}. A propshaft safety loop is the usual caution.`,
  });
  if (check.state === 'clear') return { line, check };
  return {
    line,
    check,
    finding: findingOf(
      check,
      check.state === 'blocked'
        ? `${name} overloaded by ${say(loadNm! - ratingNm.value, 'torqueNm')} in first gear`
        : check.state === 'tight'
          ? `${name}: rating met in first gear, but margin less than uncertainty`
          : `${name}: rating or load unknown`,
      { about, missing: check.state === 'unknown' && !figure ? [`/engines/${subject.engine.id}/curves`] : [] },
    ),
  };
}

/** A shaft at its fastest against the speed at which it whips. */
function speedOf(
  subject: Subject,
  { line, tube, at, rpm, lengthMm }: Shaft,
): Judged & { readonly rpm: number | undefined; readonly critical: Derived | undefined } {
  const name = shaftWords(line);
  if (!tube) {
    const open = unanswered(
      { ...SPEED_ROW, because: 'Tube dimensions missing.' },
      `${capital(name)}: data missing for speed and strength`,
      [at],
    );
    return { line, check: open.check, finding: open.finding, rpm: undefined, critical: undefined };
  }
  const shaftTube = { ...STEEL, outerDiameterMm: tube.outerDiameterMm, innerDiameterMm: tube.innerDiameterMm };
  const sectionMm = lengthMm === undefined ? undefined : lengthMm / tube.pieces;
  const critical =
    sectionMm === undefined
      ? undefined
      : propagate(
          {
            'length between joints': madeFrom(
              { value: sectionMm, plusMinus: LENGTH_DOUBT_MM, evidence: 'measured' },
              subject.chassis?.pinion ?? subject.candidate.placement,
            ),
          },
          (v) => criticalRpm(shaftTube, v['length between joints']),
        );
  const share =
    critical && rpm !== undefined
      ? propagate({ 'critical speed': critical }, (v) => (100 * rpm) / v['critical speed'])
      : undefined;
  const withCrank = line === 'torque tube' || line === 'shaft to the transaxle';
  const check = makeCheck({
    ...SPEED_ROW,
    figure: share,
    because:
      critical && rpm !== undefined && sectionMm !== undefined
        ? `${say(rpm, 'rpm')} at ${withCrank ? 'the redline, for it turns with the crank' : 'top speed'}; a ${say(tube.outerDiameterMm, 'lengthMm', { digits: 1 })} tube of ${say(sectionMm, 'lengthMm')} between joints${tube.pieces > 1 ? `, in ${tube.pieces} sections,` : ''}: critical speed ${say(critical.value, 'rpm')}. Limit ${say(100 * CRITICAL_SHARE, 'percent', { digits: 0 })} of it.`
        : withCrank
          ? 'Needs the place of engine and gearbox, and the redline.'
          : 'Missing: propshaft joint positions (survey) or top speed.',
  });
  if (check.state === 'clear') return { line, check, rpm, critical };
  const longest = rpm === undefined ? undefined : longestMm(shaftTube, rpm);
  const finding = findingOf(
    check,
    check.state === 'blocked'
      ? `${capital(name)} of ${say(sectionMm!, 'lengthMm')} is too long for its speed: ${say(share!.value, 'percent', { digits: 0 })} of critical`
      : check.state === 'tight'
        ? `${capital(name)}: speed limit met, but margin less than uncertainty`
        : `${capital(name)}: data for critical speed missing`,
    {
      missing:
        check.state === 'unknown' && lengthMm === undefined
          ? [withCrank ? `/candidates/${subject.candidate.id}/gearboxPlacement` : '/chassis/pinion']
          : [],
      because: `${check.because}${longest === undefined ? '' : ` Maximum length of one section ${say(longest, 'lengthMm')}: use ${Math.ceil((lengthMm ?? longest) / longest)} sections with a centre bearing, or a larger tube. Fit a safety loop round the front joint.`}`,
    },
  );
  return { line, check, finding, rpm, critical };
}
