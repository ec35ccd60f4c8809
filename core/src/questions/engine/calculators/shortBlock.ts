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
    group: 'Short block',
    title: 'Displacement and compression',
    formula:
      'ratio = 1 + swept / clearance; clearance = chamber + gasket + deck + dish; dynamic: effective stroke from intake valve closing (slider–crank)',
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
        label: 'Combustion chamber volume',
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
        label: 'Head gasket thickness, compressed',
        quantity: 'lengthMm',
        digits: 2,
        min: 0,
        max: 6,
        usual: usual(1.1, 0.1),
        from: (s) => s.engine.chamber?.gasketThicknessMm,
      },
      {
        name: 'deckClearanceMm',
        label: 'Deck clearance (piston below deck +)',
        quantity: 'lengthMm',
        digits: 2,
        min: -5,
        max: 10,
        usual: usual(0.3, 0.1),
        from: (s) => s.engine.chamber?.deckClearanceMm,
      },
      {
        name: 'pistonDishCc',
        label: 'Piston dish volume (dome negative)',
        quantity: 'volumeCc',
        min: -100,
        max: 200,
        usual: usual(0, 0.5),
        from: (s) => s.engine.chamber?.pistonDishCc,
      },
      {
        name: 'rodLengthMm',
        label: 'Connecting rod length, centre to centre',
        quantity: 'lengthMm',
        digits: 1,
        min: 20,
        max: 500,
        usual: usual(140, 1),
        from: (s) => s.engine.rodLengthMm,
      },
      {
        name: 'intakeClosingDegAbdc',
        label: 'Intake valve closing, ° ABDC',
        quantity: 'angleDeg',
        digits: 0,
        min: 0,
        max: 150,
        usual: usual(50, 4),
      },
    ],
    outputs: [
      { name: 'staticCompression', label: 'Static compression ratio', quantity: 'number', digits: 2 },
      { name: 'dynamicCompression', label: 'Dynamic compression ratio', quantity: 'number', digits: 2 },
      { name: 'displacementCc', label: 'Displacement', quantity: 'displacementCc', digits: 0 },
      { name: 'clearanceCc', label: 'Clearance volume at TDC', quantity: 'volumeCc' },
    ],
    run: (v) => ({
      staticCompression: staticCompression(chamberOf(v)),
      dynamicCompression: dynamicCompression(chamberOf(v), v['rodLengthMm']!, v['intakeClosingDegAbdc']!),
      displacementCc: displacementCc(v['boreMm']!, v['strokeMm']!, v['cylinders']!),
      clearanceCc: clearanceCc(chamberOf(v)),
    }),
    says: (r) =>
      `Compression ${sayDerived(r['staticCompression']!, 'number', { digits: 2 })} static, ${sayDerived(r['dynamicCompression']!, 'number', { digits: 2 })} dynamic (from intake valve closing)`,
  },
  {
    id: 'knock',
    group: 'Short block',
    title: 'Knock limit estimate',
    formula:
      'effective = static × √(pressure ratio), charge at 40 °C; limit = 10.0 at 91 RON + 0.25 per RON, + 1.0 direct injection',
    source: 'rule of thumb; not a guarantee',
    caution:
      'Rule of thumb. Verify with a knock sensor and careful mapping. Hot intake air, lean mixture or advanced timing cause knock below this limit.',
    inputs: [
      {
        name: 'staticCompression',
        label: 'Static compression ratio',
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
        label: 'Fuel octane, RON',
        quantity: 'count',
        min: 80,
        max: 120,
        usual: count(95),
        from: (s) => ({ ...count(octaneOf(s)), source: 'brief' }),
      },
    ],
    choices: [
      {
        name: 'injection',
        label: 'Injection',
        options: ['port injection', 'direct'],
        from: (s) => (s.engine.directInjection ? 'direct' : 'port injection'),
      },
    ],
    outputs: [
      { name: 'effective', label: 'Effective compression', quantity: 'number', digits: 1 },
      { name: 'margin', label: 'Margin to knock limit', quantity: 'number', digits: 1, signed: true },
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
        ? `Effective compression ${sayDerived(r['effective']!, 'number', { digits: 1 })}: below the knock limit for ${v['octaneRon']} RON`
        : `Effective compression ${sayDerived(r['effective']!, 'number', { digits: 1 })}: ${r['margin']!.value < 0 ? `${say(-r['margin']!.value, 'number', { digits: 1 })} above the limit` : 'at the knock limit'} for ${v['octaneRon']} RON`,
  },
  {
    id: 'stroker',
    group: 'Short block',
    title: 'Bore and stroke change',
    formula: 'V = π/4·bore²·stroke·n; mean piston speed = 2·stroke·n/60; compression with the chamber unchanged',
    source: `geometry; ${say(20, 'speedMPerS', { digits: 0 })} is the limit for rods and rings of a road engine`,
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
        label: 'Target redline',
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
      { name: 'growthPct', label: 'Displacement increase', quantity: 'percent', signed: true },
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
    group: 'Short block',
    title: 'Balance bob weight',
    formula: 'bob = both big ends + bearings + oil + share × (small ends + pistons + pins + rings + locks)',
    source:
      'balancing practice; balance factor 50 % for a 90° V8 with two rods per crankpin; enter it for other layouts',
    inputs: [
      {
        name: 'rodsPerPin',
        label: 'Connecting rods per crankpin',
        quantity: 'count',
        min: 1,
        max: 4,
        usual: count(1),
        from: ({ engine: { arrangement } }) => counted(arrangement && (arrangement === 'vee' ? 2 : 1)),
      },
      {
        name: 'rodBigEndG',
        label: 'Connecting rod, big end',
        quantity: 'massG',
        min: 1,
        max: 5000,
        usual: usual(430, 3),
      },
      {
        name: 'rodBearingG',
        label: 'Connecting rod bearing, pair',
        quantity: 'massG',
        min: 0,
        max: 500,
        usual: usual(44, 1),
      },
      { name: 'rodSmallEndG', label: 'Rod, small end', quantity: 'massG', min: 1, max: 3000, usual: usual(165, 2) },
      { name: 'pistonG', label: 'Piston', quantity: 'massG', min: 1, max: 5000, usual: usual(340, 2) },
      { name: 'pinG', label: 'Piston pin (gudgeon pin)', quantity: 'massG', min: 0, max: 1000, usual: usual(105, 1) },
      { name: 'ringsG', label: 'Piston ring set', quantity: 'massG', min: 0, max: 500, usual: usual(38, 1) },
      { name: 'locksG', label: 'Pin retainers (circlips)', quantity: 'massG', min: 0, max: 50, usual: usual(3, 0.5) },
      { name: 'oilG', label: 'Oil allowance', quantity: 'massG', min: 0, max: 50, usual: usual(4, 1) },
      {
        name: 'reciprocatingPct',
        label: 'Balance factor (share of reciprocating mass)',
        quantity: 'percent',
        min: 0,
        max: 100,
        usual: { value: 50, plusMinus: 0, evidence: 'estimated', source: '90° V8, two rods a pin' },
      },
      {
        name: 'crankBalancedG',
        label: 'Existing crankshaft bob weight',
        quantity: 'massG',
        min: 0,
        max: 20000,
        usual: usual(1000, 20),
      },
    ],
    outputs: [
      {
        name: 'differencePct',
        label: 'Difference to crankshaft bob weight',
        quantity: 'percent',
        digits: 1,
        signed: true,
      },
      { name: 'bobWeightG', label: 'Bob weight', quantity: 'massG' },
      { name: 'rotatingG', label: 'Rotating mass', quantity: 'massG' },
      { name: 'reciprocatingG', label: 'Reciprocating mass', quantity: 'massG' },
    ],
    run: (v) => {
      const b = bobWeight(v as unknown as Parameters<typeof bobWeight>[0]);
      return { ...b, differencePct: 100 * (b.bobWeightG / Math.max(1, v['crankBalancedG']!) - 1) };
    },
    says: (r) =>
      Math.abs(r['differencePct']!.value) <= 2 + r['differencePct']!.plusMinus
        ? `Bob weight ${sayDerived(r['bobWeightG']!, 'massG')}: within 2 % of the crankshaft bob weight`
        : `Bob weight ${sayDerived(r['bobWeightG']!, 'massG')}: ${say(r['differencePct']!.value, 'percent', { digits: 1, signed: true })} difference to the crankshaft: rebalance`,
  },
  {
    id: 'stock-limit',
    group: 'Short block',
    title: 'Short-block torque rating',
    formula: 'planned torque / short-block torque rating',
    source: 'the engine’s own record of limits',
    inputs: [
      {
        name: 'torqueNm',
        label: 'Planned torque',
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
        label: 'Torque rating',
        quantity: 'torqueNm',
        min: 1,
        max: 5000,
        usual: usual(260, 40),
        from: (s) => s.engine.limits?.find((l) => l.kind === 'torqueNm')?.figure,
      },
    ],
    outputs: [{ name: 'sharePct', label: 'Load, % of rating', quantity: 'percent', digits: 0 }],
    run: (v) => ({ sharePct: (100 * v['torqueNm']!) / v['limitNm']! }),
    limit: () => ({ kind: 'at most', limit: 100 }),
    says: (r) => `Short block load ${sayDerived(r['sharePct']!, 'percent', { digits: 0 })} of its torque rating`,
  },
];
