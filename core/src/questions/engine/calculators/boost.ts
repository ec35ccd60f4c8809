import { say, sayDerived } from '../../../units/index.ts';
import { airKgPerS, correctedFlow } from '../air.ts';
import { boostFloorBar } from '../wastegate.ts';
import { afterCoolerC, blowerPressureRatio, compressorOutC, sprayed } from '../chargeCooling.ts';
import { exhaustM3PerS, pipeSpeed } from '../exhaust.ts';
import { FUEL } from '../fuels.ts';
import { fuelGramPerS } from '../fuelling.ts';
import type { CalculatorInput, Calculator } from './calculator.ts';
import { bsfcOf, count, engineCc, fuelOf, targetPower, usual, worstTemperature } from './from.ts';

const power: CalculatorInput = {
  name: 'powerKw',
  label: 'Power',
  quantity: 'powerKw',
  min: 1,
  max: 2000,
  usual: usual(150, 5),
  from: targetPower,
};
const bsfc: CalculatorInput = {
  name: 'bsfcGPerKwh',
  label: 'BSFC',
  quantity: 'fuelGPerKwh',
  min: 100,
  max: 900,
  usual: usual(330, 20),
  from: bsfcOf,
};
const afr: CalculatorInput = {
  name: 'airFuelRatio',
  label: 'Air–fuel ratio',
  quantity: 'number',
  digits: 1,
  min: 4,
  max: 60,
  usual: usual(12, 0.4),
  from: (s) => FUEL[fuelOf(s)].fullLoadAfr,
};
const ratio: CalculatorInput = {
  name: 'pressureRatio',
  label: 'Pressure ratio',
  quantity: 'number',
  digits: 2,
  min: 1,
  max: 6,
  usual: usual(1.6, 0.05),
  from: (s) => s.engine.boost?.pressureRatio,
};
const outside: CalculatorInput = {
  name: 'inletC',
  label: 'Compressor inlet temperature',
  quantity: 'temperatureC',
  min: -50,
  max: 90,
  usual: usual(30, 3),
  from: worstTemperature,
};

export const boost: readonly Calculator[] = [
  {
    id: 'air',
    group: 'Air and boost',
    title: 'Air mass flow for power',
    formula: 'air = P × BSFC × AFR; corrected = air × √(T/T₀) / (p/p₀)',
    source: 'SAE J1826 for the corrected flow',
    inputs: [
      power,
      bsfc,
      afr,
      outside,
      {
        name: 'inletKpa',
        label: 'Compressor inlet pressure',
        quantity: 'pressureKpa',
        min: 40,
        max: 120,
        usual: usual(97, 1),
      },
    ],
    outputs: [
      { name: 'airKgPerMin', label: 'Air', quantity: 'airKgPerMin' },
      {
        name: 'correctedKgPerMin',
        label: `Corrected to ${say(15, 'temperatureC')} and ${say(101.325, 'pressureKpa')}`,
        quantity: 'airKgPerMin',
      },
    ],
    run: (v) => {
      const kgPerS = airKgPerS(v['powerKw']!, v['bsfcGPerKwh']!, v['airFuelRatio']!);
      return {
        airKgPerMin: kgPerS * 60,
        correctedKgPerMin: correctedFlow(kgPerS, v['inletC']!, v['inletKpa']!, 15, 101.325) * 60,
      };
    },
    says: (r, _state, v) =>
      `Air mass flow ${sayDerived(r['airKgPerMin']!, 'airKgPerMin')} for ${say(v['powerKw']!, 'powerKw')}`,
  },
  {
    id: 'charge',
    group: 'Air and boost',
    title: 'Charge temperature',
    formula: 'T₂ = T₁·(1 + (PR^0.286 − 1)/η) in kelvin; behind the cooler T₂ − ε·(T₂ − T cool)',
    source: 'adiabatic compression, Heywood 6.8',
    inputs: [
      outside,
      ratio,
      {
        name: 'efficiency',
        label: 'Compressor efficiency',
        quantity: 'number',
        digits: 2,
        min: 0.2,
        max: 0.9,
        usual: usual(0.68, 0.04),
      },
      {
        name: 'effectiveness',
        label: 'Intercooler effectiveness',
        quantity: 'number',
        digits: 2,
        min: 0,
        max: 1,
        usual: usual(0.65, 0.08),
      },
      {
        name: 'coolingC',
        label: 'Cooling air',
        quantity: 'temperatureC',
        min: -50,
        max: 120,
        usual: usual(35, 4),
        from: worstTemperature,
      },
    ],
    outputs: [
      { name: 'chargeC', label: 'Charge air temperature after intercooler', quantity: 'temperatureC' },
      { name: 'outC', label: 'Compressor outlet temperature', quantity: 'temperatureC' },
    ],
    run: (v) => {
      const outC = compressorOutC(v['inletC']!, v['pressureRatio']!, v['efficiency']!);
      return { outC, chargeC: afterCoolerC(outC, v['effectiveness']!, v['coolingC']!) };
    },
    limit: () => ({ kind: 'at most', limit: 60, warns: true }),
    says: (r, state) =>
      `Charge at ${sayDerived(r['chargeC']!, 'temperatureC')}${state === 'clear' ? '' : `: above ${say(60, 'temperatureC')} retard ignition timing`}`,
  },
  {
    id: 'blower',
    group: 'Air and boost',
    title: 'Supercharger pulley and boost',
    formula: 'PR = supercharger cc/rev × ratio × VE supercharger / (½ displacement × VE engine) × T charge / T inlet',
    source: 'displacement ratio; estimate',
    inputs: [
      {
        name: 'blowerCcPerRev',
        label: 'Supercharger displacement, each turn',
        quantity: 'displacementCc',
        digits: 0,
        min: 50,
        max: 8000,
        usual: usual(850, 0),
      },
      { name: 'crankPulleyMm', label: 'Crank pulley', quantity: 'lengthMm', min: 20, max: 400, usual: usual(140, 0.5) },
      {
        name: 'blowerPulleyMm',
        label: 'Supercharger pulley',
        quantity: 'lengthMm',
        min: 20,
        max: 400,
        usual: usual(66, 0.5),
      },
      {
        name: 'blowerVe',
        label: 'Supercharger volumetric efficiency',
        quantity: 'number',
        digits: 2,
        min: 0.4,
        max: 1,
        usual: usual(0.88, 0.04),
      },
      {
        name: 'displacementCc',
        label: 'Displacement',
        quantity: 'displacementCc',
        digits: 0,
        min: 50,
        max: 20000,
        usual: usual(1400, 0),
        from: engineCc,
      },
      {
        name: 'engineVe',
        label: 'Engine volumetric efficiency',
        quantity: 'number',
        digits: 2,
        min: 0.4,
        max: 1.2,
        usual: usual(0.88, 0.05),
      },
      outside,
      {
        name: 'efficiency',
        label: 'Supercharger efficiency',
        quantity: 'number',
        digits: 2,
        min: 0.2,
        max: 0.9,
        usual: usual(0.6, 0.05),
      },
      {
        name: 'effectiveness',
        label: 'Intercooler effectiveness',
        quantity: 'number',
        digits: 2,
        min: 0,
        max: 1,
        usual: usual(0.6, 0.1),
      },
      {
        name: 'redlineRpm',
        label: 'Redline',
        quantity: 'rpm',
        min: 500,
        max: 20000,
        usual: usual(6500, 0),
        from: (s) => s.engine.redlineRpm,
      },
      {
        name: 'blowerLimitRpm',
        label: 'Supercharger speed limit',
        quantity: 'rpm',
        min: 1000,
        max: 100000,
        usual: usual(16000, 500),
      },
    ],
    outputs: [
      { name: 'blowerRpm', label: 'Supercharger speed at redline', quantity: 'rpm' },
      { name: 'boostBar', label: 'Boost', quantity: 'pressureBar' },
      { name: 'pressureRatio', label: 'Pressure ratio', quantity: 'number', digits: 2 },
    ],
    run: (v) => {
      const driveRatio = v['crankPulleyMm']! / v['blowerPulleyMm']!;
      const pressureRatio = blowerPressureRatio({
        blowerCcPerRev: v['blowerCcPerRev']!,
        driveRatio,
        blowerVolumetricEfficiency: v['blowerVe']!,
        displacementCc: v['displacementCc']!,
        engineVolumetricEfficiency: v['engineVe']!,
        inletC: v['inletC']!,
        blowerEfficiency: v['efficiency']!,
        coolerEffectiveness: v['effectiveness']!,
        coolingAirC: v['inletC']!,
      });
      return { blowerRpm: driveRatio * v['redlineRpm']!, pressureRatio, boostBar: (pressureRatio - 1) * 1.013 };
    },
    limit: (v) => ({ kind: 'at most', limit: v['blowerLimitRpm']! }),
    says: (r, state) =>
      `Boost near ${sayDerived(r['boostBar']!, 'pressureBar')}${state === 'blocked' ? `; supercharger overspeed, ${say(r['blowerRpm']!.value, 'rpm')}` : ''}`,
  },
  {
    id: 'wastegate',
    group: 'Air and boost',
    title: 'Wastegate size and minimum boost',
    formula: 'floor = spring / diaphragm area; speed in the gate = share × gas / (density × area)',
    source: 'force balance; limit 300 m/s gas velocity in the wastegate',
    inputs: [
      power,
      bsfc,
      afr,
      {
        name: 'sharePct',
        label: 'Bypass flow, share of exhaust gas',
        quantity: 'percent',
        digits: 0,
        min: 1,
        max: 90,
        usual: usual(35, 10),
      },
      {
        name: 'gasC',
        label: 'Exhaust gas temperature before turbine',
        quantity: 'temperatureC',
        min: 200,
        max: 1100,
        usual: usual(850, 40),
      },
      {
        name: 'backKpa',
        label: 'Exhaust back pressure before turbine',
        quantity: 'pressureKpa',
        min: 90,
        max: 600,
        usual: usual(190, 25),
      },
      {
        name: 'gateMm',
        label: 'Wastegate valve diameter',
        quantity: 'lengthMm',
        min: 8,
        max: 80,
        usual: usual(32, 0.5),
      },
      { name: 'springN', label: 'Spring at the seat', quantity: 'forceN', min: 1, max: 3000, usual: usual(95, 5) },
      { name: 'diaphragmMm', label: 'Diaphragm', quantity: 'lengthMm', min: 15, max: 150, usual: usual(46, 0.5) },
    ],
    outputs: [
      { name: 'speed', label: 'Gas velocity in wastegate', quantity: 'speedMPerS', digits: 0 },
      { name: 'floorBar', label: 'Minimum boost', quantity: 'pressureBar' },
    ],
    run: (v) => {
      const air = airKgPerS(v['powerKw']!, v['bsfcGPerKwh']!, v['airFuelRatio']!);
      const gas = air * (1 + 1 / v['airFuelRatio']!) * (v['sharePct']! / 100);
      return {
        speed: pipeSpeed(exhaustM3PerS(gas, v['gasC']!, v['backKpa']!), v['gateMm']!),
        floorBar: boostFloorBar(v['springN']!, v['diaphragmMm']!),
      };
    },
    limit: () => ({ kind: 'at most', limit: 300, warns: true }),
    says: (r, state) =>
      `Boost can’t go below ${sayDerived(r['floorBar']!, 'pressureBar')}${state === 'clear' ? '; wastegate size sufficient' : `; wastegate too small (${say(r['speed']!.value, 'speedMPerS', { digits: 0 })}): boost creep`}`,
  },
  {
    id: 'spray',
    group: 'Air and boost',
    title: 'Water–methanol injection',
    formula: 'flow = share × fuel; cooling = flow × share evaporated × latent heat / (air × 1.006)',
    source: 'latent heats at 25 °C, Heywood app. D',
    caution:
      'Methanol is toxic through the skin and burns with an invisible flame. If the flow stops under boost the engine knocks at once: fit a fail-safe that cuts boost.',
    inputs: [
      power,
      bsfc,
      afr,
      {
        name: 'sharePct',
        label: 'Flow, % of fuel',
        quantity: 'percent',
        digits: 0,
        min: 0,
        max: 60,
        usual: usual(15, 2),
      },
      {
        name: 'methanolPct',
        label: 'Methanol content',
        quantity: 'percent',
        digits: 0,
        min: 0,
        max: 100,
        usual: usual(50, 2),
      },
      {
        name: 'evaporatedPct',
        label: 'Share evaporated before the intake valve',
        quantity: 'percent',
        digits: 0,
        min: 0,
        max: 100,
        usual: usual(40, 10),
      },
      { name: 'tankL', label: 'Tank', quantity: 'volumeL', min: 0, max: 100, usual: usual(6, 0.2) },
      { name: 'nozzles', label: 'Nozzles', quantity: 'count', min: 1, max: 12, usual: count(2) },
      {
        name: 'chargeC',
        label: 'Charge temperature without injection',
        quantity: 'temperatureC',
        min: -20,
        max: 250,
        usual: usual(75, 6),
      },
    ],
    choices: [{ name: 'by', label: 'Mixing ratio by (volume / mass)', options: ['volume', 'mass'] }],
    outputs: [
      { name: 'sprayedC', label: 'Charge temperature with injection', quantity: 'temperatureC' },
      { name: 'coolingC', label: 'Charge temperature rise if flow stops', quantity: 'temperatureC' },
      { name: 'flowCcPerMin', label: 'Flow', quantity: 'flowCcPerMin' },
      { name: 'nozzleCcPerMin', label: 'Each nozzle', quantity: 'flowCcPerMin' },
      { name: 'minutes', label: 'Tank lasts at full power, minutes', quantity: 'number', digits: 0 },
      { name: 'methanolMassPct', label: 'Methanol by mass', quantity: 'percent', digits: 0 },
    ],
    run: (v, c) => {
      const r = sprayed({
        fuelGramPerS: fuelGramPerS(v['powerKw']!, v['bsfcGPerKwh']!),
        airFuelRatio: v['airFuelRatio']!,
        shareOfFuel: v['sharePct']! / 100,
        methanolShare: v['methanolPct']! / 100,
        by: c['by'] === 'mass' ? 'mass' : 'volume',
        evaporated: v['evaporatedPct']! / 100,
        tankL: v['tankL']!,
      });
      return {
        sprayedC: v['chargeC']! - r.coolingK,
        coolingC: v['chargeC']!,
        flowCcPerMin: r.flowCcPerMin,
        nozzleCcPerMin: r.flowCcPerMin / v['nozzles']!,
        minutes: r.enduranceMin,
        methanolMassPct: 100 * r.massShareMethanol,
      };
    },
    says: (r) =>
      `Charge at ${sayDerived(r['sprayedC']!, 'temperatureC')} while it flows, ${say(r['coolingC']!.value, 'temperatureC')} the moment it stops; the tank lasts ${say(r['minutes']!.value, 'number', { digits: 0 })} minutes at full power`,
  },
];
