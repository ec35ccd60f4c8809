import { compressionNow, cylinders } from './inputs.ts';
import { ORIGIN, say, sayDerived } from '../../../units/index.ts';
import { bobWeight } from '../balance.ts';
import {
  clearanceCc,
  displacementCc,
  dynamicCompression,
  effectiveCompression,
  knockLimit,
  meanPistonSpeed,
  staticCompression,
  type Chamber,
} from '../compression.ts';
import type { Calculator } from './calculator.ts';
import { count, counted, peakTorque, usual, octaneOf } from './from.ts';

const chamberOf = (v: Readonly<Record<string, number>>) => v as unknown as Chamber;

export const bottomEnd: readonly Calculator[] = [
  {
    id: 'compression',
    group: 'Bottom end',
    title: 'Displacement and compression',
    formula:
      'ratio = 1 + swept / clearance; clearance = chamber + gasket + deck + dish; dynamic: the stroke left when the intake closes, by slider and crank',
    source: 'Heywood, Internal Combustion Engine Fundamentals, 2.1 and 2.5',
    inputs: [
      {
        name: 'boreMm',
        label: 'Bore',
        quantity: 'lengthMm',
        digits: 2,
        min: 20,
        max: 250,
        usual: usual(84, 0.5),
        from: (s) => s.engine.boreMm,
      },
      {
        name: 'strokeMm',
        label: 'Stroke',
        quantity: 'lengthMm',
        digits: 2,
        min: 20,
        max: 300,
        usual: usual(88, 0.5),
        from: (s) => s.engine.strokeMm,
      },
      cylinders,
      {
        name: 'chamberCc',
        label: 'Chamber',
        quantity: 'volumeCc',
        min: 1,
        max: 500,
        usual: usual(45, 1),
        from: (s) => s.engine.chamber?.chamberCc,
      },
      {
        name: 'gasketBoreMm',
        label: 'Gasket bore',
        quantity: 'lengthMm',
        digits: 1,
        min: 20,
        max: 260,
        usual: usual(85, 0.3),
        from: (s) => s.engine.chamber?.gasketBoreMm,
      },
      {
        name: 'gasketThicknessMm',
        label: 'Gasket, pressed',
        quantity: 'lengthMm',
        digits: 2,
        min: 0,
        max: 6,
        usual: usual(1.1, 0.1),
        from: (s) => s.engine.chamber?.gasketThicknessMm,
      },
      {
        name: 'deckClearanceMm',
        label: 'Piston below deck',
        quantity: 'lengthMm',
        digits: 2,
        min: -5,
        max: 10,
        usual: usual(0.3, 0.1),
        from: (s) => s.engine.chamber?.deckClearanceMm,
      },
      {
        name: 'pistonDishCc',
        label: 'Dish (dome negative)',
        quantity: 'volumeCc',
        min: -100,
        max: 200,
        usual: usual(0, 0.5),
        from: (s) => s.engine.chamber?.pistonDishCc,
      },
      {
        name: 'rodLengthMm',
        label: 'Rod, between centres',
        quantity: 'lengthMm',
        digits: 1,
        min: 20,
        max: 500,
        usual: usual(140, 1),
        from: (s) => s.engine.rodLengthMm,
      },
      {
        name: 'intakeClosingDegAbdc',
        label: 'Intake closes after bottom',
        quantity: 'angleDeg',
        digits: 0,
        min: 0,
        max: 150,
        usual: usual(50, 4),
      },
    ],
    outputs: [
      { name: 'staticCompression', label: 'Static compression', quantity: 'number', digits: 2 },
      { name: 'dynamicCompression', label: 'Dynamic, from intake closing', quantity: 'number', digits: 2 },
      { name: 'displacementCc', label: 'Displacement', quantity: 'displacementCc', digits: 0 },
      { name: 'clearanceCc', label: 'Above the piston at the top', quantity: 'volumeCc' },
    ],
    run: (v) => ({
      staticCompression: staticCompression(chamberOf(v)),
      dynamicCompression: dynamicCompression(chamberOf(v), v['rodLengthMm']!, v['intakeClosingDegAbdc']!),
      displacementCc: displacementCc(v['boreMm']!, v['strokeMm']!, v['cylinders']!),
      clearanceCc: clearanceCc(chamberOf(v)),
    }),
    says: (r) =>
      `Compression ${sayDerived(r['staticCompression']!, 'number', { digits: 2 })} static, ${sayDerived(r['dynamicCompression']!, 'number', { digits: 2 })} from where the intake closes`,
  },
  {
    id: 'knock',
    group: 'Bottom end',
    title: 'Knock guardrail',
    formula:
      'effective = static × √(pressure ratio), charge at 40 °C; limit = 10.0 at 91 RON + 0.25 per RON, + 1.0 direct injection',
    source: 'rule of the field; it warns and promises nothing',
    caution:
      'A guardrail, not a licence: only ears, a knock sensor and a careful map decide. Hot air, a lean mixture and too much advance knock below it.',
    inputs: [
      {
        name: 'staticCompression',
        label: 'Static compression',
        quantity: 'number',
        digits: 1,
        min: 4,
        max: 25,
        usual: usual(9.5, 0.2),
        from: (s) => s.engine.compressionRatio,
      },
      {
        name: 'pressureRatio',
        label: 'Pressure ratio',
        quantity: 'number',
        digits: 2,
        min: 1,
        max: 6,
        usual: { value: 1, plusMinus: 0, evidence: 'measured', source: 'not boosted' },
        from: (s) => s.engine.boost?.pressureRatio,
      },
      {
        name: 'octaneRon',
        label: 'Fuel, RON',
        quantity: 'count',
        min: 80,
        max: 120,
        usual: count(95),
        from: (s) => ({ ...count(octaneOf(s)), source: 'the brief' }),
      },
    ],
    choices: [
      {
        name: 'injection',
        label: 'Injection',
        options: ['into the port', 'direct'],
        from: (s) => (s.engine.directInjection ? 'direct' : 'into the port'),
      },
    ],
    outputs: [
      { name: 'effective', label: 'Effective compression', quantity: 'number', digits: 1 },
      { name: 'margin', label: 'Below what the fuel stands', quantity: 'number', digits: 1, signed: true },
    ],
    run: (v, c) => {
      const effective = effectiveCompression(v['staticCompression']!, v['pressureRatio']!);
      return { effective, margin: knockLimit(v['octaneRon']!, c['injection'] === 'direct') - effective };
    },
    limit: (v, c) => ({
      kind: 'at most',
      limit: knockLimit(v['octaneRon']!, c['injection'] === 'direct'),
      warns: true,
    }),
    says: (r, state, v) =>
      state === 'clear'
        ? `Effective compression ${sayDerived(r['effective']!, 'number', { digits: 1 })}: below what ${v['octaneRon']} RON stands`
        : `Effective compression ${sayDerived(r['effective']!, 'number', { digits: 1 })}: ${r['margin']!.value < 0 ? `${say(-r['margin']!.value, 'number', { digits: 1 })} above` : 'at the edge of'} what ${v['octaneRon']} RON stands`,
  },
  {
    id: 'stroker',
    group: 'Bottom end',
    title: 'Bored or stroked',
    formula: 'V = π/4·bore²·stroke·n; mean piston speed = 2·stroke·n/60; compression with the chamber unchanged',
    source: `geometry; ${say(20, 'speedMPerS', { digits: 0 })} is where a road engine’s rods and rings end`,
    inputs: [
      {
        name: 'boreMm',
        label: 'New bore',
        quantity: 'lengthMm',
        digits: 2,
        min: 20,
        max: 250,
        usual: usual(84, 0.5),
        from: (s) => s.engine.boreMm,
      },
      {
        name: 'strokeMm',
        label: 'New stroke',
        quantity: 'lengthMm',
        digits: 2,
        min: 20,
        max: 300,
        usual: usual(94, 0.5),
        from: (s) => s.engine.strokeMm,
      },
      {
        name: 'oldBoreMm',
        label: 'Bore now',
        quantity: 'lengthMm',
        digits: 2,
        min: 20,
        max: 250,
        usual: usual(84, 0.5),
        from: (s) => s.engine.boreMm,
      },
      {
        name: 'oldStrokeMm',
        label: 'Stroke now',
        quantity: 'lengthMm',
        digits: 2,
        min: 20,
        max: 300,
        usual: usual(88, 0.5),
        from: (s) => s.engine.strokeMm,
      },
      cylinders,
      compressionNow,
      {
        name: 'redlineRpm',
        label: 'Redline to be kept',
        quantity: 'rpm',
        min: 500,
        max: 20000,
        usual: usual(6500, 0),
        from: (s) => s.engine.redlineRpm,
      },
    ],
    outputs: [
      { name: 'pistonSpeed', label: 'Mean piston speed at the redline', quantity: 'speedMPerS' },
      { name: 'displacementCc', label: 'Displacement', quantity: 'displacementCc', digits: 0 },
      { name: 'growthPct', label: 'Larger by', quantity: 'percent', signed: true },
      { name: 'newCompression', label: 'Compression, same chamber', quantity: 'number', digits: 1 },
      { name: 'redlineAtLimit', label: `Redline at ${say(20, 'speedMPerS', { digits: 0 })}`, quantity: 'rpm' },
    ],
    run: (v) => {
      const now = displacementCc(v['oldBoreMm']!, v['oldStrokeMm']!, v['cylinders']!);
      const then = displacementCc(v['boreMm']!, v['strokeMm']!, v['cylinders']!);
      return {
        pistonSpeed: meanPistonSpeed(v['strokeMm']!, v['redlineRpm']!),
        displacementCc: then,
        growthPct: 100 * (then / now - 1),
        newCompression: 1 + (v['compression']! - 1) * (then / now),
        redlineAtLimit: (20 * 60000) / (2 * v['strokeMm']!),
      };
    },
    limit: () => ({ kind: 'at most', limit: 20, warns: true }),
    says: (r) =>
      `${say(r['displacementCc']!.value, 'displacementCc', { digits: 0 })}, pistons at ${sayDerived(r['pistonSpeed']!, 'speedMPerS')} at the redline, compression ${say(r['newCompression']!.value, 'number', { digits: 1 })} with the chamber as it is`,
  },
  {
    id: 'bob-weight',
    group: 'Bottom end',
    title: 'Bob weight of a mixed bottom end',
    formula: 'bob = both big ends + bearings + oil + share × (small ends + pistons + pins + rings + locks)',
    source: 'balancing practice; 50 % for two rods a pin on a 90° V8, the share is an input for other angles and pins',
    inputs: [
      {
        name: 'rodsPerPin',
        label: 'Rods on a pin',
        quantity: 'count',
        min: 1,
        max: 4,
        usual: count(1),
        from: ({ engine: { arrangement } }) => counted(arrangement && (arrangement === 'vee' ? 2 : 1)),
      },
      { name: 'rodBigEndG', label: 'Rod, big end', quantity: 'massG', min: 1, max: 5000, usual: usual(430, 3) },
      { name: 'rodBearingG', label: 'Shells of a rod', quantity: 'massG', min: 0, max: 500, usual: usual(44, 1) },
      { name: 'rodSmallEndG', label: 'Rod, small end', quantity: 'massG', min: 1, max: 3000, usual: usual(165, 2) },
      { name: 'pistonG', label: 'Piston', quantity: 'massG', min: 1, max: 5000, usual: usual(340, 2) },
      { name: 'pinG', label: 'Pin', quantity: 'massG', min: 0, max: 1000, usual: usual(105, 1) },
      { name: 'ringsG', label: 'Rings of a piston', quantity: 'massG', min: 0, max: 500, usual: usual(38, 1) },
      { name: 'locksG', label: 'Locks', quantity: 'massG', min: 0, max: 50, usual: usual(3, 0.5) },
      { name: 'oilG', label: 'Oil on the pin', quantity: 'massG', min: 0, max: 50, usual: usual(4, 1) },
      {
        name: 'reciprocatingPct',
        label: 'Share of what goes up and down',
        quantity: 'percent',
        min: 0,
        max: 100,
        usual: { value: 50, plusMinus: 0, evidence: 'estimated', source: '90° V8, two rods a pin' },
      },
      {
        name: 'crankBalancedG',
        label: 'Crank is balanced for',
        quantity: 'massG',
        min: 0,
        max: 20000,
        usual: usual(1000, 20),
      },
    ],
    outputs: [
      { name: 'differencePct', label: 'Bob weight against the crank’s', quantity: 'percent', digits: 1, signed: true },
      { name: 'bobWeightG', label: 'Bob weight', quantity: 'massG' },
      { name: 'rotatingG', label: 'Rotating', quantity: 'massG' },
      { name: 'reciprocatingG', label: 'Up and down', quantity: 'massG' },
    ],
    run: (v) => {
      const b = bobWeight(v as unknown as Parameters<typeof bobWeight>[0]);
      return { ...b, differencePct: 100 * (b.bobWeightG / Math.max(1, v['crankBalancedG']!) - 1) };
    },
    says: (r) =>
      Math.abs(r['differencePct']!.value) <= 2 + r['differencePct']!.plusMinus
        ? `Bob weight ${sayDerived(r['bobWeightG']!, 'massG')}: within 2 % of what the crank is balanced for`
        : `Bob weight ${sayDerived(r['bobWeightG']!, 'massG')}: ${say(r['differencePct']!.value, 'percent', { digits: 1, signed: true })} against the crank, to be balanced anew`,
  },
  {
    id: 'stock-limit',
    group: 'Bottom end',
    title: 'What the bottom end stands',
    formula: 'torque as built or planned against what such bottom ends are known to stand',
    source: 'the engine’s own record of limits',
    inputs: [
      {
        name: 'torqueNm',
        label: 'Torque planned',
        quantity: 'torqueNm',
        min: 1,
        max: 5000,
        usual: usual(200),
        from: (s) => {
          const peak = peakTorque(s);
          return (
            peak && {
              value: peak.value,
              plusMinus: peak.plusMinus ?? 0,
              evidence: peak.evidence,
              [ORIGIN]: peak[ORIGIN]!,
            }
          );
        },
      },
      {
        name: 'limitNm',
        label: 'Known to stand',
        quantity: 'torqueNm',
        min: 1,
        max: 5000,
        usual: usual(260, 40),
        from: (s) => s.engine.limits?.find((l) => l.kind === 'torqueNm')?.figure,
      },
    ],
    outputs: [{ name: 'sharePct', label: 'Of what it stands', quantity: 'percent', digits: 0 }],
    run: (v) => ({ sharePct: (100 * v['torqueNm']!) / v['limitNm']! }),
    limit: () => ({ kind: 'at most', limit: 100 }),
    says: (r) =>
      `The bottom end is asked for ${sayDerived(r['sharePct']!, 'percent', { digits: 0 })} of what it is known to stand`,
  },
];
