import { torqueFrom } from '../curve/index.ts';
import { InputError, scatterOf, type Figure } from '../../units/index.ts';
import { CALCULATORS, calculatorNamed, startingInputs, runCalculator } from './calculators/index.ts';
import { boostFloorBar } from './wastegate.ts';
import {
  camPeakTorqueRpm,
  idleVacuumKpa,
  intakeClosingDeg,
  overlapDeg,
  portPeakRpm,
  portPowerKw,
  valveLiftMm,
} from './cam.ts';
import { afterCoolerC, blowerPressureRatio, compressorOutC, cooledBy, COOLING_WAYS, sprayed } from './chargeCooling.ts';
import {
  clearanceCc,
  displacementCc,
  dynamicCompression,
  effectiveCompression,
  effectiveStrokeMm,
  knockLimit,
  staticCompression,
} from './compression.ts';
import { checkMap, efficiencyAt, engineLine, type CompressorMap } from './compressorMap.ts';
import { boreForPower, boreForSpeed, exhaustM3PerS, pipeSpeed } from './exhaust.ts';
import { injectorFlowAt, lineBoreMm } from './fuelling.ts';
import { bmepBar, curveFromSister, torqueOfBmep, torqueOfSister } from './referenceEngine.ts';

const chamber = {
  boreMm: 86,
  strokeMm: 86,
  chamberCc: 48,
  gasketBoreMm: 87.5,
  gasketThicknessMm: 1.2,
  deckClearanceMm: 0.4,
  pistonDishCc: 0,
};

describe('compression', () => {
  test('a cylinder of one litre and a tenth of it above: 11 to 1', () => {
    const swept = displacementCc(chamber.boreMm, chamber.strokeMm, 1);
    expect(
      staticCompression({ ...chamber, chamberCc: swept / 10, gasketThicknessMm: 0, deckClearanceMm: 0 }),
    ).toBeCloseTo(11, 9);
  });
  test('closed at bottom dead centre, dynamic is static; each degree later takes some away', () => {
    expect(dynamicCompression(chamber, 140, 0)).toBeCloseTo(staticCompression(chamber), 9);
    let last = Infinity;
    for (const deg of [0, 20, 40, 60, 80, 100]) {
      const now = dynamicCompression(chamber, 140, deg);
      expect(now).toBeLessThan(last);
      last = now;
    }
  });
  test('a rod of endless length moves the piston as a cosine', () => {
    expect(effectiveStrokeMm(86, 1e6, 60)).toBeCloseTo(43 * (1 + Math.cos(Math.PI / 3)), 2);
  });
  test('a rod not longer than half the stroke, and a dome that fills the chamber, are named', () => {
    expect(() => effectiveStrokeMm(86, 43, 40)).toThrow(expect.objectContaining({ pointer: '/rodLengthMm' }));
    expect(() => clearanceCc({ ...chamber, pistonDishCc: -80 })).toThrow(
      expect.objectContaining({ pointer: '/pistonDishCc' }),
    );
  });
  test('the guardrail: boost as its root, a quarter of a point for each RON, one for direct injection', () => {
    expect(effectiveCompression(9, 2.25)).toBeCloseTo(13.5, 9);
    expect(knockLimit(95, false)).toBeCloseTo(11, 9);
    expect(knockLimit(98, true) - knockLimit(98, false)).toBe(1);
  });
});

describe('fuel', () => {
  test('four times the pressure, twice the flow', () => {
    expect(injectorFlowAt(250, 12, 3)).toBeCloseTo(500, 9);
  });
  test('a line of that bore carries its flow at that speed', () => {
    const d = lineBoreMm(180, 2) / 1000;
    expect((Math.PI / 4) * d * d * 2 * 3.6e6).toBeCloseTo(180, 6);
  });
});

describe('charge', () => {
  test('no pressure, no heat; a perfect cooler brings it to its air; hotter as efficiency falls', () => {
    expect(compressorOutC(30, 1, 0.6)).toBeCloseTo(30, 9);
    expect(afterCoolerC(140, 1, 35)).toBeCloseTo(35, 9);
    expect(compressorOutC(30, 2, 0.55)).toBeGreaterThan(compressorOutC(30, 2, 0.75));
  });
  test('in kelvin, not in degrees: the rise at −10 °C is less than at 40 °C', () => {
    const rise = (t: number) => compressorOutC(t, 2, 0.7) - t;
    expect(rise(40) / rise(-10)).toBeCloseTo(313.15 / 263.15, 6);
  });
  test('a blower that sweeps what the engine takes gives no boost; a smaller pulley gives more', () => {
    const i = {
      blowerCcPerRev: 700,
      driveRatio: 1,
      blowerVolumetricEfficiency: 1,
      displacementCc: 1400,
      engineVolumetricEfficiency: 1,
      inletC: 25,
      blowerEfficiency: 0.6,
      coolerEffectiveness: 1,
      coolingAirC: 25,
    };
    expect(blowerPressureRatio(i)).toBeCloseTo(1, 6);
    expect(blowerPressureRatio({ ...i, driveRatio: 2 })).toBeCloseTo(2, 6);
    // Without a cooler the warmth itself raises the ratio.
    expect(blowerPressureRatio({ ...i, driveRatio: 2, coolerEffectiveness: 0 })).toBeGreaterThan(2);
  });
  test('ways of cooling: none leaves density as it is, a colder charge is denser, a pressure drop takes some back', () => {
    const at = { outsideC: 30, pressureRatio: 1.7, compressorEfficiency: 0.68, barometerKpa: 97 };
    const none = cooledBy(COOLING_WAYS[0]!, at);
    expect(none.densityAgainstNone).toBeCloseTo(1, 9);
    const air = cooledBy(COOLING_WAYS[1]!, at);
    expect(air.chargeC).toBeLessThan(none.chargeC);
    expect(cooledBy({ ...COOLING_WAYS[1]!, dropKpa: 30 }, at).densityAgainstNone).toBeLessThan(air.densityAgainstNone);
  });
  test('mixed by volume is not mixed by mass; twice the flow halves the tank', () => {
    const i = {
      fuelGramPerS: 12,
      airFuelRatio: 12,
      shareOfFuel: 0.15,
      methanolShare: 0.5,
      by: 'volume' as const,
      evaporated: 0.4,
      tankL: 6,
    };
    const byVolume = sprayed(i);
    expect(byVolume.massShareMethanol).toBeCloseTo(0.787 / (0.787 + 0.997), 6);
    expect(sprayed({ ...i, by: 'mass' }).massShareMethanol).toBeCloseTo(0.5, 9);
    expect(sprayed({ ...i, shareOfFuel: 0.3 }).enduranceMin).toBeCloseTo(byVolume.enduranceMin / 2, 9);
  });
});

describe('exhaust and cooling', () => {
  test('the bore that each school gives has the speed and the power per section that it asks for', () => {
    const flow = exhaustM3PerS(0.12, 750, 108);
    expect(pipeSpeed(flow, boreForSpeed(flow, 75))).toBeCloseTo(75, 9);
    const bore = boreForPower(100, 2.2);
    expect(100 / ((Math.PI / 4) * (bore / 10) ** 2)).toBeCloseTo(2.2, 9);
    expect(pipeSpeed(flow, 50, 2)).toBeCloseTo(pipeSpeed(flow, 50) / 2, 9);
  });
  test('a gate opens at its spring over its diaphragm', () => {
    expect(boostFloorBar(100, 50)).toBeCloseTo(100 / (Math.PI * 0.025 ** 2) / 1e5, 9);
  });
});

describe('cam', () => {
  test('overlap, closing and lift from their definitions; more overlap, less vacuum', () => {
    expect(overlapDeg(220, 220, 108, 112)).toBe(0);
    expect(intakeClosingDeg(220, 108)).toBe(38);
    expect(valveLiftMm(6, 1.5, 0.2)).toBeCloseTo(8.8, 9);
    expect(idleVacuumKpa(30)).toBeLessThan(35);
    expect(idleVacuumKpa(-10)).toBeGreaterThan(45);
    expect(camPeakTorqueRpm(220, 2)).toBe(4000);
  });
});

describe('head flow', () => {
  test('0.257 hp for each ft³/min, and twice the flow peaks at twice the speed', () => {
    // 100 ft³/min are 47.19 l/s; four of them carry 102.8 hp.
    expect(portPowerKw(47.1947, 4)).toBeCloseTo(0.257 * 100 * 4 * 0.745699872, 0);
    expect(portPeakRpm(60, 450)).toBeCloseTo(2 * portPeakRpm(30, 450), 6);
    // 100 ft³/min on a cylinder of 40 in³: 5,000 rpm.
    expect(portPeakRpm(47.1947, 40 * 16.3871)).toBeCloseTo(5000, 0);
  });
  test('a smaller chamber raises compression by its share of the clearance', () => {
    const head = calculatorNamed('head')!;
    const { inputs } = startingInputs(head, undefined);
    const smaller = {
      ...inputs,
      chamberCc: { value: inputs['chamberNowCc']!.value - 5, evidence: 'measured' as const },
    };
    const now = runCalculator(head, inputs).outputs['newCompression']!.value;
    expect(now).toBeCloseTo(10, 6);
    expect(runCalculator(head, smaller).outputs['newCompression']!.value).toBeCloseTo(1 + 450 / (50 - 5), 6);
  });
});

describe('a curve from a sister', () => {
  const sister = torqueFrom([1000, 2000, 3000, 4000, 5000, 6000], [130, 150, 165, 170, 160, 140]);
  const same = {
    sister,
    sisterDisplacementCc: 1800,
    displacementCc: 1800,
    sisterCompression: 10,
    compression: 10,
    speedFactor: 1,
    fillingFactor: 1,
    chargeDensity: 1,
    kind: 'four valves' as const,
  };
  test('with nothing changed it is the sister’s', () => {
    const s = curveFromSister(same);
    expect(s.torqueNm).toEqual([...sister.y]);
    expect(s.heldBack.some(Boolean)).toBe(false);
  });
  test('torque goes with displacement, so mean effective pressure stays', () => {
    const s = curveFromSister({ ...same, displacementCc: 2200 });
    expect(s.torqueNm[3]! / 170).toBeCloseTo(2200 / 1800, 9);
    expect(s.peakBmepBar).toBeCloseTo(bmepBar(170, 1800), 9);
  });
  test('it never goes above what its kind reaches', () => {
    const s = curveFromSister({ ...same, kind: 'two valves', fillingFactor: 1.3 });
    expect(Math.max(...s.torqueNm)).toBeCloseTo(torqueOfBmep(10.5, 1800), 9);
    expect(s.heldBack.some(Boolean)).toBe(true);
  });
  test('its speeds stretch with the cam, and the result can be asked like any curve', () => {
    const s = curveFromSister({ ...same, speedFactor: 1.1 });
    expect(s.rpm).toEqual([1100, 2200, 3300, 4400, 5500, 6600]);
    expect(torqueOfSister(s).x).toEqual(s.rpm);
  });
});

describe('compressor map', () => {
  const map: CompressorMap = {
    referenceC: 15,
    referenceKpa: 101.325,
    points: [1.2, 1.6, 2, 2.4].flatMap((pressureRatio, i) =>
      [0, 1, 2, 3].map((k) => ({
        pressureRatio,
        flowKgPerS: 0.04 + 0.02 * i + 0.03 * k,
        efficiency: 0.76 - 0.05 * Math.abs(k - 1.5) - 0.02 * Math.abs(i - 1.5),
      })),
    ),
  };
  test('at a measured point it says what was measured, between points something between', () => {
    const p = map.points[5]!;
    expect(efficiencyAt(map, p.flowKgPerS, p.pressureRatio)).toBe(p.efficiency);
    const between = efficiencyAt(map, 0.1, 1.8);
    expect(between).toBeGreaterThan(Math.min(...map.points.map((x) => x.efficiency)));
    expect(between).toBeLessThan(Math.max(...map.points.map((x) => x.efficiency)));
  });
  const line = (litres: number, boostBar: number) =>
    engineLine(map, {
      rpm: [1500, 3000, 4500, 6000],
      boostBar: [boostBar, boostBar, boostBar, boostBar],
      displacementCc: litres * 1000,
      volumetricEfficiency: 0.9,
      inletC: 25,
      inletKpa: 99,
      coolerEffectiveness: 0.65,
      coolerDropKpa: 6,
      coolingAirC: 30,
    });
  test('flow rises with speed; too small an engine surges, too large chokes, too much boost is off the map', () => {
    const flows = line(2, 0.7).map((p) => p.flowKgPerS);
    expect([...flows].sort((a, b) => a - b)).toEqual(flows);
    expect(line(1, 0.8)[0]!.place).toBe('surge');
    expect(line(5, 0.5).at(-1)!.place).toBe('choke');
    expect(line(2, 2.5)[2]!.place).toBe('off the map');
    expect(line(2, 0.7).some((p) => p.place === 'on the map')).toBe(true);
  });
  test('an efficiency in percent is named', () => {
    expect(() => checkMap({ ...map, points: [{ ...map.points[0]!, efficiency: 72 }, ...map.points.slice(1)] })).toThrow(
      expect.objectContaining({ pointer: '/map/0/efficiency' }),
    );
    expect(() => checkMap({ ...map, points: map.points.slice(0, 3) })).toThrow(InputError);
  });
});

describe('the bench', () => {
  test.each(CALCULATORS.map((s) => [s.id, s] as const))(
    '%s works out from its usual figures, with scatter and a sentence',
    (_, sum) => {
      const { inputs, choices } = startingInputs(sum, undefined);
      const result = runCalculator(sum, inputs, choices);
      for (const o of sum.outputs) expect(Number.isFinite(result.outputs[o.name]!.value)).toBe(true);
      expect(Object.keys(result.outputs).sort()).toEqual(sum.outputs.map((o) => o.name).sort());
      // It says its own result, and leaves no figure unwritten.
      expect(result.sentence).toMatch(/\d/);
      expect(result.sentence).not.toMatch(/NaN|undefined|Infinity/);
      // Wider doubt in, wider doubt out.
      const wide = Object.fromEntries(
        Object.entries(inputs).map(([k, f]): [string, Figure] => [k, { ...f, plusMinus: scatterOf(f) * 1.5 + 1e-6 }]),
      );
      const main = sum.outputs[0]!.name;
      expect(runCalculator(sum, wide, choices).outputs[main]!.plusMinus).toBeGreaterThanOrEqual(
        result.outputs[main]!.plusMinus,
      );
    },
  );
  test('every id is its own', () => {
    expect(new Set(CALCULATORS.map((s) => s.id)).size).toBe(CALCULATORS.length);
  });
  test('a missing figure, one out of bounds and an unknown choice are named', () => {
    const sum = calculatorNamed('knock')!;
    const { inputs } = startingInputs(sum, undefined);
    expect(() => runCalculator(sum, { ...inputs, octaneRon: { value: 300, evidence: 'measured' } })).toThrow(
      expect.objectContaining({ pointer: '/inputs/octaneRon' }),
    );
    const { octaneRon: _gone, ...rest } = inputs;
    expect(() => runCalculator(sum, rest)).toThrow(expect.objectContaining({ pointer: '/inputs/octaneRon' }));
    expect(() => runCalculator(sum, inputs, { injection: 'by spoon' })).toThrow(
      expect.objectContaining({ pointer: '/choices/injection' }),
    );
  });
  test('the guardrail warns and never blocks; injectors beyond their duty block', () => {
    const knock = calculatorNamed('knock')!;
    const { inputs } = startingInputs(knock, undefined);
    expect(runCalculator(knock, { ...inputs, staticCompression: { value: 14, evidence: 'measured' } }).state).toBe(
      'tight',
    );
    const injectors = calculatorNamed('injectors')!;
    const start = startingInputs(injectors, undefined).inputs;
    expect(runCalculator(injectors, { ...start, powerKw: { value: 300, evidence: 'measured' } }).state).toBe('blocked');
  });
});

test('however wide the ± of an input, every result is a figure with a ± that is one, or the input is named', () => {
  for (const sum of CALCULATORS) {
    const { inputs } = startingInputs(sum, undefined);
    for (const input of sum.inputs)
      for (const times of [1, 3, 10]) {
        const wide = { ...inputs[input.name]!, plusMinus: times * Math.max(1, Math.abs(inputs[input.name]!.value)) };
        const { outputs, sentence } = runCalculator(sum, { ...inputs, [input.name]: wide });
        for (const [name, d] of Object.entries(outputs))
          expect([sum.id, input.name, name, Number.isFinite(d.value), Number.isFinite(d.plusMinus)]).toEqual([
            sum.id,
            input.name,
            name,
            true,
            true,
          ]);
        expect(sentence).not.toMatch(/NaN|Infinity|undefined/);
      }
  }
});

test('at either end of what a field takes, a result is a figure or what is wrong is said in words', () => {
  for (const sum of CALCULATORS) {
    const { inputs } = startingInputs(sum, undefined);
    for (const input of sum.inputs)
      for (const end of [input.min, input.max])
        if (end !== undefined)
          try {
            const { outputs } = runCalculator(sum, { ...inputs, [input.name]: { value: end, evidence: 'claimed' } });
            for (const o of sum.outputs) {
              const { value, plusMinus } = outputs[o.name]!;
              expect([sum.id, input.name, end, Number.isFinite(value), Number.isFinite(plusMinus)]).toEqual([
                sum.id,
                input.name,
                end,
                true,
                true,
              ]);
            }
          } catch (error) {
            if (!(error instanceof InputError)) throw error;
            expect(error.message).toMatch(/^[A-Z].*[.?]$/);
          }
  }
});
