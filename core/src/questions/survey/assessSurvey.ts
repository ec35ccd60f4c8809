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
          title: `${taped.name}: ${missing.length} of ${total} measurements missing`,
          because: `Missing: ${[...new Set(missing.map((m) => m.unknown))].join('; ')}. Not included in clearance checks.`,
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
          title: `${taped.name}: measurements do not form a valid shape`,
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
          title: `${count} repeat measurements differ by ${say(spreadMm, 'lengthMm')}`,
          because: `${taped.name}: ${spec?.name ?? reading.key}. Measure again; check the measuring points and that the tape is tight.`,
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
        title: `${name}: not measured`,
        because: `Needed to check ${unknown}.`,
        missing: ['/chassis/obstacles'],
      }),
    );
  const rest: readonly [boolean, string, string, string][] = [
    [chassis.pads.length === 0, 'pads', 'Chassis mounts', 'mount bracket length'],
    [
      !chassis.shifterAperture && layout.leverOverGearbox,
      'shifter',
      'Shifter opening',
      'whether the shift lever fits the opening',
    ],
    [layout.chain && !chassis.axleSprocketMm, 'axleSprocketMm', 'Axle sprocket', 'whether the chain runs in line'],
    [layout.halfShafts && !chassis.hubs, 'hubs', 'Hubs', 'at what angle the half shafts run'],
    [
      layout.propshaftsTo.includes('rear') && !chassis.pinion && !chassis.hubs,
      'pinion',
      'Pinion flange or hubs',
      'propshaft and half-shaft angles',
    ],
  ];
  for (const [absent, id, name, unknown] of rest)
    if (absent)
      findings.push(
        makeFinding({
          id: `unmeasured-${id}`,
          state: 'unknown',
          step: 'survey',
          title: `${name}: not measured`,
          because: `Needed to check ${unknown}.`,
          missing: [`/chassis/${id === 'shifter' ? 'shifterAperture' : id}`],
        }),
      );
  return findings;
}
