import { Type } from 'typebox';
import { defineSum } from '../../model/index.ts';
import { pulsesPerRev, speedoReading, tachoReading } from './signals.ts';
import { awgAreaMm2, sizeWire, voltageDrop } from './wire.ts';

const closed = { additionalProperties: false };
const O = Type.Optional;
const N = Type.Number();
const copper = { resistivityOhmMm2PerM: O(N), resistivityTempCoefficientPerK: O(N) };
const path = { currentA: N, pathLengthM: N, conductorTemperatureC: Type.Number({ minimum: -60, maximum: 200 }) };
const list = Type.Array(Type.Number({ exclusiveMinimum: 0 }), { minItems: 1, maxItems: 60 });

/** Wires, fuses and what gauges make of pulses, each by itself. */
export const wiringSums = [
  defineSum({
    name: 'wiring.wire',
    title: 'The wire and the fuse of a circuit, by what it carries and by what voltage it may lose',
    input: Type.Object(
      {
        ...path,
        ...copper,
        allowedDropV: N,
        fused: O(Type.Boolean()),
        ampacityShare: O(Type.Number({ exclusiveMinimum: 0, maximum: 1.2 })),
        standardSizesMm2: O(list),
        ampacityA: O(list),
        standardFusesA: O(list),
      },
      closed,
    ),
    output: Type.Object({ fuseA: O(N), sizeByDropMm2: N, sizeByAmpacityMm2: O(N), chosenSizeMm2: N, dropV: N }, closed),
    run: sizeWire,
  }),
  defineSum({
    name: 'wiring.drop',
    title: 'The voltage that a wire of a given size loses',
    input: Type.Object(
      {
        ...path,
        ...copper,
        sizeMm2: Type.Number({ exclusiveMinimum: 0 }),
        systemVoltageV: Type.Number({ exclusiveMinimum: 0 }),
      },
      closed,
    ),
    output: Type.Object({ dropV: N, dropPct: N }, closed),
    run: (i) => {
      const dropV = voltageDrop(i, i);
      return { dropV, dropPct: (100 * dropV) / i.systemVoltageV };
    },
  }),
  defineSum({
    name: 'wiring.awg',
    title: 'Cross sections of American wire gauges',
    input: Type.Object(
      { awg: Type.Array(Type.Integer({ minimum: -3, maximum: 40 }), { minItems: 1, maxItems: 44 }) },
      closed,
    ),
    output: Type.Object({ areaMm2: Type.Array(N) }, closed),
    run: ({ awg }) => ({ areaMm2: awg.map(awgAreaMm2) }),
  }),
  defineSum({
    name: 'wiring.tacho',
    title: 'Tachometer reading from the ignition coils of another engine',
    input: Type.Object(
      {
        engineCylinders: Type.Integer({ maximum: 24 }),
        strokes: Type.Unsafe<2 | 4>({ type: 'integer', enum: [2, 4] }),
        signal: Type.Unsafe<'coil-single' | 'coil-per-cylinder' | 'wasted-spark'>({
          type: 'string',
          enum: ['coil-single', 'coil-per-cylinder', 'wasted-spark'],
        }),
        gaugeExpectsCylinders: N,
        engineRpm: N,
      },
      closed,
    ),
    output: Type.Object({ pulsesPerRev: N, gaugeReadsRpm: N, correctionFactor: N }, closed),
    run: (i) =>
      tachoReading(pulsesPerRev(i.signal, i.engineCylinders, i.strokes), i.gaugeExpectsCylinders, i.engineRpm),
  }),
  defineSum({
    name: 'wiring.speedo',
    title: 'Speedometer error with another final drive or tyre',
    input: Type.Object(
      {
        sensorPulsesPerOutputRev: N,
        oldFinalDrive: N,
        newFinalDrive: N,
        oldRollingCircumferenceMm: N,
        newRollingCircumferenceMm: N,
        trueSpeedKph: N,
      },
      closed,
    ),
    output: Type.Object(
      { oldPulsesPerKm: N, newPulsesPerKm: N, indicatedKph: N, errorPct: N, correctionFactor: N },
      closed,
    ),
    run: speedoReading,
  }),
];
