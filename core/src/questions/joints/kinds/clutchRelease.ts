import { Type } from 'typebox';
import { say, sayDerived } from '../../../units/index.ts';
import { clutchRelease as released } from '../../plates/index.ts';
import { choice, defineJoint, type JointMiss } from '../kind.ts';

const WORKS = ['hydraulic', 'cable', 'rod'] as const;
const mm = (v: number) => say(v, 'lengthMm', { digits: 1 });

const car = Type.Object({
  works: choice('works by', WORKS),
  pedalTravelMm: Type.Optional(Type.Number({ title: 'pedal travel, mm', exclusiveMinimum: 0 })),
  pedalRatio: Type.Optional(Type.Number({ title: 'pedal ratio', exclusiveMinimum: 0 })),
  masterMm: Type.Optional(Type.Number({ title: 'master cylinder, mm', exclusiveMinimum: 0 })),
});
const box = Type.Object({
  works: choice('works by', WORKS),
  slaveMm: Type.Optional(Type.Number({ title: 'slave cylinder, outer, mm', exclusiveMinimum: 0 })),
  slaveInnerMm: Type.Optional(Type.Number({ title: 'slave around the shaft, inner, mm', minimum: 0 })),
  forkRatio: Type.Optional(Type.Number({ title: 'fork ratio', exclusiveMinimum: 0 })),
  travelMm: Type.Optional(Type.Number({ title: 'travel required by the pressure plate, mm', exclusiveMinimum: 0 })),
  bearingLoadN: Type.Optional(Type.Number({ title: 'load on the bearing', exclusiveMinimum: 0 })),
});

function sum(a: Type.Static<typeof car>, b: Type.Static<typeof box>) {
  return released({
    pedalTravelMm: a.pedalTravelMm!,
    pedalRatio: a.pedalRatio!,
    masterDiameterMm: a.masterMm!,
    slaveOuterDiameterMm: b.slaveMm!,
    slaveInnerDiameterMm: b.slaveInnerMm ?? 0,
    forkRatio: b.forkRatio!,
    bearingLoadN: b.bearingLoadN!,
    travelAskedMm: b.travelMm!,
  });
}

/** What is short of travel or asks too much of a leg, in the state asked for. */
function shortBy(
  a: Type.Static<typeof car>,
  b: Type.Static<typeof box>,
  state: 'blocked' | 'tight',
): JointMiss | undefined {
  if (a.works !== 'hydraulic') return undefined;
  const r = sum(a, b);
  if (r.travelState === state)
    return {
      words: `release bearing travel ${mm(r.bearingTravelMm)}, pressure plate requires ${mm(b.travelMm!)}`,
      quantity: 'lengthMm',
      value: r.bearingTravelMm,
      limit: b.travelMm!,
    };
  if (r.forceState === state)
    return {
      words: `pedal force ${sayDerived({ value: r.pedalForceN, plusMinus: 0.1 * r.pedalForceN }, 'forceN')}`,
    };
  return undefined;
}

/** Pedal to release bearing: by the same means, far enough, and not too heavy. */
export const clutchRelease = defineJoint({
  kind: 'clutch-release',
  order: 35,
  group: 'controls',
  title: 'Clutch pedal to release bearing',
  sides: { a: 'pedal and master cylinder', b: 'slave, fork and bearing' },
  home: { a: 'car', b: 'gearbox' },
  look: 'Cable, rod or hydraulics on both sides; cylinders, fork and pedal measured; the bearing’s travel at the cover.',
  spec: { a: car, b: box },
  neededFor: (_, gearbox) => gearbox.kind === 'manual' || gearbox.kind === 'sequential',
  alsoAsks: (a, b) =>
    a.works === 'hydraulic' && b.works === 'hydraulic'
      ? { a: ['pedalTravelMm', 'pedalRatio', 'masterMm'], b: ['slaveMm', 'forkRatio', 'travelMm', 'bearingLoadN'] }
      : {},
  miss: (a, b) =>
    a.works === b.works
      ? shortBy(a, b, 'blocked')
      : { words: `the pedal works by ${a.works}, the gearbox by ${b.works}` },
  short: (a, b) => shortBy(a, b, 'tight'),
  whenOpen: 'blocked',
  openTitle: (by) => `Clutch release does not match: ${by}`,
});
