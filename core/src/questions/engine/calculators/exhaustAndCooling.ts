import { choiceWords } from '../../../model/index.ts';
import { airToFuel, power, specificConsumption } from './inputs.ts';
import { say, sayDerived } from '../../../units/index.ts';
import { airKgPerS } from '../air.ts';
import { fuelEnergyKw, USE_DUTY } from '../cooling.ts';
import { airAtCoreC, coreAir, faceSpeedMPerS } from '../radiatorCore.ts';
import { boreForPower, boreForSpeed, exhaustM3PerS, pipeSpeed } from '../exhaust.ts';
import { FUEL } from '../fuels.ts';
import type { Calculator } from './calculator.ts';
import { count, fuelOf, peakPower, usual, worstTemperature } from './from.ts';

/** Warm air of a summer’s day near the ground, kg/m³. */
const DENSITY = 1.13;

export const heat: readonly Calculator[] = [
  {
    id: 'exhaust',
    group: 'Exhaust',
    title: 'Exhaust pipe diameter, two methods',
    formula: 'speed = gas / (density × area), 75 m/s road, 100 racing; second method: 2.2 kW per cm² of pipe area',
    source: 'ideal gas at 750 °C; both rules of the field',
    inputs: [
      power,
      specificConsumption,
      airToFuel,
      {
        name: 'gasC',
        label: 'Exhaust gas temperature',
        quantity: 'temperatureC',
        min: 100,
        max: 1100,
        usual: usual(750, 60),
      },
      {
        name: 'gasKpa',
        label: 'Exhaust pressure, absolute',
        quantity: 'pressureKpa',
        min: 90,
        max: 200,
        usual: usual(108, 3),
      },
      {
        name: 'boreMm',
        label: 'Inside diameter',
        quantity: 'lengthMm',
        digits: 1,
        min: 15,
        max: 200,
        usual: usual(48, 0.5),
      },
      { name: 'pipes', label: 'Pipes', quantity: 'count', min: 1, max: 8, usual: count(1) },
    ],
    choices: [{ name: 'for', label: 'For', options: ['the road', 'racing'] }],
    outputs: [
      { name: 'speed', label: 'Mean gas speed', quantity: 'speedMPerS', digits: 0 },
      { name: 'boreForSpeedMm', label: 'Diameter from gas velocity', quantity: 'lengthMm', digits: 1 },
      { name: 'boreForPowerMm', label: 'Diameter from power per area', quantity: 'lengthMm', digits: 1 },
    ],
    run: (v, c) => {
      const air = airKgPerS(v['powerKw']!, v['bsfcGPerKwh']!, v['airFuelRatio']!);
      const flow = exhaustM3PerS(air * (1 + 1 / v['airFuelRatio']!), v['gasC']!, v['gasKpa']!);
      return {
        speed: pipeSpeed(flow, v['boreMm']!, v['pipes']),
        boreForSpeedMm: boreForSpeed(flow, c['for'] === 'racing' ? 100 : 75, v['pipes']),
        boreForPowerMm: boreForPower(v['powerKw']!, 2.2, v['pipes']),
      };
    },
    limit: (_v, c) => ({ kind: 'at most', limit: c['for'] === 'racing' ? 100 : 75, warns: true }),
    says: (r) =>
      `Gas at ${sayDerived(r['speed']!, 'speedMPerS', { digits: 0 })}; by speed ${say(r['boreForSpeedMm']!.value, 'lengthMm')}, by power per section ${say(r['boreForPowerMm']!.value, 'lengthMm')}: the schools are ${say(Math.abs(r['boreForSpeedMm']!.value - r['boreForPowerMm']!.value), 'lengthMm')} apart`,
  },
  {
    id: 'radiator',
    group: 'Cooling',
    title: 'Radiator sizing',
    formula:
      'heat = P·BSFC·LHV × duty × share to the coolant; core = ε·C·(top hose − air at it), C = ρ·v·A·c_p, ε = 1 − e^(−NTU), NTU = 0.60·(thickness/25 mm)·(6 m/s / v)^0.4',
    source: 'Heywood 12.4; Kays and London, Compact Heat Exchangers',
    caution: 'Never open a hot radiator.',
    inputs: [
      {
        name: 'powerKw',
        label: 'Full power',
        quantity: 'powerKw',
        min: 1,
        max: 2000,
        usual: usual(100, 5),
        from: peakPower,
      },
      specificConsumption,
      {
        name: 'heatingMjPerKg',
        label: 'Heating value, MJ/kg',
        quantity: 'number',
        digits: 1,
        min: 10,
        max: 60,
        usual: usual(43, 0.5),
        from: (s) => FUEL[fuelOf(s)].heatingMjPerKg,
      },
      {
        name: 'dutyPct',
        label: 'Continuous duty, % of full power',
        quantity: 'percent',
        digits: 0,
        min: 1,
        max: 100,
        usual: usual(20, 4),
        from: (s) => ({
          value: 100 * (USE_DUTY[s.brief.use] ?? 0.2),
          plusMinus: 6,
          evidence: 'estimated',
          source: `${choiceWords(s.brief.use)}, the brief`,
        }),
      },
      {
        name: 'coolantPct',
        label: 'Heat to coolant, % of fuel energy',
        quantity: 'percent',
        digits: 0,
        min: 5,
        max: 60,
        usual: usual(30, 3),
      },
      {
        name: 'faceM2',
        label: 'Core face',
        quantity: 'areaM2',
        digits: 3,
        min: 0.01,
        max: 2,
        usual: usual(0.2, 0.005),
        from: (s) => s.chassis?.radiator?.coreM2,
      },
      {
        name: 'thicknessMm',
        label: 'Core thickness',
        quantity: 'lengthMm',
        min: 5,
        max: 150,
        usual: usual(40, 1),
        from: (s) => s.chassis?.radiator?.thicknessMm,
      },
      { name: 'speedKph', label: 'Road speed', quantity: 'speedKph', min: 0, max: 300, usual: usual(100, 0) },
      {
        name: 'airSharePct',
        label: 'Air through the core, share of road speed',
        quantity: 'percent',
        digits: 0,
        min: 0,
        max: 100,
        usual: usual(20, 3),
      },
      { name: 'fanM3PerH', label: 'Fan flow', quantity: 'airM3PerH', min: 0, max: 20_000, usual: usual(1800, 300) },
      {
        name: 'ambientC',
        label: 'Outside air',
        quantity: 'temperatureC',
        min: -60,
        max: 60,
        usual: usual(30, 2),
        from: worstTemperature,
      },
      {
        name: 'beforeKw',
        label: 'Heat of the cores in front of it',
        quantity: 'powerKw',
        digits: 1,
        min: 0,
        max: 200,
        usual: usual(0, 0),
      },
      { name: 'topHoseC', label: 'Top hose', quantity: 'temperatureC', min: 60, max: 150, usual: usual(100, 2) },
    ],
    outputs: [
      { name: 'sharePct', label: 'Load, % of radiator capacity', quantity: 'percent', digits: 0 },
      { name: 'heatKw', label: 'Heat to the coolant', quantity: 'powerKw', digits: 1 },
      { name: 'coreKw', label: 'Radiator capacity', quantity: 'powerKw', digits: 1 },
      { name: 'airC', label: 'Air at the core', quantity: 'temperatureC', digits: 0 },
    ],
    run: (v) => {
      const heatKw =
        fuelEnergyKw(v['powerKw']!, v['bsfcGPerKwh']!, v['heatingMjPerKg']!) *
        (v['dutyPct']! / 100) *
        (v['coolantPct']! / 100);
      const face = faceSpeedMPerS(v['airSharePct']! / 100, v['speedKph']!, v['fanM3PerH']! / 3600, v['faceM2']!);
      const { capacityWPerK, effectiveness } = coreAir(v['faceM2']!, v['thicknessMm']!, face, DENSITY);
      const airC = airAtCoreC(v['ambientC']!, v['beforeKw']!, capacityWPerK);
      const coreKw = (effectiveness * capacityWPerK * (v['topHoseC']! - airC)) / 1000;
      return { sharePct: (100 * heatKw) / coreKw, heatKw, coreKw, airC };
    },
    limit: () => ({ kind: 'at most', limit: 100, warns: true }),
    says: (r) =>
      `Heat load ${sayDerived(r['heatKw']!, 'powerKw', { digits: 0 })}, radiator capacity ${say(r['coreKw']!.value, 'powerKw', { digits: 0 })}`,
  },
];
