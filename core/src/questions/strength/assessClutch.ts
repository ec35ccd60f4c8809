import { findingOf, makeCheck, type Check, type Finding, type Subject } from '../../model/index.ts';
import { propagate, say, type Derived, capital } from '../../units/index.ts';
import { CLUTCH_RESERVE, clutchCapacity } from './clutch.ts';

/** What the clutch carries by uniform wear against the peak torque with its reserve; nothing behind a converter or two clutches. */
export function assessClutch(
  subject: Subject,
  peak: Derived | undefined,
  checks: Check[],
  findings: Finding[],
): { margin: Derived | undefined; capacityNm: Derived | undefined } {
  const { gearbox, parts } = subject;
  if (gearbox.kind === 'automatic' || gearbox.kind === 'dual clutch')
    return { margin: undefined, capacityNm: undefined };
  const kit = parts.find((p) => p.clutch) ?? parts.find((p) => p.class === 'clutch kit');
  // A kit whose figures nobody has entered is not the clutch that it replaces.
  const clutch = kit ? kit.clutch : gearbox.clutch;
  const capacityNm =
    clutch &&
    propagate(
      { friction: clutch.frictionCoefficient, 'clamp load': clutch.clampLoadN },
      (v) =>
        clutchCapacity({ ...clutch, frictionCoefficient: v.friction, clampLoadN: v['clamp load'] })
          .capacityUniformWearNm,
    );
  const figure =
    clutch && peak
      ? propagate(
          { friction: clutch.frictionCoefficient, 'clamp load': clutch.clampLoadN, 'peak torque': peak },
          (v) =>
            clutchCapacity({ ...clutch, frictionCoefficient: v.friction, clampLoadN: v['clamp load'] })
              .capacityUniformWearNm / v['peak torque'],
        )
      : undefined;
  const name = kit?.name ?? `standard clutch of ${gearbox.shortName}`;
  const check = makeCheck({
    id: 'clutch-margin',
    step: 'gearing',
    group: 'Performance',
    title: 'Clutch safety factor',
    quantity: 'ratio',
    figure,
    limitKind: 'at least',
    limit: CLUTCH_RESERVE,
    span: 1,
    because:
      figure && peak
        ? `${capital(name)} holds ${say(figure.value * peak.value, 'torqueNm')} (uniform wear); ${CLUTCH_RESERVE} × the peak torque of ${say(peak.value, 'torqueNm')} is required.`
        : clutch
          ? 'Needs a torque curve.'
          : 'Clutch data missing.',
  });
  checks.push(check);
  findings.push(
    findingOf(
      check,
      check.state === 'unknown'
        ? 'Clutch: data missing'
        : check.state === 'blocked'
          ? (figure?.value ?? 0) < 1
            ? `Clutch torque capacity too low: ${say((figure?.value ?? 0) * (peak?.value ?? 0), 'torqueNm')}`
            : `Clutch reserve below the requirement: capacity ${say(figure?.value ?? 0, 'ratio')} peak torque, ${CLUTCH_RESERVE} required`
          : check.state === 'tight'
            ? 'Clutch capacity met, but margin less than uncertainty'
            : `Clutch torque capacity ${say(figure?.value ?? 0, 'ratio')} peak torque`,
      {
        about: [kit?.id ?? gearbox.id],
        missing:
          check.state !== 'unknown'
            ? []
            : clutch
              ? [`/engines/${subject.engine.id}/curves`]
              : [kit ? `/parts/${kit.id}/clutch` : `/gearboxes/${gearbox.id}/clutch`],
      },
    ),
  );
  return { margin: figure, capacityNm };
}
