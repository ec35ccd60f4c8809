import { airToFuel, compressionNow, cylinders, power, specificConsumption, topOfBand } from './inputs.ts';
import { say, sayDerived } from '../../../units/index.ts';
import { dryAirDensity, airKgPerS, speedInBore, volumetricEfficiency } from '../air.ts';
import {
  camPeakTorqueRpm,
  idleVacuumKpa,
  intakeClosingDeg,
  overlapDeg,
  portPeakRpm,
  portPowerKw,
  valveLiftMm,
} from '../cam.ts';
import type { Calculator } from './calculator.ts';
import { count, counted, engineCc, peakTorque, throttleOf, usual, worstTemperature } from './from.ts';

export const breathing: readonly Calculator[] = [
  {
    id: 'cam',
    group: 'Cam and head',
    title: 'Camshaft and rpm range',
    formula:
      'peak torque ≈ 3,000 rpm at 200° + 50 rpm per degree (durations at 0.050 in (1.27 mm); + 600 with four valves); overlap = half of both durations − both centres; idle vacuum ≈ 62 kPa at −20°, ¾ kPa less per degree',
    source: `rule of the field, ± 400 rpm and ± ${say(6, 'pressureKpa', { digits: 0 })}`,
    inputs: [
      {
        name: 'intakeDeg',
        label: 'Intake duration at 0.050 in (1.27 mm)',
        quantity: 'angleDeg',
        digits: 0,
        min: 120,
        max: 340,
        usual: usual(206, 2),
        from: (s) => s.engine.cam?.intakeDeg,
      },
      {
        name: 'exhaustDeg',
        label: 'Exhaust duration at 0.050 in (1.27 mm)',
        quantity: 'angleDeg',
        digits: 0,
        min: 120,
        max: 340,
        usual: usual(206, 2),
        from: (s) => s.engine.cam?.exhaustDeg,
      },
      {
        name: 'intakeCentreDeg',
        label: 'Intake lobe centre, ° ATDC',
        quantity: 'angleDeg',
        digits: 0,
        min: 80,
        max: 140,
        usual: usual(110, 1),
        from: (s) => s.engine.cam?.intakeCentreDeg,
      },
      {
        name: 'exhaustCentreDeg',
        label: 'Exhaust lobe centre, ° BTDC',
        quantity: 'angleDeg',
        digits: 0,
        min: 80,
        max: 140,
        usual: usual(112, 1),
        from: (s) => s.engine.cam?.exhaustCentreDeg,
      },
      {
        name: 'valvesPerCylinder',
        label: 'Valves per cylinder',
        quantity: 'count',
        min: 2,
        max: 5,
        usual: count(2),
        from: (s) => counted(s.engine.valvesPerCylinder),
      },
      topOfBand,
      { name: 'lobeMm', label: 'Lobe lift', quantity: 'lengthMm', digits: 2, min: 1, max: 25, usual: usual(6.2, 0.1) },
      {
        name: 'rockerRatio',
        label: 'Rocker ratio',
        quantity: 'number',
        digits: 2,
        min: 0.8,
        max: 2.5,
        usual: count(1.5),
      },
      {
        name: 'lashMm',
        label: 'Valve lash',
        quantity: 'lengthMm',
        digits: 2,
        min: 0,
        max: 2,
        usual: usual(0.25, 0.05),
      },
      {
        name: 'springLimitMm',
        label: 'Valve spring coil-bind lift',
        quantity: 'lengthMm',
        digits: 1,
        min: 1,
        max: 40,
        usual: usual(11.5, 0.3),
      },
    ],
    outputs: [
      { name: 'peakTorqueRpm', label: 'Estimated torque peak', quantity: 'rpm' },
      { name: 'overlapDeg', label: 'Overlap at 0.050 in (1.27 mm)', quantity: 'angleDeg', digits: 0, signed: true },
      { name: 'closingDeg', label: 'Intake valve closing, ° ABDC', quantity: 'angleDeg', digits: 0 },
      { name: 'idleVacuumKpa', label: 'Idle vacuum', quantity: 'pressureKpa', digits: 0 },
      { name: 'liftMm', label: 'Valve lift', quantity: 'lengthMm', digits: 2 },
      { name: 'springSpareMm', label: 'Coil-bind clearance', quantity: 'lengthMm', digits: 2, signed: true },
    ],
    run: (v) => {
      const overlap = overlapDeg(v['intakeDeg']!, v['exhaustDeg']!, v['intakeCentreDeg']!, v['exhaustCentreDeg']!);
      const liftMm = valveLiftMm(v['lobeMm']!, v['rockerRatio']!, v['lashMm']!);
      return {
        peakTorqueRpm: camPeakTorqueRpm(v['intakeDeg']!, v['valvesPerCylinder']!),
        overlapDeg: overlap,
        closingDeg: intakeClosingDeg(v['intakeDeg']!, v['intakeCentreDeg']!),
        idleVacuumKpa: idleVacuumKpa(overlap),
        liftMm,
        springSpareMm: v['springLimitMm']! - liftMm,
      };
    },
    limit: (v) => ({ kind: 'at most', limit: v['bandHighRpm']!, warns: true }),
    says: (r, state) => {
      const servo =
        r['idleVacuumKpa']!.value < 35
          ? `; ${say(r['idleVacuumKpa']!.value, 'pressureKpa', { digits: 0 })} at idle: too low for the brake servo`
          : '';
      const bind =
        r['springSpareMm']!.value < 1.5
          ? `; coil-bind clearance ${say(r['springSpareMm']!.value, 'lengthMm', { digits: 1 })}, minimum 1.5 mm`
          : '';
      return `${state === 'clear' ? 'Torque peak inside the rpm range' : 'Torque peak above the rpm range'}: near ${say(r['peakTorqueRpm']!.value, 'rpm')}${servo}${bind}`;
    },
  },
  {
    id: 'head',
    group: 'Cam and head',
    title: 'Cylinder head flow and rpm range',
    formula: `power ≈ ${say(0.41, 'powerKw', { digits: 2 })} for each ${say(1, 'portLPerS', { digits: 0 })} and cylinder at 7 kPa (28 inH₂O); it peaks near 2,000 × flow [cfm] / cylinder [cu in]; a chamber other than now changes compression as clearance does`,
    source: 'rule of the field for unboosted petrol engines, ± 10 %',
    inputs: [
      {
        name: 'flowLPerS',
        label: 'Inlet port flow at 7 kPa (28 inH₂O)',
        quantity: 'portLPerS',
        digits: 1,
        min: 5,
        max: 400,
        usual: usual(62, 3),
      },
      {
        name: 'displacementCc',
        label: 'Displacement',
        quantity: 'displacementCc',
        digits: 0,
        min: 50,
        max: 20000,
        usual: usual(1800, 5),
        from: engineCc,
      },
      cylinders,
      compressionNow,
      {
        name: 'chamberCc',
        label: 'Chamber volume, new head',
        quantity: 'volumeCc',
        min: 1,
        max: 500,
        usual: usual(42, 0.6),
        from: (s) => s.engine.chamber?.chamberCc,
      },
      {
        name: 'chamberNowCc',
        label: 'Chamber volume, current head',
        quantity: 'volumeCc',
        min: 1,
        max: 500,
        usual: usual(42, 0.6),
        from: (s) => s.engine.chamber?.chamberCc,
      },
      topOfBand,
      {
        name: 'massKg',
        label: 'Mass difference to current head',
        quantity: 'massKg',
        digits: 1,
        min: -100,
        max: 100,
        usual: usual(0, 0.5),
      },
    ],
    outputs: [
      { name: 'peakRpm', label: 'Estimated power peak', quantity: 'rpm' },
      { name: 'powerKw', label: 'Power supported by port flow', quantity: 'powerKw' },
      { name: 'newCompression', label: 'Compression ratio with new head', quantity: 'number', digits: 1 },
      { name: 'addsKg', label: 'Added front axle load', quantity: 'massKg', digits: 1, signed: true },
    ],
    run: (v) => {
      const cylinderCc = v['displacementCc']! / v['cylinders']!;
      const clearance = cylinderCc / (v['compression']! - 1) + v['chamberCc']! - v['chamberNowCc']!;
      return {
        peakRpm: portPeakRpm(v['flowLPerS']!, cylinderCc),
        powerKw: portPowerKw(v['flowLPerS']!, v['cylinders']!),
        newCompression: 1 + cylinderCc / Math.max(1, clearance),
        addsKg: v['massKg']!,
      };
    },
    // A head made for more revs than the owner turns gives its flow where nobody drives: 1.6 times the band is far off.
    limit: (v) => ({ kind: 'at most', limit: 1.6 * v['bandHighRpm']!, warns: true }),
    says: (r, state) =>
      state === 'clear'
        ? `Port flow supports ${sayDerived(r['powerKw']!, 'powerKw')} at ${say(r['peakRpm']!.value, 'rpm')}`
        : `Ports too large: power peak at ${say(r['peakRpm']!.value, 'rpm')}, above the rpm range`,
  },
  {
    id: 'filling',
    group: 'Cam and head',
    title: 'Volumetric efficiency from torque',
    formula: 'VE = air burnt / (density × displacement × n/2); air = power × BSFC × AFR',
    source: 'Heywood, 2.10',
    inputs: [
      {
        name: 'torqueNm',
        label: 'Torque',
        quantity: 'torqueNm',
        min: 1,
        max: 5000,
        usual: usual(170),
        from: (s) => {
          const p = peakTorque(s);
          return p && { value: p.value, plusMinus: p.plusMinus ?? 0, evidence: p.evidence };
        },
      },
      {
        name: 'engineRpm',
        label: 'At',
        quantity: 'rpm',
        min: 300,
        max: 20000,
        usual: usual(4000, 0),
        from: (s) => {
          const p = peakTorque(s);
          return p && count(Math.round(p.rpm));
        },
      },
      specificConsumption,
      airToFuel,
      {
        name: 'displacementCc',
        label: 'Displacement',
        quantity: 'displacementCc',
        digits: 0,
        min: 50,
        max: 20000,
        usual: usual(1800, 0),
        from: engineCc,
      },
      { name: 'airTemperatureC', label: 'Air', quantity: 'temperatureC', min: -50, max: 120, usual: usual(25, 2) },
      { name: 'airPressureKpa', label: 'Pressure', quantity: 'pressureKpa', min: 40, max: 400, usual: usual(99, 0.5) },
    ],
    outputs: [
      { name: 'vePct', label: 'Volumetric efficiency', quantity: 'percent', digits: 0 },
      { name: 'airKgPerMin', label: 'Air', quantity: 'airKgPerMin' },
    ],
    run: (v) => {
      const r = volumetricEfficiency(v as unknown as Parameters<typeof volumetricEfficiency>[0]);
      return { vePct: 100 * r.volumetricEfficiency, airKgPerMin: r.airKgPerS * 60 };
    },
    limit: () => ({ kind: 'at most', limit: 115, warns: true }),
    says: (r, state) =>
      state === 'clear'
        ? `The torque implies a filling of ${sayDerived(r['vePct']!, 'percent', { digits: 0 })}`
        : `The torque implies a filling of ${sayDerived(r['vePct']!, 'percent', { digits: 0 })}: too high for a naturally aspirated engine; check the torque figure`,
  },
  {
    id: 'throttle',
    group: 'Air and boost',
    title: 'Throttle and airbox',
    formula: 'mean speed in the throat = air / (density × area), at most 90 m/s at peak power',
    source: 'rule of thumb',
    inputs: [
      power,
      specificConsumption,
      airToFuel,
      {
        name: 'airTemperatureC',
        label: 'Air',
        quantity: 'temperatureC',
        min: -50,
        max: 120,
        usual: usual(25, 2),
        from: worstTemperature,
      },
      { name: 'airPressureKpa', label: 'Pressure', quantity: 'pressureKpa', min: 40, max: 400, usual: usual(99, 0.5) },
      {
        name: 'boreMm',
        label: 'Throat bore',
        quantity: 'lengthMm',
        digits: 0,
        min: 10,
        max: 200,
        usual: usual(52, 0.5),
        from: (s) => throttleOf(s)?.boreMm,
      },
      {
        name: 'throats',
        label: 'Number of throttle bores',
        quantity: 'count',
        min: 1,
        max: 16,
        usual: count(1),
        from: (s) => counted(throttleOf(s)?.throats),
      },
    ],
    outputs: [
      { name: 'speed', label: 'Mean air velocity in throttle', quantity: 'speedMPerS', digits: 0 },
      { name: 'boreFor90', label: `Bore for ${say(90, 'speedMPerS', { digits: 0 })}`, quantity: 'lengthMm', digits: 0 },
    ],
    run: (v) => {
      const kgPerS = airKgPerS(v['powerKw']!, v['bsfcGPerKwh']!, v['airFuelRatio']!);
      const density = dryAirDensity(v['airTemperatureC']!, v['airPressureKpa']!);
      const speed = speedInBore(kgPerS, density, v['boreMm']!, v['throats']);
      return { speed, boreFor90: v['boreMm']! * Math.sqrt(speed / 90) };
    },
    limit: () => ({ kind: 'at most', limit: 90, warns: true }),
    says: (r, state) =>
      `${state === 'clear' ? 'Throttle size sufficient' : 'Throttle too small at peak power'}: ${sayDerived(r['speed']!, 'speedMPerS', { digits: 0 })} in the throat; ${say(r['boreFor90']!.value, 'lengthMm')} gives ${say(90, 'speedMPerS', { digits: 0 })}`,
  },
];
