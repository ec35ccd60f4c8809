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
  const name = kit?.name ?? `clutch that comes with the ${gearbox.shortName}`;
  const check = makeCheck({
    id: 'clutch-margin',
    step: 'gearing',
    group: 'Driving',
    title: 'Clutch margin',
    quantity: 'ratio',
    figure,
    limitKind: 'at least',
    limit: CLUTCH_RESERVE,
    span: 1,
    because:
      figure && peak
        ? `${capital(name)} holds ${say(figure.value * peak.value, 'torqueNm')} by uniform wear; ${CLUTCH_RESERVE} × the peak torque of ${say(peak.value, 'torqueNm')} is asked.`
        : clutch
          ? 'Needs a torque curve.'
          : 'Nobody has measured the clutch.',
  });
  checks.push(check);
  findings.push(
    findingOf(
      check,
      check.state === 'unknown'
        ? 'The clutch can’t be judged yet'
        : check.state === 'blocked'
          ? (figure?.value ?? 0) < 1
            ? `The clutch slips: it holds ${say((figure?.value ?? 0) * (peak?.value ?? 0), 'torqueNm')}`
            : `The clutch is short of its reserve: it holds ${say(figure?.value ?? 0, 'ratio')} the peak torque, ${CLUTCH_RESERVE} is asked`
          : check.state === 'tight'
            ? 'The clutch holds by less than the doubt of its clamp load'
            : `The clutch holds ${say(figure?.value ?? 0, 'ratio')} peak torque`,
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
