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
    title: 'Injectors at the target',
    formula: 'duty = P·BSFC/(n·ρ) / flow; flow = rated × √(Δp/Δp rated), Δp = rail − manifold',
    source: 'orifice flow; 85 % is where an injector no longer closes surely',
    caution: 'Petrol mist burns. Release the pressure, catch what runs out, extinguisher in reach.',
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
        label: 'Rail, over the manifold',
        quantity: 'pressureBar',
        min: 0.1,
        max: 400,
        usual: usual(3, 0.1),
        from: (s) => injectorsOf(s)?.railBar,
      },
      fuelDensity,
    ],
    outputs: [
      { name: 'dutyPct', label: 'Duty', quantity: 'percent', digits: 0 },
      { name: 'flowCcPerMin', label: 'Flow of each at this pressure', quantity: 'flowCcPerMin' },
      { name: 'neededCcPerMin', label: 'Needed of each at 85 %', quantity: 'flowCcPerMin' },
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
      `Injectors at ${sayDerived(r['dutyPct']!, 'percent', { digits: 0 })} duty for ${say(v['powerKw']!, 'powerKw')}${state === 'blocked' ? `; ${say(r['neededCcPerMin']!.value, 'flowCcPerMin')} each would do` : ''}`,
  },
  {
    id: 'pump',
    group: 'Fuel',
    title: 'Pump and lines',
    formula: 'pump = P·BSFC/ρ × 1.2 at rail pressure; line for 1 m/s suction, 2 m/s pressure',
    source: 'practice; the pump’s own curve at rail pressure decides, not its free flow',
    caution:
      'Petrol mist burns. Hose of the right standard, clamps meant for it, a cut-off that stops the pump with the engine.',
    inputs: [
      powerWanted,
      specificConsumption,
      fuelDensity,
      { name: 'reservePct', label: 'Reserve', quantity: 'percent', digits: 0, min: 0, max: 100, usual: count(20) },
      {
        name: 'returnLph',
        label: 'Comes back by the return',
        quantity: 'flowLph',
        min: 0,
        max: 500,
        usual: usual(60, 15),
      },
      {
        name: 'givesLph',
        label: 'Pump gives at rail pressure',
        quantity: 'flowLph',
        min: 1,
        max: 2000,
        usual: usual(120, 10),
      },
    ],
    outputs: [
      { name: 'sharePct', label: 'Of what the pump gives', quantity: 'percent', digits: 0 },
      { name: 'needLph', label: 'Needed with reserve', quantity: 'flowLph' },
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
      `The pump is asked for ${sayDerived(r['needLph']!, 'flowLph')}: ${say(r['sharePct']!.value, 'percent', { digits: 0 })} of what it gives at rail pressure`,
  },
];
