import { Type } from 'typebox';
import { defineSum, StateSchema } from '../../model/index.ts';
import { bestClockings, overlay, type Clocking, type Overlay } from './pattern.ts';
import { clutchRelease } from './release.ts';
import { flywheelSlot } from './slot.ts';
import { plateWindow } from './window.ts';

const closed = { additionalProperties: false };
const O = Type.Optional;
const N = Type.Number();
const S = Type.String();
const B = Type.Boolean();

const Hole = Type.Object(
  {
    id: Type.String({ minLength: 1, maxLength: 40 }),
    uMm: Type.Number({ minimum: -1000, maximum: 1000 }),
    vMm: Type.Number({ minimum: -1000, maximum: 1000 }),
    diameterMm: Type.Number({ maximum: 200 }),
    dowel: O(Type.Unsafe<true>({ type: 'boolean', const: true })),
  },
  closed,
);
const Pattern = Type.Array(Hole, { minItems: 1, maxItems: 40 });
const Pair = Type.Object({ a: S, b: S, ligamentMm: N, neededMm: N, shared: B }, closed);

const overlaid = {
  clockingDeg: N,
  leastLigamentMm: O(N),
  leastPair: O(S),
  clashes: Type.Array(S),
  clashFree: B,
  shared: Type.Array(S),
  pairs: Type.Array(Pair),
};
const told = (o: Overlay) => ({
  clockingDeg: o.clockingDeg,
  ...(o.least ? { leastLigamentMm: o.least.ligamentMm, leastPair: `${o.least.a}/${o.least.b}` } : {}),
  clashes: o.clashes.map((c) => `${c.a}/${c.b}`),
  clashFree: o.clashes.length === 0,
  shared: o.shared.map((c) => `${c.a}/${c.b}`),
  pairs: [...o.clashes],
});

/** Adapter plates, flywheel circles and the release of a clutch, each by itself. */
export const plateSums = [
  defineSum({
    name: 'plates.overlay',
    title: 'Two bolt patterns in one plate: metal between their holes, and which clash',
    input: Type.Object({ patternA: Pattern, patternB: Pattern, clockingDeg: N }, closed),
    output: Type.Object(overlaid, closed),
    run: ({ patternA, patternB, clockingDeg }) => told(overlay(patternA, patternB, clockingDeg)),
  }),
  defineSum({
    name: 'plates.clocking',
    title: 'The clockings within a range in which two bolt patterns clash least',
    input: Type.Object(
      {
        patternA: Pattern,
        patternB: Pattern,
        fromDeg: Type.Number({ minimum: -180, maximum: 180 }),
        toDeg: Type.Number({ minimum: -180, maximum: 180 }),
      },
      closed,
    ),
    output: Type.Object({ best: Type.Array(Type.Object({ ...overlaid, spareMm: O(N) }, closed)) }, closed),
    run: ({ patternA, patternB, fromDeg, toDeg }) => ({
      best: bestClockings(patternA, patternB, fromDeg, toDeg).map((c: Clocking) => ({
        ...told(c),
        ...(Number.isFinite(c.spareMm) ? { spareMm: c.spareMm } : {}),
      })),
    }),
  }),
  defineSum({
    name: 'plates.thickness',
    title: 'How thick an adapter plate may be for the input shaft, its pilot and the hub of the clutch',
    input: Type.Object(
      {
        shaftStickOutMm: N,
        pilotMouthDepthMm: N,
        pilotBottomDepthMm: N,
        pilotEngagementMm: Type.Number({ minimum: 0 }),
        tipClearanceMm: Type.Number({ minimum: 0 }),
        splineDiameterMm: N,
        splineStartMm: N,
        splineEndMm: N,
        hubRearMm: N,
        hubFrontMm: N,
      },
      closed,
    ),
    output: Type.Object(
      {
        feasible: B,
        thinnestMm: Type.Union([N, Type.Null()]),
        thickestMm: Type.Union([N, Type.Null()]),
        splineEngagementAtThinnestMm: Type.Union([N, Type.Null()]),
        thinnestBy: S,
        thickestBy: S,
      },
      closed,
    ),
    run: plateWindow,
  }),
  defineSum({
    name: 'plates.slot',
    title: 'The slots of a flywheel whose bolt circle is not the crank’s',
    input: Type.Object({ holeDiameterMm: N, flywheelCircleMm: N, crankCircleMm: N, registerDiameterMm: N }, closed),
    output: Type.Object(
      { offsetOnDiameterMm: N, slotLengthMm: N, slotWidthMm: N, ligamentToRegisterMm: N, breaksIntoRegister: B },
      closed,
    ),
    run: (i) => flywheelSlot(i.holeDiameterMm, i.flywheelCircleMm, i.crankCircleMm, i.registerDiameterMm),
  }),
  defineSum({
    name: 'pedals.release',
    title: 'Travel and force of a hydraulic clutch at its release bearing and its pedal',
    input: Type.Object(
      {
        pedalTravelMm: N,
        pedalRatio: N,
        masterDiameterMm: N,
        slaveOuterDiameterMm: N,
        slaveInnerDiameterMm: N,
        forkRatio: N,
        bearingLoadN: N,
        travelAskedMm: N,
      },
      closed,
    ),
    output: Type.Object(
      {
        bearingTravelMm: N,
        travelAskedWithReserveMm: N,
        travelEnough: B,
        travelState: StateSchema,
        pedalForceN: N,
        forceState: StateSchema,
      },
      closed,
    ),
    run: clutchRelease,
  }),
];
