import { findingOf, makeCheck, type Subject, type WheelBrake } from '../../model/index.ts';
import { exactly, GRAVITY, madeFrom, propagate, say, type Derived, type Figure } from '../../units/index.ts';
import { asShare, GROUP, RULES, SHARE, type End, type Hot } from './fitted.ts';
import { brakeHydraulics, masterStrokeMm } from './hydraulics.ts';

/** A pedal that presses the car’s own brakes is asked about once the car is heavier than this times as weighed. */
const HEAVIER = 1.1;
const PEDAL_AT_G = 0.8;
const SERVO_LIMIT_N = 500;
const BARE_LIMIT_N = 700;
/** With the servo failed: deceleration in g and force; from memory of the type-approval rules. */
const FAILED = { g: 0.25, limitN: 500 } as const;
const TYPICAL_FRICTION: Figure = { value: 0.38, plusMinus: 0.05, evidence: 'estimated', source: 'typical of linings' };

const pistonsMm2 = (b: WheelBrake | undefined): number | undefined =>
  b?.kind === 'disc' && b.pistonMm !== undefined
    ? (b.pistonsOneSide ?? 1) * (Math.PI / 4) * b.pistonMm ** 2
    : undefined;

/** What the foot has to press for a hard stop, N; undefined where the callipers or the share behind them are not known. */
function pedalForce(hot: Hot, rollingRadiusMm: number): { force: Derived; failed: Derived } | undefined {
  const { chassis } = hot.subject;
  const pedal = chassis?.brakes?.pedal;
  const { front, rear } = hot.brakes;
  const area = pistonsMm2(front);
  if (!pedal || area === undefined || front.kind !== 'disc' || front.effectiveRadiusMm === undefined) return undefined;
  const rearArea = pistonsMm2(rear);
  const rearKnown = rear.kind === 'disc' && rearArea !== undefined && rear.effectiveRadiusMm !== undefined;
  // Drums multiply by a factor that nobody measures: what the front share leaves them is taken instead.
  const frontPct = chassis.brakeFrontPct;
  if (!rearKnown && !frontPct) return undefined;
  // That share is of the car’s own front brakes: bought ones change the front, and leave the rear as it was.
  const own = chassis.brakes?.front;
  const ownArea = pistonsMm2(own);
  if (!rearKnown && (own?.kind !== 'disc' || ownArea === undefined || own.effectiveRadiusMm === undefined))
    return undefined;
  const rearOf = (share: number) =>
    rearKnown
      ? { area: rearArea, radius: rear.effectiveRadiusMm! }
      : { area: (ownArea! * (1 - share)) / share, radius: (own as { effectiveRadiusMm: number }).effectiveRadiusMm };
  const at = (g: number, servo: number) =>
    propagate(
      {
        mass: hot.drivenKg,
        'friction of the pads': pedal.friction ?? madeFrom(TYPICAL_FRICTION, pedal),
        [SHARE]: frontPct ? asShare(frontPct) : exactly(1),
      },
      (v) => {
        const behind = rearOf(v[SHARE]);
        return brakeHydraulics({
          massKg: v['mass'],
          pedalForceN: 100,
          pedalRatio: pedal.ratio,
          servoRatio: servo,
          masterDiameterMm: pedal.masterMm,
          padFriction: v['friction of the pads'],
          frontPistonAreaOneSideMm2: area,
          rearPistonAreaOneSideMm2: behind.area,
          frontEffectiveRadiusMm: front.effectiveRadiusMm!,
          rearEffectiveRadiusMm: behind.radius,
          rollingRadiusMm,
          targetDecelerationG: g,
        }).pedalForceForTargetN;
      },
    );
  return { force: at(PEDAL_AT_G, pedal.servoRatio), failed: at(FAILED.g, 1) };
}

/** What the brakes hold at the road with the foot pressing as hard as may be asked of it, N; undefined where the pedal is not known. */
export function holdingForceN(hot: Hot, rollingRadiusMm: number): number | undefined {
  const found = pedalForce(hot, rollingRadiusMm);
  const servo = hot.subject.chassis?.brakes?.pedal?.servoRatio ?? 1;
  return (
    found &&
    (hot.drivenKg.value * GRAVITY * PEDAL_AT_G * (servo > 1 ? SERVO_LIMIT_N : BARE_LIMIT_N)) / found.force.value
  );
}

/** Where the brakes of an end are entered: with the part that brings them, else with the car. */
function enteredAt({ parts }: Pick<Subject, 'parts'>, end: End): string[] {
  const bought = parts.find((p) => p.brakes?.[end]);
  return [bought ? `/parts/${bought.id}/brakes/${end}` : `/chassis/brakes/${end}`];
}

/** Where it is entered what the pedal presses: the pedal itself, then the front callipers, which may be bought ones. */
function pedalMissing({ chassis, parts }: Subject): string[] {
  if (!chassis?.brakes?.pedal) return ['/chassis/brakes/pedal'];
  const bought = parts.some((p) => p.brakes?.front) ? enteredAt({ parts }, 'front') : [];
  return [...bought, '/chassis/brakes/front', '/chassis/brakes/rear', '/chassis/brakeFrontPct'];
}

/** The pedal, where brakes were bought, the car became heavy, or somebody has measured it. */
export function pedalJudged(
  hot: Hot,
  asWeighedKg: number | undefined,
  totalKg: number | undefined,
  radiusMm: number | undefined,
) {
  const { subject, brakes } = hot;
  const pedal = subject.chassis?.brakes?.pedal;
  const heavier = asWeighedKg !== undefined && totalKg !== undefined && totalKg > HEAVIER * asWeighedKg;
  if (!pedal && brakes.own && !heavier) return undefined;
  const found = radiusMm === undefined ? undefined : pedalForce(hot, radiusMm);
  const limit = pedal && pedal.servoRatio > 1 ? SERVO_LIMIT_N : BARE_LIMIT_N;
  const failing = found && pedal && pedal.servoRatio > 1 && found.failed.value > FAILED.limitN;
  const check = makeCheck({
    id: 'brake-pedal',
    step: 'weight',
    group: GROUP,
    title: 'Pedal force for a hard stop',
    quantity: 'forceN',
    figure: found?.force,
    limitKind: 'at most',
    limit,
    span: 500,
    ...(failing ? { state: 'blocked' as const } : {}),
    because: found
      ? `Pedal force ${say(found.force.value, 'forceN')} for ${PEDAL_AT_G} g, limit ${say(limit, 'forceN')}${pedal!.servoRatio > 1 ? `; with the servo failed ${say(found.failed.value, 'forceN')} for ${FAILED.g} g, limit ${say(FAILED.limitN, 'forceN')}` : ''}. ${RULES}`
      : 'Needs pedal ratio, servo, master cylinder, the front callipers, and the rear ones or the front share.',
  });
  return {
    check,
    finding: findingOf(
      check,
      check.state === 'unknown'
        ? 'Whether the pedal suits the brakes is not known'
        : failing
          ? 'Pedal force with failed servo exceeds the limit'
          : check.state === 'blocked'
            ? `Pedal force ${say(found!.force.value, 'forceN')}, above the permitted force`
            : check.state === 'tight'
              ? 'Pedal force met, but margin less than uncertainty'
              : 'Pedal force within limit',
      {
        about: [subject.candidate.id],
        missing: check.state === 'unknown' ? pedalMissing(subject) : [],
      },
    ),
  };
}

/**
 * What all pistons of one side of a calliper move together until the pads press hard, pads and hoses giving, mm: found on cars; for each
 * of the two pistons of a drum’s cylinder, shoes adjusted, mm.
 */
const PISTON_TRAVEL: Figure = { value: 0.55, plusMinus: 0.15, evidence: 'estimated', source: 'typical of callipers' };
const SHOE_TRAVEL: Figure = { value: 1.5, plusMinus: 0.5, evidence: 'estimated', source: 'typical of adjusted shoes' };

/** Area that one wheel of an end displaces, mm²; undefined where nobody has entered it. */
function displacingMm2(b: WheelBrake): number | undefined {
  if (b.kind === 'disc') return pistonsMm2(b);
  return b.cylinderMm === undefined ? undefined : 2 * (Math.PI / 4) * b.cylinderMm ** 2;
}

/** How far the master’s piston goes for a hard stop, against its travel: asked once brakes are bought, or its travel was measured. */
export function strokeJudged(hot: Hot) {
  const { subject, brakes } = hot;
  const pedal = subject.chassis?.brakes?.pedal;
  if (brakes.own && pedal?.masterTravelMm === undefined) return undefined;
  const ends = (['front', 'rear'] as const).map((end) => ({
    end,
    brake: brakes[end],
    mm2: displacingMm2(brakes[end]),
  }));
  const missing = [
    ...(pedal?.masterTravelMm === undefined ? ['/chassis/brakes/pedal'] : []),
    ...ends.filter(({ mm2 }) => mm2 === undefined).flatMap(({ end }) => enteredAt(subject, end)),
  ];
  const stroke =
    pedal && missing.length === 0
      ? propagate(
          {
            'travel of the callipers': madeFrom(PISTON_TRAVEL, brakes.entered),
            'travel of the shoes': madeFrom(SHOE_TRAVEL, brakes.entered),
          },
          (v) =>
            masterStrokeMm(
              // Two wheels an end.
              ends.reduce((sum, { brake, mm2 }) => {
                const travelMm = v[brake.kind === 'disc' ? 'travel of the callipers' : 'travel of the shoes'];
                return sum + 2 * mm2! * travelMm;
              }, 0),
              pedal.masterMm,
            ),
        )
      : undefined;
  const check = makeCheck({
    ...STROKE_ROW,
    figure: stroke,
    limit: pedal?.masterTravelMm,
    because: stroke
      ? `Callipers and cylinders take ${say(stroke.value, 'lengthMm')} of the push rod for a hard stop, of ${say(pedal!.masterTravelMm!, 'lengthMm')} that the master has: ${say(stroke.value * pedal!.ratio, 'lengthMm', { digits: 0 })} at the pedal. ${RULES}`
      : 'Needs bore and travel of the master cylinder, and the pistons of callipers and wheel cylinders.',
  });
  return {
    check,
    finding: findingOf(
      check,
      check.state === 'unknown'
        ? 'Whether the master cylinder fills the brakes is not known'
        : check.state === 'blocked'
          ? 'Pedal reaches its stop before full pressure: master cylinder too small'
          : check.state === 'tight'
            ? 'Master cylinder volume met, but margin less than uncertainty'
            : 'The master cylinder fills the brakes',
      { about: [subject.candidate.id], missing: check.state === 'unknown' ? missing : [] },
    ),
  };
}

/** Rows where mass or brakes are not known. */
export const STROKE_ROW = {
  id: 'brake-stroke',
  step: 'weight',
  group: GROUP,
  title: 'Master cylinder, travel for a hard stop',
  quantity: 'lengthMm',
  limitKind: 'at most',
  span: 40,
  figure: undefined,
} as const;

export const PEDAL_ROW = {
  id: 'brake-pedal',
  step: 'weight',
  group: GROUP,
  title: 'Pedal force for a hard stop',
  quantity: 'forceN',
  limitKind: 'at most',
  figure: undefined,
} as const;
