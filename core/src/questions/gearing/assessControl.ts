import { curveDoubt, peaksOf, type CurveInUse } from '../curve/index.ts';
import {
  costOfPart,
  findingOf,
  makeCheck,
  makeFinding,
  type Check,
  type Finding,
  type CheckResult,
  type Subject,
} from '../../model/index.ts';
import { attempt, type Derived, propagateAll, say, sayDerived } from '../../units/index.ts';
import { cruiseSlip, stallBand, stallPoint, type StallBand } from './converter.ts';

export interface ControlFigures {
  /** Messages that the gearbox wants and nothing sends. */
  readonly unsent: readonly string[];
  readonly stallRpm: Derived | undefined;
  readonly stallTorqueNm: Derived | undefined;
  readonly band: StallBand | undefined;
  /** Heat in the converter at cruise, W, with no lock-up; undefined where there is none or nothing is known. */
  readonly cruiseHeatW: number | undefined;
  readonly cruiseSlipShare: number | undefined;
  /** Heat while it stalls at full throttle, W. */
  readonly stallHeatW: number | undefined;
}

const GROUP = 'Performance';

/** What a gearbox needs to be told, and how a converter suits the engine in front of it. */
export function assessControl(
  subject: Subject,
  curve: CurveInUse | undefined,
  cruise: { readonly turbineRpm: number; readonly torqueNm: number } | undefined,
): CheckResult & { figures: ControlFigures } {
  const checks: Check[] = [];
  const findings: Finding[] = [];
  const unsent = controlNeeds(subject, findings);
  const figures = converter(subject, curve, cruise, checks, findings);
  return { checks, findings, figures: { unsent, ...figures } };
}

function controlNeeds(subject: Subject, findings: Finding[]): string[] {
  const { gearbox, engine, parts, library } = subject;
  if (gearbox.wants.length === 0) return [];
  const sent = new Set([...(engine.computer?.sends ?? []), ...parts.flatMap((p) => p.sends ?? [])]);
  const unsent = gearbox.wants.filter((w) => !sent.has(w));
  const words = gearbox.wants.join(', ');
  if (unsent.length === 0) {
    findings.push(
      makeFinding({
        id: 'gearbox-control',
        state: 'clear',
        step: 'gearing',
        title: `${gearbox.shortName}: all required CAN signals available`,
        because: `Required: ${words}; sent by ${engine.computer?.name ?? 'the selected parts'} and signal converters. Test bus speed and message format on the bench before installation.`,
        about: [gearbox.id, engine.id],
      }),
    );
    return [];
  }
  const helpers = library.parts.filter(
    (p) => !p.retired && !p.discontinued && unsent.every((w) => p.sends?.includes(w)),
  );
  findings.push(
    makeFinding({
      id: 'gearbox-control',
      state: 'blocked',
      step: 'gearing',
      title: `${gearbox.shortName}: missing signal ${unsent.join(' and ')}`,
      because: `Required: ${words}; ${engine.computer ? `the ${engine.computer.name} sends ${engine.computer.sends.join(', ') || 'none'}` : 'the engine has no ECU'}. Without them the gearbox stays in limp mode.`,
      about: [gearbox.id, engine.id],
      remedies: helpers.map((p) => ({
        ...costOfPart(p, p.name),
        accept: { kind: 'part', partId: p.id },
      })),
    }),
  );
  return unsent;
}

function converter(
  subject: Subject,
  curve: CurveInUse | undefined,
  cruise: { readonly turbineRpm: number; readonly torqueNm: number } | undefined,
  checks: Check[],
  findings: Finding[],
): Omit<ControlFigures, 'unsent'> {
  const none = {
    stallRpm: undefined,
    stallTorqueNm: undefined,
    band: undefined,
    cruiseHeatW: undefined,
    cruiseSlipShare: undefined,
    stallHeatW: undefined,
  };
  const { gearbox, engine } = subject;
  if (gearbox.kind !== 'automatic') return none;
  const data = gearbox.converter;
  const threshold = engine.induction === 'turbocharged' ? engine.boost?.thresholdRpm?.value : undefined;
  const band = curve && stallBand(peaksOf(curve.torque).peakTorqueRpm, threshold);
  let stall: { stallRpm: Derived; stallTorqueNm: Derived } | undefined;
  let fault: string | undefined;
  if (data && curve) {
    const tried = attempt(() =>
      propagateAll({ K: data.kRpmPerSqrtNm, 'torque curve': curveDoubt(curve) }, (v) => {
        // n = K·√(c·T) is the stall of the curve itself behind a converter of K·√c.
        const s = stallPoint(curve.torque, v.K * Math.sqrt(v['torque curve']));
        return { stallRpm: s.stallRpm, stallTorqueNm: s.torqueAtStallNm * v['torque curve'] };
      }),
    );
    if (tried.ok) stall = tried.value;
    else fault = tried.fault.message;
  }
  const check = makeCheck({
    id: 'stall',
    step: 'gearing',
    group: GROUP,
    title: 'Torque converter stall speed',
    quantity: 'rpm',
    figure: stall?.stallRpm,
    limitKind: 'between',
    limit: band?.lowRpm,
    upperLimit: band?.highRpm,
    span: 1000,
    // A converter that suits less well still drives: never worse than tight.
    ...(stall && band
      ? {
          state:
            stall.stallRpm.value >= band.lowRpm && stall.stallRpm.value <= band.highRpm
              ? ('clear' as const)
              : ('tight' as const),
        }
      : {}),
    because:
      stall && band
        ? `K ${data!.kRpmPerSqrtNm.value} at ${sayDerived(stall.stallTorqueNm, 'torqueNm')}; looked for ${band.school}, ${say(band.lowRpm, 'rpm')} to ${say(band.highRpm, 'rpm')}. Higher leaves quicker and costs heat and slip at cruise.`
        : (fault ??
          (curve
            ? `${gearbox.shortName}: converter K-factor unknown.`
            : `Needs a torque curve from ${engine.shortName}.`)),
  });
  checks.push(check);
  if (check.state !== 'clear')
    findings.push(
      findingOf(
        check,
        check.state === 'unknown'
          ? `${gearbox.shortName}: stall speed unknown`
          : `The converter stalls at ${say(stall!.stallRpm.value, 'rpm')}, ${stall!.stallRpm.value < band!.lowRpm ? 'below' : 'above'} the ${say(band!.lowRpm, 'rpm')} to ${say(band!.highRpm, 'rpm')} that suits the engine`,
        {
          about: [gearbox.id, engine.id],
          missing: check.state === 'unknown' ? [`/gearboxes/${gearbox.id}/converter`] : [],
        },
      ),
    );
  const slip =
    data && cruise && !data.locksUp && cruise.torqueNm > 0
      ? cruiseSlip(cruise.turbineRpm, cruise.torqueNm, data.kRpmPerSqrtNm.value, data.couplingSpeedRatio)
      : undefined;
  if (slip)
    findings.push(
      makeFinding({
        id: 'converter-heat',
        state: 'clear',
        step: 'gearing',
        title: `Torque converter slip at cruise ${say(100 * slip.slipShare, 'percent', { digits: 1 })}: ${(slip.heatW / 1000).toFixed(1)} kW heat`,
        because: 'No lock-up clutch. Fit a separate transmission oil cooler for towing.',
        about: [gearbox.id],
      }),
    );
  return {
    stallRpm: stall?.stallRpm,
    stallTorqueNm: stall?.stallTorqueNm,
    band,
    cruiseHeatW: slip?.heatW,
    cruiseSlipShare: slip?.slipShare,
    stallHeatW: stall && (stall.stallTorqueNm.value * stall.stallRpm.value * Math.PI) / 30,
  };
}
