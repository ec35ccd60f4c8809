import {
  finalDriveInside,
  keepsGearbox,
  layoutOf,
  makeFinding,
  type CheckResult,
  type Finding,
  type Gearbox,
  type Subject,
} from '../../model/index.ts';
import { say } from '../../units/index.ts';

/** Whether the gearbox suits how the car is laid out, and goes backwards where that is asked. */
export function assessLayout(subject: Subject): CheckResult {
  return { checks: [], findings: [...finalDrivePlace(subject), ...reverse(subject)] };
}

/** A gearbox that says by an output that no final drive is in it. */
const drivesAShaft = (box: Gearbox): boolean =>
  box.outputMm !== undefined || box.sprocketMm !== undefined || box.ports.some((p) => p.kind === 'output');

/** A front-driver wants its final drive in the gearbox, a car with an axle of its own wants it there. */
function finalDrivePlace(subject: Subject): Finding[] {
  const { chassis, gearbox } = subject;
  // What the car came with suits it, whatever has been entered of it.
  if (!chassis || keepsGearbox(subject)) return [];
  const { asksFinalDriveInside: asks, boxApart, chain } = layoutOf(chassis, gearbox);
  const has = finalDriveInside(gearbox);
  if (asks === undefined || asks === has) return [];
  if (!asks)
    return [
      makeFinding({
        id: 'final-drive-place',
        state: 'blocked',
        step: 'gearing',
        title: `The ${gearbox.shortName} has its final drive inside: this car’s ${chain ? 'chain' : 'axle'} has its own`,
        because: chain
          ? 'Its outputs are half shafts; a chain needs a sprocket.'
          : 'Its half-shaft outputs are at the gearbox, but the driven axle is elsewhere.',
        about: [gearbox.id],
      }),
    ];
  const where = boxApart ? 'at the driven axle' : 'next to the engine';
  if (drivesAShaft(gearbox))
    return [
      makeFinding({
        id: 'final-drive-place',
        state: 'blocked',
        step: 'gearing',
        title: `The ${gearbox.shortName} has no final drive inside, but in this car the half shafts start at the gearbox`,
        because: `Its output is a propshaft flange. With the gearbox ${where}, final drive and differential must be in its case.`,
        about: [gearbox.id],
      }),
    ];
  return [
    makeFinding({
      id: 'final-drive-place',
      state: 'unknown',
      step: 'gearing',
      title: `Whether the ${gearbox.shortName} has a final drive inside is not known`,
      because: `With the gearbox ${where} the half shafts start at it. Enter its final drive, or its propshaft output.`,
      about: [gearbox.id],
      missing: [`/gearboxes/${gearbox.id}/finalDriveInside`],
    }),
  ];
}

/** A reverse, where the brief asks for one; that a gearbox has none is said to everybody. */
function reverse({ brief, gearbox }: Subject): Finding[] {
  const { needsReverse } = brief;
  if (gearbox.noReverse)
    return [
      makeFinding({
        id: 'reverse',
        state: needsReverse ? 'blocked' : 'clear',
        step: 'gearing',
        title: `The ${gearbox.shortName} has no reverse${needsReverse ? ', and a reverse gear is required' : ''}`,
        because:
          'Road rules require one above a certain mass; local code applies. Add a reversing gearbox in the driveline or an electric drive.',
        about: [gearbox.id],
      }),
    ];
  if (!needsReverse) return [];
  return [
    gearbox.reverseRatio === undefined
      ? makeFinding({
          id: 'reverse',
          state: 'unknown',
          step: 'gearing',
          title: `Whether the ${gearbox.shortName} has a reverse is not known`,
          because: 'Reverse gear required: enter its ratio, or that it has none.',
          about: [gearbox.id],
          missing: [`/gearboxes/${gearbox.id}/reverseRatio`],
        })
      : makeFinding({
          id: 'reverse',
          state: 'clear',
          step: 'gearing',
          title: `Reverse at ${say(gearbox.reverseRatio, 'ratio')} to one`,
          because: 'Reverse gear required: available.',
          about: [gearbox.id],
        }),
  ];
}
