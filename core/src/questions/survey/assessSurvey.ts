import { layoutOf, makeFinding, type Chassis, type Finding } from '../../model/index.ts';
import { say } from '../../units/index.ts';
import { unmeasuredOf } from '../fit/index.ts';
import { bodyFrom, missingOf, readOf } from './measurements.ts';
import { templateOf } from './obstacleTemplates.ts';

/** Readings of one length that lie farther apart than this are not of one length. mm */
const DOUBTFUL_SPREAD_MM = 8;

/** What the survey leaves unknown or doubtful: about the car, so the same for every candidate. */
export function surveyFindings(chassis: Chassis): Finding[] {
  const findings: Finding[] = [];
  const layout = layoutOf(chassis, {});
  for (const taped of chassis.tape ?? []) {
    const missing = missingOf(taped);
    const total = templateOf(taped.template)?.readings.length ?? 0;
    const { problem } = bodyFrom(taped);
    if (missing.length > 0)
      findings.push(
        makeFinding({
          id: `tape-${taped.id}`,
          state: 'unknown',
          step: 'survey',
          title: `The ${taped.name} lacks ${missing.length} of its ${total} readings`,
          because: `Still unknown: ${[...new Set(missing.map((m) => m.unknown))].join('; ')}. Until then it is not in the bay.`,
          about: [taped.id],
          missing: [`/chassis/tape/${taped.id}`],
        }),
      );
    else if (problem)
      findings.push(
        makeFinding({
          id: `tape-${taped.id}`,
          state: 'unknown',
          step: 'survey',
          title: `The readings of the ${taped.name} do not make a body`,
          because: problem,
          about: [taped.id],
          missing: [`/chassis/tape/${taped.id}`],
        }),
      );
    for (const reading of taped.readings) {
      const { spreadMm, count } = readOf(reading);
      if (spreadMm <= DOUBTFUL_SPREAD_MM) continue;
      const spec = templateOf(taped.template)?.readings.find((r) => r.key === reading.key);
      findings.push(
        makeFinding({
          id: `spread-${taped.id}-${reading.key}`,
          state: 'tight',
          step: 'survey',
          title: `${count} readings of one length lie ${say(spreadMm, 'lengthMm')} apart`,
          because: `${taped.name}: ${spec?.name ?? reading.key}. One of them is of something else, or the tape sagged: read it again.`,
          about: [taped.id],
        }),
      );
    }
  }
  for (const { roles, name, unknown } of unmeasuredOf(chassis))
    findings.push(
      makeFinding({
        id: `unmeasured-${roles[0]!.replaceAll(' ', '-')}`,
        state: 'unknown',
        step: 'survey',
        title: `Nobody has measured ${name}`,
        because: `It leaves unknown ${unknown}.`,
        missing: ['/chassis/obstacles'],
      }),
    );
  const rest: readonly [boolean, string, string, string][] = [
    [chassis.pads.length === 0, 'pads', 'the mount pads', 'how far a bracket has to reach'],
    [
      !chassis.shifterAperture && layout.leverOverGearbox,
      'shifter',
      'the shifter hole',
      'whether the lever comes up through it',
    ],
    [
      layout.chain && !chassis.axleSprocketMm,
      'axleSprocketMm',
      'the sprocket on the axle',
      'whether the chain runs in line',
    ],
    [layout.halfShafts && !chassis.hubs, 'hubs', 'the hubs', 'at what angle the half shafts run'],
    [
      layout.propshaftsTo.includes('rear') && !chassis.pinion && !chassis.hubs,
      'pinion',
      'the pinion flange or the hubs',
      'at what angle the shafts run',
    ],
  ];
  for (const [absent, id, name, unknown] of rest)
    if (absent)
      findings.push(
        makeFinding({
          id: `unmeasured-${id}`,
          state: 'unknown',
          step: 'survey',
          title: `Nobody has measured ${name}`,
          because: `It leaves unknown ${unknown}.`,
          missing: [`/chassis/${id === 'shifter' ? 'shifterAperture' : id}`],
        }),
      );
  return findings;
}
