import { fuelDensity, powerWanted, specificConsumption } from './inputs.ts';
import { say, sayDerived } from '../../../units/index.ts';
import { injectorFlowAt, injectorNeededCcPerMin, lineBoreMm, pumpLph } from '../fuelling.ts';
import type { Calculator } from './calculator.ts';
import { count, counted, usual, injectorsOf } from './from.ts';

/** Duty above which an injector no longer closes surely between pulses, percent. */
export const DUTY_LIMIT_PCT = 85;

export const fuel: readonly Calculator[] = [
  {
    id: 'injectors',
    group: 'Fuel',
    title: 'Injector sizing',
    formula: 'duty = P·BSFC/(n·ρ) / flow; flow = rated × √(Δp/Δp rated), Δp = rail − manifold',
    source: 'orifice flow; 85 % maximum duty cycle for reliable closing',
    caution: 'Petrol vapour ignites easily. Relieve fuel pressure, catch spilled fuel, keep a fire extinguisher ready.',
    inputs: [
      powerWanted,
      specificConsumption,
      {
        name: 'injectors',
        label: 'Injectors',
        quantity: 'count',
        min: 1,
        max: 24,
        usual: count(4),
        from: (s) => counted(injectorsOf(s)?.count ?? s.engine.cylinders),
      },
      {
        name: 'ratedFlowCcPerMin',
        label: 'Rated flow of each',
        quantity: 'flowCcPerMin',
        min: 10,
        max: 4000,
        usual: usual(240, 10),
        from: (s) => injectorsOf(s)?.flowCcPerMin,
      },
      {
        name: 'referencePressureBar',
        label: 'Rated at',
        quantity: 'pressureBar',
        min: 0.1,
        max: 400,
        usual: usual(3, 0),
        from: (s) => injectorsOf(s)?.referenceBar,
      },
      {
        name: 'railBar',
        label: 'Differential fuel pressure',
        quantity: 'pressureBar',
        min: 0.1,
        max: 400,
        usual: usual(3, 0.1),
        from: (s) => injectorsOf(s)?.railBar,
      },
      fuelDensity,
    ],
    outputs: [
      { name: 'dutyPct', label: 'Injector duty cycle', quantity: 'percent', digits: 0 },
      { name: 'flowCcPerMin', label: 'Flow per injector at fuel pressure', quantity: 'flowCcPerMin' },
      { name: 'neededCcPerMin', label: 'Required flow per injector at 85 %', quantity: 'flowCcPerMin' },
    ],
    run: (v) => {
      const flow = injectorFlowAt(v['ratedFlowCcPerMin']!, v['railBar']!, v['referencePressureBar']!);
      const needed = injectorNeededCcPerMin(
        v['powerKw']!,
        v['bsfcGPerKwh']!,
        v['injectors']!,
        DUTY_LIMIT_PCT / 100,
        v['fuelDensityKgPerL']!,
      );
      return { dutyPct: (DUTY_LIMIT_PCT * needed) / flow, flowCcPerMin: flow, neededCcPerMin: needed };
    },
    limit: () => ({ kind: 'at most', limit: DUTY_LIMIT_PCT }),
    says: (r, state, v) =>
      `Injector duty cycle ${sayDerived(r['dutyPct']!, 'percent', { digits: 0 })} at ${say(v['powerKw']!, 'powerKw')}${state === 'blocked' ? `; required ${say(r['neededCcPerMin']!.value, 'flowCcPerMin')} each` : ''}`,
  },
  {
    id: 'pump',
    group: 'Fuel',
    title: 'Fuel pump and lines',
    formula: 'pump = P·BSFC/ρ × 1.2 at rail pressure; line for 1 m/s suction, 2 m/s pressure',
    source: 'practice; use the pump curve at rail pressure, not free flow',
    caution:
      'Petrol mist burns. Use fuel-injection hose and matching clamps. Fit a pump cut-off that acts when the engine stops.',
    inputs: [
      powerWanted,
      specificConsumption,
      fuelDensity,
      {
        name: 'reservePct',
        label: 'Pump reserve, %',
        quantity: 'percent',
        digits: 0,
        min: 0,
        max: 100,
        usual: count(20),
      },
      {
        name: 'returnLph',
        label: 'Return flow',
        quantity: 'flowLph',
        min: 0,
        max: 500,
        usual: usual(60, 15),
      },
      {
        name: 'givesLph',
        label: 'Pump flow at rail pressure',
        quantity: 'flowLph',
        min: 1,
        max: 2000,
        usual: usual(120, 10),
      },
    ],
    outputs: [
      { name: 'sharePct', label: 'Load, % of pump flow', quantity: 'percent', digits: 0 },
      { name: 'needLph', label: 'Required flow incl. reserve', quantity: 'flowLph' },
      { name: 'pressureBoreMm', label: 'Pressure line bore', quantity: 'lengthMm', digits: 1 },
      { name: 'suctionBoreMm', label: 'Suction line bore', quantity: 'lengthMm', digits: 1 },
    ],
    run: (v) => {
      const needLph = pumpLph(v['powerKw']!, v['bsfcGPerKwh']!, v['fuelDensityKgPerL']!, v['reservePct']!);
      const all = needLph + v['returnLph']!;
      return {
        sharePct: (100 * needLph) / v['givesLph']!,
        needLph,
        pressureBoreMm: lineBoreMm(all, 2),
        suctionBoreMm: lineBoreMm(all, 1),
      };
    },
    limit: () => ({ kind: 'at most', limit: 100 }),
    says: (r) =>
      `Fuel pump demand ${sayDerived(r['needLph']!, 'flowLph')}: ${say(r['sharePct']!.value, 'percent', { digits: 0 })} of its flow at rail pressure`,
  },
];
